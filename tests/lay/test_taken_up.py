"""Lays carried over piece by piece to other pieces and cloths: what fits stays, the rest is not
laid."""

import json
from dataclasses import replace

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.lay.judge import judged
from tests.lay.shapes import BOX, ELL, HALF, WEDGE, job, piece
from wickel.body import size_body
from wickel.cloth import Cloth, Flaw, Print
from wickel.files import job_of, lay_text
from wickel.job import Garment, Job, cut_pieces
from wickel.job.edits import with_option
from wickel.job.laid import with_cut
from wickel.lay import Level, Search, Waived, exact_check, kept_lay_of, make_lay, not_laid, taken_up

WAYS = (
    "open",
    "lengthwise",
    "partial",
    "to-middle",
    "crosswise",
    "turned",
    "four",
    "lengthwise+open",
)
CLOTH = Cloth(id="main", usable_width_mm=1500, print=Print.ANY)


def plain(**cloth):
    return job_of(
        job(
            piece("front", HALF, fold=[[0, 0], [600, 0]]),
            piece("sleeve", WEDGE, 2, pair=True),
            piece("ell", ELL, 2),
            width=1200,
            **cloth,
        )
    )


def laid(a_job, way="open", effort=20):
    return make_lay(cut_pieces(a_job), a_job.cloths[0], way, search=Search(effort=effort))


def only_missing(lay):
    """Whether all that is wrong with a lay is that copies are missing."""
    return {finding.code for finding in lay.broken} <= {"copies"}


def moved(lay, before):
    """The ids of placements that do not lie where they lay."""
    then = {
        p.id: (p.x_mm, p.y_mm, p.turn_deg, p.mirrored, p.section, p.zone) for p in before.placements
    }
    now = {
        p.id: (p.x_mm, p.y_mm, p.turn_deg, p.mirrored, p.section, p.zone) for p in lay.placements
    }
    return {id for id in now if now[id] != pytest.approx(then[id])}


@pytest.mark.parametrize("way", WAYS)
def test_on_the_same_pieces_it_is_the_same_lay(way):
    a_job = plain()
    lay = laid(a_job, way)
    again = taken_up(kept_lay_of(lay), cut_pieces(a_job), a_job.cloths[0])
    assert again.placements == lay.placements
    assert again.spread == lay.spread
    assert again.complete
    assert not_laid(again) == {}


@pytest.mark.parametrize("way", ["open", "lengthwise", "partial"])
def test_lengthening_by_a_centimetre_keeps_every_placement_that_still_holds(way):
    cloths = {"interfacing": "main"}
    garment = Garment(id="d", style="box-dress", body=size_body("96"), size="96", cloths=cloths)
    a_job = Job(cloths=(CLOTH,), garments=(garment,))
    lay = laid(a_job, way, effort=60)
    longer = with_option(a_job, garment, "below_knee_mm", -30.0)
    pieces = cut_pieces(longer)
    before = {p.id: p.cut_line for p in lay.pieces}
    changed = {p.id for p in pieces if before[p.id] != p.cut_line}
    assert changed == {"d/front", "d/back"}
    after = taken_up(kept_lay_of(lay), pieces, CLOTH, changed)
    assert only_missing(after)
    assert moved(after, lay) == set()
    gone = {p.id for p in lay.placements} - {p.id for p in after.placements}
    assert {
        id.rsplit("/", 1)[0] for id in gone
    } <= changed  # only what has changed may have lost its place
    # and each that went did not hold: put back it overlaps, or leaves the cloth
    for id in gone:
        whole = replace(
            kept_lay_of(lay),
            placements=(
                *kept_lay_of(after).placements,
                *(p for p in kept_lay_of(lay).placements if p.id == id),
            ),
        )
        assert id not in {p.id for p in taken_up(whole, pieces, CLOTH, changed).placements}


