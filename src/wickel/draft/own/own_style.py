"""A style that a maker writes: pieces as rows of points with formulas, drafted like any other
style.

Each row is a point, down and across by formula, and how the line runs on to the next. Rows that
follow each other with one edge name make one edge. Edges of different pieces with one name are sewn
together.
"""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache

import shapely

from wickel.body import CHARTS, MEASUREMENTS, Body
from wickel.draft.allowances import ROLES, Allowances
from wickel.draft.chalk import chalk_list
from wickel.draft.checks import TapeCheck
from wickel.draft.drafting import draft
from wickel.draft.formulas import BadFormula, Formulas, names_in
from wickel.draft.operations import as_house_named, checks_after
from wickel.draft.own.drawn import ALLOWANCES, drawn_pieces, role_of
from wickel.draft.parts import edges, point
from wickel.draft.style import (
    DraftRefused,
    LengthOption,
    Options,
    OptionValue,
    Style,
    lengths,
    tape_checks,
)
from wickel.draft.usual_checks import alike
from wickel.geometry import BadOutline, Cubic, Line, Path, Point, Segment, simple_outline, smooth
from wickel.pattern import (
    Cut,
    Edge,
    EdgeKind,
    Pattern,
    Piece,
    Seam,
    Wider,
    edge_length,
    net_line,
    with_guessed_roles,
)
from wickel.wording import Sentence, say, words_of

LINES: Mapping[str, str] = {
    "straight": "straight",
    "curve": "curve through the points",
    "across-down": "round: across, then down or up",
    "down-across": "round: down or up, then across",
}
OWN_ROLES: Mapping[str, str] = {**ROLES, "fold": "On the fold"}
MOST_PIECES, MOST_POINTS = 40, 200
_ROUND = 0.55


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnPoint:
    """A point by formulas, how the line runs on to the next (``LINES``), and the edge and allowance
    there.

    ``allowance_mm`` is the allowance of the edge where it is not that of its kind (``role``).
    """

    name: str
    down: str
    across: str
    then: str = "straight"
    edge: str = "side"
    role: str = "side"
    allowance_mm: float | None = None


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnPiece:
    """A piece: its points round the net line, and what to cut. ``grain_deg`` as everywhere in the
    piece frame."""

    id: str
    name: str
    points: tuple[OwnPoint, ...]
    copies: int = 2
    pair: bool = True
    material: str = "main"
    grain_deg: float = 0.0


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnOption:
    """A length that the style asks for, used in its formulas by ``id``."""

    id: str
    question: str
    default_mm: float


@dataclass(frozen=True, slots=True, kw_only=True)
class OwnStyle:
    """A whole style of the studio.

    One that was rewritten from a style of the ``house`` is checked by that style's checks too, with
    the answers to its questions as they were. Beside pieces that are written as rows of points it
    may have some that are there as they were ``drawn``, in one size.
    """

    id: str
    name: str
    pieces: tuple[OwnPiece, ...]
    options: tuple[OwnOption, ...] = ()
    house: str = ""
    house_options: tuple[tuple[str, OptionValue], ...] = ()
    drawn: tuple[Piece, ...] = ()


def _formulas(own_style: OwnStyle) -> list[str]:
    return [
        text
        for piece in own_style.pieces
        for row in piece.points
        for text in (row.down, row.across)
    ]


