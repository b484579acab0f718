"""Length to buy, and the strips for binding."""

from wickel.yardage.binding import (
    JOIN_MM,
    StripPlan,
    from_square,
    from_what_is_left,
    joined_mm,
    strips_of_square,
)
from wickel.yardage.need import (
    SHORT_MM,
    Need,
    Tally,
    need,
    need_in_lengths,
    need_of,
    off_the_shelf,
    shown_buy,
    tally,
)

__all__ = [
    "JOIN_MM",
    "SHORT_MM",
    "Need",
    "StripPlan",
    "Tally",
    "from_square",
    "from_what_is_left",
    "joined_mm",
    "need",
    "need_in_lengths",
    "need_of",
    "off_the_shelf",
    "shown_buy",
    "strips_of_square",
    "tally",
]
