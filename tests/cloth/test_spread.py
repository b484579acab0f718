"""Ply maps, proved by code that shares nothing with the placing."""

import json
import pickle

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon, union_all

from wickel.cloth import WAYS, BadCloth, BadWay, Cloth, Print, Spreading, of_one_cloth, spread
from wickel.geometry import area, bounds

lengths = st.floats(100, 9000)
widths = st.floats(300, 3000)


ALONE = [way for way in WAYS if way != "stacked"]
PLAIN_AND_JOINED = [
    *ALONE,
    "lengthwise+open",
    "four+turned+partial",
    "partial:120+to-middle",
    "open+diagonal",
    "two-folds:110,40+lengthwise-twice",
    "crosswise-twice+open",
]


def laid_out(way, width, length):
    """A spread with a length for each of its sections."""
    return spread(way, width, [length * (k + 1) for k in range(len(Spreading(way).sections))])


def as_matrix(ply):
    return np.array(ply.map.rows)


@given(st.sampled_from(PLAIN_AND_JOINED), widths, lengths)
def test_all_plies_together_cover_the_cloth_once(way, width, length):
    laid = laid_out(way, width, length)
    plies = [
        ply.map.all(zone.outline)
        for section in laid.sections
        for zone in section.zones
        for ply in zone.plies
    ]
    together = union_all([Polygon(outline) for outline in plies])
    assert sum(area(outline) for outline in plies) == pytest.approx(width * laid.cloth_mm)
    assert together.area == pytest.approx(width * laid.cloth_mm)
    assert together.bounds == pytest.approx((0, 0, laid.cloth_mm, width), abs=1e-6)


@given(st.sampled_from(PLAIN_AND_JOINED), widths, lengths, st.floats(0, 1), st.floats(0, 1))
def test_a_point_goes_out_and_comes_back(way, width, length, u, v):
    for section in laid_out(way, width, length).sections:
        for zone in section.zones:
            (x0, y0), (x1, _), (_, y1) = zone.outline[:3]
            p = (x0 + u * (x1 - x0), y0 + v * (y1 - y0))
            for ply in zone.plies:
                assert ply.map.inverse()(ply.map(p)) == pytest.approx(p, abs=1e-6)


@given(st.sampled_from(PLAIN_AND_JOINED), widths, lengths, st.floats(0, 1))
def test_joined_plies_meet_on_their_fold(way, width, length, u):
    for section in laid_out(way, width, length).sections:
        for zone in section.zones:
            for fold in zone.folds:
                p = tuple(a + u * (b - a) for a, b in zip(fold.start, fold.end, strict=True))
                for pair in fold.joins:
                    one, other = (zone.plies[k].map(p) for k in pair)
                    assert one == pytest.approx(other, abs=1e-6)
                    hands = [np.linalg.det(as_matrix(zone.plies[k])[:, :2]) for k in pair]
                    assert hands[0] * hands[1] == pytest.approx(-1)


def test_the_maps_are_those_of_the_contract():
    (open_ply,) = spread("open", 1400, 2000).sections[0].zones[0].plies
    assert open_ply.map.rows == ((1, 0, 0), (0, 1, 0))
    first, second = spread("lengthwise", 1400, 2000).sections[0].zones[0].plies
    assert first.map.rows == ((1, 0, 0), (0, 1, 700))
    assert second.map.rows == ((1, 0, 0), (0, -1, 700))


def rows(way, width=1200, length=2000, zone=0):
    return [ply.map.rows for ply in spread(way, width, length).sections[0].zones[zone].plies]


