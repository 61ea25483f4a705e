"""Files as text: limited, decoded, and what was refused of them."""

from __future__ import annotations

from pydantic import BaseModel, ConfigDict, ValidationError

from brookwind.core.errors import NotUnderstood
from brookwind.core.rig.refusals import from_validation
from brookwind.core.survey.document import Sounding

MOST_BYTES = 16_000_000
"""Largest file read. [bytes] A day of a sounder's log is about half of it."""
MOST_SOUNDINGS = 2000
"""Soundings read from a file at most."""
FOOT_M = 0.3048
"""International foot. [m]"""


class Refused(BaseModel):
    """A line that was left out, and why."""

    model_config = ConfigDict(frozen=True)

    line: int
    says: str


class Soundings(BaseModel):
    """Soundings read from a file, and the lines left out. Good lines stand although others were bad."""

    model_config = ConfigDict(frozen=True)

    soundings: tuple[Sounding, ...]
    refused: tuple[Refused, ...] = ()
    notes: tuple[str, ...] = ()


def text_of(data: bytes, what: str) -> str:
    """The text of a file.

    data: its bytes.
    what: the kind of file, for the sentence.
    Raises: NotUnderstood when it is too large or not UTF-8.
    """
    if len(data) > MOST_BYTES:
        raise NotUnderstood.one(
            "file-too-large",
            f"The {what} is {len(data) / 1e6:.0f} MB.",
            f"Files up to {MOST_BYTES / 1e6:.0f} MB are read; cut it into days.",
            ("file",),
        )
    try:
        return data.decode("utf-8-sig")
    except UnicodeDecodeError as error:
        raise NotUnderstood.one(
            "file-text", f"The {what} is not UTF-8 text.", "Save it as UTF-8 and try again.", ("file",)
        ) from error


def first_sentence(error: ValidationError) -> str:
    """What the first thing wrong is, with its place.

    error: of a model.
    """
    problem = from_validation(error).problems[0]
    where = ".".join(str(p) for p in problem.path)
    return f"{where}: {problem.sentence()}" if where else problem.sentence()
