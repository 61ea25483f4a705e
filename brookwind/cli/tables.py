"""Answers as tables in the terminal."""

from __future__ import annotations

from brookwind.cli.common import filled, moved, shown
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
    console.print(
        f"[bold]{rig.name}[/bold] in {shown(rig.water.depth_m, 'depth')}, {shown(answer.water_kg_m3, 'density')}"
    )
    verdict = {"stands": "stands", "lies": "lies over", "sinks": "is pulled under"}[afloat.status]
    tip, carried = shown(afloat.tip_m, "tip"), shown(afloat.carried_kg, "load")
    console.print(f"The float {verdict}, tip {tip}, carries {carried}.")
    console.print(f"Hook {shown(answer.hook_height_m, 'line')} off the bed.")
    if answer.stop:
        stop = answer.stop
        console.print(f"Setting {shown(stop.now_m, 'line')}; it should be {shown(stop.wanted_m, 'line')}.")
    table = Table("piece", "mass", "pulls", "carried", "why")
    for e in answer.ledger:
        mass = "" if e.mass_kg is None else shown(e.mass_kg, "piece")
        table.add_row(e.label, mass, shown(e.lead_kg, "piece"), f"{e.share:.0%}", e.why)
    console.print(table)
    for finding in answer.findings:
        console.print(f"[bold]{finding.severity}[/bold]: {_sentence(finding)}")


def _sentence(finding: Finding) -> str:
    return filled(f"{finding.says} {finding.remedy}".strip(), finding.figures)


def print_proposal(proposal: Proposal) -> None:
    """A balanced rig, as a table.

    proposal: the rig with what it took.
    """
    from rich.console import Console
    from rich.table import Table

    console = Console()
    console.print(f"[bold]{proposal.name}[/bold]: {proposal.summary}")
    console.print(f"Tip {shown(proposal.tip_m, 'tip')}, {moved(proposal.error_m, 'tip')} from the wish.")
    console.print(f"Setting {shown(proposal.rig.setting_m, 'line')}.")
    table = Table("from the hook", "piece")
    for c in proposal.rig.components:
        position = getattr(c, "position_m", None)
        if position is not None:
            table.add_row(shown(position, "line"), c.label or c.kind)
    console.print(table)
    if not proposal.proved:
        console.print("The search was cut short; a closer choice may exist.")
