"""The Draft stage: options on the left, pieces as on paper, tape checks and the chalk list."""

from __future__ import annotations

from dataclasses import replace

from PySide6.QtCore import QEvent, Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import (
    QComboBox,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from wickel.app.book import StudioBook
from wickel.app.errand import Errand
from wickel.app.session import Session
from wickel.app.stages.allow_dialog import AllowDialog
from wickel.app.stages.change_dialog import ChangeDialog
from wickel.app.stages.draft_checks import ChecksPanel
from wickel.app.stages.draft_keeping import Keeping
from wickel.app.stages.draft_options import OptionsPanel
from wickel.app.stages.draft_reach import Reach
from wickel.app.stages.gallery import Gallery
from wickel.app.stages.own_editor import OwnEditor
from wickel.app.stages.parts_dialog import PartsDialog
from wickel.app.stages.piece_card import PieceCard
from wickel.app.stages.references import References
from wickel.app.table.paper_view import PaperView
from wickel.app.theme import scaled, text_scale
from wickel.app.widgets.cards import label, seen
from wickel.app.widgets.columns import Columns
from wickel.app.widgets.flow import flow_bar, with_words
from wickel.app.widgets.stage import Stage
from wickel.body import SIZES, size_body
from wickel.draft import DraftRefused, Own, TapeCheck, draft
from wickel.draft.ledger import ANYWAY
from wickel.draft.operations import with_changes
from wickel.job import (
    Garment,
    JobRefused,
    drafted,
    garment_style,
)
from wickel.job.edits import with_garment
from wickel.job.figures import bases_of_piece, dragged, with_figure
from wickel.job.turned import net_figures
from wickel.job.unheard import is_unheard
from wickel.job.version import Version, version_of
from wickel.pattern import Piece
from wickel.studio import with_answers, with_style
from wickel.studio.ordering import Chosen, shown_name
from wickel.wording import say, tr

_EDITOR_WIDE, _EDITOR_LEAST = 505, 0.3
_OVER_NARROW, _OVER_WIDE = 96, 210
_OPTIONS_SHARE, _CHECKS_SHARE = 0.245, 0.268
_LEAST_PAPER, _LARGE_TEXT = 240, 1.2
"""What the questions and the checks take of the stage; the rest is the paper's."""


def _between(wanted: float, least: float, most: float, share: float) -> float:
    """A width between two, and never more than a share of the stage."""
    return min(max(wanted, least), most, share)


HOUSE = "house"
"""What is laid over: the same garment without the maker's own figures."""


class DraftStage(Stage):
    """Changing an option redraws at once; a piece in hand shows its points."""

    def __init__(self, session: Session, book: StudioBook, errand: Errand) -> None:
        super().__init__()
        self._session, self._book = session, book
        self.keeping = Keeping(session, book, self)
        self.keeping.written.connect(self._show_written)
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self.options = OptionsPanel(session, book)
        self.options.another_asked.connect(self.choose_style)
        self.options.change_asked.connect(self.change_piece)
        self.options.parts_asked.connect(self.exchange_parts)
        self.paper = PaperView()
        self.paper.setMinimumWidth(240)
        self.paper.picked.connect(self._show_piece)
        self.paper.point_asked.connect(self.show_figures_of)
        self.paper.point_dragged.connect(self.drag_point)
        self.options.figures.given.connect(self.give_figure)
        self.options.figures.trouble.connect(session.trouble)
        self.reach = Reach(session, errand, self.options.figures.reach)
        between = QWidget()
        middle = QVBoxLayout(between)
        middle.setContentsMargins(0, 0, 0, 0)
        middle.setSpacing(8)
        middle.addWidget(self._over_row())
        middle.addWidget(self.paper, 1)
        self.checks, self.editor = ChecksPanel(), OwnEditor(session, book)
        self.editor.piece_made.connect(self.paper.choose)
        self._put_buttons()
        self.right = QStackedWidget()
        self.right.addWidget(self.checks)
        self.right.addWidget(self.editor)
        self.references = References(session)
        self.right.addWidget(self.references)
        self.columns = Columns("draft", (self.options, between, self.right), self._shares)
        row.addWidget(self.columns)
        session.job_changed.connect(self.keep_up)

    def _put_buttons(self) -> None:
        """What is done with the piece and the garment in hand, under the checks."""
        self.rewrite = QPushButton(tr("Rewrite with formulas…"))
        self.rewrite.setToolTip(
            tr(
                "Make this garment one of your own, every figure or point written as a formula, "
                "to be changed as you like"
            )
        )
        self.rewrite.clicked.connect(self.keeping.make_own)
        self.card = QPushButton(tr("Card…"))
        self.card.setToolTip(
            tr("Of the piece in hand: copies, cloth, grain, allowances (Ctrl+Alt+C)")
        )
        self.card.clicked.connect(self.open_card)
        self.checks.below.addWidget(self.card)
        self.checks.anyway.clicked.connect(self.draft_anyway)
        self.checks.allowing.connect(self.allow)
        self.keep = QPushButton(tr("Keep as my version…"))
        self.keep.setToolTip(
            tr(
                "Keeps the answers, your figures, cards and changes under a name: it stands in the "
                "gallery from then on (Ctrl+Alt+V)"
            )
        )
        self.keep.clicked.connect(self.keeping.keep_version)
        self.checks.below.addWidget(self.keep)
        self.checks.below.addWidget(self.rewrite)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._share_out()

    def event(self, event: QEvent) -> bool:
        if event.type() is QEvent.Type.LayoutRequest:
            self._share_out()  # what is in a column may have become wider
        return super().event(event)

    def _share_out(self) -> None:
        """Give the columns their parts of the width. Where there is no room for both at the sides,
        one of them stands aside."""
        left, _, right = self._shares(self.width())
        own = self.right.currentWidget() is self.editor
        tight = left + right + _LEAST_PAPER * text_scale() > self.width() > 0
        aside = self.side.isChecked() != own  # what is being written goes before the questions
        seen(self.side, tight)
        seen(self.options, not (tight and aside))
        seen(self.right, not tight or aside)
        least = self.width() * _EDITOR_LEAST if own else self.checks.minimumSizeHint().width()
        self.right.setMinimumWidth(max(1, round(least)))  # not as wide as what is not shown there
        self.columns.call("formulas" if own else "draft")

    def _shares(self, wide: int) -> tuple[float, float, float]:
        """How the questions, the paper and what is beside it share a width."""
        more = text_scale()
        options = _between(_OPTIONS_SHARE * wide, 238 * more, 286 * more, 0.29 * wide)
        own = self.right.currentWidget() is self.editor
        checks = _between(_CHECKS_SHARE * wide, 248 * more, 312 * more, 0.30 * wide)
        beside = min(_EDITOR_WIDE * more, 0.46 * wide) if own else checks
        left = max(round(options), self.options.minimumSizeHint().width())
        right = max(round(beside), 0 if own else self.checks.minimumSizeHint().width())
        return left, max(0.0, wide - left - right), right

    def _over_row(self) -> QWidget:
        bar, row = flow_bar()
        self.over = QComboBox()
        self.over.setAccessibleName(tr("Another size to lay over the pieces"))
        self.over.setToolTip(
            tr(
                "Draws the net line of another size, or of the draft without your own figures, "
                "dotted over each piece, from the same start"
            )
        )
        self.over.addItem("none", "")
        self.over.addItem(tr("by the house's rules"), HOUSE)
        for size in SIZES:
            self.over.addItem(size, size)
        self.over.activated.connect(lambda _: self.refresh())
        self.over_said = label("", "broken")
        self.written = QPushButton(tr("Tape checks"))
        self.written.setCheckable(True)
        self.written.setToolTip(tr("Show the tape checks in place of the formulas"))
        self.written.toggled.connect(lambda _: self.refresh())
        over = with_words(tr("Another size over it"), self.over)
        self.over_words = next(iter(over.findChildren(QLabel)))
        row.addWidget(over)
        row.addWidget(self.over_said)
        self.pictures = QPushButton(tr("Pictures"))
        self.pictures.setCheckable(True)
        self.pictures.setToolTip(tr("Reference pictures of the job, beside the draft (Ctrl+Alt+P)"))
        self.pictures.toggled.connect(lambda _: self.refresh())
        self.side = QPushButton(tr("Checks and chalk list"))
        self.side.setCheckable(True)
        self.side.setToolTip(tr("In place of the questions, where there is no room for both"))
        self.side.toggled.connect(lambda _: self._share_out())
        row.addWidget(self.pictures)
        row.addWidget(self.written)
        row.addWidget(self.side)
        return bar

    def _others(self, garment: Garment) -> tuple[Piece, ...]:
        """The pieces of the size to lay over, none when it cannot be drafted."""
        self.over_said.setText("")
        size = str(self.over.currentData())
        if not size:
            return ()
        house = size == HOUSE
        try:
            pattern = draft(
                garment_style(garment),
                garment.body if house else size_body(size),
                garment.options,
                garment.allowances,
                {} if house else net_figures(garment.figures, garment.allowances, garment.cards),
            )
            return with_changes(pattern, garment.changes).pieces
        except DraftRefused as refusal:
            self.over_said.setText(
                tr("The house's draft cannot be made.")
                if house
                else tr("Size {size} cannot be drafted so.", size=size)
            )
            self.over_said.setToolTip(str(refusal))
            return ()

    # --- showing -----------------------------------------------------------------------------

    def refresh(self) -> None:
        """Show the draft as it is now."""
        garment, unit = self._session.garment, self._session.job.unit
        style = None
        if garment is not None:
            try:
                style = garment_style(garment)
            except JobRefused:
                style = None
        self.setEnabled(style is not None)
        if garment is None or style is None:
            self.paper.show_pieces((), unit)
            return
        self.options.show_garment(garment, style)
        pieces: tuple[Piece, ...] = ()
        checks: tuple[TapeCheck, ...] = ()
        pattern = None
        for done in filter(None, (self._session.draft,)):
            pattern, pieces, checks = done.pattern, done.pattern.pieces, done.checks
        last = self._session.last_draft if pattern is None else None
        self._show_columns(garment)
        unheld = frozenset(check.name for check in checks if check.broken)
        if last is None:
            self.paper.show_pieces(pieces, unit, self._others(garment), pattern, unheld)
        else:  # what was drawn last stays in sight, pale, until it can be drawn again
            self.paper.show_pieces(last.pattern.pieces, unit)
        self.paper.show_pale(last is not None)
        self.checks.show_checks(checks, self._session.refusal, unit)
        self.checks.anyway.setVisible(
            garment.anyway
            or (bool(self._session.refusal) and ANYWAY in self._session.refusal_concerns)
        )
        self.checks.anyway.setChecked(garment.anyway)
        self.reach.refresh()
        self.options.figures.show_draft(pattern, garment, unit)
        self.options.figures.mark(self._session.refusal_concerns, self._session.refusal)
        self._show_piece(self.paper.chosen)

    def _show_columns(self, garment: Garment) -> None:
        """Show beside the paper what belongs there: the checks, the formulas of a style that is
        written in points, or pictures."""
        in_points = garment.own is not None and bool(garment.own.pieces)
        written = in_points and not self.written.isChecked()
        self.written.setVisible(in_points)
        self.over_words.setVisible(not written)
        # beside the formulas there is little room
        little = written or text_scale() > _LARGE_TEXT
        self.over.setFixedWidth(round(scaled(_OVER_NARROW if little else _OVER_WIDE)))
        count = len(self._session.job.pictures)
        self.pictures.setText(tr("Pictures ({count})", count=count) if count else tr("Pictures"))
        self.references.refresh()
        beside = self.editor if written else self.checks
        self.right.setCurrentWidget(self.references if self.pictures.isChecked() else beside)
        self._share_out()
        self.rewrite.setVisible(not in_points)

    def _show_piece(self, id: str) -> None:
        garment = self._session.garment
        if garment is None:
            return
        piece = next(
            (
                p
                for d in filter(None, (self._session.draft,))
                for p in d.pattern.pieces
                if p.id == id
            ),
            None,
        )
        self.checks.show_chalk(piece, self._session.job.unit, drawn_in=garment.allowances.drawn_in)
        done = self._session.draft
        if done is not None:
            bases = None if piece is None else bases_of_piece(done.pattern, piece.id)
            self.options.figures.show_piece(bases)
        if garment.own is not None:
            self.editor.show_piece(garment.own, id)

    def allow(self, check: TapeCheck) -> None:
        """Ask how far the lengths of a check may differ."""
        AllowDialog(self._session, check, self).open()

    # --- figures -----------------------------------------------------------------------------

    def give_figure(self, id: str, own: Own | None) -> None:
        """Take a figure of the maker's own, or its rule again."""
        session, garment = self._session, self._session.garment
        if garment is None:
            return
        base = id.rpartition(".")[0]
        if own is None and id not in garment.figures and base in garment.figures:
            id = base  # both sides were given together
        words = tr("Figure {id}", id=id) if own is not None else tr("{id} by the rule", id=id)
        session.apply(with_figure(session.job, garment, id, own), words)
        made = session.garment
        if own is not None and made is not None and not session.refusal and is_unheard(made, id):
            session.trouble.emit(str(say("unheard.figure", figure=id)))

    def draft_anyway(self) -> None:
        """Draft the garment although a check cannot hold, or have it refused again."""
        session, garment = self._session, self._session.garment
        if garment is not None:
            job = with_garment(session.job, replace(garment, anyway=not garment.anyway))
            session.apply(job, tr("Refused again") if garment.anyway else tr("Drafted anyway"))

    def show_figures(self) -> None:
        """Show the figures of the draft."""
        self.options.show_page(1)
        self.options.figures.search.setFocus()

    def show_figures_of(self, piece: str, point: str) -> None:
        """Bring the figures that put a point there into sight."""
        for done in filter(None, (self._session.draft,)):
            for own in done.pattern.pieces:
                for at in own.points:
                    if own.id == piece and at.name == point:
                        self.options.show_page(1)
                        self.options.figures.bring(at.figures)

    def drag_point(self, piece: str, point: str, down: float, across: float) -> None:
        """Give the figures that move a point to where it was dragged."""
        session, garment = self._session, self._session.garment
        if garment is None:
            return
        try:
            job = dragged(session.job, garment, piece, point, (down, across))
        except ValueError as reason:
            session.trouble.emit(str(reason))
            return
        session.apply(job, tr("{point} moved", point=point))
        self.show_figures_of(piece, point)

    # --- edits -------------------------------------------------------------------------------

    def choose_style(self) -> None:
        """Open the gallery; the style chosen there is drafted at once."""
        if self._session.garment is not None:
            gallery = Gallery(self.window(), tr("Which garment?"), self._book)
            gallery.chosen.connect(self.take_style)
            gallery.open()

    def take_style(self, style: Chosen) -> None:
        """Make the garment in another style."""
        garment = self._session.garment
        if garment is not None and style != garment.style:
            job = with_style(self._session.job, garment, style)
            self._session.apply(job, tr("Style: {name}", name=shown_name(style)))

    def exchange_parts(self) -> None:
        """Open the dialog that exchanges the parts of a garment put together from them."""
        garment = self._session.garment
        if garment is not None:
            dialog = PartsDialog(self.window(), version_of(garment, garment.id, garment.name))
            dialog.chosen.connect(self._take_parts)
            dialog.open()

    def _take_parts(self, version: Version) -> None:
        garment = self._session.garment
        if garment is not None:
            job = self._session.job
            if garment.style == version.style:
                job = with_answers(job, garment, version.options)
            else:
                job = with_style(job, garment, version)
            self._session.apply(job, tr("Parts exchanged"))

    def change_piece(self) -> None:
        """Open the dialog that changes the piece in hand."""
        draft = self._session.draft
        if draft is not None:
            ChangeDialog(self._session, draft.pattern, self.paper.chosen, self.window()).open()

    def open_card(self) -> None:
        """Open the card of the piece in hand; that of the piece beside which it is cut, where it
        stands on the card of that one."""
        garment = self._session.garment
        if garment is None or self._session.draft is None:
            return
        bare = drafted(replace(garment, cards={}), self._session.job).pattern
        ids = {piece.id for piece in bare.pieces}
        chosen = self.paper.chosen
        if chosen not in ids:
            chosen = chosen.rpartition("-")[0]
        if chosen in ids:
            PieceCard(self._session, bare, chosen, self.window()).open()

    def _show_written(self, on_figures: bool) -> None:
        """Show what was written out: the figures, or the points of the piece in hand."""
        if on_figures:
            self.show_figures()
        else:
            self.paper.setFocus(Qt.FocusReason.OtherFocusReason)
