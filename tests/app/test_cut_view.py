"""Pieces as they are cut: the picture of each is the flat cloth's, cut out and turned back by
another routine."""

from dataclasses import replace

import numpy as np
import pytest
from PySide6.QtCore import QRectF, Qt
from PySide6.QtGui import QImage, QPainter, QTransform
from shapely import contains_xy
from shapely.geometry import Polygon

from tests.app.test_window import CTRL, LAY, LEFT, SHIFT, go
from wickel.app.table.cut_view import Caption, CutItem, apart, paint_cut
from wickel.app.table.print_paint import paint_print
from wickel.body import size_body
from wickel.geometry import Affine, bounds
from wickel.job import Garment, Job, cut_pieces
from wickel.lay import Search, flat_copies, make_lay, worn_copies
from wickel.studio import shelf_cloth

PX = 1.0
"""Pixels a millimetre."""


def dress_lay(cloth_id, way, style="box-dress"):
    cloth = replace(shelf_cloth(cloth_id), id="main")
    others = dict.fromkeys(("interfacing", "lining", "contrast"), "main")
    garment = Garment(id="d", style=style, body=size_body("92"), cloths=others)
    return make_lay(
        cut_pieces(Job(cloths=(cloth,), garments=(garment,))), cloth, way, search=Search(effort=4)
    )


def grey(image):
    """A picture as brightnesses, (rows, columns)."""
    image = image.convertToFormat(QImage.Format.Format_Grayscale8)
    data = np.frombuffer(image.constBits(), dtype=np.uint8).reshape(
        image.height(), image.bytesPerLine()
    )
    return data[:, : image.width()].astype(float)


def blank(wide, high, colour):
    image = QImage(int(wide), int(high), QImage.Format.Format_RGB32)
    image.fill(colour)
    return image


def flat_picture(cloth, length):
    """The cloth as it lies flat: row k is k mm from the high edge."""
    image = blank(length * PX, cloth.lay_width_mm * PX, cloth.colour)
    painter = QPainter(image)
    painter.setTransform(QTransform(PX, 0, 0, -PX, 0, cloth.lay_width_mm * PX))
    paint_print(painter, cloth, QRectF(0, 0, length, cloth.lay_width_mm))
    painter.end()
    return grey(image)


def shown(qapp, copy, cloth):
    """The picture of one copy, and where its frame's origin lies in it."""
    item = CutItem(copy, cloth, Affine())
    box = bounds(copy.net)
    image = blank(box.width * PX + 4, box.height * PX + 4, "#000000")
    painter = QPainter(image)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.setTransform(QTransform(PX, 0, 0, PX, 2 - box.min_x * PX, 2 + box.max_y * PX))
    paint_cut(painter, cloth, item._there, item._net)
    painter.end()
    return grey(image), (2 - box.min_x * PX, 2 + box.max_y * PX)


def fitted(there, here):
    """The turn and shift that bring points of one outline onto another, as complex numbers; fitted,
    not looked up.

    Wherever the other outline begins, and whichever way round it runs.
    """
    z, around = (np.array([complex(x, y) for x, y in own]) for own in (there, here))
    a = z - z.mean()
    best = None
    for w in (np.roll(own, k) for own in (around, around[::-1]) for k in range(len(around))):
        b = w - w.mean()
        turn = (b * a.conjugate()).sum() / (abs(a) ** 2).sum()
        off = abs(b - turn * a).max()
        if best is None or off < best[0]:
            best = (off, turn, w)
    _, turn, w = best
    assert abs(turn) == pytest.approx(1.0, abs=1e-6)
    return turn, w.mean() - turn * z.mean()


def difference(qapp, lay, flat, copy, outline, shift_mm=0.0):
    """The mean difference in brightness between what is shown and the flat cloth, well within the
    outline."""
    picture, (ox, oy) = shown(qapp, copy, lay.cloth)
    turn, shift = fitted(copy.cut, outline)
    rows, columns = np.mgrid[0 : picture.shape[0] : 3, 0 : picture.shape[1] : 3]
    x, y = (columns + 0.5 - ox) / PX, (oy - rows - 0.5) / PX
    within = contains_xy(Polygon(copy.net).buffer(-4), x, y)
    on_cloth = turn * (x[within] + 1j * y[within]) + shift + shift_mm
    r = np.floor((lay.cloth.lay_width_mm - on_cloth.imag) * PX).astype(int)
    c = np.floor(on_cloth.real * PX).astype(int)
    inside = (r >= 0) & (c >= 0) & (r < flat.shape[0]) & (c < flat.shape[1])
    assert inside.mean() > (0.99 if shift_mm == 0 else 0.7)
    return abs(
        picture[rows[within][inside], columns[within][inside]] - flat[r[inside], c[inside]]
    ).mean()


