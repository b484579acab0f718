"""Trousers: straight legs, darts and waistband or an elastic waist, the crotch solved to the body.

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
from wickel.draft.parts import edges, hip_curve, line, point, rectangle, solved, waist_within_hip, waistband
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Style
from wickel.draft.usual_checks import alike, band_to_waist, over_body
from wickel.geometry import Cubic, Line, Path, Point, length
from wickel.pattern import Cut, InnerLine, Notch, Pattern, Piece, Seam, edge_length

BACK_MORE_MM = 25.4
RISE_BOUNDS_MM = (0.0, 80.0)
EXTENSION_BOUNDS_MM = (-15.0, 75.0)
MOST_DART_MM = 32.0
OVER_HIP_MM = 15.0

OPTIONS = (
    LengthOption(id="leg_mm", question="Longer than to the ankle (shorter: −)", default=0, least=-700, most=80),
    LengthOption(id="hip_ease_mm", question="Ease at the hip", default=60, least=20, most=250),
    LengthOption(id="waist_ease_mm", question="Ease at the waist", default=15, least=0, most=100),
    LengthOption(id="crotch_ease_mm", question="Ease in the crotch", default=20, least=0, most=120),
    LengthOption(id="hem_mm", question="Round of the hem", default=420, least=240, most=900),
    LengthOption(id="knee_mm", question="Round at the knee", default=480, least=300, most=900),
    ChoiceOption(
        id="waist",
        question="The waist is",
        default="darts",
        choices={"darts": "darted, with a band", "elastic": "elastic"},
    ),
    LengthOption(id="band_mm", question="Finished height of the band or casing", default=35, least=15, most=90),
    LengthOption(id="overlap_mm", question="Overlap of the waistband", default=30, least=0, most=80),
)


@dataclass(frozen=True, slots=True, kw_only=True)
class _Leg:
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

    def crotch(self) -> Path:
        """From the waist at the centre down and round to the tip of the extension."""
        start: Point = (-self.lift, 0.0)
        bend: Point = (self.rise * 0.62, 0.0)
        tip: Point = (self.rise + self.drop, -self.extension)
        return (
            Line(start, bend),
            Cubic(bend, (self.rise * 0.93, 0.0), (self.rise + self.drop, -0.35 * self.extension), tip),
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
                (self.level, self.hip), (self.level + reach, self.hip), (knee[0] - reach, knee[1] - slope * reach), knee
            ),
            Line(knee, hem),
        )


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft trousers. Raises ``DraftRefused`` when no back rise or extension meets the crotch round."""
    o = {id: value for id, value in options.items() if isinstance(value, float)}
    front, back = _legs(body, o, str(options["waist"]))
    waist = 2 * (length((_waist(front),)) + length((_waist(back),)) - front.dart - back.dart)
    pieces = [_piece("front", "Front leg", front, allow), _piece("back", "Back leg", back, allow)]
    if options["waist"] == "darts":
        pieces.append(waistband(waist, o["overlap_mm"], o["band_mm"], allow))
    else:
        pieces.append(
            rectangle(
                "casing",
                "Casing",
                waist,
                2 * o["band_mm"],
                allow,
                (Cut(material="main", copies=1),),
                fold_line=True,
            )
        )
    return Pattern(
        style="trousers",
        pieces=tuple(pieces),
        seams=(
            Seam(name="side seam", one=("front", "side"), other=("back", "side")),
            Seam(name="inseam", one=("front", "inseam"), other=("back", "inseam")),
        ),
    )


