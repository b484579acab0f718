"""Why an entry is not taken, said beside its field; and fields that a refusal is about."""

from __future__ import annotations

from PySide6.QtCore import QEvent, QObject, QPoint, Qt
from PySide6.QtWidgets import QLabel, QWidget

_WIDEST = 280


class Reason(QLabel):
    """A sentence that hangs below a field, or above it where there is no room. It scrolls with the
    field."""

    def __init__(self, field: QWidget) -> None:
        super().__init__(field.parentWidget())
        self._field = field
        self.setObjectName("reason")
        self.setTextFormat(Qt.TextFormat.PlainText)
        self.setWordWrap(True)
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        self.hide()
        field.installEventFilter(self)

    def say(self, sentence: str) -> None:
        """Show a sentence; an empty one takes it away."""
        self.setText(sentence)
        self._field.setAccessibleDescription(sentence)
        self.setVisible(bool(sentence) and self._field.isVisible())
        if sentence:
            self._place()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() in (QEvent.Type.Move, QEvent.Type.Resize) and self.isVisible():
            self._place()
        elif event.type() == QEvent.Type.Hide:
            self.hide()
        return False

    def _place(self) -> None:
        parent = self._field.parentWidget()
        if parent is None:
            return
        if self.parentWidget() is not parent:
            self.setParent(parent)
            self.setVisible(self._field.isVisible())
        room = min(_WIDEST, max(120, parent.width() - 8))
        self.setFixedWidth(room)
        self.adjustSize()
        high = self.heightForWidth(room)
        self.setFixedHeight(high)
        at = self._field.pos() + QPoint(0, self._field.height() + 2)
        if at.y() + high > parent.height() and self._field.y() > high + 2:
            at.setY(self._field.y() - high - 2)
        at.setX(max(0, min(at.x(), parent.width() - room)))
        self.move(at)
        self.raise_()


def mark_wrong(field: QWidget, sentence: str) -> None:
    """Mark a field whose entry is not taken and say why beside it; an empty sentence takes both
    away."""
    reason = field.findChild(_Holder)
    if reason is None:
        if not sentence:
            return
        reason = _Holder(field)
    reason.reason.say(sentence)
    _dress(field, "wrong", bool(sentence))


def mark_concerned(field: QWidget, sentence: str) -> None:
    """Mark a field that a refusal is about, with the refusal in its tip; an empty sentence takes
    the mark away."""
    marked = bool(field.property("concerned"))
    if sentence and not marked:
        field.setProperty("tip before", field.toolTip())
    if sentence:
        field.setToolTip(sentence)
    elif marked:
        field.setToolTip(str(field.property("tip before") or ""))
    _dress(field, "concerned", bool(sentence))


class _Holder(QObject):
    """Keeps a field's reason with it, whatever the field is put into."""

    def __init__(self, field: QWidget) -> None:
        super().__init__(field)
        self.reason = Reason(field)


def _dress(field: QWidget, name: str, yes: bool) -> None:
    if bool(field.property(name)) != yes:
        field.setProperty(name, yes)
        field.style().unpolish(field)
        field.style().polish(field)
