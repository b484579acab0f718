"""A dress, blouse or tunic put together from parts (``draft.builder``)."""

from wickel.draft.builder import (
    PARTS,
    Recipe,
    Slot,
    garment_options,
    parts_chosen,
)
from wickel.draft.style import Style

_USUAL = {
    Slot.NECK: "round",
    Slot.UPPER: "darts",
    Slot.SLEEVE: "short",
    Slot.CLOSING: "back",
    Slot.COLLAR: "none",
    Slot.WAIST: "plain",
    Slot.LOWER: "half-circle",
    Slot.OPENING: "none",
    Slot.HEM: "turned",
    Slot.EDGES: "faced",
    Slot.DART: "side",
    Slot.YOKE: "none",
    Slot.LINING: "none",
    Slot.DRAPE: "none",
    Slot.CLOTHS: "none",
    Slot.POCKETS: "seams",
    Slot.BELT: "none",
    Slot.EXTRA: "none",
}
_EVERY = [part for own in PARTS.values() for part in own.values()]

_MADE = Recipe(style="from-parts", parts=parts_chosen)

STYLE = Style(
    id="from-parts",
    name="Garment from parts",
    summary="Any neck, upper part, sleeve, closing, collar and skirt, put together as you choose.",
    charts=("women", "men", "children"),
    required=tuple(dict.fromkeys(m for part in _EVERY for m in part.required)),
    options=garment_options(_USUAL),
    materials=("main", "interfacing"),
    roles=tuple(dict.fromkeys(role for part in _EVERY for role in part.roles)),
    steps=_MADE.steps,
    checked=_MADE.checked,
    brings=_MADE.brings,
    once={"pocket.": "slant.pocket."},
)
