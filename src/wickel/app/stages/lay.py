"""The Lay stage: the cloth as it lies on the table, and beside it the ways to lay it."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QButtonGroup,
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.session import LONG_EFFORT, Session
from wickel.app.table.lay_view import LayView
from wickel.app.widgets.cards import TakenCard, card, emptied, label, relabelled
from wickel.app.widgets.swatch import LayPicture
from wickel.cloth import WAYS, Way
from wickel.files.drawing import copies_text
from wickel.geometry import bounds
from wickel.lay import Lay, Level, Placement, on_table
from wickel.units import shown_cloth_length, shown_length


class WayCard(TakenCard):
    """One way to lay the cloth: a small true picture, its length, and what stands in its way."""

    def __init__(self, way: Way) -> None:
        super().__init__(way.id, f"Way to lay: {way.name}", f"{way.name}: {way.summary} (Enter takes it)")
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 10, 12, 9)
        column.setSpacing(3)
        self.picture = LayPicture()
        column.addWidget(self.picture)
        column.addWidget(label(way.name, "heading"))
        row = QHBoxLayout()
        self.used = label("", "soft")
        row.addWidget(self.used, 1)
        self.length: QLabel = label("–", "title")
        row.addWidget(self.length)
        column.addLayout(row)
        self.snag = label("", "broken", wrap=True)
        column.addWidget(self.snag)

    def show_way(self, lay: Lay | None, refusal: str, longest_mm: float, length: str, *, chosen: bool) -> None:
        """Show what is known of this way."""
        self.picture.show_lay(lay, longest_mm)
        self.length.setText(length)
        self.used.setText("" if lay is None else f"{lay.used_share:.0%} used")
        self.snag.setText(refusal)
        self.snag.setVisible(bool(refusal))
        self.mark(chosen)


class LayStage(QWidget):
    """The lay, its search, and the ways."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setObjectName("stage")
        self._session = session
        self.fold_buttons: dict[str, QPushButton] = {}
        self.way_cards: dict[str, WayCard] = {}
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(14)
        left = QVBoxLayout()
        left.setSpacing(10)
        left.addLayout(self._tools())
        self.view = LayView()
        self.view.picked.connect(lambda _: self._show_hand())
        left.addWidget(self.view, 1)
        left.addWidget(self._hand_card())
        row.addLayout(left, 1)
        row.addLayout(self._ways())
        session.lays_changed.connect(self.refresh)
        session.searching_changed.connect(self._show_searching)

    def _tools(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.setSpacing(8)
        self.find = QPushButton("Find a better lay")
        self.find.setObjectName("main")
        self.find.setToolTip("Search on for a shorter lay of this way (Ctrl+L)")
        self.find.clicked.connect(self.find_or_stop)
        row.addWidget(self.find)
        row.addSpacing(14)
        row.addWidget(label("Fold", "soft"))
        group = QButtonGroup(self)
        for way in WAYS.values():
            button = QPushButton(way.name)
            button.setCheckable(True)
            button.setToolTip(f"{way.name}: {way.summary}")
            button.clicked.connect(partial(self.take_way, way.id))
            group.addButton(button)
            self.fold_buttons[way.id] = button
            row.addWidget(button)
        row.addStretch()
        self.which_cloth = QComboBox()
        self.which_cloth.setAccessibleName("The cloth whose lay is shown")
        self.which_cloth.setToolTip("This job is cut from several cloths: which one to show")
        self.which_cloth.activated.connect(lambda _: self._session.take_cloth(self.which_cloth.currentData()))
        row.addWidget(self.which_cloth)
        fit = QPushButton("All in sight")
        fit.setToolTip("Bring the whole lay into sight (0)")
        fit.clicked.connect(lambda: self.view.fit())
        row.addWidget(fit)
        return row

    def _hand_card(self) -> QWidget:
        frame, column = card()
        frame.setFixedHeight(70)
        column.setContentsMargins(16, 8, 16, 8)
        column.setSpacing(1)
        self.hand_title = label("", "heading")
        self.hand = label("", "soft")
        column.addWidget(self.hand_title)
        column.addWidget(self.hand)
        return frame

    def _ways(self) -> QVBoxLayout:
        self._way_column = QVBoxLayout()
        self._way_column.setSpacing(8)
        self._way_column.addWidget(label("Ways to lay it, shortest first", "soft"))
        for way in WAYS.values():
            own = WayCard(way)
            own.setFixedWidth(236)
            own.taken.connect(self.take_way)
            self.way_cards[way.id] = own
            self._way_column.addWidget(own)
        self._way_column.addSpacing(6)
        self._way_column.addWidget(label("From the lay to the shop", "soft"))
        frame, column = card()
        frame.setFixedWidth(236)
        self._sum = QGridLayout()
        self._sum.setVerticalSpacing(2)
        column.addLayout(self._sum)
        self._way_column.addWidget(frame)
        self._way_column.addStretch()
        return self._way_column

    # --- showing -----------------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the lay and the ways as they are now."""
        session = self._session
        self.view.show_lay(session.lay, session.job.unit)
        for id, button in self.fold_buttons.items():
            button.setChecked(id == session.way)
        longest = max((lay.table_mm for lay in session.lays.values()), default=1.0)
        lengths = {way: lay.lay_length_mm for way, lay in session.lays.items()}
        for k, id in enumerate(sorted(self.way_cards, key=lambda way: lengths.get(way, 1e12))):
            own, lay = self.way_cards[id], session.lays.get(id)
            length = "–" if lay is None else shown_cloth_length(lay.lay_length_mm, session.job.unit)
            own.show_way(lay, session.lay_refusals.get(id, ""), longest, length, chosen=id == session.way)
            self._way_column.removeWidget(own)
            self._way_column.insertWidget(k + 1, own)
        self._show_figures()
        self._show_hand()
        self._show_cloths()
        self.find.setEnabled(bool(session.pieces))

    def _show_cloths(self) -> None:
        cloths, own = self._session.cloths, self._session.cloth
        self.which_cloth.setVisible(len(cloths) > 1)
        self.which_cloth.clear()
        for cloth in cloths:
            self.which_cloth.addItem(cloth.shown_name, cloth.id)
        if own is not None:
            self.which_cloth.setCurrentIndex(self.which_cloth.findData(own.id))

    def _show_figures(self) -> None:
        need, unit = self._session.need, self._session.job.unit
        emptied(self._sum)
        if need is None:
            return
        rows = [
            ("lay", shown_cloth_length(need.lay_mm, unit)),
            ("squaring", f"+ {shown_length(need.squaring_mm, unit)}"),
            ("shrinkage", f"+ {shown_length(need.shrinkage_mm, unit)}"),
            ("needed", shown_cloth_length(need.need_mm, unit)),
            ("shop's step", f"+ {shown_length(need.rounding_mm, unit)}"),
            ("to buy", shown_cloth_length(need.buy_mm, unit)),
        ]
        if need.cost is not None:
            rows.append(("cost of the cloth", f"{need.cost:.2f}"))
        for k, (word, figure) in enumerate(rows):
            strong = word in ("needed", "to buy")
            value = label(figure, "heading" if strong else "")
            value.setAlignment(Qt.AlignmentFlag.AlignRight)
            self._sum.addWidget(label(word, "heading" if strong else "soft"), k, 0)
            self._sum.addWidget(value, k, 1)

    def _show_hand(self) -> None:
        lay, chosen = self._session.lay, self.view.chosen
        placement = None if lay is None else next((p for p in lay.placements if p.id == chosen), None)
        if lay is None or placement is None:
            refusal = self._session.refusal or self._session.lay_refusals.get(self._session.way, "")
            broken = [] if lay is None else [f for f in lay.findings if f.level is Level.BROKEN]
            if refusal or broken:
                relabelled(self.hand_title, refusal or broken[0].text, "broken")
                self.hand.setText("" if not broken else broken[0].way_out)
                return
            relabelled(self.hand_title, "No piece in hand", "heading")
            self.hand.setText("Click a piece, or Page Down, to read it. Solid line: cut here. Dashed line: sew here.")
            return
        piece = lay.piece(placement.piece)
        relabelled(self.hand_title, f"{piece.name}, {copies_text(placement)}", "heading")
        self.hand.setText(self._read(placement, lay))

    def _read(self, placement: Placement, lay: Lay) -> str:
        """The placement in hand, in words: size, place, direction, plies."""
        unit, piece = self._session.job.unit, lay.piece(placement.piece)
        box = bounds(on_table(placement, piece).outline)
        words = [
            f"cut {shown_length(box.width, unit)} along × {shown_length(box.height, unit)} across",
            f"{shown_length(box.min_x, unit)} from the start",
            f"{shown_length(box.min_y, unit)} from the {'fold' if lay.way == 'lengthwise' else 'low selvage'}",
            {0.0: "head to the start", 180.0: "head to the end"}.get(
                placement.turn_deg, f"turned {placement.turn_deg:g}°"
            ),
        ]
        if placement.mirrored and not placement.on_fold:
            words.append("turned over")
        zone = lay.spread.sections[placement.section].zones[placement.zone]
        if len(placement.cut_plies) < len(zone.plies):
            words.append(f"cut {len(placement.cut_plies)} ply of {len(zone.plies)} only")
        return " · ".join(words)

    def _show_searching(self, searching: bool) -> None:
        self.find.setText("Stop, keep the best" if searching else "Find a better lay")

    # --- edits -------------------------------------------------------------------------------

    def take_way(self, way: str) -> None:
        """Lay the cloth another way."""
        job = self._session.job
        if way != job.fold:
            self._session.apply(replace(job, fold=way), f"Fold: {WAYS[way].name.lower()}")
        self.refresh()

    def find_or_stop(self) -> None:
        """Search on for a shorter lay, or end the search that runs."""
        if self._session.searching:
            self._session.stop_search()
        else:
            self._session.search(LONG_EFFORT, (self._session.way,))
