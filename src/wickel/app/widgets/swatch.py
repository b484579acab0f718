"""Small true pictures: a swatch of cloth with the way of its print, a lay, a piece with the print
on it."""

from __future__ import annotations

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QPainter, QPainterPath, QPaintEvent, QTransform
from PySide6.QtWidgets import QSizePolicy, QWidget

from wickel.app.table.ink import arrow, mixed_colour, pen
from wickel.app.table.lay_view import dye
from wickel.app.table.paper_view import hung
from wickel.app.table.print_paint import has_figure, paint_print
from wickel.app.table.view import scene_path
from wickel.app.theme import palette
from wickel.cloth import BorderAt, Cloth, Print
from wickel.files import ground_of, tile_mm
from wickel.geometry import bounds, unfold_outline
from wickel.lay import CutPiece, Grain, Lay, on_table
from wickel.wording import tr


def paint_cloth(
    painter: QPainter, box: QRectF, cloth: Cloth, *, deg: float, step: float = 22.0
) -> None:
    """Fill a box with a cloth and the marks of its print, running along ``deg``."""
    colours = palette()
    ground = mixed_colour(ground_of(cloth), colours.paper, 0.72)
    if has_figure(cloth):
        _paint_figure(painter, box, cloth, deg)
        return
    painter.fillRect(box, ground)
    mark = QColor(colours.ink)
    mark.setAlpha(150)
    painter.setPen(pen(mark, 1.2))
    way = cloth.print_or_assumed
    row = 0
    y = box.top() + step / 2
    while y < box.bottom():
        x = box.left() + step / 2 + (step / 2 if row % 2 else 0)
        while x < box.right():
            if way is Print.ANY:
                painter.drawEllipse(QPointF(x, y), 1.4, 1.4)
            else:
                arrow(painter, QPointF(x, y), deg, step * 0.62, barb=4.5)
                if way is Print.TWO_WAY:
                    arrow(painter, QPointF(x, y), deg + 180, step * 0.62, barb=4.5)
            x += step
        y += step * 0.8
        row += 1


def _paint_figure(painter: QPainter, box: QRectF, cloth: Cloth, deg: float) -> None:
    """The print itself, about two and a half repeats of it; where there is a border, the cloth from
    its selvage on."""
    long, wide = tile_mm(cloth)
    border = cloth.lay_design.border
    span = max(
        2.4 * min(long, wide), 1.2 * max(long, wide), 2.2 * border.width_mm if border else 0.0
    )
    scale = max(box.width(), box.height()) / span
    painter.save()
    painter.setClipRect(box, Qt.ClipOperation.IntersectClip)
    painter.translate(box.center() if border is None else QPointF(box.left(), box.bottom()))
    painter.scale(scale, -scale)
    reach = 1.5 * span
    if (
        deg != 0 and border is None
    ):  # the start of the cloth at the top, its low selvage at the left
        painter.rotate(deg)
    if border is not None and border.at in (BorderAt.HIGH, BorderAt.BOTH):
        painter.translate(
            0, -cloth.lay_width_mm + box.height() / scale if border.at is BorderAt.HIGH else 0
        )
    low = (
        cloth.lay_width_mm - reach if border is not None and border.at is BorderAt.HIGH else -reach
    )
    paint_print(painter, cloth, QRectF(-reach, low, 2 * reach, 2 * reach))
    painter.restore()


class Swatch(QWidget):
    """A cloth as it hangs on the shelf: the start of the cloth at the top."""

    def __init__(self, cloth: Cloth) -> None:
        super().__init__()
        self._cloth = cloth
        self.setFixedSize(64, 52)

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        shape = QPainterPath()
        shape.addRoundedRect(QRectF(self.rect()).adjusted(1, 1, -1, -1), 6, 6)
        painter.setClipPath(shape)
        paint_cloth(painter, QRectF(self.rect()), self._cloth, deg=-90)
        painter.end()


