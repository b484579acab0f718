"""How a job comes into the window: opened, refused with its backup offered, taken over, or chosen
between two."""

from __future__ import annotations

import logging
from collections.abc import Callable
from dataclasses import replace
from datetime import datetime
from functools import partial
from pathlib import Path

from PySide6.QtCore import QObject, Qt, Signal
from PySide6.QtWidgets import QFileDialog, QWidget

from wickel.app.faults import told_without_words
from wickel.app.session import Session
from wickel.app.settings import SettingsFile
from wickel.app.widgets.dialogs import Notice
from wickel.app.widgets.field import finish_typing
from wickel.files import JOB_ENDING, UnreadableFile, free_path, read_job, rescued, save_job
from wickel.job import Job
from wickel.job.work import called
from wickel.units import shown_length
from wickel.wording import tr

MOST_RECENT = 8
_LOG = logging.getLogger("wickel")


def in_one_line(job: Job) -> str:
    """A job in a line, to tell two versions of it apart."""
    parts = [
        job.name,
        f"for {job.client}" if job.client else "",
        f"due {job.due}" if job.due else "",
    ]
    parts += [", ".join(called(garment) for garment in job.garments)]
    widths = (
        (cloth.shown_name, shown_length(cloth.usable_width_mm, job.unit)) for cloth in job.cloths
    )
    parts += [", ".join(f"{name} {width} wide" for name, width in widths)]
    laid = sum(laid.lay is not None for laid in job.on.values())
    return " · ".join(part for part in (*parts, f"{laid} laid") if part)


