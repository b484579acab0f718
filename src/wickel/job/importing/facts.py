"""What a file says of a piece, an edge or a notch in words (``drawing.to_send``), read again; what
cannot be understood says nothing."""

from __future__ import annotations

import math
from collections.abc import Mapping

from wickel.geometry import Point
from wickel.pattern import Cut, EdgeKind, Wider

_MOST_COPIES = 1000
_MOST_MM = 500.0
MOST_LENGTH_MM = 20_000.0


def number_of(says: Mapping[str, str], key: str, most: float = math.inf) -> float | None:
    """A number that is said, when it is one and no larger than ``most``."""
    try:
        value = float(says.get(key, ""))
    except ValueError:
        return None
    return value if math.isfinite(value) and abs(value) <= most else None


def numbers_of(says: Mapping[str, str], key: str, count: int) -> tuple[float, ...] | None:
    """So many numbers that are said in one row."""
    try:
        values = tuple(float(word) for word in says.get(key, "").split())
    except ValueError:
        return None
    return values if len(values) == count and all(map(math.isfinite, values)) else None


def cuts_of(says: Mapping[str, str]) -> tuple[Cut, ...]:
    """What is cut of a piece; nothing where a row is not understood."""
    made = []
    for row in says.get("cuts", "").split(","):
        words = [word.strip() for word in row.split(":")]
        if len(words) < 2 or not words[0] or not words[1].isdigit():
            return ()
        copies, flags = int(words[1]), set(words[2:])
        if not 1 <= copies <= _MOST_COPIES or not flags <= {"pair", "fold"}:
            return ()
        made.append(
            Cut(material=words[0], copies=copies, pair="pair" in flags, on_fold="fold" in flags)
        )
    return tuple(made)


def kind_of(says: Mapping[str, str]) -> EdgeKind | None:
    """What an edge is for."""
    try:
        return EdgeKind(says.get("kind", ""))
    except ValueError:
        return None


def allowance_of(says: Mapping[str, str], key: str = "allowance") -> float | None:
    """An allowance that is said, in mm."""
    value = number_of(says, key, _MOST_MM)
    return value if value is not None and value >= 0 else None


def wider_of(says: Mapping[str, str]) -> Wider | None:
    """The part of an edge with an allowance of its own."""
    values = numbers_of(says, "wider", 3)
    if values is None or not 0 <= values[0] < values[1] or not 0 <= values[2] <= _MOST_MM:
        return None
    return Wider(from_mm=values[0], to_mm=values[1], allowance_mm=values[2])


def place_of(says: Mapping[str, str]) -> Point | None:
    """Where the first point of the cut line lies in the piece's own frame."""
    values = numbers_of(says, "at", 2)
    return None if values is None else (values[0], values[1])
