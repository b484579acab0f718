"""Joining card, bundles, labels, check list, chalk lists, and what is left."""

from __future__ import annotations

from dataclasses import replace

import pytest

from tests.cutting.jobs import box, by_hand, demo_work, placed
from tests.job.test_sound import job_of_style
from tests.often import usual
from wickel.cutting import (
    ToCut,
    as_cut_from,
    bundles,
    chalked,
    checks,
    joins,
    labels,
    laid_rows,
    left_pieces,
    measures,
)
from wickel.cutting.sending import pieces_to_send
from wickel.draft import STYLES
from wickel.job import Card, drafted
from wickel.job.work import drafted_job
from wickel.pattern import EdgeKind, edge_length
from wickel.pattern.sewing import all_seams


def test_the_joining_card_goes_from_darts_to_sleeves():
    done = demo_work(4).drafts[0]  # the blouse
    rows = joins(done)
    assert [row.number for row in rows] == list(range(1, len(rows) + 1))
    names = [row.name for row in rows]
    assert names[:2] == ["Close the waist dart of Front", "Close the waist dart of Back"]
    assert names.index("shoulder") < names.index("front neck") < names.index("side seam")
    assert names.index("side seam") < names.index("sleeve seam") < names.index("armhole")


def test_it_says_lengths_allowances_and_what_is_drawn_in():
    trousers = demo_work(3).drafts[0]
    rows = {row.name: row for row in joins(trousers)}
    side = rows["leg side"]
    assert (side.one.piece, side.one.edge) == ("Front leg", "side")
    assert side.one.allowance_mm == pytest.approx(10.0)
    assert side.one.sewn_mm == pytest.approx(1017.93, abs=0.01)
    assert "meet at hip" in [str(note) for note in side.notes]
    blouse = demo_work(4).drafts[0]
    cap = next(row for row in joins(blouse) if row.name == "armhole")
    assert [other.piece for other in cap.others] == ["Front", "Back"]
    assert any("of Sleeve into the others together" in str(note) for note in cap.notes)


def joins_of(style, **options):
    job = job_of_style(STYLES[style], options=options)
    return joins(drafted(job.garments[0], job))


def rows_of(style, **options):
    return {row.name: row for row in joins_of(style, **options)}


def test_a_band_is_sewn_to_all_that_hangs_from_it():
    waist = rows_of("pencil-skirt")["waist"]
    assert (waist.one.piece, waist.to) == ("Waistband", "Front: waist; Back: waist")
    # the darts are closed before: of 24 cm in front 21 are left
    assert "Front: draw in or close 24 cm to 21 cm" in map(str, waist.notes)
    panels = rows_of("circle-skirt", panels="8")
    assert panels["waist"].to == "Panel: waist"
    assert not panels["waist"].notes  # eight panels are as long as their band
    assert panels["side of the panel"].others[0].edge == "other side"


def test_a_skirt_is_sewn_to_all_panels_above_it_and_panels_to_what_lies_over_them():
    rows = rows_of("from-parts", shape="shoulder")
    assert rows["back waist"].to == "Back, centre: hem; Back, side: hem"
    assert not rows["back waist"].notes  # they are as long as the skirt
    apart = [row for row in joins_of("from-parts", lower="panels-apart") if row.name == "waist"]
    assert [(row.one.piece, row.to) for row in apart] == [
        ("Front", "Skirt front, panel 1: waist; Skirt front, panel 2: waist"),
        ("Back", "Skirt back, panel 1: waist"),
    ]


def test_a_lined_sleeve_in_two_parts_is_set_into_the_front_and_the_back_of_the_lining():
    own = joins_of("from-parts", stretch="25", shape="off-shoulder", lining="all")
    lined = {row.one.edge: row.to for row in own if row.name == "armhole of the lining"}
    assert lined == {"cap": "Front lining: armhole", "cap, on": "Back lining: armhole"}


