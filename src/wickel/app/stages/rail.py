"""Tickets hung on rails: jobs by the day they are due, each with its garment drawn, its cloths, how
far it has come and how long cutting it takes."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from pathlib import Path
from typing import Any

from PySide6.QtCore import (
    QModelIndex,
    QPoint,
    QPointF,
    QRect,
    QRectF,
    QSize,
    Qt,
    Signal,
)
from PySide6.QtGui import QColor, QFont, QPainter
from PySide6.QtWidgets import (
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QWidget,
)

from wickel.app.stages.glances import Glances
from wickel.app.table.ink import pen
from wickel.app.table.sketch_view import paint_front
from wickel.app.theme import palette, text_font, text_scale
from wickel.app.widgets.rows_view import ROW, Index, RowsModel, RowsView
from wickel.app.widgets.ticket import shown_date
from wickel.job.state import STATE_NAMES, STATES, is_in_work
from wickel.studio.listing import Listing, is_late, why_late
from wickel.wording import tr

_WIDE, _HIGH, _HEADING = 244, 162, 32


@dataclass(frozen=True, slots=True)
class Rail:
    """The heading of a rail, and what stands beside it."""

    name: str
    note: str = ""


class RailModel(RowsModel[Rail | Listing]):
    """Headings and jobs, one after another."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.today = date.today()

    def show_rows(self, rows: list[Rail | Listing], today: date) -> None:
        """Show other rows."""
        if (rows, today) != (self.rows, self.today):
            with self.resetting():
                self.rows, self.today = rows, today

    def data(self, index: Index, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        row = self.rows[index.row()]
        if role == ROW:
            return row
        if role in (Qt.ItemDataRole.DisplayRole, Qt.ItemDataRole.AccessibleTextRole):
            return row.name if isinstance(row, Rail) else in_words(row, self.today)
        if role == Qt.ItemDataRole.ToolTipRole and isinstance(row, Listing):
            return row.trouble or in_words(row, self.today)
        return None

    def flags(self, index: Index) -> Qt.ItemFlag:
        row = self.rows[index.row()]
        if isinstance(row, Rail):
            return Qt.ItemFlag.NoItemFlags
        return Qt.ItemFlag.ItemIsEnabled | Qt.ItemFlag.ItemIsSelectable


def in_words(listing: Listing, today: date) -> str:
    """A ticket read aloud."""
    who = tr("for {client}", client=listing.client) if listing.client else tr("for nobody yet")
    parts = [listing.name, who, *listing.garments, *(cloth.name for cloth in listing.cloths)]
    if listing.due:
        parts.append(tr("due {day}", day=shown_date(listing.due)))
    parts.append(why_late(listing, today) or STATE_NAMES[listing.state])
    if listing.waits_for and not is_late(listing, today):
        parts.append(tr("waits for {waits_for}", waits_for=listing.waits_for))
    if listing.minutes is not None:
        parts.append(tr("{minutes:.0f} minutes to cut", minutes=listing.minutes))
    return ", ".join(parts)


class RailView(RowsView):
    """Shows jobs on rails. ``open_asked`` carries the path of one that is to be opened: by a click,
    Enter or the space bar; ``current_changed`` that of the one the keys are on."""

    open_asked = Signal(object)
    current_changed = Signal(object)
    menu_asked = Signal(object, object)

    def __init__(self, glances: Glances) -> None:
        super().__init__(tr("Jobs on the rail"))
        self.rails = RailModel(self)
        self.setModel(self.rails)
        self._glances, self.open_path = glances, Path()
        self.setItemDelegate(_TicketDelegate(self, glances))
        self.hang_side_by_side()
        self.setContextMenuPolicy(Qt.ContextMenuPolicy.CustomContextMenu)
        self.clicked.connect(lambda index: self._open(index))
        self.activated.connect(lambda index: self._open(index))
        self.customContextMenuRequested.connect(self._menu)
        self.selectionModel().currentChanged.connect(lambda *_: self._told())
        glances.changed.connect(self.viewport().update)

    # --- what is shown -------------------------------------------------------------------------

    def show_rows(self, rows: list[Rail | Listing], today: date, open_path: Path | None) -> None:
        """Show rails and what hangs on them; the ticket in hand stays in hand."""
        kept, self.open_path = self.current_path, open_path or Path()
        with self.in_place():
            self.rails.show_rows(rows, today)
            for path in (kept, open_path):
                if path is not None and self.take(path):
                    break
        self._told()

    @property
    def paths(self) -> tuple[Path, ...]:
        """The jobs that hang here, in their order."""
        return tuple(row.path for row in self.rails.rows if isinstance(row, Listing))

    @property
    def current(self) -> Listing | None:
        """The job the keys are on."""
        index = self.currentIndex()
        row = self.rails.rows[index.row()] if index.isValid() else None
        return row if isinstance(row, Listing) else None

    @property
    def current_path(self) -> Path | None:
        """The file of the job the keys are on."""
        return None if self.current is None else self.current.path

    def place_of(self, path: Path) -> QRect:
        """Where a job hangs, in pixels of the view."""
        return self.visualRect(self._index(path))

    def take(self, path: Path) -> bool:
        """Put the keys on a job; whether it hangs here."""
        index = self._index(path)
        if index.isValid():
            self.setCurrentIndex(index)
        return index.isValid()

    def _index(self, path: Path) -> QModelIndex:
        for k, row in enumerate(self.rails.rows):
            if isinstance(row, Listing) and row.path == path:
                return self.rails.index(k)
        return QModelIndex()

    def _open(self, index: QModelIndex) -> None:
        row = self.rails.rows[index.row()]
        if isinstance(row, Listing):
            self.open_asked.emit(row.path)

    def _told(self) -> None:
        self.current_changed.emit(self.current_path)

    def _menu(self, at: QPoint) -> None:
        index = self.indexAt(at)
        if index.isValid() and isinstance(self.rails.rows[index.row()], Listing):
            self.setCurrentIndex(index)
            self.menu_asked.emit(self.current_path, self.viewport().mapToGlobal(at))


class _TicketDelegate(QStyledItemDelegate):
    """Paints a heading with its rail, or a ticket that hangs on it."""

    def __init__(self, view: RailView, glances: Glances) -> None:
        super().__init__(view)
        self._view, self._glances = view, glances
        self._sizes_for = (-1, -1.0)
        self._heading, self._ticket = QSize(), QSize()

    def sizeHint(self, option: QStyleOptionViewItem, index: Index) -> QSize:
        room, scale = self._view.viewport().width(), text_scale()
        if (room, scale) != self._sizes_for:  # asked of every ticket at each layout
            self._sizes_for = (room, scale)
            wide = round(_WIDE * scale)
            across = max(1, room // wide)
            self._heading = QSize(max(100, room - 2), round(_HEADING * scale))
            self._ticket = QSize(max(wide, (room - 2) // across), round(_HIGH * scale))
        row = self._view.rails.rows[index.row()]
        return self._heading if isinstance(row, Rail) else self._ticket

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: Index) -> None:
        row = index.data(ROW)
        box = QRectF(option.rect)
        painter.save()
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if isinstance(row, Rail):
            _paint_heading(painter, box, row)
        else:
            state = option.state
            lit = bool(state & QStyle.StateFlag.State_HasFocus)
            taken = bool(state & QStyle.StateFlag.State_Selected)
            _Ticket(painter, box, row, self._view, self._glances).paint(lit=lit, taken=taken)
        painter.restore()


def _paint_heading(painter: QPainter, box: QRectF, rail: Rail) -> None:
    colours = palette()
    painter.setPen(QColor(colours.ink))
    painter.setFont(text_font(16, bold=True))
    words = box.adjusted(4, 0, -4, -4)
    low = Qt.AlignmentFlag.AlignBottom
    painter.drawText(words, int(Qt.AlignmentFlag.AlignLeft | low), rail.name)
    painter.setPen(QColor(colours.soft))
    painter.setFont(text_font(13))
    painter.drawText(words, int(Qt.AlignmentFlag.AlignRight | low), rail.note)


class _Ticket:
    """One ticket on its rail."""

    def __init__(
        self, painter: QPainter, box: QRectF, job: Listing, view: RailView, glances: Glances
    ) -> None:
        self._p, self._box, self._job = painter, box, job
        self._view, self._glances = view, glances
        self._scale = text_scale()
        self._late = why_late(job, view.rails.today)
        self._paper = box.adjusted(6, 20, -8, -4)

    def paint(self, *, lit: bool, taken: bool) -> None:
        """Paint it; ``taken`` is the one the keys are on, ``lit`` when they really are."""
        colours, p = palette(), self._p
        self._rod()
        opened = self._job.path == self._view.open_path
        edge = colours.indigo if opened or taken else colours.undyed
        p.setPen(pen(edge, 3 if lit and taken else 2 if opened or taken else 1))
        p.setBrush(QColor(colours.paper))
        p.drawRoundedRect(self._paper, 7, 7)
        p.setBrush(QColor(colours.table))
        p.setPen(pen(colours.soft, 1))
        p.drawEllipse(QPointF(self._paper.center().x(), self._paper.top() + 8), 4, 4)
        if opened:
            self._words(
                QRectF(self._paper.left() + 10, self._paper.top() + 2, 90, 16 * self._scale),
                tr("open"),
                text_font(12, bold=True),
                colours.indigo,
            )
        self._drawn()
        self._said()
        self._cloths()
        self._way()

    def _rod(self) -> None:
        """The rail above, and the thread the ticket hangs by."""
        colours, p, y = palette(), self._p, self._box.top() + 5
        p.setPen(pen(colours.walnut, 5))
        p.drawLine(QPointF(self._box.left(), y), QPointF(self._box.right(), y))
        p.setPen(pen(colours.madder, 1.4))
        x = self._paper.center().x()
        p.drawLine(QPointF(x, y), QPointF(x - 1.5, self._paper.top() + 8))
        p.drawLine(QPointF(x + 3, y), QPointF(x + 1.5, self._paper.top() + 8))

    @property
    def _room(self) -> QRectF:
        """Where words stand, beside the drawing."""
        return self._paper.adjusted(74 * self._scale, 17, -10, -8)

    def _drawn(self) -> None:
        sketch = self._glances.sketch(self._job.path)
        room = QRectF(
            self._paper.left() + 10,
            self._paper.top() + 20,
            58 * self._scale,
            self._paper.height() - 48 * self._scale,
        )
        if sketch is not None:
            paint_front(self._p, sketch, room)

    def _words(
        self, box: QRectF, text: str, font: QFont, colour: str, *, right: bool = False
    ) -> None:
        p = self._p
        p.setFont(font)
        p.setPen(QColor(colour))
        short = p.fontMetrics().elidedText(text, Qt.TextElideMode.ElideRight, int(box.width()))
        side = Qt.AlignmentFlag.AlignRight if right else Qt.AlignmentFlag.AlignLeft
        p.drawText(box, int(side | Qt.AlignmentFlag.AlignVCenter), short)

    def _said(self) -> None:
        """Name, client, day, what it waits for."""
        colours, job, line = palette(), self._job, 18 * self._scale
        room = self._room
        at = QRectF(room.left(), room.top(), room.width(), line)
        self._words(at, job.name, text_font(15, bold=True), colours.ink)
        at.translate(0, line)
        if job.trouble:
            self._words(at, job.trouble, text_font(13), colours.madder)
            return
        self._words(at, job.client or tr("for nobody yet"), text_font(13), colours.soft)
        at.translate(0, line)
        day = shown_date(job.due).rsplit(" ", 1)[0] if job.due else tr("due on no day")
        self._words(at, day, text_font(13, bold=bool(job.due)), colours.ink)
        at.translate(0, line)
        waits = tr("waits for {waits_for}", waits_for=job.waits_for) if job.waits_for else ""
        colour = colours.madder if self._late else colours.weld
        self._words(at, self._late or waits, text_font(13, bold=bool(self._late)), colour)

    def _cloths(self) -> None:
        """Its cloths as swatches, and how long cutting takes."""
        colours, room, side = palette(), self._room, 15 * self._scale
        y = room.bottom() - 40 * self._scale
        x = room.left()
        for cloth in self._job.cloths[:3]:
            ground = QColor(cloth.colour or colours.undyed)
            self._p.setPen(pen(colours.soft, 1))
            self._p.setBrush(ground)
            self._p.drawRoundedRect(QRectF(x, y, side, side), 2, 2)
            x += side + 4
        minutes = self._job.minutes
        text = "" if minutes is None else tr("{minutes:.0f} min", minutes=minutes)
        taken = 60 * self._scale if text else 0
        if self._job.cloths:
            name = self._job.cloths[0].name
            self._words(
                QRectF(x + 2, y, room.right() - x - taken, side), name, text_font(13), colours.soft
            )
        self._words(
            QRectF(room.right() - taken, y, taken, side),
            text,
            text_font(13),
            colours.ink,
            right=True,
        )

    def _way(self) -> None:
        """A thread with a knot for each state, tied as far as the job has come."""
        colours, p, job = palette(), self._p, self._job
        if job.trouble:
            return
        y = self._paper.bottom() - 14 * self._scale
        left = self._paper.left() + 14
        long = self._paper.width() * 0.46
        step = long / (len(STATES) - 1)
        at = STATES.index(job.state)
        p.setPen(pen(colours.undyed, 2))
        p.drawLine(QPointF(left, y), QPointF(left + long, y))
        colour = colours.moss if is_in_work(job.state) else colours.soft
        p.setPen(pen(colour, 2))
        p.drawLine(QPointF(left, y), QPointF(left + at * step, y))
        for k in range(len(STATES)):
            p.setBrush(QColor(colour if k <= at else colours.paper))
            p.setPen(pen(colour if k <= at else colours.soft, 1))
            large = 4.5 if k == at else 3.0
            p.drawEllipse(QPointF(left + k * step, y), large, large)
        room = QRectF(
            left + long + 12,
            y - 9 * self._scale,
            self._paper.right() - left - long - 20,
            18 * self._scale,
        )
        self._words(room, STATE_NAMES[job.state], text_font(13), colours.ink)
