"""The tackle box as CSV: UTF-8, a header with units, one compartment a line.

Exact round trip: masses are written in grams, diameters in millimetres, by moving the decimal point, never by floating
arithmetic. What has parts of its own (a float's measures, raw readings) stands in its cell as JSON.
"""

from __future__ import annotations

import csv
import io
import json
import re
from collections.abc import Iterable, Sequence
from decimal import Decimal
from typing import Any

from pydantic import BaseModel, ConfigDict, ValidationError

from brookwind.core.box.items import MODELS, BoxItem
from brookwind.core.box.stock import ShotStock
from brookwind.core.errors import BrookwindError, NotUnderstood
from brookwind.core.matter.materials import WEIGHT_MATERIAL
from brookwind.core.rig.refusals import first_sentence
from brookwind.core.rig.shot_series import MODERN_MASS_KG
from brookwind.formats.text import Refused, cell_text, rows_of, safe_cell, text_of, told

MOST_ROWS = 5000
"""Lines read at most."""
_TO_SI = {"kg": 0, "g": -3, "mg": -6, "m": 0, "cm": -2, "mm": -3}
"""Powers of ten from a column's unit to SI."""
_WRITTEN = {"mass_kg": "mass_g", "diameter_m": "diameter_mm", "hole_m": "hole_mm", "capacity_kg": "capacity_g",
            "own_mass_kg": "own_mass_g"}  # fmt: skip
_JSON = ("spec", "tube", "weighings", "jug", "casts", "throws")
_OF_SPEC = ("type", "capacity_kg", "own_mass_kg")
"""Fields of a float that have columns of their own."""
_WHOLE = ("count", "hook_size")
_LONGEST_NUMBER = 40
"""Characters of a number read."""
_MOST_POWER = 330
"""Power of ten of a number read, either way."""
_SMALL = frozenset("0123456789.,+- ")


class BoxRow(BaseModel):
    """A compartment read from a line."""

    model_config = ConfigDict(frozen=True)

    line: int
    fields: BoxItem


class BoxRows(BaseModel):
    """What a file holds: good lines, and those left out with the reason."""

    model_config = ConfigDict(frozen=True)

    rows: tuple[BoxRow, ...]
    refused: tuple[Refused, ...] = ()
    notes: tuple[str, ...] = ()


def _columns() -> tuple[str, ...]:
    names: dict[str, None] = {}
    for model in MODELS.values():
        for field in model.model_fields:
            names[field] = None
    for field in _OF_SPEC:
        names[field] = None
    last = ["notes", *(n for n in names if n in _JSON)]
    return (*[n for n in names if n not in last], *last)


FIELDS = _columns()


def write_box(items: Iterable[BoxItem]) -> str:
    """The CSV text of compartments of any kind; columns that none of them has are left out.

    items: compartments.
    """
    rows = [_flat(i) for i in items]
    used = [f for f in FIELDS if any(f in r for r in rows)] or ["kind", "item", "label", "count"]
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\n")
    writer.writerow([_WRITTEN.get(f, f) for f in used])
    for row in rows:
        writer.writerow([_cell(f, row.get(f)) for f in used])
    return out.getvalue()


def _flat(item: BoxItem) -> dict[str, Any]:
    fields = item.model_dump(mode="json")
    if "spec" in fields:
        spec = {k: v for k, v in fields["spec"].items() if v is not None}
        fields |= {k: spec.pop(k) for k in _OF_SPEC if k in spec}
        fields["spec"] = spec
    return {k: v for k, v in fields.items() if v not in (None, [], ())}


def _cell(field: str, value: Any) -> str:
    if value is None:
        return ""
    if field in _JSON:
        return json.dumps(value, separators=(",", ":"), ensure_ascii=False)
    if field in _WRITTEN:
        return _plain(Decimal(repr(value)).scaleb(3))
    return repr(value) if isinstance(value, float) else safe_cell(value) if isinstance(value, str) else str(value)


