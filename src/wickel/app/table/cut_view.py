"""Every copy as it will be cut, head up, filled with the print that it gets: what would be seen on the garment."""

from __future__ import annotations

import math

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter
from PySide6.QtWidgets import QStyleOptionGraphicsItem, QWidget

from wickel.app.table.ink import name_in, pen
from wickel.app.table.print_paint import has_figure, paint_print, to_picture
from wickel.app.table.view import PickItem, PickView, scene_path
from wickel.app.theme import palette
from wickel.cloth import Cloth
from wickel.geometry import Affine, Outline, bounds, moved
from wickel.job import DraftedGarment, Sewn, sewn_rows
from wickel.lay import Lay, WornCopy, worn_copies

_GAP_MM, _NAME_MM = 60.0, 70.0
_SHAPE = 1.7
"""About how much wider than high the whole is laid out."""


def paint_cut(painter: QPainter, cloth: Cloth, to_picture_frame: Affine, outline: Outline) -> None:
    """Fill an outline with the cloth as it is cut there.

    ``to_picture_frame`` maps the flat cloth to a frame in mm whose y runs up, in which the outline is given; the
    painter's own frame is that one with its y turned over.
    """
    painter.save()
    path = scene_path(tuple((x, -y) for x, y in outline), closed=True)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QColor(cloth.colour or "#B9C7D1"))
    painter.drawPath(path)
    if has_figure(cloth):
        painter.setClipPath(path, Qt.ClipOperation.IntersectClip)
        painter.setTransform(to_picture(to_picture_frame), combine=True)
        box = bounds(to_picture_frame.inverse().all(outline))
        paint_print(painter, cloth, QRectF(box.min_x, box.min_y, box.width, box.height))
    painter.restore()


class CutItem(PickItem):
    """One copy, with its name below it."""

    def __init__(self, copy: WornCopy, cloth: Cloth, move: Affine) -> None:
        self._there = move.after(copy.upright)
        self._net = move.all(copy.net)
        super().__init__(scene_path(tuple((x, -y) for x, y in self._net), closed=True))
        self.copy = copy
        self._cloth = cloth
        self.setToolTip(copy.name)

    def boundingRect(self) -> QRectF:
        return self.cut_path.boundingRect().adjusted(-10, -10, 10, _NAME_MM)

    def paint(self, painter: QPainter, option: QStyleOptionGraphicsItem, widget: QWidget | None = None) -> None:
        colours = palette()
        paint_cut(painter, self._cloth, self._there, self._net)
        painter.setPen(pen(colours.madder if self.chosen else colours.ink, 2.6 if self.chosen else 1.3))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPath(self.cut_path)
        painter.save()
        own = self.cut_path.boundingRect()
        room = painter.worldTransform().mapRect(QRectF(own.left() - 20, own.bottom(), own.width() + 40, _NAME_MM))
        painter.resetTransform()
        painter.translate(room.center())
        box = QRectF(-room.width() / 2, -13, room.width(), 26)
        name_in(painter, box, QPointF(0, 0), (self.copy.name,), colours.ink, QColor(colours.table))
        painter.restore()


def apart(copies: tuple[WornCopy, ...], top: float = 0.0) -> dict[str, Affine]:
    """Where each copy is moved to, in rows from the top down, so that none lies on another."""
    boxes = [bounds(copy.net) for copy in copies]
    if not boxes:
        return {}
    area = sum((box.width + _GAP_MM) * (box.height + _NAME_MM + _GAP_MM) for box in boxes)
    widest = max(math.sqrt(area * _SHAPE), *(box.width for box in boxes))
    found: dict[str, Affine] = {}
    x, high = 0.0, 0.0
    for copy, box in zip(copies, boxes, strict=True):
        if x > 0 and x + box.width > widest:
            x, top, high = 0.0, top - high - _NAME_MM - _GAP_MM, 0.0
        found[copy.id] = moved(x - box.min_x, top - box.max_y)
        x, high = x + box.width + _GAP_MM, max(high, box.height)
    return found


def together(rows: tuple[tuple[Sewn, ...], ...]) -> dict[str, Affine]:
    """Where the copies of rows that hang together are moved to, row under row."""
    found: dict[str, Affine] = {}
    top = 0.0
    for row in rows:
        box = bounds([point for sewn in row for point in sewn.move.all(sewn.copy.net)])
        for sewn in row:
            found[sewn.copy.id] = moved(-box.min_x, top - box.max_y).after(sewn.move)
        top -= box.height + _NAME_MM + _GAP_MM
    return found


class CutView(PickView):
    """All copies of a lay as they come out of the cloth, each by itself or put together at their seams."""

    def __init__(self) -> None:
        super().__init__()
        self.setAccessibleName("Every piece as it is cut")
        self._shown: tuple[Lay | None, bool] = (None, False)

    def show_lay(self, lay: Lay | None, drafts: tuple[DraftedGarment, ...] = (), *, sewn: bool = False) -> None:
        """Show the copies of a lay, or bare table; ``sewn`` puts those that hang together by their seams into rows."""
        if (lay, sewn) == self._shown:
            return
        self._shown = (lay, sewn)
        self.scene().clear()
        self.items_by_id = {}
        copies = () if lay is None else worn_copies(lay)
        moves = together(sewn_rows(drafts, copies)) if sewn else {}
        lowest = min((bounds(moves[own.id].all(own.net)).min_y for own in copies if own.id in moves), default=None)
        below = 0.0 if lowest is None else lowest - _NAME_MM - _GAP_MM
        moves |= apart(tuple(own for own in copies if own.id not in moves), below)
        if lay is not None:
            for copy in copies:
                item = CutItem(copy, lay.cloth, moves[copy.id])
                self.items_by_id[copy.id] = item
                self.scene().addItem(item)
        self.fit()
        self.choose(self.chosen if self.chosen in self.items_by_id else "")