@lru_cache(maxsize=64)
def style_of(own_style: OwnStyle) -> Style:
    """The style that a maker wrote, to be drafted like any other. What it needs measured follows
    from its formulas.

    A formula that cannot be read is found out when it is drafted, so that it can be mended.
    """
    named: set[str] = set()
    for text in _formulas(own_style):
        try:
            named |= names_in(text)
        except BadFormula:
            continue
    options = tuple(
        LengthOption(id=o.id, question=o.question, default=o.default_mm, least=-2000, most=5000)
        for o in own_style.options
    )
    roles = _roles(own_style)
    return Style(
        id=own_style.id,
        name=own_style.name,
        summary="Written in this studio, point by point."
        if own_style.pieces
        else "Drawn elsewhere, in one size.",
        charts=tuple(CHARTS),
        required=tuple(id for id in MEASUREMENTS if id in named),
        options=(*options, *((ALLOWANCES,) if own_style.drawn else ())),
        one_size=bool(own_style.drawn) and not own_style.pieces,
        materials=_materials(own_style),
        roles=tuple(role for role in ROLES if role in roles),
        drafted=lambda body, values, allow: _drafted(own_style, body, values, allow),
        checked=lambda pattern, body, _: (
            *_checked(pattern),
            *_checked_as_house(own_style, pattern, body),
        ),
    )


def _roles(own_style: OwnStyle) -> set[str]:
    """The kinds of edge that its pieces have, but for folds."""
    written = {row.role for piece in own_style.pieces for row in piece.points}
    drawn = {role_of(edge) for piece in own_style.drawn for edge in piece.edges}
    return (written | drawn) - {"fold"}


def _materials(own_style: OwnStyle) -> tuple[str, ...]:
    """What its pieces are cut from."""
    written = [piece.material for piece in own_style.pieces]
    drawn = [cut.material for piece in own_style.drawn for cut in piece.cuts]
    return tuple(dict.fromkeys((*written, *drawn))) or ("main",)


def own_points(own_piece: OwnPiece, formulas: Formulas) -> tuple[Point, ...]:
    """Where the points of a piece lie.

    Raises:
        DraftRefused: a formula gives no length; names piece, point and formula.
    """
    found = []
    for number, row in enumerate(own_piece.points, 1):
        place = []
        for axis, text in (("down", row.down), ("across", row.across)):
            try:
                place.append(formulas.length(text))
            except BadFormula as reason:
                raise DraftRefused(
                    say(
                        "own_style.point",
                        own=own_piece.name,
                        number=number,
                        row=row.name,
                        axis=axis,
                        reason=words_of(reason),
                    ),
                    own_piece.id,
                ) from None
        found.append((place[0], place[1]))
    return tuple(found)


def _drafted(own_style: OwnStyle, body: Body, options: Options, allow: Allowances) -> Pattern:
    formulas = Formulas({**body.measurements_mm, **lengths(options)})
    pieces = tuple(_piece(piece, formulas, allow) for piece in own_style.pieces)
    drawn = drawn_pieces(own_style.drawn, allow, options)
    if not (pieces or drawn):
        raise DraftRefused(say("own_style.no-piece-yet-add", own=own_style.name), own_style.id)
    seams: list[Seam] = []
    for k, one in enumerate(pieces):
        for other in pieces[k + 1 :]:
            seams += [
                Seam(name=edge.name, one=(one.id, edge.name), other=(other.id, edge.name))
                for edge in one.edges
                if edge.kind is EdgeKind.SEAM and any(e.name == edge.name for e in other.edges)
            ]
    return Pattern(style=own_style.id, pieces=(*pieces, *drawn), seams=tuple(seams))


def _piece(own_piece: OwnPiece, formulas: Formulas, allow: Allowances) -> Piece:
    if len(own_piece.points) < 3:
        raise DraftRefused(
            say(
                "own_style.points-piece-needs-three",
                own=own_piece.name,
                points=len(own_piece.points),
            ),
            own_piece.id,
        )
    places = own_points(own_piece, formulas)
    _check_apart(own_piece, places)
    rows = _edge_rows(own_piece, _segments(own_piece, places))
    folded = any(role == "fold" for _, _, role in rows)
    allowances = {
        row.edge: row.allowance_mm for row in own_piece.points if row.allowance_mm is not None
    }
    made = Piece(
        id=own_piece.id,
        name=own_piece.name,
        edges=tuple(
            edge
            if edge.kind is EdgeKind.FOLD
            else replace(edge, allowance_mm=allowances.get(edge.name, edge.allowance_mm))
            for edge in edges(allow, *rows)
        ),
        cuts=(
            Cut(
                material=own_piece.material,
                copies=own_piece.copies,
                pair=own_piece.pair and not folded and own_piece.copies % 2 == 0,
                on_fold=folded,
            ),
        ),
        grain_deg=own_piece.grain_deg,
        points=tuple(
            point(row.name, at, f"down {row.down}, across {row.across}")
            for row, at in zip(own_piece.points, places, strict=True)
        ),
    )
    try:
        simple_outline(net_line(made))
    except BadOutline as reason:
        raise DraftRefused(
            say("own_style.look-order-points", own=own_piece.name, reason=words_of(reason)),
            own_piece.id,
        ) from None
    return with_guessed_roles(made)


