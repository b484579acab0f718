"""The styles of the house, one file each. To add one: write its file and one line here."""

from wickel.draft.style import Style
from wickel.draft.styles import (
    bodice,
    box_dress,
    circle_skirt,
    coat,
    corset,
    cowl_top,
    draped_dress,
    gathered_skirt,
    handkerchief_dress,
    jacket,
    jumpsuit,
    knit_top,
    maxi_dress,
    off_shoulder_dress,
    one_shoulder_dress,
    open_robe,
    panelled_skirt,
    pencil_skirt,
    slip_top,
    trousers,
    two_cloth_maxi,
    waistcoat,
    wrap_dress,
    wrap_skirt,
)

STYLES: dict[str, Style] = {
    style.id: style
    for style in (
        box_dress.STYLE,
        maxi_dress.STYLE,
        two_cloth_maxi.STYLE,
        handkerchief_dress.STYLE,
        bodice.STYLE,
        off_shoulder_dress.STYLE,
        wrap_dress.STYLE,
        draped_dress.STYLE,
        one_shoulder_dress.STYLE,
        slip_top.STYLE,
        cowl_top.STYLE,
        knit_top.STYLE,
        corset.STYLE,
        jacket.STYLE,
        waistcoat.STYLE,
        coat.STYLE,
        open_robe.STYLE,
        pencil_skirt.STYLE,
        panelled_skirt.STYLE,
        circle_skirt.STYLE,
        gathered_skirt.STYLE,
        wrap_skirt.STYLE,
        trousers.STYLE,
        jumpsuit.STYLE,
    )
}

__all__ = ["STYLES"]
