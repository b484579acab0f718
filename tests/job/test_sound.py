"""Whatever figures and answers are given, a garment is drawn or refused in words: nothing of the
program's inside reaches a person."""

from dataclasses import replace

import numpy as np
import pytest
import shapely

from tests.often import all_or, usual
from wickel.body import CHARTS
from wickel.cloth import Cloth
from wickel.draft import STYLES, ChoiceOption, DraftRefused, LengthOption
from wickel.job import Card, Garment, Job, JobRefused, cut_pieces
from wickel.job.figures import read_settings
from wickel.job.sound import refusing

MATERIALS = ("main", "contrast", "lining", "interfacing")
CLOTHS = tuple(Cloth(id=own, usable_width_mm=1500) for own in MATERIALS)


def job_of_style(style, size=None, **more):
    chart = CHARTS[style.charts[0]]
    sizes = list(chart.sizes)
    body = chart.body(size or sizes[len(sizes) // 2])
    own = {material: material for material in MATERIALS}
    return Job(
        cloths=CLOTHS, garments=(Garment(id="g", style=style.id, body=body, cloths=own, **more),)
    )


def drawn_or_refused(job):
    """Whether the pieces of a job are drawn; a refusal is a sentence."""
    said = ""
    try:
        cut_pieces(job)
    except (DraftRefused, JobRefused) as reason:
        said = str(reason)
    assert said == "" or said.endswith("."), said
    return said == ""


@pytest.mark.parametrize("style", usual(STYLES.values(), list(STYLES.values())[::6]))
def test_random_figures_are_drawn_or_refused(style):
    rng = np.random.default_rng(sum(map(ord, style.id)))
    plain = job_of_style(style)
    figures = [own.id for own in _figures(plain)]
    for id in all_or(figures, figures[:: max(1, len(figures) // 8)]):
        for value in ("0", "0.1", "-3", "+40", "400", f"{rng.uniform(1, 90):.1f}"):
            try:
                job = read_settings((f"{id}={value}",), plain)
            except ValueError:
                continue
            drawn_or_refused(job)


def _figures(job):
    from wickel.job import drafted

    return drafted(job.garments[0], job).pattern.figures


@pytest.mark.parametrize("style", usual(STYLES.values(), list(STYLES.values())[3::6]))
def test_answers_at_and_beyond_their_bounds_are_drawn_or_refused(style):
    for option in style.options:
        if isinstance(option, LengthOption):
            answers = (0.0, option.least, option.most, 3 * option.most + 10, -20.0)
        elif isinstance(option, ChoiceOption):
            answers = tuple(option.choices)[:3]
        else:
            answers = ()
        for answer in answers:
            drawn_or_refused(job_of_style(style, options={option.id: answer}))


def test_a_card_that_names_an_edge_that_is_not_there_is_refused_in_words():
    job = job_of_style(STYLES["box-dress"])
    card = Card(allowances_mm={"no such edge": 10.0})
    job = replace(job, garments=(replace(job.garments[0], cards={"front": card}),))
    assert not drawn_or_refused(job)


@pytest.mark.parametrize(
    "fault",
    [IndexError("x"), AssertionError(), ZeroDivisionError(), shapely.errors.GEOSException("boo")],
)
def test_what_nobody_foresaw_is_said_with_the_garment_and_what_is_its_own(fault):
    garment = replace(job_of_style(STYLES["box-dress"]).garments[0], name="Blue dress")
    with (
        pytest.raises(JobRefused, match="Blue dress cannot be drawn for these"),
        refusing(garment),
    ):
        raise fault
    mine = replace(garment, options={"ease_mm": 900.0})
    with pytest.raises(JobRefused, match="ease_mm"), refusing(mine):
        raise fault


def test_a_card_for_what_is_not_there_is_named():
    garment = job_of_style(STYLES["box-dress"]).garments[0]
    with pytest.raises(JobRefused, match="front has no edge frill"), refusing(garment):
        raise KeyError("front has no edge frill")
