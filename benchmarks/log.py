"""How long the log takes to be opened, listed and searched with 5,000 entries.

python -m benchmarks.log
"""

from __future__ import annotations

import tempfile
from pathlib import Path
from time import perf_counter

from wickel.studio.book import Log, LogEntry, open_store

ENTRIES = 5000


def main() -> None:
    with tempfile.TemporaryDirectory() as home:
        store = open_store(Path(home) / "book", "2026-11-29")
        log = Log(store)
        began = perf_counter()
        for k in range(ENTRIES):
            log.keep(
                LogEntry(
                    id=f"{k:05}",
                    day=f"20{k % 20 + 10}-{k % 12 + 1:02}-{k % 28 + 1:02}",
                    job=f"Dress {k}",
                    client=f"Client {k % 300}",
                    styles=(f"Style {k % 26}",),
                    cloths=(f"Cloth {k % 90}",),
                    note="longer in front" if k % 3 == 0 else "",
                )
            )
        print(f"kept, each: {1000 * (perf_counter() - began) / ENTRIES:.1f} ms")
        store.close()
        for words, act in (
            ("opened", lambda: open_store(Path(home) / "book", "2026-11-29").close()),
            ("listed", lambda: log.found("", 60)),
            ("searched", lambda: log.found("client 17 longer", 60)),
            ("searched in vain", lambda: log.found("nothing like it", 60)),
            (
                "alike",
                lambda: log.alike(
                    client="Client 5", styles=["Style 5"], cloths=["Cloth 5"], most=60
                ),
            ),
        ):
            took = []
            for _ in range(7):
                began = perf_counter()
                act()
                took.append(perf_counter() - began)
            print(f"{words}: {1000 * sorted(took)[3]:.1f} ms")


if __name__ == "__main__":
    main()