def test_what_is_gone_goes_and_what_is_new_is_not_laid():
    a_job = plain()
    lay = laid(a_job)
    without = cut_pieces(a_job)[1:]
    after = taken_up(kept_lay_of(lay), without, a_job.cloths[0])
    assert {p.piece for p in after.placements} == {"sleeve", "ell"}
    assert after.complete
    more = (*cut_pieces(a_job), replace(cut_pieces(a_job)[2], id="another"))
    after = taken_up(kept_lay_of(lay), more, a_job.cloths[0])
    assert not_laid(after) == {"another": 2}
    assert not after.complete
    assert only_missing(after)
    assert moved(after, lay) == set()


@pytest.mark.parametrize(("copies", "lacking"), [(1, {}), (2, {}), (5, {"ell": 3})])
def test_copies_too_many_go_and_those_that_are_missing_are_named(copies, lacking):
    a_job = plain()
    pieces = cut_pieces(a_job)
    (order,) = pieces[2].orders
    other = (*pieces[:2], replace(pieces[2], orders=(replace(order, copies=copies),)))
    after = taken_up(kept_lay_of(laid(a_job)), other, a_job.cloths[0])
    assert not_laid(after) == lacking
    assert after.complete == (not lacking)


def test_of_two_that_overlap_the_changed_one_goes_else_the_smaller():
    a_job = plain()
    lay = laid(a_job)
    pieces = cut_pieces(a_job)
    wide = tuple((1.5 * x, y) for x, y in pieces[1].cut_line)
    after = taken_up(
        kept_lay_of(lay),
        (pieces[0], replace(pieces[1], cut_line=wide), pieces[2]),
        a_job.cloths[0],
        {"sleeve"},
    )
    assert only_missing(after)
    assert {p.piece for p in after.placements} >= {"front", "ell"}
    stacked = tuple(
        replace(p, x_mm=lay.placements[0].x_mm, y_mm=lay.placements[0].y_mm)
        for p in kept_lay_of(lay).placements
    )
    after = taken_up(replace(kept_lay_of(lay), placements=stacked), pieces, a_job.cloths[0])
    assert only_missing(after)
    assert after.placements[0].piece == "front"


@pytest.mark.parametrize(
    "change",
    [
        {"usable_width_mm": 700.0},
        {"print": Print.ONE_WAY},
        {"flaws": (Flaw(x_mm=100.0, length_mm=50.0),)},
        {"reserve_mm": 20.0},
        {"margin_mm": 5.0},
        {"remnant": ((0.0, 0.0), (900.0, 0.0), (900.0, 600.0), (0.0, 1200.0))},
    ],
)
@pytest.mark.parametrize("way", ["open", "lengthwise", "turned"])
def test_on_another_cloth_nothing_false_stays(way, change):
    a_job = plain()
    cloth = replace(a_job.cloths[0], **change)
    after = taken_up(kept_lay_of(laid(a_job, way)), cut_pieces(a_job), cloth)
    assert after is None or only_missing(after)
    assert after is None or [f for f in exact_check(after) if f.code != "copies"] == []


@settings(max_examples=20)
@given(
    st.integers(400, 1400),
    st.floats(0.6, 1.4),
    st.floats(0.6, 1.4),
    st.sampled_from(["open", "lengthwise", "turned"]),
)
def test_whatever_changes_the_judge_finds_only_copies_missing(width, along, across, way):
    a_job = plain()
    lay = laid(a_job, way, effort=4)
    record = json.loads(json.dumps(RECORD))
    record["cloths"][0]["usable_width_mm"] = width
    record["pieces"][2]["cut_line_mm"] = [[x * along, y * across] for x, y in ELL]
    other = job_of(record)
    after = taken_up(kept_lay_of(lay), cut_pieces(other), other.cloths[0], {"ell"})
    if after is None:
        return
    asked = {p["id"]: p for p in record["pieces"]}
    for id, count in not_laid(after).items():
        (cut,) = asked[id]["cuts"]
        cut["copies"] -= count
    record["pieces"] = [p for p in record["pieces"] if p["cuts"][0]["copies"] > 0]
    laid_file = json.loads(lay_text((after,)))
    laid_file["lays"][0]["findings"] = []
    laid_file["lays"][0]["complete"] = laid_file["complete"] = True
    faults = [
        own
        for own in judged(record, laid_file)
        if "copies" not in own and "pair" not in own and "hand" not in own
    ]
    assert faults == []


