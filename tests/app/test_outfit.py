"""Several garments and cloths in the window: who is in hand, what lies where, in which colours, for
how much."""

import pytest
from PySide6.QtCore import Qt

from tests.app.test_body_stage import choose
from tests.app.test_window import BODY, CLOTH, CTRL, DRAFT, LAY, LEFT, LOG, SHIFT, go, type_into
from wickel.app.stages.lay_hand import tray
from wickel.app.widgets.ticket import ALL
from wickel.cloth import Print
from wickel.lay import Waived, exact_check, not_laid
from wickel.studio import shelf_cloth
from wickel.units import shown_cloth_length
from wickel.yardage import need


@pytest.fixture
def outfit(window, session):
    """A dress, a top made twice in 92 and once in the own body, and a skirt of another cloth."""
    window.add_garment("knit-top")
    window.add_garment("pencil-skirt")
    window.cloth.uses.add(shelf_cloth("ember-poplin"))
    return session


def test_another_garment_comes_into_hand_and_is_laid_with_the_first(window, session, qtbot):
    assert not window.ticket.garments.isVisible()
    window.add_garment("knit-top")
    assert session.garment.name == "Knit top"
    assert window.ticket.garments.isVisible()
    assert {piece.garment for piece in session.lay.pieces} == {"dress", "garment"}
    assert session.lay.complete
    assert exact_check(session.lay) == ()
    go(qtbot, window, LAY)
    names = {
        item._name.partition(" · ")[0]
        for item in window.lay.view.items_by_id.values()
        if " · " in item._name
    }
    assert names == {"BD", "KT"}
    colours = {
        item._name.partition(" · ")[0]: item._colour
        for item in window.lay.view.items_by_id.values()
    }
    assert colours["BD"] != colours["KT"]
    session.undo()
    assert len(session.job.garments) == 1
    assert not window.ticket.garments.isVisible()


@pytest.mark.long
def test_body_and_draft_work_on_the_garment_in_hand(outfit, window, session, qtbot):
    go(qtbot, window, DRAFT)
    assert set(window.draft.paper.items_by_id) == {p.id for p in session.draft.pattern.pieces}
    assert session.garment.name == "Pencil skirt"
    qtbot.keyClick(window, Qt.Key.Key_PageDown, CTRL)
    assert session.garment.name == "Box dress"
    assert "front" in window.draft.paper.items_by_id
    go(qtbot, window, BODY)
    type_into(qtbot, window.body.fields["hip"], "110")
    assert [own.body["hip"] for own in session.job.garments] == [1100, 1040, 1040]
    choose(window.ticket.garments, window.ticket.garments.findData(session.job.garments[1].id))
    assert session.garment.name == "Knit top"


@pytest.mark.long
def test_a_series_is_typed_laid_counted_and_refused_in_words(outfit, window, session, qtbot):
    session.take_garment(session.job.garments[1].id)
    go(qtbot, window, BODY)
    type_into(qtbot, window.body.quantity, "own; 2 × 92")
    assert session.garment.quantity == {"": 1, "92": 2}
    assert "own; 2 × 92" in window.ticket.about.whole
    assert sum(piece.garment.startswith("garment") for piece in session.pieces) >= 3
    before = session.job
    type_into(qtbot, window.body.quantity, "2 × 93")
    assert session.job == before
    assert window.body.quantity.property("wrong")
    assert "2 × 93" in window.body.quantity.accessibleDescription()
    type_into(qtbot, window.body.quantity, "own")
    assert session.garment.quantity == {}


@pytest.mark.long
def test_the_last_garment_stays_and_another_can_go(outfit, window, session, qtbot):
    for left in (2, 1):
        qtbot.keyClick(window, Qt.Key.Key_Delete, CTRL | SHIFT)
        assert len(session.job.garments) == left
    qtbot.keyClick(window, Qt.Key.Key_Delete, CTRL | SHIFT)
    assert len(session.job.garments) == 1
    assert "at least one garment" in window.slip.sentence.text()


@pytest.mark.long
def test_a_material_is_put_on_another_cloth_and_each_cloth_has_its_lay(
    outfit, window, session, qtbot
):
    go(qtbot, window, CLOTH)
    uses = window.cloth.uses
    assert session.cloth.name == "Ember poplin"  # just added, nothing is cut from it yet
    assert uses.out.isEnabled()
    choose(uses.materials["main"], uses.materials["main"].findData(session.cloth.id))
    assert not uses.out.isEnabled()
    lays = {cloth.id: session.lay_of(cloth.id) for cloth in session.cloths}
    assert len(lays) == 3
    assert all(lay.complete for lay in lays.values())
    assert {piece.garment for piece in lays["ember-poplin"].pieces} == {"garment-2"}
    qtbot.keyClick(window, Qt.Key.Key_PageDown, CTRL | SHIFT)
    assert session.cloth.id != "ember-poplin"
    session.undo()
    qtbot.mouseClick(uses.out, LEFT) if session.cloth.id == "ember-poplin" else None
    assert session.job.cloths


