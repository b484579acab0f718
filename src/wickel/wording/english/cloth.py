"""Sentences of the room cloth."""

SENTENCES = {
    "spread.to-depths": "{way}, {one:length} and {other:length}",
    "spread.so-many-depths": "{way} takes {count:of depth|depths}, with a comma between them.",
    "spread.to-depth": "{way} of {depth:length}",
    "cloth.wrong": "Cloth “{name}” {reason}.",
    "cloth.margin": (
        "Cloth “{name}” is cut with {margin:fine} between pieces: take 0 to {most:fine}."
    ),
    "cloth.flaw-nowhere": (
        "Cloth “{name}” has a flaw without a place or a size: say where it lies and how long."
    ),
    "cloth.all-reserve": "Cloth “{name}” keeps so much in reserve that no width is left.",
    "cloth.not-above-zero": "Cloth “{name}” has a {label} of {length:fine}: it must be above 0.",
    "cloth.not-between": (
        "Cloth “{name}” has a {label} of {value:fine}: it must lie between 0 and {most:fine}."
    ),
    "cloth.shrinkage": (
        "Cloth “{name}” shrinks {label} by {value:g}: write a share from 0 to below 0.5."
    ),
    "cloth.least-sold": "Cloth “{name}” is sold from {least_length:fine}: it must be 0 or more.",
    "cloth.lengths-too-short": (
        "Cloth “{name}” is sold in lengths of {sold_length:fine}: they "
        "must be longer than what squaring and shrinking take of them."
    ),
    "cloth.step": "Cloth “{name}” is sold in steps of {step:fine}: it must be above 0.",
    "cloth.stretch": "Cloth “{name}” stretches {label} by {value:g}: write a share from 0 to 3.",
    "cloth.wider-than-wide": "Cloth “{name}” is usable wider than it is wide.",
    "cloth.usable-width": (
        "Cloth “{name}” has a usable width of {usable_width:fine}: it must lie "
        "above 0 and below {most:cloth}."
    ),
    "cloth.cut-away-wrong": "A place that is cut away of cloth “{name}” {reason}.",
    "cloth.remnant-wrong": "The remnant “{name}” {reason}.",
    "cloth.remnant-too-large": (
        "The remnant “{name}” reaches beyond its cloth: its corners lie "
        "from 0 on along, and across between 0 and {usable_width:length}."
    ),
    "design.motif-without-place": "has a motif without a place",
    "design.repeat-no-way": "has a repeat that goes neither along nor across",
    "design.offset": "has a repeat offset of {offset:fine}: it must lie below {most:cloth}",
    "design.offset-needs-repeat": (
        "has a repeat with an offset, which needs a repeat along and one across"
    ),
    "design.repeat": (
        "repeats every {value:fine} {name}: it must lie between {least:fine} and {most:cloth}"
    ),
    "design.size": "has a {name} without a size, or one beyond {most:cloth}",
    "spread.too-deep": (
        "A fold {depth:length} deep does not fit on cloth {width:length} wide: at most half."
    ),
    "spread.no-depth": "“{depth}” is no depth of a fold: write millimetres, such as partial:520.",
    "spread.too-many-sections": (
        "{words:of section is|sections are} too many: {most_sections} at the most."
    ),
    "spread.depth-not-taken": "“{way}” takes no depth: only partial does, such as partial:520.",
    "spread.no-such-way": "There is no way of folding “{id}”: there are {join}.",
    "spread.stack-alone": "Two cloths stacked are a lay of their own: no sections beside them.",
}
