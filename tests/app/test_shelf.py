"""The shelf in the window: swatches, lengths at hand, what is reserved and cut off, stocktaking,
remnants that the small pieces of a job are tried on."""

from dataclasses import replace

import pytest
from PySide6.QtCore import Qt
from PySide6.QtGui import QImage

from tests.app.test_cut_stage import go_to
from tests.app.test_window import CLOTH, CTRL, CUT, LEFT, click_on_shelf, go, type_into
from wickel.app.next_step import next_step
from wickel.app.stages.shelf_sheet import ShelfSheet
from wickel.cloth import OnShelf, Print
from wickel.job.tasks import Finished, TriedOnRemnants
from wickel.lay import exact_check
from wickel.studio import shelf_cloth
from wickel.units import shown_cloth_length
from wickel.yardage import need

ALT = Qt.KeyboardModifier.AltModifier
LINEN = "Moss linen"


def whole(mm=5200.0, **values):
    return OnShelf(cloth=replace(shelf_cloth("moss-linen"), id="own-moss"), at_hand_mm=mm, **values)


def remnant(long=900.0, wide=600.0, name="Moss linen, remnant"):
    shape = ((0.0, 0.0), (long, 0.0), (long, wide * 0.6), (long * 0.8, wide), (0.0, wide))
    cloth = replace(
        shelf_cloth("moss-linen"),
        id="own-remnant",
        name=name,
        usable_width_mm=wide,
        full_width_mm=None,
        selvage_mm=0.0,
        length_at_hand_mm=long,
        shrink_along=0.0,
        shrink_across=0.0,
        remnant=shape,
    )
    return OnShelf(cloth=cloth, at_hand_mm=long, of=LINEN, origin="Harvest dress", place="drawer")


@pytest.fixture
def blouse(window, qtbot):
    """The blouse, to be cut from the moss linen of the shelf."""
    path = next(own for own in window._folder.orders() if "blouse" in own.name)
    window.book.keep_on_shelf(whole())
    window.open_path(path)
    go(qtbot, window, CLOTH)
    click_on_shelf(qtbot, window, LINEN)
    assert window.session.cloth.name == LINEN
    return window


def sheet_of(qtbot, window):
    qtbot.keyClick(window, Qt.Key.Key_H, CTRL | ALT)
    (sheet,) = [own for own in window.findChildren(ShelfSheet) if own.isVisible()]
    return sheet


def on_shelf(window, name=LINEN):
    return next(own for own in window.book.shelf if own.name == name)


def test_a_job_reserves_lets_go_and_cutting_takes_off_once(blouse, qtbot):
    window, session = blouse, blouse.session
    needed = need(session.lay).need_mm
    qtbot.mouseClick(window.cloth.reserve, LEFT)
    assert on_shelf(window).reserved_mm == pytest.approx(needed)
    assert on_shelf(window).reserved[0].name == "Blouse for the fair"
    assert "is reserved" in window.cloth.reserve.text()
    # what is reserved is not told to be bought: by the bar, by the slip, on the list
    assert session.need.buy_mm == 0
    assert window.ticket.buy.figure.text().startswith("0")
    kept = shown_cloth_length(needed, session.job.unit)
    assert f"5.20 m on the shelf, {kept} reserved" in window.ticket.buy.word.text()
    assert next_step(session)[0].startswith(f"Nothing to buy of {LINEN}: {kept} is reserved")
    qtbot.mouseClick(window.cloth.reserve, LEFT)
    assert on_shelf(window).reserved == ()
    assert session.need.buy_mm > needed - 1
    assert window.ticket.buy.word.text().endswith("· 5.20 m on the shelf")
    qtbot.mouseClick(window.cloth.reserve, LEFT)
    go(qtbot, window, CUT)
    for _ in range(2):
        go_to(qtbot, window.cut, "after:done")
        window.cut.finished.emit()
    own = on_shelf(window)
    assert own.at_hand_mm == pytest.approx(5200.0 - needed)
    assert (own.reserved_mm, len(own.reserved)) == (0.0, 1)
    assert session.job.state.value == "cut"
    go(qtbot, window, CLOTH)
    assert "is cut" in window.cloth.reserve.text()
    assert not window.cloth.reserve.isEnabled()
    go(qtbot, window, CUT)
    window.cut.begin_anew()
    assert on_shelf(window).at_hand_mm == pytest.approx(5200.0)
    assert on_shelf(window).reserved == ()


def test_a_cloth_that_is_not_on_the_shelf_cannot_be_reserved(window, qtbot):
    go(qtbot, window, CLOTH)
    assert not window.cloth.reserve.isVisible()


