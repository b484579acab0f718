"""Colours, fonts and style of the window, light and dark."""

from wickel.app.theme.palette import DARK, LIGHT, Palette
from wickel.app.theme.style import (
    apply_theme,
    dress,
    load_fonts,
    palette,
    scaled,
    set_text_scale,
    text_font,
    text_scale,
)

__all__ = [
    "DARK",
    "LIGHT",
    "Palette",
    "apply_theme",
    "dress",
    "load_fonts",
    "palette",
    "scaled",
    "set_text_scale",
    "text_font",
    "text_scale",
]
