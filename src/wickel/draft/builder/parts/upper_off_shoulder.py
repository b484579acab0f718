"""Off the shoulder: the upper part and its sleeves cut off below the shoulder, held by elastic.

The sleeve is the set-in sleeve of the same armhole, cut off where the upper part is, and widened
for gathers between the elastic above and below.
"""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.builder.making import NO_SHOULDERS, Making, Part, Slot
from wickel.draft.builder.parts.uppers import ASKED, CUT_AWAY, centre_role, lower_role, torso_of
from wickel.draft.checks import UNBOUNDED, TapeCheck
from wickel.draft.ledger import SIDES, Both, Ledger
from wickel.draft.operations import NewSeam, Opening, Spot, slash_and_spread, split
from wickel.draft.sleeves import SleeveCut, cap_height, nearest_cap, set_in_sleeve
from wickel.draft.straps import Top, strap_piece
from wickel.draft.style import DraftRefused, LengthOption, Options
from wickel.draft.torso import MEASURED, Torso
from wickel.draft.torso_checks import side_check
from wickel.draft.upper import WHOLE
from wickel.draft.usual_checks import alike, over_body, waist_to_body
from wickel.geometry import Cubic, length, parted_at
from wickel.pattern import Pattern, Piece, Seam, edge_length
from wickel.wording import say, tr

ASKED_OFF = (
    LengthOption(
        id="off_drop_mm",
        question="Cut off below the shoulder point by",
        default=85,
        least=60,
        most=105,
    ),
    LengthOption(
        id="off_sleeve_mm",
        question="Length of the sleeve from the shoulder",
        default=300,
        least=220,
        most=560,
    ),
    LengthOption(
        id="off_arm_ease_mm", question="Room at the upper arm", default=70, least=30, most=150
    ),
    LengthOption(
        id="off_fullness_mm", question="Gathers of the sleeve", default=140, least=40, most=300
    ),
)
_LEAST_BELOW_MM = 55.0
"""What must be left of an armhole below the cut."""
_CUTS = 4


def _add(making: Making) -> Making:
    ledger = making.ledger
    ruled = replace(making, ledger=ledger.ruled(CUT_AWAY))
    made, halves = torso_of(ruled, WHOLE, necks=False)
    ledger.at("Top")
    ledger.know("armhole_side", min(length((half.armhole,)) for half in halves))
    drop = ledger.length(
        "top.drop",
        "min(off_drop, armhole_side - 5.6 cm)",
        "Cut off below the shoulder point, along the armhole",
        (40, 140),
    )
    dip = ledger.both("top.dip", ("2.2 cm", "0.8 cm"), "Top lower at the centre by", (0, 80))
    pieces = [
        strap_piece(
            (half.where, half.where.capitalize()),
            half,
            _top(half, drop, dip),
            making.allow,
            centre=centre_role(making, half.where),
            lower=lower_role(making),
        )
        for half in halves
    ]
    sleeve = _sleeve(halves, drop, ledger, making.allow)
    seams = (
        Seam(name="side seam", one=("front", "side"), other=("back", "side")),
        Seam(name="armhole", one=("sleeve", "cap"), other=("front", "armhole")),
        Seam(name="armhole, back", one=("sleeve", "cap, on"), other=("back", "armhole")),
        Seam(name="sleeve seam", one=("sleeve", "seam"), other=("sleeve", "other seam")),
    )
    # what runs over elastic is turned for its casing
    return replace(making, halves=halves, above=made.above, bare={}).with_pieces(
        *pieces, sleeve, seams=seams
    )


def _top(half: Torso, drop: float, dip: Both) -> Top:
    """The armhole below the cut, and a shallow top edge from the centre to it."""
    below, lower = _below(half, drop), dip.of(half.where)
    start = below[0].start
    centre = (start[0] + lower, 0.0)
    neck = (
        Cubic(centre, (centre[0], 0.5 * start[1]), (start[0] + 0.3 * lower, 0.8 * start[1]), start),
    )
    return Top(neck=neck, armhole=below)


def _below(half: Torso, drop: float) -> tuple[Cubic, ...]:
    """What of an armhole is left. Raises ``DraftRefused``: too little."""
    armhole = (half.armhole,)
    if length(armhole) < drop + _LEAST_BELOW_MM:
        raise DraftRefused(
            say("off_shoulder_dress.armhole-long-one-side-cut", armhole=length(armhole), drop=drop),
            "off_drop_mm",
            "armhole",
        )
    _, below = parted_at(armhole, drop)
    return tuple(segment for segment in below if isinstance(segment, Cubic))


