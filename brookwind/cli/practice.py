"""Practice from the command line: deals exercises and lets the automatic player play them."""

from __future__ import annotations

from typing import Annotated

import typer

from brookwind.cli.common import AsJson, told
from brookwind.core.errors import NotUnderstood
from brookwind.core.figures import Told
from brookwind.core.practice.auto import auto
from brookwind.core.practice.deal import Dealt
from brookwind.core.practice.exercises import EXERCISES, Task, deal
from brookwind.core.rig.book import SHIPPED
from brookwind.demo.load import demo_rigs


def practice_command(
    seed: Annotated[int, typer.Option(help="What is dealt; the same seed deals the same.")] = 1,
    level: Annotated[int, typer.Option(help="1 to 3, from easy to hard.")] = 1,
    only: Annotated[str | None, typer.Option(help="depth, cock, choose, read, hold or tie; all when left out.")] = None,
    play: Annotated[bool, typer.Option("--auto", help="Let the automatic player play it to its end.")] = False,
    as_json: AsJson = False,
) -> None:
    dealt = Dealt.model_validate({"seed": seed, "level": level})
    chosen = [e for e in EXERCISES if only in (None, e.id)]
    if not chosen:
        choices = ", ".join(e.id for e in EXERCISES)
        raise NotUnderstood.one("exercise", f"There is no exercise {only!r}.", f"Choose {choices}.", ("only",))
    rigs = tuple(demo_rigs())
    for exercise in chosen:
        task = deal(exercise.id, dealt, rigs, SHIPPED)
        played = auto(exercise.id, dealt, rigs, SHIPPED)[1] if play else None
        if as_json:
            typer.echo((played or task).model_dump_json(exclude_none=True))
            continue
        typer.echo(f"{exercise.name}: {told(_says(task))}")
        if played is not None and played.score is not None:
            typer.echo(f"  {played.score.share:.0%}. {' '.join(told(t) for t in played.score.says)}")


def _says(task: Task) -> Told:
    parts = (task.depth, task.cock, task.choose, task.read, task.hold, task.tie)
    return next(p.says for p in parts if p is not None)
