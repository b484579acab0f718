"""Every way to spread in the Lay stage: taken by card, box, menu and key; depth and sections by
hand."""

import math
from dataclasses import replace

import pytest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel

from tests.app.test_window import CTRL, LAY, LEFT, SHIFT, go, type_into
from tests.often import usual
from wickel.app.stages.lay import SectionsDialog
from wickel.cloth import Print
from wickel.files import read_job
from wickel.job import alone_ways
from wickel.job.edits import with_cloth
from wickel.lay import Grain, exact_check
from wickel.studio import new_order
from wickel.units import shown_length


def choose(box, data):
    box.setCurrentIndex(box.findData(data))
    box.activated.emit(box.currentIndex())


FEW_WAYS = ("lengthwise", "partial", "to-middle", "lengthwise+open")


@pytest.mark.long
@pytest.mark.parametrize("ways", usual((FEW_WAYS, alone_ways()), (FEW_WAYS,)), ids=len)
def test_every_way_is_taken_and_laid_or_refused_with_its_reason(window, session, qtbot, ways):
    go(qtbot, window, LAY)
    for way in ways:
        is_taken_and_laid_or_refused(window, session, way)


def is_taken_and_laid_or_refused(window, session, way):
    choose(window.lay.fold, way)
    assert session.spread == way
    if session.lay is None:
        reason = {
            "to-middle": "Front is 4.9 cm too wide",
            "lengthwise-twice": "too wide for the folded cloth",
            "two-folds": "too wide for the folded cloth",
            "lengthwise+open": "one way does for all pieces",
            "diagonal": "Front does not lie on the slanting fold",
        }[way]
        assert reason in window.slip.sentence.text()
        assert session.lay_refusals[way] == window.lay.ways.cards[way].snag.text()
        return
    assert session.lay.way == way
    assert exact_check(session.lay) == ()
    shown = window.lay.view.items_by_id
    assert set(shown) == {placement.id for placement in session.lay.placements}


@pytest.mark.long
def test_ways_have_keys(window, session, qtbot):
    keys = {
        "D": "partial",
        "M": "to-middle",
        "C": "crosswise",
        "T": "turned",
        "F": "four",
        "N": "two-folds",
        "A": "lengthwise-twice",
        "X": "crosswise-twice",
        "K": "diagonal",
    }
    go(qtbot, window, LAY)
    for key, way in keys.items():
        qtbot.keyClick(window, getattr(Qt.Key, f"Key_{key}"), CTRL | SHIFT)
        assert session.spread == way
        qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
        assert session.spread == "open"


def test_the_depth_of_a_fold_is_set_by_hand(window, session, qtbot):
    go(qtbot, window, LAY)
    assert not window.lay.fold_depth.isVisible()
    choose(window.lay.fold, "partial")
    assert window.lay.fold_depth.isVisible()
    type_into(qtbot, window.lay.fold_depth, "45")
    assert session.spread == "partial:450"
    assert session.lay.spread.sections[0].depths_mm == (450.0,)
    assert window.lay.fold_depth.text() == "45 cm"
    session.save_now()
    assert read_job(session.path).spread_of(session.cloth.id) == "partial:450"
    type_into(qtbot, window.lay.fold_depth, "90")
    assert session.spread == "partial:450"
    assert "at most" in window.slip.sentence.text()


@pytest.mark.long
def test_both_depths_of_two_folds_are_set_by_hand(window, session, qtbot):
    window.start_job("pencil-skirt")
    go(qtbot, window, LAY)
    choose(window.lay.fold, "two-folds")
    near, far = window.lay.fold_depth, window.lay.far_depth
    assert near.isVisible()
    assert far.isVisible()
    type_into(qtbot, near, "34")
    type_into(qtbot, far, "33")
    assert session.spread == "two-folds:340,330"
    assert session.lay.spread.depths_mm == (340.0, 330.0)
    assert exact_check(session.lay) == ()
    type_into(qtbot, far, "60")
    assert session.spread == "two-folds:340,330"
    assert "at most" in window.slip.sentence.text()
    choose(window.lay.fold, "partial")
    assert not far.isVisible()


@pytest.mark.long
def test_sections_are_set_by_hand(window, session, qtbot):
    go(qtbot, window, LAY)
    qtbot.mouseClick(window.lay.sections, LEFT)
    (dialog,) = window.findChildren(SectionsDialog)
    choose(dialog.boxes[0], "four")
    choose(dialog.boxes[1], "open")
    qtbot.mouseClick(dialog.take, LEFT)
    assert session.spread == "four+open"
    assert session.lay is None or [s.way for s in session.lay.spread.sections] == ["four", "open"]
    assert "four+open" in window.lay.ways.cards
    choose(window.lay.fold, "open")
    assert "four+open" not in window.lay.ways.cards


