"""The eight stages of the window, in the order in which a job comes through them."""

from __future__ import annotations

from enum import IntEnum


class Stage(IntEnum):
    """A stage; its number is its place on the thread, and in the stack of the window."""

    JOBS = 0
    BODY = 1
    DRAFT = 2
    CLOTH = 3
    LAY = 4
    BUY = 5
    CUT = 6
    LOG = 7

    @property
    def title(self) -> str:
        """The name a maker reads."""
        return self.name.capitalize()
