"""The garment as it is seen from the front and from the back: its copies put where they are worn,
all head up.

Halves meet at the centre, legs and skirts hang below, sleeves hang outside, each at the side on
which the edge that goes into the armhole is; collars and bands lie above. Nothing is turned or
bent: a check that is level stays level.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from wickel.geometry import Affine, Point, bounds, flatten, translation
from wickel.job.sewn import Sewn, is_seen, row_bounds, sewn_rows
from wickel.job.work import DraftedGarment
from wickel.lay import WornCopy
from wickel.pattern import COLLARS, EdgeRole, Pattern, Piece, PieceRole, View

VIEWS = (View.FRONT, View.BACK)
_OUTER = (EdgeRole.SIDE, EdgeRole.PANEL)
_ABOVE = (*COLLARS, PieceRole.WAISTBAND)
_BELOW = (PieceRole.SKIRT, PieceRole.TIER, PieceRole.LEG)
_GAP_MM = 12.0


@dataclass(frozen=True, slots=True, kw_only=True)
class Sketch:
    """Copies put together as they are seen, with words for the side they are seen from; its lowest
    point is at y 0."""

    words: str
    copies: tuple[Sewn, ...]


def sketches(drafts: Iterable[DraftedGarment], copies: tuple[WornCopy, ...]) -> tuple[Sketch, ...]:
    """For every garment what is seen from the front and what from the back; what nobody sees is
    left out.

    A garment of panels that are neither of its front nor of its back is unrolled round the body.
    """
    found = []
    for done in drafts:
        own = [copy for copy in copies if copy.piece.partition("/")[0] == done.garment.id]
        views = [
            (view, _sketch(_seen(own, done.pattern, view), done.pattern, view)) for view in VIEWS
        ]
        found += [
            Sketch(words=f"Seen from the {view}", copies=seen) for view, seen in views if seen
        ]
        if not any(seen for _, seen in views):
            found += [
                Sketch(
                    words="Unrolled round the body",
                    copies=tuple(_shifted(row, 0.0, -row_bounds(row).min_y)),
                )
                for row in sewn_rows((done,), tuple(own))[:1]
            ]
    return tuple(found)


def _piece(copy: WornCopy, pattern: Pattern) -> Piece:
    return pattern.piece(copy.piece.partition("/")[2])


def _seen(copies: list[WornCopy], pattern: Pattern, view: View) -> list[WornCopy]:
    """The copies that are seen from one side: its own, sleeves and collars, and of panels that go
    all round half."""
    by_piece: dict[str, list[WornCopy]] = {}
    for copy in copies:
        piece = _piece(copy, pattern)
        if is_seen(piece) and piece.view in (view, View.BOTH):
            by_piece.setdefault(piece.id, []).append(copy)
    seen = []
    for id, own in by_piece.items():
        piece, box = pattern.piece(id), bounds(own[0].net)
        if piece.view is view or piece.role is PieceRole.SLEEVE:
            seen += own
        elif piece.role in _ABOVE and box.width > box.height:
            # a band cut along the cloth goes round the body: it would stand on end here
            seen.append(own[0])
        elif piece.role is PieceRole.SKIRT:
            half = (len(own) + 1) // 2
            seen += own[:half] if view is View.FRONT else own[-half:]
    return seen


def _sketch(seen: list[WornCopy], pattern: Pattern, view: View) -> tuple[Sewn, ...]:
    """One view: bands above, the body row under row, sleeves beside it."""
    rows: dict[str, list[WornCopy]] = {}
    role = {copy: _piece(copy, pattern).role for copy in seen}
    for copy in seen:
        if role[copy] is not PieceRole.SLEEVE and role[copy] not in _ABOVE:
            # panels of one height in the body are one row: a leg or a skirt is one of its own
            rows.setdefault("below" if role[copy] in _BELOW else "body", []).append(copy)
    placed: list[Sewn] = []
    top = 0.0
    for name in ("body", "below"):
        row = _row(rows.get(name, []), pattern)
        if row:
            box = row_bounds(row)
            row = _shifted(row, -(box.min_x + box.max_x) / 2, top - box.max_y)
            top -= box.height + (_GAP_MM if rows.get("below") else 0.0)
            placed += row
    if not placed:
        return ()
    body = row_bounds(placed)
    bands = [copy for copy in seen if role[copy] in _ABOVE]
    high = body.max_y + _GAP_MM
    for copy in reversed(bands):
        own = bounds(copy.net)
        placed.append(
            Sewn(copy=copy, move=translation(-(own.min_x + own.max_x) / 2, high - own.min_y))
        )
        high += own.height + _GAP_MM
    for copy in seen:
        if role[copy] is PieceRole.SLEEVE:
            own = bounds(copy.net)
            left = _hangs_left(copy, view)
            x = body.min_x - _GAP_MM - own.max_x if left else body.max_x + _GAP_MM - own.min_x
            placed.append(Sewn(copy=copy, move=translation(x, body.max_y - own.max_y)))
    foot = row_bounds(placed).min_y
    return tuple(_shifted(placed, 0.0, -foot))


def _row(copies: list[WornCopy], pattern: Pattern) -> list[Sewn]:
    """Copies side by side from left to right, feet level, each against its neighbour."""
    order = sorted(copies, key=lambda copy: _rank(copy, pattern))
    row: list[Sewn] = []
    right = 0.0
    for copy in order:
        box = bounds(copy.net)
        row.append(Sewn(copy=copy, move=translation(right - box.min_x, -box.min_y)))
        right += box.width
    return row


def _rank(copy: WornCopy, pattern: Pattern) -> tuple[int, str]:
    """Where in a row from left to right: outer panels outside, halves with their centre towards the
    middle."""
    piece = _piece(copy, pattern)
    box = bounds(copy.net)
    middle = (box.min_x + box.max_x) / 2
    outer = piece.edges_of(*_OUTER)
    if any(cut.on_fold for cut in piece.cuts) or not outer:
        return (0, piece.id)
    sides, panels = (
        [copy.from_piece.all(flatten(edge.path)) for edge in piece.edges_of(role)]
        for role in _OUTER
    )
    away = _mean_x(sides or panels) - middle
    far = 2 if sides and panels else 1  # a panel between centre and side lies further out
    return (far if away > 0 else -far, piece.id)


def _mean_x(lines: list[tuple[Point, ...]]) -> float:
    xs = [x for line in lines for x, _ in line]
    return sum(xs) / len(xs)


def _hangs_left(sleeve: WornCopy, view: View) -> bool:
    """Whether a sleeve hangs at the left of what is seen: its front, at positive y of its piece, is
    towards it."""
    front_at_right = sleeve.from_piece.direction((0.0, 1.0))[0] > 0
    return front_at_right == (view is View.FRONT)


def _shifted(row: Iterable[Sewn], dx: float, dy: float) -> list[Sewn]:
    by: Affine = translation(dx, dy)
    return [Sewn(copy=sewn.copy, move=by.after(sewn.move)) for sewn in row]
