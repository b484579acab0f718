"""Flared panels, front and back in as many as asked, each seam with a flare of its own.

Points are (down, across) in mm: down from the waist, across from the middle of a panel, or from the
fold of one that lies at the centre.
"""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import pairwise

from wickel.body import Body
from wickel.draft.builder.lower import (
    BELOW_KNEE,
    OVER_HIP_MM,
    check_long,
    long_rule,
    waist_check,
    with_waist_seam,
)
from wickel.draft.builder.making import (
    EQUAL_PANELS,
    OPEN_ALL_DOWN,
    OPENS_BEHIND,
    WAIST_SEAM,
    ZIP_GOES_ON,
    Making,
    Part,
    Slot,
    has_edge,
)
from wickel.draft.builder.zips import zip_notch
from wickel.draft.checks import TapeCheck
from wickel.draft.ledger import SIDES, Ledger
from wickel.draft.parts import (
    EdgeRow,
    edges,
    hip_curve,
    level_hem,
    line,
    point,
    swung_down,
    waist_within_hip,
)
from wickel.draft.style import ChoiceOption, DraftRefused, Options
from wickel.draft.torso import FLARE_LONG
from wickel.draft.usual_checks import alike, over_body
from wickel.geometry import Line, Path, backwards, length, map_path, reflection
from wickel.pattern import Cut, Pattern, Piece, PieceRole, Seam, View, edge_length
from wickel.wording import say, tr

_TURNED = reflection((0.0, 0.0), (1.0, 0.0))
_COUNTS = {str(n): str(n) for n in range(1, 7)}
_ASKED = (
    ChoiceOption(
        id="front_panels", question="In front in how many panels?", default="3", choices=_COUNTS
    ),
    ChoiceOption(
        id="back_panels", question="Behind in how many panels?", default="2", choices=_COUNTS
    ),
)


@dataclass(frozen=True, slots=True, kw_only=True)
class _Levels:
    """Where hip, flare and hem lie below the waist, and how far above the hem the flare begins."""

    hip: float
    begins: float
    hem: float
    above: float


