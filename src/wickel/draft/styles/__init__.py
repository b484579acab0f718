"""The styles of the house, one file each. To add one: write its file and one line here."""

from wickel.draft.style import Style
from wickel.draft.styles import (
    bodice,
    box_dress,
    circle_skirt,
    gathered_skirt,
    maxi_dress,
    open_robe,
    panelled_skirt,
    pencil_skirt,
    trousers,
)

STYLES: dict[str, Style] = {
    style.id: style
    for style in (
        box_dress.STYLE,
        maxi_dress.STYLE,
        open_robe.STYLE,
        bodice.STYLE,
        pencil_skirt.STYLE,
        panelled_skirt.STYLE,
        circle_skirt.STYLE,
        gathered_skirt.STYLE,
        trousers.STYLE,
    )
}

__all__ = ["STYLES"]
