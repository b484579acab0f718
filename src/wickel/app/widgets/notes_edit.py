"""A field for notes of several lines."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtGui import QFocusEvent
from PySide6.QtWidgets import QPlainTextEdit


class NotesEdit(QPlainTextEdit):
    """Notes that are taken when the field is ``left``."""

    left = Signal()

    def refill(self, text: str) -> None:
        """Show a text, unless somebody is typing here."""
        typing = self.hasFocus() and self.document().isModified()
        if not typing and self.toPlainText() != text:
            self.setPlainText(text)

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self.left.emit()
