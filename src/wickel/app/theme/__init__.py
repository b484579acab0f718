"""Colours, fonts and style of the window, light and dark."""

from wickel.app.theme.palette import CONTRAST, DARK, DARK_CONTRAST, LIGHT, Palette, palette_for
from wickel.app.theme.style import (
    apply_theme,
    desktop_text_scale,
    dress,
    load_fonts,
    palette,
    scaled,
    set_text_scale,
    text_font,
    text_scale,
)

__all__ = [
    "CONTRAST",
    "DARK",
    "DARK_CONTRAST",
    "LIGHT",
    "Palette",
    "apply_theme",
    "desktop_text_scale",
    "dress",
    "load_fonts",
    "palette",
    "palette_for",
    "scaled",
    "set_text_scale",
    "text_font",
    "text_scale",
]
