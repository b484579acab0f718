"""Shared set-up: hypothesis without a clock, no screen, a home of its own for every test."""

import os

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

import pytest
from hypothesis import HealthCheck, settings

from tests.files.read_server import ReadServer
from tests.often import FEW, run_all
from wickel.files.drawings import reading_in
from wickel.units import Unit
from wickel.wording import show_in

for profile, examples in (("usual", 20), ("all", 60)):
    settings.register_profile(
        profile,
        deadline=None,
        derandomize=True,
        max_examples=examples,
        suppress_health_check=[HealthCheck.too_slow],
    )
settings.load_profile("usual")


def pytest_addoption(parser):
    parser.addoption("--all", action="store_true", help="also what runs at length")
    parser.addoption("--fast", action="store_true", help="only the core, two cases of each test")


def pytest_configure(config):
    """Before anything is collected: parameters that run at length are not even made else."""
    run_all(config.getoption("--all"))
    settings.load_profile("all" if config.getoption("--all") else "usual")


def pytest_collection_modifyitems(config, items):
    """The fast core first, the window last; what runs at length only when asked for."""
    if not config.getoption("--all"):
        _leave_out(config, items, [item for item in items if item.get_closest_marker("long")])
        _leave_out(config, items, _beyond_few(items))
    if config.getoption("--fast"):
        _leave_out(config, items, _slow(items))
    items.sort(key=lambda item: ("tests/app" in str(item.path), "test_cli" in str(item.path)))


def _leave_out(config, items, left_out):
    if left_out:
        config.hook.pytest_deselected(items=left_out)
        gone = set(map(id, left_out))
        items[:] = [item for item in items if id(item) not in gone]


def _beyond_few(items):
    """Of the tests of which few cases are usual all but so many, evenly taken from all."""
    cases = {}
    for item in items:
        name = f"{item.path.stem}::{item.originalname}"
        if name in FEW:
            cases.setdefault(name, []).append(item)
    kept = set()
    for name, own in cases.items():
        few = min(FEW[name], len(own))
        kept |= {id(own[k * len(own) // few]) for k in range(few)}
    return [item for own in cases.values() for item in own if id(item) not in kept]


def _slow(items):
    """What a run under a minute does without: the window, the command line, whatever starts
    processes or searches long, and all cases of a test but the first and the last."""
    cases = {}
    for item in items:
        cases.setdefault((item.path, item.originalname), []).append(item)
    kept = {id(own[k]) for own in cases.values() for k in (0, -1)}
    return [
        item
        for item in items
        if id(item) not in kept or any(part in str(item.path) for part in SLOW)
    ]


SLOW = (
    *("tests/app", "tests/test_cli", "tests/plotting", "tests/desktop", "tests/test_repro"),
    *("test_hostile", "test_drawings", "test_cut_papers", "test_table", "test_book_store"),
    *("tests/studio", "test_version", "test_sound", "test_builder", "test_papers_in_units"),
    *("test_lay.py", "test_search", "test_hand.py", "test_figures", "test_wording", "test_docs"),
    *("test_all_styles", "tests/cutting", "test_buying", "test_code"),
    *("test_random_jobs", "test_every_style", "test_garments", "test_matching", "test_stopping"),
)


@pytest.fixture(autouse=True)
def _home(tmp_path, monkeypatch):
    monkeypatch.setenv("WICKEL_HOME", str(tmp_path / "home"))
    show_in(Unit.CM)


@pytest.fixture(scope="session")
def read_server():
    """A server that reads drawings, started when the first is to be read."""
    server = ReadServer()
    yield server
    server.close()


@pytest.fixture(autouse=True)
def _forked_reader(request, read_server, monkeypatch):
    """Drawings are read by forks of one server, but for what is about the real process."""
    if request.node.get_closest_marker("real_reader") is None:
        monkeypatch.setattr(reading_in, "subprocess", read_server)
