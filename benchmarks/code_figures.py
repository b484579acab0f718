"""How the code is told to a stranger, in figures: sizes, complexity with boolean operators counted,
comments, lines.

``python -m benchmarks.code_figures`` prints them; the last ones stand in docs/measured.md.
"""

from __future__ import annotations

import ast
import io
import tokenize
from pathlib import Path
from statistics import median, quantiles

SRC = Path(__file__).parent.parent / "src" / "wickel"
LONG_LINE, LONG_FUNCTION, COMPLEX, MANY = 100, 60, 15, 6
KERNELS = SRC / "lay" / "nest"
_BRANCHES = (
    ast.If,
    ast.IfExp,
    ast.For,
    ast.While,
    ast.ExceptHandler,
    ast.comprehension,
    ast.match_case,
    ast.Assert,
)
_FUNCTIONS = (ast.FunctionDef, ast.AsyncFunctionDef)


def complexity(function: ast.AST) -> int:
    """Decisions of a function and one: every branch, every ``and`` and ``or`` beyond the first
    operand."""
    count = 1
    for node in ast.walk(function):
        if isinstance(node, ast.BoolOp):
            count += len(node.values) - 1
        elif isinstance(node, _BRANCHES):
            count += 1
    return count


def parameters(function: ast.FunctionDef | ast.AsyncFunctionDef) -> int:
    """How many parameters a function has, ``self`` and ``cls`` apart."""
    args = function.args
    names = [own.arg for own in (*args.posonlyargs, *args.args, *args.kwonlyargs)]
    return len([name for name in names if name not in ("self", "cls")])


def docstring_lines(tree: ast.AST) -> int:
    """Lines that are docstrings."""
    return sum(
        len(text.splitlines()) + 1
        for node in ast.walk(tree)
        if isinstance(node, (ast.Module, ast.ClassDef, *_FUNCTIONS))
        and (text := ast.get_docstring(node))
    )


def main() -> None:
    """Print the figures, and what is over the bounds by name."""
    modules, functions, over = [], [], []
    comments = docstrings = long_lines = lines = 0
    for path in sorted(SRC.rglob("*.py")):
        text = path.read_text()
        own = text.splitlines()
        tree = ast.parse(text)
        modules.append(len(own))
        lines += len(own)
        long_lines += sum(len(line) > LONG_LINE for line in own)
        docstrings += docstring_lines(tree)
        comments += sum(
            token.type == tokenize.COMMENT
            for token in tokenize.generate_tokens(io.StringIO(text).readline)
        )
        for node in ast.walk(tree):
            if not isinstance(node, _FUNCTIONS):
                continue
            size = (node.end_lineno or node.lineno) - node.lineno + 1
            functions.append(size)
            if KERNELS in path.parents:
                continue
            found = (("lines", size, LONG_FUNCTION), ("decisions", complexity(node), COMPLEX))
            over += [(path, node.name, what, n) for what, n, most in found if n > most]
            command = "cli" in path.parts
            if not command and parameters(node) > MANY:
                over.append((path, node.name, "parameters", parameters(node)))
    print(
        f"modules {len(modules)}, lines {lines}: median {median(modules):g}, p90 "
        f"{quantiles(modules, n=10)[-1]:.0f}"
    )
    print(
        f"functions {len(functions)}: median {median(functions):g}, p90 "
        f"{quantiles(functions, n=10)[-1]:.0f}"
    )
    print(
        f"comments a hundred lines {100 * comments / lines:.1f}, docstrings "
        f"{100 * docstrings / lines:.0f} % of lines"
    )
    print(f"lines over {LONG_LINE} columns {long_lines} ({100 * long_lines / lines:.1f} %)")
    for what in ("lines", "decisions", "parameters"):
        named = sorted((own for own in over if own[2] == what), key=lambda own: -own[3])
        print(f"functions with too many {what}, kernels apart: {len(named)}")
        for path, name, _, n in named:
            print(f"  {n:4} {path.relative_to(SRC)} {name}")


if __name__ == "__main__":
    main()
