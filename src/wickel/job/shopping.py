"""The buying list in words: a row for everything that is bought, as it stands in the window, on
paper and in a CSV."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from wickel.cloth import Stock
from wickel.draft import THREAD
from wickel.job.buying import BuyingList, ClothLine, NotionLine
from wickel.units import Unit, shown_bought, shown_cloth_length, shown_length
from wickel.wording import beside, in_words, say, shown_money
from wickel.yardage import StripPlan, shown_buy


@dataclass(frozen=True, slots=True, kw_only=True)
class Row:
    """What to buy, how much of it, for what, what there is to know about it, and the cost where
    that is known."""

    what: str
    much: str
    use: str
    note: str = ""
    cost: float | None = None

    @property
    def words(self) -> tuple[str, str, str, str, str]:
        """The row as it is written, under ``HEADS``."""
        return (
            self.what,
            self.much,
            self.use,
            self.note,
            "" if self.cost is None else shown_money(self.cost),
        )


def stock_words(stock: Stock | None, unit: Unit) -> str:
    """What there is of a cloth on the shelf, and how much of it is reserved for what is made; empty
    where there is nothing to say."""
    if stock is None:
        return ""
    said = []
    if stock.have_mm is not None:
        said.append(say("shopping.stock-there", have=stock.have_mm))
    if stock.reserved_mm:
        said.append(say("shopping.stock-reserved", reserved=stock.reserved_mm))
    return ", ".join(own.in_unit(unit) for own in said)


HEADS = ("what", "how much", "for", "to know", "cost")


def cloth_row(line: ClothLine, unit: Unit) -> Row:
    """The row of a cloth."""
    cloth = line.cloth
    what = f"{cloth.shown_name}, {shown_length(cloth.usable_width_mm, unit)}"
    use = ", ".join(line.jobs)
    unlike = [str(say("shopping.unlike", what=line.unlike))] if line.unlike else []
    if line.need is None:
        return Row(
            what=what, much="–", use=use, note="; ".join((in_words(line.refusal, unit), *unlike))
        )
    ways = ", ".join(dict.fromkeys(lay.way.name.lower() for lay in line.lays))
    stock = stock_words(line.need.stock, unit)
    notes = [*([stock] if stock else ()), str(say("shopping.laid", ways=ways))]
    if line.saved_mm > 0:
        notes.append(say("shopping.saves", saved=line.saved_mm).in_unit(unit))
    notes += unlike
    notes += [in_words(lay.broken[0].text, unit) for lay in line.lays if lay.broken]
    return Row(
        what=what,
        much=str(say("shopping.nothing-to-buy"))
        if line.need.is_reserved
        else shown_buy(line.need, cloth, unit) + beside(line.need.buy_mm, unit, shown_bought),
        use=use,
        note="; ".join(notes),
        cost=line.need.cost,
    )


def notion_row(line: NotionLine, unit: Unit) -> Row:
    """The row of a small thing, or of a binding with how it is cut by itself."""
    notion = line.notion
    use = f"{line.job}: {line.garment}"
    long = None if notion.long_mm is None else shown_length(notion.long_mm, unit)
    wide = "" if notion.wide_mm is None else say("shopping.wide", wide=notion.wide_mm).in_unit(unit)
    if notion.kind == "binding":
        assert notion.long_mm is not None
        total = shown_cloth_length(notion.count * notion.long_mm, unit)
        return Row(
            what=str(say("shopping.in-the-lay", name=notion.name)),
            much=f"{total}{wide}",
            use=use,
            note="; ".join(_plans(line, unit)),
        )
    much = (
        f"{notion.count}"
        if long is None or notion.kind == THREAD
        else f"{notion.count} × {long}{wide}"
    )
    return Row(what=notion.name, much=much, use=use, note=in_words(notion.why, unit))


def _plans(line: NotionLine, unit: Unit) -> Iterator[str]:
    """How a binding is cut when it is not laid with the pieces."""
    if line.square is not None and line.square.square_mm is not None:
        strips = _strips(line.square, unit)
        square = say("shopping.from-a-square", square=line.square.square_mm, strips=strips)
        yield square.in_unit(unit)
    if line.left is not None:
        yield str(say("shopping.from-what-is-left", strips=_strips(line.left, unit)))


def _strips(plan: StripPlan, unit: Unit) -> str:
    lengths = " + ".join(shown_length(mm, unit, with_unit=False) for mm in plan.strips_mm)
    strips = f"{lengths} {unit.value}"
    if not plan.joins:
        return strips
    code = "shopping.one-join" if plan.joins == 1 else "shopping.joins"
    return str(say(code, strips=strips, joins=plan.joins))


def shopping_rows(found: BuyingList, unit: Unit) -> tuple[Row, ...]:
    """All rows, cloths first."""
    return (
        *(cloth_row(line, unit) for line in found.cloths),
        *(notion_row(line, unit) for line in found.notions),
    )


def cost_words(found: BuyingList) -> str:
    """What the cloths cost in all, and whether that is everything."""
    if found.cost is None:
        return str(say("shopping.no-price"))
    code = "shopping.cost" if found.priced else "shopping.cost-at-least"
    return str(say(code, cost=found.cost))
