"""The command line: exit codes, one sentence on standard error, no file replaced on refusal."""

import json
import subprocess
import sys

import pytest
from typer.testing import CliRunner

from tests.lay.judge import judged
from tests.lay.shapes import BOX, ELL, WEDGE, four_kinds, job, piece
from tests.often import usual
from wickel.__main__ import app
from wickel.files import save_job
from wickel.studio import orders

runner = CliRunner()


@pytest.fixture
def written(tmp_path):
    def write(record, name="job.wickel.json"):
        path = tmp_path / name
        path.write_text(record if isinstance(record, str) else json.dumps(record))
        return path

    return write


@pytest.fixture
def order(tmp_path):
    path = tmp_path / "order.wickel.json"
    save_job(orders()[0], path)
    return path


def run(*words):
    return runner.invoke(app, [str(word) for word in words])


def test_lay_writes_a_judged_lay_file_svg_and_pdf(written, tmp_path):
    record = four_kinds()
    out, svg, pdf = (tmp_path / name for name in ("out.lay.json", "out.svg", "out.pdf"))
    result = run(
        "lay",
        written(record),
        "-o",
        out,
        "--fold",
        "lengthwise",
        "--svg",
        svg,
        "--pdf",
        pdf,
        "--effort",
        5,
    )
    assert result.exit_code == 0
    assert "buy" in result.stdout
    assert judged(record, json.loads(out.read_text())) == []
    assert svg.read_text().startswith("<?xml")
    assert pdf.read_bytes().startswith(b"%PDF")


def test_lay_in_json_is_the_lay_file(written):
    result = run("lay", written(four_kinds()), "--json", "--effort", 2)
    assert json.loads(result.stdout)["format"] == "wickel-lay"


@pytest.mark.long
def test_a_length_at_hand_that_is_too_short_is_said(written):
    path = written(four_kinds(length_at_hand_mm=500))
    assert "too short" in run("lay", path, "--effort", 2).stdout
    lay_file = json.loads(run("lay", path, "--effort", 2, "--json").stdout)["lays"][0]
    assert lay_file["short_mm"] == pytest.approx(lay_file["need_mm"] - 500, abs=1e-5)


@pytest.mark.long
def test_best_takes_the_shortest_way(written):
    record = four_kinds()
    lengths = {
        way: json.loads(
            run("lay", written(record), "--json", "--fold", way, "--effort", 20).stdout
        )["lays"][0]["lay_length_mm"]
        for way in ("open", "lengthwise", "best")
    }
    assert lengths["best"] == min(lengths.values())


REFUSALS = {
    "not json": ("hello", 2),
    "nan": ('{"format": "wickel-job", "version": 1, "x": NaN}', 2),
    "nested": ("[" * 200_000, 2),
    "twice": (job(piece("a", BOX), piece("a", BOX)), 2),
    "crossing": (job(piece("a", [[0, 0], [9, 9], [9, 0], [0, 9]])), 2),
    "odd pair": (job(piece("a", ELL, 3, pair=True)), 2),
    "too wide": (job(piece("a", [[0, 0], [90, 0], [90, 2000], [0, 2000]])), 2),
    "fold edge": (job(piece("a", BOX, fold=[[0, 5], [200, 5]])), 2),
    "negative width": (job(piece("a", BOX), width=-10), 2),
    "unmeasured": (
        job()
        | {
            "garments": [
                {"id": "d", "style": "box-dress", "body": {"measurements_mm": {"bust": 920}}}
            ]
        },
        2,
    ),
    "broken rule": (job(piece("a", BOX, directions=[0, 180]), print_="one-way"), 1),
}


@pytest.mark.parametrize("name", REFUSALS)
def test_a_refusal_is_one_sentence_and_leaves_the_old_file(name, written, tmp_path):
    record, code = REFUSALS[name]
    out = tmp_path / "out.lay.json"
    out.write_text("as it was")
    result = run("lay", written(record), "-o", out)
    assert result.exit_code == code
    assert result.stderr.startswith("wickel: ")
    assert result.stderr.count("\n") == 1
    assert "Traceback" not in result.output
    assert out.read_text() == "as it was"


def test_a_way_that_cannot_hold_a_piece_is_refused_with_1(written):
    record = job(piece("wide", [[0, 0], [300, 0], [300, 900], [20, 900]]))
    result = run("lay", written(record), "--fold", "lengthwise")
    assert (result.exit_code, "20 cm too wide" in result.stderr) == (1, True)


def test_an_unknown_way_is_refused_with_2(written):
    result = run("lay", written(four_kinds()), "--fold", "origami")
    assert result.exit_code == 2
    assert "open, lengthwise" in result.stderr


def test_a_folder_that_cannot_be_written_is_refused_with_1(written, tmp_path):
    blocked = tmp_path / "file"
    blocked.write_text("")
    result = run("lay", written(four_kinds()), "-o", blocked / "out.lay.json", "--effort", 1)
    assert result.exit_code == 1
    assert "cannot be written" in result.stderr


