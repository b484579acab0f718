"""The Lay stage: the cloth as it lies on the table, and beside it the ways to lay it."""

from __future__ import annotations

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import (
    QComboBox,
    QDialog,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QSizePolicy,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from wickel.app.lay_search import LONG_EFFORT
from wickel.app.session import Session
from wickel.app.table.cut_view import CutView, Put
from wickel.app.table.lay_view import LayView
from wickel.app.table.view import PickView
from wickel.app.theme import text_scale
from wickel.app.widgets.cards import (
    TakenCard,
    card,
    closing_row,
    emptied,
    fill_box,
    label,
    narrow,
    relabelled,
    scrolling,
)
from wickel.app.widgets.dialogs import asked_text
from wickel.app.widgets.flow import flow_bar, with_words
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.stage import Stage
from wickel.app.widgets.swatch import LayPicture
from wickel.cloth import WAYS, Spreading, depth_fits
from wickel.files.drawing import copies_text
from wickel.geometry import Bounds, bounds
from wickel.job import BEST
from wickel.job.laid import (
    garment_marks,
    shown_garment,
    with_cut,
    with_kept,
    with_lay,
    with_spread,
    with_waived,
    without_kept,
)
from wickel.lay import WAIVED_NAMES, Lay, Placement, Waived, cutting_minutes, not_laid, on_table, rank, unfolded_lay
from wickel.units import shown_cloth_length, shown_length
from wickel.yardage import shown_buy

_TIED = "\N{NO-BREAK SPACE}"


class WayCard(TakenCard):
    """One way to lay the cloth: a small true picture, its length, and what stands in its way."""

    def __init__(self, way: str) -> None:
        name = Spreading(way).name
        summary = "; then ".join(plan.way.summary for plan in Spreading(way).sections)
        super().__init__(way, f"Way to lay: {name}", f"{name}: {summary} (Enter takes it)")
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 10, 12, 9)
        column.setSpacing(3)
        self.picture = LayPicture()
        column.addWidget(self.picture)
        column.addWidget(label(name, "heading", wrap=True))
        row = QHBoxLayout()
        self.used = label("", "soft", wrap=True)
        row.addWidget(self.used, 1)
        self.length: QLabel = label("–", "title")
        row.addWidget(self.length)
        column.addLayout(row)
        self.aside = label("", "soft", wrap=True)
        column.addWidget(self.aside)
        self.snag = label("", "broken", wrap=True)
        column.addWidget(self.snag)

    def show_way(
        self, lay: Lay | None, refusal: str, longest_mm: float, length: str, aside: str, *, chosen: bool
    ) -> None:
        """Show what is known of this way; ``aside`` says why it is not searched any more."""
        self.picture.show_lay(lay, longest_mm)
        self.length.setText(length)
        self.used.setText(
            "" if lay is None else f"{lay.used_share:.0%} used, ≈{_TIED}{cutting_minutes(lay):.0f}{_TIED}min"
        )
        self.used.setToolTip("The share of the cloth that is used, and about how long spreading and cutting take")
        self.aside.setText(aside)
        self.aside.setVisible(bool(aside))
        self.snag.setText(refusal)
        self.snag.setVisible(bool(refusal))
        self.mark(chosen)


_SECTIONS = 4
_PUT_WORDS = {
    Put.APART: "Every piece as it is cut",
    Put.UNROLLED: "Put together, unrolled round the body",
    Put.SEEN: "Put together, seen from the front and from the back",
}


def _snag(lay: Lay | None) -> str:
    """The worst thing about a lay, in a few words."""
    broken = () if lay is None else lay.broken
    more = f" (and {len(broken) - 1} more)" if len(broken) > 1 else ""
    return f"{broken[0].text}{more}" if broken else ""


