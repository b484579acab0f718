"""No upper part: a skirt, trousers, or a small thing."""

from __future__ import annotations

from wickel.draft.builder.making import NO_SHOULDERS, WAIST_EASE, Making, Part, Slot
from wickel.draft.builder.parts.uppers import EASE
from wickel.wording import tr

PARTS = (
    Part(
        id="none",
        slot=Slot.UPPER,
        name=tr("none: it hangs from the waist"),
        add=Making.with_joined,
        options=(WAIST_EASE, EASE),
        required=("waist",),
        traits=frozenset({NO_SHOULDERS}),
        without=frozenset(
            {
                Slot.NECK,
                Slot.SLEEVE,
                Slot.COLLAR,
                Slot.EDGES,
                Slot.DART,
                Slot.YOKE,
            }
        ),
        roles=("waist",),
        place=20,
    ),
)
