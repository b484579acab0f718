"""Pieces and styles that a maker writes: points with formulas, evaluated safely, drafted for every
body."""

from wickel.draft.formulas import BadFormula, Formulas, evaluate, names_in
from wickel.draft.own.drawn import AS_DRAWN, CHOSEN, drawn_pieces
from wickel.draft.own.own_style import (
    LINES,
    OWN_ROLES,
    OwnOption,
    OwnPiece,
    OwnPoint,
    OwnStyle,
    blank_style,
    lost_in_rewriting,
    own_from_pattern,
    own_points,
    style_of,
)

__all__ = [
    "AS_DRAWN",
    "CHOSEN",
    "LINES",
    "OWN_ROLES",
    "BadFormula",
    "Formulas",
    "OwnOption",
    "OwnPiece",
    "OwnPoint",
    "OwnStyle",
    "blank_style",
    "drawn_pieces",
    "evaluate",
    "lost_in_rewriting",
    "names_in",
    "own_from_pattern",
    "own_points",
    "style_of",
]
