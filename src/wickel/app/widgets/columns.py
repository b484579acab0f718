"""Columns beside each other, with edges between them that can be moved and stay where they were
put."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence

from PySide6.QtCore import QEvent, QObject, Qt, Signal
from PySide6.QtGui import QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QResizeEvent
from PySide6.QtWidgets import QApplication, QHeaderView, QSplitter, QSplitterHandle, QWidget

from wickel.app.table.ink import pen
from wickel.app.theme import palette
from wickel.wording import tr

_EDGE_PX, _KEY_PX, _GRIP_PX = 14, 24, 28


class Columns(QSplitter):
    """Widgets beside each other. They share the width as the stage says, until an edge between two
    of them is moved; from then on as the maker has it, at every size of the window.

    ``moved`` carries the name and the shares, none when the stage decides again.
    """

    moved = Signal(str, object)

    def __init__(
        self, name: str, columns: Sequence[QWidget], share: Callable[[int], Sequence[float]]
    ) -> None:
        """``share`` gives for a width in pixels how it is shared."""
        super().__init__(Qt.Orientation.Horizontal)
        self.name, self._share = name, share
        self._own: dict[str, tuple[float, ...]] = {}
        self.setHandleWidth(_EDGE_PX)
        for column in columns:
            self.addWidget(column)
        self.setChildrenCollapsible(False)
        self.splitterMoved.connect(lambda *_: self._keep())

    def take(self, own: Mapping[str, tuple[float, ...]]) -> None:
        """Take what the maker's shares were."""
        self._own = dict(own)
        self.share_out()

    def call(self, name: str) -> None:
        """Go by another name: what stands in a column is something else now."""
        self.name = name
        self.share_out()

    def share_out(self) -> None:
        """Give every column its part of the width."""
        sizes = [round(self.width() * share) for share in self._shares()]
        if any(abs(a - b) > 1 for a, b in zip(sizes, self.sizes(), strict=True)):
            self.setSizes(sizes)

    def _shares(self) -> list[float]:
        """What part of the width each column has: the maker's, else as the stage says; one in
        all."""
        own = self._own.get(self.name, ())
        known = len(own) == self.count() and sum(own) > 0
        shares = own if known else self._share(self.width())
        whole = sum(shares) or 1.0
        return [each / whole for each in shares]

    def as_said(self) -> None:
        """Let the stage say how the width is shared."""
        self._own.pop(self.name, None)
        self.share_out()
        self.moved.emit(self.name, ())

    def _keep(self) -> None:
        """Keep where the edges are; one that is hidden keeps what it had."""
        room = sum(self.sizes())
        shares = tuple(
            round(size / room if size else was, 4)
            for size, was in zip(self.sizes(), self._shares(), strict=True)
        )
        self._own[self.name] = shares
        self.moved.emit(self.name, shares)

    def createHandle(self) -> QSplitterHandle:
        return _Edge(self)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.share_out()

    def event(self, event: QEvent) -> bool:
        done = super().event(event)
        if event.type() is QEvent.Type.LayoutRequest:
            self.share_out()  # what is in a column may want more room, or less
        return done


class _Edge(QSplitterHandle):
    """An edge between two columns: dragged, moved with the arrow keys, put back by a double click
    or Backspace."""

    def __init__(self, columns: Columns) -> None:
        super().__init__(Qt.Orientation.Horizontal, columns)
        self._columns = columns
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setAccessibleName(tr("Edge between two columns"))
        self.setToolTip(tr("Drag it, or move it with ← and →; a double click puts it back"))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        by = {Qt.Key.Key_Left: -_KEY_PX, Qt.Key.Key_Right: _KEY_PX}.get(Qt.Key(event.key()))
        if by is not None:
            self.moveSplitter(self.closestLegalPosition(self.x() + by))
        elif event.key() == Qt.Key.Key_Backspace:
            self._columns.as_said()
        else:
            super().keyPressEvent(event)

    def mouseDoubleClickEvent(self, event: QMouseEvent) -> None:
        self._columns.as_said()

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        colours, middle = palette(), self.rect().center()
        lit = self.hasFocus() or self.underMouse()
        painter.setPen(pen(colours.indigo if lit else colours.soft, 2.4 if lit else 1.4))
        half = _GRIP_PX // 2
        painter.drawLine(middle.x(), middle.y() - half, middle.x(), middle.y() + half)
        painter.end()


class TableColumns(QObject):
    """The columns of a table, as wide as the maker has dragged them. ``moved`` carries the name and
    the share of the width that each has."""

    moved = Signal(str, object)

    def __init__(self, name: str, header: QHeaderView) -> None:
        super().__init__(header)
        self.name, self._header = name, header
        self._own: tuple[float, ...] = ()
        header.sectionResized.connect(lambda *_: self._keep())
        header.installEventFilter(self)

    def take(self, own: Mapping[str, tuple[float, ...]]) -> None:
        """Take what the maker's shares were."""
        shares = own.get(self.name, ())
        self._own = shares if len(shares) == self._header.count() else ()
        self._share_out()

    def _share_out(self) -> None:
        for k, share in enumerate(self._own[:-1]):
            self._header.resizeSection(k, round(share * self._header.width()))

    def _keep(self) -> None:
        """Keep what a hand has dragged, and nothing else."""
        wide = self._header.width()
        if QApplication.mouseButtons() & Qt.MouseButton.LeftButton and wide > 0:
            sizes = [self._header.sectionSize(k) for k in range(self._header.count())]
            self._own = tuple(min(1.0, round(size / wide, 4)) for size in sizes)
            self.moved.emit(self.name, self._own)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if event.type() is QEvent.Type.Resize:
            self._share_out()
        return super().eventFilter(watched, event)
