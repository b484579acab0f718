"""The index of job files: what a list shows of them, kept so that nothing is read twice, and found
again by a job's own id when its file has moved.

The files are the truth: what the index says of a file that has changed does not count.
"""

from __future__ import annotations

import contextlib
from collections.abc import Iterable, Mapping
from dataclasses import replace
from pathlib import Path

from sqlalchemy import delete, select

from wickel.lay import Labour
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
        return self.known(paths, None) or ()

    def known(self, paths: Iterable[Path], most: int | None) -> tuple[Listing, ...] | None:
        """As ``listed``, unless more than so many of the files are to be read: then None. Raises
        ``BookTrouble``."""
        self._catch_up()
        stamps = {path: stamp_of(path) for path in paths}
        unread = {path: stamp for path, stamp in stamps.items() if not self._is_read(path, stamp)}
        if most is not None and len(unread) > most:
            return None
        fresh: dict[Path, Listing] = {}
        if unread:
            by_id = {own.id: own for _, own in self._known.values() if own.id and own.laid}
            fresh = {path: self._read(path, by_id) for path in unread}
            self._keep([(unread[path], own) for path, own in fresh.items()])
        return tuple(fresh[path] if path in fresh else self._of(path) for path in stamps)

    def _is_read(self, path: Path, stamp: str) -> bool:
        known = self._known.get(str(path))
        return known is not None and known[0] == stamp

    def _of(self, path: Path) -> Listing:
        return self._known[str(path)][1]

    def note_labour(self, path: Path, labour: Labour) -> None:
        """Keep what there is to cut of a job, as long as its file stays as it is. Raises
        ``BookTrouble``."""
        (known,) = self.listed((path,))
        if known.labour != labour:
            self._keep([(stamp_of(path), replace(known, labour=labour))])

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

    def _read(self, path: Path, by_id: Mapping[str, Listing]) -> Listing:
        """A file as it is now; the labour of one that has only moved is still known."""
        own = read_listing(path)
        old = by_id.get(own.id)
        if old is not None and replace(old, path=path, labour=None) == own:
            return replace(own, labour=old.labour)
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
                row.value = listing_record(own)
        for stamp, own in fresh:
            self._known[str(own.path)] = (stamp, own)
        # what was written is known, unless another window has written meanwhile
        now = self._store.version_of(JobRow.__tablename__)
        if now == self._as_of + len(fresh):
            self._as_of = now
