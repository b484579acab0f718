"""The gallery of styles: each as a small picture of its own draft, those of the studio behind those
of the house."""

from __future__ import annotations

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtGui import QPainter, QPaintEvent
from PySide6.QtWidgets import (
    QDialog,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.book import StudioBook
from wickel.app.stages.parts_dialog import PartsDialog
from wickel.app.table.ink import pen
from wickel.app.table.paper_view import hung
from wickel.app.table.sketch_view import SketchView
from wickel.app.table.view import scene_path
from wickel.app.theme import palette
from wickel.app.widgets.cards import TakenCard, label, scrolling
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.guide import PAGE
from wickel.body import CHARTS
from wickel.draft import STYLES, DraftRefused
from wickel.draft.own import OwnStyle, blank_style, style_of
from wickel.drawing.sketch import sketch
from wickel.geometry import Outline, bounds
from wickel.job import Version, version_pieces
from wickel.job.apart import can_be_taken_apart, in_words
from wickel.job.named import NAMED
from wickel.pattern import net_line
from wickel.wording import term, tr

_COLUMNS = 4
_MOST_PIECES = 4
_GAP_MM = 60.0
_PICTURE_PX = 150
BLANK = "own-new"


class Thumbnail(SketchView):
    """A garment as it looks in front and behind, drafted in the middle size of its chart; where
    there is no sketch of it, its largest pieces. Empty until it is drafted."""

    def __init__(self, version: Version) -> None:
        super().__init__()
        self.setFixedHeight(_PICTURE_PX)
        self._version = version
        self._outlines: list[Outline] = []

    def make(self) -> None:
        """Draft the style and show it; one that cannot be drafted stays empty."""
        try:
            pattern = version_pieces(self._version)
        except DraftRefused as refusal:
            self.setToolTip(str(refusal))
            return
        own = self._version.own is not None or self._version.changes
        self.show_sketch(None if own else sketch(pattern))
        outlines = sorted(
            (hung(net_line(piece)) for piece in pattern.pieces),
            key=lambda outline: -bounds(outline).width * bounds(outline).height,
        )
        self._outlines = outlines[:_MOST_PIECES]
        self.update()

    def paintEvent(self, event: QPaintEvent) -> None:
        if self.shown is not None or not self._outlines:
            super().paintEvent(event)
            return
        boxes = [bounds(outline) for outline in self._outlines]
        wide = sum(box.width for box in boxes) + _GAP_MM * (len(boxes) - 1)
        high = max(box.height for box in boxes)
        scale = min((self.width() - 8) / wide, (self.height() - 8) / high)
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.translate((self.width() - wide * scale) / 2, (self.height() - high * scale) / 2)
        painter.scale(scale, scale)
        painter.setPen(pen(palette().ink, 1.5))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        x = 0.0
        for outline, box in zip(self._outlines, boxes, strict=True):
            painter.save()
            painter.translate(x - box.min_x, -box.min_y)
            painter.drawPath(scene_path(outline, closed=True))
            painter.restore()
            x += box.width + _GAP_MM
        painter.end()


def looked_for(text: str) -> list[str]:
    """What must stand in the words of a garment: each word typed, but what follows a *no* together
    with it.

    >>> looked_for("no sleeves, zip behind")
    ['no sleeves', 'zip', 'behind']
    """
    words = text.casefold().replace(",", " ").split()
    wanted: list[str] = []
    for word in words:
        if wanted and wanted[-1] == "no":
            wanted[-1] = f"no {word}"
        else:
            wanted.append(word)
    return [word for word in wanted if word != "no"]


class Gallery(QDialog):
    """Choose a style. ``chosen`` carries the id of one of the house, an ``OwnStyle``, or a
    ``Version`` of either."""

    chosen = Signal(object)

    def __init__(self, parent: QWidget | None, title: str, book: StudioBook) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "draft")
        self.setWindowTitle(title)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        take_room(self, 1080, 740)
        column = QVBoxLayout(self)
        column.setContentsMargins(20, 18, 20, 18)
        head = QHBoxLayout()
        head.addWidget(label(title, "title"), 1)
        self.wanted = QLineEdit()
        self.wanted.setPlaceholderText(tr("no sleeves, zip behind, flared …"))
        self.wanted.setAccessibleName(tr("Words to look for"))
        self.wanted.setToolTip(tr("Shows the styles whose name or description has these words"))
        self.wanted.setFixedWidth(260)
        self.wanted.textChanged.connect(self._arrange)
        head.addWidget(self.wanted)
        column.addLayout(head)
        column.addWidget(
            label(
                tr(
                    "Type to look for one; click, or Tab and Enter. Esc leaves everything as it is."
                ),
                "soft",
            )
        )
        self._own = {style.id: style for style in book.styles()}
        self._own[BLANK] = blank_style(BLANK, tr("A style of your own"))
        self._grid = QGridLayout()
        self._grid.setSpacing(12)
        self.cards: dict[str, TakenCard] = {}
        self._words: dict[str, str] = {}
        self._waiting: list[Thumbnail] = []
        for style in STYLES.values():
            bare = Version(id=style.id, name=style.name, style=style.id)
            self.cards[style.id] = self._card(bare, term(style.name), term(style.summary))
        for named in NAMED:
            self.cards[named.id] = self._card(
                named.version, term(named.version.name), term(str(named.summary))
            )
        for version in self._own.values():
            self.cards[version.id] = self._own_card(version)
        self._own |= {named.id: named.version for named in NAMED}
        inner = QWidget()
        rows = QVBoxLayout(inner)
        rows.setContentsMargins(0, 0, 0, 0)
        rows.addLayout(self._grid)
        rows.addStretch(1)
        self.none = label(tr("No garment has these words."), "soft")
        column.addWidget(self.none)
        column.addWidget(scrolling(inner), 1)
        self._arrange()
        self._timer = QTimer(self, interval=0)
        self._timer.timeout.connect(self._draw_one)
        self._timer.start()

    def _own_card(self, own: OwnStyle | Version) -> TakenCard:
        if isinstance(own, Version):
            summary = tr("Your version of: {style}", style=term(own.base.name))
            return self._card(own, own.name, summary)
        summary = term(style_of(own).summary)
        if own.id == BLANK:
            summary = tr("Begin with one panel and write its points as formulas.")
        return self._card(
            Version(id=own.id, name=own.name, style=own.id, own=own), own.name, summary
        )

    def _card(self, version: Version, name: str, summary: str) -> TakenCard:
        card = TakenCard(version.id, name, f"{name}: {summary} (Enter)")
        words = QVBoxLayout(card)
        picture = Thumbnail(version)
        self._waiting.append(picture)
        words.addWidget(picture)
        words.addWidget(label(name, "heading", wrap=True))
        words.addWidget(label(summary, "soft", wrap=True))
        words.addStretch()
        if can_be_taken_apart(version):
            words.addWidget(self._but(version, name), 0, Qt.AlignmentFlag.AlignLeft)
        card.taken.connect(self._take)
        charts = " ".join(CHARTS[id].name for id in version.base.charts)
        # what is put together is found by its parts too
        self._words[version.id] = f"{name} {summary} {charts} {in_words(version)}".casefold()
        return card

    def _but(self, version: Version, name: str) -> QPushButton:
        """The button that takes a garment with other parts."""
        button = QPushButton(tr("Like this, but …"))
        button.setObjectName("chip")
        button.setAccessibleName(tr("Like {garment}, but …", garment=name))
        button.setToolTip(tr("Exchange its parts before you take it"))
        button.clicked.connect(lambda: self._exchange_parts(version))
        return button

    def _exchange_parts(self, version: Version) -> None:
        dialog = PartsDialog(self, version)
        dialog.chosen.connect(self._take_version)
        dialog.open()

    def _take_version(self, version: Version) -> None:
        self.chosen.emit(version)
        self.accept()

    def _arrange(self) -> None:
        """Show the styles that have every word looked for."""
        wanted = looked_for(self.wanted.text())
        while self._grid.count():
            self._grid.takeAt(0)
        shown = [id for id in self.cards if all(word in self._words[id] for word in wanted)]
        for id, card in self.cards.items():
            card.setVisible(id in shown)
        self.none.setVisible(not shown)
        for k, id in enumerate(shown):
            self._grid.addWidget(self.cards[id], k // _COLUMNS, k % _COLUMNS)
        for column in range(_COLUMNS):
            self._grid.setColumnStretch(column, 1)

    def _draw_one(self) -> None:
        """Draft one more thumbnail, so that the gallery is there before all of them are."""
        if self._waiting:
            self._waiting.pop(0).make()
        else:
            self._timer.stop()

    def draw_all(self) -> None:
        """Draft every thumbnail now."""
        while self._waiting:
            self._waiting.pop(0).make()

    def _take(self, style: str) -> None:
        self.chosen.emit(self._own.get(style, style))
        self.accept()
