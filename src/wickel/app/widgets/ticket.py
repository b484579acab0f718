"""The ticket across the top: who, what, which cloth, due when; and always the tally."""

from __future__ import annotations

from datetime import date

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QComboBox, QFrame, QHBoxLayout, QVBoxLayout

from wickel.app.session import Session
from wickel.app.widgets.cards import Figure, NarrowBox, fill_box, label
from wickel.app.widgets.flow import ShortLabel
from wickel.app.widgets.guide import PAGE
from wickel.cloth import PRINT_NAMES
from wickel.job.edits import shown_quantity
from wickel.job.laid import shown_garment
from wickel.job.shopping import stock_words
from wickel.units import shown_bought, shown_cloth_length, shown_length
from wickel.wording import beside, shown_money, tr
from wickel.yardage import shown_buy, tally

ALL = "*"
"""What stands for all cloths in the list of them."""


def shown_date(iso: str) -> str:
    """An ISO date as a maker reads it; anything else as it is."""
    try:
        day = date.fromisoformat(iso)
    except ValueError:
        return iso
    return f"{day:%a} {day.day} {day:%B %Y}"


class Tally(QVBoxLayout):
    """One big figure with its word below."""

    def __init__(self, word: str) -> None:
        super().__init__()
        self.setSpacing(0)
        self.figure = Figure(word)
        self.figure.setAlignment(Qt.AlignmentFlag.AlignRight)
        self.word = label(word, "soft")
        self.word.setAlignment(Qt.AlignmentFlag.AlignRight)
        self.addWidget(self.figure)
        self.addWidget(self.word)


