"""The window on screens of one to three pixels to the point: as sharp as the screen, and with room
for all words."""

import json
import os
import shutil
import subprocess
import sys

import pytest

from tests.often import usual
from wickel.app.stage import Stage


@pytest.mark.parametrize("scale", usual((1.0, 1.5, 2.0, 3.0), ()))
def test_at_every_scale_the_window_is_whole_and_sharp(scale, demo_home, tmp_path):
    shutil.copytree(demo_home, tmp_path / "home")
    told = subprocess.run(
        (sys.executable, "-m", "tests.app.at_scale", str(tmp_path / "home")),
        env={**os.environ, "QT_SCALE_FACTOR": f"{scale}", "QT_QPA_PLATFORM": "offscreen"},
        capture_output=True,
        text=True,
        timeout=300,
        check=True,
    )
    seen = json.loads(told.stdout.splitlines()[-1])
    assert set(seen) == {stage.title for stage in Stage}
    for title, own in seen.items():
        assert own["pixels"] == [round(1280 * scale), round(800 * scale)], title
        assert own["faults"] == [], title
