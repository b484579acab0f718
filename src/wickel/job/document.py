"""The document: a job with every step that led to it, back and forth. Pure Python, no window.

A step is one edit with its name in words. Steps that follow each other under one key become one, as
typing does. What a search finds is no step: it amends the state that it was found for, so that
going back and forth again gives the same job.
"""

from __future__ import annotations

from dataclasses import dataclass

from wickel.job.job import Job


@dataclass(frozen=True, slots=True, kw_only=True)
class Step:
    """A state of the job and the edit that led to it; the first has no words."""

    job: Job
    words: str = ""
    key: str = ""


class Document:
    """A job that is edited. Not thread-safe; whoever owns it tells the others."""

    def __init__(self, job: Job) -> None:
        self._steps = [Step(job=job)]
        self._at = 0

    @property
    def job(self) -> Job:
        """The job as it is now."""
        return self._steps[self._at].job

    @property
    def steps(self) -> int:
        """How many edits there are to go back to."""
        return self._at

    @property
    def undo_words(self) -> str:
        """What would be taken back, empty when nothing can be."""
        return self._steps[self._at].words

    @property
    def redo_words(self) -> str:
        """What would be done again, empty when nothing can be."""
        return self._steps[self._at + 1].words if self._at + 1 < len(self._steps) else ""

    def apply(self, job: Job, words: str, key: str = "") -> bool:
        """Make an edited job the current one; False when it is no change. What was undone cannot be
        redone any more."""
        if job == self.job:
            return False
        del self._steps[self._at + 1 :]
        if key and self._at and self._steps[self._at].key == key:
            self._steps[self._at] = Step(job=job, words=words, key=key)
        else:
            self._steps.append(Step(job=job, words=words, key=key))
            self._at += 1
        return True

    def amend(self, job: Job) -> None:
        """Put another job in the place of the current one, without a step: for what a search has
        found."""
        here = self._steps[self._at]
        self._steps[self._at] = Step(job=job, words=here.words, key=here.key)

    def undo(self) -> bool:
        """Take the last edit back; False when there is none."""
        if not self._at:
            return False
        self._at -= 1
        return True

    def redo(self) -> bool:
        """Do again what was taken back last; False when there is nothing."""
        if self._at + 1 >= len(self._steps):
            return False
        self._at += 1
        return True
