"""Jobs with something in them that nobody would write: each is read and drafted, or refused in
words, and none holds the program."""

import copy
from time import process_time

import numpy as np
import pytest

from tests.job.test_sound import job_of_style
from tests.often import usual
from wickel.draft import STYLES, DraftRefused
from wickel.files import job_of, job_record
from wickel.job import JobRefused
from wickel.job.work import drafted_job
from wickel.studio import FERRY_APRON, orders
from wickel.studio.ordering import new_order

MOST_SECONDS = 25.0
"""Ten times what the longest of thousands takes."""


def records():
    """Jobs of every kind as they are in files."""
    yield from map(job_record, orders())
    yield from (job_record(job_of_style(style)) for style in STYLES.values())
    yield job_record(new_order(FERRY_APRON))


def places(value, path=()):
    """Where anything stands in a record."""
    rows = value.items() if isinstance(value, dict) else enumerate(value)
    for key, own in rows:
        yield (*path, key)
        if isinstance(own, dict | list):
            yield from places(own, (*path, key))


def other(value, rng):
    """Something else in the place of a value."""
    if isinstance(value, bool):
        return not value
    if isinstance(value, int | float):
        return float(rng.choice([0, -value, value * 1e3, value * 1e6, value / 1e3, 1e9, 9999]))
    if isinstance(value, str):
        said = ["", "x" * 5000, 2 * value, "100", "bust+" * 50 + "bust", "2**999", "9**9**9"]
        return str(rng.choice(said))
    if isinstance(value, list):
        return value[:2000] * int(rng.choice([0, 2, 50, 200]))
    if isinstance(value, dict):
        times = int(rng.choice([0, 2, 50]))
        return {f"{key}{k}": own for k in range(times) for key, own in value.items()}
    return value


def mutated(record, rng):
    """A record with one thing to three in it put in the place of others."""
    made = copy.deepcopy(record)
    for _ in range(int(rng.choice([1, 1, 2, 3]))):
        found = list(places(made))
        *path, key = found[rng.integers(len(found))]
        inside = made
        for step in path:
            inside = inside[step]
        inside[key] = other(inside[key], rng)
    return made


@pytest.mark.parametrize("seed", usual(range(60), (0, 1)))
def test_a_job_with_anything_in_it_is_drafted_or_refused_and_soon(seed):
    rng = np.random.default_rng(seed)
    known = list(records())
    said = []
    for _ in range(25):
        record = mutated(known[rng.integers(len(known))], rng)
        began = process_time()
        try:
            job = job_of(record)
        except ValueError as unreadable:
            said.append(str(unreadable))
            continue
        try:
            drafted_job(job)
        except (DraftRefused, JobRefused) as refusal:
            said.append(str(refusal))
        assert process_time() - began < MOST_SECONDS
    assert all(said)
