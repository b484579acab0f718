"""Styles and parts drafted from a body; allowances; tape checks."""

from wickel.draft.allowances import DEFAULT_PRESET, PRESETS, ROLES, Allowances, Preset
from wickel.draft.chalk import ChalkRow, chalk_list
from wickel.draft.checks import NOT_MEASURED, TapeCheck, with_stretch
from wickel.draft.drafting import asked_measurements, draft, needed_measurements
from wickel.draft.ledger import AsFar, Formula, Length, Own, Plus
from wickel.draft.notions import THREAD, Notion, notions, thread_of
from wickel.draft.schools import SCHOOLS, School, school_of, school_options
from wickel.draft.style import (
    ChoiceOption,
    DraftRefused,
    LengthOption,
    Option,
    Options,
    OptionValue,
    Style,
    asked,
    full_options,
    is_asked,
    tape_checks,
    unusual_answers,
)
from wickel.draft.styles import STYLES

__all__ = [
    "DEFAULT_PRESET",
    "NOT_MEASURED",
    "PRESETS",
    "ROLES",
    "SCHOOLS",
    "STYLES",
    "THREAD",
    "Allowances",
    "AsFar",
    "ChalkRow",
    "ChoiceOption",
    "DraftRefused",
    "Formula",
    "Length",
    "LengthOption",
    "Notion",
    "Option",
    "OptionValue",
    "Options",
    "Own",
    "Plus",
    "Preset",
    "School",
    "Style",
    "TapeCheck",
    "asked",
    "asked_measurements",
    "chalk_list",
    "draft",
    "full_options",
    "is_asked",
    "needed_measurements",
    "notions",
    "school_of",
    "school_options",
    "tape_checks",
    "thread_of",
    "unusual_answers",
    "with_stretch",
]
