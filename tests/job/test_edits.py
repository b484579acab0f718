"""Edits of a job are functions old → new: what is asked for changes, nothing else does, and nothing
is shared."""

from dataclasses import replace

import pytest

from wickel.body import Body, estimate, size_body
from wickel.cloth import Cloth
from wickel.draft import SCHOOLS, STYLES, Allowances, full_options
from wickel.draft.operations import Lengthen
from wickel.draft.own import OwnOption
from wickel.job import Garment, Job
from wickel.job.edits import (
    with_allowances,
    with_body,
    with_changes_by_hand,
    with_cloth,
    with_estimates,
    with_garment,
    with_option,
    with_own,
    with_own_measure,
    with_person,
    with_school,
    with_shelf_cloth,
    with_size,
)
from wickel.studio import FERRY_APRON

LINEN = Cloth(id="linen", usable_width_mm=1500, name="Linen")
FIRM = Cloth(id="firm", usable_width_mm=900, name="Firm")
CLOTHS = {"interfacing": "firm"}
DRESS = Garment(id="dress", style="box-dress", body=size_body("100"), size="100", cloths=CLOTHS)
TOP = Garment(id="top", style="knit-top", body=size_body("92"), size="92", cloths=CLOTHS)
JOB = Job(cloths=(LINEN, FIRM), garments=(DRESS, TOP), name="Two", client="Odile Marrow")


def changed_fields(before, after):
    return {name for name in before.__slots__ if getattr(before, name) != getattr(after, name)}


def test_a_garment_takes_the_place_of_the_one_of_its_id():
    after = with_garment(JOB, replace(TOP, name="Other"))
    assert after.garments == (DRESS, replace(TOP, name="Other"))
    assert changed_fields(JOB, after) == {"garments"}
    assert with_garment(JOB, replace(TOP, id="nobody")) == JOB


def test_a_cloth_takes_the_place_of_the_one_of_its_id():
    wider = replace(FIRM, usable_width_mm=1000)
    assert with_cloth(JOB, wider).cloths == (LINEN, wider)


def test_a_cloth_off_the_shelf_keeps_the_id_that_garments_know():
    taken = Cloth(id="shelf-7", usable_width_mm=1100, name="River")
    after = with_shelf_cloth(JOB, LINEN, taken)
    assert after.cloths[0] == replace(taken, id="linen")
    assert taken.id == "shelf-7"
    assert after.garments == JOB.garments


@pytest.mark.parametrize(
    "edit",
    [
        lambda job: with_size(job, DRESS, "112"),
        lambda job: with_own_measure(job, DRESS, "waist", 811.0),
        lambda job: with_option(job, DRESS, "hem_slit", 30.0),
        lambda job: with_allowances(job, DRESS, Allowances(own_mm={"hem": 55.0})),
        lambda job: with_estimates(job, DRESS, {"head": 560.0}),
        lambda job: with_changes_by_hand(job, DRESS, (Lengthen(piece="front", by_mm=10.0),)),
        lambda job: with_school(job, DRESS, next(iter(SCHOOLS.values()))),
    ],
)
def test_an_edit_of_a_garment_leaves_the_other_and_the_cloths_alone(edit):
    after = edit(JOB)
    assert after.garments[1] is TOP
    assert after.cloths is JOB.cloths
    assert (after.name, after.client, after.fold, after.unit) == (
        JOB.name,
        JOB.client,
        JOB.fold,
        JOB.unit,
    )
    assert JOB.garments == (DRESS, TOP)


def test_a_size_brings_its_body():
    after = with_size(JOB, DRESS, "112").garments[0]
    assert (after.size, after.body) == ("112", size_body("112"))


def test_one_measurement_of_one_s_own_makes_the_rest_of_a_size_estimates():
    body = with_own_measure(JOB, DRESS, "waist", 811.0).garments[0].body
    assert body["waist"] == 811.0
    assert "waist" not in body.estimated
    assert body.estimated == frozenset(body.measurements_mm) - {"waist"}
    assert body.name == ""


def test_a_second_measurement_of_one_s_own_leaves_the_marks_of_the_others():
    once = with_own_measure(JOB, DRESS, "waist", 811.0)
    twice = with_own_measure(once, once.garments[0], "hip", 1001.0).garments[0]
    assert twice.size == ""
    assert twice.body.estimated == frozenset(twice.body.measurements_mm) - {"waist", "hip"}
    assert (twice.body["waist"], twice.body["hip"]) == (811.0, 1001.0)


