"""What is said of a check that does not hold: it goes the right way, by the body and by the
cloth."""

import re
from dataclasses import replace
from itertools import product

import pytest

from tests.job.test_sound import job_of_style
from tests.often import all_or, usual
from wickel.draft import STYLES, DraftRefused
from wickel.job import Card, JobRefused, drafted
from wickel.job.buying import notions_of
from wickel.job.edits import with_piece_card
from wickel.job.figures import read_settings
from wickel.job.job import Backing
from wickel.pattern.figure import FigureKind


def checks(job, cloth=True):
    return {c.name: c for c in drafted(job.garments[0], job if cloth else None).checks}


def given(style, *settings, **options):
    return checks(read_settings(settings, job_of_style(STYLES[style], options=options)))


@pytest.mark.parametrize("share", [0.0, 0.3, 0.5])
def test_a_knit_is_stretched_as_its_cloth_does(share):
    job = job_of_style(STYLES["knit-top"])
    cloths = tuple(replace(cloth, stretch_across=share) for cloth in job.cloths)
    taken, made = checks(job, cloth=False), checks(replace(job, cloths=cloths))
    for name in ("Over the bust", "Over the bust, to put it on", "Over the head"):
        plain = taken[name].one_mm / 1.5  # the style's answer is a half
        assert made[name].one_mm == pytest.approx(plain * (1 + share)), name
        assert made[name].one.endswith(", stretched") == (share > 0), name
    assert made["Over the bust"].held == (share > 0)
    assert made["Over the head"].held == (share == 0.5)
    # a collar is stretched as far as its neck and no further, where the cloth does
    collar = made["Collar to neck"]
    assert collar.held == (share > 0)
    assert collar.one_mm <= collar.other_mm + 1e-6


def test_a_waist_is_held_against_the_body_whatever_figure_is_given():
    held = given("circle-skirt")["Waist"]
    assert held.held
    assert held.other_mm == pytest.approx(
        job_of_style(STYLES["circle-skirt"]).garments[0].body["waist"] + 10
    )
    for figure, word in (("waist.quarter=19", "as long as"), ("waist.quarter=30", "as long as")):
        broken = given("circle-skirt", figure)["Waist"]
        assert broken.broken, figure
        assert broken.other_mm == pytest.approx(held.other_mm)
        assert word in str(broken.advice)


def test_a_garment_narrower_than_the_body_is_not_taken_in():
    narrow, wide = (given("bodice", f"waist.across={own}")["Waist"] for own in (15, 30))
    assert narrow.difference_mm < 0 < wide.difference_mm
    assert str(narrow.advice) == "Let the difference out of darts, pleats or side seams."
    assert str(wide.advice) == "Take the difference into darts, pleats or side seams."


def test_a_side_that_is_the_shorter_already_is_not_let_rise():
    longer, shorter = (given("coat", f"hem.rise={own}")["Hem level"] for own in (-5, 5))
    assert longer.difference_mm > longer.most_mm
    assert shorter.difference_mm < shorter.least_mm
    assert "rise at the side" in str(longer.advice)
    assert "drop at the side" in str(shorter.advice)


LOWER = next(option for option in STYLES["from-parts"].options if option.id == "lower").choices


@pytest.mark.parametrize("lower", usual(list(LOWER), ("straight", "full-circle", "trousers")))
def test_what_elastic_behind_draws_in_goes_over_the_hip(lower):
    answers = {"lower": lower, "waist": "elastic-behind", "shape": "none", "closing": "none"}
    try:
        made = checks(job_of_style(STYLES["from-parts"], options=answers))
    except (DraftRefused, JobRefused):
        assert lower in ("in-one", "wrapped-skirt", "square-in-one")
        return
    assert made["Over the hip, to put it on"].held
    assert not [check.name for check in made.values() if check.broken]


