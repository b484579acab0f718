"""What a maker has shown on the cloth besides the lay, by key or menu."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from PySide6.QtCore import QObject, Signal

from wickel.app.session import Session
from wickel.app.table.hand_view import HandView
from wickel.app.table.seeing import most_plies
from wickel.app.widgets.dialogs import asked_text
from wickel.typed import UnreadableLength, parsed_length
from wickel.units import shown_length
from wickel.wording import tr


@dataclass(frozen=True, slots=True)
class Deed:
    """Something that can be done by hand: its words, its keys, and what does it. Those ``apart``
    begin a group of the menu."""

    words: str
    keys: str
    act: Callable[[], object]
    apart: bool = False


class SeenWork(QObject):
    """What is shown on a view of a session's lay. ``table_said`` carries how long the maker's table
    is, mm."""

    table_said = Signal(float)

    def __init__(self, session: Session, view: HandView) -> None:
        super().__init__(view)
        self._session, self._view = session, view

    def deeds(self) -> tuple[Deed, ...]:
        """All that can be shown."""
        return (
            Deed(tr("Each piece in its own print"), "V", self.see_print),
            Deed(tr("What is left over"), "W", self.see_waste),
            Deed(tr("Each ply by itself"), "Y", self.see_next_ply),
            Deed(tr("A tape between two points"), "L", self.take_tape),
            Deed(tr("Draw to edges that are near"), "S", self.toggle_snapping),
            Deed(tr("Length of the table…"), "Shift+L", self.ask_table, apart=True),
        )

    def _say(self, sentence: str) -> None:
        self._session.trouble.emit(sentence)

    def see_print(self) -> None:
        """Show each piece in the print that it gets, or the cloth's through it."""
        self._view.seeing.own_print = not self._view.seeing.own_print
        self._view.see_so()

    def see_waste(self) -> None:
        """Shade what is left over, or not."""
        self._view.seeing.waste = not self._view.seeing.waste
        self._view.see_so()

    def see_next_ply(self) -> None:
        """Show the next ply by itself, from the table up; after the last all together."""
        lay, now = self._session.lay if self._view.hands_on else None, self._view.seeing.ply
        if lay is None or most_plies(lay) < 2:
            self._say(tr("The cloth lies in one ply."))
            return
        self._view.seeing.ply = 0 if now is None else now + 1
        self._view.see_so()

    def take_tape(self) -> None:
        """Take a tape in hand, or put it away."""
        self._view.measure_on(not self._view.measuring)
        if self._view.measuring:
            self._say(tr("Click two points, or draw from one to the other; Esc puts it away."))

    def toggle_snapping(self) -> None:
        """Draw what is in hand to edges that are near, or not."""
        self._view.snapping = not self._view.snapping
        on = self._view.snapping
        self._say(
            tr("Pieces are drawn to edges that are near.")
            if on
            else tr("Pieces are not drawn to edges.")
        )

    def ask_table(self) -> None:
        """Ask how long the table is: where it ends the cloth is moved on."""
        unit = self._session.job.unit
        now = self._view.seeing.table_mm
        text = asked_text(
            self._view.window(),
            tr("The table"),
            tr("How long is it? 0: no mark where it ends"),
            shown_length(now, unit),
        )
        if not text:
            return
        try:
            mm = parsed_length(text, unit)
        except UnreadableLength as reason:
            self._say(str(reason))
            return
        self._view.seeing.table_mm = max(0.0, mm)
        self.table_said.emit(self._view.seeing.table_mm)
        self._view.see_so()
