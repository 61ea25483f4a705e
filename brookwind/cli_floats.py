"""Commands about floats: one float under a load, and which capacity."""

from __future__ import annotations

from typing import Annotated

import typer
from pydantic import ValidationError

from brookwind.cli_common import AsJson, box_from, fail, json_from
from brookwind.core.box.stock import FloatStock
from brookwind.core.capacity.plan import Plan, plan_of
from brookwind.core.capacity.window import Window, capacity_window
from brookwind.core.errors import BrookwindError
from brookwind.core.floats.describe import FloatFacts, FloatState, describe, under_load
from brookwind.core.rig.document import read_rig
from brookwind.core.rig.labels import parse_label
from brookwind.core.rig.read_float import read_float
from brookwind.core.rig.refusals import from_validation
from brookwind.core.water.named import named_water


def float_command(
    float_file: Annotated[str, typer.Argument(help="Float as JSON, or - for standard input.")],
    load: Annotated[str, typer.Option(help="Lead hung on it, such as 1.8g or 3BB + 1 g.")] = "",
    water: Annotated[str, typer.Option(help="fresh:12 or sea:35,12 (salt, temperature).")] = "fresh:15",
    side: Annotated[str, typer.Option(help="Sideways pull of the line at its foot, such as 0.5g.")] = "",
    as_json: AsJson = False,
) -> None:
    """Say what a float carries, and how it sits under a load."""
    try:
        spec = read_float(json_from(float_file))
        temperature, salinity = named_water(water)
        facts = describe(spec)
        hung = parse_label(load).load_kg if load.strip() else facts.capacity_kg
        aside = parse_label(side).load_kg if side.strip() else 0.0
        state = under_load(spec, max(0.0, hung), temperature, salinity, aside)
    except BrookwindError as error:
        fail(error)
    if as_json:
        typer.echo(f'{{"float": {facts.model_dump_json()}, "state": {state.model_dump_json()}}}')
        return
    _say_float(facts, state)
    if state.status != "stands":
        raise typer.Exit(5)


def _say_float(facts: FloatFacts, state: FloatState) -> None:
    mm, g = 1000.0, 1000.0
    by = " by its tube test" if facts.tested else ""
    typer.echo(f"{facts.type}, {facts.length_m * mm:.0f} mm long, {facts.mass_kg * g:.2f} g.")
    typer.echo(f"Carries {facts.capacity_kg * g:.2f} g{by}.")
    if facts.least_standing_kg is None:
        typer.echo("It does not stand under any load.")
    else:
        typer.echo(
            f"Stands from {facts.least_standing_kg * g:.2f} g, sinks at {facts.sinking_kg * g:.2f} g (fresh, 15 °C)."
        )
    sits = {
        "stands": f"stands, {state.tip_m * mm:.1f} mm of tip, {state.lean_deg:.0f}° from upright",
        "lies": f"lies over, {state.lean_deg:.0f}° from upright",
        "sinks": "is pulled under",
    }[state.status]
    typer.echo(f"Under {state.load_kg * g:.2f} g of lead in water of {state.water_kg_m3:.1f} kg/m³ it {sits}.")
    if state.tip_per_10_mg_m is not None:
        typer.echo(f"10 mg more takes {state.tip_per_10_mg_m * mm:.2g} mm of tip.")
    if facts.guessed:
        typer.echo(f"Guessed: {', '.join(facts.guessed)}.")


def window_command(
    plan_file: Annotated[str, typer.Argument(help="Plan or rig as JSON, or - for standard input.")],
    box: Annotated[str | None, typer.Option(help="Box as JSON; the kept box when left out.")] = None,
    as_json: AsJson = False,
) -> None:
    """Say which capacity suits a plan, and which floats of the box do."""
    data = json_from(plan_file)
    try:
        plan = plan_of(read_rig(data)) if isinstance(data, dict) and "components" in data else Plan.model_validate(data)
        floats = [i for i in box_from(box) if isinstance(i, FloatStock)]
        window = capacity_window(plan, floats)
    except ValidationError as error:
        fail(from_validation(error))
    except BrookwindError as error:
        fail(error)
    if as_json:
        typer.echo(window.model_dump_json(indent=2))
    else:
        _say_window(window)
    if window.empty:
        raise typer.Exit(5)


def _say_window(window: Window) -> None:
    typer.echo(window.says.format(**window.figures))
    for bound in window.bounds:
        typer.echo(f"  {bound.name}: {bound.says.format(**bound.figures)}")
    for concession in window.concessions:
        typer.echo(f"  Or: {concession.says.format(**concession.figures)}")
    for mark in window.marks:
        broken = "; ".join(c.says.format(**c.figures) for c in mark.checks if not c.ok) or "suits"
        tested = ", tube-tested" if mark.tested else ""
        typer.echo(f"{mark.rank}. {mark.label} ({mark.capacity_kg * 1000:.2f} g{tested}): {broken}")
    for faulty in window.faulty:
        typer.echo(f"-  {faulty.label}: {faulty.says}")
