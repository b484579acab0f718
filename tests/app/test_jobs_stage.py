"""The Jobs stage: names, dates, notes, copies, what is set aside, the bin; two windows; what other
programs change."""

import json
from dataclasses import replace
from datetime import date

import pytest
from PySide6.QtCore import QDate, Qt
from PySide6.QtWidgets import QApplication, QCalendarWidget, QPushButton

from tests.app.conftest import DO, KnownRunner
from tests.app.test_window import CTRL, JOBS, LAY, LEFT, go, type_into
from wickel.app.stages.from_last import FromLast
from wickel.app.stages.jobs import IN_HAND
from wickel.app.start import make_window
from wickel.app.widgets.dialogs import Notice
from wickel.body import with_measurement
from wickel.days import parsed_day
from wickel.files import read_job, save_job
from wickel.job.state import State
from wickel.lay import labour_of
from wickel.studio import orders
from wickel.studio.listing import Listing, week_of


def choose(box, index):
    box.setCurrentIndex(index)
    box.activated.emit(index)


@pytest.fixture
def jobs(window, qtbot):
    go(qtbot, window, JOBS)
    return window.jobs


def chip(jobs, path, words):
    """A button below the rails, the keys put on a job; where it hangs is shown if need be."""
    place = jobs._folder.place_of(path)
    choose(jobs.shown, jobs.shown.findData(place or IN_HAND))
    assert jobs.rail.take(path)
    return next(own for own in jobs.chips.values() if own.text() == words and own.isVisible())


def click_on(qtbot, jobs, path):
    jobs.rail.scrollTo(jobs.rail._index(path))
    at = jobs.rail.place_of(path).center()
    qtbot.mouseClick(jobs.rail.viewport(), LEFT, pos=at)


def read_aloud(jobs, path):
    return jobs.rail._index(path).data(Qt.ItemDataRole.AccessibleTextRole)


def press(qtbot, window, words):
    (notice,) = [own for own in window.findChildren(Notice) if own.isVisible()]
    qtbot.mouseClick(
        next(own for own in notice.findChildren(QPushButton) if own.text() == words), LEFT
    )


def test_every_job_hangs_on_the_rail_with_whom_it_is_for_and_when_it_is_due(jobs, window):
    paths = window._folder.orders()
    assert sorted(jobs.rail.paths) == list(paths)
    words = read_aloud(jobs, paths[0])
    for part in ("Market dress", "Odile Marrow", "Box dress", "due Fri 11 December 2026"):
        assert part in words
    assert jobs.rail.open_path == paths[0]
    assert jobs.rail.current_path == paths[0]


def test_a_job_is_opened_by_mouse_and_by_keyboard(jobs, window, session, qtbot):
    paths = window._folder.orders()
    click_on(qtbot, jobs, paths[1])
    assert session.path == paths[1]
    jobs.rail.setFocus()
    jobs.rail.take(paths[2])
    qtbot.keyClick(jobs.rail, Qt.Key.Key_Return)
    assert session.path == paths[2]
    assert jobs.rail.open_path == paths[2]
    before = jobs.rail.current_path
    qtbot.keyClick(jobs.rail, Qt.Key.Key_Up)
    qtbot.keyClick(jobs.rail, Qt.Key.Key_Home)
    assert jobs.rail.current_path not in (None, before)


def test_name_client_date_and_notes_are_written_and_undone(jobs, window, session, qtbot):
    card = jobs.open_job
    type_into(qtbot, card.name, "Fair dress")
    type_into(qtbot, card.client, "Wenda Pool")
    type_into(qtbot, card.due, "2026-12-24")
    assert card.due_said.text() == "Thu 24 December 2026"
    qtbot.mouseClick(card.notes, LEFT)
    qtbot.keyClicks(card.notes, "Long sleeves?")
    card.name.setFocus()
    qtbot.waitUntil(lambda: session.job.notes == "Long sleeves?")
    assert (session.job.name, session.job.client, session.job.due) == (
        "Fair dress",
        "Wenda Pool",
        "2026-12-24",
    )
    assert window.ticket.title.text() == "Fair dress"
    session.save_now()
    assert read_job(session.path) == session.job
    for _ in range(4):
        session.undo()
    assert (session.job.name, session.job.notes, card.notes.toPlainText()) == (
        "Market dress",
        "",
        "",
    )


