"""Jobs at a glance, worked out in the background one after another as they come into sight."""

from __future__ import annotations

from functools import partial
from pathlib import Path
from typing import cast

from PySide6.QtCore import QObject, Signal

from wickel.app.background import Background
from wickel.drawing.sketch import Sketch
from wickel.studio.glance import Glance, glance
from wickel.studio.listing import stamp_of


class Glances(QObject):
    """Remembers what job files look like at a glance. ``changed`` tells that there is one more,
    ``worked_out`` carries its path and what there is to cut of it."""

    changed = Signal()
    worked_out = Signal(object, object)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._known: dict[Path, tuple[str, Glance]] = {}
        self._waiting: dict[Path, str] = {}
        self._at_work: tuple[Path, str] | None = None
        self._work = Background(self)
        self._work.done.connect(self._done)
        self._work.refused.connect(lambda _: self._done(Glance()))

    def sketch(self, path: Path) -> Sketch | None:
        """The drawing of a job's first garment; None while it is not known, which it then soon
        is."""
        stamp = stamp_of(path)
        known = self._known.get(path)
        if (known is None or known[0] != stamp) and self._at_work != (path, stamp):
            self._waiting[path] = stamp
            self._next()
        return None if known is None else known[1].sketch

    def _next(self) -> None:
        if self._at_work is None and self._waiting:
            path, stamp = self._waiting.popitem()  # what came into sight last comes first
            self._at_work = (path, stamp)
            self._work.begin(partial(glance, path))

    def _done(self, made: object) -> None:
        own = cast("Glance", made)
        if self._at_work is not None:
            path, stamp = self._at_work
            self._known[path], self._at_work = (stamp, own), None
            if own.labour is not None:
                self.worked_out.emit(path, own.labour)
        self.changed.emit()
        self._next()

    def shut(self) -> None:
        """Work nothing out any more."""
        self._waiting = {}
