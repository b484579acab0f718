"""Nesting: outlines placed along a strip, as short as possible. Knows nothing of cloth or garments."""

from wickel.lay.nest.problem import Candidate, Item, Problem, Report, Solution, Spot, Stopped
from wickel.lay.nest.search import search

__all__ = ["Candidate", "Item", "Problem", "Report", "Solution", "Spot", "Stopped", "search"]
