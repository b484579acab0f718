"""What a desktop is given of the program, put in place for one user and taken away again."""

from __future__ import annotations

import contextlib
import os
import shutil
import subprocess
import sys
from collections.abc import Iterator
from dataclasses import dataclass
from importlib.resources import files
from pathlib import Path

from typer import Typer
from typer.completion import get_completion_script

from wickel import __version__
from wickel.desktop.manual import manual_page
from wickel.files import save_file

_PLACES = {
    "wickel.svg": "icons/hicolor/scalable/apps/wickel.svg",
    "wickel-job.svg": "icons/hicolor/scalable/mimetypes/wickel-job.svg",
    "wickel.desktop": "applications/wickel.desktop",
    "wickel-mime.xml": "mime/packages/wickel.xml",
    "wickel.metainfo.xml": "metainfo/org.wickel.Wickel.metainfo.xml",
}
_COMPLETION = {
    "bash": "bash-completion/completions/wickel",
    "zsh": "zsh/site-functions/_wickel",
    "fish": "fish/vendor_completions.d/wickel.fish",
}
_PNG_SIZES = (48, 128, 256)
_COMPLETE = "_WICKEL_COMPLETE"
_AFTER = (
    ("update-desktop-database", "applications"),
    ("update-mime-database", "mime"),
    ("gtk-update-icon-cache", "icons/hicolor"),
)
_AFTER_S = 60


@dataclass(frozen=True, slots=True)
class Placed:
    """A file for the desktop: where it belongs under the data folder, and what is in it."""

    path: str
    content: bytes


def placed_files(app: Typer, command: str) -> Iterator[Placed]:
    """Everything for a desktop; ``command`` is what its menu entry starts."""
    assets = files("wickel.assets") / "desktop"
    for name, place in _PLACES.items():
        content = (assets / name).read_bytes()
        if name == "wickel.desktop":
            content = content.replace(b"Exec=wickel", f"Exec={_quoted(command)}".encode())
        yield Placed(place, content)
    for size in _PNG_SIZES:
        png = (assets / f"wickel-{size}.png").read_bytes()
        yield Placed(f"icons/hicolor/{size}x{size}/apps/wickel.png", png)
    yield Placed("man/man1/wickel.1", manual_page(app, __version__).encode())
    for shell, place in _COMPLETION.items():
        script = get_completion_script(prog_name="wickel", complete_var=_COMPLETE, shell=shell)
        yield Placed(place, script.encode() + b"\n")


def _quoted(command: str) -> str:
    """A path as a desktop entry has it: quoted where it has more than plain signs."""
    if all(sign.isalnum() or sign in "/-_." for sign in command):
        return command
    signs = {sign: f"\\\\{sign}" for sign in '"`$\\'}
    return '"' + "".join(signs.get(sign, sign) for sign in command).replace("%", "%%") + '"'


def data_home() -> Path:
    """The user's data folder, ``$XDG_DATA_HOME``."""
    own = os.environ.get("XDG_DATA_HOME")
    return Path(own) if own else Path.home() / ".local" / "share"


def own_command() -> str:
    """How this very program is started."""
    here = Path(sys.argv[0])
    if here.name == "wickel" and here.exists():
        return str(here.absolute())
    return shutil.which("wickel") or "wickel"


def integrate(app: Typer, folder: Path | None = None, command: str = "") -> tuple[Path, ...]:
    """Put everything in place for this user. Raises ``OSError``."""
    home = folder or data_home()
    made = []
    for own in placed_files(app, command or own_command()):
        save_file(home / own.path, own.content)
        (home / own.path).chmod(0o644)
        made.append(home / own.path)
    _tell_desktop(home)
    return tuple(made)


def remove(app: Typer, folder: Path | None = None) -> tuple[Path, ...]:
    """Take away what ``integrate`` has put in place, and nothing else. Raises ``OSError``."""
    home = folder or data_home()
    gone = []
    for own in placed_files(app, "wickel"):
        path = home / own.path
        if path.is_file():
            path.unlink()
            gone.append(path)
    _tell_desktop(home)
    for path in gone:
        for parent in path.relative_to(home).parents:
            with contextlib.suppress(OSError):  # it holds something else
                if parent != Path():
                    (home / parent).rmdir()
    return tuple(gone)


def _tell_desktop(home: Path) -> None:
    """Have the desktop look again, with what it has for that."""
    for name, place in _AFTER:
        program = shutil.which(name)
        if program and (home / place).is_dir():
            with contextlib.suppress(OSError, subprocess.TimeoutExpired):
                subprocess.run(
                    [program, str(home / place)],
                    stdout=subprocess.DEVNULL,
                    stderr=subprocess.DEVNULL,
                    timeout=_AFTER_S,
                    check=False,
                )
