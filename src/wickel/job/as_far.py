"""Figures that go as far as the cloth does: drafted, laid, and made longer by halves as long as the
lay goes into the cloth there is."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.draft import AsFar, DraftRefused
from wickel.job.figures import with_figure
from wickel.job.job import Garment, Job, JobRefused
from wickel.job.laying import lay_job
from wickel.job.work import cut_pieces
from wickel.lay import LayRefused, LayReport, LayStopped, Search
from wickel.wording import say
from wickel.yardage import need

MOST_MORE_MM = 800.0
"""So much longer than its least a figure is tried."""

CLOSE_MM = 5.0
"""The figure is found to within so much, and is never longer than what was laid."""

FIND_EFFORT = 60


def found_as_far(
    job: Job,
    search: Search = Search(effort=FIND_EFFORT),
    *,
    report: LayReport | None = None,
) -> Job:
    """The job with every figure that goes as far as the cloth found anew, one after another.

    The cloth is its length at hand where that is given; else what has to be bought with the figure
    at its least, up to the shop's step.

    ``report`` may stop it.

    Raises:
        Stopped: the report stopped it.
        JobRefused, DraftRefused, LayRefused: at its least it cannot be drafted or laid.
    """
    for garment in job.garments:
        for id, own in garment.figures.items():
            if isinstance(own, AsFar):
                job = _found(job, job.garment(garment.id), id, own, _Look(search, report))
    return job


@dataclass(frozen=True, slots=True)
class _Look:
    """How hard a lay is looked for, and what may stop it."""

    search: Search
    report: LayReport | None

    def go_on(self) -> None:
        """Raises ``Stopped`` when the report does."""
        if self.report is not None:
            self.report(0.0, None)


def _found(job: Job, garment: Garment, id: str, as_far: AsFar, look: _Look) -> Job:
    def at(mm: float) -> Job:
        return with_figure(job, garment, id, AsFar(as_far.least_mm, mm))

    room: dict[str, float] = {}
    for cloth, (buy, at_hand) in _bought(at(as_far.least_mm), look).items():
        room[cloth] = buy if at_hand is None else at_hand
        if buy > room[cloth] + 1e-6:
            name = job.cloth(cloth).shown_name
            raise LayRefused(
                say("as_far.too-short", figure=id, cloth=name, short=buy - room[cloth])
            )
    low, high = as_far.least_mm, as_far.least_mm + MOST_MORE_MM
    while high - low > CLOSE_MM:
        look.go_on()
        middle = (low + high) / 2
        try:
            fits = all(
                buy <= room.get(cloth, 0.0) + 1e-6
                for cloth, (buy, _) in _bought(at(middle), look).items()
            )
        except LayStopped:
            raise
        except (DraftRefused, JobRefused, LayRefused):
            fits = False
        low, high = (middle, high) if fits else (low, middle)
    return at(low)


def _bought(job: Job, look: _Look) -> dict[str, tuple[float, float | None]]:
    """What of each cloth is to be bought, in mm, and its length at hand."""
    plain = replace(job, on={})
    ways = {cloth.id: job.spread_of(cloth.id) for cloth in job.cloths}
    lays = lay_job(
        plain, cut_pieces(plain), fold=ways, search=look.search, report_until=lambda _: look.report
    )
    found: dict[str, tuple[float, float | None]] = {}
    for lay in lays:
        needed = need(lay)
        before = found.get(lay.cloth.id, (0.0, None))[0]
        bought = needed.need_mm if lay.cloth.length_at_hand_mm is not None else needed.buy_mm
        found[lay.cloth.id] = (before + bought, lay.cloth.length_at_hand_mm)
    return found
