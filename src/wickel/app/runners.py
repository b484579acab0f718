"""Who does tasks: a worker process that is kept warm, since a search holds the interpreter, or this
very process.

``ProcessRunner`` keeps one worker, drops stale messages and leaves no process behind.
``InlineRunner`` does the same work at once, for tests and pictures.
"""

from __future__ import annotations

import multiprocessing
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from dataclasses import replace
from functools import partial
from multiprocessing.connection import Connection
from multiprocessing.sharedctypes import Synchronized
from queue import SimpleQueue

from PySide6.QtCore import QElapsedTimer, QObject, QTimer, Signal

from wickel.job.tasks import (
    AcrossTask,
    Failed,
    Finished,
    LayTask,
    Message,
    PriceTask,
    Task,
    run_task,
    without_pictures,
)
from wickel.lay import LayRefused, warm_in_background
from wickel.wording import tr, words_of


class Runner(QObject):
    """Does tasks, one at a time. ``told`` carries the messages in the window's thread, ``said``
    what went wrong."""

    told = Signal(object)
    said = Signal(str)

    def another(self) -> Runner:
        """One more runner of this kind, for work beside this one's."""
        raise TypeError("a runner says how there are more of it")

    def start(self, task: Task) -> None:
        """Begin a task; one that is running is dropped."""
        raise TypeError("a runner says how it starts")

    def cancel(self) -> None:
        """Drop the running task; nothing more is heard of it."""

    def stop(self) -> None:
        """End the running task; its best lay still arrives."""

    def shut(self) -> None:
        """End for good."""


class InlineRunner(Runner):
    """Does each task before ``start`` returns, with ceilings on its effort and on how many ways are
    tried."""

    def __init__(self, most_effort: int = 12, most_ways: int | None = None) -> None:
        super().__init__()
        self._most = most_effort
        self._ways = most_ways

    def another(self) -> Runner:
        return InlineRunner(self._most, self._ways)

    def start(self, task: Task) -> None:
        run_task(self.lessened(task), self.told.emit, lambda: False)

    def lessened(self, task: Task) -> Task:
        """A task with no more effort and ways than there may be."""
        less = replace(
            task, search=replace(task.search, effort=min(task.search.effort, self._most), workers=1)
        )
        return (
            replace(less, ways=less.ways[: self._ways])
            if isinstance(less, LayTask | PriceTask | AcrossTask)
            else less
        )


BEAT_S = 0.5
"""While a worker is at a task a thread of its own says so often that it is alive."""

PATIENT_BEATS = 20
"""A worker that does not take up a task, or does not end one that is stopped, within so many of its
own beats is replaced: on a slow machine they come slowly, so that it is given more time."""

SILENT_MS = 60_000
"""A worker of which nothing at all is heard for so long is replaced. Starting takes some seconds,
on a machine that is busy with other things many times that."""

SLOW_MS = 10_000
"""After so long that a worker is waited for the maker is told."""

_GONE_WITHIN_S = 10.0
"""What a killed worker may take to be gone: on a machine that is busy with other things a second is
not always enough."""

_SLOW = tr("The computer is busy with other things: the search has not begun yet.")
_LOST = tr("The search ended unexpectedly and was begun again.")
_ENDED = tr("The search did not end by itself and was broken off; the best lay so far stays.")
_LOST_AGAIN = tr("The search ended unexpectedly twice. Change something, or ask for it again.")


class _Worker:
    """A worker process and the two threads that talk to it, so that nobody else ever waits for
    it."""

    def __init__(
        self, heard: Callable[[_Worker, object], None], target: Callable[..., None]
    ) -> None:
        context = multiprocessing.get_context("spawn")
        self._pipe, theirs = context.Pipe()
        self.wanted = context.Value("q", 0, lock=False)
        self.stopped = context.Value("q", 0, lock=False)
        self._letters: SimpleQueue[object] = SimpleQueue()
        self._heard = heard
        self.process = context.Process(
            target=target, args=(theirs, self.wanted, self.stopped), daemon=True, name="wickel-lay"
        )
        self.process.start()
        theirs.close()
        for work in (self._send, self._receive):
            threading.Thread(target=work, daemon=True, name="wickel-post").start()

    def post(self, letter: object) -> None:
        """Send something as soon as the worker takes it."""
        self._letters.put(letter)

    def end(self, patience_s: float) -> None:
        """End the process, the hard way when it does not hear in time."""
        self._letters.put(None)
        self.process.join(patience_s)
        if self.process.is_alive():
            self.process.kill()
            self.process.join(_GONE_WITHIN_S)

    def _send(self) -> None:
        while True:
            letter = self._letters.get()
            try:
                if letter is None:
                    self._pipe.close()
                    return
                self._pipe.send(letter)
            except (OSError, ValueError):
                return  # the one who listens hears of it too

    def _receive(self) -> None:
        try:
            while True:
                self._heard(self, self._pipe.recv())
        except (EOFError, OSError, TypeError):  # the last when it was closed meanwhile
            self._heard(self, None)


