"""Many things in a list of which only what is in sight is painted: what all such lists share."""

from __future__ import annotations

import contextlib
from collections.abc import Iterator, Sequence
from typing import Generic, TypeVar

from PySide6.QtCore import QAbstractListModel, QModelIndex, QPersistentModelIndex, Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QAbstractItemView, QListView, QWidget

ROW = Qt.ItemDataRole.UserRole
"""The role under which a row itself is found."""
Index = QModelIndex | QPersistentModelIndex
_Row = TypeVar("_Row")


class RowsModel(QAbstractListModel, Generic[_Row]):
    """Rows, one after another."""

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.rows: Sequence[_Row] = ()

    @contextlib.contextmanager
    def resetting(self) -> Iterator[None]:
        """While everything that is shown is changed."""
        self.beginResetModel()
        yield
        self.endResetModel()

    def rowCount(self, parent: Index | None = None) -> int:
        return 0 if parent is not None and parent.isValid() else len(self.rows)


class RowsView(QListView):
    """A list on the ground of its card; the keys walk it, and it keeps its place when its rows
    change."""

    def __init__(self, name: str) -> None:
        super().__init__()
        self.setObjectName("rails")
        self.setAccessibleName(name)
        self.setResizeMode(QListView.ResizeMode.Adjust)
        self.setSelectionMode(QAbstractItemView.SelectionMode.SingleSelection)
        self.setVerticalScrollMode(QAbstractItemView.ScrollMode.ScrollPerPixel)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setFrameShape(QListView.Shape.NoFrame)

    def hang_side_by_side(self) -> None:
        """Show the rows as tickets or tiles beside each other, not as lines."""
        self.setViewMode(QListView.ViewMode.IconMode)
        self.setWrapping(True)
        self.setMovement(QListView.Movement.Static)

    @contextlib.contextmanager
    def in_place(self) -> Iterator[None]:
        """While rows change and one is put in hand: what is in sight stays in sight."""
        at = self.verticalScrollBar().value()
        self.setAutoScroll(False)
        yield
        self.executeDelayedItemsLayout()
        self.verticalScrollBar().setValue(at)
        self.setAutoScroll(True)
        self.viewport().update()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.scheduleDelayedItemsLayout()
