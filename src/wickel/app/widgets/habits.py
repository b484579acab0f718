"""Habits of the whole window: the wheel scrolls and never changes a choice; what a box offers is as
high as other targets; undo reaches the job from any field; F1 in a dialog opens the guide."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QObject, Qt
from PySide6.QtGui import QKeyEvent, QKeySequence
from PySide6.QtWidgets import (
    QAbstractSpinBox,
    QApplication,
    QComboBox,
    QDialog,
    QLineEdit,
    QScrollArea,
    QStyledItemDelegate,
    QWidget,
)

from wickel.app.widgets.guide import Guide, show_guide


class Habits(QObject):
    """An event filter of the application."""

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        kind = event.type()
        if kind is QEvent.Type.Wheel and isinstance(watched, QComboBox | QAbstractSpinBox):
            event.ignore()  # goes on to the column that scrolls
            return True
        if kind is QEvent.Type.ShortcutOverride and isinstance(watched, QLineEdit):
            return isinstance(event, QKeyEvent) and self._let_through(watched, event)
        if kind is QEvent.Type.KeyPress and isinstance(watched, QWidget):
            return isinstance(event, QKeyEvent) and self._guided(watched, event)
        if kind is QEvent.Type.Polish and isinstance(watched, QComboBox):
            self._fit(watched)
        if kind is QEvent.Type.FocusIn and isinstance(watched, QWidget):
            self._bring_into_sight(watched)
        return False

    @staticmethod
    def _fit(box: QComboBox) -> None:
        """What a box offers is drawn by what heeds the style sheet, and the box is as wide as that,
        also when it is filled later."""
        box.setItemDelegate(QStyledItemDelegate(box))
        if box.sizeAdjustPolicy() == QComboBox.SizeAdjustPolicy.AdjustToContentsOnFirstShow:
            box.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToContents)

    @staticmethod
    def _let_through(field: QLineEdit, event: QKeyEvent) -> bool:
        """Whether a key for undo or redo belongs to the window: the field has none of its own."""
        keys = (
            (QKeySequence.StandardKey.Undo, field.isUndoAvailable()),
            (QKeySequence.StandardKey.Redo, field.isRedoAvailable()),
        )
        for key, own in keys:
            if event.matches(key):
                if not own:
                    event.ignore()
                return not own
        return False

    @staticmethod
    def _guided(widget: QWidget, event: QKeyEvent) -> bool:
        """Whether a key opens the guide: F1 in a dialog, where no menu hears it."""
        dialog = widget.window()
        asked = event.key() == Qt.Key.Key_F1 and isinstance(dialog, QDialog)
        if asked and not isinstance(dialog, Guide):
            show_guide(widget, "index")
        return asked

    @staticmethod
    def _bring_into_sight(widget: QWidget) -> None:
        """Scroll the column that holds what has the focus."""
        above = widget.parentWidget()
        while above is not None:
            if isinstance(above, QScrollArea):
                above.ensureWidgetVisible(widget, 8, 8)
                return
            above = above.parentWidget()


_habits: list[Habits] = []


def learn(app: QApplication) -> None:
    """Give the application its habits, once."""
    if not _habits:
        _habits.append(Habits(app))
        app.installEventFilter(_habits[0])
