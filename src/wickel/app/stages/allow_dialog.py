"""How far the two lengths of a tape check may differ, as the maker has it."""

from __future__ import annotations

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QDialog, QVBoxLayout, QWidget

from wickel.app.session import Session
from wickel.app.widgets.cards import Form, closing_row, label
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import KeptLength
from wickel.draft import TapeCheck
from wickel.job.edits import with_allowed
from wickel.job.job import Allowed
from wickel.units import shown_length
from wickel.wording import tr


class AllowDialog(QDialog):
    """Asks of one check; at first it offers what makes the difference there is right."""

    def __init__(self, session: Session, check: TapeCheck, parent: QWidget | None) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "figures")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self._session, self._check = session, check
        self.setWindowTitle(tr("How far it may differ: {check}", check=check.name))
        unit = session.job.unit
        column = QVBoxLayout(self)
        column.addWidget(label(check.name, "heading"))
        column.addWidget(
            label(
                tr(
                    "{one} {mm}, {other} {other_mm}.",
                    one=check.one,
                    mm=shown_length(check.one_mm, unit),
                    other=check.other,
                    other_mm=shown_length(check.other_mm, unit),
                ),
                "soft",
                wrap=True,
            )
        )
        form = Form()
        difference = check.difference_mm
        self.shorter = KeptLength(tr("Shorter by up to"), max(-check.least_mm, -difference), unit)
        most = difference if check.unbounded else max(check.most_mm, difference)
        self.longer = KeptLength(tr("Longer by up to"), most, unit)
        form.add(tr("Shorter by up to"), self.shorter)
        form.add(tr("Longer by up to"), self.longer)
        form.setRowVisible(self.longer, not check.unbounded)
        column.addLayout(form)
        buttons, self.do = closing_row(
            self, tr("Do it"), tr("The check holds within this (Enter); Ctrl+Z takes it back")
        )
        column.addLayout(buttons)

    def accept(self) -> None:
        if not all([field.finish() for field in (self.shorter, self.longer)]):
            return
        least, most = -self.shorter.mm, self.longer.mm
        garment = self._session.garment
        if garment is not None:
            allowed = (
                Allowed(least_mm=least, most_mm=None)
                if self._check.unbounded
                else Allowed(least_mm=min(least, most), most_mm=max(least, most))
            )
            job = with_allowed(self._session.job, garment, self._check.name, allowed)
            self._session.apply(job, tr("How far it may differ: {check}", check=self._check.name))
        super().accept()
