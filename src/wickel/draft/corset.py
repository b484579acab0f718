"""The corset: three to six panels a side, drawn in evenly at every seam, boned, lined and
interfaced.

Every seam has the same shape on both of its panels, so that they are equally long: at the waist all
panels are as wide as they are, and at bust, under bust and hip each seam opens by its share of what
the body is wider there. Points are (down, across) in mm: down from the bust line, across from each
panel's left seam at the waist.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.draft.allowances import Allowances
from wickel.draft.fastenings import bias_strip, binding_length
from wickel.draft.ledger import Ledger
from wickel.draft.parts import EdgeRow, Strip, edges, line, point, rectangle
from wickel.draft.style import DraftRefused
from wickel.geometry import Cubic, Line, Path, Point, backwards, crossing, length
from wickel.pattern import (
    Cut,
    EdgeRole,
    InnerLine,
    LineKind,
    Notch,
    Piece,
    PieceRole,
    Seam,
    edge_length,
)
from wickel.wording import say

LEAST_PANEL_MM = 12.0
"""A narrower panel cannot be sewn and boned."""
LEAST_TO_WAIST_MM = 40.0
"""What the waist must lie below the under bust."""
TOPS = {
    "straight": "straight across the bust",
    "heart": "shaped over each bust",
    "under": "under the bust",
}
_OVER_BUST_MORE = 0.5
"""Seams that run over the bust open so much more of it than the others."""
_MOST_INWARD_MM = 8.0
"""A seam may run inwards by so much."""
_FALL_FROM = 0.55
"""The top falls to the back from this place on, from the centre front (0) to the back edge (1)."""
_POINT_FALL = 1.6
"""How quickly the point at the centre front runs out."""
_FOOT_HANDLE_MM, _FOOT_IN_MM = 30.0, 6.0
"""The handle of the curve at the foot of a seam: so far above it, and so far within it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Answers:
    """How a corset is cut: how many panels each side has, how its top runs (``TOPS``), whether its
    front opens (``busk``) or is on the ``fold``, whether it is lined."""

    panels: int
    top: str
    front: str
    lined: bool


@dataclass(frozen=True, slots=True, kw_only=True)
class _Seam:
    """One seam between two panels: how far it opens on each side at each level, and where it begins
    and ends, in mm."""

    bust: float
    under: float
    hip: float
    top: float
    foot: float


@dataclass(frozen=True, slots=True, kw_only=True)
class _Laced:
    """A half of the corset: how wide its panels are at the waist, its seams from the centre front
    to the back edge, and how far below the bust line under bust and waist lie, in mm."""

    width: float
    seams: tuple[_Seam, ...]
    under: float
    waist: float

    @property
    def count(self) -> int:
        """How many panels it has."""
        return len(self.seams) - 1


def corset_pieces(
    ledger: Ledger, answers: Answers, allow: Allowances
) -> tuple[tuple[Piece, ...], tuple[Seam, ...]]:
    """The panels from the centre front to the back edge, the placket and the binding, with the
    seams of the panels.

    Raises:
        DraftRefused: it would be drawn in too far or the panels get too narrow.
    """
    half = _divided(ledger, answers)
    ledger.at("Bones, placket and binding")
    short = ledger.length(
        "bone.short", "1.2 cm", "Bone shorter than its panel at each end", (0, 40)
    )
    pieces = tuple(_panel(k, half, _Finish.of(answers), short, allow) for k in range(half.count))
    ledger.know("back_edge", edge_length(pieces[-1], "back edge"))
    placket = Strip(
        id="placket",
        name="Lacing placket",
        part=PieceRole.LACING,
        long_mm=ledger.length("placket.long", "back_edge", "Length of the lacing placket"),
        high_mm=ledger.length(
            "placket.wide", "gap + 6 cm", "Width of the lacing placket", (30, 240)
        ),
        cuts=(Cut(material="main", copies=1), Cut(material="interfacing", copies=1)),
    )
    binding = ledger.length("binding.wide", "0.8 cm", "Finished width of the binding", (4, 20))
    around = sum(edge_length(piece, edge) for piece in pieces for edge in ("top", "hem"))
    ledger.know("edges_round", binding_length(around, binding, joins=2))
    strip = ledger.length("binding.long", "edges_round", "Length of the binding of one side")
    return (
        (
            *pieces,
            rectangle(placket, allow),
            replace(
                bias_strip("binding", "Binding", strip, binding, allow, copies=2),
                binds=(EdgeRole.TOP, EdgeRole.HEM),
            ),
        ),
        tuple(
            Seam(
                name=f"seam {k}",
                one=(f"stay-{k}", "right seam"),
                other=(f"stay-{k + 1}", "left seam"),
            )
            for k in range(1, half.count)
        ),
    )


