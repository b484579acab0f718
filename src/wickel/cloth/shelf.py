"""What stands on the studio's shelf: a cloth or a remnant, where it is, and for which jobs it is
reserved."""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.cloth.cloth import Cloth


@dataclass(frozen=True, slots=True, kw_only=True)
class Reserved:
    """A length of a cloth, in mm, that is kept for a job: its id, and its name as shown."""

    job: str
    name: str
    mm: float


@dataclass(frozen=True, slots=True, kw_only=True)
class OnShelf:
    """A cloth on the shelf, of which ``at_hand_mm`` is there, None when nobody has measured.

    ``since`` is the day (ISO) it came, ``counted`` that of the last stocktaking. ``origin`` is the
    job that left a remnant. ``photo`` is the name of a picture in the book's folder. ``care`` and
    ``notes`` are in the maker's words.
    """

    cloth: Cloth
    at_hand_mm: float | None = None
    place: str = ""
    since: str = ""
    counted: str = ""
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
        return sum(own.mm for own in self.reserved)

    @property
    def free_mm(self) -> float | None:
        """How much of it nobody has reserved, below nothing where more is reserved than there is;
        None when nobody knows how much there is."""
        return None if self.at_hand_mm is None else self.at_hand_mm - self.reserved_mm

    @property
    def value(self) -> float | None:
        """What it is worth at what it cost; None when price or length is not known."""
        at_hand, price = self.at_hand_mm, self.cloth.price
        return None if at_hand is None or price is None else at_hand / 1000.0 * price


def with_reserved(own: OnShelf, job: str, name: str, mm: float) -> OnShelf:
    """The cloth with so much of it kept for a job, in the place of what was; none for 0."""
    others = tuple(kept for kept in own.reserved if kept.job != job)
    now = (*others, Reserved(job=job, name=name, mm=mm)) if mm > 0 else others
    return replace(own, reserved=now)


def with_cut_off(own: OnShelf, job: str, mm: float) -> OnShelf:
    """The cloth after a job has cut so much of it off; what it had reserved is let go."""
    freed = with_reserved(own, job, "", 0.0)
    left = None if own.at_hand_mm is None else max(0.0, own.at_hand_mm - mm)
    return replace(freed, at_hand_mm=left)