def test_state_and_what_it_waits_for_hang_on_the_rail_and_stay_in_the_file(
    jobs, window, session, qtbot
):
    choose(jobs.open_job.state, jobs.open_job.state.findData("cloth-bought"))
    jobs.open_job.waits.setFocus()
    type_into(qtbot, jobs.open_job.waits.lineEdit(), "the lining")
    assert (session.job.state, session.job.waits_for) == (State.BOUGHT, "the lining")
    session.save_now()
    assert read_job(session.path) == session.job
    assert "cloth bought, waits for the lining" in read_aloud(jobs, session.path)
    qtbot.keyClick(window, Qt.Key.Key_F, CTRL | Qt.KeyboardModifier.AltModifier)
    assert session.job.state is State.CUT
    choose(jobs.shown, jobs.shown.findData("waiting"))
    assert jobs.rail.paths == (session.path,)
    session.undo()
    assert session.job.state is State.BOUGHT


def test_jobs_are_found_by_their_words(jobs, window, qtbot):
    qtbot.keyClicks(jobs.search, "quill CHAMBRAY")
    assert [path.name for path in jobs.rail.paths] == ["05-blouse-for-the-fair.wickel.json"]
    qtbot.keyClicks(jobs.search, " no such")
    assert jobs.rail.paths == ()
    assert jobs.nothing.isVisible()
    jobs.search.clear()
    assert len(jobs.rail.paths) == len(orders())


def test_what_is_late_hangs_first_and_says_why(jobs, window, session, qtbot):
    type_into(qtbot, jobs.open_job.due, "2020-01-31")
    session.save_now()
    assert jobs.rail.rails.rows[0].name == "Late"
    assert jobs.rail.paths[0] == session.path
    assert "days late: not measured yet" in read_aloud(jobs, session.path)


def test_minutes_to_cut_are_worked_out_and_the_week_s_load_is_shown(jobs, window, session, qtbot):
    type_into(qtbot, jobs.open_job.due, f"{date.today():%Y-%m-%d}")
    session.save_now()
    qtbot.waitUntil(lambda: "minutes to cut" in read_aloud(jobs, session.path))
    lay = session.lay
    assert f"{labour_of(lay).minutes():.0f} minutes to cut" in read_aloud(jobs, session.path)
    sunday = f"{week_of(date.today())[1]:%Y-%m-%d}"

    def due_this_week():
        rows = [row for row in jobs.rail.rails.rows if isinstance(row, Listing)]
        return [row.minutes for row in rows if row.due and row.due <= sunday]

    qtbot.waitUntil(
        lambda: None not in due_this_week() and "not known" not in jobs.week.said.text()
    )
    whole = sum(due_this_week())
    assert f"{round(whole) // 60} h {round(whole) % 60:02}" in jobs.week.said.text()
    jobs.week.hours.setValue(0.5)
    assert window._settings.values.cutting_hours == 0.5
    assert jobs.week.strip.toolTip() == f"{whole / 30:.0%} of the hours for cutting"


def test_a_quick_question_is_answered_without_a_job_and_can_become_one(
    jobs, window, session, qtbot
):
    quick = jobs.quick
    choose(quick.style_box, quick.style_box.findData("box-dress"))
    choose(quick.who, quick.who.findData("Tamsin Quill"))
    type_into(qtbot, quick.width_edit, "114")
    before = window._folder.orders()
    qtbot.mouseClick(quick.ask_button, LEFT)
    qtbot.waitUntil(lambda: quick.figure.text().endswith(" m"))
    assert "minutes to cut" in quick.said.text()
    assert window._folder.orders() == before
    answer = quick.figure.text()
    type_into(qtbot, quick.width_edit, "150")
    assert not quick.make.isVisible()
    type_into(qtbot, quick.width_edit, "114")
    qtbot.mouseClick(quick.ask_button, LEFT)
    qtbot.waitUntil(lambda: quick.figure.text() == answer)
    qtbot.mouseClick(quick.make, LEFT)
    assert len(window._folder.orders()) == len(before) + 1
    job = session.job
    assert (job.client, job.garments[0].body.name, job.cloths[0].usable_width_mm) == (
        "Tamsin Quill",
        "Tamsin Quill",
        1140.0,
    )


