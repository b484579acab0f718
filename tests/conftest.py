"""Shared set-up: hypothesis without a clock, no screen, a home of its own for every test."""

import os

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

import pytest
from hypothesis import HealthCheck, settings

from tests.files.read_server import ReadServer
from tests.often import run_all
from wickel.files.drawings import reading_in
from wickel.units import Unit
from wickel.wording import show_in

settings.register_profile(
    "wickel",
    deadline=None,
    derandomize=True,
    max_examples=40,
    suppress_health_check=[HealthCheck.too_slow],
)
settings.load_profile("wickel")


def pytest_addoption(parser):
    parser.addoption("--all", action="store_true", help="also what runs at length")


def pytest_configure(config):
    """Before anything is collected: parameters that run at length are not even made else."""
    run_all(config.getoption("--all"))


def pytest_collection_modifyitems(config, items):
    """The fast core first, the window last; what runs at length only when asked for."""
    if not config.getoption("--all"):
        left_out = [item for item in items if item.get_closest_marker("long")]
        if left_out:
            config.hook.pytest_deselected(items=left_out)
            items[:] = [item for item in items if not item.get_closest_marker("long")]
    items.sort(key=lambda item: ("tests/app" in str(item.path), "test_cli" in str(item.path)))


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
