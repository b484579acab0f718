"""What the window tells those who do not see it: every control has a name, a role and a state, what
is drawn has children in its place, and a whole job is done with nothing else."""

from contextlib import suppress
from dataclasses import replace

import pytest
from PySide6.QtCore import QPoint, QRect, Qt
from PySide6.QtGui import QAccessible
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QAbstractButton, QApplication, QFileDialog, QPushButton, QWidget
from pytestqt.exceptions import TimeoutError as QtBotTimeout

from tests.app.detector import faults
from tests.files.drawings import drafted, sheet
from tests.often import usual
from wickel.app.exchange.import_sheet import ImportSheet
from wickel.app.stage import Stage
from wickel.app.table.told import ToldItem
from wickel.app.theme import set_text_scale
from wickel.files.drawings.dxf_out import dxf_bytes

Role, Text = QAccessible.Role, QAccessible.Text
CONTROLS = {
    Role.Button, Role.ButtonMenu, Role.CheckBox, Role.RadioButton, Role.ComboBox, Role.EditableText,
    Role.SpinBox, Role.Slider, Role.PageTab, Role.Table, Role.List, Role.Tree, Role.MenuItem,
    Role.Graphic, Role.ProgressBar, Role.Canvas,
}  # fmt: skip


@pytest.fixture(autouse=True)
def _somebody_reads():
    QAccessible.setActive(True)
    yield
    QAccessible.setActive(False)


def told(widget):
    """Every interface below a widget that is in sight."""
    waiting = [QAccessible.queryAccessibleInterface(widget)]
    while waiting:
        own = waiting.pop()
        if own is None or not own.isValid() or own.state().invisible:
            continue
        yield own
        waiting += [own.child(k) for k in range(own.childCount())]


def name(own):
    return own.text(Text.Name)


def find(window, role, words):
    """The control of a role with this name, or whose name begins so."""
    for _ in range(100):  # a stage may still be coming into sight
        found = [own for own in told(window) if own.role() == role and name(own).startswith(words)]
        if found:
            return min(found, key=lambda own: len(name(own)))
        QTest.qWait(50)
    raise AssertionError(f"no {role} called {words}")


def press(window, words):
    own = find(window, Role.Button, words)
    assert not own.state().disabled, words
    own.actionInterface().doAction("Press")
    QTest.qWait(250)  # a press of this kind lets the button go a moment later


def type_into(window, words, text):
    """Go to a field by its name, and type."""
    field = find(window, Role.EditableText, words).object()
    field.setFocus()
    field.selectAll()
    QTest.keyClicks(field, text)
    QTest.keyClick(field, Qt.Key.Key_Return)


def nameless(window):
    found = []
    for own in told(window):
        if own.role() == Role.NoRole:
            found.append(f"{own.object()} has no role")
        if own.role() in CONTROLS and not name(own):
            found.append(f"{own.object()} ({own.role()}) has no name")
    return found


def test_every_control_of_every_stage_has_a_name_a_role_and_a_state(window, qtbot):
    for stage in Stage:
        window.show_stage(stage)
        QApplication.processEvents()
        assert nameless(window) == [], stage
        assert sum(own.role() in CONTROLS for own in told(window)) > 10


def stateless(window):
    """Controls whose state is told otherwise than it is."""
    found = []
    for own in told(window):
        widget, state = own.object(), own.state()
        if not isinstance(widget, QAbstractButton) or isinstance(widget, ToldItem):
            continue
        is_so = (widget.isEnabled(), widget.isCheckable(), widget.isChecked())
        if (not state.disabled, bool(state.checkable), bool(state.checked)) != is_so:
            found.append(f"{name(own)}: {is_so}")
    return found


def test_what_can_be_pressed_tells_whether_it_can_and_whether_it_is(window, qtbot):
    for stage in Stage:
        window.show_stage(stage)
        QApplication.processEvents()
        assert stateless(window) == [], stage
    window.show_stage(Stage.LAY)
    unfolded = find(window.lay, Role.CheckBox, "Unfolded")
    assert not unfolded.state().checked
    window.lay.opened.click()
    assert find(window.lay, Role.CheckBox, "Unfolded").state().checked


