"""A figure of a draft: one number that it is drawn with, where it comes from, and what is odd
about it."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from wickel.wording import Text


class Gave(StrEnum):
    """Who gave a figure its value."""

    RULE = "rule"
    LENGTH = "length"
    PLUS = "plus"
    FORMULA = "formula"
    CLOTH = "cloth"


class FigureKind(StrEnum):
    """What a figure is: a length, in mm, a plain number, or an angle in degrees."""

    LENGTH = "length"
    NUMBER = "number"
    ANGLE = "angle"


@dataclass(frozen=True, slots=True, kw_only=True)
class Figure:
    """One entry of the ledger of a draft, in the order in which it was chalked.

    ``id`` has dots; a figure that front and back each have their own of ends in ``.front`` or
    ``.back``, and ``base`` is the id without that. ``rule`` is the formula that gives it, empty
    where it is solved; ``of`` are then the ids of what it is solved from. ``ruled`` is what the
    rule gives, ``value`` what is drawn, ``gave`` who gave that, ``own`` what the maker typed.
    """

    id: str
    base: str
    words: str
    level: str
    kind: FigureKind
    rule: str
    ruled: float
    value: float
    gave: Gave = Gave.RULE
    own: str = ""
    of: tuple[str, ...] = ()
    source: str = ""
    doubt: Text = ""

    @property
    def mine(self) -> bool:
        """Whether the maker gave it."""
        return self.gave is not Gave.RULE

    @property
    def side(self) -> str:
        """``front`` or ``back``, empty for a figure that both share."""
        return self.id.removeprefix(self.base).removeprefix(".")
