"""Commands about moving water: the shape of the line, the stop, the fall."""

from __future__ import annotations

from math import degrees
from pathlib import Path
from typing import Annotated

import typer

from brookwind.cli.common import AsJson, Over, RigFile, moved, rig_from, shown, write_out
from brookwind.core.errors import BrookwindError
from brookwind.core.motion.fall import fall
from brookwind.core.motion.fall_answer import Fall, FallWish
from brookwind.core.motion.moving import Moving
from brookwind.core.motion.setting import MovingStop, moving_stop
from brookwind.core.rig.document import Rig, read_rig
from brookwind.core.situation import Situation
from brookwind.formats.fall_csv import write_fall

Depth = Annotated[float | None, typer.Option(help="Depth of the water, m; the rig's own when left out.")]
Surface = Annotated[float | None, typer.Option(help="Speed of the surface, m/s.")]
Hold = Annotated[float | None, typer.Option(help="Held back to this share of the surface's speed; 0 anchored.")]
Exponent = Annotated[float | None, typer.Option(help="n of the profile, 1 to 20; the usual one when left out.")]


def in_water(
    source: str, depth: float | None, surface: float | None, hold: float | None, exponent: float | None
) -> Rig:
    """The rig of a file in the water that was given.

    source: the file, or - for standard input.
    depth: of the water; the rig's own when None. [m]
    surface: speed of the surface. [m/s]
    hold: share of it that the float is held back to.
    exponent: n of the profile.
    """
    data = rig_from(source).model_dump(mode="json")
    if depth is not None:
        data["water"]["depth_m"] = depth
    given = {"current_m_s": surface, "hold": hold, "exponent": exponent}
    data["conditions"].update({k: v for k, v in given.items() if v is not None})
    return read_rig(data)


def shape_command(
    rig_file: RigFile, depth: Depth = None, surface: Surface = None, hold: Hold = None, exponent: Exponent = None,
    as_json: AsJson = False,
) -> None:  # fmt: skip
    rig = in_water(rig_file, depth, surface, hold, exponent)
    situation = Situation(rig)
    problem = situation.moving_problem
    if problem is not None:
        raise BrookwindError(problem)
    if situation.moving is None:
        typer.echo("Still water: the line hangs straight down. Give --surface.")
        return
    typer.echo(situation.moving.model_dump_json(indent=2) if as_json else _say_shape(situation.moving))
    if situation.moving.status != "stands":
        raise typer.Exit(5)


def _say_shape(m: Moving) -> str:
    way = "ahead of" if m.lead_m > 0 else "behind"
    lines = [
        f"Hook {shown(m.hook_height_m, 'line')} off the bed, {shown(abs(m.lead_m), 'line')} {way} the float.",
        f"Float: {m.status}, {shown(m.tip_m, 'tip')} of tip, leans {shown(degrees(m.float_lean_rad), 'angle')}, "
        f"goes {shown(m.speed_m_s, 'speed')} in {shown(m.surface_m_s, 'speed')} of current, "
        f"carries {shown(m.carried_kg, 'load')}.",
    ]
    if m.height is not None:
        most = f"; most by {m.dominant.name}" if m.dominant else ""
        low, high = (shown(h, "line") for h in (m.height.low_m, m.height.high_m))
        lines.append(f"Between {low} and {high} off the bed{most}.")
    if m.bed_kg > 0.0:
        lines.append(f"The bed carries {shown(m.bed_kg, 'load')}.")
    return "\n".join(lines)


def stop_command(
    rig_file: RigFile, depth: Depth = None, surface: Surface = None, hold: Hold = None, exponent: Exponent = None,
    as_json: AsJson = False,
) -> None:  # fmt: skip
    answer = moving_stop(in_water(rig_file, depth, surface, hold, exponent))
    typer.echo(answer.model_dump_json(indent=2) if as_json else _say_stop(answer))


def _say_stop(s: MovingStop) -> str:
    lines = [
        f"Set it to {shown(s.wanted_m, 'line')} ({moved(s.slide_m, 'line')} from now): "
        f"{shown(s.still_m, 'line')} in still water, {moved(s.lean_m, 'line')} for the current."
    ]
    lines += [f"{x.name}, {x.change}: the bait moves {moved(x.height_m, 'line')}." for x in s.sensitivities]
    if s.lowest_hold is not None:
        lines.append(f"It hangs lowest when held back to {shown(s.lowest_hold, 'share')} of the current.")
    return "\n".join(lines)


def fall_command(
    rig_file: RigFile, depth: Depth = None, surface: Surface = None, hold: Hold = None, exponent: Exponent = None,
    landing: Annotated[str, typer.Option(help="stretched, pile or drop.")] = "stretched",
    bail: Annotated[str, typer.Option(help="open or closed.")] = "open",
    pinned: Annotated[bool, typer.Option("--pinned", help="The float stays over one place.")] = False,
    run: Annotated[float | None, typer.Option(help="Length of the run, m.")] = None,
    csv: Annotated[Path | None, typer.Option(help="Write the path of every piece to this file.")] = None,
    over: Over = False,
    as_json: AsJson = False,
) -> None:  # fmt: skip
    rig = in_water(rig_file, depth, surface, hold, exponent)
    wish = FallWish.model_validate({"landing": landing, "bail": bail, "pinned": pinned, "run_m": run})
    found = fall(rig, wish)
    if csv is not None:
        write_out(csv, write_fall(found), over)
    typer.echo(found.model_dump_json(indent=2) if as_json else _say_fall(found))


def _say_fall(f: Fall) -> str:
    def at(what: str, time: float | None) -> str:
        return f"{what} after {shown(time, 'time')}" if time is not None else f"{what}: not in the time allowed"

    lines = [at("Stop reached", f.to_stop_s)] if f.to_stop_s is not None else []
    lines += [at("Stands", f.to_cock_s), at(f"Bait within a hand of {shown(f.depth_m, 'depth')}", f.to_depth_s)]
    if f.told:
        lines.append(", ".join(f"{s.says} after {shown(s.time_s, 'time')}" for s in f.told).capitalize() + ".")
    lines.append(f"The float has gone {shown(abs(f.drift_m), 'distance')} by then; risk of a tangle: {f.risk}.")
    if f.fishes_m is not None:
        lines.append(f"{shown(f.fishes_m, 'distance')} of the run are left to fish.")
    return "\n".join(lines)
