"""The guide at the table in a real window, by keyboard alone, run as a program by test_real_window:
from the first step to the last, closed in the middle and opened again. Prints JSON."""

import json
import sys
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication
from real_window import wait_for

import wickel.app.session as session_room
from wickel.app.runners import ProcessRunner
from wickel.app.stage import Stage
from wickel.app.start import make_window


def pressed(window, key):
    """A key pressed where the window would hear it."""
    QTest.keyClick(window.focusWidget() or window.cut.next, key)


def opened(app, home):
    window = make_window(app, home, ProcessRunner(), demo=True)
    window.show()
    QTest.qWaitForWindowExposed(window)
    window.activateWindow()
    session = window.session
    wait_for(lambda: session.lay is not None and not session.searching, "a lay")
    return window


def main():
    session_room.QUICK_EFFORT = 40
    app = QApplication([])
    home = Path(sys.argv[1])
    window = opened(app, home)
    window.thread_bar.setFocus()
    for _ in range(Stage.CUT - window.stack.currentIndex()):
        pressed(window, Qt.Key.Key_Down)
    assert window.stack.currentIndex() == Stage.CUT
    cut = window.cut
    cut.next.setFocus()  # as the stage itself does where the window is active
    seen, middle = [cut.step.id], len(cut.steps) // 2
    while cut.at < middle:
        pressed(window, Qt.Key.Key_Space)
        seen.append(cut.step.id)
    stopped = cut.step.id
    window.close()
    again = opened(app, home)
    resumed, cut = again.cut.step.id, again.cut
    stage = again.stack.currentIndex()
    cut.next.setFocus()
    for _ in range(400):
        if cut.step.id == "after:done":
            break
        pressed(again, Qt.Key.Key_Space)
        seen.append(cut.step.id)
    job = again.session.job
    told = {
        "stopped": stopped,
        "resumed": resumed,
        "stage": stage,
        "last": cut.step.id,
        "seen": len(set(seen)),
        "steps": len(cut.steps),
        "cut": sum(len(ids) for ids in job.at_table.cut.values()),
        "placements": len(again.session.lay.placements),
        "seconds": sum(job.at_table.seconds.values()),
    }
    again.close()
    print(json.dumps(told))


if __name__ == "__main__":  # the worker process imports this file again
    main()
