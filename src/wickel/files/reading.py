"""Strict reading of JSON files: bounded size and depth, no NaN, no doubled keys, one clear
sentence."""

from __future__ import annotations

import contextlib
import json
import stat
from collections.abc import Iterator
from pathlib import Path
from typing import Any, NoReturn

from pydantic import ValidationError

from wickel.files.names import plain_text
from wickel.wording import say

MOST_BYTES = 12_000_000
MOST_DEPTH = 40


class UnreadableFile(ValueError):
    """A file that cannot be read. The message is one sentence: what, where in the file, how to mend
    it."""


def read_json(path: Path, what: str) -> dict[str, Any]:
    """Read a JSON object from a plain file.

    Raises:
        UnreadableFile: it is missing, too large, not JSON, too deep, or holds NaN or doubled keys.
    """
    name = plain_text(path.name)
    there = plain_file(path, name, what)
    with _said_of(name), path.open("rb") as file:
        data = file.read(MOST_BYTES + 1)
    if len(data) > MOST_BYTES:
        raise UnreadableFile(
            say(
                "reading.too-large",
                name=name,
                data=max(there, len(data)) / 1000000.0,
                what=what,
                most_bytes=MOST_BYTES // 1000000,
            )
        )
    return parsed_json(data, name, what)


@contextlib.contextmanager
def _said_of(name: str) -> Iterator[None]:
    """What the system says of a file, as ``UnreadableFile``."""
    try:
        yield
    except FileNotFoundError:
        raise UnreadableFile(say("reading.no-file", name=name)) from None
    except OSError as reason:
        raise UnreadableFile(
            say("reading.cannot-read", name=name, strerror=reason.strerror)
        ) from None
    except ValueError:  # a null character
        raise UnreadableFile(say("reading.bad-name", name=name)) from None


def plain_file(path: Path, name: str, what: str) -> int:
    """How many bytes a plain file has.

    Raises:
        UnreadableFile: there is none, or it is a folder, a pipe or a device: reading that might
            never end.
    """
    with _said_of(name):
        there = path.stat()
    if stat.S_ISDIR(there.st_mode):
        raise UnreadableFile(say("reading.folder", name=name, what=what))
    if not stat.S_ISREG(there.st_mode):
        raise UnreadableFile(say("reading.not-plain", name=name))
    return there.st_size


def parsed_json(data: bytes, name: str, what: str) -> dict[str, Any]:
    """Parse JSON from bytes, as ``read_json`` does from a file."""
    try:
        value = json.loads(
            data.decode("utf-8-sig"), parse_constant=_no_constant, object_pairs_hook=_no_doubles
        )
    except UnicodeDecodeError as reason:
        raise UnreadableFile(say("reading.not-text", name=name, start=reason.start)) from None
    except json.JSONDecodeError as reason:
        raise UnreadableFile(
            say(
                "reading.not-json",
                name=name,
                msg=reason.msg.lower(),
                lineno=reason.lineno,
                colno=reason.colno,
            )
        ) from None
    except RecursionError:
        raise UnreadableFile(say("reading.too-deep", name=name, most_depth=MOST_DEPTH)) from None
    except _NotPlain as reason:
        raise UnreadableFile(f"{name} {reason}.") from None
    except ValueError:  # an integer of thousands of digits
        raise UnreadableFile(say("reading.number-too-long", name=name)) from None
    if not isinstance(value, dict):
        raise UnreadableFile(say("reading.no-object", name=name, what=what))
    if _depth(value) > MOST_DEPTH:
        raise UnreadableFile(say("reading.too-deep", name=name, most_depth=MOST_DEPTH))
    return value


class _NotPlain(ValueError):
    pass


def _no_constant(text: str) -> NoReturn:
    raise _NotPlain(say("reading.not-finite", text=text))


def _no_doubles(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    found: dict[str, Any] = {}
    for key, value in pairs:
        if key in found:
            raise _NotPlain(say("reading.key-twice", plain_text=plain_text(key[:40])))
        found[key] = value
    return found


def _depth(value: object) -> int:
    deepest = 0
    waiting: list[tuple[object, int]] = [(value, 1)]
    while waiting:
        item, depth = waiting.pop()
        deepest = max(deepest, depth)
        if depth > MOST_DEPTH:
            return depth
        inner = item.values() if isinstance(item, dict) else item if isinstance(item, list) else ()
        waiting.extend((child, depth + 1) for child in inner if isinstance(child, dict | list))
    return deepest


def first_fault(error: ValidationError, name: str) -> UnreadableFile:
    """The first fault of a validation as one sentence that names the place in the file."""
    fault = error.errors(include_url=False, include_input=True)[0]
    place = ""
    for step in fault["loc"]:
        place += f"[{step}]" if isinstance(step, int) else f".{step}" if place else str(step)
    place = plain_text(place)
    message = fault["msg"].removeprefix("Value error, ")
    got = fault.get("input")
    shown = (
        ""
        if isinstance(got, dict | list) or fault["type"] == "missing"
        else f", not {str(got)[:40]!r}"
    )
    if fault["type"] == "missing":
        return UnreadableFile(f"{name}: {place} is missing.")
    return UnreadableFile(
        f"{name}: {place or 'the file'}: {message[:1].lower() + message[1:]}{shown}."
    )