def test_a_control_without_a_name_would_be_found(window, qtbot):
    planted = QPushButton(window.lay)
    planted.show()
    window.show_stage(Stage.LAY)
    assert len(nameless(window)) == 1


def told_items(window, qtbot, view):
    qtbot.waitUntil(lambda: bool([own for own in told(view) if isinstance(own.object(), ToldItem)]))
    return {name(own): own for own in told(view) if isinstance(own.object(), ToldItem)}


@pytest.mark.long
def test_pieces_on_the_cloth_are_told_with_their_place_and_taken_in_hand(window, qtbot):
    window.show_stage(Stage.LAY)
    qtbot.waitUntil(lambda: window.session.lay is not None)
    items = told_items(window, qtbot, window.lay.view)
    assert len(items) == len(window.session.lay.placements)
    front = next(own for own in items.values() if name(own).startswith("Front,"))
    assert "from the start" in front.text(Text.Description)
    assert "head to the" in front.text(Text.Description)
    press(window.lay.view, "Front,")
    assert window.lay.view.chosen.startswith("dress/front")
    qtbot.waitUntil(
        lambda: "in hand" in find(window.lay.view, Role.Button, "Front,").text(Text.Description)
    )
    view, shown = window.lay.view.viewport(), front.rect()
    here = QRect(view.mapToGlobal(QPoint(0, 0)), view.size())
    assert here.intersects(shown)


@pytest.mark.long
def test_a_rule_that_is_broken_is_told_with_its_piece(window, qtbot):
    window.show_stage(Stage.LAY)
    qtbot.waitUntil(lambda: window.session.lay is not None)
    lay = window.session.lay
    id = lay.placements[0].id
    finding = next((own for own in lay.findings if own.placements), None)
    words = window.lay.hand.words_of(finding.placements[0] if finding else id)
    assert words
    if finding:
        assert str(finding.text) in words


def test_points_of_the_draft_are_told_with_their_rules(window, qtbot):
    window.show_stage(Stage.DRAFT)
    qtbot.waitUntil(lambda: bool(window.draft.paper.items_by_id))
    told_items(window, qtbot, window.draft.paper)
    press(window.draft.paper, "Front")
    piece = window.session.draft.pattern.piece(window.draft.paper.chosen)
    qtbot.waitUntil(
        lambda: any(name(own).startswith("Point 1") for own in told(window.draft.paper))
    )
    items = told_items(window, qtbot, window.draft.paper)
    points = [own for own in items.values() if name(own).startswith("Point ")]
    assert len(points) == len(piece.points)
    said = {own.text(Text.Description).partition(": ")[2] for own in points}
    assert {point.rule for point in piece.points} <= said


@pytest.mark.long
def test_a_job_is_done_from_body_to_table_by_what_is_told(window, qtbot):
    """Stages, fields and buttons are found by role and name, pressed and typed into."""
    press(window, "Body")
    assert window.stack.currentIndex() == Stage.BODY
    type_into(window, "Hip", "110")
    assert window.session.garment.body["hip"] == 1100.0
    press(window, "Draft")
    told_items(window, qtbot, window.draft.paper)
    press(window.draft.paper, "Back")
    assert window.draft.paper.chosen == "back"
    press(window, "Cloth")
    type_into(window, "Usable width", "140")
    assert window.session.cloth.usable_width_mm == 1400.0
    press(window, "Lay")
    press(window, "Find a better lay")
    qtbot.waitUntil(lambda: window.session.lay is not None)
    told_items(window, qtbot, window.lay.view)
    press(window, "Buy")
    type_into(window, "Usable widths of the table", "140")
    press(window, "Fill the table")
    qtbot.waitUntil(lambda: window.buy.fill.done[0] > 0)
    qtbot.waitUntil(lambda: window.session.lay.complete)
    press(window, "Cut")
    qtbot.waitUntil(lambda: bool(window.cut.steps))
    to_the_end_of_the_cutting(window)
    job, lay = window.session.job, window.session.lay
    assert job.at_table.cut[lay.cloth.id] == {placement.id for placement in lay.placements}
    press(window, "Log")
    press(window.log, "Put it into the log")
    assert window.book.entry(window.session.job.book_id).used_mm == lay.lay_length_mm
    press(window, "Jobs")
    type_into(window, "Name of the job", "The lantern dress")
    assert window.session.job.name == "The lantern dress"


