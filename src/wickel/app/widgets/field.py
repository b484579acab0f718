"""Fields to type in that are never written over while somebody types: what is touched stays until
it is left, whatever the model does meanwhile."""

from __future__ import annotations

from PySide6.QtWidgets import QApplication, QLineEdit, QWidget

from wickel.app.widgets.notes_edit import NotesEdit


class Field(QLineEdit):
    """A line to type in. ``refill`` shows what the model says, except in a field that is being
    typed in: what stands there is taken when it is left."""

    def __init__(self, text: str = "", parent: QWidget | None = None) -> None:
        super().__init__(text, parent)
        self.typed = False
        # the first to hear of it: whoever takes what was typed may refill the field at once
        self.editingFinished.connect(self._left)

    @property
    def is_touched(self) -> bool:
        """Whether somebody is typing here."""
        return self.hasFocus() and self.isModified()

    def refill(self, text: str) -> None:
        """Show a text, unless somebody is typing here."""
        if not self.is_touched and self.text() != text:
            self.setText(text)

    def _left(self) -> None:
        # whoever takes it asks whether it was typed, be it word for word what stood there before
        self.typed = self.isModified()
        self.setModified(False)


def finish_typing(window: QWidget) -> None:
    """Have taken what is being typed in a window, before it shows something else; whoever types
    may type on."""
    focus = QApplication.focusWidget()
    if focus is None or focus.window() is not window.window():
        return
    if isinstance(focus, Field) and focus.is_touched:
        focus.editingFinished.emit()
    elif isinstance(focus, NotesEdit) and focus.is_touched:
        focus.finish()
