"""Papers, lists and what the command line prints speak in the unit of the job, and in no other."""

import re
from dataclasses import replace
from io import BytesIO

import pytest
from pypdf import PdfReader
from typer.testing import CliRunner

from wickel.body import size_body
from wickel.cli import app
from wickel.cloth import Border, BorderAt, Cloth, Design, Flaw
from wickel.drawing import lay_drawing
from wickel.files import save_job, svg_text
from wickel.files.papers.lay_sheet import lay_pdf
from wickel.files.papers.table import buying_pdf
from wickel.job import Garment, Job, buying_list, shopping_rows
from wickel.job.laying import lay_job
from wickel.job.work import cut_pieces
from wickel.lay import Search
from wickel.units import Unit
from wickel.wording import show_in

METRIC = re.compile(r"\d\s?(?:cm|mm|m)\b")
IMPERIAL = re.compile(r"\d\s?(?:in|yd|ft)\b|\d[″\"]")
FOREIGN = {Unit.INCH: METRIC, Unit.CM: IMPERIAL}
CLOTH = Cloth(
    id="linen",
    usable_width_mm=1400.0,
    length_at_hand_mm=900.0,
    shrink_along=0.03,
    flaws=(Flaw(x_mm=300.0, length_mm=20.0, y_mm=200.0, width_mm=20.0),),
    design=Design(border=Border(at=BorderAt.LOW, width_mm=120.0, distance_mm=20.0)),
)


def job_in(unit):
    dress = Garment(id="dress", style="slip-top", size="96", body=size_body("96"))
    step = 36 * 25.4 / 8 if unit is Unit.INCH else 100.0
    return Job(
        name="Reed",
        cloths=(replace(CLOTH, step_mm=step),),
        garments=(replace(dress, cloths={"main": "linen"}),),
        unit=unit,
    )


@pytest.fixture(params=[Unit.INCH, Unit.CM])
def job(request):
    show_in(request.param)
    yield job_in(request.param)
    show_in(Unit.CM)


def words_of_pdf(data):
    return "\n".join(page.extract_text() for page in PdfReader(BytesIO(data)).pages)


def test_the_lay_on_paper_and_as_a_drawing(job):
    (lay,) = lay_job(job, cut_pieces(job), fold="open", search=Search(effort=20))
    for words in (
        words_of_pdf(lay_pdf(lay, "Reed", job.unit)),
        " ".join(re.findall(r">([^<]+)</text>", svg_text(lay_drawing(lay), "Reed"))),
        *(f"{finding.text} {finding.way_out}" for finding in lay.findings),
    ):
        assert FOREIGN[job.unit].search(words) is None


def test_the_buying_list_on_paper_and_in_rows(job):
    found = buying_list([job], search=Search(effort=20))
    for words in (
        words_of_pdf(buying_pdf("Reed", found, job.unit)),
        *(" ".join(row.words) for row in shopping_rows(found, job.unit)),
    ):
        assert FOREIGN[job.unit].search(words) is None


@pytest.mark.parametrize(
    "words",
    [
        ["lay", "JOB", "--fold", "open", "--effort", "20"],
        pytest.param(["lay", "JOB", "--fold", "four", "--effort", "20"], marks=pytest.mark.long),
        ["check", "JOB"],
        pytest.param(["buy", "JOB", "--effort", "20"], marks=pytest.mark.long),
        pytest.param(
            ["yardage", "JOB", "--sizes", "96", "--widths", "1400mm,40cm", "--effort", "20"],
            marks=pytest.mark.long,
        ),
        pytest.param(
            ["bolt", "JOB", "3m", "--sizes", "96", "--effort", "20"], marks=pytest.mark.long
        ),
    ],
    ids=lambda words: " ".join(words[:4]),
)
def test_what_the_command_line_prints(job, tmp_path, words):
    path = tmp_path / "reed.wickel.json"
    save_job(job, path)
    result = CliRunner().invoke(app, [str(path) if word == "JOB" else word for word in words])
    said = (result.stdout + result.stderr).replace(str(path), "")
    assert re.search(r"\d", said)
    assert FOREIGN[job.unit].search(said) is None, said
