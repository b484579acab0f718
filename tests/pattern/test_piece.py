"""Pieces: edges, notches, net line and cut line."""

import pytest

from wickel.geometry import Line, area, bounds
from wickel.pattern import (
    Cut,
    Edge,
    EdgeKind,
    Notch,
    Piece,
    cut_line,
    edge_length,
    fold_edges,
    length_between,
    net_line,
    notch_point,
    with_allowances,
)


def skirt(**changes):
    """A plain half skirt: 600 long, 250 wide, centre on the fold at y = 0."""
    corners = ((0, 0), (0, 250), (600, 250), (600, 0))
    kinds = (
        ("waist", 10, EdgeKind.SEAM),
        ("side", 15, EdgeKind.SEAM),
        ("hem", 40, EdgeKind.HEM),
        ("centre", 0, EdgeKind.FOLD),
    )
    edges = tuple(
        Edge(name=name, path=(Line(a, b),), allowance_mm=mm, kind=kind)
        for (name, mm, kind), a, b in zip(kinds, corners, (*corners[1:], corners[0]), strict=True)
    )
    given = {
        "id": "skirt",
        "name": "Skirt",
        "edges": edges,
        "cuts": (Cut(material="main", copies=1, on_fold=True),),
    }
    return Piece(**{**given, **changes})


def test_net_and_cut_line_are_kept_apart():
    piece = skirt()
    assert area(net_line(piece)) == pytest.approx(600 * 250)
    assert area(cut_line(piece)) == pytest.approx(650 * 265)  # 10 + 600 + 40 long, 250 + 15 wide
    assert bounds(cut_line(piece)).min_y == pytest.approx(0)


def test_the_fold_edge_of_the_cut_line_holds_the_allowances_at_its_ends():
    ((start, end),) = fold_edges(skirt(), cut_line(skirt()))
    assert sorted([start[0], end[0]]) == pytest.approx([-10, 640])
    assert start[1] == end[1] == 0


def test_edge_lengths_and_lengths_between_notches():
    notches = (
        Notch(name="pocket top", edge="side", at_mm=120),
        Notch(name="pocket bottom", edge="side", at_mm=280),
        Notch(name="middle", edge="waist", at_mm=125),
    )
    piece = skirt(notches=notches)
    assert edge_length(piece, "side") == 600
    assert length_between(piece, "pocket bottom", "pocket top") == 160
    assert notch_point(piece, notches[0]) == (120, 250)
    with pytest.raises(ValueError, match="different edges"):
        length_between(piece, "pocket top", "middle")


def test_a_chain_that_does_not_close_is_refused():
    with pytest.raises(ValueError, match="does not end where"):
        skirt(edges=skirt().edges[:3])


def test_two_edges_of_one_name_are_refused():
    edge = skirt().edges[0]
    back = Edge(name="waist", path=(Line(edge.end, edge.start),), allowance_mm=0)
    with pytest.raises(ValueError, match="one name"):
        skirt(edges=(edge, back))


def test_a_fold_never_takes_an_allowance():
    piece = with_allowances(skirt(), {"centre": 20, "hem": 60})
    assert piece.edge("centre").allowance_mm == 0
    assert piece.edge("hem").allowance_mm == 60
