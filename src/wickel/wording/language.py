"""The language of the reader: the catalogue in which English words are looked up.

Catalogues are gettext's, for the core and for the window: ``wickel.mo`` under
``locale/LANGUAGE/LC_MESSAGES``, chosen by the environment once, when the program starts. A sentence
of the core is looked up with its code as context. English needs no catalogue, and is what is shown
where there is none. ``scripts/messages`` writes the template for translators.
"""

from __future__ import annotations

import gettext
import string
from pathlib import Path
from typing import Any

LOCALES = Path(__file__).parent / "locale"

_catalogue = gettext.translation("wickel", LOCALES, fallback=True)


def tr(text: str, /, **values: object) -> str:
    """A text of the window in the reader's language, with values put in by name as ``str.format``
    does; ``{count:of piece|pieces}`` is a number of things."""
    words = _catalogue.gettext(text)
    return _Counting().vformat(words, (), values) if values else words


def counted(value: object, spec: str) -> str | None:
    """A number of things, where that is asked for: one of the first word, any other number of the
    second.

    >>> counted(1, "of ply|plies"), counted(2, "of ply|plies")
    ('1 ply', '2 plies')
    """
    if not spec.startswith("of "):
        return None
    one, _, more = spec.removeprefix("of ").partition("|")
    return f"{value} {one if value == 1 else more}"


class _Counting(string.Formatter):
    """``str.format`` with numbers of things."""

    def format_field(self, value: Any, format_spec: str) -> str:
        of_things = counted(value, format_spec)
        return str(super().format_field(value, format_spec)) if of_things is None else of_things


def term(text: str) -> str:
    """A text of the data in the reader's language: what a style asks, what a figure, a measurement,
    an operation is called. It stays English where it is kept."""
    return _catalogue.gettext(text) if text else ""


def translated(code: str, english: str) -> str:
    """The sentence of a code in the reader's language, its values not yet put in."""
    return _catalogue.pgettext(code, english)