def _plain(number: Decimal) -> str:
    text = format(number, "f")
    return text.rstrip("0").rstrip(".") if "." in text else text


def read_box(data: bytes) -> BoxRows:
    """Read compartments; good lines stand although others are bad.

    data: the file. Commas or semicolons part the cells; with semicolons a decimal comma is understood too.
    Raises: NotUnderstood when it is no such table.
    """
    text, notes = _decoded(data)
    header, rows, comma = _table(text)
    if comma:
        notes.append("Cells are parted by semicolons; decimal commas were read as points.")
    columns, unknown = _known(header)
    if unknown:
        notes.append(f"Left out: the column{'s' if len(unknown) > 1 else ''} {', '.join(unknown)}.")
    good: list[BoxRow] = []
    bad: list[Refused] = []
    seen: dict[tuple[str, ...], int] = {}
    for number, row in rows:
        if len(good) >= MOST_ROWS:
            bad.append(Refused(line=number, says=f"More than {MOST_ROWS} lines; the rest is left out."))
            break
        try:
            item = _item(columns, row, comma)
            for key in _keys(item):
                if key in seen:
                    raise ValueError(
                        f"{_named(item)} stands in line {seen[key]} already. Put the two together in one line."
                    )
            seen |= dict.fromkeys(_keys(item), number)
            good.append(BoxRow(line=number, fields=item))
        except ValidationError as error:
            bad.append(Refused(line=number, says=_sentence(error)))
        except (BrookwindError, ValueError) as error:
            bad.append(Refused(line=number, says=str(error)))
    return BoxRows(rows=tuple(good), refused=told(bad), notes=tuple(notes))


def _decoded(data: bytes) -> tuple[str, list[str]]:
    if data[:2] in (b"\xff\xfe", b"\xfe\xff"):
        try:
            return data.decode("utf-16"), ["The file was UTF-16; it is written as UTF-8 next time."]
        except UnicodeDecodeError:
            pass
    return text_of(data, "box"), []


def _table(text: str) -> tuple[list[str], list[tuple[int, list[str]]], bool]:
    first = text.split("\n", 1)[0]
    semicolons = first.count(";") > first.count(",")
    lines = rows_of(text, ";" if semicolons else ",")
    if not lines:
        raise NotUnderstood.one("csv-empty", "The file is empty.", _wanted(), ("file",))
    return [h.strip().lower() for h in lines[0][1]], lines[1:], semicolons


def _wanted() -> str:
    return "The first line must name the columns, such as kind,item,size,mass_g,material,count."


def _known(header: Sequence[str]) -> tuple[list[tuple[str, int] | None], list[str]]:
    """For each column its field and the power of ten to SI; None for one that is not known."""
    found: list[tuple[str, int] | None] = []
    unknown = []
    for name in header:
        stem, _, unit = name.rpartition("_")
        if name in FIELDS:
            found.append((name, 0))
        elif stem and unit in _TO_SI and (si := f"{stem}_{'kg' if unit.endswith('g') else 'm'}") in FIELDS:
            found.append((si, _TO_SI[unit]))
        else:
            found.append(None)
            unknown.append(name or "without a name")
    names = {f[0] for f in found if f}
    if not names & {"kind", "size", "label", "item"} or len(names) < 2:
        raise NotUnderstood.one("csv-header", "The first line does not name columns of a box.", _wanted(), ("file",))
    doubled = [n for n in names if sum(f is not None and f[0] == n for f in found) > 1]
    if doubled:
        raise NotUnderstood.one(
            "csv-header-twice", f"The column {doubled[0]} stands there twice.", "Leave one of them.", ("file",)
        )
    return found, unknown


def _item(columns: Sequence[tuple[str, int] | None], row: Sequence[str], comma: bool) -> BoxItem:
    if len(row) > len(columns):
        raise ValueError(
            f"The line has {len(row)} cells under {len(columns)} headings: is there a comma in a number or a name?"
        )
    fields: dict[str, Any] = {}
    for column, cell in zip(columns, row, strict=False):
        if column is not None and cell.strip():
            fields[column[0]] = _value(column[0], column[1], cell.strip(), comma)
    return _whole(fields)


