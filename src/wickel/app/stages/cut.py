"""The Cut stage: the guide at the table, one step a screen, in type that is read from two metres.

The space bar, Page Down or *Next* goes on; Page Up goes back. The place, the ticks, what is cut and
the time stay in the job.
"""

from __future__ import annotations

from dataclasses import replace
from functools import partial

from PySide6.QtCore import QElapsedTimer, Qt, QTimer, Signal
from PySide6.QtGui import QAction, QHideEvent, QKeyEvent, QKeySequence, QResizeEvent, QShowEvent
from PySide6.QtWidgets import (
    QBoxLayout,
    QCheckBox,
    QFrame,
    QHBoxLayout,
    QMenu,
    QPushButton,
    QStackedWidget,
    QTableWidget,
    QVBoxLayout,
    QWidget,
)

from wickel.app.background import Background
from wickel.app.session import Session
from wickel.app.settings import SettingsFile
from wickel.app.stages import cut_steps
from wickel.app.stages.cut_measure import MeasurePart
from wickel.app.table.guide_view import GuideView, Shown
from wickel.app.widgets.cards import emptied, label, scrolling
from wickel.app.widgets.flow import flow_bar
from wickel.app.widgets.folding import FoldingPicture
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.stage import Stage
from wickel.cutting import (
    DONE,
    LeftPiece,
    Part,
    Step,
    Studio,
    ToCut,
    as_cut_from,
    chalked,
    edge_words,
    guide,
    measures,
)
from wickel.job import Job
from wickel.job.at_table import (
    at_step,
    begun_anew,
    is_cut,
    minutes_taken,
    ticked,
    with_begun,
    with_placements_cut,
    with_rest,
    with_seconds,
    with_tick,
)
from wickel.job.job import Rest
from wickel.job.state import State, at_least
from wickel.lay import Lay
from wickel.units import shown_cloth_length, shown_short
from wickel.wording import tr

_PART_NAMES = {
    Part.BEFORE: tr("Before"),
    Part.FOLD: tr("Fold"),
    Part.LAY_OUT: tr("Lay out"),
    Part.CHECK: tr("Check"),
    Part.CUT: tr("Cut"),
    Part.LABEL: tr("Label"),
    Part.AFTER: tr("After"),
}
_TICK_MS, _KEEP_AFTER_S = 1000, 60.0
_AT_ONCE = 40
"""A guide of more pieces than that is made in the background."""
_PICTURED = (Part.FOLD, Part.LAY_OUT, Part.CUT)
"""Parts whose steps have a picture of the table; the others take the whole width."""
_NO_LIMIT, _AROUND_PX = 16_777_215, 70
_LOW = 1.7
"""A lay is low that is so many times as long as it is wide on the table: its picture takes the
whole width, below the words."""


def _is_low(lay: Lay) -> bool:
    """Whether the picture of a lay belongs below the words, and not beside them."""
    wide = max(y for section in lay.spread.sections for z in section.zones for _, y in z.outline)
    return lay.table_mm > _LOW * wide


