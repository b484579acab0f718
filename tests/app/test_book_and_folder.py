"""The studio's book and its folder of jobs: kept at once, never written over unread, safe beside a
second window."""

import json
import os
from dataclasses import replace
from types import SimpleNamespace

import pytest

from wickel.app import start
from wickel.app.book import StudioBook, fill_book
from wickel.app.settings import Settings, SettingsFile
from wickel.app.theme import desktop_text_scale
from wickel.body import size_body
from wickel.cloth import Cloth
from wickel.draft import SCHOOLS, Allowances, School
from wickel.files import read_job, save_job
from wickel.job import Job
from wickel.studio import DEMO_CLIENTS, FERRY_APRON, orders
from wickel.studio.folder import StudioFolder

BODY = replace(size_body("92"), taken="2026-11-03")
OWN_SCHOOL = School(
    id="river", name="River way", options={"ease_mm": 80}, allowances=Allowances(own_mm={"hem": 40})
)
LINEN = Cloth(id="x", usable_width_mm=1450, name="Ash linen")


@pytest.fixture
def book(qapp, tmp_path):
    made = StudioBook(tmp_path)
    made.said, made.changes = [], []
    made.trouble.connect(made.said.append)
    made.changed.connect(lambda: made.changes.append(1))
    return made


def test_an_empty_book_has_only_the_house_s_schools(book):
    assert (book.clients, book.cloths, book.styles()) == ((), (), ())
    assert book.schools == tuple(SCHOOLS.values())
    assert book.said == []


def test_a_client_is_kept_day_by_day_and_each_day_can_go(book):
    assert book.keep_body("Wenda Pool", BODY)
    assert book.keep_body("Wenda Pool", replace(BODY, taken="2026-01-09"))
    assert [body.taken for body in book.client("Wenda Pool").bodies] == ["2026-01-09", "2026-11-03"]
    assert book.client("Wenda Pool").latest.name == "Wenda Pool"
    assert book.drop_day("Wenda Pool", "2026-11-03")
    assert [body.taken for body in book.client("Wenda Pool").bodies] == ["2026-01-09"]
    assert len(book.changes) == 3
    assert not book.drop_day("Nobody", "2026-11-03")
    assert len(book.changes) == 3


@pytest.mark.parametrize(
    "keep",
    [
        lambda book: book.keep_body("Wenda Pool", BODY),
        lambda book: book.keep_school(OWN_SCHOOL),
        lambda book: book.keep_cloth(LINEN),
        lambda book: book.keep_style(FERRY_APRON),
    ],
)
def test_a_folder_that_cannot_be_written_is_said_and_nothing_is_kept(qapp, tmp_path, keep):
    (tmp_path / "book").write_text("in the way")
    book = StudioBook(tmp_path)
    said, changes = [], []
    book.trouble.connect(said.append)
    book.changed.connect(lambda: changes.append(1))
    assert not keep(book)
    assert said[-1].endswith(".")
    assert "nothing was kept" in said[-1] or "could not be saved" in said[-1]
    assert changes == []


def test_two_windows_on_one_book_see_each_other_s_cloths_and_schools(book, tmp_path):
    other = StudioBook(tmp_path)
    assert other.cloths == ()
    book.keep_cloth(LINEN)
    other.keep_cloth(replace(LINEN, name="Reed linen"))
    book.keep_school(OWN_SCHOOL)
    other.keep_school(replace(OWN_SCHOOL, id="other", name="Other way"))
    for own in (book, other):
        assert {cloth.name for cloth in own.cloths} == {"Ash linen", "Reed linen"}
        assert {school.id for school in own.schools} >= {"river", "other"}


def test_a_cloth_takes_the_place_of_the_one_of_its_name_and_goes_by_it(book):
    book.keep_cloth(LINEN)
    book.keep_cloth(replace(LINEN, usable_width_mm=1300))
    assert [(cloth.id, cloth.usable_width_mm) for cloth in book.cloths] == [("own-ash-linen", 1300)]
    assert book.drop_cloth("Ash linen")
    assert book.cloths == ()


def test_a_school_takes_the_place_of_the_one_of_its_id(book):
    book.keep_school(OWN_SCHOOL)
    book.keep_school(replace(OWN_SCHOOL, name="River way, new"))
    assert [school.name for school in book.schools[len(SCHOOLS) :]] == ["River way, new"]


def test_a_style_that_cannot_be_read_is_left_out_and_said(book, tmp_path):
    book.keep_style(FERRY_APRON)
    (tmp_path / "book" / "styles" / "worn.wickel-style.json").write_text(
        '{"format": "wickel-style", "version": 9}'
    )
    assert book.styles() == (FERRY_APRON,)
    assert len(book.said) == 1
    assert "worn.wickel-style.json" in book.said[0]


def test_the_demo_s_book_is_filled_once(book):
    fill_book(book)
    assert tuple(client.name for client in book.clients) == tuple(
        sorted(client.name for client in DEMO_CLIENTS)
    )
    assert book.styles() == (FERRY_APRON,)
    book.drop_day(DEMO_CLIENTS[0].name, DEMO_CLIENTS[0].bodies[0].taken)
    before = book.clients
    fill_book(book)
    assert book.clients == before


