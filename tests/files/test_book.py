"""The studio's files beside its jobs: clients, schools, styles; written and read back, hostile ones
refused."""

import json

import pytest

from wickel.body import Body, Client, size_body
from wickel.draft import STYLES, Allowances, School, draft
from wickel.draft.own import blank_style, own_from_pattern
from wickel.files import (
    UnreadableFile,
    read_clients,
    read_schools,
    read_style,
    save_clients,
    save_schools,
    save_style,
)


def test_clients_come_back_as_they_were(tmp_path):
    path = tmp_path / "clients.json"
    assert read_clients(path) == ()
    kept = Body(
        name="Ines",
        measurements_mm={"bust": 912.5},
        taken="2026-05-01",
        estimated=frozenset({"bust"}),
    )
    clients = (Client(name="Ines", bodies=(kept,)), Client(name="Oda"))
    save_clients(clients, path)
    assert read_clients(path) == clients
    assert read_clients(path)[0].bodies[0].estimated == {"bust"}


def test_schools_come_back_as_they_were(tmp_path):
    path = tmp_path / "schools.json"
    schools = (
        School(
            id="own-a",
            name="A",
            options={"ease_mm": 40.0, "cap": "loose"},
            allowances=Allowances(preset="classic", own_mm={"hem": 25.0}, drawn_in=True),
        ),
    )
    save_schools(schools, path)
    assert read_schools(path) == schools


@pytest.mark.parametrize("style", ["box-dress", "corset"])
def test_styles_come_back_as_they_were(tmp_path, style):
    own = own_from_pattern("own-x", "X", draft(STYLES[style], size_body("92"), {}, Allowances()))
    save_style(own, tmp_path / "x.wickel-style.json")
    assert read_style(tmp_path / "x.wickel-style.json") == own


def record(**changes):
    return {
        "format": "wickel-style",
        "version": 1,
        "id": "own-a",
        "name": "A",
        "pieces": [piece()],
        **changes,
    }


def piece(**changes):
    point = {"name": "p", "down": "0", "across": "bust/4"}
    return {"id": "a", "name": "A", "points": [point, point, point], **changes}


@pytest.mark.parametrize(
    ("value", "says"),
    [
        (record(version=4), "newer Wickel"),
        (record(version=2), "style is missing"),
        (record(format="other"), "format"),
        (record(pieces=[piece(), piece()]), "two pieces with one id"),
        (
            record(
                pieces=[piece(points=[{"name": "p", "down": "0", "across": "0", "then": "wave"}])]
            ),
            "line “wave”",
        ),
        (
            record(pieces=[piece(points=[{"name": "p", "down": "0", "across": "0", "role": "x"}])]),
            "allowance “x”",
        ),
        (
            record(pieces=[piece(points=[{"name": "p", "down": "1" * 301, "across": "0"}])]),
            "300 characters",
        ),
        (record(pieces=[piece(copies=0)]), "copies"),
        (record(pieces=[piece(copies="2")]), "copies"),
        (record(options=[{"id": "a b", "question": "?", "default_mm": 1.0}]), "options"),
    ],
)
def test_a_style_file_that_is_wrong_is_refused_with_its_place(tmp_path, value, says):
    path = tmp_path / "bad.wickel-style.json"
    path.write_text(json.dumps(value))
    with pytest.raises(UnreadableFile, match=says):
        read_style(path)


CLIENTS_START = (
    '{"format": "wickel-clients", "version": 1, "clients": [{"name": "A", "bodies": '
    '[{"measurements_mm": '
)


@pytest.mark.parametrize(
    "text",
    [
        "",
        "[]",
        "{",
        '{"format": "wickel-clients"}',
        CLIENTS_START + '{"tail": 3}}]}]}',
        CLIENTS_START + '{"bust": NaN}}]}]}',
        CLIENTS_START + '{"bust": -3}}]}]}',
    ],
)
def test_a_clients_file_that_is_wrong_is_refused(tmp_path, text):
    path = tmp_path / "clients.json"
    path.write_text(text)
    with pytest.raises(UnreadableFile):
        read_clients(path)


def test_a_blank_style_can_be_written(tmp_path):
    save_style(blank_style("own-new", "New"), tmp_path / "new.wickel-style.json")
    assert read_style(tmp_path / "new.wickel-style.json").name == "New"
