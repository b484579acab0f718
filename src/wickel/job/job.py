"""A job: garments for bodies, plain pieces, and the cloths they are cut from. One self-contained document."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from wickel.body import Body
from wickel.cloth import Cloth
from wickel.draft import Allowances, OptionValue
from wickel.draft.operations import Change
from wickel.draft.own import OwnStyle
from wickel.lay import CutPiece
from wickel.units import Unit

MAIN = "main"


class JobRefused(ValueError):
    """A job that contradicts itself or cannot be cut from its cloth. The message is one sentence."""


@dataclass(frozen=True, slots=True, kw_only=True)
class AskedOfPrint:
    """What a garment asks of the print of its cloth.

    ``border``: pieces whose hem lies on the border. ``seams``: names of seams at which the repeat meets.
    ``centred``: pieces with a motif, or a stripe, in the middle.
    """

    border: tuple[str, ...] = ()
    seams: tuple[str, ...] = ()
    centred: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Garment:
    """One garment: whose body, which style, with which options and allowances.

    ``cloths`` maps the style's materials to cloth ids; ``main`` is cut from the job's first cloth when
    it is not named, any other material must be. ``options`` holds only what differs from the style's defaults.
    ``on_print`` is what the maker asks of the print, None for what is usual on its cloths (``job.asked``).
    ``own`` is the maker's own style, when ``style`` is its id; ``changes`` are made to the drafted pieces by hand,
    in their order.
    """

    id: str
    style: str
    body: Body
    name: str = ""
    size: str = ""
    options: Mapping[str, OptionValue] = field(default_factory=dict)
    allowances: Allowances = field(default_factory=Allowances)
    cloths: Mapping[str, str] = field(default_factory=dict)
    on_print: AskedOfPrint | None = None
    own: OwnStyle | None = None
    changes: tuple[Change, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class Job:
    """What is made, for whom, from which cloths. Bodies and cloths are snapshots, not references.

    ``fold`` is the way of spreading the maker took, or ``best``. ``due`` is an ISO date or empty.
    """

    cloths: tuple[Cloth, ...]
    garments: tuple[Garment, ...] = ()
    pieces: tuple[CutPiece, ...] = ()
    name: str = ""
    client: str = ""
    due: str = ""
    fold: str = "best"
    unit: Unit = Unit.CM

    def cloth(self, id: str) -> Cloth:
        """The cloth of that id. Raises ``KeyError``."""
        for cloth in self.cloths:
            if cloth.id == id:
                return cloth
        raise KeyError(id)

    def cloth_named(self, material: str, garment: Garment) -> str | None:
        """The id of the cloth a material is cut from: as the garment says, ``main`` from the first; else None."""
        first = self.cloths[0].id if self.cloths and material == MAIN else None
        return garment.cloths.get(material, first)

    def cloth_for(self, material: str, garment: Garment) -> str:
        """The id of the cloth a material is cut from. Raises ``JobRefused`` when the garment does not name it."""
        named = self.cloth_named(material, garment)
        if named is None:
            raise JobRefused(
                f"Garment “{garment.id}” has pieces of {material}: name the cloth they are cut from in its “cloths”."
            )
        return named
