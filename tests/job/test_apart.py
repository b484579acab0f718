"""Styles of the house taken apart: the same garment as one from parts."""

import math

import pytest
from shapely.geometry import Polygon

from wickel.body import CHARTS
from wickel.draft import STYLES, Allowances, Formula, Length, draft
from wickel.job import Version
from wickel.job.apart import can_be_taken_apart, in_words, taken_apart
from wickel.pattern import cut_line

PUT_TOGETHER = [id for id, style in STYLES.items() if style.apart is not None]
SAME_MM = 0.5


def version(style, **options):
    return Version(id="own", name="Own", style=style, options=options)


def body_of(style):
    chart = CHARTS[STYLES[style].charts[0]]
    return chart.body(list(chart.sizes)[len(chart.sizes) // 2])


def test_every_style_but_the_small_things_is_put_together_from_parts():
    whole = {"from-parts", "small-things"}
    assert set(STYLES) - whole == set(PUT_TOGETHER)


@pytest.mark.parametrize("id", PUT_TOGETHER)
def test_a_style_taken_apart_drafts_the_same_pieces(id):
    style, body = STYLES[id], body_of(id)
    house = draft(style, body, {}, Allowances())
    apart = taken_apart(version(id))
    assert apart.style == "from-parts"
    made = draft(STYLES["from-parts"], body, apart.options, Allowances(), apart.figures)
    called = style.apart(body, {o.id: o.default for o in style.options}).called
    own = {called.get(piece.id, piece.id): piece for piece in made.pieces}
    assert set(own) == {piece.id for piece in house.pieces}
    for piece in house.pieces:
        one, other = Polygon(cut_line(piece)), Polygon(cut_line(own[piece.id]))
        assert one.hausdorff_distance(other) < SAME_MM, piece.id
        assert [c.copies for c in piece.cuts] == [c.copies for c in own[piece.id].cuts]


def test_what_only_the_style_asks_stands_in_the_figures_as_its_answer():
    apart = taken_apart(version("maxi-dress", above_floor_mm=60.0))
    assert apart.figures["hem.down"] == Formula("neck_to_floor - 6 cm")
    # what a garment from parts asks too is an answer
    assert apart.options["neck_width_mm"] == 150.0
    assert "above_floor_mm" not in apart.options
    assert taken_apart(version("open-robe")).figures["loop.count"] == Length(2.0)


def test_the_maker_s_own_figures_stand_before_the_rules_of_the_style():
    own = version("maxi-dress")
    apart = taken_apart(
        Version(id="v", name="V", style=own.style, figures={"hem.down": Length(1200.0)})
    )
    assert apart.figures["hem.down"] == Length(1200.0)


def test_one_part_exchanged_leaves_the_rest_as_it_was():
    apart = taken_apart(version("wrap-dress"))
    options = dict(apart.options) | {"sleeve": "bell"}
    body = body_of("wrap-dress")
    before = draft(STYLES["wrap-dress"], body, {}, Allowances())
    after = draft(STYLES["from-parts"], body, options, Allowances(), apart.figures)
    assert Polygon(cut_line(before.piece("front"))).equals_exact(
        Polygon(cut_line(after.piece("front"))), SAME_MM
    )
    assert not math.isclose(
        Polygon(cut_line(before.piece("sleeve"))).area,
        Polygon(cut_line(after.piece("sleeve"))).area,
    )


def test_what_is_a_makers_own_or_changed_by_hand_is_not_taken_apart():
    assert can_be_taken_apart(version("from-parts"))
    assert can_be_taken_apart(version("jacket"))
    assert not can_be_taken_apart(version("small-things"))
    with pytest.raises(ValueError, match="small-things"):
        taken_apart(version("small-things"))


def test_a_style_of_the_house_is_found_by_its_parts():
    assert "no sleeves" in in_words(version("cowl-top"))
    assert "zip behind" in in_words(version("pencil-skirt"))
    assert in_words(version("small-things")) == ""
