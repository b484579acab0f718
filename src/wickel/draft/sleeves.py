"""The set-in sleeve in all its kinds, shared by every style that has one.

With the armhole and the width at the upper arm given, the cap height is solved so that the cap is
as long as the armhole and its stated ease. Points are (down, across) in mm: down from the top of
the cap, across from its middle, the front at positive across.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.operations import Opening, mapped_piece, slash_and_spread
from wickel.draft.operations.reshaping import lengthen
from wickel.draft.parts import edges, line, point, rectangle, solved
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Option
from wickel.draft.torso import SLEEVE_NOTCH_MM
from wickel.draft.usual_checks import alike
from wickel.geometry import Cubic, Point, length, moved, turned
from wickel.pattern import Cut, Notch, Pattern, Piece, Seam, edge_length, sewn_length
from wickel.wording import say

CAP_BOUNDS = (0.15, 1.25)
"""Least and most cap height, in parts of the depth of the armhole."""

SLEEVES = {
    "none": "none",
    "short": "short",
    "long": "long",
    "gathered": "long, gathered at the cap",
    "puffed": "short and puffed, with a band",
    "elastic": "wide, elastic at the hem",
    "bell": "bell-shaped",
    "cuffed": "long with a cuff",
}
MEASURED = ("upper_arm", "wrist", "sleeve_length")
"""What a style with sleeves needs measured besides the armhole."""

CUFF_MM = 55.0
CUFF_OVERLAP_MM = 25.0
BAND_MM = 30.0
WRIST_EASE_MM = 45.0
BAND_EASE_MM = 25.0
_SHORT = ("short", "puffed")
_CUTS = 5


CAP = ChoiceOption(
    id="cap",
    question="The sleeve cap is",
    default="width",
    choices={
        "width": "as high as the room at the arm needs",
        "close": "high and close: 0.62 of the armhole's depth",
        "loose": "flat and loose: 0.48 of the armhole's depth",
    },
)
_CAP_SHARES = {"close": 0.62, "loose": 0.48}
LEAST_ARM_EASE_MM = 10.0


def sleeve_options(default: str = "long", kinds: Mapping[str, str] = SLEEVES) -> tuple[Option, ...]:
    """What a style with set-in sleeves asks."""
    return (
        ChoiceOption(id="sleeve", question="Sleeves", default=default, choices=kinds),
        LengthOption(
            id="sleeve_mm", question="Length of a short sleeve", default=240, least=120, most=450
        ),
        CAP,
        LengthOption(
            id="arm_ease_mm", question="Room at the upper arm", default=55, least=20, most=160
        ),
        LengthOption(
            id="cap_ease_mm",
            question="Cap longer than the armhole by",
            default=15,
            least=0,
            most=26,
        ),
        LengthOption(
            id="fullness_mm",
            question="Gathers or flare of the sleeve",
            default=130,
            least=40,
            most=320,
        ),
    )


def _half_cap(height: float, half_width: float, hollow: float) -> Cubic:
    """From the top of the cap to the underarm, level at both ends; a larger hollow is cut in
    deeper."""
    return Cubic(
        (0.0, 0.0),
        (0.0, 0.42 * half_width),
        (height, (0.60 - hollow) * half_width),
        (height, half_width),
    )


def cap(height: float, width: float) -> tuple[Cubic, Cubic]:
    """Front and back half of a cap from its top; the front is hollowed a little more."""
    front = _half_cap(height, width / 2, 0.0)
    back = _half_cap(height, width / 2, 0.06)
    return front, Cubic(*((x, -y) for x, y in (back.start, back.control1, back.control2, back.end)))


def cap_height(armhole_mm: float, ease_mm: float, width_mm: float, depth_mm: float) -> float:
    """The height at which the cap is as long as the armhole and its ease.

    Raises:
        DraftRefused: no height within the bounds will do; names armhole and upper arm.
    """
    wanted = armhole_mm + ease_mm
    least, most = (part * depth_mm for part in CAP_BOUNDS)
    height = solved(
        lambda h: sum(length((c,)) for c in cap(h, width_mm)),
        wanted,
        least,
        most,
        tolerance_mm=1e-5,
    )
    if height is None:
        flat = sum(length((c,)) for c in cap(least, width_mm)) > wanted
        raise DraftRefused(
            say(
                "sleeves.no-cap-flat" if flat else "sleeves.no-cap-high",
                width=width_mm,
                armhole=armhole_mm,
            ),
            "upper_arm",
            "armhole",
        )
    return height


def cap_width(armhole_mm: float, ease_mm: float, height_mm: float, least_mm: float) -> float:
    """The width at which a cap of that height is as long as the armhole and its ease.

    Raises:
        DraftRefused: it would be narrower than ``least_mm``; names upper arm, armhole and cap.
    """
    wanted = armhole_mm + ease_mm
    width = solved(
        lambda w: sum(length((c,)) for c in cap(height_mm, w)), wanted, least_mm, 2 * wanted
    )
    if width is None:
        raise DraftRefused(
            say("sleeves.cap-high-sleeve-narrower", height=height_mm, least=least_mm),
            "cap",
            "upper_arm",
            "armhole",
        )
    return width


def set_in_sleeve(
    armhole_mm: float,
    ease_mm: float,
    width_mm: float,
    depth_mm: float,
    long_mm: float,
    hem_mm: float,
    allow: Allowances,
) -> Piece:
    """A plain sleeve of one piece, ``long_mm`` from the top of the cap, ``hem_mm`` round at its
    end.

    Raises:
        DraftRefused: no cap fits, or the sleeve ends within its cap.
    """
    height = cap_height(armhole_mm, ease_mm, width_mm, depth_mm)
    if long_mm < height + 30:
        raise DraftRefused(
            say("sleeves.sleeve-long-cap-alone-longer", long=long_mm, height=height),
            "sleeve_mm",
        )
    front, back = cap(height, width_mm)
    under_front: Point = (height, width_mm / 2)
    under_back: Point = (height, -width_mm / 2)
    hem_front, hem_back = (long_mm, hem_mm / 2), (long_mm, -hem_mm / 2)
    whole = length((front,)) + length((back,))
    return Piece(
        id="sleeve",
        name="Sleeve",
        edges=edges(
            allow,
            ("cap", (back.backwards(), front), "armhole"),
            ("seam", line(under_front, hem_front), "side"),
            ("hem", line(hem_front, hem_back), "hem"),
            ("other seam", line(hem_back, under_back), "side"),
        ),
        cuts=(Cut(material="main", copies=2, pair=True),),
        notches=(
            Notch(name="back", edge="cap", at_mm=SLEEVE_NOTCH_MM),
            Notch(name="shoulder", edge="cap", at_mm=length((back,))),
            Notch(name="front", edge="cap", at_mm=whole - SLEEVE_NOTCH_MM),
        ),
        points=(
            point("top of the cap", (0.0, 0.0), "start"),
            point("underarm, front", under_front, "cap height solved: cap = armhole and ease"),
            point("underarm, back", under_back, "half the upper arm and its room"),
            point("end, front", hem_front, "sleeve length from the top"),
            point("end, back", hem_back, "half the round of the end"),
        ),
    )


def sleeve_pieces(
    choice: Mapping[str, str],
    armhole_mm: float,
    depth_mm: float,
    body: Body,
    o: Mapping[str, float],
    allow: Allowances,
) -> tuple[Piece, ...]:
    """The sleeve of the kind chosen (``SLEEVES``) with its band or cuff; none for ``none``.

    ``choice`` and ``o`` hold what ``sleeve_options`` asks.

    Raises:
        DraftRefused: no cap fits the armhole, or the sleeve is too short.
    """
    kind, ease = choice["sleeve"], o["cap_ease_mm"]
    if kind == "none":
        return ()
    width = body["upper_arm"] + o["arm_ease_mm"]
    if choice["cap"] in _CAP_SHARES:
        height = _CAP_SHARES[choice["cap"]] * depth_mm
        width = cap_width(armhole_mm, ease, height, body["upper_arm"] + LEAST_ARM_EASE_MM)
    full = o["fullness_mm"]
    long = o["sleeve_mm"] if kind in _SHORT else body["sleeve_length"]
    wrist = body["wrist"] + WRIST_EASE_MM
    hem = {
        "short": width - 16,
        "puffed": width - 10,
        "elastic": width + 20,
        "bell": 0.8 * width,
        "cuffed": wrist + 30,
    }
    if kind == "cuffed":
        long -= CUFF_MM
    if kind == "puffed":
        long -= BAND_MM
    sleeve = set_in_sleeve(
        armhole_mm, ease, width, depth_mm, long, hem.get(kind, max(wrist + 15, 0.55 * width)), allow
    )
    if kind in ("short", "long"):
        return (sleeve,)
    each = full / _CUTS
    if kind == "gathered":
        return (_gathered_cap(sleeve, each, 0.35 * full),)
    if kind == "puffed":
        puff = _gathered_cap(sleeve, each, 0.35 * full, hem=True)
        round_mm = body["upper_arm"] + BAND_EASE_MM
        return _with_band(puff, "sleeve-band", "Sleeve band", round_mm, BAND_MM, 0.0, allow)
    if kind == "elastic":
        wide = slash_and_spread(
            sleeve, "hem", "cap", Opening(cuts=_CUTS, open_mm=each, between=(0.2, 0.8))
        )
        return (_comes_back(_upright(wide), "hem", body["wrist"] + 15),)
    if kind == "bell":
        return (
            _upright(
                slash_and_spread(
                    sleeve,
                    "hem",
                    "cap",
                    Opening(cuts=_CUTS, open_mm=1.6 * each, between=(0.15, 0.85)),
                )
            ),
        )
    return _with_band(sleeve, "cuff", "Cuff", wrist, CUFF_MM, CUFF_OVERLAP_MM, allow)


def _gathered_cap(sleeve: Piece, each_mm: float, higher_mm: float, *, hem: bool = False) -> Piece:
    """More height and more width at the top of the cap, gathered back to the length it had."""
    wanted = edge_length(sleeve, "cap")
    top = slash_and_spread(
        lengthen(sleeve, 0.03, higher_mm),
        "cap",
        "hem",
        Opening(
            cuts=_CUTS,
            open_mm=each_mm,
            open_opposite_mm=each_mm if hem else 0.0,
            between=(0.25, 0.75),
        ),
    )
    return _comes_back(top, "cap", wanted)


def _upright(sleeve: Piece) -> Piece:
    """A fanned sleeve turned so that its middle hangs straight down along the grain."""
    cap_edge, hem = sleeve.edge("cap"), sleeve.edge("hem")
    (ax, ay), (bx, by) = (
        ((edge.start[0] + edge.end[0]) / 2, (edge.start[1] + edge.end[1]) / 2)
        for edge in (cap_edge, hem)
    )
    lean = math.degrees(math.atan2(by - ay, bx - ax))
    return mapped_piece(sleeve, moved(ax, ay).after(turned(-lean).after(moved(-ax, -ay))))


def _comes_back(piece: Piece, edge: str, mm: float) -> Piece:
    return replace(
        piece,
        edges=tuple(replace(e, comes_back_to_mm=mm) if e.name == edge else e for e in piece.edges),
    )


def _with_band(
    sleeve: Piece,
    id: str,
    name: str,
    round_mm: float,
    high_mm: float,
    overlap_mm: float,
    allow: Allowances,
) -> tuple[Piece, Piece]:
    """The sleeve drawn in to a band or cuff that is ``round_mm`` long without its overlap."""
    if edge_length(sleeve, "hem") < round_mm:
        raise DraftRefused(
            say(
                "sleeves.sleeve-round-end-less",
                edge_length=edge_length(sleeve, "hem"),
                name=name.lower(),
                round=round_mm,
            ),
            "arm_ease_mm",
            "upper_arm",
            "wrist",
        )
    joined = replace(
        sleeve,
        edges=tuple(
            replace(e, comes_back_to_mm=round_mm, allowance_mm=allow["band"])
            if e.name == "hem"
            else e
            for e in sleeve.edges
        ),
    )
    band = rectangle(
        id,
        name,
        round_mm + overlap_mm,
        2 * high_mm,
        allow,
        (Cut(material="main", copies=2), Cut(material="interfacing", copies=2)),
        fold_line=True,
    )
    return joined, band


def sleeve_seams(pieces: tuple[Piece, ...], front: str, back: str) -> tuple[Seam, ...]:
    """The seams of a sleeve: its own, into the armhole, and to its band."""
    ids = [piece.id for piece in pieces]
    if not ids:
        return ()
    seams = [
        Seam(name="armhole", one=("sleeve", "cap"), other=(front, "armhole")),
        Seam(name="armhole, back", one=("sleeve", "cap"), other=(back, "armhole")),
        Seam(name="sleeve seam", one=("sleeve", "seam"), other=("sleeve", "other seam")),
    ]
    seams += [Seam(name="sleeve end", one=("sleeve", "hem"), other=(id, "join")) for id in ids[1:]]
    return tuple(seams)


def sleeve_checks(pattern: Pattern, armhole_mm: float, ease_mm: float) -> list[TapeCheck]:
    """Cap to armhole, sleeve seam, and band or cuff; none when there is no sleeve."""
    by_id = {piece.id: piece for piece in pattern.pieces}
    sleeve = by_id.get("sleeve")
    if sleeve is None:
        return []
    checks = [
        TapeCheck(
            name="Cap to armhole",
            one="cap, gathers drawn in" if sleeve.edge("cap").comes_back_to_mm else "cap",
            one_mm=sewn_length(sleeve, "cap"),
            other=say("sleeves.armhole-and-ease", ease=ease_mm),
            other_mm=armhole_mm + ease_mm,
            way_out=say("sleeves.solve-cap-height-again"),
        ),
        alike("Sleeve seam", sleeve, sleeve, "seam", other_edge="other seam"),
    ]
    for id, overlap in (("cuff", CUFF_OVERLAP_MM), ("sleeve-band", 0.0)):
        if id in by_id:
            checks.append(
                TapeCheck(
                    name=f"{by_id[id].name} to sleeve",
                    one=by_id[id].name.lower(),
                    one_mm=edge_length(by_id[id], "join") - overlap,
                    other="sleeve end, drawn in",
                    other_mm=sewn_length(sleeve, "hem"),
                    way_out=say("sleeves.cut-band"),
                )
            )
    return checks
