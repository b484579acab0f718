"""The order of cutting: section after section the large pieces first, ply by ply, slits last.

Pieces that share a place are one cut: the outline that both have in common goes through all their
plies, with the higher neck; then the upper whole is lifted off, and what is lower in either of them
is cut by itself. Worked out from the plies of the lay, never written by hand.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace
from enum import StrEnum

from shapely.geometry import LinearRing, Polygon
from shapely.ops import unary_union

from wickel.cloth import Zone
from wickel.cutting.lay_out import both_or_all, numbers, plies_list
from wickel.cutting.to_cut import ToCut
from wickel.geometry import Outline, area, flatten, outline_of, reflection
from wickel.lay import CutPiece, Lay, Placement, lies_above, lines_off, on_table, sharing, table_map
from wickel.pattern import Layer, LineKind, Piece
from wickel.wording import Sentence, Text, say

DRILLED = (LineKind.DART, LineKind.DRILL, LineKind.PLEAT, LineKind.BONE)
"""Inner lines whose ends are marked through the plies."""


class Do(StrEnum):
    """What is done at one step of cutting."""

    AROUND = "around"
    LIFT = "lift"
    PART = "part"
    LINE = "line"
    MARK = "mark"
    SLIT = "slit"
    LATER = "later"


@dataclass(frozen=True, slots=True, kw_only=True)
class Cut:
    """One step: what is done, with which placements, through which plies of how many, along which
    lines (mm on the table), and how that is said. ``numbers`` are those of the lay-out list;
    ``marks`` what is notched or drilled."""

    do: Do
    placements: tuple[str, ...]
    plies: tuple[int, ...]
    of_plies: int
    words: Sentence
    numbers: tuple[int, ...] = ()
    lines: tuple[Outline, ...] = ()
    marks: tuple[Text, ...] = ()

    @property
    def id(self) -> str:
        """What a step is known by, as long as the lay stays."""
        return f"{self.do.value}:{'+'.join(self.placements)}"


def order_of_cutting(lay: Lay, work: ToCut) -> tuple[Cut, ...]:
    """The steps in which a lay is cut."""
    number = numbers(lay)
    units = sorted(_units(lay), key=lambda unit: (unit[0].section, -_size(unit[0]), unit[0].id))
    now = [unit for unit in units if not work.is_later(lay.piece(unit[0].piece))]
    kept = [unit for unit in units if work.is_later(lay.piece(unit[0].piece))]
    named = {placement.id: _name(placement, lay, number) for placement in lay.placements}
    cuts = (
        *(cut for unit in now for cut in _cuts(unit, lay, work, named)),
        *(cut for unit in now for placement in unit for cut in _slits(placement, lay, work)),
        *(_later(placement, lay) for unit in kept for placement in unit),
    )
    return tuple(
        replace(cut, numbers=tuple(sorted(number[id] for id in cut.placements))) for cut in cuts
    )


def _name(placement: Placement, lay: Lay, number: Mapping[str, int]) -> Text:
    """What a placement is called: its piece, and its number where there are several of that."""
    name = lay.piece(placement.piece).name
    several = sum(other.piece == placement.piece for other in lay.placements) > 1
    return say("order.numbered", piece=name, number=number[placement.id]) if several else name


def _units(lay: Lay) -> Iterator[tuple[Placement, ...]]:
    """The placements that are cut at one go: those that share a place together."""
    pairs = sharing(lay.placements, lay.pieces)
    paired = {placement.id for pair in pairs for placement in pair}
    yield from pairs
    yield from ((placement,) for placement in lay.placements if placement.id not in paired)


def _size(placement: Placement) -> float:
    return round(area(placement.shape.outline), 3)


def _cuts(
    unit: tuple[Placement, ...], lay: Lay, work: ToCut, named: Mapping[str, Text]
) -> Iterator[Cut]:
    zone = lay.zone(unit[0])
    outlines = [on_table(placement, lay.piece(placement.piece)) for placement in unit]
    around = outline_of(unary_union([Polygon(shape.outline) for shape in outlines]))
    plies = tuple(sorted({ply for placement in unit for ply in placement.cut_plies}))
    alone = len(unit) == 1
    yield Cut(
        do=Do.AROUND,
        placements=tuple(placement.id for placement in unit),
        plies=plies,
        of_plies=len(zone.plies),
        lines=(around, *(hole for shape in outlines for hole in shape.holes)),
        words=_around_words(unit, lay, plies, named),
        marks=tuple(_marks(unit[0], lay, work)) if alone else (),
    )
    if alone:
        return
    yield from _parted(unit, lay, around, named)
    for placement in unit:
        marks = tuple(_marks(placement, lay, work))
        if marks:
            yield Cut(
                do=Do.MARK,
                placements=(placement.id,),
                plies=placement.cut_plies,
                of_plies=len(zone.plies),
                marks=marks,
                words=say("order.mark", piece=named[placement.id]),
            )


def _around_words(
    unit: tuple[Placement, ...], lay: Lay, plies: tuple[int, ...], named: Mapping[str, Text]
) -> Sentence:
    """What is cut round, and through which plies."""
    zone = lay.zone(unit[0])
    if len(unit) > 1:
        one, other = (named[placement.id] for placement in unit)
        if len(plies) == len(zone.plies):
            return say("order.both-all", one=one, other=other, count=len(plies))
        return say("order.both-some", one=one, other=other, plies=plies_list(plies))
    name = named[unit[0].id]
    through = through_words(plies, zone)
    fold = say("order.not-the-fold") if unit[0].on_fold else ""
    return say("order.around", piece=name, through=through, fold=fold)


def through_words(plies: tuple[int, ...], zone: Zone) -> Sentence:
    """Through which plies a line is cut, and what is done with the others."""
    stack = zone.from_table_up
    if len(stack) == 1:
        return say("order.one-ply")
    if len(plies) == len(stack):
        return say("order.through", plies=both_or_all(len(stack)))
    if set(plies) == set(stack[-len(plies) :]):
        one = len(plies) == 1
        return say("order.upper-ply") if one else say("order.upper-plies", count=len(plies))
    if set(plies) == set(stack[: len(plies)]):
        one = len(plies) == 1
        return say("order.lower-ply") if one else say("order.lower-plies", count=len(plies))
    return say("order.some-plies", plies=plies_list(plies), count=len(stack))


def _parted(
    unit: tuple[Placement, ...], lay: Lay, around: Outline, named: Mapping[str, Text]
) -> Iterator[Cut]:
    """The wholes of a place parted from each other, and what each has below the common outline."""
    one, other = unit
    zone = lay.zone(one)
    upper, lower = (other, one) if lies_above(one, other, zone) else (one, other)
    nested = _nested(upper, lower, zone)
    yield Cut(
        do=Do.PART if nested else Do.LIFT,
        placements=(upper.id,),
        plies=upper.cut_plies,
        of_plies=len(zone.plies),
        words=say("order.part", upper=named[upper.id], lower=named[lower.id])
        if nested
        else say(
            "order.lift",
            upper=named[upper.id],
            lower=named[lower.id],
            count=len(upper.cut_plies),
        ),
    )
    for placement, lifted in ((lower, False), (upper, True)):
        lines = _own_lines(placement, lay, around)
        if lines:
            yield Cut(
                do=Do.LINE,
                placements=(placement.id,),
                plies=placement.cut_plies,
                of_plies=len(zone.plies),
                lines=lines,
                words=say(
                    "order.line-lifted" if lifted else "order.line",
                    piece=named[placement.id],
                    count=len(placement.cut_plies),
                ),
            )


def _nested(upper: Placement, lower: Placement, zone: Zone) -> bool:
    """Whether the plies of one whole lie between those of the other."""
    rank = {ply: k for k, ply in enumerate(zone.from_table_up)}
    return min(rank[k] for k in upper.cut_plies) < max(rank[k] for k in lower.cut_plies)


def _own_lines(placement: Placement, lay: Lay, around: Outline) -> tuple[Outline, ...]:
    """The lines of a placement that do not run along the outline that is cut round it, in mm on
    the table."""
    own = LinearRing(on_table(placement, lay.piece(placement.piece)).outline)
    return lines_off(own, LinearRing(around))


# --- marks and slits ------------------------------------------------------------------------------


def _marks(placement: Placement, lay: Lay, work: ToCut) -> Iterator[Text]:
    """What is notched and drilled in a piece, in words."""
    found = work.drafted(lay.piece(placement.piece))
    if found is None:
        return
    for edge in found.piece.edges:
        names = [notch.name for notch in found.piece.notches if notch.edge == edge.name]
        if names:
            yield say("order.notches", names=", ".join(names), edge=edge.name)
    names = [line.name for line in found.piece.inner_lines if line.kind in DRILLED]
    if names:
        yield say("order.drilled", names=", ".join(dict.fromkeys(names)))


def _slits(placement: Placement, lay: Lay, work: ToCut) -> Iterator[Cut]:
    """The slits of a piece that is no facing: those are cut when facing and piece are sewn."""
    piece = lay.piece(placement.piece)
    found = work.drafted(piece)
    if found is None or found.piece.layer is Layer.FACING:
        return
    lines = _slit_lines(placement, piece, found.piece)
    if lines:
        faced = any(p.of == found.piece.id for p in found.done.pattern.pieces)
        yield Cut(
            do=Do.SLIT,
            placements=(placement.id,),
            plies=placement.cut_plies,
            of_plies=len(lay.zone(placement).plies),
            lines=lines,
            words=say("order.slit-faced" if faced else "order.slit", piece=piece.name),
        )


def _slit_lines(placement: Placement, piece: CutPiece, drafted: Piece) -> tuple[Outline, ...]:
    """The slits of a placement on the table; of a half that is laid whole on both its sides."""
    there = table_map(placement, piece)
    slits = [flatten(line.path) for line in drafted.inner_lines if line.kind is LineKind.SLIT]
    folds = next((order.fold_edges for order in piece.orders if order.fold_edges), ())
    if folds and not placement.on_fold:
        over = reflection(*folds[0])
        slits += [over.all(line) for line in slits]
    return tuple(dict.fromkeys(there.all(line) for line in slits))


def _later(placement: Placement, lay: Lay) -> Cut:
    """The place of a piece that is cut later: its cloth is cut off whole and kept."""
    piece = lay.piece(placement.piece)
    return Cut(
        do=Do.LATER,
        placements=(placement.id,),
        plies=placement.cut_plies,
        of_plies=len(lay.zone(placement).plies),
        lines=(on_table(placement, piece).outline,),
        words=say("order.later", piece=piece.name),
    )
