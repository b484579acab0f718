"""Nothing that is typed is lost or moved, whatever the model does meanwhile."""

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from tests.app.test_window import BODY, CLOTH, CTRL, JOBS, go
from wickel.app.widgets.field import Field
from wickel.files import read_job


def keys(text, delay_ms=5):
    """Type as people do, into whatever has the focus: the window works on between the keys."""
    for sign in text:
        QTest.keyClick(QApplication.focusWidget(), sign)
        QTest.qWait(delay_ms)


def tab():
    QTest.keyClick(QApplication.focusWidget(), Qt.Key.Key_Tab)


@pytest.mark.parametrize("delay_ms", [1, 30])
def test_the_open_job_is_filled_in_at_the_speed_of_typing(window, session, qtbot, delay_ms):
    go(qtbot, window, JOBS)
    card = window.jobs.open_job
    card.name.setFocus()
    card.name.selectAll()
    keys("Harvest supper dress", delay_ms)
    tab()
    assert card.client.hasFocus()
    card.client.selectAll()
    keys("Ottilie Fenn", delay_ms)
    tab()
    card.due.selectAll()
    keys("2026-12-24", delay_ms)
    tab()
    job = session.job
    assert (job.name, job.client, job.due) == ("Harvest supper dress", "Ottilie Fenn", "2026-12-24")
    session.save_now()
    assert read_job(session.path).client == "Ottilie Fenn"


def test_a_field_that_is_typed_in_stays_while_the_model_changes(window, session, qtbot):
    go(qtbot, window, JOBS)
    card = window.jobs.open_job
    card.client.setFocus()
    card.client.selectAll()
    keys("Ott")
    session.apply(session.job.__class__(**{**_fields(session.job), "client": "Somebody"}), "edit")
    window.jobs.refresh()
    assert card.client.text() == "Ott"
    keys("ilie")
    tab()
    assert session.job.client == "Ottilie"


def _fields(job):
    return {name: getattr(job, name) for name in job.__dataclass_fields__}


@pytest.mark.parametrize(
    ("stage", "field"),
    [
        (BODY, lambda window: window.body.fields["head"]),
        (CLOTH, lambda window: window.cloth.fields["usable_width_mm"]),
        (CLOTH, lambda window: window.cloth.name),
        (CLOTH, lambda window: window.cloth.price),
        (CLOTH, lambda window: window.cloth.fibre),
    ],
)
def test_no_refresh_writes_over_a_field_in_use(window, session, qtbot, stage, field):
    go(qtbot, window, stage)
    own = field(window)
    assert isinstance(own, Field)
    qtbot.wait(50)  # laid out: before that nothing takes the focus
    own.setFocus()
    assert own.hasFocus()
    own.selectAll()
    keys("77")
    session.show_again()
    assert own.text() == "77"
    own.undo()
    own.clearFocus()


def test_what_is_typed_is_taken_before_another_job_is_opened(window, session, qtbot):
    go(qtbot, window, JOBS)
    before = session.path
    window.jobs.open_job.client.setFocus()
    window.jobs.open_job.client.selectAll()
    keys("Ottilie Fenn")
    other = next(path for path in window._folder.orders() if path != before)
    theirs = read_job(other).client
    window.open_path(other)
    assert read_job(before).client == "Ottilie Fenn"
    assert session.job.client == theirs
    tab()
    assert session.job.client == theirs


def test_a_deed_of_the_menu_takes_what_is_typed_and_leaves_the_field_in_hand(
    window, session, qtbot
):
    go(qtbot, window, JOBS)
    card = window.jobs.open_job
    card.notes.setFocus()
    keys("Lining first")
    QTest.keyClick(card.notes, Qt.Key.Key_S, CTRL)
    assert session.job.notes == "Lining first"
    assert card.notes.hasFocus()
    keys(", then the hem")
    tab()
    assert session.job.notes == "Lining first, then the hem"