def test_a_question_that_has_no_answer_says_why(jobs, qtbot):
    quick = jobs.quick
    choose(quick.style_box, quick.style_box.findData("box-dress"))
    type_into(qtbot, quick.width_edit, "20")
    qtbot.mouseClick(quick.ask_button, LEFT)
    assert quick.figure.text() == "–"
    assert "no way of folding can hold it" in quick.said.text()


@pytest.mark.long
def test_jobs_of_one_cloth_are_pointed_out_and_laid_together_when_asked(jobs, qtbot):
    found = jobs.together
    assert found.isVisible()
    assert found.cloth.currentText() == "Figured twill"
    assert "Ferryman's smock, Lamplighter's trousers" in found.said.whole
    qtbot.mouseClick(found.ask, LEFT)
    qtbot.waitUntil(lambda: "togeth" in found.said.whole and "…" not in found.said.whole)
    assert "saves" in found.said.whole or "cannot be laid together" in found.said.whole


def test_a_new_job_like_a_client_s_last_has_their_figures_of_now(jobs, window, session, qtbot):
    body = replace(window.book.client("Tamsin Quill").latest, taken="2026-11-30")
    window.book.keep_body("Tamsin Quill", with_measurement(body, "bust", 911.0))
    qtbot.mouseClick(jobs.last, LEFT)
    (sheet,) = window.findChildren(FromLast)
    assert set(sheet.cards) == {"Bertrand Oake", "Odile Marrow", "Tamsin Quill"}
    qtbot.mouseClick(sheet.cards["Tamsin Quill"], LEFT)
    assert session.job.name == "Blouse for the fair"
    assert session.job.garments[0].body["bust"] == 911.0
    assert (session.job.due, session.job.state) == ("", State.ASKED)


def test_a_job_is_duplicated_under_a_name_of_its_own(jobs, window, session, qtbot):
    first = session.path
    before = read_job(first)
    qtbot.mouseClick(chip(jobs, first, "One more like it"), LEFT)
    assert session.path != first
    assert session.path.parent == first.parent
    assert session.job.name == "Market dress, again"
    assert replace(session.job, name=before.name).garments == before.garments
    assert session.lay.placements == session.lay_of(session.cloth.id).placements
    assert read_job(first).name == "Market dress"


def test_jobs_are_set_aside_put_away_binned_and_brought_back(jobs, window, session, qtbot):
    other = window._folder.orders()[1]
    qtbot.mouseClick(chip(jobs, other, "Set aside"), LEFT)
    (aside,) = window._folder.set_aside()
    assert not other.exists()
    assert aside.name == other.name
    qtbot.mouseClick(chip(jobs, aside, "To the bin"), LEFT)
    (binned,) = window._folder.binned()
    qtbot.mouseClick(chip(jobs, binned, "Bring back"), LEFT)
    assert other.exists()
    assert window._folder.binned() == window._folder.set_aside() == ()
    qtbot.mouseClick(chip(jobs, other, "To the archive"), LEFT)
    (away,) = window._folder.jobs("archive")
    qtbot.mouseClick(chip(jobs, away, "Bring back"), LEFT)
    assert other.exists()


def test_the_bin_is_emptied_only_when_the_maker_says_so(jobs, window, qtbot, answering):
    other = window._folder.orders()[1]
    qtbot.mouseClick(chip(jobs, other, "To the bin"), LEFT)
    (binned,) = window._folder.binned()
    save_job(orders()[1], binned)  # so that there is a copy beside it
    choose(jobs.shown, jobs.shown.findData("bin"))
    with answering(DO) as seen:
        qtbot.mouseClick(jobs.empty, LEFT)
    assert len(seen) == 1
    assert "for good" in seen[0].sentence.text()
    assert list(binned.parent.iterdir()) == []


