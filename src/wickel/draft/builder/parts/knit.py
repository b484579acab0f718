"""What is made of a knit: sleeves with cuffs, a high collar in one strip that is stretched on."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from wickel.body import Body
from wickel.draft.builder.making import (
    KNIT,
    STRETCH,
    STRETCHES,
    Making,
    Part,
    Slot,
    half_neck_mm,
)
from wickel.draft.builder.parts.sleeves import asked_by, cap_checks, set_in
from wickel.draft.checks import TapeCheck
from wickel.draft.parts import Strip, comes_back, rectangle
from wickel.draft.sleeves import MEASURED
from wickel.draft.style import LengthOption, Options
from wickel.draft.usual_checks import over_head
from wickel.geometry import length
from wickel.pattern import ACROSS_DEG, Cut, Pattern, PieceRole, edge_length, sewn_length
from wickel.wording import say, tr

_HIGH = LengthOption(
    id="knit_collar_mm", question="Finished height of the collar", default=90, least=20, most=200
)
_CUFF = LengthOption(
    id="cuff_mm", question="Finished height of the cuffs", default=60, least=20, most=120
)


def _collar(making: Making) -> Making:
    """A strip shorter than the neck seam and stretched onto it, its length across the cloth: knits
    stretch that way."""
    ledger = making.ledger
    assert making.necklines is not None, "a collar needs a neck"
    neck = 2 * sum(length(own.path) for own in making.necklines)
    ledger.at("Collar")
    ledger.know("neck_seam", neck)
    stretch = STRETCH[ledger.choice("stretch")]
    long = ledger.length(
        "collar.long",
        f"max(0.92*neck_seam, min(neck_seam, (head + 2.1 cm)/{stretch}))",
        "Length of the collar",
    )
    high = ledger.length("collar.high", "knit_collar", "Finished height of the collar", (15, 250))
    strip = Strip(
        id="collar",
        name="High collar",
        part=PieceRole.COLLAR_STAND,
        long_mm=long,
        high_mm=2 * high,
        cuts=(Cut(material="main", copies=1),),
        fold_line=True,
        grain_deg=ACROSS_DEG,
    )
    collar = comes_back(rectangle(strip, making.allow), "join", neck)
    return making.with_pieces(collar).finished("neck")


def _collar_checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """The collar against the neck seam; stretched it goes over the head, where that was
    measured."""
    collar = pattern.piece("collar")
    sewn, cut = sewn_length(collar, "join"), edge_length(collar, "join")
    checks = [
        TapeCheck(
            name="Collar to neck",
            one="collar, stretched",
            one_mm=sewn,
            other="neck seam",
            other_mm=2 * half_neck_mm(pattern),
            way_out=say("knit_top.cut-collar-anew-from-neck"),
            stretched=sewn / cut,
            no_further=True,
        )
    ]
    if "head" in body.measurements_mm:
        times = STRETCH[str(options["stretch"])]
        over = over_head(body, cut * times, say("necks.or-stretchier"), opening="collar, stretched")
        # stretched it needs no room
        checks.append(replace(over, least_mm=0.0, stretched=times))
    return tuple(checks)


PARTS = (
    Part(
        id="knit",
        slot=Slot.SLEEVE,
        name=tr("long, with a cuff of the knit"),
        add=partial(set_in, "knit"),
        options=(_CUFF, *asked_by("long")),
        required=MEASURED,
        checks=cap_checks,
        roles=("band",),
        place=34,
    ),
    Part(
        id="knit",
        slot=Slot.COLLAR,
        name=tr("a high one of a knit, stretched on"),
        add=_collar,
        options=(_HIGH, STRETCHES),
        required=("head",),
        needs=frozenset({KNIT}),
        checks=_collar_checks,
        only_beside={
            Slot.NECK: (("round",), say("builder.knit-round")),
            Slot.UPPER: (("plain",), say("builder.knit-plain")),
            Slot.CLOSING: (("none",), say("builder.knit-pulled-on")),
            Slot.LOWER: (("in-one",), say("builder.knit-pulled-on")),
        },
        roles=("band",),
        place=20,
    ),
)
