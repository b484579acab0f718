"""The open robe: grown-on sleeves with bands, a band all along the open front, a belt and its
loops.

Back on the fold, two fronts. The shaped kind has its front edge slanting from the shoulder to the
centre; the straight kind hangs straight down from the neck. Points are (down, across) in mm, down
from the neck end of the shoulder, across from the centre.
"""

from __future__ import annotations

import math
from collections.abc import Mapping

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.grown_on import GrownOn, grown_on_by, half_on_fold, shoulder_to_side
from wickel.draft.ledger import Ledger
from wickel.draft.parts import Strip, edges, line, rectangle, round_neck
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style
from wickel.draft.usual_checks import alike, over_body
from wickel.geometry import Cubic, Line, Path, length
from wickel.pattern import Cut, Pattern, Piece, Seam, edge_length
from wickel.wording import say

LEAST_BELOW_SLANT_MM = 100.0
"""What the front edge runs straight below its slant at least."""

OPTIONS = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=150,
        least=-250,
        most=450,
    ),
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
    LengthOption(id="ease_mm", question="Ease", default=200, least=60, most=500),
    LengthOption(
        id="sleeve_mm", question="Sleeve from the shoulder point", default=320, least=120, most=480
    ),
    LengthOption(
        id="sleeve_ease_mm",
        question="Room in the sleeve, all round",
        default=200,
        least=60,
        most=400,
    ),
    LengthOption(
        id="neck_width_mm", question="Neck width from the centre", default=78, least=60, most=130
    ),
    LengthOption(id="back_neck_mm", question="Back neck depth", default=22, least=8, most=80),
    LengthOption(id="slope_mm", question="Shoulder slope", default=22, least=5, most=60),
    LengthOption(
        id="band_mm", question="Finished width of the bands", default=60, least=25, most=120
    ),
    LengthOption(
        id="belt_mm", question="Belt longer than the waist by", default=900, least=400, most=1500
    ),
)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the robe: back and front with their sleeves, the bands, the belt and its loops.

    Raises:
        DraftRefused: body and figures disagree.
    """
    rules = {"neck.down": "back_neck"}
    before, behind = grown_on_by(ledger.ruled(rules), "neck_to_knee + below_knee", necks=("back",))
    kind = ledger.choice("front")
    opening = 0.0
    if kind == "shaped":
        ledger.at("Front edge")
        opening = ledger.length("opening.down", "opening", "The slant meets the centre, down by")
        if opening > before.hem_centre[0] - LEAST_BELOW_SLANT_MM:
            raise DraftRefused(
                say("open_robe.slant-meet-centre-down-hem", opening=opening),
                "opening_mm",
                "below_knee_mm",
                "opening.down",
            )
    neck = round_neck(behind.neck_down, behind.neck)
    front = _front(before, kind, opening, allow)
    ledger.at("Bands")
    ledger.know("front_edge", edge_length(front, "front edge") + length((neck,)))
    ends = (math.dist(frame.sleeve_end, frame.sleeve_under) for frame in (before, behind))
    ledger.know("sleeve_round", math.fsum(ends))
    wide = ledger.length("band.wide", "band", "Finished width of the bands", (15, 160))
    long = ledger.length("band.long", "front_edge", "Length of a front band")
    sleeve = ledger.length("sleeve_band.long", "sleeve_round", "Length of a sleeve band")
    ledger.at("Belt")
    belt = ledger.length("belt.long", "waist + belt", "Length of the belt", (700, 3200))
    loop = ledger.length("loop.long", "11 cm", "Length of a loop, with what is sewn in", (30, 200))
    loop_wide = ledger.length("loop.wide", "2 cm", "Finished width of a loop", (4, 60))
    twice = 2 * wide
    return Pattern(
        style="open-robe",
        pieces=(
            _back(behind, neck, allow),
            front,
            _folded("front-band", "Front band", (long, twice), 2, allow),
            _folded("sleeve-band", "Sleeve band", (sleeve, twice), 2, allow, role="sleeve_end"),
            _folded("belt", "Belt", (belt, twice), 1, allow),
            _folded("loop", "Belt loop", (loop, 2 * loop_wide), 2, allow),
        ),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="shoulder", one=("front", "shoulder"), other=("back", "shoulder")),
            Seam(name="front band", one=("front-band", "join"), other=("front", "front edge")),
            Seam(name="sleeve band", one=("sleeve-band", "join"), other=("front", "sleeve end")),
        ),
    )


def _folded(
    id: str,
    name: str,
    size: tuple[float, float],
    copies: int,
    allow: Allowances,
    role: str = "band",
) -> Piece:
    """A strip so long and so high, folded along its middle."""
    strip = Strip(
        id=id,
        name=name,
        long_mm=size[0],
        high_mm=size[1],
        cuts=(Cut(material="main", copies=copies),),
        role=role,
        fold_line=True,
    )
    return rectangle(strip, allow)


def _back(frame: GrownOn, neck: Cubic, allow: Allowances) -> Piece:
    return Piece(
        id="back",
        name="Back",
        edges=half_on_fold(frame, (neck,), allow, neck_role="band"),
        cuts=(Cut(material="main", copies=1, on_fold=True),),
        points=frame.points(neck.start),
    )


def _front(frame: GrownOn, kind: str, opening: float, allow: Allowances) -> Piece:
    """From the neck end of the shoulder round to the front edge, which a band will cover."""
    long = frame.hem_side[0]
    if kind == "shaped":
        foot = (long, 0.0)
        edge: Path = (Line(foot, (opening, 0.0)), Line((opening, 0.0), frame.neck))
    else:
        foot = (long, frame.neck[1])
        edge = line(foot, frame.neck)
    return Piece(
        id="front",
        name="Front",
        edges=edges(
            allow,
            *shoulder_to_side(frame),
            ("hem", line(frame.hem_side, foot), "hem"),
            ("front edge", edge, "band"),
        ),
        cuts=(Cut(material="main", copies=2, pair=True),),
        points=frame.points((opening, 0.0) if kind == "shaped" else frame.neck),
    )


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a robe."""
    front, back = pattern.piece("front"), pattern.piece("back")
    return (
        alike("Side seam", front, back, "side"),
        alike("Shoulder", front, back, "shoulder"),
        TapeCheck(
            name="Front bands",
            one="both bands",
            one_mm=2 * edge_length(pattern.piece("front-band"), "join"),
            other="both fronts and the neck",
            other_mm=2 * (edge_length(front, "front edge") + edge_length(back, "neck")),
            way_out=say("open_robe.cut-bands"),
        ),
        TapeCheck(
            name="Sleeve band",
            one="band",
            one_mm=edge_length(pattern.piece("sleeve-band"), "join"),
            other="sleeve opening",
            other_mm=edge_length(front, "sleeve end") + edge_length(back, "sleeve end"),
            way_out=say("open_robe.cut-band"),
        ),
        over_body(body, "bust", "hip", garment_mm=4 * back.edge("hem").start[1]),
    )


STYLE = Style(
    id="open-robe",
    name="Open robe",
    summary=(
        "Grown-on sleeves with bands, a band along the open front, shaped or straight; belt "
        "and loops."
    ),
    charts=("women", "men"),
    required=("bust", "waist", "hip", "shoulder", "upper_arm", "neck_to_knee"),
    options=OPTIONS,
    materials=("main",),
    roles=("shoulder", "side", "hem", "sleeve_end", "band"),
    steps=steps,
    checked=checked,
)
