"""Days as makers type them."""

from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from wickel.days import UnreadableDay, parsed_day

TODAY = date(2026, 12, 1)  # a Tuesday


@pytest.mark.parametrize(
    ("typed", "meant"),
    [
        ("", ""),
        ("2026-12-24", "2026-12-24"),
        ("4.12.", "2026-12-04"),
        ("4.12", "2026-12-04"),
        ("4. 12. 2027", "2027-12-04"),
        ("4.12.27", "2027-12-04"),
        ("30.11.", "2027-11-30"),  # this year's has gone by
        ("1.12.", "2026-12-01"),
        ("today", "2026-12-01"),
        ("Tomorrow", "2026-12-02"),
        ("Friday", "2026-12-04"),
        ("next friday", "2026-12-04"),
        ("tue", "2026-12-08"),  # today is one: the next
        ("in 3 days", "2026-12-04"),
        ("in two weeks", "2026-12-15"),
        ("in a month", "2027-01-01"),
        ("24 December", "2026-12-24"),
        ("Dec 24th, 2027", "2027-12-24"),
        ("29.2.2028", "2028-02-29"),
    ],
)
def test_a_day_is_read(typed, meant):
    assert parsed_day(typed, TODAY) == meant


@pytest.mark.parametrize(
    "typed", ["31.2.", "4/12", "soon", "13.13.", "2026-02-30", "ju 4", "t", "next", "99999-01-01"]
)
def test_what_is_no_day_is_refused_in_words(typed):
    with pytest.raises(UnreadableDay) as refusal:
        parsed_day(typed, TODAY)
    assert typed in str(refusal.value)
    assert str(refusal.value).endswith(".")


@given(st.dates(), st.dates(date(2000, 1, 1), date(2100, 1, 1)))
def test_an_iso_date_is_itself_whatever_the_day(day, today):
    assert parsed_day(day.isoformat(), today) == day.isoformat()


@given(st.text(max_size=20), st.dates(date(2000, 1, 1), date(2100, 1, 1)))
def test_any_text_is_a_day_or_refused(text, today):
    try:
        found = parsed_day(text, today)
    except UnreadableDay:
        return
    assert found == "" or date.fromisoformat(found)
