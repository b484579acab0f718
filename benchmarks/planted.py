"""Faults planted one by one, to see that the tests find them: ``python -m benchmarks.planted``.

Each is planted in a copy of the source, the tests of its room are run until the first that fails,
and the fault counts as found when one does. What is not found ends the run with 1 and is named.
``--only WORD`` plants those whose file holds a word.
"""

from __future__ import annotations

import argparse
import os
import shutil
import subprocess
import sys
import tempfile
from dataclasses import dataclass
from pathlib import Path
from time import perf_counter

ROOT = Path(__file__).parents[1]


@dataclass(frozen=True, slots=True)
class Fault:
    """A fault: in a file of the source, what stands there once, what is put there, and where the
    tests are that are to find it."""

    file: str
    was: str
    fault: str
    tests: str


FAULTS = (
    Fault("geometry/offset.py", "reach = limit * max(a, b)", "reach = 0.2 * max(a, b)", "geometry"),
    Fault("geometry/outline.py", "if len(outline) < 3:", "if len(outline) < 2:", "geometry"),
    Fault("geometry/outline.py", "short > longest_mm", "short > 0", "geometry"),
    Fault("geometry/unfold.py", "if max(map(abs, off)) > FOLD", "if 0 > FOLD", "geometry"),
    Fault("pattern/piece.py", "abs(b.at_mm - a.at_mm)", "abs(b.at_mm + a.at_mm)", "draft pattern"),
    Fault("units.py", "math.ceil((mm - 0.01) / step_mm)", "round(mm / step_mm)", "test_units.py"),
    Fault("typed.py", "Fraction(3, 8)", "Fraction(3, 4)", "test_units.py"),
    Fault("days.py", "% _WEEK_DAYS + 1", "% _WEEK_DAYS", "test_days.py"),
    Fault("body/body.py", "if m not in body.meas", "if m in body.meas", "body"),
    Fault("cloth/spread.py", "2 * sum(depths_mm) <= width", "sum(depths_mm) <= width", "cloth"),
    Fault("draft/drafting.py", "if doubt.impossible and", "if not doubt.impossible and", "draft"),
    Fault("draft/checks.py", "else 1.0 + stretch", "else 1.0 - stretch", "job/test_advice.py"),
    Fault("lay/exact.py", "OVERLAP_MM2 = 0.01", "OVERLAP_MM2 = 1e7", "lay"),
    Fault("lay/exact.py", "EDGE_MM = 0.001", "EDGE_MM = 50.0", "lay"),
    Fault("lay/searching.py", "if better(other, lay):", "if not better(other, lay):", "lay"),
    Fault("lay/nest/starting.py", "jit.go_without()", "pass", "lay/test_starting.py"),
    Fault("yardage/need.py", "2 * cloth.squaring_mm", "cloth.squaring_mm", "yardage job"),
    Fault("yardage/need.py", "/ (1 - cloth.shrink_along)", "* (1 - cloth.shrink_along)", "yardage"),
    Fault("job/work.py", "min(order.copies, cut.get", "max(order.copies, cut.get", "job"),
    Fault("job/sound.py", "except (DraftRefused, JobRefused):", "except KeyError:", "job"),
    Fault("cutting/order.py", ") < max(rank[k]", ") > max(rank[k]", "cutting"),
    Fault("drawing/names.py", "_CLEAR_MM = 6.0", "_CLEAR_MM = -60.0", "drawing cutting files"),
    Fault("files/saving.py", "os.fsync(file.fileno())", "os.remove(temporary)", "files"),
    Fault("files/rescue.py", "if kept is not None:", "if True:", "app/test_unsaved.py"),
    Fault(
        "studio/handing_out.py", "if own.file_size > MOST_OF_ONE", "if 0 > MOST_OF_ONE", "studio"
    ),
    Fault("geometry/path.py", "t * t * t", "t * t", "geometry"),
    Fault("geometry/transform.py", "math.sin(", "math.cos(", "geometry"),
    Fault("geometry/outline.py", "ux * vx + uy * vy >= 0", "ux * vx + uy * vy < 0", "geometry"),
    Fault(
        "pattern/turning.py", "MOST_TURN_DEG = 150.0", "MOST_TURN_DEG = 190.0", "job/test_sound.py"
    ),
    Fault("body/chart.py", "growth * (key_mm", "-growth * (key_mm", "body"),
    Fault("body/client.py", "key=lambda b: b.taken", "key=lambda b: b.name", "body"),
    Fault("cloth/cloth.py", "if not 0 <= value <= 3:", "if not 0 <= value <= 30:", "cloth"),
    Fault("draft/chalk.py", "MOST_ON_CURVE = 12", "MOST_ON_CURVE = 120", "draft/test_chalk.py"),
    Fault(
        "draft/notions.py",
        "piece.notches if piece.layer is Layer.OUTER else ()",
        "piece.notches",
        "job draft",
    ),
    Fault("draft/operations/change.py", "for part in (1, 2)", "for part in (2, 3)", "job"),
    Fault("draft/operations/splitting.py", "not in materials)", "in materials)", "draft"),
    Fault(
        "draft/builder/lower.py",
        "ruled_quarters_mm(p",
        "0.5 + ruled_quarters_mm(p",
        "job/test_advice.py",
    ),
    Fault("lay/demand.py", "self.copies - half)", "half)", "lay job"),
    Fault("lay/waste.py", "min(m, n) * CELL_MM < LEAST", "max(m, n) * CELL_MM < LEAST", "lay"),
    Fault("lay/lengths.py", "if order.copies % each:", "if False:", "lay job"),
    Fault("lay/hand/stances.py", "asked - sum(", "asked + sum(", "lay job"),
    Fault("lay/rules.py", "CLOSE_MM = 0.01", "CLOSE_MM = 100.0", "lay"),
    Fault("job/cards.py", 'name="", cut={}', "cut={}", "job"),
    Fault("job/culprits.py", "if id not in refusal.concerns and", "if False and", "job"),
    Fault("job/unheard.py", "return _pieces(given) == _p", "return _pieces(given) != _p", "job"),
    Fault("pattern/sewing.py", "(piece.of, edge.name), sleeve", '("", ""), sleeve', "cutting"),
    Fault("cutting/joining.py", "- _darts_on(piece, own)", "+ _darts_on(piece, own)", "cutting"),
    Fault("cutting/to_cut.py", "tuple(map(as_cut, drafts))", "tuple(drafts)", "cutting"),
    Fault("drawing/copies.py", "!= placement.mirrored", "== placement.mirrored", "drawing cutting"),
    Fault("files/kept_file.py", "placement.turn_deg", "-placement.turn_deg", "files"),
    Fault(
        "wording/language.py", "one if value == 1 else", "one if value == 2 else", "test_wording.py"
    ),
    Fault("app/drafts.py", "before.last or before.garments", "()", "app/test_figures_panel.py"),
    Fault(
        "app/session.py", "if self._document.a", "if not self._document.a", "app/test_session.py"
    ),
    Fault("cli/making.py", "(best is not None or progress == PLANNING) and ", "", "lay"),
    Fault("plotting/sending.py", "65536", "65", "plotting"),
    Fault("desktop/integrating.py", '.replace("%", "%%")', "", "desktop"),
    Fault("app/runners.py", "self._beats += 1", "self._beats += 0", "app/test_care.py"),
    Fault("app/lay_search.py", "ways=(way, *others)", "ways=(*others, way)", "app/test_session.py"),
    Fault("app/widgets/field.py", "and self.isModified()", "and False", "app/test_typing.py"),
    Fault("app/opening.py", "while file.is_unsaved and", "while False and", "app/test_unsaved.py"),
    Fault("app/menus.py", "lay is not None and in_sight", "True", "app/test_hand_work.py"),
    Fault(
        "app/settings.py", 'return "\\0" not in value', "return True", "app/test_settings_sheet.py"
    ),
)


