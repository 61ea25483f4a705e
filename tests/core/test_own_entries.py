"""A fish or bait that the angler adds reaches all that a shipped one does: facts stand in the entry, not by id."""

from __future__ import annotations

import ast
from dataclasses import replace
from datetime import UTC, datetime
from pathlib import Path

import pytest

import brookwind.core
from brookwind.core.advice.purpose import Purpose
from brookwind.core.advice.schools import answered
from brookwind.core.answers.water import Look, look
from brookwind.core.proof.mind import MIND
from brookwind.core.rig.book import SHIPPED, Book
from brookwind.core.rig.components import Bait
from brookwind.core.rig.document import Rig, Water
from brookwind.core.run.ways import feed_like_bait, usual_way
from brookwind.core.situation import Situation
from brookwind.demo.load import demo_surveys

CORE = Path(brookwind.core.__file__).parent
ENTRIES = {"species.py", "species_still.py", "species_running.py", "baits.py"}
"""Here they are defined."""
AS_STARTED_WITH = {"families_fixed.py", "families_pole.py", "families_sliding.py"}
"""A family's entry names the fish and bait that it is begun for."""
SAME_WORD = {"hemp", "worm", "pellet", "nymph", "sweetcorn", "maggot", "caster", "floating-caster"}
"""Feeds and words of the box that are spelt as a bait is."""


@pytest.mark.parametrize("path", sorted(CORE.rglob("*.py")), ids=lambda p: str(p.relative_to(CORE)))
def test_no_fish_or_bait_is_named_outside_its_entry(path: Path) -> None:
    ids = {*SHIPPED.species, *SHIPPED.baits}
    if path.name in ENTRIES | AS_STARTED_WITH | {"example_rules.py"}:
        return
    named = {n.value for n in ast.walk(ast.parse(path.read_text(encoding="utf-8"))) if isinstance(n, ast.Constant)}
    allowed = SAME_WORD if path.parts[-2:] in {("motion", "feed.py"), ("box", "items.py")} else set()
    assert not (named & ids) - allowed


@pytest.fixture
def own() -> Book:
    """The shipped book with a fish and a bait of the angler's own."""
    gudgeon = SHIPPED.fish("bream").model_copy(
        update={
            "id": "gudgeon", "name": "gudgeon", "fed_for": "bed", "bait": "bloodworm-ball",
            "lies": {"crease": "They sit where the gravel begins."},
        }
    )  # fmt: skip
    ball = SHIPPED.bait("worm").model_copy(
        update={"id": "bloodworm-ball", "name": "ball of bloodworm", "feed": "worm", "lively": True, "live": True}
    )
    return replace(
        SHIPPED, species={**SHIPPED.species, "gudgeon": gudgeon}, baits={**SHIPPED.baits, "bloodworm-ball": ball}
    )


def _with(rig: Rig, species: str, bait: str) -> Rig:
    parts = tuple(c.model_copy(update={"item": bait}) if isinstance(c, Bait) else c for c in rig.components)
    aim = rig.aim.model_copy(update={"bait_from": "bed", "bait_m": 0.02})
    return rig.model_copy(update={"species": species, "components": parts, "aim": aim})


def test_an_own_fish_is_fed_for_and_its_bait_goes_with_a_feed(rigs: dict[str, Rig], own: Book) -> None:
    rig = _with(rigs["tench-lift"], "gudgeon", "bloodworm-ball")
    assert usual_way(rig, own).id == "bed"
    assert feed_like_bait(rig, own) == "worm"
    hunted = replace(
        own, species={**own.species, "gudgeon": own.fish("gudgeon").model_copy(update={"fed_for": "not-fed"})}
    )
    assert usual_way(rig, hunted).id == "none"


def test_an_own_lively_bait_wants_a_jig_and_a_live_one_is_minded(rigs: dict[str, Rig], own: Book) -> None:
    purpose = Purpose(water=Water(depth_m=2.0), species="gudgeon")
    terminal = {a.question: a.school for a in answered(purpose, own)}["terminal"]
    assert terminal == "jig"
    caution = next(c for c in MIND if c.id == "live-bait")
    rig = _with(rigs["tench-lift"], "gudgeon", "bloodworm-ball")
    assert caution.judge(caution, Situation(rig, book=own)) is not None
    assert caution.judge(caution, Situation(_with(rig, "tench", "worm"), book=own)) is None


def test_an_own_fish_has_its_places_on_a_section(own: Book) -> None:
    glide = next(s for s in demo_surveys() if s.swim_id == "tarrow-mill-glide")
    survey = glide.model_copy(update={"session": glide.session.model_copy(update={"species": "gudgeon"})})
    picture = look(Look(survey=survey, at=datetime(2026, 11, 24, 9, tzinfo=UTC)), own)
    assert [s.why for s in picture.spots] == ["They sit where the gravel begins."]
