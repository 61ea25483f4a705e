"""Commands about the water: the depth from plumbing casts, and the stop on a changing level."""

from __future__ import annotations

from pathlib import Path
from typing import Annotated

import typer

from brookwind.cli.common import AsJson, Over, bytes_from, filled, json_from, moved, shown, told, write_out
from brookwind.clock import now
from brookwind.core.survey.plumbing.infer import plumb
from brookwind.core.survey.plumbing.readings import Plumbing
from brookwind.core.survey.timetable import Plan, timetable
from brookwind.formats.readings_csv import read_readings


def plumb_command(
    readings: Annotated[str, typer.Argument(help="CSV with setting_m, seen, value_m, at; - for standard input.")],
    float_type: Annotated[str, typer.Option("--float", help="Type of the float plumbed with.")] = "straight-waggler",
    capacity_g: Annotated[float, typer.Option(help="Its capacity, in grams of shot.")] = 3.0,
    carried_g: Annotated[float, typer.Option(help="Shot it carries besides the plummet.")] = 0.0,
    plummet_g: Annotated[float, typer.Option(help="Mass of the plummet.")] = 20.0,
    least_m: Annotated[float, typer.Option(help="Shallowest depth thought possible.")] = 0.2,
    most_m: Annotated[float, typer.Option(help="Deepest depth thought possible.")] = 6.0,
    distance_m: Annotated[float, typer.Option(help="Distance to the float.")] = 5.0,
    bait_m: Annotated[float, typer.Option(help="Height off the bed the bait is wanted at.")] = 0.05,
    as_json: AsJson = False,
) -> None:
    spec = {"type": float_type, "capacity_kg": capacity_g / 1000.0}
    fields = {
        "id": "command-line",
        "distance_m": distance_m,
        "least_m": least_m,
        "most_m": most_m,
        "bait_m": bait_m,
        "setup": {"spec": spec, "carried_kg": carried_g / 1000.0, "plummet_kg": plummet_g / 1000.0},
        "readings": read_readings(bytes_from(readings)),
    }
    answer = plumb(Plumbing.model_validate(fields))
    if as_json:
        typer.echo(answer.model_dump_json(indent=2))
    else:
        typer.echo(told(answer))
        low, high = (shown(m, "depth") for m in (answer.interval.low_m, answer.interval.high_m))
        typer.echo(f"Nine times in ten it is between {low} and {high}.")
        for clash in answer.clashes:
            typer.echo(f"{clash.first} and {clash.second}: {told(clash)}")
        if answer.next:
            typer.echo(f"Next: {shown(answer.next.setting_m, 'depth')}. {answer.next.says}")
    if answer.state == "clash":
        raise typer.Exit(5)


def timetable_command(
    plan_file: Annotated[str, typer.Argument(help="Plan as JSON, or - for standard input.")],
    calendar: Annotated[Path | None, typer.Option(help="Write the moves to this file as iCalendar.")] = None,
    over: Over = False,
    as_json: AsJson = False,
) -> None:
    plan = Plan.model_validate(json_from(plan_file))
    table = timetable(plan)
    if calendar is not None:
        from brookwind.formats.calendar import write_calendar

        write_out(calendar, write_calendar(table, plan.name or "stop moves", now()), over)
    if as_json:
        typer.echo(table.model_dump_json(indent=2))
        return
    for move in table.moves:
        slide = "" if move.slide_m is None else f", slide {moved(move.slide_m, 'line')}"
        at = f"{move.at:%Y-%m-%d %H:%M} UTC"
        typer.echo(f"{at}  {shown(move.setting_m, 'depth')}{slide}  ({shown(move.depth_m, 'depth')} of water)")
    for warned in table.warnings:
        typer.echo(f"{warned.at:%Y-%m-%d %H:%M} to {warned.until:%H:%M} UTC: {filled(warned.says, warned.figures)}")
