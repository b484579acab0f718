"""The ways compared: every way gets a quick lay, then the time goes where it pays.

Ways whose least possible length is more than a lay already found are set aside with that bound, and
those whose own lay is no longer than it; of the others the shorter half, three at the least, goes
on with three times the effort, until the effort is spent.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass, replace

from wickel.cloth import BadWay, Cloth
from wickel.lay.demand import CutPiece
from wickel.lay.kept import KeptLay
from wickel.lay.make import Wanted, begun
from wickel.lay.nest import ORDERS, Stopped
from wickel.lay.parts import LayRefused, LayStopped
from wickel.lay.placement import Lay, better, rank
from wickel.lay.searching import PLANNING, Laying, LayReport, ticking
from wickel.lay.settings import Search
from wickel.wording import Text, words_of

QUICK = ORDERS + 20
LEAST_KEPT = 3
_TIMES = 3
_SAME_MM = 0.1


@dataclass(frozen=True, slots=True, kw_only=True)
class WayFound:
    """What is known of one way: its best lay, or why it has none; ``least_mm`` is below every lay
    of it.

    One ``set_aside`` was not searched further, since its ``least_mm`` is more than another way's
    lay, or its own lay is as short as that.
    """

    way: str
    lay: Lay | None = None
    refusal: Text = ""
    least_mm: float = 0.0
    set_aside: bool = False


def shortest(found: Iterable[WayFound]) -> Lay | None:
    """The shortest lay of some ways, complete ones before others; None when none of them has
    one."""
    return min((answer.lay for answer in found if answer.lay is not None), key=rank, default=None)


def at_its_least(lay: Lay, least_mm: float) -> bool:
    """Whether a lay is as short as any lay of its way can be."""
    return lay.complete and lay.lay_length_mm <= least_mm + _SAME_MM


Found = Callable[[WayFound], None]
"""Called with every better lay, every refusal, and when a way is set aside."""


def lay_ways(
    pieces: tuple[CutPiece, ...],
    cloth: Cloth,
    ways: Iterable[str],
    *,
    search: Search = Search(),
    report: LayReport | None = None,
    like: KeptLay | None = None,
) -> tuple[WayFound, ...]:
    """Lay one cloth in several ways, all within the same effort for the best of them; in the order
    of ``ways``.

    ``like`` is a lay of pieces much alike: in its way it is tried too. Stopped by ``report``, what
    has been found so far is returned.
    """
    return Comparison(pieces, cloth, search, report=report, like=like).run(ways)


class Comparison:
    """The searches of several ways, and what they have found; every finding is told of by
    ``found``."""

    def __init__(
        self,
        pieces: tuple[CutPiece, ...],
        cloth: Cloth,
        search: Search,
        *,
        report: LayReport | None = None,
        found: Found = lambda _: None,
        like: KeptLay | None = None,
    ) -> None:
        self.known: dict[str, WayFound] = {}
        self.in_hand = ""
        self.stopped = False
        self._made_of = (pieces, cloth, search)
        self._report, self._found, self._like = report, found, like
        self._layings: dict[str, Laying] = {}

    def run(self, ways: Iterable[str]) -> tuple[WayFound, ...]:
        """Search until the effort is spent or the report stops it; what was found, in the order of
        ``ways``.

        The first of the ways is the one the maker has in hand: it is searched to the end whatever
        the others give.
        """
        effort = self._made_of[2].effort
        for way in ways:
            if not self.stopped:
                self._begin(way, min(QUICK, effort))
        spent = steps = min(QUICK, effort)
        while not self.stopped and spent < effort:
            running = self._running()
            if not running:
                break
            steps = min(steps * _TIMES, effort - spent)
            spent += steps
            kept = running[: max(LEAST_KEPT, (len(running) + 1) // 2)]
            for way in dict.fromkeys((*(way for way in running if way == self.in_hand), *kept)):
                if not self.stopped:
                    self._go_on(way, steps)
        return tuple(self.known.values())

    def _begin(self, way: str, steps: int) -> None:
        """A first lay of a way; of one that cannot be the shortest a single order, to have
        something to see."""
        pieces, cloth, search = self._made_of
        self.in_hand = self.in_hand or way
        try:
            like = () if self._like is None or self._like.way != way else self._like.placements
            self._layings[way] = begun(
                pieces,
                cloth,
                way,
                search,
                Wanted(alone=True, like=like),
                ticking(None if self._report is None else self._heard),
            )
            beaten = way != self.in_hand and self._layings[way].least_mm > self._shortest()
            self._go_on(way, 1 if beaten else steps)
            if beaten:
                self._set_aside(way)
        except LayStopped:
            self.stopped = True
        except (LayRefused, BadWay) as reason:
            self.known[way] = WayFound(way=way, refusal=words_of(reason))
            self._found(self.known[way])

    def _running(self) -> list[str]:
        """The ways that may still turn out the shortest, the shortest first."""
        shortest = self._shortest()
        ranked, beaten = [], []
        for way, own in self.known.items():
            if own.lay is not None and (
                at_its_least(own.lay, own.least_mm)
                or (own.least_mm > shortest and way != self.in_hand)
            ):
                beaten.append(way)
            elif own.lay is not None:
                ranked.append((rank(own.lay), way))
        for way in beaten:
            self._set_aside(way)
        return [way for _, way in sorted(ranked)]

    def _set_aside(self, way: str) -> None:
        if not self.known[way].set_aside:
            self.known[way] = replace(self.known[way], set_aside=True)
            self._found(self.known[way])

    def _go_on(self, way: str, steps: int) -> None:
        """Search one way for so many steps more."""
        lay = self._layings[way].go_on(steps, self._heard)
        before = self.known.get(way)
        if before is None or before.lay is None or better(lay, before.lay):
            self.known[way] = WayFound(way=way, lay=lay, least_mm=self._layings[way].least_mm)
            self._found(self.known[way])

    def _heard(self, progress: float, best: Callable[[], Lay] | None) -> None:
        known = next((own.lay for own in self.known.values() if own.lay is not None), None)
        # of this way there may be nothing yet where there is something of another
        other = None if known is None or progress == PLANNING else lambda: known
        try:
            if self._report is not None:
                self._report(progress, best or other)
        except Stopped:
            self.stopped = self.stopped or progress != PLANNING
            raise

    def _shortest(self) -> float:
        """The shortest complete lay so far."""
        lays = (answer.lay for answer in self.known.values() if answer.lay is not None)
        return min((lay.lay_length_mm for lay in lays if lay.complete), default=float("inf"))
