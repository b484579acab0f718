"""A dialog of fields that are each kept when they are left."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QDialog

_ENTER = (Qt.Key.Key_Return, Qt.Key.Key_Enter)


class FieldSheet(QDialog):
    """Enter ends the field it is typed in, and presses no button elsewhere; one that has the focus
    is pressed by it."""

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() not in _ENTER:
            super().keyPressEvent(event)
