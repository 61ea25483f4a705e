"""The validator's records, turned into our sentences."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from pydantic import ValidationError

from brookwind.core.errors import BrookwindError, PathPart, Problem
from brookwind.core.rig.components import COMPONENT_KINDS

_COMPARISONS = {
    "greater_than": ("gt", "more than"),
    "greater_than_equal": ("ge", "at least"),
    "less_than": ("lt", "less than"),
    "less_than_equal": ("le", "at most"),
}


def from_validation(error: ValidationError | Sequence[dict[str, Any]], drop: int = 0) -> BrookwindError:
    """Turn the validator's records into our sentences, path kept.

    error: what Pydantic raised, or its list of records.
    drop: leading path parts to leave out, such as the request's own "body". [0 or more]
    """
    records = error.errors(include_url=False) if isinstance(error, ValidationError) else error
    return BrookwindError(*(_problem(dict(record), drop) for record in records))


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
    return tuple(
        p for i, p in enumerate(path) if not (i > 0 and isinstance(path[i - 1], int) and p in COMPONENT_KINDS)
    )


def _field_name(path: tuple[PathPart, ...]) -> str:
    names = [p for p in path if isinstance(p, str)]
    if not names:
        return "The document"
    # Units belong to names in code, not to a sentence.
    last = names[-1]
    for suffix in ("_kg_m3", "_kg", "_m", "_c", "_n"):
        last = last.removesuffix(suffix)
    return last.replace("_", " ").capitalize()


def _words(kind: str, context: dict[str, Any], record: dict[str, Any], name: str) -> tuple[str, str]:
    got = record.get("input")
    if kind in _COMPARISONS:
        key, words = _COMPARISONS[kind]
        return f"{name} is {_short(got)}.", f"It must be {words} {context[key]:g}."
    if kind == "missing":
        return f"{name} is missing.", "Enter it."
    if kind == "finite_number":
        return f"{name} is not a finite number.", "Enter an ordinary number."
    if kind == "extra_forbidden":
        return f"{name} is not a field Brookwind knows.", "Check its spelling, or leave it out."
    if kind == "union_tag_invalid":
        return f"{_short(context.get('tag'))} is not a component Brookwind knows.", f"Use one of {context['expected_tags']}."
    if kind == "union_tag_not_found":
        return f"{name} does not say what kind of component it is.", 'Add its "kind".'
    if kind == "too_long":
        return f"{name} has {context.get('actual_length')} entries.", f"At most {context['max_length']} are allowed."
    if kind in {"literal_error", "enum"}:
        return f"{name} is {_short(got)}.", f"Use one of {context['expected']}."
    if kind == "json_invalid":
        return "The text is not complete JSON.", f"Reading stopped: {context.get('error', 'unexpected end')}."
    if kind == "string_too_short":
        return f"{name} is empty.", "Enter it."
    if kind == "value_error":
        return str(context.get("error", record["msg"])), ""
    return f"{name} is {_short(got)}.", f"{record['msg']}."


def _short(value: object) -> str:
    text = repr(value) if isinstance(value, str) else str(value)
    return text if len(text) <= 40 else text[:37] + "..."