def test_draft_writes_every_piece_and_a_job_of_plain_outlines(order, tmp_path):
    result = run("draft", order, "-o", tmp_path / "pieces")
    assert result.exit_code == 0
    names = {path.name for path in (tmp_path / "pieces").iterdir()}
    assert {"dress-front.svg", "dress-turn-up.svg", "pieces.wickel.json"} <= names
    again = run("lay", tmp_path / "pieces" / "pieces.wickel.json", "--json", "--fold", "open")
    direct = run("lay", order, "--json", "--fold", "open")
    plain, drafted = (json.loads(r.stdout)["lays"][0]["lay_length_mm"] for r in (again, direct))
    assert plain == pytest.approx(drafted, abs=1e-6)


def test_check_lists_the_tape_checks_and_fails_when_one_is_broken(order):
    good = run("check", order)
    assert good.exit_code == 0
    assert good.stdout.count("holds") == 8
    record = json.loads(order.read_text())
    record["garments"][0]["options"]["slit_mm"] = 0.0
    order.write_text(json.dumps(record))
    bad = run("check", order)
    assert bad.exit_code == 1
    assert "BROKEN  Over the head" in bad.stdout
    assert "Widen the neck by about" in bad.stdout
    assert not all(c["held"] for c in json.loads(run("check", order, "--json").stdout)["checks"])


@pytest.mark.parametrize("command", ["styles", "sizes", "ways"])
def test_lists_of_what_there_is(command):
    assert run(command).stdout.strip()
    assert json.loads(run(command, "--json").stdout)


def test_the_program_starts_as_a_module(written):
    done = subprocess.run(
        [sys.executable, "-m", "wickel", "lay", str(written(four_kinds())), "--effort", "1"],
        capture_output=True,
        text=True,
        timeout=60,
        check=False,
    )
    assert (done.returncode, done.stderr) == (0, "")


@pytest.mark.long
def test_without_a_screen_the_window_says_so(monkeypatch):
    for name in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM"):
        monkeypatch.delenv(name, raising=False)
    done = subprocess.run(
        [sys.executable, "-m", "wickel", "demo"],
        capture_output=True,
        text=True,
        timeout=60,
        check=False,
    )
    assert done.returncode == 1
    assert "no screen" in done.stderr
    assert "Traceback" not in done.stderr


@pytest.mark.parametrize(
    "way",
    usual(
        ("open", "lengthwise", "partial", "partial:450", "crosswise", "turned", "four"),
        ("lengthwise", "partial:450"),
    ),
)
def test_every_way_can_be_asked_for(order, tmp_path, way):
    out = tmp_path / "out.lay.json"
    answer = run("lay", order, "-o", out, "--fold", way)
    assert answer.exit_code == 0, answer.output
    section = json.loads(out.read_text())["lays"][0]["sections"][0]
    assert section["way"] == way.partition(":")[0]


@pytest.mark.parametrize("way", ["sideways", "open:300", "partial:x", "open+"])
def test_a_way_that_does_not_exist_is_refused(order, tmp_path, way):
    answer = run("lay", order, "-o", tmp_path / "out.lay.json", "--fold", way)
    assert answer.exit_code == 2
    assert not (tmp_path / "out.lay.json").exists()


def test_a_way_that_cannot_hold_a_piece_says_by_how_much_and_what_would_help(order, tmp_path):
    answer = run("lay", order, "-o", tmp_path / "out.lay.json", "--fold", "to-middle")
    assert answer.exit_code == 1
    assert "Front is 4.9 cm too wide for the folded cloth: open the cloth" in answer.output


def test_sections_that_nothing_needs_are_left_out_and_the_lay_says_so(written, tmp_path):
    sleeves = written(job(piece("sleeve", WEDGE, 2, pair=True)))
    answer = run("lay", sleeves, "-o", tmp_path / "out.lay.json", "--fold", "lengthwise+open")
    assert answer.exit_code == 0
    (lay,) = json.loads((tmp_path / "out.lay.json").read_text())["lays"]
    assert any("another section is not needed" in f["text"] for f in lay["findings"])


@pytest.mark.long
def test_the_yardage_table_is_printed_written_and_given_as_json(order, tmp_path):
    csv = tmp_path / "table.csv"
    asked = ("--sizes", "92,106", "--widths", "150,60", "--effort", 1)
    result = run("yardage", order, *asked, "--csv", csv)
    assert result.exit_code == 0
    lines = result.stdout.splitlines()
    assert lines[0].split() == ["60", "cm", "150", "cm"]
    assert [line.split()[0] for line in lines[1:3]] == ["92", "106"]
    assert "no way of folding can hold it" in result.stdout
    rows = csv.read_text().splitlines()
    assert len(rows) == 5
    assert rows[0].startswith("size,usable_width_mm,way,lay_length_mm")
    one_size = ("--sizes", "92", "--widths", "150,60", "--effort", 1)
    record = json.loads(run("yardage", order, *one_size, "--json").stdout)
    cells = {(own["size"], own["usable_width_mm"]): own for own in record["cells"]}
    assert "refusal" in cells["92", 600]
    one = cells["92", 1500]
    assert one["buy_mm"] >= one["need_mm"] - 0.01 > one["lay_length_mm"]
    assert one["way"] in one["ways"]


