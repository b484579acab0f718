"""Commands that list what there is to choose from."""

from __future__ import annotations

import json

from wickel import __version__
from wickel.body import SIZES, size_body
from wickel.cli.common import AsJson, app
from wickel.cloth import WAYS
from wickel.draft import STYLES, LengthOption


@app.command()
def styles(as_json: AsJson = False) -> None:
    """List the styles with their measurements and options."""
    if as_json:
        print(
            json.dumps(
                [
                    {"id": s.id, "name": s.name, "required": list(s.required)}
                    for s in STYLES.values()
                ]
            )
        )
        return
    for style in STYLES.values():
        print(f"{style.id}: {style.name}. {style.summary}")
        print(f"  measures: {', '.join(style.required)}")
        for option in style.options:
            kind = (
                f"{option.least:g} to {option.most:g} mm, {option.default:g}"
                if isinstance(option, LengthOption)
                else f"{', '.join(option.choices)}; {option.default}"
            )
            print(f"  {option.id}: {option.question} ({kind})")


@app.command()
def sizes(as_json: AsJson = False) -> None:
    """List the sizes of the chart with their measurements."""
    chart = {size: dict(size_body(size).measurements_mm) for size in SIZES}
    if as_json:
        print(json.dumps(chart))
        return
    for size, values in chart.items():
        print(f"{size}: " + ", ".join(f"{name} {mm / 10:g} cm" for name, mm in values.items()))


@app.command()
def ways(as_json: AsJson = False) -> None:
    """List the ways of spreading cloth."""
    if as_json:
        print(json.dumps([{"id": w.id, "name": w.name} for w in WAYS.values()]))
        return
    for way in WAYS.values():
        print(f"{way.id}: {way.name}, {way.summary}")


@app.command()
def version() -> None:
    """Print the version."""
    print(__version__)
