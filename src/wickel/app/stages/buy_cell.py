"""The opened cell of the yardage table: its lay, what is added from the lay to the shop, and every
way to lay it."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QPushButton, QWidget

from wickel.app.fill import Place
from wickel.app.widgets.cards import card, emptied, label, relabelled, scrolling
from wickel.app.widgets.swatch import LayPicture
from wickel.cloth import Cloth, Spreading
from wickel.job import Cell, fit_of
from wickel.lay import USUAL_RATES, Lay
from wickel.units import Unit, shown_cloth_length, shown_length
from wickel.wording import tr
from wickel.yardage import shown_buy

_MOST_PICTURES = 3


class CellCard(QWidget):
    """Shows one cell beside the table. ``improve`` asks for a longer search of it."""

    improve = Signal()

    def __init__(self) -> None:
        super().__init__()
        whole = QHBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        frame, column = card()
        whole.addWidget(frame)
        self.rates = USUAL_RATES
        self.title = label("", "title", wrap=True)
        column.addWidget(self.title)
        self.pictures = [LayPicture() for _ in range(_MOST_PICTURES)]
        for picture in self.pictures:
            column.addWidget(picture)
        self.more = label("", "soft")
        column.addWidget(self.more)
        self.why = label("", "broken", wrap=True)
        column.addWidget(self.why)
        self._sum = QGridLayout()
        self._sum.setVerticalSpacing(1)
        column.addLayout(self._sum)
        self._ways_title = label(tr("Every way"), "heading")
        column.addWidget(self._ways_title)
        inner = QWidget()
        self._ways = QGridLayout(inner)
        self._ways.setContentsMargins(0, 0, 6, 0)
        self._ways.setVerticalSpacing(2)
        column.addWidget(scrolling(inner), 1)
        self.better = QPushButton(tr("Find a better lay for it"))
        self.better.setToolTip(
            tr("Search this cell again, ten times as long; a shorter lay replaces the one here")
        )
        self.better.clicked.connect(self.improve)
        column.addWidget(self.better)

    def show_place(self, place: Place | None, unit: Unit) -> None:
        """Show that nothing is opened, or a place that is not laid yet."""
        self._empty()
        self.title.setText(
            tr("Click a cell to see its lay") if place is None else _named(place, unit)
        )

    def show_cell(
        self,
        cell: Cell,
        lays: tuple[Lay, ...],
        cloth: Cloth,
        unit: Unit,
        at_hand_mm: float | None,
        *,
        busy: bool,
    ) -> None:
        """Show a cell and its lays; ``busy`` while it is searched again."""
        self._empty()
        self.title.setText(_named((cell.size, cell.width_mm), unit))
        if cell.best is None or cell.refusal:
            relabelled(self.why, str(cell.refusal), "broken")
            self.why.setVisible(True)
            return
        for widget in (self._ways_title, self.better):
            widget.setVisible(True)
        self._show_pictures(lays)
        self._show_sum(cell, cloth, unit)
        self._show_ways(cell, cloth, unit, at_hand_mm)
        self.better.setEnabled(not busy)

    def _empty(self) -> None:
        emptied(self._sum)
        emptied(self._ways)
        for widget in (*self.pictures, self._ways_title, self.better, self.why, self.more):
            widget.setVisible(False)

    def _show_pictures(self, lays: tuple[Lay, ...]) -> None:
        """The lay of a cell, or those on each fixed length that its cloth is sold in."""
        longest = max((lay.table_mm for lay in lays), default=1.0)
        for k, picture in enumerate(self.pictures):
            picture.setVisible(k < max(1, len(lays)))
            picture.setFixedHeight(150 if len(lays) <= 1 else 78)
            picture.show_lay(lays[k] if k < len(lays) else None, longest)
        more = len(lays) - len(self.pictures)
        self.more.setText(tr("and {more} more", more=more) if more > 0 else "")
        self.more.setVisible(more > 0)

    def _show_sum(self, cell: Cell, cloth: Cloth, unit: Unit) -> None:
        needed, best = cell.need(cloth), cell.best
        assert best is not None
        assert needed is not None
        rounding = (
            tr("the shop's step") if cloth.sold_length_mm is None else tr("rest of what is sold")
        )
        rows = [
            ("lay", shown_cloth_length(needed.lay_mm, unit)),
            *(
                ((tr("of which matching"), shown_length(needed.matching_mm, unit)),)
                if needed.matching_mm is not None
                else ()
            ),
            (tr("squaring, both ends"), f"+ {shown_length(needed.squaring_mm, unit)}"),
            ("shrinkage", f"+ {shown_length(needed.shrinkage_mm, unit)}"),
            (rounding, f"+ {shown_length(needed.rounding_mm, unit)}"),
            (tr("to buy"), shown_buy(needed, cloth, unit)),
            ("used", f"{best.used_share:.0%}"),
            (tr("cutting, about"), f"{best.labour.minutes(self.rates):.0f} min"),
        ]
        for k, (word, figure) in enumerate(rows):
            strong = "heading" if word == "to buy" else ""
            self._sum.addWidget(label(word, strong or "soft"), k, 0)
            value = label(figure, strong)
            value.setAlignment(Qt.AlignmentFlag.AlignRight)
            self._sum.addWidget(value, k, 1)

    def _show_ways(self, cell: Cell, cloth: Cloth, unit: Unit, at_hand_mm: float | None) -> None:
        laid = sorted(
            (way for way in cell.ways if way.length_mm is not None),
            key=lambda each: each.length_mm or 0.0,
        )
        fitting = () if at_hand_mm is None else fit_of(cell, cloth, at_hand_mm).ways
        title = tr("Every way")
        if at_hand_mm is not None:
            title = tr(
                "Ways that fit on {length}: {it}",
                length=shown_cloth_length(at_hand_mm, unit),
                it=len(fitting) or "none",
            )
        self._ways_title.setText(title)
        for k, own in enumerate(laid):
            self._ways.addWidget(
                label(
                    ("✓ " if own.way in fitting else "") + Spreading(own.way).name,
                    "soft",
                    wrap=True,
                ),
                k,
                0,
            )
            length = label(
                shown_cloth_length(own.length_mm or 0.0, unit), "" if own.complete else "broken"
            )
            length.setAlignment(Qt.AlignmentFlag.AlignRight)
            self._ways.addWidget(length, k, 1)
            minutes = label(tr("{minutes:.0f} min", minutes=own.labour.minutes(self.rates)), "soft")
            minutes.setAlignment(Qt.AlignmentFlag.AlignRight)
            self._ways.addWidget(minutes, k, 2)
        self._ways.setRowStretch(len(laid), 1)


def _named(place: Place, unit: Unit) -> str:
    size, width = place
    return f"{size} on {shown_length(width, unit)}"
