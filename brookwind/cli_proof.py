"""What every check says of a rig."""

from __future__ import annotations

from typing import Annotated

import typer

from brookwind.cli_common import AsJson, RigFile, fail, rig_from
from brookwind.core.errors import BrookwindError
from brookwind.core.figures import Figure
from brookwind.core.proof.check import Finding
from brookwind.core.proof.checks import CHECKS, judge
from brookwind.core.situation import Situation
from brookwind.formats.units import METRIC, write


def proof_command(
    rig_file: RigFile,
    cautions: Annotated[bool, typer.Option("--cautions", help="What to mind at the water, too.")] = False,
    as_json: AsJson = False,
) -> None:
    """Ask every check of a rig and say what contradicts the water, with the remedy of each."""
    rig = rig_from(rig_file)
    try:
        judged = judge(Situation(rig), falls=True)
    except BrookwindError as error:
        fail(error)
    told = [*judged.findings, *(judged.mind if cautions else ())]
    if as_json:
        typer.echo(f"[{','.join(f.model_dump_json() for f in told)}]")
    else:
        for finding in told:
            typer.echo(f"{finding.severity:6}  {finding.id}: {_sentence(finding)}")
        for finding in judged.muted:
            typer.echo(f"muted   {finding.id}: {_sentence(finding)}")
        if not judged.findings:
            typer.echo(f"Nothing contradicts the water: {sum(c.severity != 'mind' for c in CHECKS)} checks asked.")
    if any(f.severity == "refuse" for f in judged.findings):
        raise typer.Exit(5)


def _sentence(finding: Finding) -> str:
    said = [f"{finding.says} {finding.remedy}".strip().format(**_written(finding.figures))]
    said += [way.says.format(**_written(way.figures)) for way in finding.ways]
    return " ".join(s for s in said if s)


def _written(figures: dict[str, Figure]) -> dict[str, str]:
    return {name: write(figure, METRIC) for name, figure in figures.items()}
