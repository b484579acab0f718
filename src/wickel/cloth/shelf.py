"""What stands on the studio's shelf: a cloth or a remnant, where it is, and for which jobs it is
reserved."""

from __future__ import annotations

from collections.abc import Collection, Iterable
from dataclasses import dataclass, replace

from wickel.cloth.cloth import Cloth
from wickel.geometry import area


@dataclass(frozen=True, slots=True, kw_only=True)
class Reserved:
    """A length of a cloth, in mm, that is kept for a job, or was ``cut`` for it on a ``day`` (ISO):
    the job's id, and its name as shown."""

    job: str
    name: str
    mm: float
    cut: bool = False
    day: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class OnShelf:
    """A cloth on the shelf, of which ``at_hand_mm`` is there, None when nobody has measured.

    ``since`` is the day (ISO) it came, ``counted`` that of the last stocktaking. Of a remnant
    ``of`` is the name of the cloth that it is left of, ``origin`` the job that left it. ``photo``
    is the name of a picture in the book's folder. ``care`` and ``notes`` are in the maker's words.
    """

    cloth: Cloth
    at_hand_mm: float | None = None
    place: str = ""
    since: str = ""
    counted: str = ""
    of: str = ""
    origin: str = ""
    care: str = ""
    notes: str = ""
    photo: str = ""
    reserved: tuple[Reserved, ...] = ()

    @property
    def name(self) -> str:
        """What it is called."""
        return self.cloth.shown_name

    @property
    def is_remnant(self) -> bool:
        """Whether it is a piece with a shape of its own."""
        return bool(self.cloth.remnant)

    @property
    def reserved_mm(self) -> float:
        """How much of it is kept for jobs."""
        return sum(own.mm for own in self.reserved if not own.cut)

    @property
    def free_mm(self) -> float | None:
        """How much of it nobody has reserved, below nothing where more is reserved than there is;
        None when nobody knows how much there is."""
        return None if self.at_hand_mm is None else self.at_hand_mm - self.reserved_mm

    @property
    def value(self) -> float | None:
        """What it is worth at what it cost, a remnant by its area; None when price or length is not
        known."""
        if self.at_hand_mm is None or self.cloth.price is None:
            return None
        whole = self.at_hand_mm / 1000.0 * self.cloth.price
        box_mm2 = self.at_hand_mm * self.cloth.usable_width_mm
        return whole * area(self.cloth.remnant) / box_mm2 if self.is_remnant and box_mm2 else whole

    def kept_for(self, job: str) -> Reserved | None:
        """What is kept of it for a job, or was cut for it."""
        return next((own for own in self.reserved if own.job == job), None)


@dataclass(frozen=True, slots=True, kw_only=True)
class Stock:
    """What the studio has of a cloth, in mm: ``have_mm`` is on the shelf, None when nobody has
    measured it; ``reserved_mm`` of it is kept for the jobs in question, or was cut for them."""

    have_mm: float | None
    reserved_mm: float


def stock_of(shelf: Iterable[OnShelf], name: str, jobs: Collection[str]) -> Stock | None:
    """What there is of a cloth for some jobs, by their ids; None where it is not on the shelf.

    Of what is kept for them no more counts than is there.
    """
    own = next((own for own in shelf if own.name == name), None)
    if own is None:
        return None
    ours = [kept for kept in own.reserved if kept.job in jobs]
    kept = sum(own.mm for own in ours if not own.cut)
    if own.at_hand_mm is not None:
        kept = min(kept, own.at_hand_mm)
    return Stock(have_mm=own.at_hand_mm, reserved_mm=kept + sum(own.mm for own in ours if own.cut))


def with_reserved(own: OnShelf, job: str, name: str, mm: float) -> OnShelf:
    """The cloth with so much of it kept for a job, in the place of what was; none for 0. What was
    cut for the job already stays cut."""
    known = own.kept_for(job)
    if known is not None and known.cut:
        return own
    others = tuple(kept for kept in own.reserved if kept.job != job)
    now = (*others, Reserved(job=job, name=name, mm=mm)) if mm > 0 else others
    return replace(own, reserved=now)


def with_cut_off(own: OnShelf, job: str, name: str, mm: float, day: str = "") -> OnShelf:
    """The cloth after a job has cut so much of it off, instead of what it had reserved or cut
    before; with 0 nothing of it is cut for the job after all."""
    known = own.kept_for(job)
    before = known.mm if known is not None and known.cut else 0.0
    if known is not None and known.cut:
        day = known.day or day
    others = tuple(kept for kept in own.reserved if kept.job != job)
    now = (*others, Reserved(job=job, name=name, mm=mm, cut=True, day=day)) if mm > 0 else others
    left = None if own.at_hand_mm is None else max(0.0, own.at_hand_mm + before - mm)
    return replace(own, reserved=now, at_hand_mm=left)
