"""A whole rig in a QR square, and read back from one.

The text is `BWR1:`, then the rig document without what is usual, as JSON, deflated (RFC 1950), in base 45 (RFC 9285):
its letters are the ones a QR square holds most of.
"""

from __future__ import annotations

import json
import zlib
from collections.abc import Iterable, Iterator

import segno

from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.document import Rig, read_rig
from brookwind.formats.card.drawing import Item, Patch

BEGINS = "BWR1:"
LETTERS = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ $%*+-./:"
"""Source: RFC 9285, table 1."""
LONGEST = 1852
"""Letters at most: a larger square than version 27 cannot be read at its size on the card. Source: ISO/IEC 18004."""
MOST_BYTES = 200_000
"""A rig is no longer than this; what unpacks to more is none."""
MASK = 3
"""Pattern the modules are mixed with."""
QUIET = 4
"""Modules left white around it. Source: ISO/IEC 18004."""


def rig_text(rig: Rig) -> str:
    """The rig as the text of a square.

    rig: the rig.
    """
    fields = rig.model_dump(mode="json", exclude_defaults=True)
    # What tells a kind is needed, though it is usual in its own model.
    fields["components"] = [
        {**c, "kind": whole.kind} for c, whole in zip(fields["components"], rig.components, strict=True)
    ]
    packed = zlib.compress(json.dumps(fields, separators=(",", ":"), ensure_ascii=False).encode(), 9)
    return BEGINS + _base45(packed)


def read_text(text: str) -> Rig:
    """The rig of a square's text.

    text: as read.
    Raises: NotUnderstood when it is none; BrookwindError when its rig cannot be.
    """
    if not text.startswith("BWR"):
        raise _refused("The square does not hold a rig.", "Read the one on a Brookwind card.")
    if not text.startswith(BEGINS):
        raise _refused(f"The square is of version {text[3:4]!r}; this Brookwind reads version 1.", "Update Brookwind.")
    try:
        unpacking = zlib.decompressobj()
        data = unpacking.decompress(_bytes45(text[len(BEGINS) :]), MOST_BYTES)
        if unpacking.unconsumed_tail or not unpacking.eof:
            raise ValueError
        fields = json.loads(data)
    except (ValueError, zlib.error) as error:
        raise _refused("The square is damaged: it holds no whole rig.", "Read it again.") from error
    return read_rig(fields)


def fits(rig: Rig) -> bool:
    """Whether a rig is short enough for a square that can be read on a card.

    rig: the rig.
    """
    return len(rig_text(rig)) <= LONGEST


def too_long(rigs: Iterable[Rig]) -> dict[str, str]:
    """The documents of the rigs whose square would be too long, by the names of their files.

    rigs: the rigs.
    """
    return {f"{rig.id}.json": rig.model_dump_json(indent=2) for rig in rigs if not fits(rig)}


def square(rig: Rig, x: float, y: float, side: float) -> tuple[Item, ...]:
    """The rig's square as drawn; nothing when it is too long for one.

    rig: the rig.
    x, y: upper left corner. [mm]
    side: with its white margin. [mm]
    """
    if not fits(rig):
        return ()
    # Deflated text looks like noise under every mask: choosing among the eight takes long and gains nothing.
    made = segno.make(rig_text(rig), error="l", mode="alphanumeric", micro=False, boost_error=False, mask=MASK)
    rows = [list(row) for row in made.matrix]
    module = side / (len(rows) + 2 * QUIET)
    return tuple(
        Patch(x + (QUIET + at) * module, y + (QUIET + i) * module, n * module, rows_ * module)
        for i, at, n, rows_ in _blocks(rows)
    )


def _blocks(rows: list[list[int]]) -> Iterator[tuple[int, int, int, int]]:
    """Row, column, width and height of the rectangles of dark modules; equal runs of neighbouring rows are one."""
    open_: dict[tuple[int, int], int] = {}
    for i, row in enumerate([*rows, []]):
        runs = set(_runs(row))
        for run in [r for r in open_ if r not in runs]:
            first = open_.pop(run)
            yield first, *run, i - first
        for run in runs - open_.keys():
            open_[run] = i


def _runs(row: list[int]) -> Iterator[tuple[int, int]]:
    """Where dark modules begin in a row, and how many stand together."""
    start = None
    for i, dark in enumerate([*row, 0]):
        if dark and start is None:
            start = i
        elif not dark and start is not None:
            yield start, i - start
            start = None


def _base45(data: bytes) -> str:
    """Source: RFC 9285."""
    text = []
    for i in range(0, len(data) - 1, 2):
        n = data[i] * 256 + data[i + 1]
        text.append(LETTERS[n % 45] + LETTERS[n // 45 % 45] + LETTERS[n // 2025])
    if len(data) % 2:
        text.append(LETTERS[data[-1] % 45] + LETTERS[data[-1] // 45])
    return "".join(text)


def _bytes45(text: str) -> bytes:
    """Source: RFC 9285. Raises: ValueError for what is not of it."""
    digits = [LETTERS.index(c) for c in text]
    data = bytearray()
    for i in range(0, len(digits), 3):
        part = digits[i : i + 3]
        if len(part) == 1:
            raise ValueError
        n = sum(d * 45**k for k, d in enumerate(part))
        data += n.to_bytes(2 if len(part) == 3 else 1, "big") if n < (65536 if len(part) == 3 else 256) else _over()
    return bytes(data)


def _over() -> bytes:
    raise ValueError


def _refused(message: str, remedy: str) -> NotUnderstood:
    return NotUnderstood.one("square", message, remedy, ("text",))
