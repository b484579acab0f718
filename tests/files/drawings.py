"""What the tests of drawings share: garments of the house as drawings, and drawings as files."""

from wickel.body import CHARTS
from wickel.draft import STYLES, Allowances, draft
from wickel.drawing.to_send import piece_to_send, side_by_side
from wickel.files.drawings.reading_in import read_drawing

ALLOW = Allowances(own_mm={"hem": 35.0, "side": 15.0})


def drafted(style="box-dress", allow=ALLOW):
    """The pattern of a style in the middle size of its chart."""
    made = STYLES[style]
    chart = CHARTS[made.charts[0]]
    return draft(made, chart.body(list(chart.sizes)[len(chart.sizes) // 2]), {}, allow)


def sheet(pattern, garment="dress"):
    """Its pieces beside each other, as they are sent."""
    return side_by_side(
        piece_to_send(piece, f"{garment}/{piece.id}", garment) for piece in pattern.pieces
    )


def read(tmp_path, content, ending):
    """A file with this content, read."""
    path = tmp_path / f"drawing{ending}"
    path.write_bytes(content if isinstance(content, bytes) else content.encode())
    return read_drawing(path)
