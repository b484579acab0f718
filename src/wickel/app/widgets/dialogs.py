"""Small dialogs in the window's own dress: something said, something agreed to, a line to type."""

from __future__ import annotations

from collections.abc import Iterable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QDialog, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from wickel.app.theme import scaled
from wickel.app.widgets.cards import LEAVE, closing_row, label, scrolling
from wickel.wording import tr

_MOST = (1240, 740)
"""No dialog asks for more room than that: there is as much on the smallest screen."""


def take_room(dialog: QWidget, wide: int, high: int) -> None:
    """Make a dialog so large, and larger with its text as far as a small screen goes."""
    dialog.resize(
        *(min(most, round(scaled(own))) for most, own in zip(_MOST, (wide, high), strict=True))
    )


class Notice(QDialog):
    """A sentence, and lines below it where there are any.

    With ``do`` it asks for something: *Cancel*, or that. ``also`` are other things that may be done
    instead; which one was taken stands in ``taken``.
    """

    def __init__(
        self,
        parent: QWidget | None,
        title: str,
        sentence: str,
        lines: Iterable[str] = (),
        *,
        do: str = "",
        also: tuple[str, ...] = (),
    ) -> None:
        super().__init__(parent)
        self.setWindowTitle(title)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose, not do)
        self.taken = ""
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 16, 20, 14)
        column.setSpacing(12)
        column.addWidget(label(title, "heading"))
        self.sentence = label(sentence, wrap=True)
        self.sentence.setMinimumWidth(420)
        self.sentence.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        column.addWidget(self.sentence)
        self.lines = tuple(lines)
        if self.lines:
            inner = QWidget()
            rows = QVBoxLayout(inner)
            rows.setContentsMargins(0, 0, 8, 0)
            for line in self.lines:
                rows.addWidget(label(f"· {line}", wrap=True))
            rows.addStretch()
            area = scrolling(inner)
            area.setMinimumHeight(min(320, 28 * len(self.lines) + 12))
            column.addWidget(area, 1)
        column.addLayout(self._foot(do, also))
        # Enter does what is asked about, wherever else the focus would have gone
        self.do.setFocus()

    def _foot(self, do: str, also: tuple[str, ...]) -> QHBoxLayout:
        if do:
            row, self.do = closing_row(self, do, f"{do} (Enter)")
            self.do.clicked.connect(lambda: self._take(do))
            for words in also:
                other = QPushButton(words)
                other.clicked.connect(lambda _=False, words=words: self._take(words))
                other.clicked.connect(self.accept)
                row.insertWidget(2, other)
            return row
        row = QHBoxLayout()
        row.addStretch()
        self.do = QPushButton(tr("OK"))
        self.do.setObjectName("main")
        self.do.setDefault(True)
        self.do.setToolTip(tr("Close (Enter, Esc)"))
        self.do.clicked.connect(self.accept)
        row.addWidget(self.do)
        return row

    def _take(self, words: str) -> None:
        self.taken = words


class HarmNotice(Notice):
    """A notice that asks for something that nothing brings back: *Cancel* is the answer to Enter,
    and the deed wants a button of its own to be pressed."""

    def __init__(
        self, parent: QWidget | None, title: str, sentence: str, lines: Iterable[str], do: str
    ) -> None:
        super().__init__(parent, title, sentence, lines, do=do)
        leave = self.findChild(QPushButton, LEAVE)
        assert isinstance(leave, QPushButton)
        self.leave = leave
        self.do.setDefault(False)
        self.do.setToolTip(do)
        leave.setDefault(True)
        leave.setToolTip(tr("Close without a change (Enter, Esc)"))
        leave.setFocus()


def ask_yes(parent: QWidget, title: str, sentence: str, lines: Iterable[str], do: str) -> bool:
    """Whether the maker wants what a notice asks about."""
    return _agreed(Notice(parent, title, sentence, lines, do=do))


def ask_harm(parent: QWidget, title: str, sentence: str, lines: Iterable[str], do: str) -> bool:
    """Whether the maker wants what a notice asks about and nothing brings back."""
    return _agreed(HarmNotice(parent, title, sentence, lines, do))


def _agreed(notice: Notice) -> bool:
    done = notice.exec() == QDialog.DialogCode.Accepted
    notice.deleteLater()
    return done


def asked_text(parent: QWidget, title: str, question: str, text: str = "") -> str:
    """A line that the maker types; empty when it was cancelled."""
    dialog = QDialog(parent)
    dialog.setWindowTitle(title)
    dialog.setMinimumWidth(440)
    column = QVBoxLayout(dialog)
    column.setContentsMargins(20, 16, 20, 14)
    column.setSpacing(10)
    words = label(question, wrap=True)
    field = QLineEdit(text)
    field.setAccessibleName(question)
    field.selectAll()
    words.setBuddy(field)
    column.addWidget(words)
    column.addWidget(field)
    row, _ = closing_row(dialog, "OK", tr("Take this (Enter)"))
    column.addLayout(row)
    field.setFocus()
    taken = dialog.exec() == QDialog.DialogCode.Accepted
    dialog.deleteLater()
    return field.text().strip() if taken else ""
