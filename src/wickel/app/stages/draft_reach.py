"""Finding how far the cloth lets figures go: a button that starts and stops the work."""

from __future__ import annotations

from PySide6.QtCore import QObject
from PySide6.QtWidgets import QPushButton

from wickel.app.errand import Errand
from wickel.app.lay_search import WORKERS
from wickel.app.session import Session
from wickel.cloth import Cloth
from wickel.draft import AsFar
from wickel.job import Garment
from wickel.job.as_far import FIND_EFFORT
from wickel.job.figures import with_reached
from wickel.job.tasks import CannotBe, Message, Reached, ReachTask
from wickel.lay import Search
from wickel.wording import tr


class Reach(QObject):
    """Starts and stops looking, and takes what is found as one step to undo."""

    def __init__(self, session: Session, errand: Errand, button: QPushButton) -> None:
        super().__init__(button)
        self._session, self.errand, self._button = session, errand, button
        self._looked_for: tuple[tuple[Garment, ...], tuple[Cloth, ...]] = ((), ())
        button.clicked.connect(self.find_or_stop)
        errand.told.connect(self._take)
        errand.working_changed.connect(self.refresh)
        errand.trouble.connect(session.trouble)

    def find_or_stop(self) -> None:
        """Find how far the cloth lets figures go, or stop."""
        if self.errand.working:
            self.errand.drop()
            return
        job = self._session.job
        self._looked_for = (job.garments, job.cloths)
        search = Search(effort=FIND_EFFORT, workers=WORKERS)
        self.errand.start(ReachTask(job=job, search=search))

    def _take(self, message: Message) -> None:
        if isinstance(message, Reached):
            job = with_reached(self._session.job, message.found_mm)
            self._session.apply(job, tr("As far as the cloth goes"))
            for (_, figure), why in message.stops.items():
                self._session.trouble.emit(f"{figure}: {str(why).rstrip('.')}.")
        elif isinstance(message, CannotBe):
            self._session.trouble.emit(str(message.sentence))

    def refresh(self) -> None:
        """Show the button where there is something to find, and whether it is looked for."""
        job = self._session.job
        if self.errand.working and (job.garments, job.cloths) != self._looked_for:
            self.errand.drop()  # what would be found is of another garment by now
        figures = (figure for garment in job.garments for figure in garment.figures.values())
        button = self._button
        button.setVisible(
            self.errand.working or any(isinstance(figure, AsFar) for figure in figures)
        )
        button.setText(
            tr("Stop looking") if self.errand.working else tr("Find how far the cloth goes")
        )
