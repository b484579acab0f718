"""The job: what is made for whom from which cloth, and the one way through it to its lays."""

from wickel.job.job import Garment, Job, JobRefused
from wickel.job.work import (
    BEST,
    DraftedGarment,
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
    "DraftedGarment",
    "Garment",
    "Job",
    "JobRefused",
    "best_lay",
    "checked_pieces",
    "cloths_in_use",
    "cut_pieces",
    "drafted",
    "garment_pieces",
    "garment_style",
    "lay_job",
]
