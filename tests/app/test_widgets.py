"""The window's own widgets, each by itself, by mouse and keyboard."""

import pytest
from PySide6.QtCore import QEvent, QPoint, QPointF, QRect, Qt
from PySide6.QtGui import QColor, QImage, QKeyEvent, QPainter
from PySide6.QtWidgets import (
    QApplication,
    QComboBox,
    QDialog,
    QLabel,
    QLineEdit,
    QPushButton,
    QScrollArea,
    QVBoxLayout,
    QWidget,
)

from wickel.app.stages.lay import SectionsDialog
from wickel.app.stages.square_dialog import CORNERS, CornerPicture, SquareDialog, square_picture
from wickel.app.theme import DARK, LIGHT, apply_theme, dress
from wickel.app.widgets.cards import TakenCard, card, emptied, label, relabelled, scrolling
from wickel.app.widgets.dialogs import HarmNotice, Notice
from wickel.app.widgets.flow import FlowLayout, ShortLabel, flow_bar, with_words
from wickel.app.widgets.habits import Habits
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.reason import Reason, mark_concerned, mark_wrong
from wickel.app.widgets.slip import Slip
from wickel.app.widgets.thread import Knot, Thread
from wickel.units import Unit

LEFT, SHIFT = Qt.MouseButton.LeftButton, Qt.KeyboardModifier.ShiftModifier


@pytest.fixture
def shown(qtbot):
    """Show a widget in a size of its own and wait until it is seen."""

    def show(widget, wide=400, high=300):
        qtbot.addWidget(widget)
        widget.resize(wide, high)
        with qtbot.waitExposed(widget):
            widget.show()
        return widget

    return show


# --- rows that go on to the next line ---------------------------------------------------------


def boxes(count, wide=80, high=20):
    made = []
    for k in range(count):
        box = QPushButton(str(k))
        box.setFixedSize(wide, high)
        made.append(box)
    return made


@pytest.mark.parametrize(("wide", "lines"), [(1000, 1), (264, 2), (263, 3), (90, 6), (10, 6)])
def test_a_row_takes_as_many_lines_as_it_needs(qapp, wide, lines):
    # six boxes of 80 with 12 between: three on 264, two on 263
    parent = QWidget()
    row = FlowLayout(parent, spacing=12)
    for box in boxes(6):
        row.addWidget(box)
    assert row.hasHeightForWidth()
    assert row.heightForWidth(wide) == lines * 20 + (lines - 1) * 12


def test_boxes_stand_beside_and_below_each_other_in_the_middle_of_their_line(qapp):
    parent = QWidget()
    row = FlowLayout(parent, spacing=10)
    small, tall, last = boxes(1, 50, 20) + boxes(1, 50, 40) + boxes(1, 50, 20)
    for box in (small, tall, last):
        row.addWidget(box)
    row.setGeometry(QRect(5, 7, 115, 200))
    assert [box.geometry().topLeft() for box in (small, tall, last)] == [
        QPoint(5, 17),
        QPoint(65, 7),
        QPoint(5, 57),
    ]


def test_a_hidden_box_takes_no_room(shown):
    bar, row = flow_bar(spacing=10)
    made = boxes(3)
    for box in made:
        row.addWidget(box)
    shown(bar, 300, 60)
    assert row.sizeHint().width() == 260
    made[1].hide()
    assert row.sizeHint().width() == 170
    assert row.heightForWidth(170) == 20


def test_boxes_are_taken_out_of_a_row(qapp):
    parent = QWidget()
    row = FlowLayout(parent)
    for box in boxes(2):
        row.addWidget(box)
    assert row.takeAt(5) is None
    assert row.itemAt(-1) is None
    assert row.takeAt(0).widget().text() == "0"
    assert row.count() == 1
    assert row.minimumSize().width() == 80


def test_words_without_room_are_cut_short_and_the_tip_says_all(shown):
    words = shown(ShortLabel("soft"), 90, 20)
    words.say("Market dress for Odile Marrow, made to measure")
    assert words.text().endswith("…")
    assert words.whole == words.toolTip() == "Market dress for Odile Marrow, made to measure"
    words.resize(900, 20)
    assert words.text() == words.whole


def test_a_word_leads_to_its_field(shown):
    field = QLineEdit()
    both = shown(with_words("&Folded", field), 200, 40)
    (words,) = both.findChildren(QLabel)
    assert words.buddy() is field


# --- lengths and reasons ----------------------------------------------------------------------


