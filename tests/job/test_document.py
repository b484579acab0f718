"""The document: steps back and forth, what a search amends; and the rules by which a search's lay
is taken."""

from dataclasses import replace

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.lay.shapes import BOX, WEDGE, job, piece
from wickel.cloth import Flaw
from wickel.files import job_of
from wickel.job import Document, Job, NamedLay, OnCloth, Tried, cut_pieces
from wickel.job.laid import (
    is_held,
    is_wanted,
    settled,
    with_kept,
    with_lay,
    with_locked,
    with_matching,
    with_offered_lay,
    with_spread,
    with_tried,
    without_kept,
)
from wickel.lay import KeptLay, Search, kept_lay_of, make_lay, taken_up

BARE = Job(cloths=())


def named(name):
    return replace(BARE, name=name)


# --- steps ------------------------------------------------------------------------------------


def test_an_edit_is_a_step_with_its_words():
    document = Document(BARE)
    assert (document.undo_words, document.redo_words, document.steps) == ("", "", 0)
    assert document.apply(named("a"), "Name")
    assert (document.job.name, document.undo_words, document.steps) == ("a", "Name", 1)
    assert document.undo()
    assert (document.job, document.redo_words) == (BARE, "Name")
    assert not document.undo()
    assert document.redo()
    assert not document.redo()
    assert document.job.name == "a"


def test_no_change_is_no_step_and_typing_under_one_key_is_one():
    document = Document(BARE)
    assert not document.apply(replace(BARE), "Nothing")
    for name in ("f", "fr", "fro"):
        document.apply(named(name), "Name", "name")
    assert document.steps == 1
    document.apply(replace(document.job, client="x"), "Client", "client")
    assert document.steps == 2
    document.undo()
    assert document.job.name == "fro"
    document.undo()
    assert document.job == BARE


def test_what_was_undone_is_gone_after_another_edit():
    document = Document(BARE)
    document.apply(named("a"), "a")
    document.undo()
    document.apply(named("b"), "b")
    assert document.redo_words == ""
    document.undo()
    assert document.job == BARE


def test_a_search_amends_the_state_that_it_was_found_for():
    document = Document(BARE)
    document.apply(named("a"), "a")
    document.amend(replace(document.job, notes="found"))
    assert (document.steps, document.undo_words) == (1, "a")
    document.undo()
    document.amend(replace(document.job, notes="found before"))
    document.redo()
    assert document.job == replace(named("a"), notes="found")
    document.undo()
    assert document.job.notes == "found before"


walks = st.lists(st.sampled_from(["edit", "typed", "undo", "redo", "found"]), max_size=40)


@given(walks)
def test_back_to_the_start_and_on_to_the_end_gives_the_same_jobs(walk):
    document, states = Document(BARE), [BARE]  # a model: plain lists
    at = 0
    keys = [""]
    for serial, step in enumerate(walk, 1):
        if step in ("edit", "typed"):
            made = replace(document.job, name=str(serial))
            key = "k" if step == "typed" else ""
            document.apply(made, step, key)
            del states[at + 1 :], keys[at + 1 :]
            if key and at and keys[at] == key:
                states[at] = made
            else:
                states.append(made)
                keys.append(key)
                at += 1
        elif step == "found":
            states[at] = replace(document.job, notes=str(serial))
            document.amend(states[at])
        elif step == "undo":
            assert document.undo() == (at > 0)
            at = max(0, at - 1)
        else:
            assert document.redo() == (at + 1 < len(states))
            at = min(len(states) - 1, at + 1)
        assert document.job == states[at]
        assert document.steps == at
    there = document.job
    steps = document.steps
    seen = [document.job]
    while document.undo():
        seen.append(document.job)
    while document.redo():
        pass
    while document.steps > steps:
        document.undo()
    assert document.job == there
    assert seen == states[: at + 1][::-1]


# --- what a search may put in the place of what -----------------------------------------------


