"""Commands about families: the list of them, and a rig of one."""

from __future__ import annotations

from typing import Annotated

import typer

from brookwind.cli.common import AsJson, told
from brookwind.core.advice.purpose import Purpose
from brookwind.core.advice.schools import habits_for
from brookwind.core.advice.suits import which_suits
from brookwind.core.balance.ready import ready_rig
from brookwind.core.rig.document import Conditions, Rig, Water
from brookwind.core.rig.families import FAMILIES, FAMILY, USUAL_ROD_M, Start, usual_conditions
from brookwind.core.water.named import named_water


def family_command(
    name: Annotated[str, typer.Argument(help="A family, or LIST.")] = "LIST",
    depth: Annotated[float | None, typer.Option(help="Depth in metres; with it LIST ranks for the fish.")] = None,
    species: Annotated[str | None, typer.Option(help="Fish, such as rudd.")] = None,
    water: Annotated[str, typer.Option(help="fresh:12 or sea:35,12 (salt, temperature).")] = "fresh:15",
    distance: Annotated[float, typer.Option(help="Distance to fish at, in metres.")] = 12.0,
    current: Annotated[float, typer.Option(help="Speed of the surface, in metres a second.")] = 0.0,
    tackle: Annotated[str, typer.Option(help="rod, pole or whip, for LIST.")] = "rod",
    as_json: AsJson = False,
) -> None:
    rods: dict[str, float] = {str(kind): length for kind, length in USUAL_ROD_M.items()}
    temperature, salinity = named_water(water)
    if name.upper() != "LIST":
        conditions = None
        if name in FAMILY:
            usual = usual_conditions(FAMILY[name])
            conditions = usual.model_copy(update={"current_m_s": current})
        water_here = Water(depth_m=2.0 if depth is None else depth, temperature_c=temperature, salinity=salinity)
        typer.echo(_tied(name, water_here, species, conditions).model_dump_json(indent=2))
    elif depth is None:
        for f in FAMILIES:
            typer.echo(f"{f.number:2d}  {f.id:16s} {f.name}")
    else:
        water_here = Water(depth_m=depth, temperature_c=temperature, salinity=salinity)
        conditions = Conditions.model_validate(
            {"distance_m": distance, "current_m_s": current, "tackle": tackle, "rod_m": rods.get(tackle, 3.9)}
        )
        _say_ranked(Purpose(water=water_here, species=species, conditions=conditions), as_json)


def _tied(name: str, water: Water, species: str | None, conditions: Conditions | None) -> Rig:
    habits = habits_for(Purpose(water=water, species=species, conditions=conditions or Conditions()))
    start = Start(species=species, conditions=conditions, habits=habits)
    title = f"{name}, {species}" if species else name
    return ready_rig(name, water, name if name in FAMILY else "rig", title[:80], start).rig


def _say_ranked(purpose: Purpose, as_json: bool) -> None:
    suits = which_suits(purpose)
    if as_json:
        typer.echo(suits.model_dump_json(indent=2))
        return
    typer.echo(told(suits.slides))
    for s in suits.ranked:
        reason = s.reasons[0]
        mark = f"{s.score:+.1f}" if s.possible else "  no"
        typer.echo(f"{mark}  {s.family:16s} {told(reason)}")
