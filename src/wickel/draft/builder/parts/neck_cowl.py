"""A cowl: the front wide at the neck, hanging in folds, its facing grown on."""

from __future__ import annotations

from dataclasses import replace

from wickel.draft.builder.making import BIAS_FRONT, COWL, GROWN_ON, WHOLE_FRONT, Making, Part, Slot
from wickel.draft.style import LengthOption
from wickel.draft.torso import shoulder_options
from wickel.wording import say, tr

_HANG = LengthOption(
    id="hang_mm", question="Cowl wider on each side by", default=60, least=20, most=110
)


def _add(making: Making) -> Making:
    return replace(making, necks=("round", "round"))


_COWL = Part(
    id="cowl",
    slot=Slot.NECK,
    name=tr("a cowl"),
    add=_add,
    options=(*shoulder_options(), _HANG),
    needs=frozenset({COWL}),
    traits=frozenset({COWL}),
    only_beside={
        Slot.UPPER: (("plain", "none"), say("builder.cowl-hangs-plain")),
        Slot.COLLAR: (
            ("none", "stand", "roll", "frill", "bow"),
            say("builder.collar-neck", neck=tr("a cowl")),
        ),
    },
    against={(Slot.SLEEVE, GROWN_ON): say("builder.cowl-hangs-plain")},
    roles=("neck", "shoulder", "facing"),
    place=20,
)

PARTS = (
    _COWL,
    replace(
        _COWL,
        id="cowl-bias",
        name=tr("a cowl, its front on the bias"),
        needs=_COWL.needs | {BIAS_FRONT},
        traits=frozenset({COWL, WHOLE_FRONT}),
        place=21,
    ),
)
