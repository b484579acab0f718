"""Pictures from files, made small enough to be kept in a job file."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QBuffer, QByteArray, QIODevice, Qt
from PySide6.QtGui import QImage, QImageWriter

from wickel.wording import tr


class NoPicture(ValueError):
    """The file cannot be read as a picture; the message is for the maker."""


def read_picture(path: Path) -> QImage:
    """The picture in a file.

    Raises:
        NoPicture: when there is none.
    """
    image = QImage(str(path))
    if image.isNull():
        raise NoPicture(
            tr("{path} cannot be read as a picture: take a PNG or a JPEG.", path=path.name)
        )
    return image


def no_larger(image: QImage, most_pixels: int) -> QImage:
    """The image, made smaller where a side is longer than ``most_pixels``; its shape stays."""
    if max(image.width(), image.height()) <= most_pixels:
        return image
    aspect = Qt.AspectRatioMode.KeepAspectRatio
    return image.scaled(
        most_pixels, most_pixels, aspect, Qt.TransformationMode.SmoothTransformation
    )


def encode_image(image: QImage, form: str, quality: int = -1) -> bytes:
    """The image as a file of the ``form`` ``"PNG"`` or ``"JPEG"``; ``quality`` from 0 to 100, or −1
    for the usual."""
    data = QByteArray()
    buffer = QBuffer(data)
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    writer = QImageWriter(buffer, QByteArray(form.encode()))
    writer.setQuality(quality)
    writer.write(image)
    return bytes(data.data())