class SectionsDialog(QDialog):
    """Ways for up to four sections along the table. ``chosen`` carries them as one way."""

    chosen = Signal(str)

    def __init__(self, way: str, parent: QWidget | None) -> None:
        super().__init__(parent)
        self.setWindowTitle("Sections")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        column = QVBoxLayout(self)
        column.addWidget(label("Sections, from the start of the cloth", "title"))
        column.addWidget(label("Each piece goes where it takes the fewest cuts and wastes the fewest plies.", "soft"))
        self.boxes: list[QComboBox] = []
        now = Spreading(way).sections
        for k in range(_SECTIONS):
            box = QComboBox()
            box.setAccessibleName(f"Section {k + 1}")
            box.setToolTip(f"How section {k + 1} is folded")
            if k:
                box.addItem("no more", "")
            for own in WAYS.values():
                if not own.takes_two:
                    box.addItem(own.name, own.id)
            box.setCurrentIndex(box.findData(now[k].way.id if k < len(now) else ""))
            self.boxes.append(box)
            column.addWidget(box)
        row, self.take = closing_row(self, "Spread it so", "Lay the cloth in these sections (Enter)")
        column.addLayout(row)

    def accept(self) -> None:
        ways = [str(box.currentData()) for box in self.boxes if box.currentData()]
        self.chosen.emit("+".join(ways))
        super().accept()


