"""Practice from the command line: deals exercises and lets the automatic player play them."""

from __future__ import annotations

from typing import Annotated

import typer
from pydantic import ValidationError

from brookwind.cli_common import AsJson, fail
from brookwind.core.errors import BrookwindError
from brookwind.core.figures import Told
from brookwind.core.practice.auto import auto
from brookwind.core.practice.deal import Dealt
from brookwind.core.practice.exercises import EXERCISES, Task, deal
from brookwind.core.rig.book import SHIPPED
from brookwind.core.rig.refusals import from_validation
from brookwind.demo.load import demo_rigs


def practice_command(
    seed: Annotated[int, typer.Option(help="What is dealt; the same seed deals the same.")] = 1,
    level: Annotated[int, typer.Option(help="1 to 3, from easy to hard.")] = 1,
    only: Annotated[str | None, typer.Option(help="depth, cock, choose, read, hold or tie; all when left out.")] = None,
    play: Annotated[bool, typer.Option("--auto", help="Let the automatic player play it to its end.")] = False,
    as_json: AsJson = False,
) -> None:
    """Deal exercises from a seed, and play them."""
    try:
        dealt = Dealt.model_validate({"seed": seed, "level": level})
    except ValidationError as error:
        fail(from_validation(error))
    chosen = [e for e in EXERCISES if only in (None, e.id)]
    if not chosen:
        typer.echo(f"There is no exercise {only!r}. There are {', '.join(e.id for e in EXERCISES)}.", err=True)
        raise typer.Exit(3)
    rigs = tuple(demo_rigs())
    for exercise in chosen:
        try:
            task = deal(exercise.id, dealt, rigs, SHIPPED)
            played = auto(exercise.id, dealt, rigs, SHIPPED)[1] if play else None
        except BrookwindError as error:
            fail(error)
        if as_json:
            typer.echo((played or task).model_dump_json(exclude_none=True))
            continue
        typer.echo(f"{exercise.name}: {_told(_says(task))}")
        if played is not None and played.score is not None:
            typer.echo(f"  {played.score.share:.0%}. {' '.join(_told(t) for t in played.score.says)}")


def _says(task: Task) -> Told:
    parts = (task.depth, task.cock, task.choose, task.read, task.hold, task.tie)
    return next(p.says for p in parts if p is not None)


def _told(told: Told) -> str:
    return told.says.format(**told.figures)
