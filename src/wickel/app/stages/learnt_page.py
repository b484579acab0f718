"""Figures over time: cloth saved against the old rule of thumb, share used by way, minutes planned
and taken, remnants, value on the shelf. Plots are drawn when the page is first seen."""

from __future__ import annotations

from collections.abc import Sequence
from importlib import import_module
from typing import TYPE_CHECKING, cast

from PySide6.QtCore import Qt
from PySide6.QtGui import QColor
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QVBoxLayout, QWidget

from wickel.app.background import Background
from wickel.app.book import StudioBook
from wickel.app.table.ink import pen
from wickel.app.theme import palette, text_font
from wickel.app.widgets.cards import Figure, card, emptied, label
from wickel.cloth import WAYS
from wickel.units import MM_PER_INCH, Unit, shown_cloth_length
from wickel.wording import tr

if TYPE_CHECKING:
    import pyqtgraph

    from wickel.studio.learnt import Learnt

_MM_IN_YARD, _BAR = 36 * MM_PER_INCH, 0.62
_MOST_WAYS = 6


class LearntPage(QWidget):
    """What the log and the shelf show, as a few large figures and five plots."""

    def __init__(self, book: StudioBook) -> None:
        super().__init__()
        self._book = book
        self.plots: dict[str, pyqtgraph.PlotWidget] = {}
        self._shown: tuple[object, ...] = ()
        self._unit = Unit.CM
        self.work = Background(self)
        self.work.done.connect(self._draw)
        self.work.refused.connect(book.trouble)
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(10)
        frame, head = card()
        self._figures = QHBoxLayout()
        self._figures.setSpacing(34)
        head.addLayout(self._figures)
        self.figures: dict[str, str] = {}
        column.addWidget(frame)
        self._grid = QGridLayout()
        self._grid.setSpacing(10)
        column.addLayout(self._grid, 1)

    def refresh(self, unit: Unit) -> None:
        """Show what there is now; it is worked out in the background."""
        book, values = self._book.book, self._book.values_by_month()
        if book is None:
            return
        asked = (book.store.version_of("log"), book.store.version_of("shelf"), values)
        shown = (asked, unit, palette())
        if shown == self._shown:
            return
        self._shown, self._unit = shown, unit

        def work() -> object:
            from wickel.studio.learnt import learnt

            import_module("pyqtgraph")  # loads slowly: here, not where the plots are made
            return learnt(book.log.entries(), book.shelf.all(), values)

        self.work.begin(work)

    def _draw(self, made: object) -> None:
        own, unit = cast("Learnt", made), self._unit
        self._made(unit)
        whole = own.saved[-1].all_mm if own.saved else 0.0
        self._show_figures(
            {
                tr("saved against the rule of thumb"): shown_cloth_length(whole, unit),
                tr("of the cloth is used"): f"{own.share:.0%}" if own.share else "–",
                tr("cutting, times as planned"): f"{own.factor:.2f}" if own.factor != 1.0 else "–",
                tr("remnants used up, of {kept}", kept=own.kept): str(own.used_up),
                tr("worth on the shelf"): f"{own.worth:,.0f}" if own.worth else "–",
            }
        )
        length = _MM_IN_YARD if unit is Unit.INCH else 1000.0
        self._bars(
            "saved",
            [(month.month, month.saved_mm / length) for month in own.saved],
            palette().moss,
            line=[month.all_mm / length for month in own.saved],
        )
        ways = own.ways.items()
        self._ways([(WAYS[way].name, share) for way, (share, _) in ways if way in WAYS])
        self._scatter(own.minutes, own.factor)
        self._bars(
            "remnants",
            [(month, float(came)) for month, (came, _) in own.remnants.items()],
            palette().weld,
            over=[float(went) for _, went in own.remnants.values()],
        )
        self._bars("value", list(own.values.items()), palette().woad)

    def _show_figures(self, figures: dict[str, str]) -> None:
        emptied(self._figures)
        self.figures = figures
        for words, figure in figures.items():
            both = QVBoxLayout()
            both.setSpacing(0)
            both.addWidget(Figure(words, figure))
            both.addWidget(label(words, "soft"))
            self._figures.addLayout(both)
        self._figures.addStretch()

    # --- plots ---------------------------------------------------------------------------------

    def _made(self, unit: Unit) -> None:
        """Make the plots in the colours of now."""
        import pyqtgraph  # loads slowly

        pyqtgraph.setConfigOptions(antialias=True)
        emptied(self._grid)
        self.plots = {}
        saved = (
            tr("Yards of cloth saved, by month · line: from the beginning")
            if unit is Unit.INCH
            else tr("Metres of cloth saved, by month · line: from the beginning")
        )
        places = {
            "saved": (saved, 0, 0, 3),
            "ways": (tr("Share of the cloth used, by way"), 0, 3, 3),
            "minutes": (tr("Minutes: planned to the right, taken upwards"), 1, 0, 2),
            "remnants": (tr("Remnants kept, by month · dark: used up"), 1, 2, 2),
            "value": (tr("Worth on the shelf, by month"), 1, 4, 2),
        }
        for name, (title, row, at, wide) in places.items():
            frame, column = card()
            column.addWidget(label(title, "heading"))
            plot = pyqtgraph.PlotWidget(background=palette().paper)
            plot.setFrameShape(plot.Shape.NoFrame)
            plot.setMouseEnabled(x=False, y=False)
            plot.setMenuEnabled(False)
            plot.hideButtons()
            plot.setAccessibleName(title)
            plot.setFocusPolicy(Qt.FocusPolicy.NoFocus)
            for side in ("left", "bottom"):
                axis = plot.getAxis(side)
                axis.setPen(pen(palette().soft, 1))
                axis.setTextPen(QColor(palette().ink))
                axis.setStyle(tickFont=text_font(12))
            column.addWidget(plot, 1)
            self._grid.addWidget(frame, row, at, 1, wide)
            self.plots[name] = plot

    def _bars(
        self,
        name: str,
        rows: Sequence[tuple[str, float]],
        colour: str,
        *,
        line: Sequence[float] = (),
        over: Sequence[float] = (),
    ) -> None:
        """Bars by month; a ``line`` through other figures, or darker bars ``over`` them."""
        import pyqtgraph

        plot = self.plots[name]
        places = list(range(len(rows)))
        for heights, dye, wide in (
            ([value for _, value in rows], colour, _BAR),
            (list(over), palette().walnut, _BAR / 2),
        ):
            if heights:
                bars = pyqtgraph.BarGraphItem(
                    x=places, height=heights, width=wide, brush=QColor(dye), pen=None
                )
                plot.addItem(bars)
        if line:
            plot.plot(places, list(line), pen=pen(palette().madder, 2))
        step = max(1, -(-len(rows) // (6 if name == "saved" else 4)))
        ticks = [(k, _month(month)) for k, (month, _) in enumerate(rows) if k % step == 0]
        plot.getAxis("bottom").setTicks([ticks])
        plot.setXRange(-0.6, max(0.6, len(rows) - 0.4), padding=0)
        plot.setAccessibleDescription("; ".join(f"{month}: {value:.2f}" for month, value in rows))

    def _ways(self, rows: Sequence[tuple[str, float]]) -> None:
        """The share that each way uses, the best at the top."""
        import pyqtgraph

        plot, rows = self.plots["ways"], rows[:_MOST_WAYS]
        places = [len(rows) - 1 - k for k in range(len(rows))]
        bars = pyqtgraph.BarGraphItem(
            x0=[0.0] * len(rows),
            y=places,
            width=[100 * share for _, share in rows],
            height=_BAR,
            brush=QColor(palette().woad),
            pen=None,
        )
        plot.addItem(bars)
        for place, (_, share) in zip(places, rows, strict=True):
            words = pyqtgraph.TextItem(f"{share:.0%}", color=QColor(palette().ink), anchor=(0, 0.5))
            words.setFont(text_font(13, bold=True))
            words.setPos(100 * share + 1, place)
            plot.addItem(words)
        names = [(place, name) for place, (name, _) in zip(places, rows, strict=True)]
        plot.getAxis("left").setTicks([names])
        plot.setXRange(0, 112, padding=0)
        plot.setYRange(-0.6, max(0.6, len(rows) - 0.4), padding=0)
        plot.setAccessibleDescription("; ".join(f"{name}: {share:.0%}" for name, share in rows))

    def _scatter(self, minutes: Sequence[tuple[float, float]], factor: float) -> None:
        """A point for each job; dashed where taken is planned, full what the log scales by."""
        plot = self.plots["minutes"]
        most = max((max(pair) for pair in minutes), default=60.0) * 1.08
        dashed = pen(palette().soft, 1, Qt.PenStyle.DashLine)
        plot.plot([0, most], [0, most], pen=dashed)
        if factor != 1.0:
            end = min(most, most / factor)
            plot.plot([0, end], [0, end * factor], pen=pen(palette().madder, 2))
        plot.plot(
            [planned for planned, _ in minutes],
            [taken for _, taken in minutes],
            pen=None,
            symbol="o",
            symbolSize=7,
            symbolBrush=QColor(palette().indigo),
            symbolPen=None,
        )
        plot.setXRange(0, most, padding=0)
        plot.setYRange(0, most, padding=0)
        plot.setAccessibleDescription(tr("{count:of job|jobs}", count=len(minutes)))


def _month(iso: str) -> str:
    """A month as it stands under a bar: 2026-12 as 12.26."""
    year, _, month = iso.partition("-")
    return f"{month}.{year[2:]}"
