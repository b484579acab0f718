"""The part of a cloth's card that says what is on it: figure, repeat, border, motif, a picture of
its own."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial
from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QImage
from PySide6.QtWidgets import QComboBox, QFileDialog, QGridLayout, QPushButton, QVBoxLayout, QWidget

from wickel.app.stages.square_dialog import SquareDialog
from wickel.app.theme import text_scale
from wickel.app.widgets.cards import label
from wickel.app.widgets.flow import flow_bar
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.pictures import NoPicture, encode_image, no_larger, read_picture
from wickel.cloth import FIGURE_NAMES, Border, BorderAt, Cloth, Design, Figure, Motif, Repeat
from wickel.files import tile_mm
from wickel.units import Unit
from wickel.wording import tr

MOST_PIXELS = 640
"""A picture is kept no larger than this on its longer side: it goes into the job file."""

_BORDERS = {
    "": tr("no border"),
    BorderAt.LOW.value: tr("along the low selvage"),
    BorderAt.HIGH.value: tr("along the high selvage"),
    BorderAt.BOTH.value: tr("along both selvages"),
    BorderAt.ACROSS.value: tr("across the cloth"),
}
_Fields = tuple[tuple[str, str], ...]
_Enter = Callable[[str, float], None]
_REPEAT: _Fields = (
    ("along_mm", tr("repeats along")),
    ("across_mm", "across"),
    ("offset_mm", tr("shifted by")),
)
_BORDER: _Fields = (("width_mm", "wide"), ("distance_mm", tr("from the edge")))
_MOTIF: _Fields = (
    ("x_mm", tr("first along")),
    ("y_mm", "across"),
    ("length_mm", "long"),
    ("width_mm", "wide"),
)

_OF_BORDER: dict[str, Callable[[Border, float], Border]] = {
    "width_mm": lambda border, mm: replace(border, width_mm=mm),
    "distance_mm": lambda border, mm: replace(border, distance_mm=mm),
}
_OF_MOTIF: dict[str, Callable[[Motif, float], Motif]] = {
    "x_mm": lambda motif, mm: replace(motif, x_mm=mm),
    "y_mm": lambda motif, mm: replace(motif, y_mm=mm),
    "length_mm": lambda motif, mm: replace(motif, length_mm=mm),
    "width_mm": lambda motif, mm: replace(motif, width_mm=mm),
}


class DesignPart(QWidget):
    """Fields for the design of a cloth. ``changed`` carries what was changed and the new design."""

    changed = Signal(str, object)
    trouble = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.setProperty(PAGE, "print")
        self._cloth: Cloth | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        column.addWidget(label(tr("What is on it"), "heading"))
        bar, row = flow_bar(6)
        self.figure = QComboBox()
        self.figure.setAccessibleName(tr("The figure of the cloth"))
        self.figure.setToolTip(tr("What the eye sees on the cloth"))
        for figure, words in FIGURE_NAMES.items():
            self.figure.addItem(words, figure.value)
        self.figure.activated.connect(
            lambda _: self._take_figure(Figure(str(self.figure.currentData())))
        )
        row.addWidget(self.figure)
        self.picture = QPushButton(tr("Own picture…"))
        self.picture.setToolTip(
            tr(
                "A picture of the cloth, its start at the left: one repeat on it is squared by "
                "its corners and scaled"
            )
        )
        self.picture.clicked.connect(self._choose_picture)
        row.addWidget(self.picture)
        column.addWidget(bar)
        self.repeat = self._fields(column, "Repeat", _REPEAT, self._enter_repeat)
        self.border = QComboBox()
        self.border.setAccessibleName(tr("Where a border runs"))
        self.border.setToolTip(tr("A border along a selvage, along both, or across"))
        for at, words in _BORDERS.items():
            self.border.addItem(words, at)
        self.border.activated.connect(lambda _: self._take_border(str(self.border.currentData())))
        column.addWidget(self.border)
        self.border_box, self.border_fields = self._boxed(
            column, "Border", _BORDER, self._enter_border
        )
        self.motif_box, self.motif_fields = self._boxed(column, "Motif", _MOTIF, self._enter_motif)
        column.addStretch()

    def _boxed(
        self, column: QVBoxLayout, name: str, fields: _Fields, enter: _Enter
    ) -> tuple[QWidget, dict[str, LengthEdit]]:
        box = QWidget()
        inner = QVBoxLayout(box)
        inner.setContentsMargins(0, 0, 0, 0)
        made = self._fields(inner, name, fields, enter)
        column.addWidget(box)
        return box, made

    def _fields(
        self, column: QVBoxLayout, name: str, fields: _Fields, enter: _Enter
    ) -> dict[str, LengthEdit]:
        """A row of length fields, each under its word."""
        grid = QGridLayout()
        grid.setVerticalSpacing(2)
        made = {}
        for k, (attribute, words) in enumerate(fields):
            field = LengthEdit(f"{name}: {words}")
            field.setMaximumWidth(round(78 * text_scale()))
            field.entered.connect(partial(enter, attribute))
            field.unreadable.connect(self.trouble)
            grid.addWidget(label(words, "soft"), 0, k)
            grid.addWidget(field, 1, k, Qt.AlignmentFlag.AlignLeft)
            made[attribute] = field
        grid.setColumnStretch(len(made), 1)
        column.addLayout(grid)
        return made

    def show_cloth(self, cloth: Cloth, unit: Unit) -> None:
        """Show the design of a cloth."""
        self._cloth = cloth
        design = cloth.design
        self.figure.setCurrentIndex(self.figure.findData(design.figure.value))
        self.picture.setText(tr("Take the picture away") if design.picture else tr("Own picture…"))
        for attribute, field in self.repeat.items():
            mm = None if design.repeat is None else getattr(design.repeat, attribute)
            field.show_length(mm or None, unit)
        self.border.setCurrentIndex(
            self.border.findData(design.border.at.value if design.border else "")
        )
        for shown, box, fields in (
            (design.border, self.border_box, self.border_fields),
            (design.motif, self.motif_box, self.motif_fields),
        ):
            box.setVisible(shown is not None)
            for attribute, field in fields.items():
                field.show_length(None if shown is None else getattr(shown, attribute), unit)

    # --- edits -------------------------------------------------------------------------------

    def _change(self, words: str, edit: Callable[[Design], Design]) -> None:
        if self._cloth is not None:
            self.changed.emit(words, edit(self._cloth.design))

    def _take_figure(self, figure: Figure) -> None:
        """Take a figure with the repeat that is usual for it, and a motif to go with large
        motifs."""
        bare = Cloth(id="x", usable_width_mm=1000, design=Design(figure=figure))
        long, wide = tile_mm(bare)
        along = None if figure in (Figure.STRIPE_ALONG, Figure.CORDUROY) else long
        across = None if figure is Figure.STRIPE_ACROSS else wide
        bare_figure = figure in (Figure.PLAIN, Figure.SATIN)
        repeat = None if bare_figure else Repeat(along_mm=along, across_mm=across)
        motif = Motif(x_mm=long / 2, y_mm=wide / 2, length_mm=wide * 0.6, width_mm=wide * 0.6)
        self._change(
            f"Figure: {FIGURE_NAMES[figure]}",
            lambda design: replace(
                design,
                figure=figure,
                repeat=repeat,
                motif=motif if figure is Figure.MOTIF else None,
            ),
        )

    def _enter_repeat(self, attribute: str, mm: float) -> None:
        repeat = self._cloth.design.repeat if self._cloth is not None else None
        along = None if repeat is None else repeat.along_mm
        across = None if repeat is None else repeat.across_mm
        offset = 0.0 if repeat is None else repeat.offset_mm
        if attribute == "along_mm":
            along = mm or None
        elif attribute == "across_mm":
            across = mm or None
        else:
            offset = mm
        made = (
            None
            if along is None and across is None
            else Repeat(along_mm=along, across_mm=across, offset_mm=offset)
        )
        self._change("Repeat", lambda design: replace(design, repeat=made))

    def _take_border(self, at: str) -> None:
        border = self._cloth.design.border if self._cloth is not None else None
        made = None
        if at:
            made = Border(at=BorderAt(at), width_mm=100.0, distance_mm=20.0)
            made = made if border is None else replace(border, at=BorderAt(at))
        self._change(f"Border: {_BORDERS[at]}", lambda design: replace(design, border=made))

    def _enter_border(self, attribute: str, mm: float) -> None:
        if self._cloth is not None and self._cloth.design.border is not None:
            border = _OF_BORDER[attribute](self._cloth.design.border, mm)
            self._change("Border", lambda design: replace(design, border=border))

    def _enter_motif(self, attribute: str, mm: float) -> None:
        if self._cloth is not None and self._cloth.design.motif is not None:
            motif = _OF_MOTIF[attribute](self._cloth.design.motif, mm)
            self._change("Motif", lambda design: replace(design, motif=motif))

    def _choose_picture(self) -> None:
        if self._cloth is not None and self._cloth.design.picture:
            self._change(tr("Picture away"), lambda design: replace(design, picture=b""))
            return
        name, _ = QFileDialog.getOpenFileName(
            self, tr("A picture of one repeat"), "", tr("Pictures (*.png *.jpg *.jpeg *.bmp)")
        )
        if name:
            self.take_picture(Path(name))

    def take_picture(self, path: Path) -> None:
        """Take a picture from a file: the maker is asked where one repeat is on it."""
        try:
            image = no_larger(read_picture(path), 3 * MOST_PIXELS)
        except NoPicture as reason:
            self.trouble.emit(str(reason))
            return
        dialog = SquareDialog(image, self.window())
        dialog.taken.connect(self._take_image)
        dialog.open()

    def _take_image(self, image: QImage) -> None:
        """Take a picture of one repeat; it is kept as PNG, small enough for the job file."""
        image = no_larger(image, MOST_PIXELS)
        # 10 cm across, as high as its shape says
        usual = Repeat(along_mm=100.0 * image.width() / image.height(), across_mm=100.0)
        self._change(
            tr("Own picture"),
            lambda design: replace(
                design, picture=encode_image(image, "PNG"), repeat=design.repeat or usual
            ),
        )
