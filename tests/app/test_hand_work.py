"""Laying by hand in the window, by mouse and by keyboard: what a maker sees, what the job then
holds, and that every deed is taken back by one key."""

import pytest
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLabel

from tests.app.conftest import KnownRunner
from tests.app.test_window import BODY, CTRL, LAY, LEFT, SHIFT, go, type_into
from wickel.app.stages.compare_dialog import CompareDialog
from wickel.files import read_job
from wickel.geometry import bounds
from wickel.job.tasks import Finished, HandTask
from wickel.lay import exact_check, not_laid, on_table
from wickel.lay.hand import Deed, Grip
from wickel.yardage import shown_buy

ALT, NONE = Qt.KeyboardModifier.AltModifier, Qt.KeyboardModifier.NoModifier
KEY = Qt.Key


@pytest.fixture
def view(window, qtbot):
    go(qtbot, window, LAY)
    window.lay.view.setFocus()
    qtbot.wait(30)  # until everything has its place
    return window.lay.view


@pytest.fixture
def key(view, qtbot):
    """Presses a key while the cloth has the focus."""

    def press(key, modifiers=NONE):
        view.setFocus()
        qtbot.keyClick(view, key, modifiers)

    return press


def box_of(session, id):
    lay = session.lay
    (placement,) = (p for p in lay.placements if p.id == id)
    return bounds(on_table(placement, lay.piece(placement.piece)).outline)


def pixel(view, x, y):
    """A point of the table as a pixel of the view."""
    return view.mapFromScene(QPointF(x, -y))


def middle(session, view, id):
    box = box_of(session, id)
    return pixel(view, (box.min_x + box.max_x) / 2, (box.min_y + box.max_y) / 2)


def drag(view, start, end, modifiers=NONE, *, let_go=True):
    port = view.viewport()
    QTest.mousePress(port, LEFT, modifiers, start)
    for k in range(1, 9):
        QTest.mouseMove(port, start + (end - start) * k / 8)
    if let_go:
        QTest.mouseRelease(port, LEFT, modifiers, end)


def last(view):
    """The id of the piece that lies nearest to the end: it has room to be moved."""
    return view.order()[-1]


# --- by mouse --------------------------------------------------------------------------------


def test_a_piece_is_dragged_and_undone(window, session, view):
    before, id = session.job, last(view)
    start = middle(session, view, id)
    drag(view, start, start + QPoint(140, -40))
    assert view.held is None
    assert session.lay.complete
    assert box_of(session, id).min_x > 1000
    assert session.on.lay.by_hand
    assert session.undo_words.endswith("moved")
    after = session.job
    session.undo()
    assert session.job == before
    session.redo()
    assert session.job == after


def test_while_it_is_in_hand_its_distances_are_measured(window, session, view, qtbot):
    id = last(view)
    start = middle(session, view, id)
    drag(view, start, start + QPoint(150, 0), let_go=False)
    qtbot.waitUntil(lambda: view.held.gaps != ())
    ways = {gap.way for gap in view.held.gaps}
    assert {(0.0, -1.0), (0.0, 1.0), (-1.0, 0.0)} <= ways
    qtbot.keyClick(view, KEY.Key_Escape)
    assert view.held is None
    assert session.undo_words == ""


def test_pushed_at_another_it_stops_there(window, session, view):
    id = last(view)
    start = middle(session, view, id)
    # over the front, which holds the middle of the cloth
    front = middle(session, view, "dress/front/1")
    drag(view, start, front)
    assert session.lay.complete
    assert exact_check(session.lay) == ()


def test_lifted_it_passes_over_and_goes_back_where_it_cannot_lie(window, session, view):
    id, before = last(view), session.job
    front = middle(session, view, "dress/front/1")
    drag(view, middle(session, view, id), front, CTRL, let_go=False)
    view.carry(view.table_point(QPointF(front)), CTRL)
    assert view.held.lifted
    assert not view.held.may_lie
    QTest.mouseRelease(view.viewport(), LEFT, CTRL, front)
    assert session.job == before


