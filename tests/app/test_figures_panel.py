"""Figures in the window: listed by level, typed, taken back, found and dragged on the paper."""

from dataclasses import replace

import pytest
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtWidgets import QLabel, QPushButton

from tests.app.test_window import BODY, CTRL, DRAFT, LEFT, go, type_into
from tests.draft.test_makers_lists import LISTS
from tests.often import usual
from wickel.app.stages.allow_dialog import AllowDialog
from wickel.app.stages.gallery import Gallery
from wickel.app.stages.piece_card import PieceCard
from wickel.body import size_body
from wickel.draft import Allowances, AsFar, Formula, Length, Plus
from wickel.files import read_job
from wickel.job import Card
from wickel.job.edits import with_cloth, with_garment, with_piece_card
from wickel.job.job import Allowed, CardGrain
from wickel.job.tasks import Reached
from wickel.pattern import net_line
from wickel.studio import with_style
from wickel.units import Unit, shown_length


@pytest.fixture
def panel(window, qtbot):
    go(qtbot, window, DRAFT)
    qtbot.keyClick(window, Qt.Key.Key_F, CTRL)
    assert window.draft.options.figures.isVisible()
    return window.draft.options.figures


def field(panel, id):
    return panel.rows[id.removesuffix(".front").removesuffix(".back")].fields[id]


def choose(box, data):
    box.setCurrentIndex(box.findData(data))
    box.activated.emit(box.currentIndex())


def enter(qtbot, panel, id, text):
    own = field(panel, id)
    own.setFocus()
    own.selectAll()
    qtbot.keyClick(own, Qt.Key.Key_Delete)
    qtbot.keyClicks(own, text)
    qtbot.keyClick(own, Qt.Key.Key_Return)


def test_what_is_typed_just_as_it_is_shown_is_the_makers(panel, session, qtbot):
    # the rule's value is rounded where it is shown: who types it wants it so
    shown = field(panel, "shoulder.slope.front").text()
    enter(qtbot, panel, "shoulder.slope.front", shown)
    assert session.garment.figures["shoulder.slope.front"].mm == 22.0


def test_every_figure_of_the_draft_is_listed_with_its_rule(panel, session):
    figures = session.draft.pattern.figures
    assert set(panel.rows) == {figure.base for figure in figures}
    assert field(panel, "shoulder.slope.front").text() == "2.2 cm"
    assert panel.rows["side.across"].rule.text() == "max(bust, hip)/4 + ease/4"
    assert "by its rule" in panel.mine.text()


@pytest.mark.parametrize(
    ("text", "own", "shown"),
    [
        pytest.param("3,5", Length(35.0), "3.5 cm", marks=pytest.mark.long),
        pytest.param("1 in", Length(25.4), "2.5 cm", marks=pytest.mark.long),
        ("+ 0.5 cm", Plus(5.0), "+ 0.5 cm"),
        ("shoulder_across/10", Formula("shoulder_across/10"), "shoulder_across/10"),
    ],
)
def test_a_length_a_plus_or_a_formula_is_taken_at_enter(panel, session, qtbot, text, own, shown):
    enter(qtbot, panel, "shoulder.slope.front", text)
    assert dict(session.garment.figures) == {"shoulder.slope.front": own}
    assert field(panel, "shoulder.slope.front").text() == shown
    assert field(panel, "shoulder.slope.front").objectName() == "mine"
    assert field(panel, "shoulder.slope.back").objectName() != "mine"
    assert "1 figures are yours" in panel.mine.text() or "yours" in panel.mine.text()


