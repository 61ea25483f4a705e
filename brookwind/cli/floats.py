"""Commands about floats: one float under a load, and which capacity."""

from __future__ import annotations

from typing import Annotated

import typer

from brookwind.cli.common import AsJson, box_from, json_from, shown, told
from brookwind.core.box.stock import FloatStock
from brookwind.core.capacity.plan import Plan, plan_of
from brookwind.core.capacity.window import Window, capacity_window
from brookwind.core.floats.describe import FloatFacts, FloatState, describe, under_load
from brookwind.core.rig.document import read_rig
from brookwind.core.rig.labels import parse_label
from brookwind.core.rig.read_float import read_float
from brookwind.core.water.named import named_water


def float_command(
    float_file: Annotated[str, typer.Argument(help="Float as JSON, or - for standard input.")],
    load: Annotated[str, typer.Option(help="Lead hung on it, such as 1.8g or 3BB + 1 g.")] = "",
    water: Annotated[str, typer.Option(help="fresh:12 or sea:35,12 (salt, temperature).")] = "fresh:15",
    side: Annotated[str, typer.Option(help="Sideways pull of the line at its foot, such as 0.5g.")] = "",
    as_json: AsJson = False,
) -> None:
    spec = read_float(json_from(float_file))
    temperature, salinity = named_water(water)
    facts = describe(spec)
    hung = parse_label(load).load_kg if load.strip() else facts.capacity_kg
    aside = parse_label(side).load_kg if side.strip() else 0.0
    state = under_load(spec, max(0.0, hung), temperature, salinity, aside)
    if as_json:
        typer.echo(f'{{"float": {facts.model_dump_json()}, "state": {state.model_dump_json()}}}')
        return
    _say_float(facts, state)
    if state.status != "stands":
        raise typer.Exit(5)


def _say_float(facts: FloatFacts, state: FloatState) -> None:
    by = " by its tube test" if facts.tested else ""
    typer.echo(f"{facts.type}, {shown(facts.length_m, 'line')} long, {shown(facts.mass_kg, 'load')}.")
    typer.echo(f"Carries {shown(facts.capacity_kg, 'load')}{by}.")
    if facts.least_standing_kg is None:
        typer.echo("It does not stand under any load.")
    else:
        typer.echo(
            f"Stands from {shown(facts.least_standing_kg, 'load')}, sinks at {shown(facts.sinking_kg, 'load')} "
            f"(fresh, {shown(15.0, 'temperature')})."
        )
    sits = {
        "stands": f"stands, {shown(state.tip_m, 'tip')} of tip, {shown(state.lean_deg, 'angle')} from upright",
        "lies": f"lies over, {shown(state.lean_deg, 'angle')} from upright",
        "sinks": "is pulled under",
    }[state.status]
    typer.echo(
        f"Under {shown(state.load_kg, 'load')} of lead in water of {shown(state.water_kg_m3, 'density')} it {sits}."
    )
    if state.tip_per_10_mg_m is not None:
        typer.echo(f"{shown(1e-5, 'piece')} more takes {shown(state.tip_per_10_mg_m, 'tip')} of tip.")
    if facts.guessed:
        typer.echo(f"Guessed: {', '.join(facts.guessed)}.")


def window_command(
    plan_file: Annotated[str, typer.Argument(help="Plan or rig as JSON, or - for standard input.")],
    box: Annotated[str | None, typer.Option(help="Box as JSON; the kept box when left out.")] = None,
    as_json: AsJson = False,
) -> None:
    data = json_from(plan_file)
    plan = plan_of(read_rig(data)) if isinstance(data, dict) and "components" in data else Plan.model_validate(data)
    floats = [i for i in box_from(box) if isinstance(i, FloatStock)]
    window = capacity_window(plan, floats)
    if as_json:
        typer.echo(window.model_dump_json(indent=2))
    else:
        _say_window(window)
    if window.empty:
        raise typer.Exit(5)


def _say_window(window: Window) -> None:
    typer.echo(told(window))
    for bound in window.bounds:
        typer.echo(f"  {bound.name}: {told(bound)}")
    for concession in window.concessions:
        typer.echo(f"  Or: {told(concession)}")
    for mark in window.marks:
        broken = "; ".join(told(c) for c in mark.checks if not c.ok) or "suits"
        tested = ", tube-tested" if mark.tested else ""
        typer.echo(f"{mark.rank}. {mark.label} ({shown(mark.capacity_kg, 'load')}{tested}): {broken}")
    for faulty in window.faulty:
        typer.echo(f"-  {faulty.label}: {faulty.says}")
