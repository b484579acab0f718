"""The process that reads one drawing: ``python -m wickel.files.drawings.reader FILE``.

It holds itself to bounds of memory and time, opens nothing for writing and no connection, and says
what it found, or in one sentence why nothing, as JSON. Whatever a file does to it, the program that
asked goes on.
"""

from __future__ import annotations

import json
import math
import os
import resource
import sys
from pathlib import Path

from wickel.drawing.found import FoundDrawing
from wickel.files.drawings.found_file import found_record
from wickel.files.reading import UnreadableFile
from wickel.files.said_file import said_record
from wickel.wording import Sentence, say

MOST_MEMORY = 1_000_000_000
MOST_SECONDS = 3
_WRITING = os.O_WRONLY | os.O_RDWR | os.O_CREAT | os.O_APPEND
_REFUSED_EVENTS = ("socket.", "subprocess.", "os.exec", "os.posix_spawn", "os.system", "urllib.")


class _Held(RuntimeError):
    """Something was to be fetched, written or started."""


def _hold(event: str, given: tuple[object, ...]) -> None:
    """Stops what a drawing has no business to ask for."""
    if event.startswith(_REFUSED_EVENTS):
        raise _Held(event)
    if event == "open" and isinstance(given[2], int) and given[2] & _WRITING:
        raise _Held(event)


def _bounds() -> None:
    used = resource.getrusage(resource.RUSAGE_SELF)
    seconds = math.ceil(used.ru_utime + used.ru_stime) + MOST_SECONDS
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (seconds, seconds + 1))
    resource.setrlimit(resource.RLIMIT_FSIZE, (0, 0))
    resource.setrlimit(resource.RLIMIT_CORE, (0, 0))
    sys.addaudithook(_hold)


def read(path: Path, name: str) -> FoundDrawing:
    """The drawing of a file, whose kind its first bytes say. Raises ``UnreadableFile``."""
    data = path.read_bytes()
    head = data[:1024].lstrip(b"\xef\xbb\xbf\xff\xfe\x00 \t\r\n")
    if b"%PDF-" in data[:1024]:
        from wickel.files.drawings.pdf_in import read_pdf

        return read_pdf(data, name)
    if head.startswith(b"<"):
        from wickel.files.drawings.svg_in import read_svg

        return read_svg(data, name)
    if _looks_like_dxf(data):
        from wickel.files.drawings.dxf_in import read_dxf

        return read_dxf(path, name)
    raise UnreadableFile(say("drawings.no-drawing", name=name))


def _looks_like_dxf(data: bytes) -> bool:
    """A file of pairs of lines, the first a group code; or one that says that it is binary."""
    if b"Binary DXF\r\n\x1a\x00" in data[:24]:
        return True
    rows = data[:400].splitlines()
    return len(rows) > 1 and rows[0].strip() in (b"0", b"999")


def main() -> None:
    """Read the file of the command line, and print what was found."""
    path = Path(sys.argv[1])
    name = sys.argv[2]
    _bounds()
    try:
        answer: dict[str, object] = {"found": found_record(read(path, name))}
    except UnreadableFile as reason:
        said = reason.args[0]
        answer = {"refused": said_record(said) if isinstance(said, Sentence) else str(said)}
    except MemoryError:
        answer = {"refused": said_record(say("drawings.too-heavy", name=name))}
    except OSError as reason:
        said_why = say("reading.cannot-read", name=name, strerror=reason.strerror or reason)
        answer = {"refused": said_record(said_why)}
    except RecursionError:
        answer = {"refused": said_record(say("reading.too-deep", name=name, most_depth=60))}
    print(json.dumps(answer, allow_nan=False))
    sys.stdout.flush()
    os._exit(0)  # nothing that a library does at its end is needed


if __name__ == "__main__":
    main()
