"""A fall as CSV: one row a moment and piece, units in the header."""

from __future__ import annotations

import csv
import io

from brookwind.core.motion.fall_answer import Fall

HEADER = ("time_s", "piece", "x_m", "depth_m", "float_x_m", "load_n")


def write_fall(fall: Fall) -> str:
    """Write a fall.

    fall: the fall.
    """
    out = io.StringIO()
    rows = csv.writer(out, lineterminator="\n")
    rows.writerow(HEADER)
    for frame in fall.frames:
        for piece, (x, depth) in zip(fall.pieces, frame.pieces, strict=True):
            rows.writerow((frame.time_s, piece.id, x, depth, frame.float_x_m, f"{frame.load_n:.5f}"))
    return out.getvalue()
