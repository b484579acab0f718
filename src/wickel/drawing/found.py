"""A drawing of another program as it was found: lines, texts, and what is said of them; nothing of
it is understood yet."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from wickel.geometry import Path, Point
from wickel.wording import Text


@dataclass(frozen=True, slots=True, kw_only=True)
class FoundLine:
    """A line along a path, in the units of the file, y up. ``layer`` is what the file calls its
    layer; ``of`` the block or group that it belongs to, empty for one on its own; ``says`` what
    the file says of it besides."""

    path: Path
    closed: bool
    layer: str
    of: str = ""
    says: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True, kw_only=True)
class FoundText:
    """Words at a place."""

    text: str
    at: Point
    layer: str
    of: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class FoundDrawing:
    """All that was found in a file.

    ``mm_per_unit`` is how large its unit is, None where it does not say; ``doubtful`` where it says
    so, but many programs mean something else. ``pieces`` is what is said of a block or group, by
    its name; ``left_out`` what was not taken, each as a sentence.
    """

    lines: tuple[FoundLine, ...]
    texts: tuple[FoundText, ...] = ()
    pieces: Mapping[str, Mapping[str, str]] = field(default_factory=dict)
    mm_per_unit: float | None = None
    doubtful: bool = False
    left_out: tuple[Text, ...] = ()
