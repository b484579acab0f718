"""The real window, driven by mouse and keyboard: what a user sees, and what the core then holds."""

import json
from collections import Counter
from dataclasses import replace

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtGui import QAction
from PySide6.QtWidgets import QFileDialog, QLineEdit, QPushButton

from tests.often import usual
from wickel.app.stage import Stage
from wickel.app.stages.gallery import Gallery
from wickel.app.widgets.dialogs import Notice
from wickel.app.widgets.reason import Reason
from wickel.body import Body, doubts
from wickel.cloth import Print
from wickel.files import read_job
from wickel.job.edits import with_garment
from wickel.lay import exact_check
from wickel.pattern import edge_length
from wickel.units import Unit, shown_cloth_length

LEFT = Qt.MouseButton.LeftButton
CTRL, SHIFT = Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.ShiftModifier
JOBS, BODY, DRAFT, CLOTH, LAY, BUY, CUT, LOG = Stage


def type_into(qtbot, field, text):
    """Click into a field, take what is there away, type, Enter."""
    qtbot.mouseClick(field, LEFT)
    field.selectAll()
    qtbot.keyClicks(field, text)
    qtbot.keyClick(field, Qt.Key.Key_Return)


def click_on_shelf(qtbot, window, name):
    shelf = window.cloth.shelf
    qtbot.mouseClick(shelf.viewport(), LEFT, pos=shelf.place_of(name).toPoint())


def go(qtbot, window, stage):
    qtbot.keyClick(window, Qt.Key.Key_1 + stage, CTRL)
    assert window.stack.currentIndex() == stage


def bought(window):
    return window.ticket.buy.figure.text()


def test_it_opens_on_a_lay_with_a_length_to_buy(window, session):
    assert window.stack.currentIndex() == LAY
    assert window.ticket.title.text() == "Market dress"
    assert bought(window) == shown_cloth_length(session.need.buy_mm, Unit.CM)
    assert session.lay.complete
    assert exact_check(session.lay) == ()
    assert "Buy" in window.slip.sentence.text()


def test_changing_the_size_changes_pieces_lay_and_length_to_buy(window, session, qtbot):
    seen = []
    for size in ("80", "124"):
        go(qtbot, window, BODY)
        qtbot.mouseClick(window.body.size_buttons[size], LEFT)
        assert session.garment.size == size
        assert f"size {size}" in window.ticket.about.text()
        hem = session.draft.pattern.piece("front").edge("hem").start
        go(qtbot, window, DRAFT)
        go(qtbot, window, LAY)
        drawn = window.draft.paper.items_by_id["front"].cut_path.boundingRect()
        laid = window.lay.view.items_by_id["dress/front/1"].cut_path.boundingRect()
        seen.append((hem, drawn.width(), laid.width(), session.lay.lay_length_mm, bought(window)))
        assert exact_check(session.lay) == ()
    for small, large in zip(*seen, strict=True):
        assert small != large
    assert seen[0][3] < seen[1][3]


def test_a_measurement_typed_in_inches_is_taken(window, session, qtbot):
    go(qtbot, window, BODY)
    before = session.garment.body["hip"]
    type_into(qtbot, window.body.fields["hip"], "42 1/2 in")
    assert session.garment.body["hip"] == pytest.approx(1079.5)
    assert window.body.fields["hip"].text() == "108 cm"
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert session.garment.body["hip"] == before
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL | SHIFT)
    assert session.garment.body["hip"] == pytest.approx(1079.5)


def test_nonsense_in_a_field_is_marked_and_changes_nothing(window, session, qtbot):
    go(qtbot, window, BODY)
    job = session.job
    field = window.body.fields["bust"]
    type_into(qtbot, field, "quite wide")
    assert session.job == job
    assert field.property("wrong") is True
    assert "“quite wide”" in field.toolTip()


