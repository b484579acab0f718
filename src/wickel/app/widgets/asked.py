"""What must fall right on the print: hems on the border, seams that meet in the repeat, pieces with a motif."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtWidgets import QCheckBox, QVBoxLayout, QWidget

from wickel.app.edits import with_garment
from wickel.app.session import Session
from wickel.app.widgets.cards import emptied, label
from wickel.job import hemmed_pieces, seams_that_may_meet


class AskedList(QWidget):
    """Ticks for the garment in hand; empty on a cloth with nothing on it that could fall right or wrong."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self._session = session
        self.ticks: dict[tuple[str, str], QCheckBox] = {}
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 0)
        self._column.setSpacing(3)

    def refresh(self) -> None:
        """Show what may be asked of the cloth in hand, and what is."""
        emptied(self._column)
        self.ticks = {}
        cloth, garment = self._session.cloth, self._session.garment
        if cloth is None or garment is None or not self._session.drafts:
            return
        pattern, design = self._session.drafts[0].pattern, cloth.design
        asked = garment.on_print
        if design.border is not None:
            pieces = [(piece.id, piece.name) for piece in hemmed_pieces(pattern)]
            self._group("Hems on the border", "border", pieces, asked.border)
        if design.repeat is not None:
            seams = dict.fromkeys(seam.name for seam in seams_that_may_meet(pattern))
            self._group("Seams that meet in the repeat", "seams", [(name, name) for name in seams], asked.seams)
        if design.motif is not None or design.repeat is not None:
            words = "With a motif in the middle" if design.motif is not None else "With the repeat's middle in theirs"
            pieces = [(piece.id, piece.name) for piece in pattern.pieces[:6]]
            self._group(words, "centred", pieces, asked.centred)
        self._column.addStretch()

    def _group(self, title: str, kind: str, entries: list[tuple[str, str]], taken: tuple[str, ...]) -> None:
        self._column.addWidget(label(title, "heading"))
        for id, words in entries:
            tick = QCheckBox(words)
            tick.setChecked(id in taken)
            tick.setToolTip(f"{title}: {words}")
            tick.clicked.connect(lambda on, id=id: self._ask(kind, id, on=on))
            self.ticks[kind, id] = tick
            self._column.addWidget(tick)

    def _ask(self, kind: str, id: str, *, on: bool) -> None:
        garment = self._session.garment
        if garment is None:
            return
        taken: tuple[str, ...] = getattr(garment.on_print, kind)
        made = (*taken, id) if on else tuple(own for own in taken if own != id)
        changed = replace(garment, on_print=replace(garment.on_print, **{kind: made}))
        self._session.apply(with_garment(self._session.job, changed), "Asked of the print")
