"""The wrap dress: two fronts that cross, a skirt in one with them, a long and a short tie; in front
or behind.

The side that crosses runs straight from the neck end of the shoulder to its wrap point at the
waist, and on down to the hem. Points are (down, across) in mm, down from the neck end of the
shoulder, across from the centre.
"""

from __future__ import annotations

from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.facings import edge_facing
from wickel.draft.fastenings import tie
from wickel.draft.ledger import SIDES, Ledger
from wickel.draft.parts import edges, line, point
from wickel.draft.sleeves import MEASURED as SLEEVE_MEASURED
from wickel.draft.sleeves import sleeve_options, sleeve_pieces_by
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style
from wickel.draft.torso import (
    CHEST_DEPTH,
    CHEST_LINE,
    MEASURED,
    SLEEVE_NOTCH_MM,
    Torso,
    TorsoCut,
    above_hip,
    darts,
    shoulder_options,
    torso_by,
    torso_piece,
    torso_points,
)
from wickel.draft.upper import UpperMade, upper_checks, upper_seams
from wickel.draft.usual_checks import alike
from wickel.geometry import Line, length
from wickel.pattern import Cut, Notch, Pattern, Piece, edge_length
from wickel.wording import say

OPTIONS = (
    ChoiceOption(
        id="wraps",
        question="It wraps",
        default="front",
        choices={"front": "in front", "back": "at the back"},
    ),
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=40,
        least=-350,
        most=400,
    ),
    LengthOption(
        id="ease_mm", question="Ease at bust, waist and hip", default=60, least=20, most=180
    ),
    LengthOption(
        id="overlap_mm", question="Crosses the centre by", default=150, least=90, most=185
    ),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=90, least=0, most=260
    ),
    LengthOption(id="facing_mm", question="Width of the facings", default=60, least=40, most=90),
    CHEST_LINE,
    CHEST_DEPTH,
    *sleeve_options("short"),
    *shoulder_options(),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the wrap dress: both halves, the one that crosses, sleeves, facings, ties.

    Raises:
        DraftRefused: body and figures disagree.
    """
    wraps = ledger.choice("wraps")
    cut = TorsoCut(
        below="waist_to_knee + below_knee",
        deep=tuple(side for side in SIDES if side != wraps),
    )
    halves = torso_by(ledger, cut)
    ends = above_hip(ledger)
    if ends is not None:
        raise DraftRefused(
            say("wrap_dress.skirt-end-below-waist-above", below_waist=ends[1]),
            "below_knee_mm",
            f"hem.down.{ends[0]}",
        )
    ledger.at("Wrap")
    over = ledger.length("wrap.over", "overlap", "Crosses the centre by", (60, 260))
    facing = ledger.both("facing.wide", "facing", "Width of the facing", (25, 140))
    pieces = [
        _crossing(half.where, half, over, allow)
        if half.where == wraps
        else torso_piece(half, allow)
        for half in halves
    ]
    facings = [
        edge_facing(
            piece,
            ("wrap edge", "neck") if piece.id == wraps else ("neck",),
            facing.of(piece.id),
            allow,
        )
        for piece in pieces
    ]
    armhole = sum(length((half.armhole,)) for half in halves)
    sleeves = sleeve_pieces_by(ledger, armhole, halves[0].chest, allow)
    ledger.at("Ties")
    short = ledger.length("tie.short", "55 cm", "Length of the short tie", (200, 900))
    long = ledger.length("tie.long", "waist + tie_short", "Length of the long tie", (600, 2600))
    wide = ledger.length("tie.wide", "3 cm", "Finished width of the ties", (8, 80))
    return Pattern(
        style="wrap-dress",
        pieces=(
            *pieces,
            *sleeves,
            *facings,
            tie("long-tie", "Long tie", long, wide, allow, copies=1),
            tie("short-tie", "Short tie", short, wide, allow, copies=1),
        ),
        seams=upper_seams("darts", sleeves),
    )


def _crossing(where: str, half: Torso, overlap: float, allow: Allowances) -> Piece:
    """The half that crosses: its neck runs on over the centre to the wrap point at the waist."""
    waist, foot = (half.level, -overlap), (half.hem_centre, -overlap)
    side = half.side()
    hem = (half.hem(), Line((half.hem_centre, 0.0), foot))
    return Piece(
        id=where,
        name=where.capitalize(),
        edges=edges(
            allow,
            ("neck", line(waist, half.neck.base), "neck"),
            ("shoulder", line(half.neck.base, half.shoulder), "shoulder"),
            ("armhole", (half.armhole,), "armhole"),
            ("side", side, "side"),
            ("hem", hem, "hem"),
            ("wrap edge", line(foot, waist), "neck"),
        ),
        cuts=(Cut(material="main", copies=2, pair=True),),
        notches=(
            Notch(name="sleeve", edge="armhole", at_mm=length((half.armhole,)) - SLEEVE_NOTCH_MM),
            Notch(name="waist, slot for the tie", edge="side", at_mm=length(side[:1])),
        ),
        inner_lines=darts(half),
        points=(
            *(p for p in torso_points(half) if p.name not in ("neck centre", "centre waist")),
            point("wrap point", waist, "at the waist, over the centre by the overlap"),
            point("hem, wrap edge", foot, "straight down from the wrap point"),
        ),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a wrap dress."""
    wraps = str(options["wraps"])
    crossed = pattern.piece(wraps)
    overlap = pattern.figure_or("wrap.over", float(options["overlap_mm"]))
    return (
        *upper_checks(pattern, body, options, UpperMade(collar=False)),
        alike("Wrap edge to facing", crossed, pattern.piece(f"{wraps}-facing"), "wrap edge"),
        TapeCheck(
            name="Overlap of the halves",
            one="both halves, each over the centre",
            one_mm=2 * overlap,
            other="a quarter of the waist",
            other_mm=body["waist"] / 4,
            least_mm=-20.0,
            most_mm=400.0,
            way_out=say("wrap_dress.let-cross-centre-further"),
        ),
        TapeCheck(
            name="Long tie",
            one="tie",
            one_mm=edge_length(pattern.piece("long-tie"), "join"),
            other="once round the waist",
            other_mm=body["waist"],
            least_mm=300.0,
            most_mm=900.0,
            way_out=say("wrap_dress.cut-tie-longer"),
        ),
    )


STYLE = Style(
    id="wrap-dress",
    name="Wrap dress",
    summary=(
        "Two fronts that cross, skirt in one, ties; wrapped in front or behind, with any sleeve."
    ),
    charts=("women",),
    required=(*MEASURED, *SLEEVE_MEASURED, "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("shoulder", "side", "neck", "armhole", "hem", "facing", "band"),
    steps=steps,
    checked=checked,
)