def test_a_one_way_print_folded_crosswise_has_heads_up_on_every_ply(window, session, qtbot):
    window.open_path(sorted(window._folder.path.glob("*.wickel.json"))[1])  # herons, one way
    go(qtbot, window, LAY)
    choose(window.lay.fold, "crosswise")
    assert session.lay.complete
    assert not window.lay.ways.cards["crosswise"].snag.isVisible()
    heads = set()
    for placed in session.lay.placements:
        turn = math.radians(placed.turn_deg)
        for ply in placed.cut_plies:
            flat = session.lay.spread.sections[placed.section].zones[placed.zone].plies[ply].map
            (x0, y0), (x, y) = flat((0.0, 0.0)), flat((math.cos(turn), math.sin(turn)))
            heads.add((round(x - x0, 6), round(y - y0, 6)))
    assert len(heads) == 1
    choose(window.lay.fold, "turned")
    assert session.lay.complete


def test_the_lay_is_opened_out_and_folded_again_by_key(window, session, qtbot):
    go(qtbot, window, LAY)
    choose(window.lay.fold, "lengthwise")
    folded = session.lay
    qtbot.keyClick(window, Qt.Key.Key_U, CTRL)
    assert window.lay.opened.isChecked()
    assert window.lay.view.lay.spread.sections[0].zones[0].plies[0].map.rows == (
        (1, 0, 0),
        (0, 1, 0),
    )
    yields = sum(placement.yields for placement in folded.placements)
    assert len(window.lay.view.items_by_id) == yields > len(folded.placements)
    window.lay.view.step(1)
    assert "low selvage" in window.lay.hand.words.text()
    assert session.lay is folded  # the job and what is bought stay as they are
    qtbot.keyClick(window, Qt.Key.Key_U, CTRL)
    assert set(window.lay.view.items_by_id) == {placement.id for placement in folded.placements}


@pytest.mark.long
def test_a_piece_is_held_where_it_lies_while_the_others_are_laid_anew(
    window, session, qtbot, runner
):
    go(qtbot, window, LAY)
    view = window.lay.view
    assert not window.lay.hand.hold.isVisible()
    qtbot.keyClick(view, Qt.Key.Key_PageDown)
    id = view.chosen
    qtbot.keyClick(window, Qt.Key.Key_B, CTRL)
    assert session.held == {id}
    assert window.lay.hand.hold.text() == "Let it go"
    before = {p.id: (p.x_mm, p.y_mm) for p in session.lay.placements}
    runner._most = 300
    qtbot.keyClick(window, Qt.Key.Key_L, CTRL)
    after = {p.id: (p.x_mm, p.y_mm) for p in session.lay.placements}
    assert after[id] == pytest.approx(before[id])
    assert after != before
    assert exact_check(session.lay) == ()
    qtbot.mouseClick(window.lay.hand.hold, LEFT)
    assert session.held == frozenset()
    window.lay.take_way("four+open")
    if session.lay is not None and len(session.lay.spread.sections) > 1:
        qtbot.keyClick(view, Qt.Key.Key_PageDown)
        id = view.chosen
        before = next(p for p in session.lay.placements if p.id == id)
        qtbot.keyClick(window, Qt.Key.Key_B, CTRL)
        assert session.held == {id}
        qtbot.keyClick(window, Qt.Key.Key_L, CTRL)
        assert before in session.lay.placements
        assert exact_check(session.lay) == ()


@pytest.mark.long
def test_what_grain_across_saves_is_offered_taken_and_taken_back(
    window, session, qtbot, usual_runner, monkeypatch
):
    monkeypatch.setattr(type(usual_runner), "looks_across", True)
    session.open(new_order("gathered-skirt"), None)
    go(qtbot, window, LAY)
    before = session.lay.lay_length_mm
    (offer, *_) = window.lay.ways.offers
    saves = shown_length(offer.offer.saves_mm, session.job.unit)
    assert f"saves {saves}: turn it" in {own.text() for own in offer.findChildren(QLabel)}
    # nothing is turned before the maker takes it
    assert all(piece.grain is not Grain.CROSS for piece in session.pieces)
    offer.setFocus()
    qtbot.keyClick(offer, Qt.Key.Key_Return)
    assert {piece.id for piece in session.pieces if piece.grain is Grain.CROSS} >= set(
        offer.offer.pieces
    )
    assert session.lay.complete
    assert session.lay.lay_length_mm < 0.8 * before
    assert all(offer.offer.pieces != other.pieces for other in session.across)
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert all(piece.grain is not Grain.CROSS for piece in session.pieces)
    # a print that runs one way forbids it: nothing is offered
    cloth = replace(session.cloth, print=Print.ONE_WAY)
    session.apply(with_cloth(session.job, cloth), "one-way")
    assert window.lay.ways.offers == []
