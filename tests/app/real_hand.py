"""The demo dress laid by hand from an empty cloth in a real window, once by mouse and once by keys
alone; run as a program by test_real_window, prints JSON."""

import json
import sys
from pathlib import Path

from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

import wickel.app.session as session_room
from wickel.app.runners import ProcessRunner
from wickel.app.start import make_window
from wickel.lay import exact_check, not_laid

LEFT, NONE = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier
SHIFT = Qt.KeyboardModifier.ShiftModifier


def wait_for(condition, what, seconds=40):
    for _ in range(seconds * 20):
        if condition():
            return
        QTest.qWait(50)
    raise SystemExit(f"waited in vain for {what}")


def by_mouse(window):
    """Every piece drawn from the tray onto the cloth, one beyond the other."""
    view, tray, session = window.lay.view, window.lay.tray, window.session
    port = view.viewport()
    while tray.pieces and not_laid(session.lay):
        before = len(session.lay.placements)
        view.fit()
        own = tray.pieces[0]
        own_at = QPoint(own.width() // 2, own.height() // 2)

        def over(x, y, own=own):
            pixel = view.mapFromScene(QPointF(x, -y))
            return own.mapFromGlobal(port.mapToGlobal(pixel))

        end = session.lay.table_mm if before else 0.0
        QTest.mousePress(own, LEFT, NONE, own_at)
        for x, y in ((200.0, 300.0), (end + 40.0, 300.0), (end + 60.0, 310.0)):
            QTest.mouseMove(own, over(x, y))
        QTest.mouseRelease(own, LEFT, NONE, over(end + 60.0, 310.0))
        QTest.qWait(10)
        assert len(session.lay.placements) == before + 1, "the piece lies on the cloth"


def by_keys(window):
    """Every piece from the tray by its key, the last one turned and slid."""
    view, session = window.lay.view, window.session
    while not_laid(session.lay):
        view.setFocus()
        QTest.keyClick(view, Qt.Key.Key_Insert)
    QTest.keyClick(view, Qt.Key.Key_R)
    QTest.keyClick(view, Qt.Key.Key_Up, Qt.KeyboardModifier.ControlModifier)
    QTest.keyClick(view, Qt.Key.Key_T)
    wait_for(lambda: not session.searching, "the pushing together")


def laid_from_nothing(window, how):
    """The job before and after, with every piece off the cloth first."""
    session, view = window.session, window.lay.view
    before, steps = session.job, session.steps
    view.setFocus()
    QTest.keyClick(view, Qt.Key.Key_Delete, SHIFT)
    assert session.lay.placements == ()
    how(window)
    assert exact_check(session.lay) == ()
    assert session.lay.complete
    after, lay, path = session.job, session.lay, session.path
    while session.steps > steps:
        session.undo()
    undone = session.job == before
    while session.redo_words:
        session.redo()
    redone = session.job == after
    assert session.save_now()
    window.open_path(path)
    wait_for(lambda: session.lay is not None, "the lay")
    return {
        "length": lay.lay_length_mm,
        "undone": undone,
        "redone": redone,
        "same": session.lay.placements == lay.placements and session.on.lay.by_hand,
    }


def main():
    session_room.QUICK_EFFORT = 40
    app = QApplication([])
    window = make_window(app, Path(sys.argv[1]), ProcessRunner(), demo=True)
    window.show()
    QTest.qWaitForWindowExposed(window)
    QApplication.setActiveWindow(window)
    session = window.session
    wait_for(lambda: session.lay is not None and not session.searching, "a lay")
    told = {
        "platform": app.platformName(),
        "mouse": laid_from_nothing(window, by_mouse),
        "keys": laid_from_nothing(window, by_keys),
    }
    window.close()
    print(json.dumps(told))
    session.shut()


if __name__ == "__main__":
    main()
