"""Answers as tables in the terminal."""

from __future__ import annotations

from brookwind.core.answers.evaluate import Evaluation
from brookwind.core.balance.proposal import Proposal
from brookwind.core.proof.check import Finding
from brookwind.core.rig.document import Rig


def print_evaluation(rig: Rig, answer: Evaluation) -> None:
    """What an evaluation says, as a table.

    rig: the rig.
    answer: its evaluation.
    """
    from rich.console import Console
    from rich.table import Table

    console, afloat = Console(), answer.afloat
    console.print(f"[bold]{rig.name}[/bold] in {rig.water.depth_m:.2f} m, {answer.water_kg_m3:.1f} kg/m³")
    verdict = {"stands": "stands", "lies": "lies over", "sinks": "is pulled under"}[afloat.status]
    console.print(f"The float {verdict}, tip {afloat.tip_m * 1000:.1f} mm, carries {afloat.carried_kg * 1000:.2f} g.")
    console.print(f"Hook {answer.hook_height_m * 100:.0f} cm off the bed.")
    if answer.stop:
        stop = answer.stop
        console.print(f"Setting {stop.now_m:.3f} m; it should be {stop.wanted_m:.3f} m.")
    table = Table("piece", "mass g", "pulls g", "carried", "why")
    for e in answer.ledger:
        mass = "" if e.mass_kg is None else f"{e.mass_kg * 1000:.3f}"
        table.add_row(e.label, mass, f"{e.lead_kg * 1000:.3f}", f"{e.share:.0%}", e.why)
    console.print(table)
    for finding in answer.findings:
        console.print(f"[bold]{finding.severity}[/bold]: {_sentence(finding)}")


def _sentence(finding: Finding) -> str:
    said = f"{finding.says} {finding.remedy}".strip()
    return said.format(**finding.figures) if finding.figures else said


def print_proposal(proposal: Proposal) -> None:
    """A balanced rig, as a table.

    proposal: the rig with what it took.
    """
    from rich.console import Console
    from rich.table import Table

    console = Console()
    console.print(f"[bold]{proposal.name}[/bold]: {proposal.summary}")
    console.print(f"Tip {proposal.tip_m * 1000:.2f} mm, {proposal.error_m * 1000:+.2f} mm from the wish.")
    console.print(f"Setting {proposal.rig.setting_m:.3f} m.")
    table = Table("from the hook, m", "piece")
    for c in proposal.rig.components:
        position = getattr(c, "position_m", None)
        if position is not None:
            table.add_row(f"{position:.3f}", c.label or c.kind)
    console.print(table)
    if not proposal.proved:
        console.print("The search was cut short; a closer choice may exist.")
