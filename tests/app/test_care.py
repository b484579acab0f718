"""Nothing freezes and nothing is lost: damaged jobs, dead and stuck workers, two windows on one
studio, the wheel."""

import json
import os
import pickle
import shutil
import signal
import time
from dataclasses import replace

import pytest
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QWheelEvent
from PySide6.QtWidgets import QApplication, QComboBox, QPushButton

from tests.app.conftest import KnownRunner
from tests.app.test_window import (
    BODY,
    CLOTH,
    CTRL,
    DRAFT,
    LAY,
    LEFT,
    click_on_shelf,
    go,
    reason_beside,
    type_into,
)
from wickel.app import runners
from wickel.app import session as session_module
from wickel.app.book import StudioBook
from wickel.app.runners import InlineRunner, ProcessRunner
from wickel.app.stage import Stage
from wickel.app.start import make_window
from wickel.app.widgets.dialogs import Notice
from wickel.app.widgets.keys_sheet import KeysSheet, keys_of
from wickel.body import size_body
from wickel.cloth import Design, Figure
from wickel.files import read_job, save_job
from wickel.job import cut_pieces
from wickel.job.tasks import LayTask, without_pictures
from wickel.lay import Search
from wickel.studio import orders

BUY = 5


def opened(qtbot, home, demo=False):
    made = make_window(
        QApplication.instance(), home, KnownRunner(most_effort=2, most_ways=1), demo=demo
    )
    qtbot.addWidget(made)
    with qtbot.waitExposed(made):
        made.show()
    return made


# --- what is damaged --------------------------------------------------------------------------


def test_a_studio_whose_only_job_is_damaged_opens_says_so_and_gives_the_copy_back(qtbot, tmp_path):
    folder = tmp_path / "home" / "studio"
    folder.mkdir(parents=True)
    path = folder / "only.wickel.json"
    save_job(orders()[0], path)
    save_job(replace(orders()[0], client="Someone Else"), path)  # the file before is kept as a copy
    path.write_text('{"format": "wickel-job",\n "version": 1,,}')
    window = opened(qtbot, tmp_path / "home")
    (notice,) = window.findChildren(Notice)
    assert "line 2" in notice.sentence.text()
    assert "column" in notice.sentence.text()
    assert path.read_text().endswith(",,}")  # nothing was written over it
    qtbot.mouseClick(notice.do, LEFT)
    assert window.body._session.path == path
    assert read_job(path).client == orders()[0].client
    assert (folder / "only.wickel.json.damaged").read_text().endswith(",,}")


def test_without_any_job_the_window_can_be_used(qtbot, tmp_path):
    folder = tmp_path / "home" / "studio"
    folder.mkdir(parents=True)
    (folder / "only.wickel.json").write_text("{")
    window = opened(qtbot, tmp_path / "home")
    (notice,) = window.findChildren(Notice)
    qtbot.keyClick(notice, Qt.Key.Key_Return)
    for stage in (BODY, DRAFT, CLOTH, LAY, BUY):
        go(qtbot, window, stage)
        assert not window.grab().isNull()
    window.start_job("pencil-skirt")
    assert window.body._session.lay.complete


@pytest.mark.long
def test_any_colour_is_painted(window, session, qtbot):
    for colour in ("red", "#abc", "#12", "not a colour", "#gggggg"):
        cloth = replace(session.cloth, colour=colour, design=Design(figure=Figure.CHECK))
        session.apply(replace(session.job, cloths=(cloth,)), "another colour")
        for stage in (CLOTH, LAY):
            go(qtbot, window, stage)
            assert not window.grab().isNull()


# --- the worker -------------------------------------------------------------------------------


def asked(effort=1_000_000):
    job = orders()[0]
    return LayTask(
        pieces=cut_pieces(job), cloth=job.cloths[0], ways=("open",), search=Search(effort=effort)
    )


def deaf(pipe, wanted, stopped):
    """A worker that never reads."""
    time.sleep(600)