@pytest.mark.parametrize(
    ("words", "said"),
    [
        (("--sizes", "93"), "There is no size “93”"),
        (("--widths", "110,broad"), "broad"),
        (("--cloth", "silk"), "no cloth “silk”"),
    ],
)
def test_what_no_table_can_be_made_of_is_refused_with_2(order, words, said):
    result = run("yardage", order, *words)
    assert result.exit_code == 2
    assert said in result.stderr
    assert result.stdout == ""


def test_everything_to_buy_is_printed_written_and_given_as_json(order, tmp_path, monkeypatch):
    monkeypatch.setattr("wickel.job.buying.alone_ways", lambda: ("open", "lengthwise"))
    other = tmp_path / "other.wickel.json"
    save_job(orders()[2], other)
    csv, pdf = tmp_path / "list.csv", tmp_path / "list.pdf"
    result = run("buy", order, other, "--effort", 2, "--csv", csv, "--pdf", pdf)
    assert result.exit_code == 0, result.stderr
    assert "Moss linen, 150 cm" in result.stdout
    assert "reels of 100 m" in result.stdout
    assert "laid: Moss linen" in result.stderr
    assert csv.read_text().splitlines()[0] == "what,how much,for,to know,cost"
    assert pdf.read_bytes().startswith(b"%PDF")
    record = json.loads(run("buy", order, "--effort", 2, "--json").stdout)
    (line,) = record["cloths"]
    assert line["buy_mm"] >= line["need_mm"] >= line["lay_lengths_mm"][0]
    assert record["cost"] == pytest.approx(line["cost"])


@pytest.mark.long
def test_a_bolt_and_a_length_at_hand_on_the_command_line(order):
    result = run("bolt", order, "3 m", "--sizes", "80", "--effort", 1)
    assert result.exit_code == 0, result.stderr
    assert "come out of 3.00 m of Moss linen" in result.stdout
    record = json.loads(
        run("bolt", order, "20 cm", "--sizes", "92", "--effort", 1, "--json").stdout
    )
    assert (record["sizes"], record["left_out"], record["way"]) == ([], ["92"], None)
    assert run("bolt", order, "3 m", "--sizes", "17").exit_code == 2
    assert run("bolt", order, "long").exit_code == 2
    table = ("yardage", order, "--sizes", "92", "--widths", "150", "--effort", 1)
    have = json.loads(run(*table, "--at-hand", "9 m", "--json").stdout)
    (own,) = have["cells"]
    assert own["short_mm"] == 0
    assert "open" in own["fits"]
    said = run(*table, "--at-hand", "1 m").stdout
    assert said.strip().endswith(" short")


def test_cloth_in_fixed_lengths_has_a_lay_for_each(written, tmp_path):
    record = job(
        piece("square", [[0, 0], [600, 0], [600, 600], [0, 600]], 3),
        width=1000,
        sold_length_mm=1000,
    )
    out = tmp_path / "lays.json"
    result = run("lay", written(record), "--fold", "open", "--effort", 5, "-o", out)
    assert result.exit_code == 0, result.stderr
    lays = json.loads(out.read_text())["lays"]
    assert [own["cloth"] for own in lays] == ["main"] * 3
    assert all(own["buy_mm"] == 1000 and len(own["placements"]) == 1 for own in lays)


def test_what_matching_costs_is_said(written, tmp_path):
    wide = [[0, 0], [600, 0], [600, 900], [0, 900]]
    marks = [{"seam": "side", "at_mm": [0, 0]}]
    record = job(
        piece("a", wide, meets=marks),
        piece("b", wide, meets=marks),
        width=1000,
        print_="one-way",
        repeat_mm=[1000, 0],
    )
    result = run("lay", written(record), "--fold", "open", "--effort", 20)
    assert "of which matching 40 cm" in result.stdout


def test_the_drawings_of_several_lengths_have_names_of_their_own(written, tmp_path):
    record = job(
        piece("square", [[0, 0], [600, 0], [600, 600], [0, 600]], 3),
        width=1000,
        sold_length_mm=1000,
    )
    result = run(
        "lay", written(record), "--fold", "open", "--effort", 5, "--svg", tmp_path / "out.svg"
    )
    assert result.exit_code == 0, result.stderr
    assert sorted(path.name for path in tmp_path.glob("out*.svg")) == [
        f"out-main-{k}.svg" for k in (1, 2, 3)
    ]
