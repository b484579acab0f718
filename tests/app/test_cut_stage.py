"""The guide at the table, driven as its maker drives it: space bar, page keys, ticks, fields."""

from __future__ import annotations

import json
from dataclasses import replace

import pytest
from PySide6.QtCore import QSize, Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QCheckBox, QLabel, QTableWidget

from wickel.app.stage import Stage
from wickel.cutting import Part
from wickel.job import Job
from wickel.job.at_table import is_cut, ticked
from wickel.lay import not_laid, on_table

SPACE, DOWN, UP = Qt.Key.Key_Space, Qt.Key.Key_PageDown, Qt.Key.Key_PageUp


@pytest.fixture
def cut(window):
    window.show_stage(Stage.CUT)
    return window.cut


def said(cut):
    """Every word on the screen of a step."""
    widgets = [cut._lines.itemAt(k).widget() for k in range(cut._lines.count())]
    words = [cut.title.text()]
    for widget in filter(None, widgets):
        words += [
            own.text() for own in (widget, *widget.findChildren(QLabel)) if hasattr(own, "text")
        ]
    return " | ".join(words)


def go_to(qtbot, cut, start):
    """Press the space bar until a step is reached."""
    for _ in range(200):
        if cut.step.id.startswith(start):
            return
        before = (cut.at, cut._session.job.at_table)
        qtbot.keyClick(cut.next, SPACE)
        assert (cut.at, cut._session.job.at_table) != before, f"stuck at {cut.step.id}"
    raise AssertionError(f"no step {start}")


def test_from_the_first_step_to_the_last_by_the_space_bar(qtbot, window, cut):
    assert cut.step.id == "before:needed"
    parts = [cut.step.part]
    titles = set()
    while cut.step.id != "after:done":
        before = (cut.at, cut._session.job.at_table)
        qtbot.keyClick(cut.next, SPACE)
        assert (cut.at, cut._session.job.at_table) != before
        titles.add(cut.title.text())
        if cut.step.part is not parts[-1]:
            parts.append(cut.step.part)
    assert parts == list(Part)
    assert len(titles) > 15
    job, lay = window.session.job, window.session.lay
    assert all(is_cut(job, lay.cloth.id, placement.id) for placement in lay.placements)
    assert f"{len(lay.placements)} of {len(lay.placements)} pieces are cut." in said(cut)
    assert not cut.next.isEnabled()
    assert window.thread_bar.knots[Stage.CUT].tied
    assert window.slip.sentence.text() == "All of it is cut."


def test_page_keys_go_on_and_back(qtbot, cut):
    for key, at in ((DOWN, 1), (DOWN, 2), (UP, 1)):
        qtbot.keyClick(cut.next, key)
        assert cut.at == at
    qtbot.mouseClick(cut.back, Qt.MouseButton.LeftButton)
    assert cut.at == 0
    assert not cut.back.isEnabled()


def test_closed_in_the_middle_it_opens_at_the_same_step(qtbot, window, cut):
    go_to(qtbot, cut, "out:moss-linen:dress/front")
    step, path = cut.step.id, window.session.path
    window.session.file.settle()
    saved = json.loads(path.read_text())["at_table"]
    assert saved["step"] == step
    assert saved["begun"] == ["moss-linen"]
    other = next(own for own in window._folder.orders() if own != path)
    assert window.open_path(other)
    assert cut.step.id == "before:needed"
    assert window.open_path(path)
    assert cut.step.id == step


def test_where_a_piece_lies_stands_there_large(qtbot, cut):
    from wickel.units import Unit, shown_length

    go_to(qtbot, cut, "out:")
    row = cut.step.laid
    figures = [own.text() for own in cut._body.findChildren(QLabel, "far-figure")]
    assert figures == [shown_length(mm, Unit.CM, with_unit=False) for mm in (*row.head, *row.tail)]
    assert str(row.head_words) in said(cut)
    assert cut.view._shown.in_hand == {row.placement}


def test_those_who_chalk_get_the_points_instead(qtbot, cut):
    go_to(qtbot, cut, "out:moss-linen:dress/front/")
    qtbot.keyClick(cut, Qt.Key.Key_C)
    table = cut._body.findChild(QTableWidget)
    assert table.rowCount() > 10
    assert table.item(0, 1).text() == "neck centre"
    assert "side, to the side of Back" in said(cut)
    assert cut._settings.values.chalks


