"""Garments of the house that are put together from parts: a name for a set of choices."""

from __future__ import annotations

from dataclasses import dataclass

from wickel.draft import ChoiceOption, OptionValue
from wickel.job.version import Version
from wickel.wording import Text, tr

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
)
"""The garments of the house from parts, in the order of the gallery."""


def choice_words(version: Version) -> str:
    """What a version is made of, in words: each question that is a choice, with its answer."""
    answered = version.options
    return " ".join(
        f"{option.question} {option.choices[str(answered.get(option.id, option.default))]}"
        for option in version.base.options
        if isinstance(option, ChoiceOption)
    )
