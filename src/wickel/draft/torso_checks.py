"""The tape checks of every garment on the torso block, read off its pieces, plain or in panels."""

from __future__ import annotations

from dataclasses import replace

from wickel.body import Body
from wickel.draft.checks import STRETCHED, TapeCheck
from wickel.draft.parts import bust_darts, dart_width, drawn_up
from wickel.draft.usual_checks import alike, hem_level, over_body, waist_to_body
from wickel.geometry import crossing, flatten
from wickel.pattern import Pattern, Piece, edge_length, sewn_length
from wickel.wording import say

LEAST_BELOW_WAIST_MM, OVER_HIP_CURVE_MM = 40.0, 25.0
"""Hems nearer to the waist are not measured; what the curve of the side over the hip takes more
than the centre."""


def torso_checks(
    pattern: Pattern, body: Body, ease_mm: float, *, fitted: bool = True, stretch: float = 1.0
) -> list[TapeCheck]:
    """Sides, shoulders, panel seams, waist and bust of a torso whose pieces are ``front`` and
    ``back``, or panels.

    ``fitted``: its waist is drawn to the body's; ``stretch``: it goes over the bust at so many
    times its width.
    """
    by_id = {piece.id: piece for piece in pattern.pieces}
    panels = "front-centre" in by_id
    halves = [_Half(by_id, where, panels=panels) for where in ("front", "back")]
    front, back = halves
    checks = [side_check(front.side, back.side)]
    if panels:
        checks += panel_checks(pattern)
    shoulders = [half.shoulder_mm() for half in halves]
    checks += [
        TapeCheck(
            name="Shoulder",
            one="front",
            one_mm=shoulders[0],
            other="back",
            other_mm=shoulders[1],
            way_out=say("torso_checks.draw-both-shoulders"),
        ),
    ]
    gathered = any(half.drawn_up for half in halves)
    if fitted and not gathered:
        checks.append(
            waist_to_body(body, 2 * (front.waist_mm() + back.waist_mm()), ease_mm, "garment")
        )
    bust = 2 * (front.bust_mm() + back.bust_mm())
    # panels are shaped from the underarm on, and lie closer at the bust point than at the chest
    # line
    least = 0.0 if stretch != 1.0 else min(20.0, ease_mm / 4) if panels else 20.0
    over = over_body(body, "bust", garment_mm=bust * stretch, least_mm=least)
    if stretch != 1.0:
        stretchier = say("usual_checks.stretchier")
        over = replace(over, one=over.one + STRETCHED, stretched=stretch, way_out=stretchier)
    checks.append(over)
    level = None if gathered else _hem_level(front, back)
    return [*checks, level] if level is not None else checks


def panel_checks(pattern: Pattern) -> list[TapeCheck]:
    """Both panels of front and back along their seam."""
    return [
        alike(
            f"{where.capitalize()} panel seam",
            pattern.piece(f"{where}-centre"),
            pattern.piece(f"{where}-side"),
            "panel seam",
        )
        for where in ("front", "back")
    ]


def under_bust_check(pattern: Pattern, body: Body) -> TapeCheck:
    """All panels round the body at the level of the under bust, against the body there."""
    around = 0.0
    for where in ("front", "back"):
        level = pattern.figure(f"under.down.{where}")
        (inner,), (seam, side) = (
            [_across(pattern.piece(id), edge, level) for edge in edges]
            for id, edges in (
                (f"{where}-centre", ("panel seam",)),
                (f"{where}-side", ("panel seam", "side")),
            )
        )
        around += 2 * (inner + side - seam)
    return over_body(body, "under_bust", garment_mm=around, least_mm=0.0)


def _across(piece: Piece, edge: str, level: float) -> float:
    """How far from the centre an edge lies at a level; where it does not reach it, its end."""
    met = crossing(piece.edge(edge).path, 0, level)
    return piece.edge(edge).end[1] if met is None else met[0][-1].end[1]


