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


@pytest.mark.parametrize("style", usual(STYLES.values(), list(STYLES.values())[::13]))
def test_random_figures_are_drawn_or_refused(style):
    rng = np.random.default_rng(sum(map(ord, style.id)))
    plain = job_of_style(style)
    figures = [own.id for own in _figures(plain)]
    for id in all_or(figures, figures[:: max(1, len(figures) // 8)]):
        values = ("0", "-3", "400", "0.1", "+40", f"{rng.uniform(1, 90):.1f}")
        for value in all_or(values, values[:3]):
            try:
                job = read_settings((f"{id}={value}",), plain)
            except ValueError:
                continue
            drawn_or_refused(job)


def _figures(job):
    from wickel.job import drafted

    return drafted(job.garments[0], job).pattern.figures


@pytest.mark.parametrize("style", usual(STYLES.values(), list(STYLES.values())[3::13]))
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


def _needle(outline):
    """How long a part of an outline is that is narrower than 0.2 mm; no polygon is all needle."""
    shape = shapely.Polygon(outline)
    if not shape.is_valid:
        return float("inf")
    plain = shape.buffer(-0.1, join_style="mitre").buffer(0.2, join_style="mitre")
    thin = shape.difference(plain)
    return max((own.length / 2 for own in getattr(thin, "geoms", [thin])), default=0.0)


@pytest.mark.parametrize("style", usual(STYLES.values(), list(STYLES.values())[1::8]))
def test_no_line_of_a_piece_runs_out_and_back(style):
    rng = np.random.default_rng(len(style.id))
    sizes = list(CHARTS[style.charts[0]].sizes)
    for _ in range(all_or(40, 6)):
        answers = {
            option.id: str(rng.choice(list(option.choices)))
            for option in style.options
            if isinstance(option, ChoiceOption) and rng.random() < 0.3
        }
        job = job_of_style(style, size=str(rng.choice(sizes)), options=answers)
        try:
            figure = rng.choice(_figures(job))
            given = figure.value / 10 * rng.uniform(0.3, 3)
            pieces = cut_pieces(read_settings((f"{figure.id}={given:.1f}",), job))
        except (DraftRefused, JobRefused, ValueError):
            continue
        for piece in pieces:
            for line in (piece.net_line, piece.cut_line):
                assert _needle(line) < 8, (answers, figure.id, given, piece.id)


def test_an_underarm_curve_longer_than_its_sleeve_is_refused_with_the_point():
    job = job_of_style(STYLES["open-robe"], options={"sleeve_mm": 200.0})
    with pytest.raises(DraftRefused, match=r"at side its net line runs out and back, to 34\.\d cm"):
        cut_pieces(read_settings(("underarm.along=25",), job))


def test_a_piece_straightened_on_its_fold_keeps_an_outline():
    """A coat with a back that falls inwards from the waist: two points within a hair on the
    fold."""
    answers = {"sleeve": "long", "cap": "width", "neck_rule": "sixth", "collar": "roll"}
    job = job_of_style(STYLES["coat"], size="106", options=answers)
    job = read_settings(("waist.centre.back=48", "hem.down.front=113.7"), job)
    assert all(shapely.Polygon(piece.cut_line).is_valid for piece in cut_pieces(job))
