"""Every style at its smallest, middle and largest size, its main options pairwise, each length at
its bounds: clean outlines with every check held, or a refusal that stands in the reviewed table
beside this file."""

import re
from pathlib import Path

import pytest

from tests.draft.pairwise import pairwise
from tests.often import usual
from wickel.body import CHARTS
from wickel.draft import STYLES, Allowances, DraftRefused, draft, tape_checks
from wickel.geometry import area, simple_outline
from wickel.pattern import cut_line, net_line

OFTEN = ("wrap-skirt", "knit-top")

TABLE = Path(__file__).with_name("refusals.txt")


def refusal_key(style, refusal):
    """Style and sentence with its figures left open."""
    return f"{style.id}: {re.sub(r'[−-]?[0-9]+([.,][0-9]+)?', '#', str(refusal))}"


def reviewed():
    lines = TABLE.read_text().splitlines()
    return {line for line in lines if line and not line.startswith("#")}


def every_row(style):
    """Every row of options at the smallest, middle and largest size of each chart."""
    for chart in style.charts:
        sizes = list(CHARTS[chart].sizes)
        for size in (sizes[0], sizes[len(sizes) // 2], sizes[-1]):
            for options in pairwise(style):
                yield CHARTS[chart].body(size), size, options


def swept(style):
    """Draft every row; the refusals met, and what went wrong."""
    refused, wrong = set(), []
    known = {option.id for option in style.options} | set(style.required) | {"neck"}
    for body, size, options in every_row(style):
        try:
            pattern = draft(style, body, options, Allowances())
        except DraftRefused as refusal:
            refused.add(refusal_key(style, refusal))
            if not (set(refusal.concerns) & known and str(refusal).endswith(".")):
                wrong.append((size, options, f"refused without a name: {refusal}"))
            continue
        checks = tape_checks(style, pattern, body, options)
        # what goes over the body is the maker's to weigh; what is sewn together must fit
        wrong += [
            (size, options, c.name) for c in checks if not c.held and not c.name.startswith("Over")
        ]
        for piece in pattern.pieces:
            if area(simple_outline(cut_line(piece))) <= area(simple_outline(net_line(piece))):
                wrong.append((size, options, f"{piece.id}: the cut line lies inside"))
    return refused, wrong


# every two parts of a garment from parts are drafted together in test_builder.py
@pytest.mark.parametrize("style", usual([id for id in STYLES if id != "from-parts"], OFTEN))
def test_main_options_draft_with_every_check_held_or_are_refused_as_reviewed(style):
    refused, wrong = swept(STYLES[style])
    assert wrong == []
    assert refused - reviewed() == set()


def test_the_table_of_refusals_names_only_styles_that_there_are():
    assert {line.split(": ")[0] for line in reviewed()} <= set(STYLES)