def _sleeve(halves: tuple[Torso, Torso], drop: float, ledger: Ledger, allow: Allowances) -> Piece:
    """The sleeve of the whole armhole, cut off where the upper part is, gathered above and
    below."""
    front, _ = halves
    armhole = sum(length((half.armhole,)) for half in halves)
    ledger.at("Sleeve")
    width = ledger.length(
        "sleeve.across", "upper_arm + off_arm_ease", "Width of the sleeve at the upper arm"
    )
    height = ledger.solved(
        "cap.height",
        lambda: cap_height(armhole, 0.0, width, front.chest),
        "Height of the cap",
        of=("sleeve.across",),
        nearest=lambda: nearest_cap(armhole, 0.0, width, front.chest),
    )
    long = ledger.length("sleeve.down", "off_sleeve", "Length of the sleeve")
    gathers = ledger.length("sleeve.fullness", "off_fullness", "Gathers of the sleeve", (20, 400))
    whole = set_in_sleeve(SleeveCut(height=height, width=width, long=long, hem=width), allow)
    cap = edge_length(whole, "cap")
    kept_front, kept_back = (length(_below(half, drop)) for half in halves)
    low, _ = split(
        whole,
        Spot(edge="cap", share=1 - kept_front / cap),
        Spot(edge="cap", share=kept_back / cap),
        NewSeam(allow["hem"], name="top", ids=("sleeve", "cap"), names=("Sleeve", "Cap")),
    )
    each = gathers / _CUTS
    spread = slash_and_spread(
        low,
        "hem",
        "top",
        Opening(
            cuts=_CUTS, open_mm=each, open_opposite_mm=each, gathered=True, gathered_opposite=True
        ),
    )
    return replace(spread, notches=())


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """Both sides, the sleeve in its armhole, and all of the top over the shoulders."""
    front, back, sleeve = (pattern.piece(id) for id in (*SIDES, "sleeve"))
    elastic = 2 * sum(
        edge_length(piece, edge)
        for piece, edge in ((front, "neck"), (back, "neck"), (sleeve, "top"))
    )
    arms = body["across_front"] + body["across_back"] + body["upper_arm"]
    bust = 2 * sum(piece.edge("armhole").end[1] for piece in (front, back))
    checks = [
        side_check(front, back),
        *(
            TapeCheck(
                name=f"Sleeve to {piece.id} armhole",
                one="sleeve",
                one_mm=edge_length(sleeve, edge),
                other=f"{piece.id} armhole",
                other_mm=edge_length(piece, "armhole"),
                way_out=say("off_shoulder_dress.cut-sleeve-off-same-length"),
            )
            for piece, edge in ((front, "cap"), (back, "cap, on"))
        ),
        alike("Sleeve seam", sleeve, sleeve, "seam", other_edge="other seam"),
        TapeCheck(
            name="Over the shoulders",
            one="top edge, elastic stretched",
            one_mm=elastic,
            other="across front and back, and round the arms",
            other_mm=arms,
            least_mm=20.0,
            most_mm=UNBOUNDED,
            way_out=say("off_shoulder_dress.more-gathers-sleeves"),
        ),
        over_body(body, "bust", garment_mm=bust, least_mm=5.0),
    ]
    if str(options.get("waist", "plain")) != "under-bust":
        waist = sum(pattern.figure(f"waist.across.{where}") for where in SIDES)
        checks.append(waist_to_body(body, 2 * waist, float(options["ease_mm"])))
    return tuple(checks)


PARTS = (
    Part(
        id="off-shoulder",
        slot=Slot.UPPER,
        name=tr("darts, off the shoulder, with sleeves on elastic"),
        add=_add,
        options=(*ASKED, *ASKED_OFF),
        required=(*MEASURED, "upper_arm"),
        without=frozenset({Slot.NECK, Slot.SLEEVE, Slot.COLLAR, Slot.EDGES, Slot.DART, Slot.YOKE}),
        traits=frozenset({NO_SHOULDERS}),
        only_beside={Slot.CLOSING: (("side", "back", "none"), say("builder.off-shoulder-closes"))},
        checks=_checks,
        roles=("side", "neck", "armhole", "waist", "hem"),
        place=21,
    ),
)
