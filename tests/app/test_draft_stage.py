"""The Draft stage: changes by hand, schools, allowances drawn in, pieces written with formulas, the
gallery."""

import gettext
import json
from dataclasses import replace

import pytest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QApplication, QLabel, QPushButton

from tests.app.test_window import BODY, CTRL, DRAFT, LEFT, SHIFT, go, type_into
from tests.often import usual
from wickel.app.stages.change_dialog import ChangeDialog
from wickel.app.stages.draft_keeping import Keeping
from wickel.app.stages.gallery import BLANK, Gallery
from wickel.body import size_body
from wickel.draft import PRESETS, SCHOOLS
from wickel.draft.operations import OPERATIONS, questions
from wickel.files import read_job, read_style
from wickel.job.edits import with_own
from wickel.lay import exact_check
from wickel.pattern import edge_length
from wickel.studio import with_style
from wickel.wording import language


@pytest.fixture(autouse=True)
def _quick(window, usual_runner, monkeypatch):
    """One quick lay after every edit: lays are not what is tested here."""
    monkeypatch.setattr(usual_runner, "_most", 1)
    monkeypatch.setattr(usual_runner, "_ways", 1)


def opened_dialog(window, qtbot):
    go(qtbot, window, DRAFT)
    qtbot.keyClick(window, Qt.Key.Key_H, CTRL)
    (dialog,) = window.findChildren(ChangeDialog)
    back(dialog, qtbot)
    return dialog


def back(window, qtbot):
    """Be in a window, as after a dialog: without a window manager nobody else gives it the
    keyboard."""
    window.activateWindow()
    qtbot.waitUntil(window.isActiveWindow)


def choose(box, data):
    """Choose an entry as the arrow keys do."""
    box.setCurrentIndex(box.findData(data))
    box.activated.emit(box.currentIndex())


# --- changes by hand --------------------------------------------------------------------------


@pytest.mark.long
def test_a_piece_is_lengthened_by_hand_and_undone(window, session, qtbot):
    before = edge_length(session.draft.pattern.piece("front"), "centre")
    dialog = opened_dialog(window, qtbot)
    choose(dialog.operation, "lengthen")
    qtbot.waitUntil(dialog.fields["mm"].isVisible)
    dialog.fields["mm"].setFocus()
    dialog.fields["mm"].selectAll()
    qtbot.keyClicks(dialog.fields["mm"], "5")
    qtbot.keyClick(dialog.fields["mm"], Qt.Key.Key_Tab)
    assert dialog.said.text() == "Makes: Front."
    qtbot.mouseClick(dialog.do, LEFT)
    back(window, qtbot)
    assert edge_length(session.draft.pattern.piece("front"), "centre") == pytest.approx(before + 50)
    tapes = {tape.held for tape in window.draft.paper.items_by_id["front"].tapes}
    assert tapes == {
        True,
        False,
    }  # the side is shown unequal on the drawing, neck and shoulder equal
    # the side no longer meets the back's: that is checked at once, and said
    assert "Side seam does not hold by tape" in window.slip.sentence.text()
    assert (
        "Lengthen or shorten: front"
        in window.draft.options._changes.itemAt(0).layout().itemAt(0).widget().text()
    )
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert edge_length(session.draft.pattern.piece("front"), "centre") == pytest.approx(before)
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL | SHIFT)
    session.save_now()
    assert read_job(session.path).garments[0].changes == session.garment.changes


def test_a_change_is_taken_out_again_by_its_button(window, session, qtbot):
    dialog = opened_dialog(window, qtbot)
    choose(dialog.operation, "interfacing")
    dialog.accept()
    assert len(session.garment.changes) == 1
    buttons = window.draft.options.findChildren(QPushButton)
    (out,) = [b for b in buttons if b.accessibleName().startswith("Take change 1 out")]
    qtbot.mouseClick(out, LEFT)
    assert session.garment.changes == ()


