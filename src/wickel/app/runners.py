"""Who does tasks: a worker process that is kept warm, since a search holds the interpreter, or this
very process.

``ProcessRunner`` keeps one worker, drops stale messages and leaves no process behind.
``InlineRunner`` does the same work at once, for tests and pictures.
"""

from __future__ import annotations

import multiprocessing
import threading
from collections.abc import Callable
from contextlib import suppress
from dataclasses import replace
from functools import partial
from multiprocessing.connection import Connection
from multiprocessing.sharedctypes import Synchronized
from queue import SimpleQueue

from PySide6.QtCore import QObject, QTimer, Signal

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


ANSWERED_WITHIN_MS = 10_000
"""A worker that does not take up a task, or does not end one that is stopped, in this time is
replaced."""

_GONE_WITHIN_S = 10.0
"""What a killed worker may take to be gone: on a machine that is busy with other things a second is
not always enough."""

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
    left.
    """

    _arrived = Signal(object, object)

    def __init__(self, target: Callable[..., None] | None = None) -> None:
        super().__init__()
        self._target = target or _worker
        self._number = 0
        self._task: Task | None = None
        self._lost = 0
        self._arrived.connect(self._take)
        self._patience = QTimer(self, singleShot=True, interval=ANSWERED_WITHIN_MS)
        self._patience.timeout.connect(self._replace)
        self._worker = self._hired()

    def _hired(self) -> _Worker:
        def heard(worker: _Worker, letter: object) -> None:
            with suppress(RuntimeError):  # the window is gone
                self._arrived.emit(worker, letter)

        return _Worker(heard, self._target)

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
        self._patience.start()

    def cancel(self) -> None:
        self._number += 1
        self._task = None
        self._patience.stop()
        self._worker.wanted.value = self._number

    def stop(self) -> None:
        self._worker.stopped.value = self._number
        if self._task is not None:
            self._patience.start()

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
        number, message = letter
        if number != self._number:
            return
        if message is None:  # it has begun
            if self._worker.stopped.value != number:
                self._patience.stop()
            return
        if isinstance(message, Finished | Failed):
            self._patience.stop()
            self._task = None
        self.told.emit(message)

    def _replace(self) -> None:
        """Take another worker for one that is dead or does not answer."""
        task, stopped = self._task, self._worker.stopped.value == self._number
        threading.Thread(target=self._worker.end, args=(0.0,), daemon=True).start()
        self._worker = self._hired()
        self._patience.stop()
        if task is None:
            return
        self._lost += 1
        if stopped or self._lost > 1:
            self._task = None
            self.told.emit(Failed(_ENDED if stopped else _LOST_AGAIN))
            return
        self.said.emit(_LOST)
        self._begin(task)


def _worker(pipe: Connection, wanted: Synchronized[int], stopped: Synchronized[int]) -> None:
    """Serve tasks until the pipe is closed."""
    import signal

    signal.signal(signal.SIGINT, signal.SIG_IGN)  # Ctrl+C in the terminal is the window's business
    warm_in_background()

    def tell(number: int, message: Message) -> None:
        pipe.send((number, message))

    def unwanted(number: int) -> bool:
        return wanted.value != number or stopped.value == number

    while True:
        try:
            number, task = pipe.recv()
            if number != wanted.value:
                continue
            pipe.send((number, None))
            run_task(
                task,
                partial(tell, number),
                partial(unwanted, number),
            )
        except (EOFError, OSError):
            return
        except LayRefused as reason:
            pipe.send((number, Failed(words_of(reason))))
        except Exception as fault:  # noqa: BLE001 - outermost edge: report, live on
            pipe.send(
                (
                    number,
                    Failed(
                        tr(
                            "The search stumbled ({name}: {fault}).",
                            name=type(fault).__name__,
                            fault=fault,
                        )
                    ),
                )
            )
