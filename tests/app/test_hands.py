"""Smaller things that a maker does by hand on the stages, each seen in the job and undone by one
key."""

from dataclasses import replace

import pytest
from PySide6.QtGui import QColor
from PySide6.QtWidgets import QColorDialog, QComboBox

from tests.app.test_body_stage import choose
from tests.app.test_window import BODY, BUY, CLOTH, CTRL, DRAFT, LAY, LEFT, SHIFT, go, type_into
from wickel.app.stages.lay import SectionsDialog
from wickel.body import Body
from wickel.draft import PRESETS
from wickel.job.edits import with_garment
from wickel.units import Unit


def test_a_colour_is_chosen_in_a_dialog(window, session, qtbot):
    go(qtbot, window, CLOTH)
    qtbot.mouseClick(window.cloth.colour, LEFT)
    (dialog,) = window.findChildren(QColorDialog)
    assert dialog.currentColor().name().upper() == session.cloth.colour
    dialog.setCurrentColor(QColor("#336699"))
    dialog.accept()
    assert session.cloth.colour == "#336699"
    session.undo()
    assert session.cloth.colour == "#8C9A6B"


def test_a_fibre_that_is_written_again_is_no_edit(window, session, qtbot):
    go(qtbot, window, CLOTH)
    type_into(qtbot, window.cloth.fibre, "linen and hemp")
    assert session.cloth.fibre == "linen and hemp"
    steps = session.steps
    type_into(qtbot, window.cloth.fibre, "  linen and hemp ")
    assert session.steps == steps


@pytest.mark.long
def test_allowances_by_preset_by_edge_and_what_cannot_be(window, session, qtbot):
    go(qtbot, window, DRAFT)
    options = window.draft.options
    other = next(id for id in PRESETS if id != session.garment.allowances.preset)
    choose(options.preset, options.preset.findData(other))
    assert session.garment.allowances.preset == other
    type_into(qtbot, options.allowances["hem"], "4.5")
    assert session.garment.allowances.own_mm == {"hem": 45.0}
    before = session.job
    type_into(qtbot, options.allowances["hem"], "90")
    assert session.job == before
    assert window.slip.sentence.text().endswith(".")
    assert options.allowances["hem"].text() == "4.5 cm"
    choose(options.preset, options.preset.findData(session.garment.allowances.preset))
    assert (
        session.garment.allowances.own_mm == {}
    )  # a preset taken anew takes one's own figures away


def test_measurements_that_are_nothing_are_refused_and_the_field_shows_what_stands(
    window, session, qtbot
):
    go(qtbot, window, BODY)
    before = session.job
    type_into(qtbot, window.body.fields["hip"], "-4")
    assert session.job == before
    assert "above zero" in window.body.trouble.text()
    assert window.body.fields["hip"].text() == "104 cm"


def test_without_bust_hip_or_waist_nothing_can_be_estimated(window, session, qtbot):
    bare = replace(
        session.garment, size="", body=Body(name="Wenda Pool", measurements_mm={"head": 560.0})
    )
    session.apply(with_garment(session.job, bare), "bare")
    go(qtbot, window, BODY)
    qtbot.mouseClick(window.body.estimate, LEFT)
    assert "nothing to estimate from" in window.body.trouble.text()
    assert session.garment.body == bare.body


@pytest.mark.long
def test_sections_are_asked_by_key_and_left_by_escape(window, session, qtbot):
    go(qtbot, window, LAY)
    way = session.spread
    qtbot.keyClick(window, "G", CTRL | SHIFT)
    (dialog,) = window.findChildren(SectionsDialog)
    second = dialog.boxes[1]
    assert isinstance(second, QComboBox)
    qtbot.keyClick(dialog, "\x1b")
    assert session.spread == way
    qtbot.keyClick(window, "G", CTRL | SHIFT)
    dialog = next(own for own in window.findChildren(SectionsDialog) if own.isVisible())
    dialog.boxes[0].setCurrentIndex(dialog.boxes[0].findData("open"))
    dialog.boxes[1].setCurrentIndex(dialog.boxes[1].findData("lengthwise"))
    qtbot.mouseClick(dialog.take, LEFT)
    assert session.spread == "open+lengthwise"


@pytest.mark.parametrize("stage", [BODY, DRAFT, CLOTH, LAY])
def test_every_page_follows_the_unit(window, session, qtbot, stage):
    go(qtbot, window, stage)
    qtbot.keyClick(window, "I", CTRL)
    assert session.job.unit is Unit.INCH
    assert window.menus.inches.isChecked()
    assert " yd" in window.ticket.buy.figure.text() or " in" in window.ticket.buy.figure.text()
    shown = {
        BODY: window.body.fields.get("hip"),
        CLOTH: window.cloth.fields["usable_width_mm"],
    }.get(stage)
    assert shown is None or shown.text().endswith(" in")
    session.undo()
    assert session.job.unit is Unit.CM
    assert shown is None or shown.text().endswith(" cm")


@pytest.mark.long
def test_a_bolt_that_is_no_length_and_a_fold_that_is_too_deep_are_said(window, session, qtbot):
    go(qtbot, window, LAY)
    qtbot.keyClick(window, "D", CTRL | SHIFT)
    type_into(qtbot, window.lay.fold_depth, "3 m")
    assert "at most" in window.slip.sentence.text()
    assert session.spread == "partial"
    go(qtbot, window, BUY)
    window.buy.show_page(2)
    before = window.buy.bolt.length_mm
    type_into(qtbot, window.buy.bolt.length, "2 mm")
    assert "between 10 cm and 1 km" in window.slip.sentence.text()
    assert window.buy.bolt.length_mm == before