class ProcessRunner(Runner):
    """One worker process, kept warm. A task's number says whether what it sends is still wanted.

    A worker that dies or hangs is replaced, and begins the task again; after a second time it is
    left. One that is only slow is waited for: its beats are counted, not seconds.
    """

    _arrived = Signal(object, object)

    def __init__(self, target: Callable[..., None] | None = None) -> None:
        super().__init__()
        self._target = target or _worker
        self._number = 0
        self._task: Task | None = None
        self._lost = 0
        self._arrived.connect(self._take)
        self._waiting = QTimer(self, interval=min(1000, SILENT_MS // 4))
        self._waiting.timeout.connect(self._look)
        self._since, self._heard_at = QElapsedTimer(), QElapsedTimer()
        self._beats, self._slow_said = 0, False
        self._worker = self._hired()

    def _hired(self) -> _Worker:
        def heard(worker: _Worker, letter: object) -> None:
            with suppress(RuntimeError):  # the window is gone
                self._arrived.emit(worker, letter)

        self._heard_at.start()
        return _Worker(heard, self._target)

    def _wait(self) -> None:
        """Count from now on how long the worker does not answer."""
        self._beats, self._slow_said = 0, False
        self._since.start()
        self._waiting.start()

    def _look(self) -> None:
        """See whether the worker that is waited for is still worth waiting for."""
        if self._beats >= PATIENT_BEATS or self._heard_at.elapsed() > SILENT_MS:
            self._replace()
        elif self._since.elapsed() > SLOW_MS and not self._slow_said and not self._is_stopped():
            self._slow_said = True
            self.said.emit(_SLOW)

    def _is_stopped(self) -> bool:
        """Whether the task in hand has been asked to end."""
        return bool(self._worker.stopped.value == self._number)

    @property
    def process_id(self) -> int | None:
        """The worker's process id."""
        return self._worker.process.pid

    def another(self) -> Runner:
        return ProcessRunner(self._target)

    def start(self, task: Task) -> None:
        self._lost = 0
        self._begin(task)

    def _begin(self, task: Task) -> None:
        self._number += 1
        self._task = task
        self._worker.wanted.value = self._number
        self._worker.post((self._number, without_pictures(task)))
        self._heard_at.start()  # it had nothing to say while nothing was asked
        self._wait()

    def cancel(self) -> None:
        self._number += 1
        self._task = None
        self._waiting.stop()
        self._worker.wanted.value = self._number

    def stop(self) -> None:
        self._worker.stopped.value = self._number
        if self._task is not None:
            self._wait()

    def shut(self) -> None:
        self.cancel()
        self._arrived.disconnect(self._take)
        self._worker.end(0.3)

    def _take(self, worker: _Worker, letter: tuple[int, Message | None] | None) -> None:
        if worker is not self._worker:
            return
        if letter is None:
            self._replace()
            return
        self._heard_at.start()
        number, message = letter
        if number == _BEAT:
            self._beats += 1
            return
        if number != self._number:
            return
        if message is None:  # it has begun
            if not self._is_stopped():
                self._waiting.stop()
            return
        if isinstance(message, Finished | Failed):
            self._waiting.stop()
            self._task = None
        self.told.emit(message)

    def _replace(self) -> None:
        """Take another worker for one that is dead or does not answer."""
        task, stopped = self._task, self._is_stopped()
        threading.Thread(target=self._worker.end, args=(0.0,), daemon=True).start()
        self._worker = self._hired()
        self._waiting.stop()
        if task is None:
            return
        self._lost += 1
        if stopped or self._lost > 1:
            self._task = None
            self.told.emit(Failed(_ENDED if stopped else _LOST_AGAIN))
            return
        self.said.emit(_LOST)
        self._begin(task)


_BEAT = -1
"""What stands in the place of a task's number where a worker only says that it is alive."""


class _Post:
    """The worker's end of the pipe, which the task and the beats share."""

    def __init__(self, pipe: Connection) -> None:
        self._pipe, self._lock = pipe, threading.Lock()
        self.busy = threading.Event()
        threading.Thread(target=self._beat, daemon=True, name="wickel-beat").start()

    def send(self, number: int, message: Message | None = None) -> None:
        """Send a message of a task; none: it has begun."""
        with self._lock:
            self._pipe.send((number, message))

    def _beat(self) -> None:
        """While there is a task say that the process is alive, whatever the task is in."""
        with suppress(OSError, ValueError):  # nobody listens any more
            while self.busy.wait():
                self.send(_BEAT)
                time.sleep(BEAT_S)


def _worker(pipe: Connection, wanted: Synchronized[int], stopped: Synchronized[int]) -> None:
    """Serve tasks until the pipe is closed."""
    import signal

    signal.signal(signal.SIGINT, signal.SIG_IGN)  # Ctrl+C in the terminal is the window's business
    post = _Post(pipe)
    warm_in_background()

    def unwanted(number: int) -> bool:
        return wanted.value != number or stopped.value == number

    while True:
        try:
            post.busy.clear()
            number, task = pipe.recv()
            post.busy.set()
            if number != wanted.value:
                continue
            post.send(number)
            run_task(task, partial(post.send, number), partial(unwanted, number))
        except (EOFError, OSError):
            return
        except LayRefused as reason:
            post.send(number, Failed(words_of(reason)))
        except Exception as fault:  # noqa: BLE001 - outermost edge: report, live on
            name = type(fault).__name__
            words = tr("The search stumbled ({name}: {fault}).", name=name, fault=fault)
            post.send(number, Failed(words))
