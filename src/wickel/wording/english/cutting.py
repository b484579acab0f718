"""Sentences of the room cutting."""

SENTENCES = {
    # lay out
    "lay_out.as-drawn": "printed side up",
    "lay_out.turned-over": "turned over",
    "lay_out.one-ply": "the one ply",
    "lay_out.both-plies": "both plies",
    "lay_out.all-plies": "all {count:of ply|plies}",
    "lay_out.some-plies": "ply {plies} of {count}",
    "lay_out.and": "{some} and {last}",
    "lay_out.from-fold": "from the fold",
    "lay_out.from-selvage": "from the near selvage",
    "lay_out.from-far-fold": "from the far fold",
    "lay_out.head-start": "head to the start",
    "lay_out.head-near": "head towards you",
    "lay_out.head-end": "head to the end",
    "lay_out.head-far": "head away from you",
    "lay_out.head-turned": "head turned by {deg:.1f}°",
    # order
    "order.numbered": "{piece} (no. {number})",
    "order.around": "Cut {piece} round, {through}.{fold}",
    "order.not-the-fold": " Do not cut the fold.",
    "order.one-ply": "through the one ply",
    "order.through": "through {plies}",
    "order.upper-ply": "through the upper ply only: fold it clear of what lies below",
    "order.upper-plies": (
        "through the upper {count:of ply|plies} only: fold them clear of what lies below"
    ),
    "order.lower-ply": "through the lower ply only: fold the upper cloth back first",
    "order.lower-plies": (
        "through the lower {count:of ply|plies} only: fold the upper cloth back first"
    ),
    "order.some-plies": "through ply {plies} of {count} only: fold the others clear",
    "order.both-all": (
        "Cut {one} and {other} together, through all {count:of ply|plies}, along the outer line: "
        "at the "
        "neck that is the higher one. Do not cut the fold."
    ),
    "order.both-some": (
        "Cut {one} and {other} together, through plies {plies}, along the outer line: at the neck "
        "that is the higher one. Do not cut the fold."
    ),
    "order.lift": (
        "Lift the upper {count:of ply|plies} off, whole: that is {upper}. Leave {lower} lying."
    ),
    "order.part": (
        "Part the wholes: {lower} lies inside {upper}. Open the end fold and take {upper} off."
    ),
    "order.line": "Now cut the lower line of {piece}, through its own {count:of ply|plies} only.",
    "order.line-lifted": (
        "Lay {piece} down by itself and cut its lower line, through its own {count:of ply|plies} "
        "only."
    ),
    "order.mark": "Mark {piece}.",
    "order.notches": "Notches in the {edge}: {names}",
    "order.drilled": "Drill marks through the plies: {names}",
    "order.slit": "Cut the slit of {piece} open, to its end and no farther.",
    "order.slit-faced": (
        "Thread-mark the slit of {piece}. It is cut open when its facing is sewn on."
    ),
    "order.later": "Cut the place of {piece} off whole, roll it up and label it.",
    # joining
    "joining.close": "Close the {what} of {piece}",
    "joining.drawn-in": "{piece}: draw in or close {long:length} to {sewn:length}",
    "joining.eased": "ease {more:length} of {longer} into {shorter}",
    "joining.differs": "{longer} is {more:length} longer than {shorter}: they meet only in part",
    "joining.others": "the others together",
    "joining.allowances": ("allowances differ: {one} {one_mm:length}, {other} {other_mm:length}"),
    "joining.notches": "meet at {names}",
    # labels
    "labels.which": "{number} of {of}",
    "labels.which-side": "{which}, {side}",
    # chalking
    "chalking.corner": "corner",
    "chalking.edge": "{edge}, to the {other_edge} of {other}",
    "chalking.edge-alike": "{edge}, to the {other_edge} of {other} ({mm:length})",
    "chalking.as-cut-from": "{edges}: as cut from {other}",
    "chalking.long": "length of the piece, head to hem",
    "chalking.broad": "breadth of the piece, as drawn",
    # checks
    "checks.number": "{count:of paper lies|papers lie} on the cloth.",
    "checks.piece-once": "{piece}: one paper; it comes out {copies} ×.",
    "checks.piece": "{piece}: {papers:of paper|papers}; it comes out {copies} ×.",
    "checks.pair": "{piece}: half of its papers are turned over.",
    "checks.pair-double": "{piece}: both hands come out of the double cloth.",
    "checks.heads-start": "Every head points to the start of the cloth.",
    "checks.heads-end": "Every head points to the end of the cloth.",
    "checks.heads-alike": "All heads of one garment point the same way.",
    "checks.grain": "Both ends of every grain line lie as far across as the list says.",
    "checks.folds": "On the fold, and it is not cut there: {pieces}.",
    "checks.off-fold": "The centre with its allowance lies off the fold: {pieces}.",
    "checks.meets": "At the {seam} the print meets: {pieces}.",
    "checks.border": "The hem lies on the border: {pieces}.",
    "checks.centred": "The motif or stripe is in the middle: {pieces}.",
    "checks.length": "The lay ends {length:cloth} from the start; nothing hangs beyond.",
    # cautions
    "cautions.dust": (
        "New cloth holds dust and finish: wash it first for sensitive skin, and air the room."
    ),
    "cautions.dye": (
        "Dark and light cloth come together: wet a scrap of each and press it on white. Dye that "
        "runs is washed out before cutting."
    ),
    "cautions.stains": (
        "Spot cleaner and spray glue: as their label says, with the window open, tried on a scrap."
    ),
    "cautions.floor": (
        "The lay is longer than the table. If you cut on the floor: kneel on something soft, keep "
        "the back straight, stand up every few pieces."
    ),
    "cautions.shears": (
        "Shears: cut away from yourself, close them when they lie down, never reach across the "
        "blades."
    ),
    "cautions.rotary": (
        "Rotary cutter: wear a cut-resistant glove on the other hand, cut away from yourself, "
        "guard the blade after every cut."
    ),
    "cautions.pins": "Pins: in a cushion, never in the mouth. Count needles in and out.",
    "cautions.fusing": (
        "Iron and fusing: steam burns; air the room; shrink cloth and interfacing before, press "
        "and do not slide."
    ),
    "cautions.child": ("For a child: follow the local rules for children's clothes and nightwear."),
    "cautions.child-cords": (
        "For a child: no cords or ties at hood and neck; elsewhere short and fixed."
    ),
    "cautions.child-small": (
        "For a child: buttons and small parts must hold. Pull at each of them before it goes out."
    ),
    "cautions.child-flared": (
        "For a child: a loose, wide skirt catches fire easily. Keep to the local rules."
    ),
    "cautions.tight": (
        "Tight lacing: never so tight that breathing or feeling changes, and not for anyone whom "
        "a doctor told otherwise."
    ),
    "cautions.trailing": (
        "The hem reaches the floor: it trips on stairs. Show the wearer how to lift it."
    ),
    # the real cloth
    "real_cloth.lacking": (
        "{count:of piece has|pieces have} no place on this cloth any more: they are in the tray "
        "of Lay. "
        "All others stay where they were."
    ),
    "real_cloth.width-holds": "The width holds the lay.",
    "real_cloth.length-holds": "The length is enough: {over:cloth} are left over.",
    "real_cloth.too-short": "The cloth is {short:up} too short for this lay.",
    "real_cloth.longer": "A new lay of all pieces is {length:cloth} long, {more:up} longer.",
    "real_cloth.no-longer": "A new lay of all pieces is {length:cloth} long, no longer.",
    # left
    "left.piece": "{long:length} × {broad:length}, {area:area}, {plies}",
    "left.rectangle": (
        "{long:length} × {broad:length}, {area:area}, {plies}: "
        "the largest rectangle of a web of strips"
    ),
    "left.one-ply": "one ply",
    "left.so-many-plies": "{count:of ply|plies}",
    # papers
    "papers.buy": "Everything to buy",
    "papers.before": "Before cutting",
    "papers.plan": "Cut plan",
    "papers.plan-part": "Cut plan, part {number} of {of}",
    "papers.short": "The length at hand is {short:up} too short for this lay.",
    "papers.fold": "How to fold",
    "papers.section": "Section {number}",
    "papers.lay-out": "Lay-out list",
    "papers.lay-out-how": (
        "Put the pieces down in this order. Measure to both ends of the grain line on the paper: "
        "the head end is its dot, the other end its arrow."
    ),
    "papers.no": "no.",
    "papers.piece": "piece",
    "papers.head-along": "head end, from the start ({unit})",
    "papers.head-across": "head end, {edge} ({unit})",
    "papers.tail-along": "arrow end, from the start ({unit})",
    "papers.tail-across": "arrow end, {edge} ({unit})",
    "papers.lies": "how it lies",
    "papers.plies": "plies",
    "papers.how": "{head}, {side}",
    "papers.check": "Check list",
    "papers.chalk": "Chalk lists",
    "papers.chalk-how": (
        "For those who chalk onto the cloth. Net line; corners have numbers, dots lie on curves. "
        "Add the allowances outside it."
    ),
    "papers.point": "point",
    "papers.from-start": "from the start ({unit})",
    "papers.from-edge": "{edge} ({unit})",
    "papers.then": "then",
    "papers.allow": "allowances",
    "papers.order": "Order of cutting",
    "papers.step": "step",
    "papers.do": "what to do",
    "papers.pieces": "pieces",
    "papers.through": "plies",
    "papers.seam": "seam",
    "papers.this-edge": "this edge",
    "papers.to-edge": "to this one",
    "papers.allowance": "allowance ({unit})",
    "papers.long": "sewn ({unit})",
    "papers.to-know": "to know",
    "papers.bundles": "Bundles, in the order of sewing",
    "papers.bundle": "{number}:  {pieces}",
    "labels.fused": "plus fusing",
    "labels.top": "top · grain",
    "labels.wrong-side": "on the wrong side · {cloth}",
    # plan
    "plan.near-fold": "fold along this edge",
    "plan.near-selvage": "selvage along this edge",
    "plan.key": "dot: head end of the grain line · figures: from the start | across",
    # tiles
    "tiles.nothing": "There is no piece to print.",
    "tiles.too-narrow": "A piece is wider than this roll: take a wider one, or pages.",
    "tiles.on-fold": "cut {count} on the fold",
    "tiles.in-pairs": "cut {count}, in pairs",
    "tiles.copies": "cut {count}",
    "tiles.map": "Map of the pages",
    "tiles.how": (
        "Print at 100 %, not fitted to the page. Measure the squares first: 5 cm and 2 in. Trim "
        "each page at the dashed line on its right and its upper side, lay it over its neighbour "
        "so that the crosses meet, and tape it."
    ),
    "tiles.square-cm": "5 cm",
    "tiles.square-in": "2 in",
    "tiles.count": "{count:of page|pages}",
    # guide
    "guide.of-cloth": "{title} · {cloth}",
    "guide.needed": "What is needed",
    "guide.tools": "Tape, chalk, shears or cutter, weights or pins, paper pieces, pen and labels.",
    "guide.cautions": "Take care",
    "guide.local-rules": "Local rules and trained people come first.",
    "guide.cloth": "The cloth",
    "guide.washed": "Wash it as the garment will be washed: the lay reckons with shrunk cloth.",
    "guide.press": "Press it flat. Trim the frayed end, and a selvage that puckers.",
    "guide.square": (
        "Square the start: pull a thread right across and trim along it, up to {squaring:length}."
    ),
    "guide.square-only": "Square the start: pull a thread right across and trim along it.",
    "guide.square-by-eye": (
        "Square the start: lay a square to the edge and trim along it, up to {squaring:length}."
    ),
    "guide.square-only-by-eye": "Square the start: lay a square to the edge and trim along it.",
    "guide.chalk": "Try the chalk on a scrap: it must show, brush off, and not come through.",
    "guide.chalk-thin": (
        "It can be seen through: mark with thread, or try that the chalk does not come through."
    ),
    "guide.slips": "It slips: lay paper or a sheet under it, hold it with clips and weights.",
    "guide.stretches": "It stretches: let it rest flat, and let nothing hang over the table.",
    "guide.nap": "It has a pile: stroke it, and mark with an arrow which way it lies smooth.",
    "guide.frays": "It frays: leave the cut edges alone until they are neatened.",
    "guide.measure": "Measure the real cloth",
    "guide.measure-width": (
        "Usable width in three places, between the selvages. Planned: {width:length}."
    ),
    "guide.measure-length": "Its length. The lay and its ends take {length:cloth}.",
    "guide.fold": "Spread: {way}",
    "guide.fold-section": "Spread section {number}: {way}",
    "guide.section-at": (
        "It begins {at:cloth} from the start of the table and takes {cloth:cloth} of cloth."
    ),
    "guide.depth": "The fold is {depth:length} deep: the selvage comes to {twice:length}.",
    "guide.depth-1": "The near fold is {depth:length} deep: the selvage comes to {twice:length}.",
    "guide.depth-2": "The far fold is {depth:length} deep: the selvage comes to {twice:length}.",
    "guide.folded-width": "Folded, it is {width:length} wide on the table.",
    "guide.heads-start": "All heads point to the start.",
    "guide.heads-end": "All heads point to the end.",
    "guide.table-short": "The table is {table:cloth} long: lay and cut in stretches.",
    "guide.move-on": ("Move the cloth on at {at:length} from the start, just before {piece}."),
    "guide.lay-out": "Lay out {number} of {of}: {name}",
    "guide.check": "Check before cutting",
    "guide.cut": "Cut {number} of {of}",
    "guide.label": "Label and bundle",
    "guide.label-of": "Label and bundle: {garment}",
    "guide.bundles": "Bundles, in the order of sewing: {garment}",
    "guide.joining": "Joining card: {garment}",
    "guide.left": "What is left",
    "guide.done": "All done",
}
