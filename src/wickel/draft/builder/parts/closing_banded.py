"""Open in front between bands: a band along front edges and neck, and at the ends of sleeves that
are grown on."""

from __future__ import annotations

import math
from dataclasses import replace

from wickel.body import Body
from wickel.draft.builder.making import (
    BANDED,
    OPENS_IN_FRONT,
    Making,
    Part,
    Slot,
    has_edge,
)
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES
from wickel.draft.parts import Strip, edges, line, rectangle
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Options
from wickel.draft.usual_checks import alike
from wickel.geometry import Line, Path
from wickel.pattern import Cut, Pattern, Piece, PieceRole, Seam, edge_length
from wickel.wording import say, tr

LEAST_BELOW_SLANT_MM = 100.0
"""What the front edge runs straight below its slant at least."""
ASKED = (
    ChoiceOption(
        id="front",
        question="The front edge is",
        default="shaped",
        choices={"shaped": "shaped", "straight": "straight"},
    ),
    LengthOption(
        id="opening_mm",
        question="The slant meets the centre, down by",
        default=380,
        least=200,
        most=600,
    ),
    LengthOption(
        id="front_band_mm", question="Finished width of the bands", default=60, least=25, most=120
    ),
)
_SLEEVE_END = "sleeve end"


def _add(making: Making) -> Making:
    ledger = making.ledger
    half, back = (making.piece(side) for side in SIDES)
    shaped = ledger.choice("front") == "shaped"
    opening = 0.0
    if shaped:
        ledger.at("Front edge")
        ledger.know("front_long", half.edge("hem").end[0])
        opening = ledger.length(
            "opening.down",
            "min(opening, front_long - 10.5 cm)",
            "The slant meets the centre, down by",
        )
        if opening > half.edge("hem").end[0] - LEAST_BELOW_SLANT_MM:
            raise DraftRefused(
                say("open_robe.slant-meet-centre-down-hem", opening=opening),
                "opening_mm",
                "below_knee_mm",
                "opening.down",
            )
    front = _opened(half, opening if shaped else None, making)
    back = _with_role(back, making)
    ledger.at("Bands")
    ledger.know("front_edge", edge_length(front, "front edge") + edge_length(back, "neck"))
    wide = ledger.length("band.wide", "front_band", "Finished width of the bands", (15, 160))
    long = ledger.length("band.long", "front_edge", "Length of a front band")
    made = making.with_pieces(
        front,
        back,
        _band("front-band", "Front band", (long, 2 * wide), making),
        seams=(Seam(name="front band", one=("front-band", "join"), other=("front", "front edge")),),
    ).finished("neck")
    if not has_edge(front, _SLEEVE_END):
        return made
    ledger.know("sleeve_round", math.fsum(edge_length(p, _SLEEVE_END) for p in (front, back)))
    sleeve = ledger.length("sleeve_band.long", "sleeve_round", "Length of a sleeve band")
    return made.with_pieces(
        _band("sleeve-band", "Sleeve band", (sleeve, 2 * wide), making, role="sleeve_end"),
        seams=(
            Seam(name="sleeve band", one=("sleeve-band", "join"), other=("front", _SLEEVE_END)),
        ),
    )


def _opened(half: Piece, opening: float | None, making: Making) -> Piece:
    """From the neck end of the shoulder to the hem: slanting to the centre at the opening and on
    down it, or straight down."""
    neck, hem = half.edge("shoulder").start, half.edge("hem")
    low = hem.end[0]
    foot = (low, 0.0 if opening is not None else neck[1])
    edge: Path = line(foot, neck)
    if opening is not None:
        edge = (Line(foot, (opening, 0.0)), Line((opening, 0.0), neck))
    hem_path: Path = line(hem.start, foot) if opening is None else hem.path
    new_hem, front_edge = edges(
        making.allow, ("hem", hem_path, "hem"), ("front edge", edge, "band")
    )
    kept = tuple(own for own in half.edges if own.name not in ("neck", "hem", "centre"))
    return replace(
        half,
        edges=(*kept, new_hem, front_edge),
        cuts=(Cut(material="main", copies=2, pair=True),),
        inner_lines=tuple(mark for mark in half.inner_lines if "dart" in mark.name),
        notches=tuple(n for n in half.notches if n.edge not in ("neck", "hem", "centre")),
    )


def _with_role(back: Piece, making: Making) -> Piece:
    """The back, its neck with the allowance of a band."""
    return replace(
        back,
        edges=tuple(
            replace(edge, allowance_mm=making.allow["band"]) if edge.name == "neck" else edge
            for edge in back.edges
        ),
    )


def _band(
    id: str, name: str, size: tuple[float, float], making: Making, role: str = "band"
) -> Piece:
    """Two strips so long and so high, folded along their middle."""
    strip = Strip(
        id=id,
        name=name,
        part=PieceRole.BAND if id == "front-band" else PieceRole.CUFF,
        long_mm=size[0],
        high_mm=size[1],
        cuts=(Cut(material="main", copies=2),),
        role=role,
        fold_line=True,
    )
    return rectangle(strip, making.allow)


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    front, back, band = (pattern.piece(id) for id in (*SIDES, "front-band"))
    copies = band.cuts[0].copies
    checks = [
        TapeCheck(
            name="Front bands",
            one="both bands" if copies == 2 else "the band" if copies == 1 else "the bands",
            one_mm=copies * edge_length(band, "join"),
            other="both fronts and the neck",
            other_mm=2 * (edge_length(front, "front edge") + edge_length(back, "neck")),
            way_out=say("open_robe.cut-bands"),
        ),
        alike("Shoulder", front, back, "shoulder"),
    ]
    if has_edge(front, _SLEEVE_END):
        checks.append(
            TapeCheck(
                name="Sleeve band",
                one="band",
                one_mm=edge_length(pattern.piece("sleeve-band"), "join"),
                other="sleeve opening",
                other_mm=edge_length(front, _SLEEVE_END) + edge_length(back, _SLEEVE_END),
                way_out=say("open_robe.cut-band"),
            )
        )
    return tuple(checks)


PARTS = (
    Part(
        id="banded",
        slot=Slot.CLOSING,
        name=tr("open in front, between bands"),
        add=_add,
        options=ASKED,
        needs=frozenset({OPENS_IN_FRONT, BANDED}),
        checks=_checks,
        only_beside={
            Slot.NECK: (("round", "v"), say("builder.banded-neck")),
            Slot.UPPER: (("plain",), say("builder.banded-plain")),
            Slot.COLLAR: (("none",), say("builder.banded-neck")),
            Slot.LOWER: (("in-one",), say("builder.banded-in-one")),
            Slot.YOKE: (("none",), say("builder.banded-in-one")),
            Slot.DRAPE: (("none",), say("builder.drape-not-in-front")),
            Slot.OPENING: (("none", "sides"), say("builder.no-fold-in-front")),
        },
        roles=("band", "sleeve_end"),
        place=12,
    ),
)
