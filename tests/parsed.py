"""The source of the program as trees, each file read once a run."""

import ast
from functools import cache


@cache
def tree_of(path):
    """The tree of a file of the source."""
    return ast.parse(path.read_text(encoding="utf-8"))
