"""The Log stage: what was planned, bought, used and left of the open job, how long it took, what to
do next time; and what was learnt before of the same client, style or cloth."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QTimer, Signal
from PySide6.QtGui import QHideEvent
from PySide6.QtWidgets import (
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from wickel.app.book import StudioBook, today
from wickel.app.session import Session
from wickel.app.stages.fittings import FittingFields
from wickel.app.stages.learnt_page import LearntPage
from wickel.app.stages.log_photos import LogPhotos
from wickel.app.widgets.cards import Figure, card, emptied, label, scrolling
from wickel.app.widgets.columns import Columns
from wickel.app.widgets.field import Field
from wickel.app.widgets.flow import flow_bar, with_words
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.notes_edit import NotesEdit
from wickel.app.widgets.stage import Stage
from wickel.app.widgets.ticket import shown_date
from wickel.body import Adjustment
from wickel.cutting.remnants import remnants_of
from wickel.job import Job
from wickel.job.adjusting import in_draft_mm
from wickel.job.at_table import planned_mm
from wickel.job.work import called
from wickel.lay import Lay
from wickel.units import Unit, shown_bought, shown_cloth_length, shown_length
from wickel.wording import tr

if TYPE_CHECKING:
    from wickel.studio.book import LogEntry

_MOST_SHOWN, _NOTE_AFTER_MS, _NEW = 60, 400, "new"
_MM2_PER_M2, _NOTE_PX = 1e6, 84


class LogStage(Stage):
    """The open job's entry, and the others."""

    csv_asked = Signal()

    def __init__(self, session: Session, book: StudioBook) -> None:
        super().__init__()
        self.setProperty(PAGE, "log")
        self._session, self._book = session, book
        self.entry: LogEntry | None = None
        self._shown: tuple[object, ...] = ()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(8)
        column.addLayout(self._pages_row())
        job = Columns("log", (self._own_card(), self._others_card()), lambda _: (6.0, 5.0))
        self.learnt = LearntPage(book)
        self._pages.addWidget(job)
        self._pages.addWidget(self.learnt)
        column.addWidget(self._pages, 1)
        session.lays_changed.connect(self.keep_up)
        session.at_table_changed.connect(self.keep_up)
        book.changed.connect(self.keep_up)

    def _pages_row(self) -> QHBoxLayout:
        """What turns from the open job to what all jobs show."""
        self._pages = QStackedWidget()
        row = QHBoxLayout()
        self.page_buttons: list[QPushButton] = []
        for k, (words, tip) in enumerate(
            (
                (tr("This job"), tr("What the open job has taken and taught")),
                (tr("Over time"), tr("What all jobs in the log show (Ctrl+Alt+T)")),
            )
        ):
            button = QPushButton(words)
            button.setCheckable(True)
            button.setChecked(k == 0)
            button.setToolTip(tip)
            button.clicked.connect(lambda *_, k=k: self.show_page(k))
            row.addWidget(button)
            self.page_buttons.append(button)
        row.addStretch()
        self.sheets = QPushButton(tr("Everything as CSV…"))
        self.sheets.setToolTip(tr("Log, clients, shelf and jobs as tables for a sheet"))
        self.sheets.clicked.connect(self.csv_asked)
        row.addWidget(self.sheets)
        return row

    def show_page(self, number: int) -> None:
        """Show the open job, or what all jobs show."""
        self._pages.setCurrentIndex(number)
        for k, button in enumerate(self.page_buttons):
            button.setChecked(k == number)
        self.refresh()

    def _own_card(self) -> QWidget:
        frame, column = card()
        self.title = label("", "title", wrap=True)
        column.addWidget(self.title)
        bar, figures = flow_bar(22)
        self.figures = {}
        for name, words in (
            ("planned", tr("planned")),
            ("bought", tr("bought")),
            ("used", tr("used")),
            ("left", tr("kept of what is left")),
            ("minutes", tr("minutes, planned · taken")),
        ):
            figure = Figure(words)
            both = QWidget()
            pair = QVBoxLayout(both)
            pair.setContentsMargins(0, 0, 0, 0)
            pair.setSpacing(0)
            pair.addWidget(figure)
            pair.addWidget(label(words, "soft"))
            figures.addWidget(both)
            self.figures[name] = figure
        column.addWidget(bar)
        self.each = label("", "soft", wrap=True)
        column.addWidget(self.each)
        self._fields()
        column.addWidget(scrolling(self._body), 1)
        column.addLayout(self._foot())
        return frame

    def _fields(self) -> None:
        """What the maker says of the job."""
        self._body = QWidget()
        inner = QVBoxLayout(self._body)
        inner.setContentsMargins(0, 6, 8, 0)
        inner.setSpacing(8)
        fields_bar, fields = flow_bar()
        self.bought, self.used = LengthEdit(tr("Bought")), LengthEdit(tr("Really used"))
        self.who = Field()
        self.who.setAccessibleName(tr("Who cut it"))
        for words, field in (
            (tr("bought"), self.bought),
            (tr("really used"), self.used),
            (tr("cut by"), self.who),
        ):
            fields.addWidget(with_words(words, field))
        inner.addWidget(fields_bar)
        thumb_bar, thumb = flow_bar()
        self.rule = LengthEdit(tr("The studio's old rule of thumb"))
        self.rule.setToolTip(
            tr("What would have been bought by rule of thumb for this style; typed once a style")
        )
        thumb.addWidget(with_words(tr("by the old rule of thumb"), self.rule))
        self.rule_said = label("", "soft")
        thumb.addWidget(self.rule_said)
        inner.addWidget(thumb_bar)
        self.rule.entered.connect(self._take_rule)
        self.bought.entered.connect(lambda mm: self._change(bought_mm=mm))
        self.used.entered.connect(lambda mm: self._change(used_mm=mm))
        self.who.editingFinished.connect(lambda: self._change(who=self.who.text().strip()))
        inner.addWidget(label(tr("What went wrong"), "heading"))
        bar, self._wrong = flow_bar(6)
        inner.addWidget(bar)
        inner.addWidget(label(tr("Next time"), "heading"))
        bar, self._next = flow_bar(6)
        inner.addWidget(bar)
        self.wrong: dict[str, QPushButton] = {}
        self.next_time: dict[str, QPushButton] = {}
        inner.addWidget(label(tr("At the fitting"), "heading"))
        self.fitting = FittingFields()
        self.fitting.added.connect(self._fitted)
        self.fitting.dropped.connect(lambda change: self._fitted(change, 0.0))
        inner.addWidget(self.fitting)
        self.photos = LogPhotos(self._book.photos)
        self.photos.added.connect(self._add_photo)
        self.photos.dropped.connect(self._drop_photo)
        inner.addWidget(label(tr("In your own words"), "heading"))
        self.note = NotesEdit()
        self.note.left.connect(self.settle)
        self.note.setAccessibleName(tr("What to remember"))
        self.note.setTabChangesFocus(True)
        self._note_timer = QTimer(self, singleShot=True, interval=_NOTE_AFTER_MS)
        self._note_timer.timeout.connect(self._keep_note)
        self.note.textChanged.connect(self._note_timer.start)
        self.note.setStyleSheet(f"min-height: {_NOTE_PX}px")
        inner.addWidget(self.note, 1)
        inner.addWidget(label(tr("Photos"), "heading"))
        inner.addWidget(self.photos)

    def _foot(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.shelf = QPushButton(tr("Put what is kept on the shelf"))
        self.shelf.setToolTip(
            tr("What Cut keeps of what is left becomes remnants on the shelf (Ctrl+Alt+S)")
        )
        self.shelf.clicked.connect(self.put_on_shelf)
        row.addWidget(self.shelf)
        row.addStretch()
        self.out = QPushButton(tr("Take it out"))
        self.out.setToolTip(tr("Take this job out of the log"))
        self.out.clicked.connect(self.take_out)
        row.addWidget(self.out)
        self.put = QPushButton(tr("Put it into the log"))
        self.put.setObjectName("main")
        self.put.setToolTip(tr("Keep this job's figures in the studio's book (Ctrl+Alt+G)"))
        self.put.clicked.connect(self.put_in)
        row.addWidget(self.put)
        return row

    def _others_card(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("What was learnt before"), "title"))
        self.search = QLineEdit()
        self.search.setAccessibleName(tr("Search the log"))
        self.search.setPlaceholderText(tr("search: client, style, cloth, words"))
        self.search.textChanged.connect(lambda _: self._show_others())
        column.addWidget(self.search)
        inner = QWidget()
        self._rows = QVBoxLayout(inner)
        self._rows.setContentsMargins(0, 0, 8, 0)
        self._rows.setSpacing(12)
        column.addWidget(scrolling(inner), 1)
        return frame

    # --- showing -----------------------------------------------------------------------------

    @property
    def _lays(self) -> tuple[Lay, ...]:
        session = self._session
        found = (session.lay_of(cloth.id) for cloth in session.cloths)
        return tuple(lay for lay in found if lay is not None)

    def refresh(self) -> None:
        """Show the entry of the open job, and the others."""
        self.settle()
        if not self._book.is_open:
            self.title.setText(tr("The log is being opened …"))
            self._body.setEnabled(False)
            self.put.setEnabled(False)
            self._book.open()
            return
        from wickel.studio.book import COMMON_NEXT, COMMON_WRONG, caught_up, drawn_up

        job = self._session.job
        kept = self._book.entry(job.book_id)
        id = job.book_id if kept is not None else _NEW
        fresh = drawn_up(job, self._lays, id, today(), self._session.own_rates)
        fresh = replace(fresh, rule_mm=self._rule_for(job))
        self.entry = fresh if kept is None else caught_up(kept, fresh)
        fixed = self._book.only_look
        if kept is not None and self.entry != kept and not fixed:
            self._book.keep_entry(self.entry)
        self.title.setText(
            tr("{job}: in the log since {day}", job=job.name, day=shown_date(kept.day))
            if kept is not None
            else tr("{job}: not in the log yet", job=job.name or tr("This job"))
        )
        self._body.setEnabled(kept is not None and not fixed)
        self.put.setVisible(kept is None)
        self.put.setEnabled(self._book.book is not None and not fixed)
        self.out.setVisible(kept is not None)
        self.shelf.setEnabled(any(rest.kept for rest in job.at_table.left))
        self._show_figures(self.entry, job.unit)
        self.bought.show_cloth_length(self.entry.bought_mm, job.unit)
        self.used.show_cloth_length(self.entry.used_mm, job.unit)
        self.who.refill(self.entry.who)
        self.note.blockSignals(True)
        self.note.refill(self.entry.note)
        self.note.blockSignals(False)
        self.wrong = self._chips(self._wrong, COMMON_WRONG, self.entry.wrong, "wrong")
        self.next_time = self._chips(self._next, COMMON_NEXT, self.entry.next_time, "next_time")
        self.fitting.show_fitting(self.entry.fitting, job.unit)
        self.photos.show_photos(self.entry.photos)
        self._show_rule(job)
        if self._pages.currentIndex() == 1:
            self.learnt.refresh(job.unit)
        self._show_others()

    def _chips(
        self, bar: object, words: dict[str, str], chosen: Iterable[str], field: str
    ) -> dict[str, QPushButton]:
        """A chip for every common thing to say, those that are said marked."""
        known = self.wrong if field == "wrong" else self.next_time
        if not known:
            for key, text in words.items():
                chip = QPushButton(text)
                chip.setObjectName("chip")
                chip.setCheckable(True)
                chip.clicked.connect(lambda on, key=key: self._chosen(field, key, on))
                bar.addWidget(chip)  # type: ignore[attr-defined]
                known[key] = chip
        said = set(chosen)
        for key, chip in known.items():
            chip.setChecked(key in said)
        return known

    def _show_figures(self, entry: LogEntry, unit: Unit) -> None:
        def cloth(mm: float | None) -> str:
            return "–" if mm is None else shown_cloth_length(mm, unit)

        taken = "–" if entry.minutes is None else f"{entry.minutes:.0f}"
        bought = "–" if entry.bought_mm is None else shown_bought(entry.bought_mm, unit)
        for name, text in (
            ("planned", cloth(entry.planned_mm)),
            ("bought", bought),
            ("used", cloth(entry.used_mm)),
            ("left", f"{entry.left_mm2 / _MM2_PER_M2:.2f} m²" if entry.left_mm2 else "–"),
            ("minutes", f"{entry.planned_minutes:.0f} · {taken}"),
        ):
            self.figures[name].setText(text)
        lays = self._lays
        job = self._session.job
        planned = [f"{lay.cloth.shown_name} {cloth(planned_mm(job, lay))}" for lay in lays]
        self.each.setText(
            tr(
                "{count:of cloth|cloths} together: {each}",
                count=len(lays),
                each=", ".join(planned),
            )
        )
        self.each.setVisible(len(lays) > 1)

    def _show_others(self) -> None:
        """The entries that are like the open job first, then the others; or what is searched."""
        job, own = self._session.job, self.entry
        asked = self.search.text()
        entries = self._book.entries_with(asked, _MOST_SHOWN + 1)
        alike: tuple[LogEntry, ...] = ()
        if own is not None and not asked.strip():
            alike = self._book.entries_like(job.client, own.styles, own.cloths, _MOST_SHOWN)
        order = dict.fromkeys((*alike, *entries))
        found = [entry for entry in order if entry.id != job.book_id]
        shown = (tuple(found[:_MOST_SHOWN]), alike, job.unit, bool(asked))
        if shown == self._shown:
            return
        self._shown = shown
        emptied(self._rows)
        for entry in found[:_MOST_SHOWN]:
            self._rows.addWidget(_EntryRow(entry, self._session.job.unit, alike=entry in alike))
        if not found:
            words = tr("Nothing is found.") if asked else tr("The log is empty yet.")
            self._rows.addWidget(label(words, "soft"))
        self._rows.addStretch()

    # --- what is done ----------------------------------------------------------------------

    def put_in(self) -> None:
        """Put the open job into the log."""
        session = self._session
        if self._book.book is None:
            return
        id = session.with_id().book_id
        self.refresh()
        assert self.entry is not None
        if self._book.keep_entry(replace(self.entry, id=id)):
            self.refresh()

    def take_out(self) -> None:
        """Take the open job out of the log."""
        session = self._session
        if session.job.book_id and self._book.drop_entry(session.job.book_id):
            self.refresh()

    def put_on_shelf(self) -> None:
        """Make remnants on the shelf of what is kept of the job's cloths."""
        session, put = self._session, 0
        for rest in session.job.at_table.left:
            lay = session.lay_of(rest.cloth) if rest.kept else None
            if lay is None:
                continue
            for cloth in remnants_of(lay, rest):
                size = (
                    shown_length(mm, session.job.unit)
                    for mm in (cloth.length_at_hand_mm or 0.0, cloth.usable_width_mm)
                )
                name = tr("{cloth}, remnant {size}", cloth=cloth.shown_name, size=" × ".join(size))
                remnant = replace(cloth, name=name)
                put += self._book.keep_cloth(
                    remnant, of=self._book.whole_of(cloth.shown_name), origin=session.job.name
                )
        session.trouble.emit(
            tr("{put:of remnant is|remnants are} on the shelf of Cloth.", put=put)
            if put
            else tr("Nothing that is left is kept: tick it at the end of Cut.")
        )

    def _change(self, **values: object) -> None:
        if self.entry is None or self.entry.id == _NEW:
            return
        known = {name: getattr(self.entry, name) for name in values}
        if known != values:
            seen = self.entry
            fields = {name: getattr(seen, name) for name in seen.__slots__}
            self.entry = type(seen)(**{**fields, **values})
            self._book.keep_entry(self.entry, seen)

    def _rule_for(self, job: Job) -> float | None:
        """What the rule of thumb buys for all garments of a job; None while one has no rule."""
        rules = [self._book.rule_mm(garment.name or garment.style) for garment in job.garments]
        known = [mm for mm in rules if mm is not None]
        return sum(known) if known and len(known) == len(rules) else None

    def _show_rule(self, job: Job) -> None:
        first = next(iter(job.garments), None)
        name = "" if first is None else first.name or first.style
        self.rule.setEnabled(first is not None)
        mm = self._book.rule_mm(name) if name else None
        self.rule.show_cloth_length(mm, job.unit)
        entry = self.entry
        if entry is None or entry.rule_mm is None:
            self.rule_said.setText(tr("typed once for {name}", name=called(first)) if first else "")
            return
        from wickel.studio.learnt import taken_mm  # a database loads slowly

        saved = entry.rule_mm - taken_mm(entry)
        length = shown_cloth_length(abs(saved), job.unit)
        self.rule_said.setText(
            tr("saves {length}", length=length)
            if saved >= 0
            else tr("takes {length} more", length=length)
        )

    def _take_rule(self, mm: float) -> None:
        """Keep the rule of thumb of the style of the first garment."""
        first = next(iter(self._session.job.garments), None)
        if first is not None and self._book.keep_rule(first.name or first.style, mm):
            self.refresh()

    def _add_photo(self, path: Path) -> None:
        entry = self.entry
        if entry is not None and entry.id != _NEW:
            file = self._book.keep_photo(path, f"{entry.id}-{len(entry.photos) + 1}")
            if file:
                self._change(photos=(*entry.photos, file))
                self.photos.show_photos((*entry.photos, file))

    def _drop_photo(self, name: str) -> None:
        entry = self.entry
        if entry is not None:
            left = tuple(own for own in entry.photos if own != name)
            self._change(photos=left)
            self.photos.show_photos(left)

    def _fitted(self, change: str, mm: float) -> None:
        """Note what the fitting asks for, and make it an adjustment of the client's."""
        job, entry = self._session.job, self.entry
        if entry is None:
            return
        before = dict(entry.fitting)
        drafted = in_draft_mm(job.garments[0], change) if job.garments else 0.0
        now = {own: by for own, by in before.items() if own != change}
        if mm:
            now[change] = mm
        self._change(fitting=tuple(now.items()))
        if job.client:
            total = drafted + mm
            self._book.adjust(
                job.client, Adjustment(change=change, mm=total, day=entry.day, job=job.name)
            )
        self.fitting.show_fitting(tuple(now.items()), job.unit)

    def _chosen(self, field: str, key: str, on: bool) -> None:
        said = set(getattr(self.entry, field)) if self.entry is not None else set()
        said = said | {key} if on else said - {key}
        chips = self.wrong if field == "wrong" else self.next_time
        self._change(**{field: tuple(own for own in chips if own in said)})

    def _keep_note(self) -> None:
        self._change(note=self.note.toPlainText())

    def settle(self) -> None:
        """Keep at once what was typed a moment ago."""
        if self._note_timer.isActive():
            self._note_timer.stop()
            self._keep_note()

    def hideEvent(self, event: QHideEvent) -> None:
        self.settle()
        super().hideEvent(event)


