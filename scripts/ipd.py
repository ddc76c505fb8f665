"""ipd.py FOLDER TARGET: finds the series ipd (4096 samples at 50 Hz) below FOLDER and writes it as JSON.

The file ipd.rda is bzip2; the series stands in it as big-endian int32 4096 followed by that many big-endian doubles.
"""
import bz2
import json
import pathlib
import struct
import sys

folder, target = map(pathlib.Path, sys.argv[1:3])
data = bz2.decompress(next(folder.rglob("ipd.rda")).read_bytes())
at = data.index(struct.pack(">i", 4096)) + 4
target.write_text(json.dumps(struct.unpack(">4096d", data[at : at + 8 * 4096])))