def test_the_open_job_goes_on_where_it_is_moved_to(jobs, window, session, qtbot):
    first = session.path
    qtbot.mouseClick(chip(jobs, first, "To the bin"), LEFT)
    (binned,) = window._folder.binned()
    assert session.path == binned
    type_into(qtbot, jobs.open_job.name, "Still here")
    session.save_now()
    assert read_job(binned).name == "Still here"
    assert not first.exists()
    jobs.empty_bin()
    assert binned.exists()
    assert "open job is in the bin" in window.slip.sentence.text()


def test_two_jobs_of_one_name_in_the_bin_are_both_there(jobs, window, qtbot):
    for _ in range(2):
        path = window._folder.path / "same.wickel.json"
        save_job(orders()[0], path)
        window._folder.put_into_bin(path)
    assert len(window._folder.binned()) == 2


def test_a_folder_in_the_way_is_said_and_nothing_is_lost(jobs, window, qtbot):
    (window._folder.path / "bin").write_text("in the way")
    other = window._folder.orders()[1]
    qtbot.mouseClick(chip(jobs, other, "To the bin"), LEFT)
    assert other.exists()
    assert "could not be done" in window.slip.sentence.text()


def test_a_damaged_job_is_a_card_that_says_so_and_offers_its_copy(jobs, window, session, qtbot):
    path = window._folder.orders()[1]
    save_job(read_job(path), path)
    path.write_text("{,}")
    jobs.refresh()
    assert "is not JSON" in jobs.rail._index(path).data(Qt.ItemDataRole.ToolTipRole)
    click_on(qtbot, jobs, path)
    press(qtbot, window, "Open the copy")
    assert session.path == path
    assert path.with_name(path.name + ".damaged").exists()


def test_what_was_opened_last_is_in_the_menu_first(window, session, qtbot):
    paths = window._folder.orders()
    for path in (paths[1], paths[2], paths[1]):
        window.open_path(path)
    window.menus._fill_recent()
    shown = [action.text() for action in window.menus.recent.actions()]
    assert [text.partition("  (")[0] for text in shown[:3]] == [
        window._folder.title(p) for p in (paths[1], paths[2], paths[0])
    ]
    paths[2].unlink()
    window.menus._fill_recent()
    assert len(window.menus.recent.actions()) == len(shown) - 1
    window.menus.recent.actions()[-1].trigger()
    assert session.path == paths[0]


# --- one's own studio -------------------------------------------------------------------------


def another_window(qtbot, home, *, demo):
    made = make_window(
        QApplication.instance(), home, KnownRunner(most_effort=2, most_ways=1), demo=demo
    )
    qtbot.addWidget(made)
    with qtbot.waitExposed(made):
        made.show()
    return made


def test_one_s_own_studio_begins_empty_with_the_demo_a_click_away(qtbot, tmp_path):
    window = another_window(qtbot, tmp_path / "home", demo=False)
    assert window.stack.currentIndex() == JOBS
    assert window._folder.orders() == ()
    demo = next(own for own in window.jobs.findChildren(QPushButton) if "demo studio" in own.text())
    qtbot.mouseClick(demo, LEFT)
    assert len(window._folder.orders()) == len(orders())
    assert window.session.job.name == "Market dress"
    assert window.session.lay is not None


def test_a_new_job_can_be_begun_in_an_empty_studio(qtbot, tmp_path):
    window = another_window(qtbot, tmp_path / "home", demo=False)
    window.start_job("pencil-skirt")
    assert len(window._folder.orders()) == 1
    assert window.session.lay is not None
    go(qtbot, window, JOBS)
    assert window.jobs.rail.paths == (window.session.path,)


# --- two windows ------------------------------------------------------------------------------