def _value(field: str, power: int, text: str, comma: bool) -> Any:
    if field in _JSON:
        try:
            return json.loads(text)
        except (ValueError, RecursionError):
            raise ValueError(f"{field}: {text[:30]!r} is not JSON. Leave the cell as it was written.") from None
    if not re.search(r"_(kg|m|n|kg_m3|m_s)$", field) and field not in (*_WHOLE, "scatter"):
        return cell_text(text)
    number = text.replace(",", ".") if comma else text
    if len(number) > _LONGEST_NUMBER:
        raise ValueError(f"{field}: {text[:30]!r}… has {len(text)} characters. Write a number, like 0.4.")
    try:
        # Digits parted by low lines are a programmer's number, and nobody else's.
        value = Decimal(number if "_" not in number else "?").scaleb(power)
    except ArithmeticError:
        hint = "Write it with a point, like 0.4." if set(text) <= _SMALL else "Write a number, like 0.4."
        raise ValueError(f"{field}: {text!r} is not a number. {hint}") from None
    # A number a thousand digits before its point would take for ever to write out, and is no count or mass.
    if not value.is_finite() or abs(value.adjusted()) > _MOST_POWER:
        raise ValueError(f"{field}: {text!r} is not a number. Write a number, like 0.4.")
    return int(value) if field in _WHOLE and value == value.to_integral_value() else float(value)


def _whole(fields: dict[str, Any]) -> BoxItem:
    """Fields with what goes without saying filled in: nominal masses, densities, a name for the compartment."""
    kind = fields.setdefault("kind", "shot" if "size" in fields else None)
    if kind not in MODELS:
        raise ValueError(f"There is no kind {kind!r}. Kinds are {', '.join(MODELS)}.")
    model = MODELS[kind]
    if kind in ("shot", "lead"):
        material = fields.setdefault("material", "lead")
        if "density_kg_m3" not in fields and material in WEIGHT_MATERIAL:
            fields["density_kg_m3"] = WEIGHT_MATERIAL[material].density_kg_m3
    if kind == "shot" and isinstance(fields.get("size"), str):
        fields["size"] = re.sub(r"^(no\.?|#)\s*", "", fields["size"], flags=re.IGNORECASE).upper()
        if "mass_kg" not in fields and fields["size"] in MODERN_MASS_KG:
            fields["mass_kg"] = MODERN_MASS_KG[fields["size"]]
    if kind == "float":
        given = fields.get("spec")
        spec: dict[str, Any] = given if isinstance(given, dict) else {}
        fields["spec"] = {**spec, **{k: fields[k] for k in _OF_SPEC if k in fields}}
    if not fields.get("item"):
        parts = (kind, fields.get("material", ""), fields.get("size") or fields.get("label") or "")
        fields["item"] = re.sub(r"[^a-z0-9]+", "-", " ".join(map(str, parts)).lower()).strip("-")[:60]
    if "label" in model.model_fields and not fields.get("label"):
        fields["label"] = fields["item"]
    own = {k: v for k, v in fields.items() if k in model.model_fields}
    item: BoxItem = model.model_validate(own)  # type: ignore[assignment]
    return item


def _keys(item: BoxItem) -> tuple[tuple[str, ...], ...]:
    """What two lines must not share: the compartment, and of shot the size, metal and mass."""
    keys: tuple[tuple[str, ...], ...] = (("item", item.item),)
    if isinstance(item, ShotStock):
        keys = (*keys, ("shot", item.size, item.material, f"{item.mass_kg:.7f}"))
    return keys


def _named(item: BoxItem) -> str:
    return f"{item.label} in {item.material}" if isinstance(item, ShotStock) else f"The compartment {item.item}"


def _sentence(error: ValidationError) -> str:
    said = first_sentence(error)
    for si, written in _WRITTEN.items():
        said = re.sub(rf"^{si}:", f"{written}:", said)
    return said
