"""Peaks and troughs of made-up bodies by SciPy: butter(4, 1 Hz), sosfiltfilt, find_peaks. Called by golden-bodies.ts."""
import json
import sys

import numpy
import scipy
from scipy.signal import butter, find_peaks, sosfiltfilt

made = []
for record in json.load(open(sys.argv[1])):
    total = 0
    for file in record["files"]:
        x = numpy.fromfile(file)
        total = total + (x - x.mean()) / x.std()
    y = sosfiltfilt(butter(4, 1, "low", fs=record["hz"], output="sos"), total)
    # A quarter of the reach between the 5th and the 95th of a hundred, nearest value below.
    low, high = numpy.percentile(y, [5, 95], method="lower")
    peaks, _ = find_peaks(y, prominence=0.25 * (high - low))
    troughs = [int(a + numpy.argmin(y[a : b + 1])) for a, b in zip(peaks, peaks[1:])]
    made.append({"name": record["name"], "peaks": [int(p) for p in peaks], "troughs": troughs})
print(json.dumps({"scipy": scipy.__version__, "records": made}, separators=(",", ":")))
