"""Decides between the window and the command line; the only module that knows both."""

from __future__ import annotations

import os
import sys
from pathlib import Path
from typing import Annotated

import typer
from typer.completion import completion_init

from wickel.cli import app


@app.callback(invoke_without_command=True)
def start(context: typer.Context) -> None:
    """From body measurements to a cut plan and an exact length of cloth. Without a command: the
    window."""
    if context.invoked_subcommand is None:
        from wickel.app.start import run_window

        raise typer.Exit(run_window(demo=False))


@app.command()
def plotter(
    port: Annotated[int, typer.Option(min=1, max=65535, help="Where it listens.")] = 9100,
) -> None:
    """Open a plotter to try things with: it takes HPGL at a port of this machine and draws it."""
    from wickel.app.start import run_plotter

    raise typer.Exit(run_plotter(port))


@app.command()
def demo(
    fresh: Annotated[
        bool, typer.Option(help="Forget what was changed in the demo studio.")
    ] = False,
    walk: Annotated[bool, typer.Option(help="With a walk through the stages.")] = False,
) -> None:
    """Open the window with the demo studio."""
    from wickel.app.start import run_window

    raise typer.Exit(run_window(demo=True, fresh=fresh, walk=walk))


@app.command()
def shots(folder: Annotated[Path, typer.Argument(metavar="DIR")]) -> None:
    """Write a PNG of each main view, from the demo data, without a screen."""
    from wickel.app.shots import write_shots

    raise typer.Exit(write_shots(folder))


@app.command(name="open")
def open_(
    path: Annotated[
        Path | None, typer.Argument(metavar="[FILE]", help="A job file, or a drawing.")
    ] = None,
) -> None:
    """Open the window, with a job or with the pieces of a drawing."""
    from wickel.app.start import run_window

    raise typer.Exit(run_window(demo=False, path=path))


@app.command(name="integrate")
def integrate_(
    away: Annotated[bool, typer.Option("--remove", help="Take it all away again.")] = False,
) -> None:
    """Put menu entry, icons, file type, manual and completion in place for this user."""
    from wickel.desktop import integrate, remove

    try:
        paths = remove(app) if away else integrate(app)
    except OSError as reason:
        print(f"wickel: {reason.filename or 'this'}: {reason.strerror}.", file=sys.stderr)
        raise typer.Exit(1) from None
    for path in paths:
        print(path)


def main() -> None:
    """Run the program."""
    if "_WICKEL_COMPLETE" in os.environ:
        completion_init()
    try:
        app(prog_name="wickel")
    except SystemExit as end:
        if "wickel.lay.nest" in sys.modules:
            from wickel.lay import leave

            leave(end.code if isinstance(end.code, int) else int(end.code is not None))
        raise
    except Exception as fault:
        if not type(fault).__module__.startswith("shapely"):
            raise
        # outlines are cleaned where they are made; what slips through is no riddle for a maker
        print(
            "wickel: an outline of this job touches or crosses itself so that it cannot be worked "
            "with. Look at its narrowest places, and at allowances of 0.",
            file=sys.stderr,
        )
        sys.exit(2)


if __name__ == "__main__":
    main()
