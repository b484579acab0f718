"""Shared set-up: hypothesis without a clock, no screen, a home of its own for every test."""

import os

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

import pytest
from hypothesis import HealthCheck, settings

settings.register_profile(
    "wickel", deadline=None, derandomize=True, max_examples=60, suppress_health_check=[HealthCheck.too_slow]
)
settings.load_profile("wickel")


def pytest_collection_modifyitems(items):
    """The fast core first, the window last."""
    items.sort(key=lambda item: ("tests/app" in str(item.path), "test_cli" in str(item.path)))


@pytest.fixture(autouse=True)
def _home(tmp_path, monkeypatch):
    monkeypatch.setenv("WICKEL_HOME", str(tmp_path / "home"))
