"""The corset: drawn in at every seam between its panels, boned, interfaced, bound, laced behind."""

from __future__ import annotations

from wickel.body import Body
from wickel.draft.builder.making import NO_SHOULDERS, Making, Part, Slot
from wickel.draft.checks import TapeCheck
from wickel.draft.corset import TOPS, Answers, corset_pieces
from wickel.draft.style import ChoiceOption, LengthOption, Option, Options
from wickel.draft.usual_checks import alike
from wickel.pattern import Pattern, edge_length
from wickel.wording import say, tr

REQUIRED = (
    "bust",
    "under_bust",
    "waist",
    "hip",
    "neck_to_bust",
    "neck_to_under_bust",
    "neck_to_waist",
    "waist_to_hip",
)
ASKED: tuple[Option, ...] = (
    ChoiceOption(
        id="corset_panels",
        question="Panels on each side",
        default="5",
        choices={"3": "3", "4": "4", "5": "5", "6": "6"},
    ),
    ChoiceOption(id="corset_top", question="The top runs", default="heart", choices=TOPS),
    LengthOption(id="drawn_mm", question="Drawn in at the waist by", default=40, least=0, most=80),
    LengthOption(
        id="gap_mm", question="Gap for the lacing at the back", default=40, least=0, most=100
    ),
    LengthOption(
        id="corset_below_mm", question="Length below the waist", default=110, least=60, most=180
    ),
    LengthOption(
        id="point_mm", question="Longer at the centre front by", default=35, least=0, most=90
    ),
    ChoiceOption(
        id="corset_front",
        question="In front it",
        default="busk",
        choices={"busk": "opens with a busk", "fold": "is closed"},
    ),
    ChoiceOption(
        id="corset_lined", question="Lined", default="yes", choices={"yes": "yes", "no": "no"}
    ),
)


def _answers(options: Options) -> Answers:
    """The answers to what it asks; a style of its own asks the same without calling it a
    corset's."""

    def answer(id: str) -> str:
        return str(options.get(f"corset_{id}", options.get(id, "")))

    return Answers(
        panels=int(answer("panels")),
        top=answer("top"),
        front=answer("front"),
        lined=answer("lined") == "yes",
    )


def _add(making: Making) -> Making:
    ledger = making.ledger
    # a style of its own asks for the length as other styles do
    if "corset_below_mm" in ledger.options:
        ledger = ledger.ruled({"hem.down": "corset_below"})
    pieces, seams = corset_pieces(ledger, _answers(ledger.options), making.allow)
    return making.with_pieces(*pieces, seams=seams)


def _checks(pattern: Pattern, body: Body, options: Options) -> tuple[TapeCheck, ...]:
    count = _answers(options).panels
    panels = [pattern.piece(f"stay-{k + 1}") for k in range(count)]
    at = [{p.name: (p.down_mm, p.across_mm) for p in panel.points} for panel in panels]
    waist = 2 * sum(points["waist right"][1] for points in at) + float(options["gap_mm"])
    around = sum(edge_length(panel, edge) for panel in panels for edge in ("top", "hem"))
    return (
        *(
            alike(f"Seam {k}", panels[k - 1], panels[k], "right seam", other_edge="left seam")
            for k in range(1, count)
        ),
        TapeCheck(
            name="Waist",
            one="panels and gap",
            one_mm=waist,
            other="waist less what is drawn in",
            other_mm=body["waist"] - float(options["drawn_mm"]),
            way_out=say("corset.divide-what-drawn-among-seams"),
        ),
        TapeCheck(
            name="Binding",
            one="binding of one side",
            one_mm=edge_length(pattern.piece("binding"), "join"),
            other="top and lower edge of one side",
            other_mm=around,
            least_mm=0.0,
            most_mm=200.0,
            way_out=say("corset.cut-binding-shorter"),
            if_short=say("corset.cut-binding-longer"),
        ),
    )


PARTS = (
    Part(
        id="corset",
        slot=Slot.UPPER,
        name=tr("panels drawn in at every seam, boned and laced behind"),
        found_by=tr("corset"),
        add=_add,
        options=ASKED,
        required=REQUIRED,
        without=frozenset(
            {
                Slot.NECK,
                Slot.SLEEVE,
                Slot.CLOSING,
                Slot.COLLAR,
                Slot.WAIST,
                Slot.OPENING,
                Slot.HEM,
                Slot.EDGES,
                Slot.DART,
                Slot.YOKE,
                Slot.LINING,
                Slot.DRAPE,
                Slot.POCKETS,
            }
        ),
        traits=frozenset({NO_SHOULDERS}),
        only_beside={
            Slot.LOWER: (("in-one",), say("builder.corset-alone")),
            Slot.EXTRA: (("none", "bow", "loops"), say("builder.corset-alone")),
        },
        checks=_checks,
        materials=("interfacing", "lining"),
        roles=("side", "neck", "closing", "band"),
        place=26,
    ),
)