def test_the_maps_of_every_way_are_those_of_the_contract():
    # worked out by hand with W = 1200, L = 2000, X = 0
    assert rows("partial:300") == [((1, 0, 0), (0, 1, 300)), ((1, 0, 0), (0, -1, 300))]
    assert rows("partial:300", zone=1) == [((1, 0, 0), (0, 1, 300))]
    assert rows("to-middle") == [((1, 0, 0), (0, 1, 300)), ((1, 0, 0), (0, -1, 300))]
    assert rows("to-middle", zone=1) == [((1, 0, 0), (0, 1, 300)), ((1, 0, 0), (0, -1, 1500))]
    assert rows("crosswise") == [((1, 0, 0), (0, 1, 0)), ((-1, 0, 4000), (0, 1, 0))]
    assert rows("turned") == [((1, 0, 0), (0, 1, 0)), ((1, 0, 2000), (0, -1, 1200))]
    assert rows("four") == [
        ((1, 0, 0), (0, 1, 600)),
        ((1, 0, 0), (0, -1, 600)),
        ((-1, 0, 4000), (0, 1, 600)),
        ((-1, 0, 4000), (0, -1, 600)),
    ]
    assert rows("lengthwise-twice") == [
        ((1, 0, 0), (0, 1, 300)),
        ((1, 0, 0), (0, -1, 300)),
        ((1, 0, 0), (0, -1, 900)),
        ((1, 0, 0), (0, 1, 900)),
    ]
    assert rows("crosswise-twice") == [
        ((1, 0, 0), (0, 1, 0)),
        ((-1, 0, 4000), (0, 1, 0)),
        ((1, 0, 4000), (0, 1, 0)),
        ((-1, 0, 8000), (0, 1, 0)),
    ]
    deep = "two-folds:300,200"
    assert rows(deep) == [((1, 0, 0), (0, 1, 300)), ((1, 0, 0), (0, -1, 300))]
    assert rows(deep, zone=1) == [((1, 0, 0), (0, 1, 300))]
    assert rows(deep, zone=2) == [((1, 0, 0), (0, 1, 300)), ((1, 0, 0), (0, -1, 1700))]
    assert rows("stacked") == [((1, 0, 0), (0, 1, 0)), ((1, 0, 0), (0, -1, 1200))]
    # as long as the cloth is wide, whatever length is asked for
    assert rows("diagonal") == [((1, 0, 0), (0, 1, 0)), ((0, -1, 1200), (-1, 0, 1200))]


@given(widths, lengths)
def test_each_of_two_stacked_cloths_is_covered_once(width, length):
    both = spread("stacked", width, length)
    for which, hand in ((0, 1), (1, -1)):
        (zone,) = of_one_cloth(both, which).sections[0].zones
        (ply,) = zone.plies
        assert Polygon(ply.map.all(zone.outline)).equals_exact(
            Polygon(zone.outline), 1e-6, normalize=True
        )
        assert ply.map.determinant == hand


def test_two_cloths_are_no_section():
    with pytest.raises(BadWay, match="a lay of their own"):
        Spreading("stacked+open")


def test_cloth_used_is_what_lies_on_the_table_times_its_plies_lengthwise():
    used = {way: spread(way, 1200, 1000).cloth_mm for way in WAYS}
    assert used == {
        **dict.fromkeys(WAYS, 1000),
        "diagonal": 1200,
        "crosswise": 2000,
        "turned": 2000,
        "four": 2000,
        "crosswise-twice": 4000,
    }


def test_sections_begin_where_the_last_one_ends_on_table_and_cloth():
    first, second, third = spread("four+open+lengthwise", 1200, [500, 700, 300]).sections
    assert (second.x_mm, second.cloth_x_mm) == (500, 1000)
    assert (third.x_mm, third.cloth_x_mm) == (1200, 1700)
    # the first point of the open section is the first of its cloth
    assert second.zones[0].plies[0].map((500, 0)) == (1000, 0)
    assert first.zones[0].plies[2].map((0, 0)) == (1000, 600)


def test_ways_have_names_that_say_their_sections_and_depth():
    assert Spreading("lengthwise+open").name == "Folded in half, then Open, one ply"
    assert Spreading("partial:320").name == "Folded to a depth of 32 cm"
    assert Spreading("two-folds:320,200").name == "Two folds to depths, 32 cm and 20 cm"
    assert Spreading("two-folds:320,200").sections[0].depths_mm == (320.0, 200.0)
    assert spread("two-folds:320,200", 1400, 1000).exact_way == "two-folds:320,200"
    bad_depths = ("two-folds:300", "two-folds:300,x", "partial:300,200", "two-folds:,")
    for bad in ("", "open+", "partial:x", "four:200", "nowhere", *bad_depths):
        with pytest.raises(BadWay):
            Spreading(bad)


def test_reserve_is_kept_at_the_selvages_and_not_at_the_fold():
    (zone,) = spread("open", 1400, 2000, reserve_mm=5).sections[0].zones
    assert (zone.usable[0][1], zone.usable[2][1]) == (5, 1395)
    (zone,) = spread("lengthwise", 1400, 2000, reserve_mm=5).sections[0].zones
    assert (zone.usable[0][1], zone.usable[2][1]) == (0, 695)
    double, single = spread("partial:300", 1400, 2000, reserve_mm=5).sections[0].zones
    assert (double.usable[0][1], double.usable[2][1]) == (0, 295)
    assert (single.usable[0][1], single.usable[2][1]) == (300, 1095)
    low, high = spread("to-middle", 1400, 2000, reserve_mm=5).sections[0].zones
    assert (low.usable[2][1], high.usable[0][1], high.usable[2][1]) == (345, 355, 700)


