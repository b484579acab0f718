"""Matched lays, judged by a second judge on the flat cloth, and what keeping to the print costs."""

from dataclasses import replace

import pytest

from tests.lay.print_judge import border_faults, worst_level, worst_middle, worst_motif
from tests.lay.shapes import BOX, HALF, WEDGE, job, piece
from tests.often import usual
from wickel.body import size_body
from wickel.files import job_of, lay_record
from wickel.job import AskedOfPrint, Garment, Job, asked_by, cut_pieces, drafted, lay_job
from wickel.lay import Level, Search, Wish, length_without, make_lay, wishes, with_findings
from wickel.studio import shelf_cloth
from wickel.yardage import need

MEETS_MM = 0.5


def garment_job(cloth_id, *, style="box-dress", asked=None, options=None):
    cloth = replace(shelf_cloth(cloth_id), id="main")
    garment = Garment(
        id="d",
        style=style,
        body=size_body("96"),
        options=options or {},
        cloths=dict.fromkeys(("interfacing", "lining", "contrast"), "main"),
        on_print=asked,
    )
    return Job(cloths=(cloth,), garments=(garment,))


EVERY_WAY = ("open", "lengthwise", "partial", "crosswise", "turned", "four")


def laid(a_job, way, effort=25):
    return make_lay(cut_pieces(a_job), a_job.cloths[0], way, search=Search(effort=effort))


def judged(lay):
    """The lay as its file says it, and its pieces by their ids."""
    assert lay.broken == ()
    return lay_record((lay,))["lays"][0], {own.id: own for own in lay.pieces}


def shifted(lay, id, *, along=0.0, across=0.0):
    """The lay with one placement 2 mm off, as a hand would leave it."""
    made = tuple(
        replace(own, x_mm=own.x_mm + along, y_mm=own.y_mm + across) if own.piece == id else own
        for own in lay.placements
    )
    return with_findings(replace(lay, placements=made))


def codes(lay):
    return {finding.code for finding in lay.findings if finding.level is Level.BROKEN}


# --- the demo cloths, each in three ways ---


@pytest.mark.parametrize("way", usual(EVERY_WAY, ("open", "partial")))
@pytest.mark.parametrize("cloth", usual(("jetty-stripe", "harbour-check"), ("harbour-check",)))
def test_stripes_and_checks_are_level_at_the_sides(cloth, way):
    a_job = garment_job(cloth, asked=AskedOfPrint(seams=("side seam",)))
    along = a_job.cloths[0].design.repeat.along_mm
    lay = laid(a_job, way)
    record, pieces = judged(lay)
    assert worst_level(record, pieces, along) <= MEETS_MM
    off = shifted(lay, "d/front", along=2.0)
    assert "repeat" in codes(off)
    assert worst_level(lay_record((off,))["lays"][0], pieces, along) == pytest.approx(
        2.0, abs=MEETS_MM
    )


@pytest.mark.parametrize("way", ["lengthwise-twice", "two-folds", "crosswise-twice"])
def test_stripes_and_checks_are_level_in_the_makers_folds_too(way):
    a_job = garment_job("harbour-check", asked=AskedOfPrint(seams=("side seam",)))
    wide = replace(a_job.cloths[0], usable_width_mm=1900.0, full_width_mm=None)
    a_job = replace(a_job, cloths=(wide,))
    lay = laid(a_job, way)
    record, pieces = judged(lay)
    assert worst_level(record, pieces, wide.design.repeat.along_mm) <= MEETS_MM
    assert "repeat" in codes(shifted(lay, "d/front", along=2.0))


@pytest.mark.parametrize("way", usual(("open", "partial"), ()))
def test_a_collar_and_a_back_have_the_stripe_in_their_middle(way):
    a_job = garment_job("lee-check", style="coat", options={"collar": "shirt"})
    lay = laid(a_job, way)
    record, pieces = judged(lay)
    repeat = a_job.cloths[0].design.repeat
    assert {own.id for own in lay.pieces if own.on_print.centre} == {
        "d/back",
        "d/collar",
        "d/collar-stand",
    }
    assert worst_middle(record, pieces, repeat.across_mm) <= MEETS_MM
    assert worst_level(record, pieces, repeat.along_mm) <= MEETS_MM
    off = shifted(lay, "d/collar", across=2.0)
    assert "centre" in codes(off)
    assert worst_middle(lay_record((off,))["lays"][0], pieces, repeat.across_mm) == pytest.approx(
        2.0, abs=MEETS_MM
    )


