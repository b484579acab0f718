"""The guide: its pages as they are shipped, one at a time, with a list to choose from and a search.

The pages are the Markdown files of ``docs/guide``; in an installed program they lie in the package.
"""

from __future__ import annotations

import re
from pathlib import Path

from PySide6.QtCore import Qt, QUrl
from PySide6.QtGui import QImage, QKeySequence, QShortcut, QTextCursor, QTextDocument
from PySide6.QtWidgets import (
    QDialog,
    QHBoxLayout,
    QLineEdit,
    QListWidget,
    QListWidgetItem,
    QTextBrowser,
    QVBoxLayout,
    QWidget,
)

import wickel
from wickel.app.theme import palette
from wickel.app.widgets.dialogs import take_room
from wickel.wording import tr

PAGE = "guide"
"""The dynamic property of a widget that names the page it belongs to."""

_MARGIN_PX, _LINE_PX, _PARAGRAPH_PX, _HEADING_PX = 18, 5, 11, 14
_LINK = re.compile(r"^- \[[^\]]+\]\(([a-z-]+)\.md\)", re.MULTILINE)


def guide_folder() -> Path:
    """Where the pages lie: in the package, or in a clone beside its source."""
    here = Path(wickel.__file__).parent
    shipped = here / "docs" / "guide"
    return shipped if shipped.is_dir() else here.parent.parent / "docs" / "guide"


def page_names() -> tuple[str, ...]:
    """The pages in the order of the index, the index itself first."""
    return ("index", *_LINK.findall((guide_folder() / "index.md").read_text(encoding="utf-8")))


def page_text(name: str) -> str:
    """The Markdown of a page.

    Raises:
        OSError: there is no such page.
    """
    return (guide_folder() / f"{name}.md").read_text(encoding="utf-8")


def page_of(widget: QWidget | None, otherwise: str) -> str:
    """The page of the place a widget is in: the nearest that names one, else ``otherwise``."""
    while widget is not None:
        page = widget.property(PAGE)
        if page:
            return str(page)
        widget = widget.parentWidget()
    return otherwise


class _Page(QTextBrowser):
    """Shows a page, its pictures no wider than the page."""

    def loadResource(self, kind: int, name: QUrl | str) -> object:
        """The pages and pictures of the guide."""
        if kind == QTextDocument.ResourceType.ImageResource:
            url = self.source().resolved(QUrl(name))
            picture = QImage(url.toLocalFile())
            room = self.viewport().width() - 3 * _MARGIN_PX
            if picture.width() > room > 0:
                smooth = Qt.TransformationMode.SmoothTransformation
                return picture.scaledToWidth(room, smooth)
            return picture
        return super().loadResource(kind, name)


class Guide(QDialog):
    """A window beside the work, which can stay open."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.setWindowTitle(tr("Guide"))
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.search = QLineEdit()
        self.search.setPlaceholderText(tr("words to look for"))
        self.search.setAccessibleName(tr("Search the guide"))
        self.search.setClearButtonEnabled(True)
        self.search.textChanged.connect(self._filter)
        self.pages = QListWidget()
        self.pages.setAccessibleName(tr("Pages of the guide"))
        self.pages.setWordWrap(True)
        self.pages.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.pages.setSpacing(2)
        self.browser = _Page()
        self.browser.setOpenExternalLinks(True)
        self.browser.document().setDocumentMargin(_MARGIN_PX)
        self.browser.sourceChanged.connect(self._mark)
        for name in page_names():
            text = page_text(name)
            item = QListWidgetItem(text.partition("\n")[0].removeprefix("# "))
            item.setData(Qt.ItemDataRole.UserRole, (name, text.lower()))
            self.pages.addItem(item)
        self.pages.currentItemChanged.connect(self._open_current)
        left = QVBoxLayout()
        left.addWidget(self.search)
        left.addWidget(self.pages, 1)
        row = QHBoxLayout(self)
        row.setContentsMargins(14, 14, 14, 14)
        row.addLayout(left, 2)
        row.addWidget(self.browser, 5)
        for keys, slot in (
            (QKeySequence.StandardKey.Find, self.search.setFocus),
            (QKeySequence.StandardKey.Back, self.browser.backward),
            (QKeySequence.StandardKey.Forward, self.browser.forward),
        ):
            QShortcut(keys, self).activated.connect(slot)
        colours = palette()
        self.browser.document().setDefaultStyleSheet(f"a {{ color: {colours.indigo}; }}")
        take_room(self, 980, 700)

    @property
    def page(self) -> str:
        """The name of the page in sight."""
        return Path(self.browser.source().toLocalFile()).stem

    def show_page(self, name: str) -> None:
        """Show a page."""
        self.browser.setSource(QUrl.fromLocalFile(str(guide_folder() / f"{name}.md")))

    def _part_paragraphs(self) -> None:
        """Leave room between paragraphs and before headings, which Markdown does not."""
        cursor = QTextCursor(self.browser.document())
        while True:
            form = cursor.blockFormat()
            if not cursor.currentTable():
                form.setBottomMargin(_LINE_PX if cursor.currentList() else _PARAGRAPH_PX)
                form.setTopMargin(_HEADING_PX if form.headingLevel() > 1 else 0)
                cursor.setBlockFormat(form)
            if not cursor.movePosition(QTextCursor.MoveOperation.NextBlock):
                return

    def _open_current(self, item: QListWidgetItem | None) -> None:
        if item is not None:
            name = item.data(Qt.ItemDataRole.UserRole)[0]
            if name != self.page:
                self.show_page(name)

    def _mark(self, url: QUrl) -> None:
        """Take the page in sight in hand in the list."""
        self._part_paragraphs()
        name = Path(url.toLocalFile()).stem
        for k in range(self.pages.count()):
            item = self.pages.item(k)
            if item.data(Qt.ItemDataRole.UserRole)[0] == name:
                self.pages.blockSignals(True)
                self.pages.setCurrentItem(item)
                self.pages.blockSignals(False)

    def _filter(self, text: str) -> None:
        """List the pages that have all the words; the first of them comes into sight."""
        words = text.lower().split()
        found = None
        for k in range(self.pages.count()):
            item = self.pages.item(k)
            body = item.data(Qt.ItemDataRole.UserRole)[1]
            item.setHidden(not all(word in body for word in words))
            if found is None and not item.isHidden():
                found = item
        if words and found is not None:
            self.pages.setCurrentItem(found)
            self.browser.find(words[0])


def show_guide(widget: QWidget, otherwise: str) -> Guide:
    """Open the guide beside a window, at the page of the place that ``widget`` is in."""
    window = widget.window()
    guide = next(iter(window.findChildren(Guide)), None) or Guide(window)
    guide.show_page(page_of(widget, otherwise))
    guide.show()
    guide.raise_()
    return guide