@pytest.fixture(scope="module")
def laid():
    """A job of plain pieces with a short and a long lay of the open cloth, one that lacks copies,
    and a folded one."""
    a_job = job_of(
        job(piece("box", BOX, 4, symmetric=True), piece("wedge", WEDGE, 4, pair=True), width=900)
    )
    pieces, cloth = cut_pieces(a_job), a_job.cloths[0]
    short = make_lay(pieces, cloth, "open", search=Search(effort=40))
    far = tuple(replace(p, x_mm=p.x_mm + 100.0) for p in short.placements)
    longer = taken_up(replace(kept_lay_of(short), placements=far), pieces, cloth)
    fewer = taken_up(
        replace(kept_lay_of(short), placements=kept_lay_of(short).placements[:-1]), pieces, cloth
    )
    folded = make_lay(pieces, cloth, "lengthwise", search=Search(effort=10))
    assert short.complete
    assert longer.complete
    assert longer.lay_length_mm > short.lay_length_mm + 50
    assert not fewer.complete
    return a_job, {"short": short, "longer": longer, "fewer": fewer, "folded": folded}


def with_taken(a_job, lay, **on):
    return a_job.with_on("main", OnCloth(lay=kept_lay_of(lay), **on))


@pytest.mark.parametrize(
    ("before", "comes", "taken"),
    [
        (None, "longer", True),
        (None, "fewer", True),
        ("longer", "short", True),
        ("short", "longer", False),
        ("short", "short", False),
        ("fewer", "longer", True),
        ("short", "fewer", False),
    ],
)
def test_complete_lays_and_shorter_ones_are_taken(laid, before, comes, taken):
    a_job, lays = laid
    known = None if before is None else lays[before]
    job_before = a_job if before is None else with_taken(a_job, known)
    after = with_offered_lay(job_before, "main", lays[comes], known)
    on = after.on_cloth("main")
    assert (on.lay == kept_lay_of(lays[comes])) == (taken or before == comes)
    assert [own.lay for own in on.tried] == [
        kept_lay_of(lays[comes])
    ]  # and it is remembered in any case
    assert replace(after, on={}) == replace(job_before, on={})


@pytest.mark.parametrize(
    ("spread", "way", "does"),
    [
        ("best", "open", True),
        ("best", "stacked", False),
        ("open", "open", True),
        ("open", "lengthwise", False),
        ("partial", "partial:500", False),
        ("partial:500", "partial:500", True),
        ("stacked", "stacked", True),
    ],
)
def test_only_what_was_asked_for_is_wanted(spread, way, does):
    assert is_wanted(spread, way) == does


def test_a_lay_of_another_way_than_was_asked_for_is_only_remembered(laid):
    a_job, lays = laid
    asked = a_job.with_on("main", OnCloth(spread="lengthwise"))
    after = with_offered_lay(asked, "main", lays["short"], None)
    assert after.on_cloth("main").lay is None
    after = with_offered_lay(after, "main", lays["folded"], None)
    assert after.on_cloth("main").lay.way == "lengthwise"
    assert {own.way for own in after.on_cloth("main").tried} == {"open", "lengthwise"}


@pytest.mark.parametrize("by", ["hand", "name", "lock"])
def test_what_a_hand_has_touched_what_is_kept_and_what_is_locked_stays(laid, by):
    a_job, lays = laid
    job_before = with_taken(a_job, lays["longer"])
    on = job_before.on_cloth("main")
    if by == "hand":
        job_before = job_before.with_on("main", replace(on, lay=replace(on.lay, by_hand=True)))
    elif by == "name":
        job_before = with_kept(job_before, "main", "mine")
    else:
        job_before = with_locked(job_before, "main", on.lay.placements[0].id)
    assert is_held(job_before.on_cloth("main"))
    after = with_offered_lay(job_before, "main", lays["short"], lays["longer"])
    assert after.on_cloth("main").lay == job_before.on_cloth("main").lay
    assert after.on_cloth("main").tried[0].lay == kept_lay_of(lays["short"])
    taken = with_lay(after, "main", after.on_cloth("main").tried[0].lay)
    assert taken.on_cloth("main").lay == kept_lay_of(lays["short"])  # until the maker takes it
    assert any(own.lay == job_before.on_cloth("main").lay for own in taken.on_cloth("main").tried)


def test_a_lay_around_what_is_locked_is_taken_and_stays_locked(laid):
    a_job, lays = laid
    id = lays["longer"].placements[0].id
    locked = with_locked(with_taken(a_job, lays["longer"]), "main", id)
    there = next(p for p in lays["longer"].placements if p.id == id)
    pieces, cloth = cut_pieces(a_job), a_job.cloths[0]
    around = make_lay(pieces, cloth, "open", held=(there,), search=Search(effort=40))
    assert around.lay_length_mm < lays["longer"].lay_length_mm + 1e-6
    after = with_offered_lay(locked, "main", around, lays["longer"]).on_cloth("main")
    if around.lay_length_mm < lays["longer"].lay_length_mm - 1e-6:
        assert after.lay.placements == kept_lay_of(around).placements
    assert after.lay.locked == {id}
    assert with_locked(locked, "main", id).on_cloth("main").lay.locked == frozenset()


