"""The yardage table: every cell a real lay; what it depends on, what it never goes below, what a
wider one takes."""

import json
from dataclasses import replace

import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from shapely.geometry import Polygon

from tests.lay.shapes import BOX, job, piece
from wickel.body import Body, size_body
from wickel.cloth import Cloth, Design, Figure, Print, Repeat
from wickel.files import TableStore, job_of
from wickel.job import (
    Cell,
    CellTask,
    Garment,
    Job,
    JobRefused,
    WayLine,
    bodies_for,
    cell_key,
    cell_lays,
    cell_of,
    cell_pieces,
    cut_pieces,
    jumps,
    row_of,
    taken_over,
    worth_another_look,
)
from wickel.lay import Search, exact_check, kept_lay_of, labour_of, lay_again, make_lay
from wickel.yardage import need_of

FEW_PIECES = "pencil-skirt"
"""Where every way of many cells is laid, and it does not matter of what."""
CLOTH = Cloth(id="main", usable_width_mm=1400, print=Print.TWO_WAY, reserve_mm=5)


def cell_of_92(pieces, cloth, **more):
    return cell_of(CellTask(size="92", pieces=pieces, cloth=cloth, **more))


def dress_job(size="92", style="box-dress", cloth=CLOTH):
    others = {"interfacing": "main", "lining": "main", "contrast": "main"}
    garment = Garment(id="d", style=style, body=size_body(size), size=size, cloths=others)
    return Job(cloths=(cloth,), garments=(garment,))


def row(size="92", widths=(1100.0, 1140.0, 1500.0), style="box-dress", effort=4):
    return row_of(
        dress_job(size, style), "main", size, size_body(size), widths, search=Search(effort=effort)
    )


def copies_mm2(pieces):
    """The area of everything that is cut, wholes from a fold counted twice; by Shapely."""
    return sum(
        Polygon(p.cut_line, p.holes).area * order.copies * (2 if order.fold_edges else 1)
        for p in pieces
        for order in p.orders
    )


