"""Painting the print of a cloth where it lies: in the frame of the flat cloth, through any map to
the picture."""

from __future__ import annotations

import math
from functools import lru_cache

from PySide6.QtCore import QByteArray, QPointF, QRectF, Qt
from PySide6.QtGui import QBrush, QPainter, QPixmap, QTransform
from PySide6.QtSvg import QSvgRenderer

from wickel.cloth import BorderAt, Cloth, Figure
from wickel.files import border_svg, tile_mm, tile_svg
from wickel.geometry import Affine

_MOST_PIXELS = 768
_MOST_COLUMNS = 400


def has_figure(cloth: Cloth) -> bool:
    """Whether there is anything to see on the cloth but its colour."""
    design = cloth.design
    return design.figure is not Figure.PLAIN or bool(design.picture) or design.border is not None


def to_picture(flat: Affine) -> QTransform:
    """The Qt transform of a map into a frame whose y runs up, for a picture whose y runs down."""
    return QTransform(flat.a, -flat.d, flat.b, -flat.e, flat.c, -flat.f)


def paint_print(painter: QPainter, cloth: Cloth, there: QRectF) -> None:
    """Fill a box of the flat cloth (x along, y across, mm) with its print.

    The painter's frame is that of the flat cloth: its transform turns y over and brings it to the
    picture.
    """
    long, wide = tile_mm(cloth)
    repeat = cloth.lay_design.repeat
    drop = repeat.offset_mm if repeat is not None else 0.0
    device = painter.deviceTransform()  # in the pixels of the screen, however dense they are
    pixels = device.map(QPointF(long, wide)) - device.map(QPointF(0, 0))
    scale = max(abs(pixels.x()), abs(pixels.y()), 1.0) / max(long, wide)
    tile = _tile(cloth, _rounded(long * scale), _rounded(wide * scale))
    if tile.isNull():
        return
    first, last = math.floor(there.top() / wide + 0.5), math.floor(there.bottom() / wide + 0.5)
    if last - first > _MOST_COLUMNS:
        return
    painter.save()
    painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
    painter.setRenderHint(
        QPainter.RenderHint.Antialiasing, on=False
    )  # no seams between the columns
    brush = QBrush(tile)
    for k in range(first, last + 1):
        low, high = max(there.top(), (k - 0.5) * wide), min(there.bottom(), (k + 0.5) * wide)
        brush.setTransform(
            QTransform(long / tile.width(), 0, 0, -wide / tile.height(), k * drop, (k + 0.5) * wide)
        )
        painter.fillRect(QRectF(there.left(), low, there.width(), high - low), brush)
    _paint_border(painter, cloth, there, scale)
    painter.restore()


def _paint_border(painter: QPainter, cloth: Cloth, there: QRectF, scale: float) -> None:
    border = cloth.lay_design.border
    if border is None:
        return
    size = border.width_mm
    tile = _svg_pixmap(border_svg(cloth), _rounded(size * scale), _rounded(size * scale))
    width = cloth.lay_width_mm
    for (left, low), (right, high) in cloth.lay_design.bands(width, there.right()):
        if border.at is not BorderAt.ACROSS:
            left = there.left()  # in previews the cloth goes on before its start
        share_x, share_y = size / tile.width(), size / tile.height()
        if (
            border.at is BorderAt.ACROSS
        ):  # the outer line towards the start of the cloth: a quarter turn
            turn = QTransform(0, share_x, -share_y, 0, right, low)
        elif low + high < width:
            turn = QTransform(share_x, 0, 0, -share_y, 0, high)  # its pattern begins with the cloth
        else:
            turn = QTransform(share_x, 0, 0, share_y, 0, low)
        brush = QBrush(tile)
        brush.setTransform(turn)
        painter.fillRect(QRectF(left, low, right - left, high - low).intersected(there), brush)


def _rounded(pixels: float) -> int:
    """A size in pixels for which few pictures are kept: the next power of two, within reason."""
    return int(min(_MOST_PIXELS, max(8, 2 ** math.ceil(math.log2(max(1.0, pixels))))))


def _tile(cloth: Cloth, wide: int, high: int) -> QPixmap:
    picture = cloth.design.picture
    if not picture:
        return _svg_pixmap(tile_svg(cloth), wide, high)
    return _own_pixmap(picture, wide, high)


@lru_cache(maxsize=32)
def _own_pixmap(picture: bytes, wide: int, high: int) -> QPixmap:
    made = QPixmap()
    made.loadFromData(picture)
    if made.isNull():
        return made
    fit, smooth = Qt.AspectRatioMode.IgnoreAspectRatio, Qt.TransformationMode.SmoothTransformation
    return made.scaled(wide, high, fit, smooth)


@lru_cache(maxsize=64)
def _svg_pixmap(svg: str, wide: int, high: int) -> QPixmap:
    made = QPixmap(wide, high)
    made.fill(Qt.GlobalColor.transparent)
    renderer = QSvgRenderer(QByteArray(svg.encode()))
    renderer.setAspectRatioMode(Qt.AspectRatioMode.IgnoreAspectRatio)
    painter = QPainter(made)
    renderer.render(painter)
    painter.end()
    return made
