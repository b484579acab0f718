"""How the cloth in hand is folded, step by step: the way it is laid, section by section, or any
other."""

from __future__ import annotations

from PySide6.QtWidgets import QVBoxLayout, QWidget

from wickel.app.session import Session
from wickel.app.widgets.cards import NarrowBox, fill_box, label
from wickel.app.widgets.folding import FoldingPicture
from wickel.cloth import WAYS, Section
from wickel.wording import tr


class FoldingPage(QWidget):
    """The steps of one way to fold, drawn, and a box to look at others."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self._session = session
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        self.which = NarrowBox()
        self.which.setAccessibleName(tr("Which way of folding is shown"))
        self.which.setToolTip(tr("Look at another way to fold; the Lay stage takes one"))
        self.which.activated.connect(lambda _: self._show_chosen())
        column.addWidget(self.which)
        self.said = label("", "broken", wrap=True)
        column.addWidget(self.said)
        self.picture = FoldingPicture()
        column.addWidget(self.picture, 1)

    @property
    def _sections(self) -> tuple[Section, ...]:
        """The sections of the lay that is taken; none where there is none."""
        lay = self._session.lay
        return () if lay is None else lay.spread.sections

    def refresh(self) -> None:
        """Show how to fold the cloth the way it is laid. Of several sections each has a line of its
        own, before all ways."""
        ways = [(way.name, way.id) for way in WAYS.values()]
        many = len(self._sections)
        if many > 1:
            names = [WAYS[section.way].name for section in self._sections]
            lines = [
                (tr("{k} of {many}: {name}", k=k, many=many, name=name), str(k))
                for k, name in enumerate(names, 1)
            ]
            fill_box(self.which, [*lines, *ways], "1")
        else:
            fill_box(self.which, ways, self._session.way.sections[0].way.id)
        self._show_chosen()

    def _show_chosen(self) -> None:
        chosen, sections = str(self.which.currentData()), self._sections
        if chosen.isdigit():
            section = sections[int(chosen) - 1]
            self.picture.show_way(
                section.way,
                self._session.cloth,
                self._shares(section.depths_mm),
                cut_off=section is not sections[-1],
            )
            self.said.setText("")
            return
        lay = self._session.lays.get(chosen)
        depths = () if lay is None else lay.spread.depths_mm
        self.picture.show_way(chosen, self._session.cloth, self._shares(depths))
        broken = () if lay is None else lay.broken
        self.said.setText(
            str(self._session.lay_refusals.get(chosen, "") or (broken[0].text if broken else ""))
        )

    def _shares(self, depths_mm: tuple[float, ...]) -> tuple[float, ...]:
        """Depths of folds as shares of the width of the cloth in hand."""
        cloth = self._session.cloth
        return () if cloth is None else tuple(mm / cloth.lay_width_mm for mm in depths_mm)
