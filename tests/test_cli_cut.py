"""The commands for the table: papers and full size, and how they refuse."""

from dataclasses import replace

import pypdfium2 as pdfium
import pytest

from tests.cutting.jobs import demo_work
from tests.test_cli import run
from wickel.files import save_job
from wickel.lay import kept_lay_of
from wickel.studio import orders


def taken(work, tmp_path, placements):
    """A job file whose lay was taken by hand, with some of its placements."""
    (lay,) = work.lays
    kept = replace(kept_lay_of(replace(lay, placements=placements)), by_hand=True)
    on = replace(work.job.on_cloth(lay.cloth.id), lay=kept)
    path = tmp_path / "taken.wickel.json"
    save_job(work.job.with_on(lay.cloth.id, on), path)
    return path


@pytest.fixture
def order(tmp_path):
    """A job with the lay that it has taken: nothing is to be searched for."""
    work = demo_work(0, "lengthwise")
    return taken(work, tmp_path, work.lays[0].placements)


def words_of(path):
    return " ".join(page.get_textpage().get_text_range() for page in pdfium.PdfDocument(path))


def test_cut_writes_all_papers_or_the_parts_asked_for(order, tmp_path):
    out = tmp_path / "cut.pdf"
    result = run("cut", order, "--pdf", out, "--rotary", "--table", "1m")
    assert (result.exit_code, result.stdout.strip()) == (0, "cut.pdf")
    words = words_of(out)
    assert "Rotary cutter" in words
    assert "longer than the table" in words
    assert "Order of cutting" in words
    few = run("cut", order, "--pdf", out, "--parts", "order, labels")
    assert few.exit_code == 0
    assert "Rotary cutter" not in words_of(out)


@pytest.mark.parametrize(
    ("more", "said"),
    [
        (("--paper", "A9"), "There is no paper “A9”"),
        (("--parts", "plan,tea"), "There is no part “tea”"),
        (("--table", "wide"), "“wide”"),
    ],
)
def test_cut_refuses_what_there_is_not(order, tmp_path, more, said):
    out = tmp_path / "cut.pdf"
    result = run("cut", order, "--pdf", out, *more)
    assert result.exit_code == 2
    assert said in result.stderr
    assert not out.exists()


def test_tiles_on_pages_on_a_roll_and_of_a_lay(order, tmp_path):
    out = tmp_path / "tiles.pdf"
    sizes = []
    for more in ((), ("--paper", "roll:90cm"), ("--paper", "A3", "--lay", "moss-linen")):
        result = run("tiles", order, "-o", out, *more)
        assert (result.exit_code, result.stdout.strip()) == (0, "tiles.pdf")
        sizes.append(len(pdfium.PdfDocument(out)))
    assert sizes[0] > 10
    assert sizes[1] == 2


@pytest.mark.parametrize(
    ("more", "code", "said"),
    [
        (("--paper", "roll:15cm"), 1, "wider than this roll"),
        (("--paper", "roll:1cm"), 2, "from 10 cm to 3 m"),
        (("--paper", "B5"), 2, "There is no paper “B5”"),
        (("--lay", "silk"), 2, "There is no lay of “silk”: there are moss-linen."),
    ],
)
def test_tiles_refuse(order, tmp_path, more, code, said):
    out = tmp_path / "tiles.pdf"
    result = run("tiles", order, "-o", out, *more)
    assert result.exit_code == code
    assert said in result.stderr
    assert not out.exists()


def test_the_job_itself_is_not_written_over(order):
    before = order.read_bytes()
    assert run("cut", order, "--pdf", order).exit_code == 2
    assert run("tiles", order, "-o", order).exit_code == 2
    assert order.read_bytes() == before


def test_a_lay_that_lacks_a_piece_is_not_printed(tmp_path):
    work = demo_work(0, "lengthwise")
    path, out = taken(work, tmp_path, work.lays[0].placements[1:]), tmp_path / "cut.pdf"
    result = run("cut", path, "--pdf", out)
    assert result.exit_code == 1
    assert result.stderr
    assert not out.exists()


def test_a_length_at_hand_that_is_too_short_is_said_on_the_plan(tmp_path):
    job = orders()[0]
    short = replace(job.cloths[0], length_at_hand_mm=900.0)
    path = tmp_path / "short.wickel.json"
    save_job(replace(job, cloths=(short,)), path)
    out = tmp_path / "cut.pdf"
    few = ("--effort", "5", "--parts", "plan")
    assert run("cut", path, "--pdf", out, *few).exit_code == 0
    assert "too short for this lay" in words_of(out)


def test_the_lay_that_was_taken_is_the_one_on_paper(tmp_path):
    work = demo_work(0, "lengthwise")
    (lay,) = work.lays
    path = taken(work, tmp_path, lay.placements)
    out = tmp_path / "cut.pdf"
    assert run("cut", path, "--pdf", out, "--parts", "plan").exit_code == 0
    assert f"lay {lay.lay_length_mm / 1000:.2f} m" in words_of(out)
    assert "folded in half" in words_of(out)
