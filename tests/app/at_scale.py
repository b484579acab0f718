"""Opens the window in a process of its own, as Qt scales it there, and says as JSON what it looks
like on every stage: pixels to the point, faults, targets that are too small."""

import json
import sys
from pathlib import Path

from PySide6.QtCore import QEventLoop, QTimer
from PySide6.QtWidgets import QApplication

from tests.app.detector import faults, too_small
from wickel.app.runners import InlineRunner
from wickel.app.stage import Stage
from wickel.app.start import make_window

SETTLED_MS, MOST_LOOKS = 200, 20


def rest():
    """Let the window come to rest for a moment."""
    loop = QEventLoop()
    QTimer.singleShot(SETTLED_MS, loop.quit)
    loop.exec()


def main(home):
    app = QApplication([])
    window = make_window(app, home, InlineRunner(most_effort=2), demo=True)
    window.resize(1280, 800)
    window.show()
    window.book.open_now()
    seen = {}
    for stage in Stage:
        window.show_stage(stage)
        for _ in range(MOST_LOOKS):
            rest()
            if not faults(window):
                break
        picture = window.grab()
        seen[stage.title] = {
            "pixels": [picture.width(), picture.height()],
            "faults": [*faults(window), *too_small(window)],
        }
    print(json.dumps(seen))
    window.close()


if __name__ == "__main__":
    main(Path(sys.argv[1]))
