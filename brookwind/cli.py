"""The same core from the command line.

Exit codes: 0 done; 1 a fault of ours; 2 the command was written wrongly; 3 what was given cannot be read or is out of
range; 4 nothing fits what was asked; 5 the rig cannot be fished as it is (evaluate).
"""

from __future__ import annotations

import json
import re
from pathlib import Path
from typing import Annotated

import typer
from pydantic import ValidationError

from brookwind import start
from brookwind.cli_common import AsJson, RigFile, box_from, bytes_from, fail, json_from, rig_from
from brookwind.cli_family import family_command
from brookwind.cli_floats import float_command, window_command
from brookwind.cli_motion import fall_command, shape_command, stop_command
from brookwind.cli_practice import practice_command
from brookwind.cli_proof import proof_command
from brookwind.cli_read import read_command
from brookwind.cli_run import cast_command, feed_command, line_command, run_command
from brookwind.cli_serve import demo_command, serve_command, standins_command
from brookwind.cli_store import backup_command, doctor_command, restore_command
from brookwind.cli_tables import print_evaluation, print_proposal
from brookwind.cli_tie import tie_command
from brookwind.cli_tying import card_command, thread_command
from brookwind.clock import now
from brookwind.core.answers.evaluate import evaluate
from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.box.stock import stock_of
from brookwind.core.errors import BrookwindError, NotUnderstood
from brookwind.core.rig.document import Rig, read_rig
from brookwind.core.rig.families import FAMILY
from brookwind.core.rig.refusals import from_validation

app = typer.Typer(no_args_is_help=True, add_completion=False)


@app.callback()
def _begin(context: typer.Context) -> None:
    """Float rigs balanced from what is in the box."""
    # The servers have yet to load what answers.
    if context.invoked_subcommand not in {"serve", "demo"}:
        start.loaded()


app.command("float")(float_command)
app.command("window")(window_command)
app.command("family")(family_command)
app.command("shape")(shape_command)
app.command("stop")(stop_command)
app.command("fall")(fall_command)
app.command("line")(line_command)
app.command("feed")(feed_command)
app.command("cast")(cast_command)
app.command("run")(run_command)
app.command("practice")(practice_command)
app.command("tie")(tie_command)
app.command("thread")(thread_command)
app.command("card")(card_command)
app.command("proof")(proof_command)
app.command("read")(read_command)
app.command("backup")(backup_command)
app.command("restore")(restore_command)
app.command("doctor")(doctor_command)
app.command("standins")(standins_command)
app.command("serve")(serve_command)
app.command("demo")(demo_command)


@app.command("evaluate")
def evaluate_command(rig_file: RigFile, as_json: AsJson = False) -> None:
    """Bring a rig to rest in the water it is tied for and say what is so."""
    rig = rig_from(rig_file)
    try:
        answer = evaluate(rig)
    except BrookwindError as error:
        fail(error)
    if as_json:
        typer.echo(answer.model_dump_json(indent=2))
    else:
        print_evaluation(rig, answer)
    if any(f.severity == "refuse" for f in answer.findings):
        raise typer.Exit(5)


@app.command("balance")
def balance_command(
    rig_file: RigFile,
    box: Annotated[str | None, typer.Option(help="Box as CSV or JSON; the kept box when left out.")] = None,
    pattern: Annotated[str | None, typer.Option(help="A pattern of its family, such as bulk or strung.")] = None,
    tip: Annotated[str | None, typer.Option(help="Tip wanted, such as 5mm or 0.5cm.")] = None,
    tip_mm: Annotated[float | None, typer.Option(help="The same, in millimetres.")] = None,
    droppers: Annotated[int | None, typer.Option(help="Single shot below the rest, 1 to 4.")] = None,
    pieces: Annotated[int, typer.Option(help="Most pieces.")] = 20,
    material: Annotated[str | None, typer.Option(help="Metal of the shot, such as lead or tin.")] = None,
    as_json: AsJson = False,
) -> None:
    """Choose and place the weights for the wanted tip, and set the stop."""
    rig = rig_from(rig_file)
    try:
        wanted_m = _length_m(tip) if tip else None if tip_mm is None else tip_mm / 1000.0
        if wanted_m is not None:
            data = rig.model_dump(mode="json")
            data["aim"]["tip_m"] = wanted_m
            rig = read_rig(data)
        wish = Wish(pattern=pattern or _usual(rig), material=material, droppers=droppers, max_pieces=pieces)
        proposal = balance_rig(rig, stock_of(box_from(box)), wish)
    except ValidationError as error:
        fail(from_validation(error))
    except BrookwindError as error:
        fail(error)
    if as_json:
        typer.echo(proposal.model_dump_json(indent=2))
    else:
        print_proposal(proposal)