@pytest.mark.long
def test_a_worker_that_never_reads_is_not_waited_for_and_is_replaced(qapp, qtbot, monkeypatch):
    monkeypatch.setattr(runners, "SILENT_MS", 400)
    runner, said = ProcessRunner(target=deaf), []
    runner.said.connect(said.append)
    runner.told.connect(lambda own: said.append(own.sentence))
    first, large = runner.process_id, replace(asked(), pieces=asked().pieces * 200)
    started = time.perf_counter()
    for _ in range(5):
        runner.start(large)  # far more than a pipe holds
        runner.cancel()
    runner.start(large)
    assert time.perf_counter() - started < 20  # of its 600 s: it is put down, not waited for
    qtbot.waitUntil(lambda: len(said) >= 2, timeout=30_000)  # begun again once, then left
    assert runner.process_id != first
    assert all(sentence.endswith(".") for sentence in said)
    runner.shut()


def late(pipe, wanted, stopped):
    """A worker on a machine so busy that it needs a long time to start."""
    time.sleep(1.5)
    runners._worker(pipe, wanted, stopped)


def stuck(pipe, wanted, stopped):
    """A worker that lives, and is in something that does not end."""
    while True:
        pipe.send((runners._BEAT, None))
        time.sleep(0.02)


@pytest.mark.long
def test_a_worker_that_is_only_slow_is_waited_for_and_the_maker_told(qapp, qtbot, monkeypatch):
    monkeypatch.setattr(runners, "SLOW_MS", 200)
    runner, said, found = ProcessRunner(target=late), [], []
    runner.said.connect(said.append)
    runner.told.connect(found.append)
    first = runner.process_id
    runner.start(asked(effort=1))
    qtbot.waitUntil(lambda: bool(found), timeout=60_000)
    assert runner.process_id == first
    assert len(said) == 1
    assert "busy" in said[0]
    runner.shut()


def test_a_worker_that_lives_and_takes_up_nothing_is_replaced_after_so_many_beats(
    qapp, qtbot, monkeypatch
):
    monkeypatch.setattr(runners, "PATIENT_BEATS", 5)
    runner, said = ProcessRunner(target=stuck), []
    runner.said.connect(said.append)
    runner.told.connect(lambda own: said.append(own.sentence))
    runner.start(asked())
    qtbot.waitUntil(lambda: len(said) >= 2, timeout=60_000)  # begun again once, then left
    assert "twice" in said[-1]
    runner.shut()


@pytest.mark.long
def test_a_worker_that_dies_is_noticed_and_the_search_begun_again(qapp, qtbot):
    runner, said, found = ProcessRunner(), [], []
    runner.said.connect(said.append)
    runner.told.connect(found.append)
    runner.start(asked())
    qtbot.waitUntil(lambda: bool(found), timeout=60_000)
    os.kill(runner.process_id, signal.SIGKILL)
    qtbot.waitUntil(lambda: bool(said), timeout=30_000)
    found.clear()
    qtbot.waitUntil(lambda: bool(found), timeout=60_000)
    runner.shut()


def test_pictures_are_not_sent_to_the_worker():
    task = asked()
    pictured = replace(task, cloth=replace(task.cloth, design=Design(picture=os.urandom(400_000))))
    assert len(pickle.dumps(without_pictures(pictured))) < len(pickle.dumps(task)) + 1000


# --- two windows on one studio ----------------------------------------------------------------


@pytest.mark.own_window
def test_a_job_open_in_two_windows_is_not_written_over(window, session, qtbot, tmp_path):
    path = session.path
    other = opened(qtbot, tmp_path / "home", demo=True)
    theirs = other.body._session
    assert theirs.path == path
    assert theirs.file.open_elsewhere
    type_into(qtbot, other.body.person, "Second Window")
    theirs.save_now()
    type_into(qtbot, window.body.person, "First Window")
    session.save_now()
    assert read_job(path).client == "First Window"
    assert read_job(theirs.path).client == "Second Window"
    assert theirs.path.name.endswith("-copy.wickel.json")


