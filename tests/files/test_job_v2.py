"""Version 2 of the job file: what was decided comes back; keys of others are kept; newer files are
safe."""

import json
from dataclasses import replace
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from tests.lay.shapes import BOX, ELL, four_kinds, job, piece
from wickel.body import size_body
from wickel.files import UnreadableFile, job_of, job_record, job_text, read_job, save_job
from wickel.job import Card, Garment, Job, NamedLay, OnCloth, Picture, Tried, cut_pieces
from wickel.job.laid import with_cut, with_kept, with_locked, with_offered_lay
from wickel.lay import Place, Search, Waived, kept_lay_of, make_lay, taken_up

REPRO = Path(__file__).parents[1] / "repro"


@pytest.fixture(scope="module")
def decided():
    """A job with a lay taken and locked, one kept, ways tried, something cut, something waived,
    notes, a picture."""
    a_job = job_of(four_kinds())
    lays = [
        make_lay(cut_pieces(a_job), a_job.cloths[0], way, search=Search(effort=4))
        for way in ("open", "lengthwise")
    ]
    a_job = with_offered_lay(a_job, "main", lays[0], None)
    a_job = with_kept(a_job, "main", "the first")
    a_job = with_offered_lay(a_job, "main", lays[1], lays[0])
    a_job = with_locked(a_job, "main", lays[0].placements[0].id)
    on = a_job.on_cloth("main")
    refused = Tried(way="four", refusal="Front is 3 cm too wide.", least_mm=12.5, set_aside=True)
    a_job = a_job.with_on("main", replace(on, spread="open", tried=(*on.tried, refused)))
    a_job = with_cut(a_job, lays[0], "patch")
    body = size_body("92")
    dress = Garment(
        id="d",
        style="box-dress",
        body=body,
        cloths={"interfacing": "main"},
        quantity={"": 1, "96": 3},
        cards={"front": Card(waive=frozenset({Waived.PRINT, Waived.MATCH}), cut={"main": 1})},
    )
    pieces = (replace(a_job.pieces[0], waive=frozenset({Waived.GRAIN})), *a_job.pieces[1:])
    return replace(
        a_job,
        garments=(dress,),
        pieces=pieces,
        notes="Two lines\nof notes.",
        pictures=(Picture(name="The old coat", data=b"\x89PNG no picture"),),
    )


def test_all_of_it_comes_back(decided, tmp_path):
    path = tmp_path / "job.wickel.json"
    save_job(decided, path)
    assert read_job(path) == decided
    record = json.loads(path.read_text())
    assert record["version"] == 2
    cloth = record["cloths"][0]
    assert set(cloth["lay"]) >= {"way", "exact_way", "lengths_mm", "placements", "seed", "effort"}
    assert [own["id"] for own in cloth["lay"]["placements"] if own.get("locked")] == [
        decided.pieces[0].id + "/1"
    ]
    assert all("cut_line_mm" not in own for own in cloth["lay"]["placements"])
    assert cloth["kept"][0]["name"] == "the first"
    save_job(read_job(path), path)
    assert json.loads(path.read_text()) == record


def test_a_lay_that_is_read_is_the_lay_that_was_written(tmp_path):
    a_job = job_of(four_kinds())
    lay = make_lay(cut_pieces(a_job), a_job.cloths[0], "partial", search=Search(effort=30))
    path = tmp_path / "job.wickel.json"
    save_job(with_offered_lay(a_job, "main", lay, None), path)
    there = read_job(path)
    own = there.on_cloth("main").lay
    assert own == kept_lay_of(lay)
    again = taken_up(own, cut_pieces(there), there.cloths[0])
    assert again.placements == lay.placements
    assert again.spread == lay.spread


def test_a_job_without_anything_new_is_still_version_1():
    a_job = job_of(four_kinds())
    record = job_record(a_job)
    assert record["version"] == 1
    assert not {"notes", "pictures"} & set(record)
    assert not {"spread", "lay", "kept", "tried"} & set(record["cloths"][0])


def test_a_piece_that_says_where_it_lies_makes_it_version_2():
    a_job = job_of(four_kinds())
    first, *rest = a_job.pieces
    record = job_record(replace(a_job, pieces=(replace(first, place=Place.SHARED), *rest)))
    assert record["version"] == 2
    assert job_of(record).pieces[0].place is Place.SHARED


@pytest.mark.parametrize(
    "path",
    sorted(REPRO.glob("*.wickel.json")) or sorted(REPRO.glob("*.json")),
    ids=lambda p: p.stem,
)
def test_version_1_is_read_for_ever(path):
    try:
        found = read_job(path)
    except UnreadableFile:
        return  # what is wrong with it is said in tests/test_repro.py
    assert found.on == {}
    assert json.loads(job_text(found))["version"] == 1


# --- what is no lay ---------------------------------------------------------------------------


def placed(**changes):
    own = {"id": "a/1", "piece": "a", "x_mm": 0.0, "y_mm": 0.0, "cut_plies": [0], **changes}
    return {k: v for k, v in own.items() if v is not None}


