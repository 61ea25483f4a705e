"""Sets of rules to begin from. They are examples of how boards read, not the law anywhere: check each line."""

from __future__ import annotations

from dataclasses import dataclass

from brookwind.core.rules.place_rules import Closed, LeadBand, PlaceRules


@dataclass(frozen=True)
class ExampleRules:
    """A set of rules under a plain name."""

    id: str
    name: str
    says: str
    rules: PlaceRules
    source: str = "default"


def _example(id: str, name: str, says: str, rules: PlaceRules) -> ExampleRules:
    return ExampleRules(id, f"Example: {name}", says, rules.model_copy(update={"kind": "example"}))


_SMALL_LEAD = LeadBand(from_kg=0.00006, to_kg=0.02835)

EXAMPLES = (
    _example(
        "day-ticket-lake", "a lake on a day ticket", "Barbless hooks, no keepnets, a limit on feed, daylight hours.",
        PlaceRules(
            water_id="example", barbs="barbless", largest_hook=8, no_keepnets=True, feed_most_kg=2.0, rods_most=2,
            no_overloading=True, lash_least_m=0.3, opens="06:00", closes="21:00", no_braid=True,
        ),
    ),
    _example(
        "close-season-river", "a river with a closed spring", "Closed in spring; lead forbidden from split shot to an "
        "ounce; one rod.",
        PlaceRules(
            water_id="example", closed=(Closed(first="03-15", last="06-15"),), lead=(_SMALL_LEAD,), rods_most=1,
            no_live_bait=True,
        ),
    ),
    _example(
        "game-stream", "a stream with trout and grayling", "Single barbless hook, trout closed in winter.",
        PlaceRules(
            water_id="example", hooks_most=1, barbs="barbless", no_live_bait=True, lead=(_SMALL_LEAD,), rods_most=1,
            closed=(Closed(first="10-01", last="03-31", species="brown-trout"),),
        ),
    ),
    _example(
        "harbour-wall", "a harbour wall", "Three hooks, two rods, balloons forbidden, closed by night.",
        PlaceRules(
            water_id="example", hooks_most=3, rods_most=2, no_floats=("balloon",), opens="05:00", closes="23:00",
        ),
    ),
)  # fmt: skip
