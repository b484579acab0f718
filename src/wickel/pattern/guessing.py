"""Roles by what pieces, edges, lines and notches are called: a first guess, for what comes from a
file or from rows of a maker's own and says nothing else.

Nothing that the house draws is guessed: it says its roles where it is drawn.
"""

from __future__ import annotations

import re
from dataclasses import replace
from typing import TypeVar

from wickel.pattern.edge_words import HOUSE_ROLES, OTHER_SIDE
from wickel.pattern.piece import Edge, InnerLine, Notch, Piece
from wickel.pattern.roles import EdgeRole, Layer, LineKind, NotchKind, PieceRole, View

_T = TypeVar("_T")
_PIECES = (
    ("cap sleeve", PieceRole.CAP_SLEEVE),
    ("sleeve band", PieceRole.CUFF),
    ("cuff", PieceRole.CUFF),
    ("turn up", PieceRole.TURN_UP),
    ("sleeve", PieceRole.SLEEVE),
    ("collar stand", PieceRole.COLLAR_STAND),
    ("collar", PieceRole.COLLAR),
    ("hood", PieceRole.HOOD),
    ("patch pocket", PieceRole.PATCH),
    ("pocket", PieceRole.POCKET),
    ("waistband", PieceRole.WAISTBAND),
    ("casing", PieceRole.CASING),
    ("piping", PieceRole.PIPING),
    ("binding", PieceRole.BINDING),
    ("hem band", PieceRole.HEM_BAND),
    ("frill", PieceRole.FRILL),
    ("placket", PieceRole.PLACKET),
    ("lacing", PieceRole.LACING),
    ("stay", PieceRole.STAY),
    ("strap", PieceRole.STRAP),
    ("belt", PieceRole.BELT),
    ("sash", PieceRole.BELT),
    ("loop", PieceRole.LOOP),
    ("bow", PieceRole.BOW),
    ("tie", PieceRole.TIE),
    ("cord", PieceRole.TIE),
    ("drawstring", PieceRole.TIE),
    ("yoke", PieceRole.YOKE),
    ("tier", PieceRole.TIER),
    ("leg", PieceRole.LEG),
    ("skirt", PieceRole.SKIRT),
    ("panel", PieceRole.SKIRT),
    ("peplum", PieceRole.SKIRT),
    ("godet", PieceRole.SKIRT),
    ("band", PieceRole.BAND),
    ("front", PieceRole.BODICE),
    ("back", PieceRole.BODICE),
)
"""Words of pieces, what says more before what says less."""
_LAYERS = (("facing", Layer.FACING), ("lining", Layer.LINING))
_VIEWS = (("front", View.FRONT), ("back", View.BACK))
_LINES = (
    ("dart", LineKind.DART),
    ("pleat", LineKind.PLEAT),
    ("slit", LineKind.SLIT),
    ("keyhole", LineKind.SLIT),
    ("bone", LineKind.BONE),
    ("drill", LineKind.DRILL),
    ("crease", LineKind.CREASE),
    ("casing", LineKind.CASING),
    ("fold", LineKind.FOLD),
)
_NOTCHES = (
    ("button", NotchKind.BUTTON),
    ("eyelet", NotchKind.EYELET),
    ("zip end", NotchKind.ZIP_END),
    ("zip", NotchKind.ZIP),
    ("slit", NotchKind.SLIT),
)
_LOWER = (EdgeRole.WAIST,)
_UPPER = (EdgeRole.NECK, EdgeRole.TOP, EdgeRole.SHOULDER, EdgeRole.ARMHOLE)


def with_guessed_roles(piece: Piece) -> Piece:
    """The piece with roles by its names, wherever it has none of its own."""
    edges = tuple(map(_edge, piece.edges))
    whole = replace(
        piece,
        edges=edges,
        inner_lines=tuple(map(_line, piece.inner_lines)),
        notches=tuple(map(_notch, piece.notches)),
    )
    if piece.role is not PieceRole.OTHER:
        return whole
    words = _words(f"{piece.id} {piece.name}")
    role = _first(words, _PIECES, PieceRole.OTHER)
    if role is PieceRole.BODICE and whole.has(EdgeRole.CROTCH):
        role = PieceRole.LEG
    elif role is PieceRole.BODICE and whole.has(*_LOWER) and not whole.has(*_UPPER):
        role = PieceRole.SKIRT
    layer = _first(words, _LAYERS, Layer.OUTER)
    of = re.sub(r"-(facing|lining)$", "", piece.id) if layer is not Layer.OUTER else ""
    return replace(
        whole,
        role=role,
        view=_first(words, _VIEWS, View.BOTH),
        layer=layer,
        of="" if of == piece.id else of,
    )


def _edge(edge: Edge) -> Edge:
    if edge.role is not EdgeRole.OTHER:
        return edge
    plain = edge.name.removesuffix(", on").removeprefix(OTHER_SIDE)
    role = HOUSE_ROLES.get(plain) or HOUSE_ROLES.get(re.sub(r" \d+$", "", plain))
    return edge if role is None else replace(edge, role=role)


def _line(line: InnerLine) -> InnerLine:
    if line.kind is not LineKind.OTHER:
        return line
    return replace(line, kind=_first(_words(line.name), _LINES, LineKind.OTHER))


def _notch(notch: Notch) -> Notch:
    if notch.kind is not NotchKind.MATCH:
        return notch
    return replace(notch, kind=_first(_words(notch.name), _NOTCHES, NotchKind.MATCH))


def _words(text: str) -> str:
    """A name with its words apart, between spaces."""
    return f" {re.sub(r'[^a-z]+', ' ', text.casefold())} "


def _first(words: str, table: tuple[tuple[str, _T], ...], otherwise: _T) -> _T:
    """What the first of some words stands for that is among others, alone or as many of it."""
    found = (of for word, of in table if f" {word} " in words or f" {word}s " in words)
    return next(found, otherwise)
