"""The figures of the draft, in the order in which they are chalked: each with its rule, the maker's
own marked, what is unusual said beside it."""

from __future__ import annotations

import math
from functools import partial

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import (
    QCheckBox,
    QFrame,
    QGridLayout,
    QHBoxLayout,
    QLineEdit,
    QPushButton,
    QToolButton,
    QVBoxLayout,
    QWidget,
)

from wickel.app.widgets.cards import emptied, label, relabelled, scrolling
from wickel.app.widgets.field import Field
from wickel.app.widgets.guide import PAGE
from wickel.app.widgets.reason import mark_concerned, mark_wrong
from wickel.draft import Own
from wickel.draft.formulas import respelled
from wickel.job import Garment
from wickel.job.figures import read_figure, shown_own
from wickel.job.job import Layer
from wickel.pattern import Figure, FigureKind, Gave, Pattern
from wickel.units import Unit, shown_length
from wickel.wording import term, tr

_FIELD_WIDE = 92


class FigureField(Field):
    """One figure: its value, or what the maker has typed. ``entered`` carries the figure's id and
    the words; nothing typed is the rule again."""

    entered = Signal(str, str)

    def __init__(self) -> None:
        super().__init__()
        self.figure = ""
        self._shown = ""
        self.setMinimumWidth(_FIELD_WIDE)
        self.editingFinished.connect(self._finish)

    def show_figure(self, figure: Figure, own: Own | None, unit: Unit) -> None:
        """Show a figure as it is now."""
        self.figure = figure.id
        value = shown_value(figure, unit)
        self._shown = value if own is None else shown_own(own, unit)
        if not self.is_touched and self.text() != self._shown:
            self.setText(self._shown)
            self.setCursorPosition(0)
        side = f", {figure.side}" if figure.side else ""
        self.setAccessibleName(f"{term(figure.words)}{side}")
        rule = respelled(figure.rule, unit) or tr("solved from {of}", of=", ".join(figure.of))
        ruled = shown_value(figure, unit, ruled=True)
        self.setToolTip(
            tr(
                "{id} = {rule} ({ruled}). Type a length (with “cut” to the cut line), +1, a "
                "formula, or > 45 for as far as the cloth goes; nothing for the rule",
                id=figure.id,
                rule=rule,
                ruled=ruled,
            )
        )
        name = "mine" if figure.mine else ""
        if self.objectName() != name:
            self.setObjectName(name)
            self.style().polish(self)
        mark_wrong(self, "")

    def show_words(self, words: str) -> None:
        """Show what the maker typed, as it is."""
        self._shown = words
        if self.text() != words:
            self.setText(words)

    def _finish(self) -> None:
        # what was typed is given, even where it reads like the rule's value, which is rounded
        if self.typed or self.text().strip() != self._shown:
            self.typed = False
            self.entered.emit(self.figure, self.text())


def shown_value(figure: Figure, unit: Unit, *, ruled: bool = False) -> str:
    """The value of a figure as a maker reads it."""
    value = figure.ruled if ruled else figure.value
    if math.isnan(value):
        return "—"  # the rule names what was not measured
    return shown_length(value, unit) if figure.kind is FigureKind.LENGTH else f"{value:g}"


def _given_by(layer: Layer, name: str) -> str:
    """What has given a figure, beside its rule."""
    if layer is Layer.SCHOOL:
        return tr("by the school “{name}”", name=name)
    if layer is Layer.CLIENT:
        return tr("by the fittings of {name}", name=name)
    return tr("by your version “{name}”", name=name)


