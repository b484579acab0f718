"""The first start: a look at the demo studio, or one's own; and the walk through the real stages,
one sentence at each."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass

from PySide6.QtCore import QEvent, QObject, QRect, Qt, Signal
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPen
from PySide6.QtWidgets import (
    QDialog,
    QFrame,
    QHBoxLayout,
    QPushButton,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from wickel.app.stage import Stage
from wickel.app.theme import palette, scaled
from wickel.app.widgets.cards import card, label
from wickel.app.widgets.dialogs import take_room
from wickel.app.widgets.guide import PAGE
from wickel.wording import tr

_CARD_WIDE, _EDGE, _RING = 430, 18, 4


class FirstStart(QDialog):
    """Two ways to begin. ``show_me`` and ``own`` say which was taken."""

    show_me = Signal()
    own = Signal()

    def __init__(self, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.setProperty(PAGE, "index")
        self.setWindowTitle(tr("Wickel"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        take_room(self, 640, 320)
        whole = QVBoxLayout(self)
        whole.setContentsMargins(28, 24, 28, 22)
        whole.setSpacing(16)
        whole.addWidget(label(tr("From a body to a cut plan"), "title"))
        whole.addWidget(
            label(
                tr(
                    "Measure a client, draft the pieces, lay them on the cloth, and know what to "
                    "buy and where to cut. How do you want to begin?"
                ),
                wrap=True,
            )
        )
        row = QHBoxLayout()
        row.setSpacing(16)
        self.look = self._way(
            row,
            tr("Show me with the demo studio"),
            tr("Five minutes through a job that is there already: body, lay, buy, cut."),
            tr("Show me"),
            self.show_me,
        )
        self.begin = self._way(
            row,
            tr("My own studio"),
            tr("Your unit, your school, your widths of cloth; then your first job."),
            tr("My own studio"),
            self.own,
        )
        whole.addLayout(row)
        self.look.setDefault(True)
        self.look.setFocus()

    def _way(
        self, row: QHBoxLayout, title: str, words: str, do: str, signal: object
    ) -> QPushButton:
        frame, column = card()
        column.addWidget(label(title, "heading", wrap=True))
        column.addWidget(label(words, "soft", wrap=True))
        column.addStretch()
        button = QPushButton(do)
        button.setObjectName("main")
        button.setToolTip(title)
        button.setMinimumHeight(round(scaled(40)))
        button.clicked.connect(signal)
        button.clicked.connect(self.accept)
        column.addWidget(button)
        row.addWidget(frame, 1)
        return button


@dataclass(frozen=True, slots=True)
class WalkStep:
    """One step of the walk: its stage, and what is said there."""

    stage: Stage
    title: str
    words: str


STEPS = (
    WalkStep(
        Stage.BODY,
        tr("A body"),
        tr(
            "Here are a client's measurements. Type another one: pieces, lay and lengths follow at "
            "once, and Ctrl+Z takes it back."
        ),
    ),
    WalkStep(
        Stage.DRAFT,
        tr("The pieces"),
        tr(
            "They are drafted from the body: net line dashed, cut line solid. Click a piece to see "
            "how it is chalked. The questions at the left change the style."
        ),
    ),
    WalkStep(
        Stage.CLOTH,
        tr("The cloth"),
        tr(
            "Width, shrinking, print: the lay keeps to all of it. A print that runs one way lets "
            "no piece lie head down."
        ),
    ),
    WalkStep(
        Stage.LAY,
        tr("The lay"),
        tr(
            "This is the cloth on your table. At the right hang the ways to fold it, each a real "
            "lay that was checked, shortest first. Take another one; or take a piece in hand and "
            "move it."
        ),
    ),
    WalkStep(
        Stage.BUY,
        tr("What to buy"),
        tr(
            "The length for every size on every width: fill the table, and click a cell to see the "
            "lay behind it. What is bought is rounded up."
        ),
    ),
    WalkStep(
        Stage.CUT,
        tr("At the table"),
        tr(
            "Fold, lay out, check and cut, step by step, with measures from the start and from the "
            "fold. It begins with measuring the real cloth."
        ),
    ),
    WalkStep(
        Stage.JOBS,
        tr("That is all of it"),
        tr(
            "The jobs of the studio hang here by the day they are due. Start Wickel without the "
            "demo to begin your own. F1 opens the guide wherever you are."
        ),
    ),
)


class _Ring(QWidget):
    """A line around the part of the window that is spoken of."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)

    def paintEvent(self, event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        painter.setPen(QPen(QColor(palette().weld), _RING))
        inner = self.rect().adjusted(_RING // 2, _RING // 2, -_RING // 2 - 1, -_RING // 2 - 1)
        painter.drawRoundedRect(inner, 8, 8)


class Walk(QObject):
    """Leads through the stages."""

    def __init__(
        self,
        window: QWidget,
        stack: QStackedWidget,
        parts: Mapping[Stage, QWidget],
        show_stage: Callable[[int], None],
    ) -> None:
        super().__init__(window)
        self._window, self._stack, self._parts = window, stack, parts
        self._show_stage = show_stage
        self.at = 0
        self.ring = _Ring(window)
        self.card = QFrame(window)
        self.card.setObjectName("chosen")
        self.card.setAccessibleName(tr("The walk"))
        column = QVBoxLayout(self.card)
        column.setContentsMargins(18, 14, 18, 14)
        column.setSpacing(8)
        self.title = label("", "heading")
        self.words = label("", wrap=True)
        column.addWidget(self.title)
        column.addWidget(self.words)
        row = QHBoxLayout()
        self.end = QPushButton(tr("End the walk"))
        self.end.setToolTip(tr("Stay here and look around"))
        self.end.clicked.connect(self.stop)
        self.back = QPushButton(tr("Back"))
        self.back.setToolTip(tr("The step before"))
        self.back.clicked.connect(lambda: self.go(self.at - 1))
        self.on = QPushButton(tr("Go on"))
        self.on.setObjectName("main")
        self.on.setToolTip(tr("The next step"))
        self.on.clicked.connect(lambda: self.go(self.at + 1))
        row.addWidget(self.end)
        row.addStretch()
        row.addWidget(self.back)
        row.addWidget(self.on)
        column.addLayout(row)
        stack.currentChanged.connect(lambda _: self._place())

    def go(self, at: int) -> None:
        """Take a step; after the last one it is over."""
        if at >= len(STEPS):
            self.stop()
            return
        self.at = max(0, at)
        self._window.installEventFilter(self)
        step = STEPS[self.at]
        self._show_stage(step.stage)
        number = tr("{at} of {all}", at=str(self.at + 1), all=str(len(STEPS)))
        self.title.setText(f"{step.title} · {number}")
        self.words.setText(step.words)
        self.back.setEnabled(self.at > 0)
        self.on.setText(tr("Done") if self.at + 1 == len(STEPS) else tr("Go on"))
        self.card.show()
        self._place()
        self.on.setFocus()

    def stop(self) -> None:
        """End it here."""
        self.card.hide()
        self.ring.hide()
        self._window.removeEventFilter(self)

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """Keep the card in its corner."""
        if event.type() in (QEvent.Type.Resize, QEvent.Type.Show):
            self._place()
        return False

    def _place(self) -> None:
        if self.card.isHidden():
            return
        wide = min(round(scaled(_CARD_WIDE)), self._window.width() - 2 * _EDGE)
        self.card.setFixedWidth(wide)
        self.card.adjustSize()
        low = self._stack.mapTo(self._window, self._stack.rect().bottomLeft()).y()
        self.card.move(self._window.width() - wide - _EDGE, low - self.card.height())
        step = STEPS[self.at]
        about = self._parts[step.stage]
        here = about.isVisible() and self._stack.currentIndex() == step.stage
        self.ring.setVisible(here)
        if here:
            corner = about.mapTo(self._window, about.rect().topLeft())
            self.ring.setGeometry(QRect(corner, about.size()).adjusted(-6, -6, 6, 6))
            self.ring.raise_()
        self.card.raise_()
