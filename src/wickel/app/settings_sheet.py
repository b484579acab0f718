"""The settings, one sheet: what is usual in the studio, at the table, on the screen. Each is kept
as soon as it is chosen. At the first start it asks for the studio alone."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import replace
from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QCheckBox,
    QComboBox,
    QFileDialog,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.rates_card import RatesCard
from wickel.app.settings import WITHIN, Settings, SettingsFile
from wickel.app.widgets.cards import card, form_below, label, scrolling, seen
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.field_sheet import FieldSheet
from wickel.app.widgets.flow import ShortLabel
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.reason import mark_wrong
from wickel.draft import PRESETS, School
from wickel.lay import CuttingRates
from wickel.typed import UnreadableLength, parsed_length
from wickel.units import Unit, shown_as_sold, shown_length, sold_by_the_yard
from wickel.wording import term, tr

TEXT_SIZES = (1.0, 1.125, 1.25, 1.5, 1.75, 2.0)
PAPERS = ("A4", "A3", "Letter")
_MOST_WIDTHS, _LEAST_MM, _MOST_MM = 12, 100.0, 6000.0


class SettingsSheet(FieldSheet):
    """The settings. ``changed`` says that one of them is another now."""

    changed = Signal()

    def __init__(
        self,
        settings: SettingsFile,
        schools: Iterable[School],
        folder: Path,
        parent: QWidget | None = None,
        *,
        first: bool = False,
    ) -> None:
        super().__init__(parent)
        title = tr("Your studio") if first else tr("Settings")
        self.setProperty(PAGE, "settings")
        self.setWindowTitle(title)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        take_room(self, 820, 470 if first else 700)
        self._settings, self._folder = settings, folder
        self._unit = Unit.INCH if settings.values.inches else Unit.CM
        whole = QVBoxLayout(self)
        whole.setContentsMargins(20, 16, 20, 14)
        whole.setSpacing(10)
        whole.addWidget(label(title, "title"))
        inner = QWidget()
        column = QVBoxLayout(inner)
        column.setContentsMargins(0, 0, 8, 0)
        column.setSpacing(10)
        column.addWidget(self._studio_card(tuple(schools)))
        if first:
            words = tr("What is usual with you? All of it can be changed later (Ctrl+,).")
            whole.addWidget(label(words, "soft", wrap=True))
        else:
            column.addWidget(self._table_card())
            self.rates = RatesCard(self._values.rates)
            self.rates.changed.connect(self._take_rates)
            column.addWidget(self.rates.frame)
            column.addWidget(self._screen_card())
        column.addStretch()
        whole.addWidget(scrolling(inner), 1)
        foot = QHBoxLayout()
        foot.addStretch()
        close = QPushButton(tr("Begin") if first else tr("Close"))
        close.setObjectName("main")
        close.setToolTip(
            tr("To the first job") if first else tr("Close (Esc): everything is kept already")
        )
        close.setAutoDefault(False)
        close.clicked.connect(self.accept)
        foot.addWidget(close)
        whole.addLayout(foot)

    @property
    def _values(self) -> Settings:
        return self._settings.values

    def _keep(self, values: Settings) -> None:
        if values != self._values:
            self._settings.remember(values)
            self.changed.emit()

    # --- cards ---------------------------------------------------------------------------------

    def _studio_card(self, schools: tuple[School, ...]) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("The studio"), "heading"))
        form = form_below(column)
        values = self._values
        self.unit = _box(
            tr("Unit of new jobs"),
            tr("In what lengths are shown; each job can change it"),
            ((tr("centimetres"), "cm"), (tr("inches"), "in")),
            "in" if values.inches else "cm",
            lambda id: self._keep(replace(self._values, inches=id == "in")),
        )
        form.add(tr("Unit of new jobs"), self.unit)
        self.both = _tick(
            tr("with the other unit beside it"),
            values.both_units,
            lambda yes: self._keep(replace(self._values, both_units=yes)),
        )
        form.addRow("", self.both)
        self.preset = _box(
            tr("Allowances of new garments"),
            tr("What is added outside the edges, until a job says otherwise"),
            ((own.name, own.id) for own in PRESETS.values()),
            values.preset,
            lambda id: self._keep(replace(self._values, preset=id)),
        )
        form.add(tr("Allowances of new garments"), self.preset)
        self.school = _box(
            tr("School of new garments"),
            tr("How new garments are drafted; it brings its own allowances"),
            ((tr("none"), ""), *((term(own.name), own.id) for own in schools)),
            values.school,
            lambda id: self._keep(replace(self._values, school=id)),
        )
        form.add(tr("School of new garments"), self.school)
        self.widths = QLineEdit(self._widths_text())
        self.widths.setAccessibleName(tr("Usual widths of cloth"))
        self.widths.setToolTip(tr("The columns of Buy, with semicolons between them, in any unit"))
        self.widths.editingFinished.connect(self._take_widths)
        form.add(tr("Usual widths of cloth"), self.widths)
        self.step = LengthEdit(tr("Cloth is sold in steps of"))
        self._show_step()
        self.step.entered.connect(self._take_step)
        form.add(tr("Cloth is sold in steps of"), self.step)
        self.currency = QLineEdit(values.currency)
        self.currency.setPlaceholderText(tr("like €"))
        self.currency.setMaxLength(6)
        self.currency.setMaximumWidth(96)
        self.currency.setAccessibleName(tr("Currency"))
        self.currency.setToolTip(tr("Stands behind everything that costs something"))
        self.currency.editingFinished.connect(
            lambda: self._keep(replace(self._values, currency=self.currency.text().strip()))
        )
        form.add(tr("Currency"), self.currency)
        form.add(tr("Folder of the studio"), self._folder_row())
        self.moved = label("", "soft", wrap=True)
        column.addWidget(self.moved)
        self._show_folder()
        return frame

    def _folder_row(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.folder = ShortLabel()
        self.elsewhere = QPushButton(tr("Another…"))
        self.elsewhere.setToolTip(tr("Keep the studio in another folder, from the next start on"))
        self.elsewhere.setAutoDefault(False)
        self.elsewhere.clicked.connect(self._ask_folder)
        row.addWidget(self.folder, 1)
        row.addWidget(self.elsewhere)
        return row

    def _table_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("The cutting table"), "heading"))
        form = form_below(column)
        values = self._values
        self.table = LengthEdit(tr("Length of the table"))
        self.table.setPlaceholderText(tr("any"))
        self.table.show_length(values.table_mm or None, self._unit)
        self.table.entered.connect(self._take_table)
        form.add(tr("Length of the table"), self.table)
        self.rotary = _tick(
            tr("We cut with a rotary cutter"),
            values.rotary,
            lambda yes: self._keep(replace(self._values, rotary=yes)),
        )
        form.addRow("", self.rotary)
        self.paper = _box(
            tr("Paper"),
            tr("What the papers for the table are printed on"),
            ((own, own) for own in PAPERS),
            values.paper,
            lambda id: self._keep(replace(self._values, paper=id)),
        )
        form.add(tr("Paper"), self.paper)
        return frame

    def _screen_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("The screen"), "heading"))
        form = form_below(column)
        values = self._values
        self.dark = _box(
            tr("Ground"),
            tr("Ink on linen, or linen on ink"),
            ((tr("light"), "light"), (tr("dark"), "dark")),
            "dark" if values.dark else "light",
            lambda id: self._keep(replace(self._values, dark=id == "dark")),
        )
        form.add(tr("Ground"), self.dark)
        self.contrast = _tick(
            tr("high contrast"),
            values.contrast,
            lambda yes: self._keep(replace(self._values, contrast=yes)),
        )
        form.addRow("", self.contrast)
        self.still = _tick(
            tr("as little movement as can be"),
            values.still,
            lambda yes: self._keep(replace(self._values, still=yes)),
        )
        self.still.setToolTip(
            tr(
                "Pieces stay where they lie until a search is over; the cursor does not blink, "
                "menus and bars do not move"
            )
        )
        form.addRow("", self.still)
        sizes = [(f"{round(own * 100)} %", f"{own}") for own in TEXT_SIZES]
        nearest = min(TEXT_SIZES, key=lambda own: abs(own - values.text))
        self.text = _box(
            tr("Size of all text"),
            tr("Beside what the desktop says"),
            sizes,
            f"{nearest}",
            lambda id: self._keep(replace(self._values, text=float(id))),
        )
        form.add(tr("Size of all text"), self.text)
        return frame

    # --- what is typed -------------------------------------------------------------------------

    def _widths_text(self) -> str:
        return "; ".join(shown_length(mm, self._unit) for mm in self._values.widths_mm)

    def _take_widths(self) -> None:
        """Take the widths that were typed; what cannot be is marked."""
        texts = [text for text in self.widths.text().split(";") if text.strip()]
        try:
            widths = sorted({parsed_length(text, self._unit) for text in texts})
        except UnreadableLength as reason:
            mark_wrong(self.widths, str(reason))
            return
        if (
            not widths
            or len(widths) > _MOST_WIDTHS
            or not _LEAST_MM <= widths[0] <= widths[-1] <= _MOST_MM
        ):
            mark_wrong(
                self.widths, tr("One to twelve widths, each from 10 cm (4 in) to 6 m (236 in).")
            )
            return
        mark_wrong(self.widths, "")
        self._keep(replace(self._values, widths_mm=tuple(widths)))
        self.widths.setText(self._widths_text())

    def _show_step(self) -> None:
        mm = self._values.step_mm
        words = shown_as_sold if sold_by_the_yard(mm) else shown_length
        self.step.show_text(words(mm, self._unit), self._unit)

    def _take_step(self, mm: float) -> None:
        least, most = WITHIN["step_mm"]
        if least <= mm <= most:
            self._keep(replace(self._values, step_mm=mm))
            self._show_step()
        else:
            mark_wrong(self.step, tr("A step is from 5 mm to 20 m long."))

    def _take_rates(self, rates: CuttingRates) -> None:
        self._keep(
            replace(
                self._values,
                section_min=rates.section_min,
                fold_min=rates.fold_min,
                placement_min=rates.placement_min,
                line_mm_a_min=rates.line_mm_a_min,
            )
        )

    def _take_table(self, mm: float) -> None:
        self._keep(replace(self._values, table_mm=max(0.0, mm)))
        self.table.show_length(self._values.table_mm or None, self._unit)

    def _ask_folder(self) -> None:
        name = QFileDialog.getExistingDirectory(self, tr("Folder of the studio"), str(self._folder))
        if name:
            self.take_folder(Path(name))

    def take_folder(self, folder: Path) -> None:
        """Keep the studio in another folder, from the next start on."""
        self._keep(replace(self._values, studio=str(folder)))
        self._show_folder()

    def _show_folder(self) -> None:
        chosen = Path(self._values.studio) if self._values.studio else self._folder
        self.folder.say(str(chosen))
        moved = chosen != self._folder
        self.moved.setText(
            tr(
                "It is opened there from the next start on. What is in {folder} stays: send the "
                "studio out as one zip, and bring it in there.",
                folder=self._folder.name,
            )
            if moved
            else ""
        )
        seen(self.moved, moved)


def _box(
    name: str,
    tip: str,
    rows: Iterable[tuple[str, str]],
    chosen: str,
    take: Callable[[str], object],
) -> QComboBox:
    box = QComboBox()
    box.setAccessibleName(name)
    box.setToolTip(tip)
    for words, id in rows:
        box.addItem(words, id)
    box.setCurrentIndex(max(0, box.findData(chosen)))
    box.activated.connect(lambda _: take(str(box.currentData())))
    return box


def _tick(words: str, on: bool, take: Callable[[bool], object]) -> QCheckBox:
    tick = QCheckBox(words)
    tick.setToolTip(words)
    tick.setChecked(on)
    tick.clicked.connect(lambda yes: take(bool(yes)))
    return tick
