"""The real cloth, measured at the table, against the cloth of the plan.

What lies on the table is washed and pressed: its width is compared with the width of the lay, which
is what is left after shrinking. The cloth of the job is the cloth as it is bought, so that what was
measured is reckoned back by the shrinkage.
"""

from __future__ import annotations

from dataclasses import dataclass, replace

from wickel.cloth import Cloth, Flaw
from wickel.job import Job
from wickel.job.at_table import with_at_table
from wickel.job.job import Measured
from wickel.lay import Lay
from wickel.wording import Sentence, say

NOT_MEASURED = Measured()
SAME_MM = 0.5
"""A difference of less is none: nobody measures a width better."""


def taken_for(cloth: Cloth, measured: Measured, before: Measured = NOT_MEASURED) -> Cloth:
    """The cloth of a plan as it was measured on the table; what was not measured stays. Flaws that
    were measured ``before`` give way to those that are measured now.

    Raises:
        BadCloth: a width or a length that no cloth has.
    """
    along, across = 1 - cloth.shrink_along, 1 - cloth.shrink_across
    made = cloth
    width = measured.width_mm
    if width is not None and abs(width - cloth.lay_width_mm) > SAME_MM:
        usable = width / across
        full = cloth.full_width_mm
        made = replace(
            made,
            usable_width_mm=usable,
            full_width_mm=None if full is not None and full < usable else full,
        )
    if measured.length_mm is not None:
        made = replace(made, length_at_hand_mm=measured.length_mm / along)
    earlier = {_as_bought(flaw, along, across) for flaw in before.flaws}
    new = tuple(_as_bought(flaw, along, across) for flaw in measured.flaws)
    kept = tuple(flaw for flaw in made.flaws if flaw not in earlier and flaw not in new)
    if (*kept, *new) != made.flaws:
        made = replace(made, flaws=(*kept, *new))
    border = made.design.border
    if measured.border_mm is not None and border is not None:
        moved = replace(border, distance_mm=measured.border_mm / across)
        made = replace(made, design=replace(made.design, border=moved))
    return made


def _as_bought(flaw: Flaw, along: float, across: float) -> Flaw:
    """A flaw measured on shrunk cloth, where it is on the cloth as it is bought."""
    return Flaw(
        x_mm=flaw.x_mm / along,
        y_mm=flaw.y_mm / across,
        length_mm=flaw.length_mm / along,
        width_mm=None if flaw.width_mm is None else flaw.width_mm / across,
    )


def with_measured(job: Job, cloth_id: str, measured: Measured, lay: Lay | None) -> Job:
    """The job with a cloth as it was measured. The lay taken stays the maker's: what still holds
    stays where it lies, and a search only offers another.

    Raises:
        BadCloth: a width or a length that no cloth has.
    """
    before = job.cloth(cloth_id)
    at = job.at_table
    made = taken_for(before, measured, at.measured.get(cloth_id, NOT_MEASURED))
    planned = at.planned_mm.get(cloth_id)
    if planned is None and lay is not None:
        planned = lay.lay_length_mm
    at = replace(at, measured={**at.measured, cloth_id: measured})
    if planned is not None:
        at = replace(at, planned_mm={**at.planned_mm, cloth_id: planned})
    job = with_at_table(job, at)
    if made == before:
        return job
    job = replace(job, cloths=tuple(made if own.id == cloth_id else own for own in job.cloths))
    on = job.on_cloth(cloth_id)
    if on.lay is not None:
        kept = replace(on.lay, by_hand=True)
        job = job.with_on(cloth_id, replace(on, lay=kept))
    return job


@dataclass(frozen=True, slots=True, kw_only=True)
class Meaning:
    """What it means that the cloth differs: whether the plan still holds, and in words."""

    holds: bool
    words: tuple[Sentence, ...]


def meaning(lay: Lay | None, measured: Measured, lacking: int) -> Meaning:
    """What a measured cloth means for the lay that is on it now: ``lacking`` pieces have no place
    any more."""
    said = []
    if lacking:
        said.append(say("real_cloth.lacking", count=lacking))
    width = measured.width_mm
    if lay is not None and width is not None:
        spare = width - lay.cloth.lay_width_mm
        if abs(spare) <= SAME_MM and not lacking:
            said.append(say("real_cloth.width-holds"))
    short = 0.0
    if lay is not None and measured.length_mm is not None:
        needed = lay.lay_length_mm + 2 * lay.cloth.squaring_mm
        short = needed - measured.length_mm
        said.append(
            say("real_cloth.too-short", short=short)
            if short > SAME_MM
            else say("real_cloth.length-holds", over=-short)
        )
    return Meaning(holds=not lacking and short <= SAME_MM, words=tuple(said))


def longer_words(offered: Lay, planned_mm: float) -> Sentence:
    """How much longer a lay that is offered is than the one that was planned."""
    more = offered.lay_length_mm - planned_mm
    if more > SAME_MM:
        return say("real_cloth.longer", more=more, length=offered.lay_length_mm)
    return say("real_cloth.no-longer", length=offered.lay_length_mm)