class FigureRow(QWidget):
    """A figure, or that of front and back side by side: words, fields, rule, and what is odd."""

    def __init__(self, bases: tuple[Figure, ...], panel: FiguresPanel) -> None:
        super().__init__()
        self.base = bases[0].base
        self.setAccessibleName(term(bases[0].words))
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 2, 0, 4)
        grid.setHorizontalSpacing(6)
        grid.setVerticalSpacing(1)
        words = label(term(bases[0].words), wrap=True)
        grid.addWidget(words, 0, 0, 1, 3)
        self.fields: dict[str, FigureField] = {}
        self.back: dict[str, QPushButton] = {}
        for column, figure in enumerate(bases):
            field = FigureField()
            field.entered.connect(panel.enter)
            out = QPushButton("×")
            out.setObjectName("chip")
            out.setAccessibleName(tr("{id} by the rule again", id=figure.id))
            out.setToolTip(tr("Back to the rule"))
            out.clicked.connect(partial(panel.drop, figure.id))
            both = QHBoxLayout()
            both.setSpacing(2)
            both.addWidget(field, 1)
            both.addWidget(out)
            grid.addLayout(both, 1, column)
            self.fields[figure.id], self.back[figure.id] = field, out
        grid.setColumnStretch(0, 1)
        grid.setColumnStretch(1, 1)
        self.rule = label("", "soft", wrap=True)
        self.doubt = label("", "broken", wrap=True)
        grid.addWidget(self.rule, 2, 0, 1, 3)
        grid.addWidget(self.doubt, 3, 0, 1, 3)
        self.mine = False
        self.found = " ".join((self.base, term(bases[0].words), term(bases[0].level))).lower()

    def fits(self, words: list[str], *, only_mine: bool, near: frozenset[str] | None) -> bool:
        """Whether it has every word, is the maker's own where only those are asked for, and one of
        those near, if any are."""
        if only_mine and not self.mine:
            return False
        return (near is None or self.base in near) and all(word in self.found for word in words)

    def show_figures(self, figures: tuple[Figure, ...], garment: Garment, unit: Unit) -> None:
        """Show them as they are now."""
        self.mine = any(figure.mine for figure in figures)
        for figure in figures:
            own = garment.figures.get(figure.id) or garment.figures.get(figure.base)
            self.fields[figure.id].show_figure(figure, own, unit)
            self.back[figure.id].setVisible(figure.mine)
        rules = dict.fromkeys(
            respelled(f.rule, unit) or tr("solved from {of}", of=", ".join(f.of)) for f in figures
        )
        # what a ±, a formula or the cloth gives is not seen in its field
        given = dict.fromkeys(
            f"= {shown_value(f, unit)}" for f in figures if f.mine and f.gave is not Gave.LENGTH
        )
        givers = {
            (giver.layer, giver.name)
            for figure in figures
            for id in (figure.id, figure.base)
            if (giver := garment.given_by.get(id)) is not None and figure.mine
        }
        by = (_given_by(layer, name) for layer, name in sorted(givers))
        self.rule.setText("  ·  ".join((*by, *given, *rules)))
        doubts = dict.fromkeys(str(f.doubt) for f in figures if f.doubt)
        self.doubt.setText(" ".join(doubts))
        self.doubt.setVisible(bool(doubts))

    def show_typed(self, garment: Garment, unit: Unit) -> None:
        """Show what is typed of them while nothing can be drafted."""
        for id, field in self.fields.items():
            own = garment.figures.get(id) or garment.figures.get(self.base)
            if own is not None:
                field.show_words(shown_own(own, unit))
            self.back[id].setVisible(own is not None)

    def mark(self, concerns: tuple[str, ...], refusal: str) -> None:
        """Mark the fields that a refusal is about."""
        for id, field in self.fields.items():
            mark_concerned(field, refusal if id in concerns or self.base in concerns else "")


