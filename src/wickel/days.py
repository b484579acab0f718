"""Days as makers type them: read to ISO dates, or refused with a sentence that quotes them."""

from __future__ import annotations

import re
from calendar import day_name, month_name
from datetime import date, timedelta

from wickel.wording import say

_ISO = re.compile(r"(\d{4})-(\d{1,2})-(\d{1,2})")
_POINTS = re.compile(r"(\d{1,2})\.\s*(\d{1,2})\.?\s*(\d{4}|\d{2})?")
_IN = re.compile(r"in (\d{1,3}|an?|one|two|three|four) (day|week|month)s?")
_DAY_MONTH = re.compile(r"(\d{1,2})(?:st|nd|rd|th|\.)? ([a-z]{3,})\.?(?: (\d{4}))?")
_MONTH_DAY = re.compile(r"([a-z]{3,})\.? (\d{1,2})(?:st|nd|rd|th)?(?: (\d{4}))?")
_COUNTS = {"a": 1, "an": 1, "one": 1, "two": 2, "three": 3, "four": 4}
_NEAR = {"today": 0, "tomorrow": 1, "day after tomorrow": 2}
_WEEK_DAYS = 7


class UnreadableDay(ValueError):
    """A text that is no day. The message is one sentence for the maker and quotes the text."""


def parsed_day(text: str, today: date) -> str:
    """The day that a text means, as an ISO date; empty for nothing.

    A day without a year is the next one from ``today`` on, a day of the week the first after it.

    Raises:
        UnreadableDay: with one sentence.

    >>> parsed_day("4.12.", date(2026, 12, 1))
    '2026-12-04'
    >>> parsed_day("next Friday", date(2026, 12, 1))
    '2026-12-04'
    """
    words = " ".join(text.lower().replace(",", " ").split())
    if not words:
        return ""
    try:
        found = _found(words, today)
    except (ValueError, OverflowError):  # the 30th of February
        found = None
    if found is None:
        raise UnreadableDay(say("days.not-a-day", shown=text.strip()[:40]))
    return found.isoformat()


def _found(words: str, today: date) -> date | None:
    """The day, None where the words are none. Raises ``ValueError`` for a day that no month has."""
    if words in _NEAR:
        return today + timedelta(days=_NEAR[words])
    if match := _ISO.fullmatch(words):
        return date(*(int(part) for part in match.groups()))
    if match := _POINTS.fullmatch(words):
        return _with_year(int(match[1]), int(match[2]), match[3], today)
    if match := _IN.fullmatch(words):
        count = _COUNTS.get(match[1]) or int(match[1])
        return _after(today, count, match[2])
    if match := _DAY_MONTH.fullmatch(words):
        return _named(match[2], match[1], match[3], today)
    if match := _MONTH_DAY.fullmatch(words):
        return _named(match[1], match[2], match[3], today)
    return _week_day(words.removeprefix("next ").removeprefix("on "), today)


def _with_year(day: int, month: int, year: str | None, today: date) -> date:
    """A day of a month, of the year that is named or the next that comes."""
    if year is not None:
        return date(int(year) + (2000 if len(year) == 2 else 0), month, day)
    this = date(today.year, month, day) if _is_day(today.year, month, day) else None
    return this if this is not None and this >= today else date(today.year + 1, month, day)


def _is_day(year: int, month: int, day: int) -> bool:
    try:
        date(year, month, day)
    except ValueError:
        return False
    return True


def _named(month: str, day: str, year: str | None, today: date) -> date | None:
    """A day of a month by its name, or the beginning of it."""
    found = [k for k in range(1, 13) if month_name[k].lower().startswith(month)]
    return _with_year(int(day), found[0], year, today) if len(found) == 1 else None


def _after(today: date, count: int, what: str) -> date:
    """So many days, weeks or months after today; a month that has no such day ends before it."""
    if what == "day":
        return today + timedelta(days=count)
    if what == "week":
        return today + timedelta(days=_WEEK_DAYS * count)
    year, month = divmod(today.year * 12 + today.month - 1 + count, 12)
    day = next(d for d in range(today.day, 0, -1) if _is_day(year, month + 1, d))
    return date(year, month + 1, day)


def _week_day(word: str, today: date) -> date | None:
    """The first such day of the week after today, by its name or the beginning of it."""
    named = [
        k for k, name in enumerate(day_name) if len(word) > 1 and name.lower().startswith(word)
    ]
    if len(named) != 1:
        return None
    return today + timedelta(days=(named[0] - today.weekday() - 1) % _WEEK_DAYS + 1)
