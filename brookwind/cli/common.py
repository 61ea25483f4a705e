"""What the commands share: reading what is named, and refusing in sentences."""

from __future__ import annotations

import json
import os
import sys
from collections.abc import Mapping
from pathlib import Path
from typing import Annotated, Any, NoReturn, Protocol

import typer
from pydantic import TypeAdapter, ValidationError

from brookwind.core.box.items import BoxItem
from brookwind.core.errors import BrookwindError, Infeasible, NotUnderstood
from brookwind.core.figures import Figure
from brookwind.core.quantities import METRIC, SYSTEMS, Quantity, Units, write
from brookwind.core.rig.document import Rig, read_rig
from brookwind.core.rig.refusals import from_validation

RigFile = Annotated[str, typer.Argument(help="Rig document, or - for standard input.")]
Over = Annotated[bool, typer.Option("--over", help="Write over a file that is there.")]
AsJson = Annotated[bool, typer.Option("--json", help="SI figures at full precision, as JSON.")]


_units = METRIC


class _Sentence(Protocol):
    @property
    def says(self) -> str: ...

    @property
    def figures(self) -> Mapping[str, Figure]: ...


def take_units(name: str) -> None:
    """Write every figure of this call in these units.

    name: metric, imperial or mixed.
    Raises: NotUnderstood with the choices.
    """
    global _units
    if name not in SYSTEMS:
        raise NotUnderstood.one("units", f"There are no units {name!r}.", f"Choose {', '.join(SYSTEMS)}.", ("units",))
    _units = SYSTEMS[name]


def person_units() -> Units:
    """The units of this call."""
    return _units


def shown(value: float, quantity: Quantity) -> str:
    """A figure in the units of this call.

    value: the figure, SI.
    quantity: what it is.
    """
    return write(value, quantity, _units)


def moved(value: float, quantity: Quantity) -> str:
    """A difference in the units of this call, with its sign.

    value: the difference, SI.
    quantity: what it is.
    """
    text = shown(value, quantity)
    return text if text.startswith("-") else f"+{text}"


def told(said: _Sentence) -> str:
    """A sentence with its figures in the units of this call.

    said: the sentence.
    """
    return filled(said.says, said.figures)


def filled(says: str, figures: Mapping[str, Figure]) -> str:
    """A sentence with its figures in the units of this call.

    says: the sentence, its figures in braces.
    figures: their values.
    """
    return says.format(**{name: f.written(_units) for name, f in figures.items()}) if figures else says


def fail(error: BrookwindError) -> NoReturn:
    """Say what is wrong and end with the exit code for it.

    error: the refusal.
    """
    for problem in error.problems[:20]:
        where = ".".join(str(p) for p in problem.path)
        says = filled(f"{problem.message} {problem.remedy}".strip(), problem.figures)
        typer.echo(f"{where}: {says}" if where else says, err=True)
    raise typer.Exit(4 if isinstance(error, Infeasible) else 3)


def write_out(path: Path, data: bytes | str, over: bool) -> None:
    """Write a file: the whole of it or nothing, and its owner's alone.

    path: where to.
    data: what it holds; text as UTF-8.
    over: a file that is there may be replaced; never a database.
    Raises: NotUnderstood when something is there, or it cannot be written.
    """
    if path.is_file() and (not over or path.read_bytes()[:16] == b"SQLite format 3\0"):
        what = "is there already" if not over else "is a database"
        raise NotUnderstood.one(
            "there", f"{path} {what}.", "Name another file." if over else "Name another file, or add --over."
        )
    content = data if isinstance(data, bytes) else data.encode()
    try:
        if path.exists() and not path.is_file():
            # A device or a pipe is written to; it must not be replaced by a file.
            path.write_bytes(content)
        else:
            _replace(path, content)
    except OSError as error:
        raise NotUnderstood.one(
            "not-written", f"{path} cannot be written: {error.strerror}.", "Name another place."
        ) from error


def _replace(path: Path, content: bytes) -> None:
    half = path.with_name(f"{path.name}.{os.getpid()}.part")
    try:
        with os.fdopen(os.open(half, os.O_CREAT | os.O_EXCL | os.O_WRONLY, 0o600), "wb") as file:
            file.write(content)
        half.replace(path)
    finally:
        half.unlink(missing_ok=True)


def bytes_from(source: str) -> bytes:
    """The bytes of a file.

    source: its name, or - for standard input.
    """
    try:
        return sys.stdin.buffer.read() if source == "-" else Path(source).read_bytes()
    except OSError as error:
        fail(NotUnderstood.one("file", f"{source} cannot be read: {error.strerror}.", "Name a file that is there."))


def json_from(source: str) -> Any:
    """What a JSON file holds.

    source: its name, or - for standard input.
    """
    return _json(bytes_from(source), source)


def _json(data: bytes, source: str) -> Any:
    try:
        return json.loads(data.decode("utf-8"))
    except UnicodeDecodeError:
        fail(NotUnderstood.one("file-text", f"{source} is not UTF-8 text.", "Give a rig document as JSON."))
    except json.JSONDecodeError as error:
        where = f"line {error.lineno}, column {error.colno}"
        fail(NotUnderstood.one("json", f"{source} is not whole JSON: it breaks at {where}.", "Save the file again."))


def rig_from(source: str) -> Rig:
    """The rig of a file.

    source: its name, or - for standard input.
    """
    return read_rig(json_from(source))


def box_from(source: str | None) -> list[BoxItem]:
    """The box of a CSV or JSON file, or the kept one.

    source: name of the file; None for the kept box.
    Raises: BrookwindError with a path for each problem.
    """
    if source is None:
        from brookwind.store.database import database_path, open_database, unit_of_work
        from brookwind.store.repositories import Box

        with unit_of_work(open_database(database_path())) as session:
            return [kept.fields for kept in Box(session).all()]
    data = bytes_from(source)
    if source != "-" and not source.lower().endswith(".json") and data.lstrip()[:1] not in (b"[", b"{"):
        return _box_from_csv(data)
    try:
        return TypeAdapter(list[BoxItem]).validate_python(_json(data, source))
    except ValidationError as error:
        raise from_validation(error) from error


def _box_from_csv(data: bytes) -> list[BoxItem]:
    from brookwind.formats.box_csv import read_box

    read = read_box(data)
    for line in read.refused:
        typer.echo(f"Left out, line {line.line}: {line.says}", err=True)
    return [row.fields for row in read.rows]
