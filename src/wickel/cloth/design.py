"""What is printed or woven into a cloth: its figure, how that repeats, a border, a large motif.

Lengths in mm on the flat cloth, x along it from its start, y across from the low selvage's inner
edge. The repeat begins at x = 0, y = 0, which is the middle of a stripe or a figure.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from enum import StrEnum

from wickel.geometry import Point, common_measure
from wickel.wording import say

LEAST_REPEAT_MM, MOST_REPEAT_MM = 1.0, 5000.0


class BadDesign(ValueError):
    """A design that cannot be. The message is the end of a sentence that begins with the cloth."""


class Figure(StrEnum):
    """What the eye sees on a cloth; it decides how Wickel draws it and nothing else."""

    PLAIN = "plain"
    STRIPE_ALONG = "stripe-along"
    STRIPE_ACROSS = "stripe-across"
    CHECK = "check"
    UNEVEN_CHECK = "uneven-check"
    SPRIG = "sprig"
    ONE_WAY = "one-way"
    MOTIF = "motif"
    CORDUROY = "corduroy"
    SATIN = "satin"


FIGURE_NAMES: dict[Figure, str] = {
    Figure.PLAIN: "plain",
    Figure.STRIPE_ALONG: "stripes along",
    Figure.STRIPE_ACROSS: "stripes across",
    Figure.CHECK: "even check",
    Figure.UNEVEN_CHECK: "uneven check",
    Figure.SPRIG: "sprigs",
    Figure.ONE_WAY: "figures, one way up",
    Figure.MOTIF: "large motifs",
    Figure.CORDUROY: "ribs with a pile",
    Figure.SATIN: "shading satin",
}


@dataclass(frozen=True, slots=True, kw_only=True)
class Repeat:
    """How far apart the same figure comes again; None where nothing changes along, or across.

    With ``offset_mm`` each repeat across is shifted so far along: half of ``along_mm`` is a half
    drop.
    """

    along_mm: float | None = None
    across_mm: float | None = None
    offset_mm: float = 0.0

    @property
    def level_mm(self) -> float | None:
        """How far apart along the same level comes again, whatever the column: with a half drop
        half the repeat."""
        if self.along_mm is None or not self.offset_mm:
            return self.along_mm
        return common_measure(self.along_mm, abs(self.offset_mm))

    def off(self, move: Point) -> tuple[float, float]:
        """How far a move along and across is from the nearest whole repeat, each signed; 0 where
        nothing repeats."""
        dx, dy = move
        column = 0 if self.across_mm is None else round(dy / self.across_mm)
        across = 0.0 if self.across_mm is None else dy - column * self.across_mm
        if self.along_mm is None:
            return 0.0, across
        dx -= column * self.offset_mm
        return dx - round(dx / self.along_mm) * self.along_mm, across


class BorderAt(StrEnum):
    """Where a border runs."""

    LOW = "low"
    HIGH = "high"
    BOTH = "both"
    ACROSS = "across"


@dataclass(frozen=True, slots=True, kw_only=True)
class Border:
    """A border along a selvage, or along both, ``distance_mm`` from its inner edge; or across the
    cloth, ``distance_mm`` from its start and then with every repeat along."""

    at: BorderAt
    width_mm: float
    distance_mm: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Motif:
    """A large motif: the middle of the first one, and its size. It comes again with the repeat."""

    x_mm: float
    y_mm: float
    length_mm: float
    width_mm: float


@dataclass(frozen=True, slots=True, kw_only=True)
class Design:
    """All that is on a cloth. ``picture`` is a PNG of one repeat, the start of the cloth at its
    left."""

    figure: Figure = Figure.PLAIN
    repeat: Repeat | None = None
    border: Border | None = None
    motif: Motif | None = None
    picture: bytes = b""

    def check(self) -> None:
        """Raises ``BadDesign`` when a size cannot be."""
        if self.repeat is not None:
            _check_repeat(self.repeat)
        if self.border is not None:
            _check_sizes("border", self.border.width_mm, self.border.distance_mm)
        if self.motif is not None:
            _check_sizes("motif", self.motif.length_mm, self.motif.width_mm)
            if not (math.isfinite(self.motif.x_mm) and math.isfinite(self.motif.y_mm)):
                raise BadDesign(say("design.motif-without-place"))

    def shrunk(self, along: float, across: float) -> Design:
        """The design on the cloth after a wash that leaves these shares of its length and width."""
        if along == across == 1.0:
            return self
        repeat, border, motif = self.repeat, self.border, self.motif
        if repeat is not None:
            repeat = Repeat(
                along_mm=None if repeat.along_mm is None else repeat.along_mm * along,
                across_mm=None if repeat.across_mm is None else repeat.across_mm * across,
                offset_mm=repeat.offset_mm * along,
            )
        if border is not None:
            share = along if border.at is BorderAt.ACROSS else across
            border = replace(
                border, width_mm=border.width_mm * share, distance_mm=border.distance_mm * share
            )
        if motif is not None:
            motif = Motif(
                x_mm=motif.x_mm * along,
                y_mm=motif.y_mm * across,
                length_mm=motif.length_mm * along,
                width_mm=motif.width_mm * across,
            )
        return replace(self, repeat=repeat, border=border, motif=motif)

    def bands(self, width_mm: float, length_mm: float) -> tuple[tuple[Point, Point], ...]:
        """The borders on a flat cloth of that width, up to a length, as corners (least x, y),
        (greatest x, y)."""
        border = self.border
        if border is None:
            return ()
        near, far = border.distance_mm, border.distance_mm + border.width_mm
        if border.at is BorderAt.ACROSS:
            step = self.repeat.along_mm if self.repeat is not None and self.repeat.along_mm else 0.0
            count = 1 + (int(max(0.0, length_mm - near) // step) if step else 0)
            return tuple(((near + k * step, 0.0), (far + k * step, width_mm)) for k in range(count))
        low = ((0.0, near), (length_mm, far))
        high = ((0.0, width_mm - far), (length_mm, width_mm - near))
        return {BorderAt.LOW: (low,), BorderAt.HIGH: (high,), BorderAt.BOTH: (low, high)}[border.at]


def _check_repeat(repeat: Repeat) -> None:
    """Raises ``BadDesign`` when a repeat has no length, or one that no cloth has."""
    sides = {"along": repeat.along_mm, "across": repeat.across_mm}
    if all(mm is None for mm in sides.values()):
        raise BadDesign(say("design.repeat-no-way"))
    for name, mm in sides.items():
        if mm is not None and not LEAST_REPEAT_MM <= mm <= MOST_REPEAT_MM:
            raise BadDesign(
                say(
                    "design.repeat", value=mm, name=name, least=LEAST_REPEAT_MM, most=MOST_REPEAT_MM
                )
            )
    if not abs(repeat.offset_mm) <= MOST_REPEAT_MM:
        raise BadDesign(say("design.offset", offset=repeat.offset_mm, most=MOST_REPEAT_MM))
    if repeat.offset_mm and None in sides.values():
        raise BadDesign(say("design.offset-needs-repeat"))


def _check_sizes(name: str, size_mm: float, other_mm: float) -> None:
    """Raises ``BadDesign`` when the first size is not above zero, or either is no size."""
    if not (0 < size_mm <= MOST_REPEAT_MM and 0 <= other_mm <= MOST_REPEAT_MM):
        raise BadDesign(say("design.size", name=name, most=MOST_REPEAT_MM))
