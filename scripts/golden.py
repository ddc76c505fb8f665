"""Makes tests/checks/golden/scipy.json again: `python3 scripts/golden.py`. Needs SciPy (made with 1.17.1; Debian's 1.10.1 gives the same).

Generated signals only; nothing here is a recording of a person.
"""
import json
import math
import pathlib

import numpy
import scipy
from scipy.signal import butter, find_peaks, sosfiltfilt

HZ = 50


def noise(n, seed):
    """The same small noise in any language: a linear congruential generator, -0.5 to 0.5."""
    out, state = [], seed
    for _ in range(n):
        state = (1103515245 * state + 12345) % 2147483648
        out.append(state / 2147483648 - 0.5)
    return numpy.array(out)


def breathing(rate, seconds, depth, drift, noisy, seed):
    t = numpy.arange(seconds * HZ) / HZ
    return t, depth * numpy.sin(2 * math.pi * rate / 60 * t - math.pi / 2) + drift * t + noisy * noise(len(t), seed)


cases = []
for name, rate, seconds, depth, drift, noisy, order, cutoff, prominence in [
    ("quiet", 15, 60, 0.5, 0.0, 0.05, 4, 1.0, 0.25),
    ("slow with drift", 6, 120, 0.8, 0.004, 0.1, 4, 1.0, 0.3),
    ("fast and noisy", 32, 40, 0.3, -0.002, 0.3, 4, 1.0, 0.15),
    ("order two, edge 0.7 Hz", 12, 60, 0.5, 0.001, 0.2, 2, 0.7, 0.25),
]:
    t, x = breathing(rate, seconds, depth, drift, noisy, seed=7)
    y = sosfiltfilt(butter(order, cutoff, "low", fs=HZ, output="sos"), x)
    peaks, _ = find_peaks(y, prominence=prominence)
    cases.append({
        "name": name, "rate": rate, "seconds": seconds, "depth": depth, "drift": drift, "noisy": noisy, "seed": 7,
        "order": order, "cutoffHz": cutoff, "prominence": prominence,
        "every": 10, "filtered": [round(float(v), 10) for v in y[::10]], "peaks": [int(p) for p in peaks],
    })

raw = numpy.round(noise(400, 3) * 4) / 4
peaks, found = find_peaks(raw, prominence=0.3)
cases.append({"name": "flat tops", "seed": 3, "length": 400, "prominence": 0.3, "peaks": [int(p) for p in peaks], "prominences": [float(v) for v in found["prominences"]]})

path = pathlib.Path(__file__).parent.parent / "tests/checks/golden/scipy.json"
path.write_text(json.dumps({"madeWith": f"SciPy {scipy.__version__}, NumPy {numpy.__version__}", "recipe": "scripts/golden.py", "hz": HZ, "cases": cases}) + "\n")
