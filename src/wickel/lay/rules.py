"""Every rule of the cloth on a lay, as findings in plain words: the exact check and the rules
beside it."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import replace

from shapely import STRtree
from shapely.geometry import LineString, Polygon

from wickel.cloth import Print, Spreading
from wickel.geometry import common_mm2
from wickel.lay.demand import CutPiece, Waived
from wickel.lay.exact import exact_check
from wickel.lay.on_print import UNDER_MM2, print_findings
from wickel.lay.placement import Finding, Lay, Level, Placement
from wickel.lay.pose import flat_copies, on_table, spoilt
from wickel.lay.together import cut_later, lies_above, sharing
from wickel.wording import say

ON_FOLD_MM = 0.1
LEAST_ON_FOLD_MM = 60.0
CREEPING_PLIES = 4
CLOSE_MM = 0.01
UNEVEN_MM = 1.0
_ORDER = (Level.BROKEN, Level.STRAINED, Level.NOTE)


def findings(lay: Lay) -> tuple[Finding, ...]:
    """What is broken, strained or worth knowing about a lay, worst first."""
    found = [
        *exact_check(lay),
        *_opposed(lay),
        *_flaws(lay),
        *_stretch(lay),
        *_lost_in_folds(lay),
        *_creep(lay),
        *_together(lay),
        *_too_close(lay),
        *print_findings(lay),
        *_notes(lay),
    ]
    waived = {piece.id: piece.waive for piece in lay.pieces if piece.waive}
    return tuple(
        sorted(
            (_as_waived(fault, waived) for fault in found),
            key=lambda each: _ORDER.index(each.level),
        )
    )


_WAIVED_BY = {
    **dict.fromkeys(("print", "print-fold", "over-shoulder"), Waived.PRINT),
    **dict.fromkeys(("repeat", "centre", "motif-cut", "border", "border-step"), Waived.MATCH),
    **dict.fromkeys(("grain", "bias", "turn"), Waived.GRAIN),
}
"""What a maker may let be, by the code of its finding; every other broken rule stays broken."""


def _as_waived(finding: Finding, waived: Mapping[str, frozenset[Waived]]) -> Finding:
    """A broken rule as a note where the maker lets it be for one of the pieces that it concerns."""
    wanted = _WAIVED_BY.get(finding.code)
    if finding.level is not Level.BROKEN or wanted is None:
        return finding
    if not any(wanted in waived.get(id, frozenset()) for id in finding.pieces):
        return finding
    return replace(
        finding, level=Level.NOTE, text=say("rules.let-be", finding=finding.text), way_out=""
    )


def _flat_shapes(lay: Lay) -> Iterator[tuple[Placement, CutPiece, Polygon]]:
    """Every copy on the flat cloth, with its placement and piece."""
    for placement in lay.placements:
        piece = lay.piece(placement.piece)
        for copy in flat_copies(placement, piece, lay.zone(placement)):
            yield placement, piece, Polygon(copy.outline, copy.holes)


def _opposed(lay: Lay) -> Iterator[Finding]:
    """A piece in one over the shoulder has one end head down on one-way cloth."""
    if lay.cloth.print_or_assumed is not Print.ONE_WAY:
        return
    for piece in lay.pieces:
        if piece.opposed:
            yield Finding(
                level=Level.BROKEN,
                code="over-shoulder",
                text=say("rules.runs-over-shoulder", piece=piece.name),
                pieces=(piece.id,),
                way_out=say("rules.cut-shoulder-seam"),
            )


def _flaws(lay: Lay) -> Iterator[Finding]:
    """Spoiled places of the cloth that come to lie in a copy, whatever the fold."""
    spots, flaws, cut = spoilt(lay.cloth), len(lay.cloth.flaws), len(lay.cloth.cut_away)
    names = {"cloth": lay.cloth.shown_name}
    for placement, piece, shape in _flat_shapes(lay) if spots else ():
        for number, spot in enumerate(spots, 1):
            if common_mm2(shape, spot) <= UNDER_MM2:
                continue
            code, names["piece"] = "remnant", piece.name
            if number <= flaws:
                code = "flaw"
                text = say("rules.over-flaw", number=number, where=float(spot.bounds[0]), **names)
                way_out = say("rules.off-the-flaw")
            elif number <= flaws + cut:
                text, way_out = say("rules.over-cut-away", **names), say("rules.move-it")
            else:
                text, way_out = say("rules.beyond-remnant", **names), say("rules.larger-cloth")
            ids, at = (piece.id,), (placement.id,)
            yield Finding(
                level=Level.BROKEN, code=code, text=text, way_out=way_out, pieces=ids, placements=at
            )


def _stretch(lay: Lay) -> Iterator[Finding]:
    """On cloth that stretches one way only, that way must run round the body: across the grain
    arrow."""
    along, across = lay.cloth.stretch_along, lay.cloth.stretch_across
    if (along > 0) == (across > 0):
        return
    said: set[str] = set()
    for placement in lay.placements:
        piece = lay.piece(placement.piece)
        turn = math.radians(placement.turn_deg)
        dx, dy = (
            lay.zone(placement)
            .plies[placement.cut_plies[0]]
            .map.direction((math.cos(turn), math.sin(turn)))
        )
        lengthwise = abs(dx) > abs(dy)
        if lengthwise == (across > 0) or piece.id in said or abs(abs(dx) - abs(dy)) < 1e-6:
            continue
        said.add(piece.id)
        yield Finding(
            level=Level.STRAINED,
            code="stretch",
            text=say(
                "rules.stretch-along-body-gives",
                piece=piece.name,
                cloth=lay.cloth.shown_name,
                word="across" if across > 0 else "along",
            ),
            pieces=(piece.id,),
            way_out=say("rules.cut-across-cloth-cloth-stretches"),
        )


def _lost_in_folds(lay: Lay) -> Iterator[Finding]:
    """A straight edge that is meant to be cut lies along a fold: its two halves would hang
    together."""
    for placement in lay.placements:
        piece = lay.piece(placement.piece)
        for fold in lay.zone(placement).folds:
            joined = any(set(pair) <= set(placement.cut_plies) for pair in fold.joins)
            if (placement.on_fold and placement.fold == fold.name) or not joined:
                continue
            edge = LineString((fold.start, fold.end)).buffer(ON_FOLD_MM, cap_style="flat")
            on_it = Polygon(on_table(placement, piece).outline).exterior.intersection(edge).length
            if on_it > LEAST_ON_FOLD_MM:
                yield Finding(
                    level=Level.NOTE,
                    code="edge-on-fold",
                    text=say("rules.lies-edge-fold-slit-fold", piece=piece.name, on_it=on_it),
                    pieces=(piece.id,),
                    way_out=say("rules.move-off-fold-what-closing"),
                )


def _creep(lay: Lay) -> Iterator[Finding]:
    """Four plies and more creep under the shears."""
    deep = {
        lay.piece(p.piece).name: p.piece
        for p in lay.placements
        if len(p.cut_plies) >= CREEPING_PLIES
    }
    if deep:
        yield Finding(
            level=Level.NOTE,
            code="creep",
            text=say("rules.cut-through-four-plies", join=", ".join(deep)),
            pieces=tuple(deep.values()),
            way_out=say("rules.pin-through-all-plies-cut"),
        )


_NO_EDGE_MM = 0.5
"""What is shown as nothing is not said to be cut."""


def _together(lay: Lay) -> Iterator[Finding]:
    """Pieces that share a place: what they have in common is cut through all their plies."""
    for one, other in sharing(lay.placements, lay.pieces):
        names = [lay.piece(placement.piece).name for placement in (one, other)]
        later = math.fsum(LineString(line).length for line in cut_later(one, other, lay.pieces))
        above = lies_above(one, other, lay.zone(one))
        if later < _NO_EDGE_MM:
            code = "rules.cut-together-alike"
        else:
            code = "rules.cut-together-above" if above else "rules.cut-together-below"
        yield Finding(
            level=Level.NOTE,
            code="together",
            text=say("rules.together", one=names[0], other=names[1]),
            pieces=(one.piece, other.piece),
            placements=(one.id, other.id),
            way_out=say(code, one=names[0], other=names[1], later=later),
        )


def _too_close(lay: Lay) -> Iterator[Finding]:
    """Two copies nearer to each other than the room that is kept between pieces."""
    margin = lay.cloth.margin_mm
    if margin <= 0:
        return
    copies = list(_flat_shapes(lay))
    shapes = [shape for *_, shape in copies]
    for a, b in STRtree(shapes).query(shapes, predicate="dwithin", distance=margin - CLOSE_MM).T:
        if a < b:
            (_, one, one_shape), (_, other, other_shape) = copies[a], copies[b]
            apart = one_shape.distance(other_shape)
            yield Finding(
                level=Level.STRAINED,
                code="margin",
                text=say(
                    "rules.too-close", one=one.name, other=other.name, apart=apart, margin=margin
                ),
                pieces=(one.id, other.id),
                way_out=say("rules.move-one-them-cut-less"),
            )


def _notes(lay: Lay) -> Iterator[Finding]:
    if lay.cloth.print is None:
        yield Finding(
            level=Level.NOTE,
            code="print-assumed",
            text=say("rules.does-not-say", cloth=lay.cloth.shown_name),
            way_out=say("rules.say-so-cloth-if-pieces"),
        )
    if lay.cloth.unheeded:
        kept = ", ".join(key.removesuffix("_mm") for key in lay.cloth.unheeded)
        yield Finding(
            level=Level.STRAINED,
            code="unheeded",
            text=say("rules.written-way-this-lay", cloth=lay.cloth.shown_name, kept=kept),
            way_out=say("rules.say-card-cloth-check-pieces"),
        )
    if len(lay.way.sections) > len(lay.spread.sections):
        yield Finding(
            level=Level.NOTE,
            code="section-unused",
            text=say(
                "rules.only-another-section-not-needed",
                name=Spreading(lay.spread.sections[0].way).name.lower(),
            ),
            way_out="",
        )
    low, high = lay.cloth.selvages_mm
    if abs(low - high) > UNEVEN_MM and any(
        zone.folds for section in lay.spread.sections for zone in section.zones
    ):
        yield Finding(
            level=Level.NOTE,
            code="selvages",
            text=say("rules.unlike-selvages", cloth=lay.cloth.shown_name, low=low, high=high),
            way_out=say("rules.fold-inner-edges-selvages"),
        )
