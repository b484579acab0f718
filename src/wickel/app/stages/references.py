"""Reference pictures of a job, beside the draft: the garment that somebody brought a photograph
of."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QRectF, QSize, Qt
from PySide6.QtGui import QColor, QImage, QPainter, QPaintEvent
from PySide6.QtWidgets import QFileDialog, QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from wickel.app.session import Session
from wickel.app.theme import palette
from wickel.app.widgets.cards import label
from wickel.app.widgets.pictures import NoPicture, encode_image, no_larger, read_picture
from wickel.job import Picture
from wickel.job.edits import with_picture, without_picture
from wickel.wording import tr

MOST_PIXELS, MOST_PICTURES, QUALITY = 1600, 20, 85


class Photograph(QWidget):
    """A picture as large as there is room for it, upright and whole."""

    def __init__(self) -> None:
        super().__init__()
        self.setMinimumSize(160, 160)
        self.image = QImage()

    def show_image(self, image: QImage, name: str) -> None:
        """Show a picture."""
        self.image = image
        self.setAccessibleName(tr("Picture: {name}", name=name) if name else tr("No picture"))
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(300, 360)

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.fillRect(self.rect(), QColor(palette().table))
        if not self.image.isNull():
            painter.setRenderHint(QPainter.RenderHint.SmoothPixmapTransform)
            size = self.image.size().scaled(self.size(), Qt.AspectRatioMode.KeepAspectRatio)
            at = QRectF(
                (self.width() - size.width()) / 2, (self.height() - size.height()) / 2, 0, 0
            )
            at.setSize(size.toSizeF())
            painter.drawImage(at, self.image)
        painter.end()


class References(QFrame):
    """One picture at a time, with *next*, *add* and *out*."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setObjectName("card")
        self._session = session
        self._at = 0
        self._shown: Picture | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(14, 12, 14, 12)
        self.title = label("", "heading", wrap=True)
        column.addWidget(self.title)
        self.photograph = Photograph()
        column.addWidget(self.photograph, 1)
        row = QHBoxLayout()
        self.next = self._button(tr("Next"), tr("The next picture"), lambda: self._go(1))
        self.add = self._button(
            tr("Add…"), tr("Put a picture into the job: a PNG or a JPEG"), self._choose
        )
        self.out = self._button(tr("Out"), tr("Take this picture out of the job"), self._take_out)
        for button in (self.next, self.add, self.out):
            row.addWidget(button)
        column.addLayout(row)

    @staticmethod
    def _button(words: str, tip: str, act: object) -> QPushButton:
        button = QPushButton(words)
        button.setToolTip(tip)
        button.clicked.connect(act)
        return button

    def refresh(self) -> None:
        """Show the pictures of the job as they are now."""
        pictures = self._session.job.pictures
        self._at = max(0, min(self._at, len(pictures) - 1))
        own = pictures[self._at] if pictures else None
        if own is not self._shown:
            self._shown = own
            self.photograph.show_image(
                QImage() if own is None else QImage.fromData(own.data), own.name if own else ""
            )
        count = f" ({self._at + 1} of {len(pictures)})" if len(pictures) > 1 else ""
        self.title.setText(f"{own.name or 'Picture'}{count}" if own else tr("No picture yet"))
        self.next.setEnabled(len(pictures) > 1)
        self.out.setEnabled(bool(pictures))
        self.add.setEnabled(len(pictures) < MOST_PICTURES)

    def _go(self, by: int) -> None:
        self._at = (self._at + by) % max(1, len(self._session.job.pictures))
        self.refresh()

    def _choose(self) -> None:
        name, _ = QFileDialog.getOpenFileName(
            self, tr("A reference picture"), "", tr("Pictures (*.png *.jpg *.jpeg *.bmp)")
        )
        if name:
            self.take(Path(name))

    def take(self, path: Path) -> None:
        """Put a picture of a file into the job, no larger than it need be."""
        try:
            image = no_larger(read_picture(path), MOST_PIXELS)
        except NoPicture as reason:
            self._session.trouble.emit(str(reason))
            return
        data = encode_image(image.convertToFormat(QImage.Format.Format_RGB32), "JPEG", QUALITY)
        self._at = len(self._session.job.pictures)
        picture = Picture(name=path.stem, data=data)
        self._session.apply(
            with_picture(self._session.job, picture), tr("Picture: {stem}", stem=path.stem)
        )

    def _take_out(self) -> None:
        if self._session.job.pictures:
            self._session.apply(without_picture(self._session.job, self._at), tr("Picture out"))
