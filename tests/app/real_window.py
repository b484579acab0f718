"""A whole job in a real window, run as a program by test_real_window: opens the demo, works, prints
JSON."""

import json
import sys
from pathlib import Path

from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

import wickel.app.session as session_room
from wickel.app.runners import ProcessRunner
from wickel.app.start import make_window
from wickel.lay import exact_check


def wait_for(condition, what, seconds=30):
    for _ in range(seconds * 20):
        if condition():
            return
        QTest.qWait(50)
    raise SystemExit(f"waited in vain for {what}")


def main():
    session_room.QUICK_EFFORT = 40  # how good the lays are is not what is asked here
    app = QApplication([])
    window = make_window(app, Path(sys.argv[1]), ProcessRunner(), demo=True)
    window.show()
    QTest.qWaitForWindowExposed(window)
    session = window.body._session
    seen = []

    def laid():
        return session.lay is not None and not session.searching

    def note():
        wait_for(laid, "a lay")
        assert exact_check(session.lay) == ()
        seen.append(
            [
                session.garment.size,
                session.lay.way,
                session.lay.lay_length_mm,
                window.ticket.buy.figure.text(),
            ]
        )

    def go(stage):
        """Without a window manager no window is active and no shortcut is heard: the thread is
        clicked."""
        bar = window.thread_bar
        y = next(y for y in range(bar.height()) if bar.knot_at(y) == stage) + 20
        QTest.mouseClick(bar, Qt.MouseButton.LeftButton, pos=QPoint(30, y))
        wait_for(lambda: window.stack.currentIndex() == stage, "the stage")

    note()
    go(1)
    QTest.mouseClick(window.body.size_buttons["84"], Qt.MouseButton.LeftButton)
    note()
    QTest.mouseClick(window.body.size_buttons["118"], Qt.MouseButton.LeftButton)
    note()
    go(4)
    QTest.mouseClick(window.lay.ways.cards["lengthwise"], Qt.MouseButton.LeftButton)
    note()
    QTest.mouseClick(window.lay.find_button, Qt.MouseButton.LeftButton)
    wait_for(lambda: session.searching, "the search")
    QTest.mouseClick(window.lay.find_button, Qt.MouseButton.LeftButton)
    note()
    path = session.path
    window.close()
    saved = json.loads(path.read_text())["cloths"][0]
    print(
        json.dumps(
            {
                "platform": app.platformName(),
                "seen": seen,
                "saved": saved["spread"],
                "lay": saved["lay"]["way"],
            }
        )
    )


if __name__ == "__main__":  # the worker process imports this file again
    main()
