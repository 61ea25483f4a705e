"""What is seen, said in a line of words: "too high by about 3 mm, bead arrived, right before"."""

from __future__ import annotations

import re
from typing import Any

from brookwind.core.errors import NotUnderstood
from brookwind.core.reading.seen import Look, Seen, Trial

_N = r"(\d+(?:[.,]\d+)?)"
_LOOKS: tuple[tuple[str, Look], ...] = (
    (r"as it should|right|fine", "right"),
    (r"(?:sits |stands )?(?:too )?high|up out of the water", "high"),
    (r"(?:sits |stands )?(?:too )?low|creeps (?:down|under)", "low"),
    (r"(?:it )?leans? down(?:stream)?", "down"),
    (r"(?:it )?leans? up(?:stream)?|skates", "up"),
    (r"(?:lies |lying )?flat|never cocks|does not cock", "flat"),
    (r"(?:goes |pulled |is )?under|sinks|gone", "under"),
    (r"late|slow to cock|arrives late", "late"),
    (r"dips(?: on the drop)?|dips,? comes back", "dips"),
    (r"taps?|taps without taking", "taps"),
    (r"knocked(?: about)?", "knocked"),
    (r"follows?|fish follow|no take", "follows"),
)
_FIXED: tuple[tuple[str, dict[str, Any]], ...] = (
    (r"(?:the )?(?:bead|stop) (?:has )?(?:arrived|come|there|at the float)", {"bead": True}),
    (r"no bead|(?:the )?(?:bead|stop) (?:has )?not (?:arrived|come|there)", {"bead": False}),
    (r"(?:it )?(?:was |sat )?right before", {"before": True}),
    (r"never (?:sat )?right(?: before| here)?|from the start", {"before": False}),
    (r"only (?:on )?(?:a )?part(?: of the run)?|only (?:half ?way|further) down(?: the run)?", {"part": True}),
    (r"all along|the whole run", {"part": False}),
    (r"slower(?: than (?:the foam|it should))?", {"speed": "slower"}),
    (r"faster(?: than (?:the foam|it should))?", {"speed": "faster"}),
    (r"as fast as it should", {"speed": "same"}),
    (r"a little", {"much": "little"}),
    (r"a lot", {"much": "lot"}),
    (r"(?:lifted,? )?(?:it |the tip )?drops back", {"drops": True}),
    (r"(?:lifted,? )?(?:it |the tip )?(?:stays|is the same)", {"drops": False}),
    (r"bait (?:is )?gone", {"wound": "bait-gone"}),
    (r"bait (?:still )?on|all in order", {"wound": "in-order"}),
    (r"(?:a )?shot (?:is )?gone", {"wound": "shot-gone"}),
    (r"weed(?: on it)?", {"wound": "weed"}),
    (r"(?:a )?tangled?", {"wound": "tangle"}),
    (r"water in (?:it|the float)|float heavy", {"wound": "water"}),
    (r"line caught", {"wound": "caught"}),
)


def _number(text: str) -> float:
    return float(text.replace(",", "."))


class Said:
    """A line of words as it is read, part by part."""

    def __init__(self, usual_tip_m: float) -> None:
        self.usual_tip_m = usual_tip_m
        self.fields: dict[str, Any] = {}
        self.trials: list[Trial] = []
        self.after_s: float | None = None

    def take(self, part: str) -> bool:
        """Read one part; False when it is not understood.

        part: it, in small letters.
        """
        for words, look in _LOOKS:
            if re.fullmatch(words, part):
                self.fields["look"] = look
                return True
        for words, fields in _FIXED:
            if re.fullmatch(words, part):
                self.fields |= fields
                return True
        return self._by_figure(part)

    def _by_figure(self, part: str) -> bool:
        if m := re.fullmatch(
            rf"(?:too )?(high|low)(?: by)? (?:about )?{_N} ?mm|(?:about )?{_N} ?mm too (high|low)", part
        ):
            way, by = m[1] or m[4], _number(m[2] or m[3]) / 1000.0
            self.fields |= {"look": way, "tip_m": max(0.0, self.usual_tip_m + (by if way == "high" else -by))}
        elif m := re.fullmatch(rf"tip (?:of )?(?:about )?{_N} ?mm|(?:about )?{_N} ?mm(?: of tip)?", part):
            self.fields["tip_m"] = _number(m[1] or m[2]) / 1000.0
        elif m := re.fullmatch(rf"leans? (?:about )?{_N} ?(?:°|degrees?)? (down|up)(?:stream)?", part):
            self.fields |= {"look": m[2], "lean_deg": _number(m[1]) * (1.0 if m[2] == "down" else -1.0)}
        elif m := re.fullmatch(rf"after {_N} ?s(?:econds)?", part):
            self.after_s = _number(m[1])
        elif m := re.fullmatch(rf"at (?:setting )?{_N} ?m? (?:it )?(drags|not|it does not|does not)", part):
            self.trials.append(Trial(setting_m=_number(m[1]), drags=m[2] == "drags"))
        else:
            return False
        return True


def said(text: str, usual_tip_m: float) -> Said:
    """Read a line of words, parts between commas.

    text: the line.
    usual_tip_m: what the float should show, against which "3 mm too high" is meant. [m]
    Raises: NotUnderstood with the part that is not understood.
    >>> said("flat, bead arrived", 0.01).fields
    {'look': 'flat', 'bead': True}
    """
    found = Said(usual_tip_m)
    for part in (p.strip() for p in re.split(r"[;,](?!\d)", text.lower())):
        if part and not found.take(part):
            raise NotUnderstood.one(
                "seen-words",
                f"“{part[:60]}” is not understood.",
                "Say such as: too high by 3 mm; flat, bead arrived; leans downstream, slower; at 1.60 it drags.",
                ("seen",),
            )
    return found


def seen_of(found: Said, late: float | None = None) -> Seen:
    """What was said as what is seen.

    found: what was said.
    late: the time it took over that reckoned, where a time was said.
    Raises: OutOfRange when it contradicts itself.
    """
    fields = {**found.fields, "trials": tuple(found.trials)}
    return Seen.model_validate(fields if late is None else {**fields, "late": late})