def test_an_implausible_measurement_is_explained_and_counted_on_its_knot(window, session, qtbot):
    go(qtbot, window, BODY)
    type_into(qtbot, window.body.fields["upper_arm"], "55")
    assert "very large beside bust" in window.body.trouble.text()
    assert window.thread_bar.knots[BODY].count == len(doubts(session.garment.body)) > 0


def test_an_impossible_one_stops_the_draft_and_the_slip_leads_back(window, session, qtbot):
    go(qtbot, window, BODY)
    type_into(qtbot, window.body.fields["bust"], "9")
    go(qtbot, window, LAY)
    assert session.lay is None
    assert bought(window) == "–"
    assert "Bust 9 cm is outside" in window.slip.sentence.text()
    qtbot.mouseClick(window.slip.show_me, LEFT)
    assert window.stack.currentIndex() == BODY
    type_into(qtbot, window.body.fields["bust"], "96")
    assert session.lay is not None


def test_an_option_redraws_the_pieces_and_the_lay(window, session, qtbot):
    go(qtbot, window, DRAFT)
    before = session.lay.lay_length_mm
    type_into(qtbot, window.draft.options.fields["below_knee_mm"], "30")
    assert session.garment.options["below_knee_mm"] == 300
    tallest = window.draft.paper.items_by_id["front"].cut_path.boundingRect().height()
    # neck to knee 1035 + 300, hem 30, and the shoulder's 10 stands out a little above the start
    # line
    assert 1365 < tallest < 1385
    assert session.lay.lay_length_mm > before


def test_a_choice_by_keyboard_changes_the_draft(window, session, qtbot):
    go(qtbot, window, DRAFT)
    box = window.draft.options.fields["ease_school"]
    box.setFocus()
    qtbot.keyClick(box, Qt.Key.Key_Down)
    assert session.garment.options["ease_school"] == "quarter"
    qtbot.keyClick(box, Qt.Key.Key_Up)
    assert session.garment.options["ease_school"] == "whole"


def test_a_refused_option_is_said_and_undo_brings_the_draft_back(window, session, qtbot):
    go(qtbot, window, DRAFT)
    type_into(qtbot, window.draft.options.fields["sleeve_mm"], "6")
    assert "sleeve ends inside the body" in window.slip.sentence.text()
    assert session.drafts == ()
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert len(session.drafts) == 1
    assert session.lay.complete


def test_a_check_that_does_not_hold_is_shown_with_its_way_out(window, session, qtbot):
    go(qtbot, window, DRAFT)
    type_into(qtbot, window.draft.options.fields["slit_mm"], "0")
    assert window.draft.checks.title.text() == "Checked by tape: 7 of 8 hold"
    assert "Widen the neck by about" in window.slip.sentence.text()
    assert window.thread_bar.knots[DRAFT].count == 1


def test_the_chalk_list_follows_the_piece_in_hand(window, session, qtbot):
    go(qtbot, window, DRAFT)
    paper = window.draft.paper
    assert window.draft.checks.chalk_title.text() == "Chalk list: Front"
    item = paper.items_by_id["pocket"]
    at = paper.mapFromScene(item.mapToScene(item.cut_path.boundingRect().center()))
    qtbot.mouseClick(paper.viewport(), LEFT, pos=at)
    assert window.draft.checks.chalk_title.text() == "Chalk list: Pocket bag"
    paper.setFocus()
    qtbot.keyClick(paper, Qt.Key.Key_PageDown)
    assert window.draft.checks.chalk_title.text() == "Chalk list: Front"
    qtbot.keyClick(paper, Qt.Key.Key_PageUp)
    assert window.draft.checks.chalk_title.text() == "Chalk list: Pocket bag"


def test_a_cloth_off_the_shelf_is_taken_by_mouse(window, session, qtbot):
    go(qtbot, window, CLOTH)
    before = bought(window), session.lay.spread.width_mm
    click_on_shelf(qtbot, window, "Heron print cotton")
    assert session.cloth.name == "Heron print cotton"
    assert session.cloth.id == "moss-linen"  # it takes the other's place in the job
    assert (bought(window), session.lay.spread.width_mm) != before
    assert {p.turn_deg for p in session.lay.placements} == {0.0}


