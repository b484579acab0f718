"""Swatches: every figure is well-formed, lies in one repeat, meets itself at the seams, and says
which way is up."""

import io
import re
import xml.etree.ElementTree as ET
from dataclasses import replace

import numpy as np
import pytest
from PySide6.QtCore import QByteArray, QRectF
from PySide6.QtGui import QImage, QPainter
from PySide6.QtSvg import QSvgRenderer

from wickel.cloth import Border, BorderAt, Cloth, Design, Figure, Motif, Repeat
from wickel.files.swatch import DEFAULT_MM, GROUND, border_svg, ground_of, shade, tile_mm, tile_svg

SMALL = 120


def cloth(figure, along=90.0, across=60.0, **more):
    design = Design(
        figure=figure, repeat=Repeat(along_mm=along, across_mm=across), **more.pop("design", {})
    )
    return Cloth(id="c", usable_width_mm=1400, colour="#8899AA", design=design, **more)


def pixels(svg, wide=SMALL, high=SMALL):
    """The picture as rows from the top, three colours each."""
    image = QImage(wide, high, QImage.Format.Format_RGB32)
    image.fill(0)
    painter = QPainter(image)
    QSvgRenderer(QByteArray(svg.encode())).render(painter, QRectF(0, 0, wide, high))
    painter.end()
    return np.frombuffer(image.constBits(), np.uint8).reshape(high, wide, 4)[:, :, :3].astype(int)


@pytest.mark.parametrize("figure", Figure)
def test_a_tile_is_drawn_in_its_size_from_its_start(qapp, figure):
    root = ET.parse(io.StringIO(tile_svg(cloth(figure)))).getroot()
    assert root.get("viewBox") == "0 -30 90 60"
    assert (root.get("width"), root.get("height")) == ("90mm", "60mm")
    drawn = pixels(tile_svg(cloth(figure)))
    assert drawn.min() > 0  # nothing is left unpainted
    assert drawn.std() > 0.5  # and something is on the ground


@pytest.mark.parametrize("figure", Figure)
def test_a_figure_nobody_has_measured_has_a_size(figure):
    plain = Cloth(id="c", usable_width_mm=1400, design=Design(figure=figure))
    assert tile_mm(plain) == DEFAULT_MM[figure]


def test_a_tile_is_as_large_as_the_repeat_is_after_the_wash():
    washed = cloth(Figure.CHECK, shrink_along=0.1, shrink_across=0.05)
    assert tile_mm(washed) == pytest.approx((81.0, 57.0))


@pytest.mark.parametrize(
    "figure", [Figure.CHECK, Figure.UNEVEN_CHECK, Figure.STRIPE_ACROSS, Figure.SPRIG]
)
def test_tiles_meet_at_their_ends(qapp, figure):
    drawn = pixels(tile_svg(cloth(figure)), 180, 120)
    assert np.abs(drawn[:, 0] - drawn[:, -1]).mean() < 30
    assert np.abs(drawn[:, 0] - drawn[:, 90]).mean() > np.abs(drawn[:, 0] - drawn[:, -1]).mean()


@pytest.mark.parametrize(
    ("figure", "along", "across"),
    [
        (Figure.CHECK, True, True),
        (Figure.SPRIG, True, True),
        (Figure.STRIPE_ALONG, True, True),
        (Figure.UNEVEN_CHECK, False, False),
        (Figure.ONE_WAY, False, False),
    ],
)
def test_what_is_its_own_mirror_image_is_drawn_so_and_what_is_not_is_not(
    qapp, figure, along, across
):
    drawn = pixels(tile_svg(cloth(figure)))
    assert (np.abs(drawn - drawn[:, ::-1]).mean() < 0.5) == along
    assert (np.abs(drawn - drawn[::-1]).mean() < 0.5) == across


def test_heads_at_the_end_turn_the_birds_round(qapp):
    one = pixels(tile_svg(cloth(Figure.ONE_WAY)))
    other = pixels(tile_svg(cloth(Figure.ONE_WAY, heads_at_end=True)))
    assert np.abs(one - other).mean() > 1
    assert np.abs(one - other[:, ::-1]).mean() < 0.5


def test_a_motif_lies_where_the_card_says(qapp):
    middle = Motif(x_mm=45, y_mm=30, length_mm=40, width_mm=40)
    drawn = pixels(tile_svg(cloth(Figure.MOTIF, design={"motif": middle})), 180, 120)
    differs = np.abs(drawn - drawn[5, 5]).sum(axis=2) > 30
    rows, columns = np.nonzero(differs)
    aside = (
        np.hypot((columns - 90) / 2, (rows - 0) / 2) < 22
    )  # y 30 of a repeat of 60 is its seam: half above, half below
    assert aside.any()
    moved = replace(middle, y_mm=0)
    drawn = pixels(tile_svg(cloth(Figure.MOTIF, design={"motif": moved})), 180, 120)
    differs = np.abs(drawn - drawn[5, 5]).sum(axis=2) > 30
    rows, columns = np.nonzero(differs)
    assert abs(rows.mean() - 60) < 3
    assert abs(columns.mean() - 90) < 3


def test_a_border_is_as_wide_as_the_card_says_with_its_edge_below(qapp):
    design = Design(border=Border(at=BorderAt.LOW, width_mm=160, distance_mm=25))
    svg = border_svg(Cloth(id="c", usable_width_mm=1300, colour="#C7B9A6", design=design))
    assert ET.fromstring(svg).get("height") == "160mm"
    drawn = pixels(svg).sum(axis=2).mean(axis=1)
    assert (
        drawn[int(SMALL * 0.9)] > drawn[int(SMALL * 0.3)] + 100
    )  # the light line runs along the outer edge
    assert ET.fromstring(border_svg(Cloth(id="c", usable_width_mm=1300))).get("width") == "1mm"


@pytest.mark.parametrize(
    ("colour", "factor", "made"),
    [
        ("#808080", 0.5, "#404040"),
        ("#808080", 1.0, "#808080"),
        ("#000000", 1.5, "#808080"),
        ("#123456", 2.0, "#FFFFFF"),
        ("#FFFFFF", 9.0, "#FFFFFF"),
        ("#FF0080", 0.0, "#000000"),
    ],
)
def test_shades_by_hand(colour, factor, made):
    assert shade(colour, factor) == made


@pytest.mark.parametrize(
    "colour", ["red", "#abc", "", "#12345", "#GGGGGG", 'x" onload="', "#1234567"]
)
def test_a_colour_that_is_none_gets_a_common_one(colour):
    odd = Cloth(id="c", usable_width_mm=1400, colour=colour)
    assert ground_of(odd) == GROUND
    assert set(re.findall(r"onload|red", tile_svg(odd))) == set()