def _check_apart(own_piece: OwnPiece, places: Sequence[Point]) -> None:
    """Raises ``DraftRefused`` when a point lies on the next one."""
    for k, (here, there) in enumerate(zip(places, (*places[1:], places[0]), strict=True)):
        if math.dist(here, there) < 0.01:
            name = own_piece.points[k].name
            raise DraftRefused(
                say("own_style.point-lies-next-one-move", own=own_piece.name, k=k + 1, name=name),
                own_piece.id,
            )


def _edge_rows(own_piece: OwnPiece, segments: Sequence[Segment]) -> list[tuple[str, Path, str]]:
    """The edges of a piece, each with its name, path and role; one may run over the first point.

    Raises:
        DraftRefused: two edges have one name, or a fold is not straight.
    """
    rows: list[tuple[str, Path, str]] = []
    for row, segment in zip(own_piece.points, segments, strict=True):
        if rows and rows[-1][0] == row.edge:
            rows[-1] = (row.edge, (*rows[-1][1], segment), rows[-1][2])
        else:
            rows.append((row.edge, (segment,), row.role))
    if len(rows) > 1 and rows[0][0] == rows[-1][0]:
        rows = [(rows[0][0], (*rows[-1][1], *rows[0][1]), rows[0][2]), *rows[1:-1]]
    names = [name for name, _, _ in rows]
    doubled = next((name for name in names if names.count(name) > 1), None)
    if doubled is not None:
        raise DraftRefused(
            say("own_style.two-edges-called-give-each", own=own_piece.name, doubled=doubled),
            own_piece.id,
        )
    for _, path, role in rows:
        if role == "fold" and any(isinstance(segment, Cubic) for segment in path):
            raise DraftRefused(
                say("own_style.edge-fold-must-straight", own=own_piece.name), own_piece.id
            )
    return rows


def _segments(own_piece: OwnPiece, places: tuple[Point, ...]) -> list[Segment]:
    """The lines between the points; curves run smoothly through points that follow each other."""
    count = len(places)
    made: list[Segment] = []
    for k, row in enumerate(own_piece.points):
        here, there = places[k], places[(k + 1) % count]
        if row.then == "across-down":
            corner = (here[0], there[1])
            made.append(smooth(here, corner, corner, there, _ROUND))
        elif row.then == "down-across":
            corner = (there[0], here[1])
            made.append(smooth(here, corner, corner, there, _ROUND))
        elif row.then == "curve":
            before = places[k - 1] if own_piece.points[k - 1].then == "curve" else here
            after = (
                places[(k + 2) % count]
                if own_piece.points[(k + 1) % count].then == "curve"
                else there
            )
            made.append(_through(before, here, there, after))
        else:
            made.append(Line(here, there))
    return made


def _through(before: Point, here: Point, there: Point, after: Point) -> Cubic:
    """A stretch of a Catmull–Rom curve: at each point it runs parallel to the line between its
    neighbours."""
    return Cubic(
        here,
        (here[0] + (there[0] - before[0]) / 6, here[1] + (there[1] - before[1]) / 6),
        (there[0] - (after[0] - here[0]) / 6, there[1] - (after[1] - here[1]) / 6),
        there,
    )


