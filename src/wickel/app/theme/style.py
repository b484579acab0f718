"""Applies the palette to the whole program: Qt palette, style sheet, fonts."""

from __future__ import annotations

import math
import re
from string import Template

from PySide6.QtCore import Qt
from PySide6.QtGui import QColor, QFont, QFontDatabase, QFontMetrics, QPalette
from PySide6.QtWidgets import QApplication, QWidget

from wickel.app.theme.palette import LIGHT, Palette
from wickel.assets import FONT_BOLD, FONT_REGULAR, check_path, chevron_path, font_bytes

FAMILY = "Lato"
TARGET_PX = 40
"""No target for mouse or finger is lower than that."""

_SHEET = """
* { font-family: "$family"; }
QWidget { color: $ink; font-size: 14px; }
QMainWindow, QWidget#stage, QDialog { background: $linen; }
QMenuBar { background: $linen; padding: 1px 6px; }
QMenuBar::item { padding: ${beside}px 10px; border-radius: 5px; background: transparent; }
QMenuBar::item:selected { background: $undyed; }
QMenu { background: $paper; border: 1px solid $undyed; padding: 4px; }
QMenu::item { padding: ${beside}px 26px ${beside}px 18px; border-radius: 4px; }
QMenu::item:selected { background: $undyed; }
QMenu::item:disabled { color: $soft; }
QMenu::separator { height: 1px; background: $undyed; margin: 4px 8px; }
QToolTip { background: $paper; color: $ink; border: 1px solid $soft; padding: 5px; }
QFrame#card { background: $paper; border: 1px solid $undyed; border-radius: 8px; }
QListView#rails { background: transparent; border: none; }
QFrame#chosen { background: $paper; border: 2px solid $indigo; border-radius: 8px; }
QFrame#card[lit="true"] { border: 2px solid $woad; }
QFrame#chosen[lit="true"] { border: 4px solid $indigo; }
QProgressBar { background: $paper; border: 1px solid $soft; border-radius: 6px;
  text-align: center; min-height: 18px; }
QProgressBar::chunk { background: $weld; border-radius: 5px; }
QCheckBox::indicator { width: 16px; height: 16px; background: $paper;
  border: 1px solid $soft; border-radius: 3px; }
QCheckBox::indicator:checked { background: $indigo; border-color: $indigo; image: url("$check"); }
QCheckBox::indicator:disabled { border-color: $undyed; }
QCheckBox:focus { background: $undyed; border-radius: 4px; }
QLabel#title { font-size: 19px; font-weight: 700; }
QLabel#heading { font-size: 15px; font-weight: 700; }
QLabel#figure { font-size: 26px; font-weight: 700; }
QLabel#keys { font-weight: 700; }
QLabel#soft { color: $soft; font-size: 13px; }
QLabel#broken { color: $madder; font-size: 13px; }
QLabel#held { color: $moss; font-size: 13px; }
QLineEdit, QComboBox, QPlainTextEdit, QAbstractSpinBox {
  background: $paper; border: 1px solid $soft; border-radius: 5px; padding: 4px 7px;
  selection-background-color: $indigo; selection-color: $on_indigo; min-height: ${field}px; }
QLineEdit:focus, QComboBox:focus, QPlainTextEdit:focus,
QAbstractSpinBox:focus { border: 2px solid $indigo;
  padding: 3px 6px; }
QLabel#reason { background: $paper; color: $madder; border: 1px solid $madder; border-radius: 5px;
  padding: 4px 7px; font-size: 13px; }
*[concerned="true"] { border: 2px dashed $madder; padding: 3px 6px; }
QLineEdit[wrong="true"] { border: 2px solid $madder; padding: 3px 6px; }
QAbstractSpinBox::up-button, QAbstractSpinBox::down-button { width: 0; border: none; }
QComboBox::drop-down { border: none; width: 20px; }
QComboBox::down-arrow { image: url("$chevron"); width: 11px; height: 11px; }
QComboBox QAbstractItemView { background: $paper; border: 1px solid $soft;
  selection-background-color: $indigo; selection-color: $on_indigo; }
QComboBox QAbstractItemView::item { min-height: ${row}px; padding: 0 7px; }
QComboBox QAbstractItemView::item:selected { background: $indigo; color: $on_indigo; }
QLineEdit#mine { color: $madder; font-weight: 700; border: 1px solid $madder; }
QPushButton { background: $paper; border: 1px solid $soft; border-radius: 6px; padding: 6px 14px;
  min-height: ${button}px; }
QPushButton:hover { background: $undyed; }
QPushButton:focus { border: 2px solid $indigo; padding: 5px 13px; }
QPushButton:disabled { color: $soft; background: transparent; border: 1px dashed $undyed; }
QPushButton:checked { background: $indigo; color: $on_indigo; border-color: $indigo;
  font-weight: 700; }
QPushButton#main { background: $indigo; color: $on_indigo; border: 1px solid $indigo;
  border-radius: 20px;
  padding: 6px 20px; font-weight: 700; }
QPushButton#main:hover { background: $woad; }
QPushButton#main:disabled { background: transparent; color: $soft; border: 1px dashed $soft;
  font-weight: 400; }
QPushButton#main:focus { border: 2px solid $weld; padding: 5px 19px; }
QPushButton#chip { padding: 6px 9px; min-width: 26px; }
QCheckBox { min-height: ${tick}px; }
QLabel#far-title { font-size: 32px; font-weight: 700; }
QLabel#far { font-size: 22px; }
QLabel#far-large { font-size: 35px; }
QLabel#far-middle { font-size: 27px; }
QLabel#far-bold { font-size: 22px; font-weight: 700; }
QLabel#far-soft { font-size: 17px; color: $soft; }
QLabel#far-broken { font-size: 20px; color: $madder; font-weight: 700; }
QLabel#far-held { font-size: 20px; color: $moss; font-weight: 700; }
QLabel#far-figure { font-size: 50px; font-weight: 700; }
QFrame#caution { background: $paper; border: 2px solid $weld; border-radius: 8px; }
QCheckBox#far { font-size: 21px; spacing: 12px; padding: 5px 6px; }
QCheckBox#far::indicator { width: 24px; height: 24px; }
QCheckBox#now { font-size: 21px; spacing: 12px; padding: 5px 6px; background: $undyed;
  border-radius: 6px; font-weight: 700; }
QCheckBox#now::indicator { width: 24px; height: 24px; }
QTableWidget#far { font-size: 19px; }
QTableWidget#far QHeaderView::section { font-size: 15px; padding: 4px 6px; }
QTableWidget#far::item { padding: 5px 8px; }
QPushButton#next { background: $indigo; color: $on_indigo; border: 1px solid $indigo;
  border-radius: 12px; padding: 10px 34px; font-size: 25px; font-weight: 700; min-height: 36px; }
QPushButton#next:hover { background: $woad; }
QPushButton#next:focus { border: 3px solid $weld; padding: 8px 32px; }
QPushButton#next:disabled { background: transparent; color: $soft; border: 1px dashed $soft; }
QPushButton#back { border-radius: 12px; padding: 10px 22px; font-size: 20px; min-height: 36px; }
QLineEdit#far { font-size: 22px; min-height: 34px; }
QScrollArea, QScrollArea > QWidget > QWidget { background: transparent; border: none; }
QScrollBar:vertical { background: transparent; width: 10px; margin: 0; }
QScrollBar::handle:vertical { background: $undyed; border-radius: 5px; min-height: 30px; }
QScrollBar:horizontal { background: transparent; height: 10px; margin: 0; }
QScrollBar::handle:horizontal { background: $undyed; border-radius: 5px; min-width: 30px; }
QScrollBar::add-line, QScrollBar::sub-line, QScrollBar::add-page, QScrollBar::sub-page {
  background: none; border: none; width: 0; height: 0; }
QTableWidget { background: $paper; border: none; gridline-color: $undyed; }
QTableWidget#chalk { font-size: 13px; }
QTableWidget::item { padding: 2px 6px; }
QTableWidget::item:selected { background: $undyed; color: $ink; }
QHeaderView { background: $paper; }
QTableCornerButton::section { background: $paper; border: none; }
QHeaderView::section { background: $paper; color: $soft; border: none;
  border-bottom: 1px solid $undyed;
  padding: 3px 6px; font-size: 12px; }
QHeaderView#sizes::section { color: $ink; font-size: 15px; font-weight: 700; border: none;
  padding: 3px 8px; }
QGraphicsView { border: none; background: $table; }
QGraphicsView:focus { border: 2px solid $indigo; }
"""

