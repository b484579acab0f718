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
    on_print: AskedOfPrint = AskedOfPrint()
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