@pytest.mark.long
def test_each_cloth_is_spread_its_own_way(outfit, window, session, qtbot):
    go(qtbot, window, CLOTH)
    choose(
        window.cloth.uses.materials["main"],
        window.cloth.uses.materials["main"].findData("ember-poplin"),
    )
    go(qtbot, window, LAY)
    session.take_cloth("ember-poplin")
    qtbot.keyClick(window, Qt.Key.Key_H, CTRL | SHIFT)
    session.take_cloth(session.job.cloths[0].id)
    qtbot.keyClick(window, Qt.Key.Key_C, CTRL | SHIFT)
    ways = {cloth.id: session.job.spread_of(cloth.id) for cloth in session.cloths}
    assert (ways["ember-poplin"], ways[session.job.cloths[0].id]) == ("lengthwise", "crosswise")
    choose(window.lay.which_cloth, window.lay.which_cloth.findData("ember-poplin"))
    assert session.way == "lengthwise"


def test_the_tally_says_this_cloth_or_all(outfit, window, session, qtbot):
    ticket = window.ticket
    assert ticket.buy.word.text() == "to buy"
    for own, word in ((ticket.lay, "lay"), (ticket.buy, "to buy"), (ticket.used, "used")):
        assert own.figure.accessibleName() == f"{word}: {own.figure.text()}"
    go(qtbot, window, LOG)
    each = window.log.each.text()
    assert each.startswith(f"{len(session.cloths)} cloths together: ")
    for cloth in session.cloths:
        length = shown_cloth_length(session.lay_of(cloth.id).lay_length_mm, session.job.unit)
        assert f"{cloth.shown_name} {length}" in each
    choose(ticket.cloths, ticket.cloths.findData(ALL))
    assert "all cloths" in ticket.buy.word.text()
    whole = sum(need(session.lay_of(cloth.id)).buy_mm for cloth in session.cloths)
    assert ticket.buy.figure.text() == f"{whole / 1000:.2f} m"
    cost = sum(need(session.lay_of(cloth.id)).cost for cloth in session.cloths)
    assert f"{cost:.2f}" in ticket.buy.figure.toolTip()
    choose(ticket.cloths, 0)
    assert "all cloths" not in ticket.buy.word.text()


# --- lays kept, pieces cut --------------------------------------------------------------------


def test_a_lay_is_kept_under_a_name_left_and_taken_again(window, session, qtbot, answering):
    go(qtbot, window, LAY)
    first = session.lay.placements
    assert not window.lay.ways.kept.isVisible()
    with answering("The first one"):
        qtbot.mouseClick(window.lay.ways.keep, LEFT)
    assert [own.name for own in session.on.kept] == ["The first one"]
    window.activateWindow()
    qtbot.waitUntil(window.isActiveWindow)
    qtbot.keyClick(window, Qt.Key.Key_H, CTRL | SHIFT)
    assert session.lay.placements != first
    choose(window.lay.ways.kept, window.lay.ways.kept.findData("The first one"))
    assert session.lay.placements == first
    assert session.way == "open"
    qtbot.mouseClick(window.lay.ways.let_go, LEFT)
    assert session.on.kept == ()
    assert session.lay.placements == first
    for _ in range(4):
        session.undo()
    assert session.job.on_cloth(session.cloth.id).kept == ()


@pytest.mark.long
def test_a_piece_is_cut_and_the_rest_is_laid_on_what_is_left(window, session, qtbot):
    go(qtbot, window, LAY)
    id = next(own.id for own in session.lay.placements if own.piece == "dress/front")
    window.lay.view.choose(id)
    before = session.lay
    qtbot.keyClick(window, Qt.Key.Key_X, CTRL | Qt.KeyboardModifier.AltModifier)
    assert all(own.piece != "dress/front" for own in session.lay.placements)
    assert len(session.cloth.cut_away) == 1
    assert session.garment.cards["front"].cut == {session.cloth.id: 1}
    assert not_laid(session.lay) == {}
    assert exact_check(session.lay) == ()
    session.undo()
    assert session.lay.placements == before.placements


def test_what_is_not_laid_is_named(window, session, qtbot):
    go(qtbot, window, CLOTH)
    type_into(qtbot, window.cloth.fields["usable_width_mm"], "82")
    go(qtbot, window, LAY)
    missing = not_laid(session.lay)
    assert missing
    assert "cm more than the" in window.lay.hand.title.whole  # why comes before what
    assert window.ticket.buy.word.text() == "to buy, at least"
    assert "×" in tray(session.lay)


def test_a_piece_need_not_keep_to_the_print_and_must_again(window, session, qtbot):
    go(qtbot, window, CLOTH)
    qtbot.mouseClick(window.cloth.print_buttons[Print.ONE_WAY], LEFT)
    go(qtbot, window, LAY)
    assert len({own.turn_deg for own in session.lay.placements}) == 1
    waiving = Qt.KeyboardModifier.AltModifier | CTRL
    qtbot.keyClick(window, Qt.Key.Key_1, waiving)
    assert "Take a piece in hand first" in window.slip.sentence.text()
    window.lay.view.choose(
        next(own.id for own in session.lay.placements if own.piece == "dress/front")
    )
    qtbot.keyClick(window, Qt.Key.Key_1, waiving)
    assert session.garment.cards["front"].waive == {Waived.PRINT}
    assert session.lay.piece("dress/front").waive == {Waived.PRINT}
    assert session.lay.complete
    assert window.menus.undo.text() == "Undo: Front: the direction of the print let be"
    window.lay.view.choose(
        next(own.id for own in session.lay.placements if own.piece == "dress/front")
    )
    assert "need not keep to the direction of the print" in window.lay.hand.words.text()
    qtbot.keyClick(window, Qt.Key.Key_1, waiving)
    assert session.garment.cards == {}
