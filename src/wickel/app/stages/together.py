"""Jobs of one cloth pointed out: laid together they save so much, which is found by a real lay."""

from __future__ import annotations

from PySide6.QtWidgets import QPushButton, QSizePolicy

from wickel.app.errand import Errand
from wickel.app.theme import scaled
from wickel.app.widgets.cards import NarrowBox, fill_box
from wickel.app.widgets.flow import ShortLabel, TurningRow
from wickel.files import UnreadableFile, read_job
from wickel.job.tasks import BuyTask, CannotBe, ListMade, Message
from wickel.lay import Search
from wickel.studio.listing import Listing, shared_cloths
from wickel.units import Unit, shown_cloth_length
from wickel.wording import tr

TOGETHER_EFFORT = 400

_SAID_PX = 110


class Together(TurningRow):
    """Which cloth several jobs are still to be cut from, and what laying them together saves."""

    def __init__(self, errand: Errand) -> None:
        super().__init__()
        self._errand, self._unit = errand, Unit.CM
        self._shared: dict[str, tuple[Listing, ...]] = {}
        self.cloth = NarrowBox()
        self.cloth.setMinimumContentsLength(16)
        self.cloth.setAccessibleName(tr("A cloth that several jobs are cut from"))
        self.said = ShortLabel("soft")
        self.ask = QPushButton(tr("Lay them together?"))
        self.ask.setObjectName("chip")
        self.ask.setToolTip(tr("Lays the jobs together and each by itself, and compares"))
        self.ask.clicked.connect(self.ask_or_stop)
        self.said.setMinimumWidth(round(scaled(_SAID_PX)))
        self.row.addWidget(self.cloth)
        self.row.addWidget(self.said, 1)
        self.ask.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Fixed)
        self.row.addWidget(self.ask)
        self.cloth.currentIndexChanged.connect(lambda _: self._show())
        errand.told.connect(self._told)
        errand.trouble.connect(self.said.say)
        errand.working_changed.connect(
            lambda on: self.ask.setText(tr("Stop") if on else tr("Lay them together?"))
        )

    def show_jobs(self, listings: tuple[Listing, ...], unit: Unit) -> None:
        """Look for cloths that several of these jobs are cut from."""
        shared = shared_cloths(listings)
        self.setVisible(bool(shared))
        if (shared, unit) == (self._shared, self._unit):
            return
        self._shared, self._unit = shared, unit
        self._errand.drop()
        chosen = str(self.cloth.currentData() or "")
        self.cloth.blockSignals(True)
        fill_box(
            self.cloth,
            [(name, name) for name in shared],
            chosen if chosen in shared else next(iter(shared), ""),
        )
        self.cloth.blockSignals(False)
        self._show()

    def _show(self) -> None:
        self._errand.drop()
        jobs = self._shared.get(str(self.cloth.currentData()), ())
        self.said.say(
            tr("{count:of job is|jobs are} cut from it: ", count=len(jobs))
            + ", ".join(own.name for own in jobs)
        )

    def ask_or_stop(self) -> None:
        """Lay the jobs of the cloth together and apart; or stop that."""
        if self._errand.working:
            self._errand.stop()
            return
        listed = self._shared.get(str(self.cloth.currentData()), ())
        try:
            jobs = tuple(read_job(own.path) for own in listed)
        except UnreadableFile as reason:
            self.said.say(str(reason))
            return
        self.said.say(tr("being laid together, and each by itself …"))
        self._errand.start(BuyTask(jobs=jobs, search=Search(effort=TOGETHER_EFFORT)))

    def _told(self, message: Message) -> None:
        if isinstance(message, CannotBe):
            self.said.say(str(message.sentence))
        if not isinstance(message, ListMade):
            return
        name = str(self.cloth.currentData())
        lines = [line for line in message.found.cloths if line.cloth.shown_name == name]
        joined = [line for line in lines if len(line.jobs) > 1 and line.need is not None]
        if not joined:
            why = next((line.unlike for line in lines if line.unlike), "")
            self.said.say(
                tr("They cannot be laid together: {why}", why=why)
                if why
                else tr("They cannot be laid together.")
            )
            return
        (line, *_) = joined
        assert line.need is not None
        both, apart = line.need.buy_mm, line.apart_mm or line.need.buy_mm
        self.said.say(
            tr(
                "together {both}, each by itself {apart}: saves {saved} to buy",
                both=shown_cloth_length(both, self._unit),
                apart=shown_cloth_length(apart, self._unit),
                saved=shown_cloth_length(line.saved_mm, self._unit),
            )
        )

    def shut(self) -> None:
        """Work on nothing any more."""
        self._errand.shut()