def test_width_and_print_are_changed_by_hand(window, session, qtbot):
    go(qtbot, window, CLOTH)
    type_into(qtbot, window.cloth.fields["usable_width_mm"], "60 in")
    assert session.cloth.usable_width_mm == pytest.approx(1524)
    qtbot.mouseClick(window.cloth.print_buttons[Print.ONE_WAY], LEFT)
    assert session.cloth.print is Print.ONE_WAY
    assert "head up" in window.cloth.worn_words.text()
    type_into(qtbot, window.cloth.shrink_along, "7,5")
    assert session.cloth.shrink_along == pytest.approx(0.075)


def test_a_cloth_that_cannot_be_is_refused_in_words(window, session, qtbot):
    go(qtbot, window, CLOTH)
    cloth = session.cloth
    for field, text in (("usable_width_mm", "-3"), ("step_mm", "0"), ("reserve_mm", "200")):
        type_into(qtbot, window.cloth.fields[field], text)
        assert session.cloth == cloth
        assert "Moss linen" in window.cloth.trouble.text()


def reason_beside(field):
    """The sentence that is seen beside a field."""
    return " ".join(
        own.text() for own in field.parentWidget().findChildren(Reason) if own.isVisible()
    )


def test_a_share_that_is_no_number_is_refused(window, session, qtbot):
    go(qtbot, window, CLOTH)
    type_into(qtbot, window.cloth.shrink_across, "little")
    assert "“little” is not a number" in reason_beside(window.cloth.shrink_across)
    assert session.cloth.shrink_across == 0.02


def test_a_stretch_is_typed_as_it_is_tested(window, session, qtbot):
    go(qtbot, window, CLOTH)
    type_into(qtbot, window.cloth.stretch_across, "10 cm pull to 14")
    assert session.cloth.stretch_across == pytest.approx(0.4)
    assert window.cloth.stretch_across.text() == "40"
    type_into(qtbot, window.cloth.stretch_across, "0 pull to 14")
    assert "is not a number" in reason_beside(window.cloth.stretch_across)
    type_into(qtbot, window.cloth.shrink_across, "10 cm pull to 14")
    assert "is not a number" in reason_beside(window.cloth.shrink_across)


def test_another_fold_by_button_by_card_and_by_key(window, session, qtbot):
    go(qtbot, window, LAY)
    qtbot.mouseClick(window.lay.ways.cards["lengthwise"], LEFT)
    assert session.lay.way == window.lay.view.lay.way == "lengthwise"
    qtbot.mouseClick(window.lay.ways.cards["open"], LEFT)
    assert session.lay.way == "open"
    qtbot.keyClick(window, Qt.Key.Key_H, CTRL | SHIFT)
    assert session.lay.way == "lengthwise"
    assert {p.on_fold for p in session.lay.placements if p.piece == "dress/front"} == {True}


def test_a_piece_is_picked_and_read(window, session, qtbot):
    go(qtbot, window, LAY)
    view = window.lay.view
    item = view.items_by_id["dress/front/1"]
    at = view.mapFromScene(item.cut_path.boundingRect().center())
    qtbot.mouseClick(view.viewport(), LEFT, pos=at)
    assert view.chosen == "dress/front/1"
    assert window.lay.hand.title.whole == "Front, × 1"
    assert "along" in window.lay.hand.words.text()
    view.setFocus()
    qtbot.keyClick(view, Qt.Key.Key_PageDown)
    assert view.chosen != "dress/front/1"
    qtbot.keyClick(view, Qt.Key.Key_Escape)
    assert window.lay.hand.title.whole == "No piece in hand"


