"""Drawings come in over their sheet, pieces and lays go out, a plot goes to a plotter: by mouse and
keyboard in the real window."""

import zipfile

import pytest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFileDialog

from tests.files.drawings import drafted, sheet
from wickel.app.exchange.import_sheet import ImportSheet
from wickel.app.exchange.plotter_window import PlotterWindow
from wickel.app.exchange.send_sheet import SENT_AS, SendSheet
from wickel.app.stage import Stage
from wickel.app.widgets.dialogs import Notice
from wickel.files import read_job
from wickel.files.drawings.dxf_out import dxf_bytes
from wickel.files.drawings.pdf_out import full_pdf
from wickel.job.importing import Meaning
from wickel.pattern import EdgeKind, EdgeRole, PieceRole


@pytest.fixture
def drawing(tmp_path):
    path = tmp_path / "summer.dxf"
    path.write_bytes(dxf_bytes(sheet(drafted())))
    return path


def opened(window, qtbot, path):
    """The sheet of a drawing, once everything that is said of it is read."""
    window.bringing.read(path)
    qtbot.waitUntil(lambda: bool(window.findChildren(ImportSheet)))
    own = window.findChildren(ImportSheet)[-1]
    qtbot.waitUntil(lambda: own.settled() and bool(own.read.pieces))
    return own


def choose(box, data):
    box.setCurrentIndex(box.findData(data))
    box.activated.emit(box.currentIndex())


def test_a_drawing_becomes_a_new_job(window, qtbot, drawing, monkeypatch):
    monkeypatch.setattr(QFileDialog, "getOpenFileName", lambda *_: (str(drawing), ""))
    qtbot.keyClick(
        window, Qt.Key.Key_A, Qt.KeyboardModifier.ControlModifier | Qt.KeyboardModifier.AltModifier
    )
    qtbot.waitUntil(lambda: bool(window.findChildren(ImportSheet)))
    own = window.findChildren(ImportSheet)[-1]
    qtbot.waitUntil(lambda: own.settled() and len(own.read.pieces) == len(drafted().pieces))
    assert "pieces come in" in own.said_of_all.text()
    assert own.card.name.text() == "Front"
    assert own.card.edge_boxes["centre"].currentData() == EdgeKind.FOLD
    assert own.card.edge_fields["side"].text() == "1.5 cm"
    # what it is goes by its names, and can be said
    assert own.card.role.currentData() == PieceRole.BODICE
    assert own.card.view.currentText() == "in front"
    assert own.card.role_boxes["side"].currentText() == "side"
    choose(own.card.role_boxes["side"], EdgeRole.PANEL)
    qtbot.waitUntil(
        lambda: own.settled() and own.read.pieces[0].drawn.edge("side").role is EdgeRole.PANEL
    )
    qtbot.mouseClick(own.new, Qt.MouseButton.LeftButton)
    session = window.session
    assert session.job.name == "summer"
    assert window.stack.currentIndex() == Stage.DRAFT
    assert [piece.name for piece in session.draft.pattern.pieces] == [
        piece.name for piece in drafted().pieces
    ]
    assert read_job(session.path).garments[0].own.drawn  # it is saved as it came in
    assert not window.draft.editor.isVisible()


@pytest.mark.long
def test_what_a_maker_says_on_the_sheet_is_what_comes_in(window, qtbot, tmp_path):
    path = tmp_path / "summer.pdf"
    path.write_bytes(full_pdf(sheet(drafted()), "summer"))
    own = opened(window, qtbot, path)
    fold = next(name for name in own.layer_boxes if name.startswith("#2f3e63"))
    choose(own.layer_boxes[fold], Meaning.FOLD)
    qtbot.waitUntil(own.settled)
    first = own.read.pieces[0]
    assert first.drawn.cuts[0].on_fold
    own.card.name.setText("Summer front")
    own.card.name.editingFinished.emit()
    choose(own.card.grain, "0.000000")
    qtbot.waitUntil(own.settled)
    name = next(edge.name for edge in own.read.pieces[0].edges if edge.kind is EdgeKind.SEAM)
    field = own.card.edge_fields[name]
    field.setText("2 cm")
    field.finish()
    qtbot.waitUntil(lambda: own.settled() and own.read.pieces[0].name == "Summer front")
    drawn = own.read.pieces[0].drawn
    assert drawn.edge(name).allowance_mm == 20.0
    garments = len(window.session.job.garments)
    qtbot.mouseClick(own.here, Qt.MouseButton.LeftButton)
    assert len(window.session.job.garments) == garments + 1
    window.session.undo()
    assert len(window.session.job.garments) == garments


@pytest.mark.long
def test_a_known_length_says_how_large_the_file_is(window, qtbot, tmp_path):
    path = tmp_path / "bag.svg"
    path.write_text(
        '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><path d="M0 0h4v2h-4z"/></svg>'
    )
    own = opened(window, qtbot, path)
    assert own.card.piece is not None
    (edge,) = [e for e in own.card.piece.edges if e.name == "edge 1"]
    own._edge_picked("edge 1")
    assert own.known.text() == "2 cm"  # a drawing of so small numbers may be in centimetres
    own.known.setText("40 cm")
    own.known.finish()
    qtbot.waitUntil(lambda: own.settled() and own.said.mm_per_unit == pytest.approx(200.0))
    now = next(e for e in own.read.pieces[0].edges if e.name == "edge 1")
    assert now.long_mm == pytest.approx(400.0)
    assert now.long_mm != edge.long_mm


