"""The one sentence of the slip: the worst thing first, and where it is looked at. The session by
itself, no window."""

from dataclasses import replace

import pytest

from tests.app.conftest import KnownRunner
from wickel.app.next_step import next_step
from wickel.app.session import Session
from wickel.app.stage import Stage
from wickel.cloth import Cloth, Flaw
from wickel.draft.operations import Lengthen
from wickel.job import Job
from wickel.job.edits import (
    with_added_cloth,
    with_cloth,
    with_garment,
    with_option,
    with_own_measure,
)
from wickel.studio import orders


class DeafRunner(KnownRunner):
    """Takes tasks and never answers."""

    def start(self, task):
        pass


@pytest.fixture(scope="module")
def opened():
    """A session with the demo's first job, and one whose search has not answered."""

    def made(runner, job):
        session = Session(runner)
        session.open(job, None)
        return session

    return made


@pytest.fixture
def own(qapp, opened):
    return opened(KnownRunner(most_effort=2, most_ways=2), orders()[0])


def said_after(own, job):
    own.apply(job, "edit")
    return next_step(own)


def test_all_is_well_says_what_to_buy(own):
    sentence, stage = next_step(own)
    assert sentence.startswith("Buy ")
    assert own.cloth.shown_name in sentence
    assert stage == Stage.LAY


def test_before_there_is_a_lay_it_is_being_laid(qapp, opened):
    waiting = opened(DeafRunner(), orders()[0])
    assert next_step(waiting) == ("The pieces are being laid on the cloth.", Stage.LAY)


@pytest.mark.parametrize(
    ("edit", "stage", "words"),
    [
        (lambda own: with_own_measure(own.job, own.garment, "bust", 90.0), Stage.BODY, "Bust"),
        (lambda own: with_option(own.job, own.garment, "no_such", 1.0), Stage.DRAFT, "no_such"),
        (
            lambda own: with_cloth(own.job, replace(own.cloth, usable_width_mm=300.0)),
            Stage.CLOTH,
            "hold",
        ),
        (
            lambda own: with_garment(own.job, replace(own.garment, style="corset")),
            Stage.CLOTH,
            "name the cloth",
        ),
        (
            lambda own: with_own_measure(own.job, own.garment, "upper_arm", 550.0),
            Stage.BODY,
            "very large beside",
        ),
    ],
)
def test_what_is_wrong_leads_where_it_is_put_right(own, edit, stage, words):
    before = own.job
    sentence, there = said_after(own, edit(own))
    assert words in sentence
    assert there == stage
    own.undo()
    assert own.job == before
    assert next_step(own)[0].startswith("Buy ")


def test_a_check_that_does_not_hold_comes_before_the_lay(own):
    shorter = Lengthen(piece="front", by_mm=-30.0, at=0.3)
    sentence, stage = said_after(
        own, with_garment(own.job, replace(own.garment, changes=(shorter,)))
    )
    assert "does not hold by tape" in sentence
    assert stage == Stage.DRAFT


def test_what_is_laid_behind_a_flaw_is_bought_with_it(own):
    before = own.need.need_mm
    sentence, stage = said_after(
        own, with_cloth(own.job, replace(own.cloth, flaws=(Flaw(x_mm=0.0, length_mm=800.0),)))
    )
    assert (sentence[:4], stage) == ("Buy ", Stage.LAY)
    assert own.need.need_mm > before + 200


def test_a_length_at_hand_that_is_too_short_says_by_how_much_of_the_cloth_as_it_is_bought(own):
    assert own.cloth.shrink_along == 0.04  # so that 12.3 cm of cloth are only 11.8 of lay
    short = replace(own.cloth, length_at_hand_mm=own.need.need_mm - 123.0)
    sentence, stage = said_after(own, with_cloth(own.job, short))
    assert "12.3 cm too short for this lay" in sentence
    assert stage == Stage.LAY
    assert own.need.short_mm == pytest.approx(123.0)


def test_cloth_in_fixed_lengths_leads_to_the_lays_of_each(own):
    half = own.need.need_mm * 0.7
    sentence, stage = said_after(own, with_cloth(own.job, replace(own.cloth, sold_length_mm=half)))
    assert stage == Stage.BUY
    assert "Buy has a lay for each" in sentence


def test_a_job_with_nothing_in_it_says_so(own):
    sentence, stage = said_after(own, Job(cloths=own.job.cloths))
    assert sentence == "The job has neither garments nor pieces."
    assert stage == Stage.CLOTH


def test_a_cloth_that_nothing_is_cut_from_is_not_said_to_be_laid(own):
    said_after(
        own, with_added_cloth(own.job, Cloth(id="spare", usable_width_mm=1400, name="Spare"))
    )
    own.take_cloth(own.job.cloths[-1].id)
    assert next_step(own) == ("Nothing is cut from Spare.", Stage.CLOTH)