def _hem_level(*halves: _Half) -> TapeCheck | None:
    """The hem of a garment that reaches below the waist, measured where a half has both its centre
    lines."""
    for half in halves:
        points = {
            point.name: point.down_mm
            for piece in (half.centre, half.side)
            for point in piece.points
        }
        notches = {notch.name: notch.at_mm for notch in half.side.notches}
        if not {"centre waist", "hem at the centre"} <= set(points) or "waist" not in notches:
            continue
        centre = points["hem at the centre"] - points["centre waist"]
        if centre < LEAST_BELOW_WAIST_MM:
            return None
        side = edge_length(half.side, "side") - notches["waist"]
        return hem_level(side, centre, "waist", most_mm=OVER_HIP_CURVE_MM)
    return None


def side_check(front: Piece, back: Piece) -> TapeCheck:
    """The side seams of two pieces, the front's side dart closed."""
    dart = dart_width(front, "side", name="side dart")
    return TapeCheck(
        name="Side, dart closed" if dart else "Side seam",
        one="front less side dart" if dart else "front",
        one_mm=sewn_length(front, "side") - dart,
        other="back",
        other_mm=sewn_length(back, "side"),
        way_out=say("torso_checks.change-side-dart"),
    )


_OPEN_SEAM = 3
"""A panel seam that ends at the waist has at most so many segments."""


class _Half:
    """The pieces of a front or back, and what the tape reads off them. Lengths in mm, a quarter of
    the girth."""

    def __init__(self, by_id: dict[str, Piece], where: str, *, panels: bool) -> None:
        self.panels = panels
        self.centre = by_id[f"{where}-centre" if panels else where]
        self.side = by_id[f"{where}-side" if panels else where]
        ids = (where, f"{where}-centre", f"{where}-side", f"{where}-yoke")
        self.pieces = [by_id[id] for id in ids if id in by_id]

    @property
    def drawn_up(self) -> bool:
        """Whether a side or a panel seam is drawn up, so that its points lie no longer where they
        were drafted."""
        return any(drawn_up(piece) for piece in self.pieces)

    def shoulder_mm(self) -> float:
        return sum(
            sewn_length(piece, "shoulder") - bust_darts(piece, "shoulder")
            for piece in self.pieces
            if any(edge.name == "shoulder" for edge in piece.edges)
        )

    def waist_mm(self) -> float:
        (across,) = (p.across_mm for p in self.side.points if p.name == "side waist")
        # what a centre seam is hollow there
        centres = (e for e in self.centre.edges if e.name == "centre" and len(e.path) > 1)
        across -= sum(max(y for _, y in flatten(edge.path)) for edge in centres)
        if self.panels:
            # from its lower end it runs up to the waist, past the end of what it takes in there
            path = self.side.edge("panel seam").path
            (bust,) = (p.across_mm for p in self.side.points if p.name == "bust point")
            return across - 2 * (path[0 if len(path) <= _OPEN_SEAM else 2].start[1] - bust)
        for mark in self.side.inner_lines:
            if mark.name == "waist dart":
                if len(mark.path) == 2:
                    both = any(own.name == "other waist dart" for own in self.side.inner_lines)
                    darts = dart_width(self.side, "hem", name="waist dart")
                    return across - (darts / 2 if both else darts)
                ends = [segment.start[1] for segment in mark.path]
                return across - (max(ends) - min(ends))
        return across

    def bust_mm(self) -> float:
        if not self.panels:
            ends = [
                end
                for edge in self.side.edges
                if edge.name == "armhole"
                for end in (edge.start, edge.end)
            ]
            underarm = (p.across_mm for p in self.side.points if p.name == "underarm")
            # of a cowl the shoulder lies further out than the underarm
            return max(ends)[1] if ends else next(underarm)
        (bust,) = (p for p in self.side.points if p.name == "bust point")
        met = crossing(self.side.edge("side").path, 0, bust.down_mm)
        side = self.side.edge("side").start if met is None else met[0][-1].end
        return side[1]
