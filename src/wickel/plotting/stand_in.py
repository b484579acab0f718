"""A stand-in for a plotter: it takes HPGL over a socket of this machine, keeps a small buffer,
draws one instruction after the other, and runs out of paper when it is told to."""

from __future__ import annotations

import re
import socket
import threading
import time
from collections.abc import Callable
from dataclasses import dataclass

from wickel.plotting.sending import ABORT, EMPTY, NO_PAPER, ROOM, STATE

BUFFER_BYTES = 1024
_IDLE_S, _READ = 0.01, 4096
_PLACES = re.compile(rb"-?\d+")
_TERMINATED = re.compile(rb"LB[^\x03]*\x03;?\s*|[^;]*;\s*", re.DOTALL)


@dataclass(frozen=True, slots=True)
class Drawn:
    """A line that a pen has drawn, or words that it has written, in plotter units."""

    pen: int
    points: tuple[tuple[int, int], ...]
    words: str = ""


class StandIn:
    """Listens at a port of this machine; ``port`` is the one it has. ``changed`` is called from its
    own threads whenever something has happened.

    ``received`` is every byte that was meant to be drawn, in the order of its coming; ``drawn``
    what was drawn.
    """

    def __init__(
        self,
        port: int = 0,
        *,
        buffer: int = BUFFER_BYTES,
        rest_s: float = 0.0,
        changed: Callable[[], object] = lambda: None,
    ) -> None:
        self.received = bytearray()
        self.drawn: list[Drawn] = []
        self.done = 0
        self.paper = True
        self._most, self._rest_s, self._changed = buffer, rest_s, changed
        self._waiting = b""
        self._control = b""
        self._pen, self._at = 0, (0, 0)
        self._lock = threading.Lock()
        self._ended = threading.Event()
        self._socket = socket.create_server(("127.0.0.1", port))
        self._socket.settimeout(0.1)
        self.port: int = self._socket.getsockname()[1]
        self._threads = [
            threading.Thread(target=work, daemon=True) for work in (self._listen, self._draw)
        ]
        for thread in self._threads:
            thread.start()

    # --- the hands at it -----------------------------------------------------------------------

    def take_paper(self) -> None:
        """Let it run out of paper: it draws nothing more, and takes what its buffer holds."""
        self.paper = False
        self._changed()

    def give_paper(self) -> None:
        """Put paper in: it goes on where it stopped."""
        self.paper = True
        self._changed()

    def clear(self) -> None:
        """A new sheet."""
        with self._lock:
            self.drawn, self.done = [], 0
            self.received.clear()
        self._changed()

    def close(self) -> None:
        """End it."""
        self._ended.set()
        for thread in self._threads:
            thread.join()
        self._socket.close()

    # --- what comes in -------------------------------------------------------------------------

    def _listen(self) -> None:
        while not self._ended.is_set():
            try:
                line, _ = self._socket.accept()
            except TimeoutError:
                continue
            with line:
                line.settimeout(0.1)
                self._serve(line)

    def _serve(self, line: socket.socket) -> None:
        while not self._ended.is_set():
            try:
                data = line.recv(_READ)
            except TimeoutError:
                continue
            except OSError:
                return
            if not data:
                return
            for k in range(len(data)):
                answer = self._take(data[k : k + 1])
                if answer:
                    try:
                        line.sendall(answer)
                    except OSError:
                        return
            self._changed()

    def _take(self, byte: bytes) -> bytes:
        """Take one byte; what is answered to it."""
        if self._control or byte == b"\x1b":
            self._control += byte
            if len(self._control) < len(ROOM):
                return b""
            asked, self._control = self._control, b""
            return self._answer(asked)
        with self._lock:
            self.received += byte
            self._waiting += byte
        return b""

    def _answer(self, asked: bytes) -> bytes:
        with self._lock:
            if asked == ROOM:
                return b"%d\r" % max(0, self._most - len(self._waiting))
            if asked == STATE:
                state = (0 if self._waiting else EMPTY) | (0 if self.paper else NO_PAPER)
                return b"%d\r" % state
            if asked == ABORT:
                self._waiting = b""
        return b""

    # --- drawing -------------------------------------------------------------------------------

    def _draw(self) -> None:
        while not self._ended.is_set():
            row = b""
            if self.paper:
                with self._lock:
                    met = _TERMINATED.match(self._waiting)
                    if met is not None:
                        row = met[0]
                        self._follow(row.strip())
                        self._waiting = self._waiting[len(row) :]
                        self.done += len(row)
            if not row:
                time.sleep(_IDLE_S)
                continue
            self._changed()
            if self._rest_s:
                time.sleep(self._rest_s)

    def _follow(self, row: bytes) -> None:
        """Do what one instruction says."""
        what = row[:2]
        if what == b"LB":
            words = row[2:].partition(b"\x03")[0].decode("ascii", "replace")
            self.drawn.append(Drawn(self._pen, (self._at,), words))
            return
        numbers = [int(own) for own in _PLACES.findall(row[2:])]
        if what == b"SP":
            self._pen = numbers[0] if numbers else 0
        elif what in (b"PU", b"PD"):
            for x, y in zip(numbers[::2], numbers[1::2], strict=False):
                if what == b"PD":
                    self._line_to((x, y))
                self._at = (x, y)

    def _line_to(self, there: tuple[int, int]) -> None:
        last = self.drawn[-1] if self.drawn else None
        if last and not last.words and last.pen == self._pen and last.points[-1] == self._at:
            self.drawn[-1] = Drawn(self._pen, (*last.points, there))
        else:
            self.drawn.append(Drawn(self._pen, (self._at, there)))
