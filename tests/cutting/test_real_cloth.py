"""The real cloth against the plan: what was measured, and what it means."""

from __future__ import annotations

import pytest

from tests.cutting.jobs import demo_work
from wickel.cloth import BadCloth, Flaw
from wickel.cutting import longer_words, meaning, with_measured
from wickel.cutting.real_cloth import taken_for
from wickel.job import at_table
from wickel.job.job import Checked, Measured, Rest
from wickel.lay import kept_lay_of


def laid_job(number=0):
    work = demo_work(number)
    job = work.job
    for lay in work.lays:
        on = job.on_cloth(lay.cloth.id)
        from dataclasses import replace

        job = job.with_on(lay.cloth.id, replace(on, lay=kept_lay_of(lay)))
    return job, work.lays[0]


def test_a_width_after_washing_is_reckoned_back_by_the_shrinkage():
    cloth = laid_job()[0].cloths[0]  # 1500 wide, shrinks by 2 % across: 1470 on the table
    made = taken_for(cloth, Measured(widths_mm=(1452.0, 1450.0, 1455.0)))
    assert made.lay_width_mm == pytest.approx(1450.0)
    assert made.usable_width_mm == pytest.approx(1450.0 / 0.98)


def test_the_least_of_the_widths_counts_and_the_same_width_changes_nothing():
    cloth = laid_job()[0].cloths[0]
    assert taken_for(cloth, Measured(widths_mm=(1470.3, 1470.0, 1471.0))) == cloth


def test_a_wider_cloth_is_wider_than_its_full_width_was():
    cloth = laid_job()[0].cloths[0]
    made = taken_for(cloth, Measured(widths_mm=(1500.0,)))
    assert made.full_width_mm is None
    assert made.lay_width_mm == pytest.approx(1500.0)


def test_length_flaws_and_border_are_reckoned_back_too():
    cloth = laid_job()[0].cloths[0]  # shrinks by 4 % along
    flaw = Flaw(x_mm=480.0, y_mm=490.0, length_mm=9.6, width_mm=9.8)
    made = taken_for(cloth, Measured(length_mm=1920.0, flaws=(flaw,)))
    assert made.length_at_hand_mm == pytest.approx(2000.0)
    (own,) = made.flaws
    assert (own.x_mm, own.y_mm) == pytest.approx((500.0, 500.0))
    again = taken_for(made, Measured(length_mm=1920.0, flaws=(flaw,)))
    assert again.flaws == made.flaws
    none = taken_for(made, Measured(length_mm=1920.0), Measured(flaws=(flaw,)))
    assert none.flaws == ()


def test_no_cloth_is_as_narrow_as_nothing():
    with pytest.raises(BadCloth):
        taken_for(laid_job()[0].cloths[0], Measured(widths_mm=(3.0,)))


def test_the_lay_stays_its_makers_and_the_plan_is_remembered():
    job, lay = laid_job()
    narrower = with_measured(job, lay.cloth.id, Measured(widths_mm=(1450.0,)), lay)
    on = narrower.on_cloth(lay.cloth.id)
    assert on.lay.by_hand
    assert on.lay.placements == job.on_cloth(lay.cloth.id).lay.placements
    assert narrower.at_table.planned_mm[lay.cloth.id] == pytest.approx(lay.lay_length_mm)
    same = with_measured(job, lay.cloth.id, Measured(widths_mm=(1470.0,)), lay)
    assert not same.on_cloth(lay.cloth.id).lay.by_hand


def test_it_says_what_it_means():
    _, lay = laid_job()
    holds = meaning(lay, Measured(widths_mm=(lay.cloth.lay_width_mm,)), 0)
    assert holds.holds
    assert [str(words) for words in holds.words] == ["The width holds the lay."]
    lacking = meaning(lay, Measured(widths_mm=(1400.0,)), 2)
    assert not lacking.holds
    assert "2 pieces have no place" in str(lacking.words[0])
    needed = lay.lay_length_mm + 50.0
    short = meaning(lay, Measured(length_mm=needed - 12.0), 0)
    assert not short.holds
    assert str(short.words[0]) == "The cloth is 1.2 cm too short for this lay."
    enough = meaning(lay, Measured(length_mm=needed + 100.0), 0)
    assert enough.holds


