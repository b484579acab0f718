"""The Cloth stage: the shelf, the card of the cloth in hand, and how its print runs up the body."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace
from functools import partial

from PySide6.QtCore import QEvent, Qt, Signal
from PySide6.QtGui import QColor, QResizeEvent
from PySide6.QtWidgets import (
    QBoxLayout,
    QCheckBox,
    QColorDialog,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QLineEdit,
    QPushButton,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from wickel.app.book import StudioBook
from wickel.app.errand import Errand
from wickel.app.session import Session
from wickel.app.stages.cloth_fields import (
    AS_SOLD,
    ENTERED,
    KINDS,
    LENGTHS,
    OF_CLOTH,
    SHARES,
    TICKED,
    TRAITS,
)
from wickel.app.stages.cloth_folding import FoldingPage
from wickel.app.stages.cloth_print import DesignPart
from wickel.app.stages.cloth_spoilt import SpoiltPart
from wickel.app.stages.cloth_uses import ClothUses
from wickel.app.stages.remnant_offer import RemnantOffer
from wickel.app.theme import text_scale
from wickel.app.widgets.asked import AskedList
from wickel.app.widgets.cards import NarrowBox, card, label, relabelled, scrolling
from wickel.app.widgets.columns import Columns
from wickel.app.widgets.field import Field
from wickel.app.widgets.flow import flow_bar
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.reason import mark_wrong
from wickel.app.widgets.shelf_view import ShelfView
from wickel.app.widgets.stage import Stage
from wickel.app.widgets.swatch import PrintOnPiece
from wickel.cloth import PRINT_NAMES, BadCloth, Cloth, Design, Kind, OnShelf, Print
from wickel.files import ground_of
from wickel.job.edits import with_cloth, with_shelf_cloth
from wickel.studio import SHELF
from wickel.typed import UnreadableLength, parsed_percent, parsed_stretch
from wickel.units import (
    Unit,
    price_a_metre,
    price_each,
    priced_in,
    shown_as_sold,
    shown_cloth_length,
    sold_by_the_yard,
)
from wickel.wording import shown_money, tr
from wickel.yardage import need

TWO_GROUPS_FROM = 980
"""A stage at least so wide shows the fields of the cloth in two columns."""


_WORN = {
    Print.ANY: tr("The cloth has no way up: pieces may be turned to save length."),
    Print.TWO_WAY: tr("Up and down look alike: pieces may be turned upside down."),
    Print.ONE_WAY: tr("Every piece is cut head up, from head to hem."),
    Print.PER_GARMENT: tr("The whole garment is cut one way, up or down."),
}


def _as_before(cloth: Cloth, unit: Unit) -> str:
    """What a cloth under a new name has still of the old one: shrinkage and price."""
    said = []
    if cloth.shrink_along or cloth.shrink_across:
        along, across = f"{cloth.shrink_along * 100:g}", f"{cloth.shrink_across * 100:g}"
        said.append(tr("shrinks {along} % along, {across} % across", along=along, across=across))
    if cloth.price is not None:
        yard = priced_in(unit) is Unit.YARD
        cost = shown_money(price_each(cloth.price, priced_in(unit)))
        said.append(tr("{cost} a yard", cost=cost) if yard else tr("{cost} a metre", cost=cost))
    return ", ".join(said)


class ClothStage(Stage):
    """Take a cloth off the shelf, or change the one in hand."""

    shelf_asked = Signal()

    def __init__(self, session: Session, book: StudioBook, errand: Errand) -> None:
        super().__init__()
        self._session, self._book = session, book
        self.remnants = RemnantOffer(session, book, errand)
        self.remnants.taken.connect(self._reserve_remnants)
        self.fields: dict[str, LengthEdit] = {}
        self.print_buttons: dict[Print, QPushButton] = {}
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self._shelf_card = self._shelf_column()
        columns = (self._shelf_card, self._cloth_card(), self._seen_card())
        row.addWidget(Columns("cloth", columns, self._shares))
        session.job_changed.connect(self.keep_up)
        book.changed.connect(self._shelf_again)
        session.lays_changed.connect(self._show_lays)

    def _shelf_column(self) -> QWidget:
        frame, column = card()
        column.addWidget(label(tr("On the shelf"), "heading"))
        self.search = QLineEdit()
        self.search.setAccessibleName(tr("Search the shelf"))
        self.search.setPlaceholderText(tr("search"))
        self.search.setClearButtonEnabled(True)
        self.search.textChanged.connect(lambda _: self._show_shelf())
        column.addWidget(self.search)
        self.none = label(tr("Nothing on it has these words."), "soft", wrap=True)
        column.addWidget(self.none)
        self.shelf = ShelfView(self._book.photos, tiles=False)
        self.shelf.taken.connect(self._take)
        column.addWidget(self.shelf, 1)
        self.whole_shelf = QPushButton(tr("The whole shelf…"))
        self.whole_shelf.setToolTip(
            tr("Lengths at hand, places, reserved, remnants, stocktaking (Ctrl+Alt+H)")
        )
        self.whole_shelf.clicked.connect(self.shelf_asked)
        column.addWidget(self.whole_shelf)
        return frame

    def _cloth_card(self) -> QWidget:
        frame, whole = card()
        inner = QWidget()
        self._groups = QBoxLayout(QBoxLayout.Direction.LeftToRight, inner)
        self._groups.setContentsMargins(0, 0, 8, 0)
        self._groups.setSpacing(18)
        head = QHBoxLayout()
        self.name = Field()
        self.name.setAccessibleName(tr("Name of the cloth"))
        self.name.setToolTip(tr("Name of the cloth in hand"))
        self.name.editingFinished.connect(self._rename)
        head.addWidget(self.name, 1)
        self.keep = QPushButton(tr("Keep on the shelf"))
        self.keep.setToolTip(
            tr(
                "Put this cloth on the studio's own shelf, for other jobs; one of its name is "
                "replaced"
            )
        )
        self.keep.clicked.connect(self._keep)
        head.addWidget(self.keep)
        self.reserve = QPushButton(tr("Reserve it"))
        self.reserve.setToolTip(tr("Keep what this job needs of it on the shelf for this job"))
        self.reserve.clicked.connect(self.reserve_or_let_go)
        head.addWidget(self.reserve)
        self.uses = ClothUses(self._session)
        self.uses.begun.connect(self._begin_card)
        whole.addWidget(self.uses)
        whole.addWidget(self.remnants)
        whole.addLayout(head)
        whole.addWidget(scrolling(inner), 1)
        self.trouble = label("", "broken", wrap=True)
        whole.addWidget(self.trouble)
        figures, looks = QVBoxLayout(), QVBoxLayout()
        for column in (figures, looks):
            column.setSpacing(7)
            self._groups.addLayout(column, 1)
        self._figures_part(figures)
        figures.addStretch()
        self._print_part(looks)
        self.design = DesignPart()
        self.design.changed.connect(self._take_design)
        self.design.trouble.connect(lambda sentence: relabelled(self.trouble, sentence, "broken"))
        looks.addWidget(self.design)
        self._kind_part(looks)
        self.spoilt = SpoiltPart()
        self.spoilt.changed.connect(self._change)
        self.spoilt.trouble.connect(lambda sentence: relabelled(self.trouble, sentence, "broken"))
        looks.addWidget(self.spoilt)
        looks.addStretch()
        return frame

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._place_groups()

    def event(self, event: QEvent) -> bool:
        if event.type() is QEvent.Type.LayoutRequest:
            self._place_groups()
        return super().event(event)

    def _place_groups(self) -> None:
        """Put the groups of the card of the cloth beside each other where there is room."""
        wide = self.width() / text_scale()
        two = wide >= TWO_GROUPS_FROM
        self._groups.setDirection(
            QBoxLayout.Direction.LeftToRight if two else QBoxLayout.Direction.TopToBottom
        )

    def _shares(self, room: int) -> tuple[float, float, float]:
        """How the shelf, the cloth and how it is worn share a width."""
        wide = room / text_scale()
        shelf = text_scale() * max(132, min(252, 0.22 * wide))
        shelf = max(shelf, self._shelf_card.minimumSizeHint().width())
        return shelf, 7 / 11 * (room - shelf), 4 / 11 * (room - shelf)

    def _print_part(self, column: QVBoxLayout) -> None:
        column.addWidget(label(tr("Which way up may pieces lie?"), "heading"))
        bar, buttons = flow_bar(6)
        for way in (Print.ANY, Print.TWO_WAY, Print.PER_GARMENT, Print.ONE_WAY):
            button = QPushButton(PRINT_NAMES[way])
            button.setObjectName("chip")
            button.setCheckable(True)
            button.setToolTip(tr("Pieces lie {print_names}", print_names=PRINT_NAMES[way]))
            button.clicked.connect(partial(self._take_print, way))
            self.print_buttons[way] = button
            buttons.addWidget(button)
        column.addWidget(bar)
        self.print_said = label("", "soft", wrap=True)
        column.addWidget(self.print_said)

    def _figures_part(self, column: QVBoxLayout) -> None:
        grid = QGridLayout()
        grid.setVerticalSpacing(6)
        for k, (attribute, text, tip) in enumerate(LENGTHS):
            self._add_field(grid, k, attribute, text, tip)
        for k, (attribute, text, tip) in enumerate(SHARES, len(LENGTHS)):
            field = Field()
            field.setFixedWidth(96)
            field.setAccessibleName(text)
            field.setToolTip(tip)
            field.editingFinished.connect(partial(self._enter_share, attribute, text, field))
            setattr(self, attribute, field)
            self._place(grid, k, text, field)
        self.price = Field()
        self.price.setFixedWidth(96)
        self.price.editingFinished.connect(self._enter_price)
        self._price_name = self._place(grid, len(LENGTHS) + len(SHARES), "", self.price)
        self._name_price(self._session.job.unit)
        column.addLayout(grid)

    def _kind_part(self, column: QVBoxLayout) -> None:
        self.kind = NarrowBox()
        self.kind.setAccessibleName(tr("How the cloth is made"))
        self.kind.setToolTip(tr("Woven, knitted, or without a grain"))
        for kind, words in KINDS.items():
            self.kind.addItem(words, kind.value)
        self.kind.activated.connect(lambda _: self._take_kind(Kind(str(self.kind.currentData()))))
        self.fibre = Field()
        self.fibre.setPlaceholderText(tr("linen, wool …"))
        self.fibre.setAccessibleName(tr("Fibre"))
        self.fibre.setToolTip(tr("What it is made of"))
        self.fibre.editingFinished.connect(self._enter_fibre)
        self.colour = QPushButton(tr("Colour…"))
        self.colour.setToolTip(tr("The colour of the cloth, as it is drawn"))
        self.colour.clicked.connect(self._choose_colour)
        self.kind.setMinimumContentsLength(14)
        bar, made = flow_bar(6)
        for field in (self.colour, self.fibre, self.kind):
            made.addWidget(field)
        column.addWidget(bar)
        ticks, traits = flow_bar(6)
        self.traits: dict[str, QCheckBox] = {}
        for attribute, words, tip in TRAITS:
            tick = QCheckBox(words)
            tick.setToolTip(tip)
            tick.clicked.connect(
                lambda on, a=attribute, w=words: self._tick(a, w.capitalize(), on=on)
            )
            self.traits[attribute] = tick
            traits.addWidget(tick)
        column.addWidget(ticks)

    def _seen_card(self) -> QWidget:
        """How the cloth will be worn, or how it is folded: one of both at a time."""
        frame, column = card()
        bar, chips = flow_bar()
        self.seen = QStackedWidget()
        self.seen_chips: list[QPushButton] = []
        for k, (words, tip) in enumerate(
            (
                (tr("As it is worn"), tr("A piece with the print on it, head up")),
                (tr("How to fold it"), tr("Step by step, from flat")),
            )
        ):
            chip = QPushButton(words)
            chip.setObjectName("chip")
            chip.setCheckable(True)
            chip.setToolTip(tip)
            chip.clicked.connect(partial(self.show_seen, k))
            self.seen_chips.append(chip)
            chips.addWidget(chip)
        column.addWidget(bar)
        self.seen.addWidget(self._worn_page())
        self.folding = FoldingPage(self._session)
        self.seen.addWidget(self.folding)
        column.addWidget(self.seen, 1)
        self.show_seen(0)
        return frame

    def show_seen(self, page: int) -> None:
        """Show how the cloth is worn (0) or folded (1)."""
        self.seen.setCurrentIndex(page)
        for k, chip in enumerate(self.seen_chips):
            chip.setChecked(k == page)

    def _show_lays(self) -> None:
        """Show what hangs on the lays, while the page is in sight."""
        if self.isVisible():
            self.folding.refresh()
            self.asked.show_costs()
            self.remnants.refresh()

    def _add_field(self, grid: QGridLayout, row: int, attribute: str, text: str, tip: str) -> None:
        field = LengthEdit(f"{text}: {tip[:1].lower()}{tip[1:]}")
        field.entered.connect(partial(self._enter, attribute))
        self.fields[attribute] = field
        self._place(grid, row, text, field)

    def _name_price(self, unit: Unit) -> None:
        """Say of how much cloth the price is: a metre or a yard."""
        yard = priced_in(unit) is Unit.YARD
        name = tr("Price of a yard") if yard else tr("Price of a metre")
        tip = (
            tr("What a yard costs; empty when it does not matter")
            if yard
            else tr("What a metre costs; empty when it does not matter")
        )
        self._price_name.setText(name)
        self.price.setAccessibleName(name)
        self.price.setToolTip(tip)

    def _place(self, grid: QGridLayout, row: int, text: str, field: QWidget) -> QLabel:
        name = label(text, wrap=True)
        name.setBuddy(field)
        grid.addWidget(name, row, 0)
        grid.addWidget(field, row, 1)
        grid.setColumnStretch(0, 1)
        return name

    def _worn_page(self) -> QWidget:
        page = QWidget()
        column = QVBoxLayout(page)
        column.setContentsMargins(0, 0, 0, 0)
        self.worn = PrintOnPiece()
        column.addWidget(self.worn, 1)
        self.worn_words = label("", "soft", wrap=True)
        column.addWidget(self.worn_words)
        self.asked = AskedList(self._session)
        self._asked_area = scrolling(self.asked)
        self._asked_area.setFixedHeight(132)
        column.addWidget(self._asked_area)
        return page

    # --- showing -----------------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the shelf and the cloth in hand as they are now."""
        cloth, unit = self._session.cloth, self._session.job.unit
        if cloth is None:
            return
        self._show_shelf()
        self.remnants.refresh()
        self.uses.refresh((*self._book.cloths, *SHELF))
        self.name.refill(cloth.shown_name)
        self._show_fields(cloth, unit)
        self.spoilt.show_cloth(cloth, unit)
        self.design.show_cloth(cloth, unit)
        self.asked.refresh()
        self.folding.refresh()
        self._asked_area.setVisible(bool(self.asked.ticks))
        self._show_print(cloth)
        relabelled(self.trouble, "", "broken")

    def _show_fields(self, cloth: Cloth, unit: Unit) -> None:
        """Show the lengths, shares, words and ticks of the cloth's card."""
        for attribute, field in self.fields.items():
            mm = (
                cloth.selvages_mm[1]
                if attribute == "high_selvage_mm"
                else getattr(cloth, attribute)
            )
            if attribute in AS_SOLD and mm is not None and sold_by_the_yard(mm):
                field.show_text(shown_as_sold(mm, unit), unit)
            elif attribute in OF_CLOTH:
                field.show_cloth_length(mm, unit)
            else:
                field.show_length(mm, unit)
        for attribute, _, _ in SHARES:
            getattr(self, attribute).refill(f"{getattr(cloth, attribute) * 100:g}")
        self.kind.setCurrentIndex(self.kind.findData(cloth.kind.value))
        self.fibre.refill(cloth.fibre)
        self._name_price(unit)
        self.price.refill(self._price_text(cloth))
        for attribute, tick in self.traits.items():
            tick.setChecked(getattr(cloth, attribute))
        self.traits["heads_at_end"].setVisible(cloth.print_or_assumed is Print.ONE_WAY)

    def _show_print(self, cloth: Cloth) -> None:
        """Show which way the print runs, and what that means for a garment that is worn."""
        for way, button in self.print_buttons.items():
            button.setChecked(way is cloth.print)
        said = tr("Nobody has said yet: it counts as one-way.") if cloth.print is None else ""
        if cloth.nap and cloth.print is not cloth.print_or_assumed:
            said = tr("It has a nap: it counts as one-way.")
        self.print_said.setText(said)
        self.print_said.setVisible(bool(said))
        front = self._session.pieces[0] if self._session.pieces else None
        self.worn.show_piece(front, cloth)
        self.worn_words.setText(_WORN[cloth.print_or_assumed])

    def _show_shelf(self) -> None:
        """Show the studio's own shelf, and what the house has to begin with."""
        cloth, unit = self._session.cloth, self._session.job.unit
        mine = self._book.shelf_with(self.search.text())
        names = {own.name for own in self._book.shelf}
        asked = self.search.text().casefold().split()
        house = tuple(
            OnShelf(cloth=own)
            for own in SHELF
            if own.shown_name not in names
            and all(word in own.shown_name.casefold() for word in asked)
        )
        rows = (*mine, *house)
        used = None
        if cloth is not None:
            named = (row.cloth for row in rows if row.name == cloth.shown_name)
            used = next((own for own in named if replace(own, id=cloth.id) == cloth), None)
        self.shelf.show_rows(rows, unit, used)
        self.none.setVisible(not rows)
        self._show_reserved()

    def _show_reserved(self) -> None:
        """Offer to reserve the cloth in hand for the job, where it stands on the shelf."""
        own, cloth, job = self._on_shelf, self._session.cloth, self._session.job
        self.reserve.setVisible(own is not None)
        if own is None or cloth is None:
            return
        kept = own.kept_for(job.book_id) if job.book_id else None
        if kept is None:
            self.reserve.setText(tr("Reserve it"))
            self.reserve.setToolTip(tr("Keep what this job needs of it on the shelf for this job"))
        else:
            length = shown_cloth_length(kept.mm, job.unit)
            self.reserve.setText(
                tr("{length} is cut", length=length)
                if kept.cut
                else tr("{length} is reserved", length=length)
            )
            self.reserve.setToolTip(tr("Let it go again"))
        self.reserve.setEnabled(kept is None or not kept.cut)

    @property
    def _on_shelf(self) -> OnShelf | None:
        """The cloth in hand as it stands on the studio's own shelf."""
        cloth = self._session.cloth
        name = "" if cloth is None else cloth.shown_name
        return next((own for own in self._book.shelf if own.name == name), None)

    def reserve_or_let_go(self) -> None:
        """Reserve what the job needs of the cloth in hand, or let it go again."""
        session, own, lay = self._session, self._on_shelf, self._session.lay
        if own is None:
            return
        kept = own.kept_for(session.job.book_id) if session.job.book_id else None
        if kept is not None:
            self._book.reserve(own.name, session.job, 0.0)
        elif lay is None:
            session.trouble.emit(tr("How much it takes is known when it has been laid."))
        else:
            self._book.reserve(own.name, session.with_id(), need(lay).need_mm)

    def _shelf_again(self) -> None:
        """Show the shelf anew after something was put on it or taken off."""
        self.keep_up()

    def _reserve_remnants(self, names: tuple[str, ...]) -> None:
        """Keep remnants that pieces are cut from for the job."""
        job = self._session.with_id()
        for own in self._book.shelf:
            if own.name in names:
                self._book.reserve(own.name, job, own.at_hand_mm or 1.0)

    def _keep(self) -> None:
        cloth = self._session.cloth
        if cloth is not None and self._book.keep_cloth(cloth):
            relabelled(self.trouble, tr("{cloth} is on the shelf.", cloth=cloth.shown_name), "held")

    def _begin_card(self) -> None:
        """Begin to write a card at its name."""
        self.name.setFocus()
        self.name.selectAll()

    # --- edits -------------------------------------------------------------------------------

    def take_off_shelf(self, own: OnShelf) -> None:
        """Cut the cloth in hand of the job from something on the shelf."""
        self._take(own)

    def _take(self, own: OnShelf) -> None:
        cloth = self._session.cloth
        if cloth is not None:
            taken = own.cloth
            self._session.apply(
                with_shelf_cloth(self._session.job, cloth, taken),
                tr("Cloth: {taken}", taken=taken.shown_name),
            )

    def _change(self, text: str, edit: Callable[[Cloth], Cloth]) -> None:
        cloth = self._session.cloth
        if cloth is None:
            return
        try:
            made = edit(cloth)
        except BadCloth as reason:
            self.refresh()
            relabelled(self.trouble, str(reason), "broken")
            return
        self._session.apply(with_cloth(self._session.job, made), text)

    def _rename(self) -> None:
        cloth, name = self._session.cloth, self.name.text().strip()
        if cloth is None or not name or name == cloth.shown_name:
            return
        self._change(tr("Name of the cloth"), lambda cloth: replace(cloth, name=name))
        if kept := _as_before(cloth, self._session.job.unit):
            words = tr("Still as {name}: {kept}.", name=cloth.shown_name, kept=kept)
            relabelled(self.trouble, words, "soft")

    def _take_design(self, words: str, design: Design) -> None:
        self._change(words, lambda cloth: replace(cloth, design=design))

    def _take_kind(self, kind: Kind) -> None:
        self._change(tr("Kind of cloth"), lambda cloth: replace(cloth, kind=kind))

    def _tick(self, attribute: str, words: str, *, on: bool) -> None:
        self._change(words, lambda cloth: TICKED[attribute](cloth, on))

    def _take_print(self, way: Print) -> None:
        self._change(f"Print: {PRINT_NAMES[way]}", lambda cloth: replace(cloth, print=way))
        self.refresh()

    def _enter(self, attribute: str, mm: float) -> None:
        words = next(text for own, text, _ in LENGTHS if own == attribute)
        self._change(words, lambda cloth: ENTERED[attribute](cloth, mm))

    def _enter_share(self, attribute: str, name: str, field: QLineEdit) -> None:
        cloth, text = self._session.cloth, field.text().strip()
        if cloth is None or text == f"{getattr(cloth, attribute) * 100:g}":
            return
        try:
            stretch = attribute.startswith("stretch")
            share = parsed_stretch(text) if stretch else parsed_percent(text)
        except UnreadableLength as reason:
            mark_wrong(field, str(reason))
            return
        mark_wrong(field, "")
        self._change(name.partition(",")[0], lambda cloth: ENTERED[attribute](cloth, share))

    def _enter_price(self) -> None:
        cloth, text = self._session.cloth, self.price.text().strip().replace(",", ".")
        if cloth is None or text == self._price_text(cloth):
            return
        try:
            price = float(text) if text else None
        except ValueError:
            price = -1.0
        of = priced_in(self._session.job.unit)
        if price is not None and not 0 <= price < 1e6:
            words = (
                tr("“{text}” is not a price: write what a yard costs, like 14.50.", text=text)
                if of is Unit.YARD
                else tr("“{text}” is not a price: write what a metre costs, like 14.50.", text=text)
            )
            mark_wrong(self.price, words)
            return
        mark_wrong(self.price, "")
        a_metre = None if price is None else price_a_metre(price, of)
        self._change(tr("Price"), lambda cloth: replace(cloth, price=a_metre))

    def _price_text(self, cloth: Cloth) -> str:
        of = priced_in(self._session.job.unit)
        return "" if cloth.price is None else f"{price_each(cloth.price, of):.2f}"

    def _choose_colour(self) -> None:
        cloth = self._session.cloth
        if cloth is not None:
            dialog = QColorDialog(QColor(ground_of(cloth)), self)
            dialog.setOption(QColorDialog.ColorDialogOption.DontUseNativeDialog)
            dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
            dialog.colorSelected.connect(self.take_colour)
            dialog.open()

    def take_colour(self, colour: QColor) -> None:
        """Take another colour for the cloth in hand."""
        self._change("Colour", lambda cloth: replace(cloth, colour=colour.name().upper()))

    def _enter_fibre(self) -> None:
        cloth, fibre = self._session.cloth, self.fibre.text().strip()
        if cloth is not None and fibre != cloth.fibre:
            self._change("Fibre", lambda cloth: replace(cloth, fibre=fibre))
