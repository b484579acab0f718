"""Two windows have changed the same thing: what only one has changed is taken from either; what
both have changed is for the maker to settle."""

from __future__ import annotations

from dataclasses import fields
from typing import Any, TypeVar

from wickel.wording import say

_T = TypeVar("_T")


class Clash(ValueError):
    """Both have changed the same. ``theirs`` is the whole of the other one, ``mine`` that with
    everything changed here, ``names`` the fields in which they cannot be brought together. The
    message is one sentence."""

    def __init__(self, mine: object, theirs: object, names: tuple[str, ...]) -> None:
        super().__init__(say("book.clash", names=", ".join(names)))
        self.mine, self.theirs, self.names = mine, theirs, names


def merged(seen: _T | None, mine: _T, theirs: _T | None) -> _T:
    """Mine with what only the other window has changed since ``seen``.

    Where nothing was seen, or the other one is gone, mine stands.

    Raises:
        Clash: a field was changed in both, to different values.
    """
    if seen is None or theirs is None or theirs == seen:
        return mine
    values: dict[str, Any] = {}
    clashing = []
    for field in fields(mine):  # type: ignore[arg-type]
        before, own, other = (getattr(each, field.name) for each in (seen, mine, theirs))
        values[field.name] = other if own == before else own
        if own != before and other not in (before, own):
            clashing.append(field.name)
    together = type(mine)(**values)
    if clashing:
        raise Clash(together, theirs, tuple(clashing))
    return together
