"""Sentences of the room body."""

SENTENCES = {
    "chart.estimate": "the chart “{chart}” at {anchor} {at:length}",
    "body.must-length-above-zero": "{known} must be a length above zero.",
    "body.outside-measure-again-check-unit": (
        "{known} {mm:length} is outside {least:length}–{most:length}: measure again, or check the "
        "unit."
    ),
    "body.very-beside-measure-both-again": (
        "{name} {body:length} is very {size} beside {name_2} {body_2:length}: measure both again."
    ),
}
