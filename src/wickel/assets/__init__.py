"""Fonts that ship with the program, with their licence."""

from importlib.resources import files

FONT_REGULAR = "Lato-Regular.ttf"
FONT_BOLD = "Lato-Bold.ttf"


def font_bytes(name: str) -> bytes:
    """The bytes of a font that ships with the program."""
    return (files("wickel.assets") / "fonts" / name).read_bytes()
