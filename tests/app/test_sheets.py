"""Every sheet and dialog at every size of text: nothing is cut off, nothing nameless, nothing too
small to be hit; and none is larger than the smallest screen."""

from contextlib import suppress
from dataclasses import replace

import pytest
from PySide6.QtCore import QEvent
from PySide6.QtGui import QAccessible
from PySide6.QtWidgets import QApplication, QDialog, QMenu, QToolButton
from pytestqt.exceptions import TimeoutError as QtBotTimeout

from tests.app.detector import faults, too_small
from tests.app.test_accessible import nameless
from tests.files.drawings import drafted, sheet
from tests.often import usual
from wickel.app.exchange.import_sheet import ImportSheet
from wickel.app.stage import Stage
from wickel.app.theme import set_text_scale
from wickel.files.drawings.dxf_out import dxf_bytes

OPENED_BY = {
    "settings": lambda window: window.show_settings(),
    "first start": lambda window: window.welcome(),
    "my own studio": lambda window: window._begin_studio(),
    "a new job": lambda window: window.new_job(),
    "sending out": lambda window: window.send_out(),
    "keys": lambda window: window.acts.show_keys(),
    "about": lambda window: window.acts.show_about(),
    "client": lambda window: window.desk.show_client(),
    "shelf": lambda window: window.desk.show_shelf(),
    "copies": lambda window: window.desk.show_copies(),
    "from the last": lambda window: window.desk.new_from_last(),
    "papers": lambda window: window.printing.papers(),
    "full size": lambda window: window.printing.full_size(),
    "a change": lambda window: window.draft.change_piece(),
    "a card": lambda window: window.acts.open_card(),
    "parts": lambda window: window.draft.exchange_parts(),
    "sections": lambda window: window.lay.choose_sections(),
}
SMALLEST = (1280, 800)


@pytest.fixture
def sized(window):
    def dress(scale):
        window._settings.remember(replace(window._settings.values, text=scale))
        window._follow_settings()
        window.resize(*SMALLEST)
        return window

    QAccessible.setActive(True)
    yield dress
    QAccessible.setActive(False)
    set_text_scale(1.0)


def wrong(dialog):
    """All that is wrong with a dialog, in words."""
    found = [*faults(dialog), *too_small(dialog), *nameless(dialog)]
    if dialog.width() > SMALLEST[0] or dialog.height() > SMALLEST[1]:
        found.append(f"{dialog.width()} x {dialog.height()} is larger than the screen")
    return found


def settled(qtbot, dialog):
    """What is wrong with a dialog once it has come to rest."""
    with suppress(QtBotTimeout):  # what is left then is a fault
        qtbot.waitUntil(lambda: not wrong(dialog), timeout=3000)
    return wrong(dialog)


def shut(dialog):
    dialog.close()
    QApplication.sendPostedEvents(None, QEvent.Type.DeferredDelete)


@pytest.mark.long
@pytest.mark.parametrize("scale", usual((1.0, 1.5, 2.0), (2.0,)))
def test_every_sheet_has_room_for_its_words_at_every_size_of_text(sized, qtbot, scale):
    window = sized(scale)
    qtbot.waitUntil(lambda: window.printing.work() is not None)
    window.show_stage(Stage.DRAFT)
    window.draft.paper.choose("front")
    found = {}
    for name, open_it in OPENED_BY.items():
        open_it(window)
        (dialog, *_) = [
            own
            for own in QApplication.topLevelWidgets()
            if isinstance(own, QDialog) and own.isVisible()
        ]
        own = settled(qtbot, dialog)
        if own:
            found[name] = own
        dialog.blockSignals(True)  # closed, it does not go on to what comes after it
        shut(dialog)
    assert found == {}


@pytest.mark.long
@pytest.mark.parametrize("scale", usual((1.0, 1.5, 2.0), (2.0,)))
def test_the_sheet_of_a_drawing_has_room_at_every_size_of_text(sized, qtbot, scale, tmp_path):
    window = sized(scale)
    path = tmp_path / "summer.dxf"
    path.write_bytes(dxf_bytes(sheet(drafted())))
    window.bringing.read(path)
    qtbot.waitUntil(lambda: bool(window.findChildren(ImportSheet)))
    own = window.findChildren(ImportSheet)[-1]
    qtbot.waitUntil(lambda: own.settled() and bool(own.read.pieces))
    assert settled(qtbot, own) == []


def test_what_can_be_hit_is_40_px_high_on_every_stage(window, qtbot):
    found = {}
    for stage in Stage:
        window.show_stage(stage)
        with suppress(QtBotTimeout):
            qtbot.waitUntil(lambda: not too_small(window), timeout=3000)
        if too_small(window):
            found[stage.title] = too_small(window)
    assert found == {}


def test_entries_of_menus_are_as_high_and_every_menu_has_room_on_the_screen(window):
    for menu in window.menuBar().findChildren(QMenu):
        if menu.actions():
            menu.ensurePolished()
            entries = [own for own in menu.actions() if not own.isSeparator() and own.isVisible()]
            assert all(menu.actionGeometry(own).height() >= 39 for own in entries), menu.title()
            assert menu.sizeHint().height() <= SMALLEST[1], menu.title()


def test_a_target_that_is_too_small_would_be_found(window):
    window.show_stage(Stage.LAY)
    planted = QToolButton(window.lay, text="small")
    planted.setFixedSize(60, 24)
    planted.show()
    assert [words for words in too_small(window) if "“small”" in words]
