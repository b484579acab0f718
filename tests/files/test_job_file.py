"""Job files: round trips, and every kind of hostile input."""

import json

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.lay.shapes import BOX, ELL, HALF, four_kinds, job, piece
from wickel.files import (
    UnreadableFile,
    job_of,
    job_record,
    job_text,
    parsed_json,
    read_job,
    save_job,
)
from wickel.job import JobRefused, cut_pieces, layable
from wickel.studio import orders


@pytest.mark.parametrize("order", orders(), ids=lambda order: order.name)
def test_a_saved_job_reads_back_the_same(order, tmp_path):
    path = tmp_path / "order.wickel.json"
    save_job(order, path)
    assert read_job(path) == order


def test_plain_pieces_read_back_the_same(tmp_path):
    record = four_kinds(shrink_along=0.03, price=12.5)
    record["pieces"][1] |= {
        "holes_mm": [[[10, 10], [20, 10], [20, 20]]],
        "turns_deg": [0],
        "directions": ["opposed"],
    }
    a_job = job_of(record)
    path = tmp_path / "plain.wickel.json"
    save_job(a_job, path)
    assert read_job(path) == a_job


def test_the_example_of_the_contract_is_read():
    a_job = job_of(
        json.loads(
            """{"format": "wickel-job", "version": 1,
 "cloths": [{"id": "main", "usable_width_mm": 1400, "print": "any"}],
 "pieces": [
  {"id": "front", "cut_line_mm": [[0,0],[600,0],[600,240],[0,260]], "grain_deg": 0,
   "cuts": [{"cloth": "main", "copies": 1, "fold_edge_mm": [[0,0],[600,0]]}]},
  {"id": "sleeve", "cut_line_mm": [[0,0],[300,0],[250,180]], "turns_deg": [0, 180],
   "cuts": [{"cloth": "main", "copies": 2, "pair": true}]}]}"""
        )
    )
    assert [p.id for p in cut_pieces(a_job)] == ["front", "sleeve"]


def test_a_name_does_for_an_id_and_new_keys_are_let_be():
    record = job(piece("x", ELL, colour="red"))
    record["pieces"][0]["name"] = record["pieces"][0].pop("id")
    record["made_by"] = "another program"
    assert cut_pieces(job_of(record))[0].id == "x"


def test_files_can_be_compared_line_by_line():
    text = job_text(job_of(json.loads(job_text(orders()[0]))))
    assert job_text(job_of(json.loads(text))) == text
    assert max(map(len, text.splitlines())) < 400


def broken(change):
    record = four_kinds()
    change(record)
    return record


def set_at(*path):
    *way, last, value = path

    def change(record):
        here = record
        for step in way:
            here = here[step]
        here[last] = value

    return change


@pytest.mark.parametrize(
    ("change", "says"),
    [
        (set_at("format", "other"), "no job file"),
        (set_at("version", 3), "newer Wickel"),
        (set_at("version", "1"), "version"),
        (set_at("version", True), "version"),
        (lambda r: r.pop("cloths"), "cloths is missing"),
        (set_at("cloths", []), "cloths"),
        (set_at("cloths", 0, "usable_width_mm", -1400), "usable_width_mm"),
        (set_at("cloths", 0, "usable_width_mm", "wide"), "usable_width_mm"),
        (set_at("cloths", 0, "usable_width_mm", float("nan")), "usable_width_mm"),
        (set_at("cloths", 0, "print", "sideways"), "print"),
        (set_at("cloths", 0, "shrink_along", 1.2), "shrinks along"),
        (set_at("pieces", 1, "id", "front"), "Two pieces are called “front”"),
        (set_at("pieces", 1, "cuts", 0, "cloth", "silk"), "“silk”"),
        (set_at("pieces", 1, "cuts", 0, "copies", 0), "copies"),
        (set_at("pieces", 1, "cuts", 0, "copies", 1.5), "copies"),
        (set_at("pieces", 1, "cuts", 0, "copies", 10**9), "copies"),
        (set_at("pieces", 1, "cuts", []), "cuts"),
        (set_at("pieces", 2, "cuts", 0, "copies", 3), "even number"),
        (set_at("pieces", 1, "cut_line_mm", [[0, 0], [100, 100], [100, 0], [0, 100]]), "crosses"),
        (set_at("pieces", 1, "cut_line_mm", [[0, 0], [100, 100]]), "cut_line_mm"),
        (set_at("pieces", 1, "cut_line_mm", [[0, 0], [100, 100], [200, 200]]), "ell"),
        (set_at("pieces", 1, "cut_line_mm", [[0, 0], [1e12, 0], [0, 5]]), "cut_line_mm"),
        (set_at("pieces", 1, "cut_line_mm", [[0, 0], [100], [0, 5]]), "cut_line_mm"),
        (set_at("pieces", 1, "cut_line_mm", [[0, 0, 0], [100, 0, 0], [0, 5, 0]]), "cut_line_mm"),
        (set_at("pieces", 1, "cut_line_mm", [[0, 0]] * 300_000), "points"),
        (set_at("pieces", 0, "cuts", 0, "fold_edge_mm", [[0, 50], [600, 50]]), "not an edge"),
        (set_at("pieces", 0, "cuts", 0, "fold_edge_mm", "centre"), "fold_edge_mm"),
        (set_at("pieces", 1, "grain", "cross"), None),
        (set_at("pieces", []), "neither garments nor pieces"),
        (lambda r: r["pieces"][1].pop("id"), "id or a name"),
        (
            set_at(
                "garments",
                [{"id": "a", "style": "box-dress", "body": {"measurements_mm": {"tail": 3.0}}}],
            ),
            "tail",
        ),
        (set_at("garments", [{"id": "a", "style": "cape", "body": {}}]), "cape"),
    ],
)
def test_bad_jobs_are_refused_with_one_sentence(change, says):
    record = broken(change)
    if says is None:
        assert cut_pieces(job_of(record))
        return
    with pytest.raises((UnreadableFile, JobRefused), match=says) as refusal:
        cut_pieces(job_of(record, "bad.wickel.json"))
    sentence = str(refusal.value)
    assert sentence.endswith(".")
    assert "\n" not in sentence
    assert len(sentence) < 400


