"""Legs: front and back half of trousers and jumpsuits, the crotch solved to the body.

A quarter of waist and hip with ease, crotch line at the body rise, front extension a quarter of the
front's width, the back's 1 in more, the back rise about 1 in higher, knee and hem centred on the
crease. Then the back rise, and after it the back extension, are changed within bounds until the
drafted crotch equals the crotch round and its ease. Points are (down, across) in mm: down from the
waist, across from the centre line (the extension is below 0).
"""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES, Both, Ledger
from wickel.draft.parts import (
    bisect,
    dart_on,
    dart_width,
    edges,
    hip_curve,
    line,
    point,
    waist_within_hip,
)
from wickel.draft.style import DraftRefused, LengthOption
from wickel.draft.usual_checks import alike, over_body
from wickel.geometry import Cubic, Line, Path, Point, length
from wickel.pattern import Cut, InnerLine, LineKind, Notch, Piece, PieceRole, edge_length
from wickel.wording import say

RISE_BOUNDS_MM = (0.0, 80.0)
MORE_BOUNDS_MM = (-40.4, 49.6)
"""How much the back extension may change beyond its rule."""
DROP_BOUNDS_MM = (-30.0, 60.0)
CROTCH_TOLERANCE_MM = 1e-3
"""A crotch that is off by less is as long as was wanted."""
"""So much of what the waist is narrower than the hip goes into the dart; a narrower one is not
worth sewing."""
LEAST_INSIDE_MM = 60.0
"""What a leg must be long inside."""
OVER_HIP_MM = 15.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Leg:
    """What decides one leg half. Lengths in mm."""

    waist: float
    hip: float
    rise: float
    level: float
    extension: float
    lift: float
    dart: float
    knee: float
    hem: float
    knee_down: float
    long: float
    crease: float
    drop: float = 0.0
    pleated: bool = False

    def crotch(self) -> Path:
        """From the waist at the centre down and round to the tip of the extension."""
        start: Point = (-self.lift, 0.0)
        bend: Point = (self.rise * 0.62, 0.0)
        tip: Point = (self.rise + self.drop, -self.extension)
        return (
            Line(start, bend),
            Cubic(
                bend, (self.rise * 0.93, 0.0), (self.rise + self.drop, -0.35 * self.extension), tip
            ),
        )

    def inseam(self) -> Path:
        """From the tip of the extension over the knee to the hem."""
        tip: Point = (self.rise + self.drop, -self.extension)
        knee: Point = (self.knee_down, self.crease - self.knee / 2)
        hem: Point = (self.long, self.crease - self.hem / 2)
        reach = (knee[0] - tip[0]) / 3
        slope = (hem[1] - knee[1]) / (hem[0] - knee[0])
        return (
            Cubic(
                tip,
                (tip[0] + reach, tip[1] + 0.62 * (knee[1] - tip[1])),
                (knee[0] - reach, knee[1] - slope * reach),
                knee,
            ),
            Line(knee, hem),
        )

    def side(self) -> Path:
        """From the waist over hip and knee to the hem."""
        knee: Point = (self.knee_down, self.crease + self.knee / 2)
        hem: Point = (self.long, self.crease + self.hem / 2)
        slope = (hem[1] - knee[1]) / (hem[0] - knee[0])
        reach = (knee[0] - self.level) / 3
        return (
            hip_curve(self.waist, self.level, self.hip),
            Cubic(
                (self.level, self.hip),
                (self.level + reach, self.hip),
                (knee[0] - reach, knee[1] - slope * reach),
                knee,
            ),
            Line(knee, hem),
        )


MEASURED = (
    "waist",
    "hip",
    "waist_to_hip",
    "waist_to_knee",
    "waist_to_ankle",
    "body_rise",
    "crotch_round",
)
"""What legs need measured."""

WAISTS = {
    "darts": "darted, with a band",
    "pleats": "pleated in front, with a band",
    "elastic": "elastic",
}