@pytest.mark.long
@settings(max_examples=2, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(st.sampled_from(("80", "92", "106", "124")), st.floats(900, 1600), st.floats(0, 300))
def test_no_cell_is_below_its_area_and_a_wider_one_needs_no_more_in_any_way(size, width, wider):
    narrow, wide = row(size, (width, width + wider + 1), style=FEW_PIECES)
    pieces, cloth = cell_pieces(dress_job(size, FEW_PIECES), "main", size, size_body(size), width)
    for cell, own in ((narrow, cloth), (wide, replace(cloth, usable_width_mm=width + wider + 1))):
        for line in cell.ways:
            if line.length_mm is not None:
                assert line.length_mm >= copies_mm2(pieces) / own.lay_width_mm - 1e-6
                assert line.length_mm >= line.least_mm - 1e-6
    before = {line.way: line.length_mm for line in narrow.ways if line.complete}
    best = narrow.best
    assert best is not None
    after = {line.way: line.length_mm for line in wide.ways}
    assert after[best.way] <= before[best.way] + 1e-6


@pytest.mark.long
def test_every_cell_is_a_lay_that_passes_the_exact_check_again():
    for cell in row(widths=(1100.0, 1500.0), style=FEW_PIECES):
        pieces, cloth = cell_pieces(
            dress_job(style=FEW_PIECES), "main", "92", size_body("92"), cell.width_mm
        )
        lay = lay_again(cell.laid, pieces, cloth)
        assert lay is not None
        assert exact_check(lay) == ()
        assert (lay.way, lay.lay_length_mm) == (cell.best.way, pytest.approx(cell.best.length_mm))


@pytest.mark.parametrize("way", ["open", "lengthwise", "partial", "to-middle", "turned"])
def test_a_lay_is_laid_again_on_a_wider_cloth_and_refused_on_a_narrower(way):
    halves = [
        piece(f"h{k}", [[0, 0], [500, 0], [500, 200], [0, 240]], fold=[[0, 0], [500, 0]])
        for k in range(2)
    ]
    record = job(*halves, piece("box", BOX, 2, pair=True), width=1100)
    a_job = job_of(record)
    pieces, cloth = cut_pieces(a_job), a_job.cloths[0]
    lay = make_lay(pieces, cloth, way, search=Search(effort=30))
    wider = lay_again(kept_lay_of(lay), pieces, replace(cloth, usable_width_mm=1180))
    assert wider is not None
    assert exact_check(wider) == ()
    assert wider.lay_length_mm == pytest.approx(lay.lay_length_mm)
    assert lay_again(kept_lay_of(lay), pieces, replace(cloth, usable_width_mm=430)) is None
    assert lay_again(kept_lay_of(lay), pieces[:-1], cloth) is None


def test_a_cell_is_kept_and_read_and_a_spoilt_file_is_not_there(tmp_path):
    (cell,) = row(widths=(1400.0,))
    store = TableStore(tmp_path)
    assert store.find(cell.key, "92", 1400.0) is None
    store.keep(cell)
    assert store.find(cell.key, "92", 1400.0) == cell
    path = tmp_path / f"{cell.key}.cell.json"
    good = path.read_text()
    record = json.loads(good)
    for bad in (
        "",
        "{",
        "[]",
        "{}",
        json.dumps(record | {"key": "other"}),
        json.dumps(record | {"ways": 3}),
    ):
        path.write_text(bad)
        assert store.find(cell.key, "92", 1400.0) is None
    path.write_text(good)
    assert store.find(cell.key, "92", 1400.0) == cell


def test_the_key_follows_what_the_lay_depends_on_and_nothing_else():
    pieces, cloth = cell_pieces(dress_job(), "main", "92", size_body("92"), 1400.0)
    key = cell_key(pieces, cloth)
    same = (
        replace(cloth, name="Another name"),
        replace(cloth, price=12.0, step_mm=250.0),
        replace(cloth, colour="#112233"),
    )
    other = (
        replace(cloth, reserve_mm=6),
        replace(cloth, print=Print.ONE_WAY),
        replace(cloth, margin_mm=2),
        replace(cloth, design=replace(cloth.design, repeat=Repeat(along_mm=80))),
    )
    assert {cell_key(pieces, own) for own in same} == {key}
    assert key not in {cell_key(pieces, own) for own in other}
    longer, _ = cell_pieces(dress_job("96"), "main", "96", size_body("96"), 1400.0)
    assert cell_key(longer, cloth) != key


def test_a_width_that_cannot_hold_a_piece_says_which():
    (cell,) = row(widths=(300.0,))
    assert cell.best is None
    assert "Front is 81.5 cm across" in str(cell.refusal)


@pytest.mark.long
def test_an_improved_cell_is_never_longer():
    (cell,) = row(widths=(1400.0,), style=FEW_PIECES, effort=1)
    pieces, cloth = cell_pieces(dress_job(style=FEW_PIECES), "main", "92", size_body("92"), 1400.0)
    assert (
        cell_of_92(pieces, cloth, known=cell, search=Search(effort=2, seed=5)).best.length_mm
        <= cell.best.length_mm
    )


def test_rows_are_the_measured_body_and_the_sizes_of_its_chart():
    a_job = dress_job()
    assert list(bodies_for(a_job))[:2] == ["80", "84"]
    own = Body(name="Ida", measurements_mm=dict(size_body("92").measurements_mm) | {"bust": 935.0})
    measured = replace(
        a_job, client="Ida", garments=(replace(a_job.garments[0], body=own, size=""),)
    )
    assert list(bodies_for(measured))[:2] == ["Ida", "80"]
    with pytest.raises(JobRefused, match="plain pieces only"):
        bodies_for(replace(a_job, garments=()))


def test_jumps_that_matter_are_pointed_out_the_greatest_first():
    def cell(size, width, mm):
        line = WayLine(way="open", length_mm=mm, complete=True)
        return Cell(size=size, width_mm=width, ways=(line,))

    cells = [
        *(cell(size, 1100.0, mm) for size, mm in (("84", 2000), ("92", 2310), ("96", 2400))),
        *(cell(size, 1400.0, mm) for size, mm in (("84", 1300), ("92", 1400), ("96", 2000))),
    ]
    assert [(j.size, j.width_mm, j.more_mm) for j in jumps(cells, ("84", "92", "96"))] == [
        ("96", 1400.0, 600),
        ("92", 1100.0, 310),
    ]


def test_cutting_time_by_hand():
    # 640 mm round: 3 min to spread, 0.4 to lay, 0.427 to cut; on the fold in half 2 more for the
    # fold
    a_job = job_of(job(piece("box", BOX)))
    lay = make_lay(cut_pieces(a_job), a_job.cloths[0], "open", search=Search(effort=1))
    assert labour_of(lay).minutes() == pytest.approx(3 + 0.4 + 640 / 1500)
    folded = make_lay(cut_pieces(a_job), a_job.cloths[0], "lengthwise", search=Search(effort=1))
    assert labour_of(folded).minutes() == pytest.approx(3 + 2 + 0.4 + 640 / 1500)


@given(
    st.floats(100, 9000),
    st.floats(0, 0.2),
    st.floats(0, 60),
    st.sampled_from((100.0, 114.3, 228.6)),
    st.floats(1, 900),
)
def test_shrinkage_squaring_and_a_longer_lay_never_shorten_what_is_bought(
    lay, shrink, squaring, step, more
):
    plain = Cloth(id="c", usable_width_mm=1400, squaring_mm=0.0, step_mm=step)
    full = replace(plain, squaring_mm=squaring, shrink_along=shrink)
    bought = need_of(lay, full, complete=True)
    assert bought.buy_mm >= need_of(lay, plain, complete=True).buy_mm
    assert bought.buy_mm >= bought.need_mm - 0.01
    assert need_of(lay + more, full, complete=True).buy_mm >= bought.buy_mm
    assert (
        bought.lay_mm + bought.squaring_mm + bought.shrinkage_mm + bought.rounding_mm
        == pytest.approx(bought.buy_mm)
    )


@pytest.mark.long
def test_a_wider_cloths_lay_that_only_just_fits_is_found_on_the_narrower(monkeypatch):
    # in size 92 front and back lie side by side on 150 cm, and, pushed a little, on 140 cm too
    monkeypatch.setattr("wickel.job.table.alone_ways", lambda: ("open",))
    job = dress_job("92")
    narrow_facings = replace(job.garments[0], options={"facing_mm": 60.0})
    job = replace(job, garments=(narrow_facings,))
    wide = row_of(job, "main", "92", size_body("92"), (1500.0,), search=Search(effort=60))[0]
    pieces, cloth = cell_pieces(job, "main", "92", size_body("92"), 1400.0)
    alone = cell_of_92(pieces, cloth, search=Search(effort=60))
    assert worth_another_look(alone, wide)
    looked = cell_of_92(pieces, cloth, known=alone, like=wide.laid, search=Search(effort=60))
    assert looked.best.length_mm < 1.05 * wide.best.length_mm < alone.best.length_mm
    assert not worth_another_look(looked, wide)
    lay = lay_again(looked.laid, pieces, cloth)
    assert lay is not None
    assert exact_check(lay) == ()
    narrow, wider = row_of(
        job, "main", "92", size_body("92"), (1400.0, 1500.0), search=Search(effort=60)
    )
    assert narrow.best.length_mm < 1.05 * wider.best.length_mm


@pytest.mark.long
def test_cells_on_cloth_in_fixed_lengths_have_a_lay_for_each_and_are_kept(tmp_path, monkeypatch):
    monkeypatch.setattr("wickel.job.table.alone_ways", lambda: ("open", "lengthwise"))
    sold = replace(CLOTH, sold_length_mm=1371.6)
    job = dress_job("92", cloth=sold)
    pieces, cloth = cell_pieces(job, "main", "92", size_body("92"), 1100.0)
    cell = cell_of_92(pieces, cloth, search=Search(effort=2))
    needed = cell.need(cloth)
    assert needed.lengths == len(cell.each) == 2
    assert not needed.at_least
    lays = cell_lays(cell, pieces, cloth)
    assert all(exact_check(lay) == () and lay.lay_length_mm <= 1321.6 + 1e-6 for lay in lays)
    store = TableStore(tmp_path)
    store.keep(cell)
    assert store.find(cell.key, "92", 1100.0) == cell
    assert cell_key(pieces, cloth) != cell_key(pieces, replace(cloth, sold_length_mm=None))
    short = replace(cloth, sold_length_mm=900.0)
    refused = cell_of_92(pieces, short, search=Search(effort=2))
    assert refused.need(short) is None
    assert "does not fit on a length" in str(refused.refusal)


def test_a_cell_says_what_matching_costs(monkeypatch):
    monkeypatch.setattr("wickel.job.table.alone_ways", lambda: ("open",))
    checked = replace(
        CLOTH, design=Design(figure=Figure.CHECK, repeat=Repeat(along_mm=90, across_mm=90))
    )
    job = dress_job("92", cloth=checked)
    pieces, cloth = cell_pieces(job, "main", "92", size_body("92"), 1400.0)
    cell = cell_of_92(pieces, cloth, search=Search(effort=4))
    assert cell.need(cloth).matching_mm == pytest.approx(
        max(0.0, cell.best.length_mm - cell.unmatched_mm)
    )
    plain = cell_of_92(
        *cell_pieces(dress_job("92"), "main", "92", size_body("92"), 1400.0),
        search=Search(effort=4),
    )
    assert plain.need(CLOTH).matching_mm is None
    assert cell.unmatched_mm == pytest.approx(plain.best.length_mm)


@pytest.mark.long
def test_what_a_narrower_cell_won_later_is_taken_over_by_the_wider():
    job = dress_job("92")
    narrow, wide = row(widths=(1400.0, 1500.0), effort=2)
    pieces, cloth = cell_pieces(job, "main", "92", size_body("92"), 1500.0)
    assert taken_over(wide, narrow, pieces, cloth) is wide
    # a wider cell that found nothing better than more than half a metre longer
    worse = replace(
        wide,
        ways=tuple(
            replace(own, length_mm=own.length_mm + 600) if own.length_mm else own
            for own in wide.ways
        ),
    )
    after = taken_over(worse, narrow, pieces, cloth)
    assert after.best.length_mm == pytest.approx(narrow.best.length_mm)
    assert after.best.way == narrow.best.way
    assert lay_again(after.laid, pieces, cloth).lay_length_mm == pytest.approx(
        narrow.best.length_mm
    )
    others = {own.way: own for own in worse.ways if own.way != narrow.best.way}
    assert {own.way: own for own in after.ways if own.way != narrow.best.way} == others


@pytest.mark.long
def test_what_is_taken_over_keeps_to_the_lengths_that_the_cloth_is_sold_in():
    sold = replace(
        CLOTH, sold_length_mm=2100.0
    )  # holds 2050: the narrower cell's lay lies on one of them
    job = dress_job("92", cloth=sold)
    (narrow,) = row_of(job, "main", "92", size_body("92"), (1400.0,), search=Search(effort=2))
    pieces, cloth = cell_pieces(job, "main", "92", size_body("92"), 1500.0)
    ways = tuple(replace(own, length_mm=3000.0) if own.length_mm else own for own in narrow.ways)
    parted = replace(
        narrow, ways=ways, laid=None, each=(narrow.laid, narrow.laid), each_mm=(1500.0, 1500.0)
    )
    assert parted.need(cloth).lengths == 2
    after = taken_over(parted, narrow, pieces, cloth)
    assert (after.need(cloth).lengths, after.each, after.need(cloth).at_least) == (1, (), False)
    # on shorter lengths it lies on none, and what was said of those stays
    short = replace(cloth, sold_length_mm=900.0)
    refused = taken_over(
        replace(parted, refusal="Front does not fit", each=(), each_mm=()), narrow, pieces, short
    )
    assert refused.refusal == "Front does not fit"
    assert refused.need(short) is None