def test_zoom_by_key_and_back(window, qtbot):
    go(qtbot, window, LAY)
    view = window.lay.view
    view.setFocus()
    before = view.transform().m11()
    qtbot.keyClick(view, Qt.Key.Key_Plus)
    assert view.transform().m11() == pytest.approx(before * 1.2)
    qtbot.keyClick(view, Qt.Key.Key_0)
    assert view.transform().m11() == pytest.approx(before)


def test_a_dress_too_wide_for_its_cloth_says_by_how_much_and_leads_to_the_cloth(
    window, session, qtbot
):
    go(qtbot, window, CLOTH)
    type_into(qtbot, window.cloth.fields["usable_width_mm"], "82")
    go(qtbot, window, LAY)
    assert not session.lay.complete  # what still fits stays where it lies
    assert "cm more than the" in window.lay.hand.title.whole
    assert window.thread_bar.knots[CLOTH].count == 1
    qtbot.mouseClick(window.slip.show_me, LEFT)
    assert window.stack.currentIndex() == CLOTH


def test_search_on_never_makes_the_lay_longer(window, session, qtbot):
    go(qtbot, window, LAY)
    before = session.lay.lay_length_mm
    qtbot.mouseClick(window.lay.find_button, LEFT)
    assert session.lay.lay_length_mm <= before
    assert not session.searching


def test_inches_show_yards_and_fractions(window, session, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_I, CTRL)
    assert session.job.unit is Unit.INCH
    assert "yd" in bought(window)
    go(qtbot, window, BODY)
    assert window.body.fields["bust"].text() == "37 3/4 in"


def test_dark_is_remembered(window, qtbot, tmp_path):
    qtbot.keyClick(window, Qt.Key.Key_D, CTRL)
    assert json.loads((tmp_path / "home" / "settings.json").read_text())["dark"] is True
    qtbot.keyClick(window, Qt.Key.Key_D, CTRL)


def test_work_is_saved_as_it_happens_and_reopened(window, session, qtbot):
    go(qtbot, window, BODY)
    path = session.path
    type_into(qtbot, window.body.fields["head"], "58")
    qtbot.waitUntil(lambda: read_job(path).garments[0].body["head"] == 580)
    type_into(qtbot, window.body.fields["head"], "57")
    window.close()  # at once: what is not yet written is written now
    assert read_job(path).garments[0].body["head"] == 570


def test_a_file_that_cannot_be_saved_is_said(window, session, qtbot, tmp_path):
    blocked = tmp_path / "blocked"
    blocked.write_text("")
    session.file.path = blocked / "job.wickel.json"
    go(qtbot, window, BODY)
    type_into(qtbot, window.body.fields["head"], "58")
    session.save_now()
    assert "could not be saved" in window.slip.sentence.text()


def test_undo_goes_all_the_way_back_and_redo_all_the_way_on(window, session, qtbot):
    start = session.job
    go(qtbot, window, BODY)
    qtbot.mouseClick(window.body.size_buttons["88"], LEFT)
    go(qtbot, window, DRAFT)
    type_into(qtbot, window.draft.options.fields["slit_mm"], "16")
    go(qtbot, window, CLOTH)
    click_on_shelf(qtbot, window, "River chambray")
    end = session.job
    for _ in range(3):
        qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert session.job == start
    for _ in range(3):
        qtbot.keyClick(window, Qt.Key.Key_Y, CTRL)
    assert session.job == end


def test_the_orders_menu_opens_another_order(window, session):
    window.menus._fill_orders()
    titles = [action.text() for action in window.menus.orders.actions()]
    assert "Heron dress for the stage · Tamsin Quill" in titles
    window.menus.orders.actions()[1].trigger()
    assert session.job.client == "Tamsin Quill"
    assert not session.undo_words


def test_a_bad_file_is_refused_in_words_and_the_job_stays(window, session, tmp_path, qtbot):
    job = session.job
    bad = tmp_path / "bad.wickel.json"
    bad.write_text("{")
    assert window.open_path(bad) is False
    (notice,) = window.findChildren(Notice)
    assert "not JSON" in notice.sentence.text()
    qtbot.keyClick(notice, Qt.Key.Key_Return)
    assert session.job == job


