"""Nesting: outlines placed along a strip, as short as possible. Knows nothing of cloth or garments.

problem      what is asked and answered
tables       for two candidates, where on a grid they overlap and how deep
kernels      the hot loops, compiled where that is possible; plain: the same with NumPy
separation   the search for shorter lays by taking overlaps out
compaction   lays pushed together by linear programs, off the grid
locked       items that stay where they are
starting     loops compiled elsewhere meanwhile, threads let come to their end
search       how these are put together
"""

from wickel.lay.nest.problem import (
    NEVER_AGAIN_MM,
    ORDERS,
    Candidate,
    Item,
    Lattice,
    NoPlace,
    Problem,
    Report,
    Solution,
    Spot,
    Stopped,
)
from wickel.lay.nest.search import (
    MANY_CANDIDATES,
    VERY_MANY_CANDIDATES,
    push_together,
    quick_length,
    search,
    warm_in_background,
    warm_up,
)
from wickel.lay.nest.starting import leave, ready_or_begun
from wickel.lay.nest.tables import Tick

__all__ = [
    "MANY_CANDIDATES",
    "NEVER_AGAIN_MM",
    "ORDERS",
    "VERY_MANY_CANDIDATES",
    "Candidate",
    "Item",
    "Lattice",
    "NoPlace",
    "Problem",
    "Report",
    "Solution",
    "Spot",
    "Stopped",
    "Tick",
    "leave",
    "push_together",
    "quick_length",
    "ready_or_begun",
    "search",
    "warm_in_background",
    "warm_up",
]
