"""Where pieces lie as a maker measures it, by hand; and back to the table again."""

from __future__ import annotations

import pytest

from tests.cutting.jobs import box, by_hand, demo_work, placed
from wickel.cutting import From, as_measured, laid_rows, on_table_again

PIECE = box("panel", 500.0, 200.0)


def test_both_ends_of_the_grain_line_by_hand():
    # a box 500 × 200: its middle is (250, 100), its grain line 0.4 · 500 = 200 long
    work = by_hand("open", 900.0, (PIECE,), placed(PIECE, 100.0, 300.0, (0,)))
    (row,) = laid_rows(work.lays[0], work)
    assert row.head == pytest.approx((250.0, 400.0))
    assert row.tail == pytest.approx((450.0, 400.0))
    assert row.across is From.SELVAGE
    assert str(row.head_words) == "head to the start"
    assert str(row.plies_words) == "the one ply"
    assert str(row.side_words) == "printed side up"


def test_turned_round_the_head_lies_at_the_end():
    work = by_hand("open", 900.0, (PIECE,), placed(PIECE, 600.0, 300.0, (0,), turn_deg=180.0))
    (row,) = laid_rows(work.lays[0], work)
    assert row.head == pytest.approx((450.0, 200.0))
    assert row.tail == pytest.approx((250.0, 200.0))
    assert str(row.head_words) == "head to the end"


@pytest.mark.parametrize(
    ("turn", "words"),
    [(90.0, "head towards you"), (270.0, "head away from you"), (45.0, "head turned by 45.0°")],
)
def test_other_turns_have_words(turn, words):
    work = by_hand("open", 900.0, (PIECE,), placed(PIECE, 400.0, 600.0, (0,), turn_deg=turn))
    (row,) = laid_rows(work.lays[0], work)
    assert str(row.head_words) == words


def test_beside_a_far_fold_is_measured_from_that():
    # selvages to the middle of 1400: the second zone lies from 350 to 700, its fold at 700
    work = by_hand("to-middle", 900.0, (PIECE,), placed(PIECE, 0.0, 450.0, (0,), zone=1))
    (row,) = laid_rows(work.lays[0], work)
    assert row.across is From.FAR_FOLD
    assert row.head == pytest.approx((150.0, 700.0 - 550.0))


def test_in_a_later_section_is_measured_from_its_own_start():
    from dataclasses import replace

    from wickel.cloth import spread

    work = by_hand("open", 900.0, (PIECE,))
    lay = replace(
        work.lays[0],
        spread=spread("lengthwise+open", 1400.0, [400.0, 600.0]),
        placements=(placed(PIECE, 430.0, 10.0, (0,), section=1),),
    )
    (row,) = laid_rows(lay, work)
    assert row.section == 1
    assert row.head == pytest.approx((180.0, 110.0))


def test_what_is_measured_leads_back_to_the_table():
    for number, way in ((0, "open"), (4, "to-middle"), (4, "two-folds"), (1, "lengthwise")):
        (lay,) = demo_work(number, way, 1800.0).lays
        for placement in lay.placements:
            section, zone = lay.spread.sections[placement.section], lay.zone(placement)
            point = (placement.x_mm + 12.0, placement.y_mm - 3.0)
            measured = as_measured(point, section, zone)
            assert on_table_again(measured, section, zone) == pytest.approx(point)


def test_pieces_are_put_down_from_the_start_on():
    work = demo_work(0)
    rows = laid_rows(work.lays[0], work)
    assert [row.number for row in rows] == list(range(1, len(work.lays[0].placements) + 1))
    assert {row.placement for row in rows} == {p.id for p in work.lays[0].placements}
