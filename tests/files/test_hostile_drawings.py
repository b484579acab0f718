"""Damaged and hostile drawings end in one clear sentence: none takes long, needs much, fetches or
writes anything."""

import io
import os
import resource
import socket
from concurrent.futures import ThreadPoolExecutor

import numpy as np
import pytest

from tests.files.drawings import drafted, sheet
from tests.often import usual
from wickel.drawing.found import FoundDrawing
from wickel.files import UnreadableFile, svg_text
from wickel.files.drawings.dxf_out import dxf_bytes
from wickel.files.drawings.pdf_out import full_pdf
from wickel.files.drawings.reader import MOST_MEMORY
from wickel.files.drawings.reading_in import read_drawing

EACH = 20
MOST_KB = MOST_MEMORY // 1024
SVG = "<svg xmlns='http://www.w3.org/2000/svg' width='10mm' viewBox='0 0 10 10'>{}</svg>"


@pytest.fixture(scope="module")
def good():
    """One good file of each kind."""
    drawing = sheet(drafted())
    return {
        ".svg": svg_text(drawing, "sheet").encode(),
        ".dxf": dxf_bytes(drawing),
        ".pdf": full_pdf(drawing, "sheet"),
    }


# --- damage -----------------------------------------------------------------------------------


def cut_short(data, rng):
    return data[: int(rng.integers(0, len(data)))]


def bytes_changed(data, rng):
    made = bytearray(data)
    for at in rng.integers(0, len(made), int(rng.integers(1, 40))):
        made[at] = int(rng.integers(0, 256))
    return bytes(made)


def stretch_out(data, rng):
    a, b = sorted(int(k) for k in rng.integers(0, len(data), 2))
    return data[:a] + data[b:]


def stretch_again(data, rng):
    a, b = sorted(int(k) for k in rng.integers(0, len(data), 2))
    return data[:b] + data[a:b] * int(rng.integers(1, 4)) + data[b:]


def odd_numbers(data, rng):
    odd = [b"nan", b"inf", b"-1e308", b"1e999", b"9" * 400, b"0x10", b"", b"-", b"1e-400"]
    words = data.split(b"\n" if data.startswith(b" ") else b" ")
    between = b"\n" if data.startswith(b" ") else b" "
    for at in rng.integers(0, len(words), 6):
        words[at] = odd[int(rng.integers(0, len(odd)))]
    return between.join(words)


def nothing_bytes(data, rng):
    at = int(rng.integers(0, len(data)))
    return data[:at] + b"\x00" * int(rng.integers(1, 5000)) + data[at:]


DAMAGE = (cut_short, bytes_changed, stretch_out, stretch_again, odd_numbers, nothing_bytes)


# --- hostility ----------------------------------------------------------------------------------


def entity_bomb(rng, port):
    levels = int(rng.integers(5, 12))
    rows = "".join(f"<!ENTITY l{k} '{f'&l{k - 1};' * 10}'>" for k in range(1, levels))
    body = f"<text>&l{levels - 1};</text>"
    return ".svg", f"<!DOCTYPE svg [<!ENTITY l0 'lol'>{rows}]>{SVG.format(body)}".encode()


def entity_from_outside(rng, port):
    url = ["file:///etc/passwd", f"http://127.0.0.1:{port}/x"][int(rng.integers(0, 2))]
    return ".svg", (
        f"<!DOCTYPE svg [<!ENTITY x SYSTEM '{url}'>]>{SVG.format('<text>&x;</text>')}".encode()
    )


def doctype_from_outside(rng, port):
    return ".svg", (
        f"<!DOCTYPE svg SYSTEM 'http://127.0.0.1:{port}/d.dtd'>"
        + SVG.format("<path d='M0 0h5v5z'/>")
    ).encode()


def references(rng, port):
    body = (
        f"<image href='http://127.0.0.1:{port}/a.png' width='5' height='5'/>"
        f"<use href='http://127.0.0.1:{port}/b.svg#x'/>"
        f"<style>@import url(http://127.0.0.1:{port}/c.css)</style>"
        "<path d='M0 0h50v50z'/>"
    )
    return ".svg", SVG.format(body).encode()


def endless_nesting(rng, port):
    deep = int(rng.integers(100, 200_000))
    return ".svg", SVG.format("<g>" * deep + "<path d='M0 0h5'/>" + "</g>" * deep).encode()