def leg_options(
    *, hip_ease: float = 60, hem: float = 420, knee: float = 480
) -> tuple[LengthOption, ...]:
    """What every garment with legs asks, with its own defaults in mm."""
    return (
        LengthOption(
            id="leg_mm",
            question="Longer than to the ankle (shorter: −)",
            default=0,
            least=-700,
            most=80,
        ),
        LengthOption(
            id="hip_ease_mm", question="Ease at the hip", default=hip_ease, least=20, most=250
        ),
        LengthOption(
            id="crotch_ease_mm", question="Ease in the crotch", default=20, least=0, most=120
        ),
        LengthOption(id="hem_mm", question="Round of the hem", default=hem, least=240, most=900),
        LengthOption(id="knee_mm", question="Round at the knee", default=knee, least=300, most=900),
    )


def legs_by(ledger: Ledger, waist_kind: str, quarter: str = "waist.quarter") -> tuple[Leg, Leg]:
    """Front and back half of a leg, every figure from the ledger: the front first, then the back,
    whose rise is solved so that the crotch meets the body. ``quarter`` is the id of the figure of a
    quarter of the waist.

    Raises:
        DraftRefused: no back rise or extension meets the crotch round, or waist and hip disagree.
    """
    ledger.at("Hip")
    hip = ledger.both("hip.across", "(hip + hip_ease)/4", "A quarter of the hip")
    level = ledger.both("hip.down", "waist_to_hip", "Hip line below the waist", (110, 320))
    across, dart = _waist_figures(ledger, waist_kind, hip, quarter)
    ledger.at("Crotch")
    rise = ledger.both("crotch.down", "body_rise", "Crotch line below the waist", (140, 420))
    extension = ledger.both(
        "crotch.across",
        ("hip_across/4", "hip_across/4 + 2.54 cm"),
        "Extension of the crotch beyond the centre",
    )
    ledger.at("Leg")
    long = ledger.both("leg.down", "waist_to_ankle + leg", "Length from the waist")
    knee_down = ledger.both(
        "knee.down", "min(waist_to_knee, (crotch_down + leg_down)/2)", "Knee below the waist"
    )
    ledger.know("knee_round", float(ledger.options["knee_mm"]))
    knee = ledger.both("knee.across", "knee_round/2", "Half the leg's round, at the knee")
    hem = ledger.both("hem.across", "hem/2", "Half the leg's round, at the hem")
    crease = ledger.both(
        "crease.across",
        "(hip_across_front - crotch_across_front)/2",
        "Crease from the centre: it halves the front at the crotch line",
    )
    front, back = (
        Leg(
            waist=across.of(side),
            hip=hip.of(side),
            rise=rise.of(side),
            level=level.of(side),
            extension=extension.of(side),
            lift=0.0,
            dart=dart.of(side),
            knee=knee.of(side),
            hem=hem.of(side),
            knee_down=knee_down.of(side),
            long=long.of(side),
            crease=crease.of(side),
        )
        for side in SIDES
    )
    for side, leg in zip(SIDES, (front, back), strict=True):
        _check_leg(side, leg)
    front = replace(front, pleated=waist_kind == "pleats" and front.dart > 0)
    return front, _solved_back(ledger, front, back)


def _check_leg(side: str, leg: Leg) -> None:
    """Raises ``DraftRefused`` when the levels of a leg change places."""
    if leg.long < leg.rise + LEAST_INSIDE_MM:
        raise DraftRefused(
            say("legs.legs-only-long-inside", long=leg.long - leg.rise),
            "leg_mm",
            f"leg.down.{side}",
        )
    if not leg.level < leg.knee_down < leg.long or leg.knee_down <= leg.rise:
        raise DraftRefused(
            say("legs.knee-out-of-place", knee=leg.knee_down, rise=leg.rise, long=leg.long),
            f"knee.down.{side}",
            f"hip.down.{side}",
        )


def _waist_figures(ledger: Ledger, waist_kind: str, hip: Both, id: str) -> tuple[Both, Both]:
    """How wide the waist is across, its dart with it, and what the dart takes."""
    ledger.at("Waist")
    quarter = ledger.both(id, "(waist + waist_ease)/4", "A quarter of the waist, the dart closed")
    ledger.know("quarter", quarter)
    for side in SIDES:
        waist_within_hip(ledger.body, quarter.of(side), hip.of(side))
    dart = ledger.both(
        "dart.wide",
        "0 cm"
        if waist_kind == "elastic"
        else "worth(min(3.2 cm, 0.45*(hip_across - quarter)), 0.6 cm)",
        "Width of the dart or pleat",
        (0, 45),
    )
    across = ledger.both(
        "waist.across",
        "hip_across - min(1.2 cm, 0.1*(hip_across - quarter))"
        if waist_kind == "elastic"
        else "quarter + dart_wide",
        "Waist from the centre to the side, the dart open",
    )
    return across, dart


