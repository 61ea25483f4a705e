"""Copies of the database, and what is wrong with one."""

from __future__ import annotations

from pathlib import Path
from typing import Annotated

import typer

from brookwind.cli.common import Over, write_out
from brookwind.core.errors import NotUnderstood

_Database = Annotated[Path | None, typer.Option("--database", help="Another than the kept one.")]


def _path(told: Path | None) -> Path:
    from brookwind.store.database import database_path

    return told or database_path()


def backup_command(
    file: Annotated[Path, typer.Argument(help="Where the copy goes.")],
    over: Over = False,
    database: _Database = None,
) -> None:
    from brookwind.store.copies import back_up
    from brookwind.store.database import Unusable

    if file.exists() and not over:
        raise Unusable.one("there", f"{file} is there already.", "Name another file, or add --over.")
    copied = back_up(_path(database), file)
    typer.echo(f"{file} holds {copied.says()}. It is sound.")


def restore_command(
    file: Annotated[Path, typer.Argument(help="A copy made by backup, or a daily one.")],
    yes: Annotated[bool, typer.Option("--yes", help="Do it; without this only what would happen is told.")] = False,
    database: _Database = None,
) -> None:
    from brookwind.store.copies import before_restoring, look_into, restore

    path = _path(database)
    wanted = look_into(file)
    typer.echo(f"{file}: {wanted.says()}; last changed {wanted.changed_at[:16] or 'never'} UTC.")
    if path.exists():
        now = look_into(path)
        typer.echo(f"now: {now.says()}; last changed {now.changed_at[:16] or 'never'} UTC.")
    if not yes:
        typer.echo("Nothing was changed. Stop Brookwind and add --yes to put the copy in its place.")
        return
    existed = path.exists()
    restore(path, file)
    typer.echo(f"Put back. What was there before is in {before_restoring(path)}." if existed else "Put back.")


def doctor_command(
    database: _Database = None,
    rescue: Annotated[Path | None, typer.Option(help="Write all that can be read to this file, as JSON.")] = None,
    over: Over = False,
) -> None:
    from brookwind.store.copies import look_into, rescued
    from brookwind.store.database import newest

    path = _path(database)
    found = look_into(path)
    typer.echo(f"{path}: schema {found.revision or 'none'} of {newest()}; {found.says()}.")
    for damage in found.damage:
        typer.echo(f"Damaged: {damage}")
    for aside in found.aside:
        typer.echo(f"Cannot be read: {aside.table} {aside.id!r}: {aside.why}")
    if found.revision is not None and found.revision > newest():
        typer.echo("It was written by a later Brookwind.")
    if rescue is not None:
        if rescue.resolve() == path.resolve():
            raise NotUnderstood.one("same-file", f"{rescue} is the database itself.", "Name another file.")
        write_out(rescue, rescued(found), over)
        typer.echo(f"What can be read is in {rescue}.")
    if not found.sound:
        typer.echo("Its newest copies lie beside it: schema-*, before-restore and the folder copies.")
        raise typer.Exit(3)
    typer.echo("Nothing is wrong with it.")
