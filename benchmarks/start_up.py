"""Seconds from the command to the shown window with the demo job, and the memory of the window's
process; four starts.

The first start makes the demo studio; the others are warm. Needs no screen. Run with
.venv/bin/python -m benchmarks.start_up
"""

from __future__ import annotations

import os
import subprocess
import sys
import tempfile
import time

SHOWN = """
import sys, time
from wickel.app import start
from PySide6.QtWidgets import QApplication
app = QApplication(["wickel"])
window = start.make_window(app, start.data_folder(), start.ProcessRunner(), demo=True)
window.show()
app.processEvents()
took = time.time() - float(sys.argv[1])
with open("/proc/self/status") as status:
    kilobytes = next(line.split()[1] for line in status if line.startswith("VmRSS"))
print(f"window after {took:.2f} s, {int(kilobytes) / 1000:.0f} MB")
window.close()
"""


def main() -> None:
    with tempfile.TemporaryDirectory() as home:
        platform = os.environ.get("QT_QPA_PLATFORM", "offscreen")
        environment = {**os.environ, "QT_QPA_PLATFORM": platform, "WICKEL_HOME": home}
        for k in range(4):
            started = time.time()
            subprocess.run([sys.executable, "-c", SHOWN, str(started)], env=environment, check=True)
            print(f"start {k + 1}: closed after {time.time() - started:.2f} s")


if __name__ == "__main__":
    main()
