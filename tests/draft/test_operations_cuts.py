"""Operations that cut into a piece or open it, and those that take another piece or cloth for it:
on a plain rectangle, worked out by hand."""

import math
from dataclasses import replace
from itertools import pairwise

import pytest

from tests.draft.test_operations import chained, darted, panel, size_of
from wickel.draft import DraftRefused
from wickel.draft.operations import Opening, Spot, apply_change, slash_and_spread, with_notch
from wickel.draft.operations.by_hand import MoveDart, UseAsTemplate
from wickel.draft.operations.by_hand_cuts import CopyEdge, HalvesOfTwoCloths, SlashStrip
from wickel.draft.operations.corners import square_corner
from wickel.draft.operations.darts import move_dart, sewn_out_mm
from wickel.draft.operations.deriving import halves, with_edge_of
from wickel.draft.operations.marking import Pleats, add_pleats, inner_dart
from wickel.draft.operations.openings import Finish, add_casing, add_slit, cut_out
from wickel.draft.operations.spreading import pivot, slash
from wickel.geometry import bounds, flatten, length, point_at
from wickel.pattern import (
    Cut,
    EdgeKind,
    Notch,
    Pattern,
    Piece,
    cut_line,
    edge_length,
    net_line,
    sewn_length,
)


def flared():
    """600 long; 300 wide at its waist and 400 at its hem, the centre on the fold."""
    return panel(
        edges=chained(
            (0.0, 0.0),
            (0.0, 300.0),
            (600.0, 400.0),
            (600.0, 0.0),
            names=("waist", "side", "hem", "centre"),
            kinds=(("hem", EdgeKind.HEM), ("centre", EdgeKind.FOLD)),
        )
    )


FINISH = Finish(id="strip", name="Strip", wide_mm=40.0, seam_mm=10.0)


# --- slashes --------------------------------------------------------------------------------------


def test_a_cut_opened_alike_at_both_ends_adds_a_strip():
    made = slash(panel(), Spot(edge="waist", share=0.5), Spot(edge="hem", share=0.5), (40.0, 40.0))
    assert size_of(made) == pytest.approx(600 * 340)
    assert edge_length(made, "waist") == pytest.approx(340)
    assert edge_length(made, "hem") == pytest.approx(340)
    assert edge_length(made, "side") == pytest.approx(600)
    # what lies on the fold has not moved
    assert made.edge("centre").start == pytest.approx((600.0, 0.0))
    assert [mark.name for mark in made.inner_lines] == ["cut", "cut, opened"]
    (notch,) = made.notches
    assert (notch.edge, notch.at_mm) == ("side", pytest.approx(200.0))


def test_a_cut_fanned_about_its_far_end_opens_one_edge_only():
    made = slash(panel(), Spot(edge="hem", share=0.5), Spot(edge="waist", share=0.5), (60.0, 0.0))
    assert edge_length(made, "hem") == pytest.approx(360)
    assert edge_length(made, "waist") == pytest.approx(300)
    # a triangle of two sides of 600 and a base of 60 has come in
    assert size_of(made) - 600 * 300 == pytest.approx(30 * math.sqrt(600**2 - 30**2))


def test_a_slanting_cut_from_an_edge_to_the_one_beside_it():
    made = slash(panel(), Spot(edge="waist", share=0.5), Spot(edge="side", share=0.5), (20.0, 20.0))
    # the cut runs from (0, 150) to (300, 300): a strip of 20 beside it
    assert size_of(made) - 600 * 300 == pytest.approx(20 * math.hypot(300, 150))
    assert edge_length(made, "waist") == pytest.approx(320)
    assert edge_length(made, "side") == pytest.approx(620)
    assert edge_length(made, "centre") == pytest.approx(600)


def test_a_cut_edge_that_is_gathered_comes_back_to_its_length():
    spots = Spot(edge="waist", share=0.5), Spot(edge="hem", share=0.5)
    made = slash(panel(), *spots, (40.0, 40.0), gathered=True)
    assert edge_length(made, "waist") == pytest.approx(340)
    assert sewn_length(made, "waist") == pytest.approx(300)
    again = slash(made, Spot(edge="waist", share=0.2), Spot(edge="hem", share=0.8), (10.0, 10.0))
    assert sewn_length(again, "waist") == pytest.approx(310)


@pytest.mark.parametrize(
    ("first", "last", "says"),
    [
        (Spot(edge="waist", share=0.5), Spot(edge="centre", share=0.5), "not to the fold"),
        (Spot(edge="waist", share=0.2), Spot(edge="waist", share=0.8), "the same edge"),
    ],
)
def test_a_cut_that_goes_nowhere_is_refused(first, last, says):
    with pytest.raises(DraftRefused, match=says):
        slash(panel(), first, last, (20.0, 0.0))


