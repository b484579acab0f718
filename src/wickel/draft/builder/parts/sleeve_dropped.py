"""A shoulder drawn out over the arm: with a sleeve set in below it, or without one."""

from __future__ import annotations

from functools import partial

from wickel.draft.builder.making import DROPPED, Part, Slot
from wickel.draft.builder.parts.sleeves import asked_by, cap_checks, set_in
from wickel.draft.sleeves import MEASURED
from wickel.draft.style import LengthOption
from wickel.wording import tr

_DROP = LengthOption(
    id="drop_mm", question="Shoulder out over the arm by", default=40, least=10, most=120
)

PARTS = (
    Part(
        id="dropped",
        slot=Slot.SLEEVE,
        name=tr("long, set in below a dropped shoulder"),
        add=partial(set_in, "dropped"),
        options=(_DROP, *asked_by("long")),
        required=MEASURED,
        needs=frozenset({DROPPED}),
        checks=cap_checks,
        roles=("band",),
        place=30,
    ),
    Part(
        id="extended",
        slot=Slot.SLEEVE,
        name=tr("none, the shoulder drawn out over the arm"),
        options=(_DROP,),
        needs=frozenset({DROPPED}),
        found_by=tr("no sleeves, sleeveless"),
        place=31,
    ),
)
