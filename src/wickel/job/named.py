"""Garments of the house that are put together from parts: a name for a set of choices."""

from __future__ import annotations

from dataclasses import dataclass

from wickel.draft import ChoiceOption, OptionValue, asked
from wickel.draft.builder import PARTS, Slot
from wickel.job.version import Version
from wickel.wording import Text, term, tr

FROM_PARTS = "from-parts"
"""The style that they are versions of."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Named:
    """A garment of the gallery: its version of the style that is put together, and what it is."""

    version: Version
    summary: Text

    @property
    def id(self) -> str:
        """Its id in the gallery."""
        return self.version.id


def _named(id: str, name: str, summary: str, **chosen: OptionValue) -> Named:
    return Named(
        version=Version(id=id, name=name, style=FROM_PARTS, options=dict(chosen)), summary=summary
    )


NAMED: tuple[Named, ...] = (
    _named(
        "named-shirt-dress",
        tr("Shirt dress"),
        tr("Buttoned down the front, shirt collar, cuffs, a gathered skirt and a belt."),
        closing="front",
        collar="shirt",
        sleeve="cuffed",
        lower="gathered",
        belt="tied",
    ),
    _named(
        "named-tiered-dress",
        tr("Tiered dress"),
        tr("No sleeves, a square neck, all bound; two gathered tiers."),
        neck="square",
        sleeve="none",
        edges="bound",
        lower="tiers",
    ),
    _named(
        "named-puffed-dress",
        tr("Dress with puffed sleeves"),
        tr("Sweetheart neck, puffed sleeves, eight flared panels, closed behind."),
        neck="sweetheart",
        sleeve="puffed",
        sleeve_mm=290.0,
        lower="panels-8",
        pockets="none",
    ),
    _named(
        "named-dance-dress",
        tr("Dance dress"),
        tr("Panels from the shoulder, no sleeves, a full circle."),
        shape="shoulder",
        sleeve="none",
        lower="full-circle",
        pockets="none",
    ),
    _named(
        "named-pinafore",
        tr("Pinafore"),
        tr("Square neck, no sleeves, a pleated skirt, pockets sewn on."),
        neck="square",
        sleeve="none",
        lower="pleated",
        pockets="patch",
    ),
    _named(
        "named-tunic",
        tr("Tunic"),
        tr("Hangs plain, pulled on through a slit neck, long sleeves, pockets sewn on."),
        shape="plain",
        neck="slit",
        closing="none",
        lower="in-one",
        sleeve="long",
        pockets="patch",
    ),
    _named(
        "named-stand-blouse",
        tr("Blouse with a stand"),
        tr("Panels from the armhole, buttoned, a stand at the neck, cuffs."),
        shape="armhole",
        closing="front",
        collar="stand",
        sleeve="cuffed",
        lower="in-one",
        pockets="none",
    ),
    _named(
        "named-bell-dress",
        tr("Dress with bell sleeves"),
        tr("V neck, bell sleeves, half a circle, closed behind."),
        neck="v",
        sleeve="bell",
        closing="back",
        lower="half-circle",
    ),
    _named(
        "named-hooded-top",
        tr("Hooded top"),
        tr("Raglan sleeves, a hood, a zip in front, pockets sewn on; hangs plain."),
        shape="plain",
        sleeve="long",
        yoke="raglan",
        collar="hood",
        closing="front-zip",
        lower="in-one",
        pockets="patch",
    ),
    _named(
        "named-smock",
        tr("Smock"),
        tr("Yokes in front and behind, gathered below them, full cuffed sleeves, a frill."),
        shape="plain",
        yoke="gathered",
        sleeve="bishop",
        collar="frill",
        closing="slit-behind",
        lower="in-one",
        edges="raw",
        pockets="none",
    ),
    _named(
        "named-sun-dress",
        tr("Sun dress"),
        tr("No shoulders, on straps; knife pleats, a zip in the side."),
        shape="strapless",
        closing="side",
        lower="pleated",
        extra="straps",
        pockets="none",
    ),
    _named(
        "named-gown",
        tr("Gown, laced behind"),
        tr("No shoulders, in panels, a full circle; its upper part lined."),
        shape="strapless-panels",
        closing="laced",
        lower="full-circle",
        lining="upper",
        pockets="none",
    ),
    _named(
        "named-peplum-jacket",
        tr("Jacket with a peplum"),
        tr("Panels from the armhole, buttoned, a stand, epaulettes, pockets with welts."),
        shape="armhole",
        closing="front",
        collar="stand",
        sleeve="long",
        lower="peplum-full",
        extra="epaulettes",
        pockets="welt",
    ),
    _named(
        "named-low-waist",
        tr("Low-waisted dress"),
        tr("A flat collar, sleeves gathered at the cap, box pleats from below the waist."),
        waist="lowered",
        collar="flat",
        lower="box-pleats",
        sleeve="gathered",
        pockets="none",
    ),
    _named(
        "named-shift",
        tr("Shift with a keyhole"),
        tr("Hangs plain, pulled on; neck and armhole faced in one, slits in the sides."),
        neck="keyhole",
        shape="plain",
        sleeve="none",
        edges="all-in-one",
        closing="none",
        lower="in-one",
        opening="sides",
        pockets="none",
    ),
    _named(
        "named-culotte-dress",
        tr("Culotte dress"),
        tr("A bow at the neck, short sleeves, legs to below the knee, closed behind."),
        collar="bow",
        lower="culotte",
        pockets="none",
    ),
    _named(
        "named-button-skirt",
        tr("Buttoned skirt"),
        tr("A-line, buttoned in front, pockets sewn on, loops for a belt."),
        shape="none",
        lower="a-line",
        closing="front",
        pockets="patch",
        extra="loops",
    ),
    _named(
        "named-wide-trousers",
        tr("Wide trousers"),
        tr("Pleated in front, slanted pockets, a band, closed behind."),
        shape="none",
        lower="trousers-wide",
        pockets="slant",
    ),
)
"""The garments of the house from parts, in the order of the gallery."""


def choice_words(version: Version) -> str:
    """What a version is made of, in words: each question that is a choice, with its answer, and by
    what else its parts are looked for."""
    answers = {option.id: option.default for option in version.base.options}
    answers |= dict(version.options)
    applies = asked(version.base.options, answers)
    found = [
        f"{term(option.question)} {term(option.choices[str(answers[option.id])])}"
        for option in version.base.options
        if isinstance(option, ChoiceOption) and option.id in applies
    ]
    parts = (PARTS[Slot(id)][str(answers[id])] for id in applies if id in set(Slot))
    return " ".join((*found, *(term(part.found_by) for part in parts if part.found_by)))
