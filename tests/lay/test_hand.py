"""Laying by hand: whatever is pushed, it lies within its cloth, on its fold, in its repeat and over
nothing else, judged by ``tests.lay.judge``."""

import json
import math

import numpy as np
import pytest
from shapely.geometry import Polygon

from tests.lay.judge import judged
from tests.lay.random_jobs import random_job
from tests.often import usual
from wickel.cloth import BadWay, Cloth, Design, Flaw, Print, Repeat
from wickel.files import job_of, lay_record
from wickel.job import JobRefused, cut_pieces, lay_job
from wickel.lay import CutOrder, CutPiece, LayRefused, Search, make_lay
from wickel.lay.hand import (
    Grip,
    cut_short,
    elsewhere,
    flush,
    folded_to,
    hovering,
    lacking,
    moved,
    other_sides,
    other_turns,
    put_down,
    put_on,
    stances,
    stood_otherwise,
    swapped,
    taken_off,
)
from wickel.lay.hand.contact import pushed, sides_of
from wickel.lay.pose import on_table

USUAL, ALL = 12, 2000
TURNING = ("crosswise", "turned", "four", "crosswise-twice")
WAYS_ON = ((1.0, 0.0), (-1.0, 0.0), (0.0, 1.0), (0.0, -1.0))


def rectangle(id, long, wide, copies=1, **order):
    outline = ((0.0, 0.0), (long, 0.0), (long, wide), (0.0, wide))
    own = CutOrder(cloth="c", copies=copies, **order)
    return CutPiece(id=id, name=id, cut_line=outline, orders=(own,))


def plain_cloth(width=1000.0, **more):
    return Cloth(id="c", usable_width_mm=width, print=Print.TWO_WAY, reserve_mm=0.0, **more)


def laid(pieces, places, width=1000.0, **more):
    """Rectangles at places on open cloth: a lay put down by hand, piece by piece."""
    lay = make_lay(pieces, plain_cloth(width, **more), "open", search=Search(effort=1))
    lay = taken_off(lay, {p.id for p in lay.placements})
    for piece, at in places:
        lay = put(lay, piece, stances(lay, piece)[0], at)
    return lay


def put(lay, piece, stance, corner):
    """The lay with a piece put down, the low corner of its box at a place."""
    xs, ys = zip(*stance.lies.pose.outline, strict=True)
    middle = (corner[0] + (max(xs) - min(xs)) / 2, corner[1] + (max(ys) - min(ys)) / 2)
    return put_on(lay, hovering(lay, piece, stance, middle))


def box_of(lay, id):
    (placement,) = (p for p in lay.placements if p.id == id)
    return Polygon(on_table(placement, lay.piece(placement.piece)).outline).bounds


# --- contact ---------------------------------------------------------------------------------


def test_a_square_pushed_at_another_stops_at_it_and_slides_past_what_it_lies_along():
    own = sides_of([((0, 0), (10, 0), (10, 10), (0, 10))])
    other = sides_of([((30, 0), (40, 0), (40, 10), (30, 10))])
    touch = pushed(own, other, (0.0, 0.0), (100.0, 0.0))
    assert (touch.far_mm, touch.normal) == (20.0, (-1.0, 0.0))
    # its neighbour's upper side is level with its lower one: it slides by
    assert pushed(own, other, (0.0, 10.0), (100.0, 0.0)).normal is None
    assert pushed(own, other, (0.0, 9.999), (100.0, 0.0)).far_mm == 20.0
    # what touches is not pushed in, but may be drawn away
    assert pushed(own, other, (20.0, 0.0), (5.0, 5.0)).far_mm == 0.0
    assert pushed(own, other, (20.0, 0.0), (-5.0, 5.0)).normal is None


def test_a_corner_meets_a_slanting_edge_where_it_is_by_hand():
    own = sides_of([((0, 0), (10, 0), (10, 10), (0, 10))])
    slant = sides_of([((20, -20), (80, -20), (80, 40))])  # its edge rises by 45°
    touch = pushed(own, slant, (0.0, 0.0), (100.0, 0.0))
    # the lower corner is at 10, where the edge is at 40
    assert touch.far_mm == pytest.approx(30.0)
    assert touch.normal == pytest.approx((-math.sqrt(0.5), math.sqrt(0.5)))
    # level with its tip: nothing but two corners meet
    tip = sides_of([((20, 0), (60, 0), (60, 40))])
    assert pushed(own, tip, (0.0, 0.0), (100.0, 0.0)).far_mm == pytest.approx(10.0, abs=1e-3)


