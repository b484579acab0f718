"""Tasks that have been done before are answered by heart: in this run, and in every other of the
same source.

What a task comes to is kept on disk under the digest of all the source that could bear on it and of
the task itself; another source, or another task, is worked out anew.
"""

import hashlib
import os
import pickle
import tempfile
from functools import cache
from pathlib import Path

import wickel

_SOURCE = Path(wickel.__file__).parent
_KEPT = Path(__file__).parents[2] / ".pytest_cache" / "wickel-known"
_MOST_SOURCES = 3


@cache
def _folder():
    """Where the answers of this source are; those of sources long gone are thrown away."""
    digest = hashlib.sha256()
    for path in sorted(_SOURCE.rglob("*.py")):
        if "app" not in path.relative_to(_SOURCE).parts[:1]:
            digest.update(path.read_bytes())
    folder = _KEPT / digest.hexdigest()[:24]
    folder.mkdir(parents=True, exist_ok=True)
    os.utime(folder)
    for old in sorted(_KEPT.iterdir(), key=lambda own: own.stat().st_mtime)[:-_MOST_SOURCES]:
        for path in old.iterdir():
            path.unlink(missing_ok=True)
        old.rmdir()
    return folder


class Known:
    """Answers to tasks, by what tells a task from another."""

    def __init__(self):
        self._here = {}

    def answer(self, name, work_out):
        """The answer to a task of a name (bytes), worked out where nobody has before."""
        if name not in self._here:
            path = _folder() / hashlib.sha256(name).hexdigest()
            try:
                self._here[name] = pickle.loads(path.read_bytes())
            except (OSError, EOFError, pickle.UnpicklingError):
                self._here[name] = work_out()
                _keep(path, self._here[name])
        return self._here[name]


def _keep(path, answer):
    """Write an answer whole, or not at all: two workers may be at it."""
    handle, temporary = tempfile.mkstemp(dir=path.parent)
    with os.fdopen(handle, "wb") as file:
        pickle.dump(answer, file)
    os.replace(temporary, path)