def test_a_size_that_gets_a_person_is_all_estimates_and_undated():
    after = with_person(JOB, DRESS, "Tamsin Quill")
    garment = after.garments[0]
    assert (after.client, garment.size) == ("Tamsin Quill", "")
    assert (garment.body.name, garment.body.taken) == ("Tamsin Quill", "")
    assert garment.body.estimated == frozenset(garment.body.measurements_mm)


def test_a_measured_body_that_gets_another_name_stays_measured():
    measured = replace(
        DRESS,
        size="",
        body=replace(size_body("100"), taken="2026-11-01", estimated=frozenset({"head"})),
    )
    body = with_person(with_garment(JOB, measured), measured, "Bertrand Oake").garments[0].body
    assert (body.taken, body.estimated) == ("2026-11-01", frozenset({"head"}))


def test_estimates_are_marked_and_what_was_taken_stays_taken():
    plain = replace(DRESS, size="", body=replace(size_body("100"), estimated=frozenset()))
    body = (
        with_estimates(with_garment(JOB, plain), plain, {"head": 560.0, "wrist": 160.0})
        .garments[0]
        .body
    )
    assert body.estimated == {"head", "wrist"}
    assert (body["head"], body["wrist"]) == (560.0, 160.0)


def test_options_are_set_beside_each_other():
    once = with_option(JOB, DRESS, "hem_slit", 30.0)
    twice = with_option(once, once.garments[0], "bust_ease", 90.0)
    assert twice.garments[0].options == {"hem_slit": 30.0, "bust_ease": 90.0}
    assert DRESS.options == {}


@pytest.mark.parametrize("school", SCHOOLS.values(), ids=lambda school: school.id)
def test_a_school_answers_only_what_the_style_asks(school):
    garment = with_school(JOB, DRESS, school).garments[0]
    asked = set(full_options(STYLES["box-dress"], {}))
    assert set(garment.options) <= asked
    assert garment.allowances == school.allowances


def test_an_own_style_drops_the_answers_nobody_asks_for_any_more():
    garment = replace(
        DRESS, style=FERRY_APRON.id, own=FERRY_APRON, options={"gone": 4.0, "length": 700.0}
    )
    own = replace(
        FERRY_APRON, options=(OwnOption(id="length", question="How long?", default_mm=650.0),)
    )
    after = with_own(with_garment(JOB, garment), garment, own).garments[0]
    assert after.options == {"length": 700.0}
    assert (after.style, after.own) == (own.id, own)


def test_what_was_changed_by_hand_is_written_out_once_and_kept_afterwards():
    change = Lengthen(piece="front", by_mm=10.0)
    of_house = replace(DRESS, changes=(change,))
    assert with_own(JOB, of_house, FERRY_APRON).garments[0].changes == ()
    of_own = replace(of_house, style=FERRY_APRON.id, own=FERRY_APRON)
    assert with_own(JOB, of_own, FERRY_APRON).garments[0].changes == (change,)


def test_a_client_s_body_makes_the_job_that_client_s():
    body = replace(size_body("84"), name="Tamsin Quill", taken="2026-11-12")
    after = with_body(JOB, DRESS, body)
    assert (after.client, after.garments[0].body, after.garments[0].size) == (
        "Tamsin Quill",
        body,
        "",
    )


def test_what_was_estimated_from_a_measurement_follows_it():
    taken = Body(name="Tamsin Quill", measurements_mm={"bust": 920.0, "waist": 740.0})
    dress = replace(DRESS, size="", body=taken)
    job = replace(JOB, garments=(dress,))
    guessed = {id: estimate(taken, id).mm for id in ("hip", "neck")}
    job = with_estimates(job, dress, guessed)
    # one is typed over, one is marked as an estimate but is not what the rule gives
    job = with_own_measure(job, job.garments[0], "neck", guessed["neck"] + 7)
    job = with_estimates(job, job.garments[0], {"shoulder": 131.0})
    body = with_own_measure(job, job.garments[0], "bust", 1000.0).garments[0].body
    assert body["hip"] == estimate(replace(taken, measurements_mm={"bust": 1000.0}), "hip").mm
    assert body["hip"] != guessed["hip"]
    assert body.estimated == {"hip", "shoulder"}
    assert (body["neck"], body["shoulder"]) == (guessed["neck"] + 7, 131.0)
    assert (body["bust"], body["waist"]) == (1000.0, 740.0)
