"""A garment put together from parts: a neck, an upper part, sleeves, a collar, a closing, a lower
part, finished edges, pockets, a belt.

Each part is a thing of its own in a file of ``builder/parts``: it knows what it asks, what it is
sewn to, which pieces it makes and which checks follow. A garment in the making is a value that each
chosen part takes and gives on, in the order of the slots.
"""

from wickel.draft.builder.garment import (
    PARTS,
    Chosen,
    Recipe,
    as_asked,
    garment_options,
    made_to_fit,
    parts_chosen,
    without_others,
)
from wickel.draft.builder.making import Making, Part, Slot

__all__ = [
    "PARTS",
    "Chosen",
    "Making",
    "Part",
    "Recipe",
    "Slot",
    "as_asked",
    "garment_options",
    "made_to_fit",
    "parts_chosen",
    "without_others",
]
