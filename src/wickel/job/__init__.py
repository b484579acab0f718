"""The job: what is made for whom from which cloth, and the one way through it to its lays."""

from wickel.job.asked import hemmed_pieces, seams_that_may_meet
from wickel.job.job import AskedOfPrint, Garment, Job, JobRefused
from wickel.job.work import (
    BEST,
    DraftedGarment,
    alone_ways,
    best_lay,
    checked_pieces,
    cloths_in_use,
    cut_pieces,
    drafted,
    garment_pieces,
    garment_style,
    lay_job,
)

__all__ = [
    "BEST",
    "AskedOfPrint",
    "DraftedGarment",
    "Garment",
    "Job",
    "JobRefused",
    "alone_ways",
    "best_lay",
    "checked_pieces",
    "cloths_in_use",
    "cut_pieces",
    "drafted",
    "garment_pieces",
    "garment_style",
    "hemmed_pieces",
    "lay_job",
    "seams_that_may_meet",
]
