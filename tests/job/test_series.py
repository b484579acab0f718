"""Several garments a job: series in sizes and numbers, each with pieces of its own; outfits on
several cloths."""

import pytest

from wickel.body import size_body
from wickel.cloth import Cloth, Print
from wickel.job import (
    Card,
    Garment,
    Job,
    JobRefused,
    cut_pieces,
    drafted_series,
    garment_of,
    in_sizes,
)
from wickel.job.edits import (
    free_id,
    read_quantity,
    shown_quantity,
    with_added_cloth,
    with_material_on,
    with_quantity,
    without_cloth,
    without_garment,
)
from wickel.job.laid import garment_marks, shown_garment, with_waived
from wickel.lay import Search, Waived, exact_check, make_lay
from wickel.studio import new_order, with_another

CLOTH = Cloth(id="main", usable_width_mm=1500, print=Print.PER_GARMENT)
BODY = size_body("100")
DRESS = Garment(
    id="dress", style="box-dress", name="Box dress", body=BODY, cloths={"interfacing": "main"}
)
JOB = Job(cloths=(CLOTH,), garments=(DRESS,))


def series(**quantity):
    return with_quantity(JOB, DRESS, {size.removeprefix("own"): n for size, n in quantity.items()})


@pytest.mark.parametrize(
    ("text", "quantity"),
    [
        ("own", {"": 1}),
        ("2 own; 96", {"": 2, "96": 1}),
        ("2 × 92; 96", {"92": 2, "96": 1}),
        ("2x92,96", {"92": 2, "96": 1}),
        ("92 × 3", {"92": 3}),
        ("  OWN ;; 100 ", {"": 1, "100": 1}),
        ("92; 92; 2 × 92", {"92": 4}),
        ("", None),
        ("0 × 92", None),
        ("201 × 92", None),
        ("93", None),
        ("two 92", None),
        ("2 × 92 96", None),
    ],
)
def test_quantities_are_read_as_makers_write_them(text, quantity):
    if quantity is None:
        with pytest.raises(ValueError, match=r"\.$"):
            read_quantity(text, ["92", "96", "100"])
        return
    assert read_quantity(text, ["92", "96", "100"]) == quantity
    assert read_quantity(shown_quantity(quantity), ["92", "96", "100"]) == quantity


def test_one_in_the_own_body_is_what_every_garment_is():
    assert series(own=1).garments[0].quantity == {}
    assert shown_quantity({}) == "own"
    assert in_sizes(DRESS) == ((DRESS, 1),)


def test_every_garment_of_a_series_has_its_pieces_in_its_size():
    job = with_quantity(JOB, DRESS, {"": 1, "92": 2})
    pieces = cut_pieces(job)
    one = cut_pieces(JOB)
    assert len(pieces) == 3 * len(one)
    garments = list(dict.fromkeys(piece.garment for piece in pieces))
    assert garments == ["dress", "dress:92", "dress:92#2"]
    by_id = {piece.id: piece for piece in pieces}
    assert (
        by_id["dress:92/front"].cut_line
        == by_id["dress:92#2/front"].cut_line
        != by_id["dress/front"].cut_line
    )
    assert by_id["dress:92/front"].size == "92"
    assert [done.count for done in drafted_series(job.garments[0], job)] == [1, 2]
    assert all(garment_of(id, job) is job.garments[0] for id in garments)
    assert garment_of("dresser", job) is None
    assert garment_of("", job) is None


def test_on_cloth_that_shades_each_garment_points_its_own_way():
    job = with_quantity(JOB, DRESS, {"92": 2})
    lay = make_lay(cut_pieces(job), CLOTH, "open", search=Search(effort=10))
    assert lay.complete
    assert exact_check(lay) == ()


def test_a_size_that_no_chart_has_is_refused_with_the_garment():
    with pytest.raises(JobRefused, match="“dress” is wanted in the size “93”"):
        cut_pieces(with_quantity(JOB, DRESS, {"93": 1}))


def test_none_of_a_garment_is_no_pieces():
    job = with_quantity(JOB, DRESS, {"": 0})
    assert job.garments[0].quantity == {}  # nothing said is one


def test_what_is_cut_is_taken_off_the_first_garments():
    cards = {"sleeve": Card(cut={"main": 3})}
    job = with_quantity(
        Job(cloths=(CLOTH,), garments=(Garment(id="d", style="knit-top", body=BODY, cards=cards),)),
        DRESS,
        {},
    )
    twice = with_quantity(job, job.garments[0], {"": 2})
    left = {p.id: sum(o.copies for o in p.orders) for p in cut_pieces(twice)}
    # the third is one of the second pair: its other hand is left
    assert (left["d/sleeve"], left["d#2/sleeve"]) == (0, 1)


def test_initials_tell_garments_apart():
    job = with_another(with_quantity(JOB, DRESS, {"": 1, "92": 2}), "pencil-skirt")
    pieces = cut_pieces(job)

    class Laid:
        pass

    Laid.pieces = pieces
    marks = garment_marks(Laid, job)
    assert marks == {"dress": "BD", "dress:92": "BD 92a", "dress:92#2": "BD 92b", "garment": "PS"}
    assert shown_garment("dress:92#2", job) == "Box dress 92 no. 2"
    Laid.pieces = cut_pieces(JOB)
    assert garment_marks(Laid, JOB) == {"dress": ""}


def test_another_garment_is_for_the_same_body_where_it_has_what_is_needed():
    job = with_another(JOB, "pencil-skirt")
    assert job.garments[1].body == BODY
    assert job.garments[1].id == "garment"
    assert cut_pieces(job)
    more = with_another(job, "corset")
    assert more.garments[2].id == "garment-2"
    assert len(more.cloths) > len(job.cloths)  # lining and so on come off the shelf
    assert without_garment(more, more.garments[2]).garments == job.garments


def test_cloths_are_added_used_and_taken_out():
    job = with_added_cloth(JOB, CLOTH)
    assert [own.id for own in job.cloths] == ["main", "main-2"]
    other = with_material_on(job, job.garments[0], "main", "main-2")
    assert {order.cloth for piece in cut_pieces(other) for order in piece.orders} == {"main-2"}
    assert without_cloth(job, "main-2") == JOB
    assert free_id("main", ["main", "main-2"]) == "main-3"


def test_a_waiver_reaches_every_garment_of_the_series():
    job = with_quantity(JOB, DRESS, {"92": 2})
    front = next(piece for piece in cut_pieces(job) if piece.id.endswith("/front"))
    waived = with_waived(job, front, frozenset({Waived.PRINT}))
    fronts = [p for p in cut_pieces(waived) if p.id.endswith("/front")]
    assert [p.waive for p in fronts] == [frozenset({Waived.PRINT})] * 2
    assert with_waived(waived, front, frozenset()) == job


def test_a_new_order_is_one_of_its_kind():
    assert new_order("box-dress").garments[0].quantity == {}
