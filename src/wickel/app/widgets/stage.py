"""A page of the window that is brought up to date only when somebody sees it."""

from __future__ import annotations

from PySide6.QtGui import QShowEvent
from PySide6.QtWidgets import QWidget


class Stage(QWidget):
    """Connect what changes to ``keep_up``: out of sight the page waits, and is refreshed once when it is shown."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("stage")
        self._due = False

    def refresh(self) -> None:
        """Show everything as it is now."""
        raise TypeError("a page says how it is shown anew")

    def keep_up(self) -> None:
        """Refresh the page now when it is in sight, else when it comes into sight."""
        self._due = not self.isVisible()
        if not self._due:
            self.refresh()

    def showEvent(self, event: QShowEvent) -> None:
        if self._due:
            self._due = False
            self.refresh()
        super().showEvent(event)
