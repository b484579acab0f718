"""A field for a length as a maker writes it; it takes any unit and shows the maker's own."""

from __future__ import annotations

from PySide6.QtCore import QEvent, Signal
from PySide6.QtWidgets import QWidget

from wickel.app.theme import text_scale
from wickel.app.widgets.field import Field
from wickel.app.widgets.reason import mark_wrong
from wickel.typed import UnreadableLength, parsed_length
from wickel.units import Unit, shown_cloth_length, shown_length
from wickel.wording import beside, tr

_LEAST_PX, _MOST_PX, _BESIDE_PX = 74, 96, 26


class LengthEdit(Field):
    """Emits ``entered`` with mm when a readable new length is finished; marks what it cannot
    read."""

    entered = Signal(float)
    unreadable = Signal(str)

    def __init__(self, name: str, parent: QWidget | None = None) -> None:
        super().__init__(parent=parent)
        self.setAccessibleName(name)
        self._tip = tr("{name}: type it in any unit, like 92, 36 1/4 in or 1 yd 4 in", name=name)
        self.setToolTip(self._tip)
        self._unit = Unit.CM
        self._shown = ""
        self._fit()
        self.editingFinished.connect(self.finish)

    def show_length(self, mm: float | None, unit: Unit) -> None:
        """Show a length; None shows an empty field."""
        self.show_text("" if mm is None else shown_length(mm, unit), unit)
        other = "" if mm is None else beside(mm, unit)
        self.setToolTip(f"{self._tip}{other}")

    def show_cloth_length(self, mm: float | None, unit: Unit) -> None:
        """Show a length of cloth: in yards and inches where the unit is inches."""
        if mm is not None and unit is Unit.INCH:
            self.show_text(shown_cloth_length(mm, unit), unit)
        else:
            self.show_length(mm, unit)

    def show_text(self, text: str, unit: Unit) -> None:
        """Show a length as it is written elsewhere, as a shop's step in yards."""
        self._unit, self._shown = unit, text
        self._mark("")
        if not self.is_touched and self.text() != self._shown:
            self.setText(self._shown)
            self._fit()

    def _fit(self) -> None:
        """Be as wide as what is shown needs, in the text of now."""
        scale = text_scale()
        wide = self.fontMetrics().horizontalAdvance(self._shown) + round(_BESIDE_PX * scale)
        self.setMinimumWidth(max(round(_LEAST_PX * scale), wide))
        self.setMaximumWidth(max(round(_MOST_PX * scale), wide))

    def changeEvent(self, event: QEvent) -> None:
        super().changeEvent(event)
        if event.type() in (QEvent.Type.FontChange, QEvent.Type.StyleChange):
            self._fit()

    def finish(self) -> bool:
        """Take what stands there; False when it is no length."""
        text = self.text().strip()
        if text == self._shown:
            self._mark("")
            return True
        try:
            mm = parsed_length(text, self._unit)
        except UnreadableLength as reason:
            self._mark(str(reason))
            self.unreadable.emit(str(reason))
            return False
        self._mark("")
        self.setText(self.text())  # what was typed is taken: undo is the job's from here on
        self.entered.emit(mm)
        return True

    def _mark(self, wrong: str) -> None:
        self.setToolTip(wrong or self._tip)
        mark_wrong(self, wrong)


class KeptLength(LengthEdit):
    """A length that the field itself keeps, of a dialog that takes all its answers at once;
    ``taken`` says that another was typed."""

    taken = Signal()

    def __init__(self, name: str, mm: float, unit: Unit) -> None:
        super().__init__(name)
        self._unit = unit
        self.keep(mm)
        self.entered.connect(self._take)

    def keep(self, mm: float) -> None:
        """Keep another length, and show it."""
        self.mm = mm
        self.show_length(mm, self._unit)

    def _take(self, mm: float) -> None:
        self.keep(mm)
        self.taken.emit()
