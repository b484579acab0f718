"""Pieces on the bias that are their own mirror image are laid as halves, and are the same as a
whole."""

from dataclasses import replace

import pytest
from shapely.geometry import Polygon

from wickel.geometry import unfold_outline
from wickel.job import cut_pieces
from wickel.job.halves import as_half
from wickel.lay import CutOrder, CutPiece, Grain, Mark, OnPrint, Search, make_lay
from wickel.studio import new_order

KITE = ((0.0, 0.0), (200.0, -150.0), (600.0, 0.0), (200.0, 150.0))


def piece(outline=KITE, **more):
    return CutPiece(
        id="p",
        name="P",
        cut_line=outline,
        orders=(CutOrder(cloth="main", copies=2),),
        grain=Grain.BIAS,
        grain_deg=45.0,
        **more,
    )


def test_a_kite_is_cut_in_two_along_its_middle():
    half = as_half(
        piece(
            net_line=((20.0, 0.0), (200.0, -130.0), (570.0, 0.0), (200.0, 130.0)),
            inner_lines=(((100.0, -50.0), (100.0, 50.0)), ((50.0, -10.0), (90.0, -20.0))),
        )
    )
    assert set(half.cut_line) == {(0.0, 0.0), (600.0, 0.0), (200.0, 150.0)}
    (order,) = half.orders
    assert order.copies == 2
    assert {frozenset(edge) for edge in order.fold_edges} == {frozenset({(0.0, 0.0), (600.0, 0.0)})}
    assert set(half.net_line) == {(20.0, 0.0), (570.0, 0.0), (200.0, 130.0)}
    assert half.inner_lines == (((100.0, 0.0), (100.0, 50.0)),)


@pytest.mark.parametrize(
    "other",
    [
        piece(((0.0, 0.0), (200.0, -150.0), (600.0, 10.0), (200.0, 150.0))),  # not its own mirror
        replace(piece(), grain=Grain.STRAIGHT),
        replace(piece(), orders=(CutOrder(cloth="main", copies=2, pair=True),)),
        replace(piece(), holes=(((250.0, -20.0), (250.0, 20.0), (300.0, 0.0)),)),
        replace(piece(), on_print=OnPrint(marks=(Mark(seam="side", at=(0.0, 0.0)),))),
        # two lobes that meet in their middle only by a point: no edge to lie on a fold
        piece(((0.0, 0.0), (100.0, -90.0), (200.0, 0.0), (100.0, 90.0), (99.0, 0.5), (99.0, -0.5))),
    ],
)
def test_what_is_no_such_piece_stays_as_it_is(other):
    assert as_half(other) == other


@pytest.mark.parametrize(("style", "options"), [("slip-top", {}), ("circle-skirt", None)])
def test_drafted_bias_pieces_are_laid_whole_as_they_were_drafted(style, options):
    job = new_order(style)
    (garment,) = job.garments
    chosen = {"circle": "half", "panels": "2", "grain": "bias"} if options is None else options
    job = replace(job, garments=(replace(garment, options={**garment.options, **chosen}),))
    pieces = cut_pieces(job)
    halves = [own for own in pieces if own.grain is Grain.BIAS and own.orders[0].fold_edges]
    assert halves
    lay = make_lay(pieces, job.cloths[0], "open", search=Search(effort=1))
    for half in halves:
        whole = Polygon(unfold_outline(half.cut_line, half.orders[0].fold_edges[0])[0])
        laid = [own for own in lay.placements if own.piece == half.id]
        assert len(laid) == half.orders[0].copies
        assert all(not own.on_fold for own in laid)
        assert whole.area == pytest.approx(2 * Polygon(half.cut_line).area)
    # and with their middles on a slanting fold
    slanting = make_lay(pieces, job.cloths[0], "diagonal+open", search=Search(effort=1))
    assert slanting.complete
    on_it = {own.piece for own in slanting.placements if own.fold == "diagonal"}
    assert on_it & {half.id for half in halves}
