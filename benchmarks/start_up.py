"""Seconds from the command to the shown window (then it closes), three starts. Needs no screen.

Run with  .venv/bin/python -m benchmarks.start_up
"""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
from time import perf_counter


def main() -> None:
    with tempfile.TemporaryDirectory() as home:
        environment = {
            **os.environ,
            "QT_QPA_PLATFORM": os.environ.get("QT_QPA_PLATFORM", "offscreen"),
            "WICKEL_HOME": home,
            "WICKEL_QUIT_WHEN_SHOWN": "1",
        }
        for k in range(3):
            started = perf_counter()
            subprocess.run([sys.executable, "-m", "wickel", "demo"], env=environment, check=True)
            print(f"start {k + 1}: {perf_counter() - started:.2f} s")


if __name__ == "__main__":
    main()
