"""The Buy stage: how much to buy for every size on every width, and one cell opened beside the
table."""

from __future__ import annotations

from functools import partial
from itertools import islice

from PySide6.QtCore import QModelIndex, QPersistentModelIndex, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QGuiApplication, QPainter
from PySide6.QtWidgets import (
    QAbstractItemView,
    QHBoxLayout,
    QHeaderView,
    QPushButton,
    QStackedWidget,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from wickel.app.errand import Errand
from wickel.app.fill import Place, TableFill
from wickel.app.runners import Runner
from wickel.app.session import Session
from wickel.app.stages.buy_bolt import BoltPage
from wickel.app.stages.buy_cell import CellCard
from wickel.app.stages.buy_list import ListPage, Orders
from wickel.app.table.ink import mixed_colour, pen
from wickel.app.theme import palette, text_font
from wickel.app.widgets.cards import card, label, relabelled
from wickel.app.widgets.columns import Columns
from wickel.app.widgets.field import Field
from wickel.app.widgets.flow import flow_bar, with_words
from wickel.app.widgets.length_edit import LengthEdit
from wickel.cloth import Cloth, Spreading
from wickel.files import csv_text
from wickel.job import WIDTHS_MM, Cell, fit_of, jumps
from wickel.typed import UnreadableLength, parsed_length
from wickel.units import Unit, shown_length, shown_short
from wickel.wording import in_words, tr
from wickel.yardage import shown_buy

_CELL = Qt.ItemDataRole.UserRole
_MOST_WIDTHS, _MOST_WIDTH_MM = 12, 6000.0
_JUMPS_SHOWN, _REASONS_SHOWN = 2, 2
_ROW, _CELL_PX = 40, 316
_PAGES = (
    ("Lengths", tr("How much to buy for every size on every width (Ctrl+Shift+1)")),
    (
        tr("Everything to buy"),
        tr(
            "The buying list: all cloths, and the small things, of one job or several "
            "(Ctrl+Shift+2)"
        ),
    ),
    (tr("From a bolt"), tr("How many garments come out of a length at hand (Ctrl+Shift+3)")),
)


class _CellPainter(QStyledItemDelegate):
    """Draws a cell: the length to buy, large, and under it the way; shaded by length."""

    def sizeHint(
        self, option: QStyleOptionViewItem, index: QModelIndex | QPersistentModelIndex
    ) -> QSize:
        return QSize(110, _ROW)

    def paint(
        self,
        painter: QPainter,
        option: QStyleOptionViewItem,
        index: QModelIndex | QPersistentModelIndex,
    ) -> None:
        colours = palette()
        figure, words, share, chosen = index.data(_CELL) or ("", "", None, False)
        box = QRectF(option.rect).adjusted(2, 2, -2, -2)
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        ground = (
            QColor(colours.paper)
            if share is None
            else mixed_colour(colours.weld, colours.paper, 0.06 + 0.34 * share)
        )
        painter.setBrush(ground)
        painter.setPen(pen(colours.indigo, 2.5) if chosen else pen(colours.undyed, 1))
        painter.drawRoundedRect(box, 4, 4)
        painter.setPen(QColor(colours.ink))
        painter.setFont(text_font(20, bold=True))
        painter.drawText(box.adjusted(0, 0, 0, -14), Qt.AlignmentFlag.AlignCenter, figure)
        painter.setPen(QColor(colours.ink if share is not None else colours.soft))
        painter.setFont(text_font(12))
        painter.drawText(
            box.adjusted(4, 0, -4, -2),
            Qt.AlignmentFlag.AlignHCenter | Qt.AlignmentFlag.AlignBottom,
            words,
        )
        painter.restore()


class BuyStage(QWidget):
    """The yardage table of the garment and the cloth in hand."""

    csv_asked = Signal()
    pdf_asked = Signal()

    def __init__(self, session: Session, fill: TableFill, runner: Runner, orders: Orders) -> None:
        super().__init__()
        self.setObjectName("stage")
        self._session, self.fill = session, fill
        self.widths_mm: tuple[float, ...] = WIDTHS_MM
        self.at_hand_mm: float | None = None
        self.opened: Place | None = None
        self._shown_cell: object = None
        self.list = ListPage(session, Errand(runner, self), orders)
        self.bolt = BoltPage(session, Errand(runner, self))
        self.pages = QStackedWidget()
        whole = QVBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        whole.setSpacing(8)
        whole.addLayout(self._page_chips())
        whole.addWidget(self.pages, 1)
        for page in (self._table_page(), self.list, self.bolt):
            self.pages.addWidget(page)
        session.job_changed.connect(self._follow)
        fill.changed.connect(self.refresh)
        fill.working_changed.connect(lambda _: self.refresh())

    # --- parts -------------------------------------------------------------------------------

    def _page_chips(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(6)
        self.chips: list[QPushButton] = []
        for k, (words, tip) in enumerate(_PAGES):
            chip = QPushButton(words)
            chip.setObjectName("chip")
            chip.setCheckable(True)
            chip.setChecked(k == 0)
            chip.setToolTip(tip)
            chip.clicked.connect(partial(self.show_page, k))
            self.chips.append(chip)
            row.addWidget(chip)
        row.addStretch()
        for words, tip, act in (
            ("Copy", tr("Copy what is shown as text with tabs (Ctrl+Shift+Y)"), self.copy),
            (
                "CSV…",
                tr("What is shown as a table for a sheet (Ctrl+Shift+V)"),
                self.csv_asked.emit,
            ),
            ("PDF…", tr("What is shown on paper (Ctrl+Shift+R)"), self.pdf_asked.emit),
        ):
            out = QPushButton(words)
            out.setObjectName("chip")
            out.setToolTip(tip)
            out.clicked.connect(lambda _=False, act=act: act())
            row.addWidget(out)
        return row

    def show_page(self, k: int) -> None:
        """Show the table, the list, or the bolt."""
        self.pages.setCurrentIndex(k)
        for n, chip in enumerate(self.chips):
            chip.setChecked(n == k)

    def shut(self) -> None:
        """End all workers of the stage."""
        self.fill.shut()
        self.list.errand.shut()
        self.bolt.errand.shut()

    def _table_page(self) -> QWidget:
        table = QWidget()
        left = QVBoxLayout(table)
        left.setContentsMargins(0, 0, 0, 0)
        left.setSpacing(10)
        left.addWidget(self._tools())
        left.addWidget(self._table_card(), 1)
        self.cell = CellCard()
        self.cell.improve.connect(self._improve)
        return Columns("buy", (table, self.cell), lambda room: (room - _CELL_PX, _CELL_PX))

    def _tools(self) -> QWidget:
        bar, row = flow_bar()
        self.start = QPushButton(tr("Fill the table"))
        self.start.setObjectName("main")
        self.start.setToolTip(
            tr("Lay every size on every width in the background, or stop it (Ctrl+Shift+L)")
        )
        self.start.clicked.connect(self.fill_or_stop)
        row.addWidget(self.start)
        self.widths = Field()
        self.widths.setAccessibleName(tr("Usable widths of the table"))
        self.widths.setToolTip(
            tr("The widths that are asked for, with semicolons between them, in any unit")
        )
        self.widths.setMinimumWidth(150)
        self.widths.editingFinished.connect(self._enter_widths)
        row.addWidget(with_words(tr("Usable widths"), self.widths))
        self.at_hand = LengthEdit(tr("Length at hand"))
        self.at_hand.setPlaceholderText(tr("any length"))
        self.at_hand.entered.connect(self._enter_at_hand)
        self.at_hand.unreadable.connect(self._session.trouble)
        row.addWidget(with_words(tr("If I have"), self.at_hand))
        self.progress = label("", "soft")
        row.addWidget(self.progress)
        return bar

    def _table_card(self) -> QWidget:
        frame, column = card()
        self.title = label("", "heading", wrap=True)
        column.addWidget(self.title)
        self.table = QTableWidget()
        self.table.setAccessibleName(tr("Length to buy for every size and width"))
        self.table.setCornerButtonEnabled(False)
        self.table.setItemDelegate(_CellPainter(self.table))
        self.table.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.table.setSelectionMode(QAbstractItemView.SelectionMode.NoSelection)
        self.table.setShowGrid(False)
        self.table.setTabKeyNavigation(False)  # the arrows walk it, Tab goes on
        self.table.horizontalHeader().setSectionResizeMode(QHeaderView.ResizeMode.Stretch)
        self.table.verticalHeader().setSectionResizeMode(QHeaderView.ResizeMode.Fixed)
        self.table.verticalHeader().setDefaultSectionSize(_ROW)
        for header in (self.table.horizontalHeader(), self.table.verticalHeader()):
            header.setObjectName("sizes")
            header.setHighlightSections(False)
        self.table.verticalScrollBar().valueChanged.connect(lambda _: self._say_in_sight())
        self.table.currentCellChanged.connect(lambda row, column, *_: self._open(row, column))
        column.addWidget(self.table, 1)
        self.notes = label("", "soft", wrap=True)
        column.addWidget(self.notes)
        return frame

    # --- showing -----------------------------------------------------------------------------

    def showEvent(self, event: object) -> None:
        """Bring the table up to the job in hand whenever the stage comes into sight."""
        self._follow()

    def _follow(self) -> None:
        if not self.isVisible():
            self._stop_what_is_of_another()
            return
        cloth = self._session.cloth
        if cloth is not None:
            self.fill.show(self._session.job_in_hand, cloth.id, self.widths_mm)
        self.refresh()

    def _stop_what_is_of_another(self) -> None:
        """Out of sight the table goes on, until what it is of is another: it stops, and says so."""
        cloth = self._session.cloth
        if not self.fill.working or (
            cloth is not None and self.fill.is_of(self._session.job_in_hand, cloth.id)
        ):
            return
        done, of = self.fill.done
        self.fill.stop()
        self._session.trouble.emit(
            tr(
                "The table of lengths has stopped at {done} of {of:of cell|cells}: what is to be "
                "made of it is something else now.",
                done=done,
                of=of,
            )
        )

    def refresh(self) -> None:
        """Show the table and the opened cell as they are now."""
        if not self.isVisible():
            return
        fill, unit, cloth = self.fill, self._session.job.unit, self._session.cloth
        done, of = fill.done
        self.start.setText(
            tr("Stop filling")
            if fill.working
            else tr("Fill the table")
            if done < of
            else tr("The table is full")
        )
        self.start.setEnabled(fill.working or done < of)
        self.progress.setText(tr("{done} of {of:of cell|cells}", done=done, of=of))
        written = "; ".join(shown_length(mm, unit, with_unit=False) for mm in self.widths_mm)
        if not self.widths.hasFocus():
            self.widths.refill(written)
        if not self.at_hand.hasFocus():
            self.at_hand.show_cloth_length(self.at_hand_mm, unit)
        name = "" if cloth is None else f" of {cloth.shown_name}"
        relabelled(
            self.title,
            fill.refusal or tr("Length to buy{name}: sizes down, usable widths across", name=name),
            "broken" if fill.refusal else "heading",
        )
        self._show_table(unit, cloth)
        self._show_notes(unit)
        self._show_cell(unit, cloth)

    def _say_in_sight(self) -> None:
        """Tell the fill which sizes are in sight: they are laid first."""
        first, last = self.table.rowAt(0), self.table.rowAt(self.table.viewport().height() - 1)
        first, last = max(first, 0), len(self.fill.sizes) - 1 if last < 0 else last
        self.fill.in_sight = frozenset(self.fill.sizes[first : last + 1])

    def _show_table(self, unit: Unit, cloth: Cloth | None) -> None:
        fill, table = self.fill, self.table
        table.blockSignals(True)
        table.setRowCount(len(fill.sizes))
        table.setColumnCount(len(fill.widths_mm))
        table.setHorizontalHeaderLabels([shown_length(mm, unit) for mm in fill.widths_mm])
        table.setVerticalHeaderLabels(list(fill.sizes))
        lengths = [
            cell.best.length_mm or 0.0 for cell in fill.cells.values() if cell.best is not None
        ]
        least, most = min(lengths, default=0.0), max(lengths, default=1.0)
        for r, size in enumerate(fill.sizes):
            for c, width in enumerate(fill.widths_mm):
                item = table.item(r, c) or QTableWidgetItem()
                item.setData(_CELL, self._shown((size, width), unit, cloth, least, most))
                item.setToolTip(self._tip((size, width)))
                item.setData(Qt.ItemDataRole.AccessibleTextRole, " ".join(item.data(_CELL)[:2]))
                if table.item(r, c) is None:
                    table.setItem(r, c, item)
        table.blockSignals(False)
        table.viewport().update()
        self._say_in_sight()

    def _shown(
        self, place: Place, unit: Unit, cloth: Cloth | None, least: float, most: float
    ) -> tuple[str, str, float | None, bool]:
        """What a cell shows: figure, words, how long it is between the least and the most, whether
        it is opened."""
        cell, chosen = self.fill.cells.get(place), place == self.opened
        if cell is None or cloth is None:
            working = place in self.fill.in_work.values()
            return ("…" if working else "", tr("being laid") if working else "", None, chosen)
        best, needed = cell.best, cell.need(cloth)
        if best is None or best.length_mm is None or needed is None:
            return ("–", tr("cannot be laid"), None, chosen)
        figure = shown_buy(needed, cloth, unit)
        share = (best.length_mm - least) / (most - least) if most > least + 1 else 0.0
        words = (
            tr("searching on")
            if place in self.fill.in_work.values()
            else Spreading(best.way).name.lower()
        )
        if self.at_hand_mm is not None:
            fit = fit_of(cell, cloth, self.at_hand_mm)
            words = "✓ fits" if fit.ways else f"short {shown_short(fit.short_mm or 0.0, unit)}"
            return (figure, words, 0.0 if fit.ways else 1.0, chosen)
        return (figure, words, share, chosen)

    def _tip(self, place: Place) -> str:
        cell = self.fill.cells.get(place)
        return "" if cell is None else str(cell.refusal)

    def _show_cell(self, unit: Unit, cloth: Cloth | None) -> None:
        place = self.opened
        cell = None if place is None else self.fill.cells.get(place)
        busy = place in self.fill.in_work.values()
        rates = self._session.rates
        now = (place, cell, unit, cloth, self.at_hand_mm, busy, rates)
        if now == self._shown_cell:
            return
        self._shown_cell = now
        if place is None or cell is None or cloth is None:
            self.cell.show_place(place, unit)
        else:
            self.cell.rates = rates
            self.cell.show_cell(
                cell, self.fill.lays_at(place), cloth, unit, self.at_hand_mm, busy=busy
            )

    def _show_notes(self, unit: Unit) -> None:
        found = [*self._refusals(unit), *self._jumps(unit)]
        self.notes.setText("  ".join(found))
        self.notes.setVisible(bool(found))

    def _refusals(self, unit: Unit) -> list[str]:
        """Why cells cannot be laid: each reason once, with the first cell that has it."""
        why: dict[str, Place] = {}
        for place in sorted(self.fill.cells, key=self._order):
            cell = self.fill.cells[place]
            if cell.best is None and cell.refusal:
                why.setdefault(in_words(cell.refusal, unit), place)
        return [
            tr(
                "{size} on {width} cannot be laid: {reason}",
                size=size,
                width=shown_length(width, unit),
                reason=reason,
            )
            for reason, (size, width) in islice(why.items(), _REASONS_SHOWN)
        ]

    def _order(self, place: Place) -> tuple[int, float]:
        return self.fill.sizes.index(place[0]), place[1]

    def _jumps(self, unit: Unit) -> list[str]:
        """The steps between sizes that matter most, in words."""
        return [
            jump.sentence(unit)
            for jump in jumps(self.fill.cells.values(), self.fill.sizes)[:_JUMPS_SHOWN]
        ]

    # --- what is done --------------------------------------------------------------------------

    def fill_or_stop(self) -> None:
        """Fill what is not yet filled, or stop that."""
        if self.fill.working:
            self.fill.stop()
        else:
            self.fill.fill()

    def _open(self, row: int, column: int) -> None:
        if 0 <= row < len(self.fill.sizes) and 0 <= column < len(self.fill.widths_mm):
            self.opened = (self.fill.sizes[row], self.fill.widths_mm[column])
            self.refresh()

    def _enter_at_hand(self, mm: float) -> None:
        """Compare every cell with a length at hand; none when it is 0."""
        self.at_hand_mm = mm if mm > 0 else None
        self.refresh()

    def _improve(self) -> None:
        if self.opened is not None:
            self.fill.improve(self.opened)

    def _enter_widths(self) -> None:
        """Take the widths that were typed; say which cannot be read."""
        unit = self._session.job.unit
        try:
            widths = {
                parsed_length(text, unit) for text in self.widths.text().split(";") if text.strip()
            }
        except UnreadableLength as reason:
            self._session.trouble.emit(str(reason))
            return
        wrong = [mm for mm in widths if not 100 <= mm <= _MOST_WIDTH_MM]
        if wrong or not widths or len(widths) > _MOST_WIDTHS:
            self._session.trouble.emit(
                tr(
                    "Usable widths lie between {length} and {length_2}; up to {most_widths} of "
                    "them make a table.",
                    length=shown_length(100, unit),
                    length_2=shown_length(_MOST_WIDTH_MM, unit),
                    most_widths=_MOST_WIDTHS,
                )
            )
            return
        self.widths_mm = tuple(sorted(widths))
        self.widths.clearFocus()
        self._follow()

    def take_widths(self, widths_mm: tuple[float, ...]) -> None:
        """Ask for other widths: those that are usual in the studio."""
        if widths_mm != self.widths_mm:
            self.widths_mm = widths_mm
            self._follow()

    def copy(self) -> None:
        """Put the table, or the list in sight, on the clipboard, cells parted by tabs."""
        QGuiApplication.clipboard().setText(self.as_text("\t"))

    def as_text(self, between: str) -> str:
        """The table, or the list in sight, as lines of text."""
        if self.pages.currentWidget() is self.list:
            return self.list.as_text(between)
        return csv_text(self._table_rows(), between)

    def as_pdf(self) -> bytes:
        """The table, or the list in sight, on paper."""
        from wickel.files.papers.table import Page, table_pdf  # ReportLab takes long to load

        if self.pages.currentWidget() is self.list:
            return self.list.as_pdf()
        job, cloth = self._session.job, self._session.cloth
        head, *rows = self._table_rows(ways=True)
        name = "" if cloth is None else f" · {cloth.shown_name}"
        about = tr(
            "{job}{name} · length to buy: sizes down, usable widths across", job=job.name, name=name
        )
        return table_pdf(
            Page(
                title=tr("Length to buy"),
                about=about,
                head=head,
                rows=rows,
                notes=self._jumps(job.unit),
                large=True,
            )
        )

    def _table_rows(self, *, ways: bool = False) -> list[list[str]]:
        """The table as words, with the lengths to buy, and under each its way if wanted."""
        unit, cloth = self._session.job.unit, self._session.cloth
        lines = [["", *(shown_length(mm, unit) for mm in self.fill.widths_mm)]]
        for size in self.fill.sizes:
            cells = (self.fill.cells.get((size, width)) for width in self.fill.widths_mm)
            lines.append(
                [
                    size,
                    *(
                        "" if cell is None else self._written(cell, cloth, unit, ways=ways)
                        for cell in cells
                    ),
                ]
            )
        return lines

    @staticmethod
    def _written(cell: Cell, cloth: Cloth | None, unit: Unit, *, ways: bool) -> str:
        needed, best = None if cloth is None else cell.need(cloth), cell.best
        if cloth is None or needed is None or best is None:
            return "–"
        return shown_buy(needed, cloth, unit) + (
            f"\n{Spreading(best.way).name.lower()}" if ways else ""
        )
