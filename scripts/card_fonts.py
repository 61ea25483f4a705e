"""Make the fonts of the printed card from the ones the pages ship with: two weights, all Latin letters in each."""

from __future__ import annotations

import io
import shutil
from pathlib import Path

from fontTools.merge import Merger
from fontTools.ttLib import TTFont
from fontTools.varLib.instancer import instantiateVariableFont

ROOT = Path(__file__).parents[1]
PACKAGE = ROOT / "web" / "node_modules" / "@fontsource-variable" / "atkinson-hyperlegible-next"
OUT = ROOT / "brookwind" / "formats" / "card" / "fonts"
WEIGHTS = {"regular": 400, "bold": 700}


def main() -> None:
    for name, weight in WEIGHTS.items():
        parts = []
        for subset in ("latin", "latin-ext"):
            font = TTFont(PACKAGE / "files" / f"atkinson-hyperlegible-next-{subset}-wght-normal.woff2")
            still = instantiateVariableFont(font, {"wght": weight})
            still.flavor = None
            for table in ("GSUB", "GPOS", "GDEF", "STAT"):
                if table in still:
                    del still[table]
            held = io.BytesIO()
            still.save(held)
            held.seek(0)
            parts.append(held)
        whole = Merger().merge(parts)
        whole.save(OUT / f"{name}.ttf")
        print(name, (OUT / f"{name}.ttf").stat().st_size)
    shutil.copy(PACKAGE / "LICENSE", OUT / "LICENSE")


if __name__ == "__main__":
    main()
