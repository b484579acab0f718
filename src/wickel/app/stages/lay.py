"""The Lay stage: the cloth as it lies on the table, and beside it the ways to lay it."""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PySide6.QtCore import QEvent, QPoint, QPointF
from PySide6.QtWidgets import (
    QApplication,
    QComboBox,
    QHBoxLayout,
    QPushButton,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from wickel.app.lay_search import LONG_EFFORT
from wickel.app.session import Session
from wickel.app.stages.hand_work import HandWork
from wickel.app.stages.lay_hand import HandCard
from wickel.app.stages.lay_ways import SectionsDialog, WaysColumn
from wickel.app.table.cut_view import CutView, Put
from wickel.app.table.hand_view import HandView
from wickel.app.table.overview import Overview
from wickel.app.table.view import PickView
from wickel.app.theme import text_scale
from wickel.app.widgets.cards import (
    NarrowBox,
)
from wickel.app.widgets.columns import Columns
from wickel.app.widgets.flow import flow_bar
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.stage import Stage
from wickel.app.widgets.tray import Tray
from wickel.cloth import STACKED, Spreading, depths_fit
from wickel.job import BEST
from wickel.job.laid import (
    garment_marks,
    with_spread,
)
from wickel.lay import rank, unfolded_lay
from wickel.lay.hand import Deed
from wickel.units import shown_cloth_length, shown_length
from wickel.wording import tr

_WAYS_PX, _MOST_WAYS = 252, 0.3
"""What the ways take of the width, in pixels, and at most as a share."""


def _shares(room: int) -> tuple[float, float]:
    """How the cloth and the ways to lay it share a width."""
    ways = min(_WAYS_PX * text_scale(), _MOST_WAYS * room)
    return room - ways, ways


FIND, STOP = tr("Find a better lay"), tr("Stop, keep the best")


class LayStage(Stage):
    """The lay, its search, and the ways."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self._session = session
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        table = QWidget()
        left = QVBoxLayout(table)
        left.setContentsMargins(0, 0, 0, 0)
        left.setSpacing(10)
        left.addWidget(self._tools())
        self.view = HandView()
        self.view.taken_changed.connect(self._show_hand)
        self.view.is_off = self._is_below
        self.work = HandWork(session, self.view, self)
        self.cut = CutView()
        self.shown = QStackedWidget()
        self.shown.addWidget(self.view)
        self.shown.addWidget(self.cut)
        left.addWidget(self.shown, 1)
        self.overview = Overview(self.view)
        self.overview.looked.connect(self.view.look_at)
        left.addWidget(self.overview)
        self.tray = Tray()
        self.tray.taken.connect(self._from_tray)
        self.tray.carried.connect(self._carry)
        self.tray.dropped.connect(self._drop)
        left.addWidget(self.tray)
        self.hand = HandCard(session)
        self.view.words_of = self.hand.words_of
        self.hand.put.connect(self.put)
        self.hand.exactly.connect(self._place_exactly)
        left.addWidget(self.hand)
        self.ways = WaysColumn(session)
        self.ways.way_taken.connect(self.take_way)
        side = QWidget()
        side.setLayout(self.ways)
        row.addWidget(Columns("lay", (table, side), _shares))
        session.lays_changed.connect(self.keep_up)
        session.searching_changed.connect(self._show_searching)
        session.lays_changed.connect(self._note_lay)
        session.by_hand.moved.connect(self._note_hand)

    def _note_lay(self) -> None:
        """Tell the search strip what there is now: while this stage is there itself."""
        self.ways.strip.note(self._session.lay)

    def _tools(self) -> QWidget:
        """The tools above the cloth, on two lines where one is too short for them."""
        bar, row = flow_bar()
        self.find_button = QPushButton(FIND)
        self.find_button.setObjectName("main")
        self.find_button.setToolTip(tr("Search on for a shorter lay of this way (Ctrl+L)"))
        self.find_button.clicked.connect(self.find_or_stop)
        row.addWidget(self.find_button)
        self.offered = self._offer_button()
        self.fold = NarrowBox()
        self.fold.setMinimumContentsLength(10)
        self.fold.setAccessibleName(tr("How the cloth is folded"))
        self.fold.setToolTip(tr("How the cloth is folded; the cards at the side show every way"))
        self.fold.activated.connect(lambda _: self.take_way(str(self.fold.currentData())))
        row.addWidget(self.fold)
        self.fold_depth = LengthEdit(tr("Depth of the fold"))
        self.far_depth = LengthEdit(tr("Depth of the far fold"))
        for k, field in enumerate((self.fold_depth, self.far_depth)):
            field.entered.connect(partial(self._enter_depth, k))
            row.addWidget(field)
        self.sections = QPushButton(tr("Sections…"))
        self.sections.setToolTip(
            tr("Spread the cloth in sections of different ways, one after another (Ctrl+Shift+G)")
        )
        self.sections.clicked.connect(self.choose_sections)
        row.addWidget(self.sections)
        self.which_cloth = QComboBox()
        self.which_cloth.setAccessibleName(tr("The cloth whose lay is shown"))
        self.which_cloth.setToolTip(tr("This job is cut from several cloths: which one to show"))
        self.which_cloth.activated.connect(
            lambda _: self._session.take_cloth(self.which_cloth.currentData())
        )
        row.addWidget(self.which_cloth)
        self.opened = QPushButton(tr("Unfolded"))
        self.opened.setCheckable(True)
        self.opened.setToolTip(
            tr(
                "Show every copy on the flat cloth, as it lies when the cloth is opened out "
                "(Ctrl+U)"
            )
        )
        self.opened.toggled.connect(lambda _: self._show_lay())
        row.addWidget(self.opened)
        self.as_cut = QPushButton(tr("As cut"))
        self.as_cut.setCheckable(True)
        self.as_cut.setToolTip(tr("Show every piece head up with the print that it gets (Ctrl+J)"))
        self.as_cut.toggled.connect(lambda _: self._show_lay())
        row.addWidget(self.as_cut)
        fit = QPushButton(tr("All in sight"))
        fit.setToolTip(tr("Bring the whole lay into sight (0)"))
        fit.clicked.connect(lambda: self.in_sight.fit())
        row.addWidget(fit)
        # what comes and goes has its place behind all that stays where it is
        policy = self.offered.sizePolicy()
        policy.setRetainSizeWhenHidden(True)
        self.offered.setSizePolicy(policy)
        row.addWidget(self.offered)
        return bar

    def changeEvent(self, event: QEvent) -> None:
        super().changeEvent(event)
        if event.type() in (QEvent.Type.FontChange, QEvent.Type.StyleChange):
            self._keep_room()

    def _keep_room(self) -> None:
        """Give buttons whose words change the room of the longest."""
        for button, words in (
            (self.find_button, (FIND, STOP)),
            (self.offered, (tr("Found: {length}…", length="00.00 m"),)),
        ):
            now = button.text()
            wide = []
            for text in (now, *words):
                button.setText(text)
                wide.append(button.sizeHint().width())
            button.setText(now)
            button.setMinimumWidth(max(wide))

    def _offer_button(self) -> QPushButton:
        """What leads to a better lay than the one that lies there."""
        made = QPushButton()
        made.setAccessibleName(tr("A better lay was found"))
        made.setToolTip(tr("A better lay than the one that lies there was found: see both (C)"))
        made.clicked.connect(lambda: self.work.compare())
        return made

    # --- showing -----------------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the lay and the ways as they are now."""
        self._show_lay()
        self._show_fold()
        self.ways.refresh()
        self._show_offered()
        self._session.look_across()
        self._show_cloths()
        self.find_button.setEnabled(bool(self._session.pieces))

    def _show_lay(self) -> None:
        """The lay as it lies on the table, or opened out."""
        lay = self._session.lay
        opened = lay is not None and self.opened.isChecked()
        held = frozenset() if opened else self._session.held
        job = self._session.job
        marks = {} if lay is None else garment_marks(lay, job)
        self.view.hands_on = not opened
        self.view.show_lay(unfolded_lay(lay) if lay and opened else lay, job.unit, held, marks)
        self.tray.show_lay(None if opened or self.as_cut.isChecked() else lay)
        self.hand.sewn.setVisible(self.as_cut.isChecked())
        self.hand.seen.setVisible(self.as_cut.isChecked())
        self.cut.show_lay(
            lay if self.as_cut.isChecked() else None, self._session.drafts, self.hand.put_now
        )
        self.shown.setCurrentWidget(self.in_sight)
        if self.as_cut.isChecked():
            self.overview.setVisible(False)
        else:
            self.overview.follow()
        self._show_hand()

    @property
    def in_sight(self) -> PickView:
        """The lay on its cloth, or its pieces as they are cut."""
        return self.cut if self.as_cut.isChecked() else self.view

    def _show_offered(self) -> None:
        """A better lay than the one that a hand has made, where there is one."""
        offered = self._session.offered
        self.offered.setVisible(offered is not None)
        if offered is not None:
            length = shown_cloth_length(offered.lay_length_mm, self._session.job.unit)
            self.offered.setText(tr("Found: {length}…", length=length))

    def _show_fold(self) -> None:
        """Show the way in use, and how deep its fold is."""
        way, taken = self._session.way, self._session.spread
        offered = list(dict.fromkeys((BEST, *self._session.ways, taken)))
        if [self.fold.itemData(k) for k in range(self.fold.count())] != offered:
            self.fold.clear()
            for id in offered:
                self.fold.addItem(tr("the shortest way") if id == BEST else Spreading(id).name, id)
        self.fold.setCurrentIndex(self.fold.findData(taken))
        depths = self._depths()
        most = max(plan.way.depths for plan in way.sections)
        for k, field in enumerate((self.fold_depth, self.far_depth)):
            field.setVisible(k < most)
            field.show_length(depths[k] if k < len(depths) else None, self._session.job.unit)

    def _depths(self) -> tuple[float, ...]:
        """How deep the folds are: of the lay shown, else as they were typed."""
        lay = self._session.lay
        if lay is not None:
            return lay.spread.depths_mm
        return next((plan.depths_mm for plan in self._session.way.sections if plan.depths_mm), ())

    def _show_cloths(self) -> None:
        cloths, own = self._session.cloths, self._session.cloth
        self.which_cloth.setVisible(len(cloths) > 1)
        self.which_cloth.clear()
        for cloth in cloths:
            self.which_cloth.addItem(cloth.shown_name, cloth.id)
        if own is not None:
            self.which_cloth.setCurrentIndex(self.which_cloth.findData(own.id))

    def _show_hand(self) -> None:
        if self.as_cut.isChecked() and self.view.lay is not None:
            self.hand.show_as_cut()
        else:
            as_it_lies = not self.opened.isChecked() and not self.as_cut.isChecked()
            self.hand.show_on_cloth(self.view.lay, self.view.chosen, as_it_lies=as_it_lies)

    def _show_searching(self, searching: bool) -> None:
        if searching:
            self.ways.strip.begin(self._session.lay, self._session.job.unit)
            self.ways.head.setCurrentIndex(1)
        else:
            self.ways.strip.end()
            self.ways.head.setCurrentIndex(0)
        self.find_button.setText(STOP if searching else FIND)

    def put(self, how: Put) -> None:
        """Show the pieces as cut, put so."""
        self.hand.mark_put(how)
        self.as_cut.setChecked(True)
        self._show_lay()

    def put_or_apart(self, how: Put) -> None:
        """Show the pieces as cut and put so, or, when they are shown so, each by itself."""
        self.put(Put.APART if self.as_cut.isChecked() and self.hand.put_now is how else how)

    def _place_exactly(self, along: bool, mm: float) -> None:
        if not self.work.place_exactly(along, mm):
            self._show_hand()

    def _note_hand(self) -> None:
        cloth = self._session.cloth
        work = None if cloth is None else self._session.by_hand.work(cloth.id)
        if work is not None:
            self.ways.strip.note(work.best)

    # --- the tray -----------------------------------------------------------------------------

    def _is_below(self, at: QPoint) -> bool:
        """Whether a place on the screen is below the cloth, where the tray stands: what is let go
        there is taken off."""
        return any(
            field.isVisible() and field.rect().contains(field.mapFromGlobal(at))
            for field in (self.tray, self.hand)
        )

    def _from_tray(self, piece_id: str) -> None:
        self.work.in_tray = piece_id
        self.work.from_tray()

    def _carry(self, piece_id: str, at: QPoint) -> None:
        """Carry a piece from the tray over the cloth; by the pointer's place on the screen."""
        pixel = QPointF(self.view.viewport().mapFromGlobal(at))
        if self.view.held is None:
            inside = self.view.viewport().rect().contains(pixel.toPoint())
            if not inside or not self.view.carry_new(piece_id, self.view.table_point(pixel)):
                return
        self.view.carry(self.view.table_point(pixel), QApplication.keyboardModifiers())

    def _drop(self, piece_id: str, at: QPoint) -> None:
        inside = self.view.viewport().rect().contains(self.view.viewport().mapFromGlobal(at))
        if inside:
            self.view.let_go()
        else:
            self.view.cancel()

    # --- edits -------------------------------------------------------------------------------

    def take_way(self, way: str) -> None:
        """Lay the cloth in hand another way."""
        cloth = self._session.cloth
        if cloth is not None and way != self._session.spread:
            name = tr("the shortest way") if way == BEST else Spreading(way).name.lower()
            best = min(self._session.lays.values(), key=rank, default=None)
            job = with_spread(self._session.job, cloth.id, way, "" if best is None else best.way)
            self._session.apply(job, tr("Fold: {name}", name=name))
        self.refresh()

    def _enter_depth(self, which: int, mm: float) -> None:
        """Fold to that depth, the near or the far fold, where the way takes one."""
        cloth = self._session.cloth
        if cloth is None:
            return
        depths = list(self._depths())
        depths[which : which + 1] = [mm]
        if not depths_fit(depths, cloth.lay_width_mm, cloth.reserve_mm):
            room = cloth.lay_width_mm / 2 - (sum(depths) - mm)
            most = shown_length(room, self._session.job.unit)
            self._session.trouble.emit(
                tr("A fold on this cloth is at most {most} deep.", most=most)
            )
            self._show_fold()
            return
        self.take_way(
            Spreading.of(
                *(
                    replace(plan, depths_mm=tuple(depths))
                    if plan.way.depths == len(depths)
                    else plan
                    for plan in self._session.way.sections
                )
            )
        )

    def choose_sections(self) -> None:
        """Ask for the ways of the sections, one after another."""
        dialog = SectionsDialog(self._session.way, self.window())
        dialog.chosen.connect(self.take_way)
        dialog.open()

    def find_or_stop(self) -> None:
        """Search on for a shorter lay, or end the search that runs."""
        own = self._session.on.lay
        lay = self._session.lay
        several = lay is not None and len(lay.spread.sections) > 1
        stacked = lay is not None and lay.way == STACKED
        if self._session.searching:
            self._session.stop_search()
        elif own is not None and (own.by_hand or (own.locked and (several or stacked))):
            self._session.go_on(Deed.BETTER, LONG_EFFORT)
        else:
            self._session.search(LONG_EFFORT, (self._session.way,))