class PrintOnPiece(QWidget):
    """A piece as it will be worn, head up, filled with the print as it is cut."""

    def __init__(self) -> None:
        super().__init__()
        self._cloth: Cloth | None = None
        self._piece: CutPiece | None = None
        self._path = QPainterPath()
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self.setMinimumSize(160, 130)

    def sizeHint(self) -> QSize:
        return QSize(300, 380)

    def show_piece(self, piece: CutPiece | None, cloth: Cloth | None) -> None:
        """Show a piece, unfolded when it is a half."""
        self._cloth, self._piece = cloth, piece
        self._path = QPainterPath()
        if piece is not None:
            outline = piece.cut_line
            folds = next((order.fold_edges for order in piece.orders if order.fold_edges), ())
            if folds:
                outline, _ = unfold_outline(outline, folds[0])
            self._path = scene_path(hung(outline), closed=True)
            self.setAccessibleName(tr("{piece} with its print, head up", piece=piece.name))
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        if self._cloth is None or self._path.isEmpty():
            return
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        box = self._path.boundingRect()
        scale = min((self.width() - 20) / box.width(), (self.height() - 20) / box.height())
        painter.save()
        painter.translate(
            self.width() / 2 - box.center().x() * scale,
            self.height() / 2 - box.center().y() * scale,
        )
        painter.scale(scale, scale)
        world = painter.worldTransform()
        painter.restore()
        shape = world.map(self._path)
        painter.setClipPath(shape)
        if has_figure(self._cloth):
            self._paint_as_cut(painter, world)
        else:
            paint_cloth(painter, shape.boundingRect(), self._cloth, deg=-90, step=30)
        painter.setClipping(False)
        painter.setPen(pen(palette().ink, 2))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPath(shape)
        painter.end()

    def _paint_as_cut(self, painter: QPainter, world: QTransform) -> None:
        """The cloth behind the piece: where it asks for a border or a motif, placed so; else from
        its centre on."""
        piece, cloth = self._piece, self._cloth
        assert piece is not None
        assert cloth is not None
        design = cloth.lay_design
        painter.save()
        painter.setTransform(world)
        box = bounds(piece.cut_line)
        reach = 2.0 * max(box.width, 2 * box.height)
        if piece.grain is Grain.CROSS and design.border is not None:
            # its hem lies on the low border: head to hem runs against y, and the cloth along to the
            # right
            hem = max((x for x, _ in piece.on_print.border_edge), default=box.max_x)
            painter.setTransform(
                QTransform(1, 0, 0, -1, 0, hem + design.border.distance_mm), combine=True
            )
            paint_print(painter, cloth, QRectF(-reach, -reach, 2 * reach, 3 * reach))
        else:
            # flat (x, y) is (down, across) of the piece, moved so that what it asks for falls right
            centre = piece.on_print.centre or (0.0, 0.0)
            motif = (0.0, 0.0) if design.motif is None else (design.motif.x_mm, design.motif.y_mm)
            dx, dy = centre[0] - motif[0], centre[1] - motif[1]
            painter.setTransform(QTransform(0, 1, 1, 0, dy, dx), combine=True)
            paint_print(painter, cloth, QRectF(-reach, -reach, 3 * reach, 3 * reach))
        painter.restore()


class LayPicture(QWidget):
    """A lay as a small true picture; without one, the bare cloth in its width."""

    def __init__(self) -> None:
        super().__init__()
        self._lay: Lay | None = None
        self._longest = 1.0
        self.setFixedHeight(74)

    def show_lay(self, lay: Lay | None, longest_mm: float) -> None:
        """Show a lay on the scale at which the longest of all fills the width."""
        self._lay, self._longest = lay, longest_mm
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        colours = palette()
        lay = self._lay
        if lay is None:
            painter.setPen(pen(colours.soft, 1.2, Qt.PenStyle.DashLine))
            painter.drawRoundedRect(QRectF(self.rect()).adjusted(1, 8, -1, -8), 4, 4)
            painter.end()
            return
        box = bounds([p for s in lay.spread.sections for z in s.zones for p in z.outline])
        scale = min(
            self.width() / max(self._longest, box.width), self.height() / lay.spread.width_mm
        )
        top = self.height() / 2 + box.height * scale / 2
        ground = mixed_colour(ground_of(lay.cloth), colours.paper, 0.55)
        painter.fillRect(
            QRectF(0, top - box.height * scale, box.width * scale, box.height * scale), ground
        )
        garments = list(dict.fromkeys(piece.garment for piece in lay.pieces))
        for placement in lay.placements:
            piece = lay.piece(placement.piece)
            shape = on_table(placement, piece)
            colour = dye(garments.index(piece.garment))
            painter.setPen(pen(colour, 1))
            painter.setBrush(mixed_colour(colour, colours.paper, 0.12))
            painter.drawPath(
                scene_path(
                    tuple((x * scale, top - y * scale) for x, y in shape.outline), closed=True
                )
            )
        painter.setPen(pen(colours.indigo, 3))
        for fold in (fold for s in lay.spread.sections for zone in s.zones for fold in zone.folds):
            (ax, ay), (bx, by) = fold.start, fold.end
            painter.drawLine(
                QPointF(ax * scale, top - ay * scale), QPointF(bx * scale, top - by * scale)
            )
        painter.end()