class _EntryRow(QWidget):
    """An entry in few lines: when and what, its figures, what was learnt."""

    def __init__(self, entry: LogEntry, unit: Unit, *, alike: bool) -> None:
        from wickel.studio.book import COMMON_NEXT, COMMON_WRONG

        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(2)
        head = " · ".join(word for word in (entry.job, entry.client) if word)
        column.addWidget(label(head, "heading", wrap=True))
        many = len(entry.cloths)
        used = "–" if entry.used_mm is None else shown_cloth_length(entry.used_mm, unit)
        words = tr(
            "{day}: planned {planned}, used {used}{together}",
            day=shown_date(entry.day),
            planned=shown_cloth_length(entry.planned_mm, unit),
            used=used,
            together=tr(" ({count:of cloth|cloths} together)", count=many) if many > 1 else "",
        )
        if entry.minutes is not None:
            words += tr(", {minutes:of minute|minutes}", minutes=f"{entry.minutes:.0f}")
        column.addWidget(label(words, "soft", wrap=True))
        learnt = [COMMON_WRONG.get(key, key) for key in entry.wrong]
        learnt += [COMMON_NEXT.get(key, key) for key in entry.next_time]
        if learnt:
            column.addWidget(label(" · ".join(learnt), "held" if alike else "", wrap=True))
        if entry.note:
            column.addWidget(label(f"“{entry.note}”", "", wrap=True))
