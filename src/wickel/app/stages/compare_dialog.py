"""Two lays of one cloth side by side: their pictures, their lengths, what differs; one is taken."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QComboBox,
    QDialog,
    QGridLayout,
    QHBoxLayout,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.widgets.cards import NarrowBox, emptied, label
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.swatch import LayPicture
from wickel.lay import CuttingRates, Lay, labour_of, not_laid
from wickel.units import Unit, shown_cloth_length
from wickel.wording import tr
from wickel.yardage import Need, shown_buy

_PICTURE_PX, _WIDE_PX = 260, 500
_SAME_MM, _MOST_NAMES = 0.5, 6

Named = tuple[str, Lay]
"""A lay and what it is called."""


class CompareDialog(QDialog):
    """Two of some lays, side by side on one scale, with what is to be bought for each. ``taken``
    carries the lay to take."""

    taken = Signal(object)

    def __init__(
        self,
        lays: Sequence[Named],
        unit: Unit,
        rates: CuttingRates,
        need_of: Callable[[Lay], Need],
        parent: QWidget | None,
    ) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "change-a-lay")
        self.setWindowTitle(tr("Two lays side by side"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self._lays, self._unit, self._rates, self._need_of = list(lays), unit, rates, need_of
        column = QVBoxLayout(self)
        column.setSpacing(10)
        beside = QHBoxLayout()
        beside.setSpacing(18)
        column.addLayout(beside)
        self.which: list[QComboBox] = []
        self.pictures: list[LayPicture] = []
        self.take: list[QPushButton] = []
        self._figures: list[QGridLayout] = []
        for k in range(2):
            beside.addLayout(self._half(k), 1)
        self.differs = label("", "soft", wrap=True)
        column.addWidget(self.differs)
        foot = QHBoxLayout()
        close = QPushButton(tr("Close"))
        close.setToolTip(tr("Leave the lay as it is (Esc)"))
        close.clicked.connect(self.reject)
        foot.addStretch()
        foot.addWidget(close)
        column.addLayout(foot)
        self._show()

    def _half(self, k: int) -> QVBoxLayout:
        """One of both: which it is, its picture, its figures."""
        half = QVBoxLayout()
        half.setSpacing(8)
        row = QHBoxLayout()
        box = NarrowBox()
        box.setAccessibleName(tr("The first lay") if k == 0 else tr("The second lay"))
        for name, lay in self._lays:
            length = shown_cloth_length(lay.lay_length_mm, self._unit)
            box.addItem(f"{name}, {length}")
        box.setCurrentIndex(min(k, len(self._lays) - 1))
        box.currentIndexChanged.connect(lambda _: self._show())
        row.addWidget(box, 1)
        take = QPushButton(tr("Take this one"))
        take.setToolTip(tr("Lay the cloth so; Ctrl+Z takes it back"))
        take.clicked.connect(lambda _=False, k=k: self._take(k))
        row.addWidget(take)
        half.addLayout(row)
        picture = LayPicture()
        picture.setFixedHeight(_PICTURE_PX)
        picture.setMinimumWidth(_WIDE_PX)
        half.addWidget(picture)
        figures = QGridLayout()
        figures.setHorizontalSpacing(24)
        figures.setColumnStretch(1, 1)
        half.addLayout(figures)
        self._figures.append(figures)
        self.which.append(box)
        self.pictures.append(picture)
        self.take.append(take)
        return half

    @property
    def shown(self) -> tuple[Lay, Lay]:
        """Both lays that are shown."""
        one, other = (self._lays[box.currentIndex()][1] for box in self.which)
        return one, other

    def _show(self) -> None:
        lays = self.shown
        longest = max(lay.table_mm for lay in lays)
        for lay, picture, figures in zip(lays, self.pictures, self._figures, strict=True):
            picture.show_lay(lay, longest)
            emptied(figures)
            for n, (words, figure) in enumerate(self._rows(lay)):
                figures.addWidget(label(words, "soft"), n, 0)
                figures.addWidget(label(figure, "heading"), n, 1)
        self.differs.setText(differing(*lays))

    def _rows(self, lay: Lay) -> tuple[tuple[str, str], ...]:
        """The figures of a lay, each with its word."""
        needed = self._need_of(lay)
        return (
            (tr("to buy"), shown_buy(needed, lay.cloth, self._unit)),
            (tr("length"), shown_cloth_length(lay.lay_length_mm, self._unit)),
            (tr("used"), f"{lay.used_share:.0%}"),
            (tr("minutes to cut"), f"{labour_of(lay).minutes(self._rates):.0f}"),
            (tr("not laid yet"), str(sum(not_laid(lay).values()))),
        )

    def _take(self, which: int) -> None:
        self.taken.emit(self.shown[which])
        self.accept()


def differing(one: Lay, other: Lay) -> str:
    """Which pieces lie otherwise in two lays, in words."""
    if one.spread.exact_way != other.spread.exact_way:
        return tr("The cloth is folded otherwise.")

    def places(lay: Lay) -> dict[str, list[tuple[object, ...]]]:
        found: dict[str, list[tuple[object, ...]]] = {}
        for p in lay.placements:
            at = (round(p.x_mm / _SAME_MM), round(p.y_mm / _SAME_MM))
            found.setdefault(p.piece, []).append(
                (p.section, p.zone, p.turn_deg, p.mirrored, p.cut_plies, *at)
            )
        return {id: sorted(own, key=repr) for id, own in found.items()}

    here, there = places(one), places(other)
    names = [piece.name for piece in one.pieces if here.get(piece.id) != there.get(piece.id)]
    if not names:
        return tr("Every piece lies alike.")
    shown = ", ".join(names[:_MOST_NAMES])
    more = len(names) - _MOST_NAMES
    if more > 0:
        return tr("These lie otherwise: {shown} and {more} more.", shown=shown, more=more)
    return tr("These lie otherwise: {shown}.", shown=shown)
