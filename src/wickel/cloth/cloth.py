"""A cloth: usable width, which way its print runs, how it is sold, and what it does in the wash."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from enum import StrEnum

from wickel.cloth.design import BadDesign, Design
from wickel.geometry import BadOutline, Outline, bounds, simple_outline
from wickel.wording import say, words_of


class Print(StrEnum):
    """Which way up pieces may lie on the cloth (docs/formats.md, print)."""

    ANY = "any"
    TWO_WAY = "two-way"
    PER_GARMENT = "per-garment"
    ONE_WAY = "one-way"


PRINT_NAMES: dict[Print, str] = {
    Print.ANY: "any way up",
    Print.TWO_WAY: "up or down alike",
    Print.PER_GARMENT: "one way a garment",
    Print.ONE_WAY: "one way, head up",
}


class Kind(StrEnum):
    """How a cloth is made: a non-woven one has no grain."""

    WOVEN = "woven"
    KNIT = "knit"
    NON_WOVEN = "non-woven"


@dataclass(frozen=True, slots=True, kw_only=True)
class Flaw:
    """A spoiled place of the flat cloth: a box from its corner nearest the start and the low
    selvage, in mm.

    A strip over the whole width has ``width_mm`` None.
    """

    x_mm: float
    length_mm: float
    y_mm: float = 0.0
    width_mm: float | None = None


STEP_MM = 100.0
"""Cloth is sold in such steps unless something else is said."""
MOST_WIDTH_MM, MOST_MARGIN_MM = 10_000.0, 100.0


class BadCloth(ValueError):
    """A cloth that cannot be. The message is one sentence."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Cloth:
    """A cloth as it is bought. Lengths in mm; shrinkages are shares of 1; ``price`` is per metre.

    ``print`` None means that nobody said: it counts as one-way. ``reserve_mm`` is kept free at each
    selvage because real cloth is a little narrower here and there. ``squaring_mm`` is trimmed at
    each end to square the cloth. ``selvage_mm`` is the low selvage, and the high one too unless
    ``high_selvage_mm`` says otherwise. Stretches are shares of 1 along the selvage and across.
    ``nap``: a pile that strokes one way, which makes any print one-way. ``heads_at_end``: the heads
    of a one-way print lie towards the end of the cloth, not towards its start. ``least_length_mm``
    is the least the shop sells; with a ``sold_length_mm`` it sells no other length than that, and
    steps do not count (lay.lengths); ``margin_mm`` the room kept between pieces when cutting. Flaws
    and the design lie on the cloth as it is bought. ``remnant`` is the shape that is left of a
    cloth, x along from its start, y across from the low usable edge; empty for a whole cloth.
    ``cut_away`` are outlines of what has been cut from it already, on the cloth as it is bought.
    ``unheeded`` names what a file says of the cloth in words that are not understood.
    """

    id: str
    usable_width_mm: float
    name: str = ""
    print: Print | None = None
    full_width_mm: float | None = None
    selvage_mm: float = 0.0
    reserve_mm: float = 0.0
    shrink_along: float = 0.0
    shrink_across: float = 0.0
    squaring_mm: float = 25.0
    step_mm: float = STEP_MM
    length_at_hand_mm: float | None = None
    price: float | None = None
    colour: str = ""
    kind: Kind = Kind.WOVEN
    fibre: str = ""
    stretch_along: float = 0.0
    stretch_across: float = 0.0
    nap: bool = False
    see_through: bool = False
    frays: bool = False
    least_length_mm: float = 0.0
    sold_length_mm: float | None = None
    margin_mm: float = 0.0
    flaws: tuple[Flaw, ...] = ()
    remnant: Outline = ()
    cut_away: tuple[Outline, ...] = ()
    high_selvage_mm: float | None = None
    heads_at_end: bool = False
    design: Design = field(default_factory=Design)
    unheeded: tuple[str, ...] = ()

    def __post_init__(self) -> None:
        name = self.shown_name
        self._check_widths(name)
        for label, value, most in (
            ("selvage", self.selvage_mm, 500.0),
            ("far selvage", self.high_selvage_mm or 0.0, 500.0),
            ("reserve", self.reserve_mm, 500.0),
            ("squaring", self.squaring_mm, 2000.0),
        ):
            if not 0 <= value <= most:
                raise BadCloth(
                    say("cloth.not-between", name=name, label=label, value=value, most=most)
                )
        for label, value in (("along", self.shrink_along), ("across", self.shrink_across)):
            if not 0 <= value < 0.5:
                raise BadCloth(say("cloth.shrinkage", name=name, label=label, value=value))
        if not 0 < self.step_mm <= 20_000:
            raise BadCloth(say("cloth.step", name=name, step=self.step_mm))
        if 2 * self.reserve_mm >= self.lay_width_mm:
            raise BadCloth(say("cloth.all-reserve", name=name))
        self._check_how_sold(name)
        self._check_what_it_does(name)

    def _check_widths(self, name: str) -> None:
        """Usable and full width, length at hand. Raises ``BadCloth``."""
        if not 0 < self.usable_width_mm <= MOST_WIDTH_MM:
            raise BadCloth(
                say(
                    "cloth.usable-width",
                    name=name,
                    usable_width=self.usable_width_mm,
                    most=MOST_WIDTH_MM,
                )
            )
        for label, mm in (
            ("full width", self.full_width_mm),
            ("length at hand", self.length_at_hand_mm),
        ):
            if mm is not None and not 0 < mm < math.inf:
                raise BadCloth(say("cloth.not-above-zero", name=name, label=label, length=mm))
        if self.full_width_mm is not None and self.full_width_mm < self.usable_width_mm:
            raise BadCloth(say("cloth.wider-than-wide", name=name))

    def _check_what_it_does(self, name: str) -> None:
        """Stretch, room, design and flaws. Raises ``BadCloth``."""
        for label, value in (("along", self.stretch_along), ("across", self.stretch_across)):
            if not 0 <= value <= 3:
                raise BadCloth(say("cloth.stretch", name=name, label=label, value=value))
        if not 0 <= self.margin_mm <= MOST_MARGIN_MM:
            raise BadCloth(
                say("cloth.margin", name=name, margin=self.margin_mm, most=MOST_MARGIN_MM)
            )
        try:
            self.design.check()
        except BadDesign as reason:
            raise BadCloth(say("cloth.wrong", name=name, reason=words_of(reason))) from None
        self._check_what_is_left(name)
        for flaw in self.flaws:
            sizes = (flaw.x_mm, flaw.y_mm, flaw.length_mm, flaw.width_mm or 1.0)
            if not all(0 <= mm < math.inf for mm in sizes) or flaw.length_mm == 0:
                raise BadCloth(say("cloth.flaw-nowhere", name=name))

    def _check_what_is_left(self, name: str) -> None:
        """The outline of a remnant and what has been cut away. Raises ``BadCloth``."""
        if self.remnant:
            try:
                simple_outline(self.remnant)
            except BadOutline as reason:
                raise BadCloth(
                    say("cloth.remnant-wrong", name=name, reason=words_of(reason))
                ) from None
            box = bounds(self.remnant)
            if min(box.min_x, box.min_y) < -1e-6 or box.max_y > self.usable_width_mm + 1e-6:
                raise BadCloth(
                    say("cloth.remnant-too-large", name=name, usable_width=self.usable_width_mm)
                )
        for hole in self.cut_away:
            try:
                simple_outline(hole)
            except BadOutline as reason:
                raise BadCloth(
                    say("cloth.cut-away-wrong", name=name, reason=words_of(reason))
                ) from None

    def _check_how_sold(self, name: str) -> None:
        """The least length, and fixed ones. Raises ``BadCloth``."""
        if not (math.isfinite(self.least_length_mm) and 0 <= self.least_length_mm <= 1e5):
            raise BadCloth(say("cloth.least-sold", name=name, least_length=self.least_length_mm))
        if self.sold_length_mm is not None:
            least = (2 * self.squaring_mm + 1.0) / (1 - self.shrink_along)
            if not (math.isfinite(self.sold_length_mm) and least < self.sold_length_mm <= 1e5):
                raise BadCloth(
                    say("cloth.lengths-too-short", name=name, sold_length=self.sold_length_mm)
                )

    @property
    def shown_name(self) -> str:
        """The name, or the id of a nameless cloth."""
        return self.name or self.id

    @property
    def at_hand_mm(self) -> float | None:
        """The length at hand, of a remnant at most as far as it reaches; None when the cloth is to
        be bought."""
        if not self.remnant:
            return self.length_at_hand_mm
        reach = bounds(self.remnant).max_x
        return reach if self.length_at_hand_mm is None else min(reach, self.length_at_hand_mm)

    @property
    def lay_width_mm(self) -> float:
        """The width that the lay is made on: what is left after shrinking across."""
        return self.usable_width_mm * (1 - self.shrink_across)

    @property
    def head_turn(self) -> float:
        """The turn at which a piece lies head up on a one-way print: 0, or 180 when heads lie at
        the end."""
        return 180.0 if self.heads_at_end else 0.0

    @property
    def selvages_mm(self) -> tuple[float, float]:
        """The widths of the low and the high selvage."""
        return (
            self.selvage_mm,
            self.selvage_mm if self.high_selvage_mm is None else self.high_selvage_mm,
        )

    @property
    def lay_design(self) -> Design:
        """The design on the cloth that the lay is made on: after shrinking."""
        return self.design.shrunk(1 - self.shrink_along, 1 - self.shrink_across)

    @property
    def print_or_assumed(self) -> Print:
        """The print direction; a cloth that does not say counts as one-way, and so does one with a
        nap."""
        said = self.print or Print.ONE_WAY
        return Print.ONE_WAY if self.nap and said in (Print.ANY, Print.TWO_WAY) else said
