"""In what two rigs differ, in sentences."""

from __future__ import annotations

from brookwind.core.figures import Told, depth, length, tip
from brookwind.core.rig.components import Component
from brookwind.core.rig.document import Rig

NEAR_M = 0.0005
"""Places and depths this near are the same. [m]"""


def differences(old: Rig, new: Rig) -> tuple[Told, ...]:
    """What is otherwise in a rig: name, water, aim and setting first, then piece by piece, then everything else.

    old: the one that is there.
    new: the one that comes.
    """
    found: list[Told] = []
    if old.name != new.name:
        found.append(Told(says=f"Called {_plain(new.name)}, not {_plain(old.name)}."))
    for says, was, becomes, of in (
        ("Depth", old.water.depth_m, new.water.depth_m, depth),
        ("Tip", old.aim.tip_m, new.aim.tip_m, tip),
        ("Setting", old.setting_m, new.setting_m, length),
    ):
        if abs(was - becomes) > NEAR_M:
            found.append(Told(says=f"{says} {{new}}, not {{old}}.", figures={"new": of(becomes), "old": of(was)}))
    found += _pieces({c.id: c for c in old.components}, {c.id: c for c in new.components})
    if not found and old != new:
        found.append(Told(says="The conditions, the notes or what is muted."))
    return tuple(found)


def _pieces(old: dict[str, Component], new: dict[str, Component]) -> list[Told]:
    found = [Told(says=f"Without {_called(c)}.") for i, c in old.items() if i not in new]
    found += [Told(says=f"With {_called(c)}.") for i, c in new.items() if i not in old]
    for i, c in new.items():
        was = old.get(i)
        if was is None or was == c:
            continue
        at, then = getattr(c, "position_m", None), getattr(was, "position_m", None)
        moved = at is not None and then is not None and abs(at - then) > NEAR_M
        if _called(was) != _called(c):
            found.append(Told(says=f"{_called(c)} in place of {_called(was)}."))
        elif moved and c.kind not in {"stop", "float"}:
            figures = {"new": length(at or 0.0), "old": length(then or 0.0)}
            found.append(Told(says=f"{_called(c)} at {{new}}, not {{old}}.", figures=figures))
        elif not moved:
            found.append(Told(says=f"{_called(c)} otherwise."))
    return found


def _called(c: Component) -> str:
    return _plain(c.label or c.kind)


def _plain(text: str) -> str:
    """A name that stands in a sentence with figures: its braces are none."""
    return text.replace("{", "(").replace("}", ")")