@pytest.mark.long
@pytest.mark.parametrize("way", usual(("open", "partial", "crosswise", "turned"), ("turned",)))
def test_a_motif_lies_whole_in_the_middle_of_the_front(way):
    lay = laid(garment_job("weir-rose", asked=AskedOfPrint(centred=("front",))), way)
    record, pieces = judged(lay)
    off, lost = worst_motif(record, pieces, lay.cloth.design)
    assert off <= MEETS_MM
    assert lost < 1.0
    for along, across in ((2.0, 0.0), (0.0, 2.0)):
        moved = shifted(lay, "d/front", along=along, across=across)
        assert "centre" in codes(moved)
        found, _ = worst_motif(lay_record((moved,))["lays"][0], pieces, lay.cloth.design)
        assert found == pytest.approx(2.0, abs=MEETS_MM)


@pytest.mark.long
@pytest.mark.parametrize("way", usual(("open", "crosswise", "turned"), ("crosswise",)))
@pytest.mark.parametrize("cloth", usual(("reed-border", "two-bank-border"), ("two-bank-border",)))
def test_hems_lie_on_the_border_at_one_depth(cloth, way):
    lay = laid(garment_job(cloth, asked=AskedOfPrint(border=("front", "back"))), way)
    record, pieces = judged(lay)
    width, border = lay.cloth.lay_width_mm, lay.cloth.design.border
    near, far = border.distance_mm, border.distance_mm + border.width_mm
    bands = [(near, far, near)] + (
        [(width - far, width - near, width - near)] if cloth == "two-bank-border" else []
    )
    out, step = border_faults(record, pieces, bands)
    assert (out, step) == (pytest.approx(0.0, abs=MEETS_MM), pytest.approx(0.0, abs=MEETS_MM))
    assert not [f for f in lay.findings if f.code == "border-unasked"]
    moved = shifted(lay, "d/front", across=2.0)
    assert codes(moved) & {"border", "border-step"}
    assert max(border_faults(lay_record((moved,))["lays"][0], pieces, bands)) == pytest.approx(
        2.0, abs=MEETS_MM
    )


def test_a_later_section_goes_on_with_the_print_of_the_first():
    wide = [[0, 0], [500, 0], [500, 900], [0, 900]]
    sleeve = piece("sleeve", WEDGE, 2, pair=True, meets=[{"seam": "side", "at_mm": [250, 180]}])
    sleeve["cuts"][0]["single"] = False  # cut double or not at all
    record = job(
        sleeve,
        piece("wide", wide, meets=[{"seam": "side", "at_mm": [417, 900]}]),
        width=1000,
        repeat_mm=[73, 0],
    )
    a_job = job_of(record)
    lay = make_lay(cut_pieces(a_job), a_job.cloths[0], "lengthwise+open", search=Search(effort=20))
    assert len(lay.spread.sections) == 2
    assert lay.spread.sections[0].cloth_length_mm % 73 == pytest.approx(0.0, abs=1e-6)
    assert worst_level(*judged(lay), 73) <= MEETS_MM


# --- what is usual ---


@pytest.mark.parametrize(
    ("style", "cloth", "seams", "centred"),
    [
        ("box-dress", "harbour-check", ("side seam",), ()),
        ("bodice", "jetty-stripe", ("side seam", "centre of the back"), ()),
        ("jacket", "lee-check", ("side seam",), ("back-centre", "collar")),
        (
            "two-cloth-maxi",
            "lee-check",
            ("centre front", "centre back", "left side", "right side"),
            (),
        ),
        ("circle-skirt", "lee-check", (), ()),
        ("box-dress", "moss-linen", (), ()),
        ("box-dress", "heron-print", (), ()),
    ],
)
def test_stripes_meet_at_the_centre_and_the_sides_unless_the_maker_says_otherwise(
    style, cloth, seams, centred
):
    a_job = garment_job(cloth, style=style)
    garment = a_job.garments[0]
    pattern = drafted(garment).pattern
    asked = asked_by(garment, pattern, a_job)
    assert (set(asked.seams), asked.centred, asked.border) == (set(seams), centred, ())
    nothing = replace(garment, on_print=AskedOfPrint())
    assert asked_by(nothing, pattern, a_job) == AskedOfPrint()


def test_linings_of_another_cloth_run_free():
    a_job = garment_job("lee-check", style="two-cloth-maxi")
    plain = replace(shelf_cloth("plum-lining"), id="plain")
    garment = replace(a_job.garments[0], cloths={"lining": "plain", "contrast": "plain"})
    both = replace(a_job, cloths=(*a_job.cloths, plain), garments=(garment,))
    assert asked_by(garment, drafted(garment).pattern, both) == AskedOfPrint(seams=("left side",))