def _checked_as_house(own_style: OwnStyle, pattern: Pattern, body: Body) -> tuple[TapeCheck, ...]:
    """The checks of the house style that this one was rewritten from, measured on these pieces."""
    from wickel.draft.styles import (
        STYLES,
    )  # every style of the house: this module is read before them

    style = STYLES.get(own_style.house)
    if style is None:
        return ()
    options = {
        id: value
        for id, value in own_style.house_options
        if any(option.id == id for option in style.options)
    }
    try:
        house = draft(style, body, options, Allowances())
        first = tape_checks(style, house, body, options)
    except (
        DraftRefused
    ):  # of a body for which the house cannot draft it there is nothing to look for
        return ()
    names = {seam.name: seam for seam in house.seams}
    seen = as_house_named(
        house,
        replace(pattern, pieces=tuple(_house_named(piece, names) for piece in pattern.pieces)),
    )
    return checks_after(lambda pieces: tape_checks(style, pieces, body, options), first, seen)


def _house_named(piece: Piece, seams: Mapping[str, Seam]) -> Piece:
    """A piece with its edges called as the house calls them, as far as they still have the names of
    the rewriting."""

    def name(edge: str) -> str:
        seam = seams.get(edge)
        ends = () if seam is None else (seam.one, seam.other)
        return next((own for id, own in ends if id == piece.id), edge.removeprefix(f"{piece.id} "))

    named = [name(edge.name) for edge in piece.edges]
    if len(set(named)) != len(named):
        return piece
    return replace(
        piece,
        edges=tuple(replace(edge, name=own) for edge, own in zip(piece.edges, named, strict=True)),
        notches=tuple(replace(notch, edge=name(notch.edge)) for notch in piece.notches),
    )


def _checked(pattern: Pattern) -> tuple[TapeCheck, ...]:
    """Every pair of edges with one name."""
    return tuple(
        alike(
            seam.name.capitalize(),
            pattern.piece(seam.one[0]),
            pattern.piece(seam.other[0]),
            seam.one[1],
            other_edge=seam.other[1],
            way_out="Change a formula, or give one of the edges another name.",
        )
        for seam in pattern.seams
    )


def own_from_pattern(
    id: str,
    name: str,
    pattern: Pattern,
    allow: Allowances | None = None,
    options: Options | None = None,
) -> OwnStyle:
    """A drafted pattern as a style to be rewritten: its chalk lists with plain lengths in place of
    formulas.

    An edge whose allowance is not what ``allow`` has for its kind keeps it. The checks of the style
    it was drafted in are kept, with its ``options``. Edges that are sewn together and equally long
    get one name, so that they are checked against each other as before. Curves go through the
    points in between, so that they keep their shape within what chalk draws.
    """
    names = {
        (piece.id, edge.name): f"{piece.id} {edge.name}"
        for piece in pattern.pieces
        for edge in piece.edges
    }
    for seam in pattern.seams:
        one, other = (
            edge_length(pattern.piece(piece), edge) for piece, edge in (seam.one, seam.other)
        )
        untouched = all(names[end] == f"{end[0]} {end[1]}" for end in (seam.one, seam.other))
        if abs(one - other) < 1.0 and untouched and seam.one[0] != seam.other[0]:
            names[seam.one] = names[seam.other] = seam.name
    return OwnStyle(
        id=id,
        name=name,
        pieces=tuple(
            _own_from_piece(piece, names, allow or Allowances()) for piece in pattern.pieces
        ),
        house=pattern.style,
        house_options=tuple(sorted((options or {}).items())),
    )


def lost_in_rewriting(
    pattern: Pattern, own_style: OwnStyle, body: Body, allow: Allowances
) -> tuple[Sentence, ...]:
    """What a pattern has that it will not have any more once it is rewritten, each as a sentence
    without its stop.

    Raises:
        DraftRefused: the rewritten style cannot be drafted.
    """
    after = draft(style_of(own_style), body, {}, allow)
    found = [lost for piece in pattern.pieces for lost in _lost_of(piece, after.piece(piece.id))]
    return tuple(found)


