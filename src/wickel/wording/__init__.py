"""What the program says: a sentence is a code with named values; its words and its unit come when
it is shown."""

from wickel.wording.language import term, tr
from wickel.wording.sentence import (
    Sentence,
    Text,
    beside,
    in_words,
    renamed,
    say,
    show_in,
    show_money_in,
    shown_money,
    shown_unit,
    words_of,
)

__all__ = [
    "Sentence",
    "Text",
    "beside",
    "in_words",
    "renamed",
    "say",
    "show_in",
    "show_money_in",
    "shown_money",
    "shown_unit",
    "term",
    "tr",
    "words_of",
]
