"""What fittings have shown of a client, as figures of the draft: each change is a few millimetres
on figures that styles share, laid over their rules.

A figure that the maker, a school or a version has given stands; of a style that has none of a
change's figures the change is said to be left out.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from typing import Final

from wickel.body import Adjustment
from wickel.draft import DraftRefused, Plus
from wickel.job.edits import with_garment
from wickel.job.job import Garment, Giver, Job, Layer
from wickel.job.work import drafted
from wickel.wording import tr

_QUARTER = 0.25


@dataclass(frozen=True, slots=True, kw_only=True)
class Change:
    """A change that a fitting may ask for: its words for more and for less, and the sets of figures
    that make it, the first that a style has. Each figure takes so many mm for each mm of it."""

    more: str
    less: str
    ways: tuple[Mapping[str, float], ...]


def _all_round(*bases: str) -> tuple[Mapping[str, float], ...]:
    """A round that front and back each have a quarter of, twice."""
    return tuple({base: _QUARTER} for base in bases)


CHANGES: Final[Mapping[str, Change]] = {
    "front-length": Change(
        more=tr("longer in front"),
        less=tr("shorter in front"),
        ways=(
            # its side stays as long as that of the back
            {"hem.down.front": 1.0, "hem.rise.front": 1.0},
        ),
    ),
    "back-length": Change(
        more=tr("longer behind"),
        less=tr("shorter behind"),
        ways=({"hem.down.back": 1.0, "hem.rise.back": 1.0},),
    ),
    "length": Change(
        more=tr("longer all round"),
        less=tr("shorter all round"),
        ways=(
            {"skirt.down": 1.0},
            {"skirt.long": 1.0},
            {"hem.down": 1.0},
            {"leg.down": 1.0},
            {"leg.leg.down": 1.0},
        ),
    ),
    "shoulder": Change(
        more=tr("wider at each shoulder"),
        less=tr("narrower at each shoulder"),
        ways=({"shoulder.across": 1.0},),
    ),
    "bust": Change(
        more=tr("wider round the bust"),
        less=tr("narrower round the bust"),
        ways=_all_round("chest.across", "side.across"),
    ),
    "waist": Change(
        more=tr("wider round the waist"),
        less=tr("narrower round the waist"),
        ways=_all_round("waist.across", "waist.quarter", "leg.quarter", "side.across"),
    ),
    "hip": Change(
        more=tr("wider round the hip"),
        less=tr("narrower round the hip"),
        ways=_all_round("hip.across", "leg.hip.across", "side.across"),
    ),
    "sleeve-length": Change(
        more=tr("longer in the sleeve"),
        less=tr("shorter in the sleeve"),
        ways=({"sleeve.down": 1.0}, {"sleeve.long": 1.0}),
    ),
    "sleeve-width": Change(
        more=tr("wider round the upper arm"),
        less=tr("narrower round the upper arm"),
        ways=({"sleeve.across": 1.0},),
    ),
    "neck-depth": Change(
        more=tr("neck deeper in front"),
        less=tr("neck higher in front"),
        ways=({"neck.down.front": 1.0},),
    ),
}
"""Changes by the names they are kept as."""


def adjustment_words(change: str, mm: float) -> str:
    """What an adjustment does, without by how much; an unknown one by its name."""
    known = CHANGES.get(change)
    return change if known is None else known.more if mm >= 0 else known.less


@dataclass(frozen=True, slots=True, kw_only=True)
class Adjusted:
    """A job with adjustments laid over one of its garments: those that are in the draft now, and
    those that could not be: the style has no such figure, the maker has given it, or it cannot be
    drawn so."""

    job: Job
    used: tuple[Adjustment, ...] = ()
    left_out: tuple[Adjustment, ...] = ()


def adjusted(
    job: Job, garment: Garment, adjustments: Iterable[Adjustment], client: str
) -> Adjusted:
    """The job with a garment drafted with a client's adjustments, in the place of those it was
    drafted with before. Raises ``DraftRefused``: the garment cannot be drafted as it is."""
    bare = without_adjustments(job, garment)
    now = bare.garment(garment.id)
    known = {id for figure in drafted(now).pattern.figures for id in (figure.id, figure.base)}
    giver = Giver(layer=Layer.CLIENT, name=client)
    plus: dict[str, float] = {}
    made = now
    used, left_out = [], []
    for adjustment in adjustments:
        way = _way_for(adjustment, known, now)
        more = {id: plus.get(id, 0.0) + share * adjustment.mm for id, share in (way or {}).items()}
        tried = _with_more(now, {**plus, **more}, giver)
        if way is not None and _can_be(tried):
            made, plus = tried, {**plus, **more}
            used.append(adjustment)
        else:
            left_out.append(adjustment)
    return Adjusted(job=with_garment(bare, made), used=tuple(used), left_out=tuple(left_out))


def _with_more(garment: Garment, plus: Mapping[str, float], giver: Giver) -> Garment:
    return replace(
        garment,
        figures={**garment.figures, **{id: Plus(mm) for id, mm in plus.items()}},
        given_by={**garment.given_by, **dict.fromkeys(plus, giver)},
    )


def _can_be(garment: Garment) -> bool:
    try:
        drafted(garment)
    except DraftRefused:
        return False
    return True


def _way_for(
    adjustment: Adjustment, known: set[str], garment: Garment
) -> Mapping[str, float] | None:
    """The figures that make a change in a style; None where it has none that may be changed."""
    change = CHANGES.get(adjustment.change)
    for way in () if change is None else change.ways:
        if all(id in known for id in way):
            return None if any(_is_given(id, garment) for id in way) else way
    return None


def _is_given(id: str, garment: Garment) -> bool:
    """Whether a figure, or its front or back, is given already."""
    base = id.removesuffix(".front").removesuffix(".back")
    sides = (f"{base}.front", f"{base}.back") if id == base else (id,)
    return any(own in garment.figures for own in (base, *sides))


def without_adjustments(job: Job, garment: Garment) -> Job:
    """The job with a garment drafted as the style and the maker have it, without what a client's
    fittings have shown."""
    theirs = adjusting_figures(garment)
    figures = {id: own for id, own in garment.figures.items() if id not in theirs}
    given_by = {id: giver for id, giver in garment.given_by.items() if id not in theirs}
    return with_garment(job, replace(garment, figures=figures, given_by=given_by))


def adjusting_figures(garment: Garment) -> frozenset[str]:
    """The figures that a client's adjustments have given."""
    return frozenset(
        id
        for id, giver in garment.given_by.items()
        if giver.layer is Layer.CLIENT and id in garment.figures
    )


def in_draft_mm(garment: Garment, change: str) -> float:
    """By how much a garment is drafted with a change already, in mm of that change."""
    known = CHANGES.get(change)
    theirs = adjusting_figures(garment)
    for way in () if known is None else known.ways:
        id, share = next(iter(way.items()))
        own = garment.figures.get(id)
        if id in theirs and isinstance(own, Plus):
            return own.mm / share
    return 0.0
