"""The papers for the cutting table: plan, folding, lay-out list, chalk lists, checks, order of
cutting, labels, joining card, cautions, and everything to buy. Parts of it can be chosen."""

from __future__ import annotations

from collections.abc import Callable, Collection, Iterator, Sequence
from dataclasses import dataclass
from enum import StrEnum
from functools import partial
from io import BytesIO
from xml.sax.saxutils import escape

from reportlab.lib.colors import HexColor
from reportlab.lib.enums import TA_RIGHT
from reportlab.lib.pagesizes import landscape
from reportlab.lib.styles import ParagraphStyle
from reportlab.pdfgen.canvas import Canvas
from reportlab.platypus import (
    BaseDocTemplate,
    CondPageBreak,
    Flowable,
    Frame,
    KeepTogether,
    NextPageTemplate,
    PageBreak,
    PageTemplate,
    Paragraph,
    Spacer,
    Table,
    TableStyle,
)

from wickel.cutting import (
    Studio,
    ToCut,
    as_cut_from,
    bundles,
    cautions,
    chalked,
    checks,
    cloth_lines,
    edge_words,
    fold_lines,
    joins,
    laid_rows,
    measured_from,
    measures,
    order_of_cutting,
)
from wickel.files.names import plain_text
from wickel.files.papers.fold_figure import FoldFigure
from wickel.files.papers.labels import LabelSheets
from wickel.files.papers.plan_figure import PlanFigure, stretches
from wickel.files.papers.sheet import (
    BOLD,
    INK,
    MARGIN,
    REGULAR,
    SOFT,
    Paper,
    PaperCanvas,
    register_fonts,
)
from wickel.job import HEADS, cost_words, shopping_rows
from wickel.job.laid import shown_garment
from wickel.lay import Lay
from wickel.pattern import Edge, EdgeKind
from wickel.units import Unit, shown_cloth_length, shown_length
from wickel.wording import Text, in_words, say, tr
from wickel.yardage import need, shown_buy

_LINE, _BAND = HexColor("#8d8678"), HexColor("#eeeae0")
_SIZE = 10.5
_BOX = 9.0


class CutPart(StrEnum):
    """The parts of the papers, in their order."""

    BUY = "buy"
    CAUTIONS = "cautions"
    PLAN = "plan"
    FOLD = "fold"
    LAY_OUT = "lay-out"
    CHECK = "check"
    CHALK = "chalk"
    ORDER = "order"
    LABELS = "labels"
    JOINING = "joining"


CUT_PART_NAMES: dict[CutPart, str] = {
    CutPart.BUY: tr("Everything to buy"),
    CutPart.CAUTIONS: tr("Before cutting, and cautions"),
    CutPart.PLAN: tr("Cut plan"),
    CutPart.FOLD: tr("How to fold"),
    CutPart.LAY_OUT: tr("Lay-out list"),
    CutPart.CHECK: tr("Check list"),
    CutPart.CHALK: tr("Chalk lists"),
    CutPart.ORDER: tr("Order of cutting"),
    CutPart.LABELS: tr("Labels"),
    CutPart.JOINING: tr("Joining card"),
}


@dataclass(frozen=True, slots=True, kw_only=True)
class CutPapers:
    """What is printed: on which paper, which parts, how the studio cuts, and the day in words."""

    studio: Studio
    paper: Paper = Paper.A4
    parts: Collection[CutPart] = tuple(CutPart)
    printed: str = ""


def cut_pdf(work: ToCut, papers: CutPapers) -> bytes:
    """The papers of a job as one PDF."""
    register_fonts()
    buffer = BytesIO()
    upright = papers.paper.points
    lying = landscape(upright)
    head = partial(_head_and_foot, words=_head_words(work, papers))
    document = BaseDocTemplate(
        buffer, pagesize=upright, title=plain_text(work.job.name or "Cut plan")
    )
    document.addPageTemplates(
        [
            _template("upright", upright, head),
            _template("lying", lying, head),
            PageTemplate(id="labels", frames=[_frame(upright, bare=True)], pagesize=upright),
        ]
    )
    story = list(_Story(work, papers).all())
    document.build(story or [Paragraph(" ", _style())], canvasmaker=PaperCanvas)
    return buffer.getvalue()