def _divided(ledger: Ledger, answers: Answers) -> _Laced:
    """A half of the body divided into panels.

    Raises:
        DraftRefused: under bust and waist are too close, or a panel is too narrow to be sewn.
    """
    count = answers.panels
    ledger.at("Levels")
    under = ledger.length(
        "under.down", "neck_to_under_bust - neck_to_bust", "Under bust below the bust line"
    )
    waist = ledger.length("waist.down", "neck_to_waist - neck_to_bust", "Waist below the bust line")
    if waist < under + LEAST_TO_WAIST_MM or under <= 0:
        raise DraftRefused(
            say("corset.waist-lies-only-below-under", waist_down=waist - under),
            "neck_to_waist",
            "neck_to_under_bust",
            "waist.down",
        )
    below = ledger.length("hem.down", "below_waist", "Length below the waist", (40, 220))
    ledger.at("Halves")
    ledger.length("bust.half", "(bust - gap)/2", "Half the corset at the bust")
    ledger.length("under.half", "(under_bust - gap - drawn)/2", "Half the corset under the bust")
    across = ledger.length("waist.half", "(waist - gap - drawn)/2", "Half the corset at the waist")
    hip = ledger.length(
        "hip.half",
        "waist_half + min(1, hem_down/waist_to_hip)*((hip - gap)/2 - waist_half)",
        "Half the corset at its lower edge",
    )
    width = ledger.length("panel.across", f"waist_half/{count}", "Width of a panel at the waist")
    if width < LEAST_PANEL_MM or hip < across:
        raise DraftRefused(
            say("corset.panels-wide-waist-fewer-panels", count=count, width=width),
            "panels",
            "drawn_mm",
            "waist",
            "panel.across",
        )
    openings = _openings(ledger, count)
    tops = _tops(ledger, answers.top, count, under)
    ledger.at("Lower edge")
    point_mm = ledger.length("point.long", "point", "Longer at the centre front by", (0, 120))
    seams = tuple(
        _Seam(
            bust=openings[k][0],
            under=openings[k][1],
            hip=openings[k][2],
            top=tops[k],
            foot=waist + below + point_mm * max(0.0, 1 - _POINT_FALL * k / count) ** 2,
        )
        for k in range(count + 1)
    )
    return _Laced(width=width, seams=seams, under=under, waist=waist)


def _openings(ledger: Ledger, count: int) -> list[tuple[float, float, float]]:
    """How far each seam opens on each side at bust, under bust and hip: its share of what the body
    is wider there, those over the bust more of it. The outer edges stay straight.

    Raises:
        DraftRefused: the body is narrower above or below than at the waist.
    """
    ledger.at("Seams")
    weights = [1.0 + _OVER_BUST_MORE * (0.15 < k / count < 0.55) for k in range(1, count)]
    mean = sum(weights) / len(weights)
    parts = 2 * (count - 1)
    found = [(0.0, 0.0, 0.0)]
    for k, weight in enumerate(weights, 1):
        bust = ledger.length(
            f"seam{k}.bust",
            f"{weight / mean:.6g}*(bust_half - waist_half)/{parts}",
            f"Seam {k} opens at the bust by, on each side",
        )
        under = ledger.length(
            f"seam{k}.under",
            f"(under_half - waist_half)/{parts}",
            f"Seam {k} opens under the bust by, on each side",
        )
        hip = ledger.length(
            f"seam{k}.hip",
            f"(hip_half - waist_half)/{parts}",
            f"Seam {k} opens at the lower edge by, on each side",
        )
        if min(bust, under, hip) < -_MOST_INWARD_MM:
            raise DraftRefused(
                say("corset.body-narrower-above-below"),
                "waist",
                "under_bust",
                "hip",
                f"seam{k}.bust",
            )
        found.append((bust, under, hip))
    return [*found, (0.0, 0.0, 0.0)]


def _tops(ledger: Ledger, kind: str, count: int, under: float) -> list[float]:
    """Where the top edge lies at each seam from the centre front to the back edge, down from the
    bust line."""
    ledger.at("Top")
    drop = ledger.length("top.back_drop", "2 cm", "Top lower at the back by", (-20, 80))
    fall = [drop * max(0.0, (k / count - _FALL_FROM) / (1 - _FALL_FROM)) for k in range(count + 1)]
    if kind == "under":
        rise = ledger.length("top.under_bust", "1.2 cm", "Top below the under bust by", (-10, 50))
        return [
            under + rise * abs(2 * min(k / count, 0.5) - 0.5) + fall[k] for k in range(count + 1)
        ]
    rise = ledger.length("top.rise", "3 cm", "Top above the bust line by", (-20, 90))
    if kind == "straight":
        return [fall[k] - rise for k in range(count + 1)]
    heart = ledger.length("top.heart", "2.7 cm", "Top over each bust higher by", (0, 70))
    return [fall[k] - rise - (heart if 0.15 < k / count < 0.42 else 0.0) for k in range(count + 1)]


