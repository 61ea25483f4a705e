"""Writes the licences of all that ships: what the application runs on, and what its pages are built from."""

from __future__ import annotations

import json
import re
import sys
from collections.abc import Iterator
from importlib.metadata import Distribution, PackageNotFoundError, distribution
from pathlib import Path

ROOT = Path(__file__).parents[1]
FILES = re.compile(r"^(licen[cs]e|copying|notice)", re.IGNORECASE)


def of_python() -> Iterator[tuple[str, str, str]]:
    """Name, licence and its texts of each package that the application runs on."""
    lock = (ROOT / "requirements/runtime.lock").read_text(encoding="utf-8")
    for name in re.findall(r"^([A-Za-z0-9._-]+)==", lock, re.MULTILINE):
        try:
            found = distribution(name)
        except PackageNotFoundError:
            # It is for another system.
            continue
        said = found.metadata.get("License-Expression") or found.metadata.get("License") or _classified(found)
        texts = [file.read_text() for file in found.files or () if FILES.match(file.name) and ".dist-info" in str(file)]
        yield f"{name} {found.version}", said.splitlines()[0][:100] if said else "see below", "\n\n".join(texts)


def _classified(found: Distribution) -> str:
    kinds = [c for c in found.metadata.get_all("Classifier") or () if c.startswith("License ::")]
    return ", ".join(c.rsplit(" :: ", 1)[-1] for c in kinds)


def of_web() -> Iterator[tuple[str, str, str]]:
    """Name, licence and its texts of each package that the pages are built from, fonts among them."""
    lock = json.loads((ROOT / "web/package-lock.json").read_text(encoding="utf-8"))
    for place, package in sorted(lock["packages"].items()):
        folder = ROOT / "web" / place
        if not place or package.get("dev") or package.get("optional") or not folder.is_dir():
            continue
        about = json.loads((folder / "package.json").read_text(encoding="utf-8"))
        texts = [p.read_text(encoding="utf-8") for p in sorted(folder.iterdir()) if FILES.match(p.name) and p.is_file()]
        yield f"{about['name']} {about['version']}", str(about.get("license", "see below")), "\n\n".join(texts)


def main() -> None:
    """Write them to the file named."""
    packages = [*of_python(), *of_web()]
    lines = [
        "Brookwind stands on the work of others. These packages and fonts ship with it, each under its licence.",
        "",
    ]
    lines += [f"{name}: {licence}" for name, licence, _ in packages]
    for name, licence, text in packages:
        lines += ["", "=" * 100, f"{name}: {licence}", "", text.strip() or "The package ships no text of its licence."]
    Path(sys.argv[1]).write_text("\n".join(lines) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
