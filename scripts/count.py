"""Non-blank lines of the code and of its tests, and how the tests stand to the code. Generated files are left out."""

from __future__ import annotations

import subprocess
from pathlib import Path

_CODE = {".py", ".ts", ".tsx", ".mjs"}
_GENERATED = {"web/src/api/schema.d.ts"}
WANTED = (0.25, 1.0 / 3.0)
"""Lines of tests to a line of code that are aimed at."""


def is_test(path: str) -> bool:
    """True for a file that tests, or is there for tests only."""
    return path.startswith(("tests/", "web/src/testing/")) or ".test." in path


def main() -> None:
    """Print the figures of the files git knows."""
    listed = subprocess.run(["git", "ls-files"], check=True, capture_output=True, text=True).stdout.split()
    lines = {"code": 0, "tests": 0}
    for name in listed:
        path = Path(name)
        if path.suffix in _CODE and name not in _GENERATED and path.exists():
            text = path.read_text(encoding="utf-8")
            lines["tests" if is_test(name) else "code"] += sum(bool(line.strip()) for line in text.splitlines())
    ratio = lines["tests"] / lines["code"]
    print(
        f"{lines['code']} lines of code, {lines['tests']} of tests: {ratio:.0%} (aimed at {WANTED[0]:.0%} to a third)"
    )


if __name__ == "__main__":
    main()