def test_what_cannot_be_done_is_said_and_the_button_waits(window, session, qtbot):
    dialog = opened_dialog(window, qtbot)
    choose(dialog.operation, "fold")
    assert (
        "cannot be laid on a fold" in dialog.said.text()
        or "not the same on both sides" in dialog.said.text()
    )
    assert not dialog.do.isEnabled()
    choose(dialog.operation, "unfold")
    assert dialog.do.isEnabled()
    qtbot.keyClick(dialog, Qt.Key.Key_Escape)
    assert session.garment.changes == ()


def test_the_dialog_asks_what_each_operation_needs_and_answers_at_once(window, qtbot):
    dialog = opened_dialog(window, qtbot)
    for operation, known in OPERATIONS.items():
        choose(dialog.operation, operation)
        assert set(dialog.fields) == {own.key for own in questions(known)}, operation
        assert dialog.said.text().endswith("."), operation
        assert all(field.accessibleName() for field in dialog.fields.values()), operation


def test_a_split_front_is_laid_and_its_seam_is_checked(window, session, qtbot):
    dialog = opened_dialog(window, qtbot)
    choose(dialog.operation, "split")
    dialog.fields["first"].edge.setCurrentText("side")
    dialog.fields["first"].share.setValue(60)
    dialog.fields["last"].edge.setCurrentText("centre")
    qtbot.keyClick(dialog.do, Qt.Key.Key_Space)
    ids = {piece.id for piece in session.draft.pattern.pieces}
    assert {"front-1", "front-2"} <= ids
    assert "Front seam, changed" in [check.name for check in session.draft.checks]
    assert session.lay.complete
    assert exact_check(session.lay) == ()


# --- schools and allowances -------------------------------------------------------------------


@pytest.mark.long
def test_a_school_answers_several_questions_and_sets_the_allowances(window, session, qtbot):
    window.start_job("bodice")
    go(qtbot, window, DRAFT)
    choose(window.draft.options.school, "sixths")
    assert session.garment.options["chest_line"] == "sixth"
    assert session.garment.allowances.preset == "classic"
    # bust 960 / 6 + 38.1 below the start line, or what the middle size has
    chest = session.garment.body["bust"] / 6 + 38.1
    front = session.draft.pattern.piece("front")
    assert front.edge("armhole").end[0] == pytest.approx(chest)
    assert window.draft.options.school.currentData() == "sixths"
    type_into(qtbot, window.draft.options.fields["neck_width_mm"], "9")
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert "chest_line" not in session.garment.options


@pytest.mark.long
def test_a_school_of_one_s_own_is_kept_and_taken(window, session, qtbot, answering):
    window.start_job("bodice")
    go(qtbot, window, DRAFT)
    type_into(qtbot, window.draft.options.fields["ease_mm"], "4.4")
    with answering("Lantern way"):
        qtbot.mouseClick(window.draft.options.keep_school, LEFT)
    kept = window.book.schools[len(SCHOOLS) :]
    assert [(school.name, school.options["ease_mm"]) for school in kept] == [("Lantern way", 44.0)]
    type_into(qtbot, window.draft.options.fields["ease_mm"], "8")
    choose(window.draft.options.school, "own-lantern-way")
    assert session.garment.options["ease_mm"] == 44.0


def test_allowances_drawn_in_are_chalked_on_the_cut_line(window, session, qtbot):
    go(qtbot, window, DRAFT)
    net = [
        window.draft.checks.chalk.item(k, 2).text()
        for k in range(window.draft.checks.chalk.rowCount())
    ]
    choose(window.draft.options.drawn, "drawn")
    assert session.garment.allowances.drawn_in
    assert "cut line" in window.draft.checks.chalk_words.text()
    chalk = window.draft.checks.chalk
    cut = [chalk.item(k, 2).text() for k in range(chalk.rowCount())]
    assert cut != net
    # the hem lies 3 cm lower than its net line at 99.5
    assert "102.5" in cut
    assert "99.5" in net
    choose(window.draft.options.preset, "classic")
    assert session.garment.allowances.drawn_in
    assert session.garment.allowances.preset == "classic"
    assert PRESETS["classic"].name == window.draft.options.preset.currentText()


