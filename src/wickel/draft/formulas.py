"""Formulas of chalk lists: ``bust/4 + ease/4``, ``waist_to_knee - 5 cm``. They give a length, or
say why not.

Every value knows whether it is a plain number or a length, so that 5 cannot be taken for 5 cm or
for 5 in. Names are measurements and options; functions are ``min``, ``max``, ``abs``, ``sqrt``,
``hypot``, ``half``, and ``worth(so much, least)``: so much, or nothing where it is less than the
least. Nothing else is allowed: no attributes, no other calls, no text.
"""

from __future__ import annotations

import ast
import math
import re
from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from simpleeval import SimpleEval

from wickel.typed import UnreadableLength, parsed_length
from wickel.units import Unit, shown_length
from wickel.wording import say

LONGEST_FORMULA = 300
MOST_PARTS = 150
MOST_POWER = 4
LARGEST_MM = 1e6


class BadFormula(ValueError):
    """A formula that gives no length. The message is one sentence that quotes what is wrong."""


@dataclass(frozen=True, slots=True)
class Quantity:
    """A number with its power of a length in mm: 0 for a plain number, 1 for a length, 2 for an
    area."""

    value: float
    power: int

    def _alike(self, other: Quantity, doing: str) -> int:
        if self.power != other.power and self.value != 0 and other.value != 0:
            plain = self if self.power == 0 else other
            if 0 in (self.power, other.power):
                raise BadFormula(
                    say(
                        "formulas.number-and-length",
                        number=_number(plain.value),
                        doing=doing,
                        **_either_unit(plain.value),
                    )
                )
            raise BadFormula(say("formulas.length-and-area", doing=doing))
        return self.power if self.value != 0 else other.power

    def __add__(self, other: Quantity) -> Quantity:
        return Quantity(self.value + other.value, self._alike(other, "added to"))

    def __sub__(self, other: Quantity) -> Quantity:
        return Quantity(self.value - other.value, self._alike(other, "taken from"))

    def __mul__(self, other: Quantity) -> Quantity:
        return _bounded(self.value * other.value, self.power + other.power)

    def __truediv__(self, other: Quantity) -> Quantity:
        if other.value == 0:
            raise BadFormula(say("formulas.divided-by-zero"))
        return _bounded(self.value / other.value, self.power - other.power)

    def __pow__(self, other: Quantity) -> Quantity:
        if other.power != 0 or other.value != int(other.value) or abs(other.value) > MOST_POWER:
            raise BadFormula(say("formulas.power", most_power=MOST_POWER))
        if self.value == 0 and other.value < 0:
            raise BadFormula(say("formulas.negative-power-of-zero"))
        try:
            value = self.value ** int(other.value)
        except OverflowError:
            value = math.inf
        return _bounded(value, self.power * int(other.value))

    def __neg__(self) -> Quantity:
        return Quantity(-self.value, self.power)

    def __pos__(self) -> Quantity:
        return self


def _either_unit(value: float) -> dict[str, str]:
    """What a plain number may have meant: so many centimetres, or so many inches."""
    return {"metric": f"{_number(value)} cm", "imperial": f"{_number(value)} in"}


def _number(value: float) -> str:
    return f"{value:g}"


def _bounded(value: float, power: int) -> Quantity:
    if not math.isfinite(value) or abs(value) > 1e12 or abs(power) > 8:
        raise BadFormula(say("formulas.too-large"))
    return Quantity(value, power)


def _same(name: str, values: tuple[Quantity, ...]) -> int:
    if not values:
        raise BadFormula(say("formulas.nothing-in-brackets", name=name))
    power = values[0].power
    for value in values[1:]:
        power = Quantity(1.0, power)._alike(Quantity(1.0, value.power), "compared with")
    return power


def _least(*values: Quantity) -> Quantity:
    power = _same("min", values)
    return Quantity(min(v.value for v in values), power)


def _most(*values: Quantity) -> Quantity:
    power = _same("max", values)
    return Quantity(max(v.value for v in values), power)


def _size(value: Quantity) -> Quantity:
    return Quantity(abs(value.value), value.power)