def test_how_much_longer_a_new_lay_is():
    _, lay = laid_job()
    assert "8 cm longer" in str(longer_words(lay, lay.lay_length_mm - 80.0))
    assert "no longer" in str(longer_words(lay, lay.lay_length_mm))


# --- how far a job is ----------------------------------------------------------------------------


def test_a_tick_counts_for_the_lay_it_was_made_for_only():
    from dataclasses import replace

    job, lay = laid_job()
    ticked = at_table.with_tick(job, lay, "number", on=True)
    assert at_table.ticked(ticked, lay) == {"number"}
    moved = replace(lay, placements=(replace(lay.placements[0], x_mm=5.0), *lay.placements[1:]))
    assert at_table.ticked(ticked, moved) == frozenset()
    assert at_table.ticked(at_table.with_tick(ticked, lay, "number", on=False), lay) == frozenset()


def test_what_is_cut_stays_where_it_lies():
    job, lay = laid_job()
    id = lay.placements[0].id
    cut = at_table.with_placements_cut(job, lay.cloth.id, [id])
    assert at_table.is_cut(cut, lay.cloth.id, id)
    assert cut.on_cloth(lay.cloth.id).lay.locked == {id}
    back = at_table.with_placements_cut(cut, lay.cloth.id, [id], cut=False)
    assert not at_table.is_cut(back, lay.cloth.id, id)
    assert back.on_cloth(lay.cloth.id).lay.locked == frozenset()


def test_time_and_rests_are_kept():
    job, lay = laid_job()
    job = at_table.with_seconds(at_table.with_seconds(job, "cut", 90.0), "cut", 30.0)
    assert at_table.minutes_taken(job) == pytest.approx(2.0)
    rest = Rest(cloth=lay.cloth.id, outline=((0.0, 0.0), (9.0, 0.0), (9.0, 9.0)), kept=True)
    once = at_table.with_rest(job, rest)
    from dataclasses import replace

    other = at_table.with_rest(once, replace(rest, kept=False))
    assert [own.kept for own in other.at_table.left] == [False]


def test_a_job_at_the_table_is_written_and_read(tmp_path):
    from dataclasses import replace

    from wickel.files import job_of, job_record

    job, lay = laid_job()
    id = lay.cloth.id
    job = with_measured(
        job,
        id,
        Measured(
            widths_mm=(1450.0, 1451.0),
            length_mm=1800.0,
            flaws=(Flaw(x_mm=1.0, y_mm=2.0, length_mm=3.0),),
            border_mm=12.0,
        ),
        lay,
    )
    job = at_table.at_step(job, f"cut:{id}:around:dress/front/1")
    job = at_table.with_tick(job, lay, "number", on=True)
    job = at_table.with_placements_cut(job, id, [lay.placements[0].id])
    job = at_table.with_seconds(job, "cut", 12.5)
    job = at_table.with_rest(
        job, Rest(cloth=id, outline=((0.0, 0.0), (9.0, 0.0), (9.0, 9.0)), kept=True)
    )
    record = job_record(job)
    assert record["version"] == 2
    assert job_of(record).at_table == job.at_table
    assert "at_table" not in job_record(replace(job, at_table=type(job.at_table)()))
    assert Checked(lay="x") != job.at_table.checked[id]


@pytest.mark.parametrize(
    "wrong",
    [
        {"seconds": {"cut": -1.0}},
        {"measured": {"main": {"widths_mm": [0]}}},
        {"cut": {"main": [""]}},
        {"left": [{"cloth": "main", "outline_mm": [[0, 0]], "kept": True}]},
        {"step": "x" * 501},
    ],
)
def test_a_hostile_state_is_refused_in_one_sentence(wrong):
    from wickel.files import UnreadableFile, job_of, job_record

    record = job_record(laid_job()[0]) | {"at_table": wrong}
    with pytest.raises(UnreadableFile, match="at_table"):
        job_of(record)
