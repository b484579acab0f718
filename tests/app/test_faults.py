"""A fault in the program: the work is kept, the fault is written down without what was worked on,
and it is said."""

import logging
import sys

import pytest
from PySide6.QtCore import QTimer, qWarning

from wickel.app.faults import MOST_REPORTS, Faults
from wickel.files import read_job
from wickel.units import Unit


@pytest.fixture
def told():
    return []


@pytest.fixture
def faults(session, tmp_path, told):
    made = Faults(tmp_path / "state", session.file.save, told.append)
    made.install()
    yield made
    made.remove()


def stumble(name):
    raise RuntimeError(f"Odile Marrow's {name}")


def caught(faults, act, *values):
    try:
        act(*values)
    except BaseException:  # noqa: BLE001 - the edge itself is tested
        faults.caught(*sys.exc_info())


def reports(tmp_path):
    return sorted((tmp_path / "state").glob("fault-*.txt"))


def test_the_work_is_kept_and_the_report_names_nobody(faults, window, session, told, tmp_path):
    window.menus.inches.trigger()
    caught(faults, stumble, "bust")
    assert read_job(session.path).unit is Unit.INCH
    (sentence,) = told
    assert "The job is saved." in sentence
    (report,) = reports(tmp_path)
    assert str(report) in sentence
    words = report.read_text() + (tmp_path / "state" / "wickel.log").read_text()
    assert "RuntimeError" in words
    assert "in stumble" in words
    assert "Odile" not in words
    assert "bust" not in words


def test_the_same_fault_is_said_once_and_one_in_telling_does_not_come_back(faults, told):
    for _ in range(3):
        caught(faults, stumble, "hip")
    assert len(told) == 1
    faults._tell = lambda sentence: caught(faults, stumble, "again")
    caught(faults, lambda: 1 / 0)
    assert len(told) == 1


def test_what_cannot_be_saved_is_said(faults, session, told, monkeypatch):
    faults._keep = lambda: stumble("disk")
    caught(faults, lambda: [][1])
    assert "could not be saved: save a copy" in told[0]


def test_ctrl_c_is_no_fault(faults, told, monkeypatch):
    seen = []
    faults._before = lambda *fault: seen.append(fault[0])
    caught(faults, lambda: (_ for _ in ()).throw(KeyboardInterrupt))
    assert seen == [KeyboardInterrupt]
    assert told == []


def test_old_reports_go(faults, tmp_path):
    for k in range(MOST_REPORTS + 3):
        (tmp_path / "state" / f"fault-2020-01-{k + 1:02}-000000.txt").write_text("old")
    caught(faults, stumble, "waist")
    assert len(reports(tmp_path)) == MOST_REPORTS


def test_qt_speaks_into_the_log(faults, tmp_path):
    assert logging.getLogger("wickel").handlers
    qWarning("a layout without a size")
    assert "Qt: a layout without a size" in (tmp_path / "state" / "wickel.log").read_text()


def test_a_folder_that_cannot_be_written_costs_no_word(session, tmp_path, told):
    (tmp_path / "state").write_text("a file where the folder should be")
    faults = Faults(tmp_path / "state", session.file.save, told.append)
    faults.install()
    try:
        caught(faults, stumble, "hip")
    finally:
        faults.remove()
    assert "The job is saved." in told[0]
    assert "report" not in told[0]


def test_a_fault_in_a_slot_comes_here(faults, told, qtbot):
    with qtbot.captureExceptions():  # the test's own net is under it: take it away
        sys.excepthook = faults.caught
        QTimer.singleShot(0, lambda: stumble("sleeve"))
        qtbot.waitUntil(lambda: bool(told))
