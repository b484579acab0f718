"""Clients: one person with the bodies measured on different days, and what has changed between two
of them."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.body.body import Body
from wickel.body.measurements import MEASUREMENTS

CHANGED_MM = 0.5


@dataclass(frozen=True, slots=True, kw_only=True)
class Adjustment:
    """What a fitting has shown of how garments are to be drafted for a person: which change
    (``job.adjusting``), by how many mm, since which day (ISO), from which job."""

    change: str
    mm: float
    day: str = ""
    job: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Client:
    """A person, and the bodies measured on different days, oldest first; ``Body.taken`` is the
    day.

    ``consent`` is the day (ISO) on which the person agreed that this is kept, empty when nobody
    asked; of each change there is one adjustment.
    """

    name: str
    bodies: tuple[Body, ...] = ()
    consent: str = ""
    notes: str = ""
    adjustments: tuple[Adjustment, ...] = ()

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


def with_adjustment(client: Client, adjustment: Adjustment) -> Client:
    """The client with an adjustment, in the place of an earlier one of the same change; none where
    it is nothing."""
    others = tuple(own for own in client.adjustments if own.change != adjustment.change)
    now = (*others, adjustment) if adjustment.mm else others
    return replace(client, adjustments=now)


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
