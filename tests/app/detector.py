"""Finds what is cut off or lies over something else in a window: by the room that words need and
the room that they have."""

from PySide6.QtCore import QRect, Qt
from PySide6.QtWidgets import (
    QAbstractButton,
    QAbstractScrollArea,
    QAbstractSpinBox,
    QCheckBox,
    QComboBox,
    QGraphicsView,
    QLabel,
    QLineEdit,
    QMainWindow,
    QPlainTextEdit,
    QPushButton,
    QStyleOptionComboBox,
    QTableView,
    QWidget,
)

from wickel.app.first_start import _Ring
from wickel.app.table.told import ToldItem
from wickel.app.theme import TARGET_PX
from wickel.app.widgets.cards import text_room
from wickel.app.widgets.length_edit import LengthEdit
from wickel.app.widgets.reason import Reason

DIRECT = Qt.FindChildOption.FindDirectChildrenOnly
SLACK = 2
"""Pixels that rounding may cost."""


def faults(window):
    """Each fault as a sentence."""
    found = []
    for widget in window.findChildren(QWidget):
        if not widget.isVisible() or isinstance(widget, Reason | _Ring):
            continue
        found += cut_off(widget)
        found += out_of_reach(widget)
        found += overlaps(widget)
        found += outside(widget, window)
    return found


def too_small(window):
    """What can be hit with mouse or finger and is less than 40 px high or wide."""
    found = []
    targets = QAbstractButton | QLineEdit | QComboBox | QAbstractSpinBox
    for widget in window.findChildren(QWidget):
        inner = isinstance(widget.parent(), QComboBox | QAbstractSpinBox | QTableView)
        if not isinstance(widget, targets) or inner or isinstance(widget, ToldItem):
            continue
        if widget.isVisible() and min(widget.width(), widget.height()) < TARGET_PX:
            found.append(f"{told(widget)} is {widget.width()} x {widget.height()} px")
    return found


def told(widget):
    words = getattr(widget, "text", lambda: "")() or widget.accessibleName() or widget.objectName()
    return f"{type(widget).__name__} “{words[:40]}”"


def cut_off(widget):
    """Words that need more room than they have."""
    if isinstance(widget, QLabel) and widget.text() and widget.pixmap().isNull():
        room = widget.contentsRect()
        if widget.wordWrap():
            need = widget.heightForWidth(widget.width())
            if need > widget.height() + SLACK:
                yield f"{told(widget)}: {need} px high in {widget.height()}"
            longest = max(
                (widget.fontMetrics().horizontalAdvance(word) for word in widget.text().split()),
                default=0,
            )
            if longest > room.width() + SLACK:
                yield f"{told(widget)}: a word of {longest} px in {room.width()}"
        else:
            lines = widget.text().replace("&", "" if widget.buddy() else "&").splitlines()
            need = max(widget.fontMetrics().horizontalAdvance(line) for line in lines)
            if need > room.width() + SLACK:
                yield f"{told(widget)}: {need} px wide in {room.width()}"
            if widget.fontMetrics().height() * len(lines) > widget.height() + 4 * SLACK:
                yield f"{told(widget)}: too low"
    elif isinstance(widget, LengthEdit) and widget.text():
        need = widget.fontMetrics().horizontalAdvance(widget.text()) + 2 * SLACK
        if need > widget.contentsRect().width():
            yield f"{told(widget)}: {need} px wide in {widget.contentsRect().width()}"
    elif isinstance(widget, QPushButton | QCheckBox) and widget.text():
        need = widget.sizeHint()
        if need.width() > widget.width() + SLACK:
            yield f"{told(widget)}: {need.width()} px wide in {widget.width()}"
        if need.height() > widget.height() + 2 * SLACK:
            yield f"{told(widget)}: {need.height()} px high in {widget.height()}"
    elif isinstance(widget, QComboBox):
        yield from cut_choice(widget)


def cut_choice(box):
    """What is chosen in a box that has no room for it, and does not say so with …"""
    if box.height() + SLACK < box.fontMetrics().height():
        yield f"{told(box)}: too low"
    option = QStyleOptionComboBox()
    box.initStyleOption(option)
    if not box.isEditable():
        need, room = box.fontMetrics().horizontalAdvance(option.currentText), text_room(box, option)
        if need > room + 2 * SLACK:
            yield f"{told(box)} ({option.currentText}): {need} px wide in {room}"


def out_of_reach(widget):
    """What stands in a column that does not scroll sideways, and is wider than the column."""
    if isinstance(widget, QAbstractScrollArea):
        never = widget.horizontalScrollBarPolicy() == Qt.ScrollBarPolicy.ScrollBarAlwaysOff
        beyond = widget.horizontalScrollBar().maximum()
        if never and beyond > SLACK and not isinstance(widget, QPlainTextEdit | QGraphicsView):
            yield f"{told(widget)}: {beyond} px out of reach at the side"


def overlaps(widget):
    """Two children of a widget that a layout has placed over each other."""
    layout = widget.layout()
    if layout is None:
        return
    placed = [own for own in managed(layout) if own.isVisible()]
    placed += [
        own
        for own in widget.findChildren(QAbstractButton, options=DIRECT)
        if own.isVisible() and own not in placed and not isinstance(own, ToldItem)
    ]
    for k, one in enumerate(placed):
        for other in placed[k + 1 :]:
            common = one.geometry().intersected(other.geometry())
            if common.width() > SLACK and common.height() > SLACK:
                yield f"{told(one)} and {told(other)} lie over each other"


def managed(layout):
    """The widgets that a layout and the layouts in it have placed."""
    for k in range(layout.count()):
        item = layout.itemAt(k)
        if item.widget() is not None:
            yield item.widget()
        elif item.layout() is not None:
            yield from managed(item.layout())


def outside(widget, window):
    """A control that reaches out of what holds it, where nothing scrolls."""
    if not isinstance(widget, QAbstractButton | QLabel | QComboBox):
        return
    holder = widget.parentWidget()
    if holder is not window and not isinstance(holder.parentWidget(), QAbstractScrollArea):
        inner = widget.geometry()
        if not holder.rect().adjusted(-SLACK, -SLACK, SLACK, SLACK).contains(inner):
            yield f"{told(widget)} is cut by what holds it"
    parent = widget.parentWidget()
    while parent is not None and parent is not window:
        if isinstance(parent.parentWidget(), QAbstractScrollArea):
            bar = parent.parentWidget()
            corner = widget.mapTo(parent, widget.rect().topLeft())
            if (
                bar.horizontalScrollBar().maximum() == 0
                and corner.x() + widget.width() > parent.width() + SLACK
            ):
                yield f"{told(widget)} is cut at the edge of its column"
            return
        parent = parent.parentWidget()
    room = QRect(window.rect())
    if isinstance(window, QMainWindow):
        room = window.centralWidget().geometry()
    here = QRect(widget.mapTo(window, widget.rect().topLeft()), widget.size())
    if not room.adjusted(-SLACK, -SLACK, SLACK, SLACK).contains(here) and widget.window() is window:
        yield f"{told(widget)} reaches out of the window"
