"""HPGL goes to a plotter: never more at once than it has room for, whole instructions only.

The plotter is asked with the device control of HP-GL: ``ESC . B`` for the room in its buffer and
``ESC . O`` for its state, each answered by a number and a carriage return; ``ESC . K`` throws away
what it has not drawn yet. So nothing is lost when the paper runs out, and nothing is sent twice.
"""

from __future__ import annotations

import socket
import time
from collections.abc import Callable
from dataclasses import dataclass

from wickel.wording import say

ROOM, STATE, ABORT = b"\x1b.B", b"\x1b.O", b"\x1b.K"
EMPTY, NO_PAPER = 8, 32
"""Bits of the state: nothing left to draw; waiting for paper."""
LIFTED = b"PU;SP0;\n"
"""What a plot that was cancelled ends with: the pen is lifted and put away."""
USUAL_PORT = 9100
_MOST_AT_ONCE, _LOOK_S, _ANSWER_S, _CONNECT_S = 512, 0.01, 15.0, 5.0


class PlotterLost(OSError):
    """A plotter that is not there, or does not answer any more. The message is one sentence."""


@dataclass(frozen=True, slots=True)
class PlotProgress:
    """How many bytes of how many are sent, and whether the plotter waits for paper."""

    sent: int
    all: int
    no_paper: bool = False


def address_of(text: str) -> tuple[str, int]:
    """The host and port of ``host``, ``host:port`` or ``:port``.

    Raises:
        ValueError: it is none.
    """
    host, _, port = text.strip().rpartition(":")
    if not host and not port.isdigit():
        host, port = port, str(USUAL_PORT)
    if not port.isdigit() or not 0 < int(port) < 65536:
        raise ValueError(say("plotting.no-address", text=text))
    return host or "127.0.0.1", int(port)


def send_plot(
    hpgl: bytes,
    address: tuple[str, int],
    told: Callable[[PlotProgress], object],
    stopped: Callable[[], bool],
) -> bool:
    """Send a plot, and wait until it is drawn; False when it was stopped.

    ``told`` hears how far it is. ``stopped`` is asked often; what is sent by then ends with a whole
    instruction, what the plotter has not drawn of it is thrown away, and its pen is lifted.

    Raises:
        PlotterLost: it is not there, or is silent.
    """
    try:
        with socket.create_connection(address, timeout=_CONNECT_S) as line:
            line.settimeout(_ANSWER_S)
            return _Sending(line, hpgl, told, stopped).run()
    except TimeoutError:
        raise PlotterLost(say("plotting.silent", host=address[0], port=str(address[1]))) from None
    except OSError as reason:
        if isinstance(reason, PlotterLost):
            raise
        said = say(
            "plotting.lost",
            host=address[0],
            port=str(address[1]),
            strerror=reason.strerror or str(reason),
        )
        raise PlotterLost(said) from None


class _Sending:
    def __init__(
        self,
        line: socket.socket,
        hpgl: bytes,
        told: Callable[[PlotProgress], object],
        stopped: Callable[[], bool],
    ) -> None:
        self._line, self._hpgl, self._told, self._stopped = line, hpgl, told, stopped
        self._at = 0

    def run(self) -> bool:
        rows = self._hpgl.splitlines(keepends=True)
        next_row = 0
        while next_row < len(rows):
            if self._stopped():
                return self._give_up()
            room = min(self._ask(ROOM), _MOST_AT_ONCE)
            chunk = b""
            while next_row < len(rows) and len(chunk) + len(rows[next_row]) <= room:
                chunk += rows[next_row]
                next_row += 1
            if chunk:
                self._line.sendall(chunk)
                self._at += len(chunk)
                self._tell(no_paper=False)
            else:
                self._wait()
        return self._finish()

    def _finish(self) -> bool:
        """Wait until all is drawn."""
        while not self._ask(STATE) & EMPTY:
            if self._stopped():
                return self._give_up()
            self._wait()
        self._tell(no_paper=False)
        return True

    def _wait(self) -> None:
        self._tell(no_paper=bool(self._ask(STATE) & NO_PAPER))
        time.sleep(_LOOK_S)

    def _give_up(self) -> bool:
        self._line.sendall(ABORT + LIFTED)
        return False

    def _tell(self, *, no_paper: bool) -> None:
        self._told(PlotProgress(self._at, len(self._hpgl), no_paper))

    def _ask(self, what: bytes) -> int:
        """A number that the plotter answers with. Raises ``PlotterLost``."""
        self._line.sendall(what)
        answer = b""
        while not answer.endswith(b"\r"):
            more = self._line.recv(1)
            if not more or len(answer) > 20:
                raise PlotterLost(say("plotting.gone"))
            answer += more
        try:
            return int(answer)
        except ValueError:
            raise PlotterLost(say("plotting.gone")) from None
