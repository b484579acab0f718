"""What is on a cloth, in the Cloth stage: figure, repeat, border, motif, picture, and what garments
ask of it."""

from dataclasses import replace

import pytest
from PySide6.QtCore import QEvent, QPoint, QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QImage, QMouseEvent, QPainter, QPolygonF, QTransform

from tests.app.test_ways import choose
from tests.app.test_window import CLOTH, LAY, LEFT, go, reason_beside, type_into
from wickel.app.stages.square_dialog import SquareDialog
from wickel.app.table.print_paint import paint_print
from wickel.cloth import FIGURE_NAMES, Border, BorderAt, Cloth, Design, Figure, Print, Repeat
from wickel.files import read_job
from wickel.lay import Wish
from wickel.studio import SHELF
from wickel.units import shown_length


def ticked(qtbot, box):
    qtbot.mouseClick(box, LEFT, pos=QPoint(8, box.height() // 2))


@pytest.fixture
def part(window, qtbot):
    go(qtbot, window, CLOTH)
    return window.cloth.design


@pytest.mark.long
def test_every_figure_is_taken_and_undone(part, window, session, qtbot):
    before = session.cloth.design
    for figure in Figure:
        choose(part.figure, figure.value)
        assert session.cloth.design.figure is figure
        assert (session.cloth.design.motif is not None) == (figure is Figure.MOTIF)
        assert part.motif_box.isVisibleTo(part) == (figure is Figure.MOTIF)
        qtbot.keyClick(window, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier)
        assert session.cloth.design == before


@pytest.mark.long
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


@pytest.mark.long
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


@pytest.mark.long
def test_a_picture_is_taken_scaled_kept_in_the_job_and_taken_away(part, session, qtbot, tmp_path):
    picture = QImage(1200, 600, QImage.Format.Format_RGB32)
    picture.fill(QColor("#A63D40"))
    picture.save(str(tmp_path / "own.png"))
    part.take_picture(tmp_path / "own.png")
    dialog = asked_dialog(part)
    qtbot.mouseClick(dialog.take, LEFT)
    design = session.cloth.design
    assert QImage.fromData(design.picture).width() == 640
    assert design.repeat == Repeat(
        along_mm=200, across_mm=100
    )  # twice as long as wide, like the picture
    session.save_now()
    assert read_job(session.path).cloths[0].design.picture == design.picture
    assert part.picture.text() == "Take the picture away"
    qtbot.mouseClick(part.picture, LEFT)
    assert session.cloth.design.picture == b""


def asked_dialog(part):
    """The dialog that asks for the corners of one repeat."""
    return next(own for own in part.window().findChildren(SquareDialog) if own.isVisible())


def aslant():
    """A photograph of a repeat seen aslant: its corners are at 40, 30 · 350, 60 · 320, 260 · 20,
    200; dark at the left half, light at the right."""
    corners = [QPointF(40, 30), QPointF(350, 60), QPointF(320, 260), QPointF(20, 200)]
    picture = QImage(400, 300, QImage.Format.Format_RGB32)
    picture.fill(QColor("#FF00FF"))
    painter = QPainter(picture)
    flat = QPolygonF([QPointF(0, 0), QPointF(100, 0), QPointF(100, 80), QPointF(0, 80)])
    painter.setTransform(QTransform.quadToQuad(flat, QPolygonF(corners)))
    painter.fillRect(QRectF(0, 0, 50, 80), QColor("#203060"))
    painter.fillRect(QRectF(50, 0, 50, 80), QColor("#E0D0A0"))
    painter.end()
    return picture, corners


def test_a_photograph_taken_aslant_is_squared_by_dragging_its_corners(
    part, session, qtbot, tmp_path
):
    picture, corners = aslant()
    picture.save(str(tmp_path / "own.png"))
    part.take_picture(tmp_path / "own.png")
    dialog = asked_dialog(part)
    shown = dialog.picture
    for k, corner in enumerate(corners[:3]):
        qtbot.mousePress(shown, LEFT, pos=shown.at(k).toPoint())
        there = shown._to_screen().map(corner).toPoint()
        qtbot.mouseMove(shown, there)
        shown.mouseMoveEvent(
            QMouseEvent(
                QEvent.Type.MouseMove,
                QPointF(there),
                QPointF(there),
                LEFT,
                LEFT,
                Qt.KeyboardModifier(0),
            )
        )
        qtbot.mouseRelease(shown, LEFT, pos=there)
    qtbot.keyClick(shown, Qt.Key.Key_C)  # the last corner by keys: from 0, 300 to 20, 200
    for _ in range(10):
        qtbot.keyClick(shown, Qt.Key.Key_Up, Qt.KeyboardModifier.ShiftModifier)
    for _ in range(20):
        qtbot.keyClick(shown, Qt.Key.Key_Right)
    for corner, there in zip(shown.corners, corners, strict=True):
        assert abs(corner.x() - there.x()) < 1.5
        assert abs(corner.y() - there.y()) < 1.5
    qtbot.mouseClick(dialog.take, LEFT)
    made = QImage.fromData(session.cloth.design.picture)
    assert (made.width(), made.height()) == (pytest.approx(309, abs=4), pytest.approx(187, abs=4))
    for y in (8, 90, made.height() - 9):
        assert made.pixelColor(12, y).lightness() < 80
        assert made.pixelColor(made.width() // 2 - 8, y).lightness() < 80
        assert made.pixelColor(made.width() // 2 + 8, y).lightness() > 150
        assert made.pixelColor(made.width() - 12, y).lightness() > 150


def test_corners_that_do_not_go_round_are_said(part, session, qtbot, tmp_path):
    picture, _ = aslant()
    picture.save(str(tmp_path / "own.png"))
    before = session.cloth.design
    part.take_picture(tmp_path / "own.png")
    dialog = asked_dialog(part)
    dialog.picture.corners[0], dialog.picture.corners[2] = (
        dialog.picture.corners[2],
        dialog.picture.corners[0],
    )
    qtbot.mouseClick(dialog.take, LEFT)
    assert "have to go round" in dialog.trouble.text()
    assert session.cloth.design == before
    qtbot.keyClick(dialog, Qt.Key.Key_Escape)


@pytest.mark.long
def test_what_must_meet_shows_what_it_costs(part, window, session, qtbot):
    choose(part.figure, "check")
    asked = window.cloth.asked
    assert asked.ticks[
        "seams", "side seam"
    ].isChecked()  # what is usual, until the maker says otherwise
    assert session.garment.on_print is None
    assert session.lay.unmatched_mm is not None
    assert asked.total.text().startswith("Keeping to the print costs")
    assert asked.costs["seams", "side seam"].text().startswith("costs")
    ticked(qtbot, asked.ticks["seams", "shoulder"])
    assert session.garment.on_print.seams == ("side seam", "shoulder")
    cost = session.price_of(Wish("seams", "shoulder"))
    assert cost is not None
    assert asked.costs["seams", "shoulder"].text() == (
        "costs nothing" if cost < 0.5 else f"costs {shown_length(cost, session.job.unit)}"
    )
    assert asked.costs["seams", "front neck"].text() == ""
    for name in ("side seam", "shoulder"):
        ticked(qtbot, asked.ticks["seams", name])
    assert session.garment.on_print.seams == ()
    assert session.lay.unmatched_mm is None
    go(qtbot, window, LAY)
    assert session.need.matching_mm is None


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
    assert "is not a price" in reason_beside(stage.price)
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
    image = QImage(
        round(there.width() * scale), round(there.height() * scale), QImage.Format.Format_RGB32
    )
    image.fill(QColor("white"))
    painter = QPainter(image)
    painter.setTransform(
        QTransform(scale, 0, 0, -scale, -there.left() * scale, there.bottom() * scale)
    )
    paint_print(painter, cloth, there)
    painter.end()
    return lambda x, y: image.pixelColor(
        QPointF((x - there.left()) * scale, (there.bottom() - y) * scale).toPoint()
    )


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
        design=Design(
            figure=Figure.STRIPE_ACROSS, repeat=Repeat(along_mm=80, across_mm=100, offset_mm=40)
        ),
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
    assert {cloth.design.border.at for cloth in SHELF if cloth.design.border} == {
        BorderAt.LOW,
        BorderAt.BOTH,
    }


def test_a_print_is_as_sharp_as_the_screen(qapp):
    """On a screen of three pixels to the point it is drawn like three times as large."""
    cloth = Cloth(id="c", usable_width_mm=1000.0, design=Design(figure=Figure.CHECK))

    def painted(scale, ratio):
        image = QImage(300, 300, QImage.Format.Format_RGB32)
        image.setDevicePixelRatio(ratio)
        image.fill(Qt.GlobalColor.white)
        painter = QPainter(image)
        painter.setTransform(QTransform(scale, 0, 0, -scale, 0, 300 / ratio))
        paint_print(painter, cloth, QRectF(0, 0, 200, 200))
        painter.end()
        return bytes(image.constBits())

    assert painted(0.5, 3.0) == painted(1.5, 1.0)
    assert painted(0.5, 3.0) != painted(0.5, 1.0)
