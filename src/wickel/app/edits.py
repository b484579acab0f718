"""Edits of a job as pure functions, old → new, used by the stages."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import replace

from wickel.body import Body, size_body, with_measurement
from wickel.cloth import Cloth
from wickel.draft import Allowances, OptionValue
from wickel.job import Garment, Job


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
        body = replace(body, name="")
    return with_garment(job, replace(garment, size="", body=body))


def with_person(job: Job, garment: Garment, name: str) -> Job:
    """The garment made for a person of that name, and the job too."""
    body: Body = replace(garment.body, name=name)
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