def test_what_is_shown_can_be_written(window, session, tmp_path, monkeypatch):
    acts = {
        ".pdf": window.exports.pdf,
        ".wickel.json": window.exports.copy,
    }
    for kind, act in acts.items():
        target = tmp_path / f"out{kind}"
        monkeypatch.setattr(
            QFileDialog, "getSaveFileName", lambda *_, target=target: (str(target), "")
        )
        act()
        assert target.stat().st_size > 500
        assert target.name in window.slip.sentence.text()


def test_stages_by_mouse_and_arrow_keys_on_the_thread(window, qtbot):
    bar = window.thread_bar
    qtbot.mouseClick(bar, LEFT, pos=QPoint(30, 64))
    assert window.stack.currentIndex() == JOBS
    bar.setFocus()
    qtbot.keyClick(bar, Qt.Key.Key_Down)
    assert window.stack.currentIndex() == BODY
    bar.setFocus()
    qtbot.keyClick(bar, Qt.Key.Key_Down)
    assert window.stack.currentIndex() == DRAFT


def test_no_two_entries_of_the_menus_have_the_same_keys(window):
    keys = Counter(
        shortcut.toString()
        for action in window.findChildren(QAction)
        if action.shortcutContext() is Qt.ShortcutContext.WindowShortcut  # heard everywhere
        for shortcut in action.shortcuts()
    )
    assert [key for key, count in keys.items() if count > 1] == []


def test_everything_that_takes_input_has_an_accessible_name_or_text(window):
    for field in window.findChildren(QLineEdit):
        assert field.accessibleName() or field.parent().accessibleName(), field
    for button in window.findChildren(QPushButton):
        assert button.text() or button.accessibleName()
        assert button.toolTip(), button.text()


def test_every_menu_entry_has_a_shortcut_or_opens_a_list(window):
    for menu in window.menuBar().actions():
        for action in menu.menu().actions():
            if (
                not action.isSeparator()
                and action.menu() is None
                and action.text() != "&About Wickel"
            ):
                assert action.shortcuts(), action.text()


def test_another_style_out_of_the_gallery_drafts_and_lays_at_once(window, session, qtbot):
    go(qtbot, window, DRAFT)
    qtbot.mouseClick(window.draft.options.another, LEFT)
    (gallery,) = window.findChildren(Gallery)
    card = gallery.cards["trousers"]
    card.setFocus()
    qtbot.keyClick(card, Qt.Key.Key_Return)
    assert session.garment.style == "trousers"
    assert set(window.draft.paper.items_by_id) == {"front", "back", "waistband"}
    assert window.draft.checks.title.text() == "Checked by tape: 6 of 6 hold"
    assert exact_check(session.lay) == ()
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert session.garment.style == "box-dress"
    assert len(session.job.cloths) == 1


@pytest.mark.long
@pytest.mark.parametrize(
    "style",
    usual(("two-cloth-maxi", "corset", "trousers", "jumpsuit", "draped-dress"), ("corset",)),
)
def test_a_new_job_in_every_style_comes_with_all_its_cloths(window, session, style):
    window.start_job(style)
    assert window.stack.currentIndex() == BODY
    assert session.refusal == ""
    assert read_job(session.path).garments[0].style == style
    used = {cut.material for piece in session.draft.pattern.pieces for cut in piece.cuts}
    assert {cloth.id for cloth in session.cloths} == {
        session.garment.cloths[material] for material in used
    }
    assert all(field.text() for field in window.body.fields.values())
    assert all(check.held for check in session.draft.checks)