def test_a_sheet_that_cannot_come_in_says_which_piece(window, qtbot, tmp_path):
    path = tmp_path / "strap.svg"
    path.write_text(
        '<svg xmlns="http://www.w3.org/2000/svg" width="300mm" viewBox="0 0 300 300">'
        '<path d="M0 0h200v15h-200z"/></svg>'
    )
    own = opened(window, qtbot, path)
    own.seam.setText("1 cm")
    own.seam.finish()
    qtbot.waitUntil(lambda: own.settled() and own.read.pieces[0].drawn is None)
    assert not own.new.isEnabled()
    assert "Mend or leave out first" in own.said_of_all.text()
    own.card.take.click()
    qtbot.waitUntil(lambda: own.settled() and not own.said.pieces[own.card.piece.key].take)
    assert not own.new.isEnabled()  # nothing is left to come in


def test_a_drawing_that_cannot_be_read_is_said(window, qtbot, tmp_path):
    path = tmp_path / "broken.svg"
    path.write_text("<svg><path d='M 0 0 L 1e99 0'/></svg>")
    window.bringing.read(path)
    qtbot.waitUntil(lambda: bool(window.findChildren(Notice)))
    assert "no place on a pattern" in window.findChildren(Notice)[-1].sentence.text()


@pytest.mark.long
def test_imported_pieces_are_kept_as_a_style_when_that_is_ticked(window, qtbot, drawing):
    own = opened(window, qtbot, drawing)
    own.keep.setChecked(True)
    qtbot.mouseClick(own.here, Qt.MouseButton.LeftButton)
    assert "summer" in [style.name for style in window.book.styles()]


def sending(window, qtbot):
    qtbot.waitUntil(lambda: window.printing.work() is not None)
    window.send_out()
    return window.findChildren(SendSheet)[-1]


def test_every_format_is_written(window, qtbot, tmp_path):
    own = sending(window, qtbot)
    for form in SENT_AS:
        path = tmp_path / f"out{form.ending}"
        own.write(path, form)
        qtbot.waitUntil(lambda: not own._background.working)
        assert path.stat().st_size > 1000
        assert own.words.text() == f"Written: {path.name}"
    own.what.setCurrentIndex(1)
    own.write_list(tmp_path / "lay.csv")
    qtbot.waitUntil(lambda: not own._background.working)
    assert (tmp_path / "lay.csv").read_text().startswith("number,piece,name")


@pytest.mark.long
def test_everything_goes_into_a_zip_or_a_folder(window, qtbot, tmp_path):
    own = sending(window, qtbot)
    own.write_zip(tmp_path / "all.zip")
    qtbot.waitUntil(lambda: not own._background.working)
    names = set(zipfile.ZipFile(tmp_path / "all.zip").namelist())
    assert {"job.wickel.json", "lays.lay.json", "cut-list.csv", "pieces/all.dxf"} <= names
    own.write_folder(tmp_path)
    qtbot.waitUntil(lambda: not own._background.working)
    (folder,) = [path for path in tmp_path.iterdir() if path.is_dir() and path.name != "home"]
    there = {path.relative_to(folder).as_posix() for path in folder.rglob("*") if path.is_file()}
    assert there == names


@pytest.mark.long
def test_a_plot_waits_for_paper_and_can_be_stopped(window, qtbot):
    own = sending(window, qtbot)
    plotter = PlotterWindow(0, slowly=False)
    qtbot.addWidget(plotter)
    plotter.show()
    own.address.setText(f"127.0.0.1:{plotter.plotter.port}")
    plotter.paper.setChecked(False)
    qtbot.mouseClick(own.plot, Qt.MouseButton.LeftButton)
    qtbot.waitUntil(lambda: "out of paper" in own.words.text())
    plotter.paper.setChecked(True)
    qtbot.waitUntil(lambda: own.words.text() == "It is plotted.")
    assert plotter.plotter.done == len(plotter.plotter.received)
    assert "bytes are drawn" in plotter.said.text()
    plotter.paper.setChecked(False)
    qtbot.mouseClick(own.plot, Qt.MouseButton.LeftButton)
    qtbot.waitUntil(lambda: "out of paper" in own.words.text())
    qtbot.mouseClick(own.stop, Qt.MouseButton.LeftButton)
    qtbot.waitUntil(lambda: own.words.text() == "Stopped: the pen is lifted.")
    assert window._settings.values.plotter == own.address.text()


def test_a_plotter_that_is_not_there_is_said_on_the_sheet(window, qtbot):
    own = sending(window, qtbot)
    own.address.setText("127.0.0.1:1")
    qtbot.mouseClick(own.plot, Qt.MouseButton.LeftButton)
    qtbot.waitUntil(lambda: "cannot be reached" in own.words.text())
    own.address.setText("nowhere:at-all")
    qtbot.mouseClick(own.plot, Qt.MouseButton.LeftButton)
    assert "no address of a plotter" in own.words.text()
