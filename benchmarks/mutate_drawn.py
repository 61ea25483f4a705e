"""Does a test notice a mutation that nobody chose? Sites are drawn over the core and put to the nearest tests.

    make mutate SEED=7        sixty sites; MANY=20 for twenty

A file is drawn by its weight in lines, a site in it evenly. What lives is printed with the line before and after:
some of it changes nothing that matters (a bound that is never met), so a person reads the list.
"""

from __future__ import annotations

import ast
import os
import random
import re
import sys
from collections import deque
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from functools import cache
from pathlib import Path
from typing import NamedTuple

from benchmarks.mutate import CORE, ROOT, WORKERS, copies, passes

MANY = 60
NEAREST = 4
"""Test files that are asked of a site."""
_FLIPPED = {"<": ">=", "<=": ">", ">": "<=", ">=": "<", "==": "!=", "!=": "=="}
_SWAPPED = {"+": "-", "-": "+", "*": "/", "/": "*"}
_NO_MATTER = {"max_length", "min_length", "source", "key", "maxlen", "maxsize"}
"""Arguments whose figures are bounds of a text or of a store, not of the job."""


class Site(NamedTuple):
    """Text of a file from one place to another, and what takes its place."""

    file: str
    line: int
    start: int
    end: int
    new: str


class _Source:
    """A file's text, and where the nodes of its tree stand in it."""

    def __init__(self, file: str, text: str) -> None:
        self.file, self.text, self.data, self.starts = file, text, text.encode(), [0]
        for line in text.splitlines(keepends=True):
            self.starts.append(self.starts[-1] + len(line.encode()))

    def span(self, node: ast.expr) -> tuple[int, int]:
        ends = ((node.lineno, node.col_offset), (node.end_lineno or 0, node.end_col_offset or 0))
        begin, end = (len(self.data[: self.starts[line - 1] + column].decode()) for line, column in ends)
        return begin, end

    def between(self, left: ast.expr, right: ast.expr, table: dict[str, str]) -> Iterator[Site]:
        """The operator between two operands, as another."""
        begin, end = self.span(left)[1], self.span(right)[0]
        found = re.search("|".join(sorted(map(re.escape, table), key=len, reverse=True)), self.text[begin:end])
        if found:
            yield Site(self.file, left.lineno, begin + found.start(), begin + found.end(), table[found[0]])


def sites_of(file: str, text: str) -> Iterator[Site]:
    """Every site of a file: comparisons, arithmetic, and/or, not, min/max, numbers.

    file: its name below the root.
    text: its source.
    """
    source = _Source(file, text)
    for node in _alive(ast.parse(text)):
        match node:
            case ast.Compare(left=left, comparators=[right]):
                yield from source.between(left, right, _FLIPPED)
            case ast.BinOp(left=left, right=right, op=ast.Add() | ast.Sub() | ast.Mult() | ast.Div()):
                if not (_is_text(left) or _is_text(right)):
                    yield from source.between(left, right, _SWAPPED)
            case ast.BoolOp(values=[left, right, *_]):
                yield from source.between(left, right, {" and ": " or ", " or ": " and "})
            case _:
                yield from _alone(source, node)


def _alone(source: _Source, node: ast.AST) -> Iterator[Site]:
    match node:
        case ast.UnaryOp(op=ast.Not(), operand=operand):
            yield Site(source.file, node.lineno, source.span(node)[0], source.span(operand)[0], "")
        case ast.Call(func=ast.Name(id="min" | "max" as name) as called):
            yield Site(source.file, node.lineno, *source.span(called), "max" if name == "min" else "min")
        case ast.Constant(value=int() | float() as value) if not isinstance(value, bool) and value not in (0, 1):
            new = str(value + 1) if isinstance(value, int) else repr(value * 1.25)
            yield Site(source.file, node.lineno, *source.span(node), new)


def _is_text(node: ast.expr) -> bool:
    return isinstance(node, ast.JoinedStr) or (isinstance(node, ast.Constant) and isinstance(node.value, str))