class FiguresPanel(QFrame):
    """All figures of the garment in hand, level by level. ``given`` carries a figure's id and what
    the maker says of it, None for the rule; ``trouble`` why it cannot be read."""

    given = Signal(str, object)
    trouble = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.setProperty(PAGE, "figures")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self.search = QLineEdit()
        self.search.setPlaceholderText(tr("words to look for"))
        self.search.setAccessibleName(tr("Search the figures"))
        self.search.setClearButtonEnabled(True)
        self.search.textChanged.connect(self._filter)
        column.addWidget(self.search)
        self.mine = label("", "soft", wrap=True)
        self.only_mine = QCheckBox(tr("Only what is yours"))
        self.only_mine.setToolTip(tr("Shows only the figures that you have given"))
        self.only_mine.toggled.connect(lambda _: self._filter(self.search.text()))
        column.addWidget(self.mine)
        column.addWidget(self.only_mine)
        self.only_piece = QCheckBox(tr("Only the piece in hand"))
        self.only_piece.setToolTip(
            tr("Shows only the figures that it is drawn with; what you look for is found in all")
        )
        self.only_piece.setChecked(True)
        self.only_piece.toggled.connect(lambda _: self._filter(self.search.text()))
        column.addWidget(self.only_piece)
        self.reach = QPushButton(tr("Find how far the cloth goes"))
        self.reach.setToolTip(
            tr(
                "Lays the job again and again, and makes what is to go as far as the cloth (> 45) "
                "longer as long as it still fits"
            )
        )
        self.reach.hide()
        column.addWidget(self.reach)
        inner = QWidget()
        self._column = QVBoxLayout(inner)
        self._column.setContentsMargins(0, 0, 8, 0)
        self._column.setSpacing(1)
        self.none = label(tr("No figure has these words."), "soft", wrap=True)
        self.none.hide()
        column.addWidget(self.none)
        self._scroll = scrolling(inner)
        column.addWidget(self._scroll, 1)
        self.rows: dict[str, FigureRow] = {}
        self.folds: dict[str, QToolButton] = {}
        self._folded: set[str] = set()
        self._levels: list[tuple[QWidget, list[FigureRow]]] = []
        self._shape: tuple[str, ...] = ()
        self._unit = Unit.CM
        self._of_piece: frozenset[str] | None = None

    def show_piece(self, bases: frozenset[str] | None) -> None:
        """Show only these figures, by their names without sides, of the piece in hand; None: no
        piece is in hand."""
        self._of_piece = bases
        self.only_piece.setEnabled(bases is not None)
        self._filter(self.search.text())

    def show_draft(self, pattern: Pattern | None, garment: Garment, unit: Unit) -> None:
        """Show the figures of a draft; where there is none, those of the last with what is
        typed."""
        self._unit = unit
        if pattern is None:
            for row in self.rows.values():
                row.show_typed(garment, unit)
            return
        by_base: dict[str, list[Figure]] = {}
        for figure in pattern.figures:
            by_base.setdefault(figure.base, []).append(figure)
        shape = tuple(figure.id for figure in pattern.figures)
        if shape != self._shape:
            self._make_rows(by_base)
            self._shape = shape
        for base, figures in by_base.items():
            self.rows[base].show_figures(tuple(figures), garment, unit)
        count = sum(figure.mine for figure in pattern.figures)
        if not pattern.figures:
            words = tr("This style takes no figures of your own yet: answer its questions.")
        elif count:
            words = tr(
                "{count:of figure is|figures are} yours; × gives the rule again.", count=count
            )
        else:
            words = tr("Every figure is by its rule. Type yours in.")
        relabelled(self.mine, words, "soft")
        self.only_mine.setVisible(count > 0 or self.only_mine.isChecked())
        self._filter(self.search.text())

    def mark(self, concerns: tuple[str, ...], refusal: str) -> None:
        """Mark the fields that a refusal is about; none when it is empty."""
        for row in self.rows.values():
            row.mark(concerns, refusal)

    def _make_rows(self, by_base: dict[str, list[Figure]]) -> None:
        emptied(self._column)
        self.rows, self._levels, self.folds = {}, [], {}
        for base, figures in by_base.items():
            level = figures[0].level
            if not self._levels or self._levels[-1][0].property("level") != level:
                self._levels.append((self._heading(level, figures), []))
            row = FigureRow(tuple(figures), self)
            self._levels[-1][1].append(row)
            self.rows[base] = row
            self._column.addWidget(row)
        self._column.addStretch()
        self._filter(self.search.text())

    def _heading(self, level: str, figures: list[Figure]) -> QWidget:
        """The name of a level, over the columns of front and back."""
        heading = QWidget()
        heading.setProperty("level", level)
        row = QHBoxLayout(heading)
        row.setContentsMargins(0, 8, 0, 0)
        fold = QToolButton()
        fold.setAutoRaise(True)
        fold.setText("▸" if level in self._folded else "▾")
        fold.setAccessibleName(tr("Fold or unfold: {level}", level=term(level)))
        fold.setToolTip(tr("Show only the name of this level, or its figures again"))
        fold.clicked.connect(partial(self.fold_level, level))
        self.folds[level] = fold
        row.addWidget(fold)
        row.addWidget(label(term(level), "heading"), 1)
        if len(figures) == 2:
            row.addWidget(label(tr("front · back"), "soft"), 0, Qt.AlignmentFlag.AlignBottom)
        self._column.addWidget(heading)
        return heading

    def fold_level(self, level: str) -> None:
        """Fold a level away, or show its figures again."""
        self._folded ^= {level}
        self.folds[level].setText("▸" if level in self._folded else "▾")
        self._filter(self.search.text())

    def _filter(self, text: str) -> None:
        """Show what has every word looked for, and of that only what is the maker's own where that
        is asked; what is looked for is shown though its level is folded."""
        words = text.lower().split()
        only = self.only_mine.isChecked()
        near = self._of_piece if self.only_piece.isChecked() and not words and not only else None
        found = False
        for heading, rows in self._levels:
            folded = heading.property("level") in self._folded and not words and not only
            fitting = [row for row in rows if row.fits(words, only_mine=only, near=near)]
            for row in rows:
                row.setVisible(row in fitting and not folded)
            heading.setVisible(bool(fitting))
            found = found or bool(fitting)
        self.none.setVisible(bool(words) and not found)

    def bring(self, bases: tuple[str, ...]) -> None:
        """Bring figures into sight, the first of them with the focus."""
        self.search.clear()
        if self._of_piece is not None and not self._of_piece & set(bases):
            self.only_piece.setChecked(False)
        for base in bases:
            row = self.rows.get(base)
            if row is not None:
                self._scroll.ensureWidgetVisible(row, 0, 40)
                field = next(iter(row.fields.values()))
                field.setFocus()
                field.selectAll()
                return

    # --- edits -------------------------------------------------------------------------------

    def enter(self, id: str, text: str) -> None:
        """Take what was typed of a figure; what cannot be read is marked."""
        if not text.strip():
            self.drop(id)
            return
        try:
            own = read_figure(text, self._unit)
        except ValueError as reason:
            for row in self.rows.values():
                if id in row.fields:
                    mark_wrong(row.fields[id], str(reason))
            self.trouble.emit(str(reason))
            return
        self.given.emit(id, own)

    def drop(self, id: str) -> None:
        """Take a figure by its rule again."""
        self.given.emit(id, None)
