"""From the lay to the shop's step, by hand."""

import pytest

from tests.lay.shapes import BOX, job, piece
from wickel.cloth import OnShelf, Reserved, Stock, stock_of
from wickel.files import job_of
from wickel.job import cut_pieces, lay_job
from wickel.lay import Search
from wickel.yardage import need, off_the_shelf


def needed(**cloth):
    a_job = job_of(job(piece("patch", BOX), **cloth))
    (lay,) = lay_job(a_job, cut_pieces(a_job), fold="open", search=Search(effort=1))
    return need(lay)


def test_lay_squaring_shrinkage_and_step_add_up():
    got = needed(shrink_along=0.04)
    # 200 + 2 · 25 = 250; / 0.96 = 260.4; up to 300
    assert got.need_mm == pytest.approx(260.4167, abs=1e-3)
    assert got.buy_mm == 300
    parts = got.lay_mm + got.squaring_mm + got.shrinkage_mm + got.rounding_mm
    assert parts == pytest.approx(got.buy_mm)


def test_a_longer_step_never_buys_less():
    steps = [10, 100, 114.3, 228.6, 914.4]
    assert all(needed(step_mm=step).buy_mm >= needed().need_mm for step in steps)


def test_cost_and_what_is_short():
    got = needed(price=20.0, length_at_hand_mm=200)
    assert got.cost == pytest.approx(6.0)  # 0.30 m
    assert got.short_mm == pytest.approx(50)
    assert needed(length_at_hand_mm=260).short_mm == 0


def test_a_broken_rule_makes_every_figure_a_lower_one():
    a_job = job_of(job(piece("poncho", BOX, directions=[0, 180]), print_="one-way"))
    (lay,) = lay_job(a_job, cut_pieces(a_job), fold="open", search=Search(effort=1))
    assert need(lay).at_least
    assert not needed().at_least


def test_what_is_reserved_is_not_bought_and_less_than_all_of_it_saves_nothing():
    got = needed(shrink_along=0.04, price=20.0)  # 260.4 mm, 0.30 m to buy
    enough = off_the_shelf(got, Stock(have_mm=1000.0, reserved_mm=260.42))
    assert (enough.buy_mm, enough.rounding_mm, enough.cost, enough.is_reserved) == (0, 0, 0, True)
    for stock in (Stock(have_mm=9000.0, reserved_mm=0.0), Stock(have_mm=None, reserved_mm=250.0)):
        short = off_the_shelf(got, stock)
        assert (short.buy_mm, short.cost, short.is_reserved) == (300, got.cost, False)
        assert short.stock == stock
    assert off_the_shelf(got, None) == got


def test_what_there_is_of_a_cloth_for_some_jobs():
    cloth = job_of(job(piece("patch", BOX))).cloths[0]
    kept = (
        Reserved(job="a", name="A", mm=700.0),
        Reserved(job="b", name="B", mm=600.0),
        Reserved(job="c", name="C", mm=500.0, cut=True),
    )
    shelf = (OnShelf(cloth=cloth, at_hand_mm=1000.0, reserved=kept),)
    name = cloth.shown_name
    assert stock_of(shelf, name, {"a"}) == Stock(have_mm=1000.0, reserved_mm=700.0)
    # no more counts than is there; what was cut is had, though it is on the shelf no longer
    assert stock_of(shelf, name, {"a", "b", "c"}) == Stock(have_mm=1000.0, reserved_mm=1500.0)
    assert stock_of(shelf, name, {"d"}) == Stock(have_mm=1000.0, reserved_mm=0.0)
    assert stock_of(shelf, "another", {"a"}) is None
