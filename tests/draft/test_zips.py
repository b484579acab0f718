"""What is left along a zip, worked out by hand: wide only where it is, whatever is done to its
piece afterwards."""

from dataclasses import replace

import pytest

from tests.draft.test_builder import BODY, STYLE, drafted, full
from tests.draft.test_parts_by_hand import with_figures
from wickel.draft import STYLES, Allowances, draft, tape_checks
from wickel.draft.notions import notions
from wickel.draft.operations import Spot, reversed_piece, split, unfold
from wickel.draft.operations.seams import NewSeam
from wickel.geometry import Line, area, polygon, signed_area
from wickel.job.cards import Card, with_cards
from wickel.pattern import (
    Cut,
    Edge,
    EdgeKind,
    Pattern,
    Piece,
    Wider,
    cut_line,
    edge_length,
    net_line,
)

LONG = {"lower": "in-one", "below_waist_mm": 700.0, "pockets": "none"}


def square(wider=None):
    """100 × 60, 10 mm all round; along 20 to 50 of its lower side as ``wider`` says."""
    a, b, c, d = (0.0, 0.0), (100.0, 0.0), (100.0, 60.0), (0.0, 60.0)
    names = (("lower", a, b), ("right", b, c), ("upper", c, d), ("left", d, a))
    edges = tuple(
        Edge(
            name=name,
            path=(Line(p, q),),
            allowance_mm=10.0,
            wider=wider if name == "lower" else None,
        )
        for name, p, q in names
    )
    return Piece(id="p", name="P", edges=edges, cuts=(Cut(material="main", copies=1),))


def test_what_is_wider_stands_out_where_it_is_and_nowhere_else():
    plain, wide = cut_line(square()), cut_line(square(Wider(20.0, 50.0, 25.0)))
    # 30 long and 15 beyond the others
    assert area(wide) - area(plain) == pytest.approx(30 * 15, abs=0.01)
    assert not polygon(wide).covers(polygon([(15, -24), (19, -24), (19, -20)]))
    assert polygon(wide).covers(polygon([(21, -24), (49, -24), (49, -20)]))


def test_it_goes_the_way_of_its_edge():
    wide = square(Wider(20.0, 50.0, 25.0))
    turned = reversed_piece(wide)
    assert turned.edge("lower").wider == Wider(50.0, 80.0, 25.0)
    assert polygon(cut_line(turned)).symmetric_difference(polygon(cut_line(wide))).area < 0.01
    assert signed_area(net_line(turned)) * signed_area(net_line(wide)) < 0
    # cut apart at 40 each part keeps what lies on it
    seam = NewSeam(allowance_mm=10.0)
    parts = split(wide, Spot(edge="lower", share=0.4), Spot(edge="upper", share=0.6), seam)
    kept = {
        (edge.wider.from_mm, edge.wider.to_mm)
        for part in parts
        for edge in part.edges
        if edge.wider is not None
    }
    assert sorted(kept) == [pytest.approx((0.0, 10.0)), pytest.approx((20.0, 40.0))]


def test_of_a_piece_opened_on_its_fold_both_sides_keep_it():
    wide = square(Wider(20.0, 50.0, 25.0))
    fold = tuple(
        replace(edge, kind=EdgeKind.FOLD, allowance_mm=0.0) if edge.name == "upper" else edge
        for edge in wide.edges
    )
    opened = unfold(replace(wide, edges=fold))
    assert opened.edge("lower").wider == Wider(20.0, 50.0, 25.0)
    assert opened.edge("other lower").wider == Wider(50.0, 80.0, 25.0)


def test_a_zip_behind_is_left_2_cm_down_to_its_end_and_the_seam_below_it_1_cm():
    pattern = drafted()
    back = pattern.piece("skirt-back").edge("centre")
    long = edge_length(pattern.piece("skirt-back"), "centre")
    # from the hem up: the zip ends 18 cm below the waist
    assert back.allowance_mm == 10.0
    assert back.wider == Wider(pytest.approx(long - 180), pytest.approx(long), 20.0)
    assert pattern.piece("back").edge("centre").allowance_mm == 20.0


def test_a_zip_in_the_side_is_left_2_cm_above_and_below_the_waist():
    pattern = drafted(closing="side")
    for where in ("front", "back"):
        assert pattern.piece(where).edge("side").allowance_mm == 20.0
        below = pattern.piece(f"skirt-{where}").edge("side")
        assert (below.allowance_mm, below.wider) == (10.0, Wider(0.0, 180.0, 20.0))


def test_a_slit_below_a_zip_needs_its_room_too():
    pattern = draft(STYLES["pencil-skirt"], BODY, {}, Allowances())
    centre = pattern.piece("back").edge("centre")
    assert (centre.allowance_mm, centre.wider) == (20.0, None)


def test_where_seams_are_left_as_much_as_a_closing_nothing_is_wider():
    pattern = draft(STYLE, BODY, {"closing": "side"}, Allowances(preset="let-out"))
    assert all(edge.wider is None for piece in pattern.pieces for edge in piece.edges)


def test_the_zip_of_a_long_dress_in_one_ends_at_the_hip():
    pattern = drafted(**LONG)
    back = pattern.piece("back")
    (end,) = (notch for notch in back.notches if notch.edge == "centre")
    whole = edge_length(back, "centre")
    # the centre is straight: neck to waist, and waist to hip
    long = BODY["nape_to_waist"] + BODY["waist_to_hip"]
    assert whole - end.at_mm == pytest.approx(long, abs=0.5)
    (zip,) = (n for n in notions(STYLE.id, pattern, BODY, full(LONG)) if n.kind == "zip")
    assert zip.long_mm >= long > zip.long_mm - 100
    assert all(check.held for check in tape_checks(STYLE, pattern, BODY, LONG))
    # what ends at the hip is opened all the way
    short = drafted(**LONG | {"below_waist_mm": 200.0})
    assert not [n for n in short.piece("back").notches if n.edge == "centre"]


def test_the_maker_says_how_far_the_zip_goes_on():
    pattern = with_figures({"zip.below": 120.0}, **LONG)
    back = pattern.piece("back")
    (end,) = (notch for notch in back.notches if notch.edge == "centre")
    long = edge_length(back, "centre") - end.at_mm
    assert long == pytest.approx(BODY["nape_to_waist"] + 120, abs=0.5)


def test_what_a_card_leaves_at_an_edge_is_left_all_along():
    piece = square(Wider(20.0, 50.0, 25.0))
    cards = {"p": Card(allowances_mm={"lower": 12.0})}
    left = with_cards(Pattern(style="s", pieces=(piece,)), cards).piece("p").edge("lower")
    assert (left.allowance_mm, left.wider) == (12.0, None)