@pytest.mark.long
def test_taken_back_by_its_button_by_nothing_typed_and_by_undo(panel, session, qtbot, window):
    for _ in range(2):
        enter(qtbot, panel, "shoulder.slope.front", "3 cm")
        assert session.garment.figures
        qtbot.mouseClick(panel.rows["shoulder.slope"].back["shoulder.slope.front"], LEFT)
        assert not session.garment.figures
    enter(qtbot, panel, "shoulder.slope.front", "3 cm")
    enter(qtbot, panel, "shoulder.slope.front", "")
    assert not session.garment.figures
    window.draft.setFocus()
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert session.garment.figures == {"shoulder.slope.front": Length(30.0)}


def test_what_cannot_be_read_is_marked_and_changes_nothing(panel, session, qtbot):
    enter(qtbot, panel, "shoulder.slope.front", "two fingers")
    assert not session.garment.figures
    assert field(panel, "shoulder.slope.front").property("wrong")


def test_what_is_unusual_is_said_and_drawn(panel, session, qtbot):
    enter(qtbot, panel, "hem.rise.front", "15 cm")
    assert session.draft is not None
    assert "mostly it is from" in panel.rows["hem.rise"].doubt.text()
    assert panel.rows["hem.rise"].doubt.isVisibleTo(panel)


def test_what_cannot_be_drawn_stays_typed_and_is_marked(panel, session, qtbot, window):
    enter(qtbot, panel, "hem.down.front", "20 cm")
    assert session.refusal
    own = field(panel, "hem.down.front")
    assert own.text() == "20 cm"
    assert own.property("concerned")
    # the drawing stays, pale, until it can be drawn again
    paper = window.draft.paper
    assert {"front", "back"} <= set(paper.items_by_id)
    assert {item.opacity() for item in paper.items_by_id.values()} == {0.35}
    enter(qtbot, panel, "hem.down.front", "")
    assert not session.refusal
    assert {item.opacity() for item in paper.items_by_id.values()} == {1.0}


def test_words_find_figures(panel, qtbot):
    qtbot.keyClicks(panel.search, "slope")
    shown = [base for base, row in panel.rows.items() if row.isVisibleTo(panel)]
    assert shown == ["shoulder.slope"]
    panel.search.clear()
    panel.only_piece.setChecked(False)
    assert all(row.isVisibleTo(panel) for row in panel.rows.values())


def pixel(window, piece, point):
    paper = window.draft.paper
    item = paper.items_by_id[piece]
    at = next(p for p in item.piece.points if p.name == point)
    scene = item.mapToScene(QPointF(at.across_mm, at.down_mm))
    return paper.viewportTransform().map(scene).toPoint(), at


def test_a_click_on_a_point_finds_its_figures(window, qtbot):
    go(qtbot, window, DRAFT)
    paper = window.draft.paper
    paper.choose("front")
    at, _ = pixel(window, "front", "shoulder point")
    qtbot.mouseClick(paper.viewport(), LEFT, pos=at)
    panel = window.draft.options.figures
    assert panel.isVisible()
    assert field(panel, "shoulder.across.front").hasFocus()


def test_a_dragged_point_sets_its_figures_at_half_centimetres(window, session, qtbot):
    go(qtbot, window, DRAFT)
    paper = window.draft.paper
    paper.choose("front")
    at, before = pixel(window, "front", "hem at the side")
    scale = paper.transform().m11()
    to = at + QPoint(round(43 * scale), round(-22 * scale))
    qtbot.mousePress(paper.viewport(), LEFT, pos=at)
    qtbot.mouseMove(paper.viewport(), to)
    qtbot.mouseRelease(paper.viewport(), LEFT, pos=to)
    assert set(session.garment.figures) == {"hem.across.front", "hem.rise.front"}
    for own in session.garment.figures.values():
        assert own.mm % 5.0 == pytest.approx(0.0)
    _, after = pixel(window, "front", "hem at the side")
    assert after.across_mm == pytest.approx(before.across_mm + 43, abs=6)
    assert after.down_mm == pytest.approx(before.down_mm - 22, abs=6)
    qtbot.keyClick(window, Qt.Key.Key_Z, CTRL)
    assert not session.garment.figures


