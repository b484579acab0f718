"""The index of job files: what a list shows of them, kept so that nothing is read twice, and found
again by a job's own id when its file has moved.

The files are the truth: what the index says of a file that has changed does not count.
"""

from __future__ import annotations

import contextlib
from collections.abc import Iterable
from dataclasses import replace
from pathlib import Path

from sqlalchemy import delete, select

from wickel.studio.book.store import Store
from wickel.studio.book.tables import JobRow
from wickel.studio.listing import Listing, listing_of, listing_record, read_listing, stamp_of


class JobIndex:
    """What the book knows of job files. Paths are kept as they are given."""

    def __init__(self, store: Store) -> None:
        self._store = store
        self._known: dict[str, tuple[str, Listing]] = {}
        self._as_of = -1

    def listed(self, paths: Iterable[Path]) -> tuple[Listing, ...]:
        """What a list shows of these files, in their order; those that have changed are read.

        Raises:
            BookTrouble: the book cannot be read or written.
        """
        self._catch_up()
        found: list[Listing] = []
        fresh: list[tuple[str, Listing]] = []
        for path in paths:
            stamp = stamp_of(path)
            known = self._known.get(str(path))
            if known is None or known[0] != stamp:
                fresh.append((stamp, self._read(path)))
                found.append(fresh[-1][1])
            else:
                found.append(known[1])
        if fresh:
            self._keep(fresh)
        return tuple(found)

    def known(self, paths: Iterable[Path], most: int) -> tuple[Listing, ...] | None:
        """As ``listed``, unless more than so many of the files are to be read: then None. Raises
        ``BookTrouble``."""
        self._catch_up()
        paths = tuple(paths)
        unread = sum(self._known.get(str(path), ("", None))[0] != stamp_of(path) for path in paths)
        return None if unread > most else self.listed(paths)

    def note_minutes(self, path: Path, minutes: float) -> None:
        """Keep how long cutting a job takes, as long as its file stays as it is. Raises
        ``BookTrouble``."""
        (known,) = self.listed((path,))
        if known.minutes != minutes:
            self._keep([(stamp_of(path), replace(known, minutes=minutes))])

    def where(self, id: str) -> Path | None:
        """The file of the job of an id, the one read last of several that are there. Raises
        ``BookTrouble``."""
        with self._store.look() as session:
            keys = session.scalars(select(JobRow.key).where(JobRow.id == id)).all()
        there = [Path(key) for key in keys if Path(key).is_file()]
        return max(there, key=lambda path: path.stat().st_mtime_ns, default=None)

    def forget_missing(self) -> None:
        """Forget files that are not there any more. Raises ``BookTrouble``."""
        self._catch_up()
        gone = [key for key in self._known if not Path(key).exists()]
        if gone:
            with self._store.change() as session:
                for key in gone:
                    session.execute(delete(JobRow).where(JobRow.key == key))
            for key in gone:
                del self._known[key]

    def _catch_up(self) -> None:
        """Read the index when it has changed."""
        now = self._store.version_of(JobRow.__tablename__)
        if now == self._as_of:
            return
        with self._store.look() as session:
            rows = session.execute(select(JobRow.key, JobRow.stamp, JobRow.value)).all()
        self._known = {}
        for key, stamp, value in rows:
            with contextlib.suppress(KeyError, TypeError, ValueError):  # it is read anew
                self._known[key] = (stamp, listing_of(value, Path(key)))
        self._as_of = now

    def _read(self, path: Path) -> Listing:
        """A file as it is now; the minutes of one that has only moved are still known."""
        own = read_listing(path)
        if own.id and own.laid:
            old = next((k for _, k in self._known.values() if k.id == own.id and k.laid), None)
            if old is not None and replace(old, path=path, minutes=None) == own:
                return replace(own, minutes=old.minutes)
        return own

    def _keep(self, fresh: Iterable[tuple[str, Listing]]) -> None:
        fresh = list(fresh)
        if self._store.only_look:
            return
        with self._store.change() as session:
            for stamp, own in fresh:
                row = session.get(JobRow, str(own.path))
                if row is None:
                    row = JobRow(key=str(own.path))
                    session.add(row)
                row.id, row.stamp = own.id, stamp
                row.value, row.words = listing_record(own), own.words
        for stamp, own in fresh:
            self._known[str(own.path)] = (stamp, own)
        # what was written is known, unless another window has written meanwhile
        now = self._store.version_of(JobRow.__tablename__)
        if now == self._as_of + len(fresh):
            self._as_of = now