_current: Palette = LIGHT
_scale = 1.0
_still, _blinks_ms = False, 1000
_EFFECTS = (
    Qt.UIEffect.UI_General,
    Qt.UIEffect.UI_AnimateMenu,
    Qt.UIEffect.UI_FadeMenu,
    Qt.UIEffect.UI_AnimateCombo,
    Qt.UIEffect.UI_AnimateTooltip,
    Qt.UIEffect.UI_FadeTooltip,
    Qt.UIEffect.UI_AnimateToolBox,
)
_TEXT_PX = re.compile(r"(font-size|min-height|width|height): (\d+)px")


def load_fonts() -> None:
    """Make the program's own typeface known to Qt."""
    for name in (FONT_REGULAR, FONT_BOLD):
        QFontDatabase.addApplicationFontFromData(font_bytes(name))


def palette() -> Palette:
    """The palette in use, for painted widgets."""
    return _current


def text_scale() -> float:
    """How much larger text is than usual."""
    return _scale


def set_text_scale(scale: float) -> None:
    """Make all text larger or smaller from the next dressing on."""
    global _scale
    _scale = max(0.8, min(2.0, scale))


def still() -> bool:
    """Whether as little as can be moves by itself."""
    return _still


def keep_still(app: QApplication, *, on: bool) -> None:
    """Whether the cursor blinks, and menus, lists and tips come with a movement."""
    global _still, _blinks_ms
    if on == _still:
        return
    _still = on
    if on:
        _blinks_ms = app.cursorFlashTime()
    app.setCursorFlashTime(0 if on else _blinks_ms)
    for effect in _EFFECTS:
        app.setEffectEnabled(effect, not on)


