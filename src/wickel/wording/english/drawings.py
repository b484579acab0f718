"""Sentences about drawings of other programs, and about plotting."""

SENTENCES = {
    "drawings.no-drawing": "{name} is neither SVG nor DXF nor PDF.",
    "drawings.empty": "{name} has no line that could be a piece.",
    "drawings.too-much": (
        "{name} holds too much: {lines:of line|lines} with {most} stretches in all are read at "
        "most."
    ),
    "drawings.too-heavy": "{name} needs too much memory: it is damaged, or far too large.",
    "drawings.too-long": "{name} takes too long to read: it is damaged, or far too large.",
    "drawings.gave-up": "{name} is damaged: reading it came to no end.",
    "drawings.cut-short": "{name} is damaged: a part of it is missing.",
    "drawings.nowhere": "{name} has a line at ({place}), which is no place on a pattern.",
    "drawings.entities": (
        "{name} refers to entities or to other files: save it as plain SVG, without a DOCTYPE."
    ),
    "drawings.not-xml": "{name} is no SVG that can be read: {reason}.",
    "drawings.no-svg": "{name} is XML, but no SVG.",
    "drawings.viewbox": "{name} has a viewBox that is none: “{box}”.",
    "drawings.transform": "{name} has a transform that is none: “{text}”.",
    "drawings.shape": "{name} has a shape that cannot be read: “{shape}”.",
    "drawings.uses": "{name} repeats things too often: {most} times at most.",
    "drawings.no-dxf": "{name} is no DXF that can be read.",
    "drawings.no-dxf-line": "{name} is no DXF that can be read: it is damaged near line {line}.",
    "drawings.no-pdf": "{name} is no PDF that can be read.",
    "drawings.pages": "{name} has {pages:of page|pages}: {most} at most are read.",
    "drawings.page": "Page {page} of {name} is damaged.",
    "drawings.left": "{count} × {kind}",
    "drawings.left-on-layer": "{count} × {kind} on the layer “{layer}”",
    "drawings.kind-picture": "picture",
    "drawings.kind-hidden": "hidden line",
    "drawings.kind-other-file": "link to another file",
    "importing.not-closed": (
        "a line on the layer “{layer}” that does not close: its ends are {gap:length} apart"
    ),
    "importing.too-small": "a closed line on the layer “{layer}”, too small to be a piece",
    "importing.crosses-itself": "a closed line on the layer “{layer}” that crosses itself",
    "importing.in-no-piece": "{count} × mark on the layer “{layer}” that lies in no piece",
    "importing.cannot-take-off": (
        "{piece}: the allowance cannot be taken off {edge}: nothing would be left. Is it less?"
    ),
    "importing.no-outline": "{piece} cannot come in: its net line {reason}.",
    "importing.uneven": "The allowance of {edge} is uneven: it differs by {mm:fine}.",
    "importing.notches-cut": (
        "{count} × notch that is cut into its line: the line runs on, the notch is marked."
    ),
    "importing.notch-nowhere": "“{notch}” lies on no edge and is left out.",
    "importing.material": "“{material}” is no material here: it is cut from the main cloth.",
    "importing.cannot": "{piece} cannot come in. {reason}",
    "importing.nothing": "No piece is left to come in.",
    "importing.off": (
        "With its allowances put on again {piece} is up to {off:fine} off the line of the file."
    ),
    "plotting.no-address": "“{text}” is no address of a plotter: write a host and a port.",
    "plotting.silent": "The plotter at {host}:{port} does not answer.",
    "plotting.lost": "The plotter at {host}:{port} cannot be reached: {strerror}.",
    "plotting.gone": "The plotter has gone away in the middle: look what it has drawn.",
    "drawings.kind-use": "repeat of what is not there",
}
