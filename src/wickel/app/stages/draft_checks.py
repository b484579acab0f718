"""The right side of the Draft stage: the tape checks, and the chalk list of the piece in hand."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QMouseEvent, QResizeEvent
from PySide6.QtWidgets import (
    QAbstractItemView,
    QFrame,
    QHBoxLayout,
    QHeaderView,
    QPushButton,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from wickel.app.theme import text_scale
from wickel.app.widgets.cards import emptied, label, relabelled, scrolling
from wickel.app.widgets.flow import flow_bar
from wickel.draft import NOT_MEASURED, TapeCheck, chalk_list
from wickel.pattern import Piece
from wickel.units import Unit, shown_difference, shown_length
from wickel.wording import tr

_MOST_CHECKS_HIGH = 236
_ROW_HIGH = 20
_ALL_COLUMNS_FROM, _LEAST_CHECKS_HIGH, _LARGE_TEXT = 280, 60, 1.2


class ChecksPanel(QFrame):
    """Two lengths and their difference for every check; below, the points of the piece in hand.
    ``allowing`` carries a check of which the maker wants to say how far it may differ."""

    allowing = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("card")
        column = QVBoxLayout(self)
        column.setContentsMargins(14, 12, 14, 12)
        column.setSpacing(4)
        self.title = label(tr("Checked by tape"), "heading", wrap=True)
        column.addWidget(self.title)
        inner = QWidget()
        self._held_rows: list[CheckRow] = []
        self._checks = QVBoxLayout(inner)
        self._checks.setContentsMargins(0, 0, 6, 0)
        self._checks.setSpacing(3)
        self._scroll = scrolling(inner)
        column.addWidget(self._scroll)
        column.addSpacing(6)
        self.chalk_title = label(tr("Chalk list"), "heading")
        column.addWidget(self.chalk_title)
        self.chalk_words = label("", "soft", wrap=True)
        column.addWidget(self.chalk_words)
        self.chalk = self._table()
        column.addWidget(self.chalk, 1)
        self.anyway = QPushButton(tr("Draft it anyway"))
        self.anyway.setToolTip(
            tr("Draw what is nearest: the check is then broken, and says what would help")
        )
        self.anyway.setCheckable(True)
        self.anyway.hide()
        column.insertWidget(2, self.anyway)
        bar, self.below = flow_bar(6)
        column.addWidget(bar)

    def _table(self) -> QTableWidget:
        chalk = QTableWidget(0, 5)
        chalk.setAccessibleName(tr("Chalk list of the piece in hand"))
        chalk.setHorizontalHeaderLabels(["", "point", "down", "across", "on"])
        chalk.verticalHeader().hide()
        chalk.setShowGrid(False)
        chalk.setWordWrap(False)
        chalk.setObjectName("chalk")
        chalk.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        chalk.setTabKeyNavigation(False)
        chalk.setSelectionBehavior(QAbstractItemView.SelectionBehavior.SelectRows)
        chalk.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        chalk.setTabKeyNavigation(False)
        header = chalk.horizontalHeader()
        header.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
        header.setSectionResizeMode(1, QHeaderView.ResizeMode.Stretch)
        return chalk

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.chalk.setColumnHidden(
            4, self.width() < _ALL_COLUMNS_FROM
        )  # how the line runs on stands in the tips too

    def show_checks(self, checks: tuple[TapeCheck, ...], refusal: str, unit: Unit) -> None:
        """Show what holds and what does not, with a way out."""
        self._show_title(checks, refusal)
        plain = not refusal and all(check.measured and check.held for check in checks)
        if plain and len(checks) == len(self._held_rows):
            for own, check in zip(
                self._held_rows, checks, strict=True
            ):  # as after most edits: only figures change
                own.show_check(check, unit)
            return
        emptied(self._checks)
        self._held_rows = []
        if refusal:
            self._checks.addWidget(label(refusal, "broken", wrap=True))
        for check in sorted(checks, key=lambda check: (not check.broken, check.held)):
            if not check.measured:
                self._checks.addWidget(label(f"? {check.name}: {NOT_MEASURED}", "soft", wrap=True))
                continue
            row = CheckRow(check, unit)
            row.allowing.connect(self.allowing)
            self._checks.addWidget(row)
            if plain:
                self._held_rows.append(row)
            if check.broken:
                said = _allowed(check, unit)
                self._checks.addWidget(
                    label(
                        tr(
                            "{upper}{said}. {way_out}",
                            upper=said[:1].upper(),
                            said=said[1:],
                            way_out=check.advice,
                        ),
                        "broken",
                        wrap=True,
                    )
                )
                allow = QPushButton(tr("It may differ…"))
                allow.setObjectName("chip")
                allow.setToolTip(tr("Say how far it may differ: what you find right holds"))
                allow.clicked.connect(partial(self.allowing.emit, check))
                self._checks.addWidget(allow, 0, Qt.AlignmentFlag.AlignLeft)
        self._checks.addStretch()

    def _show_title(self, checks: tuple[TapeCheck, ...], refusal: str) -> None:
        """Say how many hold, and give the list the height that it needs."""
        held = sum(check.held for check in checks)
        unknown = sum(not check.measured for check in checks)
        more = tr(", {unknown} not measured", unknown=unknown) if unknown else ""
        relabelled(
            self.title,
            tr(
                "Checked by tape: {held} of {checks} hold{more}",
                held=held,
                checks=len(checks),
                more=more,
            ),
            "heading",
        )
        unheld = len(checks) - held
        wanted = _ROW_HIGH * (len(checks) + 4 * unheld + (4 if refusal else 0)) + 8
        high = min(_MOST_CHECKS_HIGH, wanted)
        self._scroll.setMaximumHeight(high)
        # where the text is large the chalk list needs room too
        large = text_scale() > _LARGE_TEXT
        self._scroll.setMinimumHeight(min(_LEAST_CHECKS_HIGH, high) if large else high)

    def show_chalk(self, piece: Piece | None, unit: Unit, *, drawn_in: bool) -> None:
        """Show the points of a piece."""
        rows = () if piece is None else chalk_list(piece, drawn_in=drawn_in)
        self.chalk_title.setText(
            tr("Chalk list") if piece is None else tr("Chalk list: {piece}", piece=piece.name)
        )
        what = tr("cut line, allowance drawn in") if drawn_in else tr("net line")
        self.chalk_words.setText(
            tr("{what}: down from the start line, across from the centre", what=what)
        )
        self.chalk.setUpdatesEnabled(False)
        fewer_or_more = self.chalk.rowCount() != len(rows)
        self.chalk.setRowCount(len(rows))
        for k, row in enumerate(rows):
            cells = (
                str(row.number or "·"),
                row.name,
                shown_length(row.down_mm, unit, with_unit=False),
                shown_length(row.across_mm, unit, with_unit=False),
                {"straight": "—", "curve": "⌒"}.get(row.then, ""),
            )
            for column, text in enumerate(cells):
                item = self.chalk.item(k, column)
                if item is None:
                    item = QTableWidgetItem()
                    self.chalk.setItem(k, column, item)
                if item.text() != text:
                    item.setText(text)
                    fewer_or_more = fewer_or_more or column == 1
                item.setToolTip(f"{row.name}{': ' if row.rule else ''}{row.rule}{_then(row.then)}")
                if column in (2, 3):
                    item.setTextAlignment(
                        Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter
                    )
        if fewer_or_more:
            self.chalk.resizeRowsToContents()
        self.chalk.setUpdatesEnabled(True)


class CheckRow(QWidget):
    """One tape check that was measured: whether it holds, both lengths, and by how much they
    differ. A double click asks how far they may."""

    allowing = Signal(object)

    def __init__(self, check: TapeCheck, unit: Unit) -> None:
        super().__init__()
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self._mark = label()
        self._mark.setMinimumWidth(14)
        self._name = label(wrap=True)
        self._lengths = label("", "soft")
        self._difference = label()
        self._difference.setAlignment(Qt.AlignmentFlag.AlignRight)
        self._difference.setMinimumWidth(40)
        row.addWidget(self._mark)
        row.addWidget(self._name, 1)
        row.addWidget(self._lengths)
        row.addWidget(self._difference)
        self.show_check(check, unit)

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        self.allowing.emit(self._check)

    def show_check(self, check: TapeCheck, unit: Unit) -> None:
        """Show a check."""
        self._check = check
        relabelled(self._mark, "✓" if check.held else "✗", "held" if check.held else "broken")
        self._name.setText(check.name)
        self._name.setToolTip(
            f"{check.one} {shown_length(check.one_mm, unit)}, {check.other} "
            f"{shown_length(check.other_mm, unit)}; {_allowed(check, unit)}"
        )
        lengths = (shown_length(mm, unit, with_unit=False) for mm in (check.one_mm, check.other_mm))
        self._lengths.setText(" · ".join(lengths))
        self._difference.setText(_signed(check, unit))


def _allowed(check: TapeCheck, unit: Unit) -> str:
    """What difference is allowed, in words."""
    least = shown_length(check.least_mm, unit)
    if check.unbounded:
        if check.least_mm == 0:
            return tr("as long or longer is allowed")
        if check.least_mm > 0:
            return tr("{least} longer or more is allowed", least=least)
        return tr("up to {least} shorter, or longer, is allowed", least=least.removeprefix("−"))
    most = shown_length(check.most_mm, unit)
    if check.least_mm == -check.most_mm:
        return tr("{most} more or less is allowed", most=most)
    return tr("{least} to {most} more is allowed", least=least, most=most)


def _then(then: str) -> str:
    return tr(" · then {then} to the next", then=then) if then else tr(" · marked on a line")


def _signed(check: TapeCheck, unit: Unit) -> str:
    text = shown_difference(check.one_mm, check.other_mm, unit, with_unit=False)
    return text if text.startswith("−") or text == "0" else f"+{text}"
