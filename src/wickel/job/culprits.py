"""What of the maker's own a draft is refused for.

A refusal names what its place in the draft can know: that the strap lies outside the top, by the
measurements that usually put it there. Where the maker has given figures and answers, those are
found without which the garment can be drawn, one at a time, and the refusal names them too.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import replace

from wickel.draft import DraftRefused, Style
from wickel.job.job import Garment
from wickel.wording import Text, say, words_of

MOST_TRIED = 40
"""So many figures and answers are left out, one at a time; each takes some milliseconds."""


def with_culprits(
    refusal: DraftRefused, garment: Garment, style: Style, draws: Callable[[Garment], object]
) -> DraftRefused:
    """The refusal of a garment with what of the maker's own it is for, where it does not name that
    already. ``draws`` drafts a garment or refuses it."""
    found = [
        (id, words)
        for id, words, without in _without_one(garment, style)
        if id not in refusal.concerns and _can_be_drawn(without, draws)
    ]
    if not found or set(refusal.concerns) & {*garment.figures, *garment.options}:
        return refusal
    names = ", ".join(words for _, words in found)
    text: Text = say("culprits.drawn-without", refusal=words_of(refusal), names=names)
    return DraftRefused(text, *(id for id, _ in found), *refusal.concerns)


def _without_one(garment: Garment, style: Style) -> Iterator[tuple[str, str, Garment]]:
    """The garment without each of the maker's own figures and answers: its id and what it is
    called."""
    for id in list(garment.figures)[:MOST_TRIED]:
        left = {own: value for own, value in garment.figures.items() if own != id}
        yield id, id, replace(garment, figures=left)
    asked = {option.id: option.question for option in style.options}
    for id in [own for own in garment.options if own in asked][:MOST_TRIED]:
        rest = {own: value for own, value in garment.options.items() if own != id}
        yield id, f"“{asked[id]}”", replace(garment, options=rest)


def _can_be_drawn(garment: Garment, draws: Callable[[Garment], object]) -> bool:
    try:
        draws(garment)
    except (ValueError, ArithmeticError, LookupError, AssertionError):
        return False
    return True
