"""A whole job in a real window on a virtual screen, with the worker process."""

import json
import os
import shutil
import subprocess
import sys
from pathlib import Path

import pytest

HERE = Path(__file__).parent


@pytest.fixture
def screen():
    """A virtual screen of 1280x800; its name."""
    if shutil.which("Xvfb") is None:
        pytest.fail("Xvfb is missing: scripts/test installs it, or  apt-get install xvfb")
    reading, writing = os.pipe()
    server = subprocess.Popen(
        ["Xvfb", "-displayfd", str(writing), "-screen", "0", "1280x800x24", "-nolisten", "tcp"],
        pass_fds=(writing,),
        stdout=subprocess.DEVNULL,
        stderr=subprocess.DEVNULL,
    )
    os.close(writing)
    with os.fdopen(reading) as told:
        number = told.readline().strip()
    yield f":{number}"
    server.terminate()
    server.wait(10)


def run(script, screen, folder):
    """What a program in a real window prints as its last line."""
    environment = {**os.environ, "DISPLAY": screen, "QT_QPA_PLATFORM": "xcb"}
    done = subprocess.run(
        [sys.executable, str(HERE / script), str(folder)],
        capture_output=True,
        text=True,
        env=environment,
        timeout=280,
        check=False,
    )
    assert done.returncode == 0, done.stderr
    return json.loads(done.stdout.splitlines()[-1])


@pytest.mark.timeout(300)  # a busy machine may take long to start three processes
@pytest.mark.xvfb
def test_a_job_from_body_to_bought_length(screen, tmp_path):
    told = run("real_window.py", screen, tmp_path)
    assert told["platform"] == "xcb"
    first, small, large, folded, searched = told["seen"]
    assert (small[0], large[0]) == ("84", "118")
    assert small[2] < large[2]
    assert small[3] != large[3]
    assert folded[1] == "lengthwise"
    assert searched[2] <= folded[2] + 1e-6
    assert first[1] == "open"
    assert told["saved"] == "lengthwise"


@pytest.mark.timeout(300)  # a busy machine may take long to start three processes
@pytest.mark.xvfb
@pytest.mark.long
def test_a_dress_is_laid_by_hand_from_an_empty_cloth(screen, tmp_path):
    told = run("real_hand.py", screen, tmp_path)
    assert told["platform"] == "xcb"
    for how in ("mouse", "keys"):
        assert told[how]["undone"]
        assert told[how]["redone"]
        assert told[how]["same"]
    assert told["keys"]["length"] < told["mouse"]["length"]


@pytest.mark.timeout(300)  # a busy machine may take long to start three processes
@pytest.mark.xvfb
@pytest.mark.long
def test_the_guide_at_the_table_by_keyboard_closed_in_the_middle(screen, tmp_path):
    told = run("real_cut.py", screen, tmp_path)
    assert told["stopped"] == told["resumed"]
    assert told["stage"] == 6
    assert told["last"] == "after:done"
    assert told["seen"] == told["steps"]
    assert told["cut"] == told["placements"]
    assert told["seconds"] > 0


@pytest.mark.timeout(300)
@pytest.mark.xvfb
@pytest.mark.long
def test_one_sitting_from_a_new_client_to_the_job_that_uses_the_remnant(screen, tmp_path):
    told = run("real_book.py", screen, tmp_path)
    first, second = told["first"], told["second"]
    assert told["platform"] == "xcb"
    assert (first["client"], first["measured"], first["cut"]) == (["Ida Fell"], "measured", "cut")
    assert first["entry"] == "Ida Fell"
    assert first["reserved"] > first["lay"]  # with squaring and what it shrinks
    assert first["at_hand"] == pytest.approx(6000.0 - first["reserved"])
    assert len(first["remnants"]) >= 1
    assert second["adjustment"] == "Fittings have shown: 1 cm longer in front."
    assert second["cloths"][-1] in first["remnants"]
    assert second["good"]
    assert second["after"] < second["before"]
    assert second["on_remnant"]
