"""The commands that bring drawings in and send them out."""

import json
import zipfile

import pytest

from tests.files.drawings import drafted, sheet
from tests.test_cli import run
from tests.test_cli_cut import order, taken  # noqa: F401
from wickel.files import read_job, svg_text
from wickel.files.drawings.dxf_out import dxf_bytes
from wickel.files.drawings.reading_in import read_drawing


@pytest.mark.long
def test_pieces_go_out_and_come_in_again(order, tmp_path):  # noqa: F811
    dxf, svg, out = tmp_path / "a.dxf", tmp_path / "a.svg", tmp_path / "in.wickel.json"
    assert run("export", order, "--dxf", dxf, "--svg", svg).exit_code == 0
    for path in (dxf, svg):
        result = run("import", path, "-o", out, "--json")
        assert result.exit_code == 0, result.output
        said = json.loads(result.stdout)
        assert "Front" in said["pieces"]
        assert said["doubts"] == said["left_out"] == []
        assert {piece.name for piece in read_job(out).garments[0].own.drawn} == set(said["pieces"])


def test_a_lay_goes_out_and_everything_in_one_zip(order, tmp_path):  # noqa: F811
    job = read_job(order)
    lay, all_of_it = tmp_path / "lay.dxf", tmp_path / "all.zip"
    result = run("export", order, "--dxf", lay, "--zip", all_of_it, "--lay", job.cloths[0].id)
    assert result.exit_code == 0, result.output
    layers = {line.layer for line in read_drawing(lay).lines}
    assert {"CLOTH", "CUT", "NET"} <= layers
    with zipfile.ZipFile(all_of_it) as made:
        assert made.testzip() is None
        assert "job.wickel.json" in made.namelist()


def test_export_refuses_what_it_cannot_do(order):  # noqa: F811
    assert run("export", order).exit_code == 2
    assert run("export", order, "--dxf", order).exit_code == 2
    result = run("export", order, "--svg", "x.svg", "--lay", "none")
    assert (result.exit_code, "There is no lay of “none”" in result.stderr) == (2, True)


def test_import_asks_for_what_the_file_does_not_say(tmp_path):
    path, out = tmp_path / "a.svg", tmp_path / "out.wickel.json"
    path.write_text('<svg viewBox="0 0 9 9"><g id="x"><path d="M0 0h4v2h-4z"/></g></svg>')
    result = run("import", path, "-o", out)
    assert (result.exit_code, "does not say its unit" in result.stderr) == (2, True)
    assert not out.exists()
    result = run("import", path, "-o", out, "--unit", "cm", "--seam", "2mm", "--layer", "x=cut:40")
    assert result.exit_code == 0, result.output
    garment = read_job(out).garments[0]
    assert garment.size == "40"
    assert {edge.allowance_mm for edge in garment.own.drawn[0].edges} == {2.0}
    for layer in ("y=cut", "x=nonsense"):
        assert run("import", path, "-o", out, "--unit", "cm", "--layer", layer).exit_code == 2


def test_nothing_is_written_when_a_piece_cannot_come_in(tmp_path):
    path, out = tmp_path / "a.svg", tmp_path / "out.wickel.json"
    path.write_text(svg_text(sheet(drafted()), "a").replace('id="net"', 'id="x"'))
    result = run("import", path, "-o", out, "--seam", "40cm", "--layer", "x=nothing")
    assert result.exit_code == 1
    assert "cannot be taken off" in result.stderr
    assert not out.exists()


@pytest.mark.parametrize("content", [b"", b"%PDF-", b"<svg>"])
def test_a_drawing_that_cannot_be_read_ends_with_two(tmp_path, content):
    path = tmp_path / "a.svg"
    path.write_bytes(content)
    result = run("import", path, "-o", tmp_path / "out.wickel.json")
    assert (result.exit_code, len(result.stderr.strip().splitlines())) == (2, 1)


def test_a_drawing_is_not_written_over(tmp_path):
    path = tmp_path / "a.dxf"
    path.write_bytes(dxf_bytes(sheet(drafted())))
    assert run("import", path, "-o", path).exit_code == 2
