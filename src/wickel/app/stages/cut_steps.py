"""What the guide shows of one step: figures, lists, ticks, tables; in type for two metres."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QAbstractItemView,
    QCheckBox,
    QFrame,
    QGridLayout,
    QHeaderView,
    QTableWidget,
    QTableWidgetItem,
    QVBoxLayout,
    QWidget,
)

from wickel.app.widgets.cards import label
from wickel.cutting import Caution, Chalked, Check, Join, Label, Laid, Measure
from wickel.units import Unit, shown_length
from wickel.wording import Text, say, tr

_LARGE, _MIDDLE = 150, 420
"""Up to so many letters a step is written as large as it can be, or less large."""


def lines(texts: Sequence[Text], kind: str = "") -> list[QWidget]:
    """A label for every line; without a kind as large as their length allows."""
    words = [str(text) for text in texts]
    letters = sum(map(len, words))
    if not kind:
        kind = "far-large" if letters <= _LARGE else "far-middle" if letters <= _MIDDLE else "far"
    return [label(text, kind, wrap=True) for text in words]


def caution_box(cautions: Sequence[Caution]) -> QWidget:
    """Cautions, framed, each with its sign: they are not to be missed."""
    frame = QFrame()
    frame.setObjectName("caution")
    column = QVBoxLayout(frame)
    column.setContentsMargins(16, 12, 16, 12)
    column.setSpacing(8)
    for caution in cautions:
        column.addWidget(label(f"!  {caution.words}", "far", wrap=True))
    return frame


def place_figures(row: Laid, edge: Text, unit: Unit) -> QWidget:
    """How far both ends of a grain line are, as large as they can be."""
    made = QWidget()
    grid = QGridLayout(made)
    grid.setContentsMargins(0, 0, 0, 0)
    grid.setHorizontalSpacing(20)
    grid.setVerticalSpacing(0)
    column = 0
    for words, point in ((tr("● head end"), row.head), (tr("→ arrow end"), row.tail)):
        grid.addWidget(label(words, "far-bold"), 1, column)
        for said, mm in zip((tr("from the start"), str(edge)), point, strict=True):
            column += 1
            grid.addWidget(label(said, "far-soft"), 0, column)
            figure = label(shown_length(mm, unit, with_unit=False), "far-figure")
            figure.setAccessibleName(f"{words}, {said}")
            grid.addWidget(figure, 1, column)
        column += 1
        if column < _SIX:
            grid.setColumnMinimumWidth(column, 26)
            column += 1
    grid.addWidget(label(unit.value, "far-soft"), 1, column)
    grid.setColumnStretch(column + 1, 1)
    return made


_SIX, _LEAST_ROWS_PX = 5, 320


def laid_words(row: Laid) -> list[QWidget]:
    """How a piece lies, in words."""
    on_fold = [tr("fold edge on the fold")] if row.fold else []
    words = [str(row.head_words), str(row.side_words), str(row.plies_words), *on_fold]
    copies = row.copies.replace("on fold", "").strip(", ")
    words += [copies] if copies and copies != "× 1" else []
    return [label(" · ".join(words), "far-middle", wrap=True)]


def table(
    heads: Sequence[str], rows: Sequence[Sequence[str]], name: str, stretch: int = 1
) -> QTableWidget:
    """A list in large type; only to be read."""
    made = QTableWidget(len(rows), len(heads))
    made.setObjectName("far")
    made.setAccessibleName(name)
    made.setHorizontalHeaderLabels(list(heads))
    made.verticalHeader().hide()
    made.setShowGrid(False)
    made.setWordWrap(True)
    made.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
    made.setSelectionMode(QAbstractItemView.SelectionMode.NoSelection)
    made.setFocusPolicy(Qt.FocusPolicy.NoFocus)
    header = made.horizontalHeader()
    header.setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
    header.setSectionResizeMode(stretch, QHeaderView.ResizeMode.Stretch)
    for r, row in enumerate(rows):
        for c, text in enumerate(row):
            made.setItem(r, c, QTableWidgetItem(text))
    made.setObjectName("far")
    made.setMinimumHeight(_LEAST_ROWS_PX)
    header.setDefaultAlignment(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter)
    made.verticalHeader().setSectionResizeMode(QHeaderView.ResizeMode.ResizeToContents)
    return made


def chalk_table(points: Sequence[Chalked], edge: Text, unit: Unit) -> QTableWidget:
    """The points of a piece where it lies."""
    rows = [
        (
            str(point.number or "·"),
            point.name,
            shown_length(point.at[0], unit, with_unit=False),
            shown_length(point.at[1], unit, with_unit=False),
            point.then,
        )
        for point in points
    ]
    heads = (
        "",
        tr("point"),
        tr("from the start, {unit}", unit=unit.value),
        f"{edge}, {unit.value}",
        tr("then"),
    )
    return table(heads, rows, tr("Chalk list of this piece, where it lies"))


def measure_lines(found: Sequence[Measure], unit: Unit) -> list[QWidget]:
    """What is measured on a chalked piece."""
    return [label(f"{own.words}: {shown_length(own.mm, unit)}", "far-soft") for own in found]


def ticks(
    checks: Sequence[Check], done: frozenset[str], change: Callable[[str, bool], None]
) -> list[QCheckBox]:
    """A large tick for every check; the first that is open is marked."""
    made = []
    first = next((check.id for check in checks if check.id not in done), "")
    for check in checks:
        tick = QCheckBox(str(check.words))
        tick.setObjectName("now" if check.id == first else "far")
        tick.setChecked(check.id in done)
        tick.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        tick.toggled.connect(partial(change, check.id))
        made.append(tick)
    return made


def label_table(labels: Sequence[Label]) -> QTableWidget:
    """What is written on every piece."""
    rows = [
        (
            own.name,
            str(own.which),
            " · ".join(word for word in (own.size, own.mark, own.cloth) if word),
            ", ".join(f"{joint.edge} → {joint.piece}" for joint in own.joins),
            str(say("labels.fused")) if own.fused else "",
        )
        for own in labels
    ]
    heads = (tr("piece"), tr("which"), tr("size, cloth"), tr("joins to"), "")
    return table(heads, rows, tr("Labels"), stretch=3)


def join_table(rows: Sequence[Join], unit: Unit) -> QTableWidget:
    """The joining card."""
    said = []
    for row in rows:
        sides = ("", "", "")
        if row.one is not None:
            sides = (
                f"{row.one.piece}: {row.one.edge}",
                row.to,
                shown_length(row.one.allowance_mm, unit, with_unit=False),
            )
        said.append((str(row.number), row.name, *sides, "; ".join(map(str, row.notes))))
    heads = (
        "",
        tr("seam"),
        tr("this edge"),
        tr("to this one"),
        tr("allowance, {unit}", unit=unit.value),
        tr("to know"),
    )
    return table(heads, said, tr("Joining card"), stretch=5)
