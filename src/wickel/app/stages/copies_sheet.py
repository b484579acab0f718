"""The dated copies of the studio's book: each looked into, and one put in the place of the book."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QDialog, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from wickel.app.book import StudioBook
from wickel.app.widgets.cards import TakenCard, label, scrolling
from wickel.app.widgets.dialogs import ask_yes, take_room
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.ticket import shown_date
from wickel.wording import tr


class CopiesSheet(QDialog):
    """Shows what is in each copy; a click puts it back, if the maker says so."""

    def __init__(self, parent: QWidget | None, book: StudioBook) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "clients")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setWindowTitle(tr("Copies of the book"))
        take_room(self, 600, 560)
        self._book = book
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 18, 20, 16)
        column.addWidget(label(tr("Copies of the book"), "title"))
        column.addWidget(
            label(
                tr(
                    "One is made on every day that the studio is opened. What is put back takes "
                    "the place of the book; the book of now becomes a copy."
                ),
                "soft",
                wrap=True,
            )
        )
        inner = QWidget()
        rows = QVBoxLayout(inner)
        rows.setContentsMargins(0, 0, 8, 0)
        self.cards: dict[str, TakenCard] = {}
        for own in book.copies():
            name = own.path.name
            made = TakenCard(name, shown_date(own.day), tr("Put this one back (Enter)"))
            lines = QVBoxLayout(made)
            lines.addWidget(label(shown_date(own.day), "heading"))
            words = tr(
                "{clients:of client|clients}, {shelf} on the shelf, {log} in the log",
                clients=own.clients,
                shelf=own.shelf,
                log=own.log,
            )
            lines.addWidget(label(own.trouble or words, "broken" if own.trouble else "soft"))
            if own.last:
                last = tr("the last of the log: {last}", last=own.last)
                lines.addWidget(label(last, "soft", wrap=True))
            made.setEnabled(not own.trouble)
            made.taken.connect(self._take)
            rows.addWidget(made)
            self.cards[name] = made
        if not self.cards:
            rows.addWidget(label(tr("There is none yet."), "soft"))
        rows.addStretch()
        column.addWidget(scrolling(inner), 1)
        foot = QHBoxLayout()
        foot.addStretch()
        done = QPushButton(tr("Close"))
        done.setObjectName("main")
        done.clicked.connect(self.reject)
        foot.addWidget(done)
        column.addLayout(foot)

    def _take(self, name: str) -> None:
        day = self.cards[name].accessibleName()
        sentence = tr("The book becomes as it was on {day}. Jobs stay as they are.", day=day)
        if ask_yes(self, tr("Put this copy back"), sentence, (), tr("Put it back")):
            self._book.put_back(name)
            self.accept()
