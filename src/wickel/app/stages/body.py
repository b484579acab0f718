"""The Body stage: whose body, in which size, and what this style needs of it."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QFocusEvent
from PySide6.QtWidgets import (
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QWidget,
)

from wickel.app.book import StudioBook, today
from wickel.app.session import Session
from wickel.app.stages.fittings import AdjustmentsBar
from wickel.app.widgets.cards import card, editable, emptied, label, labelled, relabelled, scrolling
from wickel.app.widgets.columns import Columns
from wickel.app.widgets.field import Field
from wickel.app.widgets.figure import Figure
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.reason import mark_concerned, mark_wrong
from wickel.app.widgets.stage import Stage
from wickel.body import (
    CHARTS,
    MEASUREMENTS,
    SIZES,
    WOMEN,
    Body,
    Chart,
    chart_of,
    differences,
    doubts,
    estimate,
    missing,
    nearest_size,
    size_body,
)
from wickel.draft import asked_measurements
from wickel.job import Garment, JobRefused, garment_style
from wickel.job.edits import (
    read_quantity,
    shown_quantity,
    with_body,
    with_estimates,
    with_own_measure,
    with_person,
    with_quantity,
    with_size,
)
from wickel.job.state import State, at_least
from wickel.job.turned import net_figures
from wickel.job.work import called
from wickel.units import shown_length
from wickel.wording import shown_unit, term, tr

_MOST_SAID = 48
"""So many letters of what was learnt before are shown on Body."""


class MeasureEdit(LengthEdit):
    """A length field that tells which measurement is in hand."""

    def __init__(self, measurement: str, stage: BodyStage) -> None:
        super().__init__(term(MEASUREMENTS[measurement].name))
        self._measurement, self._stage = measurement, stage

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self._stage.take(self._measurement)


class BodyStage(Stage):
    """Sizes of the chart, the measurements needed, and a figure that shows the one in hand."""

    card_asked = Signal()
    log_asked = Signal()

    def __init__(self, session: Session, book: StudioBook) -> None:
        super().__init__()
        self._session, self._book = session, book
        self._in_hand = "bust"
        self.size_buttons: dict[str, QPushButton] = {}
        self._chart = WOMEN
        self._asked: tuple[Garment, tuple[str, ...]] | None = None
        self.fields: dict[str, MeasureEdit] = {}
        self.beside: dict[str, QLabel] = {}
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        columns = (self._who_card(), self._figure_card())
        row.addWidget(Columns("body", columns, lambda _: (3.0, 2.0)))
        session.job_changed.connect(self.keep_up)
        book.changed.connect(self.keep_up)

    def _who_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("Who is it for?"), "heading"))
        column.addLayout(self._who_row())
        column.addLayout(self._history_row())
        self.adjustments = AdjustmentsBar(self._session, self._book)
        column.addWidget(self.adjustments)
        self.learnt = QPushButton(tr("What was learnt before"))
        self.learnt.setObjectName("chip")
        self.learnt.setToolTip(tr("What the log has of this client, style or cloth (Ctrl+8)"))
        self.learnt.clicked.connect(self.log_asked)
        column.addWidget(self.learnt, 0, Qt.AlignmentFlag.AlignLeft)
        column.addSpacing(6)
        column.addLayout(self._chart_row())
        self._chips = QHBoxLayout()
        self._chips.setSpacing(5)
        column.addLayout(self._chips)
        column.addLayout(self._quantity_row())
        column.addSpacing(6)
        self.needs = label(tr("Measurements this style needs"), "heading")
        column.addWidget(self.needs)
        rows = QWidget()
        self._grid = QGridLayout(rows)
        self._grid.setContentsMargins(0, 0, 8, 0)
        self._grid.setHorizontalSpacing(14)
        self._grid.setVerticalSpacing(6)
        column.addWidget(scrolling(rows), 1)
        self.trouble = label("", "broken", wrap=True)
        column.addWidget(self.trouble)
        self.estimate = QPushButton(tr("Estimate what is missing"))
        self.estimate.setToolTip(
            tr("Work the missing measurements out from the others; they stay marked as estimates")
        )
        self.estimate.clicked.connect(self._estimate)
        column.addWidget(self.estimate)
        return frame

    def _who_row(self) -> QHBoxLayout:
        """The client, their card, and what keeps the measurements."""
        who = QHBoxLayout()
        self.clients = QComboBox()
        editable(self.clients, tr("Client"))
        self.clients.setInsertPolicy(QComboBox.InsertPolicy.NoInsert)
        self.clients.setToolTip(
            tr("A client of the studio, or a new name; a size of the chart needs none")
        )
        self.clients.activated.connect(self._take_client)
        self.person = Field()
        self.clients.setLineEdit(self.person)
        self.person.setPlaceholderText(tr("name of the client"))
        self.person.setAccessibleName(tr("Name of the client"))
        self.person.editingFinished.connect(self._name_person)
        self.keep_button = QPushButton(tr("Keep measurements"))
        self.keep_button.setToolTip(
            tr("Keep these measurements under today's date in the client's history (Ctrl+K)")
        )
        self.keep_button.clicked.connect(self.keep)
        self.card_button = QPushButton(tr("Their card…"))
        self.card_button.setToolTip(
            tr("Consent, notes, fittings and jobs of the client (Ctrl+Alt+D)")
        )
        self.card_button.clicked.connect(self.card_asked)
        who.addWidget(self.clients, 1)
        who.addWidget(self.card_button)
        who.addWidget(self.keep_button)
        return who

    def _chart_row(self) -> QHBoxLayout:
        head = QHBoxLayout()
        head.addWidget(label(tr("In a size of the chart"), "heading"))
        self.chart = QComboBox()
        self.chart.setAccessibleName(tr("Size chart"))
        self.chart.setToolTip(tr("Which chart of sizes"))
        for chart in CHARTS.values():
            self.chart.addItem(chart.name, chart.id)
        self.chart.activated.connect(lambda _: self._show_sizes(CHARTS[self.chart.currentData()]))
        head.addWidget(self.chart)
        head.addStretch()
        return head

    def _quantity_row(self) -> QHBoxLayout:
        made = QHBoxLayout()
        self.quantity = Field()
        self.quantity.setAccessibleName(tr("How many are made, in which size"))
        self.quantity.setToolTip(
            tr("Like  own; 2 × 92; 96: one in the own body, two in size 92, one in 96")
        )
        self.quantity.editingFinished.connect(self._enter_quantity)
        labelled(made, tr("How many are made"), self.quantity, 1)
        return made

    def _history_row(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.days = QComboBox()
        self.days.setAccessibleName(tr("Measurements of which day"))
        self.days.setToolTip(tr("Take the measurements of another day"))
        self.days.activated.connect(lambda _: self._take_day(str(self.days.currentData())))
        self.compared = QComboBox()
        self.compared.setAccessibleName(tr("What the measurements are compared with"))
        self.compared.setToolTip(tr("Shown beside each measurement"))
        self.compared.activated.connect(lambda _: self._show_beside())
        for words, box in (("taken", self.days), (tr("beside it"), self.compared)):
            text = label(words, "soft")
            text.setBuddy(box)
            row.addWidget(text)
            row.addWidget(box, 1)
        return row

    def _style_charts(self, garment: Garment) -> tuple[str, ...]:
        """The charts that the garment's style is made for."""
        try:
            return garment_style(garment).charts
        except JobRefused:
            return tuple(CHARTS)

    def _one_size(self, garment: Garment) -> bool:
        """Whether the garment's style is the same for every body."""
        try:
            return garment_style(garment).one_size
        except JobRefused:
            return False

    def _style_needs(self, garment: Garment) -> tuple[str, ...]:
        """The measurements that the garment's style needs, all of them when it needs none; known
        for as long as the garment is the same, since it is drafted for that."""
        if self._asked is None or self._asked[0] != garment:
            self._asked = (garment, self._asked_for(garment))
        return self._asked[1]

    @staticmethod
    def _asked_for(garment: Garment) -> tuple[str, ...]:
        """Found out by drafting it; all there are where it cannot be, or nothing is needed."""
        try:
            style = garment_style(garment)
            figures = net_figures(garment.figures, garment.allowances, garment.cards)
            needed = asked_measurements(
                style, garment.body, garment.options, garment.allowances, figures
            )
            return needed or tuple(MEASUREMENTS)
        except JobRefused:
            return tuple(MEASUREMENTS)

    def _chart_for(self, garment: Garment) -> Chart:
        """The chart of its size; else the one in sight, unless the style is not made for it."""
        if garment.size in SIZES:
            return chart_of(garment.size)
        made_for = self._style_charts(garment)
        return self._chart if self._chart.id in made_for else CHARTS[made_for[0]]

    def _show_sizes(self, chart: Chart) -> None:
        """Offer the sizes of a chart."""
        self._chart = chart
        self.chart.setCurrentIndex(self.chart.findData(chart.id))
        emptied(self._chips)
        self.size_buttons = {}
        for size, key in chart.sizes.items():
            button = QPushButton(size)
            button.setObjectName("chip")
            button.setCheckable(True)
            button.setAccessibleName(tr("Size {size}", size=size))
            button.setToolTip(
                tr(
                    "Size {size}: {key} {length}",
                    size=size,
                    key=chart.key,
                    length=shown_length(key, shown_unit()),
                )
            )
            button.clicked.connect(partial(self._take_size, size))
            garment = self._session.garment
            button.setEnabled(garment is None or not self._one_size(garment))
            self.size_buttons[size] = button
            self._chips.addWidget(button)
        self._chips.addStretch()
        garment = self._session.garment
        if garment is not None:
            for size, button in self.size_buttons.items():
                button.setChecked(size == garment.size)

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
            self._show_nobody()
            return
        required = self._style_needs(garment)
        if tuple(self.fields) != required:
            self._make_fields(required)
        body, session = garment.body, self._session
        self._show_history(body, garment.size)
        self.adjustments.refresh()
        self._show_learnt(garment)
        self._show_sizes(self._chart_for(garment))
        self.quantity.refill(shown_quantity(garment.quantity))
        for id, field in self.fields.items():
            field.show_length(body.measurements_mm.get(id), self._session.job.unit)
            mark_concerned(field, session.refusal if id in session.refusal_concerns else "")
        self._show_beside()
        self._show_doubts(garment, required)
        self.take(self._in_hand if self._in_hand in self.fields else required[0])

    def _show_nobody(self) -> None:
        """A job of plain pieces: nobody's name or measurement stays in sight."""
        self._show_history(Body(name="", measurements_mm={}), "")
        self.quantity.refill("")
        for id, field in self.fields.items():
            field.show_length(None, self._session.job.unit)
            self.beside[id].setText("")
        relabelled(
            self.trouble,
            tr("This job holds plain pieces only: nothing is drafted from a body."),
            "soft",
        )

    def _show_doubts(self, garment: Garment, required: tuple[str, ...]) -> None:
        """Say what is implausible, what is still to be measured, and what was guessed."""
        body, one_size = garment.body, self._one_size(garment)
        lines = [str(doubt.text) for doubt in doubts(body)]
        absent = () if one_size else missing(body, required)
        self.estimate.setVisible(bool(absent))
        if absent:
            names = ", ".join(term(MEASUREMENTS[m].name).lower() for m in absent)
            lines.insert(0, tr("Still to measure: ") + names + ".")
        guessed = [term(MEASUREMENTS[m].name).lower() for m in required if m in body.estimated]
        if guessed:
            lines.append(
                tr("Taken from the chart and not measured yet: {join}.", join=", ".join(guessed))
            )
        good = (
            tr("These pieces are drawn in one size: nothing is drafted from a body.")
            if one_size
            else tr("All there and plausible.")
        )
        good += tr(" Taken on {taken}.", taken=body.taken) if body.taken else ""
        wrong = len(lines) > bool(guessed)
        relabelled(
            self.trouble,
            "\n".join(lines) or good,
            "broken" if wrong else "soft" if lines else "held",
        )

    def _show_learnt(self, garment: Garment) -> None:
        """Point to what was learnt of the same client, style or cloth before."""
        job = self._session.job
        cloths = tuple(cloth.shown_name for cloth in self._session.cloths)
        style = (called(garment),)
        found = self._book.entries_like(job.client or garment.body.name, style, cloths, 1)
        entry = next((own for own in found if own.id != job.book_id), None)
        self.learnt.setVisible(entry is not None)
        if entry is not None:
            said = entry.note or ", ".join(entry.said)
            short = said if len(said) <= _MOST_SAID else f"{said[:_MOST_SAID]}…"
            self.learnt.setText(tr("Learnt before, {job}: {short}", job=entry.job, short=short))

    def _show_history(self, body: Body, size: str) -> None:
        """Fill the boxes of clients, days and what to compare with."""
        name = "" if size else body.name
        if not self.person.is_touched:
            self.clients.clear()
            self.clients.addItems([client.name for client in self._book.clients])
            self.clients.setCurrentIndex(self.clients.findText(name))
            self.person.setText(name)
        client = self._book.client(name) if name else None
        days = [kept.taken for kept in reversed(client.bodies)] if client else []
        kept = client is not None and body in client.bodies
        now = tr("size of the chart") if size else tr("now, not kept yet")
        self._show_days(days, body.taken if kept else "", body.taken or now)
        self._show_compared([day for day in days if not (kept and day == body.taken)])
        self.keep_button.setEnabled(bool(name) and not kept)
        self.card_button.setEnabled(client is not None)

    def _show_days(self, days: list[str], shown: str, now: str) -> None:
        """Fill the box of days that measurements were taken on; ``now`` stands first when none of
        them is shown."""
        self.days.clear()
        if not shown:
            self.days.addItem(now, "")
        for day in days:
            self.days.addItem(day, day)
        self.days.setCurrentIndex(days.index(shown) if shown else 0)
        self.days.setEnabled(bool(days))

    def _show_compared(self, days: list[str]) -> None:
        """Fill the box of what the body is compared with, the choice kept where it can be."""
        before = self.compared.currentData()
        self.compared.clear()
        self.compared.addItem(tr("the size chart"), "")
        for day in days:
            self.compared.addItem(day, day)
        self.compared.setCurrentIndex(max(0, self.compared.findData(before)))

    def _show_beside(self) -> None:
        """Beside each measurement: what the chart has, or what it was on the day compared with."""
        garment, unit = self._session.garment, self._session.job.unit
        if garment is None:
            return
        body, day = garment.body, str(self.compared.currentData() or "")
        client = self._book.client(body.name)
        then = (
            next((kept for kept in client.bodies if kept.taken == day), None)
            if client and day
            else None
        )
        grown = {d.measurement: d for d in differences(then, body)} if then else {}
        near = nearest_size(body, self._chart)
        for id, beside in self.beside.items():
            marked = "estimated · " if id in body.estimated else ""
            if then is None:
                text = tr(
                    "size {near} has {length}",
                    near=near,
                    length=shown_length(size_body(near)[id], unit),
                )
            elif id not in then.measurements_mm:
                text = tr("{day}: not taken", day=day)
            else:
                change = grown[id].grown_mm if id in grown else 0.0
                more = (
                    tr("as now")
                    if not change
                    else tr(
                        "{word}{length} since",
                        word="+" if change > 0 else "−",
                        length=shown_length(abs(change), unit),
                    )
                )
                text = f"{day}: {shown_length(then[id], unit)}, {more}"
            beside.setText(marked + text)

    def _make_fields(self, required: tuple[str, ...]) -> None:
        emptied(self._grid)
        self.fields, self.beside = {}, {}
        for k, id in enumerate(required):
            name = label(term(MEASUREMENTS[id].name))
            field = MeasureEdit(id, self)
            field.entered.connect(partial(self._enter, id))
            name.setBuddy(field)
            self.fields[id] = field
            self._grid.addWidget(name, k, 0)
            self._grid.addWidget(field, k, 1)
            self.beside[id] = label("", "soft")
            self._grid.addWidget(self.beside[id], k, 2)
        self._grid.setColumnStretch(3, 1)
        self._grid.setRowStretch(len(required), 1)

    def take(self, measurement: str) -> None:
        """Take a measurement in hand: show where it lies and how it is taken."""
        self._in_hand = measurement
        known = MEASUREMENTS[measurement]
        garment = self._session.garment
        mm = None if garment is None else garment.body.measurements_mm.get(measurement)
        self.how_title.setText(
            term(known.name)
            if mm is None
            else f"{term(known.name)}: {shown_length(mm, self._session.job.unit)}"
        )
        self.how.setText(term(known.how))
        self.figure.show_measurement(measurement)

    def _take_size(self, size: str) -> None:
        garment = self._session.garment
        if garment is not None:
            self._session.apply(
                with_size(self._session.job, garment, size), tr("Size {size}", size=size)
            )
            self.refresh()

    def _enter_quantity(self) -> None:
        """Make the garment so many times, in so many sizes."""
        garment = self._session.garment
        text = self.quantity.text().strip()
        if garment is None or text == shown_quantity(garment.quantity):
            mark_wrong(self.quantity, "")
            return
        sizes = [size for id in self._style_charts(garment) for size in CHARTS[id].sizes]
        try:
            quantity = read_quantity(text, sizes)
        except ValueError as reason:
            mark_wrong(self.quantity, str(reason))
            return
        mark_wrong(self.quantity, "")
        self._session.apply(
            with_quantity(self._session.job, garment, quantity), tr("How many are made")
        )

    def _estimate(self) -> None:
        """Work out every missing measurement from the chart, marked as an estimate, with the rule
        said."""
        garment = self._session.garment
        if garment is None:
            return
        absent = missing(garment.body, self.fields)
        guesses = {id: estimate(garment.body, id, self._chart) for id in absent}
        found = {id: guess.mm for id, guess in guesses.items() if guess is not None}
        if not found:
            relabelled(
                self.trouble,
                tr("There is nothing to estimate from: measure bust, hip or waist."),
                "broken",
            )
            return
        self._session.apply(with_estimates(self._session.job, garment, found), tr("Estimates"))
        rule = next(guess.rule for guess in guesses.values() if guess is not None)
        relabelled(
            self.trouble, tr("Estimated by {rule}: measure when you can.", rule=rule), "held"
        )

    def _take_client(self) -> None:
        """Make the garment for a client of the book, as measured last."""
        garment, client = self._session.garment, self._book.client(self.clients.currentText())
        if garment is not None and client is not None and client.latest is not None:
            job = with_body(self._session.job, garment, client.latest)
            self._session.apply(job, tr("For {client}", client=client.name))

    def _take_day(self, day: str) -> None:
        """Take the measurements of another day."""
        garment = self._session.garment
        client = None if garment is None else self._book.client(garment.body.name)
        kept = next((body for body in client.bodies if body.taken == day), None) if client else None
        if garment is not None and kept is not None:
            self._session.apply(
                with_body(self._session.job, garment, kept), tr("Measurements of {day}", day=day)
            )

    def keep(self) -> None:
        """Keep the measurements under today's date in the client's history."""
        garment = self._session.garment
        if garment is None or garment.size or not garment.body.name:
            self._session.trouble.emit(
                tr("Write the client's name first: measurements are kept under it.")
            )
            return
        body = replace(garment.body, taken=today())
        if self._book.keep_body(body.name, body):
            job = with_body(self._session.job, garment, body)
            measured = replace(job, state=at_least(job.state, State.MEASURED))
            self._session.apply(measured, tr("Measurements kept"))

    def _name_person(self) -> None:
        garment = self._session.garment
        name = self.person.text().strip()
        self.person.setModified(False)
        if garment is not None and name and (name != garment.body.name or garment.size):
            self._session.apply(
                with_person(self._session.job, garment, name), tr("Name {name}", name=name)
            )

    def _enter(self, measurement: str, mm: float) -> None:
        garment = self._session.garment
        if garment is None:
            return
        known = MEASUREMENTS[measurement]
        if mm <= 0:
            relabelled(
                self.trouble,
                tr("{known} must be a length above zero.", known=term(known.name)),
                "broken",
            )
            self.fields[measurement].show_length(
                garment.body.measurements_mm.get(measurement), self._session.job.unit
            )
            return
        self._session.apply(
            with_own_measure(self._session.job, garment, measurement, mm, self._chart),
            term(known.name),
        )
