"""The command line and its files: nothing that is read is written over, no name leads out of its
folder."""

import json
import subprocess
import sys
import time

import pytest
from typer.testing import CliRunner

from tests.lay.shapes import BOX, four_kinds, job, piece, ring
from wickel.__main__ import app
from wickel.files import job_of, save_job
from wickel.job import cut_pieces
from wickel.job.laid import with_offered_lay
from wickel.lay import Search, make_lay
from wickel.studio import orders

runner = CliRunner()


def run(*words):
    return runner.invoke(app, [str(word) for word in words])


@pytest.fixture
def job_path(tmp_path):
    path = tmp_path / "job.wickel.json"
    path.write_text(json.dumps(four_kinds()))
    return path


@pytest.mark.parametrize(
    "words",
    [
        ("lay", "JOB", "-o", "JOB"),
        ("lay", "JOB", "--svg", "JOB"),
        ("lay", "JOB", "--svg", "OUT", "--pdf", "OUT"),
        ("lay", "JOB", "-o", "LINK"),
        ("yardage", "JOB", "--csv", "JOB"),
        ("buy", "JOB", "--csv", "JOB"),
        ("buy", "JOB", "--csv", "OUT", "--pdf", "OUT"),
    ],
)
def test_what_is_read_is_never_written_over(words, job_path, tmp_path):
    (tmp_path / "link").symlink_to(job_path)
    paths = {"JOB": job_path, "OUT": tmp_path / "out", "LINK": tmp_path / "link"}
    before = job_path.read_bytes()
    answer = run(*(paths.get(word, word) for word in words))
    assert answer.exit_code == 2
    assert "give what is written another name" in answer.output
    assert job_path.read_bytes() == before
    assert not (tmp_path / "out").exists()


@pytest.mark.parametrize(
    "name", ["../../outside", "/etc/outside", "a/b", "..", ".hidden", "con\x00trol", "ö" * 300]
)
def test_drawings_stay_in_the_folder_they_are_asked_for(name, tmp_path):
    path, out = tmp_path / "job.wickel.json", tmp_path / "in" / "out"
    out.parent.mkdir()
    save_job(orders()[0], path)
    record = json.loads(path.read_text())
    record["garments"][0] |= {"id": name[:120], "name": name[:120]}
    record["cloths"][0]["id"] = record["garments"][0]["cloths"]["main"] = name[:120]
    path.write_text(json.dumps(record))
    answer = run("draft", path, "-o", out)
    before = {path, out.parent, out}
    assert answer.exit_code == 0
    assert len(list(out.glob("*.svg"))) == 6
    assert {p for p in tmp_path.rglob("*") if out not in p.parents} <= before


def test_a_cloth_s_id_cannot_lead_a_drawing_elsewhere(tmp_path):
    record = job(piece("a", BOX), piece("b", BOX, cloth="../lining"))
    record["cloths"].append({**record["cloths"][0], "id": "../lining"})
    path, out = tmp_path / "job.wickel.json", tmp_path / "out"
    path.write_text(json.dumps(record))
    out.mkdir()
    answer = run("lay", path, "--svg", out / "lay.svg", "--effort", 2)
    assert answer.exit_code == 0
    assert len(list(out.glob("lay*.svg"))) == 2
    assert {p.name for p in tmp_path.iterdir()} == {"job.wickel.json", "out"}


@pytest.mark.long
def test_a_name_is_no_formula_in_a_table(tmp_path):
    order = orders()[0]
    path, csv = tmp_path / "job.wickel.json", tmp_path / "list.csv"
    save_job(order, path)
    record = json.loads(path.read_text())
    record["cloths"][0]["name"] = '=HYPERLINK("x")'
    path.write_text(json.dumps(record))
    assert run("buy", path, "--csv", csv, "--effort", 1).exit_code == 0
    text = csv.read_text()
    assert "HYPERLINK" in text
    assert not any(
        cell.lstrip('"').startswith("=") for line in text.splitlines() for cell in line.split(",")
    )


@pytest.mark.parametrize("special", ["/dev/zero", "/dev/stdin"])
def test_what_is_no_plain_file_is_not_read(special):
    answer = run("lay", special)
    assert answer.exit_code == 2
    assert "plain file" in answer.output


@pytest.mark.long
@pytest.mark.parametrize(
    "record",
    [
        job(*(piece(f"p{k}", ring(12, 120, 80, rough=9.0), 2, pair=True) for k in range(40))),
        job(piece("round", ring(20_000, 300, 200, rough=1.0), 4, pair=True), piece("b", BOX, 6)),
    ],
    ids=["many pieces", "many corners"],
)
def test_seconds_are_kept_to(record, tmp_path):
    path = tmp_path / "job.wickel.json"
    path.write_text(json.dumps(record))
    started = time.perf_counter()
    words = [sys.executable, "-m", "wickel", "lay", str(path), "--seconds", "1", "--json"]
    answer = subprocess.run(words, capture_output=True, text=True, check=False, timeout=120)
    assert answer.returncode in (0, 1)
    if answer.returncode == 0:
        assert json.loads(answer.stdout)["complete"]
    else:
        assert "second" in answer.stderr or "stopped" in answer.stderr
    assert time.perf_counter() - started < 30  # a guard at ten times the figure


def test_each_cloth_of_a_job_is_spread_as_it_is_asked(tmp_path):
    two = [
        {
            **piece("box", BOX, 2, symmetric=True),
            "cuts": [{"cloth": c, "copies": 2} for c in ("main", "lining")],
        }
    ]
    cloths = [{"id": c, "usable_width_mm": 900, "print": "any"} for c in ("main", "lining")]
    record = {
        "format": "wickel-job",
        "version": 2,
        "fold": "crosswise",
        "cloths": cloths,
        "pieces": two,
    }
    record["cloths"][1]["spread"] = "lengthwise"
    path = tmp_path / "two.wickel.json"
    path.write_text(json.dumps(record))

    def ways(*words):
        told = runner.invoke(app, ["lay", str(path), "--json", "--effort", "2", *words])
        assert told.exit_code == 0, told.stderr
        return [lay["sections"][0]["way"] for lay in json.loads(told.stdout)["lays"]]

    assert ways() == ["crosswise", "lengthwise"]
    assert ways("--fold", "lining=open") == ["crosswise", "open"]
    assert ways("--fold", "lining=open", "--fold", "turned") == ["turned", "open"]
    refused = runner.invoke(app, ["lay", str(path), "--fold", "silk=open"])
    assert (refused.exit_code, refused.stdout) == (2, "")
    assert "no cloth “silk”" in refused.stderr


def test_a_check_looks_at_the_lay_that_the_job_holds(tmp_path):
    record = four_kinds()
    path = tmp_path / "job.wickel.json"
    a_job = job_of(record)
    lay = make_lay(cut_pieces(a_job), a_job.cloths[0], "open", search=Search(effort=2))
    save_job(with_offered_lay(a_job, "main", lay, None), path)
    good = runner.invoke(app, ["check", str(path)])
    assert good.exit_code == 0
    wrong = json.loads(path.read_text())
    wrong["cloths"][0]["lay"]["placements"].pop()
    path.write_text(json.dumps(wrong))
    told = runner.invoke(app, ["check", str(path)])
    assert told.exit_code == 1
    assert "0 times" in told.stdout or "too few" in told.stdout
