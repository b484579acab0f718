"""Clients: dated bodies in order, one a day, and what has changed between two of them."""

from dataclasses import replace

from wickel.body import (
    Adjustment,
    Body,
    Client,
    differences,
    with_adjustment,
    with_body,
    without_day,
)


def body(taken, **mm):
    return Body(name="", measurements_mm=mm, taken=taken)


def test_bodies_are_kept_in_order_of_their_days_under_the_client_s_name():
    client = Client(name="Ines Vell")
    for day in ("2026-05-01", "2025-01-09", "2026-02-11"):
        client = with_body(client, body(day, bust=900))
    assert [kept.taken for kept in client.bodies] == ["2025-01-09", "2026-02-11", "2026-05-01"]
    assert client.latest.taken == "2026-05-01"
    assert {kept.name for kept in client.bodies} == {"Ines Vell"}


def test_a_second_body_of_a_day_takes_the_place_of_the_first():
    client = with_body(
        with_body(Client(name="A"), body("2026-05-01", bust=900)), body("2026-05-01", bust=910)
    )
    assert [kept["bust"] for kept in client.bodies] == [910]
    assert without_day(client, "2026-05-01").bodies == ()


def test_of_each_change_there_is_one_adjustment_and_none_of_nothing():
    longer, wider = Adjustment(change="front-length", mm=20), Adjustment(change="bust", mm=8)
    client = with_adjustment(with_adjustment(Client(name="oda"), longer), wider)
    assert client.adjustments == (longer, wider)
    now = with_adjustment(client, replace(longer, mm=25))
    assert [(own.change, own.mm) for own in now.adjustments] == [("bust", 8), ("front-length", 25)]
    assert with_adjustment(now, replace(longer, mm=0)).adjustments == (wider,)


def test_differences_name_what_grew_and_what_was_taken_only_once():
    found = differences(
        body("a", bust=900, waist=700, hip=950), body("b", bust=912.4, waist=700.3, knee=360)
    )
    grown = [(d.measurement, None if d.grown_mm is None else round(d.grown_mm, 6)) for d in found]
    assert grown == [("bust", 12.4), ("hip", None), ("knee", None)]
