"""A fixed piece of arithmetic, timed in the same run, so that figures from different machines can be compared.

As a plugin of the benchmarks it prints beside each median its ratio to the yardstick's; `process.py` does the same.
"""

from __future__ import annotations

import statistics
import time
from typing import Any

import numpy as np

_ROUNDS = 31


def arithmetic() -> float:
    """The piece: half in the interpreter, half in the arrays, as the core is."""
    total = 0.0
    for i in range(1, 20_000):
        total += (i % 7) / i
    x = np.linspace(0.0, 1.0, 400)
    for _ in range(60):
        x = np.sqrt(x * x + 1e-3) - 1e-4 * np.cumsum(x)
    return total + float(x.sum())


def yardstick_s() -> float:
    """Median time of it. [s]"""
    times = []
    for _ in range(_ROUNDS):
        began = time.perf_counter()
        arithmetic()
        times.append(time.perf_counter() - began)
    return statistics.median(times)


def pytest_terminal_summary(terminalreporter: Any, config: Any) -> None:
    """Print the ratios under the table of the benchmarks."""
    session = getattr(config, "_benchmarksession", None)
    benchmarks = [b for b in getattr(session, "benchmarks", []) if b.stats.rounds]
    if not benchmarks:
        return
    yard = yardstick_s()
    terminalreporter.write_line(f"\nRatio of each median to the yardstick, {1000.0 * yard:.2f} ms in this run:")
    for b in sorted(benchmarks, key=lambda b: b.stats.median):
        terminalreporter.write_line(f"  {b.stats.median / yard:10.3f}  {b.name}")