def _template(
    id: str, size: tuple[float, float], head: Callable[[Canvas, BaseDocTemplate], None]
) -> PageTemplate:
    return PageTemplate(id=id, frames=[_frame(size)], pagesize=size, onPage=head)


def _frame(size: tuple[float, float], *, bare: bool = False) -> Frame:
    wide, high = size
    if bare:
        return Frame(0, 0, wide, high, 0, 0, 0, 0)
    return Frame(MARGIN, MARGIN, wide - 2 * MARGIN, high - 2 * MARGIN - 16, 0, 6, 0, 0)


def _head_words(work: ToCut, papers: CutPapers) -> str:
    job = work.job
    words = [job.name, job.client, f"due {job.due}" if job.due else ""]
    if papers.printed:
        words.append(f"printed {papers.printed}")
    return plain_text("  ·  ".join(word for word in words if word))


def _head_and_foot(canvas: Canvas, document: BaseDocTemplate, *, words: str) -> None:
    """For whom a page is, and its number."""
    wide, high = canvas._pagesize
    canvas.saveState()
    canvas.setFont(REGULAR, 9)
    canvas.setFillColor(SOFT)
    canvas.drawString(MARGIN, high - MARGIN - 6, words)
    canvas.drawRightString(wide - MARGIN, high - MARGIN - 6, f"{document.page}")
    canvas.setStrokeColor(_LINE)
    canvas.setLineWidth(0.5)
    canvas.line(MARGIN, high - MARGIN - 11, wide - MARGIN, high - MARGIN - 11)
    canvas.restoreState()


def _style(**changes: object) -> ParagraphStyle:
    base = {
        "fontName": REGULAR,
        "fontSize": _SIZE,
        "leading": 1.28 * _SIZE,
        "textColor": INK,
        "spaceAfter": 2.0,
    }
    return ParagraphStyle("own", **{**base, **changes})


_TITLE = {"fontName": BOLD, "fontSize": 17, "leading": 22, "spaceAfter": 4, "spaceBefore": 4}
_SUB = {"fontName": BOLD, "fontSize": 12.5, "leading": 16, "spaceBefore": 6}
_SOFT = {"textColor": SOFT, "fontSize": 9.5, "leading": 12.5}