def test_a_part_turns_until_the_edge_is_as_long_as_asked():
    made = pivot(panel(), Spot(edge="hem", share=0.5), Spot(edge="waist", share=0.5), 417.0)
    assert edge_length(made, "hem") == pytest.approx(417)
    assert edge_length(made, "waist") == pytest.approx(300)
    with pytest.raises(DraftRefused, match=r"is 30 cm already"):
        pivot(panel(), Spot(edge="hem", share=0.5), Spot(edge="waist", share=0.5), 290.0)


def test_a_strip_is_cut_where_it_was_marked():
    opening = Opening(cuts=1, open_mm=30.0, between=(0.0, 0.5), between_opposite=(0.5, 1.0))
    made = slash_and_spread(panel(), "waist", "hem", opening)
    cut = next(mark for mark in made.inner_lines if mark.name == "cut 1")
    # a quarter along the waist, and three quarters along the hem from the same end
    ends = {cut.path[0].start, cut.path[0].end}
    assert {(round(x), round(y)) for x, y in ends} == {(0, 75), (600, 225)}
    assert edge_length(made, "waist") == pytest.approx(330)
    assert edge_length(made, "hem") == pytest.approx(300)
    pieces = Pattern(style="", pieces=(panel(),))
    with pytest.raises(DraftRefused, match="begins before it ends"):
        apply_change(
            pieces,
            SlashStrip(piece="panel", edge="waist", to_edge="hem", begins=0.6, ends=0.4),
        )


# --- pleats and darts -----------------------------------------------------------------------------


def test_pleats_that_add_leave_the_edge_as_long_when_they_are_folded():
    pleats = Pleats(count=2, every_mm=80.0, takes_mm=40.0, deep_mm=60.0, spread=True)
    made = add_pleats(panel(), Spot(edge="waist", share=0.25), pleats)
    assert edge_length(made, "waist") == pytest.approx(380)
    assert edge_length(made, "hem") == pytest.approx(380)
    assert sewn_length(made, "waist") == pytest.approx(300)
    assert size_of(made) == pytest.approx(600 * 380)
    # where it was 75 along a pleat of 40 begins, where it was 155 the next
    starts = sorted(round(mark.path[0].start[1], 3) for mark in made.inner_lines)
    assert starts == [75.0, 115.0, 195.0, 235.0]


def test_pleats_that_take_what_is_there_lie_beside_each_other_or_are_refused():
    pleats = Pleats(count=3, every_mm=60.0, takes_mm=40.0, deep_mm=60.0)
    made = add_pleats(panel(), Spot(edge="waist", share=0.2), pleats)
    assert sewn_length(made, "waist") == pytest.approx(180)
    with pytest.raises(DraftRefused, match="lie over each other"):
        add_pleats(panel(), Spot(edge="waist", share=0.2), replace(pleats, every_mm=30.0))
    with pytest.raises(DraftRefused, match="no room"):
        add_pleats(panel(), Spot(edge="waist", share=0.9), pleats)


def test_a_dart_with_two_tips_lies_inside_and_takes_nothing_of_an_edge():
    made = inner_dart(panel(), (100.0, 150.0), (300.0, 150.0), 30.0)
    (mark,) = made.inner_lines
    assert mark.path[0].start == mark.path[-1].end == (100.0, 150.0)
    assert sorted(segment.end for segment in mark.path)[1:3] == [(200.0, 135.0), (200.0, 165.0)]
    assert sewn_out_mm(made, "waist") == 0
    with pytest.raises(DraftRefused, match="outside the piece"):
        inner_dart(panel(), (100.0, 5.0), (300.0, 5.0), 30.0)
    with pytest.raises(DraftRefused, match="two places"):
        inner_dart(panel(), (100.0, 50.0), (100.0, 50.0), 30.0)


def test_a_dart_is_shared_between_two_places():
    old = darted()
    made = move_dart(old, "dart", Spot(edge="side", share=0.5), share=0.5)
    darts = [mark for mark in made.inner_lines if mark.name.startswith("dart")]
    assert len(darts) == 2

    def opening(mark):
        (a, tip), b = (mark.path[0].start, mark.path[0].end), mark.path[-1].end
        one, two = (math.atan2(p[1] - tip[1], p[0] - tip[0]) for p in (a, b))
        return abs(math.degrees((two - one + math.pi) % (2 * math.pi) - math.pi))

    whole = opening(old.inner_lines[0])
    assert [opening(mark) for mark in darts] == pytest.approx([whole / 2, whole / 2])
    # the waist is as long as before with its dart sewn, up to the roof over the mouth
    sewn = edge_length(made, "waist") - sewn_out_mm(made, "waist")
    assert sewn == pytest.approx(260, abs=0.5)
    assert sewn_out_mm(made, "side") > 0
    change = MoveDart(piece="panel", dart="dart", to=Spot(edge="side", share=0.5))
    (whole_moved,) = apply_change(Pattern(style="", pieces=(old,)), change).pieces
    assert len(whole_moved.inner_lines) == 1
    with pytest.raises(DraftRefused, match="part of a dart"):
        move_dart(old, "dart", Spot(edge="side", share=0.5), share=0.0)


