"""What fittings have shown: a bar that offers a client's adjustments for the garment in hand, and
the fields in which a fitting's changes are written down."""

from __future__ import annotations

import contextlib
from collections.abc import Iterable

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from wickel.app.book import StudioBook
from wickel.app.session import Session
from wickel.app.widgets.cards import NarrowBox, emptied, label
from wickel.app.widgets.flow import flow_bar
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.body import Adjustment
from wickel.draft import DraftRefused
from wickel.job import Garment, JobRefused
from wickel.job.adjusting import (
    CHANGES,
    Adjusted,
    adjusted,
    adjusting_figures,
    adjustment_words,
    without_adjustments,
)
from wickel.job.edits import with_garment
from wickel.units import Unit, shown_length
from wickel.wording import tr


def change_words(change: str, mm: float, unit: Unit) -> str:
    """A change as a maker reads it: *2 cm longer in front*."""
    return f"{shown_length(abs(mm), unit)} {adjustment_words(change, mm)}"


def in_one_line(adjustments: Iterable[Adjustment], unit: Unit) -> str:
    """Several adjustments in one line."""
    return ", ".join(change_words(own.change, own.mm, unit) for own in adjustments)


class AdjustmentsBar(QWidget):
    """What fittings of this client have shown, and whether the garment is drafted with it."""

    def __init__(self, session: Session, book: StudioBook) -> None:
        super().__init__()
        self.setProperty(PAGE, "clients")
        self._session, self._book = session, book
        self._asked: tuple[Garment, tuple[Adjustment, ...]] | None = None
        self._found: Adjusted | None = None
        self.takes = False
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(8)
        self.said = label("", "soft", wrap=True)
        self.use = QPushButton(tr("Draft with it"))
        self.use.setToolTip(tr("Lays these over the style's rules, as figures of your own"))
        self.use.setObjectName("chip")
        self.use.clicked.connect(self.use_or_not)
        row.addWidget(self.said, 1)
        row.addWidget(self.use)

    @property
    def _theirs(self) -> tuple[Adjustment, ...]:
        garment = self._session.garment
        name = "" if garment is None else garment.body.name or self._session.job.client
        client = self._book.client(name) if name else None
        return () if client is None else client.adjustments

    def _would_be(self, garment: Garment) -> Adjusted | None:
        """The job with the garment drafted with all that can be of it; None where it cannot be
        drafted at all."""
        asked = (garment, self._theirs)
        if asked != self._asked:
            name = garment.body.name or self._session.job.client
            self._asked, self._found = asked, None
            with contextlib.suppress(DraftRefused, JobRefused):
                self._found = adjusted(self._session.job, *asked, name)
        return self._found

    def refresh(self) -> None:
        """Show what there is for the garment in hand."""
        garment, theirs = self._session.garment, self._theirs
        used = garment is not None and bool(adjusting_figures(garment))
        found = self._would_be(garment) if garment is not None and (theirs or used) else None
        self.setVisible(found is not None)
        if garment is None or found is None:
            return
        unit = self._session.job.unit
        self.takes = found.job.garment(garment.id) != garment
        if not self.takes and used:
            words = in_one_line(found.used, unit)
            self.said.setText(tr("Drafted with what fittings have shown: {words}.", words=words))
            self.use.setToolTip(tr("The figures by the style's own rules again"))
        elif found.used:
            self.said.setText(
                tr("Fittings have shown: {words}.", words=in_one_line(found.used, unit))
            )
            self.use.setToolTip(tr("Lays these over the style's rules, as figures of your own"))
        if found.left_out:
            words = in_one_line(found.left_out, unit)
            more = tr("Not in this style, or given by you already: {words}.", words=words)
            self.said.setText(f"{self.said.text() if found.used else ''} {more}".strip())
        self.use.setText(tr("Draft with it") if self.takes else tr("Draft without it"))
        self.use.setVisible(self.takes or used)

    def use_or_not(self) -> None:
        """Draft the garment in hand with the adjustments, or without."""
        session = self._session
        garment = session.garment
        found = None if garment is None else self._would_be(garment)
        if garment is None or found is None:
            return
        if self.takes:
            made = with_garment(session.job, found.job.garment(garment.id))
            session.apply(made, tr("With what fittings have shown"))
        else:
            bare = without_adjustments(session.job, garment)
            session.apply(bare, tr("Without what fittings have shown"))


class FittingFields(QWidget):
    """The changes that a fitting has asked for. ``added`` carries a change and its mm, ``dropped``
    a change that is taken out."""

    added = Signal(str, float)
    dropped = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        entry, row = flow_bar()
        self.length = LengthEdit(tr("By how much"))
        self.change = NarrowBox()
        self.change.setAccessibleName(tr("What the fitting asks for"))
        for id, own in CHANGES.items():
            self.change.addItem(own.more, (id, 1.0))
            self.change.addItem(own.less, (id, -1.0))
        self.add = QPushButton(tr("Note it"))
        self.add.setObjectName("chip")
        self.add.setToolTip(tr("It becomes an adjustment of the client, offered the next time"))
        self.add.clicked.connect(self._add)
        row.addWidget(self.length)
        row.addWidget(self.change)
        row.addWidget(self.add)
        column.addWidget(entry)
        bar, self._chips = flow_bar(6)
        column.addWidget(bar)
        self.chips: dict[str, QPushButton] = {}
        self._mm: float | None = None
        self.length.entered.connect(self._take)

    def show_fitting(self, fitting: Iterable[tuple[str, float]], unit: Unit) -> None:
        """Show the changes that were asked for."""
        emptied(self._chips)
        self.chips = {}
        self.length.show_length(self._mm, unit)
        for change, mm in fitting:
            chip = QPushButton(f"{change_words(change, mm, unit)}  ×")
            chip.setObjectName("chip")
            chip.setAccessibleName(change_words(change, mm, unit))
            chip.setToolTip(tr("Take it out again"))
            chip.clicked.connect(lambda *_, change=change: self.dropped.emit(change))
            self._chips.addWidget(chip)
            self.chips[change] = chip

    def _take(self, mm: float) -> None:
        self._mm = abs(mm)

    def _add(self) -> None:
        self.length.finish()
        id, sign = self.change.currentData()
        if self._mm:
            mm, self._mm = self._mm, None
            self.added.emit(id, sign * mm)
