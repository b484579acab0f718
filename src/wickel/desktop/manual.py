"""The manual page, made from what the commands say of themselves."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Any

import typer.main
from typer import Typer

_INTRO = """\
Wickel is a program for small dressmaking studios. Without a command it opens its window; with
.B demo
that of a studio with demo data. The commands do the same work without a window.
"""
_FILES = (
    ("*.wickel.json", "a job: garments with bodies and options, cloths, and what was decided"),
    ("*.lay.json", "a lay, with every placement and the findings"),
    ("$XDG_DATA_HOME/wickel", "the studio: jobs, styles, the book with clients, shelf and log"),
)
_EXITS = (
    ("0", "done"),
    ("1", "a valid job that cannot be laid as asked, or breaks a rule"),
    ("2", "input that cannot be read or contradicts itself"),
)


def manual_page(app: Typer, version: str) -> str:
    """The manual page of the program in the markup of man."""
    group: Any = typer.main.get_command(app)
    rows = [
        f'.TH WICKEL 1 "" "Wickel {version}" "User commands"',
        ".SH NAME",
        "wickel \\- from body measurements to a cut plan and an exact length of cloth",
        ".SH SYNOPSIS",
        ".B wickel",
        "[\\fICOMMAND\\fR] [\\fIOPTIONS\\fR]",
        ".SH DESCRIPTION",
        _INTRO.rstrip(),
        ".SH COMMANDS",
    ]
    for name in sorted(group.commands):
        rows += _command(name, group.commands[name])
    rows.append(".SH FILES")
    rows += [row for name, words in _FILES for row in (".TP", f".I {_plain(name)}", words)]
    rows.append(".SH EXIT STATUS")
    rows += [row for code, words in _EXITS for row in (".TP", f".B {code}", words)]
    return "\n".join(rows) + "\n"


def _command(name: str, command: Any) -> Iterator[str]:
    places = [own for own in command.params if own.param_type_name == "argument"]
    words = " ".join(f"\\fI{_plain((own.metavar or own.name or '').upper())}\\fR" for own in places)
    yield f".SS wickel {_plain(name)} {words}".rstrip()
    yield _plain(" ".join((command.help or "").split()))
    for own in command.params:
        if own.param_type_name == "argument" or own.name == "help":
            continue
        yield ".TP"
        yield ".B " + _plain(", ".join(own.opts))
        yield _plain(" ".join((own.help or "").split())) or "\\&"


def _plain(text: str) -> str:
    """Text in which nothing is taken for markup."""
    made = text.replace("\\", "\\e").replace("-", "\\-")
    return f"\\&{made}" if made.startswith((".", "'")) else made
