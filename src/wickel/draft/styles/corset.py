"""The corset: three to six panels a side, drawn in evenly at every seam, boned, lined and
interfaced.

Every seam has the same shape on both of its panels, so that they are equally long: at the waist all
panels are as wide as they are, and at bust, under bust and hip each seam opens by its share of what
the body is wider there. Points are (down, across) in mm: down from the bust line, across from each
panel's left seam at the waist.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.checks import TapeCheck
from wickel.draft.fastenings import bias_strip, binding_length
from wickel.draft.parts import EdgeRow, edges, line, point, rectangle
from wickel.draft.style import (
    ChoiceOption,
    DraftRefused,
    LengthOption,
    Option,
    Style,
    choices,
    lengths,
)
from wickel.draft.usual_checks import alike
from wickel.geometry import Cubic, Line, Path, Point, backwards, crossing, length
from wickel.pattern import Cut, InnerLine, Notch, Pattern, Piece, Seam, edge_length
from wickel.wording import say

BINDING_MM = 8.0
LEAST_PANEL_MM = 28.0
TOPS = {
    "straight": "straight across the bust",
    "heart": "shaped over each bust",
    "under": "under the bust",
}
_HEART_RISE_MM = 45.0
_BUST_RISE_MM = 30.0
_UNDER_RISE_MM = 12.0
_BACK_DROP_MM = 20.0

OPTIONS: tuple[Option, ...] = (
    ChoiceOption(
        id="panels",
        question="Panels on each side",
        default="5",
        choices={"3": "3", "4": "4", "5": "5", "6": "6"},
    ),
    ChoiceOption(id="top", question="The top runs", default="heart", choices=TOPS),
    LengthOption(id="drawn_mm", question="Drawn in at the waist by", default=40, least=0, most=80),
    LengthOption(
        id="gap_mm", question="Gap for the lacing at the back", default=40, least=0, most=100
    ),
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=110, least=60, most=180
    ),
    LengthOption(
        id="point_mm", question="Longer at the centre front by", default=35, least=0, most=90
    ),
    ChoiceOption(
        id="front",
        question="In front it",
        default="busk",
        choices={"busk": "opens with a busk", "fold": "is closed"},
    ),
    ChoiceOption(id="lined", question="Lined", default="yes", choices={"yes": "yes", "no": "no"}),
)


@dataclass(frozen=True, slots=True, kw_only=True)
class _Seam:
    """One seam between two panels: how far it opens on each side at each level, and where it begins
    and ends."""

    bust: float
    under: float
    hip: float
    top: float
    foot: float


def drafted(body: Body, options: Mapping[str, float | str], allow: Allowances) -> Pattern:
    """Draft the corset. Raises ``DraftRefused`` when it would be drawn in too far or the panels get
    too narrow."""
    o, choice = lengths(options), choices(options)
    count = int(choice["panels"])
    width, seams, levels = _divided(body, o, choice["top"], count)
    pieces = tuple(
        _panel(k, count, width, seams[k], seams[k + 1], levels, choice, allow) for k in range(count)
    )
    around = sum(edge_length(piece, edge) for piece in pieces for edge in ("top", "hem"))
    strip = binding_length(around, BINDING_MM, joins=2)
    back = edge_length(pieces[-1], "back edge")
    one = (Cut(material="main", copies=1), Cut(material="interfacing", copies=1))
    placket = rectangle("placket", "Lacing placket", back, o["gap_mm"] + 60.0, allow, one)
    return Pattern(
        style="corset",
        pieces=(
            *pieces,
            placket,
            bias_strip("binding", "Binding", strip, BINDING_MM, allow, copies=2),
        ),
        seams=tuple(
            Seam(
                name=f"seam {k}",
                one=(f"panel-{k}", "right seam"),
                other=(f"panel-{k + 1}", "left seam"),
            )
            for k in range(1, count)
        ),
    )


def _divided(
    body: Body, o: Mapping[str, float], top: str, count: int
) -> tuple[float, tuple[_Seam, ...], tuple[float, float, float]]:
    """Width of a panel at the waist, the seams from the centre front to the back edge, and the
    levels."""
    under_down = body["neck_to_under_bust"] - body["neck_to_bust"]
    waist_down = body["neck_to_waist"] - body["neck_to_bust"]
    if waist_down < under_down + 40:
        raise DraftRefused(
            say("corset.waist-lies-only-below-under", waist_down=waist_down - under_down),
            "neck_to_waist",
            "neck_to_under_bust",
        )
    half = {
        level: (
            body[level] - o["gap_mm"] - (o["drawn_mm"] if level in ("waist", "under_bust") else 0.0)
        )
        / 2
        for level in ("bust", "under_bust", "waist")
    }
    half["hip"] = half["waist"] + min(1.0, o["below_waist_mm"] / body["waist_to_hip"]) * (
        (body["hip"] - o["gap_mm"]) / 2 - half["waist"]
    )
    width = half["waist"] / count
    if width < LEAST_PANEL_MM or half["hip"] < half["waist"]:
        raise DraftRefused(
            say("corset.panels-wide-waist-fewer-panels", count=count, width=width),
            "panels",
            "drawn_mm",
            "waist",
        )
    share = {level: (mm - half["waist"]) / (2 * (count - 1)) for level, mm in half.items()}
    if min(share.values()) < -8.0:
        raise DraftRefused(
            say("corset.body-narrower-above-below"),
            "waist",
            "under_bust",
            "hip",
        )
    weights = [1.0 + 0.5 * (0.15 < k / count < 0.55) for k in range(1, count)]
    mean = sum(weights) / len(weights)
    seams = []
    for k in range(count + 1):
        inner = 0 < k < count
        bust_weight = weights[k - 1] / mean if inner else 0.0
        seams.append(
            _Seam(
                bust=share["bust"] * bust_weight,
                under=share["under_bust"] * inner,
                hip=share["hip"] * inner,
                top=_top(k / count, top, under_down),
                foot=waist_down
                + o["below_waist_mm"]
                + o["point_mm"] * max(0.0, 1 - 1.6 * k / count) ** 2,
            )
        )
    return width, tuple(seams), (0.0, under_down, waist_down)


def _top(place: float, kind: str, under_down: float) -> float:
    """Where the top edge lies at a place from the centre front (0) to the back edge (1), down from
    the bust line."""
    fall = _BACK_DROP_MM * max(0.0, (place - 0.55) / 0.45)
    if kind == "under":
        return under_down + _UNDER_RISE_MM * abs(2 * min(place, 0.5) - 0.5) + fall
    if kind == "straight":
        return -_BUST_RISE_MM + fall
    return -_BUST_RISE_MM - (_HEART_RISE_MM if 0.15 < place < 0.42 else 0.0) * 0.6 + fall


def _side(seam: _Seam, at: float, sign: float, levels: tuple[float, float, float]) -> Path:
    """A panel's seam from top to foot: over bust and under bust in to the waist, and out to the
    hip."""
    bust, under, waist = levels
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
        (seam.foot - 30.0, foot[1] - sign * 6.0),
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


def _panel(
    k: int,
    count: int,
    width: float,
    left: _Seam,
    right: _Seam,
    levels: tuple[float, float, float],
    choice: Mapping[str, str],
    allow: Allowances,
) -> Piece:
    """Panel k from the centre front on: ``top``, ``right seam``, ``hem``, ``left seam``, outer ones
    by their names."""
    near, far = _side(left, 0.0, -1.0, levels), _side(right, width, 1.0, levels)
    first, last = k == 0, k == count - 1
    folded = first and choice["front"] == "fold"
    left_row: EdgeRow = ("left seam", backwards(near), "side")
    if first:
        left_row = (
            "centre front",
            line(near[-1].end, near[0].start),
            "fold" if folded else "closing",
        )
    right_row: EdgeRow = ("right seam", far, "side")
    if last:
        right_row = ("back edge", line(far[0].start, far[-1].end), "closing")
    top = line(near[0].start, far[0].start)
    hem = line(far[-1].end, near[-1].end)
    materials = ("main", "interfacing", *(("lining",) if choice["lined"] == "yes" else ()))
    cuts = tuple(
        Cut(material=m, copies=1, on_fold=True) if folded else Cut(material=m, copies=2, pair=True)
        for m in materials
    )
    middle = width / 2
    notches = (
        []
        if first
        else [Notch(name=f"waist {k}", edge="left seam", at_mm=_from_foot(near, levels[2]))]
    )
    if not last:
        notches.append(
            Notch(
                name=f"waist {k + 1}",
                edge="right seam",
                at_mm=length(far) - _from_foot(far, levels[2]),
            )
        )
    bones = (
        InnerLine(
            name="bone",
            path=line(
                (max(left.top, right.top) + 12.0, middle),
                (min(left.foot, right.foot) - 12.0, middle),
            ),
        ),
    )
    return Piece(
        id=f"panel-{k + 1}",
        name=f"Panel {k + 1} of {count}",
        edges=edges(
            allow,
            ("top", top, "neck"),
            right_row,
            ("hem", hem, "neck"),
            left_row,
        ),
        cuts=cuts,
        notches=tuple(notches),
        inner_lines=bones,
        points=(
            point("top left", near[0].start, "the line of the top edge at this seam"),
            point("top right", far[0].start, "the line of the top edge at the next seam"),
            point("waist left", (levels[2], 0.0), "start"),
            point(
                "waist right",
                (levels[2], width),
                "half the waist less what is drawn in and the gap, / panels",
            ),
            point("lower right", far[-1].end, "each seam opens by its share of the hip"),
            point("lower left", near[-1].end, "each seam opens by its share of the hip"),
        ),
    )


def _from_foot(path: Path, waist: float) -> float:
    """Distance from the foot of a seam up to the waist."""
    return length(tuple(segment for segment in path if segment.start[0] > waist - 1e-6))


def checked(
    pattern: Pattern, body: Body, options: Mapping[str, float | str]
) -> tuple[TapeCheck, ...]:
    """The tape checks of a corset."""
    count = int(options["panels"])
    panels = [pattern.piece(f"panel-{k + 1}") for k in range(count)]
    at = [{p.name: (p.down_mm, p.across_mm) for p in panel.points} for panel in panels]
    waist = 2 * sum(points["waist right"][1] for points in at) + float(options["gap_mm"])
    around = sum(edge_length(panel, edge) for panel in panels for edge in ("top", "hem"))
    return (
        *(
            alike(f"Seam {k}", panels[k - 1], panels[k], "right seam", other_edge="left seam")
            for k in range(1, count)
        ),
        TapeCheck(
            name="Waist",
            one="panels and gap",
            one_mm=waist,
            other="waist less what is drawn in",
            other_mm=body["waist"] - float(options["drawn_mm"]),
            way_out=say("corset.divide-what-drawn-among-seams"),
        ),
        TapeCheck(
            name="Binding",
            one="binding of one side",
            one_mm=edge_length(pattern.piece("binding"), "join"),
            other="top and lower edge of one side",
            other_mm=around,
            least_mm=0.0,
            most_mm=200.0,
            way_out=say("corset.cut-binding-longer"),
        ),
    )


STYLE = Style(
    id="corset",
    name="Corset in panels",
    summary=(
        "Three to six panels a side, drawn in evenly at every seam; boned, lined, interfaced, "
        "bound; laced behind."
    ),
    charts=("women",),
    required=(
        "bust",
        "under_bust",
        "waist",
        "hip",
        "neck_to_bust",
        "neck_to_under_bust",
        "neck_to_waist",
        "waist_to_hip",
    ),
    options=OPTIONS,
    materials=("main", "interfacing", "lining"),
    roles=("side", "neck", "closing", "band"),
    drafted=drafted,
    checked=checked,
)