class _Story:
    """The pages of a job, part after part."""

    def __init__(self, work: ToCut, papers: CutPapers) -> None:
        self._work, self._papers = work, papers
        self._unit = work.job.unit
        self._begun = False

    def all(self) -> Iterator[Flowable]:
        """Everything in the order in which it is needed."""
        parts, work = self._papers.parts, self._work
        first = [
            *(self._buying() if CutPart.BUY in parts else ()),
            *(self._before() if CutPart.CAUTIONS in parts else ()),
        ]
        yield from self._page("upright", first)
        for lay in work.lays:
            yield from self._of_lay(lay)
        if CutPart.JOINING in parts:
            yield from self._page("upright", list(self._joining()))
        if CutPart.LABELS in parts:
            sheets = LabelSheets(work, self._papers.paper)
            for page in range(sheets.pages):
                yield from self._page("labels", [sheets.page(page)])

    def _of_lay(self, lay: Lay) -> Iterator[Flowable]:
        """What belongs to one cloth."""
        parts = self._papers.parts
        if CutPart.PLAN in parts:
            yield from self._plan(lay)
        for part, pages in (
            (CutPart.FOLD, self._fold),
            (CutPart.LAY_OUT, self._laid),
            (CutPart.CHECK, self._checks),
            (CutPart.CHALK, self._chalk),
            (CutPart.ORDER, self._order),
        ):
            if part in parts:
                yield from self._page("upright", list(pages(lay)), breaks=part is not CutPart.CHECK)

    def _page(
        self, template: str, content: Sequence[Flowable], *, breaks: bool = True
    ) -> Iterator[Flowable]:
        """Some content on a page of its own, or, without a break, after what is there."""
        if not content:
            return
        yield NextPageTemplate(template)
        if self._begun and breaks:
            yield PageBreak()
        elif not breaks:
            yield Spacer(1, 10)
        self._begun = True
        yield from content

    # --- words ------------------------------------------------------------------------------

    def _say(self, text: Text) -> str:
        return escape(plain_text(in_words(text, self._unit)))

    def _title(self, text: Text, lay: Lay | None = None) -> Paragraph:
        words = self._say(text)
        if lay is not None and len(self._work.lays) > 1:
            words = f"{words} · {escape(plain_text(lay.cloth.shown_name))}"
        return Paragraph(words, _style(**_TITLE))

    def _text(self, text: Text, **style: object) -> Paragraph:
        return Paragraph(self._say(text), _style(**style))

    def _length(self, mm: float) -> str:
        return shown_length(mm, self._unit, with_unit=False)

    def _table(
        self,
        heads: Sequence[Text],
        rows: Sequence[Sequence[Text]],
        shares: Sequence[float],
        right: Collection[int] = (),
        size: float = _SIZE,
    ) -> Table:
        """A table with its heads on every page, banded, its figures to the right."""
        wide = self._papers.paper.points[0] - 2 * MARGIN
        plain = _style(fontSize=size, leading=1.25 * size, spaceAfter=0)
        figure = _style(fontSize=size, leading=1.25 * size, spaceAfter=0, alignment=TA_RIGHT)
        bold = _style(fontSize=size - 1, leading=1.2 * size, spaceAfter=0, fontName=BOLD)
        bold_right = _style(
            fontSize=size - 1, leading=1.2 * size, spaceAfter=0, fontName=BOLD, alignment=TA_RIGHT
        )
        cells = [
            [
                Paragraph(self._say(text), bold_right if k in right else bold)
                for k, text in enumerate(heads)
            ]
        ]
        cells += [
            [
                text
                if isinstance(text, Flowable)
                else Paragraph(self._say(text), figure if k in right else plain)
                for k, text in enumerate(row)
            ]
            for row in rows
        ]
        total = sum(shares)
        table = Table(cells, colWidths=[wide * share / total for share in shares], repeatRows=1)
        table.setStyle(
            TableStyle(
                [
                    ("LINEBELOW", (0, 0), (-1, 0), 1.0, INK),
                    ("LINEBELOW", (0, 1), (-1, -1), 0.4, _LINE),
                    ("BACKGROUND", (0, 0), (-1, 0), _BAND),
                    ("VALIGN", (0, 0), (-1, -1), "TOP"),
                    ("LEFTPADDING", (0, 0), (-1, -1), 3),
                    ("RIGHTPADDING", (0, 0), (-1, -1), 5),
                    ("TOPPADDING", (0, 0), (-1, -1), 2.5),
                    ("BOTTOMPADDING", (0, 0), (-1, -1), 2.5),
                ]
            )
        )
        return table

    # --- parts ------------------------------------------------------------------------------

    def _buying(self) -> Iterator[Flowable]:
        found = self._work.bought
        rows = [row.words for row in shopping_rows(found, self._unit)]
        yield self._title(say("papers.buy"))
        yield self._table(HEADS, rows, (3, 1.6, 2.4, 2.6, 0.9), right=(4,), size=9.5)
        yield self._text(cost_words(found), **_SOFT)

    def _before(self) -> Iterator[Flowable]:
        work = self._work
        yield self._title(say("papers.before"))
        for lay in work.lays:
            yield self._text(lay.cloth.shown_name, **_SUB)
            for line in (
                say("guide.measure-width", width=lay.cloth.lay_width_mm),
                say(
                    "guide.measure-length",
                    length=lay.lay_length_mm + 2 * lay.cloth.squaring_mm,
                ),
                *cloth_lines(lay.cloth),
            ):
                yield _Ticked(self._text(line, spaceAfter=0))
        yield self._text(say("guide.cautions"), **_SUB)
        for caution in cautions(work, self._papers.studio):
            yield self._text(caution.words, leftIndent=14, bulletIndent=2)
        yield self._text(say("guide.local-rules"), **_SOFT)

    def _plan(self, lay: Lay) -> Iterator[Flowable]:
        parts = stretches(lay)
        for k, stretch in enumerate(parts):
            content: list[Flowable] = [
                self._title(
                    say("papers.plan")
                    if len(parts) == 1
                    else say("papers.plan-part", number=k + 1, of=len(parts)),
                    lay,
                ),
                self._text(_about(lay, self._unit), **_SOFT),
            ]
            short = need(lay).short_mm
            if short > 0 and k == 0:
                content.append(self._text(say("papers.short", short=short), fontName=BOLD))
            content += [
                self._text(f"{finding.text} {finding.way_out}".strip(), **_SOFT)
                for finding in (lay.findings if k == 0 else ())
            ]
            content.append(PlanFigure(lay, self._work, stretch, self._unit))
            yield from self._page("lying", content)

    def _fold(self, lay: Lay) -> Iterator[Flowable]:
        yield self._title(say("papers.fold"), lay)
        last = len(lay.spread.sections) - 1
        for k, section in enumerate(lay.spread.sections):
            shares = tuple(mm / lay.spread.width_mm for mm in section.depths_mm)
            content: list[Flowable] = [
                FoldFigure(section.way, shares, cut_off=k < last),
                Spacer(1, 4),
            ]
            if last:
                content.insert(0, self._text(say("papers.section", number=k + 1), **_SUB))
            content += [
                self._text(line, leftIndent=14)
                for line in fold_lines(lay, section, self._papers.studio)
            ]
            yield KeepTogether(content)
            yield Spacer(1, 10)

    def _laid(self, lay: Lay) -> Iterator[Flowable]:
        yield self._title(say("papers.lay-out"), lay)
        yield self._text(say("papers.lay-out-how"), **_SOFT)
        every = laid_rows(lay, self._work)
        for k, section in enumerate(lay.spread.sections):
            if len(lay.spread.sections) > 1:
                yield self._text(say("papers.section", number=k + 1), **_SUB)
            for across in dict.fromkeys(row.across for row in every if row.section == k):
                rows = [row for row in every if row.section == k and row.across is across]
                edge = edge_words(across, section)
                unit = self._unit.value
                yield self._table(
                    (
                        say("papers.no"),
                        say("papers.piece"),
                        say("papers.head-along", unit=unit),
                        say("papers.head-across", edge=edge, unit=unit),
                        say("papers.tail-along", unit=unit),
                        say("papers.tail-across", edge=edge, unit=unit),
                        say("papers.lies"),
                        say("papers.plies"),
                    ),
                    [
                        (
                            str(row.number),
                            f"{row.called}, {row.copies}",
                            self._length(row.head[0]),
                            self._length(row.head[1]),
                            self._length(row.tail[0]),
                            self._length(row.tail[1]),
                            say("papers.how", head=row.head_words, side=row.side_words),
                            row.plies_words,
                        )
                        for row in rows
                    ],
                    (0.55, 2.5, 1.15, 1.15, 1.15, 1.15, 2.0, 1.35),
                    right=(2, 3, 4, 5),
                    size=9.5,
                )
                yield Spacer(1, 8)

    def _checks(self, lay: Lay) -> Iterator[Flowable]:
        yield CondPageBreak(140)
        yield self._title(say("papers.check"), lay)
        for check in checks(lay, self._work):
            yield _Ticked(self._text(check.words, spaceAfter=0))

    def _chalk(self, lay: Lay) -> Iterator[Flowable]:
        work = self._work
        yield self._title(say("papers.chalk"), lay)
        yield self._text(say("papers.chalk-how"), **_SOFT)
        for row in laid_rows(lay, work):
            placement = lay.placement(row.placement)
            section = lay.spread.sections[placement.section]
            points = chalked(placement, lay, work)
            unit = self._unit.value
            content: list[Flowable] = [
                self._text(f"{row.number}  {row.called}, {row.copies}", **_SUB),
                self._table(
                    (
                        say("papers.no"),
                        say("papers.point"),
                        say("papers.from-start", unit=unit),
                        say(
                            "papers.from-edge",
                            edge=edge_words(measured_from(lay.zone(placement)), section),
                            unit=unit,
                        ),
                        say("papers.then"),
                    ),
                    [
                        (
                            str(point.number or "·"),
                            point.name,
                            self._length(point.at[0]),
                            self._length(point.at[1]),
                            point.then,
                        )
                        for point in points
                    ],
                    (0.6, 4.0, 1.5, 1.9, 1.2),
                    right=(2, 3),
                    size=9.0,
                ),
            ]
            found = work.drafted(lay.piece(placement.piece))
            if found is not None and not work.is_later(lay.piece(placement.piece)):
                made_from = as_cut_from(found.piece, found.done.pattern)
                said = [] if made_from is None else [self._say(made_from)]
                said += [
                    f"{self._say(own.words)}: <b>{shown_length(own.mm, self._unit)}</b>"
                    for own in measures(found.piece, found.done.pattern)
                ]
                said += _allowances(found.piece.edges, self._unit)
                content.append(Paragraph("  ·  ".join(said), _style(fontSize=9.5, leading=12.5)))
            yield from content if len(points) > 24 else [KeepTogether(content)]

    def _order(self, lay: Lay) -> Iterator[Flowable]:
        yield self._title(say("papers.order"), lay)
        rows = [
            (
                _Ticked(self._text(str(k), spaceAfter=0)),
                Paragraph(
                    "<br/>".join(self._say(text) for text in (cut.words, *cut.marks)),
                    _style(spaceAfter=0),
                ),
                ", ".join(map(str, cut.numbers)),
                f"{len(cut.plies)} / {cut.of_plies}",
            )
            for k, cut in enumerate(order_of_cutting(lay, self._work), start=1)
        ]
        yield self._table(
            (say("papers.step"), say("papers.do"), say("papers.pieces"), say("papers.through")),
            rows,
            (0.8, 6.0, 1.0, 1.1),
            right=(2, 3),
        )

    def _joining(self) -> Iterator[Flowable]:
        for done in self._work.drafts:
            rows = joins(done)
            name = shown_garment(done.garment.id, self._work.job)
            yield self._title(say("guide.joining", garment=name))
            if rows:
                yield self._table(
                    (
                        say("papers.no"),
                        say("papers.seam"),
                        say("papers.this-edge"),
                        say("papers.to-edge"),
                        say("papers.allowance", unit=self._unit.value),
                        say("papers.long", unit=self._unit.value),
                        say("papers.to-know"),
                    ),
                    [
                        (
                            str(row.number),
                            row.name,
                            "" if row.one is None else f"{row.one.piece}: {row.one.edge}",
                            row.to,
                            "" if row.one is None else self._length(row.one.allowance_mm),
                            "" if row.one is None else self._length(row.one.sewn_mm),
                            "; ".join(in_words(note, self._unit) for note in row.notes),
                        )
                        for row in rows
                    ],
                    (0.5, 1.7, 2.0, 2.0, 0.95, 0.95, 2.6),
                    right=(4, 5),
                    size=9.5,
                )
            yield self._text(say("papers.bundles"), **_SUB)
            for bundle in bundles(done):
                yield self._text(
                    say("papers.bundle", number=bundle.number, pieces=", ".join(bundle.pieces))
                )