@pytest.mark.long
def test_each_cloth_of_a_job_has_its_lay(window, session, qtbot):
    window.start_job("pencil-skirt")
    go(qtbot, window, LAY)
    assert window.lay.which_cloth.isVisible()
    main = session.lay
    box = window.lay.which_cloth
    box.setFocus()
    qtbot.keyClick(box, Qt.Key.Key_Down)
    assert session.cloth.name == "Firm interfacing"
    assert session.lay.cloth != main.cloth
    assert [p.piece for p in session.lay.placements] == ["garment/waistband"]


def test_what_is_missing_is_estimated_and_marked(window, session, qtbot):
    go(qtbot, window, BODY)
    few = {"bust": 920.0, "hip": 990.0, "head": 565.0, "shoulder": 400.0, "neck_to_knee": 1010.0}
    body = Body(name="A new client", measurements_mm=few)
    session.apply(with_garment(session.job, replace(session.garment, body=body, size="")), "few")
    assert "not measured yet: upper arm, neck to hip, front" in window.slip.sentence.text()
    qtbot.mouseClick(window.body.estimate, LEFT)
    assert session.garment.body.estimated == {"upper_arm", "neck_to_hip"}
    assert session.garment.body["upper_arm"] == 288
    assert window.body.beside["upper_arm"].text().startswith("estimated")
    assert not window.body.estimate.isVisible()
    type_into(qtbot, window.body.fields["upper_arm"], "29")
    assert session.garment.body.estimated == {"neck_to_hip"}


@pytest.mark.long
def test_sizes_of_another_chart_are_offered(window, session, qtbot):
    window.start_job("trousers")
    box = window.body.chart
    box.setFocus()
    qtbot.keyClick(box, Qt.Key.Key_End)
    assert "H128" in window.body.size_buttons
    qtbot.mouseClick(window.body.size_buttons["H128"], LEFT)
    assert session.garment.size == "H128"
    assert all(check.held for check in session.draft.checks)
    assert exact_check(session.lay) == ()


def test_a_new_client_gets_checked_pieces_by_keyboard_alone(window, session, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_N, CTRL)
    (gallery,) = window.findChildren(Gallery)
    card = gallery.cards["circle-skirt"]
    card.setFocus()
    qtbot.keyClick(card, Qt.Key.Key_Space)
    assert window.stack.currentIndex() == BODY
    person = window.body.person
    person.setFocus()
    qtbot.keyClicks(person, "Ottoline Fenn")
    qtbot.keyClick(person, Qt.Key.Key_Return)
    for measurement, text in (("waist", "28 1/2 in"), ("waist_to_knee", "58")):
        field = window.body.fields[measurement]
        field.setFocus()
        field.selectAll()
        qtbot.keyClicks(field, text)
        qtbot.keyClick(field, Qt.Key.Key_Return)
    go(qtbot, window, DRAFT)
    assert "for Ottoline Fenn" in window.ticket.about.text()
    assert session.garment.body["waist"] == pytest.approx(723.9)
    assert window.draft.checks.title.text() == "Checked by tape: 4 of 4 hold"
    arcs = 2 * edge_length(session.draft.pattern.piece("panel"), "waist")
    assert arcs == pytest.approx(723.9 + 10, abs=0.1)


@pytest.mark.long
def test_another_size_is_laid_over_the_pieces(window, session, qtbot):
    go(qtbot, window, DRAFT)
    box, front = window.draft.over, window.draft.paper.items_by_id["front"]
    alone = front.boundingRect()
    box.setFocus()
    qtbot.keyClicks(box, "124")
    qtbot.keyClick(box, Qt.Key.Key_Return)
    box.activated.emit(box.currentIndex())
    assert box.currentData() == "124"
    larger = window.draft.paper.items_by_id["front"].boundingRect()
    assert larger.width() > alone.width()
    assert session.garment.size == ""  # the job itself is as it was
    type_into(
        qtbot, window.draft.options.fields["neck_width_mm"], "14"
    )  # wider than a child's shoulder
    box.setCurrentIndex(box.findData("H98"))
    box.activated.emit(box.currentIndex())
    assert "cannot be drafted" in window.draft.over_said.text()
