"""The bounds that the code keeps to (docs/measured.md): they are counted, so that they stay."""

import ast

import pytest
from benchmarks.code_figures import (
    COMPLEX,
    KERNELS,
    LONG_FUNCTION,
    MANY,
    SRC,
    complexity,
    parameters,
)

from tests.parsed import tree_of


@pytest.fixture(scope="module")
def functions():
    """Every function of the source but the loops to be compiled, with its file."""
    return [
        (path, node)
        for path in sorted(SRC.rglob("*.py"))
        if KERNELS not in path.parents
        for node in ast.walk(tree_of(path))
        if isinstance(node, ast.FunctionDef | ast.AsyncFunctionDef)
    ]


def named(path, node):
    return f"{path.relative_to(SRC)}:{node.lineno} {node.name}"


def test_no_function_is_too_long_or_decides_too_much(functions):
    over = [
        named(path, node)
        for path, node in functions
        if node.end_lineno - node.lineno + 1 > LONG_FUNCTION or complexity(node) > COMPLEX
    ]
    assert over == []


def test_what_travels_together_is_a_value(functions):
    over = [
        named(path, node)
        for path, node in functions
        if "cli" not in path.parts and parameters(node) > MANY
    ]
    assert over == []


BY_ROLES = ("cutting", "drawing", "job", "yardage", "draft/notions.py", "draft/usual_checks.py")
"""What reads a pattern goes by roles; what comes in from files has its names as a first guess."""
AFFIXES = {"startswith", "endswith", "removeprefix", "removesuffix", "partition", "rpartition"}
NO_WORDS = {
    "cutting/guide.py": "the two folds of a spread",
    "cutting/to_cut.py": "the garment in the id of a piece",
    "job/laid.py": "the garment in the id of a piece",
    "job/on_remnants.py": "the garment in the id of a piece",
    "drawing/copies.py": "the side of a copy: pieces to be cut have no view yet",
    "drawing/sketch_corset.py": "a construction point",
}
"""Names that are looked at, although they are no words for people, or not by roles yet."""


def _is_named(node):
    return isinstance(node, ast.Attribute) and node.attr in ("name", "id", "shown_name")


def _is_text(node):
    if isinstance(node, ast.Tuple):
        return any(map(_is_text, node.elts))
    return isinstance(node, ast.Constant) and isinstance(node.value, str) and node.value != ""


def _decides_by_words(node):
    if isinstance(node, ast.Compare):
        sides = (node.left, *node.comparators)
        return any(map(_is_named, sides)) and any(map(_is_text, sides))
    called = node.func if isinstance(node, ast.Call) else None
    return isinstance(called, ast.Attribute) and called.attr in AFFIXES and _is_named(called.value)


def test_what_reads_a_pattern_goes_by_roles_and_not_by_names():
    found = {
        (str(path.relative_to(SRC)), ast.unparse(node))
        for path in sorted(SRC.rglob("*.py"))
        if str(path.relative_to(SRC)).startswith(BY_ROLES) and "importing" not in path.parts
        for node in ast.walk(tree_of(path))
        if _decides_by_words(node)
    }
    assert {own for own in found if own[0] not in NO_WORDS} == set()
    assert {file for file, _ in found} == set(NO_WORDS)


def test_a_record_is_replaced_by_fields_that_are_named():
    unnamed = [
        f"{path.relative_to(SRC)}:{node.lineno}"
        for path in sorted(SRC.rglob("*.py"))
        for node in ast.walk(tree_of(path))
        if isinstance(node, ast.Call)
        and isinstance(node.func, ast.Name)
        and node.func.id == "replace"
        and any(own.arg is None for own in node.keywords)
    ]
    assert unnamed == []


@pytest.mark.parametrize(
    ("text", "count"),
    [
        ("def f(): pass", 1),
        ("def f(a):\n    if a and a > 1 or a < 0: pass", 4),
        ("def f(a):\n    return [x for x in a if x] if a else None", 3),
    ],
)
def test_decisions_are_counted_with_boolean_operators(text, count):
    assert complexity(ast.parse(text)) == count
