"""Sketches of garments: they look like what is drafted."""

import pytest

from wickel.body import CHARTS
from wickel.draft import STYLES, Allowances, draft
from wickel.drawing.sketch import sketch
from wickel.geometry import signed_area

BODY = CHARTS["women"].body("96")


def drawn(style="from-parts", **chosen):
    return sketch(draft(STYLES[style], BODY, chosen, Allowances()))


def extent(view):
    xs, ys = zip(*(point for stroke in view for point in stroke.points), strict=True)
    return min(xs), min(ys), max(xs), max(ys)


@pytest.mark.parametrize("style", STYLES)
def test_every_style_is_sketched_or_left_to_its_pieces(style):
    made = drawn(style)
    if made is None:
        assert style in ("two-cloth-maxi", "corset", "small-things")
        return
    for view in (made.front, made.back):
        left, top, right, low = extent(view)
        assert 200 < right - left < 3000
        assert 150 < low - top < 2000


def test_both_halves_look_alike():
    left, _, right, _ = extent(drawn(lower="gathered").front)
    assert right == pytest.approx(-left, abs=1.0)


def test_a_longer_skirt_is_drawn_longer_and_a_full_one_wider():
    short, long = (extent(drawn(below_knee_mm=mm).front) for mm in (0.0, 300.0))
    assert long[3] - short[3] == pytest.approx(300.0, abs=5.0)
    close, full = (
        extent(drawn(lower=kind, sleeve="none").front) for kind in ("straight", "full-circle")
    )
    assert full[2] > 1.5 * close[2]


def test_buttons_are_seen_in_front_and_a_seam_behind():
    buttoned, zipped = drawn(closing="front", lower="in-one"), drawn(lower="in-one")

    def rings(view):
        return [s for s in view if s.closed and abs(signed_area(s.points)) < 400]

    assert len(rings(buttoned.front)) >= 4
    assert rings(buttoned.back) == []
    assert rings(zipped.front) == []
    centre = [s for s in zipped.back if not s.closed and all(x == 0.0 for x, _ in s.points)]
    assert centre


def test_a_sleeve_hangs_out_from_the_shoulder_and_none_is_drawn_without():
    bare, long = (extent(drawn(sleeve=kind, lower="in-one").front) for kind in ("none", "long"))
    assert long[2] > bare[2] + 80


def test_legs_stand_apart():
    made = drawn(shape="none", lower="trousers")
    _, _, _, low = extent(made.front)
    inner = [x for s in made.front if s.closed for x, y in s.points if y > low - 20 and x > 0]
    assert min(inner) > 20
