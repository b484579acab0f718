"""In the styles on the ledger no length is drawn that the ledger does not give: their syntax trees
hold none outside its rules, the bounds of their questions, and named tolerances."""

import ast
from pathlib import Path

import pytest

import wickel.draft

HERE = Path(wickel.draft.__file__).parent
FILES = (
    *(f"styles/{path.name}" for path in sorted((HERE / "styles").glob("*.py"))),
    "grown_on.py",
    "torso.py",
    "legs.py",
    "sleeves.py",
    "collars.py",
    "facings.py",
    "fastenings.py",
    "necklines.py",
    "parts.py",
    "pockets.py",
    "torso_panels.py",
    "upper.py",
    "circles.py",
    "close_skirt.py",
    "skirts.py",
    "builder/lower.py",
    "builder/making.py",
    "builder/garment.py",
    *(f"builder/parts/{path.name}" for path in sorted((HERE / "builder/parts").glob("*.py"))),
)
TAKES = ("length", "both", "solved", "number", "angle")
ASKS = ("LengthOption", "ChoiceOption", "TapeCheck", "Part")
SHARES = 4.0
"""Numbers up to this are shares and counts, not lengths in mm."""

KNOWN = {
    ("styles/knit_top.py", 90.0),  # degrees: ribs run across
    ("styles/cowl_top.py", 45.0),  # degrees: on the bias
    ("styles/slip_top.py", 45.0),
    ("legs.py", 90.0),  # how far down a pleat is marked
    ("grown_on.py", 30.0),  # what a style without a ledger leaves of its shoulder
    ("parts.py", 6),  # a sixth of the bust
    ("torso.py", 25.0),
    ("torso.py", 40.0),
}


def literals(path):
    """Numbers larger than a share, where they would be drawn with: (line, value)."""
    tree = ast.parse(path.read_text())

    def walk(node, allowed):
        for child in ast.iter_child_nodes(node):
            ok = allowed or (isinstance(child, (ast.Assign, ast.AnnAssign)) and node is tree)
            if isinstance(child, ast.Call):
                name = getattr(child.func, "attr", getattr(child.func, "id", ""))
                ok = ok or name in ASKS
                of_ledger = getattr(getattr(child.func, "value", None), "id", "") == "ledger"
                ok = ok or (of_ledger and name in TAKES)
            # what is usual of a value where a style has no ledger yet
            ok = ok or (isinstance(child, ast.AnnAssign) and isinstance(node, ast.ClassDef))
            if isinstance(child, ast.FunctionDef):
                asks = child.name.endswith(("_options", "checked", "_checks"))
                ok = ok or asks
            number = isinstance(child, ast.Constant) and isinstance(child.value, int | float)
            if number and abs(child.value) > SHARES and not ok:
                yield child.lineno, child.value
            yield from walk(child, ok)

    return list(walk(tree, allowed=False))


@pytest.mark.parametrize("name", FILES)
def test_no_length_is_drawn_that_the_ledger_does_not_give(name):
    by_hand = [(line, mm) for line, mm in literals(HERE / name) if (name, mm) not in KNOWN]
    assert by_hand == []


def test_a_length_that_is_drawn_by_hand_is_found(tmp_path):
    path = tmp_path / "style.py"
    path.write_text(
        'def steps(ledger):\n    return ledger.length("a", "5 cm", "A", (10, 90)) + 38.0\n'
    )
    assert literals(path) == [(2, 38.0)]
