"""How long and how a lay is searched for: one value that goes through every search."""

from __future__ import annotations

from dataclasses import dataclass

DEFAULT_EFFORT = 1000


@dataclass(frozen=True, slots=True, kw_only=True)
class Search:
    """The settings of a search: with one worker the same settings give the same lay.

    ``effort`` counts steps; how many seconds it may take is the caller's business, who ends it by
    its report. ``workers`` search side by side.
    """

    seed: int = 1
    effort: int = DEFAULT_EFFORT
    workers: int = 1