def to_the_end_of_the_cutting(window):
    """Go on from step to step, tick what is to be ticked, until the guide says that it is done."""
    for _ in range(100):
        for tick in boxes_to_tick(window.cut):
            tick.actionInterface().doAction("Toggle")
        (onwards,) = [
            own
            for own in told(window.cut)
            if own.role() == Role.Button and name(own) in ("Next", "Cut · next", "Done")
        ]
        if onwards.state().disabled:
            assert name(onwards) == "Done"
            return
        onwards.actionInterface().doAction("Press")
        QTest.qWait(150)
    raise AssertionError("the guide has no end")


def boxes_to_tick(cut):
    """The boxes of a list of checks that are not ticked yet, one after the other."""
    lasting = ("Chalk lists", "Turn the table", "Pause")
    while True:
        open_ones = [
            own
            for own in told(cut)
            if own.role() == Role.CheckBox and not own.state().checked and name(own) not in lasting
        ]
        if cut.step is None or not cut.step.checks or not open_ones:
            return
        yield open_ones[0]


@pytest.mark.long
def test_pieces_come_in_and_become_a_job_by_what_is_told(window, qtbot, tmp_path, monkeypatch):
    path = tmp_path / "summer.dxf"
    path.write_bytes(dxf_bytes(sheet(drafted())))
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(path), ""))
    keys = Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.AltModifier
    qtbot.keyClick(window, Qt.Key.Key_A, keys)
    qtbot.waitUntil(lambda: bool(window.findChildren(ImportSheet)))
    sheet_of_all = window.findChildren(ImportSheet)[-1]
    qtbot.waitUntil(lambda: sheet_of_all.settled() and bool(sheet_of_all.read.pieces))
    assert nameless(sheet_of_all) == []
    first = sheet_of_all.read.pieces[0].name
    items = told_items(sheet_of_all, qtbot, sheet_of_all.view)
    assert any(words.startswith(first) for words in items)
    type_into(sheet_of_all, "Name", "Panel")
    qtbot.waitUntil(lambda: sheet_of_all.settled() and sheet_of_all.new.isEnabled())
    press(sheet_of_all, "As a new job")
    assert window.stack.currentIndex() == Stage.DRAFT
    assert "Panel" in [piece.name for piece in window.session.draft.pattern.pieces]


# --- room for words -----------------------------------------------------------------------------


@pytest.fixture
def sized(window):
    def dress(scale):
        window._settings.remember(replace(window._settings.values, text=scale))
        window._follow_settings()
        window.resize(1280, 800)
        return window

    yield dress
    set_text_scale(1.0)


def test_what_is_cut_off_or_lies_over_something_is_found(window, qtbot):
    """The detector is proven on faults of its own kind."""
    window.show_stage(Stage.BUY)
    qtbot.wait(150)
    assert faults(window) == []
    button = window.buy.findChild(QPushButton)
    shown = next(own for own in window.buy.findChildren(QPushButton) if own.isVisible())
    before = shown.size()
    shown.setFixedWidth(20)
    QApplication.processEvents()
    assert any("px wide in" in fault for fault in faults(window))
    shown.setFixedSize(before)
    over = QPushButton("over", window.buy)
    over.show()
    over.setGeometry(shown.geometry())
    assert button is not None
    assert any("lie over each other" in fault for fault in faults(window))
    over.setGeometry(2000, 10, 80, 30)
    assert any("out of" in fault for fault in faults(window))


@pytest.mark.own_window
@pytest.mark.parametrize("garments", usual([(), ("knit-top", "coat")], [()]))
@pytest.mark.parametrize("scale", usual((1.0, 1.5, 2.0), (2.0,)))
def test_at_every_size_of_text_nothing_is_cut_off(sized, qtbot, scale, garments):
    window = sized(scale)
    for style in garments:  # several garments from several cloths bring more to choose from
        window.add_garment(style)
    found = {}
    for stage in Stage:
        window.show_stage(stage)
        with suppress(QtBotTimeout):  # what is left then is a fault
            qtbot.waitUntil(lambda: not faults(window), timeout=6000)
        own = faults(window)
        if own:
            found[stage.title] = own
    assert found == {}
    assert isinstance(window.centralWidget(), QWidget)
