"""Keeping what is the maker's own in a draft: as a version of its style, or written out with
formulas."""

from __future__ import annotations

from PySide6.QtCore import QObject, Signal
from PySide6.QtWidgets import QWidget

from wickel.app.book import StudioBook
from wickel.app.session import Session
from wickel.app.widgets.dialogs import ask_yes, asked_text
from wickel.draft import DraftRefused, full_options
from wickel.draft.own import OwnStyle, lost_in_rewriting, own_from_pattern
from wickel.files import slug
from wickel.job import Garment, garment_style, rewritten, version_of, with_version
from wickel.job.edits import with_garment, with_own
from wickel.wording import tr


class Keeping(QObject):
    """Asks for a name and keeps the garment in hand. ``written`` says that it was written out, and
    whether on figures."""

    written = Signal(bool)

    def __init__(self, session: Session, book: StudioBook, stage: QWidget) -> None:
        super().__init__(stage)
        self._session, self._book, self._stage = session, book, stage

    def keep_version(self) -> None:
        """Keep what is the maker's own in the garment as a version of its style."""
        garment = self._session.garment
        if garment is not None:
            name = asked_text(
                self._stage.window(),
                tr("Keep as my version"),
                tr("What shall the version be called?"),
                f"My {garment.name.lower()}",
            )
            if name:
                self.keep_version_named(name)

    def keep_version_named(self, name: str) -> bool:
        """The same with its name given; says whether it was kept."""
        garment = self._session.garment
        assert garment is not None
        return self._book.keep_style(version_of(garment, f"version-{slug(name)}", name))

    def make_own(self) -> None:
        """Write the garment's pieces as formulas, as a style of the maker's own."""
        garment = self._session.garment
        if garment is None or self._session.draft is None:
            return
        lost = () if self._on_figures(garment) else self.lost_by_rewriting()
        if lost and not self._agreed(lost):
            return
        name = asked_text(
            self._stage.window(),
            tr("Rewrite with formulas"),
            tr("What shall the style be called?"),
            f"My {garment.name.lower()}",
        )
        if name:
            self.make_own_named(name)

    def _on_figures(self, garment: Garment) -> bool:
        """Whether the style takes its figures from a ledger: rewriting then loses nothing."""
        return garment_style(garment).steps is not None

    def lost_by_rewriting(self) -> tuple[str, ...]:
        """What the pieces would lose if they were written as formulas now, each as a sentence."""
        garment, draft = self._session.garment, self._session.draft
        assert garment is not None
        assert draft is not None
        pattern = draft.pattern
        try:
            lost = lost_in_rewriting(
                pattern, self._written("own", "own"), garment.body, garment.allowances
            )
        except DraftRefused as refusal:
            return (str(refusal),)
        questions = len(garment_style(garment).options)
        found = tuple(str(sentence) for sentence in lost)
        if garment.own is None and questions:
            gone = tr(
                "{questions:of question of it is|questions of it are} gone: every point is a "
                "length until you write a "
                "formula for it",
                questions=questions,
            )
            return (*found, gone)
        return found

    def _agreed(self, lost: tuple[str, ...]) -> bool:
        """Whether the maker wants the pieces rewritten although so much is lost."""
        return ask_yes(
            self._stage.window(),
            tr("Rewrite with formulas"),
            tr("These are lost when the pieces are written as formulas. Undo brings them back."),
            (f"{sentence.removesuffix('.')}." for sentence in lost),
            "Rewrite",
        )

    def _written(self, id: str, name: str) -> OwnStyle:
        garment, draft = self._session.garment, self._session.draft
        assert garment is not None
        assert draft is not None
        pattern = draft.pattern
        options = full_options(garment_style(garment), garment.options)
        return own_from_pattern(id, name, pattern, garment.allowances, options)

    def make_own_named(self, name: str) -> None:
        """The same with its name given."""
        garment, draft = self._session.garment, self._session.draft
        assert garment is not None
        assert draft is not None
        if self._on_figures(garment):
            made = rewritten(garment, draft.pattern, f"version-{slug(name)}", name)
            self._session.apply(
                with_garment(self._session.job, with_version(garment, made)),
                tr("Written as {name}", name=name),
            )
            self._book.keep_style(made)
            self.written.emit(True)
            return
        own = self._written(f"own-{slug(name)}", name)
        job = with_own(self._session.job, garment, own)
        self._session.apply(job, tr("Written as {name}", name=name))
        self.written.emit(False)