def _side(seam: _Seam, at: float, sign: float, half: _Laced) -> Path:
    """A panel's seam from top to foot: over bust and under bust in to the waist, and out to the
    hip."""
    bust, under, waist = 0.0, half.under, half.waist
    p_bust: Point = (bust, at + sign * seam.bust)
    p_under: Point = (under, at + sign * seam.under)
    p_waist: Point = (waist, at)
    foot: Point = (seam.foot, at + sign * seam.hip)
    upper = Cubic(
        p_bust,
        (bust + 0.4 * (under - bust), p_bust[1]),
        (
            under - 0.35 * (under - bust),
            p_under[1] - 0.35 * (at - p_under[1]) * (under - bust) / (waist - under),
        ),
        p_under,
    )
    middle = Cubic(
        p_under,
        (under + 0.35 * (waist - under), p_under[1] + 0.35 * (at - p_under[1])),
        (waist - 0.4 * (waist - under), at),
        p_waist,
    )
    lower = Cubic(
        p_waist,
        (waist + 0.4 * (seam.foot - waist), at),
        (seam.foot - _FOOT_HANDLE_MM, foot[1] - sign * _FOOT_IN_MM),
        foot,
    )
    if seam.top >= under:  # begins below the bust
        met = crossing((middle,), 0, seam.top)
        return (*(met[1] if met is not None else (middle,)), lower)
    if seam.top > bust:
        met = crossing((upper,), 0, seam.top)
        return (*(met[1] if met is not None else (upper,)), middle, lower)
    rise = Line((seam.top, p_bust[1]), p_bust)
    return (*((rise,) if seam.top < bust - 1e-6 else ()), upper, middle, lower)


@dataclass(frozen=True, slots=True)
class _Finish:
    """What panels are cut from, and whether the front is closed."""

    folded: bool
    materials: tuple[str, ...]

    @classmethod
    def of(cls, answers: Answers) -> _Finish:
        """As the questions are answered."""
        lined = ("lining",) if answers.lined else ()
        return cls(answers.front == "fold", ("main", "interfacing", *lined))

    def cuts(self, *, first: bool) -> tuple[Cut, ...]:
        """How often a panel is cut from each."""
        if first and self.folded:
            return tuple(Cut(material=m, copies=1, on_fold=True) for m in self.materials)
        return tuple(Cut(material=m, copies=2, pair=True) for m in self.materials)


def _panel(k: int, half: _Laced, finish: _Finish, short: float, allow: Allowances) -> Piece:
    """Panel k from the centre front on: ``top``, ``right seam``, ``hem``, ``left seam``, outer ones
    by their names. Its bone ends ``short`` mm within it."""
    left, right, width = half.seams[k], half.seams[k + 1], half.width
    near, far = _side(left, 0.0, -1.0, half), _side(right, width, 1.0, half)
    first, last = k == 0, k == half.count - 1
    left_row: EdgeRow = ("left seam", backwards(near), "side")
    if first:
        role = "fold" if finish.folded else "closing"
        left_row = ("centre front", line(near[-1].end, near[0].start), role)
    right_row: EdgeRow = ("right seam", far, "side")
    if last:
        right_row = ("back edge", line(far[0].start, far[-1].end), "closing")
    middle = width / 2
    bone = line(
        (max(left.top, right.top) + short, middle), (min(left.foot, right.foot) - short, middle)
    )
    return Piece(
        id=f"stay-{k + 1}",
        name=f"Panel {k + 1} of {half.count}",
        role=PieceRole.STAY,
        edges=edges(
            allow,
            ("top", line(near[0].start, far[0].start), "neck"),
            right_row,
            ("hem", line(far[-1].end, near[-1].end), "neck"),
            left_row,
        ),
        cuts=finish.cuts(first=first),
        notches=_waist_notches(k, half, near, far),
        inner_lines=(InnerLine(name="bone", path=bone, kind=LineKind.BONE),),
        points=(
            point("top left", near[0].start, "the line of the top edge at this seam", "top.rise"),
            point("top right", far[0].start, "the line of the top edge at the next seam"),
            point("waist left", (half.waist, 0.0), "start", "waist.down"),
            point(
                "waist right",
                (half.waist, width),
                "half the waist less what is drawn in and the gap, / panels",
                "panel.across",
                "waist.half",
            ),
            point(
                "lower right",
                far[-1].end,
                "each seam opens by its share of the hip",
                f"seam{k + 1}.hip",
                "hem.down",
            ),
            point(
                "lower left",
                near[-1].end,
                "each seam opens by its share of the hip",
                f"seam{k}.hip",
                "hem.down",
            ),
        ),
    )


def _waist_notches(k: int, half: _Laced, near: Path, far: Path) -> tuple[Notch, ...]:
    """The waist on the seams of panel k; its outer edges have none."""
    found = []
    if k > 0:
        at = _from_foot(near, half.waist)
        found.append(Notch(name=f"waist {k}", edge="left seam", at_mm=at))
    if k < half.count - 1:
        at = length(far) - _from_foot(far, half.waist)
        found.append(Notch(name=f"waist {k + 1}", edge="right seam", at_mm=at))
    return tuple(found)


def _from_foot(path: Path, waist: float) -> float:
    """Distance from the foot of a seam up to the waist."""
    return length(tuple(segment for segment in path if segment.start[0] > waist - 1e-6))