# --- the folder -------------------------------------------------------------------------------


def test_jobs_stand_by_name_and_are_called_by_title_and_client(tmp_path):
    folder = StudioFolder(tmp_path)
    for name in ("02-b", "01-a", "03-c"):
        save_job(
            Job(cloths=(LINEN,), name=f"Job {name}", client="Tamsin Quill"),
            tmp_path / f"{name}.wickel.json",
        )
    (tmp_path / "notes.txt").write_text("no job")
    assert [path.name for path in folder.orders()] == [
        "01-a.wickel.json",
        "02-b.wickel.json",
        "03-c.wickel.json",
    ]
    assert folder.title(folder.orders()[0]) == "Job 01-a · Tamsin Quill"


@pytest.mark.parametrize(
    ("value", "title"),
    [
        ({"name": "Coat\nfor\x1b[31m two", "client": ""}, "Coat for[31m two"),
        ({"client": "Odile"}, "x.wickel.json · Odile"),
        ({"name": 7}, "7"),
        ({}, "x.wickel.json"),
    ],
)
def test_a_title_is_one_line_of_plain_words(tmp_path, value, title):
    path = tmp_path / "x.wickel.json"
    path.write_text(json.dumps(value))
    assert StudioFolder(tmp_path).title(path) == title
    path.write_text("[")
    assert StudioFolder(tmp_path).title(path) == "x.wickel.json"


def test_a_new_job_gets_a_number_that_no_other_has(tmp_path):
    folder = StudioFolder(tmp_path)
    assert folder.path_for("A Coat").name == "01-a-coat.wickel.json"
    (tmp_path / "02-other.wickel.json").touch()
    assert folder.path_for("A Coat").name == "03-a-coat.wickel.json"
    assert folder.path_for("../../etc").parent == tmp_path


def test_the_demo_is_private_and_begun_anew_only_when_asked(tmp_path):
    folder = StudioFolder(tmp_path / "demo")
    folder.fill_with_demo(fresh=False)
    assert len(folder.orders()) == len(orders())
    assert os.stat(folder.path).st_mode & 0o077 == 0
    first = folder.orders()[0]
    save_job(replace(read_job(first), client="Changed"), first)
    folder.fill_with_demo(fresh=False)
    assert read_job(first).client == "Changed"
    folder.fill_with_demo(fresh=True)
    assert read_job(first).client != "Changed"


# --- what is remembered -----------------------------------------------------------------------


@pytest.mark.parametrize(
    ("text", "read"),
    [
        ('{"dark": true, "stage": 1, "text": 1.5}', Settings(dark=True, stage=1, text=1.5)),
        ('{"dark": "yes", "stage": true, "text": 2, "last_job": 4}', Settings()),
        ('{"colour": "red", "dark": true}', Settings(dark=True)),
        ("[1]", Settings()),
        ("{", Settings()),
        ("", Settings()),
    ],
)
def test_settings_of_the_wrong_kind_are_as_good_as_none(tmp_path, text, read):
    path = tmp_path / "settings.json"
    path.write_text(text)
    assert SettingsFile(path).values == read


def test_settings_that_cannot_be_written_are_kept_for_this_time(tmp_path):
    (tmp_path / "in-the-way").write_text("")
    settings = SettingsFile(tmp_path / "in-the-way" / "settings.json")
    settings.remember(replace(settings.values, dark=True))
    assert settings.values.dark


# --- the start --------------------------------------------------------------------------------


def test_the_studio_lives_where_it_is_told_or_with_the_user_s_data(monkeypatch, tmp_path):
    monkeypatch.setenv("WICKEL_HOME", str(tmp_path / "own"))
    assert start.data_folder() == tmp_path / "own"
    monkeypatch.delenv("WICKEL_HOME")
    monkeypatch.setenv("XDG_DATA_HOME", str(tmp_path / "data"))
    assert start.data_folder() == tmp_path / "data" / "wickel"


@pytest.mark.parametrize(
    ("platform", "display", "there"),
    [
        ("offscreen", "", True),
        ("", "", False),
        ("", ":7", True),
        ("xcb", "", False),
        ("minimal", "", True),
    ],
)
def test_whether_there_is_a_screen(monkeypatch, platform, display, there):
    monkeypatch.setenv("QT_QPA_PLATFORM", platform)
    monkeypatch.setenv("DISPLAY", display)
    monkeypatch.delenv("WAYLAND_DISPLAY", raising=False)
    assert start._screen_is_there() == there


@pytest.mark.parametrize(("dots", "scale"), [(96, 1.0), (72, 1.0), (144, 1.5), (300, 2.0)])
def test_the_desktop_s_text_is_followed_within_reason(dots, scale):
    app = SimpleNamespace(primaryScreen=lambda: SimpleNamespace(logicalDotsPerInch=lambda: dots))
    assert desktop_text_scale(app) == scale
    assert desktop_text_scale(SimpleNamespace(primaryScreen=lambda: None)) == 1.0
