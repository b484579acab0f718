"""How far a job has come on its way through the studio, and why one is late."""

from __future__ import annotations

from enum import StrEnum
from typing import Final

from wickel.wording import tr


class State(StrEnum):
    """How far a job has come."""

    ASKED = "asked"
    MEASURED = "measured"
    BOUGHT = "cloth-bought"
    CUT = "cut"
    SEWING = "sewing"
    FITTING = "fitting"
    DONE = "done"
    HANDED_OVER = "handed-over"


STATES: Final = tuple(State)

STATE_NAMES: Final[dict[State, str]] = {
    State.ASKED: tr("asked for"),
    State.MEASURED: tr("measured"),
    State.BOUGHT: tr("cloth bought"),
    State.CUT: tr("cut"),
    State.SEWING: tr("being sewn"),
    State.FITTING: tr("to be fitted"),
    State.DONE: tr("done"),
    State.HANDED_OVER: tr("handed over"),
}

COMMON_WAITS: Final = (
    tr("the client's measurements"),
    tr("the cloth"),
    tr("the lining"),
    tr("a zip or buttons"),
    tr("a fitting"),
    tr("an answer"),
)
"""What jobs mostly wait for."""


def is_before(one: State, other: State) -> bool:
    """Whether one state comes before another."""
    return STATES.index(one) < STATES.index(other)


def is_to_cut(state: State) -> bool:
    """Whether its cloth is still to be cut."""
    return is_before(state, State.CUT)


def is_in_work(state: State) -> bool:
    """Whether there is still something to do for it."""
    return is_before(state, State.DONE)


def at_least(now: State, reached: State) -> State:
    """The later of what it is and what has been reached."""
    return reached if is_before(now, reached) else now