def test_several_are_taken_by_a_band_and_moved_as_one(window, session, view):
    view.fit()
    port = view.viewport()
    ids = set(view.items_by_id)
    low, high = pixel(view, -200, -20), pixel(view, 3000, 3000)
    QTest.mousePress(port, LEFT, SHIFT, low)
    QTest.mouseMove(port, high)
    QTest.mouseRelease(port, LEFT, SHIFT, high)
    assert view.taken == ids
    where = {id: box_of(session, id) for id in ids}
    start = middle(session, view, "dress/front/1")
    drag(view, start, start + QPoint(60, 0))
    shifts = {round(box_of(session, id).min_x - where[id].min_x, 3) for id in ids}
    assert len(shifts) == 1
    assert shifts.pop() > 50
    assert session.lay.complete


def test_shift_and_a_click_take_one_more_and_put_it_down(window, session, view, qtbot):
    one, other = view.order()[:2]
    for id in (one, other):
        qtbot.mouseClick(view.viewport(), LEFT, SHIFT, middle(session, view, id))
    assert view.taken == {one, other}
    qtbot.mouseClick(view.viewport(), LEFT, SHIFT, middle(session, view, one))
    assert view.taken == {other}


def test_the_end_of_the_cloth_drawn_back_shows_what_still_fits(window, session, view):
    end = session.lay.table_mm
    high = session.lay.spread.width_mm
    drag(view, pixel(view, end, high * 0.97), pixel(view, end * 0.6, high * 0.97))
    assert max(box_of(session, p.id).max_x for p in session.lay.placements) <= end * 0.6 + 5
    assert not_laid(session.lay)
    assert window.lay.tray.isVisible()
    assert "What fits on" in session.undo_words


@pytest.mark.long
def test_a_fold_drawn_less_deep_keeps_what_still_holds(window, session, view, qtbot):
    window.lay.take_way("partial")
    qtbot.wait(30)
    (depth,) = session.lay.spread.depths_mm
    before = session.lay
    xs = range(20, round(before.table_mm) - 20, 10)
    free = next(x for x in xs if not view.item_at(QPointF(pixel(view, x, depth))))
    drag(view, pixel(view, free, depth), pixel(view, free, depth - 40.0))
    (less,) = session.lay.spread.depths_mm
    assert less == pytest.approx(depth - 40.0, abs=3.0)
    assert len(session.lay.placements) <= len(before.placements)
    session.undo()
    assert session.lay.spread.depths_mm == pytest.approx((depth,))


@pytest.mark.long
def test_let_go_below_the_cloth_it_is_in_the_tray(window, session, view):
    id = last(view)
    port, card = view.viewport(), window.lay.hand
    start = middle(session, view, id)
    below = port.mapFromGlobal(card.mapToGlobal(QPoint(40, 20)))
    drag(view, start, below)
    assert id not in {p.id for p in session.lay.placements}
    assert window.lay.tray.isVisible()
    session.undo()
    assert session.lay.complete


def test_clicked_twice_at_a_side_it_slides_that_way_until_it_touches(window, session, view, qtbot):
    id = "dress/pocket/1"
    view.choose(id)
    assert window.lay.work.place_exactly(True, 1800.0)
    qtbot.wait(30)
    box = box_of(session, id)
    high = pixel(view, (box.min_x + box.max_x) / 2, box.max_y - 0.15 * (box.max_y - box.min_y))
    qtbot.mouseDClick(view.viewport(), LEFT, pos=high)
    usable = session.lay.zone(session.lay.placements[0]).usable
    assert box_of(session, id).max_y == pytest.approx(max(y for _, y in usable))


# --- by keyboard -----------------------------------------------------------------------------


def test_nudges_of_one_piece_are_one_step(window, session, view, key):
    id, before = last(view), session.job
    view.choose(id)
    start = box_of(session, id).min_x
    for _ in range(3):
        key(KEY.Key_Right)
    assert box_of(session, id).min_x == pytest.approx(start + 30)
    key(KEY.Key_Right, SHIFT)
    assert box_of(session, id).min_x == pytest.approx(start + 31)
    session.undo()
    assert session.job == before


