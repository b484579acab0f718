"""Copies put together at their seams: who joins whom, level at the foot, upright, not on each
other."""

import pytest
from shapely.geometry import Polygon

from wickel.body import size_body
from wickel.cloth import Cloth, Design, Figure, Print, Repeat
from wickel.job import AskedOfPrint, Garment, Job, cut_pieces, drafted, sewn_rows
from wickel.lay import Search, make_lay, worn_copies


def rows_of(style, size="92", way="open", seams=(), design=None):
    cloth = Cloth(id="main", usable_width_mm=1500, print=Print.TWO_WAY, design=design or Design())
    other = Cloth(id="other", usable_width_mm=6000, print=Print.ANY)
    cloths = dict.fromkeys(("contrast", "lining", "interfacing"), "other") | {"main": "main"}
    asked = AskedOfPrint(seams=seams)
    garment = Garment(
        id="d", style=style, body=size_body(size), size=size, cloths=cloths, on_print=asked
    )
    lay = make_lay(
        cut_pieces(Job(cloths=(cloth, other), garments=(garment,))),
        cloth,
        way,
        search=Search(effort=40),
    )
    assert lay.complete
    return lay, sewn_rows((drafted(garment),), worn_copies(lay))


def names(row):
    return [sewn.copy.piece.removeprefix("d/") for sewn in row]


@pytest.mark.parametrize(
    ("style", "first"),
    [
        ("box-dress", ["front", "back"]),
        ("bodice", ["front", "back", "back"]),
        ("panelled-skirt", ["panel"] * 6),
        (
            "jacket",
            [
                "front-centre",
                "front-side",
                "back-side",
                "back-centre",
                "back-side",
                "front-side",
                "front-centre",
            ],
        ),
    ],
)
def test_the_body_hangs_together_in_one_row(style, first):
    _, rows = rows_of(style, "96" if style == "jacket" else "92")
    assert names(rows[0]) == first
    assert not any("facing" in name or "bag" in name for row in rows for name in names(row))
    assert not any(set(names(row)) == {"sleeve"} for row in rows)
    ids = [sewn.copy.id for row in rows for sewn in row]
    assert len(ids) == len(set(ids))
    for row in rows:
        shapes = [Polygon(sewn.move.all(sewn.copy.net)).buffer(0) for sewn in row]
        for k, one in enumerate(shapes):
            assert all(
                one.intersection(two).area <= 0.05 * min(one.area, two.area) for two in shapes[:k]
            )
        assert all((sewn.move.a, sewn.move.e) == (1.0, 1.0) for sewn in row)  # upright


@pytest.mark.parametrize("way", ["open", "lengthwise"])
def test_stripes_that_meet_in_the_lay_are_level_when_put_together(way):
    design = Design(figure=Figure.STRIPE_ACROSS, repeat=Repeat(along_mm=60.0))
    _, rows = rows_of("box-dress", way=way, seams=("side seam",), design=design)
    (row,) = [row for row in rows if sorted(names(row)) == ["back", "front"]]
    phases = []
    for sewn in row:
        # how far along the cloth the level y = 0 of the row lies, modulo the repeat; the cloth may
        # be turned by 180°
        shown = sewn.move.after(sewn.copy.upright)
        x, _ = shown.inverse()((0.0, 0.0))
        phases.append(x % 60.0 if shown.inverse().direction((0.0, 1.0))[0] < 0 else -x % 60.0)
    assert abs((phases[0] - phases[1] + 30.0) % 60.0 - 30.0) < 0.5
