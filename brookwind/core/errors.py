"""Errors that say what is wrong, where, and what would be right."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Self

from pydantic import BaseModel, ConfigDict, Field

from brookwind.core.figures import Figure

PathPart = str | int


class Problem(BaseModel):
    """One thing wrong with what was sent, at one place in it."""

    model_config = ConfigDict(frozen=True)

    code: str
    path: tuple[PathPart, ...] = ()
    message: str
    remedy: str = ""
    figures: dict[str, Figure] = Field(default_factory=dict)
    """Figures named in braces in message and remedy; `sentence` writes them in metric units."""

    def sentence(self) -> str:
        """What is wrong and what would be right, as one line."""
        said = f"{self.message} {self.remedy}".strip()
        return said.format(**self.figures) if self.figures else said


class BrookwindError(ValueError):
    """Base of every refusal. It carries one or more problems, each with a path to the field."""

    def __init__(self, *problems: Problem) -> None:
        self.problems = problems
        super().__init__(" ".join(p.sentence() for p in problems))

    @classmethod
    def one(
        cls,
        code: str,
        message: str,
        remedy: str = "",
        path: Sequence[PathPart] = (),
        figures: Mapping[str, Figure] | None = None,
    ) -> Self:
        """The error with a single problem.

        code: short stable name of the refusal.
        message: what is wrong, one sentence.
        remedy: what would be right, one sentence.
        path: where, as field names and indexes from the outside in.
        figures: what stands in braces in the sentences.
        """
        given = dict(figures or {})
        return cls(Problem(code=code, path=tuple(path), message=message, remedy=remedy, figures=given))

    def under(self, *prefix: PathPart) -> Self:
        """The same error with every path starting with the prefix given."""
        return type(self)(*(p.model_copy(update={"path": (*prefix, *p.path)}) for p in self.problems))


class OutOfRange(BrookwindError):
    """A value outside what is possible or sensible."""


class NotUnderstood(BrookwindError):
    """Text that cannot be read."""


class Infeasible(BrookwindError):
    """Nothing fits what was asked; the remedy says which wish to relax."""