def a_lay(*placements, **changes):
    made = {"way": "open", "exact_way": "open", "lay_width_mm": 1400.0, "lengths_mm": [500.0]}
    return {**made, "placements": list(placements or [placed()]), **changes}


@pytest.mark.parametrize(
    ("lay", "says"),
    [
        (a_lay(placed(section=1)), "a section that it does not have"),
        (a_lay(placed(), placed()), "two placements “a/1”"),
        (a_lay(placed(cut_plies=[])), "cut_plies"),
        (a_lay(placed(x_mm=float("inf"))), "x_mm"),
        (a_lay(placed(x_mm=1e9)), "x_mm"),
        (a_lay(placed(x_mm=None)), "x_mm"),
        (a_lay(lengths_mm=[]), "lengths_mm"),
        (a_lay(lay_width_mm=-1.0), "lay_width_mm"),
        (a_lay(stack_ply=7), "stack_ply"),
        (a_lay(seed=-3), "seed"),
        ("open", "lay"),
    ],
)
def test_what_is_no_lay_is_refused_in_a_sentence(lay, says):
    record = job(piece("a", BOX, symmetric=True))
    record["version"] = 2
    record["cloths"][0]["lay"] = lay
    with pytest.raises(UnreadableFile, match=says):
        job_of(record)


@pytest.mark.parametrize(
    "lay",
    [
        a_lay(exact_way="no such way"),
        a_lay(exact_way="partial:9999"),
        a_lay(placed(piece="nobody")),
        a_lay(placed(zone=7)),
        a_lay(placed(cut_plies=[3])),
        a_lay(placed(on_fold=True, fold="low")),
        a_lay(placed(turn_deg=33.0)),
        a_lay(placed(x_mm=-400.0)),
        a_lay(way="stacked", exact_way="stacked", stack_ply=1),
        a_lay(lengths_mm=[0.0]),
        a_lay(lengths_mm=[-50.0]),
        a_lay(exact_way="open+open", lengths_mm=[100.0]),
    ],
)
def test_a_lay_that_cannot_be_is_not_taken_up_and_does_no_harm(lay):
    record = job(piece("a", BOX, symmetric=True))
    record["version"] = 2
    record["cloths"][0]["lay"] = lay
    found = job_of(record)
    own = taken_up(found.on_cloth("main").lay, cut_pieces(found), found.cloths[0])
    assert own is None or {finding.code for finding in own.broken} <= {"copies"}


# --- keys of other programs -------------------------------------------------------------------


def foreign_everywhere():
    """A file with a key of another program in every object of it."""
    record = json.loads(job_text(Job(cloths=(), garments=())))
    record["cloths"] = [
        {"id": "main", "usable_width_mm": 1400.0, "x-cloth": {"deep": [1, 2]}, "flaws": FLAWS}
    ]
    record["pieces"] = [piece("ell", ELL), {**piece("box", BOX, 2), "x-piece": True}]
    record["pieces"][1]["cuts"][0]["x-cut"] = "c"
    body = {"name": "Odile", "measurements_mm": {"bust": 960.0}, "x-body": 1}
    record["garments"] = [
        {
            "id": "d",
            "style": "box-dress",
            "body": body,
            "allowances": {"x-allow": [1]},
            "changes": [{"operation": "lengthen", "piece": "front", "mm": 9.0, "x-change": 3}],
            "cards": {"front": {"waive": ["print"], "x-card": "k"}},
            "x-garment": None,
        }
    ]
    record["x-job"] = {"a": {"b": 1}}
    return record


FLAWS = [
    {"x_mm": 10.0, "length_mm": 5.0, "x-flaw": "first"},
    {"x_mm": 90.0, "length_mm": 5.0, "x-flaw": "second"},
]
PLACES = (
    "x-job",
    "x-cloth",
    "x-flaw",
    "x-piece",
    "x-cut",
    "x-body",
    "x-allow",
    "x-change",
    "x-card",
    "x-garment",
)


def found_keys(value):
    if isinstance(value, dict):
        return {key for key in value if key.startswith("x-")} | {
            k for own in value.values() for k in found_keys(own)
        }
    return {k for own in value for k in found_keys(own)} if isinstance(value, list) else set()


def test_keys_of_others_come_back_at_every_level():
    record = foreign_everywhere()
    written = json.loads(job_text(job_of(record)))
    assert found_keys(written) == set(PLACES)
    assert written["x-job"] == {"a": {"b": 1}}
    assert written["cloths"][0]["x-cloth"] == {"deep": [1, 2]}
    assert [own["x-flaw"] for own in written["cloths"][0]["flaws"]] == ["first", "second"]
    assert "x-garment" in written["garments"][0]
    assert json.loads(job_text(job_of(written))) == written


