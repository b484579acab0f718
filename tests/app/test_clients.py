"""Clients in the window: what fittings have shown, their card, all of them as one file, out of the
studio; two windows that change the same."""

import json
from dataclasses import replace

import pytest
from PySide6.QtCore import Qt, QTimer
from PySide6.QtWidgets import QApplication

from tests.app.conftest import DO
from tests.app.test_log_stage import opened
from tests.app.test_window import BODY, CTRL, DRAFT, LEFT, LOG, go, type_into
from tests.studio.test_book_store import ENTRY
from wickel.app.stages.client_sheet import ClientSheet
from wickel.app.stages.fittings import FittingFields
from wickel.app.widgets.clash import ClashSheet
from wickel.app.widgets.dialogs import Notice
from wickel.body import Adjustment
from wickel.draft import Plus
from wickel.files import read_job
from wickel.studio.book import open_book

NAME = "Odile Marrow"


def note(qtbot, fields: FittingFields, change, length):
    for k in range(fields.change.count()):
        if fields.change.itemText(k) == change:
            fields.change.setCurrentIndex(k)
    type_into(qtbot, fields.length, length)
    qtbot.mouseClick(fields.add, LEFT)


def card_of(qtbot, window):
    qtbot.keyClick(window, Qt.Key.Key_D, CTRL | Qt.KeyboardModifier.AltModifier)
    (sheet,) = [own for own in window.findChildren(ClientSheet) if own.isVisible()]
    return sheet


@pytest.mark.long
def test_what_a_fitting_asks_for_is_offered_the_next_time_and_drafted(window, session, qtbot):
    log = opened(qtbot, window)
    qtbot.mouseClick(log.put, LEFT)
    note(qtbot, log.fitting, "longer in front", "2")
    note(qtbot, log.fitting, "narrower at each shoulder", "0.5")
    assert log.entry.fitting == (("front-length", 20.0), ("shoulder", -5.0))
    assert [(own.change, own.mm, own.job) for own in window.book.client(NAME).adjustments] == [
        ("front-length", 20.0, "Market dress"),
        ("shoulder", -5.0, "Market dress"),
    ]
    go(qtbot, window, BODY)
    bar = window.body.adjustments
    assert bar.isVisible()
    assert "2 cm longer in front, 0.5 cm narrower at each shoulder" in bar.said.text()
    qtbot.mouseClick(bar.use, LEFT)
    assert session.garment.figures["hem.down.front"] == Plus(20.0)
    assert bar.said.text().startswith("Drafted with what fittings have shown")
    go(qtbot, window, DRAFT)
    rows = window.draft.checks.chalk
    words = " ".join(rows.item(k, c).text() for k in range(rows.rowCount()) for c in range(3))
    assert "40.4" not in words or "19.7" in words or "19.9" in words
    go(qtbot, window, BODY)
    qtbot.mouseClick(bar.use, LEFT)
    assert session.garment.figures == {}
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert session.garment.figures["shoulder.across"] == Plus(-5.0)


def test_what_was_learnt_before_is_pointed_to_on_body(window, session, qtbot):
    go(qtbot, window, BODY)
    assert not window.body.learnt.isVisible()
    window.book.keep_entry(replace(ENTRY, job="Harvest dress", client=NAME, note="2 cm short"))
    assert window.body.learnt.text() == "Learnt before, Harvest dress: 2 cm short"
    window.book.keep_entry(replace(ENTRY, job="Harvest dress", client=NAME, note=""))
    assert "the cloth was short, cut it longer, buy more" in window.body.learnt.text()
    qtbot.mouseClick(window.body.learnt, LEFT)
    assert window.stack.currentIndex() == LOG


def test_a_second_fitting_adds_to_what_was_drafted_already(window, session, qtbot):
    window.book.adjust(NAME, Adjustment(change="front-length", mm=20.0))
    go(qtbot, window, BODY)
    qtbot.mouseClick(window.body.adjustments.use, LEFT)
    log = opened(qtbot, window)
    qtbot.mouseClick(log.put, LEFT)
    note(qtbot, log.fitting, "longer in front", "0.5")
    assert [own.mm for own in window.book.client(NAME).adjustments] == [25.0]
    go(qtbot, window, BODY)
    assert window.body.adjustments.takes
    qtbot.mouseClick(log.fitting.chips["front-length"], LEFT)
    assert log.entry.fitting == ()
    assert [own.mm for own in window.book.client(NAME).adjustments] == [20.0]


