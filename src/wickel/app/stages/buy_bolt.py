"""What comes out of a bolt: a length, some sizes, and how many garments can be cut from it
together."""

from __future__ import annotations

from PySide6.QtWidgets import QLineEdit, QPushButton, QVBoxLayout, QWidget

from wickel.app.errand import Errand
from wickel.app.lay_search import WORKERS
from wickel.app.session import Session
from wickel.app.widgets.cards import card, label, relabelled
from wickel.app.widgets.flow import flow_bar, with_words
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.swatch import LayPicture
from wickel.job import BOLT_EFFORT, Bolt, JobRefused, bodies_for
from wickel.job.tasks import BoltLaid, BoltTask, CannotBe, Message
from wickel.lay import Search
from wickel.units import shown_cloth_length
from wickel.wording import tr

_MOST_GARMENTS = 24


class BoltPage(QWidget):
    """Asks for a length and sizes, and shows the lay of as many garments as come out of it."""

    def __init__(self, session: Session, errand: Errand) -> None:
        super().__init__()
        self.setProperty(PAGE, "list")
        self._session, self.errand = session, errand
        self.length_mm = 10_000.0
        self.bolt: Bolt | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(10)
        bar, row = flow_bar()
        self.start = QPushButton(tr("Lay them on it"))
        self.start.setObjectName("main")
        self.start.setToolTip(
            tr("Lay as many of these garments together as come out of the length (Ctrl+Shift+U)")
        )
        self.start.clicked.connect(self.work_or_stop)
        row.addWidget(self.start)
        self.length = LengthEdit(tr("Length of the bolt"))
        self.length.entered.connect(self._enter_length)
        self.length.unreadable.connect(session.trouble)
        row.addWidget(with_words(tr("Length at hand"), self.length))
        self.sizes = QLineEdit()
        self.sizes.setAccessibleName(tr("Sizes wanted of the bolt"))
        self.sizes.setToolTip(tr("Sizes with semicolons between them; 3 × 92 for three of one"))
        self.sizes.setMinimumWidth(240)
        row.addWidget(with_words(tr("Sizes wanted"), self.sizes))
        column.addWidget(bar)
        frame, inside = card()
        self.said = label("", "title", wrap=True)
        inside.addWidget(self.said)
        self.about = label("", "", wrap=True)
        inside.addWidget(self.about)
        self.picture = LayPicture()
        self.picture.setMinimumHeight(260)
        self.picture.setMaximumHeight(16_000)
        inside.addWidget(self.picture, 1)
        column.addWidget(frame, 1)
        errand.told.connect(self._take)
        errand.working_changed.connect(self._show)
        errand.trouble.connect(session.trouble)
        session.job_changed.connect(self._forget)

    def showEvent(self, event: object) -> None:
        """Offer one garment of every size when nothing was asked yet."""
        if not self.sizes.text():
            try:
                self.sizes.setText("; ".join(bodies_for(self._session.job_in_hand)))
            except JobRefused as reason:
                self._session.trouble.emit(str(reason))
        self._show()

    def _enter_length(self, mm: float) -> None:
        if 100 <= mm <= 1e6:
            self.length_mm = mm
            self._forget()
        else:
            self._session.trouble.emit(tr("A length of cloth lies between 10 cm and 1 km."))
        self._show()

    def asked_sizes(self) -> list[str]:
        """The sizes as they are wanted, one for each garment. Raises ``ValueError`` with a
        sentence."""
        known = bodies_for(self._session.job_in_hand)
        found: list[str] = []
        for text in self.sizes.text().split(";"):
            count, times, size = text.replace("x", "×").rpartition("×")
            size = size.strip()
            if not size:
                continue
            if size not in known or (times and not count.strip().isdigit()):
                raise ValueError(
                    f"“{text.strip()}” is no size of this chart: write them like 92; 2 × 96."
                )
            found += [size] * (int(count) if times else 1)
        if not found or len(found) > _MOST_GARMENTS:
            raise ValueError(f"Write one to {_MOST_GARMENTS} sizes, with semicolons between them.")
        return found

    def work_or_stop(self) -> None:
        """Lay the garments on the bolt, or stop."""
        if self.errand.working:
            self.errand.drop()
            return
        cloth = self._session.cloth
        try:
            bodies = bodies_for(self._session.job_in_hand)
            asked = tuple((size, bodies[size]) for size in self.asked_sizes())
        except (JobRefused, ValueError) as reason:
            self._session.trouble.emit(str(reason))
            return
        if cloth is not None:
            self.bolt = None
            self.errand.start(
                BoltTask(
                    job=self._session.job_in_hand,
                    cloth_id=cloth.id,
                    asked=asked,
                    bolt_mm=self.length_mm,
                    search=Search(effort=BOLT_EFFORT, workers=WORKERS),
                )
            )

    def _forget(self) -> None:
        self.errand.drop()
        self.bolt = None
        self._show()

    def _take(self, message: Message) -> None:
        if isinstance(message, BoltLaid):
            self.bolt = message.bolt
        elif isinstance(message, CannotBe):
            self._session.trouble.emit(str(message.sentence))
        self._show()

    def _show(self) -> None:
        unit, bolt = self._session.job.unit, self.bolt
        self.length.show_cloth_length(self.length_mm, unit)
        self.start.setText(tr("Stop") if self.errand.working else tr("Lay them on it"))
        self.picture.setVisible(bolt is not None and bolt.lay is not None)
        if bolt is None:
            words = (
                tr("Laying one more garment after the other …")
                if self.errand.working
                else tr("How many come out of it?")
            )
            relabelled(self.said, words, "title")
            self.about.setText(
                tr("They are laid together, the smallest first, in every way of folding.")
            )
            return
        of = len(bolt.sizes) + len(bolt.left_out)
        long = shown_cloth_length(self.length_mm, unit)
        relabelled(
            self.said,
            tr("{sizes} of {of} come out of {long}.", sizes=len(bolt.sizes), of=of, long=long),
            "title",
        )
        parts = []
        if bolt.lay is not None:
            parts.append(
                tr(
                    "Cut: {join}, laid {way}.",
                    join="; ".join(bolt.sizes),
                    way=bolt.lay.way.name.lower(),
                )
            )
            parts.append(tr("Left over: {length}.", length=shown_cloth_length(bolt.left_mm, unit)))
            self.picture.show_lay(bolt.lay, bolt.lay.table_mm)
        if bolt.left_out:
            parts.append(tr("Not found to fit: {join}.", join="; ".join(bolt.left_out)))
        self.about.setText(" ".join(parts))
