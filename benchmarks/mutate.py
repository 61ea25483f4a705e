"""Does a test notice when the core is wrong? Small mutations, each in a copy, each put to the tests of its part.

    make mutate               all of them, two at a time
    make mutate ONLY=tin,chop the ones named

A mutation lives when every test asked passes all the same. At most `MOST_LIVING` should.
"""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager
from pathlib import Path
from queue import Queue
from typing import NamedTuple

ROOT = Path(__file__).parents[1]
CORE = "brookwind/core"
MOST_LIVING = 4
WORKERS = int(os.environ.get("WORKERS") or 2)
STUCK_S = 240
"""Tests that run longer have noticed: a loop no longer ends. [s]"""


class Mutation(NamedTuple):
    """What is changed where, and the tests that should notice."""

    id: str
    file: str
    old: str
    new: str
    tests: str


def _m(id: str, file: str, old: str, new: str, tests: str) -> Mutation:
    return Mutation(id, f"{CORE}/{file}", old, new, tests)


MUTATIONS = (
    _m("tin", "matter/materials.py", '"tin", density_kg_m3=7290.0', '"tin", density_kg_m3=7390.0', "figures"),
    _m("tungsten", "matter/materials.py", "density_kg_m3=19300.0", "density_kg_m3=18300.0", "figures"),
    _m("air", "matter/air.py", "AIR_KG_M3 = 1.225", "AIR_KG_M3 = 1.325", "figures"),
    _m("viscosity-cold", "matter/viscosity.py", "temperature_c + 96.0", "temperature_c + 106.0", "figures documented"),
    _m("viscosity-salt", "matter/viscosity.py", "(1.541 +", "(-1.541 +", "figures documented"),
    _m("salt-ratio", "matter/density.py", "35.16504 / 35.0", "35.0 / 35.16504", "figures"),
    _m("ball", "gravity.py", "(6.0 * mass_kg", "(4.0 * mass_kg", "figures documented"),
    _m("label-net", "gravity.py", "1.0 - LABEL_WATER_KG_M3", "1.0 + LABEL_WATER_KG_M3", "floats tube"),
    _m("line-weight", "rest/hang.py", "section.diameter_m**2 / 4.0", "section.diameter_m**2 / 2.0", "hang settling"),
    _m("beads-above", "rest/settle.py", "setting_from_m - stop_above_m", "setting_from_m + stop_above_m", "settling"),
    _m("skin", "floats/skin.py", "2.0 * pi * radius_m", "pi * radius_m", "tip figures"),
    _m("waterplane", "floats/standing.py", "** 4 / 4.0", "** 4 / 8.0", "attitude figures"),
    _m("tip-slope", "floats/immersion.py", "pi * radius * radius", "2.0 * pi * radius * radius", "floats tip figures"),
    _m("frustum", "floats/profile.py", "r0 * r1 + r1 * r1) / 3.0", "r0 * r1 + r1 * r1) / 2.0", "profile"),
    _m("frustum-moment", "floats/profile.py", "2.0 * r0 * slope * x / 3.0", "2.0 * r0 * slope * x / 2.0", "profile"),
    _m("surface", "floats/profile.py", "* h * sqrt(1.0 + s * s)", "* h", "figures profile"),
    _m("float-width", "motion/afloat.py", "(4.0 * wet / (np.pi * depth))", "(4.0 * wet / depth)", "motion figures"),
    _m("float-end", "motion/afloat.py", "np.pi * widest**2 * sunk", "np.pi * widest * sunk", "figures fall"),
    _m("white", "motion/chain.py", "10.0 * (self.viscosity", "5.0 * (self.viscosity", "motion figures"),
    _m("added-mass", "motion/chain.py", "own + 0.5 * water", "own + 2.0 * water", "fall figures"),
    _m("added-line", "motion/chain.py", "(section.density_kg_m3 + water_kg_m3)", "(section.density_kg_m3)", "figures"),
    _m("frontal", "motion/chain.py", "shape * 0.25 * pi * ball**2", "shape * 0.5 * pi * ball**2", "figures fall"),
    _m("rub", "motion/forces.py", "0.5 * np.pi * setup.water_kg_m3", "0.5 * setup.water_kg_m3", "motion fall figures"),
    _m("across", "motion/forces.py", "0.5 * setup.water_kg_m3 * setup.line_drag", "setup.water_kg_m3 * setup.line_drag",
       "motion figures"),
    _m("friction", "motion/forces.py", "setup.slope - setup.friction", "setup.slope + setup.friction", "motion fall"),
    _m("profile", "flow/profile.py", "(2.0 - rate + (rate - 1.0) * near)", "(1.0 - rate + rate * near)",
       "motion figures"),
    _m("usual-exponent", "flow/profile.py", "USUAL_EXPONENT = 6.5", "USUAL_EXPONENT = 5.5", "figures motion"),
    _m("wind-skin", "flow/profile.py", "WIND_SKIN = 0.03", "WIND_SKIN = 0.05", "figures"),
    _m("mean-square", "flow/line_drag.py", "MEAN_SQUARE = 0.765", "MEAN_SQUARE = 0.865", "figures"),
    _m("cylinder", "flow/line_drag.py", "1.0 + 10.0 * max", "1.0 + 8.0 * max", "figures documented"),
    _m("sphere", "flow/sphere.py", "0.47 * (1.0 - exp", "0.37 * (1.0 - exp", "figures documented capacity"),
    _m("cast-speed", "run/reach.py", "(mass_kg + rod.moved_kg)) ** 0.5", "(mass_kg + rod.moved_kg))", "figures"),
    _m("cast-drag", "run/reach.py", "2.0 * mass_kg / (AIR", "mass_kg / (AIR", "figures"),
    _m("cast-shown", "run/reach.py", "surface_m2 / 4.0", "surface_m2 / 2.0", "figures"),
    _m("take-under", "capacity/needs.py", "ADDED_MASS * plan.water_kg_m3 * body",
       "4.0 * ADDED_MASS * plan.water_kg_m3 * body", "figures"),
    _m("cast-pull", "capacity/needs.py", "(2.0 * CAST_STROKE_M)", "CAST_STROKE_M", "figures"),
    _m("chop", "capacity/needs.py", "return pi * waves.height_m", "return waves.height_m", "figures"),
    _m("landing", "capacity/needs.py", "splash_kg_m * plan.depth_m", "splash_kg_m", "figures capacity"),
    _m("waves-high", "water/waves.py", "0.71 * wind_m_s**1.23", "0.71 * wind_m_s**1.13", "figures"),
    _m("waves-long", "water/waves.py", "0.2857 * reach", "0.2457 * reach", "figures"),
    _m("seen", "water/sight.py", "(distance_m * ACUITY_RAD) ** 2", "distance_m * ACUITY_RAD", "figures documented"),
    _m("sure-part", "balance/sureness.py", "/ (2.0 * half_width)))", "/ half_width))", "figures box"),
    _m("sure-trimmed", "balance/sureness.py", 'd.id != "skin" and not d.trimmed_away', 'd.id != "skin"', "figures"),
    _m("sure-below", "balance/sureness.py", "0.5 * (x / half_width + 1.0)", "0.5 * (x / half_width)", "figures"),
    _m("adjust-sign", "balance/adjust.py", "(1.0 if after < target", "(1.0 if after > target", "figures box"),
    _m("overload", "balance/target.py", "(pull_n - self.lifted_n) / self.overload", "(pull_n - self.lifted_n)",
       "figures families"),
    _m("equivalent-water", "balance/equivalents.py", "here.immersion_m, elsewhere.water_kg_m3)",
       "here.immersion_m, here.water_kg_m3)", "figures tip"),
    _m("lift", "situation.py", "carried = rest.pull_n - lifted", "carried = rest.pull_n + lifted", "balance motion"),
    _m("jug-rate", "box/jug.py", "len(readings) ** 0.5 / time", "len(readings) / time", "figures"),
    _m("jug-spread", "box/jug.py", "(len(rates) - 1) / len(rates)", "(len(rates) - 1)", "figures"),
    _m("waterline", "rest/waterlines.py", "pull_n + change * least", "pull_n - change * least", "tip figures"),
    _m("tip-trimmed", "rest/tip_range.py", "if not d.trimmed_away) ** 0.5", "if d.trimmed_away) ** 0.5", "tip figures"),
    _m("skin-even", "rest/tip_range.py", "skin_n(settled) / 3.0**0.5", "skin_n(settled)", "figures tip"),
    _m("span-leader", "rest/span.py", "0.3 * join), 0.75 * join", "0.3 * join), 0.95 * join", "figures"),
    _m("stretch", "survey/plumbing/response.py", "setting_m * pulls / (_YOUNG", "2.0 * setting_m * pulls / (_YOUNG",
       "figures plumbing"),
    _m("bow-pull", "survey/current.py", "0.5 * (air + water) * line_out_m", "(air + water) * line_out_m", "figures"),
    _m("tangle", "motion/tangle.py", "self.crossing_s / self.time_s", "self.time_s", "figures fall"),
    _m("mark-gap", "rest/marks.py", "0.5 * mark_m", "mark_m", "water figures"),
    _m("line-strength", "rig/lines.py", "pi * section.diameter_m**2 / 4.0", "pi * section.diameter_m**2 / 2.0",
       "tackle"),
    _m("metal-pull", "edits/change_metal.py", "submerged_weight_n(1.0, metal.density_kg_m3, water)",
       "submerged_weight_n(1.0, c.density_kg_m3, water)", "tackle"),
    _m("cast-turns", "run/casting.py", "turns=clip / ask.turn_m", "turns=clip / 0.7", "figures_afield"),
    _m("cast-ahead", "run/casting.py", "for m, _ in loads) / max(below", "for m, _ in loads) * max(below",
       "figures_afield"),
    _m("flight-line", "run/flight.py", "0.5 * AIR_KG_M3 * SKIN_FRICTION", "AIR_KG_M3 * SKIN_FRICTION", "cast"),
    _m("elastic", "run/catapult.py", "share = (wanted / first) ** 2", "share = wanted / first", "cast"),
    _m("lash-wind", "run/on_pole.py", "return 0.5 * AIR_KG_M3 * drag", "return AIR_KG_M3 * drag", "cast"),
    _m("lash-held", "run/on_pole.py", "back_n * tan(asin(", "back_n * (asin(", "cast"),
    _m("rod-points", "run/of_rig.py", "(tip_height_m - HAND_M) ** 2", "(tip_height_m + HAND_M) ** 2",
       "figures_afield"),
    _m("cable-weight", "run/cable.py", "line.density_kg_m3 * pi / 4.0", "line.density_kg_m3 * pi / 2.0", "line_out"),
    _m("mend-grows", "run/mend.py", "(since_s / self.turns_s) ** 2 / GROWS", "(since_s / self.turns_s) / GROWS", "run"),
    _m("feed-layers", "run/feeding.py", "(np.arange(_LAYERS) + 0.5)", "(np.arange(_LAYERS) + 1.5)", "feeding"),
    _m("feeder-dives", "run/feeder.py", "(2.0 * G_M_S2 * flown.highest_m)", "(G_M_S2 * flown.highest_m)",
       "figures_afield"),
    _m("bait-falls", "run/matching.py", "(far - STRETCH_M[1]) / (to_s - from_s)", "far / (to_s - from_s)",
       "figures_afield"),
    _m("rate-prior", "log/rates.py", "usual = (n.sum() + 0.5)", "usual = (n.sum() + 5.0)", "figures_afield"),
    _m("rate-better", "log/rates.py", "other.per / (one.per + other.per)", "one.per / (one.per + other.per)", "log"),
    _m("hopes", "trip/day.py", "hopes = [0.5**i", "hopes = [1.0**i", "figures_afield"),
    _m("falls-late", "trip/making.py", "deep * rig.conditions.settle_s / ready",
       "deep * ready / rig.conditions.settle_s", "figures_afield"),
    _m("elo", "practice/rating.py", "A_LEVEL - rating) / 400.0", "A_LEVEL - rating) / 200.0", "figures_afield"),
    _m("depth-score", "practice/depth.py", "(off - 0.05) / (OFF_M - 0.05)", "(off - 0.05) / OFF_M", "figures_afield"),
    _m("reading-trials", "reading/likely.py", "found * 0.5 ** len", "found * 0.05 ** len", "figures_afield"),
)  # fmt: skip


