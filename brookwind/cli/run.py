"""Commands about fishing a rig: the line between rod and float, feed, the cast, the run."""

from __future__ import annotations

from typing import Annotated

import typer

from brookwind.cli.common import AsJson, RigFile, filled, moved, shown, told
from brookwind.cli.motion import Depth, Hold, Surface, in_water
from brookwind.core.rig.document import Rig
from brookwind.core.run.casting import CastWish, casting
from brookwind.core.run.feeding import Thrown, feeding
from brookwind.core.run.of_rig import SLACK, TIP_M, HowHeld, line_answer
from brookwind.core.run.plan import run_plan
from brookwind.core.run.plan_answer import RunPlan, RunWish

TipHeight = Annotated[float, typer.Option("--tip", help="Rod tip over the water, m.")]
Slack = Annotated[float, typer.Option(help="Line out over the straight way, as a share of it.")]
Far = Annotated[float | None, typer.Option("--distance", help="How far out it is fished, m; the rig's own else.")]


def _at(rig: Rig, far: float | None) -> Rig:
    if far is None:
        return rig
    return Rig.model_validate({**rig.model_dump(), "conditions": {**rig.conditions.model_dump(), "distance_m": far}})


def line_command(
    rig_file: RigFile,
    surface: Surface = None,
    tip: TipHeight = TIP_M,
    slack: Slack = SLACK,
    along: Annotated[float, typer.Option(help="How far downstream of the angler the float is, m.")] = 0.0,
    moves: Annotated[str, typer.Option(help="held, swings or paid.")] = "swings",
    wind: Annotated[float, typer.Option(help="Wind downstream, m/s; negative upstream.")] = 0.0,
    as_json: AsJson = False,
) -> None:
    rig = in_water(rig_file, None, surface, None, None)
    how = {"tip_height_m": tip, "slack": slack, "along_m": along, "moves": moves, "wind_along_m_s": wind}
    found = line_answer(rig, HowHeld.model_validate(how))
    if as_json:
        typer.echo(found.model_dump_json(indent=2))
        return
    typer.echo(told(found.says))
    for other in found.others:
        by = "cannot be found" if other.along_n is None else moved(other.along_n, "force")
        typer.echo(f"  {other.says}: {by}")


def feed_command(
    rig_file: RigFile,
    what: Annotated[str, typer.Option(help="maggots, casters, hemp, corn, pellets, groundbait and more.")] = "maggots",
    each: Annotated[int, typer.Option(help="Items at a time.")] = 12,
    casts: Annotated[float, typer.Option(help="Times an hour.")] = 30.0,
    hours: Annotated[float, typer.Option(help="Hours.")] = 5.0,
    depth: Depth = None,
    surface: Surface = None,
    as_json: AsJson = False,
) -> None:
    rig = in_water(rig_file, depth, surface, None, None)
    given = {"feed": what, "each": each, "casts_an_hour": casts, "hours": hours}
    found = feeding(rig, Thrown.model_validate(given))
    if as_json:
        typer.echo(found.model_dump_json(indent=2))
        return
    typer.echo(f"{found.name}: sink at {shown(found.sink_m_s, 'sinking')}.")
    typer.echo(told(found.says))
    typer.echo(told(found.amount))
    if found.meets:
        typer.echo({"with": "Thrown with the cast it is down with the bait.", "before": "It is down before the bait.",
                    "after": "It is down after the bait."}[found.meets])  # fmt: skip


def cast_command(
    rig_file: RigFile,
    distance: Far = None,
    wind: Annotated[float, typer.Option(help="Wind with the cast, m/s; negative in its face.")] = 0.0,
    across: Annotated[float, typer.Option(help="Wind from the left, m/s.")] = 0.0,
    back: Annotated[float | None, typer.Option(help="Draw it back by so much, m; what sinks the line else.")] = None,
    bail: Annotated[str, typer.Option(help="open or closed while a slider sinks.")] = "open",
    as_json: AsJson = False,
) -> None:
    rig = _at(in_water(rig_file, None, None, None, None), distance)
    wish = {"wind_along_m_s": wind, "wind_across_m_s": across, "draw_back_m": back, "bail": bail}
    found = casting(rig, CastWish.model_validate(wish))
    if as_json:
        typer.echo(found.model_dump_json(indent=2))
        return
    typer.echo(f"{shown(found.mass_kg, 'load')} in the air, {shown(found.reach_m, 'distance')} at most.")
    for said in found.says:
        typer.echo(told(said))


def run_command(
    rig_file: RigFile,
    distance: Far = None,
    depth: Depth = None,
    surface: Surface = None,
    hold: Hold = None,
    start: Annotated[float, typer.Option("--from", help="Where the bait is to be down, m downstream of you.")] = 0.0,
    to: Annotated[float | None, typer.Option(help="Where the stretch ends, m downstream of you.")] = None,
    tip: TipHeight = TIP_M,
    slack: Slack = SLACK,
    wind: Annotated[float, typer.Option(help="Wind downstream, m/s; negative upstream.")] = 0.0,
    feed: Annotated[str | None, typer.Option(help="What is fed; what goes with the bait else.")] = None,
    as_json: AsJson = False,
) -> None:
    rig = _at(in_water(rig_file, depth, surface, hold, None), distance)
    wish = {
        "how": {"tip_height_m": tip, "slack": slack, "wind_along_m_s": wind},
        "fish_from_m": start, "fish_to_m": to, "thrown": None if feed is None else {"feed": feed},
    }  # fmt: skip
    plan = run_plan(rig, RunWish.model_validate(wish))
    typer.echo(plan.model_dump_json(indent=2) if as_json else _say_run(plan))


def _say_run(plan: RunPlan) -> str:
    lines = [told(said) for said in plan.says]
    if plan.feed is not None:
        lines += [f"{plan.feed.name.capitalize()}: {told(plan.feed.says)}"]
        lines.append(told(plan.feed.amount))
    if plan.feed_problem is not None:
        lines.append(
            filled(f"{plan.feed_problem.message} {plan.feed_problem.remedy}".strip(), plan.feed_problem.figures)
        )
    legs = ", ".join(f"{leg.name} {shown(leg.seconds, 'time')}" for leg in plan.cycle)
    lines.append(f"{legs}: about {round(plan.casts_an_hour, -1 if plan.casts_an_hour > 60 else 0):.0f} an hour.")
    return "\n".join(lines)