# --- formulas ---------------------------------------------------------------------------------


@pytest.fixture
def editor(window, session, qtbot):
    """The editor with a blank style of one's own."""
    go(qtbot, window, DRAFT)
    qtbot.keyClick(window, Qt.Key.Key_T, CTRL)
    (gallery,) = window.findChildren(Gallery)
    card = gallery.cards[BLANK]
    card.setFocus()
    qtbot.keyClick(card, Qt.Key.Key_Return)
    back(window, qtbot)
    assert session.garment.style == BLANK
    assert window.draft.right.currentWidget() is window.draft.editor
    return window.draft.editor


def typed(qtbot, field, text):
    field.setFocus()
    field.selectAll()
    qtbot.keyClicks(field, text)


def test_the_editor_fits_a_window_of_usual_size(window, editor, qtbot):
    window.resize(1280, 800)
    qtbot.waitUntil(lambda: window.width() == 1280)
    qtbot.wait(50)
    right = window.draft.right
    assert right.mapTo(window, right.rect().topRight()).x() < window.width()


def test_a_formula_redraws_while_it_is_typed(editor, session, qtbot):
    field = editor.fields[2]["down"]
    assert field.text() == "waist_to_knee"
    typed(qtbot, field, "waist_to_knee - 5 cm")
    piece = session.draft.pattern.piece("piece-1")
    assert piece.edge("hem").start[0] == pytest.approx(session.garment.body["waist_to_knee"] - 50)
    assert editor.said.text() == "Drawn."
    assert field.hasFocus()


def test_a_half_typed_formula_is_explained_and_the_drawing_stays(editor, session, qtbot):
    drawn = session.draft.pattern
    typed(qtbot, editor.fields[2]["down"], "bus")
    assert "neither a measurement nor an option" in editor.said.text()
    assert "point 3" in editor.said.text()
    assert session.draft.pattern == drawn
    typed(qtbot, editor.fields[2]["down"], "__import__('os')")
    assert "no function" in editor.said.text()


def test_typing_is_one_step_to_undo(editor, session, qtbot, window):
    before = session.garment.own
    typed(qtbot, editor.fields[2]["down"], "60 cm")
    assert session.garment.own != before
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert session.garment.own == before
    assert editor.fields[2]["down"].text() == "waist_to_knee"


def test_points_are_added_and_taken_out_by_key(editor, session, qtbot):
    field = editor.fields[1]["down"]
    field.setFocus()
    qtbot.keyClick(field, Qt.Key.Key_Insert)
    assert len(session.garment.own.pieces[0].points) == 5
    assert editor.table.rowCount() == 5
    middle = session.draft.pattern.piece("piece-1").edge("side").path[0].end
    assert middle[0] == pytest.approx(session.garment.body["waist_to_knee"] / 2)
    qtbot.keyClick(editor.fields[2]["down"], Qt.Key.Key_Delete, CTRL)
    assert len(session.garment.own.pieces[0].points) == 4


def test_a_new_piece_is_there_to_be_written_and_can_go_again(editor, session, qtbot, window):
    qtbot.mouseClick(editor.add_piece, LEFT)
    assert [piece.id for piece in session.garment.own.pieces] == ["piece-1", "piece-2"]
    assert window.draft.paper.chosen == "piece-2"
    typed(qtbot, editor.name, "Pocket")
    assert session.draft.pattern.piece("piece-2").name == "Pocket"
    qtbot.mouseClick(editor.drop_piece, LEFT)
    assert [piece.id for piece in session.garment.own.pieces] == ["piece-1"]


