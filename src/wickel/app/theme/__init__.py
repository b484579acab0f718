"""Colours, fonts and style of the window, light and dark."""

from wickel.app.theme.palette import CONTRAST, DARK, DARK_CONTRAST, LIGHT, Palette, palette_for
from wickel.app.theme.style import (
    TARGET_PX,
    apply_theme,
    desktop_text_scale,
    dress,
    keep_still,
    load_fonts,
    palette,
    scaled,
    set_text_scale,
    still,
    text_font,
    text_scale,
)

__all__ = [
    "CONTRAST",
    "DARK",
    "DARK_CONTRAST",
    "LIGHT",
    "TARGET_PX",
    "Palette",
    "apply_theme",
    "desktop_text_scale",
    "dress",
    "keep_still",
    "load_fonts",
    "palette",
    "palette_for",
    "scaled",
    "set_text_scale",
    "still",
    "text_font",
    "text_scale",
]