def test_they_stay_with_what_they_belong_to_through_edits():
    a_job = job_of(foreign_everywhere())
    cloth = a_job.cloths[0]
    swapped = replace(
        a_job,
        cloths=(replace(cloth, name="Linen", flaws=cloth.flaws[::-1]),),
        pieces=a_job.pieces[::-1],
    )
    written = json.loads(job_text(swapped))
    assert [(own["x_mm"], own["x-flaw"]) for own in written["cloths"][0]["flaws"]] == [
        (90.0, "second"),
        (10.0, "first"),
    ]
    assert [own.get("x-piece") for own in written["pieces"]] == [True, None]
    assert written["cloths"][0]["x-cloth"] == {"deep": [1, 2]}
    fewer = replace(
        a_job, cloths=(replace(cloth, flaws=cloth.flaws[1:]),), pieces=a_job.pieces[:1], garments=()
    )
    written = json.loads(job_text(fewer))
    assert [own["x-flaw"] for own in written["cloths"][0]["flaws"]] == ["second"]
    assert not {"x-piece", "x-cut", "x-body", "x-card"} & found_keys(written)


def test_an_edited_row_keeps_its_keys_by_its_place():
    a_job = job_of(foreign_everywhere())
    cloth = a_job.cloths[0]
    moved = (replace(cloth.flaws[0], x_mm=11.0), cloth.flaws[1])
    written = json.loads(job_text(replace(a_job, cloths=(replace(cloth, flaws=moved),))))
    assert [own["x-flaw"] for own in written["cloths"][0]["flaws"]] == ["first", "second"]


def test_what_is_not_heeded_is_not_lost_and_gives_way_to_the_maker_s_word():
    record = job(piece("a", BOX, symmetric=True), repeat_mm={"odd": 3})
    a_job = job_of(record)
    assert "repeat_mm" in a_job.cloths[0].unheeded
    assert json.loads(job_text(a_job))["cloths"][0]["repeat_mm"] == {"odd": 3}


values = st.recursive(
    st.none() | st.booleans() | st.integers(-9, 9) | st.text(max_size=3),
    lambda own: st.lists(own, max_size=2),
)


@settings(max_examples=40)
@given(
    st.dictionaries(st.sampled_from(["zz", "yy", "later"]), values, max_size=3),
    st.sampled_from(range(6)),
)
def test_any_value_of_any_key_comes_back(extra, where):
    record = foreign_everywhere()
    spots = [
        record,
        record["cloths"][0],
        record["garments"][0],
        record["garments"][0]["body"],
        record["pieces"][1],
        record["pieces"][1]["cuts"][0],
    ]
    spots[where].update(extra)
    written = json.loads(job_text(job_of(record)))
    there = [
        written,
        written["cloths"][0],
        written["garments"][0],
        written["garments"][0]["body"],
        written["pieces"][1],
        written["pieces"][1]["cuts"][0],
    ][where]
    assert {key: there[key] for key in extra} == extra


# --- newer files ------------------------------------------------------------------------------


@pytest.mark.parametrize(
    "text",
    [
        '{"format": "wickel-job", "version": 3, "cloths": []}',
        '{"version": 99, "x": {"version": 1}}',
    ],
)
def test_a_file_of_a_newer_program_is_refused_and_never_saved_over(text, tmp_path):
    path = tmp_path / "newer.wickel.json"
    path.write_text(text)
    with pytest.raises(UnreadableFile):
        read_job(path)
    with pytest.raises(OSError, match="newer Wickel"):
        save_job(job_of(four_kinds()), path)
    assert path.read_text() == text


@pytest.mark.parametrize(
    "text", ["{ not json", '{"version": "9"}', '{"a": {"version": 9}}', '{"version": 2}', "[9]", ""]
)
def test_any_other_file_can_be_written_over(text, tmp_path):
    path = tmp_path / "other.wickel.json"
    path.write_text(text)
    save_job(job_of(four_kinds()), path)
    assert read_job(path) == job_of(four_kinds())
    assert path.with_name(path.name + ".bak").read_text() == text


def test_a_job_too_large_to_be_read_again_is_not_written(tmp_path):
    path = tmp_path / "large.wickel.json"
    save_job(job_of(four_kinds()), path)
    before = path.read_text()
    large = replace(
        job_of(four_kinds()),
        pictures=tuple(Picture(name="p", data=bytes(2_000_000)) for _ in range(6)),
    )
    with pytest.raises(OSError, match="12 MB"):
        save_job(large, path)
    assert path.read_text() == before


def test_names_of_kept_lays_are_plain_and_pictures_are_base64():
    record = job(piece("a", BOX, symmetric=True))
    record["pictures"] = [{"name": "x", "data_base64": "no base64!"}]
    with pytest.raises(UnreadableFile, match="no base64"):
        job_of(record)
    record["pictures"] = []
    record["cloths"][0]["kept"] = [{"name": "a\x1bb", **a_lay()}]
    assert job_of(record).on_cloth("main").kept == (
        NamedLay(name="ab", lay=job_of({**record}).on_cloth("main").kept[0].lay),
    )
    assert job_of(record).on["main"] != OnCloth()