class CutStage(Stage):
    """The guide. ``papers_asked`` and ``full_size_asked`` ask for what is printed."""

    papers_asked = Signal()
    full_size_asked = Signal()
    finished = Signal()
    """Everything is cut."""
    undone = Signal()
    """Nothing is cut after all."""

    def __init__(self, session: Session, settings: SettingsFile) -> None:
        super().__init__()
        self.setProperty(PAGE, "cut")
        self._session, self._settings = session, settings
        self.steps: tuple[Step, ...] = ()
        self.work: ToCut | None = None
        self._made_of: tuple[object, ...] = ()
        self._seen: tuple[object, ...] = ()
        self.at = 0
        self.background = Background(self)
        self.background.done.connect(self._made)
        self.paused = False
        self._clock = QElapsedTimer()
        self._unsaved = 0.0
        self._ticking = QTimer(self, interval=_TICK_MS)
        self._ticking.timeout.connect(self._tick)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(10)
        column.addWidget(self._tools())
        column.addWidget(self._screen(), 1)
        column.addLayout(self._foot())
        session.lays_changed.connect(self.keep_up)
        session.searching_changed.connect(self.keep_up)
        session.job_changed.connect(self._follow_job)
        session.at_table_changed.connect(self._show_progress)

    # --- what it is made of ----------------------------------------------------------------

    def _tools(self) -> QWidget:
        bar, row = flow_bar()
        self.parts: dict[Part, QPushButton] = {}
        for part, words in _PART_NAMES.items():
            chip = QPushButton(words)
            chip.setObjectName("chip")
            chip.setCheckable(True)
            chip.setFocusPolicy(Qt.FocusPolicy.NoFocus)
            chip.setToolTip(tr("Go to the first step of this part"))
            chip.clicked.connect(lambda _, part=part: self.go_to_part(part))
            self.parts[part] = chip
            row.addWidget(chip)
        self.clock = label("", "heading")
        self.clock.setAccessibleName(tr("Time taken"))
        row.addWidget(self.clock)
        self.pause = self._button(row, tr("Pause"), tr("Stop the clock, or let it go on (P)"))
        self.pause.setCheckable(True)
        self.pause.clicked.connect(self.pause_or_go_on)
        self.turn = self._button(
            row, tr("Turn the table"), tr("For the left-handed: the start at the right (T)")
        )
        self.turn.setCheckable(True)
        self.turn.setChecked(self._settings.values.turned)
        self.turn.clicked.connect(self._turn)
        self.chalks = self._button(
            row, tr("Chalk lists"), tr("Points to chalk instead of paper pieces to lay (C)")
        )
        self.chalks.setCheckable(True)
        self.chalks.setChecked(self._settings.values.chalks)
        self.chalks.clicked.connect(self._chalk)
        self.papers = self._button(row, tr("Papers…"), tr("All of this on paper (Ctrl+Alt+R)"))
        self.papers.clicked.connect(self.papers_asked)
        self.full_size = self._button(
            row, tr("Full size…"), tr("Pieces or lay at full size (Ctrl+Alt+L)")
        )
        self.full_size.clicked.connect(self.full_size_asked)
        return bar

    @staticmethod
    def _button(row: object, words: str, tip: str) -> QPushButton:
        made = QPushButton(words)
        made.setObjectName("chip")
        made.setToolTip(tip)
        made.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        row.addWidget(made)  # type: ignore[attr-defined]
        return made

    def _screen(self) -> QWidget:
        frame = QFrame()
        frame.setObjectName("card")
        column = QVBoxLayout(frame)
        column.setContentsMargins(20, 14, 20, 14)
        self.title = label("", "far-title", wrap=True)
        column.addWidget(self.title)
        row = QBoxLayout(QBoxLayout.Direction.LeftToRight)
        row.setSpacing(16)
        self._beside = row
        self._body = QWidget()
        self._lines = QVBoxLayout(self._body)
        self._lines.setContentsMargins(0, 0, 8, 0)
        self._lines.setSpacing(10)
        self._scroll = scrolling(self._body)
        row.addWidget(self._scroll, 5)
        self.picture = QStackedWidget()
        self.view = GuideView()
        self.view.turn(self._settings.values.turned)
        self.folding = FoldingPicture(large=True)
        self.picture.addWidget(self.view)
        self.picture.addWidget(self.folding)
        row.addWidget(self.picture, 6)
        column.addLayout(row, 1)
        return frame

    def _foot(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.back = QPushButton(tr("Back"))
        self.back.setObjectName("back")
        self.back.setToolTip(tr("To the step before (Page Up)"))
        self.back.clicked.connect(self.go_back)
        row.addWidget(self.back)
        self.place = label("", "far-soft")
        self.place.setAlignment(Qt.AlignmentFlag.AlignCenter)
        row.addWidget(self.place, 1)
        self.not_cut = QPushButton(tr("Not cut after all"))
        self.not_cut.setObjectName("back")
        self.not_cut.setToolTip(tr("This piece is still to be cut (N)"))
        self.not_cut.clicked.connect(self.take_back_cut)
        row.addWidget(self.not_cut)
        self.next = QPushButton(tr("Next"))
        self.next.setObjectName("next")
        self.next.setToolTip(tr("On to the next step (space bar, Page Down)"))
        self.next.clicked.connect(self.go_on)
        row.addWidget(self.next)
        return row

    def fill(self, menu: QMenu) -> None:
        """Put everything that can be done here into a menu; its keys work on this stage."""
        for words, keys, act in (
            (tr("&Next step"), ("PgDown", "Right"), self.go_on),
            (tr("&Back"), ("PgUp", "Left"), self.go_back),
            (tr("&Pause the clock, or go on"), ("P",), self.pause_or_go_on),
            (tr("&Turn the table"), ("T",), self.turn.click),
            (tr("&Chalk lists, or paper pieces"), ("C",), self.chalks.click),
            (tr("This piece is n&ot cut after all"), ("N",), self.take_back_cut),
        ):
            action = QAction(words, menu)
            action.setShortcuts([QKeySequence(key) for key in keys])
            action.setShortcutContext(Qt.ShortcutContext.WidgetWithChildrenShortcut)
            action.setToolTip(words.replace("&", ""))
            action.triggered.connect(lambda *_, act=act: act())
            self.addAction(action)
            menu.addAction(action)
        menu.addSeparator()
        anew = QAction(tr("Begin the guide &anew"), menu)
        anew.setShortcut(QKeySequence("Ctrl+Alt+B"))
        anew.setToolTip(tr("Nothing is ticked or cut any more; what was measured stays"))
        anew.triggered.connect(lambda *_: self.begin_anew())
        menu.addAction(anew)

    # --- what is shown ---------------------------------------------------------------------

    @property
    def studio(self) -> Studio:
        """How this studio cuts."""
        values = self._settings.values
        return Studio(rotary=values.rotary, table_mm=values.table_mm)

    @property
    def step(self) -> Step | None:
        """The step that is shown."""
        return self.steps[self.at] if self.steps else None

    @property
    def lay(self) -> Lay | None:
        """The lay that the step shown is about."""
        step = self.step
        return None if step is None or not step.cloth else self._session.lay_of(step.cloth)

    def refresh(self) -> None:
        """Show the guide as it is now."""
        self._make_steps()
        self._find_place()
        if self._seen != self._to_see():
            self._show_step()

    def _to_see(self) -> tuple[object, ...]:
        """What the screen hangs on: as long as that is the same, fields and lists stay as they are,
        whatever else becomes known of the job."""
        session, step = self._session, self.step
        measuring = (
            (session.offered, session.searching) if step is not None and step.measure else ()
        )
        known = (self._made_of, self.at, self.background.working, str(session.refusal))
        return (*known, replace(session.job.at_table, seconds={}), *measuring)

    def _follow_job(self) -> None:
        """After an edit without any lay there is nothing to show a moment later."""
        if not self._session.cloths:
            self.keep_up()

    def _make_steps(self) -> None:
        """Make the steps of the job's lays; they are the same as long as these are."""
        session = self._session
        lays = tuple(session.lay_of(cloth.id) for cloth in session.cloths)
        known = tuple(lay for lay in lays if lay is not None)
        if session.refusal or not lays or len(known) < len(lays):
            self.steps, self.work, self._made_of = (), None, ()
            return
        made_of = (*map(id, known), id(session.drafts), self.studio, session.job.unit)
        self.work = ToCut.of_work(session.job, session.drafts, known, session.shelf)
        if made_of == self._made_of:
            return
        self._made_of = made_of
        make = partial(guide, self.work, self.studio, session.job.unit)
        if sum(len(lay.placements) for lay in known) <= _AT_ONCE:
            self.steps = make()
        else:
            self.steps = ()
            self.background.begin(make)

    def _made(self, steps: object) -> None:
        """Show what was made in the background."""
        assert isinstance(steps, tuple)
        self.steps = steps
        self._find_place()
        self._show_step()

    def _find_place(self) -> None:
        """The step at which the job stands; where that is gone, the nearest of its part before."""
        wanted = self._session.job.at_table.step
        ids = [step.id for step in self.steps]
        if wanted in ids:
            self.at = ids.index(wanted)
            return
        while wanted:
            wanted = wanted.rpartition(":")[0]
            found = next((k for k, id in enumerate(ids) if wanted and id.startswith(wanted)), None)
            if found is not None:
                self.at = found
                return
        self.at = 0

    def _show_step(self) -> None:
        """Show the step in hand, or what is waited for."""
        self._seen = self._to_see()
        emptied(self._lines)
        step = self.step
        for part, chip in self.parts.items():
            chip.setChecked(step is not None and step.part is part)
            chip.setEnabled(any(own.part is part for own in self.steps))
        if step is None:
            self._show_waiting()
            return
        self.title.setText(str(step.title))
        content = self._content(step)
        for widget in content:
            self._lines.addWidget(widget, int(isinstance(widget, QTableWidget)))
        if not any(isinstance(widget, QTableWidget) for widget in content):
            self._lines.addStretch()
        self._scroll.verticalScrollBar().setValue(0)
        self._show_picture(step)
        self._show_progress()

    def _show_waiting(self) -> None:
        session = self._session
        self.title.setText(
            tr("The guide is being made …") if self.background.working else tr("Nothing to cut yet")
        )
        words = session.refusal or (
            "" if self.background.working else tr("The guide waits for a lay of every cloth.")
        )
        self._lines.addWidget(label(words, "far", wrap=True))
        self._lines.addStretch()
        self.picture.hide()
        for button in (self.back, self.next):
            button.setEnabled(False)
        self.not_cut.hide()
        self.place.setText("")

    def _content(self, step: Step) -> list[QWidget]:
        """What stands on the screen of a step."""
        made: list[QWidget] = []
        if step.cautions:
            made.append(cut_steps.caution_box(step.cautions))
        if step.laid is not None:
            made += self._laid(step)
        elif step.part is Part.FOLD:  # the steps of the way stand below its pictures
            made += cut_steps.lines([text for text in step.lines if not isinstance(text, str)])
        else:
            made += cut_steps.lines(step.lines)
        if step.measure:
            made.append(self._measure(step))
        return made + self._lists(step)

    def _lists(self, step: Step) -> list[QWidget]:
        """The ticks and tables of a step."""
        lay, made = self.lay, list[QWidget]()
        if step.checks and lay is not None:
            made += cut_steps.ticks(step.checks, ticked(self._session.job, lay), self._set_tick)
        if step.labels:
            made.append(cut_steps.label_table(step.labels))
        if step.joins:
            made.append(cut_steps.join_table(step.joins, self._session.job.unit))
        if step.id.startswith("after:left"):
            made += self._left(step)
        if step.id == DONE:
            made += cut_steps.lines(self._summary())
        return made

    def _laid(self, step: Step) -> list[QWidget]:
        """Where a piece lies, or its points to chalk."""
        lay, work, row = self.lay, self.work, step.laid
        assert lay is not None
        assert work is not None
        assert row is not None
        unit = self._session.job.unit
        edge = edge_words(row.across, lay.spread.sections[row.section])
        made = [] if self.chalks.isChecked() else [cut_steps.place_figures(row, edge, unit)]
        made += cut_steps.laid_words(row)
        if self.chalks.isChecked():
            placement = lay.placement(row.placement)
            made.append(cut_steps.chalk_table(chalked(placement, lay, work), edge, unit))
            found = work.drafted(lay.piece(placement.piece))
            if found is not None:
                made_from = as_cut_from(found.piece, found.done.pattern)
                if made_from is not None:
                    made.append(label(str(made_from), "soft", wrap=True))
                made += cut_steps.measure_lines(measures(found.piece, found.done.pattern), unit)
        return made

    def _measure(self, step: Step) -> QWidget:
        made = MeasurePart(self._session)
        self._session.take_cloth(step.cloth)
        cloth = self._session.cloth
        if cloth is not None:
            made.build(cloth, self._session.job.unit)
        self.measure = made
        return made

    def _left(self, step: Step) -> list[QWidget]:
        """Pieces that are left, each with a tick to keep it."""
        if not step.left:
            return cut_steps.lines((tr("Nothing is left that is larger than a hand."),))
        kept = {
            rest.outline
            for rest in self._session.job.at_table.left
            if rest.cloth == step.cloth and rest.kept
        }
        made: list[QWidget] = cut_steps.lines((tr("Which of it is kept?"),), "far-soft")
        for number, piece in enumerate(step.left, start=1):
            tick = QCheckBox(f"{number}:  {piece.words}")
            tick.setObjectName("far")
            tick.setChecked(piece.outline in kept)
            tick.toggled.connect(lambda on, piece=piece: self._keep_rest(piece, on))
            made.append(tick)
        return made

    def _summary(self) -> tuple[str, ...]:
        """What was cut, and how long it took."""
        session = self._session
        at = session.job.at_table
        minutes = round(minutes_taken(session.job))
        cut = sum(len(ids) for ids in at.cut.values())
        said = [
            tr("{cut} of {all:of piece is|pieces are} cut.", cut=cut, all=self._count()),
            tr("It took {minutes:of minute|minutes}.", minutes=minutes)
            if minutes
            else tr("It took less than a minute."),
        ]
        for lay in self.work.lays if self.work is not None else ():
            length = shown_cloth_length(lay.lay_length_mm, session.job.unit)
            said.append(tr("{cloth}: {length} used.", cloth=lay.cloth.shown_name, length=length))
        kept = sum(rest.kept for rest in at.left)
        if kept:
            said.append(
                tr("{kept:of piece of what is left is|pieces of what is left are} kept.", kept=kept)
            )
        return tuple(said)

    def _count(self) -> int:
        return 0 if self.work is None else sum(len(lay.placements) for lay in self.work.lays)

    def _show_picture(self, step: Step) -> None:
        """The table, or how to fold; nothing where a list takes all the room."""
        lay = self.lay
        self._scroll.setMinimumHeight(0)
        self._scroll.setMaximumHeight(_NO_LIMIT)
        pictured = lay is not None and (step.part in _PICTURED or bool(step.left))
        self.picture.setVisible(pictured)
        if lay is None or not pictured:
            return
        below = step.part is not Part.FOLD and _is_low(lay) and not self._lists_points(step)
        self._beside.setDirection(
            QBoxLayout.Direction.TopToBottom if below else QBoxLayout.Direction.LeftToRight
        )
        self._beside.setStretch(0, 0 if below else 5)
        self._fit_words(below=below)
        if step.part is Part.FOLD:
            section = lay.spread.sections[step.section]
            shares = tuple(mm / lay.spread.width_mm for mm in section.depths_mm)
            last = step.section == len(lay.spread.sections) - 1
            self.folding.show_way(section.way, lay.cloth, shares, cut_off=not last)
            self.picture.setCurrentWidget(self.folding)
            return
        self._show_table(step, lay)

    def _show_table(self, step: Step, lay: Lay) -> None:
        """The lay, with what the step is about."""
        self.picture.setCurrentWidget(self.view)
        cut = self._session.job.at_table.cut.get(step.cloth, frozenset())
        laid = frozenset(own.laid.placement for own in self.steps[: self.at] if own.laid)
        if step.part in (Part.CUT, Part.AFTER):
            laid = frozenset(placement.id for placement in lay.placements)
        in_hand: frozenset[str] = frozenset()
        if step.laid is not None:
            in_hand = frozenset({step.laid.placement})
        if step.cut is not None:
            in_hand = frozenset(step.cut.placements)
        self.view.show_lay(
            Shown(
                lay=lay,
                unit=self._session.job.unit,
                laid=laid,
                in_hand=in_hand,
                cut=cut,
                row=step.laid,
                step=step.cut,
                left=tuple(piece.outline for piece in step.left),
            )
        )

    def _fit_words(self, *, below: bool) -> None:
        """Give the words as much height as they take where the picture is below them."""
        if not below:
            return
        wide = max(200, self.width() - _AROUND_PX)
        high = 0
        for k in range(self._lines.count()):
            item = self._lines.itemAt(k)
            widget = None if item is None else item.widget()
            if widget is None:
                continue
            widget.ensurePolished()
            own = widget.heightForWidth(wide) if widget.hasHeightForWidth() else -1
            high += (own if own >= 0 else widget.sizeHint().height()) + self._lines.spacing()
        self._scroll.setFixedHeight(min(high + 4, self.height() // 2))

    def _lists_points(self, step: Step) -> bool:
        """Whether the points of a piece are listed: they take room below each other."""
        return step.laid is not None and self.chalks.isChecked()

    def _show_progress(self) -> None:
        """How far it is: the step of how many, what Next waits for, the clock."""
        step = self.step
        if step is None:
            return
        self.place.setText(tr("step {number} of {all}", number=self.at + 1, all=len(self.steps)))
        self.back.setEnabled(self.at > 0)
        last = self.at == len(self.steps) - 1
        self.next.setEnabled(not last)
        self.next.setText(tr("Done") if last else tr("Cut · next") if step.finishes else tr("Next"))
        job = self._session.job
        is_done = bool(step.finishes) and all(is_cut(job, step.cloth, own) for own in step.finishes)
        self.not_cut.setVisible(is_done)
        self._show_clock()

    # --- going on --------------------------------------------------------------------------

    def go_on(self) -> None:
        """Do what is next: tick the next check, mark what is cut, then the next step."""
        step = self.step
        if step is None:
            return
        waits = self._waits_for(step)
        if waits:
            self._session.trouble.emit(waits)
            return
        if step.checks and self._tick_next(step):
            return
        if self.at == len(self.steps) - 1:
            return
        self._pass(step)
        self._go(self.at + 1)

    def _waits_for(self, step: Step) -> str:
        """Why the guide cannot go on from a step: its lay is not whole."""
        lay = self.lay
        if lay is None:
            return ""
        if lay.complete:
            return self._too_short(step, lay)
        if not (step.measure or step.part in (Part.FOLD, Part.LAY_OUT, Part.CHECK, Part.CUT)):
            return ""
        finding = lay.broken[0]
        return tr("Not yet: {text} {way_out}", text=finding.text, way_out=finding.way_out).strip()

    def _too_short(self, step: Step, lay: Lay) -> str:
        """What is said of a measured cloth that is shorter than its lay; nothing of another."""
        measured = self._session.job.at_table.measured.get(step.cloth)
        length = None if measured is None else measured.length_mm
        if not step.measure or length is None or lay.lay_length_mm <= length:
            return ""
        short = shown_short(lay.lay_length_mm - length, self._session.job.unit)
        return tr("Not yet: the cloth is {short} shorter than this lay.", short=short)

    def _tick_next(self, step: Step) -> bool:
        """Tick the first check that is open; False when there is none."""
        lay = self.lay
        if lay is None:
            return False
        done = ticked(self._session.job, lay)
        for check in step.checks:
            if check.id not in done:
                self._set_tick(check.id, True)
                return True
        return False

    def _set_tick(self, id: str, on: bool) -> None:
        lay = self.lay
        if lay is not None:
            self._note(with_tick(self._session.job, lay, id, on=on))
            self._show_step()
            self.next.setFocus(Qt.FocusReason.OtherFocusReason)

    def _pass(self, step: Step) -> None:
        """Mark what is done when a step is left forwards."""
        session = self._session
        if step.measure:
            self._note(with_begun(session.job, step.cloth))
        fresh = [id for id in step.finishes if not is_cut(session.job, step.cloth, id)]
        lay = self.lay
        if fresh and lay is not None:
            names = ", ".join(
                dict.fromkeys(lay.piece(lay.placement(id).piece).name for id in fresh)
            )
            session.apply(
                with_placements_cut(session.job, step.cloth, fresh), tr("{names} cut", names=names)
            )

    def go_back(self) -> None:
        """Go to the step before."""
        if self.at > 0:
            self._go(self.at - 1)

    def go_to_part(self, part: Part) -> None:
        """Go to the first step of a part; not over checks that wait."""
        at = next((k for k, step in enumerate(self.steps) if step.part is part), None)
        if at is None:
            return
        waiting = next(
            (k for k, step in enumerate(self.steps[:at]) if k >= self.at and self._is_open(step)),
            None,
        )
        if waiting is not None and at > waiting:
            at = waiting
            self._session.trouble.emit(tr("First everything is checked: tick one after another."))
        self._go(at)

    def _is_open(self, step: Step) -> bool:
        """Whether a step has checks that are not ticked."""
        if not step.checks:
            return False
        lay = self._session.lay_of(step.cloth)
        return lay is None or not {own.id for own in step.checks} <= ticked(self._session.job, lay)

    def _go(self, at: int) -> None:
        """Show another step, and remember it."""
        self._keep_time()
        self.at = at
        step = self.steps[at]
        if step.cloth and self._session.cloth is not None and self._session.cloth.id != step.cloth:
            self._session.take_cloth(step.cloth)
        job = at_step(self._session.job, step.id)
        if step.id == DONE:
            job = replace(job, state=at_least(job.state, State.CUT))
        self._note(job)
        if step.id == DONE:
            self.finished.emit()
        self._show_step()
        if not step.measure:
            self.next.setFocus(Qt.FocusReason.OtherFocusReason)

    def take_back_cut(self) -> None:
        """Say that the pieces of the step shown are not cut after all."""
        step = self.step
        if step is None or not step.finishes:
            return
        session = self._session
        session.apply(
            with_placements_cut(session.job, step.cloth, step.finishes, cut=False),
            tr("Not cut after all"),
        )

    def begin_anew(self) -> None:
        """Begin the guide anew: nothing is ticked or cut, the clock stands at 0."""
        self._unsaved = 0.0
        self._session.apply(begun_anew(self._session.job), tr("The guide begun anew"))
        self.undone.emit()

    def _keep_rest(self, piece: LeftPiece, on: bool) -> None:
        step = self.step
        if step is not None:
            rest = Rest(cloth=step.cloth, outline=piece.outline, kept=on)
            self._note(with_rest(self._session.job, rest))

    def _note(self, job: Job) -> None:
        """Keep how far it is."""
        self._session.note(job)

    # --- clock and table ---------------------------------------------------------------------

    def pause_or_go_on(self) -> None:
        """Stop the clock, or let it go on."""
        self._keep_time()
        self.paused = not self.paused
        self.pause.setChecked(self.paused)
        self.pause.setText(tr("Go on") if self.paused else tr("Pause"))
        self._clock.restart()
        self._show_clock()

    @property
    def _stands(self) -> bool:
        """Whether the clock stands: it is paused, or all is done."""
        return self.paused or self.step is None or self.step.id == DONE

    def _tick(self) -> None:
        """One more second; what is not kept for a minute is kept."""
        if self._stands or not self.isVisible():
            return
        self._unsaved += self._clock.restart() / 1000.0
        if self._unsaved > _KEEP_AFTER_S:
            self._keep_time()
        self._show_clock()

    def _keep_time(self) -> None:
        """Put the time since it was kept last into the job, at the part that is shown."""
        step = self.step
        if step is None or not self._clock.isValid():
            return
        since = self._clock.restart() / 1000.0
        if not self._stands:
            self._unsaved += since
        if self._unsaved >= 1.0:
            self._note(with_seconds(self._session.job, step.part.value, self._unsaved))
            self._unsaved = 0.0

    def _show_clock(self) -> None:
        seconds = int(60.0 * minutes_taken(self._session.job) + self._unsaved)
        self.clock.setText(f"{seconds // 3600}:{seconds // 60 % 60:02d}:{seconds % 60:02d}")

    def _turn(self, on: bool) -> None:
        self._settings.remember(replace(self._settings.values, turned=on))
        self.view.turn(on)

    def _chalk(self, on: bool) -> None:
        self._settings.remember(replace(self._settings.values, chalks=on))
        self._show_step()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """The space bar goes on wherever nothing else has the focus; *Next* has it else."""
        if event.key() in (Qt.Key.Key_Space, Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.go_on()
        else:
            super().keyPressEvent(event)

    def showEvent(self, event: QShowEvent) -> None:
        self._clock.start()
        self._ticking.start()
        super().showEvent(event)
        if self.next.isEnabled():
            self.next.setFocus(Qt.FocusReason.OtherFocusReason)

    def hideEvent(self, event: QHideEvent) -> None:
        self._ticking.stop()
        self._keep_time()
        self._clock.invalidate()
        super().hideEvent(event)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        if self.step is not None and not self._due:  # else it is a step of another job, perhaps
            self._show_picture(self.step)

    def shut(self) -> None:
        """Keep the time before the job is closed."""
        self._keep_time()