def _allowances(edges: Sequence[Edge], unit: Unit) -> list[str]:
    """The allowances of a piece, once each."""
    found: dict[str, list[str]] = {}
    for edge in edges:
        if edge.kind is EdgeKind.FOLD:
            continue
        mm = shown_length(edge.allowance_mm, unit)
        found.setdefault(mm, []).append(edge.name)
    if not found:
        return []
    words = "; ".join(f"{mm} {', '.join(names)}" for mm, names in found.items())
    return [f"{escape(str(say('papers.allow')))}: {escape(words)}"]


def _about(lay: Lay, unit: Unit) -> str:
    """The figures of a lay in one line."""
    needed = need(lay)
    least = "at least " if needed.at_least else ""
    return (
        f"{lay.cloth.shown_name} · {lay.way.name.lower()} · "
        f"{shown_length(lay.cloth.lay_width_mm, unit)} wide · lay {least}"
        f"{shown_cloth_length(lay.lay_length_mm, unit)} · to buy "
        f"{shown_buy(needed, lay.cloth, unit)}"
    )


class _Ticked(Flowable):
    """A paragraph with a box before it to tick."""

    def __init__(self, words: Paragraph) -> None:
        super().__init__()
        self._words = words

    def wrap(self, wide: float, high: float) -> tuple[float, float]:
        """As wide as there is room."""
        _, self._high = self._words.wrap(wide - 18, high)
        self.width, self.height = wide, self._high + 4
        return self.width, self.height

    def draw(self) -> None:
        """The box, then the words."""
        canvas: Canvas = self.canv
        canvas.setStrokeColor(INK)
        canvas.setLineWidth(0.9)
        canvas.rect(1, self.height - _BOX - 3, _BOX, _BOX)
        self._words.drawOn(canvas, 18, self.height - self._high - 1)
