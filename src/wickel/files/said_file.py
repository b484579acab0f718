"""Sentences in files: plain words, or a code with its values, so that they follow the unit when
they are read."""

from __future__ import annotations

from typing import Annotated, Any

from pydantic import Field

from wickel import wording
from wickel.files.records import FileRecord, Name, Number, Text
from wickel.wording import say

FARTHEST = 10**9


Whole = Annotated[int, Field(ge=-FARTHEST, le=FARTHEST)]
"""A count stays one: it is shown without a point."""


class SaidRecord(FileRecord):
    """A sentence of the catalogue."""

    say: Name
    values: dict[Name, bool | Whole | Number | Text | SaidRecord] = {}


Said = Text | SaidRecord


def said_of(record: str | SaidRecord) -> wording.Text:
    """The sentence of a record; of a code that is not known here, or lacks a value, only that there
    is no lay."""
    if isinstance(record, str):
        return record
    values = {
        key: said_of(own) if isinstance(own, SaidRecord) else own
        for key, own in record.values.items()
    }
    try:
        sentence = say(record.say, **values)
        str(sentence)
    except (KeyError, ValueError, TypeError):
        return say("laying.no-lay-known")
    return sentence


def said_record(text: wording.Text) -> str | dict[str, Any]:
    """What is written of a sentence."""
    if isinstance(text, str):
        return text
    values = {key: _value(own) for key, own in text.values.items()}
    return {"say": text.code, "values": values}


def _value(value: object) -> object:
    if isinstance(value, wording.Sentence):
        return said_record(value)
    return value if isinstance(value, bool | int | float) else str(value)