def uses_in_a_ring(rng, port):
    body = "<g id='a'><use href='#b'/><use href='#b'/></g><g id='b'><use href='#a'/></g>"
    return ".svg", SVG.format(body + "<use href='#a'/>").encode()


def uses_that_double(rng, port):
    levels = int(rng.integers(8, 30))
    rows = "".join(
        f"<g id='g{k}'><use href='#g{k - 1}'/><use href='#g{k - 1}'/></g>" for k in range(1, levels)
    )
    return ".svg", SVG.format(f"<path id='g0' d='M0 0h5v5z'/>{rows}").encode()


def many_points(rng, port):
    count = int(rng.integers(300_000, 1_000_000))
    places = rng.integers(0, 1000, (count, 2))
    kind = int(rng.integers(0, 3))
    if kind == 0:
        return ".svg", SVG.format(
            f"<polyline points='{' '.join(f'{x},{y}' for x, y in places.tolist())}'/>"
        ).encode()
    if kind == 1:
        rows = "".join(f" 10\n{x}.0\n 20\n{y}.0\n" for x, y in places.tolist())
        return ".dxf", (
            "  0\nSECTION\n  2\nENTITIES\n  0\nLWPOLYLINE\n100\nAcDbEntity\n  8\n0\n"
            f"100\nAcDbPolyline\n 90\n{count}\n 70\n0\n{rows}  0\nENDSEC\n  0\nEOF\n"
        ).encode()
    return ".svg", SVG.format(
        "<path d='M0 0" + "".join(f"C{x} {y} {y} {x} {x} {x}" for x, y in places.tolist()) + "'/>"
    ).encode()


def blocks_in_a_ring(rng, port):
    import ezdxf

    document = ezdxf.new("R2010")
    one, two = document.blocks.new("ONE"), document.blocks.new("TWO")
    for block, other in ((one, "TWO"), (two, "ONE")):
        block.add_blockref(other, (1, 1))
        block.add_line((0, 0), (5, 5))
    document.modelspace().add_blockref("ONE", (0, 0))
    stream = io.StringIO()
    document.write(stream)
    return ".dxf", stream.getvalue().encode()


def blocks_that_double(rng, port):
    import ezdxf

    document = ezdxf.new("R2010")
    document.blocks.new("B0").add_line((0, 0), (5, 5))
    for k in range(1, int(rng.integers(8, 40))):
        block = document.blocks.new(f"B{k}")
        for at in ((0, 0), (1, 1)):
            block.add_blockref(f"B{k - 1}", at)
    document.modelspace().add_blockref(f"B{k}", (0, 0), dxfattribs={"row_count": 9000})
    stream = io.StringIO()
    document.write(stream)
    return ".dxf", stream.getvalue().encode()


def gigantic(rng, port):
    far = 10.0 ** int(rng.integers(8, 300))
    return ".svg", SVG.format(f"<path d='M0 0 L {far:g} 0 L {far:g} {far:g} Z'/>").encode()


def pdf_of_nonsense(rng, port):
    body = bytes(rng.integers(0, 256, int(rng.integers(10, 20_000))).astype(np.uint8))
    return ".pdf", b"%PDF-1.7\n" + body + b"\n%%EOF"


def pdf_that_calls_itself(rng, port):
    rows = [
        b"<< /Type /Catalog /Pages 2 0 R >>",
        b"<< /Type /Pages /Kids [3 0 R 2 0 R] /Count 900000000 >>",
        b"<< /Type /Page /Parent 2 0 R /MediaBox [0 0 1e9 1e9] /Contents 4 0 R"
        b" /Resources << /XObject << /F 5 0 R >> >> >>",
        b"<< /Length 5 >>\nstream\n/F Do\nendstream",
        b"<< /Type /XObject /Subtype /Form /BBox [0 0 9 9] /Length 26"
        b" /Resources << /XObject << /F 5 0 R >> >> >>\nstream\n0 0 m 5 5 l S"
        b" /F Do /F Do\nendstream",
    ]
    made, places = bytearray(b"%PDF-1.4\n"), []
    for k, row in enumerate(rows, start=1):
        places.append(len(made))
        made += b"%d 0 obj\n" % k + row + b"\nendobj\n"
    start = len(made)
    made += b"xref\n0 6\n0000000000 65535 f \n"
    made += b"".join(b"%010d 00000 n \n" % at for at in places)
    made += b"trailer << /Size 6 /Root 1 0 R >>\nstartxref\n%d\n%%%%EOF" % start
    return ".pdf", bytes(made)


