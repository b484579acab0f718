"""What is drawn in a view, told to those who do not see it: every piece and every point has a child
widget of its own, in its place, with a name and what there is to say of it. It is not seen, and no
mouse meets it; whoever reads the screen can go to it and press it.

There is none until somebody reads the screen.
"""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass

from PySide6.QtCore import QObject, QRect, QRectF, Qt, QTimer
from PySide6.QtGui import QAccessible, QPaintEvent
from PySide6.QtWidgets import QAbstractButton, QWidget

from wickel.wording import tr

_SETTLED_MS = 80
_LEAST_PX = 8


@dataclass(frozen=True, slots=True)
class Told:
    """One thing of a view: its name, what there is to say of it, where it is in the view's own
    measure, and whether it is in hand."""

    id: str
    name: str
    words: str
    place: QRectF
    in_hand: bool = False


class ToldItem(QAbstractButton):
    """A thing of a view as a child of it."""

    def __init__(self, parent: QWidget, press: Callable[[], object]) -> None:
        super().__init__(parent)
        self.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        self.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.clicked.connect(press)

    def show_told(self, told: Told, where: QRect) -> None:
        """Be the thing as it is now."""
        words = tr("in hand · {words}", words=told.words) if told.in_hand else told.words
        self.setText(told.name)
        self.setToolTip(words)
        self.setAccessibleName(told.name)
        self.setAccessibleDescription(words)
        self.setGeometry(where)

    def paintEvent(self, event: QPaintEvent) -> None:
        """Nothing is painted: the view itself is seen."""


class Teller(QObject):
    """Keeps the children of one view as the view is: those of ``parent``, at the places that
    ``where`` gives. ``things`` is what is there, ``press`` takes one in hand."""

    def __init__(
        self,
        parent: QWidget,
        things: Callable[[], Iterable[Told]],
        where: Callable[[QRectF], QRect],
        press: Callable[[str], object],
    ) -> None:
        super().__init__(parent)
        self._parent, self._things, self._where, self._press = parent, things, where, press
        self._items: dict[str, ToldItem] = {}
        self._timer = QTimer(self, singleShot=True, interval=_SETTLED_MS)
        self._timer.timeout.connect(self.tell)

    def note(self) -> None:
        """The view has been painted anew: follow, once it has settled."""
        if QAccessible.isActive() and not self._timer.isActive():
            self._timer.start()

    def tell(self) -> None:
        """Have a child for everything that is there, in its place."""
        left = dict(self._items)
        for told in self._things():
            item = left.pop(told.id, None)
            if item is None:
                item = ToldItem(self._parent, lambda *_, id=told.id: self._press(id))
                self._items[told.id] = item
                item.show()
            where = self._where(told.place)
            grown = QRect(0, 0, max(_LEAST_PX, where.width()), max(_LEAST_PX, where.height()))
            grown.moveCenter(where.center())
            item.show_told(told, grown)
        for id, gone in left.items():
            del self._items[id]
            gone.hide()
            gone.deleteLater()
