"""Which of the job's cloths is in hand, and which material of the garment in hand is cut from
which."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable
from dataclasses import replace
from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtWidgets import (
    QComboBox,
    QGridLayout,
    QHBoxLayout,
    QMenu,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.session import Session
from wickel.app.widgets.cards import NarrowBox, emptied, fill_box, label
from wickel.app.widgets.guide import PAGE
from wickel.cloth import Cloth
from wickel.job.edits import with_added_cloth, with_material_on, without_cloth
from wickel.job.laid import shown_garment
from wickel.pattern import Pattern
from wickel.wording import tr

_MATERIALS = {
    "main": tr("outer cloth"),
    "contrast": "contrast",
    "lining": "lining",
    "interfacing": "interfacing",
}


NEW_CLOTH = Cloth(id="cloth", name=tr("New cloth"), usable_width_mm=1400.0)
"""What a new card says: a usual width, and nothing else."""


class ClothUses(QWidget):
    """A chooser of cloths with *one more* and *out*, and below it a line for each material of the
    garment in hand."""

    trouble = Signal(str)
    begun = Signal()
    """A cloth with an empty card is in hand."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setProperty(PAGE, "several")
        self._session = session
        self._shelf: tuple[Cloth, ...] = ()
        self.materials: dict[str, QComboBox] = {}
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(5)
        row = QHBoxLayout()
        self.cloths = NarrowBox()
        self.cloths.setAccessibleName(tr("Cloth of the job"))
        self.cloths.setToolTip(tr("Which of the job's cloths is in hand (Ctrl+Shift+Page Down)"))
        self.cloths.activated.connect(lambda _: session.take_cloth(str(self.cloths.currentData())))
        row.addWidget(self.cloths, 1)
        self.more = QPushButton(tr("One more…"))
        self.more.setToolTip(tr("Put one more cloth of the shelf into the job"))
        self._menu = QMenu(self)
        self._menu.aboutToShow.connect(self._fill_menu)
        self.more.setMenu(self._menu)
        self.out = QPushButton(tr("Out"))
        self.out.setToolTip(tr("Take the cloth in hand out of the job; nothing may be cut from it"))
        self.out.clicked.connect(self._take_out)
        row.addWidget(self.more)
        row.addWidget(self.out)
        column.addLayout(row)
        self._said = label("", "soft")
        column.addWidget(self._said)
        self._rows = QGridLayout()
        self._rows.setVerticalSpacing(4)
        column.addLayout(self._rows)

    def refresh(self, shelf: tuple[Cloth, ...]) -> None:
        """Show the job's cloths as they are now; ``shelf`` is what there is to add."""
        self._shelf = shelf
        session = self._session
        job, garment, cloth = session.job, session.garment, session.cloth
        fill_box(self.cloths, _told_apart(job.cloths), cloth.id if cloth else "")
        used = {cloth.id for cloth in session.cloths} | {
            id for other in job.garments for id in other.cloths.values()
        }
        self.out.setEnabled(cloth is not None and cloth.id not in used and len(job.cloths) > 1)
        materials = [] if session.draft is None else _materials_of(session.draft.pattern)
        emptied(self._rows)
        self.materials = {}
        self._said.setVisible(len(job.cloths) > 1 and bool(materials))
        if garment is None or len(job.cloths) < 2:
            return
        self._said.setText(
            tr("{shown_garment} is cut from", shown_garment=shown_garment(garment.id, job))
        )
        for k, material in enumerate(materials):
            box = NarrowBox()
            box.setAccessibleName(tr("Cloth for {materials}", materials=_MATERIALS[material]))
            box.setToolTip(
                tr("Which cloth the {materials} is cut from", materials=_MATERIALS[material])
            )
            rows = [(bolt.shown_name, bolt.id) for bolt in job.cloths]
            fill_box(box, rows, job.cloth_named(material, garment) or "")
            box.activated.connect(partial(self._take_material, material, box))
            self.materials[material] = box
            self._rows.addWidget(label(_MATERIALS[material], "soft"), k, 0)
            self._rows.addWidget(box, k, 1)

    def _fill_menu(self) -> None:
        self._menu.clear()
        fresh = self._menu.addAction(tr("A new cloth…"))
        fresh.setToolTip(tr("One with an empty card: nothing of another cloth comes with it"))
        fresh.triggered.connect(lambda _=False: self.add_new())
        self._menu.addSeparator()
        for own in self._shelf:
            self._menu.addAction(own.shown_name).triggered.connect(
                lambda _=False, own=own: self.add(own)
            )

    def add(self, cloth: Cloth) -> None:
        """Put one more cloth into the job and take it in hand."""
        job = with_added_cloth(self._session.job, cloth)
        self._session.apply(job, tr("One more cloth: {cloth}", cloth=cloth.shown_name))
        self._session.take_cloth(job.cloths[-1].id)

    def add_new(self) -> None:
        """Put a cloth with an empty card into the job, sold as its others are, and begin with its
        name."""
        cloths = self._session.job.cloths
        fresh = NEW_CLOTH if not cloths else replace(NEW_CLOTH, step_mm=cloths[0].step_mm)
        self.add(fresh)
        self.begun.emit()

    def _take_out(self) -> None:
        cloth = self._session.cloth
        if cloth is not None and self.out.isEnabled():
            self._session.apply(
                without_cloth(self._session.job, cloth.id),
                tr("{cloth} out", cloth=cloth.shown_name),
            )

    def _take_material(self, material: str, box: QComboBox, _row: int) -> None:
        garment = self._session.garment
        if garment is not None:
            job = with_material_on(self._session.job, garment, material, str(box.currentData()))
            self._session.apply(
                job,
                tr(
                    "{capitalize} from {box}",
                    capitalize=_MATERIALS[material].capitalize(),
                    box=box.currentText(),
                ),
            )


def _told_apart(cloths: Iterable[Cloth]) -> list[tuple[str, str]]:
    """The name and the id of each cloth; those of one name are told apart by a number."""
    seen: Counter[str] = Counter()
    rows = []
    for cloth in cloths:
        name = cloth.shown_name
        seen[name] += 1
        rows.append((name if seen[name] == 1 else f"{name} ({seen[name]})", cloth.id))
    return rows


def _materials_of(pattern: Pattern) -> list[str]:
    """The materials that the pieces of a pattern are cut from, the outer one first."""
    used = {cut.material for piece in pattern.pieces for cut in piece.cuts}
    return sorted(used, key=list(_MATERIALS).index)