class LayStage(Stage):
    """The lay, its search, and the ways."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self._session = session
        self.way_cards: dict[str, WayCard] = {}
        self._way_seen = ""
        self._bringing = QTimer(self, singleShot=True, interval=0)
        self._bringing.timeout.connect(self._bring_way_into_sight)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(14)
        left = QVBoxLayout()
        left.setSpacing(10)
        left.addWidget(self._tools())
        self.view = LayView()
        self.view.picked.connect(lambda _: self._show_hand())
        self.cut = CutView()
        self.shown = QStackedWidget()
        self.shown.addWidget(self.view)
        self.shown.addWidget(self.cut)
        left.addWidget(self.shown, 1)
        left.addWidget(self._hand_card())
        row.addLayout(left, 1)
        row.addLayout(self._ways())
        session.lays_changed.connect(self.keep_up)
        session.searching_changed.connect(self._show_searching)

    def _tools(self) -> QWidget:
        """The tools above the cloth, on two lines where one is too short for them."""
        bar, row = flow_bar()
        self.find_button = QPushButton("Find a better lay")
        self.find_button.setObjectName("main")
        self.find_button.setToolTip("Search on for a shorter lay of this way (Ctrl+L)")
        self.find_button.clicked.connect(self.find_or_stop)
        row.addWidget(self.find_button)
        self.fold = QComboBox()
        narrow(self.fold)
        self.fold.setMinimumContentsLength(18)
        self.fold.setAccessibleName("How the cloth is folded")
        self.fold.setToolTip("How the cloth is folded; the cards at the side show every way")
        self.fold.activated.connect(lambda _: self.take_way(str(self.fold.currentData())))
        row.addWidget(with_words("Folded", self.fold))
        self.fold_depth = LengthEdit("Depth of the fold")
        self.fold_depth.entered.connect(self._enter_depth)
        row.addWidget(self.fold_depth)
        self.sections = QPushButton("Sections…")
        self.sections.setToolTip("Spread the cloth in sections of different ways, one after another (Ctrl+Shift+G)")
        self.sections.clicked.connect(self.choose_sections)
        row.addWidget(self.sections)
        self.which_cloth = QComboBox()
        self.which_cloth.setAccessibleName("The cloth whose lay is shown")
        self.which_cloth.setToolTip("This job is cut from several cloths: which one to show")
        self.which_cloth.activated.connect(lambda _: self._session.take_cloth(self.which_cloth.currentData()))
        row.addWidget(self.which_cloth)
        self.opened = QPushButton("Unfolded")
        self.opened.setCheckable(True)
        self.opened.setToolTip("Show every copy on the flat cloth, as it lies when the cloth is opened out (Ctrl+U)")
        self.opened.toggled.connect(lambda _: self._show_lay())
        row.addWidget(self.opened)
        self.as_cut = QPushButton("As cut")
        self.as_cut.setCheckable(True)
        self.as_cut.setToolTip("Show every piece head up with the print that it gets (Ctrl+J)")
        self.as_cut.toggled.connect(lambda _: self._show_lay())
        row.addWidget(self.as_cut)
        fit = QPushButton("All in sight")
        fit.setToolTip("Bring the whole lay into sight (0)")
        fit.clicked.connect(lambda: self.in_sight.fit())
        row.addWidget(fit)
        return bar

    def _hand_card(self) -> QWidget:
        frame, column = card()
        frame.setMinimumHeight(70)
        frame.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Maximum)
        column.setContentsMargins(16, 8, 16, 8)
        column.setSpacing(1)
        self.hand_title = label("", "heading")
        self.hand = label("", "soft", wrap=True)
        column.addWidget(self.hand_title)
        row = QHBoxLayout()
        row.addWidget(self.hand, 1)
        self.hold = QPushButton("Hold it here")
        self.hold.setObjectName("chip")
        self.hold.setToolTip("Keep this piece where it lies while a better lay is found around it (Ctrl+B)")
        self.hold.clicked.connect(self.hold_or_let_go)
        row.addWidget(self.hold)
        self.cut_it = QPushButton("It is cut")
        self.cut_it.setObjectName("chip")
        self.cut_it.setToolTip(
            "All copies of this piece are cut as they lie: the rest is laid on what is left (Ctrl+Alt+X)"
        )
        self.cut_it.clicked.connect(self.mark_cut)
        row.addWidget(self.cut_it)
        tip = "Put the pieces side by side at the seams that run up the body (Ctrl+Shift+J)"
        self.sewn = self._put_chip("Put together", tip, Put.UNROLLED)
        row.addWidget(self.sewn)
        tip = "Put the pieces together as the garment is seen from the front and the back (Ctrl+Alt+J)"
        self.seen = self._put_chip("Front and back", tip, Put.SEEN)
        row.addWidget(self.seen)
        column.addLayout(row)
        return frame

    def _put_chip(self, words: str, tip: str, how: Put) -> QPushButton:
        """A chip that puts the pieces as cut so, and apart again."""
        chip = QPushButton(words)
        chip.setObjectName("chip")
        chip.setCheckable(True)
        chip.setToolTip(tip)
        chip.clicked.connect(lambda on: self.put(how if on else Put.APART))
        return chip

    def _ways(self) -> QVBoxLayout:
        side = QVBoxLayout()
        side.setSpacing(8)
        side.addWidget(label("Ways to lay it, shortest first", "soft"))
        inner = QWidget()
        self._way_column = QVBoxLayout(inner)
        self._way_column.setContentsMargins(0, 0, 6, 0)
        self._way_column.setSpacing(8)
        self._way_column.addStretch()
        area = scrolling(inner)
        self._ways_area = area
        side.addWidget(area, 1)
        side.addWidget(self._kept_row())
        side.addWidget(label("From the lay to the shop", "soft"))
        frame, column = card()
        self._sum_frame = frame
        column.setContentsMargins(14, 8, 14, 8)
        self._sum = QGridLayout()
        self._sum.setVerticalSpacing(0)
        column.addLayout(self._sum)
        side.addWidget(frame)
        return side

    def _kept_row(self) -> QWidget:
        """Lays kept under a name: one to take, this one to keep, one to let go."""
        bar, row = flow_bar(6)
        self.keep = QPushButton("Keep this lay…")
        self.keep.setToolTip("Keep the lay under a name of its own, beside what else is tried (Ctrl+Alt+K)")
        self.keep.clicked.connect(self.keep_lay)
        self.kept = QComboBox()
        narrow(self.kept)
        self.kept.setAccessibleName("Lays that are kept")
        self.kept.setToolTip("Take a lay that was kept under a name")
        self.kept.activated.connect(lambda _: self.take_kept(str(self.kept.currentData())))
        self.let_go = QPushButton("×")
        self.let_go.setObjectName("chip")
        self.let_go.setAccessibleName("Keep it no more")
        self.let_go.setToolTip("Keep the lay of this name no more; the lay that is taken stays")
        self.let_go.clicked.connect(self.drop_kept)
        for field in (self.keep, self.kept, self.let_go):
            row.addWidget(field)
        return bar

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        wide = round(min(252 * text_scale(), 0.3 * self.width()))
        self._ways_area.setFixedWidth(wide)
        self._sum_frame.setFixedWidth(wide - 8)

    def _add_card(self, id: str) -> WayCard:
        own = WayCard(id)
        own.taken.connect(self.take_way)
        self.way_cards[id] = own
        self._way_column.insertWidget(0, own)
        return own

    # --- showing -----------------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the lay and the ways as they are now."""
        session = self._session
        self._show_lay()
        self._show_fold()
        lays, refusals, aside_at = session.lays, session.lay_refusals, session.set_aside
        longest = max((lay.table_mm for lay in lays.values()), default=1.0)
        lengths = {way: lay.lay_length_mm for way, lay in lays.items()}
        ways = dict.fromkeys((*session.ways, session.way))
        for id in ways:
            if id not in self.way_cards:
                self._add_card(id)
        for id in [id for id in self.way_cards if id not in ways]:
            gone = self.way_cards.pop(id)
            self._way_column.removeWidget(gone)
            gone.deleteLater()
        for k, id in enumerate(sorted(self.way_cards, key=lambda way: lengths.get(way, 1e12))):
            own, lay = self.way_cards[id], lays.get(id)
            length = "–" if lay is None else shown_cloth_length(lay.lay_length_mm, session.job.unit)
            snag = refusals.get(id, "") or _snag(lay)
            least = aside_at.get(id)
            aside = "" if least is None else f"not searched on: {shown_cloth_length(least, session.job.unit)} at least"
            own.show_way(lay, snag, longest, length, aside, chosen=id == session.way)
            self._way_column.removeWidget(own)
            self._way_column.insertWidget(k, own)
        if session.way != self._way_seen:
            self._way_seen = session.way
            self._bringing.start()
        self._show_figures()
        self._show_cloths()
        self._show_kept()
        self.find_button.setEnabled(bool(session.pieces))

    def _bring_way_into_sight(self) -> None:
        card = self.way_cards.get(self._session.way)
        if card is not None:
            self._ways_area.ensureWidgetVisible(card)

    def _show_lay(self) -> None:
        """The lay as it lies on the table, or opened out."""
        lay = self._session.lay
        opened = lay is not None and self.opened.isChecked()
        held = frozenset() if opened else self._session.held
        job = self._session.job
        marks = {} if lay is None else garment_marks(lay, job)
        self.view.show_lay(unfolded_lay(lay) if lay and opened else lay, job.unit, held, marks)
        self.sewn.setVisible(self.as_cut.isChecked())
        self.seen.setVisible(self.as_cut.isChecked())
        self.cut.show_lay(lay if self.as_cut.isChecked() else None, self._session.drafts, self.put_now)
        self.shown.setCurrentWidget(self.in_sight)
        self._show_hand()

    @property
    def in_sight(self) -> PickView:
        """The lay on its cloth, or its pieces as they are cut."""
        return self.cut if self.as_cut.isChecked() else self.view

    def _show_fold(self) -> None:
        """Show the way in use, and how deep its fold is."""
        way, lay = self._session.way, self._session.lay
        taken = self._session.spread
        offered = list(dict.fromkeys((BEST, *self._session.ways, taken)))
        if [self.fold.itemData(k) for k in range(self.fold.count())] != offered:
            self.fold.clear()
            for id in offered:
                self.fold.addItem("the shortest way" if id == BEST else Spreading(id).name, id)
        self.fold.setCurrentIndex(self.fold.findData(taken))
        deep = lay.spread.depth_mm if lay else None
        self.fold_depth.setVisible(way.takes_depth)
        self.fold_depth.show_length(deep, self._session.job.unit)

    def _show_cloths(self) -> None:
        cloths, own = self._session.cloths, self._session.cloth
        self.which_cloth.setVisible(len(cloths) > 1)
        self.which_cloth.clear()
        for cloth in cloths:
            self.which_cloth.addItem(cloth.shown_name, cloth.id)
        if own is not None:
            self.which_cloth.setCurrentIndex(self.which_cloth.findData(own.id))

    def _show_kept(self) -> None:
        """The lays that are kept, the one that is taken chosen when it is one of them."""
        on = self._session.on
        rows = [(own.name, own.name) for own in on.kept]
        taken = next((own.name for own in on.kept if own.lay == on.lay), "")
        fill_box(self.kept, [("kept lays", ""), *rows], taken)
        self.kept.setVisible(bool(rows))
        self.let_go.setVisible(bool(taken))
        self.keep.setEnabled(on.lay is not None and not taken)

    def _show_figures(self) -> None:
        need, unit, cloth = self._session.need, self._session.job.unit, self._session.cloth
        emptied(self._sum)
        if need is None or cloth is None:
            return
        matching = []
        if need.matching_mm is not None or self._session.pricing:
            mm = need.matching_mm
            matching.append(("of which matching", "…" if mm is None else shown_length(mm, unit)))
        rows = [
            ("lay", shown_cloth_length(need.lay_mm, unit)),
            *matching,
            ("squaring", f"+ {shown_length(need.squaring_mm, unit)}"),
            ("shrinkage", f"+ {shown_length(need.shrinkage_mm, unit)}"),
            ("needed", shown_cloth_length(need.need_mm, unit)),
            ("shop's step", f"+ {shown_length(need.rounding_mm, unit)}"),
            ("to buy", shown_buy(need, cloth, unit)),
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
        lay, chosen = self.view.lay, self.view.chosen
        placement = None if lay is None else next((p for p in lay.placements if p.id == chosen), None)
        self.hold.setVisible(placement is not None and not self.opened.isChecked() and not self.as_cut.isChecked())
        self.cut_it.setVisible(self.hold.isVisibleTo(self))
        self.hold.setText("Let it go" if chosen in self._session.held else "Hold it here")
        if lay is not None and self.as_cut.isChecked():
            relabelled(self.hand_title, _PUT_WORDS[self.put_now], "heading")
            self.hand.setText("Head up, seen from the right side, within the seams: what will be seen of the print.")
            return
        if lay is None or placement is None:
            lacks = lay is None or bool(not_laid(lay))
            refusal = self._session.refusal or (self._session.lay_refusals.get(self._session.way, "") if lacks else "")
            broken = () if lay is None else lay.broken
            tray = "" if lay is None else self._tray(lay)
            if tray and not refusal:
                relabelled(self.hand_title, tray, "broken")
                self.hand.setText("What has changed too much to lie where it lay is laid by the search.")
                return
            if refusal or broken:
                relabelled(self.hand_title, str(refusal or broken[0].text), "broken")
                self.hand.setText("" if not broken else str(broken[0].way_out))
                return
            relabelled(self.hand_title, "No piece in hand", "heading")
            self.hand.setText("Click a piece, or Page Down, to read it. Solid line: cut here. Dashed line: sew here.")
            return
        piece = lay.piece(placement.piece)
        several = len({own.garment for own in lay.pieces}) > 1
        of = f" of {shown_garment(piece.garment, self._session.job)}" if several and piece.garment else ""
        relabelled(self.hand_title, f"{piece.name}{of}, {copies_text(placement, lay)}", "heading")
        self.hand.setText(self._read(placement, lay))

    @staticmethod
    def _tray(lay: Lay) -> str:
        """What of the pieces is not laid yet, in words."""
        lacking = [f"{lay.piece(id).name} × {count}" for id, count in not_laid(lay).items()]
        return f"Not laid yet: {', '.join(lacking)}." if lacking else ""

    def _read(self, placement: Placement, lay: Lay) -> str:
        """The placement in hand, in words: size, place, direction, plies."""
        unit, piece = self._session.job.unit, lay.piece(placement.piece)
        box = bounds(on_table(placement, piece).outline)
        words = [
            f"cut {shown_length(box.width, unit)} along × {shown_length(box.height, unit)} across",
            f"{shown_length(box.min_x, unit)} from the start",
            self._across(placement, lay, box),
            {0.0: "head to the start", 180.0: "head to the end"}.get(
                placement.turn_deg, f"turned {placement.turn_deg:g}°"
            ),
        ]
        if placement.mirrored and not placement.on_fold:
            words.append("turned over")
        words += [f"need not keep to {WAIVED_NAMES[rule]}" for rule in Waived if rule in piece.waive]
        zone = lay.zone(placement)
        if len(placement.cut_plies) < len(zone.plies):
            words.append(f"cut {len(placement.cut_plies)} ply of {len(zone.plies)} only")
        return " · ".join(words)

    def _across(self, placement: Placement, lay: Lay, box: Bounds) -> str:
        """Where the placement lies across the table, from the nearest edge that a cutter can measure from."""
        section = lay.spread.sections[placement.section]
        zone = section.zones[placement.zone]
        if any(fold.name == "high" for fold in zone.folds):
            far = max(y for _, y in zone.outline)
            return f"{shown_length(far - box.max_y, self._session.job.unit)} from the far fold"
        folded = any(fold.name == "low" for own in section.zones for fold in own.folds)
        near = "fold" if folded else "low selvage"
        return f"{shown_length(box.min_y, self._session.job.unit)} from the {near}"

    def _show_searching(self, searching: bool) -> None:
        self.find_button.setText("Stop, keep the best" if searching else "Find a better lay")

    def hold_or_let_go(self) -> None:
        """Hold the piece in hand where it lies, or let it go."""
        if self.view.chosen and not self.opened.isChecked():
            self._session.hold(self.view.chosen)

    def mark_cut(self) -> None:
        """Say that all copies of the piece in hand are cut as they lie."""
        lay = self._session.lay
        placement = None if lay is None else next((p for p in lay.placements if p.id == self.view.chosen), None)
        if lay is not None and placement is not None and not self.opened.isChecked():
            name = lay.piece(placement.piece).name
            self._session.apply(with_cut(self._session.job, lay, placement.piece), f"{name} is cut")

    def let_be(self, rule: Waived) -> None:
        """Say that the piece in hand need not keep to a rule, or must keep to it again."""
        lay = self._session.lay
        placement = None if lay is None else next((p for p in lay.placements if p.id == self.view.chosen), None)
        if lay is None or placement is None:
            self._session.trouble.emit("Take a piece in hand first: click it, or press Page Down.")
            return
        piece = lay.piece(placement.piece)
        text = f"{piece.name}: {WAIVED_NAMES[rule]} {'kept to again' if rule in piece.waive else 'let be'}"
        self._session.apply(with_waived(self._session.job, piece, piece.waive ^ {rule}), text)

    def keep_lay(self) -> None:
        """Ask for a name and keep the lay under it."""
        cloth, lay = self._session.cloth, self._session.lay
        if cloth is None or lay is None:
            return
        suggested = f"{lay.way.name}, {shown_cloth_length(lay.lay_length_mm, self._session.job.unit)}"
        name = asked_text(self.window(), "Keep this lay", "Under which name?", suggested)
        if name:
            self._session.apply(with_kept(self._session.job, cloth.id, name), f"Lay kept: {name}")

    def take_kept(self, name: str) -> None:
        """Take a lay that was kept."""
        cloth = self._session.cloth
        own = next((own for own in self._session.on.kept if own.name == name), None)
        if cloth is not None and own is not None:
            self._session.apply(with_lay(self._session.job, cloth.id, own.lay), f"Lay taken: {name}")

    def drop_kept(self) -> None:
        """Keep the lay that is chosen no more."""
        cloth, name = self._session.cloth, str(self.kept.currentData() or "")
        if cloth is not None and name:
            self._session.apply(without_kept(self._session.job, cloth.id, name), f"Lay let go: {name}")

    @property
    def put_now(self) -> Put:
        """How the pieces as cut are put."""
        return Put.UNROLLED if self.sewn.isChecked() else Put.SEEN if self.seen.isChecked() else Put.APART

    def put(self, how: Put) -> None:
        """Show the pieces as cut, put so."""
        self.sewn.setChecked(how is Put.UNROLLED)
        self.seen.setChecked(how is Put.SEEN)
        self.as_cut.setChecked(True)
        self._show_lay()

    def put_or_apart(self, how: Put) -> None:
        """Show the pieces as cut and put so, or, when they are shown so, each by itself."""
        self.put(Put.APART if self.as_cut.isChecked() and self.put_now is how else how)

    # --- edits -------------------------------------------------------------------------------

    def take_way(self, way: str) -> None:
        """Lay the cloth in hand another way."""
        cloth = self._session.cloth
        if cloth is not None and way != self._session.spread:
            name = "the shortest way" if way == BEST else Spreading(way).name.lower()
            best = min(self._session.lays.values(), key=rank, default=None)
            job = with_spread(self._session.job, cloth.id, way, "" if best is None else best.way)
            self._session.apply(job, f"Fold: {name}")
        self.refresh()

    def _enter_depth(self, mm: float) -> None:
        """Fold to that depth, where the way takes one."""
        cloth = self._session.cloth
        if cloth is None:
            return
        if not depth_fits(mm, cloth.lay_width_mm, cloth.reserve_mm):
            most = shown_length(cloth.lay_width_mm / 2, self._session.job.unit)
            self._session.trouble.emit(f"A fold on this cloth is at most {most} deep.")
            self._show_fold()
            return
        plans = self._session.way.sections
        self.take_way("+".join(f"{p.way.id}:{mm:g}" if p.way.takes_depth else p.way.id for p in plans))

    def choose_sections(self) -> None:
        """Ask for the ways of the sections, one after another."""
        dialog = SectionsDialog(self._session.way, self.window())
        dialog.chosen.connect(self.take_way)
        dialog.open()

    def find_or_stop(self) -> None:
        """Search on for a shorter lay, or end the search that runs."""
        if self._session.searching:
            self._session.stop_search()
        else:
            self._session.search(LONG_EFFORT, (self._session.way,))
