"""The card of a client: consent, notes, what fittings have shown, days and jobs; all of it out as
one file, or out of the studio."""

from __future__ import annotations

from dataclasses import replace
from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QFileDialog,
    QHBoxLayout,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.book import StudioBook, today
from wickel.app.stages.fittings import FittingFields
from wickel.app.widgets.cards import card, label, scrolling
from wickel.app.widgets.dialogs import Notice, ask_harm, take_room
from wickel.app.widgets.field import Field
from wickel.app.widgets.field_sheet import FieldSheet
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.notes_edit import NotesEdit
from wickel.app.widgets.ticket import shown_date
from wickel.body import Adjustment, Client, with_adjustment
from wickel.files import UnreadableFile, safe_name, save_file
from wickel.studio.folder import StudioFolder
from wickel.studio.listing import Listing
from wickel.units import Unit
from wickel.wording import tr, words_of


class ClientSheet(FieldSheet):
    """Shows and changes what the studio keeps of a client; every field is kept when it is left.
    ``removed`` tells that they were taken out, ``open_asked`` carries a job of theirs."""

    removed = Signal()
    open_asked = Signal(object)

    def __init__(
        self, parent: QWidget | None, book: StudioBook, folder: StudioFolder, name: str, unit: Unit
    ) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "clients")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setWindowTitle(name)
        take_room(self, 720, 680)
        self._book, self._folder, self._name, self._unit = book, folder, name, unit
        self._gone = False
        self.client = book.client(name) or Client(name=name)
        listed = book.listed_everywhere(folder)
        self.jobs: tuple[Listing, ...] = tuple(own for own in listed if own.client == name)
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 18, 20, 16)
        column.setSpacing(10)
        column.addWidget(label(name, "title"))
        inner = QWidget()
        rows = QVBoxLayout(inner)
        rows.setContentsMargins(0, 0, 8, 0)
        rows.addWidget(self._consent_card())
        rows.addWidget(self._fitting_card())
        rows.addWidget(self._jobs_card())
        rows.addWidget(self._notes_card())
        column.addWidget(scrolling(inner), 1)
        column.addLayout(self._foot())
        self._show()

    def _consent_card(self) -> QWidget:
        frame, column = card()
        row = QHBoxLayout()
        row.addWidget(label(tr("They agreed that this is kept, on"), "soft"))
        self.consent = Field()
        self.consent.setAccessibleName(tr("Day of consent"))
        self.consent.setToolTip(tr("The day on which they agreed, as 2026-12-24"))
        self.consent.setMaximumWidth(130)
        self.consent.editingFinished.connect(self._take_consent)
        self.today = QPushButton(tr("Today"))
        self.today.setObjectName("chip")
        self.today.clicked.connect(self._consent_today)
        row.addWidget(self.consent)
        row.addWidget(self.today)
        row.addStretch()
        column.addLayout(row)
        self.days = label("", "soft", wrap=True)
        column.addWidget(self.days)
        return frame

    def _fitting_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("What fittings have shown"), "heading"))
        self.fitting = FittingFields()
        self.fitting.added.connect(self._adjust)
        self.fitting.dropped.connect(lambda change: self._adjust(change, 0.0))
        column.addWidget(self.fitting)
        return frame

    def _jobs_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("Jobs"), "heading"))
        for own in self.jobs:
            words = " · ".join(
                part for part in (own.name, *own.garments, shown_date(own.due)) if part
            )
            link = QPushButton(words)
            link.setObjectName("chip")
            link.setToolTip(tr("Open this job"))
            link.clicked.connect(lambda *_, path=own.path: self._open(path))
            column.addWidget(link, 0, Qt.AlignmentFlag.AlignLeft)
        if not self.jobs:
            column.addWidget(label(tr("None yet."), "soft"))
        return frame

    def _notes_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("Notes"), "heading"))
        self.notes = NotesEdit()
        self.notes.left.connect(self._take_notes)
        self.notes.setAccessibleName(tr("Notes on the client"))
        self.notes.setTabChangesFocus(True)
        self.notes.setMinimumHeight(90)
        column.addWidget(self.notes)
        return frame

    def _foot(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.out = QPushButton(tr("All of it as one file…"))
        self.out.setToolTip(tr("Measurements, adjustments, notes, jobs and log, to hand to them"))
        self.out.clicked.connect(self._hand_out)
        self.remove = QPushButton(tr("Take them out of the studio…"))
        self.remove.setToolTip(
            tr("Their jobs keep pieces and figures of cloth, no name and no body")
        )
        self.remove.clicked.connect(self.take_out)
        done = QPushButton(tr("Close"))
        done.setObjectName("main")
        done.clicked.connect(self.accept)
        row.addWidget(self.out)
        row.addWidget(self.remove)
        row.addStretch()
        row.addWidget(done)
        return row

    # --- showing and keeping -------------------------------------------------------------------

    def _show(self) -> None:
        client = self.client
        self.consent.refill(client.consent)
        self.notes.refill(client.notes)
        days = ", ".join(shown_date(body.taken) for body in client.bodies if body.taken)
        self.days.setText(tr("Measured on {days}.", days=days) if days else tr("Not measured yet."))
        self.fitting.show_fitting([(own.change, own.mm) for own in client.adjustments], self._unit)

    def _keep(self, client: Client) -> None:
        """Keep what was changed; the other window's changes of other things stay."""
        if client != self.client:
            self._book.keep_client(client, self.client)
            self.client = self._book.client(self._name) or client
            self._show()

    def _take_notes(self) -> None:
        if not self._gone:
            self._keep(replace(self.client, notes=self.notes.toPlainText().strip()))

    def _take_consent(self) -> None:
        self._keep(replace(self.client, consent=self.consent.text().strip()))

    def _consent_today(self) -> None:
        self.consent.setText(today())
        self._take_consent()

    def _adjust(self, change: str, mm: float) -> None:
        adjustment = Adjustment(change=change, mm=mm, day=today())
        self._keep(with_adjustment(self.client, adjustment))

    def done(self, result: int) -> None:
        self._take_notes()
        super().done(result)

    def _open(self, path: Path) -> None:
        self.open_asked.emit(path)
        self.accept()

    # --- out -----------------------------------------------------------------------------------

    def _hand_out(self) -> None:
        name, _ = QFileDialog.getSaveFileName(
            self,
            tr("All that is kept of {name}", name=self._name),
            str(Path.home() / f"{safe_name(self._name)}.json"),
            tr("Files (*.json)"),
        )
        if name:
            self.write_out(Path(name))

    def write_out(self, path: Path) -> None:
        """Write all that is kept of the client into a file; why it cannot be is said."""
        from wickel.studio.handing_out import client_file  # a database loads slowly

        self._keep(replace(self.client, notes=self.notes.toPlainText().strip()))
        book = self._book.book
        try:
            if book is not None:
                text = client_file(book, [own.path for own in self.jobs], self._name)
                save_file(path, text)
        except (OSError, KeyError, UnreadableFile) as reason:
            why = reason.strerror if isinstance(reason, OSError) else words_of(reason)
            Notice(self, tr("It could not be written"), f"{path.name}: {why}").open()

    def take_out(self) -> None:
        """Take the client out of the studio, if the maker says so; what still holds them is
        named."""
        sentence = tr(
            "{name} is taken out of clients, log and jobs. The jobs keep their pieces and figures "
            "of cloth. Nothing brings it back.",
            name=self._name,
        )
        lines = [own.title for own in self.jobs]
        if not ask_harm(
            self, tr("Take them out of the studio"), sentence, lines, tr("Take them out")
        ):
            return
        found = self._book.remove_client(self._folder, self._name)
        if found is None:
            return
        self._gone = True
        self.removed.emit()
        self.accept()
        names = [str(path.relative_to(self._folder.path)) for path in found.copies]
        if names:
            Notice(
                self.parentWidget(),
                tr("Copies that still hold {name}", name=self._name),
                tr(
                    "These files were written before. Delete them when you do not need them any "
                    "more, also where you have copied them to."
                ),
                names,
            ).open()