def test_collar_facing_lining_and_centre_are_on_the_card():
    coat = rows_of("coat")
    assert coat["collar"].to == "Front: neck; Back: neck"
    assert coat["collar stand"].others[0].piece == "Collar"
    assert any("longer than Collar" in str(note) for note in coat["collar stand"].notes)
    assert coat["front edge of the front facing"].others[0].piece == "Front facing"
    assert rows_of("pencil-skirt")["centre of the back"].others[0].edge == "centre"
    jacket = rows_of("jacket")
    assert [o.piece for o in jacket["armhole"].others] == [
        "Front, side",
        "Back, side",
        "Front, centre",
        "Back, centre",
    ]
    assert "Back, side lining" in jacket["side of the front, side lining"].to


@pytest.mark.parametrize("style", usual(list(STYLES), ("coat", "trousers", "draped-dress")))
def test_every_seam_is_on_the_card_once(style):
    job = job_of_style(STYLES[style])
    done = drafted(job.garments[0], job)
    seams = all_seams(done.pattern)
    ends = [frozenset((seam.one, seam.other)) for seam in seams]
    assert len(ends) == len(set(ends))
    for seam in seams:
        for id, edge in (seam.one, seam.other):
            assert done.pattern.piece(id).edge(edge).kind is not EdgeKind.FOLD
    # what is sewn to nothing is an end of a strip, the inside of a facing, or free in the wearing
    sewn = {end for seam in seams for end in (seam.one, seam.other)}
    for piece in done.pattern.pieces:
        for edge in ("side", "shoulder", "waist", "crotch", "inseam"):
            loose = any(own.name == edge for own in piece.edges) and (piece.id, edge) not in sewn
            laid_on = piece.id in ("patch-pocket", "apron", "bib", "epaulette")
            no_partner = piece.id.endswith("-facing")
            assert not loose or laid_on or no_partner, (piece.id, edge)


def test_what_is_left_out_by_its_card_stands_on_no_paper():
    work = demo_work(4)
    garment = work.drafts[0].garment
    cards = {"sleeve": Card(left_out=True)}
    job = replace(work.job, garments=(replace(garment, cards=cards),))
    drafts, _ = drafted_job(job)
    cut = ToCut.of_work(job, drafts, ())
    done = cut.drafts[0]
    assert "sleeve" not in {piece.id for piece in done.pattern.pieces}
    assert not [row for row in joins(done) if "Sleeve" in f"{row.one} {row.to}"]
    assert not [bundle for bundle in bundles(done) if "Sleeve" in bundle.pieces]
    assert not [id for id, _ in pieces_to_send(cut) if id.endswith("/sleeve")]


@pytest.mark.long
def test_bundles_hold_every_piece_once():
    for number in range(5):
        for done in demo_work(number).drafts:
            named = [name for bundle in bundles(done) for name in bundle.pieces]
            assert sorted(named) == sorted(piece.name for piece in done.pattern.pieces)


def test_a_label_for_every_copy_with_what_it_joins_to():
    work = demo_work(4)
    (lay,) = work.lays
    made = labels(lay, work)
    assert len(made) == sum(
        order.copies
        for piece in lay.pieces
        for order in piece.orders
        if order.cloth == lay.cloth.id
    )
    backs = [label for label in made if label.name == "Back"]
    assert sorted(str(label.side) for label in backs) == ["left", "right"]
    assert {str(label.which)[:6] for label in backs} == {"1 of 2", "2 of 2"}
    assert ("shoulder", "Front") in [(j.edge, j.piece) for j in backs[0].joins]


def test_the_piece_that_is_fused_says_so_and_its_interfacing_does_not():
    work = demo_work(3)
    by_cloth = {lay.cloth.id: labels(lay, work) for lay in work.lays}
    assert [own.fused for own in by_cloth["figured-twill"] if own.name == "Waistband"] == [True]
    assert not any(own.fused for own in by_cloth["firm-interfacing"])
    assert not any(own.fused for own in by_cloth["figured-twill"] if own.name != "Waistband")


def test_what_is_checked_of_a_folded_one_way_lay():
    work = demo_work(1, "lengthwise")
    words = {check.id: str(check.words) for check in checks(work.lays[0], work)}
    assert words["heads"] == "Every head points to the start of the cloth."
    assert "Front, Back" in words["folds"] or "Back, Front" in words["folds"]
    assert words["number"] == f"{len(work.lays[0].placements)} papers lie on the cloth."
    assert "off-fold" not in words
    assert len(words) == len(checks(work.lays[0], work))


