"""Edits of a job as pure functions, old → new, used by the stages."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body, size_body, with_measurement
from wickel.cloth import Cloth
from wickel.draft import Allowances, OptionValue, School, school_options
from wickel.draft.operations import Change
from wickel.draft.own import OwnStyle
from wickel.job.job import Garment, Job
from wickel.job.work import garment_style


def with_garment(job: Job, garment: Garment) -> Job:
    """The job with the garment of the same id replaced."""
    return replace(job, garments=tuple(garment if g.id == garment.id else g for g in job.garments))


def with_cloth(job: Job, cloth: Cloth) -> Job:
    """The job with the cloth of the same id replaced."""
    return replace(job, cloths=tuple(cloth if c.id == cloth.id else c for c in job.cloths))


def with_shelf_cloth(job: Job, place: Cloth, taken: Cloth) -> Job:
    """The job cut from a cloth off the shelf instead: a snapshot that takes the other's place."""
    return with_cloth(job, replace(taken, id=place.id))


def with_size(job: Job, garment: Garment, size: str) -> Job:
    """The garment made to a size of the chart."""
    return with_garment(job, replace(garment, size=size, body=size_body(size)))


def with_own_measure(job: Job, garment: Garment, measurement: str, mm: float) -> Job:
    """The garment made to measure: one measurement of its body changed, no longer a plain size."""
    body = with_measurement(garment.body, measurement, mm)
    if garment.size:
        others = frozenset(body.measurements_mm) - {measurement}
        body = replace(body, name="", estimated=others)
    return with_garment(job, replace(garment, size="", body=body))


def with_person(job: Job, garment: Garment, name: str) -> Job:
    """The garment made for a person of that name, and the job too.

    What came from a size of the chart was not measured on that person: it is marked as an estimate.
    """
    body: Body = replace(garment.body, name=name)
    if garment.size:
        body = replace(body, taken="", estimated=frozenset(body.measurements_mm))
    return replace(with_garment(job, replace(garment, body=body, size="")), client=name)


def with_estimates(job: Job, garment: Garment, estimates: Mapping[str, float]) -> Job:
    """The garment's body with measurements worked out from others, marked as such."""
    body = garment.body
    for measurement, mm in estimates.items():
        body = with_measurement(body, measurement, mm, estimated=True)
    return with_garment(job, replace(garment, body=body))


def with_option(job: Job, garment: Garment, option: str, value: OptionValue) -> Job:
    """The garment with one option set."""
    return with_garment(job, replace(garment, options={**garment.options, option: value}))


def with_allowances(job: Job, garment: Garment, allowances: Allowances) -> Job:
    """The garment with other allowances."""
    return with_garment(job, replace(garment, allowances=allowances))


def with_school(job: Job, garment: Garment, school: School) -> Job:
    """The garment drafted by a school: its answers where the style asks, and its allowances."""
    options = school_options(school, garment_style(garment), garment.options)
    return with_garment(job, replace(garment, options=options, allowances=school.allowances))


def with_changes_by_hand(job: Job, garment: Garment, changes: tuple[Change, ...]) -> Job:
    """The garment with other changes made by hand to its pieces."""
    return with_garment(job, replace(garment, changes=changes))


def with_own(job: Job, garment: Garment, own: OwnStyle) -> Job:
    """The garment with its own style written anew; options that are gone fall away, and so do
    changes made by hand to pieces that are now written out."""
    known = {option.id for option in own.options}
    options = {id: value for id, value in garment.options.items() if id in known}
    changes = garment.changes if garment.own is not None else ()
    return with_garment(job, replace(garment, style=own.id, own=own, options=options, changes=changes))


def with_body(job: Job, garment: Garment, body: Body) -> Job:
    """The garment made for a client's body, and the job for that client."""
    return replace(with_garment(job, replace(garment, body=body, size="")), client=body.name)
