"""Half pieces unfolded across their fold."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wickel.geometry import BadFold, area, bounds, checked_fold, half_above, unfold_outline

HALF = ((0, 0), (600, 0), (600, 240), (0, 260))
FOLD = ((0, 0), (600, 0))


def test_a_half_becomes_a_whole_of_twice_its_area():
    outline, holes = unfold_outline(HALF, FOLD)
    assert area(outline) == pytest.approx(2 * area(HALF))
    assert holes == ()
    box = bounds(outline)
    assert (box.min_y, box.max_y) == pytest.approx((-260, 260))
    assert len(outline) == 4  # the ends of the fold lie straight between their neighbours


def test_a_gap_in_the_fold_becomes_a_hole():
    gapped = ((0, 0), (200, 0), (200, 30), (400, 30), (400, 0), (600, 0), (600, 240), (0, 240))
    outline, holes = unfold_outline(gapped, ((0, 0), (200, 0)))
    assert len(holes) == 1
    assert area(holes[0]) == pytest.approx(200 * 60)
    assert area(outline, holes) == pytest.approx(2 * area(gapped))


def test_two_fold_edges_on_one_line_are_accepted():
    gapped = ((0, 0), (200, 0), (200, 30), (400, 30), (400, 0), (600, 0), (600, 240), (0, 240))
    checked_fold(gapped, [((0, 0), (200, 0)), ((400, 0), (600, 0))])


@pytest.mark.parametrize(
    ("edge", "reason"),
    [
        (((0, 50), (600, 50)), "not an edge"),
        (((0, 0), (600, 5)), "not an edge"),
        (((0, 0), (700, 0)), "not an edge"),
        (((0, 0), (0, 0)), "without length"),
    ],
)
def test_a_fold_edge_must_be_an_edge(edge, reason):
    with pytest.raises(BadFold, match=reason):
        checked_fold(HALF, [edge])


def test_a_piece_on_both_sides_of_its_fold_is_refused():
    cross = ((0, 0), (300, 0), (300, -100), (400, -100), (400, 200), (0, 200))
    with pytest.raises(BadFold, match="both sides"):
        checked_fold(cross, [((0, 0), (300, 0))])


@given(st.floats(-0.09, 0.09))
def test_a_tenth_of_a_millimetre_off_the_fold_still_joins(off):
    half = ((0, 0), (300, off), (600, 0), (600, 240), (0, 260))
    outline, holes = unfold_outline(half, FOLD)
    assert holes == ()
    assert area(outline) == pytest.approx(2 * area(HALF), rel=1e-3)


def test_what_lies_above_a_line_is_a_half_with_its_edges_on_it():
    half, edges = half_above(((0, -10), (40, -10), (40, 10), (0, 10)), 0.0)
    assert set(half) == {(0.0, 0.0), (40.0, 0.0), (40.0, 10.0), (0.0, 10.0)}
    assert {frozenset(edge) for edge in edges} == {frozenset({(0.0, 0.0), (40.0, 0.0)})}
    # a U: two edges on the line
    u = ((0, -10), (30, -10), (30, 10), (20, 10), (20, -5), (10, -5), (10, 10), (0, 10))
    assert half_above(u, 0.0) is None  # two parts
    turned = tuple((y, x) for x, y in u)
    half, edges = half_above(turned, 15.0)
    assert sum(abs(b[0] - a[0]) for a, b in edges) == 5.0
    assert half_above(((0, -10), (40, -10), (20, 0)), 0.0) is None  # nothing above it


def test_fold_edges_on_two_lines_are_refused():
    box = ((0, 0), (300, 0), (300, 100), (0, 100))
    with pytest.raises(BadFold, match="line"):
        checked_fold(box, [((0, 0), (300, 0)), ((300, 0), (300, 100))])