def test_bands_are_as_long_as_all_that_are_cut_of_them():
    job = job_of_style(STYLES["open-robe"])
    once = with_piece_card(job, job.garments[0], "front-band", Card(copies=1))
    assert checks(job)["Front bands"].held
    broken = checks(once)["Front bands"]
    assert (broken.one, broken.held) == ("the band", False)
    long = read_settings((f"band.long={2 * checks(job)['Front bands'].one_mm / 20:.4f}",), once)
    assert checks(long)["Front bands"].held


def test_a_lining_of_the_back_has_no_zip_of_its_own():
    job = job_of_style(STYLES["pencil-skirt"])
    lined = with_piece_card(job, job.garments[0], "back", Card(lining=Backing(shorter_mm=30)))
    for own in (job, lined):
        done = drafted(own.garments[0], own)
        assert sum(n.count for n in notions_of(done) if n.kind == "zip") == 1


def test_a_refusal_names_the_figure_that_it_is_for():
    job = job_of_style(STYLES["slip-top"])
    with pytest.raises(DraftRefused, match=r"Without what you gave for strap\.down it") as no:
        checks(read_settings(("strap.down=23.2", "waist.down.front=44"), job))
    assert no.value.concerns[0] == "strap.down"
    assert "bust_span" in no.value.concerns


def test_a_refusal_names_the_answer_that_it_is_for_by_its_question():
    job = job_of_style(STYLES["open-robe"], options={"sleeve_mm": 120.0, "band_mm": 50.0})
    with pytest.raises(DraftRefused) as refusal:
        checks(job)
    named = "sleeve_mm" in refusal.value.concerns
    assert named or "“Sleeve from the shoulder point”" in str(refusal.value)
    assert "band" not in str(refusal.value)


WHEN_SHORT = (
    r"Add [\d.]+ cm all round\.|Add ease.*|Take cloth that stretches more.*|Widen the neck.*|"
    r"Widen and deepen the neck.*|Close it behind or in front, or take a wider neck.*|"
    r"Let the zip end lower\.|Let the difference out.*|Let the hem drop at the side.*|"
    r"Drop the tip of the back crotch more\.|Cut the binding longer\."
)
"""What makes the first of both lengths longer, or the second shorter."""
WHEN_LONG = (
    r"Take the difference into darts.*|Let the hem rise at the side.*|"
    r"Drop the tip of the back crotch less\.|Cut the binding shorter\."
)
"""What makes the first of both lengths shorter, or the second longer."""
EITHER_WAY = (
    r"Draw both (edges|shoulders) from the same points\.|Draw (its|the skirt's) waist again: .*|"
    r"Cut the (band|bands|straps|turn-up) .*|Change the (side dart|back rise)\.|"
    r"Solve the cap height again\.|Cut the collar anew from the neck seam\.|"
    r"Ruche both to one length\.|Ease the longer side in.*|Divide what is drawn in .*"
)
"""What says to what length, or which of both, whichever is the longer."""


@pytest.mark.parametrize("style", usual(list(STYLES), ("bodice", "trousers")))
def test_what_is_advised_lessens_what_is_broken_for_every_figure_of_every_style(style):
    """Followed by a centimetre the advice leaves less: it is of the side that is broken."""
    job = job_of_style(STYLES[style])
    figures = drafted(job.garments[0], job).pattern.figures
    lengths = [figure for figure in figures if figure.kind is FigureKind.LENGTH]
    heard = 0
    for figure, by in product(all_or(lengths, lengths[::5]), (-30.0, -10.0, 10.0, 30.0)):
        try:
            changed = read_settings((f"{figure.id}={(figure.value + by) / 10:.4f}",), job)
            made = checks(changed)
        except (DraftRefused, JobRefused, ValueError):
            continue
        for check in made.values():
            if not check.broken:
                continue
            heard += 1
            advice = str(check.advice)
            is_short = check.difference_mm < check.least_mm
            said = [bool(re.fullmatch(p, advice)) for p in (WHEN_SHORT, WHEN_LONG, EITHER_WAY)]
            assert sum(said) == 1, (check.name, advice)
            assert said[2] or said[0] == is_short, (figure.id, by, check.name, advice)
    assert heard or style in ("circle-skirt", "small-things")
