"""A field for notes of several lines."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtGui import QFocusEvent
from PySide6.QtWidgets import QPlainTextEdit


class NotesEdit(QPlainTextEdit):
    """Notes that are taken when the field is ``left``."""

    left = Signal()

    @property
    def is_touched(self) -> bool:
        """Whether somebody is typing here."""
        return self.hasFocus() and self.document().isModified()

    def refill(self, text: str) -> None:
        """Show a text, unless somebody is typing here."""
        if not self.is_touched and self.toPlainText() != text:
            self.setPlainText(text)

    def finish(self) -> None:
        """Have taken what stands here."""
        self.document().setModified(False)
        self.left.emit()

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self.finish()