@pytest.mark.long
def test_the_small_pieces_are_tried_on_remnants_by_a_real_lay_and_cut_from_them(blouse, qtbot):
    window, session = blouse, blouse.session
    before = session.lay.lay_length_mm
    window.book.keep_on_shelf(remnant())
    qtbot.waitUntil(lambda: window.cloth.remnants.use.isVisible())
    said = window.cloth.remnants.said.text()
    assert "on “Moss linen, remnant”" in said
    assert "shorter" in said
    qtbot.mouseClick(window.cloth.remnants.use, LEFT)
    assert [cloth.name for cloth in session.job.cloths] == [LINEN, "Moss linen, remnant"]
    qtbot.waitUntil(lambda: len(session.cloths) == 2 and not session.searching)
    lays = [session.lay_of(cloth.id) for cloth in session.cloths]
    assert all(lay.complete and not lay.broken for lay in lays)
    assert all(exact_check(lay) == () for lay in lays)
    assert lays[0].lay_length_mm < before
    assert on_shelf(window, "Moss linen, remnant").reserved[0].name == "Blouse for the fair"
    session.undo()
    assert len(session.job.cloths) == 1


def test_a_remnant_that_gains_nothing_or_is_reserved_is_not_offered(blouse, qtbot):
    window = blouse
    offer = window.cloth.remnants
    with qtbot.waitSignal(offer._errand.told):
        window.book.keep_on_shelf(remnant(110.0, 80.0))
    qtbot.waitUntil(lambda: not offer._errand.working)
    assert not offer.isVisible()
    offer._errand._set_working(True)  # as a worker tells it that is still busy
    offer._show()
    assert "being tried" in offer.said.text()
    assert offer.isVisible()
    for message in (TriedOnRemnants(None), Finished()):
        offer._errand._told(message)
    assert not offer.isVisible()
    job = window.session.with_id()
    window.book.keep_on_shelf(remnant(name="Moss linen, larger"))
    window.book.reserve("Moss linen, larger", replace(job, book_id="other"), 900.0)
    assert [own.shown_name for own in offer._remnants()] == ["Moss linen, remnant"]


# --- the whole shelf --------------------------------------------------------------------------


def test_the_whole_shelf_is_searched_counted_and_valued(window, qtbot):
    for own in (whole(place="rack 2"), remnant()):
        window.book.keep_on_shelf(own)
    sheet = sheet_of(qtbot, window)
    assert sheet.view.names == (LINEN, "Moss linen, remnant")
    assert "1 cloth, 5.20 m together; 1 remnant; worth" in sheet.total.text()
    worth = 5.2 * 18.5 + 0.9 * 18.5 * (600 * 900 - 0.5 * 180 * 240) / (600 * 900)
    assert sheet.total.text().endswith(f"{worth:,.2f}")
    qtbot.keyClicks(sheet.search, "rack")
    assert sheet.view.names == (LINEN,)
    sheet.search.clear()
    sheet.shown.setCurrentIndex(sheet.shown.findData("remnants"))
    assert sheet.view.names == ("Moss linen, remnant",)
    sheet.shown.setCurrentIndex(sheet.shown.findData("uncounted"))
    sheet.view.put_hand_on(LINEN)
    type_into(qtbot, sheet.at_hand, "4.8 m")
    qtbot.mouseClick(sheet.count, LEFT)
    assert sheet.view.names == ("Moss linen, remnant",)
    assert on_shelf(window).at_hand_mm == pytest.approx(4800.0)
    assert on_shelf(window).counted


def test_place_price_care_notes_and_reservations_are_changed_on_the_card(window, qtbot):
    window.book.keep_on_shelf(whole())
    window.book.reserve(LINEN, window.session.with_id(), 1500.0)
    sheet = sheet_of(qtbot, window)
    type_into(qtbot, sheet.words["place"], "rack 7")
    type_into(qtbot, sheet.words["care"], "wash at 30")
    type_into(qtbot, sheet.words["of"], "Old linen")
    type_into(qtbot, sheet.price, "21,50")
    type_into(qtbot, sheet.bought, "3 m")
    assert on_shelf(window).at_hand_mm == pytest.approx(8200.0)
    assert sheet.bought.text() == ""
    assert (on_shelf(window).of, window.book.remnants_of("Old linen")) == ("Old linen", ())
    sheet.words["notes"].setPlainText("Runs a little")
    sheet.words["notes"].left.emit()
    own = on_shelf(window)
    assert (own.place, own.care, own.notes, own.cloth.price) == (
        "rack 7",
        "wash at 30",
        "Runs a little",
        21.5,
    )
    (button,) = sheet.let_go.values()
    qtbot.mouseClick(button, LEFT)
    assert on_shelf(window).reserved == ()
    type_into(qtbot, sheet.price, "dear")
    assert on_shelf(window).cloth.price == 21.5


