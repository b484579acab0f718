"""Piece, edge, seam, notch, net line and cut line."""

from wickel.pattern.piece import (
    ConstructionPoint,
    Cut,
    Edge,
    EdgeKind,
    InnerLine,
    Notch,
    Pattern,
    Piece,
    Seam,
    cut_line,
    edge_length,
    fold_edges,
    length_between,
    net_line,
    notch_point,
    with_allowances,
)

__all__ = [
    "ConstructionPoint",
    "Cut",
    "Edge",
    "EdgeKind",
    "InnerLine",
    "Notch",
    "Pattern",
    "Piece",
    "Seam",
    "cut_line",
    "edge_length",
    "fold_edges",
    "length_between",
    "net_line",
    "notch_point",
    "with_allowances",
]
