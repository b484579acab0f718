"""Like this one, but …: parts of a garment exchanged, in the gallery and for the one in hand."""

import pytest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QPushButton

from tests.app.test_draft_stage import back, choose
from tests.app.test_window import CTRL, DRAFT, LEFT, go
from wickel.app.stages.gallery import Gallery, Thumbnail
from wickel.app.stages.parts_dialog import PartsDialog
from wickel.draft.builder import PARTS, Slot


@pytest.fixture
def dialog(window, qtbot):
    """The dialog for the shirt dress, from its card in the gallery."""
    qtbot.keyClick(window, Qt.Key.Key_N, CTRL)
    (gallery,) = window.findChildren(Gallery)
    qtbot.keyClicks(gallery.wanted, "shirt dress")
    card = gallery.cards["named-shirt-dress"]
    (button,) = card.findChildren(QPushButton)
    qtbot.mouseClick(button, LEFT)
    (made,) = gallery.findChildren(PartsDialog)
    return made


def test_a_part_is_exchanged_and_the_rest_stays(dialog, session, qtbot):
    before = dialog.picture.shown
    assert before is not None
    assert "Cuff" in dialog.made.text()
    choose(dialog.boxes[Slot.SLEEVE], "puffed")
    assert "Sleeve band" in dialog.made.text()
    assert dialog.picture.shown != before
    qtbot.mouseClick(dialog.do, LEFT)
    garment = session.garment
    assert garment.style == "from-parts"
    assert garment.options["sleeve"] == "puffed"
    assert garment.options["collar"] == "shirt"
    made = {piece.id.rpartition("/")[2] for piece in session.pieces}
    assert {"sleeve-band", "collar-stand", "belt"} <= made


def test_what_does_not_go_together_says_why_and_is_made_to_fit(dialog, session, qtbot):
    choose(dialog.boxes[Slot.LOWER], "panels-8")
    assert "Equal panels have no front edge" in dialog.said.text()
    assert not dialog.do.isEnabled()
    assert "do not go together" in dialog.picture.accessibleDescription()
    assert dialog.fit.isVisibleTo(dialog)
    qtbot.mouseClick(dialog.fit, LEFT)
    assert dialog.said.text() == ""
    assert dialog.boxes[Slot.LOWER].currentData() == "panels-8"
    assert dialog.boxes[Slot.CLOSING].currentData() != "front"
    assert dialog.do.isEnabled()
    assert dialog.picture.accessibleDescription() == ""
    assert "Skirt panel" in dialog.made.text()


@pytest.mark.long
def test_what_does_not_apply_is_not_shown(dialog):
    assert dialog.boxes[Slot.SLEEVE].isVisibleTo(dialog)
    choose(dialog.boxes[Slot.UPPER], "none")
    assert not dialog.boxes[Slot.SLEEVE].isVisibleTo(dialog)
    assert not dialog.boxes[Slot.NECK].isVisibleTo(dialog)
    assert dialog.boxes[Slot.WAIST].isVisibleTo(dialog)
    assert "Waistband" in dialog.made.text()


@pytest.mark.long
def test_every_part_can_be_chosen_there(dialog):
    for slot, own in PARTS.items():
        box = dialog.boxes[slot]
        assert [box.itemData(k) for k in range(box.count())] == list(own)


@pytest.mark.long
def test_leaving_it_leaves_everything_as_it_was(dialog, session, qtbot):
    before = session.job
    choose(dialog.boxes[Slot.SLEEVE], "bell")
    qtbot.keyClick(dialog, Qt.Key.Key_Escape)
    assert session.job == before


@pytest.mark.long
def test_the_parts_of_the_garment_in_hand_are_exchanged_as_one_step(dialog, window, session, qtbot):
    qtbot.mouseClick(dialog.do, LEFT)
    back(window, qtbot)
    go(qtbot, window, DRAFT)
    qtbot.mouseClick(window.draft.options.exchange, LEFT)
    (second,) = window.findChildren(PartsDialog)
    choose(second.boxes[Slot.LINING], "all")
    choose(second.boxes[Slot.BELT], "none")
    qtbot.mouseClick(second.do, LEFT)
    garment = session.garment
    assert (garment.options["lining"], garment.options["belt"]) == ("all", "none")
    # the lining has a cloth to lie on
    assert garment.cloths["lining"] in {cloth.id for cloth in session.job.cloths}
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert "lining" not in session.garment.options
    assert session.garment.options["belt"] == "tied"


@pytest.mark.long
def test_a_garment_is_found_without_sleeves_with_its_zip_behind_and_flared(window, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_N, CTRL)
    (gallery,) = window.findChildren(Gallery)
    qtbot.keyClicks(gallery.wanted, "no sleeves, zip behind, flared")
    shown = [id for id, card in gallery.cards.items() if card.isVisibleTo(gallery)]
    assert "named-dance-dress" in shown
    assert "named-bell-dress" not in shown
    assert "named-tiered-dress" not in shown
    gallery.draw_all()
    assert all(picture.shown is not None for picture in _pictures(gallery, shown))


def _pictures(gallery, ids):
    return [gallery.cards[id].findChild(Thumbnail) for id in ids]


@pytest.mark.long
def test_a_style_of_the_house_is_taken_apart_and_its_part_exchanged_as_one_step(
    window, session, qtbot
):
    go(qtbot, window, DRAFT)
    assert session.garment.style == "box-dress"
    before = session.draft.pattern.piece("front")
    button = window.draft.options.exchange
    assert button.isVisibleTo(window.draft.options)
    qtbot.mouseClick(button, LEFT)
    (made,) = window.findChildren(PartsDialog)
    choose(made.boxes[Slot.BELT], "sash")
    qtbot.mouseClick(made.do, LEFT)
    garment = session.garment
    assert garment.style == "from-parts"
    assert garment.options["belt"] == "sash"
    assert session.draft.pattern.piece("front").edges == before.edges  # all else stays as it was
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert session.garment.style == "box-dress"


def test_what_was_just_chosen_is_kept_and_what_would_be_exchanged_is_said_first(dialog, qtbot):
    choose(dialog.boxes[Slot.COLLAR], "stand")
    choose(dialog.boxes[Slot.LOWER], "panels-8")
    closing = dialog.boxes[Slot.CLOSING]
    before = closing.currentText()
    assert before in dialog.would.text()
    assert "instead of" in dialog.would.text()
    assert dialog.would.isVisibleTo(dialog)
    qtbot.mouseClick(dialog.fit, LEFT)
    # both that were chosen here are still there
    assert dialog.boxes[Slot.COLLAR].currentData() == "stand"
    assert dialog.boxes[Slot.LOWER].currentData() == "panels-8"
    assert closing.currentText() != before
    assert dialog.would.text() == ""
