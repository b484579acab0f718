"""Remnants of the cloth in hand: the small pieces of the job are tried on them by real laying, and
what that shortens is said."""

from __future__ import annotations

from PySide6.QtCore import QTimer, Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QWidget

from wickel.app.book import StudioBook
from wickel.app.errand import Errand
from wickel.app.session import Session
from wickel.app.widgets.cards import label
from wickel.app.widgets.guide import PAGE
from wickel.cloth import Cloth
from wickel.job.on_remnants import OnRemnants, with_pieces_on
from wickel.job.tasks import Message, RemnantTask, TriedOnRemnants
from wickel.lay import Lay, Search
from wickel.units import shown_cloth_length
from wickel.wording import tr

TRY_EFFORT = 300
_AFTER_MS = 500


class RemnantOffer(QWidget):
    """Says what remnants of the cloth in hand would save, and has the pieces cut from them.
    ``taken`` carries the names of the remnants that are used."""

    taken = Signal(object)

    def __init__(self, session: Session, book: StudioBook, errand: Errand) -> None:
        super().__init__()
        self.setProperty(PAGE, "shelf")
        self._session, self._book, self._errand = session, book, errand
        self._tried: tuple[Lay, tuple[Cloth, ...]] | None = None
        self._found: OnRemnants | None = None
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(8)
        self.said = label("", "soft", wrap=True)
        self.use = QPushButton(tr("Cut them from it"))
        self.use.setObjectName("chip")
        self.use.setToolTip(tr("The remnant becomes a cloth of the job, and is reserved for it"))
        self.use.clicked.connect(self.cut_from_them)
        row.addWidget(self.said, 1)
        row.addWidget(self.use)
        self._wait = QTimer(self, singleShot=True, interval=_AFTER_MS)
        self._wait.timeout.connect(self._try)
        errand.told.connect(self._told)
        errand.working_changed.connect(self._show)
        self.setVisible(False)

    def refresh(self) -> None:
        """Look for remnants of the cloth in hand, and try the pieces on them when the search for
        its lay has ended."""
        lay, remnants = self._session.lay, self._remnants()
        if lay is None or not remnants or self._session.searching:
            self._wait.stop()
            self.setVisible(bool(remnants) and self._found is not None)
            return
        asked = (lay, remnants)
        if asked != self._tried:
            self._tried, self._found = asked, None
            self._wait.start()
        self._show()

    def _remnants(self) -> tuple[Cloth, ...]:
        cloth, job = self._session.cloth, self._session.job
        if cloth is None or cloth.remnant:
            return ()
        names = {own.shown_name for own in job.cloths}
        return tuple(
            own.cloth
            for own in self._book.remnants_of(cloth.shown_name)
            if own.name not in names and all(kept.cut for kept in own.reserved)
        )

    def _try(self) -> None:
        if self._tried is not None:
            lay, remnants = self._tried
            job, search = self._session.job, Search(effort=TRY_EFFORT)
            self._errand.start(RemnantTask(job=job, lay=lay, remnants=remnants, search=search))

    def _told(self, message: Message) -> None:
        if isinstance(message, TriedOnRemnants):
            self._found = message.found  # shown when the work ends, which follows

    def _show(self) -> None:
        found, unit = self._found, self._session.job.unit
        self.setVisible(self._tried is not None and (found is not None or self._errand.working))
        self.use.setVisible(found is not None)
        if found is None:
            self.said.setText(tr("The small pieces are being tried on remnants of this cloth …"))
            return
        parts = [
            tr(
                "{pieces} on “{remnant}”",
                pieces=", ".join(piece.name for piece in own.pieces),
                remnant=own.remnant.shown_name,
            )
            for own in found.held
        ]
        self.said.setText(
            tr(
                "{parts}: the lay is {saved} shorter, {after}.",
                parts="; ".join(parts),
                saved=shown_cloth_length(found.saved_mm, unit),
                after=shown_cloth_length(found.after_mm, unit),
            )
        )

    def cut_from_them(self) -> None:
        """Cut the pieces from the remnants that hold them."""
        found = self._found
        if found is None:
            return
        names = tuple(own.remnant.shown_name for own in found.held)
        self._found = None
        self._session.apply(
            with_pieces_on(self._session.job, found),
            tr("Cut from {names}", names=", ".join(names)),
        )
        self.taken.emit(names)

    def shut(self) -> None:
        """Try nothing any more."""
        self._wait.stop()
        self._errand.shut()
