"""The simple unlined coat: hardly shaped, buttons in front, a collar, wide set-in sleeves, patch
pockets, a belt.

It is put together from parts (``draft.builder``): here stand its questions, which parts its answers
name, and the rules that are its own.
"""

from __future__ import annotations

from wickel.body import Body
from wickel.draft.allowances import Allowances
from wickel.draft.builder import Chosen, Recipe, Slot, without_others
from wickel.draft.checks import TapeCheck
from wickel.draft.collars import COLLARS
from wickel.draft.ledger import Ledger
from wickel.draft.sleeves import MEASURED as SLEEVE_MEASURED
from wickel.draft.sleeves import sleeve_options
from wickel.draft.style import ChoiceOption, DraftRefused, LengthOption, Options, Style
from wickel.draft.torso import CHEST_DEPTH, CHEST_LINE, MEASURED, above_hip, shoulder_options
from wickel.draft.usual_checks import over_body
from wickel.pattern import Pattern
from wickel.wording import say

OPTIONS = (
    LengthOption(
        id="below_knee_mm",
        question="Length below the knee (above: −)",
        default=-60,
        least=-300,
        most=350,
    ),
    LengthOption(id="ease_mm", question="Ease", default=190, least=110, most=360),
    LengthOption(
        id="flare_mm", question="Wider at the hem, each quarter", default=30, least=0, most=150
    ),
    CHEST_LINE,
    CHEST_DEPTH,
    *sleeve_options("long", {"long": "long", "bell": "bell-shaped", "cuffed": "long with a cuff"}),
    *shoulder_options(neck_width=78, front_neck=95),
    ChoiceOption(id="collar", question="The collar is", default="shirt", choices=COLLARS),
    LengthOption(id="collar_mm", question="Height of the collar", default=50, least=25, most=90),
    LengthOption(id="facing_mm", question="Width of the facings", default=80, least=50, most=110),
    ChoiceOption(
        id="pockets",
        question="Pockets",
        default="patch",
        choices={"patch": "patch", "none": "none"},
    ),
    ChoiceOption(id="belt", question="A belt", default="yes", choices={"yes": "yes", "no": "no"}),
)

_RULES = {
    "hem.down": "waist_to_knee + below_knee",
    "stand.wide": "3 cm",
    "patch.wide": "0.18*bust",
    "patch.high": "0.2*bust",
    "belt.long": "waist + 70 cm",
    "belt.wide": "4.5 cm",
}


def _parts(options: Options) -> Chosen:
    return without_others(
        {
            Slot.UPPER: "plain",
            Slot.SLEEVE: str(options["sleeve"]),
            Slot.CLOSING: "front",
            Slot.COLLAR: str(options["collar"]),
            Slot.EDGES: "neck-faced",
            Slot.POCKETS: str(options["pockets"]),
            Slot.BELT: "tied" if options["belt"] == "yes" else "none",
        }
    )


_MADE = Recipe(style="coat", parts=_parts, rules=lambda _: _RULES)


def steps(ledger: Ledger, allow: Allowances) -> Pattern:
    """Chalk the coat. Raises ``DraftRefused`` when body and figures disagree."""
    made = _MADE.steps(ledger, allow)
    ends = above_hip(ledger)
    if ends is not None:
        raise DraftRefused(
            say("coat.coat-end-below-waist-above", below_waist=ends[1]),
            "below_knee_mm",
            f"hem.down.{ends[0]}",
        )
    return made


def checked(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    """The tape checks of a coat."""
    back = pattern.piece("back")
    (hip,) = (p.across_mm for p in back.points if p.name == "hem at the side")
    return (
        *_MADE.checked(pattern, body, options),
        over_body(body, "hip", garment_mm=4 * hip, least_mm=40.0),
    )


STYLE = Style(
    id="coat",
    name="Simple coat",
    summary=(
        "Unlined, hardly shaped, buttons in front, a collar, set-in sleeves, patch pockets "
        "and a belt."
    ),
    charts=("women", "men"),
    required=(*MEASURED, *SLEEVE_MEASURED, "waist_to_knee"),
    options=OPTIONS,
    materials=("main", "interfacing"),
    roles=("shoulder", "side", "neck", "armhole", "hem", "facing", "band", "pocket"),
    steps=steps,
    checked=checked,
    apart=_MADE.apart,
)
