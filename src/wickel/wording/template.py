"""The template for translators: every sentence of the core and every text of the window and of the
data, as gettext reads them. ``python -m wickel.wording.template`` prints it; ``scripts/messages``
keeps it.

Sentences have their code as context. The texts of the window are found in the source, where they
stand as the first argument of ``tr``.
"""

from __future__ import annotations

import ast
from collections.abc import Iterator
from pathlib import Path

from wickel.wording.english import ENGLISH

_SOURCE = Path(__file__).parent.parent
_HEAD = """msgid ""
msgstr ""
"Content-Type: text/plain; charset=UTF-8\\n"
"Content-Transfer-Encoding: 8bit\\n"
"""


def window_texts() -> tuple[str, ...]:
    """The texts of the window, in the order of the alphabet.

    Raises:
        ValueError: a text that is put together before it is looked up, and would never be found.
    """
    return tuple(sorted({text for path in _SOURCE.rglob("*.py") for text in _texts(path)}))


def _texts(path: Path) -> Iterator[str]:
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.Call) and getattr(node.func, "id", "") == "tr":
            text = node.args[0]
            if not (isinstance(text, ast.Constant) and isinstance(text.value, str)):
                raise ValueError(f"{path.name}, line {node.lineno}: tr needs a text as it stands")
            yield text.value


_NAMED = frozenset({"question", "summary", "words", "title", "does", "how"})
"""Keywords whose texts the window shows through ``term``."""

_FIGURES = frozenset({"length", "both", "solved", "number", "angle"})
_WORDS_AT = 2
"""The methods of a ledger, and which of their arguments names the figure."""


def data_texts() -> tuple[str, ...]:
    """The texts of the data, in the order of the alphabet: questions and choices of styles, names
    of figures, levels, measurements and operations."""
    found: set[str] = set()
    for room in ("draft", "body"):
        for path in (_SOURCE / room).rglob("*.py"):
            for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
                found |= set(_data_texts(node))
    return tuple(sorted(found - {""}))


def _data_texts(node: ast.AST) -> Iterator[str]:
    if isinstance(node, ast.Call):
        yield from _call_texts(node)
    elif isinstance(node, ast.Assign) and isinstance(node.value, ast.Dict):
        # choices that several styles offer stand in a table of their own
        yield from _values(node.value)
    elif isinstance(node, ast.AnnAssign) and getattr(node.target, "id", "") in _NAMED:
        yield from _plain(node.value)
    elif isinstance(node, ast.AnnAssign) and getattr(node.target, "id", "") == "_ROWS":
        # the table of measurements: id, name, kind, bounds, how it is taken
        for row in ast.walk(node):
            if isinstance(row, ast.Tuple) and len(row.elts) == 6:
                yield from (*_plain(row.elts[1]), *_plain(row.elts[5]))


def _call_texts(node: ast.Call) -> Iterator[str]:
    named = {keyword.arg: keyword.value for keyword in node.keywords}
    yield from (text for key in _NAMED & set(named) for text in _plain(named[key]))
    if isinstance(choices := named.get("choices"), ast.Dict):
        yield from _values(choices)
    if "question" in named or "summary" in named or "how" in named:
        yield from _plain(named.get("name"))
    method = getattr(node.func, "attr", "")
    if method in _FIGURES and len(node.args) > _WORDS_AT:
        yield from _plain(node.args[_WORDS_AT])
    if method == "at" and len(node.args) == 1:
        yield from _plain(node.args[0])


def _values(table: ast.Dict) -> Iterator[str]:
    for value in table.values:
        yield from _plain(value)


def _plain(node: ast.AST | None) -> Iterator[str]:
    if isinstance(node, ast.Constant) and isinstance(node.value, str):
        yield node.value
    elif isinstance(node, ast.IfExp):
        yield from (*_plain(node.body), *_plain(node.orelse))


def template() -> str:
    """The whole template, as a ``.pot`` file has it."""
    blocks = [
        f'msgctxt "{code}"\nmsgid {_quoted(words)}\nmsgstr ""\n'
        for code, words in sorted(ENGLISH.items())
    ]
    texts = sorted({*window_texts(), *data_texts()})
    blocks += [f'msgid {_quoted(text)}\nmsgstr ""\n' for text in texts]
    return "\n".join([_HEAD, *blocks])


def _quoted(text: str) -> str:
    plain = text.replace("\\", "\\\\").replace('"', '\\"').replace("\n", "\\n")
    return f'"{plain}"'


if __name__ == "__main__":
    print(template(), end="")
