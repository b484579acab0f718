"""The piece in hand, below the cloth: what it is, where it lies, and what may be done with it."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import QSize, Qt, Signal
from PySide6.QtWidgets import (
    QFrame,
    QHBoxLayout,
    QPushButton,
    QSizePolicy,
    QVBoxLayout,
    QWidget,
)

from wickel.app.session import Session
from wickel.app.table.cut_view import Put
from wickel.app.widgets.cards import (
    label,
    relabelled,
)
from wickel.app.widgets.flow import ShortLabel
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.length_edit import LengthEdit
from wickel.drawing import copies_text, is_covered
from wickel.geometry import Bounds, bounds
from wickel.job.laid import (
    shown_garment,
    with_cut,
    with_waived,
)
from wickel.lay import WAIVED_NAMES, Lay, Placement, Waived, not_laid, on_table
from wickel.units import shown_length
from wickel.wording import tr

_AROUND_PX = 22
_PUT_WORDS = {
    Put.APART: tr("Every piece as it is cut"),
    Put.UNROLLED: tr("Put together, unrolled round the body"),
    Put.SEEN: tr("Put together, seen from the front and from the back"),
}


def tray(lay: Lay) -> str:
    """What of the pieces is not laid yet, in words."""
    lacking = [f"{lay.piece(id).name} × {count}" for id, count in not_laid(lay).items()]
    return tr("Not laid yet: {join}.", join=", ".join(lacking)) if lacking else ""


class HandCard(QFrame):
    """What a maker reads of the piece in hand, or of the lay when there is none. ``put`` carries
    how to put pieces."""

    put = Signal(object)
    exactly = Signal(bool, float)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.setProperty(PAGE, "change-a-lay")
        self.setObjectName("card")
        self._session = session
        self._lay: Lay | None = None
        self._placement: Placement | None = None
        column = QVBoxLayout(self)
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Fixed)
        column.setContentsMargins(16, 8, 16, 8)
        column.setSpacing(1)
        self.title = ShortLabel("heading")
        self.words = label("", "soft", wrap=True)
        self.words.setAlignment(Qt.AlignmentFlag.AlignTop)
        row = QHBoxLayout()
        row.setSpacing(8)
        row.addWidget(self.title, 1)
        self.from_start = LengthEdit(tr("From the start of the cloth"))
        self.from_edge = LengthEdit(tr("From the near edge of the cloth"))
        self.places = QWidget()
        places = QHBoxLayout(self.places)
        places.setContentsMargins(0, 0, 6, 0)
        places.setSpacing(6)
        for field, words, along in (
            (self.from_start, tr("from the start"), True),
            (self.from_edge, tr("from the near edge"), False),
        ):
            field.entered.connect(partial(self.exactly.emit, along))
            places.addWidget(label(words, "soft"))
            places.addWidget(field)
        row.addWidget(self.places)
        self.hold = QPushButton(tr("Hold it here"))
        self.hold.setObjectName("chip")
        self.hold.setToolTip(
            tr("Keep this piece where it lies while a better lay is found around it (Ctrl+B)")
        )
        self.hold.clicked.connect(self.hold_or_let_go)
        row.addWidget(self.hold)
        self.cut_it = QPushButton(tr("It is cut"))
        self.cut_it.setObjectName("chip")
        self.cut_it.setToolTip(
            tr(
                "All copies of this piece are cut as they lie: the rest is laid on what is left "
                "(Ctrl+Alt+X)"
            )
        )
        self.cut_it.clicked.connect(self.mark_cut)
        row.addWidget(self.cut_it)
        tip = tr("Put the pieces side by side at the seams that run up the body (Ctrl+Shift+J)")
        self.sewn = self._put_chip(tr("Put together"), tip, Put.UNROLLED)
        row.addWidget(self.sewn)
        tip = tr(
            "Put the pieces together as the garment is seen from the front and the back "
            "(Ctrl+Alt+J)"
        )
        self.seen = self._put_chip(tr("Front and back"), tip, Put.SEEN)
        row.addWidget(self.seen)
        column.addLayout(row)
        column.addWidget(self.words, 1)

    def sizeHint(self) -> QSize:
        """As high as its chips and two lines of words, whatever it says: the cloth above it must
        not jump when a piece is taken."""
        high = self.hold.sizeHint().height() + 2 * self.words.fontMetrics().lineSpacing()
        return QSize(super().sizeHint().width(), high + _AROUND_PX)

    def minimumSizeHint(self) -> QSize:
        return QSize(super().minimumSizeHint().width(), self.sizeHint().height())

    def _put_chip(self, words: str, tip: str, how: Put) -> QPushButton:
        """A chip that puts the pieces as cut so, and apart again."""
        chip = QPushButton(words)
        chip.setObjectName("chip")
        chip.setCheckable(True)
        chip.setToolTip(tip)
        chip.clicked.connect(lambda on: self.put.emit(how if on else Put.APART))
        return chip

    @property
    def put_now(self) -> Put:
        """How the pieces as cut are put."""
        return (
            Put.UNROLLED
            if self.sewn.isChecked()
            else Put.SEEN
            if self.seen.isChecked()
            else Put.APART
        )

    def mark_put(self, how: Put) -> None:
        """Mark how the pieces as cut are put."""
        self.sewn.setChecked(how is Put.UNROLLED)
        self.seen.setChecked(how is Put.SEEN)

    def show_as_cut(self) -> None:
        """Say how the pieces as cut are put."""
        self._take(None, None)
        self._say(
            _PUT_WORDS[self.put_now],
            tr("Head up, seen from the right side, within the seams: what will be seen."),
        )

    def show_on_cloth(self, lay: Lay | None, chosen: str, *, as_it_lies: bool) -> None:
        """Say what there is to say of a placement of a lay, or of the lay; only ``as_it_lies`` can
        it be changed."""
        placement = None if lay is None else lay.placement_or_none(chosen)
        self._take(lay if as_it_lies else None, placement if as_it_lies else None)
        if lay is None or placement is None:
            self._say_lay(lay)
            return
        piece = lay.piece(placement.piece)
        several = len({piece.garment for piece in lay.pieces}) > 1
        of = (
            f" of {shown_garment(piece.garment, self._session.job)}"
            if several and piece.garment
            else ""
        )
        self._say(f"{piece.name}{of}, {copies_text(placement, lay)}", self._read(placement, lay))

    def _take(self, lay: Lay | None, placement: Placement | None) -> None:
        """Have a placement in hand that can be changed, or none."""
        self._lay, self._placement = lay, placement
        held = placement is not None and placement.id in self._session.held
        self.hold.setText(tr("Let it go") if held else tr("Hold it here"))
        self.hold.setVisible(placement is not None)
        self.places.setVisible(placement is not None)
        if lay is not None and placement is not None:
            box = bounds(on_table(placement, lay.piece(placement.piece)).outline)
            unit = self._session.job.unit
            self.from_start.show_length(box.min_x, unit)
            self.from_edge.show_length(box.min_y, unit)
        self.cut_it.setVisible(placement is not None)

    def _say(self, title: str, words: str, look: str = "heading") -> None:
        self.title.say(title)
        relabelled(self.title, self.title.text(), look)
        self.words.setText(words)

    def _say_lay(self, lay: Lay | None) -> None:
        """Nothing is in hand: what is wrong with the lay, or how a piece is taken."""
        lacks = lay is None or bool(not_laid(lay))
        refusal = self._session.refusal or (
            self._session.lay_refusals.get(self._session.way, "") if lacks else ""
        )
        broken = () if lay is None else lay.broken
        lacking = "" if lay is None else tray(lay)
        if lacking and not refusal:
            self._say(
                lacking,
                tr(
                    "Draw it from the tray onto the cloth, or press Insert; F fills in everything, "
                    "Find a better lay lays all anew."
                ),
                "broken",
            )
        elif refusal or broken:
            self._say(
                str(refusal or broken[0].text), str(broken[0].way_out) if broken else "", "broken"
            )
        else:
            self._say(
                tr("No piece in hand"),
                " ".join(
                    (
                        tr(
                            "Click a piece, or Page Down, to read it. Solid line: cut here. Dashed "
                            "line: sew here."
                        ),
                        tr("Thick dashes: cut when the plies are parted.")
                        if lay is not None and any(is_covered(own, lay) for own in lay.placements)
                        else "",
                    )
                ).strip(),
            )

    def words_of(self, id: str) -> str:
        """What there is to say of a placement: where it lies, and the rules that it breaks."""
        lay = self._lay
        placement = next((own for own in lay.placements if own.id == id), None) if lay else None
        if lay is None or placement is None:
            return ""
        broken = [str(own.text) for own in lay.findings if id in own.placements]
        return "\n".join((self._read(placement, lay), *broken))

    def _read(self, placement: Placement, lay: Lay) -> str:
        """The placement in hand, in words: size, place, direction, plies."""
        unit, piece = self._session.job.unit, lay.piece(placement.piece)
        box = bounds(on_table(placement, piece).outline)
        words = [
            tr(
                "cut {length} along × {length_2} across",
                length=shown_length(box.width, unit),
                length_2=shown_length(box.height, unit),
            ),
            *self._where(placement, lay, box),
            {0.0: tr("head to the start"), 180.0: tr("head to the end")}.get(
                placement.turn_deg, f"turned {placement.turn_deg:g}°"
            ),
        ]
        if placement.mirrored and not placement.on_fold:
            words.append(tr("turned over"))
        words += [
            tr("need not keep to {waived_names}", waived_names=WAIVED_NAMES[rule])
            for rule in Waived
            if rule in piece.waive
        ]
        zone = lay.zone(placement)
        if len(placement.cut_plies) < len(zone.plies):
            words.append(
                tr(
                    "cut from {cut_plies} of {plies:of ply|plies} only",
                    cut_plies=len(placement.cut_plies),
                    plies=len(zone.plies),
                )
            )
        together = (
            str(note.way_out)
            for note in lay.findings
            if note.code == "together" and placement.id in note.placements
        )
        return "\n".join((" · ".join(words), *together))

    def _where(self, placement: Placement, lay: Lay, box: Bounds) -> list[str]:
        """Where a piece lies, where no fields show it."""
        if self._placement is not None:
            high = any(f.name == "high" for f in lay.zone(placement).folds)
            return [self._across(placement, lay, box)] if high else []
        start = shown_length(box.min_x, self._session.job.unit)
        return [tr("{length} from the start", length=start), self._across(placement, lay, box)]

    def _across(self, placement: Placement, lay: Lay, box: Bounds) -> str:
        """Where the placement lies across the table, from the nearest edge that a cutter can
        measure from."""
        section = lay.spread.sections[placement.section]
        zone = section.zones[placement.zone]
        folds = {fold.name for fold in zone.folds}
        if "high" in folds and (placement.fold == "high" or "low" not in folds):
            far = max(y for _, y in zone.outline)
            return tr(
                "{length} from the far fold",
                length=shown_length(far - box.max_y, self._session.job.unit),
            )
        folded = any(fold.name == "low" for zone in section.zones for fold in zone.folds)
        near = "fold" if folded else tr("low selvage")
        return tr(
            "{length} from the {near}",
            length=shown_length(box.min_y, self._session.job.unit),
            near=near,
        )

    # --- edits -------------------------------------------------------------------------------

    def hold_or_let_go(self) -> None:
        """Hold the piece in hand where it lies, or let it go."""
        if self._placement is not None:
            self._session.hold(self._placement.id)

    def mark_cut(self) -> None:
        """Say that all copies of the piece in hand are cut as they lie."""
        lay, placement = self._session.lay, self._placement
        if lay is not None and placement is not None:
            name = lay.piece(placement.piece).name
            self._session.apply(
                with_cut(self._session.job, lay, placement.piece), tr("{name} is cut", name=name)
            )

    def let_be(self, rule: Waived) -> None:
        """Say that the piece in hand need not keep to a rule, or must keep to it again."""
        if self._lay is None or self._placement is None:
            self._session.trouble.emit(
                tr("Take a piece in hand first: click it, or press Page Down.")
            )
            return
        piece = self._lay.piece(self._placement.piece)
        text = (
            f"{piece.name}: {WAIVED_NAMES[rule]} "
            f"{'kept to again' if rule in piece.waive else 'let be'}"
        )
        self._session.apply(with_waived(self._session.job, piece, piece.waive ^ {rule}), text)