def test_a_length_that_is_none_says_why_beside_its_field_and_is_not_taken(shown, qtbot):
    page = shown(QWidget())
    field = LengthEdit("Waist", page)
    field.show_length(760.0, Unit.CM)
    field.show()
    taken, said = [], []
    field.entered.connect(taken.append)
    field.unreadable.connect(said.append)
    field.selectAll()
    qtbot.keyClicks(field, "wide")
    qtbot.keyClick(field, Qt.Key.Key_Return)
    assert taken == []
    assert len(said) == 1
    (reason,) = page.findChildren(Reason)
    assert reason.isVisible()
    assert reason.text() == said[0] == field.toolTip() == field.accessibleDescription()
    assert field.text() == "wide"  # what was typed stands
    field.selectAll()
    qtbot.keyClicks(field, "30 in")
    qtbot.keyClick(field, Qt.Key.Key_Return)
    assert taken == [762.0]
    assert not reason.isVisible()
    assert "any unit" in field.toolTip()


def test_a_length_that_is_typed_as_it_stands_is_no_change(shown, qtbot):
    field = shown(LengthEdit("Waist"))
    field.show_length(915.0, Unit.INCH)
    assert field.text() == "36 in"
    taken = []
    field.entered.connect(taken.append)
    field.selectAll()
    qtbot.keyClicks(field, "36 in")
    qtbot.keyClick(field, Qt.Key.Key_Return)
    assert taken == []  # 915 mm stays 915, not 914.4
    field.show_length(None, Unit.INCH)
    assert field.text() == ""


@pytest.mark.parametrize(("y", "below"), [(40, True), (280, False)])
def test_a_reason_hangs_below_its_field_or_above_where_there_is_no_room(shown, y, below):
    page = shown(QWidget(), 200, 300)
    field = QLineEdit(page)
    field.setGeometry(150, y, 48, 20)
    field.show()
    mark_wrong(
        field, "A fold on this cloth is at most 75 cm deep, and this one is deeper than that."
    )
    (reason,) = page.findChildren(Reason)
    assert (reason.y() > field.y()) == below
    assert reason.geometry().intersected(page.rect()) == reason.geometry()
    assert not reason.geometry().intersects(field.geometry())
    assert reason.height() >= reason.heightForWidth(reason.width())
    field.move(10, y)
    assert reason.x() <= 10
    field.hide()
    assert not reason.isVisible()


def test_nothing_wrong_leaves_nothing_behind(shown):
    page = shown(QWidget())
    field = QLineEdit(page)
    mark_wrong(field, "")
    assert page.findChildren(Reason) == []
    assert not field.property("wrong")


def test_a_field_that_a_refusal_is_about_gets_its_tip_back(shown):
    field = shown(QLineEdit())
    field.setToolTip("Waist, round the body")
    mark_concerned(field, "The waist is larger than the hip.")
    mark_concerned(field, "The waist is far larger than the hip.")
    assert field.property("concerned")
    assert field.toolTip() == "The waist is far larger than the hip."
    mark_concerned(field, "")
    mark_concerned(field, "")
    assert not field.property("concerned")
    assert field.toolTip() == "Waist, round the body"


# --- habits -----------------------------------------------------------------------------------


@pytest.mark.parametrize(("typed", "through"), [(False, True), (True, False)])
def test_undo_goes_to_the_window_only_when_the_field_has_none_of_its_own(
    shown, qtbot, typed, through
):
    field = shown(QLineEdit())
    if typed:
        qtbot.keyClicks(field, "9")
    undo = QKeyEvent(
        QEvent.Type.ShortcutOverride, Qt.Key.Key_Z, Qt.KeyboardModifier.ControlModifier
    )
    assert Habits().eventFilter(field, undo) == through
    other = QKeyEvent(
        QEvent.Type.ShortcutOverride, Qt.Key.Key_A, Qt.KeyboardModifier.ControlModifier
    )
    assert not Habits().eventFilter(field, other)


def test_what_has_the_focus_is_scrolled_into_sight(shown):
    inner = QWidget()
    column = QVBoxLayout(inner)
    fields = [QLineEdit(str(k)) for k in range(40)]
    for field in fields:
        column.addWidget(field)
    area = shown(scrolling(inner), 200, 150)
    assert fields[30].visibleRegion().isEmpty()
    Habits().eventFilter(fields[30], QEvent(QEvent.Type.FocusIn))
    assert fields[30].visibleRegion().boundingRect().height() == fields[30].height()
    assert isinstance(area, QScrollArea)


