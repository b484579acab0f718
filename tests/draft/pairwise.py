"""Combinations of a style's main options in which every pair of answers occurs, with as few rows as
a plain greedy search finds. Choices take all their values, lengths their default; every third row
has a length at a bound."""

from itertools import combinations

from wickel.draft import ChoiceOption


def pairwise(style):
    """Rows of options in which every two answers to two choices meet once."""
    choices = {o.id: list(o.choices) for o in style.options if isinstance(o, ChoiceOption)}
    lengths = [o for o in style.options if not isinstance(o, ChoiceOption)]
    wanted = {
        frozenset([(a, x), (b, y)])
        for a, b in combinations(choices, 2)
        for x in choices[a]
        for y in choices[b]
    } or {frozenset([(a, x)]) for a in choices for x in choices[a]}
    rows = []
    while wanted:
        row = dict(next(iter(sorted(wanted, key=sorted))))
        for id, values in choices.items():
            if id not in row:
                row[id] = max(
                    values,
                    key=lambda v, id=id: sum(
                        frozenset([(id, v), other]) in wanted for other in row.items()
                    ),
                )
        rows.append(row)
        wanted -= {frozenset(pair) for pair in combinations(row.items(), 2)} | {
            frozenset([p]) for p in row.items()
        }
    bounds = [(o.id, mm) for o in lengths for mm in (o.least, o.most)]
    rows += [{}] * max(0, len(bounds) - len(rows))
    return [row | dict([bounds[k]] if k < len(bounds) else []) for k, row in enumerate(rows)]
