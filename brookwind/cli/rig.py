"""Commands about one rig: what it does at rest, its weights, and the schema of its document."""

from __future__ import annotations

import json
from typing import Annotated

import typer

from brookwind.cli.common import AsJson, RigFile, box_from, rig_from
from brookwind.cli.tables import print_evaluation, print_proposal
from brookwind.core.answers.evaluate import evaluate
from brookwind.core.balance.proposal import Wish
from brookwind.core.balance.propose import balance_rig
from brookwind.core.box.stock import stock_of
from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.document import Rig, read_rig
from brookwind.core.rig.families import FAMILY
from brookwind.core.typed_figure import read_figure


def evaluate_command(rig_file: RigFile, as_json: AsJson = False) -> None:
    rig = rig_from(rig_file)
    answer = evaluate(rig)
    if as_json:
        typer.echo(answer.model_dump_json(indent=2))
    else:
        print_evaluation(rig, answer)
    if any(f.severity == "refuse" for f in answer.findings):
        raise typer.Exit(5)


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
    rig = rig_from(rig_file)
    wanted_m = read_figure(tip, "tip") if tip else None if tip_mm is None else tip_mm / 1000.0
    if wanted_m is not None:
        data = rig.model_dump(mode="json")
        data["aim"]["tip_m"] = wanted_m
        rig = read_rig(data)
    wish = Wish(pattern=pattern or _usual(rig), material=material, droppers=droppers, max_pieces=pieces)
    proposal = balance_rig(rig, stock_of(box_from(box)), wish)
    if as_json:
        typer.echo(proposal.model_dump_json(indent=2))
    else:
        print_proposal(proposal)


def _usual(rig: Rig) -> str:
    family = FAMILY.get(rig.family)
    if rig.pattern != "none" or (family is not None and "none" in family.patterns):
        return rig.pattern
    return "bulk"


def schema_command(name: Annotated[str, typer.Argument(help="rig")] = "rig") -> None:
    if name != "rig":
        raise NotUnderstood.one("schema", f"There is no schema {name!r}.", "Schemas are: rig.")
    schema = {"$schema": "https://json-schema.org/draft/2020-12/schema", **Rig.model_json_schema()}
    typer.echo(json.dumps(schema, indent=2))
