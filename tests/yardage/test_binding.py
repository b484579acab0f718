"""Bias binding: the strips of a square, worked out by hand, and those of what a lay leaves."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wickel.yardage import JOIN_MM, from_square, from_what_is_left, joined_mm, strips_of_square

JOIN = 2 * math.sqrt(2) * JOIN_MM


def test_strips_of_a_square_by_hand():
    assert pytest.approx(16.97, abs=0.01) == JOIN
    # 300 mm: the diagonal is 424.26. Strips of 40: long sides 424.26, 344.26, 264.26, 184.26 (short
    # 104.26), each twice; each gives 40 less than its long side; the next would be 104.26 long and
    # give 64.26, too short to join
    assert strips_of_square(300, 40) == pytest.approx(
        [384.264, 384.264, 304.264, 304.264, 224.264, 224.264], abs=0.001
    )
    assert strips_of_square(100, 90) == ()


def test_a_short_binding_by_hand():
    # 140 mm of 40: 13 cm has a diagonal of 183.85 and gives 143.85, too short to be worth it; 14
    # cm: 197.99 − 40
    plan = from_square(140, 40)
    assert plan.square_mm == 140
    assert plan.strips_mm == pytest.approx([157.99], abs=0.001)
    assert plan.joins == 0
    # 250 mm: both strips beside the diagonal of that square, 2 · 157.99 − 16.97 = 299.0
    assert from_square(250, 40).square_mm == 140
    assert from_square(250, 40).length_mm == pytest.approx(299.0, abs=0.05)


def test_an_armhole_pair_by_hand():
    # 1000 mm of 40. 26 cm: diagonal 367.70: strips 327.70 ×2, 247.70 ×2, 167.70 ×2, in all 1486.2 −
    # 5·16.97 = 1401.3; 23 cm: diagonal 325.27: 285.27 ×2, 205.27 ×2 (125.27 is too short): 981.1 −
    # 3·16.97 = 930.2, not enough; 24 cm: diagonal 339.41: 299.41 ×2, 219.41 ×2: 1037.6 − 50.9 =
    # 986.7, not enough; 25 cm: diagonal 353.55: 313.55 ×2, 233.55 ×2, 153.55 ×2: of these four give
    # 1094.2 − 50.9 = 1043.3
    plan = from_square(1000, 40)
    assert plan.square_mm == 250
    assert plan.strips_mm == pytest.approx([313.553, 313.553, 233.553, 233.553], abs=0.001)
    assert plan.length_mm == pytest.approx(1043.3, abs=0.1)
    # the square less the four strips: 62500 − 40 · 1094.21 = 18731.5 mm² of triangles, trimmed ends
    # and what is spare
    assert plan.waste_mm2 == pytest.approx(18731.5, abs=1.0)


def test_a_long_narrow_binding_by_hand():
    # 3000 mm of 25. √(75000) = 273.9 → 28 cm: diagonal 395.98, strips 370.98, 320.98, 270.98,
    # 220.98, 170.98, each twice: 2709.8 − 9·16.97 = 2557; 29 cm: 385.12, 335.12, 285.12, 235.12,
    # 185.12: 2851.2 − 152.7 = 2698.5; 30 cm: 399.26, 349.26, 299.26, 249.26, 199.26 (149.26 too
    # short): 2992.6 − 152.7 = 2839.9; 31 cm: 413.41, 363.41, 313.41, 263.41, 213.41, 163.41: 3460.9
    # − 11·16.97 = 3274.2: enough
    plan = from_square(3000, 25)
    assert plan.square_mm == 310
    # without the last: 3297.5 − 10·16.97 = 3127.8; without the last two 3134.1 − 152.7 = 2981.4,
    # too little
    assert len(plan.strips_mm) == 11
    assert plan.length_mm == pytest.approx(3127.8, abs=0.3)


@given(st.floats(60, 8000), st.floats(10, 80))
def test_a_plan_is_long_enough_and_no_square_a_centimetre_smaller_is(length, width):
    plan = from_square(length, width)
    assert plan.length_mm >= length - 1e-6
    assert plan.square_mm**2 >= width * plan.length_mm
    assert plan.waste_mm2 >= 0
    assert joined_mm(strips_of_square(plan.square_mm - 10, width)) < length


@pytest.mark.parametrize(("length", "width"), [(0, 40), (-5, 40), (100, 0), (math.nan, 40)])
def test_binding_without_a_size_is_refused(length, width):
    with pytest.raises(ValueError, match="above 0"):
        from_square(length, width)


def test_what_is_left_gives_strips_where_it_is_wide_enough():
    # a square metre with nothing on it holds strips of the diagonal's length less the slant of both
    # ends: 1414.2 − 40
    square = ((0.0, 0.0), (1000.0, 0.0), (1000.0, 1000.0), (0.0, 1000.0))
    plan = from_what_is_left(1300, 40, square, ())
    assert plan is not None
    assert plan.square_mm is None
    assert plan.waste_mm2 == 0
    assert plan.strips_mm[0] == pytest.approx(
        1414.2 - 40, abs=12
    )  # 40 more where a band begins at the diagonal
    assert plan.joins == 0
    # cut the middle away, so that a frame of 100 is left: its bias strips are shorter than is worth
    # a join
    hole = ((100.0, 100.0), (900.0, 100.0), (900.0, 900.0), (100.0, 900.0))
    assert from_what_is_left(1300, 40, square, (hole,)) is None


def test_what_is_left_beside_pieces():
    cloth = ((0.0, 0.0), (1000.0, 0.0), (1000.0, 700.0), (0.0, 700.0))
    piece = ((0.0, 0.0), (1000.0, 0.0), (1000.0, 200.0), (0.0, 200.0))
    plan = from_what_is_left(2000, 40, cloth, (piece,))  # 1 m × 50 cm is free: bands of 707 − 40
    assert plan is not None
    assert plan.strips_mm[0] == pytest.approx(500 * math.sqrt(2) - 40, abs=1)
    assert plan.length_mm >= 2000
    assert from_what_is_left(13_000, 40, cloth, (piece,)) is None
