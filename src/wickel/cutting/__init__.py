"""What the cutter holds: how to lay out, check, cut and label a job, as data for screen and paper.

to_cut      the job, its drafts and its lays, which all is made from
lay_out     where each piece lies, as a maker measures it
chalking    the points of a piece where it lies, for those who chalk onto the cloth
order       the order of cutting, ply by ply
checks      what is checked before
labels      what is written on each piece
joining     which edges meet, in which order; bundles
cautions    what to take care of
real_cloth  the cloth as it was measured on the table
left        what is left over
guide       all of it step by step
"""

from wickel.cutting.cautions import At, Caution, Studio, cautions
from wickel.cutting.chalking import Chalked, Measure, as_cut_from, chalked, measures
from wickel.cutting.checks import Check, checks
from wickel.cutting.guide import DONE, Part, Step, cloth_lines, fold_lines, guide
from wickel.cutting.joining import Bundle, Join, Side, bundles, joins
from wickel.cutting.labels import Joint, Label, labels
from wickel.cutting.lay_out import (
    From,
    Laid,
    as_measured,
    edge_words,
    laid_rows,
    measured_from,
    on_table_again,
)
from wickel.cutting.left import LeftPiece, left_pieces
from wickel.cutting.order import Cut, Do, order_of_cutting
from wickel.cutting.real_cloth import Meaning, longer_words, meaning, with_measured
from wickel.cutting.to_cut import Drafted, ToCut

__all__ = [
    "DONE",
    "At",
    "Bundle",
    "Caution",
    "Chalked",
    "Check",
    "Cut",
    "Do",
    "Drafted",
    "From",
    "Join",
    "Joint",
    "Label",
    "Laid",
    "LeftPiece",
    "Meaning",
    "Measure",
    "Part",
    "Side",
    "Step",
    "Studio",
    "ToCut",
    "as_cut_from",
    "as_measured",
    "bundles",
    "cautions",
    "chalked",
    "checks",
    "cloth_lines",
    "edge_words",
    "fold_lines",
    "guide",
    "joins",
    "labels",
    "laid_rows",
    "left_pieces",
    "longer_words",
    "meaning",
    "measured_from",
    "measures",
    "on_table_again",
    "order_of_cutting",
    "with_measured",
]
