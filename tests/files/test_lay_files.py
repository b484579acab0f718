"""Lay files, SVG and PDF: the same lay in each, nothing mirrored, checked from the files alone."""

import json
import re
import xml.etree.ElementTree as ET
from pathlib import Path

import jsonschema
import pytest
from pypdf import PdfReader

from tests.lay.shapes import ELL, WEDGE, four_kinds, job, piece
from wickel.drawing import lay_drawing
from wickel.files import (
    JobRecord,
    LayFileRecord,
    StyleFileRecord,
    VersionFileRecord,
    job_of,
    lay_record,
    read_lays,
    save_lays,
    svg_text,
)
from wickel.files.papers.lay_sheet import lay_pdf
from wickel.job import cut_pieces, drafted, lay_job
from wickel.lay import Search
from wickel.studio import orders
from wickel.units import Unit

SCHEMAS = Path(__file__).parents[2] / "docs" / "schema"
SVG = "{http://www.w3.org/2000/svg}"


def laid(record, way="lengthwise"):
    a_job = job_of(record)
    return lay_job(a_job, cut_pieces(a_job), fold=way, search=Search(effort=4))


def twice_area(points):
    return sum(
        points[k - 1][0] * points[k][1] - points[k][0] * points[k - 1][1]
        for k in range(len(points))
    )


def congruent_not_mirrored(one, other):
    """Same corners in the same turning order, up to a move and a scale: edge lengths and signs of
    corners."""

    def signs(points):
        n = len(points)
        found = []
        for k in range(n):
            (ax, ay), (bx, by), (cx, cy) = points[k - 1], points[k], points[(k + 1) % n]
            found.append((bx - ax) * (cy - by) - (by - ay) * (cx - bx) > 0)
        return found

    mine, yours = signs(one), signs(other)
    return any(mine == yours[k:] + yours[:k] for k in range(len(yours)))


def svg_outlines(text, layer="cut"):
    """Outlines of a layer by what they are of, with y turned up again."""
    root = ET.fromstring(text)
    height = float(root.get("viewBox").split()[3])
    found = {}
    for group in root.iter(f"{SVG}g"):
        if group.get("id") == layer:
            for path in group.iter(f"{SVG}path"):
                numbers = [float(n) for n in re.findall(r"-?\d+\.?\d*", path.get("d"))]
                points = list(zip(numbers[::2], numbers[1::2], strict=True))
                found.setdefault(path.get("data-of"), []).append(
                    [(x, height - y) for x, y in points]
                )
    return found


def pdf_outlines(data, tmp_path):
    """Closed outlines of the page, in points of the page (y up)."""
    path = tmp_path / "lay.pdf"
    path.write_bytes(data)
    (page,) = PdfReader(path).pages
    content = page.get_contents().get_data().decode("latin-1")
    outlines, points = [], []
    for numbers, verb in re.findall(r"((?:-?(?:\d+\.?\d*|\.\d+) )*)([a-zA-Z*]+)", content):
        values = [float(n) for n in numbers.split()]
        if verb in "ml" and len(values) != 2:
            continue  # a letter in a text
        if verb == "m":
            points = [(values[0], values[1])]
        elif verb == "l":
            points.append((values[0], values[1]))
        elif verb == "h":
            outlines.append(points)
    return page, outlines


def test_the_ell_keeps_its_hand_in_file_svg_and_pdf(tmp_path):
    for way in ("open", "lengthwise"):
        (lay,) = laid(job(piece("ell", ELL)), way)
        (placed,) = lay_record((lay,))["lays"][0]["placements"]
        drawn = [tuple(p) for p in placed["cut_line_mm"]]
        (in_svg,) = svg_outlines(svg_text(lay_drawing(lay), "x"))["ell/1"]
        for a, b in zip(drawn, in_svg, strict=True):
            assert (b[0] - 5, b[1] - 5) == pytest.approx(a, abs=1e-3)  # 5 mm of margin
        _, outlines = pdf_outlines(lay_pdf(lay, "x", Unit.CM), tmp_path)
        (in_pdf,) = [o for o in outlines if len(o) == len(ELL)]
        assert congruent_not_mirrored(drawn, in_pdf)
        assert (twice_area(in_pdf) > 0) == (twice_area(drawn) > 0)


def test_pair_fold_and_single_are_all_in_svg_with_their_number():
    (lay,) = laid(four_kinds())
    text = svg_text(lay_drawing(lay), "x")
    assert set(svg_outlines(text)) == {p.id for p in lay.placements}
    names = [node.text for node in ET.fromstring(text).iter(f"{SVG}text")]
    assert set(names) == {
        "front on fold",
        "ell × 1",
        "sleeve 1–2 of 2, left and right",
        "patch 1–2 of 3",
        "patch 3 of 3",
    }


def test_svg_is_one_to_one_in_millimetres():
    (lay,) = laid(four_kinds(), "open")
    root = ET.fromstring(svg_text(lay_drawing(lay), "a < b & c"))
    width, height = (float(root.get(key).removesuffix("mm")) for key in ("width", "height"))
    assert root.get("viewBox") == f"0 0 {width:.4f} {height:.4f}"
    assert (width, height) == pytest.approx((lay.table_mm + 10, 1400 + 10), abs=1e-3)
    assert root.find(f"{SVG}title").text == "a < b & c"


def test_the_net_line_of_a_half_laid_open_is_whole():
    order = orders()[0]
    (lay,) = lay_job(order, cut_pieces(order), fold="open", search=Search(effort=2))
    nets = svg_outlines(svg_text(lay_drawing(lay), "x"), "net")
    (net,) = nets["dress/front/1"]
    front = drafted(order.garments[0]).pattern.piece("front")
    hem = front.edge("hem").start[1]
    assert max(y for _, y in net) - min(y for _, y in net) > 4 * hem / 2


def test_the_page_says_what_to_buy_and_what_to_measure(tmp_path):
    order = orders()[0]
    (lay,) = lay_job(order, cut_pieces(order), fold="open", search=Search(effort=2))
    page, _ = pdf_outlines(lay_pdf(lay, order.name, Unit.CM), tmp_path)
    text = page.extract_text()
    for words in ("Market dress", "to buy", "three places", "Moss linen"):
        assert words in text


def test_a_broken_lay_says_at_least_on_paper(tmp_path):
    (lay,) = laid(job(piece("poncho", WEDGE, directions=[0, 180]), print_="one-way"), "open")
    page, _ = pdf_outlines(lay_pdf(lay, "x", Unit.INCH), tmp_path)
    text = page.extract_text()
    assert "at least" in text
    assert "shoulder seam" in text


def test_lay_files_read_back_and_keep_to_their_schema(tmp_path):
    lays = laid(four_kinds())
    path = tmp_path / "x.lay.json"
    save_lays(lays, path)
    record = read_lays(path)
    assert record.lays[0].lay_length_mm == pytest.approx(lays[0].lay_length_mm, abs=1e-6)
    schema = json.loads((SCHEMAS / "lay.schema.json").read_text())
    jsonschema.validate(json.loads(path.read_text()), schema)


@pytest.mark.parametrize(
    ("name", "model"),
    [
        ("job", JobRecord),
        ("lay", LayFileRecord),
        ("style", StyleFileRecord),
        ("version", VersionFileRecord),
    ],
)
def test_the_schemas_in_the_docs_are_those_of_the_program(name, model):
    assert json.loads((SCHEMAS / f"{name}.schema.json").read_text()) == model.model_json_schema()