def test_contact_leaves_no_gap_and_no_overlap_between_curved_shapes():
    rng = np.random.default_rng(5)
    turns = np.linspace(0, 2 * math.pi, 201)[:-1]

    def blob(x, y):
        reach = 150 + 30 * np.cos(3 * turns + rng.uniform(0, 6)) + 15 * np.sin(5 * turns)
        return tuple(zip(x + reach * np.cos(turns), y + reach * np.sin(turns), strict=True))

    met = 0
    for _ in range(60):
        own, other = blob(0, 0), blob(500, rng.uniform(-250, 250))
        by = (600.0, rng.uniform(-150, 150))
        touch = pushed(sides_of([own]), sides_of([other]), (0.0, 0.0), by)
        share = touch.far_mm / math.hypot(*by)
        there = Polygon([(x + share * by[0], y + share * by[1]) for x, y in own])
        if touch.normal is None:
            assert there.distance(Polygon(other)) >= 0.0
            continue
        met += 1
        assert there.distance(Polygon(other)) < 0.05
        assert there.intersection(Polygon(other)).area < 0.01
    assert met > 20


# --- a piece in hand -------------------------------------------------------------------------


def two_and_one():
    """Two squares 200 apart along, one to be pushed between them."""
    pieces = (rectangle("a", 100, 400), rectangle("b", 100, 400), rectangle("s", 200, 300))
    places = (("a", (0.0, 0.0)), ("b", (300.0, 0.0)), ("s", (500.0, 500.0)))
    return laid(pieces, places)


def test_a_gap_exactly_as_wide_as_the_piece_is_entered():
    lay = two_and_one()
    grip = Grip(lay, ["s/1"])
    # over the gap, exactly: then straight down into it
    over = grip.slid((0.0, 0.0), (-400.0, 0.0))
    assert over == pytest.approx((-400.0, 0.0))
    low = grip.until_touch(over, (0.0, -1.0))
    assert low == pytest.approx((-400.0, -500.0))
    made = moved(lay, {"s/1": low})
    assert made.complete
    assert box_of(made, "s/1") == pytest.approx((100.0, 0.0, 300.0, 300.0))


def test_it_stops_at_its_neighbours_and_slides_along_them():
    grip = Grip(two_and_one(), ["s/1"])
    # towards the first square from beside it: its side at x = 400 stops it, and it slides down
    beside = grip.slid((0.0, 0.0), (-50.0, -450.0))
    assert beside == pytest.approx((-50.0, -450.0))
    assert grip.slid(beside, (-200.0, -500.0)) == pytest.approx((-100.0, -500.0))


def test_where_the_pointer_is_in_a_gap_that_holds_it_it_jumps_into_the_gap():
    pieces = (rectangle("a", 100, 1000), rectangle("b", 100, 1000), rectangle("s", 200, 300))
    lay = laid(pieces, (("a", (0.0, 0.0)), ("b", (350.0, 0.0)), ("s", (500.0, 500.0))))
    grip = Grip(lay, ["s/1"])
    # the second piece goes right across the cloth: nothing could be pushed round it
    assert grip.follow((0.0, 0.0), (-380.0, -200.0)) == (-380.0, -200.0)
    # beside the gap it lies against the edge that is nearest to the pointer
    assert grip.follow((0.0, 0.0), (-290.0, -200.0)) == pytest.approx((-350.0, -200.0))


def test_the_edges_of_the_cloth_and_what_is_spoilt_stop_it():
    flaw = Flaw(x_mm=700.0, y_mm=0.0, length_mm=50.0, width_mm=1000.0)
    lay = laid((rectangle("s", 200, 300),), (("s", (0.0, 100.0)),), flaws=(flaw,))
    # the cloth goes on past the end of the lay: what is spoilt there is found, too
    lay = laid(
        (rectangle("s", 200, 300), rectangle("t", 100, 100)),
        (("s", (0.0, 100.0)), ("t", (800.0, 0.0))),
        flaws=(flaw,),
    )
    grip = Grip(lay, ["s/1"])
    assert grip.until_touch((0.0, 0.0), (0.0, 1.0)) == pytest.approx((0.0, 600.0))
    assert grip.until_touch((0.0, 0.0), (0.0, -1.0)) == pytest.approx((0.0, -100.0))
    assert grip.until_touch((0.0, 0.0), (1.0, 0.0)) == pytest.approx((500.0, 0.0))


def test_slid_on_where_nothing_is_it_ends_level_with_the_end_of_the_lay():
    pieces = (rectangle("a", 700, 200), rectangle("s", 200, 300))
    grip = Grip(laid(pieces, (("a", (0.0, 0.0)), ("s", (0.0, 500.0)))), ["s/1"])
    assert grip.until_touch((0.0, 0.0), (1.0, 0.0)) == pytest.approx((500.0, 0.0))


