"""What pieces, edges, lines and notches are, apart from what they are called.

Roles are given where a part draws. Whatever reads a pattern - the sketch, the notions, the joining
card, cautions, the order of cutting - goes by them; names are for people, and ids for finding a
piece again.
"""

from __future__ import annotations

from enum import StrEnum


class PieceRole(StrEnum):
    """Which part of a garment a piece is."""

    OTHER = "other"
    BODICE = "bodice"
    YOKE = "yoke"
    SLEEVE = "sleeve"
    CAP_SLEEVE = "cap sleeve"
    CUFF = "cuff"
    TURN_UP = "turn-up"
    COLLAR = "collar"
    COLLAR_STAND = "collar stand"
    HOOD = "hood"
    SKIRT = "skirt"
    TIER = "tier"
    LEG = "leg"
    WAISTBAND = "waistband"
    CASING = "casing"
    BAND = "band"
    HEM_BAND = "hem band"
    FRILL = "frill"
    BINDING = "binding"
    PIPING = "piping"
    STAY = "stay"
    PLACKET = "placket"
    LACING = "lacing"
    POCKET = "pocket"
    PATCH = "patch pocket"
    STRAP = "strap"
    BELT = "belt"
    TIE = "tie"
    LOOP = "loop"
    BOW = "bow"
    WING = "wing"


COLLARS = (PieceRole.COLLAR_STAND, PieceRole.COLLAR)
"""What a collar is made of, the lowest first."""
ROUND_THE_NECK = (*COLLARS, PieceRole.HOOD)
POCKETS = (PieceRole.POCKET, PieceRole.PATCH)


class View(StrEnum):
    """On which side of a garment a piece is seen."""

    FRONT = "front"
    BACK = "back"
    BOTH = "both"


class Layer(StrEnum):
    """Whether a piece is seen, or lies behind another."""

    OUTER = "outer"
    FACING = "facing"
    LINING = "lining"


class EdgeRole(StrEnum):
    """What an edge is of a garment."""

    OTHER = "other"
    NECK = "neck"
    SHOULDER = "shoulder"
    ARMHOLE = "armhole"
    CAP = "cap"
    SIDE = "side"
    PANEL = "panel seam"
    YOKE = "yoke seam"
    RAGLAN = "raglan seam"
    WAIST = "waist"
    HEM = "hem"
    TOP = "top"
    CENTRE = "centre"
    OPENING = "opening"
    WRAP = "wrap"
    INSEAM = "inseam"
    CROTCH = "crotch"
    SLEEVE_SEAM = "sleeve seam"
    OVERARM = "overarm"
    SLEEVE_END = "sleeve end"
    COLLAR_BEHIND = "collar behind"
    COLLAR_SEAM = "collar seam"
    COLLAR_EDGE = "collar edge"
    CROWN = "crown"
    OUTER = "outer"
    FRONT_END = "front end"
    JOIN = "join"
    END = "end"
    BAG = "bag"


class LineKind(StrEnum):
    """What a line inside a piece is."""

    OTHER = "other"
    DART = "dart"
    PLEAT = "pleat"
    SLIT = "slit"
    FOLD = "fold"
    CREASE = "crease"
    BONE = "bone"
    CASING = "casing"
    DRILL = "drill"
    CUT_OPEN = "cut open"


class NotchKind(StrEnum):
    """What a notch marks."""

    MATCH = "match"
    BUTTON = "button"
    EYELET = "eyelet"
    ZIP = "zip"
    ZIP_END = "zip end"
    SLIT = "slit"
