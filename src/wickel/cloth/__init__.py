"""Cloth, its print, and the ways to spread it."""

from wickel.cloth.cloth import PRINT_NAMES, BadCloth, Cloth, Print
from wickel.cloth.spread import (
    COMBINED,
    WAYS,
    BadWay,
    FoldEdge,
    Ply,
    Section,
    SectionPlan,
    Spread,
    Way,
    Zone,
    depth_fits,
    planned,
    spread,
    way_name,
)

__all__ = [
    "COMBINED",
    "PRINT_NAMES",
    "WAYS",
    "BadCloth",
    "BadWay",
    "Cloth",
    "FoldEdge",
    "Ply",
    "Print",
    "Section",
    "SectionPlan",
    "Spread",
    "Way",
    "Zone",
    "depth_fits",
    "planned",
    "spread",
    "way_name",
]
