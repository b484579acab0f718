"""Sentences of the room lay."""

SENTENCES = {
    "hand.no-place-in-tray": (
        "{piece} has no place on {cloth} as it is folded: fold it otherwise, or lay it open."
    ),
    "searching.cannot-fit": (
        "The length of {cloth} at hand is {lacking:up} too short for this "
        "lay: it cannot fit this way."
    ),
    "searching.none-found": (
        "The length of {cloth} at hand is {lacking:up} too short for this "
        "lay: a shorter one was not found with this effort."
    ),
    "searching.buy-more": "Try the other ways, or buy more.",
    "searching.search-on": "Search on, try the other ways, or buy more.",
    "exact.come-out-mirrored": "{count} of {piece} come out mirrored.",
    "exact.comes-out-left-right": (
        "{piece} comes out {left} left and {right} right, not in pairs."
    ),
    "exact.comes-out-times-wanted": (
        "{piece} comes out {total:of time|times}, {copies} wanted: {by} {what}."
    ),
    "exact.cut-both-plies-fold": "Cut both plies of a fold.",
    "exact.cut-cloth-across-turn-lay": "Cut the cloth across and turn it, or lay it open.",
    "exact.cut-fold-but-fold-edge": (
        "{piece} is to be cut on the fold, but its fold edge lies on none."
    ),
    "exact.cut-fold-from-plies": (
        "{piece} is cut on the fold from plies that no fold joins: halves would come out."
    ),
    "exact.cut-from-other-ply": "Cut it from the other ply.",
    "exact.does-not-unfold-whole-piece": (
        "{piece} does not unfold to the whole piece that is asked for."
    ),
    "exact.laid-as-another-shape": "{piece} is laid as another shape than it is asked for.",
    "exact.lies-cloth-but-not-asked": "{piece} lies on the cloth but is not asked for.",
    "exact.lies-off-bias": "{piece} lies {grain_off:.1f}° off the bias.",
    "exact.lies-off-grain": "{piece} lies {grain_off:.1f}° off its grain.",
    "exact.lies-partly-outside-usable-cloth": "{piece} lies partly outside the usable cloth.",
    "exact.move-inward-out-reserve": "Move it inward, or take out the reserve.",
    "exact.move-one-them": "Move one of them.",
    "exact.overlap": "{one} and {other} overlap by {common:area}.",
    "exact.pieces-do-not-all-point": "The pieces of {garment} do not all point the same way.",
    "exact.runs-off-cloth-when-opened": "{piece} runs off the cloth when it is opened out.",
    "exact.slide-onto-fold-lay-unfolded": "Slide it onto the fold, or lay it unfolded on one ply.",
    "exact.stand-head-ply-which-fold": (
        "{piece} would stand on its head on ply {ply} of {plies}, which the fold turns over."
    ),
    "exact.turn": "Turn it.",
    "exact.turn-head-up": "Turn it head up.",
    "exact.turned-against-print-arrow-stands": (
        "{piece} is turned against the print: its arrow stands {print_off:.0f}° off."
    ),
    "exact.turned-cloth": ("{piece} is turned by {deg:g}° on the cloth, which it does not allow."),
    "rules.let-be": "{finding} You let that be.",
    "parts.no-turn": (
        "{piece} asks for a {grain} grain and turns that {cloth} ({way}) does not "
        "allow: no way of folding can hold it."
    ),
    "parts.wider-than": (
        "{piece} is {needs:length} across, {over:up} more than the {room:length} "
        "of {cloth}: no way of folding can hold it."
    ),
    "rules.over-flaw": "{piece} lies over flaw {number} of {cloth}, {where:length} from the start.",
    "rules.over-cut-away": "{piece} lies where {cloth} has been cut away already.",
    "rules.beyond-remnant": "{piece} reaches beyond the remnant {cloth}.",
    "rules.off-the-flaw": "Move it off the flaw, or begin the lay behind it.",
    "rules.move-it": "Move it.",
    "rules.larger-cloth": "Lay it open, or take a larger piece of cloth.",
    "constraints.cannot-lie-this-fold": (
        "{piece} cannot lie in this fold as it is asked to on the print of {cloth}: open the "
        "cloth, or ask less."
    ),
    "lengths.begin-each-length-same-place": (
        "Begin each length at the same place of the print, or let the seam run free."
    ),
    "lengths.does-not-fit-length": (
        "{piece} does not fit on a length of {cloth} as it is sold: take cloth that is sold in "
        "longer lengths, or split the piece with a seam."
    ),
    "lengths.joins-pieces-different-lengths-cloth": (
        "The {join} joins pieces of different lengths of cloth."
    ),
    "on_print.border-step": "The border jumps by {step:fine} between {name} and {name_2}.",
    "on_print.border-no-hem-asked-lie": "{name} has a border, and no hem is asked to lie on it.",
    "on_print.centre-further-from-edges-smaller": (
        "Centre it further from the edges, or take a smaller motif."
    ),
    "on_print.choose-hems-cloth-stage-lay": (
        "Choose the hems on the Cloth stage, or lay it as plain cloth."
    ),
    "on_print.choose-pieces-cloth-stage": "Choose the pieces on the Cloth stage.",
    "on_print.choose-seams-cloth-stage": "Choose the seams on the Cloth stage.",
    "on_print.hem-misses-border": "The hem of {piece} misses the border of {cloth}.",
    "on_print.large-motifs-no-piece-asked": (
        "{name} has large motifs, and no piece is asked to have one in its middle."
    ),
    "on_print.lay-both-hems-equally-deep": "Lay both hems equally deep in the border.",
    "on_print.lay-hem-within-border-side": "Lay its hem within the border, side by side with it.",
    "on_print.motif-off-centre": (
        "The motif lies {along:fine} along and {across:fine} across off the centre of {piece}."
    ),
    "on_print.stripe-off-centre": (
        "The middle of the stripe lies {across:fine} across off the centre of {piece}."
    ),
    "on_print.motif-cut-through": "The motif on {piece} is cut through.",
    "on_print.move": "Move it by that.",
    "on_print.move-one-them-let": "Move one of them by that, or let this seam run free.",
    "on_print.not-meeting": (
        "The print does not meet at the {seam}: {piece} and {piece_2} are {off:fine} apart {way}."
    ),
    "on_print.repeat-no-seam-asked-meet": (
        "{name} has a repeat, and no seam is asked to meet on it."
    ),
    "parts.too-wide": "{piece} is {over:up} too wide for {where}: {join}, or {outs}.",
    "parts.does-not-lie-slanting-fold": (
        "{piece} does not lie on the slanting fold, and nothing else does: put it into another "
        "section, or open the cloth."
    ),
    "parts.may-not-cut-single-nothing": (
        "{piece} may not be cut single, and nothing here is double: fold the cloth, or allow it."
    ),
    "parts.may-not-lie-cloth-any": (
        "{piece} may not lie on {way} cloth in any of the turns it is allowed."
    ),
    "planning.lies-alone-here-two-cloths": (
        "{cloth} lies alone here: two cloths of one width are needed to stack them."
    ),
    "planning.nothing-cut-from": "Nothing is cut from {cloth}.",
    "rules.cut-across-cloth-cloth-stretches": (
        "Cut it across the cloth, or take cloth that stretches the other way."
    ),
    "rules.cut-shoulder-seam": "Cut it with a shoulder seam.",
    "rules.cut-through-four-plies": (
        "{join}: cut through four plies or more, of which the upper ones creep."
    ),
    "rules.together": "{one} and {other} are cut together: they share one place on the fold.",
    "rules.cut-together-above": (
        "Chalk {one} and cut round it through all plies; lift off the upper ones: in them cut the "
        "rest of {other}, {later:length} of edge."
    ),
    "rules.cut-together-alike": (
        "Chalk {one} and cut round it through all plies: {other} is cut too."
    ),
    "rules.cut-together-below": (
        "Chalk {one} and cut round it through all plies; lift off the upper ones: in those that "
        "stay cut the rest of {other}, {later:length} of edge."
    ),
    "rules.does-not-say": (
        "{cloth} does not say which way its print runs: it was taken as one-way."
    ),
    "rules.fold-inner-edges-selvages": "Fold by the inner edges of the selvages.",
    "rules.too-close": (
        "{one} and {other} lie {apart:fine} apart: {margin:fine} are kept between pieces."
    ),
    "rules.lies-edge-fold-slit-fold": (
        "{piece} lies with {on_it:length} of its edge on the fold: slit the fold there, or its "
        "copies hang together."
    ),
    "rules.move-off-fold-what-closing": "Move it off the fold by what a closing needs.",
    "rules.move-one-them-cut-less": "Move one of them, or cut with less room.",
    "rules.only-another-section-not-needed": "Only {name}: another section is not needed.",
    "rules.pin-through-all-plies-cut": (
        "Pin through all plies, cut slowly, and true the upper pieces by the lowest one."
    ),
    "rules.runs-over-shoulder": (
        "{piece} runs over the shoulder in one: one end would stand on its head on one-way cloth."
    ),
    "rules.say-card-cloth-check-pieces": (
        "Say it on the card of the cloth, or check the pieces by eye before cutting."
    ),
    "rules.say-so-cloth-if-pieces": "Say so on the cloth if pieces may lie any way up.",
    "rules.unlike-selvages": (
        "The selvages of {cloth} are {low:fine} and {high:fine} wide: their "
        "outer edges do not lie on each other in this fold."
    ),
    "rules.stretch-along-body-gives": (
        "{piece} would stretch along the body: {cloth} gives {word} only."
    ),
    "rules.written-way-this-lay": (
        "{cloth} has a {kept} written in a way that this lay does not heed."
    ),
    "searching.cannot-held-where-lies-hold": (
        "{part} cannot be held where it lies: hold pieces in a lay of one section, of the same way."
    ),
    "searching.no-place-this-fold": (
        "{piece} has no place in this fold where the print of {cloth} is as it is asked: open the "
        "cloth, or ask less."
    ),
    "slant.finds-no-place-slanting-fold": (
        "{piece} finds no place on the slanting fold or beside it: take wider cloth, or add a "
        "section."
    ),
    "stacked.differ-width-way-their-print": (
        "{lower} and {upper} differ in width or in the way of their print: lay each of them by "
        "itself."
    ),
    "parts.stopped": "The search was stopped before it had found a lay: give it more time.",
}
