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
from wickel.draft.parts import (
    dart_on,
    dart_width,
    edges,
    hip_curve,
    line,
    point,
    solved,
    waist_within_hip,
)
from wickel.draft.style import DraftRefused, LengthOption
from wickel.draft.usual_checks import alike, over_body
from wickel.geometry import Cubic, Line, Path, Point, length
from wickel.pattern import Cut, InnerLine, Notch, Piece, edge_length
from wickel.wording import say

BACK_MORE_MM = 25.4
RISE_BOUNDS_MM = (0.0, 80.0)
EXTENSION_BOUNDS_MM = (-15.0, 75.0)
MOST_DART_MM = 32.0
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


def drafted_legs(body: Body, o: Mapping[str, float], waist_kind: str) -> tuple[Leg, Leg]:
    """Front and back half of a leg. ``o`` holds what ``leg_options`` asks, and ``waist_ease_mm``.

    Raises:
        DraftRefused: no back rise or extension meets the crotch round, or waist and hip disagree.
    """
    hip = (body["hip"] + o["hip_ease_mm"]) / 4
    plain = (body["waist"] + o["waist_ease_mm"]) / 4
    long = body["waist_to_ankle"] + o["leg_mm"]
    knee_down = body["waist_to_knee"]
    if long < body["body_rise"] + 120:
        raise DraftRefused(
            say("legs.legs-only-long-inside", long=long - body["body_rise"]), "leg_mm"
        )
    waist_within_hip(body, plain, hip)
    knee_down = min(knee_down, (body["body_rise"] + long) / 2)
    dart = 0.0 if waist_kind == "elastic" else min(MOST_DART_MM, 0.45 * (hip - plain))
    dart = dart if dart >= 6 else 0.0
    across = hip - min(12.0, 0.1 * (hip - plain)) if waist_kind == "elastic" else plain + dart
    plain_leg = Leg(
        waist=across,
        hip=hip,
        rise=body["body_rise"],
        level=body["waist_to_hip"],
        extension=hip / 4,
        lift=0.0,
        dart=dart,
        knee=o["knee_mm"] / 2,
        hem=o["hem_mm"] / 2,
        knee_down=knee_down,
        long=long,
        crease=(hip - hip / 4)
        / 2,  # halves the front at the crotch line; the back hangs from the same
    )
    front = replace(plain_leg, pleated=waist_kind == "pleats" and dart > 0)
    wanted = body["crotch_round"] + o["crotch_ease_mm"] - length(front.crotch())

    def back_leg(lift: float, more: float) -> Leg:
        raised = replace(plain_leg, extension=front.extension + more, lift=lift)
        # the back inseam is longer by its extension: its tip drops until both inseams are alike
        drop = solved(
            lambda d: -length(replace(raised, drop=d).inseam()),
            -length(front.inseam()),
            -30.0,
            60.0,
            tolerance_mm=1e-3,
        )
        return replace(raised, drop=drop or 0.0)

    lift = solved(
        lambda x: length(back_leg(x, BACK_MORE_MM).crotch()),
        wanted,
        *RISE_BOUNDS_MM,
        tolerance_mm=1e-4,
    )
    if lift is not None:
        return front, back_leg(lift, BACK_MORE_MM)
    end = (
        RISE_BOUNDS_MM[0]
        if length(back_leg(RISE_BOUNDS_MM[0], BACK_MORE_MM).crotch()) > wanted
        else RISE_BOUNDS_MM[1]
    )
    more = solved(
        lambda x: length(back_leg(end, x).crotch()), wanted, *EXTENSION_BOUNDS_MM, tolerance_mm=1e-4
    )
    if more is not None:
        return front, back_leg(end, more)
    short = length(back_leg(end, EXTENSION_BOUNDS_MM[int(end > 0)]).crotch()) - wanted
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
    )


def waist_line(leg: Leg) -> Line:
    """The waist edge from the centre to the side."""
    return Line((-leg.lift, 0.0), (0.0, leg.waist))


def leg_piece(id: str, name: str, leg: Leg, allow: Allowances) -> Piece:
    """A leg half: edges ``waist``, ``side``, ``hem``, ``inseam``, ``crotch``; its dart or pleat and
    crease marked."""
    waist = waist_line(leg)
    crease = leg.crease
    inner: list[InnerLine] = [
        InnerLine(name="crease", path=line((leg.rise * 0.5, crease), (leg.long, crease)))
    ]
    if leg.pleated:
        inner += _pleat(waist, leg.dart)
    elif leg.dart:
        inner.append(dart_on((waist,), length((waist,)) / 2, leg.dart, 105.0))
    hem_inner, hem_outer = (leg.long, crease - leg.hem / 2), (leg.long, crease + leg.hem / 2)
    crotch = leg.crotch()
    return Piece(
        id=id,
        name=name,
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
            point("side waist", (0.0, leg.waist), "quarter of the waist and ease, and the dart"),
            point("hip", (leg.level, leg.hip), "quarter of the hip and ease"),
            point(
                "tip of the crotch",
                (leg.rise + leg.drop, -leg.extension),
                "front a quarter of its width, back more",
            ),
            point("knee outside", (leg.knee_down, crease + leg.knee / 2), "centred on the crease"),
            point("knee inside", (leg.knee_down, crease - leg.knee / 2), "centred on the crease"),
            point("hem outside", hem_outer, "centred on the crease"),
            point("hem inside", hem_inner, "centred on the crease"),
        ),
    )


def _pleat(waist: Line, taken: float) -> list[InnerLine]:
    """Two marks at the middle of the waist: the first is folded onto the second."""
    along = length((waist,))
    marks = []
    for word, at in (("from", along / 2 - taken / 2), ("to", along / 2 + taken / 2)):
        top = waist.at(at / along)
        marks.append(InnerLine(name=f"pleat {word}", path=line(top, (top[0] + 90.0, top[1]))))
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
        alike("Inseam", front, back, "inseam", way_out="Drop the tip of the back crotch."),
        over_body(body, "hip", garment_mm=hip_mm, least_mm=OVER_HIP_MM),
    )