def test_the_card_of_a_piece_sets_grain_copies_and_an_edge(window, session, qtbot):
    go(qtbot, window, DRAFT)
    window.draft.paper.choose("turn-up")
    qtbot.keyClick(window, Qt.Key.Key_C, CTRL | Qt.KeyboardModifier.AltModifier)
    (card,) = window.findChildren(PieceCard)
    card.grain.setCurrentIndex(card.grain.findData("cross"))
    card.copies.setValue(4)
    type_into(qtbot, card.allowances["join"], "2.5")
    qtbot.keyClick(card.do, Qt.Key.Key_Space)
    own = session.garment.cards["turn-up"]
    assert (own.grain, own.copies, dict(own.allowances_mm)) == (CardGrain.CROSS, 4, {"join": 25.0})
    piece = session.draft.pattern.piece("turn-up")
    assert piece.edge("join").allowance_mm == 25.0
    assert sum(o.copies for p in session.pieces if p.id.endswith("turn-up") for o in p.orders) == 4


def test_a_piece_that_is_left_out_is_drafted_but_not_cut(window, session, qtbot):
    go(qtbot, window, DRAFT)
    window.draft.paper.choose("back-facing")
    window.draft.open_card()
    (card,) = window.findChildren(PieceCard)
    qtbot.mouseClick(card.cut, LEFT, pos=QPoint(8, card.cut.height() // 2))
    qtbot.keyClick(card.do, Qt.Key.Key_Space)
    assert session.draft.pattern.piece("back-facing")
    assert not [piece for piece in session.pieces if piece.id.endswith("back-facing")]


def test_a_place_is_kept_for_a_piece_that_is_cut_later(window, session, qtbot):
    go(qtbot, window, DRAFT)
    window.draft.paper.choose("turn-up")
    drafted = next(p for p in session.pieces if p.id.endswith("/turn-up"))
    window.draft.open_card()
    (card,) = window.findChildren(PieceCard)
    qtbot.mouseClick(card.later, LEFT, pos=QPoint(8, card.later.height() // 2))
    type_into(qtbot, card.later_long, "70")
    qtbot.keyClick(card.do, Qt.Key.Key_Space)
    own = session.garment.cards["turn-up"]
    assert (own.later, own.later_mm) == (True, 700.0)
    kept = next(p for p in session.pieces if p.id.endswith("/turn-up"))
    assert kept.name == f"{drafted.name}, cut later"
    assert len(kept.cut_line) == 4
    assert session.lay.complete
    session.undo()
    assert next(p for p in session.pieces if p.id.endswith("/turn-up")) == drafted


@pytest.mark.long
def test_the_card_says_how_the_centre_is_cut_and_what_is_interfaced(window, session, qtbot):
    go(qtbot, window, DRAFT)
    window.draft.paper.choose("front")
    window.draft.open_card()
    (card,) = window.findChildren(PieceCard)
    choose(card.centre, "halves")
    choose(card.interfacing.which, "hem")
    assert card.interfacing.deep.isVisible()
    assert not card.lining.deep.isVisible()
    qtbot.keyClicks(card.turned, "many")
    qtbot.keyClick(card.do, Qt.Key.Key_Space)
    assert "is not an angle" in card.said.text()
    card.turned.clear()
    side = card.allowances["side"]
    side.setFocus()
    side.selectAll()
    qtbot.keyClicks(side, "3 apples")
    qtbot.keyClick(card.do, Qt.Key.Key_Space)
    assert card.isVisible()  # that is no length
    side.selectAll()
    qtbot.keyClicks(side, "3")
    card.shared.setFocus()
    qtbot.keyClick(card.shared, Qt.Key.Key_Space)
    assert card.shared.isChecked()
    qtbot.keyClick(card.do, Qt.Key.Key_Space)
    pattern = session.draft.pattern
    assert [cut.pair for cut in pattern.piece("front").cuts] == [True]
    assert pattern.piece("back").edge("side").allowance_mm == 30.0
    assert pattern.piece("front-interfacing").cuts[0].material == "interfacing"
    assert session.garment.cloths["interfacing"] in {cloth.id for cloth in session.job.cloths}
    window.draft.open_card()  # it is shown as it was filled in
    card = window.findChildren(PieceCard)[-1]
    assert card.centre.currentData() == "halves"
    assert card.interfacing.which.currentData() == "hem"
    assert card.allowances["side"].text() == "3 cm"
    choose(card.centre, "fold")
    qtbot.keyClick(card.do, Qt.Key.Key_Space)
    assert session.draft.pattern.piece("front").cuts[0].on_fold
    session.undo()
    session.undo()
    assert session.garment.cards == {}


def test_a_maker_says_how_far_a_check_may_differ_and_takes_it_back(window, panel, session, qtbot):
    enter(qtbot, panel, "hem.down.back", "+2")
    checks = window.draft.checks
    assert "7 of 8 hold" in checks.title.text()
    (button,) = (b for b in checks.findChildren(QPushButton) if b.text() == "It may differ…")
    qtbot.mouseClick(button, LEFT)
    (dialog,) = window.findChildren(AllowDialog)
    assert dialog.shorter.text() == "2 cm"  # what makes it right as it is
    qtbot.keyClick(dialog.do, Qt.Key.Key_Space)
    assert "8 of 8 hold" in checks.title.text()
    assert set(session.garment.allowed) == {"Side seam"}
    (out,) = (
        b
        for b in window.draft.options.findChildren(QPushButton)
        if b.accessibleName() == "Side seam as the style says again"
    )
    out.click()
    assert "7 of 8 hold" in checks.title.text()
    session.undo()
    assert set(session.garment.allowed) == {"Side seam"}


def test_a_check_without_a_most_is_allowed_less_and_its_job_is_read_again(
    window, panel, session, qtbot
):
    check = next(check for check in session.draft.checks if check.name == "Over the head")
    assert check.unbounded
    window.draft.allow(check)
    (dialog,) = window.findChildren(AllowDialog)
    assert not dialog.longer.isVisible()
    type_into(qtbot, dialog.shorter, "3")
    qtbot.keyClick(dialog.do, Qt.Key.Key_Space)
    assert session.garment.allowed == {"Over the head": Allowed(least_mm=-30.0, most_mm=None)}
    after = next(check for check in session.draft.checks if check.name == "Over the head")
    assert after.unbounded
    assert after.least_mm == -30.0
    session.save_now()
    assert read_job(session.path).garments[0].allowed == session.garment.allowed


def test_only_the_figures_of_the_piece_in_hand_are_listed_until_others_are_looked_for(
    window, panel, qtbot
):
    window.draft.paper.choose("pocket")
    assert panel.rows["pocket.deep"].isVisible()
    assert not panel.rows["neck.down"].isVisible()
    window.draft.paper.choose("front")
    assert panel.rows["neck.down"].isVisible()
    assert not panel.rows["pocket.deep"].isVisible()
    qtbot.keyClicks(panel.search, "bag")
    assert panel.rows["pocket.deep"].isVisible()
    panel.search.clear()
    qtbot.mouseClick(panel.only_piece, LEFT, pos=QPoint(8, panel.only_piece.height() // 2))
    assert panel.rows["pocket.deep"].isVisible()


@pytest.mark.long
def test_a_school_brings_its_figures_and_is_named_beside_the_rule(
    window, panel, session, qtbot, answering
):
    enter(qtbot, panel, "shoulder.slope.front", "1.4")
    with answering("Lantern way"):
        window.draft.options.keep_school.click()
    enter(qtbot, panel, "shoulder.slope.front", "")
    assert "shoulder.slope.front" not in session.garment.figures
    choose(window.draft.options.school, "own-lantern-way")
    assert session.garment.figures["shoulder.slope.front"] == Length(14.0)
    rule = panel.rows["shoulder.slope"].rule
    assert "by the school “Lantern way”" in rule.text()
    enter(qtbot, panel, "shoulder.slope.front", "1.6")
    assert "Lantern" not in rule.text()  # that is the maker's own now


def test_the_card_takes_what_runs_out_what_is_spare_and_a_strip_of_the_outer_cloth(
    window, session, qtbot
):
    go(qtbot, window, DRAFT)
    window.draft.paper.choose("front")
    window.draft.open_card()
    (card,) = window.findChildren(PieceCard)
    choose(card.runs["side"], "start")
    for field, text in ((card.spare, "6"), (card.allowances["side"], "4")):
        field.setFocus()
        field.selectAll()
        qtbot.keyClicks(field, text)
    choose(card.lining.which, "whole")
    assert card.lining.shorter.isVisible()
    assert not card.lining.outer_mm.isVisible()
    choose(card.lining.outer, "neck")
    assert card.lining.outer_mm.text() == "5 cm"
    card.lining.shorter.setFocus()
    card.lining.shorter.selectAll()
    qtbot.keyClicks(card.lining.shorter, "3")
    qtbot.keyClick(card.do, Qt.Key.Key_Space)
    pattern = session.draft.pattern
    side = pattern.piece("front").edge("side")
    assert (side.allowance_mm, side.allowance_at_end_mm) == (0.0, 40.0)
    assert pattern.piece("front-lining-strip").cuts[0].material == "main"
    assert session.garment.cards["front"].spare_mm == 60.0
    window.draft.open_card()
    card = window.findChildren(PieceCard)[-1]
    assert card.runs["side"].currentData() == "start"
    assert card.lining.outer.currentData() == "neck"
    assert card.lining.shorter.text() == "3 cm"
    assert card.spare.text() == "6 cm"
    qtbot.keyClick(card, Qt.Key.Key_Escape)
    session.undo()
    assert session.garment.cards == {}


def test_what_is_refused_is_drafted_anyway_and_refused_again(panel, session, qtbot, window):
    button = window.draft.checks.anyway
    assert not button.isVisible()
    session.apply(with_style(session.job, session.garment, "trousers"), "Trousers")
    go(qtbot, window, DRAFT)
    enter(qtbot, panel, "crotch.whole", "40")
    assert "disagree" in session.refusal
    assert button.isVisible()
    assert not button.isChecked()
    qtbot.mouseClick(button, LEFT)
    assert session.garment.anyway
    assert not session.refusal
    assert "disagree" in panel.rows["crotch.more"].doubt.text()
    assert any(own.broken for own in session.draft.checks)
    assert button.isChecked()
    qtbot.mouseClick(button, LEFT)
    assert not session.garment.anyway
    assert "disagree" in session.refusal
    session.undo()
    assert session.garment.anyway


# --- versions of a style ------------------------------------------------------------------------


@pytest.mark.long
def test_a_version_is_kept_stands_in_the_gallery_and_is_taken(panel, session, qtbot, window):
    enter(qtbot, panel, "shoulder.slope.front", "3 cm")
    assert window.draft.keeping.keep_version_named("My gatehouse dress")
    enter(qtbot, panel, "shoulder.slope.front", "1 cm")
    gallery = Gallery(window, "Which garment?", window.book)
    gallery.draw_all()
    card = gallery.cards["version-my-gatehouse-dress"]
    assert "Your version of: Box dress" in card.toolTip() + card.accessibleName() + " ".join(
        own.text() for own in card.findChildren(QLabel)
    )
    gallery.chosen.connect(window.draft.take_style)
    gallery.show()
    qtbot.mouseClick(card, LEFT)
    assert session.garment.name == "My gatehouse dress"
    assert dict(session.garment.figures) == {"shoulder.slope.front": Length(30.0)}
    assert field(panel, "shoulder.slope.front").text() == "3 cm"
    session.undo()
    assert dict(session.garment.figures) == {"shoulder.slope.front": Length(10.0)}


@pytest.mark.long
def test_rewriting_a_style_on_figures_loses_nothing_and_asks_nothing(panel, session, qtbot, window):
    before = session.draft.pattern
    checks = session.draft.checks
    window.draft.keeping.make_own_named("My own text")
    assert session.garment.name == "My own text"
    assert field(panel, "side.across.front").text() == "max(bust, hip)/4 + ease/4"
    assert field(panel, "side.across.front").objectName() == "mine"
    after = session.draft.pattern
    assert [net_line(p) for p in after.pieces] == [net_line(p) for p in before.pieces]
    assert session.draft.checks == checks
    enter(qtbot, panel, "side.across.front", "max(bust, hip)/4 + ease/4 + 1 cm")
    assert session.draft.pattern.figure("side.across.front") == pytest.approx(
        before.figure("side.across.front") + 10.0
    )


def test_what_no_piece_needs_is_not_asked_for_on_body(panel, session, qtbot, window):
    session.apply(with_style(session.job, session.garment, "pencil-skirt"), "Skirt")
    go(qtbot, window, BODY)
    assert "waist_to_knee" in window.body.fields
    go(qtbot, window, DRAFT)
    window.draft.show_figures()
    enter(qtbot, panel, "hem.down.front", "60 cm")
    enter(qtbot, panel, "hem.down.back", "60 cm")
    go(qtbot, window, BODY)
    window.body.refresh()
    assert set(window.body.fields) >= {"waist", "hip", "waist_to_hip"}
    assert "waist_to_knee" not in window.body.fields


# --- makers' lists, typed -----------------------------------------------------------------------


@pytest.mark.long
@pytest.mark.parametrize("name", usual(tuple(LISTS), tuple(LISTS)[::5]))
def test_a_makers_list_typed_in_the_window_comes_out_at_every_point(
    panel, session, qtbot, window, name
):
    style, settings, points = LISTS[name]
    job = with_style(session.job, session.garment, style)
    (garment, *_) = job.garments
    garment = replace(garment, size="92", body=size_body("92"), allowances=Allowances(), options={})
    session.apply(with_garment(job, garment), "A list")
    window.draft.refresh()
    for setting in settings:
        id, _, text = setting.partition("=")
        sides = [own for row in panel.rows.values() for own in row.fields]
        for one in [id] if id in sides else [f"{id}.front", f"{id}.back"]:
            enter(qtbot, panel, one, text)
    pattern = session.draft.pattern
    for (piece, point), (down, across) in points.items():
        at = next(p for p in pattern.piece(piece).points if p.name == point)
        assert (at.down_mm, at.across_mm) == pytest.approx((down, across), abs=0.5), (piece, point)


# --- as far as the cloth goes -------------------------------------------------------------------


def skirt_on_little_cloth(session, panel, qtbot):
    job = with_style(session.job, session.garment, "pencil-skirt")
    cloth = replace(job.cloths[0], length_at_hand_mm=1000.0)
    session.apply(with_cloth(job, cloth), "A skirt on a metre")
    assert not panel.reach.isVisible()
    enter(qtbot, panel, "hem.down.front", "> 40 cm")
    enter(qtbot, panel, "hem.down.back", "= 40 cm")


@pytest.mark.long
def test_how_far_the_cloth_goes_is_found_and_drafted(panel, session, qtbot, window):
    skirt_on_little_cloth(session, panel, qtbot)
    assert panel.reach.isVisible()
    assert session.draft.pattern.figure("hem.down.front") == 400.0
    qtbot.mouseClick(panel.reach, LEFT)
    qtbot.waitUntil(lambda: not window.draft.reach.errand.working, timeout=60_000)
    own = session.garment.figures["hem.down.front"]
    assert own.found_mm > 500.0
    assert session.draft.pattern.figure("hem.down.front") == own.found_mm
    assert field(panel, "hem.down.front").text().startswith("> 40 cm")
    assert panel.rows["hem.down"].rule.text().startswith(f"= {shown_length(own.found_mm, Unit.CM)}")
    session.undo()
    assert session.garment.figures["hem.down.front"] == AsFar(400.0)


@pytest.mark.long
def test_what_was_looked_for_in_another_draft_is_not_taken(panel, session, qtbot, window):
    skirt_on_little_cloth(session, panel, qtbot)
    window.draft.reach._looked_for = (session.job.garments, session.job.cloths)
    window.draft.reach.errand._set_working(True)  # as while it is looked for
    assert panel.reach.text() == "Stop looking"
    enter(qtbot, panel, "hip.across.front", "26 cm")
    assert not window.draft.reach.errand.working
    window.draft.reach.errand._told(Reached({("no-such-garment", "hem.down.front"): 700.0}, {}))
    assert session.garment.figures["hem.down.front"] == AsFar(400.0)


@pytest.mark.long
def test_cloth_that_is_too_short_even_for_the_least_is_said(panel, session, qtbot, window):
    skirt_on_little_cloth(session, panel, qtbot)
    cloth = replace(session.job.cloths[0], length_at_hand_mm=300.0)
    session.apply(with_cloth(session.job, cloth), "Little")
    with qtbot.waitSignal(session.trouble, timeout=60_000) as said:
        qtbot.mouseClick(panel.reach, LEFT)
    assert "Even at its least hem.down.front" in said.args[0]


# --- what is yours ------------------------------------------------------------------------------


def test_levels_fold_and_only_what_is_yours_is_shown(panel, qtbot):
    assert panel.rows["neck.down"].isVisible()
    qtbot.mouseClick(panel.folds["Neck"], LEFT)
    assert not panel.rows["neck.down"].isVisible()
    assert panel.rows["shoulder.slope"].isVisible()
    qtbot.keyClicks(panel.search, "neck depth")  # what is looked for is found though it is folded
    assert panel.rows["neck.down"].isVisible()
    panel.search.clear()
    assert not panel.rows["neck.down"].isVisible()
    assert not panel.only_mine.isVisible()
    enter(qtbot, panel, "shoulder.slope.back", "1 cm")
    assert not panel.rows["neck.down"].isVisible()
    qtbot.mouseClick(panel.only_mine, LEFT, pos=QPoint(8, panel.only_mine.height() // 2))
    assert [base for base, row in panel.rows.items() if row.isVisible()] == ["shoulder.slope"]
    qtbot.mouseClick(panel.rows["shoulder.slope"].back["shoulder.slope.back"], LEFT)
    assert not [row for row in panel.rows.values() if row.isVisible()]
    qtbot.mouseClick(panel.only_mine, LEFT, pos=QPoint(8, panel.only_mine.height() // 2))
    qtbot.mouseClick(panel.folds["Neck"], LEFT)
    panel.only_piece.setChecked(False)
    assert all(row.isVisible() for row in panel.rows.values())


def test_a_card_is_listed_with_what_was_changed_and_taken_away_there(window, session, qtbot):
    go(qtbot, window, DRAFT)
    card = Card(grain=CardGrain.CROSS, cut={"linen": 1})
    job = with_piece_card(session.job, session.garment, "turn-up", card)
    session.apply(job, "Card")
    buttons = window.draft.options.findChildren(QPushButton)
    (out,) = [b for b in buttons if b.accessibleName() == "Take the card of turn-up away"]
    qtbot.mouseClick(out, LEFT)
    assert session.garment.cards["turn-up"] == Card(cut={"linen": 1})
    buttons = window.draft.options.findChildren(QPushButton)
    assert not [b for b in buttons if b.accessibleName() == "Take the card of turn-up away"]
