"""Names that come from people and files, made safe for where they go: file names, XML, cells of a
sheet."""

from __future__ import annotations

import hashlib
import unicodedata
from pathlib import Path

JOB_ENDING = ".wickel.json"
"""How the name of a job file ends."""

MOST_NAME_BYTES = 120
"""The longest file name made, without its ending: room for numbers, endings and ``.bak`` below the
usual 255."""

_FORMULA_BEGINS = ("=", "+", "@", "-", "\t", "\r")
_NO_CHARACTERS = {0xFFFE, 0xFFFF}


def free_path(path: Path, ending: str = "") -> Path:
    """The path, or one beside it with a number before its ending that nothing has."""
    stem, number, there = path.name.removesuffix(ending), 1, path
    while there.exists():
        number += 1
        there = path.with_name(f"{stem}-{number}{ending}")
    return there


def plain_text(text: str) -> str:
    """The text on one line, without control characters, lone surrogates and code points that are no
    characters.

    What is left can be shown, and written as UTF-8 and XML.
    """
    if text.isprintable():
        return text
    return "".join(
        " " if sign in "\n\r\t" else sign for sign in text if sign in "\n\r\t" or _shown(sign)
    )


def plain_lines(text: str) -> str:
    """The text with its lines, each as ``plain_text`` has it."""
    return "\n".join(plain_text(line) for line in text.splitlines())


def _shown(sign: str) -> bool:
    return (
        unicodedata.category(sign) not in ("Cc", "Cs")
        and (ord(sign) & 0xFFFF) not in _NO_CHARACTERS
    )


def safe_name(text: str, otherwise: str = "unnamed") -> str:
    """A name of any kind as a part of a file's name: no folders, no hidden files, not too long.

    Letters, digits, ``-``, ``_`` and inner dots stay; every run of others becomes one ``-``. A name
    too long is cut and told apart by a digest of the whole. ``otherwise`` stands where nothing is
    left.
    """
    kept = "".join(sign if sign.isalnum() or sign in "-_." else "-" for sign in plain_text(text))
    while "--" in kept or ".." in kept:
        kept = kept.replace("--", "-").replace("..", ".")
    kept = kept.strip("-.")
    if len(kept.encode()) > MOST_NAME_BYTES:
        digest = hashlib.sha256(text.encode(errors="surrogatepass")).hexdigest()[:8]
        kept = (
            f"{kept.encode()[: MOST_NAME_BYTES - 9].decode(errors='ignore').rstrip('-.')}-{digest}"
        )
    return kept or otherwise


def slug(name: str) -> str:
    """A title as a part of a file's name: small letters, words joined with ``-``."""
    return safe_name(name.lower().replace("'", "").replace(".", "-"))


class UniqueNames:
    """Hands out safe file names, none twice, whatever the case of its letters."""

    def __init__(self) -> None:
        self._taken: set[str] = set()

    def name(self, text: str) -> str:
        """A safe name for a text; one that was given out before gets a number."""
        made = first = safe_name(text)
        number = 1
        while made.casefold() in self._taken:
            number += 1
            made = f"{first}-{number}"
        self._taken.add(made.casefold())
        return made


def safe_cell(value: object) -> object:
    """A cell of a sheet that no program takes for a formula: text that begins like one gets an
    apostrophe before it.

    Numbers stay numbers, a negative one too.
    """
    if not isinstance(value, str) or not value.startswith(_FORMULA_BEGINS):
        return value
    try:
        float(value)
    except ValueError:
        return "'" + value
    return value