def test_the_guide_waits_for_every_tick(qtbot, window, cut):
    go_to(qtbot, cut, "check:")
    checks = cut.step.checks
    cut.go_to_part(Part.CUT)
    assert cut.step.part is Part.CHECK
    assert "First everything is checked" in window.slip.sentence.text()
    for k in range(len(checks)):
        qtbot.keyClick(cut.next, SPACE)
        assert cut.step.part is Part.CHECK
        assert len(ticked(window.session.job, window.session.lay)) == k + 1
    boxes = cut._body.findChildren(QCheckBox)
    assert all(box.isChecked() for box in boxes)
    boxes[2].click()
    assert checks[2].id not in ticked(window.session.job, window.session.lay)
    qtbot.keyClick(cut.next, SPACE)  # ticks it again
    assert cut.step.part is Part.CHECK
    qtbot.keyClick(cut.next, SPACE)
    assert cut.step.part is Part.CUT


def test_a_check_made_before_a_change_is_none(qtbot, window, cut):
    go_to(qtbot, cut, "cut:")
    lay = window.session.lay
    assert ticked(window.session.job, lay)
    moved = replace(
        lay,
        placements=(
            replace(lay.placements[0], x_mm=lay.placements[0].x_mm + 1.0),
            *lay.placements[1:],
        ),
    )
    window.session.lay_by_hand(moved, "moved")
    assert ticked(window.session.job, window.session.lay) == frozenset()
    cut.go_to_part(Part.CHECK)
    assert not any(box.isChecked() for box in cut._body.findChildren(QCheckBox))


def test_what_is_cut_is_marked_in_the_job_and_can_be_taken_back(qtbot, window, cut):
    go_to(qtbot, cut, "cut:")
    session = window.session
    id = cut.step.finishes[0]
    assert cut.next.text() == "Cut · next"
    qtbot.keyClick(cut.next, SPACE)
    assert is_cut(session.job, "moss-linen", id)
    assert id in session.held
    count = len(session.lay.placements)
    assert window.slip.sentence.text() == f"At the table: 1 of {count} pieces are cut."
    assert id in cut.view._shown.cut
    assert session.undo_words.endswith(" cut")
    qtbot.keyClick(cut.next, UP)
    qtbot.mouseClick(cut.not_cut, Qt.MouseButton.LeftButton)
    assert not is_cut(session.job, "moss-linen", id)
    session.undo()
    assert is_cut(session.job, "moss-linen", id)
    session.undo()
    assert not is_cut(session.job, "moss-linen", id)
    assert cut.step.part is Part.CUT


def test_a_search_does_not_move_what_is_on_the_table(qtbot, window, cut):
    go_to(qtbot, cut, "fold:")
    session = window.session
    kept = session.on.lay
    session.search(60)
    qtbot.waitUntil(lambda: not session.searching)
    assert session.on.lay == kept
    window.lay.refresh()
    cut.begin_anew()
    assert not session.is_begun
    assert cut.step.id == "before:needed"


def typed(qtbot, field, text):
    field.setFocus()
    field.selectAll()
    qtbot.keyClicks(field, text)
    qtbot.keyClick(field, Qt.Key.Key_Return)


def test_cloth_two_centimetres_narrower(qtbot, window, cut):
    go_to(qtbot, cut, "before:measure")
    session = window.session
    before, job = session.lay, session.job
    width = before.cloth.lay_width_mm  # 147 cm, washed
    typed(qtbot, cut.measure.widths[0], f"{(width - 20.0) / 10:.1f}")
    assert session.lay.cloth.lay_width_mm == pytest.approx(width - 20.0)
    # what still holds stays where it lay, the rest is in the tray
    lacking = not_laid(session.lay)
    assert lacking
    assert len(session.lay.placements) < len(before.placements)
    for placement in session.lay.placements:
        was = before.placement(placement.id)
        there = on_table(placement, before.piece(placement.piece)).outline
        assert there == on_table(was, before.piece(was.piece)).outline
    # a new lay is looked for and offered beside it, and how much longer it is is said
    qtbot.waitUntil(lambda: session.offered is not None and not session.searching)
    offered = session.offered
    assert not not_laid(offered)
    words = said(cut)
    assert f"{sum(lacking.values())} pieces have no place on this cloth any more" in words
    assert "A new lay of all pieces is" in words
    # the guide does not go on before there is a whole lay
    at = cut.at
    qtbot.keyClick(cut.next, SPACE)
    assert cut.at == at
    assert "Not yet:" in window.slip.sentence.text()
    qtbot.mouseClick(cut.measure.take, Qt.MouseButton.LeftButton)
    assert session.lay.complete
    assert session.lay.lay_length_mm == pytest.approx(offered.lay_length_mm)
    qtbot.keyClick(cut.next, SPACE)
    assert cut.step.part is Part.FOLD
    # and all of it is undone by undo
    session.undo()
    session.undo()
    assert session.job.cloths == job.cloths
    assert session.lay.placements == before.placements


