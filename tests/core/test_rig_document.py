"""The rig document: what it refuses, how it says so, and that it holds all that rigs need."""

from __future__ import annotations

import copy
import json
from collections.abc import Callable
from typing import Any

import pytest
from jsonschema_rs import Draft202012Validator

from brookwind.core.errors import BrookwindError
from brookwind.core.rest.settle import settle
from brookwind.core.rig.document import Rig, read_rig


def document(rigs: dict[str, Rig], name: str = "bream-slider") -> dict[str, Any]:
    return json.loads(rigs[name].model_dump_json())


def test_document_reads_back_equal_and_fits_its_published_schema(rigs: dict[str, Rig]) -> None:
    validator = Draft202012Validator(Rig.model_json_schema())
    for rig in rigs.values():
        data = json.loads(rig.model_dump_json())
        assert read_rig(data) == rig
        validator.validate(data)


def _set(path: tuple[Any, ...], value: Any) -> Any:
    def change(data: dict[str, Any]) -> None:
        target: Any = data
        for part in path[:-1]:
            target = target[part]
        target[path[-1]] = value

    return change


def _only(kinds: set[str]) -> Callable[[dict[str, Any]], None]:
    def change(data: dict[str, Any]) -> None:
        data["components"] = [c for c in data["components"] if c["kind"] in kinds]

    return change


REFUSED = {
    "unknown component": (_set(("components", 2, "kind"), "anchor"), "union-tag-invalid", ("components", 2)),
    "no kind": (_set(("components", 2), {"id": "x"}), "union-tag-not-found", ("components", 2)),
    "future version": (_set(("schema_version",), 2), "schema-version", ("schema_version",)),
    "depth nothing": (_set(("water", "depth_m"), 0), "greater-than-equal", ("water", "depth_m")),
    "depth negative": (_set(("water", "depth_m"), -2), "greater-than-equal", ("water", "depth_m")),
    "depth 300 m": (_set(("water", "depth_m"), 300), "less-than-equal", ("water", "depth_m")),
    "not a number": (_set(("water", "depth_m"), float("nan")), "finite-number", ("water", "depth_m")),
    "depth in words": (_set(("water", "depth_m"), "deep"), "float-parsing", ("water", "depth_m")),
    "no depth": (lambda d: d["water"].pop("depth_m"), "missing", ("water", "depth_m")),
    "field unknown": (_set(("water", "colour"), "green"), "extra-forbidden", ("water", "colour")),
    "two floats": (lambda d: d["components"].append({**d["components"][3], "id": "b"}), "one-float", ("components",)),
    "nothing stops it": (_only({"line", "float", "bead", "hook", "bait"}), "no-stop", None),
    "slider with a place": (_set(("components", 3, "position_m"), 1.0), "float-position", None),
    "same id": (_set(("components", 1, "id"), "float"), "same-id", None),
    "no hook": (lambda d: [d["components"].pop() for _ in range(2)], "hook-at-zero", ("components",)),
    "bait on air": (_set(("components", -1, "hook"), "other"), "bait-without-hook", None),
    "out of order": (_set(("components", 4, "position_m"), 0.1), "threading-order", None),
    "negative mass": (_set(("components", 4, "mass_kg"), -1), "greater-than", ("components", 4, "mass_kg")),
    "bait in the sky": (
        _set(("aim",), {"tip_m": 0.01, "bait_from": "surface", "bait_m": 0}),
        "bait-above-surface",
        None,
    ),
}


@pytest.mark.parametrize("name", REFUSED)
def test_bad_document_is_refused_with_place_and_sentence(name: str, rigs: dict[str, Rig]) -> None:
    change, code, path = REFUSED[name]
    data = copy.deepcopy(document(rigs))
    change(data)
    with pytest.raises(BrookwindError) as refused:
        read_rig(data)
    problem = refused.value.problems[0]
    assert problem.code == code
    assert path is None or problem.path == path
    assert problem.message.endswith(".")


def test_ten_thousand_shot_are_refused_by_number(rigs: dict[str, Rig]) -> None:
    data = document(rigs, "rudd-strung")
    shot = next(c for c in data["components"] if c["kind"] == "shot")
    data["components"][1:1] = [{**shot, "id": f"s-{i}", "position_m": 0.9} for i in range(10_000)]
    with pytest.raises(BrookwindError, match="At most 200 are allowed"):
        read_rig(data)


@pytest.mark.parametrize("data", [None, [], 3, "rig"])
def test_what_is_no_document_is_refused(data: object) -> None:
    with pytest.raises(BrookwindError):
        read_rig(data)


def line(**fields: Any) -> dict[str, Any]:
    return {"kind": "line", "material": "nylon", "diameter_m": 0.0003, "density_kg_m3": 1140, **fields}


def test_drift_rig_with_two_hooks_a_weak_link_and_floating_baits_is_one_document() -> None:
    # Families 12 and 13: lead on a short weaker link at the swivel, two hooks in tandem, baits lighter than water.
    hook = {"kind": "hook", "size": 4, "mass_kg": 0.00026, "density_kg_m3": 7850}
    bait = {"kind": "bait", "mass_kg": 0.001, "density_kg_m3": 800}
    rig = read_rig(
        {
            "id": "drift",
            "name": "Tandem drift",
            "family": "river-drift",
            "water": {"depth_m": 2.0},
            "aim": {"tip_m": 0.02},
            "components": [
                line(id="main-line", role="main", lower_m=0.5),
                {"kind": "stop", "id": "stop", "position_m": 1.8},
                {
                    "kind": "float",
                    "id": "float",
                    "mount": "in-line-sliding",
                    "spec": {"type": "cigar-slider", "capacity_kg": 0.015},
                },
                {"kind": "swivel", "id": "swivel", "mass_kg": 0.0004, "density_kg_m3": 8500, "position_m": 0.5},
                {
                    "kind": "weight",
                    "id": "lead",
                    "shape": "ball",
                    "mass_kg": 0.012,
                    "material": "lead",
                    "density_kg_m3": 11340,
                    "position_m": 0.5,
                    "link": {"length_m": 0.1, "diameter_m": 0.00018},
                },
                line(id="leader", role="hooklength", lower_m=0.0),
                {**hook, "id": "upper", "position_m": 0.15},
                {**bait, "id": "upper-bait", "hook": "upper"},
                {**hook, "id": "lower", "position_m": 0.0},
                {**bait, "id": "lower-bait", "hook": "lower"},
            ],
        }
    )
    settled = settle(rig)
    laid = settled.laid
    # The buoyant end stands up from the swivel, so the hooks ride above the lead, which hangs below it on its link.
    assert laid.depth_m["lead"] == pytest.approx(laid.depth_m["swivel"] + 0.1)
    assert laid.depth_m["upper"] == pytest.approx(laid.depth_m["swivel"] - 0.35)
    assert laid.hook_depth_m == pytest.approx(laid.depth_m["swivel"] - 0.5)


def test_what_holds_the_float_is_that_of_the_rig_as_it_is_and_no_part_of_it(rigs: dict[str, Rig]) -> None:
    rig = rigs["bream-slider"]
    before = rig.setting_m
    assert rig.stop is not None
    moved = tuple(c.model_copy(update={"position_m": 7.0}) if c is rig.stop else c for c in rig.components)
    copy = rig.model_copy(update={"components": moved})
    assert (copy.setting_m, rig.setting_m) == (7.0, before)
    again = read_rig(json.loads(rig.model_dump_json()))
    assert again == rig
    assert again.model_dump() == rig.model_dump()
    assert hash(again) == hash(rig)
