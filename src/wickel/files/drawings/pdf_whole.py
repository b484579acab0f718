"""Whether a PDF is whole: a reader of PDF goes on with what it can decode, and half a page would
come in without a word."""

from __future__ import annotations

import base64
import re
import zlib
from collections.abc import Iterator

_STREAM = re.compile(rb"stream\r?\n")
_LAST, _BEFORE = 4096, 1200
MOST_STREAM = 200_000_000


def is_whole(data: bytes) -> bool:
    """Whether a file ends where a PDF ends, and what is packed in it can be unpacked to its end.

    What is encrypted, or packed in a way that is not known here, is taken to be whole.
    """
    if b"%%EOF" not in data[-_LAST:]:
        return False
    if b"/Encrypt" in data:
        return True
    return all(_unpacks(ways, packed) for ways, packed in _streams(data))


def _streams(data: bytes) -> Iterator[tuple[list[bytes], bytes]]:
    """What is packed in a file, each with the ways in which it is."""
    for met in _STREAM.finditer(data):
        before = data[max(0, met.start() - _BEFORE) : met.start()]
        if before.endswith(b"end"):
            continue
        about = before[before.rfind(b" obj") + 1 :]
        ways = re.findall(
            rb"/(FlateDecode|Fl|ASCII85Decode|A85|LZWDecode|DCTDecode|Crypt)\b", about
        )
        end = data.find(b"endstream", met.end())
        if end < 0:
            yield [b"cut short"], b""
        elif ways:
            yield ways, data[met.end() : end]


def _unpacks(ways: list[bytes], packed: bytes) -> bool:
    if ways == [b"cut short"]:
        return False
    if ways[0] in (b"ASCII85Decode", b"A85"):
        try:
            packed = base64.a85decode(packed.strip().removesuffix(b"~>").strip())
        except ValueError:
            return False
        ways = ways[1:]
    if not ways or ways[0] not in (b"FlateDecode", b"Fl"):
        return True
    unpacking = zlib.decompressobj()
    left = packed
    size = 0
    try:
        while left and not unpacking.eof and size < MOST_STREAM:
            size += len(unpacking.decompress(left, 1_000_000))
            left = unpacking.unconsumed_tail
    except zlib.error:
        return False
    return unpacking.eof
