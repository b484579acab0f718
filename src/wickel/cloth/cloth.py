"""A cloth: usable width, which way its print runs, how it is sold, and what it does in the wash."""

from __future__ import annotations

import math
from dataclasses import dataclass
from enum import StrEnum


class Print(StrEnum):
    """Which way up pieces may lie on the cloth (FORMATS §4)."""

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


class BadCloth(ValueError):
    """A cloth that cannot be. The message is one sentence."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Cloth:
    """A cloth as it is bought. Lengths in mm; shrinkages are shares of 1; ``price`` is per metre.

    ``print`` None means that nobody said: it counts as one-way. ``reserve_mm`` is kept free at each
    selvage because real cloth is a little narrower here and there. ``squaring_mm`` is trimmed at
    each end to square the cloth. ``unheeded`` names what the file says of the cloth that lays do
    not yet heed (repeats, borders, flaws).
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
    step_mm: float = 100.0
    length_at_hand_mm: float | None = None
    price: float | None = None
    colour: str = ""
    unheeded: tuple[str, ...] = ()

    def __post_init__(self) -> None:
        name = self.shown_name
        if not (math.isfinite(self.usable_width_mm) and 0 < self.usable_width_mm <= 10_000):
            raise BadCloth(
                f"Cloth “{name}” has a usable width of {self.usable_width_mm:g} mm: it must lie above 0 and below 10 m."
            )
        for label, value, most in (
            ("selvage", self.selvage_mm, 500.0),
            ("reserve", self.reserve_mm, 500.0),
            ("squaring", self.squaring_mm, 2000.0),
        ):
            if not (math.isfinite(value) and 0 <= value <= most):
                raise BadCloth(f"Cloth “{name}” has a {label} of {value:g} mm: it must lie between 0 and {most:g} mm.")
        for label, value in (("along", self.shrink_along), ("across", self.shrink_across)):
            if not (math.isfinite(value) and 0 <= value < 0.5):
                raise BadCloth(f"Cloth “{name}” shrinks {label} by {value:g}: write a share from 0 to below 0.5.")
        if not (math.isfinite(self.step_mm) and 0 < self.step_mm <= 20_000):
            raise BadCloth(f"Cloth “{name}” is sold in steps of {self.step_mm:g} mm: it must be above 0.")
        for label, length in (("full width", self.full_width_mm), ("length at hand", self.length_at_hand_mm)):
            if length is not None and not (math.isfinite(length) and length > 0):
                raise BadCloth(f"Cloth “{name}” has a {label} of {length:g} mm: it must be above 0.")
        if self.full_width_mm is not None and self.full_width_mm < self.usable_width_mm:
            raise BadCloth(f"Cloth “{name}” is usable wider than it is wide.")
        if 2 * self.reserve_mm >= self.lay_width_mm:
            raise BadCloth(f"Cloth “{name}” keeps so much in reserve that no width is left.")

    @property
    def shown_name(self) -> str:
        """The name, or the id of a nameless cloth."""
        return self.name or self.id

    @property
    def lay_width_mm(self) -> float:
        """The width that the lay is made on: what is left after shrinking across."""
        return self.usable_width_mm * (1 - self.shrink_across)

    @property
    def print_or_assumed(self) -> Print:
        """The print direction; a cloth that does not say counts as one-way."""
        return self.print or Print.ONE_WAY