# --- thread and slip --------------------------------------------------------------------------


@pytest.fixture
def thread(shown):
    return shown(Thread(("Body", "Draft", "Cloth", "Lay", "Buy")), 124, 600)


def test_a_knot_is_taken_where_it_is_clicked(thread, qtbot):
    heard = []
    thread.chosen.connect(heard.append)
    for k in (3, 0, 4):
        y = next(y for y in range(600) if thread.knot_at(y) == k) + 20
        qtbot.mouseClick(thread, LEFT, pos=QPoint(40, y))
    qtbot.mouseClick(thread, LEFT, pos=QPoint(40, 590))  # below the last
    assert heard == [3, 0, 4]


def test_the_thread_is_walked_by_arrows_and_ends_at_its_ends(thread, qtbot):
    heard = []
    thread.chosen.connect(heard.append)
    thread.chosen.connect(thread.show_current)
    for key in (
        Qt.Key.Key_Down,
        Qt.Key.Key_Down,
        Qt.Key.Key_Up,
        Qt.Key.Key_Up,
        Qt.Key.Key_Up,
        Qt.Key.Key_A,
    ):
        qtbot.keyClick(thread, key)
    assert heard == [1, 2, 1, 0, 0]


def test_a_knot_that_is_pointed_at_says_its_key(thread, qtbot):
    qtbot.mouseMove(thread, QPoint(40, next(y for y in range(600) if thread.knot_at(y) == 2) + 20))
    qtbot.waitUntil(lambda: thread.toolTip() == "Cloth (Ctrl+3)")


def test_a_knot_shows_how_much_is_to_be_looked_at(thread):
    plain = thread.grab().toImage()
    thread.show_knots((Knot(name="Body", count=3), *thread.knots[1:]))
    assert thread.grab().toImage() != plain
    assert thread.accessibleDescription().startswith("Body: 3 to look at")
    wide = thread.width()
    thread.make_narrow(True)
    assert thread.width() < wide
    assert thread.minimumSizeHint().height() > 5 * 50


def test_the_slip_leads_to_the_stage_that_shows_what_it_says(shown, qtbot):
    slip = shown(Slip(), 600, 40)
    heard = []
    slip.asked.connect(heard.append)
    slip.say("The waist is missing.", 0)
    qtbot.mouseClick(slip.show_me, LEFT)
    slip.say("Buy 3.1 m.")
    assert not slip.show_me.isVisible()
    slip.say("The fold is too deep.", 3)
    slip.activateWindow()
    qtbot.waitUntil(slip.isActiveWindow)
    qtbot.keyClick(slip, Qt.Key.Key_F2)
    qtbot.waitUntil(lambda: len(heard) == 2)  # a button pressed by its key comes up a moment later
    assert heard == [0, 3]


# --- cards and small dialogs ------------------------------------------------------------------


@pytest.fixture
def cards(shown, qtbot):
    page = QWidget()
    column = QVBoxLayout(page)
    made = [TakenCard(f"c{k}", f"Card {k}", "") for k in range(4)]
    for own in made:
        own.setMinimumHeight(30)
        column.addWidget(own)
    shown(page)
    page.activateWindow()
    made[0].setFocus()
    qtbot.waitUntil(made[0].hasFocus)
    yield made
    page.close()


@pytest.mark.parametrize(
    ("keys", "at"),
    [
        ((Qt.Key.Key_Down,), 1),
        ((Qt.Key.Key_End,), 3),
        ((Qt.Key.Key_End, Qt.Key.Key_Down), 3),
        ((Qt.Key.Key_Right, Qt.Key.Key_Right, Qt.Key.Key_Left), 1),
        ((Qt.Key.Key_End, Qt.Key.Key_Up, Qt.Key.Key_Home, Qt.Key.Key_Up), 0),
        ((Qt.Key.Key_A,), 0),
    ],
)
def test_cards_are_walked_by_arrows_home_and_end(cards, qtbot, keys, at):
    for key in keys:
        qtbot.keyClick(QApplication.focusWidget(), key)
    assert QApplication.focusWidget() is cards[at]
    assert [own.property("lit") for own in cards].count(True) == 1


def test_a_hidden_card_is_passed_over_and_a_card_is_taken_by_space(cards, qtbot):
    heard = []
    for own in cards:
        own.taken.connect(heard.append)
    cards[1].hide()
    qtbot.keyClick(cards[0], Qt.Key.Key_Down)
    qtbot.keyClick(QApplication.focusWidget(), Qt.Key.Key_Space)
    qtbot.mouseClick(cards[3], LEFT)
    assert heard == ["c2", "c3"]
    cards[3].mark(True)
    assert [own.objectName() for own in cards] == ["card", "card", "card", "chosen"]