HOSTILE = (
    entity_bomb,
    entity_from_outside,
    doctype_from_outside,
    references,
    endless_nesting,
    uses_in_a_ring,
    uses_that_double,
    many_points,
    blocks_in_a_ring,
    blocks_that_double,
    gigantic,
    pdf_of_nonsense,
    pdf_that_calls_itself,
)


def hostile_files(seed, good, port):
    """Some files of one seed: about two thirds damaged, one third hostile."""
    rng = np.random.default_rng(seed)
    kinds = list(good)
    for k in range(EACH):
        if k % 3 == 2:
            yield HOSTILE[int(rng.integers(0, len(HOSTILE)))](rng, port)
        else:
            ending = kinds[int(rng.integers(0, len(kinds)))]
            yield ending, DAMAGE[int(rng.integers(0, len(DAMAGE)))](good[ending], rng)


def answer(path):
    """What reading comes to: a drawing, or a sentence."""
    try:
        return read_drawing(path)
    except UnreadableFile as reason:
        return str(reason.args[0])


@pytest.mark.timeout(600)
@pytest.mark.parametrize("seed", usual(range(75), (0,)))
def test_every_damaged_or_hostile_file_ends_in_a_sentence(
    seed, good, tmp_path, monkeypatch, read_server
):
    home = tmp_path / "own-home"
    home.mkdir()
    monkeypatch.setenv("HOME", str(home))
    folder = tmp_path / "files"
    folder.mkdir()
    with socket.create_server(("127.0.0.1", 0)) as listening:
        listening.setblocking(False)
        paths = []
        for k, (ending, data) in enumerate(hostile_files(seed, good, listening.getsockname()[1])):
            path = folder / f"file-{k}{ending}"
            path.write_bytes(data)
            paths.append(path)
        before = {own: own.stat().st_mtime_ns for own in folder.iterdir()}
        with ThreadPoolExecutor(os.cpu_count()) as pool:
            answers = list(pool.map(answer, paths))
        with pytest.raises(BlockingIOError):
            listening.accept()  # nobody has come
    assert {own: own.stat().st_mtime_ns for own in folder.iterdir()} == before
    assert not [own for own in home.rglob("*") if own.is_file()]
    for path, said in zip(paths, answers, strict=True):
        if isinstance(said, FoundDrawing):
            continue
        assert path.name in said, (path, said)
        assert said.endswith("."), said
        assert "\n" not in said
        assert len(said) < 240, said
    assert read_server.peak_kb < MOST_KB


HOSTILE_TIME_S = 5.0


@pytest.mark.parametrize("hostile", usual(HOSTILE, HOSTILE[::3]))
def test_what_is_built_to_take_long_is_ended(hostile, tmp_path, read_server):
    """By the time that the reading process works: the clock of a busy machine says nothing."""
    ending, data = hostile(np.random.default_rng(7), 9)
    path = tmp_path / f"file{ending}"
    path.write_bytes(data)
    answer(path)
    assert 0 < read_server.worked_s < HOSTILE_TIME_S


@pytest.mark.long
@pytest.mark.real_reader
@pytest.mark.parametrize("hostile", [uses_in_a_ring])
def test_the_process_of_its_own_reads_ends_and_is_gone(hostile, tmp_path, good):
    """The real one, that starts for each drawing: what the tests' server stands for."""
    ending, data = hostile(np.random.default_rng(7), 9)
    for name, written in ((f"bad{ending}", data), ("good.svg", good[".svg"])):
        path = tmp_path / name
        path.write_bytes(written)
        before = resource.getrusage(resource.RUSAGE_CHILDREN)
        said = answer(path)
        after = resource.getrusage(resource.RUSAGE_CHILDREN)
        worked = after.ru_utime + after.ru_stime - before.ru_utime - before.ru_stime
        assert 0 < worked < 2 * HOSTILE_TIME_S
        assert isinstance(said, FoundDrawing) or said.endswith(".")
    assert isinstance(said, FoundDrawing)
