"""Cloth, its print, and the ways to spread it."""

from wickel.cloth.cloth import PRINT_NAMES, BadCloth, Cloth, Flaw, Kind, Print
from wickel.cloth.folding import Face, Panel, fold_panels
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
    "Face",
    "Flaw",
    "FoldEdge",
    "Kind",
    "Panel",
    "Ply",
    "Print",
    "Section",
    "SectionPlan",
    "Spread",
    "Way",
    "Zone",
    "depth_fits",
    "fold_panels",
    "planned",
    "spread",
    "way_name",
]
