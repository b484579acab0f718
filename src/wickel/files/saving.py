"""Writing files so that they are either wholly new or untouched, and JSON one line per leaf."""

from __future__ import annotations

import contextlib
import csv
import io
import json
import os
import tempfile
from collections.abc import Iterable
from pathlib import Path


def saved(path: Path, content: str | bytes, *, backup: bool = False) -> None:
    """Write a file by way of a temporary one in the same folder: fsync, then replace.

    With ``backup`` the file that was there is kept beside it with ``.bak`` added.

    Raises:
        OSError: the folder cannot be written; the old file is then as it was.
    """
    data = content.encode() if isinstance(content, str) else content
    path.parent.mkdir(parents=True, exist_ok=True)
    handle, temporary = tempfile.mkstemp(prefix=f".{path.name}.", dir=path.parent)
    try:
        with os.fdopen(handle, "wb") as file:
            file.write(data)
            file.flush()
            os.fsync(file.fileno())
        os.chmod(temporary, 0o644)
        if backup and path.exists():
            saved(path.with_name(path.name + ".bak"), path.read_bytes())
        os.replace(temporary, path)
    except BaseException:
        with contextlib.suppress(OSError):
            os.unlink(temporary)
        raise


def csv_text(rows: Iterable[Iterable[object]], between: str = ",") -> str:
    """Rows as text for a sheet, values quoted where they need it."""
    made = io.StringIO()
    csv.writer(made, delimiter=between, lineterminator="\n").writerows(rows)
    return made.getvalue()


def dumped(value: object, indent: int = 0) -> str:
    """JSON with stable key order, nested objects on lines of their own, lists of plain values on one.

    Files written so can be compared line by line.
    """
    inner = " " * (indent + 1)
    if isinstance(value, dict) and value:
        rows = [f"{inner}{json.dumps(key)}: {dumped(item, indent + 1)}" for key, item in value.items()]
        return "{\n" + ",\n".join(rows) + "\n" + " " * indent + "}"
    if isinstance(value, list) and any(isinstance(item, dict) for item in value):
        rows = [inner + dumped(item, indent + 1) for item in value]
        return "[\n" + ",\n".join(rows) + "\n" + " " * indent + "]"
    return json.dumps(value, ensure_ascii=False, allow_nan=False)