def test_a_style_asks_a_length_of_its_own(editor, session, qtbot, window):
    editor.add_option("Flare of the hem", "4 cm")
    assert "flare_of_the_hem" in editor.said.text()
    typed(qtbot, editor.fields[2]["across"], "hip/4 + flare_of_the_hem")
    type_into(qtbot, window.draft.options.fields["flare_of_the_hem"], "7")
    across = session.draft.pattern.piece("piece-1").edge("hem").start[1]
    assert across == pytest.approx(session.garment.body["hip"] / 4 + 70)
    editor.add_option("Flare of the hem", "4 cm")
    assert "taken already" in editor.said.text()


@pytest.mark.long
def test_a_kept_style_is_in_the_gallery_and_is_drafted_for_another_size(
    editor, session, qtbot, window
):
    typed(qtbot, editor.fields[2]["down"], "waist_to_knee - 5 cm")
    qtbot.mouseClick(
        next(b for b in editor.findChildren(QPushButton) if b.text() == "Keep style"), LEFT
    )
    path = window._folder.path / "book" / "styles" / f"{BLANK}.wickel-style.json"
    assert read_style(path) == session.garment.own
    go(qtbot, window, BODY)
    qtbot.mouseClick(window.body.size_buttons["112"], LEFT)
    hem = session.draft.pattern.piece("piece-1").edge("hem").start[0]
    assert hem == pytest.approx(size_body("112")["waist_to_knee"] - 50)
    assert session.lay.complete


@pytest.mark.long
def test_a_garment_without_figures_is_rewritten_point_by_point(
    window, session, qtbot, answering, monkeypatch
):
    # as one of a style that an installed package brings and that has no ledger
    monkeypatch.setattr(Keeping, "_on_figures", lambda self, garment: False)
    go(qtbot, window, DRAFT)
    window.draft.take_style("maxi-dress")
    qtbot.waitUntil(lambda: session.lay is not None and session.lay.complete)
    length_before = session.lay.lay_length_mm
    with answering("", "River dress") as seen:  # first it is said what will be lost
        qtbot.keyClick(window, Qt.Key.Key_R, CTRL)
        assert len(seen) == 2
    assert session.garment.own.name == "River dress"
    assert not any(check.broken for check in session.draft.checks)
    assert session.lay.lay_length_mm == pytest.approx(length_before, rel=0.1)
    qtbot.mouseClick(window.draft.written, LEFT)
    assert window.draft.right.currentWidget() is window.draft.checks
    session.save_now()
    assert json.loads(session.path.read_text())["garments"][0]["own"]["name"] == "River dress"
    assert read_job(session.path).garments[0].own == session.garment.own


# --- gallery ----------------------------------------------------------------------------------


@pytest.mark.long
def test_a_garment_is_found_by_its_parts_and_taken_with_them(window, session, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_N, CTRL)
    (gallery,) = window.findChildren(Gallery)
    qtbot.keyClicks(gallery.wanted, "buttons front cuff gathered")
    shown = [id for id, card in gallery.cards.items() if card.isVisibleTo(gallery)]
    assert shown == ["named-shirt-dress"]
    qtbot.mouseClick(gallery.cards["named-shirt-dress"], Qt.MouseButton.LeftButton)
    garment = session.garment
    assert garment.style == "from-parts"
    assert garment.options["lower"] == "gathered"
    assert "Collar" in {piece.name for piece in session.pieces}
    # what does not apply is not asked
    go(qtbot, window, DRAFT)
    fields = window.draft.options.fields
    assert fields["below_knee_mm"].isVisibleTo(window.draft)
    assert not fields["below_waist_mm"].isVisibleTo(window.draft)
    choose(fields["lower"], "in-one")
    assert fields["below_waist_mm"].isVisibleTo(window.draft)
    assert not fields["below_knee_mm"].isVisibleTo(window.draft)


