"""Which parameters are tried in every run, and which only with ``--all``."""

import pytest


def usual(values, often):
    """Parameters of which some are usual; the others are marked long."""
    return [
        pytest.param(value, marks=[] if value in often else [pytest.mark.long]) for value in values
    ]