def planted(fault: Fault, source: Path) -> bool:
    """Whether a fault that is planted in a copy of the source is found."""
    path = source / "wickel" / fault.file
    text = path.read_text()
    if text.count(fault.was) < 1:
        raise SystemExit(f"{fault.file}: “{fault.was}” does not stand there any more")
    path.write_text(text.replace(fault.was, fault.fault, 1))
    tests = [f"tests/{room}" for room in fault.tests.split()]
    try:
        done = subprocess.run(
            [sys.executable, "-m", "pytest", "-x", "-q", "-p", "no:cacheprovider", *tests],
            cwd=ROOT,
            env=os.environ | {"PYTHONPATH": str(source), "QT_QPA_PLATFORM": "offscreen"},
            stdout=subprocess.DEVNULL,
            stderr=subprocess.DEVNULL,
            check=False,
        )
    finally:
        path.write_text(text)
    return done.returncode == 1


def main() -> None:
    """Plant every fault, and say which are found."""
    asked = argparse.ArgumentParser(description=__doc__)
    asked.add_argument("--only", default="", help="those whose file holds this word")
    only = asked.parse_args().only
    missed = []
    with tempfile.TemporaryDirectory() as folder:
        source = Path(folder) / "src"
        shutil.copytree(ROOT / "src", source, ignore=shutil.ignore_patterns("__pycache__"))
        for fault in FAULTS:
            if only not in fault.file:
                continue
            began = perf_counter()
            found = planted(fault, source)
            missed += [] if found else [fault]
            words = "found" if found else "MISSED"
            print(
                f"{words:7}{perf_counter() - began:6.1f} s  {fault.file}: {fault.was}", flush=True
            )
    sys.exit(bool(missed))


if __name__ == "__main__":
    main()