def _add(making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Skirt")
    ledger.know("joined", making.joined_mm())
    waist = ledger.both("skirt.waist", "joined", "A quarter of the skirt at the waist seam")
    hip = ledger.both("skirt.hip", "(hip + ease)/4", "A quarter of the hip")
    levels = _levels(ledger, making)
    side = _flare(ledger, "side", tr("Flare at the side seam"), levels)
    counts = {where: int(ledger.choice(f"{where}_panels")) for where in SIDES}
    sizes = {where: (waist.of(where) / n, hip.of(where) / n) for where, n in counts.items()}
    long = {where: length(_seam(size, side, levels)[0]) for where, size in sizes.items()}
    pieces: list[Piece] = []
    for where, count in counts.items():
        waist_within_hip(ledger.body, waist.of(where), hip.of(where))
        inner = [
            _flare(ledger, f"{where}{k}", f"Flare at seam {k} {_PLACE[where]}", levels)
            for k in range(1, count // 2 + count % 2)
        ]
        centre = [] if count % 2 else [_flare(ledger, f"{where}0", _CENTRE[where], levels)]
        # wider panels are curved more over the hip: the longer side is shorter at the hem
        less = long[where] - min(long.values())
        half = _half(where, (sizes[where], count), [*centre, *inner, side], levels, making)
        pieces += [*half[:-1], _shorter(half[-1], less)]
    made = making.with_pieces(*(_zipped(pieces, making)), seams=_seams(pieces))
    return with_waist_seam(made, pieces[0].id)


_PLACE = {"front": tr("in front"), "back": tr("behind")}
_CENTRE = {"front": tr("Flare at the centre front"), "back": tr("Flare at the centre back")}


def _levels(ledger: Ledger, making: Making) -> _Levels:
    """Raises ``DraftRefused``: the flare would begin above the hip."""
    level = ledger.length(
        "panel.hip_down", long_rule(making, "waist_to_hip"), "Hip below the seam", (60, 420)
    )
    long = ledger.length("skirt.down", long_rule(making), "Length of the skirt")
    check_long(long)
    above = ledger.length(
        "panel.flare_above",
        "min(30 cm, skirt_down - panel_hip_down)",
        "Flare begins above the hem by",
        (80, 700),
    )
    if long - above < level:
        raise DraftRefused(
            say("panelled_skirt.flare-begin-below-waist-above", begins=long - above, level=level),
            "below_knee_mm",
            "panel.flare_above",
        )
    return _Levels(hip=level, begins=long - above, hem=long, above=above)


def _flare(ledger: Ledger, id: str, words: str, levels: _Levels) -> float:
    """The flare of a seam. Raises ``DraftRefused``: it is wider than the seam is long."""
    flare = ledger.length(f"flare.{id}", "9 cm", words, (0, 250))
    if levels.above <= FLARE_LONG * flare:
        raise DraftRefused(
            say("panelled_skirt.flare-does-not-open-above", flare=flare, flare_above=levels.above),
            f"flare.{id}",
            "panel.flare_above",
            "flare_above_mm",
        )
    return flare


def _half(
    where: str,
    sized: tuple[tuple[float, float], int],
    flares: list[float],
    levels: _Levels,
    making: Making,
) -> list[Piece]:
    """The panels from the centre to the side; of an odd number the first lies on the fold.
    ``sized``: half a panel at waist and hip, and how many they are."""
    size, count = sized
    first = [None, *flares] if count % 2 else flares
    panels = (
        _panel(
            (f"{_begin(making)}-{where}-{k}", f"Skirt {where}, panel {k}"),
            size,
            (before, after),
            levels,
            making,
            last=k == len(first) - 1,
        )
        for k, (before, after) in enumerate(pairwise(first), 1)
    )
    return [replace(panel, view=View(where)) for panel in panels]


def _shorter(panel: Piece, less: float) -> Piece:
    """A panel whose side ends so much higher at the hem."""
    side, hem = panel.edge("side"), panel.edge("hem")
    *above, low = side.path
    share = 1 - less / length((low,))
    end = tuple(a + share * (b - a) for a, b in zip(low.start, low.end, strict=True))
    corner = (end[0], end[1])
    first, *rest = hem.path
    turned = {
        "side": replace(side, path=(*above, Line(low.start, corner))),
        "hem": replace(hem, path=(replace(first, start=corner), *rest)),
    }
    return replace(panel, edges=tuple(turned.get(own.name, own) for own in panel.edges))


def _begin(making: Making) -> str:
    return "skirt" if making.has_upper else "panel"


def _panel(
    called: tuple[str, str],
    size: tuple[float, float],
    flares: tuple[float | None, float | None],
    levels: _Levels,
    making: Making,
    *,
    last: bool,
) -> Piece:
    """A panel whose inner and outer seam swing out by flares of their own; without an inner one its
    middle lies on the fold."""
    inner, outer = flares
    assert outer is not None, "every panel has a seam"
    (side, hem), waist = _seam(size, outer, levels), size[0]
    rows: list[EdgeRow] = [("waist", line((0.0, 0.0), (0.0, waist)), "waist")]
    cut = Cut(material="main", copies=1, on_fold=True)
    name = "side" if last else "seam"
    low: EdgeRow = ("hem", hem, "curved_hem")
    end: EdgeRow = ("centre", line((levels.hem, 0.0), (0.0, 0.0)), "fold")
    if inner is not None:
        other, other_hem = _seam(size, inner, levels)
        rows = [("waist", line((0.0, -waist), (0.0, waist)), "waist")]
        low = ("hem", (*hem, *backwards(map_path(other_hem, _TURNED))), "curved_hem")
        end = ("other seam", backwards(map_path(other, _TURNED)), "side")
        cut = Cut(material="main", copies=2, pair=True)
    return Piece(
        id=called[0],
        name=called[1],
        role=PieceRole.SKIRT,
        edges=edges(making.allow, *rows, (name, side, "side"), low, end),
        cuts=(cut,),
        points=(
            point("waist", (0.0, waist), "waist and ease by panels"),
            point("hip", (levels.hip, size[1]), "hip and ease by panels"),
            point("flare begins", (levels.begins, size[1]), "above the hem"),
            point("hem, at the seam", side[-1].end, "the flare of this seam further out"),
        ),
    )


def _seam(size: tuple[float, float], flare: float, levels: _Levels) -> tuple[Path, Path]:
    """The outer seam of a panel, and its half of the hem from there to the middle."""
    waist, hip = size
    corner = (levels.begins + swung_down(levels.above, flare), hip + flare)
    side: Path = (
        hip_curve(waist, levels.hip, hip),
        Line((levels.hip, hip), (levels.begins, hip)),
        Line((levels.begins, hip), corner),
    )
    return side, level_hem(corner, (corner[0] - levels.begins, flare), (levels.hem, 0.0))


def _seams(pieces: list[Piece]) -> tuple[Seam, ...]:
    """From panel to panel, and at the sides."""
    found = [
        Seam(name=f"{two.name.lower()} seam", one=(one.id, "seam"), other=(two.id, "other seam"))
        for one, two in pairwise(pieces)
        if has_edge(one, "seam") and has_edge(two, "other seam")
    ]
    front, back = (piece for piece in pieces if has_edge(piece, "side"))
    return (*found, Seam(name="side seam", one=(front.id, "side"), other=(back.id, "side")))


def _zipped(pieces: list[Piece], making: Making) -> list[Piece]:
    """The panels with the end of the zip marked. Raises ``DraftRefused``: there is no seam in the
    centre back."""
    if making.zip_mm is None:
        return pieces
    behind = OPENS_BEHIND in making.needs
    first = next(k for k, piece in enumerate(pieces) if "-back-" in piece.id)
    at = first if behind else len(pieces) - 1
    edge = "other seam" if behind else "side"
    if not has_edge(pieces[at], edge):
        raise DraftRefused(say("builder.panels-no-centre-back"), "back_panels", "closing")
    long = edge_length(pieces[at], edge)
    mark = zip_notch(making, edge, long - making.zip_mm if behind else making.zip_mm)
    if not 0 < making.zip_mm < long:
        raise DraftRefused(say("builder.zip-too-long", down=making.zip_mm, long=long), "zip.below")
    pieces[at] = replace(pieces[at], notches=(*pieces[at].notches, mark))
    return pieces


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    panels = [p for p in pattern.pieces if p.id.startswith(("skirt-", "panel-"))]
    panels = [p for p in panels if has_edge(p, "waist") and not p.id.endswith("lining")]
    times = {p.id: p.cuts[0].copies * (2 if p.cuts[0].on_fold else 1) for p in panels}
    waist = sum(times[p.id] * edge_length(p, "waist") for p in panels)
    hip = sum(
        times[p.id] * (1 if p.cuts[0].on_fold else 2) * at.across_mm
        for p in panels
        for at in p.points
        if at.name == "hip"
    )
    front, back = (piece for piece in panels if has_edge(piece, "side"))
    return (
        alike("Side seam of the skirt", front, back, "side"),
        *(
            alike(f"{two.name} to the one before", one, two, "seam", other_edge="other seam")
            for one, two in pairwise(panels)
            if has_edge(one, "seam") and has_edge(two, "other seam")
        ),
        waist_check(pattern, "the panels together", waist),
        over_body(body, "hip", garment_mm=hip, least_mm=OVER_HIP_MM),
    )


PARTS = (
    Part(
        id="panels-apart",
        slot=Slot.LOWER,
        name=tr("flared panels, front and back by themselves"),
        found_by=tr("flared, swinging"),
        add=_add,
        options=(BELOW_KNEE, *_ASKED),
        required=("waist_to_knee", "hip", "waist_to_hip"),
        needs=frozenset({WAIST_SEAM, ZIP_GOES_ON}),
        checks=_checks,
        against={(Slot.CLOSING, id): say("builder.panels-not-in-front") for id in OPEN_ALL_DOWN},
        traits=frozenset({EQUAL_PANELS}),
        roles=("curved_hem",),
        place=36,
    ),
)