def _alive(tree: ast.AST) -> Iterator[ast.AST]:
    """Every node that runs: no annotations, no bounds of texts."""
    todo: deque[ast.AST] = deque([tree])
    while todo:
        node = todo.popleft()
        yield node
        for name, value in ast.iter_fields(node):
            if name in {"annotation", "returns"} or (isinstance(node, ast.JoinedStr)):
                continue
            for child in value if isinstance(value, list) else [value]:
                if isinstance(child, ast.keyword) and child.arg in _NO_MATTER:
                    continue
                if isinstance(child, ast.AST):
                    todo.append(child)


@cache
def _imports(path: Path) -> frozenset[str]:
    tree = ast.parse(path.read_text(encoding="utf-8"))
    found = {n.module for n in ast.walk(tree) if isinstance(n, ast.ImportFrom) and n.module}
    return frozenset(found | {a.name for n in ast.walk(tree) if isinstance(n, ast.Import) for a in n.names})


def _module(file: str) -> str:
    return ".".join(Path(file).with_suffix("").parts)


def nearest(file: str, root: Path = ROOT) -> list[str]:
    """The test files that come to a module by the fewest imports, the most particular first.

    file: the module's file, below the root.
    root: the tree, or a copy of it.
    """
    core = {_module(str(p.relative_to(root))): p for p in (root / CORE).rglob("*.py")}
    tests = sorted((root / "tests/core").glob("test_*.py"))
    wanted, steps = _module(file), {}
    for test in tests:
        seen, ring, far = set(), _imports(test), 0
        while ring and wanted not in ring and far < 4:
            seen |= ring
            ring = frozenset().union(*(_imports(core[m]) for m in ring if m in core)) - seen
            far += 1
        if wanted in ring:
            steps[test] = (far, len(_imports(test)))
    return [str(t.relative_to(root)) for t in sorted(steps, key=lambda t: steps[t])[:NEAREST]]


def drawn(seed: int, many: int) -> list[Site]:
    """The sites of a seed.

    seed: what is drawn; the same seed draws the same of the same tree.
    many: how many.
    """
    luck = random.Random(seed)
    texts = {str(p.relative_to(ROOT)): p.read_text(encoding="utf-8") for p in sorted((ROOT / CORE).rglob("*.py"))}
    sites = {name: list(sites_of(name, text)) for name, text in texts.items()}
    names = [name for name in texts if sites[name]]
    weights = [texts[name].count("\n") for name in names]
    return [luck.choice(sites[name]) for name in luck.choices(names, weights, k=many)]


def lives(site: Site, copy: Path) -> bool:
    """True when the nearest tests do not notice.

    site: what to change.
    copy: a copy of the tree to change it in.
    """
    path, tests = copy / site.file, nearest(site.file, copy)
    text = path.read_text(encoding="utf-8")
    path.write_text(text[: site.start] + site.new + text[site.end :], encoding="utf-8")
    try:
        return passes(tests, copy)
    finally:
        path.write_text(text, encoding="utf-8")


def main() -> int:
    """Draw, try, and print what lives."""
    seed, many = int(os.environ.get("SEED") or 1), int(os.environ.get("MANY") or MANY)
    sites = drawn(seed, many)
    with copies() as free:

        def tried(site: Site) -> bool:
            copy = free.get()
            try:
                living = lives(site, copy)
            finally:
                free.put(copy)
            text = (ROOT / site.file).read_text(encoding="utf-8")
            was = text[site.start : site.end]
            print("lives" if living else "dies ", f"{site.file}:{site.line}: {was!r} -> {site.new!r}", flush=True)
            return living

        with ThreadPoolExecutor(WORKERS) as pool:
            living = sum(pool.map(tried, sites))
    print(f"Seed {seed}: {living} of {len(sites)} live. Read them: a bound that is never met may.")
    return 0


if __name__ == "__main__":
    sys.exit(main())
