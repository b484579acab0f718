"""The studio's book without a window."""

import csv
import json
from dataclasses import replace

import pytest
from typer.testing import CliRunner

from tests.studio.test_book_store import ENTRY
from tests.studio.test_kept import IDA, LINEN
from wickel.cli import app
from wickel.studio.book import open_book
from wickel.studio.folder import StudioFolder

RUN = CliRunner()


@pytest.fixture
def studio(tmp_path):
    folder = StudioFolder(tmp_path / "studio")
    folder.fill_with_demo(fresh=False)
    book, _ = open_book(folder.path / "book", "2026-12-01")
    book.clients.keep(IDA)
    book.shelf.keep(LINEN)
    book.log.keep(ENTRY)
    book.log.keep(replace(ENTRY, id="b", job="Coat", client="", note="", wrong=(), next_time=()))
    book.store.close()
    return folder.path


def told(*words):
    done = RUN.invoke(app, [str(word) for word in words])
    return done.exit_code, done.stdout, done.stderr


def test_jobs_shelf_and_log_are_listed(studio):
    code, out, _ = told("jobs", "--studio", studio)
    assert code == 0
    assert "Market dress | Odile Marrow | Box dress" in out
    code, out, _ = told("shelf", "--studio", studio)
    assert out.strip() == "Ash linen | 5.20 m | 1.80 m reserved | rack 2"
    code, out, _ = told("shelf", "--studio", studio, "--inches")
    assert "yd" in out
    code, out, _ = told("log", "marrow", "--studio", studio)
    assert out.startswith("2026-11-29 | Market dress | Odile Marrow | the cloth was short")
    assert "Coat" not in out


def test_they_are_told_to_machines(studio):
    rows = {
        name: json.loads(told(name, "--studio", studio, "--json")[1])
        for name in ("jobs", "shelf", "log")
    }
    assert {row["file"] for row in rows["jobs"]} == {
        path.name for path in StudioFolder(studio).orders()
    }
    assert [row["at_hand_mm"] for row in rows["shelf"]] == [5200.0]
    assert [row["id"] for row in rows["log"]] == ["a1", "b"]


def test_a_studio_goes_out_and_in_and_into_tables(studio, tmp_path):
    assert told("studio-out", tmp_path / "all.zip", "--studio", studio)[0] == 0
    code, out, _ = told("studio-in", tmp_path / "all.zip", "--studio", tmp_path / "new")
    assert code == 0
    assert "jobs: 5" in out
    assert told("studio-csv", tmp_path / "csv", "--studio", tmp_path / "new")[0] == 0
    rows = list(csv.reader((tmp_path / "csv" / "clients.csv").read_text().splitlines()))
    assert rows[1][0] == "Ida"


@pytest.mark.parametrize(
    ("words", "says"),
    [
        (("jobs", "--studio", "{}/none"), "no studio there"),
        (("studio-in", "{}/none.zip", "--studio", "{}/x"), "There is no file none.zip."),
        (("studio-in", "{}/bad.zip", "--studio", "{}/x"), "no zip of a studio"),
    ],
)
def test_what_cannot_be_is_said(tmp_path, words, says):
    (tmp_path / "bad.zip").write_text("x")
    code, _, error = told(*(word.format(tmp_path) for word in words))
    assert code == 2
    assert says in error


def test_a_damaged_book_is_said(studio):
    (studio / "book" / "book.sqlite").write_bytes(b"no book " * 900)
    code, _, error = told("log", "--studio", studio)
    assert code == 2
    assert "is damaged" in error
