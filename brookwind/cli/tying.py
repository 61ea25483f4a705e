"""The ordered list of tying a rig."""

from __future__ import annotations

from pathlib import Path
from typing import Annotated

import typer

from brookwind.cli.common import AsJson, Over, RigFile, filled, person_units, rig_from, write_out
from brookwind.cli.common import told as said
from brookwind.clock import now
from brookwind.core.quantities import IMPERIAL, write
from brookwind.core.tying.forgotten import forgotten
from brookwind.core.tying.steps import threading


def thread_command(
    rig_file: RigFile,
    forgot: Annotated[str | None, typer.Option(help="Id of a piece that should be on already.")] = None,
    done: Annotated[int | None, typer.Option(min=0, help="Steps that are done; all when left out.")] = None,
    as_json: AsJson = False,
) -> None:
    rig = rig_from(rig_file)
    list_ = threading(rig)
    undo = forgotten(rig, forgot, len(list_.steps) if done is None else done) if forgot else None
    if as_json:
        typer.echo((undo or list_).model_dump_json(indent=2))
    elif undo:
        typer.echo(said(undo))
    else:
        for i, step in enumerate(list_.steps, 1):
            typer.echo(f"{i:2}  {step.title}. {filled(f'{step.says} {step.warns}'.strip(), step.figures)}")


def card_command(
    rig_files: Annotated[list[str], typer.Argument(help="Rig documents.")],
    pdf: Annotated[Path | None, typer.Option(help="Write a PDF of true size to this file.")] = None,
    svg: Annotated[Path | None, typer.Option(help="Write the first page as SVG to this file.")] = None,
    strip: Annotated[bool, typer.Option("--strip", help="The lower rig life-size instead of the card.")] = False,
    label: Annotated[bool, typer.Option("--label", help="A label for a winder instead of the card.")] = False,
    four: Annotated[bool, typer.Option("--four", help="Four cards to an A4.")] = False,
    winder: Annotated[str, typer.Option(help="Where the rig is kept, for the label.")] = "",
    inches: Annotated[bool, typer.Option("--inches", help="Feet, inches and ounces.")] = False,
    over: Over = False,
) -> None:
    # Only this command draws: the others start without what it takes.
    from brookwind.core.answers.card import card
    from brookwind.core.situation import Situation
    from brookwind.formats.card.layout import Stamp, card_sheet, cards_sheets, label_sheet, told
    from brookwind.formats.card.pdf import write_pdf
    from brookwind.formats.card.square import too_long
    from brookwind.formats.card.strip import strip_sheets
    from brookwind.formats.card.svg import write_svg

    units = IMPERIAL if inches else person_units()
    rigs = [rig_from(f) for f in rig_files]
    made = [(card(Situation(rig)), rig) for rig in rigs]
    moment = now()
    stamp = Stamp(moment.date(), winder)
    if strip:
        sheets = [s for c, _ in made for s in strip_sheets(c, units)]
    elif label:
        sheets = [label_sheet(c, stamp, units) for c, _ in made]
    elif four:
        sheets = list(cards_sheets(made, stamp, units))
    else:
        sheets = [card_sheet(c, rig, stamp, units) for c, rig in made]
    if pdf is not None:
        write_out(pdf, write_pdf(sheets, made[0][0].name, moment, too_long(rigs)), over)
    if svg is not None:
        write_out(svg, write_svg(sheets[0]), over)
    if pdf is None and svg is None:
        for c, _ in made:
            typer.echo(f"{c.name}, {told(c.water, units)}")
            for mark in c.marks:
                typer.echo(f"{write(mark.position_m, 'line', units):>10}  {mark.says}")
            typer.echo(" ".join(told(s, units) for s in c.look))
