"""What every check says of a rig."""

from __future__ import annotations

from typing import Annotated

import typer

from brookwind.cli.common import AsJson, RigFile, filled, rig_from, told
from brookwind.core.proof.check import Finding
from brookwind.core.proof.checks import CHECKS, judge
from brookwind.core.situation import Situation


def proof_command(
    rig_file: RigFile,
    cautions: Annotated[bool, typer.Option("--cautions", help="What to mind at the water, too.")] = False,
    as_json: AsJson = False,
) -> None:
    rig = rig_from(rig_file)
    judged = judge(Situation(rig), falls=True)
    found = [*judged.findings, *(judged.mind if cautions else ())]
    if as_json:
        typer.echo(f"[{','.join(f.model_dump_json() for f in found)}]")
    else:
        for finding in found:
            typer.echo(f"{finding.severity:6}  {finding.id}: {_sentence(finding)}")
        for finding in judged.muted:
            typer.echo(f"muted   {finding.id}: {_sentence(finding)}")
        if not judged.findings:
            typer.echo(f"Nothing contradicts the water: {sum(c.severity != 'mind' for c in CHECKS)} checks asked.")
    if any(f.severity == "refuse" for f in judged.findings):
        raise typer.Exit(5)


def _sentence(finding: Finding) -> str:
    said = [filled(f"{finding.says} {finding.remedy}".strip(), finding.figures)]
    said += [told(way) for way in finding.ways]
    return " ".join(s for s in said if s)