def test_a_centre_with_a_closing_is_kept_off_the_fold_and_pairs_are_turned():
    folded = {c.id: str(c.words) for c in checks(demo_work(4, "lengthwise").lays[0], demo_work(4))}
    assert "Back" in folded["off-fold"]
    opened = {c.id for c in checks(demo_work(4, "open").lays[0], demo_work(4, "open"))}
    assert "off-fold" not in opened
    assert "pair:blouse/back" in opened


def test_chalk_points_lie_where_the_piece_lies():
    work = demo_work(1, "lengthwise")
    (lay,) = work.lays
    front = next(p for p in lay.placements if p.piece == "dress/front")
    points = chalked(front, lay, work)
    named = {point.name: point.at for point in points}
    # on the fold: centre points are 0 from it; the hem lies as far from the neck as drafted
    assert named["neck centre"][1] == pytest.approx(0.0, abs=1e-6)
    drafted = work.drafted(lay.piece(front.piece)).piece
    neck = next(p for p in drafted.points if p.name == "neck centre")
    hem = next(p for p in drafted.points if p.name == "hem at the centre")
    along = named["hem at the centre"][0] - named["neck centre"][0]
    assert abs(along) == pytest.approx(hem.down_mm - neck.down_mm)


def test_a_half_laid_whole_is_chalked_on_both_sides():
    work = demo_work(0, "open")
    (lay,) = work.lays
    front = next(p for p in lay.placements if p.piece == "dress/front")
    half = work.drafted(lay.piece(front.piece)).piece
    points = chalked(front, lay, work)
    from wickel.draft import chalk_list

    assert len(points) == 2 * len(chalk_list(half))
    middle = {round(p.at[1], 6) for p in points if p.name == "neck centre"}
    assert len(middle) == 1
    (fold,) = middle
    sides = sorted(round(p.at[1] - fold, 6) for p in points if p.name == "hem at the side")
    assert sides[0] == pytest.approx(-sides[1])


def test_measures_after_chalking_are_those_of_the_pattern():
    done = demo_work(1).drafts[0]
    front = done.pattern.piece("front")
    found = {str(own.words).split(",")[0]: own.mm for own in measures(front, done.pattern)}
    assert found["side"] == pytest.approx(edge_length(front, "side"))
    # the sleeve end meets half a turn-up: its length is not said to be alike
    words = [str(own.words) for own in measures(front, done.pattern)]
    assert "sleeve end, to the join of Turn-up" in words


def test_what_is_left_has_shape_and_size():
    piece = box("panel", 500.0, 700.0)
    work = by_hand("open", 500.0, (piece,), placed(piece, 0.0, 0.0, (0,)))
    (rest,) = left_pieces(work.lays[0])
    assert (rest.long_mm, rest.broad_mm) == pytest.approx((500.0, 700.0))
    assert str(rest.words) == "50 cm × 70 cm, 3500 cm², one ply"
    double = by_hand(
        "lengthwise", 500.0, (piece,), placed(box("panel", 500.0, 200.0), 0, 0, (0, 1))
    )
    assert left_pieces(double.lays[0])[0].plies == 2


def test_rows_of_several_garments_carry_their_initials():
    from tests.cutting.jobs import work_of
    from wickel.studio.demo import orders

    job = orders()[0]
    twice = replace(
        job, garments=(job.garments[0], replace(job.garments[0], id="other", name="Long coat"))
    )
    work = work_of(twice)
    marks = {row.mark for row in laid_rows(work.lays[0], work)}
    assert marks == {"BD", "LC"}


def test_a_facing_says_along_which_edges_it_is_cut_as_its_piece():
    done = demo_work(1).drafts[0]
    facing = done.pattern.piece("front-facing")
    assert str(as_cut_from(facing, done.pattern)) == "neck: as cut from Front"
    assert as_cut_from(done.pattern.piece("front"), done.pattern) is None


def test_what_hangs_in_one_is_sewn_to_front_and_back():
    waist = rows_of("off-shoulder-dress")["waist"]
    assert waist.one.piece == "Skirt panel"
    assert waist.to == "Front: hem; Back: hem"
