"""Operations on pieces, usable in any style and by hand: split, join, spread, darts, reshaping,
deriving."""

from wickel.draft.operations.by_hand import (
    OPERATIONS,
    SUBJECTS,
    AddInterfacing,
    AddNotch,
    DartToSeam,
    Extend,
    Fold,
    Join,
    Lengthen,
    MakeFacing,
    MakeLining,
    MoveDart,
    SlashAndSpread,
    Split,
    TakeNotchOut,
    Unfold,
    UseAsTemplate,
)
from wickel.draft.operations.change import Asked, Change, Question, questions
from wickel.draft.operations.changes import apply_change, with_changes
from wickel.draft.operations.darts import dart_marks, dart_to_seam, move_dart
from wickel.draft.operations.deriving import facing, interfacing, lining, partner
from wickel.draft.operations.measured import (
    as_first_named,
    as_house_named,
    checks_after,
    seam_checks,
    without_doubles,
)
from wickel.draft.operations.reshaping import (
    extend,
    fold,
    lengthen,
    unfold,
    with_notch,
    without_notch,
)
from wickel.draft.operations.seams import NewSeam
from wickel.draft.operations.splitting import join, mapped_piece, reversed_piece, split
from wickel.draft.operations.spots import Spot, spot_near, spot_point
from wickel.draft.operations.spreading import Opening, slash_and_spread

__all__ = [
    "OPERATIONS",
    "SUBJECTS",
    "AddInterfacing",
    "AddNotch",
    "Asked",
    "Change",
    "DartToSeam",
    "Extend",
    "Fold",
    "Join",
    "Lengthen",
    "MakeFacing",
    "MakeLining",
    "MoveDart",
    "NewSeam",
    "Opening",
    "Question",
    "SlashAndSpread",
    "Split",
    "Spot",
    "TakeNotchOut",
    "Unfold",
    "UseAsTemplate",
    "apply_change",
    "as_first_named",
    "as_house_named",
    "checks_after",
    "dart_marks",
    "dart_to_seam",
    "extend",
    "facing",
    "fold",
    "interfacing",
    "join",
    "lengthen",
    "lining",
    "mapped_piece",
    "move_dart",
    "partner",
    "questions",
    "reversed_piece",
    "seam_checks",
    "slash_and_spread",
    "split",
    "spot_near",
    "spot_point",
    "unfold",
    "with_changes",
    "with_notch",
    "without_doubles",
    "without_notch",
]