def _solved_back(ledger: Ledger, front: Leg, back: Leg) -> Leg:
    """The back whose rise, and after it whose extension, is such that the crotch is as long as the
    crotch round and its ease, and whose tip drops until both inseams are alike.

    Raises:
        DraftRefused: neither within bounds is enough.
    """
    ledger.at("Crotch")
    round_mm = ledger.length(
        "crotch.whole", "crotch_round + crotch_ease", "Crotch from waist to waist, with its ease"
    )
    wanted = round_mm - length(front.crotch())
    lift = ledger.solved(
        "waist.lift",
        lambda: _lift(front, back, wanted),
        "Back higher at the centre of the waist by",
        of=("crotch.whole", "crotch.down", "crotch.across"),
    )
    more = ledger.solved(
        "crotch.more",
        lambda: _more(ledger.body, front, replace(back, lift=lift), wanted),
        "Back extension longer by",
        of=("crotch.whole", "waist.lift"),
        nearest=lambda: MORE_BOUNDS_MM[int(_crotch(front, back, lift, 0.0) < wanted)],
    )
    raised = replace(back, lift=lift, extension=back.extension + more)
    drop = ledger.solved(
        "crotch.drop",
        lambda: _drop(front, raised),
        "Tip of the back crotch lower by, so that both inseams are alike",
        of=("crotch.across", "crotch.more"),
    )
    return replace(raised, drop=drop)


def _drop(front: Leg, back: Leg) -> float:
    """How far the tip of the back drops until its inseam is as long as the front's."""
    found = bisect(
        lambda mm: -length(replace(back, drop=mm).inseam()),
        -length(front.inseam()),
        *DROP_BOUNDS_MM,
        tolerance_mm=1e-3,
    )
    return found or 0.0


def _crotch(front: Leg, back: Leg, lift: float, more: float) -> float:
    """How long the back's crotch is, so much higher and with its extension so much longer."""
    raised = replace(back, extension=back.extension + more, lift=lift)
    return length(replace(raised, drop=_drop(front, raised)).crotch())


def _lift(front: Leg, back: Leg, wanted: float) -> float:
    """The lift at which the back's crotch is so long, or the bound that comes nearest to it."""
    lift = bisect(
        lambda mm: _crotch(front, back, mm, 0.0), wanted, *RISE_BOUNDS_MM, tolerance_mm=1e-4
    )
    if lift is not None:
        return lift
    low, high = RISE_BOUNDS_MM
    return low if _crotch(front, back, low, 0.0) > wanted else high


def _more(body: Body, front: Leg, back: Leg, wanted: float) -> float:
    """How much longer the extension of a lifted back is, so that its crotch is so long.

    Raises:
        DraftRefused: it is not within bounds.
    """
    off = _crotch(front, back, back.lift, 0.0) - wanted
    if abs(off) <= CROTCH_TOLERANCE_MM:
        return 0.0
    more = bisect(
        lambda mm: _crotch(front, back, back.lift, mm), wanted, *MORE_BOUNDS_MM, tolerance_mm=1e-4
    )
    if more is not None:
        return more
    short = _crotch(front, back, back.lift, MORE_BOUNDS_MM[int(off < 0)]) - wanted
    raise DraftRefused(
        say(
            "legs.crotch-round-body-rise-disagree",
            crotch_round=body["crotch_round"],
            body_rise=body["body_rise"],
            short=abs(short),
            word="long" if short > 0 else "short",
        ),
        "crotch_round",
        "body_rise",
        "crotch_ease_mm",
        "crotch.whole",
    )


def waist_line(leg: Leg) -> Line:
    """The waist edge from the centre to the side."""
    return Line((-leg.lift, 0.0), (0.0, leg.waist))


DART_LONG_MM = 105.0
"""The length of a dart by the house's rule."""


