"""The slip across the bottom: one sentence, what is wrong or next, with *Show me*."""

from __future__ import annotations

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton

from wickel.app.stage import Stage
from wickel.app.theme import TARGET_PX, palette, scaled
from wickel.app.widgets.cards import label
from wickel.wording import tr


class Slip(QFrame):
    """Shows one sentence. ``asked`` is emitted with the stage's index when *Show me* is pressed."""

    asked = Signal(int)

    def __init__(self) -> None:
        super().__init__()
        self._stage = Stage.JOBS
        self.setMinimumHeight(TARGET_PX + 4)
        row = QHBoxLayout(self)
        row.setContentsMargins(20, 0, 12, 0)
        self.sentence = label("", wrap=True)
        self.sentence.setAccessibleName(tr("What is next"))
        self.sentence.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
        self.show_me = QPushButton(tr("Show me"))
        self.show_me.setShortcut("F2")
        self.show_me.setToolTip(tr("Go where this is (F2)"))
        self.show_me.clicked.connect(lambda: self.asked.emit(self._stage))
        row.addWidget(self.sentence, 1)
        row.addWidget(self.show_me)
        self.dress()

    def dress(self) -> None:
        """Take on the colours of the theme."""
        colours = palette()
        gold = "#F2DC94"
        self.setStyleSheet(
            f"QFrame {{ background: {colours.slip}; border: none; }}"
            f"QLabel {{ color: {colours.slip_text}; font-size: {round(scaled(14))}px; background: "
            f"transparent; }}"
            f"QPushButton {{ color: {gold}; background: transparent; border: 1px solid "
            "transparent; font-weight: "
            "700;"
            " padding: 4px 10px; "
            f"min-height: {TARGET_PX - 10}px; }}"
            f"QPushButton:focus, QPushButton:hover {{ border: 1px solid {gold}; }}"
        )

    def say(self, sentence: str, stage: Stage | None = None) -> None:
        """Show a sentence; with a stage, *Show me* leads there."""
        self.sentence.setText(sentence)
        self.sentence.setToolTip(sentence)
        if stage is not None:
            self._stage = stage
        self.show_me.setVisible(stage is not None)
