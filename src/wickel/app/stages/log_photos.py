"""Photos of a job in the log: small ones in a row, a large one when it is clicked."""

from __future__ import annotations

from collections.abc import Iterable
from pathlib import Path

from PySide6.QtCore import QSize, Qt, Signal
from PySide6.QtGui import QIcon, QPixmap
from PySide6.QtWidgets import (
    QDialog,
    QFileDialog,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.widgets.cards import emptied
from wickel.app.widgets.flow import flow_bar
from wickel.wording import tr

_SMALL, _LARGE = QSize(84, 64), QSize(860, 600)


class LogPhotos(QWidget):
    """A row of photos. ``added`` carries the path of one to keep, ``dropped`` the name of one to
    take out."""

    added = Signal(object)
    dropped = Signal(str)

    def __init__(self, folder: Path) -> None:
        super().__init__()
        self._folder = folder
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        bar, self._row = flow_bar(6)
        column.addWidget(bar)
        self.photos: dict[str, QPushButton] = {}
        self.add = QPushButton(tr("Add a photo…"))
        self.add.setObjectName("chip")
        self.add.setToolTip(tr("A photo of the garment, the cloth or the table"))
        self.add.clicked.connect(self._ask)
        column.addWidget(self.add, 0, Qt.AlignmentFlag.AlignLeft)

    def show_photos(self, names: Iterable[str]) -> None:
        """Show photos by their names."""
        names = tuple(names)
        if tuple(self.photos) == names:
            return
        emptied(self._row)
        self.photos = {}
        for name in names:
            small = QPushButton()
            small.setIcon(QIcon(QPixmap(str(self._folder / name))))
            small.setIconSize(_SMALL)
            small.setAccessibleName(tr("Photo {name}", name=name))
            small.setToolTip(tr("Show it large"))
            small.clicked.connect(lambda *_, name=name: self.show_large(name))
            self._row.addWidget(small)
            self.photos[name] = small

    def show_large(self, name: str) -> None:
        """Show a photo large, with what takes it out."""
        dialog = QDialog(self)
        dialog.setWindowTitle(name)
        dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        column = QVBoxLayout(dialog)
        picture = QLabel()
        keep = Qt.AspectRatioMode.KeepAspectRatio
        smooth = Qt.TransformationMode.SmoothTransformation
        image = QPixmap(str(self._folder / name))
        if not image.isNull():
            ratio = self.devicePixelRatioF()
            image = image.scaled(_LARGE * ratio, keep, smooth)
            image.setDevicePixelRatio(ratio)
        picture.setPixmap(image)
        picture.setAccessibleName(tr("Photo {name}", name=name))
        column.addWidget(picture)
        row = QHBoxLayout()
        out = QPushButton(tr("Take it out"))
        out.clicked.connect(lambda: self.dropped.emit(name))
        out.clicked.connect(dialog.accept)
        done = QPushButton(tr("Close"))
        done.setObjectName("main")
        done.setDefault(True)
        done.clicked.connect(dialog.accept)
        row.addWidget(out)
        row.addStretch()
        row.addWidget(done)
        column.addLayout(row)
        dialog.open()

    def _ask(self) -> None:
        name, _ = QFileDialog.getOpenFileName(
            self, tr("A photo"), str(Path.home()), tr("Pictures (*.png *.jpg *.jpeg *.webp)")
        )
        if name:
            self.added.emit(Path(name))
