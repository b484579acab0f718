"""What is usual in the studio, as the settings have it: given to every new job."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from wickel.app.settings import Settings
from wickel.cloth import STEP_MM
from wickel.draft import PRESETS, Allowances, School
from wickel.job import Job
from wickel.job.edits import with_allowances, with_school
from wickel.units import Unit


def as_usual(job: Job, values: Settings, schools: Iterable[School]) -> Job:
    """A new job as ``as_measured_and_sold``, its garments with the studio's allowances, drafted by
    its school."""
    job = as_measured_and_sold(job, values)
    school = next((own for own in schools if own.id == values.school), None)
    for id in [garment.id for garment in job.garments]:
        garment = job.garment(id)
        if school is not None:
            job = with_school(job, garment, school)
        elif values.preset in PRESETS and garment.allowances == Allowances():
            job = with_allowances(job, garment, Allowances(preset=values.preset))
    return job


def as_measured_and_sold(job: Job, values: Settings) -> Job:
    """A new job in the studio's unit, its cloths sold in the usual steps."""
    unit = Unit.INCH if values.inches else Unit.CM
    cloths = tuple(
        replace(cloth, step_mm=values.step_mm) if cloth.step_mm == STEP_MM else cloth
        for cloth in job.cloths
    )
    return replace(job, unit=unit, both_units=values.both_units, cloths=cloths)
