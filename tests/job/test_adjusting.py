"""What fittings have shown comes back as figures of the next garments, never over what the maker
has given."""

from dataclasses import replace

import pytest

from wickel.body import Adjustment, size_body
from wickel.draft import Length, Plus
from wickel.files import read_job, save_job
from wickel.job.adjusting import (
    CHANGES,
    adjusted,
    adjusting_figures,
    adjustment_words,
    in_draft_mm,
    without_adjustments,
)
from wickel.job.job import Layer
from wickel.job.work import drafted
from wickel.studio import new_order

LONGER = Adjustment(change="front-length", mm=20.0)
NARROWER = Adjustment(change="shoulder", mm=-5.0)


def made(style):
    job = new_order(style)
    body = replace(size_body("92"), name="Ida", taken="2026-11-01")
    garment = replace(job.garments[0], body=body, size="")
    job = replace(job, garments=(garment,))
    return job, garment


def points(pattern, piece):
    (own,) = [own for own in pattern.pieces if own.id == piece]
    return {point.name: point for point in own.points}


@pytest.mark.parametrize("style", ["box-dress", "maxi-dress", "coat"])
def test_longer_in_front_and_narrower_at_the_shoulder_come_back_in_the_next_styles(style):
    job, garment = made(style)
    before = drafted(garment)
    found = adjusted(job, garment, (LONGER, NARROWER), "Ida")
    assert (found.used, found.left_out) == ((LONGER, NARROWER), ())
    after = drafted(found.job.garments[0])
    was = {figure.id: figure for figure in before.pattern.figures}
    now = {figure.id: figure for figure in after.pattern.figures}
    assert now["hem.down.front"].value - was["hem.down.front"].value == pytest.approx(20.0)
    assert now["hem.down.back"].value == pytest.approx(was["hem.down.back"].value)
    for side in ("front", "back"):
        moved = now[f"shoulder.across.{side}"].value - was[f"shoulder.across.{side}"].value
        assert moved == pytest.approx(-5.0)
    # the chalk list has the points there: the hem only at the centre
    then, there = points(before.pattern, "front"), points(after.pattern, "front")
    moves = {
        name: (
            round(there[name].down_mm - then[name].down_mm, 1),
            round(there[name].across_mm - then[name].across_mm, 1),
        )
        for name in ("hem at the centre", "shoulder point", "neck centre")
    }
    assert moves == {
        "hem at the centre": (20.0, 0.0),
        "shoulder point": (0.0, -5.0),
        "neck centre": (0.0, 0.0),
    }
    assert there["hem at the side"].down_mm == pytest.approx(
        then["hem at the side"].down_mm, abs=0.2
    )
    # and the tape checks measure the new edges: sides and shoulders still go together
    old, checks = ({check.name: check for check in own.checks} for own in (before, after))
    for name in ("Side seam", "Shoulder"):
        assert checks[name].held
    assert checks["Shoulder"].one_mm < old["Shoulder"].one_mm


@pytest.mark.parametrize("style", ["box-dress", "bodice", "pencil-skirt", "trousers", "jumpsuit"])
@pytest.mark.parametrize("change", list(CHANGES))
@pytest.mark.parametrize("mm", [-8.0, 12.0])
def test_every_change_is_in_the_draft_or_left_out_and_can_be_taken_back(style, change, mm):
    job, garment = made(style)
    own = Adjustment(change=change, mm=mm)
    found = adjusted(job, garment, (own,), "Ida")
    now = found.job.garments[0]
    if found.used:
        assert in_draft_mm(now, change) == pytest.approx(mm)
        assert drafted(now).pattern.pieces != drafted(garment).pattern.pieces
    else:
        assert found.left_out == (own,)
        assert now == garment
    assert without_adjustments(found.job, now) == job


def test_a_round_is_shared_by_its_quarters():
    job, garment = made("bodice")
    now = adjusted(job, garment, (Adjustment(change="bust", mm=12.0),), "Ida").job.garments[0]
    assert now.figures == {"chest.across": Plus(3.0)}
    assert now.given_by["chest.across"].layer is Layer.CLIENT
    assert now.given_by["chest.across"].name == "Ida"


def test_doing_it_again_adds_nothing_and_another_one_takes_its_place():
    job, garment = made("box-dress")
    once = adjusted(job, garment, (LONGER, NARROWER), "Ida").job
    assert adjusted(once, once.garments[0], (LONGER, NARROWER), "Ida").job == once
    less = adjusted(once, once.garments[0], (replace(LONGER, mm=10.0),), "Ida").job
    assert in_draft_mm(less.garments[0], "front-length") == 10.0
    assert in_draft_mm(less.garments[0], "shoulder") == 0.0


def test_what_the_maker_has_given_stands():
    job, garment = made("box-dress")
    mine = replace(garment, figures={"shoulder.across.front": Length(190.0)})
    job = replace(job, garments=(mine,))
    found = adjusted(job, mine, (LONGER, NARROWER), "Ida")
    assert (found.used, found.left_out) == ((LONGER,), (NARROWER,))
    assert found.job.garments[0].figures["shoulder.across.front"] == Length(190.0)
    assert adjusting_figures(found.job.garments[0]) == {"hem.down.front", "hem.rise.front"}


def test_what_cannot_be_drawn_so_is_left_out_and_the_rest_is_used():
    job, garment = made("box-dress")
    monstrous = Adjustment(change="shoulder", mm=-5000.0)
    found = adjusted(job, garment, (monstrous, LONGER, Adjustment(change="x", mm=3.0)), "Ida")
    assert found.used == (LONGER,)
    assert [own.change for own in found.left_out] == ["shoulder", "x"]


def test_adjustments_stay_in_the_job_file(tmp_path):
    job, garment = made("box-dress")
    now = adjusted(job, garment, (LONGER, NARROWER), "Ida").job
    save_job(now, tmp_path / "a.wickel.json")
    assert read_job(tmp_path / "a.wickel.json") == now


def test_a_change_reads_as_more_or_less():
    assert adjustment_words("front-length", 20.0) == "longer in front"
    assert adjustment_words("shoulder", -5.0) == "narrower at each shoulder"
    assert adjustment_words("unknown", 1.0) == "unknown"
