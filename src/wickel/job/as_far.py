"""Figures that go as far as the cloth does: drafted, laid, and made longer by halves as long as the
lay goes into the cloth there is."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace

from wickel.draft import AsFar, DraftRefused
from wickel.job.figures import with_figure
from wickel.job.job import Garment, Job, JobRefused
from wickel.job.laying import lay_job
from wickel.job.work import cut_pieces
from wickel.lay import LayRefused, LayReport, LayStopped, Search
from wickel.wording import Text, say, words_of
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
    told: Told = lambda _garment, _figure, _why: None,
) -> Job:
    """The job with every figure that goes as far as the cloth found anew, one after another.

    The cloth is its length at hand where that is given; else, of the cloth that the garment is
    mostly cut from, what has to be bought with the figure at its least, up to the shop's step. Any
    other, such as a lining that is not bought yet, is bought as long as it is needed.

    ``report`` may stop it; ``told`` hears for each figure what it stops at.

    Raises:
        Stopped: the report stopped it.
        JobRefused, DraftRefused, LayRefused: at its least it cannot be drafted or laid.
    """
    for garment in job.garments:
        for id, own in garment.figures.items():
            if isinstance(own, AsFar):
                look = _Look(search, report, told)
                job = _found(job, job.garment(garment.id), id, own, look)
    return job


Told = Callable[[str, str, Text], None]
"""What is told of a figure: its garment, the figure, what it stops at."""


@dataclass(frozen=True, slots=True)
class _Look:
    """How hard a lay is looked for, what may stop it, and who hears what a figure stops at."""

    search: Search
    report: LayReport | None
    told: Told

    def go_on(self) -> None:
        """Raises ``Stopped`` when the report does."""
        if self.report is not None:
            self.report(0.0, None)


def _found(job: Job, garment: Garment, id: str, as_far: AsFar, look: _Look) -> Job:
    def at(mm: float) -> Job:
        return with_figure(job, garment, id, AsFar(as_far.least_mm, mm))

    room: dict[str, float] = {}
    main = job.cloth_for("main", garment)
    for cloth, (buy, at_hand) in _bought(at(as_far.least_mm), look).items():
        usual = buy if cloth == main else math.inf
        room[cloth] = usual if at_hand is None else at_hand
        if buy > room[cloth] + 1e-6:
            name = job.cloth(cloth).shown_name
            raise LayRefused(
                say("as_far.too-short", figure=id, cloth=name, short=buy - room[cloth])
            )
    low, high = as_far.least_mm, as_far.least_mm + MOST_MORE_MM
    stops: Text = say("as_far.tried-no-farther")
    while high - low > CLOSE_MM:
        look.go_on()
        middle = (low + high) / 2
        lacking = _lacking(at(middle), room, look)
        low, high = (low, middle) if lacking else (middle, high)
        stops = lacking or stops
    look.told(garment.id, id, stops)
    return at(low)


def _lacking(job: Job, room: Mapping[str, float], look: _Look) -> Text:
    """What a figure is too far for: a cloth that is too short for it, or why it cannot be drafted
    or laid so; nothing where it goes."""
    try:
        bought = _bought(job, look)
    except LayStopped:
        raise
    except (DraftRefused, JobRefused, LayRefused) as reason:
        return words_of(reason)
    for cloth, (buy, _) in bought.items():
        if buy > room.get(cloth, 0.0) + 1e-6:
            name = job.cloth(cloth).shown_name
            return say("as_far.as-far-as-cloth", cloth=name, long=room.get(cloth, 0.0))
    return ""


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
