"""Drawings of other programs are read by a process of their own, so that a damaged or hostile one
ends in a sentence, whatever it does."""

from __future__ import annotations

import json
import os
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path
from time import monotonic

from wickel.drawing.found import FoundDrawing
from wickel.files.drawings.found_file import found_of
from wickel.files.names import plain_text
from wickel.files.reading import UnreadableFile, plain_file
from wickel.files.said_file import SaidRecord, said_of
from wickel.wording import say

ENDINGS = (".svg", ".dxf", ".pdf")
MOST_BYTES = 40_000_000
MOST_SECONDS = 60.0
"""By the clock; by the time that it works it is ended much earlier (``reader.MOST_SECONDS``)."""
_LOOK_S = 0.05


class Stopped(Exception):
    """The reading was stopped by whoever had asked."""


def _goes_on() -> bool:
    return False


def read_drawing(path: Path, stopped: Callable[[], bool] = _goes_on) -> FoundDrawing:
    """What an SVG, DXF or PDF file holds.

    Raises:
        UnreadableFile: with one sentence; nothing is half-read.
        Stopped: ``stopped`` said so.
    """
    name = plain_text(path.name)
    _look(path, name)
    command = [sys.executable, "-m", "wickel.files.drawings.reader", str(path.absolute()), name]
    quiet = {"OPENBLAS_NUM_THREADS": "1", "OMP_NUM_THREADS": "1", "PYTHONWARNINGS": "ignore"}
    with subprocess.Popen(
        command,
        stdin=subprocess.DEVNULL,
        stdout=subprocess.PIPE,
        stderr=subprocess.DEVNULL,
        env=os.environ | quiet,
    ) as process:
        said = _answer(process, stopped, name)
    try:
        answer = json.loads(said)
    except ValueError:
        raise UnreadableFile(say("drawings.gave-up", name=name)) from None
    if "refused" in answer:
        refused = answer["refused"]
        raise UnreadableFile(
            said_of(refused if isinstance(refused, str) else SaidRecord.model_validate(refused))
        )
    found = found_of(answer["found"])
    if not found.lines:
        raise UnreadableFile(say("drawings.empty", name=name))
    return found


def _look(path: Path, name: str) -> None:
    """Raises ``UnreadableFile`` for what is no plain file, or is too large to begin with."""
    there = plain_file(path, name, "drawing")
    if not os.access(path, os.R_OK):
        raise UnreadableFile(say("reading.cannot-read", name=name, strerror=os.strerror(13)))
    if there > MOST_BYTES:
        size, most = there / 1e6, MOST_BYTES // 1_000_000
        raise UnreadableFile(
            say("reading.too-large", name=name, data=size, what="drawing", most_bytes=most)
        )


def _answer(process: subprocess.Popen[bytes], stopped: Callable[[], bool], name: str) -> bytes:
    """What the process says. Raises ``UnreadableFile`` when it dies or takes too long."""
    ends = monotonic() + MOST_SECONDS
    while True:
        try:
            said, _ = process.communicate(timeout=_LOOK_S)
        except subprocess.TimeoutExpired:
            if stopped() or monotonic() > ends:
                process.kill()
                process.communicate()
                if stopped():
                    raise Stopped from None
                raise UnreadableFile(say("drawings.too-long", name=name)) from None
            continue
        if process.returncode in (-24, -9):  # ended for the time that it worked
            raise UnreadableFile(say("drawings.too-long", name=name))
        return said
