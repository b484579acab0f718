"""The ways to lay a cloth, beside it: a card for each, the lays that are kept, and what the lay
adds up to."""

from __future__ import annotations

from functools import partial

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtWidgets import (
    QComboBox,
    QDialog,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QSizePolicy,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from wickel.app.offers import AcrossOffer
from wickel.app.session import Session
from wickel.app.widgets.cards import (
    NarrowBox,
    TakenCard,
    card,
    closing_row,
    emptied,
    fill_box,
    label,
    let_go,
    scrolling,
)
from wickel.app.widgets.dialogs import asked_text
from wickel.app.widgets.flow import flow_bar
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.search_strip import SearchStrip
from wickel.app.widgets.swatch import LayPicture
from wickel.cloth import WAYS, Spreading
from wickel.job.laid import (
    with_kept,
    with_lay,
    without_kept,
)
from wickel.lay import USUAL_RATES, Lay, at_its_least, labour_of
from wickel.units import Unit, shown_cloth_length, shown_length
from wickel.wording import beside, shown_money, tr
from wickel.yardage import shown_buy

_TIED = "\N{NO-BREAK SPACE}"


class WayCard(TakenCard):
    """One way to lay the cloth: a small true picture, its length, and what stands in its way."""

    def __init__(self, way: str) -> None:
        name = Spreading(way).name
        summary = "; then ".join(plan.way.summary for plan in Spreading(way).sections)
        super().__init__(
            way,
            tr("Way to lay: {name}", name=name),
            tr("{name}: {summary} (Enter takes it)", name=name, summary=summary),
        )
        self.setProperty(PAGE, "ways")
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 10, 12, 9)
        column.setSpacing(3)
        self.picture = LayPicture()
        column.addWidget(self.picture)
        column.addWidget(label(name, "heading", wrap=True))
        row = QHBoxLayout()
        self.used = label("", "soft", wrap=True)
        row.addWidget(self.used, 1)
        self.length: QLabel = label("–", "title")
        row.addWidget(self.length)
        column.addLayout(row)
        self.rates = USUAL_RATES
        self.aside = label("", "soft", wrap=True)
        column.addWidget(self.aside)
        self.snag = label("", "broken", wrap=True)
        column.addWidget(self.snag)

    def show_way(
        self,
        lay: Lay | None,
        refusal: str,
        longest_mm: float,
        length: str,
        aside: str,
        *,
        chosen: bool,
    ) -> None:
        """Show what is known of this way; ``aside`` says why it is not searched any more."""
        self.picture.show_lay(lay, longest_mm)
        self.length.setText(length)
        self.used.setText(
            ""
            if lay is None
            else tr(
                "{used_share:.0%} used, ≈{tied}{minutes:.0f}{tied}min",
                used_share=lay.used_share,
                tied=_TIED,
                minutes=labour_of(lay).minutes(self.rates),
            )
        )
        self.used.setToolTip(
            tr("The share of the cloth that is used, and about how long spreading and cutting take")
        )
        said = " ".join(filter(None, ("" if lay is None else _together(lay), aside)))
        self.aside.setText(said)
        self.aside.setVisible(bool(said))
        self.snag.setText(refusal)
        self.snag.setVisible(bool(refusal))
        self.mark(chosen)


class AcrossCard(TakenCard):
    """Pieces that would save cloth with their grain across: taken, they are turned so."""

    def __init__(self, offer: AcrossOffer, names: str, length: str, saves: str) -> None:
        words = tr("{names} with the grain across", names=names)
        super().__init__(
            ACROSS,
            tr("Offer: {words}, saves {saves}", words=words, saves=saves),
            tr(
                "Turns the grain of {names} across the cloth: it hangs and gives otherwise then. "
                "Nothing is turned without you (Enter takes it, Ctrl+Z takes it back)",
                names=names,
            ),
        )
        self.setProperty(PAGE, "ways")
        self.offer = offer
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 10, 12, 9)
        column.setSpacing(3)
        column.addWidget(label(words, "heading", wrap=True))
        row = QHBoxLayout()
        row.addWidget(label(tr("saves {saves}: turn it", saves=saves), "soft", wrap=True), 1)
        row.addWidget(label(length, "title"))
        column.addLayout(row)


