"""Random jobs in every way: a lay called good is good to the judge, a broken one says why, the rest
are refused."""

import json

import pytest

from tests.lay.judge import judged
from tests.lay.random_jobs import random_job
from tests.often import usual
from wickel.cloth import BadWay
from wickel.files import job_of, lay_record
from wickel.job import JobRefused, cut_pieces, lay_job
from wickel.lay import LayRefused, Search

USUAL, ALL = 25, 2000


@pytest.mark.parametrize("seed", usual(range(ALL), range(USUAL)))
def test_a_lay_called_good_is_good_and_any_other_says_why(seed):
    record, way = random_job(seed)
    job, lays, refusal = job_of(record), (), ""
    try:
        pieces = cut_pieces(job)
        lays = lay_job(job, pieces, fold=way, search=Search(effort=15, seed=seed))
    except (JobRefused, LayRefused, BadWay) as reason:
        refusal = str(reason)
    if not lays:
        assert refusal.endswith(".")
        return
    lay_file = json.loads(json.dumps(lay_record(lays)))
    faults = judged(record, lay_file)
    if lay_file["complete"]:
        assert faults == []
    # the search goes round what is spoilt: a lay it makes itself is good, or a hand must help, and
    # is told so
    else:
        broken = {
            f["code"] for one in lay_file["lays"] for f in one["findings"] if f["level"] == "broken"
        }
        assert broken <= {"flaw", "remnant"}
