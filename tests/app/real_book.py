"""One sitting in a new studio in a real window, run as a program by test_real_window: client, body,
draft, cloth from the shelf, lay, buy, cut, log, remnant on the shelf, and the next job that uses
the remnant. By mouse and keyboard. Prints JSON."""

import json
import sys
from pathlib import Path

from PySide6.QtCore import QEventLoop, Qt, QTimer
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QCheckBox

import wickel.app.session as session_room
from wickel.app.runners import ProcessRunner
from wickel.app.stage import Stage
from wickel.app.stages.gallery import Gallery
from wickel.app.stages.shelf_sheet import ShelfSheet
from wickel.app.start import make_window

CTRL, ALT = Qt.KeyboardModifier.ControlModifier, Qt.KeyboardModifier.AltModifier
LEFT = Qt.MouseButton.LeftButton


def wait_for(condition, what, seconds=60):
    """Wait in an event loop that turns: threads work meanwhile, which they do not in ``qWait``."""
    for _ in range(seconds * 20):
        if condition():
            return
        loop = QEventLoop()
        QTimer.singleShot(50, loop.quit)
        loop.exec()
    raise SystemExit(f"waited in vain for {what}")


def typed(field, text):
    field.setFocus()
    field.selectAll()
    QTest.keyClicks(field, text)
    QTest.keyClick(field, Qt.Key.Key_Return)


def go(window, stage):
    window.activateWindow()
    wait_for(window.isActiveWindow, "the window to be active again")
    QTest.keyClick(window, Qt.Key(Qt.Key.Key_1 + int(stage)), CTRL)
    assert window.stack.currentIndex() == stage


def click(button):
    assert button.isVisible(), button.text()
    assert button.isEnabled(), button.text()
    QTest.mouseClick(button, LEFT)


def laid(session):
    wait_for(
        lambda: session.lay is not None and session.lay.complete and not session.searching, "a lay"
    )


def new_job(window, style, words):
    """A new job from the gallery, its style found by words."""
    click(window.jobs.new) if window.jobs.new.isVisible() else QTest.keyClick(
        window, Qt.Key.Key_N, CTRL
    )
    gallery = window.findChild(Gallery)
    QTest.keyClicks(gallery.wanted, words)
    QTest.mouseClick(gallery.cards[style], LEFT)
    wait_for(lambda: window.session.job.garments[:1] != (), "the job")
    wait_for(lambda: window.session.job.garments[0].style == style, "the garment")


def first_job(window):
    """Client, body, draft, cloth, lay, buy, cut, log, remnants."""
    session, told = window.session, {}
    new_job(window, "bodice", "fitted bodice")
    assert window.stack.currentIndex() == Stage.BODY
    typed(window.body.person, "Ida Fell")
    typed(window.body.fields["bust"], "93.5")
    typed(window.body.fields["waist"], "75")
    QTest.keyClick(window, Qt.Key.Key_K, CTRL)
    told["client"] = [own.name for own in window.book.clients]
    told["measured"] = session.job.state.value
    go(window, Stage.DRAFT)
    typed(window.draft.options.fields["ease_mm"], "6")
    told["ease"] = session.garment.options.get("ease_mm")
    go(window, Stage.CLOTH)
    click(window.cloth.keep)
    QTest.keyClick(window, Qt.Key.Key_H, CTRL | ALT)
    sheet = window.findChild(ShelfSheet)
    typed(sheet.at_hand, "6 m")
    click(sheet.use)
    laid(session)
    click(window.cloth.reserve)
    told["reserved"] = window.book.shelf[0].reserved_mm
    go(window, Stage.LAY)
    told["lay"] = session.lay.lay_length_mm
    go(window, Stage.BUY)
    told["bought"] = window.ticket.findChildren(type(window.ticket.title))[0].whole
    go(window, Stage.CUT)
    cut = window.cut
    cut.next.setFocus()
    for _ in range(400):
        if cut.step.id == "after:done":
            break
        if cut.step.id.startswith("after:left"):
            for box in cut._body.findChildren(QCheckBox):
                if not box.isChecked():
                    box.click()
            cut.next.setFocus()
        QTest.keyClick(window.focusWidget() or cut.next, Qt.Key.Key_Space)
    told["cut"] = session.job.state.value
    told["at_hand"] = window.book.shelf[0].at_hand_mm
    go(window, Stage.LOG)
    wait_for(lambda: window.book.is_open, "the book")
    QTest.keyClick(window, Qt.Key.Key_G, CTRL | ALT)
    typed(window.log.fitting.length, "1")
    click(window.log.fitting.add)
    QTest.keyClick(window, Qt.Key.Key_S, CTRL | ALT)
    told["entry"] = window.book.entries()[0].client
    told["remnants"] = [own.name for own in window.book.shelf if own.is_remnant]
    return told


def second_job(window):
    """The next job of the same client, cut from the same cloth: fitting and remnant come back."""
    session, told = window.session, {}
    go(window, Stage.JOBS)
    # facings and turn-ups are small enough for a remnant
    new_job(window, "box-dress", "box dress")
    go(window, Stage.BODY)
    box = window.body.clients
    box.setCurrentIndex(box.findText("Ida Fell"))
    box.activated.emit(box.currentIndex())
    told["adjustment"] = window.body.adjustments.said.text()
    click(window.body.adjustments.use)
    go(window, Stage.CLOTH)
    shelf = window.cloth.shelf
    name = next(own.name for own in window.book.shelf if not own.is_remnant)
    QTest.mouseClick(shelf.viewport(), LEFT, pos=shelf.place_of(name).toPoint())
    laid(session)
    told["before"] = session.lay.lay_length_mm
    wait_for(lambda: window.cloth.remnants.use.isVisible(), "what remnants save")
    told["said"] = window.cloth.remnants.said.text()
    click(window.cloth.remnants.use)

    def lays():
        return [session.lay_of(cloth.id) for cloth in session.cloths]

    def are_good():
        return all(lay is not None and lay.complete and not lay.broken for lay in lays())

    wait_for(lambda: len(lays()) > 1 and are_good() and not session.searching, "the lays")
    told["cloths"] = [cloth.name for cloth in session.job.cloths]
    told["good"] = are_good()
    told["after"] = lays()[0].lay_length_mm
    told["on_remnant"] = [p.id for p in lays()[-1].pieces]
    return told


def main():
    session_room.QUICK_EFFORT = 40
    app = QApplication([])
    window = make_window(app, Path(sys.argv[1]), ProcessRunner(), demo=False)
    window.show()
    QTest.qWaitForWindowExposed(window)
    window.activateWindow()
    window.book.open()
    wait_for(lambda: window.book.is_open, "the book")
    told = {"platform": app.platformName(), "first": first_job(window)}
    told["second"] = second_job(window)
    window.close()
    print(json.dumps(told))


if __name__ == "__main__":  # the worker process imports this file again
    main()
