"""The styles of the house, one file each. To add one: write its file and one line here."""

from wickel.draft.style import Style
from wickel.draft.styles import box_dress

STYLES: dict[str, Style] = {style.id: style for style in (box_dress.STYLE,)}

__all__ = ["STYLES"]