@pytest.mark.parametrize(
    ("record", "says"),
    [
        (job(piece("yoke", ELL, grain="cross"), print_="one-way"), "does not allow"),
        (job(piece("yoke", ELL, turns_deg=[45])), "does not allow"),
        (
            job(piece("wide", [[0, 0], [600, 0], [600, 760], [0, 760]], fold=[[0, 0], [600, 0]])),
            "12 cm more",
        ),
        (job(piece("wide", [[0, 0], [500, 0], [500, 1401], [0, 1401]])), "more than"),
    ],
    ids=["grain", "turn", "half", "width"],
)
def test_what_no_way_can_hold_is_drawn_all_the_same_but_not_laid(record, says):
    the_job = job_of(record)
    pieces = cut_pieces(the_job)
    assert pieces
    with pytest.raises(JobRefused, match=says):
        layable(pieces, the_job)


@pytest.mark.parametrize(
    ("data", "says"),
    [
        (b"", "not JSON"),
        (b"hello", "not JSON"),
        (b"[1, 2]", "one object"),
        (b'{"a": NaN}', "NaN"),
        (b'{"a": -Infinity}', "Infinity"),
        (b'{"a": 1, "a": 2}', "twice"),
        (b"[" * 100_000, "nested too deeply"),
        (b'{"a": ' * 60 + b"1" + b"}" * 60, "nested too deeply"),
        (b"\xff\xfe\x00", "UTF-8"),
        (b'{"a": ' + b"9" * 5000 + b"}", "too long"),
    ],
)
def test_what_is_no_plain_json_is_refused(data, says):
    with pytest.raises(UnreadableFile, match=says):
        parsed_json(data, "bad.json", "job")


def test_a_number_that_overflows_is_refused():
    text = json.dumps(job(piece("a", BOX))).replace("1400", "1e999")
    with pytest.raises(UnreadableFile, match="usable_width_mm"):
        job_of(parsed_json(text.encode(), "bad.json", "job"))


def test_a_file_of_a_million_points_is_refused_by_its_size(tmp_path):
    path = tmp_path / "huge.wickel.json"
    path.write_text('{"format": "wickel-job", "pieces": [' + "[0.5, 0.5], " * 1_100_000 + "0]}")
    with pytest.raises(UnreadableFile, match="MB"):
        read_job(path)


def test_missing_files_and_folders_are_named(tmp_path):
    with pytest.raises(UnreadableFile, match="no file"):
        read_job(tmp_path / "none.wickel.json")
    with pytest.raises(UnreadableFile, match="folder"):
        read_job(tmp_path)


json_values = st.recursive(
    st.none() | st.booleans() | st.integers() | st.floats(allow_nan=False) | st.text(max_size=8),
    lambda inner: (
        st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=8), inner, max_size=4)
    ),
    max_leaves=12,
)


def refusal_of(record):
    """The sentence of the refusal; a full stop when the job is read after all."""
    try:
        cut_pieces(job_of(record))
    except (UnreadableFile, JobRefused) as refusal:
        return str(refusal)
    return "."


@given(
    st.sampled_from(["cloths", "pieces", "garments", "version", "unit", "fold", "name"]),
    json_values,
)
def test_any_value_in_any_place_is_read_or_refused(key, value):
    record = job(piece("front", HALF, fold=[[0, 0], [600, 0]]))
    record[key] = value
    assert refusal_of(record).endswith(".")


@given(
    st.sampled_from(
        ["id", "cut_line_mm", "cuts", "grain_deg", "holes_mm", "turns_deg", "tilt_deg"]
    ),
    json_values,
)
def test_any_value_in_a_piece_is_read_or_refused(key, value):
    record = job(piece("front", HALF, fold=[[0, 0], [600, 0]]))
    record["pieces"][0][key] = value
    assert refusal_of(record).endswith(".")


def test_job_records_keep_their_order_of_keys():
    assert list(job_record(orders()[0])) == [
        "format",
        "version",
        "name",
        "client",
        "due",
        "unit",
        "fold",
        "garments",
        "cloths",
        "pieces",
    ]