def test_several_in_hand_move_as_one():
    pieces = tuple(rectangle(id, 100, 100) for id in "abc")
    lay = laid(pieces, (("a", (0.0, 0.0)), ("b", (0.0, 200.0)), ("c", (300.0, 0.0))))
    grip = Grip(lay, ["a/1", "b/1"])
    stop = grip.slid((0.0, 0.0), (500.0, 0.0))
    # the first of them meets the third piece; the second would pass it
    assert stop == pytest.approx((200.0, 0.0))
    made = moved(lay, dict.fromkeys(("a/1", "b/1"), stop))
    assert made.complete
    assert box_of(made, "b/1") == pytest.approx((200.0, 200.0, 300.0, 300.0))


def test_places_where_else_it_fits_are_free():
    lay = two_and_one()
    grip = Grip(lay, ["s/1"])
    places = grip.places()
    assert places
    for place in places:
        assert moved(lay, {"s/1": place}).complete


# --- taken off, put on -----------------------------------------------------------------------


def test_what_is_taken_off_is_lacking_and_put_on_again_it_is_not():
    pieces = (rectangle("a", 100, 200, copies=2, pair=True), rectangle("b", 300, 100))
    lay = make_lay(pieces, plain_cloth(), "lengthwise", search=Search(effort=1))
    (pair,) = (p for p in lay.placements if p.piece == "a")
    off = taken_off(lay, {pair.id})
    assert lacking(off, "a") == (1, 1)
    assert not off.complete
    stance = stances(off, "a")[0]
    assert stance.lies.gives == (1, 1)
    again = put(off, "a", stance, (pair.x_mm, 500.0 - 200.0))
    assert again.complete
    assert lacking(again, "a") == (0, 0)
    assert stances(again, "a") == ()


def test_a_facing_moved_from_the_double_to_the_single_ply():
    pieces = (rectangle("a", 200, 150, copies=2, pair=True), rectangle("b", 400, 250, copies=2))
    lay = make_lay(pieces, plain_cloth(), "partial:300", search=Search(effort=1))
    lay = taken_off(lay, {p.id for p in lay.placements if p.piece == "a"})
    double = next(s for s in stances(lay, "a") if s.where == (0, 0, "") and s.lies.gives == (1, 1))
    pair = put_down(lay, "a", double, (600.0, 100.0))
    lay = put_on(lay, pair)
    assert lay.complete
    (single,) = elsewhere(lay, pair.id)
    assert single.where == (0, 1, "")
    one = put_on(lay, stood_otherwise(lay, pair.id, single))
    assert sorted(lacking(one, "a")) == [0, 1]
    other = next(s for s in stances(one, "a") if s.where == (0, 1, ""))
    done = put_on(one, put_down(one, "a", other, (300.0, 600.0)))
    assert done.complete
    assert [len(p.cut_plies) for p in done.placements if p.piece == "a"] == [1, 1]


def test_turned_turned_over_and_back_it_lies_as_it_lay():
    corner = ((0.0, 0.0), (200.0, 0.0), (200.0, 100.0), (50.0, 100.0))
    piece = CutPiece(
        id="a", name="a", cut_line=corner, orders=(CutOrder(cloth="c", copies=2, pair=True),)
    )
    lay = make_lay((piece,), plain_cloth(), "lengthwise", search=Search(effort=1))
    (own,) = lay.placements
    (turned,) = other_turns(lay, own.id)
    once = put_on(lay, stood_otherwise(lay, own.id, turned))
    assert once.complete
    assert (once.placements[0].turn_deg - own.turn_deg) % 360 == 180.0
    (back,) = other_turns(once, own.id)
    twice = put_on(once, stood_otherwise(once, own.id, back))
    assert box_of(twice, own.id) == pytest.approx(box_of(lay, own.id))
    over = next(s for s in other_sides(lay, own.id) if s.lies.pose.turn_deg == own.turn_deg)
    flipped = put_on(lay, stood_otherwise(lay, own.id, over))
    assert flipped.complete
    assert flipped.placements[0].mirrored != own.mirrored


def test_on_one_way_cloth_nothing_is_turned():
    cloth = Cloth(id="c", usable_width_mm=1000.0, print=Print.ONE_WAY, reserve_mm=0.0)
    lay = make_lay((rectangle("a", 200, 100),), cloth, "open", search=Search(effort=1))
    assert other_turns(lay, "a/1") == ()


def test_two_pieces_change_places():
    lay = laid(
        (rectangle("a", 200, 100), rectangle("b", 200, 100)),
        (("a", (0.0, 0.0)), ("b", (400.0, 500.0))),
    )
    made = swapped(lay, "a/1", "b/1")
    assert made.complete
    assert box_of(made, "a/1") == pytest.approx(box_of(lay, "b/1"))
    assert box_of(made, "b/1") == pytest.approx(box_of(lay, "a/1"))


