"""Reads drawings as the reading process does, each in a fork of one server that has everything
loaded: what takes a second and a half to start a hundred times over is started once.

``python -m tests.files.read_server`` is the server: a line of JSON a drawing comes in, the id of
the process that reads it goes out, and when it has ended how it ended.
"""

import json
import os
import subprocess
import sys
import tempfile
import threading
from pathlib import Path

QUIET = {"OPENBLAS_NUM_THREADS": "1", "OMP_NUM_THREADS": "1", "PYTHONWARNINGS": "ignore"}


def serve():
    """Fork a process for each drawing that is asked for, and wait for its end."""
    import wickel.files.drawings.dxf_in
    import wickel.files.drawings.pdf_in
    import wickel.files.drawings.svg_in  # noqa: F401
    from wickel.files.drawings import reader

    for line in sys.stdin:
        path, name, out, home = json.loads(line)
        said, its_end = os.pipe()
        child = os.fork()
        if child == 0:
            os.close(said)
            os.environ["HOME"] = home
            os.dup2(its_end, 1)  # it may write no file
            sys.argv = ["reader", path, name]
            try:
                reader.main()
            finally:
                os._exit(1)  # as a process that nothing was caught in
        os.close(its_end)
        print(child, flush=True)
        with os.fdopen(said, "rb") as answer:
            Path(out).write_bytes(answer.read())
        _, status, used = os.wait4(child, 0)
        ended = os.waitstatus_to_exitcode(status)
        print(json.dumps([ended, used.ru_utime + used.ru_stime, used.ru_maxrss]), flush=True)


class ReadServer:
    """The server, and what is known of the last drawing that it has read; with so much of the
    module ``subprocess`` as the reading of drawings uses."""

    DEVNULL, PIPE = subprocess.DEVNULL, subprocess.PIPE
    TimeoutExpired = subprocess.TimeoutExpired

    def __init__(self):
        self._running = None
        self._one_at_a_time = threading.Lock()
        self.worked_s, self.peak_kb = 0.0, 0

    @property
    def _server(self):
        if self._running is None:
            self._running = self._started()
        return self._running

    @staticmethod
    def _started():
        return subprocess.Popen(
            [sys.executable, "-m", "tests.files.read_server"],
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            stderr=subprocess.DEVNULL,
            env=os.environ | QUIET | {"HOME": tempfile.mkdtemp()},
            text=True,
        )

    def Popen(self, command, **_):
        """Have a drawing read."""
        assert command[1:3] == ["-m", "wickel.files.drawings.reader"]
        return _Reading(self, *command[3:])

    def read(self, path, name, out, begun):
        """Have one drawing read; how it ended. ``begun`` is told the id of its process."""
        with self._one_at_a_time:
            self._server.stdin.write(
                json.dumps([path, name, out, os.environ.get("HOME", "")]) + "\n"
            )
            self._server.stdin.flush()
            begun(int(self._server.stdout.readline()))
            ended, self.worked_s, peak_kb = json.loads(self._server.stdout.readline())
            self.peak_kb = max(self.peak_kb, peak_kb)
        return ended

    def close(self):
        """End the server."""
        if self._running is None:
            return
        self._server.stdin.close()
        self._server.wait(10)
        self._server.stdout.close()


class _Reading:
    """One drawing that is read, with as much of ``subprocess.Popen`` as its caller uses."""

    def __init__(self, server, path, name):
        handle, self._out = tempfile.mkstemp()
        os.close(handle)
        self.returncode, self._process = None, None
        self._thread = threading.Thread(target=self._work, args=(server, path, name))
        self._killed = False
        self._thread.start()

    def __enter__(self):
        return self

    def __exit__(self, *_):
        self._thread.join()
        Path(self._out).unlink(missing_ok=True)

    def _work(self, server, path, name):
        self.returncode = server.read(path, name, self._out, self._begun)

    def _begun(self, process):
        self._process = process
        if self._killed:
            self.kill()

    def kill(self):
        self._killed = True
        if self._process is not None and self.returncode is None:
            os.kill(self._process, 9)

    def communicate(self, timeout=None):
        self._thread.join(timeout)
        if self._thread.is_alive():
            raise subprocess.TimeoutExpired("reader", timeout)
        return Path(self._out).read_bytes(), None


if __name__ == "__main__":
    serve()
