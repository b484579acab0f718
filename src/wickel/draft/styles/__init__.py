"""The styles of the house, one file each, and those of installed packages.

To add one, write a file here that has a ``STYLE``. Its place in the gallery is in ``_ORDER``;
without one it stands behind the others. A package of its own offers one under the entry point
group ``wickel.styles``.
"""

import sys

from wickel.catalogue import Catalogue, in_folder, installed
from wickel.draft.style import Style

_ORDER = (
    "box-dress",
    "maxi-dress",
    "two-cloth-maxi",
    "handkerchief-dress",
    "bodice",
    "off-shoulder-dress",
    "wrap-dress",
    "draped-dress",
    "one-shoulder-dress",
    "slip-top",
    "cowl-top",
    "knit-top",
    "corset",
    "jacket",
    "waistcoat",
    "coat",
    "open-robe",
    "pencil-skirt",
    "panelled-skirt",
    "circle-skirt",
    "gathered-skirt",
    "wrap-skirt",
    "trousers",
    "jumpsuit",
    "from-parts",
    "small-things",
)

_found: list[Style] = list(in_folder(sys.modules[__name__], "STYLE"))

STYLES: Catalogue[Style] = Catalogue(
    sorted(_found, key=lambda each: _ORDER.index(each.id) if each.id in _ORDER else len(_ORDER))
).with_more(installed("wickel.styles"))

__all__ = ["STYLES"]