def test_it_slides_until_it_touches_and_back(window, session, view, key):
    id = last(view)
    view.choose(id)
    assert window.lay.work.place_exactly(True, 1800.0)
    key(KEY.Key_Up, CTRL)
    high = session.lay.zone(session.lay.placements[0]).usable
    assert box_of(session, id).max_y == pytest.approx(max(y for _, y in high))
    key(KEY.Key_Down, CTRL)
    assert box_of(session, id).min_y == pytest.approx(min(y for _, y in high))
    key(KEY.Key_Down, CTRL)
    assert "touches there already" in window.slip.sentence.text()


def test_the_next_piece_is_taken_by_its_direction(window, session, view, key):
    view.choose("dress/front/1")
    key(KEY.Key_Down, ALT)
    assert view.chosen != "dress/front/1"
    below = box_of(session, view.chosen)
    assert below.min_y < box_of(session, "dress/front/1").min_y


def test_turned_turned_over_and_to_the_tray(window, session, view, key):
    id = next(p.id for p in session.lay.placements if p.piece == "dress/pocket")
    view.choose(id)
    turn = next(p.turn_deg for p in session.lay.placements if p.id == id)
    key(KEY.Key_R)
    assert next(p.turn_deg for p in session.lay.placements if p.id == id) != turn
    key(KEY.Key_Delete)
    assert not_laid(session.lay) == {"dress/pocket": 1}
    (own,) = window.lay.tray.pieces
    assert own.piece_id == "dress/pocket"
    assert "Pocket bag × 1" in own.accessibleName()
    assert window.ticket.buy.word.text().endswith("at least")


def test_a_piece_comes_from_the_tray_by_key(window, session, view, key, qtbot):
    view.choose("dress/front-facing/1")
    key(KEY.Key_Delete)
    (own,) = window.lay.tray.pieces
    own.setFocus()
    qtbot.keyClick(own, KEY.Key_Return)
    assert session.lay.complete
    assert not window.lay.tray.isVisible()
    assert view.chosen.startswith("dress/front-facing/")


def test_a_piece_is_drawn_from_the_tray_onto_the_cloth(window, session, view, key):
    view.choose("dress/back/1")
    key(KEY.Key_Delete)
    (own,) = window.lay.tray.pieces
    port = view.viewport()

    def over(x, y):
        return own.mapFromGlobal(port.mapToGlobal(pixel(view, x, y)))

    QTest.mousePress(own, LEFT, NONE, QPoint(20, 20))
    QTest.mouseMove(own, QPoint(24, 14))
    QTest.mouseMove(own, over(500, 300))
    QTest.mouseMove(own, over(505, 300))
    assert view.held is not None
    assert view.held.may_lie
    QTest.mouseRelease(own, LEFT, NONE, over(505, 300))
    assert session.lay.complete
    assert "Back from the tray" in session.undo_words
    # let go beside the cloth it stays in the tray
    view.choose(view.order()[0])
    key(KEY.Key_Delete)
    lacking = not_laid(session.lay)
    (own,) = window.lay.tray.pieces
    QTest.mousePress(own, LEFT, NONE, QPoint(20, 20))
    QTest.mouseMove(own, over(500, 300))
    QTest.mouseMove(own, over(510, 300))
    QTest.mouseRelease(own, LEFT, NONE, QPoint(30, 30))
    assert not_laid(session.lay) == lacking


def test_exact_places_are_typed_and_what_cannot_be_is_said(window, session, view, qtbot):
    id = last(view)
    view.choose(id)
    type_into(qtbot, window.lay.hand.from_start, "180")
    assert box_of(session, id).min_x == pytest.approx(1800.0)
    steps = session.steps
    type_into(qtbot, window.lay.hand.from_start, "5")
    assert session.steps == steps
    assert window.slip.sentence.text().endswith("stops it.")
    assert window.lay.hand.from_start.text() == "180 cm"


def test_what_is_held_is_not_moved(window, session, view, key):
    id = last(view)
    view.choose(id)
    session.hold(id)
    before = session.job
    key(KEY.Key_Right)
    assert session.job == before
    assert "held" in window.slip.sentence.text()
    start = middle(session, view, id)
    drag(view, start, start + QPoint(90, 0))
    assert session.job == before
    key(KEY.Key_Delete, SHIFT)
    assert [p.id for p in session.lay.placements] == [id]


