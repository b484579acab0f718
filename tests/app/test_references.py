"""Reference pictures of a job beside the draft: put in, leafed through, taken out, kept in the
file."""

import pytest
from PySide6.QtCore import Qt
from PySide6.QtGui import QColor, QImage

from tests.app.test_window import CTRL, LEFT
from wickel.app.stages.references import MOST_PICTURES, MOST_PIXELS
from wickel.files import read_job

ALT = Qt.KeyboardModifier.AltModifier


@pytest.fixture
def beside(window, qtbot):
    """The pictures, brought beside the draft by their key."""
    qtbot.keyClick(window, Qt.Key.Key_P, CTRL | ALT)
    assert window.draft.references.isVisible()
    return window.draft.references


def picture(path, colour, width=40, height=60):
    image = QImage(width, height, QImage.Format.Format_RGB32)
    image.fill(QColor(colour))
    image.save(str(path))
    return path


def middle(widget):
    return widget.grab().toImage().pixelColor(widget.width() // 2, widget.height() // 2)


def near(colour, other):
    return all(
        abs(a - b) < 12 for a, b in zip(colour.getRgb(), QColor(other).getRgb(), strict=True)
    )


@pytest.mark.long
def test_pictures_are_put_in_leafed_through_and_taken_out(beside, session, qtbot, tmp_path):
    assert beside.title.text() == "No picture yet"
    assert not beside.out.isEnabled()
    beside.take(picture(tmp_path / "coat.png", "#b03040"))
    beside.take(picture(tmp_path / "collar.png", "#3040b0"))
    assert beside.title.text() == "collar (2 of 2)"
    assert near(middle(beside.photograph), "#3040b0")
    qtbot.mouseClick(beside.next, LEFT)
    assert beside.title.text() == "coat (1 of 2)"
    assert near(middle(beside.photograph), "#b03040")
    qtbot.mouseClick(beside.out, LEFT)
    assert [own.name for own in session.job.pictures] == ["collar"]
    session.undo()
    session.undo()
    assert [own.name for own in session.job.pictures] == ["coat"]


def test_a_large_picture_is_made_smaller_and_comes_back_from_the_file(beside, session, tmp_path):
    laid = session.lay
    beside.take(picture(tmp_path / "wide.png", "#208040", 2 * MOST_PIXELS, 200))
    assert session.file.save()
    (own,) = read_job(session.path).pictures
    image = QImage.fromData(own.data)
    assert (image.width(), image.height()) == (MOST_PIXELS, 100)
    assert session.lay == laid  # a picture touches no lay


def test_what_is_no_picture_is_said_and_not_taken(beside, session, window, tmp_path):
    path = tmp_path / "letter.png"
    path.write_text("Dear Odile")
    beside.take(path)
    assert session.job.pictures == ()
    assert "letter.png cannot be read as a picture" in window.slip.sentence.text()


def test_there_are_no_more_than_so_many(beside, tmp_path):
    path = picture(tmp_path / "one.png", "#208040")
    for _ in range(MOST_PICTURES):
        assert beside.add.isEnabled()
        beside.take(path)
    assert not beside.add.isEnabled()


def test_the_same_key_puts_them_away(beside, window, qtbot):
    qtbot.keyClick(window, Qt.Key.Key_P, CTRL | ALT)
    assert not beside.isVisible()
