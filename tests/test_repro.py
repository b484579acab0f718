"""Small jobs that once went wrong: each is answered with a sound lay or in a sentence, soon, by
every command."""

import json
import time
from pathlib import Path

import pytest
from typer.testing import CliRunner

from tests.lay.judge import judged
from wickel.__main__ import app
from wickel.geometry import is_mirror_symmetric

HERE = Path(__file__).parent / "repro"
runner = CliRunner()


def answered(answer):
    """Whether a command that has not succeeded has said why, in a sentence and without a
    traceback."""
    assert answer.exit_code in (0, 1, 2)
    assert "Traceback" not in answer.output
    assert answer.exit_code == 0 or answer.output.strip().endswith(".")
    return answer.exit_code == 0


@pytest.mark.parametrize(
    "path", sorted(HERE.glob("*.json")), ids=lambda path: path.name.split(".")[0]
)
def test_a_job_that_went_wrong_is_laid_or_refused(path, tmp_path):
    started = time.perf_counter()
    out = tmp_path / "out.lay.json"
    if answered(runner.invoke(app, ["lay", str(path), "--seconds", "0.4", "-o", str(out)])):
        record = json.loads(path.read_text())
        lay_file = json.loads(out.read_text())
        assert lay_file["complete"]
        for piece in record.get("pieces", ()):  # for the judge: left and right are alike
            outline = tuple(map(tuple, piece["cut_line_mm"]))
            piece["symmetric"] = any(
                is_mirror_symmetric(outline, piece.get("grain_deg", 0) + turn) for turn in (0, 90)
            )
        if not record.get("garments"):
            assert judged(record, lay_file) == []
    assert time.perf_counter() - started < 30  # a guard at ten times the figure
    drawn = tmp_path / "in" / "out"
    drawn.parent.mkdir()
    answered(runner.invoke(app, ["draft", str(path), "-o", str(drawn)]))
    if json.loads(path.read_text()).get("garments"):
        answered(runner.invoke(app, ["check", str(path)]))
    assert {own for own in tmp_path.rglob("*") if drawn not in own.parents} <= {
        out,
        drawn,
        drawn.parent,
    }