def test_lays_are_kept_under_names_and_let_go(laid):
    a_job, lays = laid
    once = with_kept(with_taken(a_job, lays["short"]), "main", "first")
    twice = with_kept(with_lay(once, "main", kept_lay_of(lays["longer"])), "main", "second")
    assert [own.name for own in twice.on_cloth("main").kept] == ["first", "second"]
    again = with_kept(twice, "main", "first")
    assert again.on_cloth("main").kept == (
        NamedLay(name="second", lay=kept_lay_of(lays["longer"])),
        NamedLay(name="first", lay=kept_lay_of(lays["longer"])),
    )
    assert without_kept(again, "main", "first").on_cloth("main").kept[0].name == "second"
    assert with_kept(a_job, "main", "nothing") == a_job


def test_another_way_brings_what_is_known_of_it_and_back(laid):
    a_job, lays = laid
    both = with_offered_lay(
        with_offered_lay(a_job, "main", lays["short"], None), "main", lays["folded"], lays["short"]
    )
    folded = with_spread(both, "main", "lengthwise")
    assert folded.on_cloth("main").lay == kept_lay_of(lays["folded"])
    unknown = with_spread(folded, "main", "four")
    assert unknown.on_cloth("main").lay is None
    back = with_spread(unknown, "main", "best", "open")
    assert back.on_cloth("main").lay == kept_lay_of(lays["short"])


def test_what_a_search_says_of_a_way_is_kept_beside_its_lay(laid):
    a_job, lays = laid
    found = with_offered_lay(a_job, "main", lays["short"], None)
    aside = with_tried(found, "main", Tried(way="open", least_mm=700.0, set_aside=True)).on_cloth(
        "main"
    )
    assert aside.tried == (
        Tried(way="open", lay=kept_lay_of(lays["short"]), least_mm=700.0, set_aside=True),
    )
    no = with_tried(a_job, "main", Tried(way="four", refusal="It is too wide.")).on_cloth("main")
    assert no.tried[0].refusal == "It is too wide."
    assert with_matching(a_job, "main", 900.0) == a_job
    priced = with_matching(found, "main", 900.0).on_cloth("main").lay
    assert priced.unmatched_mm == 900.0


@pytest.mark.parametrize(
    ("edit", "forgotten"),
    [
        (lambda j: replace(j, name="x", due="2026-12-01", client="y", notes="z"), False),
        (
            lambda j: replace(
                j, cloths=(replace(j.cloths[0], name="Linen", price=9.0, colour="#123456"),)
            ),
            False,
        ),
        (lambda j: replace(j, cloths=(replace(j.cloths[0], usable_width_mm=950.0),)), True),
        (
            lambda j: replace(
                j, cloths=(replace(j.cloths[0], flaws=(Flaw(x_mm=0, length_mm=9),)),)
            ),
            True,
        ),
        (lambda j: replace(j, pieces=j.pieces[:1]), True),
        (lambda j: replace(j, pieces=tuple(replace(p, name="other") for p in j.pieces)), False),
    ],
)
def test_what_was_tried_is_forgotten_only_where_pieces_or_rules_change(laid, edit, forgotten):
    a_job, lays = laid
    before = with_offered_lay(a_job, "main", lays["short"], None)
    after = edit(before)
    made = settled(before, after, cut_pieces(before), cut_pieces(after))
    assert (made.on_cloth("main").tried == ()) == forgotten
    assert (
        made.on_cloth("main").lay is before.on_cloth("main").lay
    )  # taken up when it is next looked at


def test_what_is_decided_of_a_cloth_goes_with_it(laid):
    a_job, lays = laid
    before = with_offered_lay(a_job, "main", lays["short"], None)
    after = replace(before, cloths=(replace(before.cloths[0], id="other"),), pieces=())
    assert settled(before, after, cut_pieces(before), ()).on == {}
    assert isinstance(before.on_cloth("main").lay, KeptLay)
