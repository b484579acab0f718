"""Fonts with their licence, and our drawn figure, that ship with the program."""

from importlib.resources import files

FONT_REGULAR = "Lato-Regular.ttf"
FONT_BOLD = "Lato-Bold.ttf"


def font_bytes(name: str) -> bytes:
    """The bytes of a font that ships with the program."""
    return (files("wickel.assets") / "fonts" / name).read_bytes()


def figure_svg() -> str:
    """Our drawn figure: the body from the front and from behind, and a mark for every measurement,
    by its id."""
    return (files("wickel.assets") / "figure.svg").read_text("utf-8")


def chevron_path(*, dark: bool) -> str:
    """Where the small arrow of choice boxes lies, for the style sheet."""
    return str(files("wickel.assets") / ("chevron-dark.svg" if dark else "chevron.svg"))


def check_path(*, dark: bool) -> str:
    """Where the mark of a ticked box lies, for the style sheet."""
    return str(files("wickel.assets") / ("check-dark.svg" if dark else "check.svg"))