def test_two_pieces_change_places_by_key(window, session, view, key):
    one, other = (p.id for p in session.lay.placements if p.piece == "dress/turn-up")
    where = box_of(session, one), box_of(session, other)
    view.take(one, (other,))
    key(KEY.Key_X)
    assert session.lay.complete
    assert (box_of(session, one).min_y, box_of(session, other).min_y) == pytest.approx(
        (where[1].min_y, where[0].min_y), abs=1.0
    )


def test_where_else_it_fits_is_shown_and_taken(window, session, view, key):
    id = next(p.id for p in session.lay.placements if p.piece == "dress/pocket")
    view.choose(id)
    before = box_of(session, id)
    key(KEY.Key_P)
    assert session.lay.complete
    assert box_of(session, id) != before
    assert view.guesses


# --- together --------------------------------------------------------------------------------


def test_the_tray_is_filled_in_around_what_lies(window, session, view, key):
    key(KEY.Key_Delete, SHIFT)
    assert session.lay.placements == ()
    view.setFocus()
    key(KEY.Key_Insert)
    (first,) = session.lay.placements
    key(KEY.Key_F)
    assert session.lay.complete
    assert first in session.lay.placements
    assert session.undo_words == "Filled in"


@pytest.mark.long
def test_a_lay_is_pushed_together(window, session, view, key):
    id = last(view)
    view.choose(id)
    for _ in range(40):
        key(KEY.Key_Right)
    long = session.lay.lay_length_mm
    key(KEY.Key_T)
    assert session.lay.lay_length_mm < long - 100
    assert session.lay.complete


class Waiting(KnownRunner):
    """Does what goes on with a lay only when it is told to."""

    def start(self, task):
        if isinstance(task, HandTask):
            self.kept = task
        else:
            super().start(task)

    def cancel(self):
        self.kept = None

    def do_it(self):
        super().start(self.kept)


@pytest.fixture
def slow_runner(runner, window):
    """The window's runner, made to wait with what goes on with lays."""
    runner.__class__ = Waiting
    runner.kept = None
    return runner


@pytest.mark.long
def test_what_is_found_after_a_hand_has_moved_something_is_only_offered(
    window, session, view, key, slow_runner, qtbot
):
    id = last(view)
    view.choose(id)
    for _ in range(40):
        key(KEY.Key_Right)
    session.go_on(Deed.PUSH)
    session_was = session.lay
    key(KEY.Key_Up)
    hand = session.job
    slow_runner.do_it()
    slow_runner.told.emit(Finished())
    assert session.job == hand
    assert session.lay != session_was
    assert session.offered is not None
    assert window.lay.offered.isVisible()
    key(KEY.Key_C)
    (dialog,) = window.findChildren(CompareDialog)
    first, second = dialog.shown
    assert first is session.lay
    assert second.lay_length_mm < first.lay_length_mm
    assert "lie otherwise" in dialog.differs.text()
    left, right = (box.mapTo(dialog, QPoint(0, 0)) for box in dialog.pictures)
    assert left.y() == right.y()
    assert left.x() < right.x()
    figures = [label.text() for label in dialog.findChildren(QLabel)]
    assert figures.count("to buy") == 2
    unit = session.job.unit
    assert {shown_buy(session.need_of(lay), lay.cloth, unit) for lay in dialog.shown} <= {*figures}
    qtbot.mouseClick(dialog.take[1], LEFT)
    assert session.lay.lay_length_mm == pytest.approx(second.lay_length_mm)
    session.undo()
    assert session.job == hand


def test_nothing_locked_moves_by_a_hair(window, session, view, key):
    ids = [p.id for p in session.lay.placements][:3]
    for id in ids:
        session.hold(id)
    view.choose(last(view))
    for _ in range(20):
        key(KEY.Key_Right)
    before = {p.id: p for p in session.lay.placements if p.id in session.held}
    for deed in (Deed.PUSH, Deed.BETTER):
        session.go_on(deed, 30)
        assert {p.id: p for p in session.lay.placements if p.id in before} == before


