"""Every copy as it will be cut, head up, filled with the print that it gets: what would be seen on
the garment."""

from __future__ import annotations

import math
from enum import StrEnum

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter
from PySide6.QtWidgets import QGraphicsItem, QStyleOptionGraphicsItem, QWidget

from wickel.app.table.ink import name_in, pen
from wickel.app.table.print_paint import has_figure, paint_print, to_picture
from wickel.app.table.view import PickItem, PickView, scene_path
from wickel.app.theme import palette
from wickel.cloth import Cloth
from wickel.files import ground_of
from wickel.geometry import Affine, Outline, bounds, translation
from wickel.job import DraftedGarment, Sewn, Sketch, row_bounds, sewn_rows, sketches
from wickel.lay import Lay, WornCopy, worn_copies
from wickel.wording import tr

_GAP_MM, _NAME_MM, _VIEW_GAP_MM = 60.0, 70.0, 160.0
_SHAPE = 1.7
"""About how much wider than high the whole is laid out."""


def paint_cut(painter: QPainter, cloth: Cloth, to_picture_frame: Affine, outline: Outline) -> None:
    """Fill an outline with the cloth as it is cut there.

    ``to_picture_frame`` maps the flat cloth to a frame in mm whose y runs up, in which the outline
    is given; the painter's own frame is that one with its y turned over.
    """
    painter.save()
    path = scene_path(tuple((x, -y) for x, y in outline), closed=True)
    painter.setPen(Qt.PenStyle.NoPen)
    painter.setBrush(QColor(ground_of(cloth)))
    painter.drawPath(path)
    if has_figure(cloth):
        painter.setClipPath(path, Qt.ClipOperation.IntersectClip)
        painter.setTransform(to_picture(to_picture_frame), combine=True)
        box = bounds(to_picture_frame.inverse().all(outline))
        paint_print(painter, cloth, QRectF(box.min_x, box.min_y, box.width, box.height))
    painter.restore()


class CutItem(PickItem):
    """One copy, with a word below it."""

    def __init__(self, copy: WornCopy, cloth: Cloth, move: Affine, word: str = "") -> None:
        self._there = move.after(copy.upright)
        self._net = move.all(copy.net)
        super().__init__(scene_path(tuple((x, -y) for x, y in self._net), closed=True))
        self.copy = copy
        self._cloth, self._word = cloth, word
        self.setToolTip(copy.name)

    def boundingRect(self) -> QRectF:
        return self.cut_path.boundingRect().adjusted(-10, -10, 10, _NAME_MM)

    def paint(
        self, painter: QPainter, option: QStyleOptionGraphicsItem, widget: QWidget | None = None
    ) -> None:
        colours = palette()
        paint_cut(painter, self._cloth, self._there, self._net)
        painter.setPen(
            pen(colours.madder if self.chosen else colours.ink, 2.6 if self.chosen else 1.3)
        )
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPath(self.cut_path)
        if self._word:
            own = self.cut_path.boundingRect()
            paint_word(
                painter,
                QRectF(own.left() - 20, own.bottom(), own.width() + 40, _NAME_MM),
                self._word,
            )


def paint_word(painter: QPainter, room: QRectF, word: str) -> None:
    """Write a word into a room of the scene, as large as the screen needs it."""
    painter.save()
    there = painter.worldTransform().mapRect(room)
    painter.resetTransform()
    painter.translate(there.center())
    box = QRectF(-there.width() / 2, -13, there.width(), 26)
    name_in(painter, box, QPointF(0, 0), (word,), palette().ink, QColor(palette().table))
    painter.restore()


class Caption(QGraphicsItem):
    """Words under a view of the garment."""

    def __init__(self, room: QRectF, words: str) -> None:
        super().__init__()
        self._room, self.words = room, words
        self.setAcceptedMouseButtons(Qt.MouseButton.NoButton)

    def boundingRect(self) -> QRectF:
        return self._room

    def paint(
        self, painter: QPainter, option: QStyleOptionGraphicsItem, widget: QWidget | None = None
    ) -> None:
        paint_word(painter, self._room, self.words)


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
        found[copy.id] = translation(x - box.min_x, top - box.max_y)
        x, high = x + box.width + _GAP_MM, max(high, box.height)
    return found


def together(rows: tuple[tuple[Sewn, ...], ...]) -> dict[str, Affine]:
    """Where the copies of rows that hang together are moved to, row under row."""
    found: dict[str, Affine] = {}
    top = 0.0
    for row in rows:
        box = row_bounds(row)
        for sewn in row:
            found[sewn.copy.id] = translation(-box.min_x, top - box.max_y).after(sewn.move)
        top -= box.height + _NAME_MM + _GAP_MM
    return found


class Put(StrEnum):
    """How the copies are put: each by itself, side by side at their seams, or as they are seen from
    two sides."""

    APART = "apart"
    UNROLLED = "unrolled"
    SEEN = "seen"


class CutView(PickView):
    """All copies of a lay as they come out of the cloth, each by itself or put together."""

    def __init__(self) -> None:
        super().__init__()
        self.setAccessibleName(tr("Every piece as it is cut"))
        self._shown: tuple[Lay | None, Put] = (None, Put.APART)

    def show_lay(
        self, lay: Lay | None, drafts: tuple[DraftedGarment, ...] = (), put: Put = Put.APART
    ) -> None:
        """Show the copies of a lay, or bare table."""
        if (lay, put) == self._shown:
            return
        self._shown = (lay, put)
        self.scene().clear()
        self.items_by_id = {}
        if lay is not None and put is Put.SEEN:
            self._show_sketches(lay, sketches(drafts, worn_copies(lay)))
        elif lay is not None:
            copies = worn_copies(lay)
            moves = self._moves(copies, sewn_rows(drafts, copies) if put is Put.UNROLLED else ())
            for copy in copies:
                self._add(copy.id, CutItem(copy, lay.cloth, moves[copy.id], copy.name))
        self.fit()
        self.choose(self.chosen if self.chosen in self.items_by_id else "")

    def _add(self, key: str, item: CutItem) -> None:
        self.items_by_id[key] = item
        self.scene().addItem(item)

    @staticmethod
    def _moves(
        copies: tuple[WornCopy, ...], rows: tuple[tuple[Sewn, ...], ...]
    ) -> dict[str, Affine]:
        """Where the copies are moved to: rows that hang together above, the others below."""
        moves = together(rows)
        lowest = min(
            (bounds(moves[copy.id].all(copy.net)).min_y for copy in copies if copy.id in moves),
            default=None,
        )
        below = 0.0 if lowest is None else lowest - _NAME_MM - _GAP_MM
        return moves | apart(tuple(copy for copy in copies if copy.id not in moves), below)

    def _show_sketches(self, lay: Lay, seen: tuple[Sketch, ...]) -> None:
        """Show the views of the garment one beside the other. A copy that is in several has a key
        for each."""
        x = 0.0
        for sketch in seen:
            box = row_bounds(sketch.copies)
            by = translation(x - box.min_x, 0.0)
            for sewn in sketch.copies:
                key = (
                    f"{sewn.copy.id}, {sketch.words}"
                    if sewn.copy.id in self.items_by_id
                    else sewn.copy.id
                )
                self._add(key, CutItem(sewn.copy, lay.cloth, by.after(sewn.move), ""))
            self.scene().addItem(Caption(QRectF(x, 0.0, box.width, _NAME_MM), sketch.words))
            x += box.width + _VIEW_GAP_MM
