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
