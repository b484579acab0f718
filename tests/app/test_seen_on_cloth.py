"""What is seen on the cloth besides the pieces: prints, what is left, plies, a tape, where the
table ends, and the strip below a long lay."""

from dataclasses import replace

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest

from tests.app.test_hand_work import box_of, pixel
from tests.app.test_window import LAY, LEFT, SHIFT, go
from wickel.job.edits import with_quantity

KEY = Qt.Key


@pytest.fixture
def view(window, qtbot):
    go(qtbot, window, LAY)
    window.lay.view.setFocus()
    return window.lay.view


def shown(view):
    return view.viewport().grab().toImage()


def colour(image, at):
    return image.pixelColor(at).getRgb()[:3]


def test_each_piece_is_shown_in_its_own_print(window, session, view, qtbot):
    window.open_path(sorted(window.session.path.parent.glob("*.wickel.json"))[1])
    view = window.lay.view
    view.setFocus()
    front = next(p.id for p in session.lay.placements if p.piece.endswith("/front"))
    box = box_of(session, front)
    beside = pixel(view, box.min_x + 0.2 * (box.max_x - box.min_x), box.min_y + 40)
    before = colour(shown(view), beside)
    qtbot.keyClick(view, KEY.Key_V)
    assert view.items_by_id[front].own_print
    assert colour(shown(view), beside) != before
    qtbot.keyClick(view, KEY.Key_V)
    assert colour(shown(view), beside) == before


def test_what_is_left_over_is_hatched_and_measured(window, session, view, qtbot):
    before = shown(view)
    qtbot.keyClick(view, KEY.Key_W)
    assert view.seeing.waste
    assert shown(view) != before
    qtbot.keyClick(view, KEY.Key_W)
    assert shown(view) == before


@pytest.mark.long
def test_each_ply_is_shown_by_itself(window, session, view, qtbot):
    qtbot.keyClick(view, KEY.Key_Y)
    assert "one ply" in window.slip.sentence.text()
    window.lay.take_way("partial")
    view.setFocus()
    for ply in (0, 1):
        qtbot.keyClick(view, KEY.Key_Y)
        assert view.seeing.ply == ply
        for p in session.lay.placements:
            order = session.lay.zone(p).from_table_up
            there = ply < len(order) and order[ply] in p.cut_plies
            assert view.items_by_id[p.id].faint is not there
    qtbot.keyClick(view, KEY.Key_Y)
    assert view.seeing.ply is None
    assert not any(item.faint for item in view.items_by_id.values())


def test_a_tape_is_drawn_from_corner_to_corner(window, session, view, qtbot):
    qtbot.keyClick(view, KEY.Key_L)
    assert view.measuring
    box = box_of(session, "dress/turn-up/1")
    port = view.viewport()
    corners = ((box.min_x, box.min_y), (box.max_x, box.max_y))
    for x, y in corners:
        qtbot.mouseClick(port, LEFT, pos=pixel(view, x, y) + QPoint(2, -2))
    # drawn to the corners, though both clicks were beside them
    assert view.measure.set
    assert view.measure.start == pytest.approx(corners[0])
    assert view.measure.end == pytest.approx(corners[1])
    qtbot.keyClick(view, KEY.Key_Escape)
    assert not view.measuring
    assert view.measure is None


def test_where_the_table_ends_is_marked_and_remembered(window, session, view, qtbot, answering):
    with answering("90"):
        qtbot.keyClick(view, KEY.Key_L, SHIFT)
    assert view.seeing.table_mm == pytest.approx(900.0)
    assert window._settings.values.table_mm == pytest.approx(900.0)


@pytest.mark.long
def test_a_long_lay_is_seen_in_its_width_with_a_strip_of_the_whole(window, session, view, qtbot):
    strip = window.lay.overview
    assert not strip.isVisible()
    garment = session.garment
    session.apply(with_quantity(session.job, garment, {garment.size: 6}), "six")
    qtbot.waitUntil(lambda: session.lay is not None and session.lay.table_mm > 7000)
    view = window.lay.view
    assert strip.isVisible()
    low, high = view.in_sight_mm()
    assert low < 0 < high < session.lay.table_mm
    # the far end of the strip brings the end of the lay into sight
    end = round(6 + session.lay.table_mm * strip._scale)
    qtbot.mouseClick(strip, LEFT, pos=QPoint(end - 2, strip.height() // 2))
    assert view.in_sight_mm()[1] >= session.lay.table_mm
    strip.setFocus()
    here = view.in_sight_mm()[0]
    qtbot.keyClick(strip, KEY.Key_Left)
    assert view.in_sight_mm()[0] < here
    view.setFocus()
    qtbot.keyClick(view, KEY.Key_0)
    low, high = view.in_sight_mm()
    assert low <= 0
    assert high >= session.lay.table_mm
    qtbot.keyClick(view, KEY.Key_0)
    assert view.in_sight_mm()[1] < session.lay.table_mm


def test_edges_draw_what_is_near_unless_they_are_told_not_to(window, session, view, qtbot):
    assert view.snapping
    qtbot.keyClick(view, KEY.Key_S)
    assert not view.snapping
    assert "not drawn" in window.slip.sentence.text()


def test_where_else_it_fits_is_taken_while_it_is_in_hand(window, session, view, qtbot):
    id = next(p.id for p in session.lay.placements if p.piece == "dress/pocket")
    view.choose(id)
    box = box_of(session, id)
    at = ((box.min_x + box.max_x) / 2, (box.min_y + box.max_y) / 2)
    view.pick_up(at)
    view.carry((at[0] + 5, at[1]), Qt.KeyboardModifier.NoModifier)
    before = view.held.at
    qtbot.keyClick(view, KEY.Key_P)
    assert view.held.at != before
    assert view.held.may_lie
    there = view.held.at
    view.let_go()
    assert box_of(session, id).min_x == pytest.approx(box.min_x + there[0])
    assert session.lay.complete


@pytest.mark.long
def test_a_piece_carried_into_the_single_ply_is_cut_singly(window, session, view, qtbot):
    session.apply(
        replace(
            session.job,
            cloths=(replace(session.cloth, usable_width_mm=2200.0, full_width_mm=None),),
        ),
        "wide",
    )
    window.lay.take_way("partial")
    view = window.lay.view
    lay = session.lay
    assert lay is not None
    pair = next(
        p for p in lay.placements if p.yields == 2 and not p.on_fold and len(p.cut_plies) == 2
    )
    single = lay.spread.sections[0].zones[1].outline
    low = min(y for _, y in single)
    box = box_of(session, pair.id)
    port, start = (
        view.viewport(),
        pixel(view, *((box.min_x + box.max_x) / 2, (box.min_y + box.max_y) / 2)),
    )
    QTest.mousePress(port, LEFT, Qt.KeyboardModifier.NoModifier, start)
    for x, y in ((lay.table_mm + 60, low + 10.0), (lay.table_mm + 200, low + 120.0)):
        QTest.mouseMove(port, pixel(view, x, y))
    QTest.mouseRelease(port, LEFT, Qt.KeyboardModifier.NoModifier, pixel(view, x, y))
    mine = [p for p in session.lay.placements if p.piece == pair.piece and p.id == pair.id]
    assert mine[0].zone == 1
    assert mine[0].yields == 1
    assert window.lay.tray.isVisible()
