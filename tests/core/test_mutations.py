"""The mutations of `make mutate` still are what they were: it takes minutes, so that they fit is seen here."""

from __future__ import annotations

import ast

import pytest

from benchmarks.mutate import MUTATIONS, ROOT, Mutation
from benchmarks.mutate_drawn import drawn, nearest


@pytest.mark.parametrize("mutation", MUTATIONS, ids=lambda m: m.id)
def test_a_mutation_changes_one_place_and_is_put_to_tests_that_exist(mutation: Mutation) -> None:
    text = (ROOT / mutation.file).read_text(encoding="utf-8")
    assert text.count(mutation.old) == 1
    assert mutation.new not in {mutation.old, ""}
    for name in mutation.tests.split():
        assert (ROOT / f"tests/core/test_{name}.py").exists()


def test_each_mutation_has_a_name_of_its_own() -> None:
    assert len({m.id for m in MUTATIONS}) == len(MUTATIONS) >= 60


def test_what_a_seed_draws_is_other_python_and_has_tests_near_it() -> None:
    for site in drawn(7, 25):
        text = (ROOT / site.file).read_text(encoding="utf-8")
        changed = text[: site.start] + site.new + text[site.end :]
        assert ast.dump(ast.parse(changed)) != ast.dump(ast.parse(text)), site
    assert nearest("brookwind/core/rest/settle.py")
    assert drawn(7, 25) == drawn(7, 25)
    assert drawn(7, 25) != drawn(8, 25)