class Ticket(QFrame):
    """Shows the job and its figures; as long as a rule is broken every length says *at least*."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setProperty(PAGE, "several")
        self.setObjectName("card")
        self._session = session
        row = QHBoxLayout(self)
        row.setContentsMargins(20, 8, 20, 8)
        row.setSpacing(26)
        words = QVBoxLayout()
        words.setSpacing(2)
        self.title = ShortLabel("title")
        self.about = ShortLabel("soft")
        words.addStretch()
        words.addWidget(self.title)
        words.addWidget(self.about)
        words.addStretch()
        row.addLayout(words, 1)
        choosers = QVBoxLayout()
        choosers.setSpacing(3)
        self.garments = self._chooser(
            tr("The garment in hand"), tr("Body, Draft and Cloth are about it (Ctrl+Page Down)")
        )
        self.garments.activated.connect(
            lambda _: session.take_garment(str(self.garments.currentData()))
        )
        self.cloths = self._chooser(
            tr("The cloth in hand"),
            tr("Its lay and its figures; or those of all (Ctrl+Shift+Page Down)"),
        )
        self.cloths.activated.connect(lambda _: self._take_cloth(str(self.cloths.currentData())))
        choosers.addWidget(self.garments)
        choosers.addWidget(self.cloths)
        row.addLayout(choosers)
        self.of_all = False
        self.lay, self.needed = Tally("lay"), Tally("needed")
        self.buy, self.used = Tally(tr("to buy")), Tally("used")
        for own in (self.lay, self.needed, self.buy, self.used):
            row.addLayout(own)
        session.lays_changed.connect(self.refresh)

    @staticmethod
    def _chooser(name: str, tip: str) -> QComboBox:
        box = NarrowBox()
        box.setMinimumContentsLength(14)
        box.setAccessibleName(name)
        box.setToolTip(f"{name}: {tip}")
        return box

    def _take_cloth(self, id: str) -> None:
        """Show the figures of one cloth, or of all."""
        self.of_all = id == ALL
        if not self.of_all:
            self._session.take_cloth(id)
        self.refresh()

    def _show_choosers(self) -> None:
        session = self._session
        names = [
            (shown_garment(garment.id, session.job), garment.id) for garment in session.job.garments
        ]
        alike = [name for name, _ in names]
        rows = [(f"{name} ({id})" if alike.count(name) > 1 else name, id) for name, id in names]
        fill_box(self.garments, rows, session.garment.id if session.garment else "")
        self.garments.setVisible(len(rows) > 1)
        rows = [(cloth.shown_name, cloth.id) for cloth in session.cloths]
        self.of_all = self.of_all and len(rows) > 1
        fill_box(
            self.cloths,
            [*rows, (tr("all cloths"), ALL)],
            ALL if self.of_all else session.cloth.id if session.cloth else "",
        )
        self.cloths.setVisible(len(rows) > 1)

    def refresh(self) -> None:
        """Show the job and tally as they are now."""
        self._show_choosers()
        job, garment, cloth = self._session.job, self._session.garment, self._session.cloth
        self.title.say(job.name or (garment.name if garment else "") or tr("A job without a name"))
        parts = []
        if garment is not None:
            who = garment.body.name
            made = shown_quantity(garment.quantity) if garment.quantity else ""
            parts.append(
                made or (f"size {garment.size}" if garment.size else f"for {who}" if who else "")
            )
        elif job.client:
            parts.append(f"for {job.client}")
        if cloth is not None:
            width = shown_length(cloth.usable_width_mm, job.unit)
            parts.append(f"{cloth.shown_name}, {width}, {PRINT_NAMES[cloth.print_or_assumed]}")
        if job.due:
            parts.append(f"due {shown_date(job.due)}")
        self.about.say(" · ".join(part for part in parts if part))
        self._show_tally()

    def _show_all(self) -> None:
        """The figures of all cloths together."""
        session, unit = self._session, self._session.job.unit
        whole = tally([session.lay_of(cloth.id) for cloth in session.cloths], session.need_of)
        for own, mm, word in (
            (self.lay, whole.lay_mm, "lay"),
            (self.needed, whole.need_mm, "needed"),
            (self.buy, whole.buy_mm, tr("to buy")),
        ):
            own.figure.setText(shown_cloth_length(mm, unit))
            least = tr(", at least") if whole.at_least else ""
            other = beside(mm, unit, shown_cloth_length)
            own.word.setText(tr("{word}, all cloths", word=word) + least + other)
        self.used.figure.setText(f"{whole.used_share:.0%}")
        cost = (
            ""
            if whole.cost is None
            else tr("The cloths cost {cost} together.", cost=shown_money(whole.cost))
        )
        self.buy.figure.setToolTip(cost or tr("Not every cloth has a price."))

    def _show_tally(self) -> None:
        if self.of_all:
            self._show_all()
            return
        lay, need, unit = self._session.lay, self._session.need, self._session.job.unit
        if lay is None or need is None:
            for own in (self.lay, self.needed, self.buy, self.used):
                own.figure.setText("–")
            self.buy.word.setText(tr("to buy"))
            return
        self.lay.figure.setText(shown_cloth_length(need.lay_mm, unit))
        self.needed.figure.setText(shown_cloth_length(need.need_mm, unit))
        self.buy.figure.setText(shown_buy(need, lay.cloth, unit).removeprefix(tr("at least ")))
        self.used.figure.setText(f"{lay.used_share:.0%}")
        least = tr(", at least") if need.at_least else ""
        stock = stock_words(need.stock, unit)
        for own, word, mm, show in (
            (self.lay, tr("lay"), need.lay_mm, shown_cloth_length),
            (self.needed, tr("needed"), need.need_mm, shown_cloth_length),
            (self.buy, tr("to buy"), need.buy_mm, shown_bought),
        ):
            own.word.setText(word + least + beside(mm, unit, show))
        if stock:
            self.buy.word.setText(f"{self.buy.word.text()} · {stock}")
        self.buy.figure.setToolTip(
            tr("lay {length}", length=shown_cloth_length(need.lay_mm, unit))
            + (
                ""
                if need.matching_mm is None
                else tr(
                    ", of which matching {length},", length=shown_length(need.matching_mm, unit)
                )
            )
            + tr(
                " + squaring both ends {length} + shrinkage {length_2} + rounding to the "
                "shop's "
                "step {length_3}",
                length=shown_length(need.squaring_mm, unit),
                length_2=shown_length(need.shrinkage_mm, unit),
                length_3=shown_length(need.rounding_mm, unit),
            )
        )
