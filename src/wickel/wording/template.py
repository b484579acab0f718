"""The template for translators: every sentence of the core and every text of the window, as gettext
reads them. ``python -m wickel.wording.template`` prints it; ``scripts/messages`` keeps it.

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


def template() -> str:
    """The whole template, as a ``.pot`` file has it."""
    blocks = [
        f'msgctxt "{code}"\nmsgid {_quoted(words)}\nmsgstr ""\n'
        for code, words in sorted(ENGLISH.items())
    ]
    blocks += [f'msgid {_quoted(text)}\nmsgstr ""\n' for text in window_texts()]
    return "\n".join([_HEAD, *blocks])


def _quoted(text: str) -> str:
    plain = text.replace("\\", "\\\\").replace('"', '\\"').replace("\n", "\\n")
    return f'"{plain}"'


if __name__ == "__main__":
    print(template(), end="")
