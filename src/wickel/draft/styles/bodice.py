"""The fitted bodice or blouse: darts or panel seams, to the waist or below, any neck, sleeve,
closing, collar.

It is put together from parts (``draft.builder``): here stand its questions, and which parts its
answers name.
"""

from __future__ import annotations

from wickel.draft.builder import Chosen, Recipe, Slot
from wickel.draft.collars import COLLAR_OPTIONS
from wickel.draft.necklines import KINDS
from wickel.draft.sleeves import MEASURED as SLEEVE_MEASURED
from wickel.draft.sleeves import sleeve_options
from wickel.draft.style import ChoiceOption, LengthOption, Options, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED, shoulder_options
from wickel.draft.upper import SHAPE

OPTIONS = (
    SHAPE,
    LengthOption(
        id="below_waist_mm", question="Length below the waist", default=170, least=0, most=320
    ),
    LengthOption(
        id="ease_mm", question="Ease at bust, waist and hip", default=60, least=20, most=200
    ),
    ChoiceOption(
        id="closing",
        question="It closes",
        default="back",
        choices={
            "back": "in the centre back",
            "front": "with buttons in front",
            "none": "with a zip in the side",
        },
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    *sleeve_options(),
    ChoiceOption(id="neck", question="The front neck is", default="round", choices=KINDS),
    *shoulder_options(),
    LengthOption(id="facing_mm", question="Width of the facings", default=60, least=40, most=100),
    *COLLAR_OPTIONS,
    ChoiceOption(
        id="peplum",
        question="A peplum at the waist",
        default="none",
        choices={"none": "no", "half": "half a circle", "full": "a full circle"},
    ),
    LengthOption(
        id="peplum_mm",
        question="Length of the peplum",
        default=160,
        least=60,
        most=320,
        only_with=("peplum", ("half", "full")),
    ),
)


def _parts(options: Options) -> Chosen:
    """The parts that its answers name: with a peplum it ends at the waist, and without an opening
    it has a zip in its side."""
    peplum, closing = str(options["peplum"]), str(options["closing"])
    return {
        Slot.NECK: str(options["neck"]),
        Slot.UPPER: str(options["shape"]),
        Slot.SLEEVE: str(options["sleeve"]),
        Slot.CLOSING: "side" if closing == "none" else closing,
        Slot.COLLAR: str(options["collar"]),
        Slot.LOWER: "in-one" if peplum == "none" else f"peplum-{peplum}",
        Slot.EDGES: "neck-faced",
        Slot.POCKETS: "none",
        Slot.BELT: "none",
    }


_MADE = Recipe(style="bodice", parts=_parts)

STYLE = Style(
    id="bodice",
    name="Fitted bodice",
    summary=(
        "Darts or panel seams, any neck and sleeve, closing behind, in front or at the side; "
        "collar, peplum."
    ),
    charts=("women",),
    required=(*MEASURED, *SLEEVE_MEASURED),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=(
        "shoulder",
        "side",
        "neck",
        "waist",
        "armhole",
        "hem",
        "curved_hem",
        "closing",
        "facing",
        "band",
    ),
    steps=_MADE.steps,
    checked=_MADE.checked,
    apart=_MADE.apart,
)
