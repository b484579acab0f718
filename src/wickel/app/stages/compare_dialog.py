"""Two lays of one cloth side by side: their pictures, their lengths, what differs; one is taken."""

from __future__ import annotations

from collections.abc import Sequence

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

from wickel.app.widgets.cards import emptied, label
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.swatch import LayPicture
from wickel.lay import CuttingRates, Lay, labour_of, not_laid
from wickel.units import Unit, shown_cloth_length
from wickel.wording import tr

_PICTURE_PX, _WIDE_PX = 190, 860
_SAME_MM, _MOST_NAMES = 0.5, 6

Named = tuple[str, Lay]
"""A lay and what it is called."""


class CompareDialog(QDialog):
    """Two of some lays, one above the other on one scale. ``taken`` carries the lay to take."""

    taken = Signal(object)

    def __init__(
        self, lays: Sequence[Named], unit: Unit, rates: CuttingRates, parent: QWidget | None
    ) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "change-a-lay")
        self.setWindowTitle(tr("Two lays side by side"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self._lays, self._unit, self._rates = list(lays), unit, rates
        column = QVBoxLayout(self)
        column.setSpacing(10)
        self.which: list[QComboBox] = []
        self.pictures: list[LayPicture] = []
        self.take: list[QPushButton] = []
        for k in range(2):
            row = QHBoxLayout()
            box = QComboBox()
            box.setAccessibleName(tr("The first lay") if k == 0 else tr("The second lay"))
            for name, lay in self._lays:
                length = shown_cloth_length(lay.lay_length_mm, unit)
                box.addItem(f"{name}, {length}")
            box.setCurrentIndex(min(k, len(self._lays) - 1))
            box.currentIndexChanged.connect(lambda _: self._show())
            row.addWidget(box, 1)
            take = QPushButton(tr("Take this one"))
            take.setToolTip(tr("Lay the cloth so; Ctrl+Z takes it back"))
            take.clicked.connect(lambda _=False, k=k: self._take(k))
            row.addWidget(take)
            column.addLayout(row)
            picture = LayPicture()
            picture.setFixedHeight(_PICTURE_PX)
            picture.setMinimumWidth(_WIDE_PX)
            column.addWidget(picture)
            self.which.append(box)
            self.pictures.append(picture)
            self.take.append(take)
        self._figures = QGridLayout()
        self._figures.setHorizontalSpacing(24)
        column.addLayout(self._figures)
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

    @property
    def shown(self) -> tuple[Lay, Lay]:
        """Both lays that are shown."""
        one, other = (self._lays[box.currentIndex()][1] for box in self.which)
        return one, other

    def _show(self) -> None:
        lays = self.shown
        longest = max(lay.table_mm for lay in lays)
        emptied(self._figures)
        for k, words in enumerate(
            (tr("length"), tr("used"), tr("minutes to cut"), tr("not laid yet"))
        ):
            self._figures.addWidget(label(words, "soft"), 0, k + 1)
        for k, lay in enumerate(lays):
            self.pictures[k].show_lay(lay, longest)
            rows = (
                shown_cloth_length(lay.lay_length_mm, self._unit),
                f"{lay.used_share:.0%}",
                f"{labour_of(lay).minutes(self._rates):.0f}",
                str(sum(not_laid(lay).values())),
            )
            self._figures.addWidget(
                label(tr("the first") if k == 0 else tr("the second"), "soft"), k + 1, 0
            )
            for n, words in enumerate(rows):
                self._figures.addWidget(label(words, "heading"), k + 1, n + 1)
        self.differs.setText(differing(*lays))

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
