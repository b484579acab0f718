"""The lower part in one with the upper: no seam at the waist."""

from wickel.draft.builder.making import Part, Slot
from wickel.draft.style import LengthOption
from wickel.wording import say, tr

PARTS = (
    Part(
        id="in-one",
        slot=Slot.LOWER,
        name=tr("in one with the upper, no seam at the waist"),
        options=(
            LengthOption(
                id="below_waist_mm",
                question="Length below the waist",
                default=170,
                least=0,
                most=1000,
            ),
            LengthOption(
                id="flare_mm",
                question="Wider at the hem, each quarter",
                default=0,
                least=0,
                most=260,
            ),
        ),
        against={(Slot.UPPER, "none"): say("builder.nothing-left")},
        roles=("hem",),
        place=1,
    ),
)
