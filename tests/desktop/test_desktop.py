"""What the desktop is given: valid, put in place, taken away again without a trace."""

import shutil
import subprocess
import sys

import pytest
from typer.testing import CliRunner

from tests.often import usual
from wickel import __version__
from wickel.__main__ import app
from wickel.desktop import integrate, manual_page, placed_files, remove
from wickel.desktop.integrating import _quoted

CHECKS = {
    "wickel.desktop": ("desktop-file-validate",),
    "metainfo.xml": ("appstreamcli", "validate", "--no-net"),
}


@pytest.fixture
def data(tmp_path, monkeypatch):
    monkeypatch.setenv("XDG_DATA_HOME", str(tmp_path / "data"))
    return tmp_path / "data"


def test_everything_is_put_in_place_and_taken_away_again(data):
    beside = data / "applications" / "other.desktop"
    beside.parent.mkdir(parents=True)
    beside.write_text("[Desktop Entry]\nType=Application\nName=Other\nExec=true\n")
    made = integrate(app, command="/opt/a b/wickel")
    assert {path.relative_to(data).parts[0] for path in made} >= {
        "applications", "icons", "mime", "metainfo", "man", "bash-completion",
    }  # fmt: skip
    entry = (data / "applications" / "wickel.desktop").read_text()
    assert 'Exec="/opt/a b/wickel" open %f' in entry
    gone = remove(app)
    assert set(gone) == set(made)
    assert beside.exists()
    left = [path for path in data.rglob("*") if "wickel" in path.name and path.is_file()]
    assert left == []


def test_integrate_is_a_command(data):
    result = CliRunner().invoke(app, ["integrate"])
    assert result.exit_code == 0
    assert "wickel.desktop" in result.output
    result = CliRunner().invoke(app, ["integrate", "--remove"])
    assert result.exit_code == 0
    assert not (data / "applications" / "wickel.desktop").exists()


def test_a_path_with_other_than_plain_signs_is_quoted_in_the_entry():
    # by the specification of desktop entries: signs of the shell are escaped, % is written twice
    assert _quoted("/opt/wickel-1.0/bin/wickel") == "/opt/wickel-1.0/bin/wickel"
    assert _quoted("/opt/100 % linen/wickel") == '"/opt/100 %% linen/wickel"'
    assert _quoted('/opt/a "b" $c/wickel') == '"/opt/a \\\\"b\\\\" \\\\$c/wickel"'


@pytest.mark.parametrize("ending", CHECKS)
def test_entry_and_metadata_are_valid(ending, tmp_path):
    command = CHECKS[ending]
    if shutil.which(command[0]) is None:
        pytest.skip(f"{command[0]} is not here")
    (own,) = [own for own in placed_files(app, "wickel") if own.path.endswith(ending)]
    path = tmp_path / own.path.rpartition("/")[2]
    path.write_bytes(own.content)
    done = subprocess.run([*command, str(path)], capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stdout + done.stderr


def test_a_job_is_known_by_its_name(data):
    if shutil.which("update-mime-database") is None or shutil.which("gio") is None:
        pytest.skip("no desktop tools here")
    integrate(app, command="wickel")
    path = data / "skirt.wickel.json"
    path.write_text("{}")
    said = subprocess.run(
        ["gio", "info", "-a", "standard::content-type", str(path)],
        capture_output=True,
        text=True,
        check=True,
    ).stdout
    assert "application/vnd.wickel.job+json" in said


def test_the_manual_names_every_command_and_its_options():
    page = manual_page(app, __version__)
    for name in ("export", "import", "plotter", "integrate", "lay", "open"):
        assert f".SS wickel {name}" in page
    assert "\\-\\-hpgl" in page
    assert page.startswith(".TH WICKEL 1")
    assert not [row for row in page.splitlines() if row.startswith((". ", "'"))]


@pytest.mark.parametrize("shell", usual(("bash", "zsh", "fish"), ("bash",)))
def test_commands_are_completed(shell):
    told = {
        "bash": {"COMP_WORDS": "wickel exp", "COMP_CWORD": "1"},
        "zsh": {"_TYPER_COMPLETE_ARGS": "wickel exp"},
        "fish": {"_TYPER_COMPLETE_ARGS": "wickel exp", "_TYPER_COMPLETE_FISH_ACTION": "get-args"},
    }[shell]
    done = subprocess.run(
        [sys.executable, "-m", "wickel"],
        env={"_WICKEL_COMPLETE": f"complete_{shell}", "PATH": "/usr/bin", **told},
        capture_output=True,
        text=True,
        check=False,
    )
    assert "export" in done.stdout, done.stderr


def test_icons_are_drawings_and_pictures_of_the_right_size():
    files = {own.path: own.content for own in placed_files(app, "wickel")}
    assert files["icons/hicolor/scalable/apps/wickel.svg"].startswith(b"<?xml")
    for size in (48, 128, 256):
        png = files[f"icons/hicolor/{size}x{size}/apps/wickel.png"]
        assert png[:8] == b"\x89PNG\r\n\x1a\n"
        assert int.from_bytes(png[16:20], "big") == int.from_bytes(png[20:24], "big") == size