def _legs(body: Body, o: Mapping[str, float], waist_kind: str) -> tuple[_Leg, _Leg]:
    hip = (body["hip"] + o["hip_ease_mm"]) / 4
    plain = (body["waist"] + o["waist_ease_mm"]) / 4
    long = body["waist_to_ankle"] + o["leg_mm"]
    knee_down = body["waist_to_knee"]
    if long < body["body_rise"] + 120:
        raise DraftRefused(
            f"The legs would be only {(long - body['body_rise']) / 10:.1f} cm long inside: make them longer.", "leg_mm"
        )
    waist_within_hip(body, plain, hip)
    knee_down = min(knee_down, (body["body_rise"] + long) / 2)
    dart = min(MOST_DART_MM, 0.45 * (hip - plain)) if waist_kind == "darts" else 0.0
    dart = dart if dart >= 6 else 0.0
    across = plain + dart if waist_kind == "darts" else hip - min(12.0, 0.1 * (hip - plain))
    shared = {"hip": hip, "rise": body["body_rise"], "level": body["waist_to_hip"], "dart": dart, "long": long}
    shared["crease"] = (hip - hip / 4) / 2  # halves the front at the crotch line; the back hangs from the same
    front = _Leg(
        waist=across,
        extension=hip / 4,
        lift=0.0,
        knee=o["knee_mm"] / 2,
        hem=o["hem_mm"] / 2,
        knee_down=knee_down,
        **shared,
    )
    wanted = body["crotch_round"] + o["crotch_ease_mm"] - length(front.crotch())

    def back_leg(lift: float, more: float) -> _Leg:
        extension = front.extension + more
        plain_leg = _Leg(
            waist=across,
            extension=extension,
            lift=lift,
            knee=o["knee_mm"] / 2,
            hem=o["hem_mm"] / 2,
            knee_down=knee_down,
            **shared,
        )
        # the back inseam is longer by its extension: its tip drops until both inseams are alike
        drop = solved(
            lambda d: -length(_dropped(plain_leg, d).inseam()), -length(front.inseam()), -30.0, 60.0, tolerance_mm=1e-3
        )
        return _dropped(plain_leg, drop or 0.0)

    lift = solved(lambda x: length(back_leg(x, BACK_MORE_MM).crotch()), wanted, *RISE_BOUNDS_MM, tolerance_mm=1e-4)
    if lift is not None:
        return front, back_leg(lift, BACK_MORE_MM)
    end = (
        RISE_BOUNDS_MM[0] if length(back_leg(RISE_BOUNDS_MM[0], BACK_MORE_MM).crotch()) > wanted else RISE_BOUNDS_MM[1]
    )
    more = solved(lambda x: length(back_leg(end, x).crotch()), wanted, *EXTENSION_BOUNDS_MM, tolerance_mm=1e-4)
    if more is not None:
        return front, back_leg(end, more)
    short = length(back_leg(end, EXTENSION_BOUNDS_MM[int(end > 0)]).crotch()) - wanted
    raise DraftRefused(
        f"Crotch round {body['crotch_round'] / 10:g} cm and body rise {body['body_rise'] / 10:g} cm disagree: "
        f"the draft comes out {abs(short) / 10:.1f} cm too {'long' if short > 0 else 'short'} even at its bounds. "
        "Measure both again, or change the ease in the crotch.",
        "crotch_round",
        "body_rise",
        "crotch_ease_mm",
    )


def _dropped(leg: _Leg, drop: float) -> _Leg:
    return replace(leg, drop=drop)


def _waist(leg: _Leg) -> Line:
    return Line((-leg.lift, 0.0), (0.0, leg.waist))


def _piece(id: str, name: str, leg: _Leg, allow: Allowances) -> Piece:
    waist = _waist(leg)
    crease = leg.crease
    inner: list[InnerLine] = [InnerLine(name="crease", path=line((leg.rise * 0.5, crease), (leg.long, crease)))]
    if leg.dart:
        middle = waist.at(0.5)
        along = math.dist(waist.start, waist.end)
        ux, uy = (waist.end[0] - waist.start[0]) / along, (waist.end[1] - waist.start[1]) / along
        half = leg.dart / 2
        tip = (middle[0] + uy * 105.0, middle[1] - ux * 105.0)
        left, right = (middle[0] - ux * half, middle[1] - uy * half), (middle[0] + ux * half, middle[1] + uy * half)
        inner.append(InnerLine(name="dart", path=(Line(left, tip), Line(tip, right))))
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
                "tip of the crotch", (leg.rise + leg.drop, -leg.extension), "front a quarter of its width, back more"
            ),
            point("knee outside", (leg.knee_down, crease + leg.knee / 2), "centred on the crease"),
            point("knee inside", (leg.knee_down, crease - leg.knee / 2), "centred on the crease"),
            point("hem outside", hem_outer, "centred on the crease"),
            point("hem inside", hem_inner, "centred on the crease"),
        ),
    )


def _closed_waist(piece: Piece) -> float:
    darts = sum(math.dist(line.path[0].start, line.path[1].end) for line in piece.inner_lines if line.name == "dart")
    return edge_length(piece, "waist") - darts


def checked(pattern: Pattern, body: Body, options: Mapping[str, float | str]) -> tuple[TapeCheck, ...]:
    """The tape checks of trousers."""
    front, back, band = pattern.piece("front"), pattern.piece("back"), pattern.pieces[2]
    waist = 2 * (_closed_waist(front) + _closed_waist(back))
    overlap = float(options["overlap_mm"]) if band.id == "waistband" else 0.0
    return (
        TapeCheck(
            name="Crotch",
            one="front and back",
            one_mm=edge_length(front, "crotch") + edge_length(back, "crotch"),
            other="crotch round and ease",
            other_mm=body["crotch_round"] + float(options["crotch_ease_mm"]),
            way_out="Change the back rise.",
        ),
        alike("Inseam", front, back, "inseam", way_out="Drop the tip of the back crotch."),
        alike("Side seam", front, back, "side"),
        band_to_waist(band, overlap, waist),
        over_body(body, "hip", garment_mm=4 * front.edge("side").path[0].end[1], least_mm=OVER_HIP_MM),
    )


STYLE = Style(
    id="trousers",
    name="Trousers",
    summary="Straight legs with a crease; darts and waistband, or an elastic casing; the crotch meets the body.",
    charts=("women", "men", "children"),
    required=("waist", "hip", "waist_to_hip", "waist_to_knee", "waist_to_ankle", "body_rise", "crotch_round"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("waist", "side", "crotch", "hem", "band"),
    drafted=drafted,
    checked=checked,
)