@pytest.mark.parametrize("choice", ["Keep both", "Use mine", "Use theirs", "Cancel"])
def test_of_a_job_that_another_program_has_changed_both_are_shown_and_the_maker_chooses(
    window, session, qtbot, choice
):
    path = session.path
    save_job(replace(session.job, client="Elsewhere"), path)
    type_into(qtbot, window.body.person, "Here")
    session.save_now()
    (notice,) = window.findChildren(Notice)
    assert "Elsewhere" in notice.lines[0]
    assert "Here" in notice.lines[1]
    assert read_job(path).client == "Elsewhere"  # nothing is written before
    button = next(own for own in notice.findChildren(QPushButton) if own.text() == choice)
    qtbot.mouseClick(button, LEFT)
    assert (
        read_job(session.path).client
        == session.job.client
        == ("Elsewhere" if choice == "Use theirs" else "Here")
    )
    assert read_job(path).client == ("Here" if choice == "Use mine" else "Elsewhere")
    assert (session.path == path) == (choice in ("Use mine", "Use theirs"))


def test_clients_of_two_windows_are_both_kept(tmp_path, qapp):
    one, other = StudioBook(tmp_path, qapp), StudioBook(tmp_path, qapp)
    assert one.clients == other.clients == ()
    one.keep_body("Anouk Fell", replace(size_body("92"), taken="2026-01-01"))
    other.keep_body("Berit Holm", replace(size_body("96"), taken="2026-01-01"))
    one.keep_body("Cosima Lark", replace(size_body("96"), taken="2026-01-01"))
    assert [client.name for client in StudioBook(tmp_path, qapp).clients] == [
        "Anouk Fell",
        "Berit Holm",
        "Cosima Lark",
    ]


def test_what_the_lay_does_not_depend_on_keeps_it_and_anything_else_does_not(
    window, session, qtbot
):
    before = session.lay
    for change in (
        {"price": 31.0},
        {"name": "Another name"},
        {"colour": "#224466"},
        {"step_mm": 50.0},
    ):
        session.apply(replace(session.job, cloths=(replace(session.cloth, **change),)), "a figure")
        assert session.lay.placements is before.placements
        assert session.lay.cloth == session.cloth
    session.apply(
        replace(session.job, cloths=(replace(session.cloth, usable_width_mm=1400.0),)), "narrower"
    )
    assert session.lay.placements is not before.placements
    assert session.lay.cloth.usable_width_mm == 1400.0


# --- wheel, keys, reasons ---------------------------------------------------------------------


def turned_over(widget):
    at = QPointF(widget.rect().center())
    event = QWheelEvent(
        at,
        widget.mapToGlobal(at),
        QPoint(0, -120),
        QPoint(0, -120),
        Qt.MouseButton.NoButton,
        Qt.KeyboardModifier.NoModifier,
        Qt.ScrollPhase.NoScrollPhase,
        False,
    )
    QApplication.sendEvent(widget, event)


def test_the_wheel_changes_no_choice_on_any_page(window, session, qtbot):
    before = session.job
    for stage in (BODY, DRAFT, CLOTH, LAY):
        go(qtbot, window, stage)
        for box in window.findChildren(QComboBox):
            if box.isVisible() and box.isEnabled():
                shown = box.currentIndex()
                box.setFocus()
                turned_over(box)
                assert box.currentIndex() == shown
    assert session.job == before


def test_undo_works_right_after_typing_and_tab(window, session, qtbot):
    window.activateWindow()
    qtbot.waitUntil(window.isActiveWindow)
    go(qtbot, window, DRAFT)
    before = session.job
    field = window.draft.options.fields["ease_mm"]
    qtbot.waitUntil(field.isVisible)
    qtbot.mouseClick(field, LEFT)
    qtbot.waitUntil(field.hasFocus)
    field.selectAll()
    qtbot.keyClicks(field, "9")
    qtbot.keyClick(field, Qt.Key.Key_Tab)
    assert session.job != before
    qtbot.keyClick(QApplication.focusWidget(), Qt.Key.Key_Z, CTRL)
    assert session.job == before


