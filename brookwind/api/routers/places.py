"""The rules of a water."""

from __future__ import annotations

from fastapi import APIRouter

from brookwind.api.kept import Update
from brookwind.api.session import RulesOfRequest
from brookwind.core.frozen import Frozen
from brookwind.core.rules.example_rules import EXAMPLES
from brookwind.core.rules.place_rules import PlaceRules
from brookwind.store.records import Kept, Version

router = APIRouter(prefix="/api", tags=["places"])


class ExampleSet(Frozen):
    """A set of rules to begin from: an example, to be checked line by line."""

    id: str
    name: str
    says: str
    rules: PlaceRules


_EXAMPLES = [ExampleSet(id=e.id, name=e.name, says=e.says, rules=e.rules) for e in EXAMPLES]


@router.get("/rules/examples")
def list_examples() -> list[ExampleSet]:
    """Sets to begin from."""
    return _EXAMPLES


@router.get("/waters/{key}/rules")
def read_rules(key: str, rules: RulesOfRequest) -> Kept[PlaceRules]:
    """The rules of a water; version 0 when nobody entered any."""
    return rules.of(key)


@router.put("/waters/{key}/rules")
def keep_rules(key: str, change: Update[PlaceRules], rules: RulesOfRequest) -> Kept[PlaceRules]:
    """Enter the rules of a water."""
    return rules.keep(key, change.version, change.fields)


@router.delete("/waters/{key}/rules", status_code=204)
def drop_rules(key: str, version: Version, rules: RulesOfRequest) -> None:
    """Forget the rules of a water."""
    rules.delete(key, version)
