"""The plan of a run in an angler's words."""

from __future__ import annotations

from brookwind.core.figures import Figure, Told
from brookwind.core.run.plan_answer import RunPlan

_TOLD_MENDS = 3
"""So many mends are told one by one."""
_TELLS = 0.02
"""A difference of speed below this share is none."""


def said_of(plan: RunPlan) -> tuple[Told, ...]:
    """The cast, what the line does, and the end of a run, in sentences.

    plan: the plan.
    """
    return tuple(t for t in (_cast_says(plan), _line_says(plan), _end_says(plan)) if t is not None)


def _cast_says(plan: RunPlan) -> Told:
    """To half a metre and a second: nobody casts any finer."""
    up = round(2.0 * abs(plan.lands.x_m)) / 2.0
    figures = {
        "out": Figure(value=plan.lands.y_m, quantity="distance"), "up": Figure(value=up, quantity="distance"),
        "time": Figure(value=max(1.0, float(round(plan.down_s))), quantity="time"),
    }  # fmt: skip
    if not plan.flows:
        says = "Fished {out} out, the bait is down after {time}."
        if plan.free_m_s:
            figures["minute"] = Figure(value=float(round(60.0 * plan.free_m_s)), quantity="distance")
            says += " The wind drifts it about {minute} in a minute."
        return Told(says=says, figures=figures)
    if up < 0.5:
        return Told(says="Cast straight out, {out}: the bait is down after {time}.", figures=figures)
    where = "upstream" if plan.lands.x_m < 0.0 else "downstream"
    return Told(
        says=f"Cast {{out}} out and {{up}} {where} of you: the bait is down after {{time}}, where they lie.",
        figures=figures,
    )


def _line_says(plan: RunPlan) -> Told | None:
    if plan.drift is None:
        return None
    figures = {
        "share": Figure(value=abs(plan.bare_share), quantity="share"),
        "left": Figure(value=abs(plan.mended_share), quantity="share"),
    }
    if abs(plan.bare_share) < _TELLS:
        return Told(says="The line hardly changes its speed: no mend is needed.", figures={})
    if plan.line_moves_it:
        return Told(
            says="The line moves it, not the current: fish nearer, keep less slack, or raise the tip.", figures={}
        )
    way = "quick" if plan.bare_share > 0.0 else "slow"
    mends = plan.drift.mends
    if not mends:
        return Told(says=f"The line makes it {{share}} too {way}: not worth a mend.", figures=figures)
    if len(mends) > _TOLD_MENDS:
        figures["first"] = Figure(value=float(round(mends[0].time_s)), quantity="time")
        each = (mends[-1].time_s - mends[0].time_s) / (len(mends) - 1)
        figures["each"] = Figure(value=float(round(each)), quantity="time")
        when = f"{mends[0].way} after {{first}}, then each {{each}}"
    else:
        said = []
        for k, mend in enumerate(mends):
            figures[f"m{k}"] = Figure(value=float(round(mend.time_s)), quantity="time")
            turned = k == 0 or mend.way != mends[k - 1].way
            said.append(f"{mend.way} after {{m{k}}}" if turned else f"after {{m{k}}}")
        when = " and ".join((", ".join(said[:-1]), said[-1])) if len(said) > 1 else said[0]
    return Told(
        says=f"The line makes it up to {{share}} too {way}. Mend {when}: then it is about {{left}} off.",
        figures=figures,
    )


_ENDS = {
    "stretch": "It fishes {far} of the stretch, in {time}.",
    "swings-in": "It fishes {far} in {time}, then it swings in: end the run there.",
    "line": "It fishes {far} in {time}; beyond that it cannot be told how the line lies.",
    "back": "It fishes {far}, then the line draws it back upstream: end the run there.",
    "stands": "It fishes {far} in {time} and goes no further worth waiting for.",
}


def _end_says(plan: RunPlan) -> Told | None:
    if plan.drift is None:
        return None
    figures = {
        "far": Figure(value=plan.fishes_m, quantity="distance"),
        "time": Figure(value=float(round(plan.fishes_s)), quantity="time"),
        "in": Figure(value=plan.lands.y_m - plan.drift.moments[-1].y_m, quantity="distance"),
    }
    says = _ENDS[plan.drift.end]
    if plan.drift.end == "stretch" and figures["in"].value > 0.3:
        says += " It comes in by {in}."
    return Told(says=says, figures=figures)
