"""What the float says."""

from __future__ import annotations

from typing import Annotated

import typer
from pydantic import ValidationError

from brookwind.cli_common import AsJson, RigFile, fail, rig_from
from brookwind.core.errors import BrookwindError
from brookwind.core.figures import Told
from brookwind.core.reading.read import FloatReading, Reader
from brookwind.core.reading.words import said, seen_of
from brookwind.core.rig.refusals import from_validation
from brookwind.core.situation import Situation
from brookwind.formats.units import METRIC, write


def read_command(
    rig_file: RigFile,
    seen: Annotated[str, typer.Option(help='What is seen, such as "flat, bead arrived" or "too high by 3 mm".')],
    as_json: AsJson = False,
) -> None:
    """Say what may be wrong by what is seen of the float, likeliest first."""
    there = Situation(rig_from(rig_file))
    try:
        reader = Reader(there)
        words = said(seen, reader.f.tip_m)
        reckoned = there.ready_s if words.after_s else None
        late = words.after_s / reckoned if words.after_s and reckoned else None
        reading = reader.read(seen_of(words, late))
    except ValidationError as error:
        fail(from_validation(error).under("seen"))
    except BrookwindError as error:
        fail(error)
    typer.echo(reading.model_dump_json(indent=2) if as_json else _told(reading))


def _told(reading: FloatReading) -> str:
    lines = [_written(reading.shows)]
    if not reading.explained:
        lines.append("None of the causes known here explains it well.")
    for c in reading.causes:
        lines.append(f"{c.likely:4.0%}  {c.says} ({_written(c.effect)}). {_written(c.remedy)}")
    if reading.ask:
        lines.append(f"To be surer: {reading.ask.ask}")
        lines += [f"      {a.says}: {a.then}, {a.likely:.0%}" for a in reading.ask.answers]
    return "\n".join(lines)


def _written(told: Told) -> str:
    return told.says.format(**{name: write(figure, METRIC) for name, figure in told.figures.items()})
