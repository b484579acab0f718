"""Schools: named sets of rules for chest line, neck, ease, cap and closing, and the allowances that
go with them.

A school sets only what a style asks. Our own ones follow the common ways of makers; a maker can
keep more.
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from wickel.catalogue import Catalogue
from wickel.draft.allowances import DEFAULT_PRESET, Allowances
from wickel.draft.ledger import Own
from wickel.draft.style import DraftRefused, Options, OptionValue, Style

SCHOOL_OPTIONS = (
    "chest_line",
    "chest_depth_mm",
    "neck_rule",
    "neck_width_mm",
    "front_neck_mm",
    "back_neck_mm",
    "slope_mm",
    "ease_mm",
    "ease_school",
    "cap",
    "cap_ease_mm",
    "arm_ease_mm",
    "closing",
)
"""What a school may say; lengths in mm."""


@dataclass(frozen=True, slots=True, kw_only=True)
class School:
    """A named set of answers to a style's questions, of allowances, and of figures, by their ids;
    a style takes those that it has."""

    id: str
    name: str
    options: Mapping[str, OptionValue] = field(default_factory=dict)
    allowances: Allowances = field(default_factory=Allowances)
    figures: Mapping[str, Own] = field(default_factory=dict)


SCHOOLS: Catalogue[School] = Catalogue(
    (
        School(
            id="tape",
            name="By the tape: chest line by the armhole, neck as given",
            options={
                "chest_line": "armhole",
                "neck_rule": "set",
                "ease_school": "whole",
                "cap": "width",
            },
            allowances=Allowances(preset=DEFAULT_PRESET),
        ),
        School(
            id="sixths",
            name="By sixths: bust/6 + 1 1/2 in, neck/6, seams drawn in",
            options={
                "chest_line": "sixth",
                "neck_rule": "sixth",
                "ease_school": "quarter",
                "cap": "close",
            },
            allowances=Allowances(preset="classic", drawn_in=True),
        ),
        School(
            id="easy",
            name="Easy: a deep armhole, flat cap, room to let out",
            options={
                "chest_line": "armhole",
                "neck_rule": "set",
                "cap": "loose",
                "cap_ease_mm": 5.0,
            },
            allowances=Allowances(preset="let-out"),
        ),
        School(
            id="knit",
            name="Knits: nothing eased in, overlocked seams",
            options={
                "chest_line": "armhole",
                "neck_rule": "set",
                "cap": "width",
                "cap_ease_mm": 0.0,
            },
            allowances=Allowances(preset="overlocked"),
        ),
    )
)


def school_options(school: School, style: Style, given: Options) -> dict[str, OptionValue]:
    """The options with those of the school set that the style asks and can take."""
    made = dict(given)
    for id, value in school.options.items():
        for option in style.options:
            if option.id == id:
                try:
                    made[id] = option.checked(value)
                except DraftRefused:
                    continue
    return made


def school_of(
    named: tuple[str, str],
    style: Style,
    options: Options,
    allowances: Allowances,
    figures: Mapping[str, Own] | None = None,
) -> School:
    """What a garment is drafted by, as a school to keep, with its id and name: every answer that
    schools give, also the defaults, and the maker's own figures."""
    id, name = named
    said = {
        option.id: options.get(option.id, option.default)
        for option in style.options
        if option.id in SCHOOL_OPTIONS
    }
    return School(
        id=id, name=name, options=said, allowances=allowances, figures=dict(figures or {})
    )
