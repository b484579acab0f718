"""The garment seen from the front and from the back: what is seen, on which side it hangs, upright
and level."""

import pytest

from tests.job.test_sewn import rows_of
from wickel.body import size_body
from wickel.geometry import bounds
from wickel.job import Garment, drafted, sketches
from wickel.lay import worn_copies


def seen(style, size="92", way="open"):
    lay, _ = rows_of(style, size, way)
    garment = Garment(id="d", style=style, body=size_body(size), size=size)
    return {own.words: own.copies for own in sketches((drafted(garment),), worn_copies(lay))}


def names(copies):
    return sorted(own.copy.piece.removeprefix("d/") for own in copies)


def box(own):
    return bounds(own.move.all(own.copy.net))


FRONT, BACK = "Seen from the front", "Seen from the back"


@pytest.mark.parametrize(
    ("style", "front", "back"),
    [
        ("box-dress", ["front"], ["back"]),
        ("bodice", ["front", "sleeve", "sleeve"], ["back", "back", "sleeve", "sleeve"]),
        ("trousers", ["front", "front"], ["back", "back"]),
        ("panelled-skirt", ["panel"] * 3, ["panel"] * 3),
        ("jumpsuit", ["front", "front-leg", "front-leg"], ["back", "back-leg", "back-leg"]),
        (
            "off-shoulder-dress",
            ["front", "skirt", "sleeve", "sleeve"],
            ["back", "skirt", "sleeve", "sleeve"],
        ),
    ],
)
def test_each_view_has_what_is_seen_from_there(style, front, back):
    views = seen(style)
    assert (names(views[FRONT]), names(views[BACK])) == (front, back)
    for copies in views.values():
        assert all(
            (own.move.a, own.move.b, own.move.e) == (1.0, 0.0, 1.0) for own in copies
        )  # upright
        assert min(box(own).min_y for own in copies) == pytest.approx(0.0, abs=1e-6)
        middle = [own for own in copies if own.copy.piece != "d/sleeve"]
        assert min(box(own).min_x for own in middle) == pytest.approx(
            -max(box(own).max_x for own in middle), abs=0.5
        )


def test_a_skirt_that_is_sewn_on_hangs_below_its_bodice():
    views = seen("from-parts", size="96")
    for words, side in ((FRONT, "front"), (BACK, "back")):
        low = {own.copy.piece.removeprefix("d/"): box(own).max_y for own in views[words]}
        assert low[f"skirt-{side}"] < low[side]


@pytest.mark.parametrize("way", ["open", "lengthwise"])
def test_sleeves_hang_outside_with_their_front_towards_the_front(way):
    views = seen("bodice", way=way)
    for words, front_is_inside in ((FRONT, True), (BACK, False)):
        body = [box(own) for own in views[words] if own.copy.piece != "d/sleeve"]
        for own in views[words]:
            if own.copy.piece == "d/sleeve":
                left = box(own).max_x <= min(b.min_x for b in body)
                assert left or box(own).min_x >= max(b.max_x for b in body)
                # the front of a sleeve is at positive y of its piece
                front_at_right = own.copy.from_piece.direction((0.0, 1.0))[0] > 0
                assert (front_at_right == left) is front_is_inside


def test_legs_have_their_side_seams_outside_and_their_feet_level():
    copies = seen("trousers")[FRONT]
    assert len({round(box(own).min_y, 3) for own in copies}) == 1
    pattern = drafted(Garment(id="d", style="trousers", body=size_body("92"))).pattern
    for own in copies:
        side = own.move.after(own.copy.from_piece)(pattern.piece("front").edge("side").start)
        assert abs(side[0]) > 0.5 * max(abs(box(own).min_x), abs(box(own).max_x))


def test_panels_without_front_and_back_are_unrolled():
    views = seen("corset")
    assert list(views) == ["Unrolled round the body"]
    assert len(views["Unrolled round the body"]) == 5
