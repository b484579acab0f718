"""The Body stage: whose body, in which size, and what this style needs of it."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtGui import QFocusEvent
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QLabel, QLineEdit, QPushButton, QWidget

from wickel.app.edits import with_own_measure, with_person, with_size
from wickel.app.session import Session
from wickel.app.widgets.cards import card, label, relabelled
from wickel.app.widgets.figure import Figure
from wickel.app.widgets.length_edit import LengthEdit
from wickel.body import MEASUREMENTS, SIZES, doubts, missing, nearest_size, size_body
from wickel.draft import STYLES
from wickel.units import shown_length


class MeasureEdit(LengthEdit):
    """A length field that tells which measurement is in hand."""

    def __init__(self, measurement: str, stage: BodyStage) -> None:
        super().__init__(MEASUREMENTS[measurement].name)
        self._measurement, self._stage = measurement, stage

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self._stage.take(self._measurement)


class BodyStage(QWidget):
    """Sizes of the chart, the measurements needed, and a figure that shows the one in hand."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setObjectName("stage")
        self._session = session
        self._in_hand = "bust"
        self.size_buttons: dict[str, QPushButton] = {}
        self.fields: dict[str, MeasureEdit] = {}
        self.beside: dict[str, QLabel] = {}
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(14)
        row.addWidget(self._who_card(), 3)
        row.addWidget(self._figure_card(), 2)
        session.job_changed.connect(self.refresh)

    def _who_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label("Who is it for?", "heading"))
        self.person = QLineEdit()
        self.person.setPlaceholderText("name of the client")
        self.person.setAccessibleName("Name of the client")
        self.person.setToolTip("The client's name; a size of the chart needs none")
        self.person.editingFinished.connect(self._name_person)
        column.addWidget(self.person)
        column.addSpacing(6)
        column.addWidget(label("In a size of the chart", "heading"))
        chips = QHBoxLayout()
        chips.setSpacing(5)
        for size in SIZES:
            button = QPushButton(size)
            button.setObjectName("chip")
            button.setCheckable(True)
            button.setAccessibleName(f"Size {size}")
            button.setToolTip(f"Size {size}: bust {size} cm")
            button.clicked.connect(partial(self._take_size, size))
            self.size_buttons[size] = button
            chips.addWidget(button)
        chips.addStretch()
        column.addLayout(chips)
        column.addSpacing(6)
        self.needs = label("Measurements this style needs", "heading")
        column.addWidget(self.needs)
        self._grid = QGridLayout()
        self._grid.setHorizontalSpacing(14)
        self._grid.setVerticalSpacing(6)
        column.addLayout(self._grid)
        self.trouble = label("", "broken", wrap=True)
        column.addWidget(self.trouble)
        column.addStretch()
        return frame

    def _figure_card(self) -> QWidget:
        frame, column = card()
        self.figure = Figure()
        column.addWidget(self.figure, 1)
        self.how_title = label("", "heading")
        self.how = label("", "", wrap=True)
        self.how.setMinimumHeight(48)
        self.how.setAlignment(Qt.AlignmentFlag.AlignTop)
        column.addWidget(self.how_title)
        column.addWidget(self.how)
        return frame

    def refresh(self) -> None:
        """Show the garment's body as it is now."""
        garment = self._session.garment
        self.setEnabled(garment is not None)
        if garment is None:
            self.trouble.setText("This job holds plain pieces only: nothing is drafted from a body.")
            return
        required = STYLES[garment.style].required if garment.style in STYLES else tuple(MEASUREMENTS)
        if tuple(self.fields) != required:
            self._make_fields(required)
        body = garment.body
        self.person.setText("" if garment.size else body.name)
        for size, button in self.size_buttons.items():
            button.setChecked(size == garment.size)
        for id, field in self.fields.items():
            field.show_length(body.measurements_mm.get(id), self._session.job.unit)
        near = nearest_size(body)
        for id, beside in self.beside.items():
            beside.setText(f"size {near} has {shown_length(size_body(near)[id], self._session.job.unit)}")
        lines = [doubt.text for doubt in doubts(body)]
        absent = missing(body, required)
        if absent:
            lines.insert(0, "Still to measure: " + ", ".join(MEASUREMENTS[m].name.lower() for m in absent) + ".")
        good = "All there and plausible." + (f" Taken on {body.taken}." if body.taken else "")
        relabelled(self.trouble, "\n".join(lines) or good, "broken" if lines else "held")
        self.take(self._in_hand if self._in_hand in self.fields else required[0])

    def _make_fields(self, required: tuple[str, ...]) -> None:
        while (item := self._grid.takeAt(0)) is not None:
            if item.widget() is not None:
                item.widget().deleteLater()
        self.fields, self.beside = {}, {}
        for k, id in enumerate(required):
            name = label(MEASUREMENTS[id].name)
            field = MeasureEdit(id, self)
            field.entered.connect(partial(self._enter, id))
            name.setBuddy(field)
            self.fields[id] = field
            self._grid.addWidget(name, k, 0)
            self._grid.addWidget(field, k, 1)
            self.beside[id] = label("", "soft")
            self._grid.addWidget(self.beside[id], k, 2)
        self._grid.setColumnStretch(3, 1)

    def take(self, measurement: str) -> None:
        """Take a measurement in hand: show where it lies and how it is taken."""
        self._in_hand = measurement
        known = MEASUREMENTS[measurement]
        garment = self._session.garment
        mm = None if garment is None else garment.body.measurements_mm.get(measurement)
        self.how_title.setText(
            known.name if mm is None else f"{known.name}: {shown_length(mm, self._session.job.unit)}"
        )
        self.how.setText(known.how)
        self.figure.show_measurement(measurement)

    def _take_size(self, size: str) -> None:
        garment = self._session.garment
        if garment is not None:
            self._session.apply(with_size(self._session.job, garment, size), f"Size {size}")
            self.refresh()

    def _name_person(self) -> None:
        garment = self._session.garment
        name = self.person.text().strip()
        if garment is not None and name and (name != garment.body.name or garment.size):
            self._session.apply(with_person(self._session.job, garment, name), f"Name {name}")

    def _enter(self, measurement: str, mm: float) -> None:
        garment = self._session.garment
        if garment is None:
            return
        known = MEASUREMENTS[measurement]
        if mm <= 0:
            relabelled(self.trouble, f"{known.name} must be a length above zero.", "broken")
            self.fields[measurement].show_length(garment.body.measurements_mm.get(measurement), self._session.job.unit)
            return
        self._session.apply(with_own_measure(self._session.job, garment, measurement, mm), f"{known.name}")
