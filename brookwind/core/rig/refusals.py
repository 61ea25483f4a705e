"""The validator's records, turned into our sentences."""

from __future__ import annotations

import reprlib
from collections.abc import Sequence
from decimal import Decimal
from typing import Any, TypeVar

from pydantic import BaseModel, ValidationError

from brookwind.core.errors import BrookwindError, NotUnderstood, PathPart, Problem
from brookwind.core.rig.components import COMPONENT_KINDS

_COMPARISONS = {
    "greater_than": ("gt", "more than"),
    "greater_than_equal": ("ge", "at least"),
    "less_than": ("lt", "less than"),
    "less_than_equal": ("le", "at most"),
}


_UNITS = {
    "_kg_m3": " kg/m³", "_kg_m2": " kg/m²", "_kg_m": " kg/m", "_m_s": " m/s", "_ms": " m/s", "_kg": " kg", "_deg": "°",
    "_m": " m", "_c": " °C", "_n": " N", "_s": " s",
}  # fmt: skip
"""Units at the end of a field's name, the longer before the shorter."""

_SENTENCES = {
    "missing": ("{name} is missing.", "Enter it."),
    "finite_number": ("{name} is not a finite number.", "Enter an ordinary number."),
    "extra_forbidden": ("{name} is not a field Brookwind knows.", "Check its spelling, or leave it out."),
    "union_tag_invalid": ("{tag!r} is not a component Brookwind knows.", "Use one of {expected_tags}."),
    "union_tag_not_found": ("{name} does not say what kind of component it is.", 'Add its "kind".'),
    "too_long": ("{name} has {actual_length} entries.", "At most {max_length} are allowed."),
    "too_short": ("{name} has {actual_length} entries.", "At least {min_length} are needed."),
    "literal_error": ("{name} is {got}.", "Use one of {expected}."),
    "json_invalid": ("The text is not complete JSON.", "Reading stopped: {error}."),
    "string_too_short": ("{name} is empty.", "Enter it."),
    "string_too_long": ("{name} is too long.", "Use at most {max_length} characters."),
    "float_parsing": ("{name} is {got}.", "Enter a number."),
    "float_type": ("{name} is {got}.", "Enter a number."),
}


ModelT = TypeVar("ModelT", bound=BaseModel)


def read_as(model: type[ModelT], data: object, what: str, is_like: str) -> ModelT:
    """A document from plain data, with sentences for what is wrong.

    model: what it should be.
    data: what a JSON reader returned.
    what: its name in a sentence.
    is_like: what such a document is.
    Raises: BrookwindError with a path for each problem.
    """
    if not isinstance(data, dict):
        raise NotUnderstood.one(f"not-a-{what.replace(' ', '-')}", f"This is not a {what}.", is_like)
    try:
        return model.model_validate(data)
    except ValidationError as error:
        raise from_validation(error) from error


def from_validation(error: ValidationError | Sequence[dict[str, Any]], drop: int = 0) -> BrookwindError:
    """Turn the validator's records into our sentences, path kept.

    error: what Pydantic raised, or its list of records.
    drop: leading path parts to leave out, such as the request's own "body". [0 or more]
    """
    records = error.errors(include_url=False) if isinstance(error, ValidationError) else error
    return BrookwindError(*(_problem(dict(record), drop) for record in records))


def first_sentence(error: Exception) -> str:
    """What the first thing wrong is, with its place.

    error: what reading a document raised.
    """
    if not isinstance(error, ValidationError):
        return "it is nested too deep"
    problem = from_validation(error).problems[0]
    where = ".".join(str(p) for p in problem.path)
    return f"{where}: {problem.sentence()}" if where else problem.sentence()


def _problem(record: dict[str, Any], drop: int) -> Problem:
    kind, context = str(record["type"]), dict(record.get("ctx") or {})
    path = _without_tags(tuple(record.get("loc", ()))[drop:])
    inner = context.get("error")
    if isinstance(inner, BrookwindError):
        nested = inner.problems[0]
        return nested.model_copy(update={"path": (*path, *nested.path)})
    message, remedy = _words(kind, context, record, _field_name(path))
    return Problem(code=kind.replace("_", "-"), path=path, message=message, remedy=remedy)


def _without_tags(path: tuple[PathPart, ...]) -> tuple[PathPart, ...]:
    # Pydantic puts the chosen tag of a discriminated union after the index; the document has no such level.
    return tuple(p for i, p in enumerate(path) if not (i > 0 and isinstance(path[i - 1], int) and p in COMPONENT_KINDS))


def _field_name(path: tuple[PathPart, ...]) -> str:
    names = [p for p in path if isinstance(p, str)]
    if not names:
        return "The document"
    # Units belong to names in code, not to a sentence.
    last = names[-1]
    last = last.removesuffix(next((suffix for suffix in _UNITS if last.endswith(suffix)), ""))
    return last.replace("_", " ").capitalize()


def _unit(field: PathPart) -> str:
    return next((unit for suffix, unit in _UNITS.items() if str(field).endswith(suffix)), "")


def _words(kind: str, context: dict[str, Any], record: dict[str, Any], name: str) -> tuple[str, str]:
    got = _short(record.get("input"))
    if kind in _COMPARISONS:
        key, words = _COMPARISONS[kind]
        unit = _unit(record["loc"][-1])
        return f"{name} is {got}{unit}.", f"It must be {words} {context[key]:g}{unit}."
    if kind in _SENTENCES:
        message, remedy = _SENTENCES[kind]
        given = {**context, "name": name, "got": got, "msg": record["msg"]}
        return message.format(**given), remedy.format(**given)
    return f"{name} is {got}.", f"{record['msg']}."


def _short(value: object) -> str:
    if isinstance(value, str):
        text = repr(value[:50])
    elif isinstance(value, int | float | Decimal):
        text = str(value) if not isinstance(value, int) or abs(value) < 10**40 else "a number beyond reason"
    else:
        # Of what is large only the beginning is written out.
        text = reprlib.repr(value)
    return text if len(text) <= 40 else text[:37] + "..."
