"""The shelf: everything that stands on it as swatches, the card of what is in hand, stocktaking and
what it is all worth."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QComboBox,
    QFileDialog,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QPlainTextEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.book import StudioBook, today
from wickel.app.widgets.cards import card, emptied, fill_box, label, scrolling
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.field import Field
from wickel.app.widgets.field_sheet import FieldSheet
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.notes_edit import NotesEdit
from wickel.app.widgets.shelf_view import ShelfView, size_words
from wickel.app.widgets.ticket import shown_date
from wickel.cloth import OnShelf, with_reserved
from wickel.units import Unit, shown_cloth_length
from wickel.wording import tr

ALL, CLOTHS, REMNANTS, UNCOUNTED = "all", "cloths", "remnants", "uncounted"
_WORDS = (
    ("place", tr("Place"), tr("Where it stands or lies")),
    ("of", tr("Left of"), tr("Of a remnant: the name of the cloth that it is left of")),
    ("care", tr("Care"), tr("How it is washed, pressed, kept")),
    ("notes", tr("Notes"), tr("What is to be remembered of it")),
)


_WRITTEN: dict[str, Callable[[OnShelf, str], OnShelf]] = {
    "place": lambda own, text: replace(own, place=text),
    "of": lambda own, text: replace(own, of=text),
    "care": lambda own, text: replace(own, care=text),
    "notes": lambda own, text: replace(own, notes=text),
}


class ShelfSheet(FieldSheet):
    """What stands on the studio's own shelf. ``taken`` carries a cloth that is to be cut from."""

    taken = Signal(object)

    def __init__(self, parent: QWidget | None, book: StudioBook, unit: Unit) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "shelf")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.setWindowTitle(tr("The shelf"))
        take_room(self, 1180, 740)
        self._book, self._unit = book, unit
        self.own: OnShelf | None = None
        row = QHBoxLayout(self)
        row.setContentsMargins(16, 14, 16, 14)
        row.setSpacing(14)
        left = QVBoxLayout()
        left.setSpacing(8)
        left.addLayout(self._head())
        self.view = ShelfView(book.photos, tiles=True)
        self.view.current_changed.connect(self._take_up)
        left.addWidget(self.view, 1)
        self.total = label("", "soft", wrap=True)
        left.addWidget(self.total)
        row.addLayout(left, 7)
        row.addWidget(self._card(), 4)
        book.changed.connect(self.refresh)
        self.refresh()
        if self.view.names:
            self.view.put_hand_on(self.view.names[0])

    def _head(self) -> QHBoxLayout:
        row = QHBoxLayout()
        row.addWidget(label(tr("The shelf"), "title"))
        self.search = QLineEdit()
        self.search.setAccessibleName(tr("Search the shelf"))
        self.search.setPlaceholderText(tr("search: name, fibre, place, words"))
        self.search.setClearButtonEnabled(True)
        self.search.textChanged.connect(lambda _: self.refresh())
        self.shown = QComboBox()
        self.shown.setAccessibleName(tr("What of the shelf is shown"))
        rows = (
            (tr("everything"), ALL),
            (tr("cloths"), CLOTHS),
            (tr("remnants"), REMNANTS),
            (tr("not counted this month"), UNCOUNTED),
        )
        fill_box(self.shown, rows, ALL)
        self.shown.currentIndexChanged.connect(lambda _: self.refresh())
        row.addWidget(self.search, 1)
        row.addWidget(self.shown)
        return row

    def _card(self) -> QWidget:
        frame, whole = card()
        self.name = label("", "title", wrap=True)
        whole.addWidget(self.name)
        self.about = label("", "soft", wrap=True)
        whole.addWidget(self.about)
        self._fields = QWidget()
        column = QVBoxLayout(self._fields)
        column.setContentsMargins(0, 0, 8, 0)
        column.setSpacing(7)
        column.addLayout(self._stock_rows())
        grid = QGridLayout()
        self.words: dict[str, Field | NotesEdit] = {}
        for k, (attribute, words, tip) in enumerate(_WORDS):
            field = NotesEdit() if attribute == "notes" else Field()
            field.setAccessibleName(words)
            field.setToolTip(tip)
            done = field.left if isinstance(field, NotesEdit) else field.editingFinished
            done.connect(lambda attribute=attribute: self._take_words(attribute))
            text = label(words, "soft")
            text.setBuddy(field)
            grid.addWidget(text, k, 0, Qt.AlignmentFlag.AlignTop)
            grid.addWidget(field, k, 1)
            self.words[attribute] = field
        column.addLayout(grid)
        column.addWidget(label(tr("For jobs"), "heading"))
        self._kept = QVBoxLayout()
        column.addLayout(self._kept)
        self.let_go: dict[str, QPushButton] = {}
        column.addStretch()
        whole.addWidget(scrolling(self._fields), 1)
        whole.addLayout(self._foot())
        return frame

    def _stock_rows(self) -> QGridLayout:
        grid = QGridLayout()
        self.at_hand = LengthEdit(tr("Length at hand"))
        self.at_hand.entered.connect(self._take_length)
        self.price = Field()
        self.price.setAccessibleName(tr("Price of a metre"))
        self.price.setMaximumWidth(96)
        self.price.editingFinished.connect(self._take_price)
        self.count = QPushButton(tr("Counted today"))
        self.count.setObjectName("chip")
        self.count.setToolTip(tr("Stocktaking: what is written here was measured today"))
        self.count.clicked.connect(self.count_it)
        self.bought = LengthEdit(tr("Bought more"))
        self.bought.setToolTip(tr("What was bought is added to what is at hand"))
        self.bought.entered.connect(self._take_bought)
        for k, (words, field) in enumerate(
            (
                (tr("At hand"), self.at_hand),
                (tr("Bought more"), self.bought),
                (tr("Price of a metre"), self.price),
            )
        ):
            text = label(words, "soft")
            text.setBuddy(field)
            grid.addWidget(text, k, 0)
            grid.addWidget(field, k, 1)
        grid.setColumnStretch(1, 1)
        grid.addWidget(self.count, 3, 0, 1, 2, Qt.AlignmentFlag.AlignLeft)
        self.counted = label("", "soft", wrap=True)
        grid.addWidget(self.counted, 4, 0, 1, 2)
        return grid

    def _foot(self) -> QHBoxLayout:
        row = QHBoxLayout()
        self.photo = QPushButton(tr("Photo…"))
        self.photo.setToolTip(tr("A photo of it in the place of the drawn swatch"))
        self.photo.clicked.connect(self._ask_photo)
        self.off = QPushButton(tr("Off the shelf"))
        self.off.setToolTip(tr("Take it off the shelf; jobs that are cut from it keep it"))
        self.off.clicked.connect(self.take_off)
        self.use = QPushButton(tr("Cut from it"))
        self.use.setObjectName("main")
        self.use.setToolTip(tr("Take it for the cloth in hand of the open job"))
        self.use.clicked.connect(self._use)
        row.addWidget(self.photo)
        row.addWidget(self.off)
        row.addStretch()
        row.addWidget(self.use)
        return row

    # --- showing -----------------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the shelf as it is now."""
        found = self._book.shelf_with(self.search.text())
        month = today()[:7]
        chosen = str(self.shown.currentData())
        wanted: dict[str, Callable[[OnShelf], bool]] = {
            ALL: lambda _: True,
            CLOTHS: lambda own: not own.is_remnant,
            REMNANTS: lambda own: own.is_remnant,
            UNCOUNTED: lambda own: own.counted[:7] != month,
        }
        rows = tuple(own for own in found if wanted[chosen](own))
        self.view.show_rows(rows, self._unit)
        remnants = sum(own.is_remnant for own in rows)
        length = sum(own.at_hand_mm or 0.0 for own in rows if not own.is_remnant)
        value = sum(own.value or 0.0 for own in rows)
        words = tr("Nothing on the shelf is of that kind, with these words.")
        self.total.setText(
            words
            if self._book.shelf and not rows
            else tr(
                "{cloths:of cloth|cloths}, {length} together; {remnants:of remnant|remnants}; "
                "worth {value:,.2f}",
                cloths=len(rows) - remnants,
                length=shown_cloth_length(length, self._unit),
                remnants=remnants,
                value=value,
            )
        )
        self._take_up(self.view.current)

    def _take_up(self, own: OnShelf | None) -> None:
        """Show the card of something."""
        self.own = own
        for part in (self._fields, self.photo, self.off, self.use):
            part.setEnabled(own is not None)
        self.name.setText(tr("Nothing is here yet.") if own is None else own.name)
        if own is None:
            self.about.setText(tr("Keep a cloth on the shelf from Cloth, remnants from Log."))
            return
        self.about.setText(self._about(own))
        self.at_hand.show_cloth_length(own.at_hand_mm, self._unit)
        price = own.cloth.price
        self.price.refill("" if price is None else f"{price:.2f}")
        self.counted.setText(
            tr("counted on {day}", day=shown_date(own.counted))
            if own.counted
            else tr("not counted yet")
        )
        for attribute, field in self.words.items():
            text = getattr(own, attribute)
            field.refill(text)
        self._show_kept(own)

    def _about(self, own: OnShelf) -> str:
        cloth = own.cloth
        parts = [size_words(own, self._unit), cloth.fibre]
        if cloth.shrink_along or cloth.shrink_across:
            parts.append(
                tr(
                    "shrinks {along:.0%} along, {across:.0%} across",
                    along=cloth.shrink_along,
                    across=cloth.shrink_across,
                )
            )
        if cloth.stretch_along or cloth.stretch_across:
            parts.append(
                tr(
                    "stretches {along:.0%} along, {across:.0%} across",
                    along=cloth.stretch_along,
                    across=cloth.stretch_across,
                )
            )
        parts.append(tr("left of {origin}", origin=own.origin) if own.origin else "")
        parts.append(tr("since {day}", day=shown_date(own.since)) if own.since else "")
        return " · ".join(part for part in parts if part)

    def _show_kept(self, own: OnShelf) -> None:
        emptied(self._kept)
        self.let_go = {}
        for kept in own.reserved:
            row = QHBoxLayout()
            length = shown_cloth_length(kept.mm, self._unit)
            words = (
                tr("{length} cut for {name}", length=length, name=kept.name)
                if kept.cut
                else tr("{length} reserved for {name}", length=length, name=kept.name)
            )
            row.addWidget(label(words, wrap=True), 1)
            if not kept.cut:
                go = QPushButton(tr("Let go"))
                go.setObjectName("chip")
                go.clicked.connect(lambda *_, job=kept.job: self.let_go_of(job))
                row.addWidget(go)
                self.let_go[kept.job] = go
            self._kept.addLayout(row)
        if not own.reserved:
            self._kept.addWidget(label(tr("Reserved for nobody."), "soft"))

    # --- what is done ------------------------------------------------------------------------

    def _keep(self, make: Callable[[OnShelf], OnShelf]) -> None:
        own = self.own
        if own is not None:
            now = make(own)
            if now != own:
                self._book.keep_on_shelf(now, own)

    def _take_length(self, mm: float) -> None:
        self._keep(lambda own: replace(own, at_hand_mm=mm))

    def _take_bought(self, mm: float) -> None:
        self.bought.show_length(None, self._unit)
        self._keep(lambda own: replace(own, at_hand_mm=(own.at_hand_mm or 0.0) + mm))

    def _take_price(self) -> None:
        text = self.price.text().strip().replace(",", ".")
        try:
            price = float(text) if text else None
        except ValueError:
            self.refresh()
            return
        self._keep(lambda own: replace(own, cloth=replace(own.cloth, price=price)))

    def _take_words(self, attribute: str) -> None:
        field = self.words[attribute]
        text = field.toPlainText() if isinstance(field, QPlainTextEdit) else field.text()
        self._keep(lambda own: _WRITTEN[attribute](own, text.strip()))

    def count_it(self) -> None:
        """Say that what is in hand was counted today."""
        self._keep(lambda own: replace(own, counted=today()))

    def let_go_of(self, job: str) -> None:
        """Reserve nothing for a job any more."""
        self._keep(lambda own: with_reserved(own, job, "", 0.0))

    def take_off(self) -> None:
        """Take what is in hand off the shelf."""
        if self.own is not None:
            self._book.drop_cloth(self.own.name)

    def _use(self) -> None:
        if self.own is not None:
            self.taken.emit(self.own)
            self.accept()

    def _ask_photo(self) -> None:
        name, _ = QFileDialog.getOpenFileName(
            self, tr("A photo of it"), str(Path.home()), tr("Pictures (*.png *.jpg *.jpeg *.webp)")
        )
        if name:
            self.take_photo(Path(name))

    def take_photo(self, path: Path) -> None:
        """Show a photo of what is in hand, kept in the book's folder."""
        if self.own is not None:
            file = self._book.keep_photo(path, self.own.name)
            if file:
                self._keep(lambda own: replace(own, photo=file))
