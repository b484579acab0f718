"""The set-in sleeve in all its kinds, shared by every style that has one.

With the armhole and the width at the upper arm given, the cap height is solved so that the cap is
as long as the armhole and its stated ease. Points are (down, across) in mm: down from the top of
the cap, across from its middle, the front at positive across.
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import Ledger
from wickel.draft.operations import Opening, mapped_piece, slash_and_spread
from wickel.draft.operations.reshaping import lengthen
from wickel.draft.parts import Strip, bisect, comes_back, edges, line, point, rectangle
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Option
from wickel.draft.torso import SLEEVE_NOTCH_MM
from wickel.draft.usual_checks import alike
from wickel.geometry import Cubic, Point, length, parted_where, rotation, translation
from wickel.pattern import (
    ACROSS_DEG,
    Cut,
    InnerLine,
    LineKind,
    Notch,
    Pattern,
    Piece,
    PieceRole,
    Seam,
    edge_length,
    sewn_length,
)
from wickel.pattern.edge_words import SLEEVE_ROLES
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
    "bishop": "full, gathered into a cuff",
    "banded": "short with a band",
    "turned-up": "short with a turn-up",
}
FULL_SLEEVES = ("gathered", "puffed", "elastic", "bell", "bishop")
"""The sleeves that are gathered or flared."""
_WITH_SLEEVES = ("sleeve", tuple(kind for kind in SLEEVES if kind != "none"))
MEASURED = ("upper_arm", "wrist", "sleeve_length")
"""What a style with sleeves needs measured besides the armhole."""

LEAST_BELOW_CAP_MM = 30.0
"""What must be left of the sleeve seam below the cap to be sewn."""
_CUTS = 5
_BELL_SHARE = 1.6
"""A bell opens so much wider than gathers of the same fullness."""


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
            id="sleeve_mm",
            question="Length of a short sleeve",
            default=240,
            least=120,
            most=450,
            only_with=("sleeve", ("short", "puffed", "banded", "turned-up")),
        ),
        replace(CAP, only_with=_WITH_SLEEVES),
        LengthOption(
            id="arm_ease_mm",
            question="Room at the upper arm",
            default=55,
            least=20,
            most=160,
            only_with=_WITH_SLEEVES,
        ),
        LengthOption(
            id="cap_ease_mm",
            question="Cap longer than the armhole by",
            default=15,
            least=0,
            most=26,
            only_with=_WITH_SLEEVES,
        ),
        LengthOption(
            id="fullness_mm",
            question="Gathers or flare of the sleeve",
            default=130,
            least=40,
            most=320,
            only_with=("sleeve", FULL_SLEEVES),
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
    height = bisect(
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


def nearest_cap(armhole_mm: float, ease_mm: float, width_mm: float, depth_mm: float) -> float:
    """The height within bounds whose cap is nearest to the armhole and its ease."""
    wanted = armhole_mm + ease_mm
    ends = [part * depth_mm for part in CAP_BOUNDS]
    return min(ends, key=lambda h: abs(sum(length((c,)) for c in cap(h, width_mm)) - wanted))


def cap_width(armhole_mm: float, ease_mm: float, height_mm: float, least_mm: float) -> float:
    """The width at which a cap of that height is as long as the armhole and its ease.

    Raises:
        DraftRefused: it would be narrower than ``least_mm``; names upper arm, armhole and cap.
    """
    wanted = armhole_mm + ease_mm
    width = bisect(
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


@dataclass(frozen=True, slots=True, kw_only=True)
class SleeveCut:
    """The figures of a plain sleeve, in mm: the height of its cap, its width at the upper arm, how
    long it is from the top of the cap, and how far round at its end."""

    height: float
    width: float
    long: float
    hem: float


def set_in_sleeve(cut: SleeveCut, allow: Allowances) -> Piece:
    """A plain sleeve of one piece.

    Raises:
        DraftRefused: the sleeve ends within its cap.
    """
    height, width_mm, long_mm, hem_mm = cut.height, cut.width, cut.long, cut.hem
    if long_mm < height + LEAST_BELOW_CAP_MM:
        raise DraftRefused(
            say("sleeves.sleeve-long-cap-alone-longer", long=long_mm, height=height),
            "sleeve_mm",
            "sleeve.down",
            "cap.height",
        )
    front, back = cap(height, width_mm)
    under_front: Point = (height, width_mm / 2)
    under_back: Point = (height, -width_mm / 2)
    hem_front, hem_back = (long_mm, hem_mm / 2), (long_mm, -hem_mm / 2)
    whole = length((front,)) + length((back,))
    return Piece(
        id="sleeve",
        name="Sleeve",
        role=PieceRole.SLEEVE,
        edges=edges(
            allow,
            ("cap", (back.backwards(), front), "armhole"),
            ("seam", line(under_front, hem_front), "side"),
            ("hem", line(hem_front, hem_back), "hem"),
            ("other seam", line(hem_back, under_back), "side"),
            roles=SLEEVE_ROLES,
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


def sleeve_pieces_by(
    ledger: Ledger, armhole_mm: float, depth_mm: float, allow: Allowances, kind: str = ""
) -> tuple[Piece, ...]:
    """The sleeve of a kind (``SLEEVES``; if not given, the one chosen) with its band or cuff, its
    figures from the ledger; none for ``none``. ``depth_mm`` is the depth of the armhole.

    Raises:
        DraftRefused: no cap fits the armhole, or the sleeve is too short.
    """
    kind = kind or ledger.choice("sleeve")
    if kind == "none":
        return ()
    ledger.at("Sleeve")
    height, width = _cap_figures(ledger, armhole_mm, depth_mm)
    long = ledger.length(
        "sleeve.down", _LONG_RULES.get(kind, "sleeve_length"), "Length of the sleeve"
    )
    hem = ledger.length(
        "sleeve.hem",
        _HEM_RULES.get(kind, "max(wrist + 6 cm, 0.55*sleeve_across)"),
        "Round of the sleeve at its end",
    )
    sleeve = set_in_sleeve(SleeveCut(height=height, width=width, long=long, hem=hem), allow)
    if kind in ("short", "long", "dropped"):
        return (sleeve,)
    if kind == "knit":
        return _knit_cuffed(ledger, sleeve, allow)
    if kind == "turned-up":
        return _turned_up(ledger, sleeve, allow)
    if kind == "banded":
        return _banded(ledger, sleeve, "sleeve_hem", allow)
    if kind == "cuffed":
        return _cuffed(ledger, sleeve, allow)
    full = ledger.length("sleeve.fullness", "fullness", "Gathers or flare of the sleeve", (30, 400))
    each = full / _CUTS
    if kind == "bell":
        return (_fanned(sleeve, _BELL_SHARE * each, (0.15, 0.85)),)
    if kind == "bishop":
        return _cuffed(ledger, _fanned(sleeve, each, (0.2, 0.8)), allow)
    if kind == "elastic":
        back = ledger.length(
            "sleeve.elastic", "wrist + 1.5 cm", "Round of the sleeve on its elastic"
        )
        return _on_elastic(ledger, _fanned(sleeve, each, (0.2, 0.8)), back, allow)
    rise = ledger.length("cap.rise", "0.35*sleeve_fullness", "Gathered cap higher by", (0, 150))
    if kind == "gathered":
        return (_gathered_cap(sleeve, each, rise),)
    full_sleeve = _gathered_cap(sleeve, each, rise, hem=True)
    return _banded(ledger, full_sleeve, "upper_arm + 2.5 cm", allow)


def _on_elastic(ledger: Ledger, sleeve: Piece, back: float, allow: Allowances) -> tuple[Piece, ...]:
    """The sleeve drawn in at its hem, and at as many casings above it as the maker wants: lines on
    it, and strips that are sewn on along them."""
    drawn_in = comes_back(sleeve, "hem", back)
    count = round(ledger.number("casing.count", 0, "Casings above the hem of the sleeve", (0, 6)))
    if count < 1:
        return (drawn_in,)
    gap = ledger.length("casing.gap", "7 cm", "From casing to casing", (20, 200))
    wide = ledger.length("casing.wide", "1.5 cm", "Finished width of a casing", (6, 40))
    hem, cap = drawn_in.edge("hem"), drawn_in.edge("cap")
    low, under = min(hem.start[0], hem.end[0]), max(cap.start[0], cap.end[0])
    if low - count * gap <= under:
        raise DraftRefused(
            say("sleeves.casings-above-underarm", count=count, gap=gap, long=low - under),
            "casing.count",
            "casing.gap",
        )
    sides = [drawn_in.edge(name).path for name in ("seam", "other seam")]
    lines: list[InnerLine] = []
    for k in range(1, count + 1):
        one, other = (parted_where(path, 0, low - k * gap)[1][0].start for path in sides)
        lines.append(InnerLine(name=CASING, path=line(one, other), kind=LineKind.CASING))
    ledger.know("casing_round", max(length(mark.path) for mark in lines))
    strip = Strip(
        id="sleeve-casing",
        name="Casing of the sleeve",
        long_mm=ledger.length("casing.long", "casing_round", "Length of a casing"),
        high_mm=wide,
        cuts=(Cut(material="main", copies=2 * count),),
    )
    return (
        replace(drawn_in, inner_lines=(*drawn_in.inner_lines, *lines)),
        rectangle(strip, allow),
    )


CASING = "casing"
"""The lines along which casings are sewn on."""


def _knit_cuffed(ledger: Ledger, sleeve: Piece, allow: Allowances) -> tuple[Piece, ...]:
    """The sleeve drawn in to a cuff of the knit, folded along its middle, its length across the
    cloth: ribs and knits stretch that way."""
    round_mm = ledger.length("cuff.round", "wrist + 2 cm", "Round of the cuff", (100, 320))
    high = ledger.length("cuff.high", "cuff", "Finished height of the cuffs", (15, 160))
    cuff = rectangle(
        Strip(
            id="sleeve-band",
            name="Cuff",
            part=PieceRole.CUFF,
            long_mm=round_mm,
            high_mm=2 * high,
            cuts=(Cut(material="main", copies=2),),
            fold_line=True,
            grain_deg=ACROSS_DEG,
        ),
        allow,
    )
    drawn_in = comes_back(sleeve, "hem", round_mm)
    edges_of = tuple(
        replace(e, allowance_mm=allow["band"]) if e.name == "hem" else e for e in drawn_in.edges
    )
    return (replace(drawn_in, edges=edges_of), cuff)


_LONG_RULES = {
    "knit": "sleeve_length - cuff",
    "short": "sleeve",
    "puffed": "sleeve - 3 cm",
    "cuffed": "sleeve_length - 5.5 cm",
    "bishop": "sleeve_length - 4 cm",
    "banded": "sleeve - 3 cm",
    "turned-up": "sleeve",
    "dropped": "sleeve_length - drop",
}
"""What the length of a sleeve is where it is not that of the arm: a band or a cuff is left off."""

_HEM_RULES = {
    "knit": "max(wrist + 2 cm, 0.62*sleeve_across)",
    "short": "sleeve_across - 1.6 cm",
    "puffed": "sleeve_across - 1 cm",
    "elastic": "sleeve_across + 2 cm",
    "bell": "0.8*sleeve_across",
    "cuffed": "wrist + 7.5 cm",
    "bishop": "max(wrist + 10 cm, 0.8*sleeve_across)",
    "banded": "sleeve_across - 1.6 cm",
    "turned-up": "sleeve_across - 1.6 cm",
}


def _cap_figures(ledger: Ledger, armhole_mm: float, depth_mm: float) -> tuple[float, float]:
    """Height and width of the cap: one of them is solved, so that the cap is as long as the armhole
    and its ease."""
    ledger.know("armhole_round", armhole_mm)
    ledger.know("armhole_depth", depth_mm)
    ease = ledger.length("cap.ease", "cap_ease", "Cap longer than the armhole by", (-10, 40))
    share = _CAP_SHARES.get(str(ledger.options.get("cap", "")))
    words = "Width of the sleeve at the upper arm"
    if share is None:
        width = ledger.length("sleeve.across", "upper_arm + arm_ease", words)
        height = ledger.solved(
            "cap.height",
            lambda: cap_height(armhole_mm, ease, width, depth_mm),
            "Height of the cap",
            of=("sleeve.across", "cap.ease"),
            nearest=lambda: nearest_cap(armhole_mm, ease, width, depth_mm),
        )
        return height, width
    height = ledger.length("cap.height", f"{share:g}*armhole_depth", "Height of the cap")
    width = ledger.solved(
        "sleeve.across",
        lambda: cap_width(
            armhole_mm, ease, height, ledger.measured("upper_arm") + LEAST_ARM_EASE_MM
        ),
        words,
        of=("cap.height", "cap.ease"),
    )
    return height, width


def _cuffed(ledger: Ledger, sleeve: Piece, allow: Allowances) -> tuple[Piece, ...]:
    """The sleeve with a cuff that overlaps."""
    band = _Band(
        "cuff",
        "Cuff",
        ledger.length("cuff.round", "wrist + 4.5 cm", "Round of the cuff, closed", (140, 320)),
        ledger.length("cuff.high", "5.5 cm", "Finished height of the cuff", (20, 140)),
        ledger.length("cuff.overlap", "2.5 cm", "Overlap of the cuff", (0, 60)),
    )
    return _with_band(sleeve, band, allow)


def _turned_up(ledger: Ledger, sleeve: Piece, allow: Allowances) -> tuple[Piece, ...]:
    """The sleeve with a turn-up, sewn on double."""
    high = ledger.length("turn_up.high", "4 cm", "Finished height of the turn-up", (15, 120))
    strip = Strip(
        id="turn-up",
        name="Turn-up",
        part=PieceRole.TURN_UP,
        long_mm=edge_length(sleeve, "hem"),
        high_mm=2 * high,
        cuts=(Cut(material="main", copies=2),),
        fold_line=True,
    )
    return (sleeve, rectangle(strip, allow))


def _banded(ledger: Ledger, sleeve: Piece, round_rule: str, allow: Allowances) -> tuple[Piece, ...]:
    """The sleeve with a band round the arm."""
    band = _Band(
        "sleeve-band",
        "Sleeve band",
        ledger.length("sleeve_band.round", round_rule, "Round of the sleeve band"),
        ledger.length("sleeve_band.high", "3 cm", "Finished height of the sleeve band", (10, 80)),
        0.0,
    )
    return _with_band(sleeve, band, allow)


def _fanned(sleeve: Piece, each_mm: float, between: tuple[float, float]) -> Piece:
    """The sleeve slashed and opened at its hem, hanging straight down again."""
    opening = Opening(cuts=_CUTS, open_mm=each_mm, between=between)
    return _upright(slash_and_spread(sleeve, "hem", "cap", opening))


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
    return comes_back(top, "cap", wanted)


def _upright(sleeve: Piece) -> Piece:
    """A fanned sleeve turned so that its middle hangs straight down along the grain."""
    cap_edge, hem = sleeve.edge("cap"), sleeve.edge("hem")
    (ax, ay), (bx, by) = (
        ((edge.start[0] + edge.end[0]) / 2, (edge.start[1] + edge.end[1]) / 2)
        for edge in (cap_edge, hem)
    )
    lean = math.degrees(math.atan2(by - ay, bx - ax))
    return mapped_piece(
        sleeve, translation(ax, ay).after(rotation(-lean).after(translation(-ax, -ay)))
    )


@dataclass(frozen=True, slots=True)
class _Band:
    """A band or cuff: what it is called, how far round, how high, and how far it overlaps, mm."""

    id: str
    name: str
    round_mm: float
    high_mm: float
    overlap_mm: float


def _with_band(sleeve: Piece, band: _Band, allow: Allowances) -> tuple[Piece, Piece]:
    """The sleeve drawn in to a band or cuff."""
    if edge_length(sleeve, "hem") < band.round_mm:
        raise DraftRefused(
            say(
                "sleeves.sleeve-round-end-less",
                edge_length=edge_length(sleeve, "hem"),
                name=band.name.lower(),
                round=band.round_mm,
            ),
            "arm_ease_mm",
            "upper_arm",
            "wrist",
        )
    joined = replace(
        sleeve,
        edges=tuple(
            replace(e, comes_back_to_mm=band.round_mm, allowance_mm=allow["band"])
            if e.name == "hem"
            else e
            for e in sleeve.edges
        ),
    )
    strip = rectangle(
        Strip(
            id=band.id,
            name=band.name,
            part=PieceRole.CUFF,
            long_mm=band.round_mm + band.overlap_mm,
            high_mm=2 * band.high_mm,
            cuts=(Cut(material="main", copies=2), Cut(material="interfacing", copies=2)),
            fold_line=True,
        ),
        allow,
    )
    return joined, strip


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


def _overlap(pattern: Pattern) -> float:
    """How far a cuff overlaps, in mm: the maker's figure, or the house's."""
    return pattern.figure_or("cuff.overlap", CUFF_OVERLAP_MM)


CUFF_OVERLAP_MM = 25.0
"""The overlap of a cuff by the house's rule."""


def sleeve_checks(pattern: Pattern, armhole_mm: float, ease_mm: float) -> list[TapeCheck]:
    """Cap to armhole, sleeve seam, and band or cuff; none when there is no sleeve."""
    by_id = {piece.id: piece for piece in pattern.pieces}
    sleeve = by_id.get("sleeve")
    if sleeve is None or not any(edge.name == "cap" for edge in sleeve.edges):
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
    for id, overlap in (("cuff", _overlap(pattern)), ("sleeve-band", 0.0), ("turn-up", 0.0)):
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
