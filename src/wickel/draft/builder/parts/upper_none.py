"""No upper part: a skirt, trousers, or a small thing."""

from __future__ import annotations

from wickel.draft.builder.making import WAIST_EASE, Making, Part, Slot
from wickel.draft.builder.parts.uppers import EASE
from wickel.wording import tr


def _waist(making: Making) -> Making:
    return making.with_joined()


PARTS = (
    Part(
        id="none",
        slot=Slot.UPPER,
        name=tr("none: it hangs from the waist"),
        add=_waist,
        options=(WAIST_EASE, EASE),
        required=("waist",),
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
