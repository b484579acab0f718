"""What must fall right on the print: hems on the border, seams that meet in the repeat, pieces with
a motif."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from PySide6.QtWidgets import QCheckBox, QHBoxLayout, QLabel, QVBoxLayout, QWidget

from wickel.app.session import Session
from wickel.app.widgets.cards import emptied, label
from wickel.app.widgets.guide import PAGE
from wickel.job import AskedOfPrint, asked_by, hemmed_pieces, seams_that_may_meet
from wickel.job.edits import with_garment
from wickel.lay import Wish
from wickel.lay.matching import BORDER, CENTRED, SEAM
from wickel.units import shown_length
from wickel.wording import tr

_NOTHING_MM = 0.5

_TICKED: dict[str, Callable[[AskedOfPrint, tuple[str, ...]], AskedOfPrint]] = {
    BORDER: lambda asked, taken: replace(asked, border=taken),
    SEAM: lambda asked, taken: replace(asked, seams=taken),
    CENTRED: lambda asked, taken: replace(asked, centred=taken),
}


class AskedList(QWidget):
    """Ticks for the garment in hand; empty on a cloth with nothing on it that could fall right or
    wrong."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setProperty(PAGE, "print")
        self._session = session
        self.ticks: dict[tuple[str, str], QCheckBox] = {}
        self.costs: dict[tuple[str, str], QLabel] = {}
        self.total = label("", "soft")
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 0)
        self._column.setSpacing(3)

    def refresh(self) -> None:
        """Show what may be asked of the cloth in hand, and what is."""
        emptied(self._column)
        self.ticks, self.costs = {}, {}
        cloth, garment, draft = self._session.cloth, self._session.garment, self._session.draft
        if cloth is None or garment is None or draft is None:
            return
        pattern, design = draft.pattern, cloth.design
        asked = asked_by(garment, pattern, self._session.job)
        if design.border is not None:
            pieces = [(piece.id, piece.name) for piece in hemmed_pieces(pattern)]
            self._group(tr("Hems on the border"), "border", pieces, asked.border)
        if design.repeat is not None:
            seams = dict.fromkeys(seam.name for seam in seams_that_may_meet(pattern))
            self._group(
                tr("Seams that meet in the repeat"),
                "seams",
                [(name, name) for name in seams],
                asked.seams,
            )
        if design.motif is not None or (
            design.repeat is not None and design.repeat.across_mm is not None
        ):
            words = (
                tr("With a motif in the middle")
                if design.motif is not None
                else tr("With a stripe in the middle")
            )
            pieces = [(piece.id, piece.name) for piece in pattern.pieces[:6]]
            self._group(words, "centred", pieces, asked.centred)
        if self.ticks:
            self.total = label("", "soft", wrap=True)
            self._column.insertWidget(0, self.total)
        self._column.addStretch()
        self.show_costs()

    def _group(
        self, title: str, kind: str, entries: list[tuple[str, str]], taken: tuple[str, ...]
    ) -> None:
        self._column.addWidget(label(title, "heading"))
        for id, words in entries:
            tick = QCheckBox(words)
            tick.setChecked(id in taken)
            tick.setToolTip(f"{title}: {words}")
            tick.clicked.connect(lambda on, id=id: self._ask(kind, id, on=on))
            self.ticks[kind, id] = tick
            row = QHBoxLayout()
            row.addWidget(tick, 1)
            self.costs[kind, id] = label("", "soft")
            self.costs[kind, id].setToolTip(
                tr("How much cloth would be saved if this ran free, with the same effort")
            )
            row.addWidget(self.costs[kind, id])
            self._column.addLayout(row)

    def show_costs(self) -> None:
        """Show what of the length each tick costs, as far as somebody has looked."""
        garment, unit = self._session.garment, self._session.job.unit
        asked = [tick for tick in self.ticks.values() if tick.isChecked()]
        need = self._session.need
        total = None if need is None else need.matching_mm
        if self.ticks:
            self.total.setText(self._total_words(total))
        for (kind, id), tick in self.ticks.items():
            of = id if kind == SEAM or garment is None else f"{garment.id}/{id}"
            mm = self._session.price_of(Wish(kind, of)) if tick.isChecked() else None
            if tick.isChecked() and len(asked) == 1:
                mm = total
            words = (
                tr("costs nothing")
                if mm is None or mm < _NOTHING_MM
                else f"costs {shown_length(mm, unit)}"
            )
            self.costs[kind, id].setText("" if mm is None else words)

    def _total_words(self, mm: float | None) -> str:
        """What keeping to all that is ticked costs."""
        if mm is None:
            return (
                tr("Looking for what keeping to it costs …")
                if self._session.pricing
                else tr("What must meet?")
            )
        words = (
            "nothing"
            if mm < _NOTHING_MM
            else tr("{length} of the lay", length=shown_length(mm, self._session.job.unit))
        )
        return tr("Keeping to the print costs {words}.", words=words)

    def _ask(self, kind: str, id: str, *, on: bool) -> None:
        garment, draft = self._session.garment, self._session.draft
        if garment is None or draft is None:
            return
        asked = asked_by(garment, draft.pattern, self._session.job)
        taken: tuple[str, ...] = getattr(asked, kind)
        made = (*taken, id) if on else tuple(other for other in taken if other != id)
        changed = replace(garment, on_print=_TICKED[kind](asked, made))
        self._session.apply(with_garment(self._session.job, changed), tr("Asked of the print"))
