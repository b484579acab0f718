"""What is typed and ticked on a cloth's card: names, hints, and what each does to the cloth."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from wickel.cloth import Cloth, Kind
from wickel.wording import tr

LENGTHS: tuple[tuple[str, str, str], ...] = (
    ("usable_width_mm", tr("Usable width"), tr("Between the inner edges of the selvages")),
    (
        "length_at_hand_mm",
        tr("Length at hand"),
        tr("What there is of it; 0 when it is to be bought"),
    ),
    ("step_mm", tr("Sold in steps of"), tr("Like 10 cm or 1/8 yd")),
    (
        "sold_length_mm",
        tr("Sold in lengths of"),
        tr("Like 5 yd, when no other length is sold; 0 when it is sold by the step"),
    ),
    ("least_length_mm", tr("Least length sold"), tr("The shop sells no less than that")),
    ("selvage_mm", tr("Low selvage"), tr("At the fold or near you")),
    ("high_selvage_mm", tr("High selvage"), tr("At the far side")),
    (
        "reserve_mm",
        tr("Free at selvages"),
        tr("Kept free at each selvage, since cloth is never exact"),
    ),
    ("squaring_mm", tr("Trimmed at ends"), tr("Trimmed at each end to square the cloth")),
    ("margin_mm", tr("Room between"), tr("Room kept between pieces when cutting")),
)
OF_CLOTH = ("at_hand_mm", "sold_length_mm", "least_length_mm")
AS_SOLD = ("step_mm", "sold_length_mm")
SHARES: tuple[tuple[str, str, str], ...] = (
    (
        "shrink_along",
        tr("Shrinks along, %"),
        tr("How many of 100 are lost in the wash, along the selvage"),
    ),
    ("shrink_across", tr("Shrinks across, %"), tr("How many of 100 are lost in the wash, across")),
    (
        "stretch_along",
        tr("Stretches along, %"),
        tr("How many on 100 it gives along the selvage; or 10 pull to 14"),
    ),
    (
        "stretch_across",
        tr("Stretches across, %"),
        tr("How many on 100 it gives across; or as you test it: 10 pull to 14"),
    ),
)
KINDS = {Kind.WOVEN: "woven", Kind.KNIT: "knitted", Kind.NON_WOVEN: tr("non-woven, without grain")}
TRAITS: tuple[tuple[str, str, str], ...] = (
    ("nap", tr("has a nap"), tr("A pile that strokes one way: every piece then lies head up")),
    (
        "heads_at_end",
        tr("heads at the end"),
        tr("Heads lie towards the end of the cloth, not towards its start"),
    ),
    ("see_through", "see-through", tr("Allowances and facings will show")),
    ("frays", "frays", tr("Give it wider allowances, or overlock it")),
)


def _across(
    cloth: Cloth,
    *,
    usable: float | None = None,
    low: float | None = None,
    high: float | None = None,
) -> Cloth:
    """A cloth with one of its usable width and selvages changed, its full width with it."""
    wide = cloth.usable_width_mm if usable is None else usable
    below, above = cloth.selvages_mm
    below, above = below if low is None else low, above if high is None else high
    return replace(
        cloth,
        usable_width_mm=wide,
        selvage_mm=below,
        high_selvage_mm=above,
        full_width_mm=wide + below + above,
    )


ENTERED: dict[str, Callable[[Cloth, float], Cloth]] = {
    "usable_width_mm": lambda cloth, mm: _across(cloth, usable=mm),
    "length_at_hand_mm": lambda cloth, mm: replace(cloth, length_at_hand_mm=mm or None),
    "step_mm": lambda cloth, mm: replace(cloth, step_mm=mm),
    "sold_length_mm": lambda cloth, mm: replace(cloth, sold_length_mm=mm or None),
    "least_length_mm": lambda cloth, mm: replace(cloth, least_length_mm=mm),
    "selvage_mm": lambda cloth, mm: _across(cloth, low=mm),
    "high_selvage_mm": lambda cloth, mm: _across(cloth, high=mm),
    "reserve_mm": lambda cloth, mm: replace(cloth, reserve_mm=mm),
    "squaring_mm": lambda cloth, mm: replace(cloth, squaring_mm=mm),
    "margin_mm": lambda cloth, mm: replace(cloth, margin_mm=mm),
    "shrink_along": lambda cloth, share: replace(cloth, shrink_along=share),
    "shrink_across": lambda cloth, share: replace(cloth, shrink_across=share),
    "stretch_along": lambda cloth, share: replace(cloth, stretch_along=share),
    "stretch_across": lambda cloth, share: replace(cloth, stretch_across=share),
}
"""What a length or a share does to the cloth that is typed for it."""

TICKED: dict[str, Callable[[Cloth, bool], Cloth]] = {
    "nap": lambda cloth, on: replace(cloth, nap=on),
    "heads_at_end": lambda cloth, on: replace(cloth, heads_at_end=on),
    "see_through": lambda cloth, on: replace(cloth, see_through=on),
    "frays": lambda cloth, on: replace(cloth, frays=on),
}