def test_why_an_entry_is_not_taken_is_read_beside_its_field(window, session, qtbot):
    go(qtbot, window, CLOTH)
    field = window.cloth.fields["usable_width_mm"]
    field.setFocus()
    field.selectAll()
    qtbot.keyClicks(field, "wide")
    qtbot.keyClick(field, Qt.Key.Key_Tab)
    assert "wide" in reason_beside(field)
    assert field.accessibleDescription() == reason_beside(field)
    type_into(qtbot, field, "140")
    assert reason_beside(field) == ""


def test_fields_that_a_refusal_concerns_are_marked(window, session, qtbot):
    go(qtbot, window, BODY)
    type_into(qtbot, window.body.fields["bust"], "20")
    assert session.refusal
    marked = {id for id, field in window.body.fields.items() if field.property("concerned")}
    assert marked & set(session.refusal_concerns)
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert not any(field.property("concerned") for field in window.body.fields.values())


def test_the_keys_sheet_has_every_key_of_the_menus(window, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_F1, Qt.KeyboardModifier.ShiftModifier)
    (sheet,) = window.findChildren(KeysSheet)
    of_menus = list(keys_of(window.menuBar()))
    assert len(of_menus) > 40
    assert set(of_menus) <= set(sheet.rows)
    assert {"Ctrl+S", "Ctrl+Z", "Ctrl+L"} <= {keys for keys, _ in sheet.rows}


def test_size_stage_and_text_are_remembered(qtbot, tmp_path):
    window = opened(qtbot, tmp_path / "home", demo=True)
    window.resize(window.width(), 700)
    go(qtbot, window, CLOTH)
    window.close()
    again = opened(qtbot, tmp_path / "home", demo=True)
    assert again.height() == 700
    assert again.stack.currentIndex() == CLOTH


def test_a_cloth_of_one_s_own_is_kept_on_the_shelf(window, session, qtbot, tmp_path):
    go(qtbot, window, CLOTH)
    type_into(qtbot, window.cloth.fields["usable_width_mm"], "137")
    session.apply(
        replace(session.job, cloths=(replace(session.cloth, name="River twill"),)), "name"
    )
    qtbot.mouseClick(window.cloth.keep, LEFT)
    (kept,) = StudioBook(window._folder.path, window).cloths
    assert (kept.name, kept.usable_width_mm) == ("River twill", 1370.0)
    window._session.undo()
    click_on_shelf(qtbot, window, "River twill")
    assert session.cloth.name == "River twill"


@pytest.mark.own_window
def test_a_job_that_the_program_stumbles_over_does_not_keep_the_window_from_starting(
    qtbot, tmp_path, demo_home, qapp, monkeypatch
):
    """Whatever it is that nobody foresaw in a job, the window is there, and says which it was."""
    shutil.copytree(demo_home, tmp_path / "home")
    bad = sorted((tmp_path / "home" / "demo-studio").glob("*.wickel.json"))[0]
    record = json.loads(bad.read_text())
    bad.write_text(json.dumps(record | {"name": "Stumbling"}))
    drafts = session_module.drafts_of

    def stumbling(job, before=None):
        if job.name == "Stumbling":
            raise RuntimeError("nobody foresaw this")
        return drafts(job, before)

    monkeypatch.setattr(session_module, "drafts_of", stumbling)
    window = make_window(qapp, tmp_path / "home", InlineRunner(most_effort=2), demo=True)
    qtbot.addWidget(window, before_close_func=lambda own: own.session.file.give_up())
    assert window.session.job.name not in ("", "Stumbling")  # the next one is open
    said = []
    window.session.trouble.connect(said.append)
    assert not window.open_path(bad)
    assert said == [
        f"{bad.name} cannot be shown: the program stumbles over something in it. It stays as it "
        "is; open another job."
    ]
    assert json.loads(bad.read_text())["name"] == "Stumbling"
    assert window.open_path(sorted(bad.parent.glob("*.wickel.json"))[1])
    for stage in Stage:
        window.show_stage(stage)
