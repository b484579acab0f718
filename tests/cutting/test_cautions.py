"""Cautions: those that fit a job, and none that do not."""

from __future__ import annotations

from dataclasses import replace

from tests.cutting.jobs import demo_work, work_of
from wickel.body import size_body
from wickel.cutting import Studio, cautions
from wickel.cutting.cautions import is_child, is_flared, is_trailing
from wickel.job import Garment, Job, drafted
from wickel.studio import shelf_cloth

USUAL = {"dust", "shears", "pins"}


def ids(work, **studio):
    return {caution.id for caution in cautions(work, Studio(**studio))}


def garment_work(style, size="92", cloths=("moss-linen",), body=None, **options):
    shelf = tuple(shelf_cloth(id) for id in cloths)
    materials = dict(zip(("main", "interfacing", "lining", "contrast"), cloths, strict=False))
    garment = Garment(
        id="g",
        name="Garment",
        style=style,
        size="" if body else size,
        body=body or size_body(size),
        options=options,
        cloths=materials,
    )
    return work_of(Job(name="t", cloths=shelf, garments=(garment,)), "open")


def test_a_plain_dress_has_the_usual_ones_only():
    assert ids(demo_work(0)) == USUAL


def test_a_rotary_cutter_has_its_own_and_not_that_of_shears():
    assert ids(demo_work(0), rotary=True) == {"dust", "rotary", "pins"}


def test_a_lay_longer_than_the_table_is_cut_on_the_floor():
    assert "floor" in ids(demo_work(0), table_mm=1200.0)
    assert "floor" not in ids(demo_work(0), table_mm=3000.0)


def test_for_a_child_of_the_chart_and_for_one_who_was_measured():
    work = garment_work("box-dress", "H110")
    assert "child" in ids(work)
    assert not ids(work) & {"tight", "trailing", "child-cords", "child-small"}
    measured = replace(size_body("H128"), name="Wren")
    assert is_child(measured, "")
    assert not is_child(replace(size_body("92"), name="Odile"), "")
    assert not is_child(replace(size_body("92"), name="Odile"), "92")


def test_a_corset_is_not_laced_too_tight():
    work = garment_work("corset", cloths=("moss-linen", "firm-interfacing", "plum-lining"))
    assert {"tight", "fusing"} <= ids(work)
    assert "tight" not in ids(demo_work(4))


def test_a_hem_on_the_floor_trips_and_one_above_it_does_not():
    skirt = garment_work("pencil-skirt", cloths=("moss-linen", "firm-interfacing", "plum-lining"))
    assert "trailing" not in ids(skirt)
    # by hand: the neck to the floor of size 92 is 1450 mm; a dress of 1430 mm reaches it
    body = size_body("92")
    job = Job(
        cloths=(shelf_cloth("moss-linen"),),
        garments=(
            Garment(
                id="d",
                style="box-dress",
                body=body,
                options={"below_knee_mm": body["neck_to_floor"] - body["neck_to_knee"] - 20.0},
            ),
        ),
    )
    assert is_trailing(drafted(job.garments[0], job))
    # from waist to floor it is 1450 − 440 = 1010 mm, to the knee 590: a circle that goes 410 mm
    # below the knee trails, one of 10 mm does not
    for below, trails in ((410.0, True), (10.0, False)):
        circle = Garment(
            id="c",
            style="circle-skirt",
            body=body,
            options={"below_knee_mm": below},
            cloths={"interfacing": "moss-linen"},
        )
        assert is_trailing(drafted(circle, job)) is trails
    shorter = replace(job.garments[0], options={"below_knee_mm": 60.0})
    assert not is_trailing(drafted(shorter, job))


def test_fusing_where_something_is_fused():
    assert "fusing" in ids(demo_work(3))
    assert "fusing" not in ids(demo_work(0))


def test_stains_and_dye():
    from wickel.cloth import Flaw

    work = demo_work(0)
    (lay,) = work.lays
    flaw = Flaw(x_mm=100.0, y_mm=100.0, length_mm=30.0, width_mm=30.0)
    stained = replace(lay, cloth=replace(lay.cloth, flaws=(flaw,)))
    assert "stains" in ids(replace(work, lays=(stained,)))
    dark = replace(lay, cloth=replace(lay.cloth, id="dark", colour="#20202A"))
    light = replace(lay, cloth=replace(lay.cloth, id="light", colour="#F4F0E8"))
    assert "dye" in ids(replace(work, lays=(dark, light)))
    assert "dye" not in ids(replace(work, lays=(light, light)))


def test_they_stay_whatever_the_figures_are():
    from wickel.draft import Plus

    work = garment_work("box-dress", "H110")
    job = replace(
        work.job, garments=(replace(work.job.garments[0], figures={"side.across": Plus(5.0)}),)
    )
    assert ids(work_of(job, "open")) == ids(work)


def test_each_is_short():
    from wickel.wording.english.cutting import SENTENCES

    own = {code: words for code, words in SENTENCES.items() if code.startswith("cautions.")}
    assert len(own) == 14
    assert all(len(words) < 170 for words in own.values())


def test_a_wide_skirt_of_a_child_and_not_its_waistcoat():
    job = Job(cloths=(shelf_cloth("moss-linen"),))
    own = dict.fromkeys(("interfacing", "lining", "contrast"), "moss-linen")
    for style, wide in (("gathered-skirt", True), ("circle-skirt", True), ("waistcoat", False)):
        garment = Garment(id="g", style=style, body=size_body("H116"), size="H116", cloths=own)
        assert is_flared(drafted(garment, job)) is wide, style
