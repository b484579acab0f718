"""Where what was asked of a draft cannot be drawn, and nobody foresaw it, the maker is told of
which garment and by which figures, and never sees the inside of the program.

Refusals that were foreseen go through as they are. A fault of the house's own, with nothing asked
of the maker's own, is refused too: one garment must not take the rest of a job along.
"""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager

import shapely

from wickel.draft import DraftRefused
from wickel.job.job import Garment, JobRefused
from wickel.wording import Sentence, Text, say, words_of

UNFORESEEN = (
    ArithmeticError,
    AssertionError,
    LookupError,
    ValueError,
    shapely.errors.ShapelyError,
)
"""What may go wrong in arithmetic and geometry with figures beyond all bounds, and where a card or
a change names what is not there."""


@contextmanager
def refusing(garment: Garment) -> Iterator[None]:
    """Say what could not be drawn as a refusal.

    Raises:
        DraftRefused, JobRefused: as they were raised within.
        JobRefused: in the place of everything in ``UNFORESEEN``.
    """
    try:
        yield
    except (DraftRefused, JobRefused):
        raise
    except UNFORESEEN as fault:
        raise JobRefused(_said(garment, fault)) from fault


def _said(garment: Garment, fault: Exception) -> Text:
    """What to say of a fault: its own sentence where it has one, else whose it may be."""
    reason = words_of(fault)
    if isinstance(reason, Sentence):
        return reason
    name = garment.name or garment.style
    missing = str(fault.args[0]) if isinstance(fault, KeyError) and fault.args else ""
    if " has no " in missing:  # a card or a change that names an edge, a piece
        return say("sound.names-what-is-not-there", garment=name, missing=missing)
    own = ", ".join((*garment.figures, *garment.options))
    if own:
        return say("sound.cannot-be-drawn", garment=name, own=own)
    return say("sound.cannot-be-drawn-as-it-is", garment=name)