@pytest.mark.parametrize(
    "bad",
    [
        {"usable_width_mm": -1},
        {"usable_width_mm": float("nan")},
        {"usable_width_mm": 1400, "shrink_along": 0.6},
        {"usable_width_mm": 1400, "shrink_across": -0.1},
        {"usable_width_mm": 1400, "step_mm": 0},
        {"usable_width_mm": 1400, "reserve_mm": -1},
        {"usable_width_mm": 100, "reserve_mm": 50},
        {"usable_width_mm": 1400, "length_at_hand_mm": 0},
        {"usable_width_mm": 1400, "full_width_mm": 1300},
    ],
)
def test_a_cloth_that_cannot_be_is_refused(bad):
    with pytest.raises(BadCloth) as refusal:
        Cloth(id="main", **bad)
    assert str(refusal.value).endswith(".")


def test_a_cloth_that_does_not_say_counts_as_one_way():
    assert Cloth(id="main", usable_width_mm=1400).print_or_assumed is Print.ONE_WAY


def test_the_lay_is_made_on_the_width_left_after_shrinking():
    assert Cloth(id="main", usable_width_mm=1400, shrink_across=0.05).lay_width_mm == pytest.approx(
        1330
    )


def test_a_way_is_its_text_and_knows_its_sections():
    way = Spreading("partial:320+open")
    assert way == "partial:320+open"
    assert {way: 1}["partial:320+open"] == 1
    assert [(plan.way.id, plan.depths_mm) for plan in way.sections] == [
        ("partial", (320.0,)),
        ("open", ()),
    ]
    assert Spreading(way) is way
    assert way.takes_depth
    assert not Spreading("four").takes_depth
    assert Spreading.of(*way.sections) == "partial:320+open"
    assert Spreading.of(*Spreading("open").sections) == "open"
    again = pickle.loads(pickle.dumps(way))
    assert (again, again.sections) == (way, way.sections)
    assert json.dumps({"way": way}) == '{"way": "partial:320+open"}'


def test_a_spread_cloth_knows_the_way_with_its_depths():
    there = spread("partial:320+open", 1400.0, [500.0, 300.0])
    assert there.way == "partial:320+open"
    assert there.exact_way == "partial:320+open"
    assert spread(there.exact_way, 1400.0, [500.0, 300.0]).sections == there.sections


def test_folds_from_both_selvages_may_meet_and_not_lie_over_each_other():
    assert len(spread("two-folds:400,300", 1400, 1000).sections[0].zones) == 2  # they meet
    assert len(spread("two-folds:400,200", 1400, 1000).sections[0].zones) == 3
    with pytest.raises(BadWay, match="deep"):
        spread("two-folds:400,301", 1400, 1000)
    low, single, high = spread("two-folds:400,200", 1400, 1000, reserve_mm=5).sections[0].zones
    assert (low.usable[0][1], low.usable[2][1]) == (0, 395)
    assert (single.usable[0][1], single.usable[2][1]) == (400, 600)
    assert (high.usable[0][1], high.usable[2][1]) == (605, 800)


def test_reserve_is_kept_per_ply_where_two_plies_end_at_a_fold_of_others():
    (zone,) = spread("lengthwise-twice", 1200, 1000, reserve_mm=5).sections[0].zones
    assert [fold.name for fold in zone.folds] == ["low", "high"]
    assert [fold.joins for fold in zone.folds] == [((0, 1), (2, 3)), ((0, 2),)]
    assert bounds(zone.room((0, 2))).max_y == 300  # they run on into each other
    assert bounds(zone.room((0, 1))).max_y == 295  # the second ends there at a selvage
    assert zone.from_table_up == (0, 1, 3, 2)


@pytest.mark.parametrize("way", ["stretch_along", "stretch_across"])
@pytest.mark.parametrize(
    ("share", "right"), [(0.0, True), (3.0, True), (3.1, False), (-0.1, False)]
)
def test_a_cloth_stretches_by_no_more_than_three_times_its_length(way, share, right):
    if right:
        assert getattr(Cloth(id="c", usable_width_mm=1400, **{way: share}), way) == share
        return
    with pytest.raises(BadCloth, match="write a share from 0 to 3"):
        Cloth(id="c", usable_width_mm=1400, **{way: share})