def desktop_text_scale(app: QApplication) -> float:
    """How much larger than usual the desktop wants its text, beside what it scales everything
    by."""
    screen = app.primaryScreen()
    return 1.0 if screen is None else max(1.0, min(2.0, screen.logicalDotsPerInch() / 96.0))


def scaled(pixels: float) -> float:
    """A length that grows with the text, such as the height of a row of painted words."""
    return pixels * _scale


def text_font(pixels: int, *, bold: bool = False) -> QFont:
    """The program's typeface at a size in pixels; its figures are tabular."""
    font = QFont(FAMILY)
    font.setPixelSize(max(7, round(pixels * _scale)))
    font.setBold(bold)
    return font


def apply_theme(app: QApplication, colours: Palette) -> None:
    """Colours and typeface for the whole program. Its windows are dressed in them by ``dress``."""
    global _current
    _current = colours
    if app.style().objectName().lower() != "fusion":
        app.setStyle("Fusion")
    qt = QPalette()
    for role, colour in (
        (QPalette.ColorRole.Window, colours.linen),
        (QPalette.ColorRole.Base, colours.paper),
        (QPalette.ColorRole.Button, colours.paper),
        (QPalette.ColorRole.Text, colours.ink),
        (QPalette.ColorRole.WindowText, colours.ink),
        (QPalette.ColorRole.ButtonText, colours.ink),
        (QPalette.ColorRole.Highlight, colours.indigo),
        (QPalette.ColorRole.HighlightedText, colours.on_indigo),
        (QPalette.ColorRole.PlaceholderText, colours.soft),
    ):
        qt.setColor(role, QColor(colour))
    if app.palette() != qt:
        app.setPalette(qt)
    if app.font() != text_font(14):
        app.setFont(text_font(14))


def _room() -> dict[str, int]:
    """How high what stands in a target is, or how much room is above and below it, so that every
    target is as high as it should be."""
    line = QFontMetrics(text_font(14)).height()
    least = round(20 * _scale)
    beside = max(4, math.ceil((TARGET_PX - line) / 2))
    return {
        "button": max(TARGET_PX - 14, least),
        "field": max(TARGET_PX - 10, least),
        "row": max(TARGET_PX, least),
        "tick": max(TARGET_PX, least),
        "beside": beside,
    }


def dress(window: QWidget) -> None:
    """Dress a window, with its dialogs and menus, in the palette in use.

    Once it is whole: what is put together under a style sheet is dressed anew at every step. A
    window that is dressed so already is left alone.
    """
    names = {name: getattr(_current, name) for name in Palette.__dataclass_fields__}
    dark = _current.dark
    sheet = _TEXT_PX.sub(lambda each: f"{each[1]}: {round(int(each[2]) * _scale)}px", _SHEET)
    sheet = Template(sheet).substitute(
        names,
        family=FAMILY,
        chevron=chevron_path(dark=dark),
        check=check_path(dark=dark),
        **_room(),
    )
    if window.styleSheet() != sheet:
        window.setStyleSheet(sheet)
