"""What a lay leaves, against areas and rectangles worked out by hand."""

import pytest

from tests.lay.test_hand import laid, rectangle
from wickel.lay.waste import largest_rectangles, left_over


def test_between_two_pieces_a_gap_is_left():
    pieces = (rectangle("a", 100, 1000), rectangle("b", 100, 1000), rectangle("c", 300, 400))
    lay = laid(pieces, (("a", (0.0, 0.0)), ("b", (400.0, 0.0)), ("c", (100.0, 0.0))))
    (gap,) = left_over(lay)
    assert gap.mm2 == pytest.approx(300 * 600)
    (box,) = largest_rectangles(lay)
    assert (box.min_x, box.min_y, box.width, box.height) == pytest.approx((100, 400, 300, 600))


def test_the_largest_comes_first_and_none_lies_over_another():
    pieces = (rectangle("a", 200, 300), rectangle("b", 500, 100))
    lay = laid(pieces, (("a", (0.0, 0.0)), ("b", (300.0, 900.0))))
    boxes = largest_rectangles(lay, 4)
    sizes = [box.width * box.height for box in boxes]
    assert sizes == sorted(sizes, reverse=True)
    # above the first piece and beside it: 600 × 900 beyond it
    assert boxes[0].width * boxes[0].height >= 600 * 900 - 1
    for k, one in enumerate(boxes):
        for other in boxes[k + 1 :]:
            apart_x = min(one.max_x, other.max_x) - max(one.min_x, other.min_x)
            apart_y = min(one.max_y, other.max_y) - max(one.min_y, other.min_y)
            assert min(apart_x, apart_y) <= 1e-6


def test_where_everything_is_covered_nothing_is_left():
    lay = laid((rectangle("a", 200, 1000),), (("a", (0.0, 0.0)),))
    assert left_over(lay) == ()
    assert largest_rectangles(lay) == ()


def test_a_strip_too_narrow_for_anything_is_no_rectangle_to_offer():
    pieces = (rectangle("a", 200, 1000), rectangle("b", 200, 1000))
    for gap, offered in ((50.0, 0), (70.0, 1)):  # 6 cm is the least
        lay = laid(pieces, (("a", (0.0, 0.0)), ("b", (200.0 + gap, 0.0))))
        assert len(largest_rectangles(lay)) == offered