def test_it_is_drawn_to_lie_flush_and_pulled_through():
    grip = Grip(two_and_one(), ["s/1"])
    # 3 mm beside the first square's upper edge, 4 mm off the gap's left side
    near = flush(grip, (-396.0, -103.0), 8.0)
    assert near.at == pytest.approx((-400.0, -100.0))
    assert (near.x_mm, near.y_mm) == pytest.approx((100.0, 400.0))
    assert flush(grip, (-385.0, -120.0), 8.0).at == (-385.0, -120.0)


def test_it_is_drawn_to_where_the_repeat_begins_again():
    design = Design(repeat=Repeat(along_mm=90.0, across_mm=70.0))
    lay = laid((rectangle("s", 200, 300),), (("s", (500.0, 200.0)),), design=design)
    near = flush(Grip(lay, ["s/1"]), (37.0, 13.0), 6.0)
    # 537 is 3 short of six repeats along, 213 is 3 past three across
    assert near.at == pytest.approx((40.0, 10.0))
    assert (near.x_mm, near.y_mm) == pytest.approx((540.0, 210.0))


def test_how_far_it_lies_from_what_is_beside_it():
    grip = Grip(two_and_one(), ["s/1"])
    gaps = {gap.way: (gap.far_mm, gap.to_piece) for gap in grip.gaps((-400.0, -450.0))}
    assert gaps[-1.0, 0.0] == (pytest.approx(0.0), True)
    assert gaps[1.0, 0.0] == (pytest.approx(0.0), True)
    assert gaps[0.0, -1.0] == (pytest.approx(50.0), False)
    assert gaps[0.0, 1.0] == (pytest.approx(650.0), False)


def test_a_fold_made_less_deep_keeps_what_still_holds():
    pieces = (rectangle("a", 400, 280, copies=2, pair=True), rectangle("b", 300, 100, copies=2))
    lay = make_lay(pieces, plain_cloth(), "partial:300", search=Search(effort=1))
    shallow = folded_to(lay, 0, (260.0,))
    assert shallow is not None
    assert shallow.spread.depths_mm == (260.0,)
    assert "a" not in {p.piece for p in shallow.placements}
    assert "b" in {p.piece for p in shallow.placements}
    assert folded_to(lay, 0, (600.0,)) is None


def test_a_shorter_cloth_keeps_what_ends_before_it():
    lay = two_and_one()
    short = cut_short(lay, 450.0)
    assert {p.piece for p in short.placements} == {"a", "b"}
    assert short.lay_length_mm == pytest.approx(400.0)


# --- whatever is pushed ----------------------------------------------------------------------


@pytest.mark.parametrize("seed", usual(range(ALL), range(USUAL)))
def test_random_pushes_leave_a_good_lay_good(seed):
    record, way = random_job(seed)
    try:
        job = job_of(record)
        lays = lay_job(job, cut_pieces(job), fold=way, search=Search(effort=2, seed=seed))
    except (JobRefused, LayRefused, BadWay):
        return
    lays = [lay for lay in lays if lay.complete and lay.cloth.sold_length_mm is None]
    rng = np.random.default_rng(seed)
    made = [_pushed_about(lay, rng) for lay in lays]
    # where a ply lies otherwise when the lay has grown, what is spoilt may have come under a piece
    broken = {found.code for lay in made for found in lay.broken}
    turns = any(section.way in TURNING for lay in lays for section in lay.spread.sections)
    assert broken <= ({"flaw", "remnant"} if turns else set())
    made = [lay for lay in made if lay.complete]
    lay_file = json.loads(json.dumps(lay_record(tuple(made))))
    assert judged(record, lay_file) == []


def _pushed_about(lay, rng):
    """A lay with some of its pieces dragged, nudged, slid, taken off and put on again."""
    for _ in range(6):
        placement = lay.placements[int(rng.integers(len(lay.placements)))]
        grip = Grip(lay, [placement.id])
        assert grip.clear((0.0, 0.0)) or not lay.complete
        at = (0.0, 0.0)
        for _ in range(3):
            match int(rng.integers(3)):
                case 0:
                    to = (at[0] + rng.normal(0, 300), at[1] + rng.normal(0, 200))
                    at = grip.follow(at, to)
                case 1:
                    at = grip.until_touch(at, WAYS_ON[int(rng.integers(4))])
                case 2:
                    step = WAYS_ON[int(rng.integers(4))]
                    at = grip.follow(at, (at[0] + step[0], at[1] + step[1]))
        lay = moved(lay, {placement.id: at})
    return lay