ACROSS = "across"
"""What a card of an offer is called instead of a way."""


def _few(names: list[str]) -> str:
    """The first names of a list, and how many more there are."""
    if len(names) <= _MOST_NAMES + 1:
        return ", ".join(names)
    return tr(
        "{names} and {more} more",
        names=", ".join(names[:_MOST_NAMES]),
        more=len(names) - _MOST_NAMES,
    )


_MOST_NAMES = 2


def _together(lay: Lay) -> str:
    """Which pieces share a place in a lay, in words."""
    names = [
        tr("{one} and {other}", one=lay.piece(one).name, other=lay.piece(other).name)
        for one, other in (note.pieces for note in lay.findings if note.code == "together")
    ]
    return tr("{names} together", names=", ".join(names)) if names else ""


def _why_aside(lay: Lay | None, least_mm: float, unit: Unit) -> str:
    """Why a way is not searched on, of which no lay is shorter than so much."""
    if lay is not None and at_its_least(lay, least_mm):
        return tr("no lay of this way is shorter")
    return tr("not searched on: {length} at least", length=shown_cloth_length(least_mm, unit))


_SECTIONS = 4


def _snag(lay: Lay | None) -> str:
    """The worst thing about a lay, in a few words."""
    broken = () if lay is None else lay.broken
    more = tr(" (and {broken} more)", broken=len(broken) - 1) if len(broken) > 1 else ""
    return f"{broken[0].text}{more}" if broken else ""