@pytest.mark.long
def test_the_same_width_in_three_places_holds(qtbot, window, cut):
    go_to(qtbot, cut, "before:measure")
    for k in range(3):
        typed(qtbot, cut.measure.widths[k], "147")
        assert len(cut.measure.widths) == 3
    assert "The width holds the lay." in said(cut)
    typed(qtbot, cut.measure.length, "1.2 m")
    assert "too short for this lay" in said(cut)
    qtbot.keyClick(cut.next, SPACE)
    assert cut.step.measure
    assert "shorter than this lay" in window.slip.sentence.text()
    typed(qtbot, cut.measure.length, "3 m")
    assert "The length is enough" in said(cut)


@pytest.mark.long
def test_a_flaw_found_at_the_table_is_kept_clear(qtbot, window, cut):
    go_to(qtbot, cut, "before:measure")
    session = window.session
    qtbot.mouseClick(cut.measure.more, Qt.MouseButton.LeftButton)
    assert len(session.job.cloths[0].flaws) == 1
    typed(qtbot, cut.measure.flaws[0][0], "20")
    (flaw,) = session.job.at_table.measured["moss-linen"].flaws
    assert flaw.x_mm == pytest.approx(200.0)
    (own,) = session.job.cloths[0].flaws
    assert own.x_mm == pytest.approx(200.0 / 0.96)  # the cloth shrinks by 4 % along


def test_a_width_that_no_cloth_has_is_refused(qtbot, window, cut):
    go_to(qtbot, cut, "before:measure")
    typed(qtbot, cut.measure.widths[0], "0.5")
    assert window.session.job.cloths[0].usable_width_mm == pytest.approx(1500.0)
    assert window.slip.sentence.text()


def test_the_table_is_turned_and_stays_turned(qtbot, window, cut):
    go_to(qtbot, cut, "out:")
    lay = window.session.lay
    start = cut.view._map(lay)((0.0, 0.0))
    qtbot.mouseClick(cut.turn, Qt.MouseButton.LeftButton)
    turned = cut.view._map(lay)((0.0, 0.0))
    assert turned.x() > start.x() + 100
    assert turned.y() < start.y()
    assert window._settings.values.turned


def test_the_clock_runs_from_step_to_step_and_can_be_paused(qtbot, window, cut):
    cut._unsaved = 75.0
    qtbot.keyClick(cut.next, SPACE)
    assert window.session.job.at_table.seconds["before"] >= 75.0
    assert cut.clock.text().startswith("0:01:")
    qtbot.mouseClick(cut.pause, Qt.MouseButton.LeftButton)
    assert cut.pause.text() == "Go on"
    known = window.session.job.at_table.seconds
    cut._tick()
    qtbot.keyClick(cut.next, SPACE)
    assert window.session.job.at_table.seconds == known
    window.session.undo()
    assert window.session.job.at_table.seconds == known


def test_the_clock_stands_when_all_is_done(qtbot, window, cut):
    def taken():
        return cut._unsaved + sum(window.session.job.at_table.seconds.values())

    go_to(qtbot, cut, "after:done")
    cut._ticking.stop()
    stands = taken()
    qtbot.wait(80)
    cut._tick()
    cut._keep_time()
    assert taken() == pytest.approx(stands)
    # going back to what was done before, it goes on from where it stood
    cut._go(cut.at - 1)
    cut._clock.start()
    stands = taken()
    qtbot.wait(80)
    cut._tick()
    assert stands + 0.05 < taken() < stands + 5.0


