"""The search keeps to what is asked of the print and goes round flaws; judged on the flat cloth by
the rules.

The rules work on the flat cloth through the ply maps and share nothing with how places were
restricted.
"""

from dataclasses import replace

import pytest
from shapely.geometry import Polygon

from tests.lay.shapes import BOX, ELL, HALF, WEDGE, job, piece
from wickel.body import size_body
from wickel.files import UnreadableFile, job_of
from wickel.job import AskedOfPrint, Garment, Job, cut_pieces
from wickel.lay import LayRefused, Level, Search, flat_copies, make_lay
from wickel.studio import shelf_cloth

FOLDS = ("open", "lengthwise", "partial")


def laid(record, way, effort=60):
    a_job = job_of(record)
    return make_lay(cut_pieces(a_job), a_job.cloths[0], way, search=Search(effort=effort))


def garment_lay(cloth_id, way, *, style="box-dress", effort=60, **asked):
    cloth = replace(shelf_cloth(cloth_id), id="main")
    garment = Garment(
        id="d",
        style=style,
        body=size_body("96"),
        cloths=dict.fromkeys(("interfacing", "lining", "contrast"), "main"),
        on_print=AskedOfPrint(**asked),
    )
    return make_lay(
        cut_pieces(Job(cloths=(cloth,), garments=(garment,))),
        cloth,
        way,
        search=Search(effort=effort),
    )


def broken(lay):
    return [
        (finding.code, finding.text) for finding in lay.findings if finding.level is Level.BROKEN
    ]


# --- flaws ---


@pytest.mark.parametrize("way", ["open", "lengthwise", "partial:400", "to-middle"])
def test_the_search_goes_round_flaws_on_every_ply(way):
    flaws = [
        {"x_mm": 40, "length_mm": 120, "y_mm": 200, "width_mm": 300},
        {"x_mm": 300, "length_mm": 60, "y_mm": 900, "width_mm": 250},
        {"x_mm": 500, "length_mm": 15},
    ]
    pieces = [
        piece("ell", ELL, 2, pair=True),
        piece("sleeve", WEDGE, 2, pair=True),
        piece("box", BOX, 2, mirror=True),
    ]
    clean = laid(job(*pieces), way)
    spoiled = laid(job(*pieces, flaws=flaws), way)
    assert broken(spoiled) == []
    assert spoiled.lay_length_mm >= clean.lay_length_mm - 1.0


def test_a_half_on_the_fold_begins_behind_a_flaw_at_the_start():
    front = piece("front", HALF, fold=[[0, 0], [600, 0]])
    lay = laid(job(front, flaws=[{"x_mm": 0, "length_mm": 30}]), "lengthwise")
    assert broken(lay) == []
    assert lay.lay_length_mm == pytest.approx(630, abs=0.5)


def test_a_flaw_in_a_ply_that_is_not_cut_is_no_matter():
    # folded at 700: the flaw is in the lower ply only at the far edge, in the upper one at the near
    flaw = [{"x_mm": 0, "length_mm": 2000, "y_mm": 0, "width_mm": 690}]
    lay = laid(job(piece("ell", ELL), flaws=flaw), "lengthwise")
    assert broken(lay) == []
    assert lay.placements[0].cut_plies == (0,)
    assert lay.lay_length_mm == pytest.approx(200 if lay.lay_length_mm < 250 else 300, abs=0.5)


# --- repeats, in pieces with marks ---


@pytest.mark.parametrize("way", FOLDS)
def test_marks_of_plain_pieces_meet_along(way):
    record = job(
        piece(
            "front", HALF, fold=[[0, 0], [600, 0]], meets=[{"seam": "side", "at_mm": [450, 245]}]
        ),
        piece("back", HALF, fold=[[0, 0], [600, 0]], meets=[{"seam": "side", "at_mm": [417, 246]}]),
        piece("sleeve", WEDGE, 2, pair=True),
        repeat_mm=[73, 0],
    )
    lay = laid(record, way)
    assert broken(lay) == []
    plain = [own for own in record["pieces"]]
    for own in plain:
        own.pop("meets", None)
    assert lay.lay_length_mm >= laid(record, way).lay_length_mm - 1.0


@pytest.mark.parametrize("way", ["open", "lengthwise"])
def test_a_pair_meets_itself_across_at_its_centre(way):
    record = job(
        piece(
            "back",
            WEDGE,
            2,
            pair=True,
            meets=[{"seam": "centre", "at_mm": [150, 0], "axes": "both"}],
        ),
        piece("box", BOX, 2, mirror=True),
        repeat_mm=[90, 70],
    )
    assert broken(laid(record, way)) == []


