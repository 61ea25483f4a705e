"""Tie parts on a rig by typing them."""

from __future__ import annotations

from typing import Annotated

import typer

from brookwind.cli.common import RigFile, box_from, rig_from
from brookwind.core.box.stock import FloatStock, stock_of
from brookwind.core.edits.change import apply
from brookwind.core.edits.means import Means
from brookwind.core.edits.tie import Tie
from brookwind.core.rig.typed import LONGEST_LINES


def tie_command(
    rig_file: RigFile,
    parts: Annotated[list[str], typer.Argument(help='Such as "5 x No 8 at 12 cm" "two stops".')],
    box: Annotated[str | None, typer.Option(help="Box as CSV or JSON to take from; as sold when left out.")] = None,
) -> None:
    rig = rig_from(rig_file)
    items = box_from(box) if box else []
    means = Means(stock_of(items), floats=tuple(i for i in items if isinstance(i, FloatStock)))
    for text in parts:
        rig = apply(rig, Tie(text=text[:LONGEST_LINES]), means)
    typer.echo(rig.model_dump_json(indent=2))