@pytest.mark.long
def test_how_the_studio_cuts_is_a_setting(qtbot, window, cut):
    go_to(qtbot, cut, "cut:")
    assert "Shears: cut away from yourself" in said(cut)
    window.menus.rotary.trigger()
    assert "Rotary cutter: wear a cut-resistant glove" in said(cut)
    assert "Shears:" not in said(cut)
    assert window._settings.values.rotary
    window.menus.rotary.trigger()


@pytest.mark.long
def test_what_is_left_is_kept_or_not(qtbot, window, cut):
    go_to(qtbot, cut, "after:left")
    boxes = cut._body.findChildren(QCheckBox)
    assert boxes
    assert "cm²" in boxes[0].text()
    boxes[0].click()
    (rest,) = window.session.job.at_table.left
    assert rest.kept
    assert rest.outline == cut.step.left[0].outline
    qtbot.keyClick(cut.next, SPACE)
    assert "1 pieces of what is left are kept." in said(cut) or "is kept" in said(cut)


def test_a_job_that_cannot_be_drafted_waits(qtbot, window, cut):
    from wickel.job.edits import with_garment

    session = window.session
    garment = replace(session.garment, options={"below_knee_mm": -900.0})
    session.apply(with_garment(session.job, garment), "short")
    assert session.refusal
    assert cut.title.text() == "Nothing to cut yet"
    assert session.refusal in said(cut)
    assert not cut.next.isEnabled()
    session.undo()
    assert cut.next.isEnabled()


@pytest.mark.long
def test_several_cloths_come_one_after_the_other(qtbot, window):
    orders = window._folder.orders()
    path = next(own for own in orders if "trousers" in own.name)
    window.open_path(path)
    window.show_stage(Stage.CUT)
    cut = window.cut
    assert {step.cloth for step in cut.steps} == {"", "figured-twill", "firm-interfacing"}
    go_to(qtbot, cut, "fold:firm-interfacing")
    assert window.session.cloth.id == "firm-interfacing"
    assert "Firm interfacing" in cut.title.text()
    assert window.session.job.at_table.begun == {"figured-twill", "firm-interfacing"}
    fused = [label.name for step in cut.steps for label in step.labels if label.fused]
    assert fused == ["Waistband"]


def test_a_long_guide_is_made_in_the_background(qtbot, window, cut):
    from wickel.app.stages import cut as cut_room
    from wickel.job.edits import with_quantity

    session = window.session
    cut_room._AT_ONCE, before = 3, cut_room._AT_ONCE
    try:
        session.apply(with_quantity(session.job, session.garment, {"": 1, "92": 1}), "two")
        qtbot.waitUntil(lambda: len(cut.steps) > 40)
    finally:
        cut_room._AT_ONCE = before
    assert cut.step.id == "before:needed"
    assert cut.next.isEnabled()
    assert "What is needed" in cut.title.text()


def test_fields_stay_while_the_lays_become_known(qtbot, window, cut):
    go_to(qtbot, cut, "before:measure")
    field = cut.measure.widths[0]
    field.setFocus()
    qtbot.keyClicks(field, "14")
    window.session.lays_changed.emit()
    qtbot.keyClicks(field, "7")
    assert cut.measure.widths[0] is field
    assert field.text() == "147"


@pytest.mark.long
def test_a_lay_folded_to_half_the_width_is_not_shown_for_one_folded_in_half(window):
    """Both have all in the same places, but each is called by its own way."""
    from wickel.lay import kept_lay_of

    session = window.session
    window.lay.take_way("lengthwise")
    lay = session.lay
    assert lay.way == "lengthwise"
    half = replace(lay, spread=replace(lay.spread, way=type(lay.way)("partial")))
    assert kept_lay_of(half).placements == kept_lay_of(lay).placements
    session._found(session.cloth.id, half)
    assert session.lay.way == "lengthwise"


def test_a_step_of_another_job_is_not_drawn_when_the_window_changes_its_size(window, cut, qtbot):
    go_to(qtbot, cut, "out:")
    window.show_stage(Stage.JOBS)
    window.session.file.take(None)
    window.session.open(Job(cloths=()), None)
    cut.resizeEvent(QResizeEvent(QSize(900, 600), cut.size()))
    window.show_stage(Stage.CUT)
    assert cut.step is None