def _lost_of(piece: Piece, now: Piece) -> Iterator[Sentence]:
    """What a piece has that it has not any more when it is rewritten."""
    marks = ", ".join(dict.fromkeys(mark.name for mark in piece.inner_lines))
    if marks:
        yield say("own_style.lines-gone", piece=piece.name, lines=marks)
    if len(piece.notches) == 1:
        yield say("own_style.one-notch-gone", piece=piece.name)
    elif piece.notches:
        yield say("own_style.notches-gone", piece=piece.name, count=len(piece.notches))
    gathered = ", ".join(edge.name for edge in piece.edges if edge.comes_back_to_mm is not None)
    if gathered:
        yield say("own_style.gathers-gone", piece=piece.name, edges=gathered)
    if len(piece.cuts) > 1:
        kept, *others = (cut.material for cut in piece.cuts)
        more = ", ".join(others)
        yield say("own_style.materials-gone", piece=piece.name, kept=kept, more=more)
    if [_allowed(edge) for edge in now.edges] != [_allowed(edge) for edge in piece.edges]:
        yield say("own_style.allowance-changes", piece=piece.name)
    off = shapely.hausdorff_distance(
        shapely.LinearRing(net_line(piece)), shapely.LinearRing(net_line(now))
    )
    if off > _SEEN_MM:
        yield say("own_style.line-moves", piece=piece.name, off=float(math.ceil(off)))


def _allowed(edge: Edge) -> tuple[float, Wider | None]:
    return edge.allowance_mm, edge.wider


_SEEN_MM = 0.5
"""A line that moves by less is drawn over by the chalk."""


def _own_from_piece(
    piece: Piece, names: Mapping[tuple[str, str], str], allow: Allowances
) -> OwnPiece:
    roles = {edge.name: role_of(edge) for edge in piece.edges}
    allowances = {edge.name: edge.allowance_mm for edge in piece.edges}
    rows: list[OwnPoint] = []
    for row in chalk_list(piece, every_line=True):
        if row.number and not row.then:
            continue  # a point marked on a line, not a corner
        edge, role = row.edge, roles[row.edge]
        rows.append(
            OwnPoint(
                name=row.name if row.number else f"{edge} curve",
                down=f"{row.down_mm / 10:.2f} cm",
                across=f"{row.across_mm / 10:.2f} cm",
                then=row.then,
                edge=names[piece.id, edge],
                role=role,
                allowance_mm=None
                if role == "fold" or abs(allow[role] - allowances[edge]) < 1e-9
                else allowances[edge],
            )
        )
    cut = piece.cuts[0]
    return OwnPiece(
        id=piece.id,
        name=piece.name,
        points=tuple(_with_corners(rows)),
        copies=cut.copies,
        pair=cut.pair,
        material=cut.material,
        grain_deg=piece.grain_deg,
    )


def _with_corners(rows: list[OwnPoint]) -> Iterator[OwnPoint]:
    """The rows with a straight last stretch before a corner between two edges, which a curve would
    round off."""
    for row, following in zip(rows, [*rows[1:], rows[0]], strict=True):
        meets = row.then == following.then == "curve" and row.edge != following.edge
        yield replace(row, then="straight") if meets else row


def blank_style(id: str, name: str) -> OwnStyle:
    """A style to begin with: one straight panel on the fold, from the waist to the knee."""
    across = "hip/4 + 2 cm"
    rows = (
        OwnPoint(name="waist at the centre", down="0", across="0", edge="waist", role="waist"),
        OwnPoint(name="waist at the side", down="0", across=across, edge="side", role="side"),
        OwnPoint(
            name="hem at the side", down="waist_to_knee", across=across, edge="hem", role="hem"
        ),
        OwnPoint(
            name="hem at the centre", down="waist_to_knee", across="0", edge="centre", role="fold"
        ),
    )
    return OwnStyle(
        id=id,
        name=name,
        pieces=(OwnPiece(id="piece-1", name="Piece 1", points=rows, copies=1, pair=False),),
    )
