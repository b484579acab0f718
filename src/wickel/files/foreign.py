"""Keys of a file that this program does not know, kept at every level through reading and
writing."""

from __future__ import annotations

import json
from typing import Any

from wickel.files.records import FileRecord
from wickel.job import Foreign


def foreign_of(record: FileRecord, written: dict[str, Any]) -> Foreign | None:
    """What of a record is not known: what the same thing has not when it is ``written``. None when
    there is nothing."""
    keys = {key: value for key, value in (record.model_extra or {}).items() if key not in written}
    children = {}
    for field in type(record).model_fields:
        value, beside = getattr(record, field), written.get(field)
        found: list[tuple[int | None, str, Foreign | None]] = []
        if isinstance(value, FileRecord):
            found = [(None, "", foreign_of(value, beside if isinstance(beside, dict) else {}))]
        elif isinstance(value, list):
            rows = beside if isinstance(beside, list) else []
            for k, own in enumerate(value):
                row = rows[k] if k < len(rows) and isinstance(rows[k], dict) else {}
                if isinstance(own, FileRecord):
                    found.append((k, _stamp(row), foreign_of(own, row)))
        elif isinstance(value, dict):
            rows_by_key = beside if isinstance(beside, dict) else {}
            for key, own in value.items():
                if isinstance(own, FileRecord):
                    found.append((None, key, foreign_of(own, rows_by_key.get(key, {}))))
        known = tuple((k, stamp, own) for k, stamp, own in found if own is not None)
        if known:
            children[field] = known
    return Foreign(keys=keys, children=children) if keys or children else None


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
