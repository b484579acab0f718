"""How fast cutting goes in the studio: the rates, each a field of its own."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QDoubleSpinBox, QHBoxLayout, QPushButton

from wickel.app.settings import WITHIN
from wickel.app.widgets.cards import Form, card, form_below, label, relabelled
from wickel.lay import USUAL_RATES, CuttingRates
from wickel.wording import tr

Edit = Callable[[CuttingRates, float], CuttingRates]
MINUTES: tuple[tuple[str, str, Edit], ...] = (
    (
        "section_min",
        tr("Spreading a length of cloth"),
        lambda rates, own: replace(rates, section_min=own),
    ),
    (
        "fold_min",
        tr("Making and pinning a fold"),
        lambda rates, own: replace(rates, fold_min=own),
    ),
    (
        "placement_min",
        tr("Laying and pinning a piece"),
        lambda rates, own: replace(rates, placement_min=own),
    ),
)
_MM_A_M = 1000.0


class RatesCard(QObject):
    """The rates, on a ``frame``. ``changed`` carries them when one is another now."""

    changed = Signal(object)

    def __init__(self, rates: CuttingRates) -> None:
        self.frame, column = card()
        super().__init__(self.frame)
        self.rates = rates
        column.addWidget(label(tr("How fast you cut"), "heading"))
        form = form_below(column)
        self.fields: dict[str, QDoubleSpinBox] = {}
        for name, words, edit in MINUTES:
            field = self._field(form, words, tr(" min"), WITHIN[name])
            field.valueChanged.connect(partial(self._take, edit))
            self.fields[name] = field
        least, most = WITHIN["line_mm_a_min"]
        self.line = self._field(
            form, tr("Line chalked and cut"), tr(" m/min"), (least / _MM_A_M, most / _MM_A_M)
        )
        self.line.valueChanged.connect(self._take_line)
        row = QHBoxLayout()
        self.said = label("", "soft", wrap=True)
        self.as_usual = QPushButton(tr("As usual"))
        self.as_usual.setToolTip(tr("Take the rule of thumb again, corrected by your log"))
        self.as_usual.setAutoDefault(False)
        self.as_usual.clicked.connect(lambda: self._keep(USUAL_RATES))
        row.addWidget(self.said, 1)
        row.addWidget(self.as_usual)
        column.addLayout(row)
        self._show()

    def _field(
        self, form: Form, words: str, unit: str, within: tuple[float, float]
    ) -> QDoubleSpinBox:
        field = QDoubleSpinBox()
        field.setRange(*within)
        field.setDecimals(1)
        field.setSingleStep(0.1)
        field.setSuffix(unit)
        field.setKeyboardTracking(False)
        field.setAccessibleName(words)
        field.setToolTip(tr("Minutes to cut are planned with it"))
        field.setMaximumWidth(150)
        form.add(words, field)
        return field

    def _take(self, edit: Edit, minutes: float) -> None:
        self._keep(edit(self.rates, minutes))

    def _take_line(self, m: float) -> None:
        self._keep(replace(self.rates, line_mm_a_min=_MM_A_M * m))

    def _keep(self, rates: CuttingRates) -> None:
        if rates != self.rates:
            self.rates = rates
            self.changed.emit(rates)
        self._show()

    def _show(self) -> None:
        shown = [(field, getattr(self.rates, name)) for name, field in self.fields.items()]
        for field, value in (*shown, (self.line, self.rates.line_mm_a_min / _MM_A_M)):
            field.blockSignals(True)
            field.setValue(value)
            field.blockSignals(False)
        own = self.rates != USUAL_RATES
        self.as_usual.setEnabled(own)
        relabelled(
            self.said,
            tr("Your own rates are taken as they stand; the log measures them.")
            if own
            else tr("The rule of thumb; from ten jobs in the log on, what the log shows."),
            "soft",
        )