# --- openings -------------------------------------------------------------------------------------


def test_the_edge_is_smooth_over_a_closed_dart():
    old = darted()
    kinked = move_dart(old, "dart", Spot(edge="side", share=0.5))
    smooth = move_dart(old, "dart", Spot(edge="side", share=0.5), smooth=True)

    def turns(piece):
        points = flatten(piece.edge("waist").path, 0.01)
        steps = [math.atan2(b[1] - a[1], b[0] - a[0]) for a, b in pairwise(points)]
        return max(abs(math.remainder(b - a, math.tau)) for a, b in pairwise(steps))

    assert turns(kinked) > math.radians(15)
    assert turns(smooth) < math.radians(3)
    assert edge_length(smooth, "waist") == pytest.approx(edge_length(kinked, "waist"), abs=3.0)
    notched = with_notch(old, "middle", Spot(edge="waist", share=0.6))
    (notch,) = (
        n
        for n in move_dart(notched, "dart", Spot(edge="side", share=0.5), smooth=True).notches
        if n.name == "middle"
    )
    assert 130.0 < notch.at_mm < 150.0


def test_a_slit_runs_in_square_and_its_facing_reaches_beyond_it():
    made, strip = add_slit(panel(), Spot(edge="hem", share=0.5), 150.0, FINISH, placket=False)
    (mark,) = made.inner_lines
    assert mark.path[0].start == pytest.approx((600.0, 150.0))
    assert mark.path[0].end == pytest.approx((450.0, 150.0))
    box = bounds(net_line(strip))
    assert (box.width, box.height) == pytest.approx((190.0, 80.0))
    assert strip.cuts == (Cut(material="main", copies=2),)  # one for each side of the fold
    _, placket = add_slit(panel(), Spot(edge="hem", share=0.5), 150.0, FINISH, placket=True)
    box = bounds(net_line(placket))
    assert (box.width, box.height) == pytest.approx((300.0, 80.0))


def test_a_slit_on_the_fold_has_one_facing():
    made, strip = add_slit(panel(), Spot(edge="waist", share=0.0), 120.0, FINISH, placket=False)
    assert made.inner_lines[0].path[0].end == pytest.approx((120.0, 0.0), abs=0.01)
    assert strip.cuts == (Cut(material="main", copies=1),)
    with pytest.raises(DraftRefused, match="outside the piece"):
        add_slit(panel(), Spot(edge="hem", share=0.5), 700.0, FINISH, placket=False)


def test_a_hole_and_the_strip_round_it():
    # the perimeter of an ellipse of half axes 50 and 40 by Ramanujan's formula
    h = (10 / 90) ** 2
    around = math.pi * 90 * (1 + 3 * h / (10 + math.sqrt(4 - 3 * h)))
    made, strip = cut_out(panel(), (300.0, 150.0), (100.0, 80.0), FINISH)
    assert length(made.inner_lines[0].path) == pytest.approx(around, rel=1e-3)
    assert bounds(net_line(strip)).width == pytest.approx(around, rel=1e-3)
    assert strip.grain_deg == 45.0
    assert strip.cuts[0].copies == 2
    folded, strip = cut_out(panel(), (300.0, 0.0), (100.0, 80.0), FINISH)
    assert length(folded.inner_lines[0].path) == pytest.approx(around / 2, rel=1e-3)
    assert bounds(net_line(strip)).width == pytest.approx(around, rel=1e-3)
    assert strip.cuts[0].copies == 1
    with pytest.raises(DraftRefused, match="within the piece"):
        cut_out(panel(), (300.0, 280.0), (100.0, 80.0), FINISH)


def test_a_casing_lies_flat_when_it_is_turned_down():
    made = add_casing(panel(), "waist", 30.0, 12.0)
    assert size_of(made) == pytest.approx(630 * 300)
    assert edge_length(made, "centre") == pytest.approx(630)
    assert made.edge("waist").allowance_mm == 12.0
    assert made.inner_lines[0].name == "casing fold"
    # a flared side: 30 above its hem it is 5 narrower, and so is the turn-up at its end
    made = add_casing(flared(), "hem", 30.0, 12.0)
    assert made.edge("hem").start == pytest.approx((630.0, 395.0), abs=0.01)
    assert made.edge("hem").end == pytest.approx((630.0, 0.0), abs=0.01)
    assert made.edge("hem").kind is EdgeKind.HEM
    with pytest.raises(DraftRefused, match="fold"):
        add_casing(panel(), "centre", 30.0, 12.0)


