"""Small parts of the window: colours that can be read, tapes, fields, settings, the studio's
folder."""

import pytest
from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QImage, QPainter

from tests.app.colour_blind import KINDS, apart
from wickel.app.settings import Settings, SettingsFile
from wickel.app.table.tape import Tape, paint_tape, steps
from wickel.app.theme import CONTRAST, DARK, DARK_CONTRAST, LIGHT
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.thread import Knot, Thread
from wickel.app.widgets.ticket import shown_date
from wickel.studio.folder import StudioFolder
from wickel.units import Unit


def contrast(one, other):
    """The contrast of two colours by the usual formula of relative luminance."""

    def luminance(colour):
        parts = [int(colour[k : k + 2], 16) / 255 for k in (1, 3, 5)]
        red, green, blue = (
            p / 12.92 if p <= 0.04045 else ((p + 0.055) / 1.055) ** 2.4 for p in parts
        )
        return 0.2126 * red + 0.7152 * green + 0.0722 * blue

    light, dark = sorted((luminance(one), luminance(other)), reverse=True)
    return (light + 0.05) / (dark + 0.05)


@pytest.mark.parametrize("palette", [LIGHT, DARK], ids=["light", "dark"])
@pytest.mark.parametrize("text", ["ink", "soft", "madder", "moss", "indigo", "woad"])
@pytest.mark.parametrize("ground", ["paper", "linen"])
def test_text_can_be_read_on_every_ground(palette, text, ground):
    assert contrast(getattr(palette, text), getattr(palette, ground)) >= 4.5


@pytest.mark.parametrize("palette", [LIGHT, DARK], ids=["light", "dark"])
def test_text_can_be_read_on_buttons_tape_and_slip(palette):
    assert contrast(palette.on_indigo, palette.indigo) >= 4.5
    assert contrast(palette.slip_text, palette.slip) >= 4.5
    assert contrast(palette.ink, palette.tape) >= 4.5


@pytest.mark.parametrize("palette", [CONTRAST, DARK_CONTRAST], ids=["light", "dark"])
def test_with_high_contrast_all_text_stands_out(palette):
    for text in ("ink", "soft", "madder", "moss", "weld", "woad", "indigo", "walnut"):
        assert contrast(getattr(palette, text), palette.paper) >= 7.0, text
    assert contrast(palette.on_indigo, palette.indigo) >= 7.0


@pytest.mark.parametrize("kind", KINDS)
@pytest.mark.parametrize("palette", [LIGHT, DARK, CONTRAST, DARK_CONTRAST])
def test_what_holds_and_what_does_not_look_different_to_everybody(palette, kind):
    assert apart(palette.madder, palette.moss, kind) >= 15
    assert apart(palette.madder, palette.ink, kind) >= 15
    assert apart(palette.indigo, palette.paper, kind) >= 40


def test_red_and_green_of_one_lightness_would_be_found():
    assert apart("#A63D40", "#55663B") > 50
    assert apart("#A63D40", "#55663B", "deutan") < 10


@pytest.mark.parametrize("unit", [Unit.CM, Unit.INCH])
@pytest.mark.parametrize("scale", [0.02, 0.1, 0.35, 1.0, 4.0])
def test_ticks_and_labels_never_crowd(unit, scale):
    small, large, label = steps(unit, scale)
    assert small * scale >= 5
    assert label * scale >= 44
    assert label / large == 2


def test_a_tape_is_painted_only_as_far_as_the_cloth_goes(qapp):
    image = QImage(400, 26, QImage.Format.Format_RGB32)
    image.fill(Qt.GlobalColor.white)
    painter = QPainter(image)
    tape = Tape(zero_px=20, pixels_per_mm=0.5, length_mm=300, unit=Unit.CM)
    paint_tape(painter, QRectF(0, 0, 400, 26), tape)
    painter.end()
    ground = image.pixel(395, 2)
    row = [image.pixel(x, 24) != ground for x in range(400)]
    assert any(row[20:171])
    assert not any(row[175:])  # 20 + 300 · 0.5 = 170


def test_a_length_field_takes_any_unit_and_shows_the_maker_s_own(qtbot):
    field = LengthEdit("Width")
    qtbot.addWidget(field)
    entered, refused = [], []
    field.entered.connect(entered.append)
    field.unreadable.connect(refused.append)
    field.show_length(914.4, Unit.INCH)
    assert field.text() == "36 in"
    for text in ("36 in", "1 yd", "wide"):
        field.selectAll()
        qtbot.keyClicks(field, text)
        qtbot.keyClick(field, Qt.Key.Key_Return)
    assert entered == [pytest.approx(914.4)]  # what was shown already is no change
    assert len(refused) == 1


def test_settings_outlive_a_restart_and_a_broken_file(tmp_path):
    path = tmp_path / "settings.json"
    SettingsFile(path).remember(Settings(dark=True, last_job="x"))
    assert SettingsFile(path).values.last_job == "x"
    path.write_text("{broken")
    assert SettingsFile(path).values.dark is False


def test_the_demo_is_filled_in_once_and_anew_when_asked(tmp_path):
    folder = StudioFolder(tmp_path / "studio")
    folder.fill_with_demo(fresh=False)
    first = folder.orders()[0]
    first.write_text("changed")
    folder.fill_with_demo(fresh=False)
    assert first.read_text() == "changed"
    assert folder.title(first) == first.name  # an unreadable job is shown by its file's name
    folder.fill_with_demo(fresh=True)
    assert "Market dress" in folder.title(first)


def test_new_jobs_never_take_a_file_that_is_there(tmp_path):
    folder = StudioFolder(tmp_path)
    paths = set()
    for _ in range(3):
        path = folder.path_for("New trousers")
        path.write_text("{}")
        paths.add(path)
    assert len(paths) == 3


def test_the_thread_tells_its_state_in_words(qtbot):
    bar = Thread(("Body", "Lay"))
    qtbot.addWidget(bar)
    bar.show_knots((Knot(name="Body", tied=True), Knot(name="Lay", count=2)))
    bar.show_current(1)
    assert bar.accessibleDescription() == "Body: done, Lay: 2 to look at (shown)"
    assert bar.knot_at(64) == 0
    assert bar.knot_at(64 + 88) == 1
    assert bar.knot_at(500) == -1


def test_dates_are_shown_as_makers_read_them():
    assert shown_date("2026-12-11") == "Fri 11 December 2026"
    assert shown_date("after the fair") == "after the fair"
