"""Pockets: bags in the side seams, or patches sewn on."""

from __future__ import annotations

from wickel.draft.builder.making import DRAWN_IN, EQUAL_PANELS, ROUND_PART, Making, Part, Slot
from wickel.draft.parts import Strip, rectangle
from wickel.draft.pockets import patch, seam_bag, seam_bag_by, slant, slant_by
from wickel.draft.style import DraftRefused
from wickel.pattern import Cut
from wickel.wording import say, tr


def _in_seams(making: Making) -> Making:
    making.ledger.at("Pockets")
    return making.with_pieces(seam_bag(making.allow, seam_bag_by(making.ledger)))


def _patches(making: Making) -> Making:
    ledger = making.ledger
    ledger.at("Pockets")
    wide = ledger.length("patch.wide", "14 cm", "Width of a patch pocket", (60, 260))
    high = ledger.length("patch.high", "15 cm", "Height of a patch pocket", (60, 300))
    return making.with_pieces(patch(wide, high, making.allow))


def _slant(making: Making) -> Making:
    """A slant cut off the front of a lower part at waist and side, what lies behind it, its bag."""
    id = next((id for id in ("leg-front", "skirt-front", "front") if making.has(id)), None)
    if id is None:
        raise DraftRefused(say("builder.slant-needs-side"), "pockets", "lower")
    making.ledger.at("Pockets")
    own = making.ledger.within("slant")
    front, *bags = slant(making.piece(id), making.allow, slant_by(own))
    return making.with_pieces(front, *bags)


def _welt(making: Making) -> Making:
    """A pocket cut into the cloth: a welt and two bags on each side, where the maker places it."""
    ledger = making.ledger
    ledger.at("Pockets")
    wide = ledger.length("welt.wide", "13 cm", "Width of a welt pocket", (60, 220))
    high = ledger.length("welt.high", "2.5 cm", "Finished height of the welt", (8, 60))
    deep = ledger.length("welt.deep", "16 cm", "Depth of its bag", (60, 320))
    across = ledger.length("welt.bag", "welt_wide + 2 cm", "Width of its bag", (80, 260))
    two = (Cut(material="main", copies=2),)
    welt = Strip(id="welt", name="Welt", long_mm=wide, high_mm=2 * high, cuts=two, fold_line=True)
    bag = Strip(
        id="welt-bag",
        name="Bag of the welt pocket",
        long_mm=deep,
        high_mm=across,
        cuts=(Cut(material="main", copies=4),),
        role="pocket",
    )
    return making.with_pieces(rectangle(welt, making.allow), rectangle(bag, making.allow))


PARTS = (
    Part(id="none", slot=Slot.POCKETS, name=tr("none"), place=0),
    Part(
        id="seams",
        slot=Slot.POCKETS,
        name=tr("in the side seams"),
        add=_in_seams,
        roles=("pocket", "side"),
        place=1,
    ),
    Part(
        id="patch",
        slot=Slot.POCKETS,
        name=tr("sewn on"),
        add=_patches,
        roles=("pocket", "hem"),
        place=2,
    ),
    Part(
        id="slant",
        slot=Slot.POCKETS,
        name=tr("slanted, in front"),
        add=_slant,
        against={
            **{
                (Slot.LOWER, id): say("builder.slant-needs-side")
                for id in ("in-one", "trousers-elastic", EQUAL_PANELS, ROUND_PART, DRAWN_IN)
            },
            (Slot.LINING, "all"): say("builder.slant-unlined"),
            (Slot.LINING, "lower"): say("builder.slant-unlined"),
        },
        roles=("pocket",),
        place=3,
    ),
    Part(
        id="welt",
        slot=Slot.POCKETS,
        name=tr("cut in, with a welt"),
        add=_welt,
        roles=("pocket", "band"),
        place=4,
    ),
)
