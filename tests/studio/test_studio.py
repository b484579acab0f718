"""The demo studio and new orders."""

from dataclasses import replace

import pytest

from tests.often import usual
from wickel.body import doubts, size_body
from wickel.cloth import WAYS
from wickel.draft import STYLES
from wickel.job import cut_pieces, drafted, lay_job
from wickel.lay import Search
from wickel.studio import (
    CLIENTS,
    CLOTH_FOR_MATERIAL,
    FERRY_APRON,
    SHELF,
    new_order,
    orders,
    shelf_cloth,
    with_style,
)


@pytest.mark.parametrize("order", orders(), ids=lambda order: order.name)
def test_every_order_of_the_demo_is_drafted_checked_and_laid(order):
    assert all(check.held for garment in order.garments for check in drafted(garment).checks)
    for lay in lay_job(order, cut_pieces(order), fold=order.fold, search=Search(effort=3)):
        assert lay.complete


def test_clients_are_plausible_and_cloths_have_names_of_their_own():
    assert all(not doubts(body) for body in CLIENTS)
    assert len({cloth.id for cloth in SHELF}) == len(SHELF) == len({cloth.name for cloth in SHELF})
    with pytest.raises(KeyError):
        shelf_cloth("gold-brocade")


def test_every_material_of_every_style_has_a_cloth_on_the_shelf():
    materials = {material for style in STYLES.values() for material in style.materials}
    assert materials <= set(CLOTH_FOR_MATERIAL)
    assert all(shelf_cloth(id) for id in CLOTH_FOR_MATERIAL.values())


@pytest.mark.long
@pytest.mark.parametrize("style", usual(STYLES, ("slip-top", "circle-skirt")))
def test_a_new_order_can_be_laid_at_once(style):
    order = new_order(style)
    pieces = cut_pieces(order)
    lays = lay_job(order, pieces, search=Search(effort=2))
    used = {cut.cloth for piece in pieces for cut in piece.orders}
    assert {lay.cloth.id for lay in lays} == used <= set(order.garments[0].cloths.values())
    assert all(lay.way in WAYS and lay.complete for lay in lays)


def test_another_style_keeps_the_cloth_and_brings_or_takes_away_the_others():
    order = new_order("box-dress")
    trousers = with_style(order, order.garments[0], "trousers")
    assert [cloth.id for cloth in trousers.cloths] == ["moss-linen", "firm-interfacing"]
    assert trousers.garments[0].options == {}
    back = with_style(trousers, trousers.garments[0], "box-dress")
    assert [cloth.id for cloth in back.cloths] == ["moss-linen", "ember-poplin"]
    assert back.garments[0].body == order.garments[0].body


@pytest.mark.parametrize("size", ["80", "124", "M100", "H110"])
def test_the_studio_s_own_style_is_drafted_and_laid_for_any_size(size):
    order = new_order(FERRY_APRON)
    garment = replace(order.garments[0], body=size_body(size), size=size)
    order = replace(order, garments=(garment,))
    assert all(lay.complete for lay in lay_job(order, cut_pieces(order), search=Search(effort=2)))
    across = drafted(garment).pattern.piece("apron").edge("hem").start[1]
    assert across == pytest.approx(garment.body["hip"] / 4 + 20)