@pytest.mark.parametrize(
    ("cloth_id", "way"),
    [
        ("heron-print", "open"),
        pytest.param("heron-print", "crosswise", marks=pytest.mark.long),
        ("figured-twill", "lengthwise"),
        pytest.param("jetty-stripe", "lengthwise", marks=pytest.mark.long),
        pytest.param("ferry-ticking", "partial", marks=pytest.mark.long),
        ("harbour-check", "lengthwise"),
        pytest.param("lee-check", "turned", marks=pytest.mark.long),
        pytest.param("reed-border", "open", marks=pytest.mark.long),
        pytest.param("two-bank-border", "lengthwise", marks=pytest.mark.long),
        pytest.param("weir-rose", "partial", marks=pytest.mark.long),
    ],
)
def test_each_piece_shows_the_cloth_that_it_is_cut_from(qapp, cloth_id, way):
    lay = dress_lay(cloth_id, way)
    flat = flat_picture(lay.cloth, lay.lay_length_mm)
    copies = {own.id: own for own in worn_copies(lay)}
    right, wrong = [], []
    for placement in lay.placements:
        found = flat_copies(placement, lay.piece(placement.piece), lay.zone(placement))
        for k, flat_copy in enumerate(found):
            copy = copies[placement.id if len(found) == 1 else f"{placement.id}.{k + 1}"]
            right.append(difference(qapp, lay, flat, copy, flat_copy.outline))
            wrong.append(difference(qapp, lay, flat, copy, flat_copy.outline, shift_mm=17 + 13j))
    assert len(right) == len(copies)
    assert max(right) < 4.0  # of 255, along the edges of figures only
    assert sum(right) < 0.25 * sum(wrong)  # a shift by 2 cm is seen


@pytest.mark.parametrize("way", ["open", "lengthwise", "crosswise"])
def test_copies_are_head_up_whole_and_apart(way):
    lay = dress_lay("moss-linen", way)
    copies = worn_copies(lay)
    assert len(copies) == sum(placement.yields for placement in lay.placements)
    for copy in copies:
        if copy.piece == "d/front":
            # a front is broadest at its sleeves and its neck is cut out above: head up, the hem is
            # the lowest line
            box = bounds(copy.net)
            bottom = [x for x, y in copy.net if y < box.min_y + 1]
            top = [x for x, y in copy.net if y > box.max_y - 1]
            assert max(bottom) - min(bottom) > max(top) - min(top) > 0
    moves = apart(copies)
    shapes = [Polygon(moves[copy.id].all(copy.net)) for copy in copies]
    assert not any(a.intersects(b) for k, a in enumerate(shapes) for b in shapes[:k])


def test_the_pieces_as_cut_are_shown_by_button_and_key(window, session, qtbot):
    go(qtbot, window, LAY)
    qtbot.mouseClick(window.lay.as_cut, LEFT)
    assert window.lay.cut.isVisible()
    assert not window.lay.view.isVisible()
    assert len(window.lay.cut.items_by_id) == sum(p.yields for p in session.lay.placements)
    assert window.lay.hand.title.whole == "Every piece as it is cut"
    assert window.lay.hand.sewn.isVisible()
    before = {id: item.cut_path.boundingRect() for id, item in window.lay.cut.items_by_id.items()}
    qtbot.mouseClick(window.lay.hand.sewn, LEFT)
    assert window.lay.hand.title.whole == "Put together, unrolled round the body"
    after = {id: item.cut_path.boundingRect() for id, item in window.lay.cut.items_by_id.items()}
    assert set(after) == set(before)
    front, back = (
        next(box for id, box in after.items() if id.startswith(f"dress/{name}/"))
        for name in ("front", "back")
    )
    assert front.bottom() == pytest.approx(back.bottom(), abs=2)  # their hems on one level
    qtbot.keyClick(window, Qt.Key.Key_J, CTRL | Qt.KeyboardModifier.AltModifier)
    assert window.lay.hand.title.whole == "Put together, seen from the front and from the back"
    words = [item.words for item in window.lay.cut.scene().items() if isinstance(item, Caption)]
    assert sorted(words) == ["Seen from the back", "Seen from the front"]
    shown = {id.split("/")[1] for id in window.lay.cut.items_by_id}
    assert shown == {"front", "back"}
    qtbot.keyClick(window, Qt.Key.Key_J, CTRL | SHIFT)
    assert window.lay.hand.sewn.isChecked()
    assert not window.lay.hand.seen.isChecked()
    qtbot.keyClick(window, Qt.Key.Key_J, CTRL | SHIFT)
    assert window.lay.hand.title.whole == "Every piece as it is cut"
    qtbot.keyClick(window.lay.cut, Qt.Key.Key_PageDown)
    assert window.lay.cut.chosen
    qtbot.keyClick(window, Qt.Key.Key_J, CTRL)
    assert window.lay.view.isVisible()
