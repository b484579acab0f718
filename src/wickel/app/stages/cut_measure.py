"""The step of the guide at which the real cloth is measured: three widths, the length, where a
border lies, what is spoilt; and what it means for the lay."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from wickel.app.session import Session
from wickel.app.stages.cloth_spoilt import ENTERED
from wickel.app.widgets.cards import label
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.swatch import LayPicture
from wickel.cloth import BadCloth, Cloth, Flaw
from wickel.cutting import longer_words, meaning, with_measured
from wickel.job.job import Measured
from wickel.lay import Lay, not_laid
from wickel.units import Unit
from wickel.wording import tr

_PLACES = (tr("at the start"), tr("in the middle"), tr("at the end"))
_FLAW = (tr("from the start"), tr("from the near selvage"), tr("long"), tr("wide"))
_NEW_FLAW = Flaw(x_mm=500.0, y_mm=500.0, length_mm=50.0, width_mm=50.0)


def lacking(lay: Lay | None) -> int:
    """How many copies of a lay have no place."""
    return 0 if lay is None else sum(not_laid(lay).values())


class MeasurePart(QWidget):
    """Fields for what is measured, and what that means. ``changed`` says that something was
    typed and taken."""

    changed = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self._session = session
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(0, 4, 0, 0)
        self.column.setSpacing(10)
        self.widths: list[LengthEdit] = []
        self.flaws: list[list[LengthEdit]] = []
        self.length = LengthEdit(tr("Length of the cloth"))
        self.border = LengthEdit(tr("From the near edge to the border"))
        self.take = QPushButton()

    @property
    def _measured(self) -> Measured:
        cloth = self._session.cloth
        assert cloth is not None
        return self._session.job.at_table.measured.get(cloth.id, Measured())

    def build(self, cloth: Cloth, unit: Unit) -> None:
        """Make the fields for a cloth, and say what is known."""
        own = self._measured
        grid = QGridLayout()
        grid.setHorizontalSpacing(16)
        grid.addWidget(label(tr("usable width"), "far"), 1, 0)
        for k, words in enumerate(_PLACES):
            field = self._field(tr("Usable width {words}", words=words))
            known = own.widths_mm[k] if k < len(own.widths_mm) else None
            field.show_length(known, unit)
            field.entered.connect(partial(self._enter_width, k))
            grid.addWidget(label(words, "far-soft"), 0, k + 1)
            grid.addWidget(field, 1, k + 1)
            self.widths.append(field)
        self._large(self.length)
        self.length.show_cloth_length(own.length_mm, unit)
        self.length.entered.connect(lambda mm: self._apply(replace(self._measured, length_mm=mm)))
        grid.addWidget(label(tr("length"), "far"), 2, 0)
        grid.addWidget(self.length, 2, 1)
        if cloth.design.border is not None:
            self._large(self.border)
            self.border.show_length(own.border_mm, unit)
            self.border.entered.connect(
                lambda mm: self._apply(replace(self._measured, border_mm=mm))
            )
            grid.addWidget(label(tr("edge to border"), "far"), 3, 0)
            grid.addWidget(self.border, 3, 1)
        grid.setColumnStretch(4, 1)
        self.column.addLayout(grid)
        self._build_flaws(own, unit)
        self._build_meaning(own, unit)
        self.column.addStretch()

    def _field(self, name: str) -> LengthEdit:
        field = LengthEdit(name)
        self._large(field)
        return field

    @staticmethod
    def _large(field: LengthEdit) -> None:
        field.setObjectName("far")
        field.setMinimumWidth(130)

    def _build_flaws(self, own: Measured, unit: Unit) -> None:
        """What is spoilt, and one more."""
        grid = QGridLayout()
        grid.setHorizontalSpacing(12)
        if own.flaws:
            for column, words in enumerate(_FLAW):
                grid.addWidget(label(words, "far-soft"), 0, column + 1)
        for k, flaw in enumerate(own.flaws, start=1):
            grid.addWidget(label(tr("flaw {k}", k=k), "far"), k, 0)
            row = []
            for column, attribute in enumerate(ENTERED):
                field = self._field(tr("Flaw {k}: {what}", k=k, what=_FLAW[column]))
                field.show_length(getattr(flaw, attribute), unit)
                field.entered.connect(partial(self._enter_flaw, k - 1, attribute))
                grid.addWidget(field, k, column + 1)
                row.append(field)
            away = QPushButton("×")
            away.setObjectName("chip")
            away.setAccessibleName(tr("Take flaw {k} away", k=k))
            away.clicked.connect(partial(self._drop_flaw, k - 1))
            grid.addWidget(away, k, 5)
            self.flaws.append(row)
        grid.setColumnStretch(6, 1)
        self.column.addLayout(grid)
        more = QPushButton(tr("A flaw or a stain…"))
        more.setToolTip(tr("No piece may be cut over it: type where it is and how large"))
        more.clicked.connect(
            lambda: self._apply(replace(self._measured, flaws=(*self._measured.flaws, _NEW_FLAW)))
        )
        row_of_one = QHBoxLayout()
        row_of_one.addWidget(more)
        row_of_one.addStretch()
        self.column.addLayout(row_of_one)
        self.more = more

    def _build_meaning(self, own: Measured, unit: Unit) -> None:
        """What was measured means for the lay, and a new one beside it where there is one."""
        session = self._session
        lay, cloth = session.lay, session.cloth
        assert cloth is not None
        if own == Measured() and lay is not None and lay.complete:
            return
        found = meaning(lay, own, lacking(lay))
        for words in found.words:
            self.column.addWidget(
                label(str(words), "far-held" if found.holds else "far-broken", wrap=True)
            )
        offered = session.offered
        if found.holds:
            return
        if offered is None or lacking(offered):
            if session.searching:
                self.column.addWidget(label(tr("A new lay is looked for …"), "far-soft", wrap=True))
            return
        planned = session.job.at_table.planned_mm.get(cloth.id)
        if planned is not None:
            self.column.addWidget(label(str(longer_words(offered, planned)), "far-bold", wrap=True))
        picture = LayPicture()
        picture.setFixedHeight(110)
        picture.show_lay(offered, offered.table_mm)
        self.column.addWidget(picture)
        self.take.setText(tr("Take the new lay"))
        self.take.setObjectName("next")
        self.take.setToolTip(tr("Lay all pieces anew on the cloth as it is; undo takes it back"))
        self.take.clicked.connect(self._take)
        self.column.addWidget(self.take)

    # --- what was typed ----------------------------------------------------------------------

    def _enter_width(self, which: int, mm: float) -> None:
        widths = list(self._measured.widths_mm)
        if which < len(widths):
            widths[which] = mm
        else:
            widths.append(mm)
        self._apply(replace(self._measured, widths_mm=tuple(widths)))

    def _enter_flaw(self, which: int, attribute: str, mm: float) -> None:
        flaws = list(self._measured.flaws)
        flaws[which] = ENTERED[attribute](flaws[which], mm)
        self._apply(replace(self._measured, flaws=tuple(flaws)))

    def _drop_flaw(self, which: int) -> None:
        flaws = tuple(flaw for k, flaw in enumerate(self._measured.flaws) if k != which)
        self._apply(replace(self._measured, flaws=flaws))

    def _apply(self, measured: Measured) -> None:
        session = self._session
        cloth = session.cloth
        if cloth is None:
            return
        try:
            job = with_measured(session.job, cloth.id, measured, session.lay)
        except BadCloth as reason:
            session.trouble.emit(str(reason))
            return
        session.apply(job, tr("{cloth} measured", cloth=cloth.shown_name))
        self.changed.emit()

    def _take(self) -> None:
        offered = self._session.offered
        if offered is not None:
            self._session.take_lay(offered, tr("A new lay on the real cloth"))