def leg_piece(
    id: str, name: str, leg: Leg, allow: Allowances, dart_long_mm: float = DART_LONG_MM
) -> Piece:
    """A leg half: edges ``waist``, ``side``, ``hem``, ``inseam``, ``crotch``; its dart or pleat and
    crease marked."""
    waist = waist_line(leg)
    crease = leg.crease
    pressed = line((leg.rise * 0.5, crease), (leg.long, crease))
    inner = [InnerLine(name="crease", path=pressed, kind=LineKind.CREASE)]
    if leg.pleated:
        inner += _pleat(waist, leg.dart)
    elif leg.dart:
        inner.append(dart_on((waist,), length((waist,)) / 2, leg.dart, dart_long_mm))
    hem_inner, hem_outer = (leg.long, crease - leg.hem / 2), (leg.long, crease + leg.hem / 2)
    crotch = leg.crotch()
    return Piece(
        id=id,
        name=name,
        role=PieceRole.LEG,
        edges=edges(
            allow,
            ("waist", (waist,), "waist"),
            ("side", leg.side(), "side"),
            ("hem", line(hem_outer, hem_inner), "hem"),
            ("inseam", tuple(s.backwards() for s in reversed(leg.inseam())), "side"),
            ("crotch", tuple(s.backwards() for s in reversed(crotch)), "crotch"),
        ),
        cuts=(Cut(material="main", copies=2, pair=True),),
        notches=(Notch(name="hip", edge="side", at_mm=length(leg.side()[:1])),),
        inner_lines=tuple(inner),
        points=(
            point(
                "centre waist",
                (-leg.lift, 0.0),
                "back: solved so that the crotch meets the body" if leg.lift else "start",
            ),
            point(
                "side waist",
                (0.0, leg.waist),
                "quarter of the waist and ease, and the dart",
                "dart.wide",
                "waist.across",
            ),
            point(
                "hip", (leg.level, leg.hip), "quarter of the hip and ease", "hip.across", "hip.down"
            ),
            point(
                "tip of the crotch",
                (leg.rise + leg.drop, -leg.extension),
                "front a quarter of its width, back more",
            ),
            point("knee outside", (leg.knee_down, crease + leg.knee / 2), "centred on the crease"),
            point("knee inside", (leg.knee_down, crease - leg.knee / 2), "centred on the crease"),
            point("hem outside", hem_outer, "centred on the crease", "hem.across", "leg.down"),
            point("hem inside", hem_inner, "centred on the crease", "hem.across", "leg.down"),
        ),
    )


def _pleat(waist: Line, taken: float) -> list[InnerLine]:
    """Two marks at the middle of the waist: the first is folded onto the second."""
    along = length((waist,))
    marks = []
    for word, at in (("from", along / 2 - taken / 2), ("to", along / 2 + taken / 2)):
        top = waist.at(at / along)
        marks.append(
            InnerLine(
                name=f"pleat {word}",
                path=line(top, (top[0] + 90.0, top[1])),
                kind=LineKind.PLEAT,
            )
        )
    return marks


def closed_waist(piece: Piece) -> float:
    """The waist of a leg half, its dart or pleat closed, in mm."""
    pleat = [mark.path[0].start for mark in piece.inner_lines if mark.name.startswith("pleat")]
    taken = math.dist(*pleat) if pleat else dart_width(piece, "waist")
    return edge_length(piece, "waist") - taken


def leg_checks(
    front: Piece, back: Piece, body: Body, options: Mapping[str, float | str], hip_mm: float
) -> tuple[TapeCheck, ...]:
    """Crotch to body, inseam, and over the hip, whose round as drafted is given."""
    return (
        TapeCheck(
            name="Crotch",
            one="front and back",
            one_mm=edge_length(front, "crotch") + edge_length(back, "crotch"),
            other="crotch round and ease",
            other_mm=body["crotch_round"] + float(options["crotch_ease_mm"]),
            way_out=say("legs.change-back-rise"),
        ),
        replace(
            alike("Inseam", front, back, "inseam"),
            way_out=say("legs.drop-less"),
            if_short=say("legs.drop-more"),
        ),
        over_body(body, "hip", garment_mm=hip_mm, least_mm=OVER_HIP_MM),
    )
