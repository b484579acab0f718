"""How much is to be cut this week, against the hours there are for it."""

from __future__ import annotations

from dataclasses import replace
from datetime import date

from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QPainter, QPaintEvent
from PySide6.QtWidgets import QDoubleSpinBox, QHBoxLayout, QSizePolicy, QWidget

from wickel.app.settings import SettingsFile
from wickel.app.table.ink import pen
from wickel.app.theme import palette
from wickel.app.widgets.cards import label
from wickel.app.widgets.flow import TurningRow
from wickel.studio.listing import Listing, load_until, week_of
from wickel.wording import tr


class Week(TurningRow):
    """A strip of tape as long as the hours there are, filled as far as there is to cut."""

    changed = Signal()

    def __init__(self, settings: SettingsFile) -> None:
        super().__init__()
        self._settings = settings
        beside = QWidget()
        row = QHBoxLayout(beside)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(8)
        self.said = label("", "soft")
        self.strip = _Strip()
        self.hours = QDoubleSpinBox()
        self.hours.setRange(0.5, 120.0)
        self.hours.setDecimals(1)
        self.hours.setSingleStep(1.0)
        self.hours.setSuffix(tr(" h"))
        self.hours.setAccessibleName(tr("Hours for cutting in a week"))
        self.hours.setToolTip(tr("How many hours a week there are for cutting"))
        self.hours.setValue(settings.values.cutting_hours)
        self.hours.valueChanged.connect(self._take)
        self.row.addWidget(self.said)
        self.row.addWidget(beside, 1)
        row.addWidget(self.strip, 1)
        row.addWidget(label(tr("of"), "soft"))
        row.addWidget(self.hours)

    def _take(self, hours: float) -> None:
        self._settings.remember(replace(self._settings.values, cutting_hours=hours))
        self.changed.emit()

    def show_load(self, listings: tuple[Listing, ...], today: date) -> None:
        """Show what is still to be cut until Sunday."""
        load = load_until(listings, week_of(today)[1])
        minutes = round(load.minutes)
        words = tr(
            "To cut this week: {hours} h {minutes:02}", hours=minutes // 60, minutes=minutes % 60
        )
        if load.unknown:
            words += tr(" and {unknown} not known yet", unknown=load.unknown)
        self.said.setText(words)
        self.strip.show_share(load.minutes / 60.0 / self.hours.value())


class _Strip(QWidget):
    def __init__(self) -> None:
        super().__init__()
        self._share = 0.0
        self.setMinimumSize(80, 18)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.setAccessibleName(tr("The week's load"))

    def show_share(self, share: float) -> None:
        """Show how much of the time is taken."""
        self._share = share
        self.setToolTip(tr("{share:.0%} of the hours for cutting", share=share))
        self.setAccessibleDescription(self.toolTip())
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        colours, p = palette(), QPainter(self)
        box = QRectF(self.rect()).adjusted(0, 3, -1, -3)
        p.fillRect(box, QColor(colours.tape))
        taken = QRectF(box)
        taken.setWidth(box.width() * min(1.0, self._share))
        p.fillRect(taken, QColor(colours.madder if self._share > 1 else colours.moss))
        p.setPen(pen(colours.ink, 1))
        for k in range(1, 10):
            x = box.left() + box.width() * k / 10
            up = 8 if k == 5 else 4
            p.drawLine(QPointF(x, box.bottom()), QPointF(x, box.bottom() - up))
        p.setBrush(Qt.BrushStyle.NoBrush)
        p.setPen(pen(colours.soft, 1))
        p.drawRect(box)
        p.end()