def passes(files: list[str], copy: Path) -> bool:
    """True when test files pass in a copy of the tree.

    files: the tests, below the copy.
    copy: the copy.
    Raises: ValueError when they cannot be asked.
    """
    # The copy comes first on the path, before the tree that is installed.
    env = {**os.environ, "PYTHONPATH": str(copy), "PYTHONDONTWRITEBYTECODE": "1"}
    command = [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:benchmark", "-p", "no:xdist", *files]
    try:
        done = subprocess.run(command, cwd=copy, env=env, capture_output=True, text=True, timeout=STUCK_S)
    except subprocess.TimeoutExpired:
        return False
    # 2: the tests could not even be collected, which is noticed too.
    if done.returncode not in (0, 1, 2):
        raise ValueError(f"{files} could not be asked\n{done.stdout[-2000:]}{done.stderr[-2000:]}")
    return done.returncode == 0


def lives(mutation: Mutation, copy: Path) -> bool:
    """True when the tests asked do not notice the mutation.

    mutation: what to change.
    copy: a copy of the tree to change it in.
    Raises: ValueError when the text to change is not there exactly once.
    """
    path = copy / mutation.file
    text = path.read_text(encoding="utf-8")
    if text.count(mutation.old) != 1:
        raise ValueError(f"{mutation.id}: {mutation.old!r} stands {text.count(mutation.old)} times in {mutation.file}")
    path.write_text(text.replace(mutation.old, mutation.new), encoding="utf-8")
    living = passes([f"tests/core/test_{name}.py" for name in mutation.tests.split()], copy)
    path.write_text(text, encoding="utf-8")
    return living


@contextmanager
def copies() -> Iterator[Queue[Path]]:
    """Copies of the tree to change, one for each worker."""
    free = Queue[Path]()
    with tempfile.TemporaryDirectory() as folder:
        for i in range(WORKERS):
            copy = Path(folder) / str(i)
            for part in ("brookwind", "tests", "benchmarks"):
                shutil.copytree(ROOT / part, copy / part, ignore=shutil.ignore_patterns("__pycache__", "static"))
            for file in ("pyproject.toml", "CONTRIBUTING.md"):
                shutil.copy(ROOT / file, copy)
            free.put(copy)
        yield free


def main(only: str = "") -> int:
    """Put the mutations to the tests; how many live beyond what is allowed."""
    wanted = [m for m in MUTATIONS if not only or m.id in only.split(",")]
    began = time.monotonic()
    with copies() as free:

        def put(mutation: Mutation) -> str | None:
            copy = free.get()
            try:
                return mutation.id if lives(mutation, copy) else None
            finally:
                free.put(copy)

        with ThreadPoolExecutor(WORKERS) as pool:
            living = [m for m in pool.map(put, wanted) if m]
    minutes = (time.monotonic() - began) / 60.0
    print(f"{len(wanted)} mutations in {minutes:.1f} minutes; {len(living)} live: {', '.join(living) or 'none'}")
    return max(0, len(living) - MOST_LIVING)


if __name__ == "__main__":
    sys.exit(1 if main(*sys.argv[1:2]) else 0)