# --- what it costs ---


def test_each_wish_is_counted_once_and_only_where_the_cloth_has_something():
    a_job = garment_job(
        "lee-check", asked=AskedOfPrint(seams=("side seam", "shoulder"), centred=("front",))
    )
    pieces = cut_pieces(a_job)
    own = (Wish("centred", "d/front"), Wish("seams", "side seam"), Wish("seams", "shoulder"))
    assert set(wishes(pieces, a_job.cloths[0])) == set(own)
    assert wishes(pieces, shelf_cloth("moss-linen")) == ()
    # stripes along are level wherever a piece lies: only its middle is asked there
    assert wishes(pieces, shelf_cloth("ferry-ticking")) == (own[0],)
    assert wishes(pieces, shelf_cloth("jetty-stripe")) == own[1:]


@pytest.mark.parametrize(
    ("cloth", "fold"),
    [
        pytest.param("jetty-stripe", "open", marks=pytest.mark.long),
        ("harbour-check", "lengthwise"),
        pytest.param("lee-check", "best", marks=pytest.mark.long),
    ],
)
def test_what_matching_costs_is_the_length_less_the_best_length_without(cloth, fold):
    a_job = garment_job(cloth, asked=AskedOfPrint(seams=("side seam", "shoulder")))
    pieces = cut_pieces(a_job)
    (lay,) = lay_job(a_job, pieces, fold=fold, search=Search(effort=40))
    assert lay.complete
    bare = replace(a_job, garments=(replace(a_job.garments[0], on_print=AskedOfPrint()),))
    (without,) = lay_job(bare, cut_pieces(bare), fold=fold, search=Search(effort=40))
    assert without.unmatched_mm is None
    assert need(without).matching_mm is None
    assert lay.matching_mm == pytest.approx(
        max(0.0, lay.lay_length_mm - without.lay_length_mm), abs=1e-6
    )
    assert need(lay).matching_mm == lay.matching_mm
    assert lay_record((lay,))["lays"][0]["of_which_matching_mm"] == pytest.approx(
        lay.matching_mm, abs=1e-5
    )


def test_a_repeat_of_a_known_cost():
    # two boxes of 600 side by side fit 1200 + nothing; level with one another a metre apart they
    # need 1000 + 600
    record = job(
        piece(
            "a", [[0, 0], [600, 0], [600, 900], [0, 900]], meets=[{"seam": "side", "at_mm": [0, 0]}]
        ),
        piece(
            "b", [[0, 0], [600, 0], [600, 900], [0, 900]], meets=[{"seam": "side", "at_mm": [0, 0]}]
        ),
        width=1000,
        print_="one-way",
        repeat_mm=[1000, 0],
    )
    a_job = job_of(record)
    (lay,) = lay_job(a_job, cut_pieces(a_job), fold="open", search=Search(effort=20))
    assert lay.lay_length_mm == pytest.approx(1600, abs=0.5)
    assert lay.matching_mm == pytest.approx(400, abs=1.0)


def test_each_wish_by_itself_has_its_price():
    # only the wide pair has to meet in the repeat: leaving it free saves all, leaving the small one
    # free nothing
    wide = [[0, 0], [600, 0], [600, 900], [0, 900]]
    record = job(
        piece("a", wide, meets=[{"seam": "side", "at_mm": [0, 0]}]),
        piece("b", wide, meets=[{"seam": "side", "at_mm": [0, 0]}]),
        piece("c", [[0, 0], [90, 0], [90, 40], [0, 40]], meets=[{"seam": "tab", "at_mm": [0, 0]}]),
        width=1000,
        print_="one-way",
        repeat_mm=[1000, 0],
    )
    a_job = job_of(record)
    pieces, cloth = cut_pieces(a_job), a_job.cloths[0]
    free = {
        seam: length_without(
            pieces, cloth, ("open",), {Wish("seams", seam)}, search=Search(effort=20)
        )
        for seam in ("side", "tab")
    }
    assert free["side"] == pytest.approx(1200, abs=0.5)
    assert free["tab"] == pytest.approx(1600, abs=0.5)


def test_where_nothing_can_hold_the_pieces_there_is_no_length():
    a_job = job_of(job(piece("half", HALF, fold=[[0, 0], [600, 0]]), piece("box", BOX), width=300))
    assert (
        length_without(a_job.pieces, a_job.cloths[0], ("lengthwise",), (), search=Search(effort=5))
        is None
    )
    assert (
        length_without(a_job.pieces, a_job.cloths[0], ("stacked",), (), search=Search(effort=5))
        is None
    )
