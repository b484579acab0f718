"""Sentences of the room typed."""

SENTENCES = {
    "days.not-a-day": (
        "“{shown}” is not a day: write it like 4.12., next Friday, in 2 weeks or 2026-12-24."
    ),
    "typed.divided-by-zero": "“{shown}” divides by nothing.",
    "typed.too-large": "“{shown}” is longer than any cloth.",
    "typed.mixed": "“{shown}” mixes numbers with and without a unit: write the unit after each.",
    "typed.nothing": "No length was typed.",
    "typed.not-a-length": "“{shown}” is not a length: write it like 92 cm, 3 5/8 in or 1 yd 24 in.",
    "typed.too-long": "“{shown}” is too long to be a length.",
    "typed.unknown-unit": (
        "“{shown}” has an unknown unit “{spelling}”: use mm, cm, m, in, ft or yd."
    ),
    "typed.no-share": "“{text}” is not a number: write how many of 100, like 4.",
}
