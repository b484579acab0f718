"""Colours, fonts and style of the window, light and dark."""

from wickel.app.theme.palette import DARK, LIGHT, Palette
from wickel.app.theme.style import apply_theme, load_fonts, palette, text_font

__all__ = ["DARK", "LIGHT", "Palette", "apply_theme", "load_fonts", "palette", "text_font"]
