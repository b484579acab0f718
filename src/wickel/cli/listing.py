"""Commands that list what there is to choose from."""

from __future__ import annotations

import json
from typing import Annotated, Any

import typer

from wickel import __version__
from wickel.body import CHARTS, SIZES, size_body
from wickel.cli.common import REFUSED, UNUSABLE, AsJson, app, fail
from wickel.cloth import WAYS
from wickel.draft import STYLES, Allowances, DraftRefused, LengthOption, draft
from wickel.draft.formulas import respelled
from wickel.pattern import Figure, FigureKind
from wickel.units import Unit, shown_length
from wickel.wording import show_in


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
def figures(
    style: Annotated[str, typer.Argument(help="A style, by its id.")],
    size: Annotated[str, typer.Option(help="For which size of the chart.")] = "",
    inches: Annotated[bool, typer.Option(help="Show lengths in inches.")] = False,
    as_json: AsJson = False,
) -> None:
    """List the figures that a style is drafted with, in the order of chalking."""
    known = STYLES.get(style)
    if known is None:
        fail(f"There is no style “{style}”: there are {', '.join(STYLES)}.", UNUSABLE)
    chart = CHARTS[known.charts[0]]
    sizes = list(chart.sizes)
    wanted = size or sizes[len(sizes) // 2]
    if wanted not in sizes:
        fail(f"There is no size “{wanted}”: there are {', '.join(sizes)}.", UNUSABLE)
    try:
        found = draft(known, chart.body(wanted), {}, Allowances()).figures
    except DraftRefused as reason:
        fail(reason, REFUSED)
    if as_json:
        print(json.dumps([figure_record(figure) for figure in found]))
        return
    unit = Unit.INCH if inches else Unit.CM
    show_in(unit)
    for figure in found:
        print(figure_line(figure, unit))


def figure_record(figure: Figure) -> dict[str, Any]:
    """A figure as JSON: lengths in mm."""
    return {
        "id": figure.id,
        "words": figure.words,
        "level": figure.level,
        "kind": figure.kind,
        "rule": figure.rule,
        "of": list(figure.of),
        "value": figure.value,
        "gave": figure.gave,
        "doubt": str(figure.doubt),
    }


def figure_line(figure: Figure, unit: Unit) -> str:
    """A figure as a line: its id, what it is, its value and the rule that gave it."""
    value = (
        shown_length(figure.value, unit)
        if figure.kind is FigureKind.LENGTH
        else f"{figure.value:g}"
    )
    rule = respelled(figure.rule, unit) or f"solved from {', '.join(figure.of)}"
    side = f", {figure.side}" if figure.side else ""
    doubt = f" ({figure.doubt})" if figure.doubt else ""
    return f"{figure.id}: {figure.words}{side}: {value} = {rule}{doubt}"


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
