"""Catalogues: what there is of one kind, such as styles or ways to spread, by id.

A catalogue is a value. It is filled from modules of the program's own and, where the kind allows
it, from entry points of installed packages. Files that a maker opens never add to one: what is in a
job, a zip or the studio's folder is data, and is not run.
"""

from __future__ import annotations

import pkgutil
from collections.abc import Iterable, Iterator, Mapping
from importlib import import_module
from importlib.metadata import entry_points
from types import ModuleType
from typing import Any, Protocol, TypeVar


class Named(Protocol):
    """What can stand in a catalogue."""

    @property
    def id(self) -> str:
        """Its name in files."""
        ...


T = TypeVar("T", bound=Named)


class Catalogue(Mapping[str, T]):
    """Things by their ids, in an order.

    Raises:
        ValueError: two of them have one id.

    >>> from wickel.cloth import WAYS
    >>> WAYS["open"].name
    'Open, one ply'
    """

    def __init__(self, things: Iterable[T]) -> None:
        self._things: dict[str, T] = {}
        for thing in things:
            if thing.id in self._things:
                raise ValueError(f"two things of a catalogue are called {thing.id}")
            self._things[thing.id] = thing

    def __getitem__(self, id: str) -> T:
        return self._things[id]

    def __iter__(self) -> Iterator[str]:
        return iter(self._things)

    def __len__(self) -> int:
        return len(self._things)

    def __repr__(self) -> str:
        return f"Catalogue({', '.join(self)})"

    def with_more(self, things: Iterable[T]) -> Catalogue[T]:
        """This catalogue and more things behind. Raises ``ValueError`` as the constructor does."""
        return Catalogue((*self.values(), *things))


def in_folder(package: ModuleType, attribute: str) -> Iterator[Any]:
    """The attribute of that name of every module in a package that has one, by module name."""
    for module in sorted(pkgutil.iter_modules(package.__path__), key=lambda found: found.name):
        found = getattr(import_module(f"{package.__name__}.{module.name}"), attribute, None)
        if found is not None:
            yield found


def installed(group: str) -> Iterator[Any]:
    """What installed packages offer under an entry point group, such as ``wickel.styles``."""
    for point in sorted(entry_points(group=group), key=lambda found: found.name):
        yield point.load()
