"""Contours followed by OpenCV's normalised correlation, enlarged eight times. Called by golden-clip.ts."""
import json
import sys

import cv2
import numpy

folder = sys.argv[1]
clip = json.load(open(folder + "/clip.json"))
w, h, n = clip["width"], clip["height"], clip["frames"]
pictures = numpy.fromfile(folder + "/pictures.raw", dtype=numpy.uint8).reshape(n, h, w)
UP = 8
shifts = []
for line in clip["lines"]:
    a = numpy.array([line["from"]["x"], line["from"]["y"]])
    b = numpy.array([line["to"]["x"], line["to"]["y"]])
    length = numpy.linalg.norm(b - a)
    u = (b - a) / length
    v = numpy.array([-u[1], u[0]])
    mid = (a + b) / 2
    # A strip of the line's length and 18 px across, the line lying level, enlarged.
    wide, high = int(length) * UP, 18 * UP
    corner = mid - u * (int(length) / 2) - v * 9
    m = numpy.array([[u[0] / UP, v[0] / UP, corner[0]], [u[1] / UP, v[1] / UP, corner[1]]])
    strips = [
        cv2.warpAffine(p, m, (wide, high), flags=cv2.INTER_CUBIC | cv2.WARP_INVERSE_MAP) for p in pictures
    ]
    half = int(wide * 0.2)
    template = strips[0][:, wide // 2 - half : wide // 2 + half]
    found = []
    for s in strips:
        r = cv2.matchTemplate(s, template, cv2.TM_CCOEFF_NORMED)[0]
        k = int(numpy.argmax(r))
        d = 0.0
        if 0 < k < len(r) - 1:
            d = 0.5 * (r[k - 1] - r[k + 1]) / (r[k - 1] - 2 * r[k] + r[k + 1])
        found.append(round(float((k + d - (wide // 2 - half)) / UP), 4))
    shifts.append(found)
print(json.dumps({"madeWith": "OpenCV " + cv2.__version__, "recipe": "scripts/golden-clip.ts", "shifts": shifts}, separators=(",", ":")))