def _root(value: Quantity) -> Quantity:
    if value.value < 0 or value.power % 2:
        raise BadFormula(say("formulas.sqrt-of-length"))
    return Quantity(math.sqrt(value.value), value.power // 2)


def _slant(one: Quantity, other: Quantity) -> Quantity:
    return Quantity(math.hypot(one.value, other.value), _same("hypot", (one, other)))


def _half(value: Quantity) -> Quantity:
    return Quantity(value.value / 2, value.power)


def _worth(value: Quantity, least: Quantity) -> Quantity:
    power = _same("worth", (value, least))
    return Quantity(value.value if value.value >= least.value else 0.0, power)


FUNCTIONS: Mapping[str, Callable[..., Quantity]] = {
    "min": _least,
    "max": _most,
    "abs": _size,
    "sqrt": _root,
    "hypot": _slant,
    "half": _half,
    "worth": _worth,
}

_LENGTH = re.compile(
    r"""(?<![\w.,/])
    (\d+\s+\d+/\d+ | \d+/\d+ | \d*\s*[½¼¾⅛⅜⅝⅞⅓⅔] | \d+(?:[.,]\d+)?)
    \s*(mm|cm|m|inch(?:es)?|in|yd|ft|"|″)(?!\w)""",
    re.VERBOSE,
)
_WAYS_TO_WRITE = str.maketrans({"×": "*", "·": "*", "÷": "/", "−": "-", "–": "-"})


def _with_lengths(text: str) -> str:
    """The formula with every length, such as ``5 cm``, as a call that gives it in mm."""

    def in_mm(found: re.Match[str]) -> str:
        try:
            return f"_mm({parsed_length(found[0], Unit.MM)!r})"
        except UnreadableLength as reason:
            raise BadFormula(str(reason)) from None

    return _LENGTH.sub(in_mm, text.translate(_WAYS_TO_WRITE))


def respelled(text: str, unit: Unit) -> str:
    """A formula with its lengths as they are shown in a unit; to be read, not to be kept, since
    what is shown is rounded.

    >>> respelled("min(neck_across, 7.62 cm)", Unit.INCH)
    'min(neck_across, 3 in)'
    """

    def shown(found: re.Match[str]) -> str:
        try:
            return shown_length(parsed_length(found[0], Unit.MM), unit)
        except UnreadableLength:
            return found[0]

    return _LENGTH.sub(shown, text)


_ALLOWED = (
    ast.Expr,
    ast.Constant,
    ast.BinOp,
    ast.UnaryOp,
    ast.Call,
    ast.Name,
    ast.Load,
    ast.Add,
    ast.Sub,
    ast.Mult,
    ast.Div,
    ast.Pow,
    ast.USub,
    ast.UAdd,
)


@lru_cache(maxsize=4096)
def _parsed(text: str) -> ast.Expr:
    if len(text) > LONGEST_FORMULA:
        raise BadFormula(
            say("formulas.too-many-signs", longest_formula=LONGEST_FORMULA, text=len(text))
        )
    if not text.strip():
        raise BadFormula(say("formulas.missing"))
    if "_mm" in text.replace(" ", "") or "\n" in text.strip():
        raise BadFormula(say("formulas.not-readable", text=text.strip()[:60]))
    try:
        tree = ast.parse(_with_lengths(text).strip(), mode="exec")
    except (SyntaxError, ValueError, RecursionError, MemoryError):
        raise BadFormula(say("formulas.signs-and-brackets", text=text.strip()[:60])) from None
    if len(tree.body) != 1 or not isinstance(tree.body[0], ast.Expr):
        raise BadFormula(say("formulas.no-formula", text=text.strip()[:60]))
    nodes = list(ast.walk(tree.body[0]))
    if len(nodes) > MOST_PARTS:
        raise BadFormula(say("formulas.too-many-parts", most_parts=MOST_PARTS))
    for node in nodes:
        _check_node(node, text)
    return tree.body[0]


def _check_node(node: ast.AST, text: str) -> None:
    """Raises ``BadFormula`` for what has no place in a formula."""
    match node:
        case ast.Attribute(attr=attr):
            raise BadFormula(say("formulas.attribute", attr=attr[:30]))
        case ast.Call(func=ast.Name(id=name), keywords=[]) if name in (*FUNCTIONS, "_mm"):
            return
        case ast.Call(func=func):
            called = func.id if isinstance(func, ast.Name) else "that"
            raise BadFormula(
                say("formulas.no-such-function", called=called[:30], join=", ".join(FUNCTIONS))
            )
        case ast.Constant(value=bool()):
            raise BadFormula(say("formulas.text-or-truth"))
        case ast.Constant(value=value) if not isinstance(value, int | float):
            raise BadFormula(say("formulas.text-or-truth"))
    if not isinstance(node, _ALLOWED):
        raise BadFormula(say("formulas.sign-not-allowed", text=text.strip()[:60]))


@lru_cache(maxsize=4096)
def names_in(text: str) -> frozenset[str]:
    """The measurements and options that a formula names.

    Raises:
        BadFormula: it cannot be read.
    """
    tree = _parsed(text)
    called = {id(node.func) for node in ast.walk(tree) if isinstance(node, ast.Call)}
    return frozenset(
        node.id for node in ast.walk(tree) if isinstance(node, ast.Name) and id(node) not in called
    )


def _constant(node: ast.Constant) -> Quantity:
    assert isinstance(node.value, int | float)  # held by _parsed
    if abs(node.value) > LARGEST_MM:
        raise BadFormula(say("formulas.number-too-large"))
    return Quantity(float(node.value), 0)


_OPERATORS: Mapping[type[ast.AST], Callable[..., Quantity]] = {
    ast.Add: Quantity.__add__,
    ast.Sub: Quantity.__sub__,
    ast.Mult: Quantity.__mul__,
    ast.Div: Quantity.__truediv__,
    ast.Pow: Quantity.__pow__,
    ast.USub: Quantity.__neg__,
    ast.UAdd: Quantity.__pos__,
}


class Formulas:
    """Evaluates formulas over the same named lengths in mm, many of them quickly."""

    def __init__(self, lengths_mm: Mapping[str, float]) -> None:
        self._known = frozenset(lengths_mm)
        self._reader: Any = SimpleEval(
            operators=dict(_OPERATORS),
            functions={**FUNCTIONS, "_mm": lambda q: Quantity(q.value, 1)},
            names={name: Quantity(mm, 1) for name, mm in lengths_mm.items()},
        )
        allowed = (ast.Expr, ast.BinOp, ast.UnaryOp, ast.Call, ast.Name)
        self._reader.nodes = {kind: self._reader.nodes[kind] for kind in allowed}
        self._reader.nodes[ast.Constant] = _constant

    def know(self, name: str, mm: float) -> None:
        """Let formulas name one more length."""
        self._known |= {name}
        self._reader.names[name] = Quantity(mm, 1)

    def copy(self) -> Formulas:
        """Another reader that knows the same names."""
        return Formulas({name: q.value for name, q in self._reader.names.items()})

    def length(self, text: str) -> float:
        """The length in mm that a formula gives.

        Raises:
            BadFormula: it cannot be read, names something unknown, or does not come out as a
            length.
        """
        tree = _parsed(text)
        unknown = sorted(names_in(text) - self._known)
        if unknown:
            raise BadFormula(say("formulas.unknown-name", unknown=unknown[0]))
        try:
            found = self._reader.eval(text, previously_parsed=tree)
        except TypeError:
            raise BadFormula(
                say("formulas.wrong-number-of-values", text=text.strip()[:60])
            ) from None
        if not isinstance(found, Quantity):
            raise BadFormula(say("formulas.no-length", text=text.strip()[:60]))
        if found.power != 1 and found.value != 0:
            shown = text.strip()[:60]
            if found.power == 0:
                raise BadFormula(
                    say("formulas.plain-number", text=shown, **_either_unit(found.value))
                )
            raise BadFormula(say("formulas.area", text=shown))
        if abs(found.value) > LARGEST_MM:
            raise BadFormula(say("formulas.too-long", text=text.strip()[:60], mm=found.value))
        return found.value


def evaluate(text: str, lengths_mm: Mapping[str, float]) -> float:
    """The length in mm that one formula gives with these named lengths.

    >>> evaluated("bust/4 + 2 cm", {"bust": 920.0})
    250.0

    Raises:
        BadFormula: as ``Formulas.length``.
    """
    return Formulas(lengths_mm).length(text)
