"""Tape checks: two lengths that belong together, their difference, and what is allowed."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, replace

from wickel.wording import Text

SEWING_TOLERANCE_MM = 1.0


@dataclass(frozen=True, slots=True, kw_only=True)
class TapeCheck:
    """Two lengths in mm; ``one − other`` must lie within ``least_mm``..``most_mm``.

    ``on_body``: ``one`` is of the garment, drawn over ``other`` of the body, and gives as the cloth
    does. ``stretched``: to how many times its width ``one`` has been taken to stretch already;
    ``no_further``: it is stretched so far, where the cloth does, and not beyond, as a collar onto
    its neck.

    ``way_out`` says what to do where it is broken; ``if_short``, where there is one, where ``one``
    is too short, and ``way_out`` then where it is too long.

    A length that is no number (NaN) could not be measured: the pieces have been changed so that it
    is not there.
    """

    name: str
    one: str
    one_mm: float
    other: Text
    other_mm: float
    least_mm: float = -SEWING_TOLERANCE_MM
    most_mm: float = SEWING_TOLERANCE_MM
    way_out: Text = ""
    if_short: Text = ""
    on_body: bool = False
    stretched: float = 1.0
    no_further: bool = False

    @property
    def difference_mm(self) -> float:
        """``one`` less ``other``."""
        return self.one_mm - self.other_mm

    @property
    def advice(self) -> Text:
        """What to do, by the way in which the two lengths differ."""
        short = self.difference_mm < self.least_mm
        return self.if_short if self.if_short and short else self.way_out

    @property
    def measured(self) -> bool:
        """Whether both lengths could be measured."""
        return not (math.isnan(self.one_mm) or math.isnan(self.other_mm))

    @property
    def unbounded(self) -> bool:
        """Whether ``one`` may be longer by any length."""
        return self.most_mm == UNBOUNDED

    @property
    def broken(self) -> bool:
        """Whether it was measured and does not hold."""
        return self.measured and not self.held

    @property
    def held(self) -> bool:
        """Whether the difference is allowed (to a thousandth of a millimetre)."""
        return self.least_mm - 1e-3 <= self.difference_mm <= self.most_mm + 1e-3


def with_stretch(checks: Iterable[TapeCheck], stretch: float) -> tuple[TapeCheck, ...]:
    """Checks on cloth that stretches by so much, a share of 1 round the body."""
    return tuple(_on_cloth(check, stretch) for check in checks)


def _on_cloth(check: TapeCheck, stretch: float) -> TapeCheck:
    """The check on cloth that stretches by so much, a share of 1 round the body: what is drawn over
    the body gives as the cloth does, whatever it was drafted for."""
    if not check.on_body and check.stretched == 1.0:
        return check
    times = min(1.0 + stretch, check.stretched) if check.no_further else 1.0 + stretch
    plain = check.one.removesuffix(STRETCHED)
    return replace(
        check,
        one=plain + STRETCHED if times > 1.0 else plain,
        one_mm=check.one_mm / check.stretched * times,
        stretched=times,
    )


STRETCHED = ", stretched"
"""What is said of a length that was taken as the cloth stretches."""


NOT_MEASURED = (
    "cannot be measured here: the pieces were changed, or a measurement was not taken. Lay the "
    "tape on the paper pieces."
)
"""What is said of a check that could not be made."""

UNBOUNDED = math.inf