# --- garments on the demo shelf ---


@pytest.mark.parametrize("way", FOLDS)
@pytest.mark.parametrize("cloth", ["harbour-check", "jetty-stripe", "heron-print"])
def test_side_seams_meet_on_repeats_in_every_fold(cloth, way):
    lay = garment_lay(cloth, way, seams=("side seam",))
    assert broken(lay) == []
    assert not [f for f in lay.findings if f.code == "repeat-unasked"]


def test_a_motif_that_lies_on_no_fold_is_refused_with_a_way_out():
    with pytest.raises(LayRefused, match="open the cloth") as refusal:
        garment_lay("weir-rose", "lengthwise", centred=("front",))
    assert refusal.value.pieces == ("d/front",)


def test_seams_are_free_on_a_cloth_without_a_repeat():
    lay = garment_lay("moss-linen", "open", seams=("side seam",))
    assert broken(lay) == []


# --- remnants ---


@pytest.mark.parametrize("way", ["open", "lengthwise", "turned"])
def test_nothing_reaches_beyond_a_remnant(way):
    # a strip 30 cm wide along the low selvage, which widens to the whole cloth 60 cm from the start
    shape = [[0, 0], [2000, 0], [2000, 1400], [900, 1400], [600, 300], [0, 300]]
    lay = laid(job(*(piece(f"p{k}", WEDGE, 2, pair=True) for k in range(3)), remnant=shape), way)
    codes = {finding.code for finding in lay.findings if finding.level is Level.BROKEN}
    # the upper ply of a turned cloth lies where the length of the lay has it: the rule says so when
    # it does not fit
    assert codes <= ({"remnant"} if way == "turned" else set())
    left = Polygon(shape)
    copies = [c for p in lay.placements for c in flat_copies(p, lay.piece(p.piece), lay.zone(p))]
    out = [copy for copy in copies if Polygon(copy.outline).difference(left).area > 1]
    assert bool(out) == bool(codes)


def test_a_remnant_that_is_too_short_says_so():
    lay = laid(
        job(piece("square", BOX, 4), remnant=[[0, 0], [300, 0], [300, 200], [0, 200]]), "open"
    )
    assert "short" in {finding.code for finding in lay.findings}


@pytest.mark.parametrize(
    ("shape", "words"),
    [
        ([[0, 0], [100, 0], [0, 2000]], "reaches beyond its cloth"),
        ([[0, 0], [100, 100], [100, 0], [0, 100]], "crosses or touches itself"),
        ([[-5, 0], [100, 0], [0, 200]], "reaches beyond its cloth"),
    ],
)
def test_a_remnant_that_cannot_be_is_refused(shape, words):
    with pytest.raises(UnreadableFile, match=words):
        job_of(job(piece("p", WEDGE), remnant=shape))


# --- pieces held where they lie ---


@pytest.mark.parametrize("way", ["open", "lengthwise", "partial:400"])
@pytest.mark.parametrize("margin", [0, 8])
def test_what_is_held_stays_and_the_others_lie_around_it(way, margin):
    pieces = [piece(f"p{k}", WEDGE, 2, pair=True) for k in range(5)] + [
        piece("ell", ELL, 2, pair=True)
    ]
    record = job(*pieces, margin_mm=margin)
    first = laid(record, way)
    held = tuple(replace(p, x_mm=p.x_mm + 400) for p in first.placements if p.piece == "ell")
    a_job = job_of(record)
    lay = make_lay(cut_pieces(a_job), a_job.cloths[0], way, held=held, search=Search(effort=200))
    assert broken(lay) == []
    stayed = {p.id: p for p in lay.placements if p.piece == "ell"}
    for placement in held:
        now = stayed[placement.id]
        assert (now.x_mm, now.y_mm) == pytest.approx((placement.x_mm, placement.y_mm), abs=1e-9)
    assert len(lay.placements) == len(first.placements)


def test_what_cannot_be_held_is_refused_by_name():
    record = job(piece("ell", ELL, 2, pair=True))
    a_job, first = job_of(record), laid(record, "open")
    with pytest.raises(LayRefused, match=r"ell.* cannot be held where it lies"):
        make_lay(cut_pieces(a_job), a_job.cloths[0], "lengthwise", held=first.placements)