# --- other pieces, other cloths -------------------------------------------------------------------


def test_halves_from_two_cloths_mirror_each_other():
    one, other = halves(panel(), "contrast", "panel-other", seam_mm=15.0, swapped=False)
    assert one.cuts == (Cut(material="main", copies=1),)
    assert other.cuts == (Cut(material="contrast", copies=1),)
    assert one.edge("centre").kind is other.edge("centre").kind is EdgeKind.SEAM
    assert one.edge("centre").allowance_mm == 15.0
    assert sorted((x, -y) for x, y in net_line(other)) == sorted(net_line(one))
    assert len(cut_line(other)) == len(cut_line(one))
    change = HalvesOfTwoCloths(piece="panel", material="contrast", swapped=True, seam_mm=15.0)
    made = apply_change(Pattern(style="", pieces=(panel(),)), change)
    assert [piece.cuts[0].material for piece in made.pieces] == ["contrast", "main"]
    assert [(seam.one, seam.other) for seam in made.seams] == [
        (("panel", "centre"), ("panel-other", "centre"))
    ]
    with pytest.raises(DraftRefused, match="neither a pair nor on the fold"):
        halves(
            panel(cuts=(Cut(material="main", copies=1),), edges=one.edges),
            "contrast",
            "x",
            seam_mm=10.0,
            swapped=False,
        )


def test_an_edge_is_drawn_after_another_piece_s():
    template = replace(flared(), id="template")
    piece = panel(edges=tuple(replace(e, kind=EdgeKind.SEAM) for e in panel().edges))
    made = with_edge_of(piece, "side", template, "side")
    slant = math.hypot(600, 100)
    assert edge_length(made, "side") == pytest.approx(slant)
    # in the direction in which it ran
    assert made.edge("side").end == pytest.approx((slant, 300.0))
    assert made.edge("hem").end == (600.0, 0.0)
    (notch,) = made.notches
    assert notch.at_mm == pytest.approx(200 * slant / 600)
    change = CopyEdge(
        piece="panel", edge="side", other="template", other_edge="side", longer_mm=20.0
    )
    pieces = Pattern(style="", pieces=(piece, template))
    longer = apply_change(pieces, change).piece("panel")
    assert edge_length(longer, "side") == pytest.approx(slant + 20)
    shorter = with_edge_of(piece, "side", template, "side", -20.0)
    assert edge_length(shorter, "side") == pytest.approx(slant - 20)
    with pytest.raises(DraftRefused, match="fold"):
        with_edge_of(panel(), "hem", template, "hem")


def test_a_template_takes_the_place_of_another_piece():
    front, back = replace(panel(), id="front", name="Front"), replace(flared(), id="back")
    pieces = Pattern(style="", pieces=(front, back))
    made = apply_change(pieces, UseAsTemplate(piece="front", replaces="back"))
    assert [piece.id for piece in made.pieces] == ["front", "back"]
    assert size_of(made.piece("back")) == pytest.approx(600 * 300)
    assert made.piece("back").name == back.name


def test_an_edge_meets_the_next_one_square():
    made = square_corner(flared(), "side", 200.0)
    side = made.edge("side")
    size = length(side.path)
    a, b = point_at(side.path, size - 0.01), side.end
    # the hem runs across, so the side comes in straight down
    assert (b[0] - a[0], b[1] - a[1]) == pytest.approx((0.01, 0.0), abs=1e-4)
    # it leaves the old line in its direction
    before, at = point_at(side.path, size - 250.0), side.path[0].end
    assert (at[1] - before[1]) / (at[0] - before[0]) == pytest.approx(100 / 600, abs=1e-3)
    with pytest.raises(DraftRefused):
        square_corner(flared(), "centre", 100.0)


def test_a_piece_without_a_fold_stays_where_its_first_part_lies():
    loose: Piece = panel(
        edges=tuple(replace(edge, kind=EdgeKind.SEAM) for edge in panel().edges),
        notches=(Notch(name="hip", edge="side", at_mm=200.0),),
    )
    made = slash(loose, Spot(edge="hem", share=0.5), Spot(edge="waist", share=0.5), (10.0, 10.0))
    assert size_of(made) == pytest.approx(600 * 310)
    assert made.edge("side").start == pytest.approx((0.0, 300.0))
