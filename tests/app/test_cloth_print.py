"""What is on a cloth, in the Cloth stage: figure, repeat, border, motif, picture, and what garments ask of it."""

from dataclasses import replace

import pytest
from PySide6.QtCore import QPoint, QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QImage, QPainter, QTransform

from tests.app.test_ways import choose
from tests.app.test_window import CLOTH, LEFT, go, type_into
from wickel.app.table.print_paint import paint_print
from wickel.cloth import FIGURE_NAMES, Border, BorderAt, Cloth, Design, Figure, Print, Repeat
from wickel.files import read_job
from wickel.studio import SHELF


def ticked(qtbot, box):
    qtbot.mouseClick(box, LEFT, pos=QPoint(8, box.height() // 2))


@pytest.fixture
def part(window, qtbot):
    go(qtbot, window, CLOTH)
    return window.cloth.design


@pytest.mark.parametrize("figure", Figure)
def test_every_figure_is_taken_and_undone(part, window, session, qtbot, figure):
    before = session.cloth.design
    choose(part.figure, figure.value)
    assert session.cloth.design.figure is figure
    assert (session.cloth.design.motif is not None) == (figure is Figure.MOTIF)
    assert part.motif_box.isVisibleTo(part) == (figure is Figure.MOTIF)
    qtbot.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
    assert session.cloth.design == before


def test_a_half_drop_is_typed_and_saved(part, session, qtbot):
    for attribute, text in (("along_mm", "24"), ("across_mm", "16"), ("offset_mm", "12")):
        type_into(qtbot, part.repeat[attribute], text)
    assert session.cloth.design.repeat == Repeat(along_mm=240, across_mm=160, offset_mm=120)
    session.save_now()
    assert read_job(session.path).cloths[0].design.repeat.offset_mm == 120
    type_into(qtbot, part.repeat["offset_mm"], "0")
    type_into(qtbot, part.repeat["across_mm"], "0")
    assert session.cloth.design.repeat == Repeat(along_mm=240)


def test_an_offset_without_a_repeat_is_refused_in_a_sentence(part, window, session, qtbot):
    choose(part.figure, "stripe-across")
    type_into(qtbot, part.repeat["offset_mm"], "2")
    assert "needs a repeat along and one across" in window.cloth.trouble.text()
    assert session.cloth.design.repeat.offset_mm == 0
    assert part.repeat["offset_mm"].text() == ""


def test_a_border_is_taken_measured_and_asked_of_hems(part, window, session, qtbot):
    assert not part.border_box.isVisibleTo(part)
    assert window.cloth.asked.ticks == {}
    choose(part.border, "low")
    type_into(qtbot, part.border_fields["width_mm"], "14")
    assert session.cloth.design.border == Border(at=BorderAt.LOW, width_mm=140, distance_mm=20)
    assert {f.code for f in session.lay.findings} >= {"border-unasked"}
    ticked(qtbot, window.cloth.asked.ticks["border", "front"])
    assert session.job.garments[0].on_print.border == ("front",)
    assert {f.code for f in session.lay.findings}.isdisjoint({"border-unasked"})
    ticked(qtbot, window.cloth.asked.ticks["border", "front"])
    assert session.job.garments[0].on_print.border == ()


def test_seams_and_motifs_are_asked(part, window, session, qtbot):
    choose(part.figure, "motif")
    ticked(qtbot, window.cloth.asked.ticks["seams", "side seam"])
    ticked(qtbot, window.cloth.asked.ticks["centred", "front"])
    asked = session.job.garments[0].on_print
    assert (asked.seams, asked.centred) == (("side seam",), ("front",))


def test_a_picture_is_taken_scaled_kept_in_the_job_and_taken_away(part, session, qtbot, tmp_path):
    picture = QImage(1200, 600, QImage.Format.Format_RGB32)
    picture.fill(QColor("#A63D40"))
    picture.save(str(tmp_path / "own.png"))
    part.take_picture(tmp_path / "own.png")
    design = session.cloth.design
    assert QImage.fromData(design.picture).width() == 640
    assert design.repeat == Repeat(along_mm=200, across_mm=100)  # twice as long as wide, like the picture
    session.save_now()
    assert read_job(session.path).cloths[0].design.picture == design.picture
    assert part.picture.text() == "Take the picture away"
    qtbot.mouseClick(part.picture, LEFT)
    assert session.cloth.design.picture == b""


def test_a_file_that_is_no_picture_is_said(part, window, session, tmp_path):
    (tmp_path / "no.png").write_text("no picture")
    part.take_picture(tmp_path / "no.png")
    assert "no.png cannot be read as a picture" in window.cloth.trouble.text()
    assert session.cloth.design.picture == b""


def test_selvages_price_length_and_colour_are_on_the_card(part, window, session, qtbot):
    stage = window.cloth
    type_into(qtbot, stage.fields["high_selvage_mm"], "2.5")
    cloth = session.cloth
    assert cloth.selvages_mm == (10, 25)
    assert cloth.full_width_mm == cloth.usable_width_mm + 35
    type_into(qtbot, stage.fields["length_at_hand_mm"], "1.2 m")
    assert session.cloth.length_at_hand_mm == 1200
    type_into(qtbot, stage.fields["length_at_hand_mm"], "0")
    assert session.cloth.length_at_hand_mm is None
    type_into(qtbot, stage.price, "21,5")
    assert session.cloth.price == 21.5
    type_into(qtbot, stage.price, "dear")
    assert "is not a price" in stage.trouble.text()
    assert session.cloth.price == 21.5
    stage.take_colour(QColor("#336699"))
    assert session.cloth.colour == "#336699"


def test_heads_at_the_end_turn_the_lay(part, window, session, qtbot):
    qtbot.mouseClick(window.cloth.print_buttons[Print.ONE_WAY], LEFT)
    assert {p.turn_deg for p in session.lay.placements} == {0.0}
    qtbot.mouseClick(window.cloth.traits["heads_at_end"], LEFT)
    assert {p.turn_deg for p in session.lay.placements} == {180.0}


# --- what is painted ---


def painted(cloth, there, scale=1.0):
    """The print of a box of the flat cloth as a picture, y up, so many pixels a mm."""
    image = QImage(round(there.width() * scale), round(there.height() * scale), QImage.Format.Format_RGB32)
    image.fill(QColor("white"))
    painter = QPainter(image)
    painter.setTransform(QTransform(scale, 0, 0, -scale, -there.left() * scale, there.bottom() * scale))
    paint_print(painter, cloth, there)
    painter.end()
    return lambda x, y: image.pixelColor(QPointF((x - there.left()) * scale, (there.bottom() - y) * scale).toPoint())


def alike(one, other):
    return max(abs(a - b) for a, b in zip(one.getRgb(), other.getRgb(), strict=True)) < 40


BOX = QRectF(0, 0, 600, 400)


def test_stripes_lie_where_the_repeat_says(qapp):
    along = Cloth(
        id="c",
        usable_width_mm=1000,
        colour="#C0C0C0",
        design=Design(figure=Figure.STRIPE_ALONG, repeat=Repeat(across_mm=80)),
    )
    at = painted(along, BOX)
    dark, ground = at(50, 80), at(50, 60)
    assert not alike(dark, ground)
    assert alike(at(400, 160), dark)
    assert alike(at(400, 240), dark)
    across = replace(along, design=Design(figure=Figure.STRIPE_ACROSS, repeat=Repeat(along_mm=80)))
    at = painted(across, BOX)
    assert alike(at(160, 33), dark)
    assert alike(at(240, 333), dark)
    assert alike(at(220, 33), ground)


def test_a_half_drop_shifts_the_next_column_by_half(qapp):
    cloth = Cloth(
        id="c",
        usable_width_mm=1000,
        colour="#C0C0C0",
        design=Design(figure=Figure.STRIPE_ACROSS, repeat=Repeat(along_mm=80, across_mm=100, offset_mm=40)),
    )
    at = painted(cloth, BOX)
    dark, ground = at(160, 10), at(200, 10)
    assert not alike(dark, ground)
    assert alike(at(200, 100), dark)
    assert alike(at(160, 100), ground)
    assert alike(at(160, 200), dark)


@pytest.mark.parametrize(("at", "there", "beside"), [("low", 35, 80), ("high", 365, 320)])
def test_a_border_lies_along_its_selvage(qapp, at, there, beside):
    cloth = Cloth(
        id="c",
        usable_width_mm=400,
        colour="#C0C0C0",
        design=Design(border=Border(at=BorderAt(at), width_mm=50, distance_mm=10)),
    )
    colour = painted(cloth, BOX)
    assert colour(300, beside).lightness() > 150
    dark = [colour(x, there).lightness() for x in range(20, 580, 7)]
    assert min(dark) < 130


def test_the_shelf_shows_a_cloth_of_every_figure():
    assert {cloth.design.figure for cloth in SHELF} == set(FIGURE_NAMES)
    assert {cloth.design.border.at for cloth in SHELF if cloth.design.border} == {BorderAt.LOW, BorderAt.BOTH}