@pytest.mark.long
@pytest.mark.own_window
def test_a_second_window_is_told_and_looks_or_takes_over(window, session, qtbot, tmp_path):
    path = session.path
    other = another_window(qtbot, tmp_path / "home", demo=True)
    theirs = other.session
    assert theirs.path == path
    assert theirs.file.open_elsewhere
    press(qtbot, other, "Look at it")
    go(qtbot, other, LAY)
    session.save_now()
    before = path.read_bytes()
    theirs.search(100)  # what a search finds is no reason to write
    theirs.file.settle()
    assert path.read_bytes() == before
    assert theirs.path == path
    other.open_path(path)
    press(qtbot, other, "Take it over")
    assert not theirs.file.open_elsewhere
    go(qtbot, other, JOBS)
    type_into(qtbot, other.jobs.open_job.name, "Theirs")
    theirs.save_now()
    assert read_job(path).name == "Theirs"
    window.activateWindow()
    qtbot.waitUntil(window.isActiveWindow)
    go(qtbot, window, JOBS)
    type_into(qtbot, window.jobs.open_job.name, "Mine")
    session.save_now()
    assert read_job(path).name == "Theirs"  # nothing is written over unasked
    press(qtbot, window, "Use theirs")
    assert session.job.name == "Theirs"


def test_a_file_that_became_unreadable_can_be_written_over_or_left(window, session, qtbot):
    path = session.path
    path.write_text("{ half a fi")
    go(qtbot, window, JOBS)
    type_into(qtbot, window.jobs.open_job.name, "Here")
    session.save_now()
    (notice,) = [own for own in window.findChildren(Notice) if own.isVisible()]
    assert "cannot be read" in notice.lines[0]
    assert [own.text() for own in notice.findChildren(QPushButton)] == [
        "Cancel",
        "Use mine",
        "Keep both",
    ]
    press(qtbot, window, "Use mine")
    assert read_job(path).name == "Here"
    assert path.with_name(path.name + ".bak").read_text() == "{ half a fi"


def test_closing_before_a_choice_keeps_both(window, session, qtbot):
    path = session.path
    save_job(replace(read_job(path), name="Theirs"), path)
    session.apply(replace(session.job, name="Mine"), "name")
    session.save_now()
    window.close()
    assert read_job(path).name == "Theirs"
    copies = list(path.parent.glob("*-copy.wickel.json"))
    assert [read_job(own).name for own in copies] == ["Mine"]


def test_keys_that_another_program_writes_stay_in_the_file(window, session, qtbot):
    path = session.path
    session.save_now()
    record = json.loads(path.read_text())
    record["later"] = {"a": 1}
    record["garments"][0]["later"] = [2]
    path.write_text(json.dumps(record))
    window.open_path(path)
    qtbot.keyClick(window, Qt.Key.Key_I, CTRL)
    session.save_now()
    written = json.loads(path.read_text())
    assert (written["later"], written["garments"][0]["later"], written["unit"]) == (
        {"a": 1},
        [2],
        "in",
    )


@pytest.mark.parametrize("typed", ["4.12.2030", "in 3 days", "friday"])
def test_a_due_day_is_read_in_words_and_shown_as_it_is_kept(jobs, window, session, qtbot, typed):
    type_into(qtbot, jobs.open_job.due, typed)
    day = parsed_day(typed, date.today())
    assert session.job.due == day
    assert jobs.open_job.due.text() == day


def test_what_is_no_day_is_not_kept(jobs, window, session, qtbot):
    before = session.job.due
    type_into(qtbot, jobs.open_job.due, "when it is ready")
    assert session.job.due == before
    jobs.open_job.due.selectAll()
    qtbot.keyClick(jobs.open_job.due, Qt.Key.Key_Delete)
    qtbot.keyClick(jobs.open_job.due, Qt.Key.Key_Return)
    assert session.job.due == ""


def test_a_due_day_is_chosen_in_a_calendar(jobs, window, session, qtbot):
    type_into(qtbot, jobs.open_job.due, "2030-12-04")
    qtbot.mouseClick(jobs.open_job.day, LEFT)
    (calendar,) = jobs.open_job.due.findChildren(QCalendarWidget)
    assert calendar.selectedDate().toString("yyyy-MM-dd") == "2030-12-04"
    calendar.activated.emit(QDate(2030, 12, 11))
    assert session.job.due == "2030-12-11"
    assert jobs.open_job.due.text() == "2030-12-11"
