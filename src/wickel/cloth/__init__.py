"""Cloth, its print, and the ways to spread it."""

from wickel.cloth.cloth import PRINT_NAMES, BadCloth, Cloth, Print
from wickel.cloth.spread import WAYS, FoldEdge, Ply, Section, Spread, Way, Zone, spread

__all__ = [
    "PRINT_NAMES",
    "WAYS",
    "BadCloth",
    "Cloth",
    "FoldEdge",
    "Ply",
    "Print",
    "Section",
    "Spread",
    "Way",
    "Zone",
    "spread",
]