def test_a_column_is_emptied_with_all_that_is_in_it(qapp):
    frame, column = card()
    inner = QVBoxLayout()
    inner.addWidget(label("within", "soft"))
    column.addLayout(inner)
    column.addWidget(label("above", "heading"))
    column.addStretch()
    emptied(column)
    assert column.count() == 0
    assert [own for own in frame.findChildren(QLabel) if own.isVisibleTo(frame)] == []


def test_a_label_changes_its_kind_with_its_words(qapp):
    words = label("holds", "held")
    relabelled(words, "<b>does not</b> hold", "broken")
    assert (words.text(), words.objectName()) == ("<b>does not</b> hold", "broken")
    assert words.textFormat() is Qt.TextFormat.PlainText


def test_a_notice_asks_for_one_thing_or_another(qtbot):
    for press, taken, result in (
        ("Open it", "Open it", 1),
        ("Take it over", "Take it over", 1),
        ("Cancel", "", 0),
    ):
        notice = Notice(
            None,
            "Open elsewhere",
            "This job is open.",
            ("one", "two"),
            do="Open it",
            also=("Take it over",),
        )
        qtbot.addWidget(notice)
        notice.show()
        button = next(own for own in notice.findChildren(QPushButton) if own.text() == press)
        qtbot.mouseClick(button, LEFT)
        assert (notice.taken, notice.result(), notice.isVisible()) == (taken, result, False)
        assert notice.lines == ("one", "two")


def test_sections_are_chosen_one_after_another(qtbot):
    dialog = SectionsDialog("lengthwise+open", None)
    qtbot.addWidget(dialog)
    heard = []
    dialog.chosen.connect(heard.append)
    dialog.show()
    assert [box.currentData() for box in dialog.boxes] == ["lengthwise", "open", "", ""]
    assert "stacked" not in [dialog.boxes[0].itemData(k) for k in range(dialog.boxes[0].count())]
    third = dialog.boxes[2]
    third.setCurrentIndex(third.findData("crosswise"))
    first = dialog.boxes[0]
    first.setCurrentIndex(first.findData("partial"))
    qtbot.mouseClick(dialog.take, LEFT)
    assert heard == ["partial+open+crosswise"]
    other = SectionsDialog("open", None)
    qtbot.addWidget(other)
    other.chosen.connect(heard.append)
    other.show()
    qtbot.keyClick(other, Qt.Key.Key_Escape)
    assert len(heard) == 1
    assert all(isinstance(box, QComboBox) for box in other.boxes)


# --- a picture squared ------------------------------------------------------------------------


def a_picture():
    """Quarters of four colours, 200 by 100."""
    image = QImage(200, 100, QImage.Format.Format_RGB32)
    painter = QPainter(image)
    for x, y, colour in ((0, 0, "red"), (100, 0, "green"), (100, 50, "blue"), (0, 50, "white")):
        painter.fillRect(x, y, 100, 50, QColor(colour))
    painter.end()
    return image


def test_what_is_between_the_corners_becomes_a_rectangle():
    corners = (QPointF(100, 0), QPointF(200, 0), QPointF(200, 50), QPointF(100, 50))
    made = square_picture(a_picture(), corners)
    assert (made.width(), made.height()) == (100, 50)
    assert {made.pixelColor(x, y).name() for x in (3, 50, 96) for y in (3, 25, 46)} == {
        QColor("green").name()
    }


def test_a_repeat_seen_aslant_is_made_upright():
    aslant = (QPointF(40, 10), QPointF(160, 0), QPointF(180, 100), QPointF(20, 90))
    made = square_picture(a_picture(), aslant)
    assert made.pixelColor(5, 5).name() == QColor("red").name()
    assert made.pixelColor(made.width() - 6, made.height() - 6).name() == QColor("blue").name()


