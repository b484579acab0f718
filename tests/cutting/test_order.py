"""The order of cutting on six lays put together by hand, and in the words of the guide."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.cutting.jobs import box, by_hand, demo_work, necked, placed
from wickel.cutting import Do, Studio, guide, order_of_cutting

BACK, FRONT = necked("back", 700.0, 250.0, 20.0), necked("front", 700.0, 250.0, 90.0)


def steps(work):
    return [(cut.do, cut.placements, cut.plies) for cut in order_of_cutting(work.lays[0], work)]


def two_necks(way, back_plies, front_plies, fold="low", length=800.0):
    return by_hand(
        way,
        length,
        (BACK, FRONT),
        placed(BACK, 20.0, 0.0, back_plies, fold=fold),
        placed(FRONT, 20.0, 0.0, front_plies, fold=fold),
    )


def test_two_necks_through_four_plies_higher_first_then_lifted_then_the_lower_one():
    # the plies of four from the table up are 1, 2, 4, 3: the back is in the upper two
    work = two_necks("four", (2, 3), (0, 1))
    cuts = order_of_cutting(work.lays[0], work)
    assert [(cut.do, cut.placements, cut.plies) for cut in cuts] == [
        (Do.AROUND, ("back/1", "front/1"), (0, 1, 2, 3)),
        (Do.LIFT, ("back/1",), (2, 3)),
        (Do.LINE, ("front/1",), (0, 1)),
    ]
    around, _, lower = cuts
    # the common line is the higher neck of the back, 20 mm down from x = 20
    assert min(x for x, _ in around.lines[0]) == pytest.approx(20.0)
    assert (40.0, 0.0) in [(round(x, 3), round(y, 3)) for x, y in around.lines[0]]
    # what is cut by itself is the front's neck, from (110, 0) to (20, 80)
    (neck,) = lower.lines
    ends = {(round(x), round(y)) for x, y in (neck[0], neck[-1])}
    assert ends == {(110, 0), (20, 80)}
    assert "higher one" in str(around.words)
    assert str(cuts[1].words).startswith("Lift the upper 2 plies off")


def test_with_the_lower_neck_in_the_upper_plies_it_is_cut_after_they_are_laid_down():
    work = two_necks("four", (0, 1), (2, 3))
    cuts = order_of_cutting(work.lays[0], work)
    assert [(cut.do, cut.placements) for cut in cuts] == [
        (Do.AROUND, ("back/1", "front/1")),
        (Do.LIFT, ("front/1",)),
        (Do.LINE, ("front/1",)),
    ]
    assert "Lay front down by itself" in str(cuts[2].words)


def test_wholes_that_lie_one_inside_the_other_are_parted():
    # folded crosswise twice, from the table up 1, 4, 3, 2: plies 3 and 4 lie between 1 and 2
    fold = replace
    back = fold(BACK, grain_deg=0.0)
    work = by_hand(
        "crosswise-twice",
        800.0,
        (back, FRONT),
        placed(back, 800.0, 300.0, (0, 1), fold="end", turn_deg=90.0),
        placed(FRONT, 800.0, 300.0, (2, 3), fold="end", turn_deg=90.0),
    )
    cuts = order_of_cutting(work.lays[0], work)
    assert [cut.do for cut in cuts] == [Do.AROUND, Do.PART, Do.LINE]
    assert "inside back" in str(cuts[1].words)


def test_a_pair_and_a_single_on_double_cloth_large_first():
    sleeve, pocket = box("sleeve", 400.0, 300.0, copies=2, pair=True), box("pocket", 150.0, 120.0)
    work = by_hand(
        "lengthwise",
        700.0,
        (pocket, sleeve),
        placed(pocket, 0.0, 0.0, (1,)),
        placed(sleeve, 200.0, 0.0, (0, 1)),
    )
    assert steps(work) == [
        (Do.AROUND, ("sleeve/1",), (0, 1)),
        (Do.AROUND, ("pocket/1",), (1,)),
    ]
    first, second = order_of_cutting(work.lays[0], work)
    assert "through both plies" in str(first.words)
    assert "through the upper ply only" in str(second.words)


def test_a_single_in_the_lower_ply_has_the_upper_cloth_folded_back():
    pocket = box("pocket", 150.0, 120.0)
    work = by_hand("lengthwise", 300.0, (pocket,), placed(pocket, 0.0, 0.0, (0,)))
    (cut,) = order_of_cutting(work.lays[0], work)
    assert "fold the upper cloth back first" in str(cut.words)


def test_sections_are_cut_one_after_the_other_whatever_their_sizes():
    small, large = box("small", 200.0, 100.0, copies=2), box("large", 600.0, 500.0)
    from wickel.cloth import spread

    work = by_hand("open", 900.0, (small, large))
    (lay,) = work.lays
    lay = replace(
        lay,
        spread=spread("lengthwise+open", 1400.0, [300.0, 700.0]),
        placements=(
            placed(small, 0.0, 0.0, (0, 1), section=0),
            placed(large, 300.0, 0.0, (0,), section=1),
        ),
    )
    work = replace(work, lays=(lay,))
    assert [cut.placements for cut in order_of_cutting(lay, work)] == [("small/1",), ("large/1",)]


def test_a_slit_comes_last_and_a_faced_one_is_only_marked():
    work = demo_work(0)
    cuts = order_of_cutting(work.lays[0], work)
    assert [cut.do for cut in cuts].count(Do.SLIT) == 1
    assert cuts[-1].do is Do.SLIT
    assert cuts[-1].placements == ("dress/front/1",)
    assert "cut open when its facing is sewn on" in str(cuts[-1].words)


def test_the_order_is_read_in_the_guide_of_the_demo_dress():
    work = demo_work(1, "lengthwise")
    cuts = [step for step in guide(work, Studio()) if step.cut is not None]
    assert [step.cut.placements[0] for step in cuts][:2] in (
        ["dress/back/1", "dress/front/1"],
        ["dress/front/1", "dress/back/1"],
    )
    assert "Do not cut the fold." in str(cuts[0].lines[0])
    assert "Notches in the side: pocket top, pocket bottom" in [str(own) for own in cuts[0].lines]
    # every placement is finished once, at the last step that cuts it
    done = [id for step in cuts for id in step.finishes]
    assert sorted(done) == sorted(placement.id for placement in work.lays[0].placements)


def test_of_several_alike_each_is_called_by_its_number():
    work = demo_work(0)
    words = [str(cut.words) for cut in order_of_cutting(work.lays[0], work)]
    turn_ups = [own for own in words if "Turn-up" in own]
    assert len(turn_ups) == 2
    assert all("(no. " in own for own in turn_ups)
    assert len(set(turn_ups)) == 2


def test_one_whole_is_finished_when_the_other_is_lifted_off_and_one_when_its_line_is_cut():
    work = two_necks("four", (2, 3), (0, 1))
    finished = [step.finishes for step in guide(work, Studio()) if step.cut is not None]
    assert finished == [(), ("back/1",), ("front/1",)]
