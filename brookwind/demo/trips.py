"""The demo's day at the water, and the rigs that lie made up."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, date, datetime, time, timedelta

from brookwind.core.rig.document import Rig
from brookwind.core.trip.document import MadeUp, Span, Trip

_TIED = (
    ("grayling-avon", "Avon, 4AAA", "winder", 23, "wallet, first leaf"),
    ("rudd-strung", "Strung waggler", "winder", 41, "wallet, first leaf"),
    ("mullet-slider", "Cigar and barrel", "spool", 12, "tube in the bag"),
)
"""Rig, label, what it is on, days since it was tied, where it lies."""


def demo_trips(today: date) -> list[Trip]:
    """A day at the sea wall, and one by the lake a week before.

    today: the day of the scenario.
    """
    begins = datetime.combine(today, time(8), UTC)
    before = begins - timedelta(days=7)
    return [
        Trip(
            id="trip-skerry", name="Skerry Wall, the steps", swim="skerry-wall-steps", begins=begins,
            ends=begins + timedelta(hours=7.5), fish=("mullet", "bass"), current_m_s=Span(low=0.0, high=0.3),
            wind_m_s=Span(low=3.0, high=7.0), temperature_c=11.0, salinity=34.0, distance_m=8.0,
        ),
        Trip(
            id="trip-reed-gap", name="Wend Mere, reed gap", swim="wend-mere-reed-gap", begins=before,
            ends=before + timedelta(hours=5), fish=("rudd", "tench"), wind_m_s=Span(low=1.0, high=5.0),
            temperature_c=13.0, distance_m=13.0, ticked=(),
        ),
    ]  # fmt: skip


def demo_wallet(rigs: Sequence[Rig], today: date) -> list[MadeUp]:
    """Rigs that are made up.

    rigs: of the demo.
    today: the day of the scenario.
    """
    by_id = {r.id: r for r in rigs}
    return [
        MadeUp.model_validate(
            {
                "id": f"made-{rig}", "label": label, "rig": by_id[rig], "holder": holder,
                "length_m": round(by_id[rig].setting_m + 1.0, 1), "tied_on": today - timedelta(days=age),
                "where": where,
            }
        )
        for rig, label, holder, age, where in _TIED
    ]  # fmt: skip
