"""The lay-out list: where each piece lies, in the order in which the pieces are put down.

A place is two points, the ends of the piece's grain line as it is drawn on the paper pattern: how
far each is from the start of its section, and from the edge of the table beside it, a fold or a
selvage. With the turn, the side that is up and the plies they say all that a lay knows of it.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from wickel.cloth import Section, Zone
from wickel.cutting.to_cut import ToCut
from wickel.drawing import copies_text, grain_line
from wickel.geometry import Point, bounds
from wickel.lay import Lay, Placement, table_map
from wickel.wording import Sentence, say

_SAME_DEG = 1e-6


class From(StrEnum):
    """The edge of the table from which is measured across."""

    FOLD = "fold"
    SELVAGE = "selvage"
    FAR_FOLD = "far-fold"


@dataclass(frozen=True, slots=True, kw_only=True)
class Laid:
    """Where one piece lies. ``head`` and ``tail`` are the ends of its grain line: from the start of
    the section, and across from the edge that ``across`` names; mm.

    ``plies`` are those it is cut from, of ``of_plies``; ``copies`` says in words which copies of
    the piece come out.
    """

    number: int
    placement: str
    name: str
    mark: str
    size: str
    copies: str
    section: int
    across: From
    head: Point
    tail: Point
    turn_deg: float
    turned_over: bool
    plies: tuple[int, ...]
    of_plies: int
    fold: str

    @property
    def called(self) -> str:
        """Its name, with the initials of its garment where there are several."""
        return f"{self.name} · {self.mark}" if self.mark else self.name

    @property
    def head_words(self) -> Sentence:
        """Which way its head lies."""
        return head_words(self.turn_deg)

    @property
    def plies_words(self) -> Sentence:
        """From which plies it is cut."""
        return plies_words(self.plies, self.of_plies)

    @property
    def side_words(self) -> Sentence:
        """Which side of the paper pattern is up."""
        return say("lay_out.turned-over" if self.turned_over else "lay_out.as-drawn")


def laid_rows(lay: Lay, work: ToCut) -> tuple[Laid, ...]:
    """Every piece of a lay: section after section, from the start on, and from the near edge."""
    marks = work.marks(lay)
    return tuple(
        _laid(number, placement, lay, marks[lay.piece(placement.piece).garment])
        for number, placement in enumerate(_in_order(lay), start=1)
    )


def numbers(lay: Lay) -> dict[str, int]:
    """The number of every placement on the lay-out list, by its id."""
    return {placement.id: number for number, placement in enumerate(_in_order(lay), start=1)}


def _in_order(lay: Lay) -> list[Placement]:
    return sorted(lay.placements, key=lambda placement: _first_reached(placement, lay))


def _first_reached(placement: Placement, lay: Lay) -> tuple[int, float, float, str]:
    there = table_map(placement, lay.piece(placement.piece)).all(placement.shape.outline)
    box = bounds(there)
    return (placement.section, round(box.min_x, 1), round(box.min_y, 1), placement.id)


def _laid(number: int, placement: Placement, lay: Lay, mark: str) -> Laid:
    piece, zone = lay.piece(placement.piece), lay.zone(placement)
    section = lay.spread.sections[placement.section]
    across = measured_from(zone)
    head, tail = (
        as_measured(point, section, zone)
        for point in table_map(placement, piece).all(grain_line(piece.cut_line, piece.grain_deg))
    )
    return Laid(
        number=number,
        placement=placement.id,
        name=piece.name,
        mark=mark,
        size=piece.size,
        copies=copies_text(placement, lay),
        section=placement.section,
        across=across,
        head=head,
        tail=tail,
        turn_deg=placement.turn_deg % 360.0,
        turned_over=placement.mirrored,
        plies=placement.cut_plies,
        of_plies=len(zone.plies),
        fold=placement.fold if placement.on_fold else "",
    )


def measured_from(zone: Zone) -> From:
    """The edge from which is measured across in a zone: its fold along the table, the near one
    before the far one, else the near edge of the table."""
    names = {fold.name for fold in zone.folds}
    if "low" in names:
        return From.FOLD
    if "high" in names:
        return From.FAR_FOLD
    return From.SELVAGE


def near_edge(section: Section) -> From:
    """What the near edge of the table is in a section, from which its first zone is measured."""
    return measured_from(section.zones[0])


def as_measured(point: Point, section: Section, zone: Zone) -> Point:
    """A point of the table as a maker measures it: from the start of its section, and across from
    the edge of ``measured_from``; in a zone without a fold from the near edge of the table."""
    x, y = point
    if measured_from(zone) is From.FAR_FOLD:
        return (x - section.x_mm, max(b for _, b in zone.outline) - y)
    return (x - section.x_mm, y)


def on_table_again(measured: Point, section: Section, zone: Zone) -> Point:
    """The point of the table that was measured so: ``as_measured`` back."""
    x, y = measured
    if measured_from(zone) is From.FAR_FOLD:
        return (x + section.x_mm, max(b for _, b in zone.outline) - y)
    return (x + section.x_mm, y)


def edge_words(across: From, section: Section) -> Sentence:
    """What is measured from across, in words; beside a near fold all is measured from that."""
    if across is From.SELVAGE and near_edge(section) is From.FOLD:
        return say("lay_out.from-fold")
    return say(_FROM[across])


_FROM = {
    From.FOLD: "lay_out.from-fold",
    From.SELVAGE: "lay_out.from-selvage",
    From.FAR_FOLD: "lay_out.from-far-fold",
}


_HEADS = {
    0.0: "lay_out.head-start",
    90.0: "lay_out.head-near",
    180.0: "lay_out.head-end",
    270.0: "lay_out.head-far",
}


def head_words(turn_deg: float) -> Sentence:
    """Which way a head lies at a turn of the grain arrow: at 0 the arrow, from head to hem, runs
    from the start on."""
    for turn, code in _HEADS.items():
        if abs((turn_deg - turn + 180.0) % 360.0 - 180.0) < _SAME_DEG:
            return say(code)
    return say("lay_out.head-turned", deg=turn_deg % 360.0)


def plies_words(plies: tuple[int, ...], of_plies: int) -> Sentence:
    """From which plies something is cut; plies are counted from 1 in words."""
    if of_plies == 1:
        return say("lay_out.one-ply")
    if len(plies) == of_plies:
        return both_or_all(of_plies)
    return say("lay_out.some-plies", plies=plies_list(plies), count=of_plies)


def both_or_all(count: int) -> Sentence:
    """All of several plies."""
    return say("lay_out.both-plies") if count == 2 else say("lay_out.all-plies", count=count)


def plies_list(plies: tuple[int, ...]) -> Sentence | str:
    """The numbers of plies, counted from 1."""
    numbers = [str(ply + 1) for ply in sorted(plies)]
    if len(numbers) == 1:
        return numbers[0]
    return say("lay_out.and", some=", ".join(numbers[:-1]), last=numbers[-1])
