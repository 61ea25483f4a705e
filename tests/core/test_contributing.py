"""The worked example for contributors is run as it stands."""

from __future__ import annotations

import re
from pathlib import Path
from typing import Any

from brookwind.core.rig.document import Rig
from brookwind.core.situation import Situation

GUIDE = Path(__file__).parents[2] / "CONTRIBUTING.md"


def test_the_check_of_the_guide_fires_and_keeps_still(rigs: dict[str, Rig]) -> None:
    (example,) = re.findall(r"```python\n(.*?)```", GUIDE.read_text(encoding="utf-8"), re.DOTALL)
    names: dict[str, Any] = {}
    exec(compile(example, "CONTRIBUTING.md", "exec"), names)
    check, rig = names["SHORT_LEADER"], rigs["rudd-strung"]
    assert check.judge(check, Situation(rig)) is None
    lines = tuple(
        c.model_copy(update={"lower_m": 0.02}) if c.kind == "line" and c.role == "main" else c for c in rig.components
    )
    found = check.judge(check, Situation(rig.replace_components(lines)))
    assert found is not None
    assert str(found.figures["leader"]) == "2 cm"


def test_every_file_the_guide_names_is_there() -> None:
    named = re.findall(
        r"`((?:brookwind|tests|docs|core)/[\w/*.-]+\.(?:py|md|json))`", GUIDE.read_text(encoding="utf-8")
    )
    assert len(named) > 8
    for name in named:
        assert list(GUIDE.parent.glob(name if not name.startswith("core/") else f"brookwind/{name}")), name
