"""What the float says."""

from __future__ import annotations

from typing import Annotated

import typer

from brookwind.cli.common import AsJson, RigFile, rig_from, told
from brookwind.core.reading.read import FloatReading, Reader
from brookwind.core.reading.words import said, seen_of
from brookwind.core.situation import Situation


def read_command(
    rig_file: RigFile,
    seen: Annotated[str, typer.Option(help='What is seen, such as "flat, bead arrived" or "too high by 3 mm".')],
    as_json: AsJson = False,
) -> None:
    situation = Situation(rig_from(rig_file))
    reader = Reader(situation)
    words = said(seen, reader.f.tip_m)
    ready_s = situation.ready_s if words.after_s else None
    late = words.after_s / ready_s if words.after_s and ready_s else None
    reading = reader.read(seen_of(words, late))
    typer.echo(reading.model_dump_json(indent=2) if as_json else _lines(reading))


def _lines(reading: FloatReading) -> str:
    lines = [told(reading.shows)]
    if not reading.explained:
        lines.append("None of the causes known here explains it well.")
    for c in reading.causes:
        lines.append(f"{c.likely:4.0%}  {c.says} ({told(c.effect)}). {told(c.remedy)}")
    if reading.ask:
        lines.append(f"To be surer: {reading.ask.ask}")
        lines += [f"      {a.says}: {a.then}, {a.likely:.0%}" for a in reading.ask.answers]
    return "\n".join(lines)
