"""About how long a lay takes to cut: by hand, and what makes it longer."""

import pytest

from tests.lay.shapes import BOX, job, piece
from wickel.files.job_file import job_of
from wickel.job import cut_pieces
from wickel.lay import CuttingRates, Labour, Search, labour_of, make_lay


def lay_of(way, *pieces, **cloth):
    made = job_of(job(*pieces, **cloth))
    return make_lay(cut_pieces(made), made.cloths[0], way, search=Search(effort=1))


def test_one_piece_on_open_cloth_by_hand():
    # 3 for spreading, 0.4 for the paper, 640 mm of line at 1500 a minute
    lay = lay_of("open", piece("a", BOX, symmetric=True))
    assert labour_of(lay).minutes() == pytest.approx(3.0 + 0.4 + 640 / 1500)


def test_a_fold_is_pinned_and_two_at_once_are_cut_as_one():
    # 3 and 2 for the fold; four copies are two papers
    lay = lay_of("lengthwise", piece("a", BOX, 4, symmetric=True))
    assert labour_of(lay).minutes() == pytest.approx(3.0 + 2.0 + 2 * (0.4 + 640 / 1500))


def test_more_than_two_plies_are_slow_to_cut():
    # two folds of four plies; one paper through all of them takes half as long again
    lay = lay_of("four", piece("a", BOX, 4, symmetric=True))
    assert labour_of(lay).minutes() == pytest.approx(3.0 + 2 * 2.0 + 0.4 + 1.5 * 640 / 1500)


def test_a_hole_is_cut_too():
    hole = [[[60, 40], [140, 40], [140, 80], [60, 80]]]
    plain, holed = (
        lay_of("open", piece("a", BOX, symmetric=True, **more)) for more in ({}, {"holes_mm": hole})
    )
    assert labour_of(holed).minutes() - labour_of(plain).minutes() == pytest.approx(240 / 1500)


def test_a_studio_s_own_rates_by_hand():
    rates = CuttingRates(section_min=5.0, fold_min=1.0, placement_min=0.5, line_mm_a_min=2000.0)
    labour = Labour(sections=2, folds=3, placements=4, line_mm=9000.0)
    assert labour.minutes(rates) == pytest.approx(10.0 + 3.0 + 2.0 + 4.5)
    assert (labour + labour).minutes(rates) == pytest.approx(39.0)


def test_rates_of_one_who_takes_longer_give_so_many_times_the_minutes():
    labour = Labour(sections=2, folds=1, placements=7, line_mm=12_345.0)
    slow = CuttingRates().times(1.3)
    assert labour.minutes(slow) == pytest.approx(1.3 * labour.minutes())