class SectionsDialog(QDialog):
    """Ways for up to four sections along the table. ``chosen`` carries them as one way."""

    chosen = Signal(str)

    def __init__(self, way: str, parent: QWidget | None) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "ways")
        self.setWindowTitle(tr("Sections"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        column = QVBoxLayout(self)
        column.addWidget(label(tr("Sections, from the start of the cloth"), "title"))
        column.addWidget(
            label(
                tr("Each piece goes where it takes the fewest cuts and wastes the fewest plies."),
                "soft",
            )
        )
        self.boxes: list[QComboBox] = []
        now = Spreading(way).sections
        for k in range(_SECTIONS):
            box = QComboBox()
            box.setAccessibleName(tr("Section {k}", k=k + 1))
            box.setToolTip(tr("How section {k} is folded", k=k + 1))
            if k:
                box.addItem(tr("no more"), "")
            for own in WAYS.values():
                if not own.takes_two:
                    box.addItem(own.name, own.id)
            box.setCurrentIndex(box.findData(now[k].way.id if k < len(now) else ""))
            self.boxes.append(box)
            column.addWidget(box)
        row, self.take = closing_row(
            self, tr("Spread it so"), tr("Lay the cloth in these sections (Enter)")
        )
        column.addLayout(row)

    def accept(self) -> None:
        ways = [str(box.currentData()) for box in self.boxes if box.currentData()]
        self.chosen.emit("+".join(ways))
        super().accept()


class WaysColumn(QVBoxLayout):
    """The cards of the ways, the shortest first. ``way_taken`` carries the way of the card that was
    taken."""

    way_taken = Signal(str)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self._session = session
        self.cards: dict[str, WayCard] = {}
        self.offers: list[AcrossCard] = []
        self._way_seen = ""
        self._bringing = QTimer(self, singleShot=True, interval=0)
        self._bringing.timeout.connect(self._bring_way_into_sight)
        self.setSpacing(8)
        self.setContentsMargins(0, 0, 0, 0)
        self.strip = SearchStrip()
        self.head = QStackedWidget()
        self.head.addWidget(label(tr("Ways to lay it, shortest first"), "soft"))
        self.head.addWidget(self.strip)
        policy = QSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
        self.head.setSizePolicy(policy)
        self.addWidget(self.head)
        inner = QWidget()
        self._way_column = QVBoxLayout(inner)
        self._way_column.setContentsMargins(0, 0, 6, 0)
        self._way_column.setSpacing(8)
        self._way_column.addStretch()
        area = scrolling(inner)
        self.area = area
        self.addWidget(area, 1)
        self.addWidget(self._kept_row())
        self.addWidget(label(tr("From the lay to the shop"), "soft"))
        frame, column = card()
        column.setContentsMargins(14, 8, 14, 8)
        self._sum = QGridLayout()
        self._sum.setVerticalSpacing(0)
        column.addLayout(self._sum)
        self.addWidget(frame)

    def _kept_row(self) -> QWidget:
        """Lays kept under a name: one to take, this one to keep, one to let go."""
        bar, row = flow_bar(6)
        self.keep = QPushButton(tr("Keep this lay…"))
        self.keep.setToolTip(
            tr("Keep the lay under a name of its own, beside what else is tried (Ctrl+Alt+K)")
        )
        self.keep.clicked.connect(self.keep_lay)
        self.kept = NarrowBox()
        self.kept.setAccessibleName(tr("Lays that are kept"))
        self.kept.setToolTip(tr("Take a lay that was kept under a name"))
        self.kept.activated.connect(lambda _: self.take_kept(str(self.kept.currentData())))
        self.let_go = QPushButton("×")
        self.let_go.setObjectName("chip")
        self.let_go.setAccessibleName(tr("Keep it no more"))
        self.let_go.setToolTip(tr("Keep the lay of this name no more; the lay that is taken stays"))
        self.let_go.clicked.connect(self.drop_kept)
        for field in (self.keep, self.kept, self.let_go):
            row.addWidget(field)
        return bar

    def _add_card(self, id: str) -> None:
        own = WayCard(id)
        own.taken.connect(self.way_taken)
        self.cards[id] = own
        self._way_column.insertWidget(0, own)

    def refresh(self) -> None:
        """Show the ways, what is kept and the sum as they are now."""
        self._show_cards()
        self._show_kept()
        self._show_figures()

    def _show_cards(self) -> None:
        session = self._session
        lays, refusals, aside_at = session.lays, session.lay_refusals, session.set_aside
        longest = max((lay.table_mm for lay in lays.values()), default=1.0)
        lengths = {way: lay.lay_length_mm for way, lay in lays.items()}
        ways = dict.fromkeys((*session.ways, session.way))
        for id in ways:
            if id not in self.cards:
                self._add_card(id)
        for id in [id for id in self.cards if id not in ways]:
            let_go(self.cards.pop(id))
        for k, id in enumerate(sorted(self.cards, key=lambda way: lengths.get(way, 1e12))):
            own, lay = self.cards[id], lays.get(id)
            length = "–" if lay is None else shown_cloth_length(lay.lay_length_mm, session.job.unit)
            snag = refusals.get(id, "") or _snag(lay)
            least = aside_at.get(id)
            aside = "" if least is None else _why_aside(lay, least, session.job.unit)
            own.rates = session.rates
            own.show_way(lay, snag, longest, length, aside, chosen=id == session.way)
            self._way_column.removeWidget(own)
            self._way_column.insertWidget(k, own)
        self._show_offers([lengths.get(id, 1e12) for id in self.cards])
        if session.way != self._way_seen:
            self._way_seen = session.way
            self._bringing.start()

    def _show_offers(self, lengths: list[float]) -> None:
        """The offers among the ways, by their lengths."""
        for gone in self.offers:
            let_go(gone)
        self.offers = []
        unit = self._session.job.unit
        for offer in self._session.across:
            names = _few([p.name for p in self._session.pieces if p.id in offer.pieces])
            own = AcrossCard(
                offer,
                names,
                shown_cloth_length(offer.length_mm, unit),
                shown_length(offer.saves_mm, unit),
            )
            own.taken.connect(partial(self._turn_across, offer))
            self._way_column.insertWidget(
                len(self.offers) + sum(mm <= offer.length_mm for mm in lengths), own
            )
            self.offers.append(own)

    def _turn_across(self, offer: AcrossOffer, _card: str) -> None:
        self._session.turn_across(offer.pieces)

    def _bring_way_into_sight(self) -> None:
        card = self.cards.get(self._session.way)
        if card is not None:
            self.area.ensureWidgetVisible(card)

    def _show_kept(self) -> None:
        """The lays that are kept, the one that is taken chosen when it is one of them."""
        on = self._session.on
        rows = [(named.name, named.name) for named in on.kept]
        taken = next((named.name for named in on.kept if named.lay == on.lay), "")
        fill_box(self.kept, [(tr("kept lays"), ""), *rows], taken)
        self.kept.setVisible(bool(rows))
        self.let_go.setVisible(bool(taken))
        self.keep.setEnabled(on.lay is not None and not taken)

    def _show_figures(self) -> None:
        need, unit, cloth = self._session.need, self._session.job.unit, self._session.cloth
        emptied(self._sum)
        if need is None or cloth is None:
            return
        matching = []
        if need.matching_mm is not None or self._session.pricing:
            mm = need.matching_mm
            matching.append(
                (tr("of which matching"), "…" if mm is None else shown_length(mm, unit))
            )
        rows = [
            (
                "lay",
                shown_cloth_length(need.lay_mm, unit)
                + beside(need.lay_mm, unit, shown_cloth_length),
            ),
            *matching,
            ("squaring", f"+ {shown_length(need.squaring_mm, unit)}"),
            ("shrinkage", f"+ {shown_length(need.shrinkage_mm, unit)}"),
            (
                "needed",
                shown_cloth_length(need.need_mm, unit)
                + beside(need.need_mm, unit, shown_cloth_length),
            ),
            (tr("shop's step"), f"+ {shown_length(need.rounding_mm, unit)}"),
            (tr("to buy"), shown_buy(need, cloth, unit)),
        ]
        if need.cost is not None:
            rows.append((tr("cost of the cloth"), shown_money(need.cost)))
        for k, (word, figure) in enumerate(rows):
            strong = word in ("needed", tr("to buy"))
            value = label(figure, "heading" if strong else "")
            value.setAlignment(Qt.AlignmentFlag.AlignRight)
            self._sum.addWidget(label(word, "heading" if strong else "soft"), k, 0)
            self._sum.addWidget(value, k, 1)

    # --- edits -------------------------------------------------------------------------------

    def keep_lay(self) -> None:
        """Ask for a name and keep the lay under it."""
        cloth, lay = self._session.cloth, self._session.lay
        if cloth is None or lay is None:
            return
        suggested = (
            f"{lay.way.name}, {shown_cloth_length(lay.lay_length_mm, self._session.job.unit)}"
        )
        name = asked_text(
            self.keep.window(), tr("Keep this lay"), tr("Under which name?"), suggested
        )
        if name:
            self._session.apply(
                with_kept(self._session.job, cloth.id, name), tr("Lay kept: {name}", name=name)
            )

    def take_kept(self, name: str) -> None:
        """Take a lay that was kept."""
        cloth = self._session.cloth
        own = next((named for named in self._session.on.kept if named.name == name), None)
        if cloth is not None and own is not None:
            self._session.apply(
                with_lay(self._session.job, cloth.id, own.lay), tr("Lay taken: {name}", name=name)
            )

    def drop_kept(self) -> None:
        """Keep the lay that is chosen no more."""
        cloth, name = self._session.cloth, str(self.kept.currentData() or "")
        if cloth is not None and name:
            self._session.apply(
                without_kept(self._session.job, cloth.id, name), tr("Lay let go: {name}", name=name)
            )