RECORD = job(
    piece("front", HALF, fold=[[0, 0], [600, 0]]),
    piece("sleeve", WEDGE, 2, pair=True),
    piece("ell", ELL, 2),
    width=1200,
)


# --- what is cut already ----------------------------------------------------------------------


@pytest.mark.parametrize("way", ["open", "lengthwise", "crosswise"])
def test_what_is_cut_leaves_the_demand_and_its_cloth_is_gone(way):
    a_job = plain(shrink_along=0.05, shrink_across=0.02)
    lay = laid(a_job, way)
    after = with_cut(a_job, lay, "sleeve")
    pieces = cut_pieces(after)
    assert {p.id: sum(o.copies for o in p.orders) for p in pieces} == {
        "front": 1,
        "sleeve": 0,
        "ell": 2,
    }
    assert len(after.cloths[0].cut_away) == 2
    rest = taken_up(kept_lay_of(lay), pieces, after.cloths[0])
    assert rest.complete  # the others lie where they lay, beside the holes
    assert {p.piece for p in rest.placements} == {"front", "ell"}
    again = make_lay(pieces, after.cloths[0], way, search=Search(effort=20))
    assert again.complete
    assert exact_check(again) == ()
    onto = replace(
        kept_lay_of(lay),
        placements=tuple(replace(p, x_mm=p.x_mm - 60.0) for p in kept_lay_of(rest).placements),
    )
    wrong = taken_up(onto, pieces, after.cloths[0])
    assert wrong is None or only_missing(wrong)


def test_a_lay_over_what_is_cut_away_is_broken():
    a_job = plain()
    lay = laid(a_job)
    after = with_cut(a_job, lay, "front")
    whole = replace(lay, cloth=after.cloths[0])
    from wickel.lay import with_findings

    findings = [
        f for f in with_findings(whole).broken if f.code == "flaw" or "cut away" in str(f.text)
    ]
    assert any("has been cut away already" in str(finding.text) for finding in findings)


# --- what the maker lets be -------------------------------------------------------------------


def test_a_waived_print_direction_is_a_note_and_the_lay_may_be_complete():
    a_job = job_of(
        job(piece("ell", ELL, 2), piece("box", BOX, 2, symmetric=True), width=700, print_="one-way")
    )
    pieces, cloth = cut_pieces(a_job), a_job.cloths[0]
    lay = make_lay(pieces, cloth, "open", search=Search(effort=10))
    turned = replace(
        kept_lay_of(lay),
        placements=tuple(
            replace(p, turn_deg=180.0, x_mm=p.x_mm + 400.0) for p in kept_lay_of(lay).placements
        ),
    )
    assert taken_up(turned, pieces, cloth) is None  # nothing of it may lie so
    free = tuple(replace(p, waive=frozenset({Waived.PRINT})) for p in pieces)
    after = taken_up(turned, free, cloth)
    codes = [(f.code, f.level) for f in after.findings if f.code == "print"]
    assert codes
    assert {level for _, level in codes} == {Level.NOTE}
    assert all("You let that be." in str(f.text) for f in after.findings if f.code == "print")
    found = make_lay(free, cloth, "open", search=Search(effort=40))
    assert found.complete
    assert found.lay_length_mm <= lay.lay_length_mm + 1e-6


@pytest.mark.parametrize("waived", list(Waived))
def test_overlap_edge_fold_and_number_cannot_be_waived(waived):
    a_job = plain()
    lay = laid(a_job)
    pieces = tuple(replace(p, waive=frozenset({waived})) for p in lay.pieces)
    same = tuple(replace(p, x_mm=0.0, y_mm=0.0) for p in lay.placements)
    from wickel.lay import with_findings

    broken = {f.code for f in with_findings(replace(lay, pieces=pieces, placements=same)).broken}
    assert "overlap" in broken
    fewer = with_findings(replace(lay, pieces=pieces, placements=lay.placements[1:]))
    assert "copies" in {f.code for f in fewer.broken}