class Opening(QObject):
    """Opens jobs for a window, and asks where there is something to ask. ``opened`` comes after
    each."""

    opened = Signal()

    def __init__(self, session: Session, settings: SettingsFile, window: QWidget) -> None:
        super().__init__(window)
        self._session, self._settings, self._window = session, settings, window
        self._damaged: dict[Path, str] = {}
        session.file.path_changed.connect(self._remember_path)
        session.file.changed_outside.connect(self._ask_which)

    def open(self, path: Path) -> bool:
        """Open a job file; say why if it cannot be, once, and offer the copy that was kept
        before."""
        finish_typing(self._window)
        if not self.may_leave():
            return False
        self._session.close_job()  # it may be this one, changed a moment ago
        try:
            job = read_job(path)
        except UnreadableFile as reason:
            self._say_damaged(path, str(reason))
            return False
        try:
            self._session.open(job, path)
        except Exception as fault:  # noqa: BLE001 - nothing in one job may take the window along
            self._leave_stumbled(path, fault)
            return False
        self._remember_path()
        if self._session.file.open_elsewhere:
            self._ask_to_take_over()
        self.opened.emit()
        return True

    def _leave_stumbled(self, path: Path, fault: Exception) -> None:
        """Leave a job that the program stumbles over as it is, and say so: the window is there
        without it."""
        where = told_without_words(type(fault), fault.__traceback__)
        _LOG.error("a job that cannot be shown\n%s", where)
        self._session.file.give_up()
        self._session.open(Job(cloths=()), None)
        self._session.trouble.emit(
            tr(
                "{path} cannot be shown: the program stumbles over something in it. It stays as it "
                "is; open another job.",
                path=path.name,
            )
        )

    def may_leave(self) -> bool:
        """Whether the open job may be left: it is saved, here or elsewhere, or the maker gives it
        up."""
        file = self._session.file
        file.settle()
        while file.is_unsaved and file.path is not None and not file.waits:
            notice = Notice(
                self._window,
                tr("This job is not saved"),
                tr(
                    "{path} could not be saved: what you changed last stands only in this window.",
                    path=file.path.name,
                ),
                do=tr("Save it elsewhere…"),
                also=(tr("Try again"), tr("Leave it unsaved")),
            )
            agreed = notice.exec() == Notice.DialogCode.Accepted
            notice.deleteLater()
            if not agreed:
                return False
            if notice.taken == tr("Leave it unsaved"):
                file.give_up()
                return True
            if notice.taken == tr("Try again"):
                file.save()
            elif not self._save_elsewhere():
                return False
        return True

    def _save_elsewhere(self) -> bool:
        """Ask where the job is to go, and whether it could be saved there or may be tried again."""
        path = self._session.path
        assert path is not None
        name, _ = QFileDialog.getSaveFileName(
            self._window,
            tr("Save the job elsewhere"),
            str(Path.home() / path.name),
            tr("Jobs (*.wickel.json)"),
        )
        if not name:
            return False
        chosen = name if name.endswith(JOB_ENDING) else name + JOB_ENDING
        self._session.file.save_to(Path(chosen))
        return True

    def offer_rescued(self, folder: Path) -> None:
        """Offer work that could not be saved in an earlier sitting, if there is any."""
        found = rescued()
        if not found:
            return
        when = datetime.fromtimestamp(found[0].stat().st_mtime).astimezone()
        notice = Notice(
            self._window,
            tr("Work that could not be saved"),
            tr(
                "A rescue copy of {name} is there, from {when}. It can be opened as a job of its "
                "own.",
                name=found[0].name.removesuffix(JOB_ENDING),
                when=f"{when:%-d.%-m.%Y %H:%M}",
            ),
            do=tr("Open the rescue copy"),
            also=(tr("Throw it away"),),
        )
        self._ask(notice, lambda: self._take_rescued(found[0], notice.taken, folder))

    def _take_rescued(self, path: Path, taken: str, folder: Path) -> None:
        """Put a rescue copy among the jobs and open it, or throw it away."""
        try:
            if taken != tr("Throw it away"):
                job = read_job(path)
                own = free_path(folder / path.name, JOB_ENDING)
                save_job(job, own)
                if not self.open(own):
                    return
            path.unlink()
        except (UnreadableFile, OSError) as reason:
            self.refuse(
                tr("The rescue copy cannot be opened"),
                str(getattr(reason, "strerror", None) or reason),
            )

    def refuse(self, title: str, sentence: str) -> None:
        """Say why something cannot be."""
        Notice(self._window, title, sentence).open()

    def _ask(self, notice: Notice, answered: Callable[[], object]) -> None:
        notice.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        notice.accepted.connect(answered)
        notice.open()

    def _ask_to_take_over(self) -> None:
        """Say that another window has the job open: look at it here, or take it over."""
        assert self._session.path is not None
        notice = Notice(
            self._window,
            tr("Open in another window"),
            tr(
                "{path} is open in another window. Look at it here, and what you change goes "
                "on "
                "as a copy; or take it over, and the other window is told when it next saves.",
                path=self._session.path.name,
            ),
            do=tr("Look at it"),
            also=(tr("Take it over"),),
        )
        self._ask(notice, lambda: notice.taken == "Take it over" and self._session.file.take_over())

    def _ask_which(self) -> None:
        """Another program has changed the file: show both, and let the maker choose."""
        path, here = self._session.path, self._session.job
        assert path is not None
        try:
            there = read_job(path)
            theirs = tr("In the file: {told}", told=in_one_line(there))
        except UnreadableFile as reason:
            there, theirs = None, tr("In the file: it cannot be read. {reason}", reason=reason)
        notice = Notice(
            self._window,
            tr("Changed meanwhile"),
            (
                tr(
                    "{path} was changed by another program since it was opened. Nothing is "
                    "written until you choose.",
                    path=path.name,
                )
            ),
            (theirs, f"Here: {in_one_line(here)}"),
            do=tr("Keep both"),
            also=(tr("Use mine"), *(() if there is None else (tr("Use theirs"),))),
        )
        notice.rejected.connect(self._session.file.go_on_as_copy)
        self._ask(notice, lambda: self._take_chosen(notice.taken, path, there))

    def _take_chosen(self, taken: str, path: Path, there: Job | None) -> None:
        if taken == "Use mine":
            self._session.file.write_over()
        elif taken == "Use theirs" and there is not None:
            self._session.open(there, path)
        else:
            self._session.file.go_on_as_copy()

    def _say_damaged(self, path: Path, sentence: str) -> None:
        if self._damaged.get(path) == sentence and self._window.findChildren(Notice):
            return
        self._damaged[path] = sentence
        backup = path.with_name(path.name + ".bak")
        try:
            read_job(backup)
        except UnreadableFile:
            self.refuse(tr("This file cannot be opened"), sentence)
            return
        notice = Notice(
            self._window,
            tr("This file cannot be opened"),
            tr(
                "{sentence} The copy from before its last change can be opened instead; the "
                "damaged file is kept beside it.",
                sentence=sentence,
            ),
            do=tr("Open the copy"),
        )
        self._ask(notice, partial(self._open_backup, path, backup))

    def _open_backup(self, path: Path, backup: Path) -> None:
        """Put the copy of a damaged file in its place, the damaged one beside it."""
        try:
            job = read_job(backup)
            path.replace(path.with_name(path.name + ".damaged"))
            save_job(job, path)
        except (UnreadableFile, OSError) as reason:
            self.refuse(tr("The copy cannot be opened"), str(reason))
            return
        self.open(path)

    def _remember_path(self) -> None:
        """Remember the job that is open, and the last few of all."""
        path = str(self._session.path)
        others = (own for own in self._settings.values.recent if own != path)
        recent = (path, *others)[:MOST_RECENT]
        self._settings.remember(replace(self._settings.values, last_job=path, recent=recent))
