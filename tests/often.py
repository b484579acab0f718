"""Which parameters are tried in every run, and which only with ``--all``."""

import pytest

_run = {"all": False}


def run_all(yes):
    """Say, before anything is collected, whether this run is one of everything."""
    _run["all"] = yes


def usual(values, often):
    """Parameters of which some are usual; the others are made with ``--all`` only, marked long.

    Where none is usual one is made all the same: it is left out by its mark, not by being nothing.
    """
    made = [
        pytest.param(value, marks=[] if value in often else [pytest.mark.long])
        for value in values
        if _run["all"] or value in often
    ]
    return made or [pytest.param(next(iter(values)), marks=[pytest.mark.long])]


def usually(cases, is_usual):
    """Cases of several arguments each, as ``usual`` makes them of values: usual are those at the
    places that ``is_usual`` says yes to."""
    return [
        pytest.param(*case, marks=[] if is_usual(k) else [pytest.mark.long])
        for k, case in enumerate(cases)
        if _run["all"] or is_usual(k)
    ]


def all_or(everything, few):
    """What a test that goes through many things in one goes through: all of them with ``--all``,
    else few."""
    return everything if _run["all"] else few
