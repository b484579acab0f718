"""Clients: one person with the bodies measured on different days, and what has changed between two
of them."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, replace

from wickel.body.body import Body
from wickel.body.measurements import MEASUREMENTS

CHANGED_MM = 0.5


@dataclass(frozen=True, slots=True, kw_only=True)
class Client:
    """A person, and the bodies measured on different days, oldest first; ``Body.taken`` is the
    day."""

    name: str
    bodies: tuple[Body, ...] = ()

    @property
    def latest(self) -> Body | None:
        """The body measured last."""
        return self.bodies[-1] if self.bodies else None


def with_body(client: Client, body: Body) -> Client:
    """The client with a body kept; one of the same day takes the place of the old one."""
    named = replace(body, name=client.name)
    others = [old for old in client.bodies if old.taken != body.taken]
    return replace(client, bodies=tuple(sorted((*others, named), key=lambda b: b.taken)))


def without_day(client: Client, taken: str) -> Client:
    """The client without the body of a day."""
    return replace(client, bodies=tuple(body for body in client.bodies if body.taken != taken))


def with_client(clients: Iterable[Client], client: Client) -> tuple[Client, ...]:
    """The clients with one added or put in the place of the one of that name, by name."""
    others = [other for other in clients if other.name != client.name]
    return tuple(sorted((*others, client), key=lambda c: c.name.casefold()))


@dataclass(frozen=True, slots=True, kw_only=True)
class Difference:
    """A measurement that differs between two bodies, in mm; None where one of them has none."""

    measurement: str
    before_mm: float | None
    after_mm: float | None

    @property
    def grown_mm(self) -> float | None:
        """How much larger it has become, None when it was not taken both times."""
        if self.before_mm is None or self.after_mm is None:
            return None
        return self.after_mm - self.before_mm


def differences(before: Body, after: Body) -> tuple[Difference, ...]:
    """What has changed by half a millimetre or more, in the order of measuring."""
    found = []
    for id in MEASUREMENTS:
        one, other = before.measurements_mm.get(id), after.measurements_mm.get(id)
        if (one is None) != (other is None) or (
            one is not None and other is not None and abs(one - other) >= CHANGED_MM
        ):
            found.append(Difference(measurement=id, before_mm=one, after_mm=other))
    return tuple(found)
