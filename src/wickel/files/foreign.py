"""Keys of a file that this program does not know, kept at every level through reading and
writing."""

from __future__ import annotations

import json
from collections.abc import Iterator
from typing import Any

from wickel.files.records import FileRecord
from wickel.job import Foreign


def foreign_of(record: FileRecord, written: dict[str, Any]) -> Foreign | None:
    """What of a record is not known: what the same thing has not when it is ``written``. None when
    there is nothing."""
    keys = {key: value for key, value in (record.model_extra or {}).items() if key not in written}
    children = {}
    for field in type(record).model_fields:
        found = _children(getattr(record, field), written.get(field))
        known = tuple((k, stamp, own) for k, stamp, own in found if own is not None)
        if known:
            children[field] = known
    return Foreign(keys=keys, children=children) if keys or children else None


def _children(value: object, written: object) -> Iterator[tuple[int | None, str, Foreign | None]]:
    """What is not known of the records in a field: their number in a list, the stamp or key they
    are known by, and what it is."""
    if isinstance(value, FileRecord):
        yield None, "", foreign_of(value, written if isinstance(written, dict) else {})
    elif isinstance(value, list):
        rows = written if isinstance(written, list) else []
        for k, record in enumerate(value):
            row = rows[k] if k < len(rows) and isinstance(rows[k], dict) else {}
            if isinstance(record, FileRecord):
                yield k, _stamp(row), foreign_of(record, row)
    elif isinstance(value, dict):
        by_key = written if isinstance(written, dict) else {}
        for key, record in value.items():
            if isinstance(record, FileRecord):
                yield None, key, foreign_of(record, by_key.get(key, {}))


def put_back(written: dict[str, Any], foreign: Foreign | None) -> dict[str, Any]:
    """A written object with the keys that were not known when it was read, as far as what they
    belonged to is there."""
    if foreign is None:
        return written
    for key, value in foreign.keys.items():
        written.setdefault(key, value)
    for field, entries in foreign.children.items():
        there = written.get(field)
        if isinstance(there, list):
            _put_into_rows(there, entries)
            continue
        for _, key, own in entries:
            if not key:
                written[field] = put_back(there if isinstance(there, dict) else {}, own)
            elif isinstance(there, dict) and isinstance(there.get(key), dict):
                put_back(there[key], own)
    return written


def _put_into_rows(rows: list[Any], entries: tuple[tuple[int | None, str, Foreign], ...]) -> None:
    """Give each row of a list its keys: by its id or by how it was written, else by its place."""
    stamps = [_stamp(row) if isinstance(row, dict) else "" for row in rows]
    taken: set[int] = set()
    left = []
    for k, stamp, own in entries:
        places = [n for n, there in enumerate(stamps) if there == stamp and n not in taken]
        if not places:
            left.append((k, stamp, own))
            continue
        n = k if k in places else places[0]
        taken.add(n)
        put_back(rows[n], own)
    for k, stamp, own in left:
        by_id = stamp.startswith("id ")  # what has an id and is not there any more is gone
        if (
            k is not None
            and k < len(rows)
            and k not in taken
            and not by_id
            and isinstance(rows[k], dict)
        ):
            put_back(rows[k], own)


def _stamp(row: dict[str, Any]) -> str:
    return f"id {row['id']}" if "id" in row else json.dumps(row, sort_keys=True)
