"""Pieces and styles that a maker writes: points with formulas, evaluated safely, drafted for every body."""

from wickel.draft.own.formulas import BadFormula, Formulas, evaluated, names_in
from wickel.draft.own.own_style import (
    LINES,
    OWN_ROLES,
    OwnOption,
    OwnPiece,
    OwnPoint,
    OwnStyle,
    blank_style,
    own_from_pattern,
    own_points,
    style_of,
)

__all__ = [
    "LINES",
    "OWN_ROLES",
    "BadFormula",
    "Formulas",
    "OwnOption",
    "OwnPiece",
    "OwnPoint",
    "OwnStyle",
    "blank_style",
    "evaluated",
    "names_in",
    "own_from_pattern",
    "own_points",
    "style_of",
]
