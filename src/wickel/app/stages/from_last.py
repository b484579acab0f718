"""Choose a client: a new job like their last one."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QDialog, QLineEdit, QVBoxLayout, QWidget

from wickel.app.book import StudioBook
from wickel.app.widgets.cards import TakenCard, emptied, label, scrolling
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.ticket import shown_date
from wickel.files import UnreadableFile, read_job
from wickel.studio.again import for_client_again, last_jobs
from wickel.studio.folder import StudioFolder
from wickel.wording import tr


class FromLast(QDialog):
    """Clients with their last jobs. ``chosen`` carries the new job."""

    chosen = Signal(object)

    def __init__(self, parent: QWidget | None, book: StudioBook, folder: StudioFolder) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "jobs")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setWindowTitle(tr("From a client's last"))
        take_room(self, 560, 560)
        self._book = book
        self._last = last_jobs(book.listed_everywhere(folder))
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 18, 20, 18)
        column.addWidget(label(tr("A new job like whose last one?"), "title"))
        self.search = QLineEdit()
        self.search.setAccessibleName(tr("Search the clients"))
        self.search.setPlaceholderText(tr("search: client, garment"))
        self.search.textChanged.connect(lambda _: self._show())
        column.addWidget(self.search)
        inner = QWidget()
        self._rows = QVBoxLayout(inner)
        self._rows.setContentsMargins(0, 0, 8, 0)
        column.addWidget(scrolling(inner), 1)
        self.said = label("", "broken", wrap=True)
        column.addWidget(self.said)
        self.cards: dict[str, TakenCard] = {}
        self._show()

    def _show(self) -> None:
        emptied(self._rows)
        self.cards = {}
        asked = self.search.text().casefold().split()
        for name, own in self._last.items():
            if not all(word in own.words for word in asked):
                continue
            made = TakenCard(name, name, tr("A new job like {job} (Enter)", job=own.name))
            lines = QVBoxLayout(made)
            lines.addWidget(label(name, "heading"))
            parts = (own.name, *own.garments, shown_date(own.due) if own.due else "")
            lines.addWidget(label(" · ".join(part for part in parts if part), "soft", wrap=True))
            made.taken.connect(self._take)
            self._rows.addWidget(made)
            self.cards[name] = made
        if not self.cards:
            self._rows.addWidget(label(tr("No job of a client is like that."), "soft"))
        self._rows.addStretch()

    def _take(self, name: str) -> None:
        try:
            job = read_job(self._last[name].path)
        except UnreadableFile as reason:
            self.said.setText(str(reason))
            return
        self.chosen.emit(for_client_again(job, self._book.client(name)))
        self.accept()
