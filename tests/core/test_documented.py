"""Every public function of the core says what it takes, and its worked values are right."""

from __future__ import annotations

import ast
import doctest
import importlib
import inspect
import pkgutil
from types import FunctionType, ModuleType

import pytest

import brookwind.core
from brookwind.core.balance.patterns import PATTERNS
from brookwind.core.capacity.needs import NEEDS
from brookwind.core.floats.types import FLOAT_TYPES
from brookwind.core.matter.materials import FLOAT_MATERIALS, LINE_MATERIALS, WEIGHT_MATERIALS
from brookwind.core.proof.checks import CHECKS
from brookwind.core.rig.baits import BAIT_KINDS
from brookwind.core.rig.families import FAMILIES
from brookwind.core.rig.hooks import HOOK_PATTERNS, HOOK_SIZES
from brookwind.core.rig.shot_series import MODERN
from brookwind.core.rig.species import SPECIES
from brookwind.core.rules.example_rules import EXAMPLES
from brookwind.core.tackle.knots import KNOTS

MODULES = [importlib.import_module(m.name) for m in pkgutil.walk_packages(brookwind.core.__path__, "brookwind.core.")]
FUNCTIONS = [
    (m, f)
    for m in MODULES
    for n, f in vars(m).items()
    if isinstance(inspect.unwrap(f) if callable(f) else f, FunctionType)
    and not n.startswith("_")
    and getattr(f, "__module__", "") == m.__name__
]


@pytest.mark.parametrize(("module", "function"), FUNCTIONS, ids=lambda x: getattr(x, "__name__", ""))
def test_public_function_documents_its_arguments(module: ModuleType, function: FunctionType) -> None:
    text = inspect.getdoc(function) or ""
    assert text, f"{function.__name__} has no docstring"
    missing = [p for p in inspect.signature(function).parameters if f"\n{p}: " not in f"\n{text}"]
    assert not missing, f"{module.__name__}.{function.__name__} does not document {missing}"


@pytest.mark.parametrize("module", MODULES, ids=lambda m: m.__name__)
def test_worked_values_in_docstrings_hold(module: ModuleType) -> None:
    failed, _ = doctest.testmod(module)
    assert failed == 0


def _undocumented(module: ModuleType) -> list[str]:
    """Names of numbers at the top of a module without a docstring below them."""
    body = ast.parse(inspect.getsource(module)).body
    found = []
    for line, below in zip(body, [*body[1:], None], strict=True):
        target = line.targets[0] if isinstance(line, ast.Assign) else getattr(line, "target", None)
        if not isinstance(target, ast.Name) or not target.id.isupper():
            continue
        if isinstance(getattr(module, target.id), int | float) and not (
            isinstance(below, ast.Expr) and isinstance(below.value, ast.Constant)
        ):
            found.append(target.id)
    return found


@pytest.mark.parametrize("module", MODULES, ids=lambda m: m.__name__)
def test_every_number_says_what_it_is(module: ModuleType) -> None:
    assert _undocumented(module) == []


def test_worked_values_exist() -> None:
    assert sum(len(doctest.DocTestFinder().find(m)) for m in MODULES) > 0
    assert sum(len(t.examples) for m in MODULES for t in doctest.DocTestFinder().find(m)) >= 8


@pytest.mark.parametrize(
    "registry",
    [
        PATTERNS,
        FLOAT_TYPES,
        FAMILIES,
        SPECIES,
        BAIT_KINDS,
        HOOK_SIZES,
        HOOK_PATTERNS,
        KNOTS,
        CHECKS,
        EXAMPLES,
        LINE_MATERIALS,
        WEIGHT_MATERIALS,
        FLOAT_MATERIALS,
        NEEDS,
        MODERN,
    ],
)
def test_every_entry_has_a_name_of_its_own_and_a_source(registry: tuple[object, ...]) -> None:
    keys = [getattr(e, "id", getattr(e, "size", getattr(e, "name", None))) for e in registry]
    assert len(set(keys)) == len(keys)
    assert all(e.source for e in registry)  # type: ignore[attr-defined]