def test_a_client_s_card_keeps_consent_notes_and_fittings_at_once(window, session, qtbot):
    go(qtbot, window, BODY)
    sheet = card_of(qtbot, window)
    assert "Measured on" in sheet.days.text()
    assert [own.name for own in sheet.jobs] == ["Market dress"]
    type_into(qtbot, sheet.consent, "2026-11-02")
    note(qtbot, sheet.fitting, "wider round the bust", "1")
    sheet.notes.setPlainText("Likes pockets")
    sheet.accept()
    client = window.book.client(NAME)
    assert (client.consent, client.notes) == ("2026-11-02", "Likes pockets")
    assert [(own.change, own.mm) for own in client.adjustments] == [("bust", 10.0)]
    assert len(client.bodies) == 2


def test_all_of_a_client_goes_out_as_one_file(window, qtbot, tmp_path):
    go(qtbot, window, BODY)
    sheet = card_of(qtbot, window)
    sheet.write_out(tmp_path / "odile.json")
    record = json.loads((tmp_path / "odile.json").read_text())
    assert record["client"]["name"] == NAME
    assert [job["name"] for job in record["jobs"]] == ["Market dress"]
    sheet.write_out(tmp_path)
    (notice,) = [own for own in sheet.findChildren(Notice) if own.isVisible()]
    assert tmp_path.name in notice.sentence.text()
    notice.accept()
    sheet.accept()


@pytest.mark.long
def test_a_client_is_taken_out_and_what_still_holds_them_is_named(
    window, session, qtbot, answering
):
    path = session.path
    copy = window._folder.path / "old.txt"
    copy.write_text(f"about {NAME}")
    go(qtbot, window, BODY)
    sheet = card_of(qtbot, window)
    session.file.touch(found=True)  # a search has found something a moment ago
    with answering(DO) as seen:
        qtbot.mouseClick(sheet.remove, LEFT)
    assert list(path.parent.glob("*-copy*")) == []
    assert "no name" in sheet.remove.toolTip()
    assert seen[0].lines == ("Market dress · Odile Marrow",)
    (notice,) = [own for own in window.findChildren(Notice) if own.isVisible()]
    assert "old.txt" in notice.lines
    assert window.book.client(NAME) is None
    job = read_job(path)
    assert (job.client, job.garments) == ("", ())
    assert len(job.pieces) == 6
    assert session.job.client == ""
    assert NAME not in path.read_text()
    # nothing of them stays in sight either
    assert window.body.person.text() == ""
    assert {field.text() for field in window.body.fields.values()} == {""}
    assert {label.text() for label in window.body.beside.values()} == {""}


def test_a_client_who_is_not_kept_has_no_card(window, session, qtbot):
    session.apply(replace(session.job, client="Nobody", garments=session.job.garments), "x")
    window.start_job("pencil-skirt")
    qtbot.keyClick(window, Qt.Key.Key_D, CTRL | Qt.KeyboardModifier.AltModifier)
    assert "Keep the client's measurements first" in window.slip.sentence.text()


@pytest.mark.parametrize("mine", [True, False])
def test_what_two_windows_have_changed_is_shown_side_by_side_and_settled(window, qtbot, mine):
    go(qtbot, window, BODY)
    sheet = card_of(qtbot, window)
    other, _ = open_book(window.book.folder, "2026-12-01")
    seen = other.clients.one(NAME)
    other.clients.keep(replace(seen, notes="theirs", consent="2026-01-01"), seen)

    def settle():
        (clash,) = [own for own in QApplication.topLevelWidgets() if isinstance(own, ClashSheet)]
        here, there = clash.choices["notes"]
        assert (here.text(), there.text()) == ("mine", "theirs")
        assert set(clash.choices) == {"notes"}
        (here if mine else there).click()
        clash.accept()

    sheet.notes.setPlainText("mine")
    QTimer.singleShot(50, settle)
    sheet.accept()
    kept = other.clients.one(NAME)
    assert kept.notes == ("mine" if mine else "theirs")
    assert kept.consent == "2026-01-01"  # what only the other one has changed stays


def test_what_another_window_has_changed_is_seen(window, qtbot):
    go(qtbot, window, BODY)
    other, _ = open_book(window.book.folder, "2026-12-01")
    seen = other.clients.one(NAME)
    changed = (Adjustment(change="shoulder", mm=-5.0),)
    other.clients.keep(replace(seen, adjustments=changed), seen)
    qtbot.waitUntil(lambda: window.body.adjustments.isVisible())


def test_notes_on_a_client_stay_when_something_else_of_the_card_is_kept(window, session, qtbot):
    go(qtbot, window, BODY)
    sheet = card_of(qtbot, window)
    qtbot.waitUntil(sheet.isActiveWindow)
    qtbot.wait(50)  # laid out: before that nothing takes the focus
    sheet.notes.setFocus()
    assert sheet.notes.hasFocus()
    qtbot.keyClicks(sheet.notes, "Likes pockets")
    qtbot.mouseClick(sheet.today, LEFT)
    assert sheet.notes.toPlainText() == "Likes pockets"
    sheet.accept()
    assert window.book.client(NAME).notes == "Likes pockets"
