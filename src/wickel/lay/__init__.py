"""Parts to lay, rules of the cloth, nesting, finished lay."""

from wickel.lay.across import groups_across, length_across
from wickel.lay.demand import (
    WAIVED_NAMES,
    Axes,
    CutOrder,
    CutPiece,
    FoldSegment,
    Grain,
    Mark,
    OnPrint,
    Place,
    Waived,
    allowed_turns,
    copies_mm2,
    cut_from,
    fold_lines,
    with_straight_folds,
)
from wickel.lay.exact import exact_check
from wickel.lay.finished import for_laying, lays_alike, on_like_cloth, with_findings
from wickel.lay.kept import KeptLay, kept_lay_of, lay_again, not_laid, taken_up
from wickel.lay.labour import (
    NO_LABOUR,
    USUAL_RATES,
    CuttingRates,
    Labour,
    labour_in_one_ply,
    labour_of,
)
from wickel.lay.lengths import lays_in_lengths, room_mm, share_of
from wickel.lay.make import make_lay
from wickel.lay.matching import Wish, length_without, wishes
from wickel.lay.nest import Stopped, leave, ready_or_begun, warm_in_background
from wickel.lay.parts import LayRefused, LayStopped, fits_nowhere
from wickel.lay.placement import Finding, Lay, Level, Placement, Shape, better, matching_cost, rank
from wickel.lay.pose import (
    FlatCopy,
    flat_copies,
    flaws_on_table,
    marks_on_table,
    on_table,
    table_map,
)
from wickel.lay.searching import PLANNING, LayReport
from wickel.lay.settings import DEFAULT_EFFORT, Search
from wickel.lay.stacked import stack_partner, stacked_lays
from wickel.lay.together import cut_later, lies_above, lines_off, sharing
from wickel.lay.unfolding import unfolded_lay
from wickel.lay.waste import LeftOver, largest_rectangles, left_over, rectangle_in
from wickel.lay.ways import Comparison, WayFound, at_its_least, lay_ways, shortest
from wickel.lay.worn import WornCopy, worn_copies

__all__ = [
    "DEFAULT_EFFORT",
    "NO_LABOUR",
    "PLANNING",
    "USUAL_RATES",
    "WAIVED_NAMES",
    "Axes",
    "Comparison",
    "CutOrder",
    "CutPiece",
    "CuttingRates",
    "Finding",
    "FlatCopy",
    "FoldSegment",
    "Grain",
    "KeptLay",
    "Labour",
    "Lay",
    "LayRefused",
    "LayReport",
    "LayStopped",
    "LeftOver",
    "Level",
    "Mark",
    "OnPrint",
    "Place",
    "Placement",
    "Search",
    "Shape",
    "Stopped",
    "Waived",
    "WayFound",
    "Wish",
    "WornCopy",
    "allowed_turns",
    "at_its_least",
    "better",
    "copies_mm2",
    "cut_from",
    "cut_later",
    "exact_check",
    "fits_nowhere",
    "flat_copies",
    "flaws_on_table",
    "fold_lines",
    "for_laying",
    "groups_across",
    "kept_lay_of",
    "labour_in_one_ply",
    "labour_of",
    "largest_rectangles",
    "lay_again",
    "lay_ways",
    "lays_alike",
    "lays_in_lengths",
    "leave",
    "left_over",
    "length_across",
    "length_without",
    "lies_above",
    "lines_off",
    "make_lay",
    "marks_on_table",
    "matching_cost",
    "not_laid",
    "on_like_cloth",
    "on_table",
    "rank",
    "ready_or_begun",
    "rectangle_in",
    "room_mm",
    "share_of",
    "sharing",
    "shortest",
    "stack_partner",
    "stacked_lays",
    "table_map",
    "taken_up",
    "unfolded_lay",
    "warm_in_background",
    "wishes",
    "with_findings",
    "with_straight_folds",
    "worn_copies",
]