def _length_m(text: str) -> float:
    match = re.fullmatch(r"\s*(\d+(?:\.\d+)?|\.\d+)\s*(mm|cm|m|in)?\s*", text)
    if match is None:
        raise NotUnderstood.one("tip", f"{text!r} is not a length of tip.", "Write it like 5mm.", ("tip",))
    return float(match[1]) * {"mm": 0.001, "cm": 0.01, "m": 1.0, "in": 0.0254}[match[2] or "mm"]


def _usual(rig: Rig) -> str:
    family = FAMILY.get(rig.family)
    if rig.pattern != "none" or (family is not None and "none" in family.patterns):
        return rig.pattern
    return "bulk"


@app.command("schema")
def schema_command(name: Annotated[str, typer.Argument(help="rig")] = "rig") -> None:
    """Print the JSON Schema of a document."""
    if name != "rig":
        fail(NotUnderstood.one("schema", f"There is no schema {name!r}.", "Schemas are: rig."))
    schema = {"$schema": "https://json-schema.org/draft/2020-12/schema", **Rig.model_json_schema()}
    typer.echo(json.dumps(schema, indent=2))


@app.command("plumb")
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
    """Tell the depth from plumbing casts, the casts that disagree, and the next setting to try."""
    from brookwind.core.survey.plumbing.infer import plumb
    from brookwind.core.survey.plumbing.readings import Plumbing
    from brookwind.formats.readings_csv import read_readings

    try:
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
    except ValidationError as error:
        fail(from_validation(error))
    except BrookwindError as error:
        fail(error)
    if as_json:
        typer.echo(answer.model_dump_json(indent=2))
    else:
        typer.echo(answer.says.format(**answer.figures))
        typer.echo(f"Nine times in ten between {answer.interval.low_m:.3f} and {answer.interval.high_m:.3f} m.")
        for clash in answer.clashes:
            typer.echo(f"{clash.first} and {clash.second}: {clash.says.format(**clash.figures)}")
        if answer.next:
            typer.echo(f"Next: {answer.next.setting_m:.2f} m. {answer.next.says}")
    if answer.state == "clash":
        raise typer.Exit(5)


@app.command("timetable")
def timetable_command(
    plan_file: Annotated[str, typer.Argument(help="Plan as JSON, or - for standard input.")],
    calendar: Annotated[Path | None, typer.Option(help="Write the moves to this file as iCalendar.")] = None,
    as_json: AsJson = False,
) -> None:
    """When to move the stop while the level changes."""
    from brookwind.core.survey.timetable import Plan, timetable

    try:
        plan = Plan.model_validate(json_from(plan_file))
        table = timetable(plan)
    except ValidationError as error:
        fail(from_validation(error))
    except BrookwindError as error:
        fail(error)
    if calendar is not None:
        from brookwind.formats.calendar import write_calendar

        calendar.write_bytes(write_calendar(table, plan.name or "stop moves", now()))
    if as_json:
        typer.echo(table.model_dump_json(indent=2))
        return
    for move in table.moves:
        slide = "" if move.slide_m is None else f", slide {move.slide_m * 100:+.0f} cm"
        typer.echo(f"{move.at:%Y-%m-%d %H:%M} UTC  {move.setting_m:.2f} m{slide}  ({move.depth_m:.2f} m of water)")
    for warned in table.warnings:
        typer.echo(f"{warned.at:%Y-%m-%d %H:%M} to {warned.until:%H:%M} UTC: {warned.says.format(**warned.figures)}")


if __name__ == "__main__":
    app()
