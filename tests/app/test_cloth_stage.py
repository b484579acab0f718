"""The Cloth stage: what a cloth is and does, its flaws, and how it is folded."""

import pytest
from PySide6.QtCore import Qt

from tests.app.test_window import CLOTH, CTRL, LAY, LEFT, go, type_into
from wickel.cloth import WAYS, Kind, Print
from wickel.files import read_job


def choose(box, data):
    box.setCurrentIndex(box.findData(data))
    box.activated.emit(box.currentIndex())


@pytest.mark.long
def test_kind_fibre_stretch_and_traits_are_kept_in_the_job(window, session, qtbot):
    go(qtbot, window, CLOTH)
    choose(window.cloth.kind, "knit")
    type_into(qtbot, window.cloth.fibre, "merino")
    type_into(qtbot, window.cloth.stretch_across, "40")
    window.cloth.traits["nap"].click()
    window.cloth.traits["frays"].click()
    type_into(qtbot, window.cloth.fields["least_length_mm"], "400")
    session.save_now()
    cloth = read_job(session.path).cloths[0]
    assert (cloth.kind, cloth.fibre, cloth.stretch_across) == (Kind.KNIT, "merino", 0.4)
    assert cloth.nap
    assert cloth.frays
    assert not cloth.see_through
    assert cloth.print_or_assumed is Print.ONE_WAY
    assert "has a nap" in window.cloth.print_said.text()
    assert session.need.buy_mm == 4000  # no less than the shop sells
    for _ in range(6):
        qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert session.cloth.kind is Kind.WOVEN


@pytest.mark.long
def test_a_cloth_that_shades_can_be_said(window, session, qtbot):
    go(qtbot, window, CLOTH)
    qtbot.mouseClick(window.cloth.print_buttons[Print.PER_GARMENT], LEFT)
    assert session.cloth.print is Print.PER_GARMENT
    assert "The whole garment is cut one way" in window.cloth.worn_words.text()


def test_a_flaw_is_marked_moved_shown_and_taken_away(window, session, qtbot):
    go(qtbot, window, CLOTH)
    qtbot.mouseClick(window.cloth.spoilt.add_flaw, LEFT)
    type_into(qtbot, window.cloth.spoilt.flaw_fields[0]["x_mm"], "60")
    type_into(qtbot, window.cloth.spoilt.flaw_fields[0]["y_mm"], "40")
    (flaw,) = session.cloth.flaws
    assert (flaw.x_mm, flaw.y_mm) == (600, 400)
    go(qtbot, window, LAY)
    # the back lay there: the search has gone round it, and the flaw is drawn on the cloth
    assert session.lay.complete
    assert len(window.lay.view._cloth_item._flaws) == 1
    session.save_now()
    assert read_job(session.path).cloths[0].flaws == session.cloth.flaws
    window.cloth.spoilt.drop_flaw(0)
    assert session.cloth.flaws == ()
    assert session.lay.complete


def test_how_to_fold_is_drawn_and_read_out_for_every_way(window, qtbot):
    go(qtbot, window, CLOTH)
    for way, known in WAYS.items():
        choose(window.cloth.folding.which, way)
        assert known.steps[0] in window.cloth.folding.picture.accessibleName()
        assert not window.cloth.folding.grab().isNull()


def test_the_fold_shown_is_the_one_the_cloth_is_laid_in(window, session, qtbot):
    go(qtbot, window, LAY)
    qtbot.mouseClick(window.lay.ways.cards["lengthwise"], LEFT)
    go(qtbot, window, CLOTH)
    assert window.cloth.folding.which.currentData() == "lengthwise"
    assert "cut it off" not in window.cloth.folding.picture.accessibleName().lower()


@pytest.mark.long
def test_of_several_sections_each_is_shown_and_all_but_the_last_are_cut_off(window, session, qtbot):
    go(qtbot, window, LAY)
    window.lay.take_way("partial:400+open")
    assert [section.way for section in session.lay.spread.sections] == ["partial", "open"]
    go(qtbot, window, CLOTH)
    folding = window.cloth.folding
    lines = [folding.which.itemText(k) for k in range(2)]
    assert lines == ["1 of 2: Folded to a depth", "2 of 2: Open, one ply"]
    assert folding.which.currentIndex() == 0
    assert "Cut it off square there; the rest is laid out anew." in folding.picture.accessibleName()
    choose(folding.which, "2")
    assert "Open, one ply" in folding.picture.accessibleName()
    assert "Cut it off square there" not in folding.picture.accessibleName()
    choose(folding.which, "crosswise")
    assert "Folded crosswise" in folding.picture.accessibleName()


def test_a_remnant_is_cut_from_its_own_shape(window, session, qtbot):
    go(qtbot, window, CLOTH)
    type_into(qtbot, window.cloth.spoilt.corners, "0x0; 420x0; 420x60; 300x145; 0x145")
    assert session.cloth.remnant[2] == (4200, 600)
    assert session.cloth.at_hand_mm == 4200
    assert window.cloth.spoilt.corners.text() == "0×0; 420×0; 420×60; 300×145; 0×145"
    assert "remnant" not in {finding.code for finding in session.lay.findings}
    session.save_now()
    assert read_job(session.path).cloths[0].remnant == session.cloth.remnant
    type_into(qtbot, window.cloth.spoilt.corners, "0x0; 420")
    assert "“420” is no corner of a remnant" in window.cloth.trouble.text()
    type_into(qtbot, window.cloth.spoilt.corners, "0x0; 200x0; 0x900")
    assert "reaches beyond its cloth" in window.cloth.trouble.text()
    window.cloth.spoilt.corners.selectAll()
    qtbot.keyClick(window.cloth.spoilt.corners, Qt.Key.Key_Delete)
    qtbot.keyClick(window.cloth.spoilt.corners, Qt.Key.Key_Return)
    assert session.cloth.remnant == ()
