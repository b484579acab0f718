"""How the program looks and moves, as the settings have it."""

from __future__ import annotations

from PySide6.QtWidgets import QApplication

from wickel.app.settings import Settings
from wickel.app.theme import (
    apply_theme,
    desktop_text_scale,
    keep_still,
    palette_for,
    set_text_scale,
)


def look_as_set(app: QApplication, values: Settings) -> None:
    """Size of text, colours, stillness. Windows are dressed in it by ``theme.dress``."""
    set_text_scale(values.text * desktop_text_scale(app))
    apply_theme(app, palette_for(dark=values.dark, contrast=values.contrast))
    keep_still(app, on=values.still)
