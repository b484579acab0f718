"""Laying by hand: pieces pushed over the cloth as paper is pushed over it.

contact   how far a shape may be pushed before it touches
bound     what holds a piece where it lies: its fold, the steps of the print
room      where on the cloth a shape may be: between its edges, clear of what lies there
grip      pieces in hand: followed to the nearest place where they can lie
stances   how a piece may be put down: turned, mirrored, in which zone, on which plies
snap      edges that lie flush
pile      two stacked cloths: what is cut through both moves in both
edits     lays made from lays: moved, turned, taken off, put on
relay     a lay gone on with from how it lies: filled in, bettered, pushed together
"""

from wickel.lay.hand.bound import Shift
from wickel.lay.hand.edits import (
    cut_short,
    folded_to,
    moved,
    put_on,
    swapped,
    taken_off,
    with_placements,
)
from wickel.lay.hand.grip import FOUR_WAYS, OTHER_CLOTH, Gap, Grip, made_ready
from wickel.lay.hand.inserting import first_place
from wickel.lay.hand.pile import beside, carried_along
from wickel.lay.hand.relay import Deed, gone_on_with
from wickel.lay.hand.snap import Snapped, flush
from wickel.lay.hand.stances import (
    Stance,
    elsewhere,
    hovering,
    lacking,
    middle,
    other_sides,
    other_turns,
    pushed_on,
    put_down,
    stances,
    stood_otherwise,
)

__all__ = [
    "FOUR_WAYS",
    "OTHER_CLOTH",
    "Deed",
    "Gap",
    "Grip",
    "Shift",
    "Snapped",
    "Stance",
    "beside",
    "carried_along",
    "cut_short",
    "elsewhere",
    "first_place",
    "flush",
    "folded_to",
    "gone_on_with",
    "hovering",
    "lacking",
    "made_ready",
    "middle",
    "moved",
    "other_sides",
    "other_turns",
    "pushed_on",
    "put_down",
    "put_on",
    "stances",
    "stood_otherwise",
    "swapped",
    "taken_off",
    "with_placements",
]
