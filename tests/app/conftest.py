"""The real window with the demo studio; lays of the way in use and one other are searched at once,
in this process."""

import pickle
import shutil
from contextlib import contextmanager
from functools import partial
from typing import ClassVar

import pytest
from PySide6.QtCore import Qt, QTimer
from PySide6.QtWidgets import QApplication, QDialog, QLineEdit

from tests.app.kept import KeptWindow, build
from tests.app.known import Known
from wickel.app.book import StudioBook, fill_book
from wickel.app.runners import InlineRunner
from wickel.job import CellTask, work
from wickel.job.tasks import AcrossTask, Finished, LayTask, run_task
from wickel.studio.folder import StudioFolder


def _told_of(message):
    """What a message is about: a way, or some pieces."""
    return getattr(message, "pieces", getattr(getattr(message, "lay", message), "way", ""))


@pytest.fixture(scope="session", autouse=True)
def _drafted_once():
    """A garment that was drafted before in these tests is not drafted again."""
    draw, drawn = work._drafted, {}

    def known(garment, job):
        name = pickle.dumps((garment, None if job is None else work._main_cloth(garment, job)))
        if name not in drawn:
            drawn[name] = draw(garment, job)
        return drawn[name]

    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(work, "_drafted", known)
        yield


class KnownRunner(InlineRunner):
    """Does a task that has been done before in these tests by heart: the same task is always
    answered the same.

    Of the lays that have come one after the other, the last of each way is told, as after a pause.
    """

    known: ClassVar[Known] = Known()
    kind = ""
    """What else tells its answers from those of others."""

    looks_across: ClassVar[bool] = False
    """Whether it tries what lies across: four searches more for every lay, which only those tests
    wait for that are about it."""

    def another(self):
        return type(self)(self._most, self._ways)

    def start(self, task):
        if isinstance(task, AcrossTask) and not self.looks_across:
            self.told.emit(Finished())
            return
        if not isinstance(task, LayTask | CellTask | AcrossTask):
            super().start(task)
            return
        name = pickle.dumps((self.kind, self._most, self._ways, task))
        for message in self.known.answer(name, lambda: self._worked_out(task)):
            self.told.emit(message)

    def _worked_out(self, task):
        heard = []
        run_task(self.lessened(task), heard.append, lambda: False)
        return list({(type(own), _told_of(own)): own for own in heard}.values())


@pytest.fixture
def qtbot(qtbot):
    """Waits of up to a minute: each ends as soon as what it waits for is there, and a busy machine
    may take long."""
    qtbot.waitUntil = partial(qtbot.waitUntil, timeout=60_000)
    return qtbot


@pytest.fixture(scope="session")
def usual_runner(qapp):
    """Who does the tasks of the window that goes from test to test."""
    return KnownRunner(most_effort=2, most_ways=2)


@pytest.fixture
def runner(usual_runner):
    return usual_runner


@pytest.fixture(scope="session")
def demo_home(tmp_path_factory, qapp):
    """The demo studio as it is written the first time."""
    home = tmp_path_factory.mktemp("demo") / "home"
    folder = StudioFolder(home / "demo-studio")
    folder.fill_with_demo(fresh=False)
    book = StudioBook(folder.path, qapp)
    fill_book(book)
    book.close()
    return home


@pytest.fixture(scope="session")
def kept(tmp_path_factory, demo_home, usual_runner):
    """The window that goes from test to test."""
    own = KeptWindow(tmp_path_factory.mktemp("kept") / "home", demo_home, usual_runner)
    _kept.append(own)
    yield own
    _kept.clear()
    own.close()


_kept = []


@pytest.fixture(autouse=True)
def _alone(request):
    """The window that goes from test to test is not there for those that do without it."""
    if "window" not in request.fixturenames or request.node.get_closest_marker("own_window"):
        for own in _kept:
            own.step_aside()


@pytest.fixture
def own_window(qtbot, tmp_path, runner, usual_runner, demo_home):
    """A window of the test's own, on a studio of its own: where starting or ending is the
    subject."""
    shutil.copytree(demo_home, tmp_path / "home")
    made = build(tmp_path / "home", runner.another() if runner is usual_runner else runner)
    qtbot.addWidget(made, before_close_func=lambda own: own.session.file.give_up())
    with qtbot.waitExposed(made):
        made.show()
    return made


@pytest.fixture
def window(request, qtbot, tmp_path, runner, usual_runner):
    """The real window with the demo studio, as it opens; ``tmp_path / "home"`` is its home."""
    if runner is not usual_runner or request.node.get_closest_marker("own_window"):
        return request.getfixturevalue("own_window")
    kept = request.getfixturevalue("kept")
    shutil.rmtree(tmp_path / "home", ignore_errors=True)
    (tmp_path / "home").symlink_to(kept.home)
    return kept.ready(qtbot)


DO = "do it"


@pytest.fixture
def answering(qtbot):
    """A maker who answers the questions asked in a ``with`` block: types each text, or only Enter
    for an empty one; ``DO`` presses the button that does what is asked about."""

    @contextmanager
    def answers(*texts):
        seen, waiting, timer = [], list(texts), QTimer()

        def answer():
            dialog = QApplication.activeModalWidget()
            if not isinstance(dialog, QDialog) or not dialog.isVisible():
                return
            if not waiting:  # a question that nobody expected must not wait for ever
                seen.append("unexpected")
                dialog.reject()
                return
            text = waiting.pop(0)
            field = dialog.findChild(QLineEdit)
            seen.append(dialog)
            if text == DO:
                qtbot.mouseClick(dialog.do, Qt.MouseButton.LeftButton)
                return
            if field is not None and text:
                field.selectAll()
                qtbot.keyClicks(field, text)
            qtbot.keyClick(dialog if field is None else field, Qt.Key.Key_Return)

        timer.timeout.connect(answer)
        timer.start(20)
        yield seen
        timer.stop()
        assert not waiting
        assert "unexpected" not in seen

    return answers


@pytest.fixture
def session(window):
    return window.body._session
