"""A page of the window that is brought up to date only when somebody sees it."""

from __future__ import annotations

from PySide6.QtCore import QCoreApplication, QEvent, QTimer
from PySide6.QtGui import QShowEvent
from PySide6.QtWidgets import QScrollArea, QWidget

_SETTLED_MS = 15


class Stage(QWidget):
    """Connect what changes to ``keep_up``: out of sight the page waits, and is refreshed once when
    it is shown."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("stage")
        self._due = False
        self._settled = QTimer(self, singleShot=True, interval=_SETTLED_MS)
        self._settled.timeout.connect(self._settle)

    def refresh(self) -> None:
        """Show everything as it is now."""
        raise TypeError("a page says how it is shown anew")

    def keep_up(self) -> None:
        """Refresh the page now when it is in sight, else when it comes into sight."""
        self._due = not self.isVisible()
        if not self._due:
            self.refresh()

    def _settle(self) -> None:
        """Have columns take the height of what came into them while they were not yet in sight, and
        paint."""
        for column in self.findChildren(QScrollArea):
            if (inner := column.widget()) is not None:
                QCoreApplication.postEvent(inner, QEvent(QEvent.Type.LayoutRequest))
        self.setUpdatesEnabled(True)

    def showEvent(self, event: QShowEvent) -> None:
        if self._due:
            self._due = False
            self.setUpdatesEnabled(False)  # what is put in now finds its place before it is painted
            self._settled.start()
            self.refresh()
        super().showEvent(event)
