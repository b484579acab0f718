"""A field for notes of several lines."""

from __future__ import annotations

from PySide6.QtCore import Signal
from PySide6.QtGui import QFocusEvent
from PySide6.QtWidgets import QPlainTextEdit


class NotesEdit(QPlainTextEdit):
    """Notes that are taken when the field is ``left``."""

    left = Signal()

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        self.left.emit()