def test_a_photo_takes_the_place_of_the_swatch_and_no_picture_is_said(window, qtbot, tmp_path):
    window.book.keep_on_shelf(whole())
    sheet = sheet_of(qtbot, window)
    image = QImage(2400, 1200, QImage.Format.Format_RGB32)
    image.fill(Qt.GlobalColor.red)
    image.save(str(tmp_path / "photo.png"))
    sheet.take_photo(tmp_path / "photo.png")
    own = on_shelf(window)
    kept = QImage(str(window.book.photos / own.photo))
    assert (kept.width(), kept.height()) == (900, 450)
    (tmp_path / "bad.png").write_text("no picture")
    sheet.take_photo(tmp_path / "bad.png")
    assert "no picture" in window.slip.sentence.text()
    shown = sheet.view.grab().toImage()
    at = sheet.view.place_of(LINEN).toPoint()
    colour = shown.pixelColor(at.x(), at.y() - 40)
    assert colour.red() > 200
    assert colour.green() < 60


def test_a_cloth_is_taken_for_the_job_or_off_the_shelf(window, session, qtbot):
    window.book.keep_on_shelf(whole())
    window.book.keep_on_shelf(
        replace(whole(), cloth=replace(whole().cloth, name="Ash linen", usable_width_mm=1300))
    )
    sheet = sheet_of(qtbot, window)
    sheet.view.put_hand_on("Ash linen")
    qtbot.mouseClick(sheet.use, LEFT)
    assert session.cloth.name == "Ash linen"
    sheet = sheet_of(qtbot, window)
    sheet.view.put_hand_on("Ash linen")
    qtbot.mouseClick(sheet.off, LEFT)
    assert [own.name for own in window.book.shelf] == [LINEN]


def test_an_empty_shelf_says_how_things_come_onto_it(window, qtbot):
    sheet = sheet_of(qtbot, window)
    assert sheet.view.names == ()
    assert "Keep a cloth on the shelf" in sheet.about.text()
    assert not sheet.use.isEnabled()


def test_a_length_at_hand_goes_to_the_shelf_with_its_cloth(blouse, qtbot):
    window, session = blouse, blouse.session
    type_into(qtbot, window.cloth.fields["length_at_hand_mm"], "3.1m")
    type_into(qtbot, window.cloth.name, "Fern linen")
    # under another name it is still as it was, and says in what
    said = window.cloth.trouble.text()
    assert said == f"Still as {LINEN}: shrinks 4 % along, 2 % across, 18.50 a metre."
    qtbot.mouseClick(window.cloth.keep, LEFT)
    own = on_shelf(window, "Fern linen")
    assert (own.at_hand_mm, own.cloth.length_at_hand_mm) == (3100.0, None)
    assert session.cloth.length_at_hand_mm == 3100.0
    assert on_shelf(window).at_hand_mm == 5200.0
    # kept again without one, it is as long as it was
    type_into(qtbot, window.cloth.fields["length_at_hand_mm"], "0")
    qtbot.mouseClick(window.cloth.keep, LEFT)
    assert on_shelf(window, "Fern linen").at_hand_mm == 3100.0


def test_a_new_cloth_begins_with_an_empty_card_at_its_name(blouse, qtbot):
    window, session = blouse, blouse.session
    before = session.cloth
    menu = window.cloth.uses.more.menu()
    menu.aboutToShow.emit()
    assert menu.actions()[0].text() == "A new cloth…"
    menu.actions()[0].trigger()
    fresh = session.cloth
    assert fresh.id not in {before.id, *(own.cloth.id for own in window.book.shelf)}
    assert (fresh.price, fresh.shrink_along, fresh.print, fresh.fibre) == (None, 0.0, None, "")
    assert fresh.step_mm == before.step_mm
    qtbot.waitUntil(window.cloth.name.hasFocus)
    qtbot.keyClicks(window.cloth.name, "Fern twill\t")
    assert session.cloth.name == "Fern twill"
    assert window.cloth.trouble.text() == ""
    # which way up it lies nobody has said: it counts as one-way, and its heads can be turned
    assert window.cloth.traits["heads_at_end"].isVisible()
    qtbot.mouseClick(window.cloth.print_buttons[Print.ANY], LEFT)
    assert not window.cloth.traits["heads_at_end"].isVisible()
