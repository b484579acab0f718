"""Tape checks: two lengths that belong together, their difference, and what is allowed."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from wickel.wording import Text

SEWING_TOLERANCE_MM = 1.0


@dataclass(frozen=True, slots=True, kw_only=True)
class TapeCheck:
    """Two lengths in mm; ``one − other`` must lie within ``least_mm``..``most_mm``.

    ``on_body``: ``one`` is of the garment, drawn over ``other`` of the body, and gives as the cloth
    does.

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
    on_body: bool = False

    @property
    def difference_mm(self) -> float:
        """``one`` less ``other``."""
        return self.one_mm - self.other_mm

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


def with_stretch(check: TapeCheck, stretch: float) -> TapeCheck:
    """The check on cloth that stretches, a share of 1 round the body: what is drawn over the body
    gives as it does."""
    if not check.on_body or stretch <= 0:
        return check
    return replace(check, one=f"{check.one}, stretched", one_mm=check.one_mm * (1.0 + stretch))


NOT_MEASURED = (
    "cannot be measured here: the pieces were changed, or a measurement was not taken. Lay the "
    "tape on the paper pieces."
)
"""What is said of a check that could not be made."""

UNBOUNDED = math.inf
