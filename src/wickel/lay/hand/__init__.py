"""Laying by hand: pieces pushed over the cloth as paper is pushed over it.

contact   how far a shape may be pushed before it touches
bound     what holds a piece where it lies: its fold, the steps of the print
room      where on the cloth a shape may be: between its edges, clear of what lies there
grip      pieces in hand: followed to the nearest place where they can lie
edits     lays made from lays: moved, turned, taken off, put on
"""

from wickel.lay.hand.bound import Shift
from wickel.lay.hand.edits import (
    cut_short,
    folded_to,
    lacking,
    moved,
    placed,
    poses_of,
    put_on,
    taken_off,
    with_placements,
)
from wickel.lay.hand.grip import Grip
from wickel.lay.parts import Lies

__all__ = [
    "Grip",
    "Lies",
    "Shift",
    "cut_short",
    "folded_to",
    "lacking",
    "moved",
    "placed",
    "poses_of",
    "put_on",
    "taken_off",
    "with_placements",
]
