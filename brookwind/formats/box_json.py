"""A box as JSON: a list of compartments."""

from __future__ import annotations

from pydantic import TypeAdapter, ValidationError

from brookwind.core.box.items import BoxItem
from brookwind.core.rig.refusals import from_validation
from brookwind.formats.box_csv import BoxRow, BoxRows

ITEMS: TypeAdapter[list[BoxItem]] = TypeAdapter(list[BoxItem])


def read_items(held: object) -> BoxRows:
    """The compartments of a list.

    held: what a JSON reader returned.
    Raises: BrookwindError with a path for each problem.
    """
    try:
        items = ITEMS.validate_python(held)
    except ValidationError as error:
        raise from_validation(error) from error
    return BoxRows(rows=tuple(BoxRow(line=n, fields=i) for n, i in enumerate(items, 1)))