def test_the_gallery_finds_styles_by_words(window, qtbot):
    go(qtbot, window, DRAFT)
    qtbot.keyClick(window, Qt.Key.Key_T, CTRL)
    (gallery,) = window.findChildren(Gallery)
    qtbot.keyClicks(gallery.wanted, "skirt wrap")
    shown = [id for id, card in gallery.cards.items() if card.isVisibleTo(gallery)]
    assert "wrap-skirt" in shown
    assert "trousers" not in shown
    gallery.wanted.clear()
    qtbot.keyClicks(gallery.wanted, "children")
    shown = [id for id, card in gallery.cards.items() if card.isVisibleTo(gallery)]
    assert "jumpsuit" in shown
    assert "corset" not in shown


@pytest.mark.long
@pytest.mark.parametrize("style", usual(("corset", "jumpsuit", "wrap-dress"), ("corset",)))
def test_from_new_client_to_checked_pieces_without_the_mouse(window, session, qtbot, style):
    qtbot.keyClick(window, Qt.Key.Key_N, CTRL)
    (gallery,) = window.findChildren(Gallery)
    qtbot.keyClicks(gallery.wanted, style.replace("-", " "))
    for _ in range(12):
        if gallery.cards[style].hasFocus():
            break
        qtbot.keyClick(QApplication.focusWidget() or gallery, Qt.Key.Key_Tab)
    qtbot.keyClick(gallery.cards[style], Qt.Key.Key_Return)
    back(window, qtbot)
    assert window.stack.currentIndex() == BODY
    person = window.body.person
    person.setFocus()
    person.selectAll()
    qtbot.keyClicks(person, "Wenda Pool")
    qtbot.keyClick(person, Qt.Key.Key_Return)
    # what came from the chart is marked, and what is to be measured is named
    assert "not measured yet" in window.body.trouble.text()
    for measurement, field in window.body.fields.items():
        field.setFocus()
        assert window.body.how.text()
        mm = session.garment.body[measurement]
        field.selectAll()
        qtbot.keyClicks(field, f"{(mm + 1) / 10:.1f} cm")
        qtbot.keyClick(field, Qt.Key.Key_Return)
    assert window.body.trouble.text().startswith("All there and plausible.")
    qtbot.keyClick(window, Qt.Key.Key_K, CTRL)
    assert window._book.client("Wenda Pool").latest == session.garment.body
    go(qtbot, window, DRAFT)
    assert not session.garment.body.estimated & set(window.body.fields)
    checks = session.draft.checks
    assert (
        window.draft.checks.title.text() == f"Checked by tape: {len(checks)} of {len(checks)} hold"
    )


class _Marked(gettext.NullTranslations):
    """A language in which every text stands in guillemets."""

    def gettext(self, message):
        return f"«{message}»"


@pytest.mark.long
def test_what_a_style_asks_is_shown_in_the_language_of_the_reader(window, session, monkeypatch):
    go_to = {"question": "Neck width from the centre", "figure": "Slope of the shoulder"}
    monkeypatch.setattr(language, "_catalogue", _Marked())
    session.apply(with_style(session.job, session.garment, "knit-top"), "Knit top")
    window.draft.refresh()
    shown = {own.text() for own in window.draft.options.findChildren(QLabel)}
    assert {f"«{words}»" for words in go_to.values()} <= shown
    assert window.draft.options.style_name.text() == "«Knit top»"


def test_retyping_a_name_keeps_allowances_that_are_not_those_of_their_kind(editor, session, qtbot):
    own = session.garment.own
    piece = own.pieces[0]
    points = tuple(replace(point, allowance_mm=7.0) for point in piece.points)
    own = replace(own, pieces=(replace(piece, points=points), *own.pieces[1:]))
    session.apply(with_own(session.job, session.garment, own), "allowances of their own")
    typed(qtbot, editor.fields[1]["name"], "another name")
    kept = session.garment.own.pieces[0].points
    assert kept[1].name == "another name"
    assert [point.allowance_mm for point in kept] == [7.0] * len(points)


@pytest.mark.long
def test_a_length_that_a_style_asks_is_read_in_the_unit_of_the_job(editor, session, window):
    window.menus.inches.trigger()
    editor.add_option("Length of the strap", "3")
    assert session.garment.own.options[-1].default_mm == pytest.approx(76.2)
