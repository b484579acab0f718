"""The front necks. A high one is high behind too; the others are round behind."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from wickel.draft.builder.making import Making, Part, Slot
from wickel.draft.necklines import KINDS
from wickel.draft.torso import shoulder_options


def _add(kind: str, making: Making) -> Making:
    return replace(making, necks=(kind, "high" if kind == "high" else "round"))


PARTS = tuple(
    Part(
        id=kind,
        slot=Slot.NECK,
        name=name,
        add=partial(_add, kind),
        options=shoulder_options(),
        place=place,
        roles=("neck", "shoulder"),
    )
    for place, (kind, name) in enumerate(KINDS.items())
)