@pytest.mark.parametrize(
    "corners",
    [
        ((0, 0), (0, 100), (200, 100), (200, 0)),  # the other way round
        ((0, 0), (200, 100), (200, 0), (0, 100)),  # crossed
        ((0, 0), (0, 0), (0, 0), (0, 0)),
        ((0, 0), (200, 0), (100, 1), (0, 100)),  # one corner inside
    ],
)
def test_corners_that_do_not_go_round_are_refused(qtbot, corners):
    with pytest.raises(ValueError, match="go round"):
        square_picture(a_picture(), tuple(QPointF(*at) for at in corners))
    dialog = SquareDialog(a_picture(), None)
    qtbot.addWidget(dialog)
    taken = []
    dialog.taken.connect(taken.append)
    dialog.show()
    dialog.picture.corners = [QPointF(*at) for at in corners]
    qtbot.mouseClick(dialog.take, LEFT)
    assert dialog.isVisible()
    assert "go round" in dialog.trouble.text()
    assert taken == []


def test_corners_are_dragged_and_stay_on_the_picture(shown, qtbot):
    picture = shown(CornerPicture(a_picture()), 456, 256)
    heard = []
    picture.changed.connect(lambda: heard.append(1))
    qtbot.mousePress(picture, LEFT, pos=picture.at(2).toPoint())
    assert picture.in_hand == CORNERS.index("lower right")
    qtbot.mouseMove(picture, picture.at(2).toPoint() - QPoint(100, 40))
    qtbot.waitUntil(lambda: bool(heard))
    assert (picture.corners[2].x(), picture.corners[2].y()) == pytest.approx((150, 80), abs=2)
    qtbot.mouseRelease(picture, LEFT, pos=picture.at(2).toPoint())
    count = len(heard)
    qtbot.mouseMove(picture, QPoint(10, 10))
    assert len(heard) == count


def test_corners_are_moved_by_key(shown, qtbot):
    picture = shown(CornerPicture(a_picture()))
    before = picture.grab().toImage()
    qtbot.keyClick(picture, Qt.Key.Key_C)
    assert picture.in_hand == CORNERS.index("upper right")
    for key, keys in ((Qt.Key.Key_Left, SHIFT), (Qt.Key.Key_Left, None), (Qt.Key.Key_Down, None)):
        qtbot.keyClick(picture, key, keys or Qt.KeyboardModifier.NoModifier)
    assert picture.corners[1] == QPointF(189, 1)
    for _ in range(3):
        qtbot.keyClick(picture, Qt.Key.Key_Right, SHIFT)
    qtbot.keyClick(picture, Qt.Key.Key_Up)
    qtbot.keyClick(picture, Qt.Key.Key_Up)
    assert picture.corners[1] == QPointF(200, 0)  # no farther than the picture
    assert picture.grab().toImage() != before  # another corner is in hand
    for _ in range(3):
        qtbot.keyClick(picture, Qt.Key.Key_C)
    assert picture.in_hand == 0
    assert picture.grab().toImage() == before  # all is as it was


def test_a_repeat_is_taken_by_enter(qtbot):
    dialog = SquareDialog(a_picture(), None)
    qtbot.addWidget(dialog)
    taken = []
    dialog.taken.connect(taken.append)
    dialog.show()
    qtbot.keyClick(dialog, Qt.Key.Key_Return)
    assert not dialog.isVisible()
    assert dialog.result() == QDialog.DialogCode.Accepted
    assert (taken[0].width(), taken[0].height()) == (200, 100)


def test_what_nothing_brings_back_is_not_done_by_enter(qtbot):
    notice = HarmNotice(None, "Empty the bin", "They go for good.", (), "Throw them away")
    qtbot.addWidget(notice)
    notice.show()
    assert notice.leave.isDefault()
    assert not notice.do.isDefault()
    qtbot.keyClick(notice, Qt.Key.Key_Return)
    assert notice.result() == Notice.DialogCode.Rejected
    assert notice.taken == ""


@pytest.mark.parametrize("kind", ["", "main", "next", "chip"])
@pytest.mark.parametrize("look", [LIGHT, DARK], ids=["light", "dark"])
def test_what_cannot_be_pressed_looks_so(qapp, shown, kind, look):
    """The deed of a sheet, too: it was as blue as one that can be done."""
    apply_theme(qapp, look)
    window = QWidget()
    button = QPushButton("Take it", window)
    button.setObjectName(kind)
    dress(window)
    shown(window, 300, 100)
    button.resize(240, 60)
    pictures = []
    for able in (True, False):
        button.setEnabled(able)
        button.clearFocus()
        pictures.append(button.grab().toImage())
    able, unable = (picture.pixelColor(20, 30) for picture in pictures)
    apply_theme(qapp, LIGHT)
    assert pictures[0] != pictures[1]
    if kind in ("main", "next"):
        assert able != unable
