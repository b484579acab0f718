"""A found drawing as plain values, for the pipe between the process that reads it and the program
that asked."""

from __future__ import annotations

from typing import Any

from wickel.drawing.found import FoundDrawing, FoundLine, FoundText
from wickel.files.said_file import SaidRecord, said_of, said_record
from wickel.geometry import Cubic, Line, Path, Segment


def found_record(found: FoundDrawing) -> dict[str, Any]:
    """A found drawing as plain values."""
    return {
        "lines": [
            [line.layer, line.closed, line.of, dict(line.says), path_record(line.path)]
            for line in found.lines
        ],
        "texts": [[text.text, list(text.at), text.layer, text.of] for text in found.texts],
        "pieces": {of: dict(says) for of, says in found.pieces.items()},
        "mm_per_unit": found.mm_per_unit,
        "doubtful": found.doubtful,
        "left_out": [said_record(text) for text in found.left_out],
    }


def found_of(record: dict[str, Any]) -> FoundDrawing:
    """The found drawing of plain values."""
    return FoundDrawing(
        lines=tuple(
            FoundLine(layer=layer, closed=closed, of=of, says=says, path=path_of(path))
            for layer, closed, of, says, path in record["lines"]
        ),
        texts=tuple(
            FoundText(text=text, at=(at[0], at[1]), layer=layer, of=of)
            for text, at, layer, of in record["texts"]
        ),
        pieces=record["pieces"],
        mm_per_unit=record["mm_per_unit"],
        doubtful=record["doubtful"],
        left_out=tuple(
            said_of(own if isinstance(own, str) else SaidRecord.model_validate(own))
            for own in record["left_out"]
        ),
    )


def path_record(path: Path) -> list[list[float]]:
    """A path: its start, then for every segment the points after its start, a line's one or a
    curve's three."""
    rows = [list(path[0].start)]
    for segment in path:
        points = (
            (segment.control1, segment.control2, segment.end)
            if isinstance(segment, Cubic)
            else (segment.end,)
        )
        rows.append([value for point in points for value in point])
    return rows


def path_of(rows: list[list[float]]) -> Path:
    """The path of such rows. Raises ``ValueError``: a row of another length."""
    at = (float(rows[0][0]), float(rows[0][1]))
    path: list[Segment] = []
    for row in rows[1:]:
        if len(row) not in (2, 6):
            raise ValueError("a stretch of a path has one point or three")
        end = (float(row[-2]), float(row[-1]))
        path.append(
            Line(at, end) if len(row) == 2 else Cubic(at, (row[0], row[1]), (row[2], row[3]), end)
        )
        at = end
    return tuple(path)
