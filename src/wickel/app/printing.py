"""Printing: the papers for the table, and pieces or lays at full size, each seen before in a dialog
of its own."""

from __future__ import annotations

from pathlib import Path

from PySide6.QtCore import QObject, Qt
from PySide6.QtWidgets import QWidget

from wickel.app.session import Session
from wickel.app.settings import SettingsFile
from wickel.app.stages.cut import CutStage
from wickel.cutting import ToCut
from wickel.wording import tr


class Printing(QObject):
    """Opens the dialogs; why there is nothing to print yet is said."""

    def __init__(
        self,
        session: Session,
        cut: CutStage,
        folder: Path,
        settings: SettingsFile,
        window: QWidget,
    ) -> None:
        super().__init__(window)
        self._session, self._cut, self._folder, self._window = session, cut, folder, window
        self._settings = settings
        cut.papers_asked.connect(self.papers)
        cut.full_size_asked.connect(self.full_size)

    def papers(self) -> None:
        """Show the papers for the table, to be printed or saved."""
        from wickel.app.stages.cut_papers import PapersDialog  # printing loads slowly

        work = self.work()
        if work is not None:
            dialog = PapersDialog(
                work, self._cut.studio, self._folder, self._window, self._settings.values.paper
            )
            dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
            dialog.open()

    def full_size(self) -> None:
        """Show the pieces at full size, to be printed or saved."""
        from wickel.app.stages.cut_papers import FullSizeDialog  # printing loads slowly

        work = self.work()
        if work is not None:
            dialog = FullSizeDialog(work, self._folder, self._window, self._settings.values.paper)
            dialog.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
            dialog.open()

    def work(self) -> ToCut | None:
        """The job with a whole lay of every cloth; why there is none is said."""
        self._cut.refresh()
        work = self._cut.work
        broken = [] if work is None else [own for lay in work.lays for own in lay.broken]
        if work is None or broken:
            reason = broken[0].text if broken else tr("There is not yet a lay of every cloth.")
            self._session.trouble.emit(tr("Nothing to print yet: {reason}", reason=reason))
            return None
        return work