# --- the job ---------------------------------------------------------------------------------


@pytest.mark.long
def test_a_lay_made_by_hand_is_saved_and_opened_again(window, session, view, key):
    id = last(view)
    view.choose(id)
    key(KEY.Key_Right)
    key(KEY.Key_R)
    lay, path = session.lay, session.path
    assert window.session.save_now()
    again = read_job(path)
    assert again.on_cloth(session.cloth.id).lay == session.on.lay
    window.open_path(path)
    assert session.lay.placements == lay.placements
    assert session.lay.complete


def test_every_deed_has_a_menu_entry_with_its_key(window, view):
    actions = window.lay.work.actions
    keys = [action.shortcut().toString() for action in actions]
    assert len(set(keys)) == len(keys)
    assert all(action.toolTip() for action in actions)
    assert {"R", "M", "Z", "X", "P", "F", "T", "C", "Del", "Ins"} <= set(keys)


def test_a_grip_of_what_lies_is_clear(session):
    lay = session.lay
    assert all(Grip(lay, [p.id]).clear((0.0, 0.0)) for p in lay.placements)


def test_nothing_is_done_by_hand_where_the_cloth_is_not_in_sight(window, session, qtbot):
    go(qtbot, window, LAY)
    work = window.lay.work
    assert all(action.isEnabled() for action in work.actions)
    go(qtbot, window, BODY)
    assert not any(action.isEnabled() for action in work.actions)
    before = session.job
    for _, deeds in work.deeds():
        for deed in deeds:
            work._do(deed)  # as an event that was on its way
    assert session.job == before
    assert "go to Lay" in window.slip.sentence.text()


def test_the_next_piece_of_a_lay_that_was_emptied_is_no_fault(window, session, qtbot):
    go(qtbot, window, LAY)
    window.lay.view.choose("")
    window.lay.view.items_by_id.clear()  # what is shown is older than the lay
    for key in ("Left", "Right", "Up", "Down"):
        window.lay.work.go(key)
    window.lay.work.take_all()


# --- nothing moves but what is moved ------------------------------------------------------------


def places(stage):
    """Where the tools of the stage are."""
    tools = (stage.find_button, stage.fold, stage.sections, stage.opened, stage.as_cut)
    return [own.mapTo(stage, QPoint(0, 0)) for own in (*tools, stage.view, stage.hand)]


def test_tools_and_cloth_stay_where_they_are_while_a_search_comes_and_goes(window, view, qtbot):
    stage = window.lay
    before, wide = places(stage), stage.find_button.width()
    for searching in (True, False):
        stage._show_searching(searching)
        qtbot.wait(30)
        assert places(stage) == before
        assert stage.find_button.width() == wide
    stage.offered.setVisible(True)
    qtbot.wait(30)
    assert places(stage) == before
    stage.offered.setVisible(False)


def test_with_a_piece_in_hand_the_cloth_keeps_its_size_and_place(window, session, view, key):
    id = last(view)
    view.choose(id)
    before = (view.transform().m11(), view.mapFromScene(QPointF(0.0, 0.0)))
    long = session.lay.lay_length_mm
    window.lay.hand.exactly.emit(True, long + 900.0)
    assert session.lay.lay_length_mm > long + 800
    assert (view.transform().m11(), view.mapFromScene(QPointF(0.0, 0.0))) == before
    key(KEY.Key_0)  # all in sight again
    assert view.transform().m11() < before[0]


def test_letters_work_wherever_the_stage_has_the_keys(window, session, view, qtbot):
    id = last(view)
    view.choose(id)
    before = next(own for own in session.lay.placements if own.id == id)
    window.lay.sections.setFocus()
    qtbot.keyClick(window.lay.sections, KEY.Key_M)
    turned = next(own for own in session.lay.placements if own.id == id)
    assert turned != before
    # in a field they are letters
    window.lay.hand.from_start.setFocus()
    qtbot.keyClick(window.lay.hand.from_start, KEY.Key_M)
    assert next(own for own in session.lay.placements if own.id == id) == turned
