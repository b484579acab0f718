"""The plant-dye palette, light and dark. Text colours stand at 4.5:1 or more on ground and
paper."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True, slots=True, kw_only=True)
class Palette:
    """Colours by what they are for, as ``#rrggbb``."""

    dark: bool
    linen: str
    paper: str
    undyed: str
    ink: str
    soft: str
    madder: str
    weld: str
    woad: str
    indigo: str
    walnut: str
    moss: str
    tape: str
    on_indigo: str
    slip: str
    slip_text: str
    table: str


LIGHT = Palette(
    dark=False,
    linen="#F1EADD",
    paper="#FBF8F1",
    undyed="#DDD3C2",
    ink="#26272E",
    soft="#62594D",
    madder="#A63D40",
    weld="#8A5A00",
    woad="#3F6C8F",
    indigo="#2F3E63",
    walnut="#6B4F3A",
    moss="#304217",
    tape="#F2DC94",
    on_indigo="#FBF8F1",
    slip="#26272E",
    slip_text="#FBF8F1",
    table="#E3D9C8",
)

CONTRAST = Palette(
    dark=False,
    linen="#FFFFFF",
    paper="#FFFFFF",
    undyed="#C9C9C9",
    ink="#000000",
    soft="#1F1F1F",
    madder="#B2002E",
    weld="#5C3A00",
    woad="#00386B",
    indigo="#00105C",
    walnut="#3A1E00",
    moss="#1A3E00",
    tape="#FFE27A",
    on_indigo="#FFFFFF",
    slip="#000000",
    slip_text="#FFFFFF",
    table="#E6E6E6",
)
"""Black on white, for who sees contrast before colour: 7:1 or more everywhere."""

DARK_CONTRAST = Palette(
    dark=True,
    linen="#000000",
    paper="#000000",
    undyed="#6E6E6E",
    ink="#FFFFFF",
    soft="#EDEDED",
    madder="#F7B1BB",
    weld="#FFE08A",
    woad="#B8DCFF",
    indigo="#D6DFFF",
    walnut="#FFDDB8",
    moss="#E6F4BB",
    tape="#6B5A1E",
    on_indigo="#000000",
    slip="#1A1A1A",
    slip_text="#FFFFFF",
    table="#101010",
)

DARK = Palette(
    dark=True,
    linen="#1D1E23",
    paper="#292A31",
    undyed="#44454D",
    ink="#F1EADD",
    soft="#BDB3A3",
    madder="#E39493",
    weld="#E7BD66",
    woad="#93BBDA",
    indigo="#B4C2E8",
    walnut="#CDAE90",
    moss="#D3E9AE",
    tape="#5A4F2E",
    on_indigo="#1D1E23",
    slip="#121317",
    slip_text="#F1EADD",
    table="#222329",
)


def palette_for(*, dark: bool, contrast: bool) -> Palette:
    """The palette of a choice of looks."""
    if contrast:
        return DARK_CONTRAST if dark else CONTRAST
    return DARK if dark else LIGHT
