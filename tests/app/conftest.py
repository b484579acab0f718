"""The real window with the demo studio; lays of the way in use and one other are searched at once, in this process."""

import pytest
from PySide6.QtWidgets import QApplication

from wickel.app.start import make_window
from wickel.app.tasks import InlineRunner


@pytest.fixture
def runner():
    return InlineRunner(most_effort=2, most_ways=2)


@pytest.fixture
def window(qtbot, tmp_path, runner):
    made = make_window(QApplication.instance(), tmp_path / "home", runner, demo=True)
    qtbot.addWidget(made)
    with qtbot.waitExposed(made):
        made.show()
    return made


@pytest.fixture
def session(window):
    return window.body._session
