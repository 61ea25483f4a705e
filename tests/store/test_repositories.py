"""Kept documents: versions that tell two tabs apart, revisions gathered and pruned, nothing orphaned."""

from __future__ import annotations

from collections.abc import Iterator
from datetime import timedelta
from pathlib import Path

import pytest
from sqlmodel import Session

from brookwind import clock
from brookwind.core.rig.document import Rig
from brookwind.core.rules.place_rules import PlaceRules
from brookwind.demo.load import demo_rigs
from brookwind.store import repositories
from brookwind.store.database import open_database, unit_of_work
from brookwind.store.records import SwimFields, WaterFields
from brookwind.store.repositories import PlaceRulesOf, Rigs, Surveys, Swims, Waters
from brookwind.store.repository import NotKept, Stale

RIG: Rig = demo_rigs()[0]


class Watch:
    """The application's clock, put on by hand."""

    def __init__(self) -> None:
        self.ahead = timedelta(0)

    def on(self, **by: float) -> None:
        self.ahead += timedelta(**by)


@pytest.fixture
def watch(monkeypatch: pytest.MonkeyPatch) -> Watch:
    watch = Watch()
    monkeypatch.setattr(clock, "_ahead", lambda: watch.ahead)
    return watch


@pytest.fixture
def session(tmp_path: Path) -> Iterator[Session]:
    engine = open_database(tmp_path / "kept.db")
    with Session(engine) as session:
        yield session
    engine.dispose()


def named(n: int) -> Rig:
    return RIG.model_copy(update={"name": f"Rig {n}"})


def test_saves_of_one_sitting_are_one_revision(session: Session, watch: Watch) -> None:
    rigs = Rigs(session)
    rigs.create(named(0))
    for n in range(1, 5):
        watch.on(seconds=30)
        rigs.replace(RIG.id, n, named(n))
    found = rigs.revisions(RIG.id)
    assert [r.rig.name for r in found][-1] == "Rig 0", "the rig as it was begun is always there"
    assert found[0].rig.name == "Rig 4"
    assert len(found) == 2
    watch.on(minutes=3)
    rigs.replace(RIG.id, 5, named(5))
    assert [r.rig.name for r in rigs.revisions(RIG.id)] == ["Rig 5", "Rig 4", "Rig 0"]


def test_the_oldest_revisions_go_when_there_are_too_many(
    session: Session, watch: Watch, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(repositories, "_KEEP_REVISIONS", 5)
    rigs = Rigs(session)
    rigs.create(named(0))
    for n in range(1, 12):
        watch.on(hours=1)
        rigs.replace(RIG.id, n, named(n))
    names = [r.rig.name for r in rigs.revisions(RIG.id)]
    assert names[0] == "Rig 11"
    assert len(names) <= 6


def test_a_stale_save_and_a_stale_removal_are_refused_and_change_nothing(session: Session) -> None:
    rigs = Rigs(session)
    rigs.create(named(0))
    rigs.replace(RIG.id, 1, named(1))
    with pytest.raises(Stale):
        rigs.replace(RIG.id, 1, named(2))
    with pytest.raises(Stale):
        rigs.delete(RIG.id, 1)
    assert rigs.get(RIG.id).fields.name == "Rig 1"
    rigs.delete(RIG.id, 2)
    with pytest.raises(NotKept):
        rigs.get(RIG.id)


def test_a_water_takes_its_swims_surveys_and_rules_along(session: Session) -> None:
    Waters(session).create(WaterFields(id="pool", name="The pool", salinity=0.0))
    Swims(session).create(SwimFields(id="peg", water_id="pool", name="The peg", depth_m=1.5))
    rules = PlaceRules(water_id="pool", no_braid=True)
    PlaceRulesOf(session).keep("pool", 0, rules)
    assert PlaceRulesOf(session).at_swim("peg") == rules
    assert Surveys(session).of("peg").version == 0, "a swim nobody surveyed has an empty survey"
    Waters(session).delete("pool", 1)
    assert Swims(session).all() == []
    assert PlaceRulesOf(session).at_swim("peg") is None


def test_a_unit_of_work_is_kept_whole_or_not_at_all(tmp_path: Path) -> None:
    engine = open_database(tmp_path / "whole.db")

    def half_a_work() -> None:
        with unit_of_work(engine) as session:
            Rigs(session).create(named(0))
            raise RuntimeError("half way")

    with pytest.raises(RuntimeError, match="half way"):
        half_a_work()
    with Session(engine) as session:
        assert Rigs(session).all() == []
    engine.dispose()
