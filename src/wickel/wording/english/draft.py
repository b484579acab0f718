"""Sentences of the room draft."""

SENTENCES = {
    "builder.collar-neck": (
        "A collar is sewn to a round, a V or a slit neck, not to one that is {neck}: take another "
        "neck, or no collar."
    ),
    "builder.draw-waist-to-body": "Draw its waist again: as long as the body's and its ease.",
    "builder.draw-skirt-to-waist": (
        "Draw the skirt's waist again: as long as the upper part's, its darts closed."
    ),
    "builder.panels-not-in-front": (
        "Equal panels have no front edge: close it behind or at the side, or take another skirt."
    ),
    "builder.only-darts-move": (
        "Only a front that is shaped by darts has a bust dart to move: leave it in the side, or "
        "shape the upper part by darts."
    ),
    "builder.darts-more-than-one": (
        "The shares of the bust dart are more than all of it: let them make up 1 at most."
    ),
    "builder.hem-band-longer": (
        "The band of the hem is {band:length} round and the hem itself {hem:length}: make the "
        "band shorter."
    ),
    "builder.grown-on-plain": (
        "Sleeves in one with the front need a front that hangs plain: shape the upper part by "
        "nothing, or set the sleeves in."
    ),
    "builder.top-out-of-place": (
        "The top lies {top:length} below the neck point, outside the piece: let it lie below the "
        "neck and above the waist at {waist:length}."
    ),
    "builder.godet-too-high": (
        "A godet {high:length} high does not go into a side {long:length} long: take a lower one."
    ),
    "builder.legs-not-in-front": (
        "Legs have a seam in the centre, and nothing that lies over it: close it behind or at the "
        "side, or take a skirt."
    ),
    "builder.legs-at-the-waist": (
        "Legs are drafted from the waist down: let the seam lie there, or take a skirt."
    ),
    "builder.waist-over-hip": (
        "Draw the waist in by elastic or a cord, or close it behind or at the side."
    ),
    "builder.cowl-on-the-fold": (
        "A cowl is cut on the fold in front: close it behind or at the side, or take another neck."
    ),
    "builder.cowl-hangs-plain": (
        "A cowl hangs from a front without darts: shape the upper part by nothing, with sleeves "
        "set in or none, or take another neck."
    ),
    "builder.no-neck-to-slit": (
        "It has no neck to be slit: close it behind, in front or at the side."
    ),
    "builder.slit-from-round": (
        "A placket begins at a round, V, square, boat or high neck: take one of these, or close "
        "it elsewhere."
    ),
    "builder.wrap-point-outside": (
        "The fronts cross {at:length} below the neck point, outside a front that is {long:length} "
        "long there: let them cross between the neck and the lower edge."
    ),
    "builder.wrap-needs-v": "Fronts that cross have a V neck: take that, or close it elsewhere.",
    "builder.wrap-in-one-piece": (
        "Fronts that cross are cut in one piece: shape the upper part by darts or nothing, or "
        "close it elsewhere."
    ),
    "builder.wrap-no-collar": (
        "The neck of fronts that cross runs down to the waist: leave the collar out, or close it "
        "elsewhere."
    ),
    "builder.needs-waist-seam": (
        "There is no seam at the waist: sew a lower part on, or leave the waist as it is."
    ),
    "builder.band-not-wider": (
        "The band is {lower:length} round below and {upper:length} above: a shaped one is wider "
        "below. Take a straight band, or measure waist and hip again."
    ),
    "builder.band-closes": (
        "A shaped band {high:length} high goes all round its ring: make it lower, or take a "
        "straight band."
    ),
    "builder.cap-sleeve-too-long": (
        "A cap sleeve {reach:length} along an armhole of {armhole:length} goes all round: let it "
        "end higher, or take a short sleeve."
    ),
    "builder.cap-sleeve-too-high": (
        "A cap sleeve {high:length} out over the arm is not drawn along {reach:length} of the "
        "armhole: let it stand out less, or reach farther."
    ),
    "builder.lacing-needs-upper": (
        "A lacing runs down the back of an upper part: take one, or close the skirt with a zip."
    ),
    "builder.needs-upper": (
        "Without an upper part it begins at the waist: leave the waist there, or take an upper "
        "part."
    ),
    "builder.no-half-below": (
        "What is cut in equal panels has no front and back to open: leave the hem closed, or take "
        "another skirt."
    ),
    "builder.slit-too-long": (
        "A slit {slit:length} long does not go into a side {long:length} long: make it shorter."
    ),
    "builder.vent-needs-seam": (
        "A vent lies at the lower end of a straight seam in the centre back: close the garment "
        "behind, with a skirt in one front and one back, or slit its sides."
    ),
    "builder.no-fold-in-front": (
        "A slit in front runs up a centre that is on the fold: close the garment elsewhere, with "
        "a skirt in one front and one back, or slit its sides."
    ),
    "builder.yoke-out-of-place": (
        "A yoke of the {piece} that ends {down:length} below the neck point does not run from the "
        "centre to the armhole: let it end below the neck and above the underarm."
    ),
    "builder.yoke-from-one-piece": (
        "A yoke is cut from a front and back in one piece: shape the upper part by darts or "
        "nothing, or leave the yoke out."
    ),
    "builder.gathers-hang-plain": (
        "Gathers below a yoke hang plain: shape the upper part by nothing, or take a yoke without "
        "gathers."
    ),
    "builder.raglan-shoulders-differ": (
        "The seam over the arm is {front:length} long in front and {back:length} behind: draw both "
        "shoulders alike."
    ),
    "builder.raglan-beyond-neck": (
        "The raglan seam begins {at:length} from the shoulder, on a neck that is {neck:length} "
        "long: let it begin nearer to the shoulder."
    ),
    "builder.raglan-plain-sleeve": (
        "A raglan seam goes with a plain sleeve, short or long: take one of these, or cut the top "
        "otherwise."
    ),
    "builder.nothing-left": (
        "Without an upper part there must be a lower one: take a skirt or legs, or an upper part."
    ),
    "builder.facing-too-wide": (
        "A facing {wide:length} wide reaches below a piece that is {long:length} long there: take "
        "a narrower one."
    ),
    "builder.slant-needs-side": (
        "A slanted pocket is cut off the front between its waist and its side: take legs or a "
        "skirt close over the hip, or other pockets."
    ),
    "builder.slant-unlined": (
        "A slanted pocket cuts the front away, and the lining with it: take other pockets, or "
        "leave the lining out below."
    ),
    "builder.yoke-needs-armhole": (
        "A yoke runs to the armhole, and sleeves in one with the front have none: set the sleeves "
        "in, or leave the yoke out."
    ),
    "builder.yoke-not-wrapped": (
        "A front that crosses or hangs in a cowl has no top to cut off: take another closing or "
        "neck, or leave the yoke out."
    ),
    "builder.yoke-cuts-dart": (
        "The seam of a yoke would cut through the bust dart: leave the dart in the side, or the "
        "yoke out."
    ),
    "builder.hood-neck": (
        "The neck is {neck:length} round, too small for a hood {drop:length} lower in front: take "
        "a wider neck."
    ),
    "builder.cut-straps": "Cut the straps longer, or shorter, or move their points.",
    "builder.straps-need-top": (
        "Straps hang a top that has no shoulders: take an upper part without shoulders, or leave "
        "the straps out."
    ),
    "builder.no-shoulder": (
        "It has no shoulders to sew them on: take an upper part with shoulders, or leave them out."
    ),
    "small_things.collar-closes": (
        "An inner edge {round:length} long goes more than once round on a radius of "
        "{radius:length}: take a larger radius."
    ),
    "small_things.cut-side": "Cut the side as long as the crown is round.",
    "small_things.cut-longer": "Cut it longer, or measure again.",
    "close_skirt.ends-too-close": (
        "The skirt is {long:length} long and its hip lies {hip:length} down: make it longer."
    ),
    "builder.tiers-not-in-front": (
        "Tiers have no front edge for buttons: close it behind or at the side, or take another "
        "skirt."
    ),
    "builder.zip-too-long": (
        "The zip goes {down:length} below the waist and the skirt is {long:length} long there: "
        "take a shorter one."
    ),
    "builder.no-straight-centre": (
        "A neck that is {neck} has no straight centre for buttons: close it elsewhere, or take "
        "another neck."
    ),
    "allowances.outside": "an allowance of {mm:fine} at the {role} is outside 0 to {most:fine}",
    "formulas.too-long": "“{text}” comes out at {mm:cloth}: no piece is that long.",
    "own_style.line-moves": "{piece}: its line moves by up to {off:fine} where it is curved",
    "sleeves.no-cap-flat": (
        "The sleeve is {width:length} wide at the upper arm and the armhole "
        "{armhole:length} round: no cap is flat enough. Take room out of the sleeve or deepen the "
        "armhole."
    ),
    "sleeves.no-cap-high": (
        "The sleeve is {width:length} wide at the upper arm and the armhole "
        "{armhole:length} round: no cap is high enough. Give the sleeve more room or raise the "
        "armhole."
    ),
    "sleeves.armhole-and-ease": "armhole and {ease:length} ease",
    "necks.widen": "Widen the neck by about {by:length}.",
    "necks.or-stretchier": "Widen and deepen the neck, or take cloth that stretches more.",
    "necks.deepen-slit": "Deepen the slit by {by:length}, or widen the neck.",
    "notions.zip-for": "{closing}, {needed:length}",
    "notions.eyelets": "a pair every {gap:length} of the closing",
    "notions.cord": "{crossing:length} a crossing, and {tie:cloth} to tie",
    "notions.elastic-waist": "nine tenths of the waist and {join:length} to join",
    "notions.elastic-sleeve": "the gathered hem and {join:length} to join",
    "notions.thread": (
        "reels of {reel:whole}: about {seams:whole} of seams, {thread:whole} of thread"
    ),
    "box_dress.cut-turn": ("Cut the turn-up as long as the sleeve is round, or a little longer."),
    "box_dress.dress-too-short-pockets-side": (
        "The dress is too short for pockets in the side seams: lengthen it by {short:up}."
    ),
    "box_dress.notch-both-same-length": "Notch both at the same length.",
    "box_dress.slit-facing-ends-down-below": (
        "The slit facing ends {slit_end:length} down, below the hem at {hem_side:length}: make "
        "the slit shorter or the dress longer."
    ),
    "changes.change": "Change {number}, {name}: {refusal}",
    "changes.piece-cannot-joined-itself": "A piece cannot be joined to itself.",
    "changes.say-from-which-edge": "Say from which edge to which the seam runs.",
    "changes.there-no-piece-change": "There is no piece “{id}” to change: there are {names}.",
    "circles.drawn-radius-which-leaves": (
        "The {name} is drawn with a radius of {inner:length}, which leaves no room for its "
        "allowance of {waist:length} inside: take less of a circle or a smaller allowance."
    ),
    "circles.panel-cannot-more-than-half": (
        "A panel cannot be more than half a circle: cut this in {fraction} panels or more."
    ),
    "coat.coat-end-below-waist-above": (
        "The coat would end {below_waist:length} below the waist, above the hip: make it longer."
    ),
    "collars.draw-collar": "Draw the collar as long as the neck seam.",
    "collars.draw-collar-as-long-as-2": (
        "Draw the collar as long as the stand from centre front to centre front."
    ),
    "corset.body-narrower-above-below": (
        "The body is narrower above or below than at the waist: a corset cannot be drawn in there. "
        "Measure waist, under bust and hip again."
    ),
    "corset.cut-binding-longer": "Cut the binding longer.",
    "corset.cut-binding-shorter": "Cut the binding shorter.",
    "corset.divide-what-drawn-among-seams": "Divide what is drawn in among the seams again.",
    "corset.panels-wide-waist-fewer-panels": (
        "{count:of panel|panels} would be {width:length} wide at the waist: take fewer panels, "
        "or draw it "
        "in less."
    ),
    "corset.waist-lies-only-below-under": (
        "The waist lies only {waist_down:length} below the under bust: measure neck to waist and "
        "neck to under bust again."
    ),
    "cowl.cowl-wider-each-side-swing": (
        "A cowl {hang:length} wider on each side would swing the shoulder out by more than "
        "{most_swing_deg:g}°: let it hang less, or take a longer shoulder."
    ),
    "darts.dart-cannot-moved-into": (
        "{piece}: the dart cannot be moved into its own mouth or tip."
    ),
    "darts.dart-mouth-cannot-lie-corner": "{piece}: a dart's mouth cannot lie on a corner.",
    "darts.legs-differ-true-dart": ("{piece}: the legs of the {dart} differ: true the dart first."),
    "darts.no-open-dart-one-edge": "{piece} has no open dart “{dart}” on one edge: it has {known}.",
    "darts.seam-must-run-from-dart": (
        "{piece}: the seam must run on from the dart's tip to another edge."
    ),
    "deriving.crosses-itself-change-neck-measure": (
        "{piece} crosses itself: change its neck, or measure again."
    ),
    "deriving.do-not-follow-each-other": (
        "{piece}: {join} do not follow each other round the piece."
    ),
    "deriving.too-short-shorter": "{piece} is too short to be {by:length} shorter.",
    "deriving.too-small-facing-wide": "{piece} is too small for a facing {width:length} wide.",
    "draped_dress.folds-turn-dress-over-itself": (
        "{folds:of fold of|folds of} {each:length} turn the dress over itself: take fewer or "
        "smaller folds."
    ),
    "draped_dress.slit-reach-above-hip-shorter": (
        "A slit of {slit:length} would reach above the hip: make it shorter or the dress longer."
    ),
    "gathered_skirt.divide-fullness-among-pleats-again": (
        "Divide the fullness among the pleats again."
    ),
    "gathered_skirt.skirt-only-long-longer-measure": (
        "The skirt would be only {long:length} long: make it longer, or measure waist to knee "
        "again."
    ),
    "grown_on.dress-end-down-too-close": (
        "The dress would end {full:length} down, too close to the underarm at {side_top:length}: "
        "make it longer, or take room out of the sleeve."
    ),
    "grown_on.sleeve-ends-inside-body-underarm": (
        "The sleeve ends inside the body: at its {sleeve:length} the underarm lies {short:length} "
        "short of the side seam (a quarter of the {widest} and ease): lengthen the sleeve by "
        "{longer:up} or take out ease."
    ),
    "handkerchief_dress.measure-same-length-down-out": "Measure the same length down and out.",
    "handkerchief_dress.underarm-lies-down-waist-room": (
        "The underarm lies {side_top:length} down, at the waist ({waist:length}): take room out "
        "of the sleeve."
    ),
    "jumpsuit.armhole-reach-down-waist-lies": (
        "The armhole would reach {under:length} down and the waist lies {waist:length} down: "
        "measure armhole and neck to waist again."
    ),
    "jumpsuit.cut-straps-longer": "Cut the straps longer.",
    "jumpsuit.cut-straps-shorter": "Cut the straps shorter.",
    "jumpsuit.ease-longer-side-lower-armhole": "Ease the longer side in, or lower its armhole.",
    "knit_top.cut-collar-anew-from-neck": "Cut the collar anew from the neck seam.",
    "legs.drop-less": "Drop the tip of the back crotch less.",
    "legs.drop-more": "Drop the tip of the back crotch more.",
    "legs.change-back-rise": "Change the back rise.",
    "legs.crotch-round-body-rise-disagree": (
        "Crotch round {crotch_round:length} and body rise {body_rise:length} disagree: the draft "
        "comes out {short:length} too {word} even at its bounds. Measure both again, or change "
        "the ease in the crotch."
    ),
    "legs.legs-only-long-inside": (
        "The legs would be only {long:length} long inside: make them longer."
    ),
    "measured.same-change-edge-sewn": "Make the same change on the edge it is sewn to.",
    "necklines.facing-ends-down-centre-above": (
        "The facing ends {bottom:length} down at the centre, above its end at the shoulder: make "
        "the neck deeper."
    ),
    "necklines.high-neck-stands-round-neck": (
        "A high neck stands round the neck, no wider than {most_high_width_mm:length} from the "
        "centre, not {width:length}: make it narrower or take another neck."
    ),
    "off_shoulder_dress.armhole-long-one-side-cut": (
        "The armhole is {armhole:length} long on one side: cut off {drop:length} down it, hardly "
        "any is left. Cut off less, or lower the chest line."
    ),
    "off_shoulder_dress.cut-sleeve-off-same-length": "Cut the sleeve off at the same length.",
    "off_shoulder_dress.more-gathers-sleeves": "Take more gathers in the sleeves.",
    "one_shoulder_dress.neck-narrower-lower-chest-line": (
        "{refusal} Make the neck narrower, or lower the chest line."
    ),
    "one_shoulder_dress.ruche-both-one-length": "Ruche both to one length.",
    "open_robe.cut-band": "Cut the band as long as the sleeve is round.",
    "open_robe.cut-bands": "Cut the bands as long as the front edge and half the neck.",
    "open_robe.slant-meet-centre-down-hem": (
        "The slant would meet the centre {opening:length} down, at the hem: let it end higher, or "
        "make the robe longer."
    ),
    "own_style.edge-fold-must-straight": "{own}: an edge on the fold must be straight.",
    "own_style.look-order-points": "{own} {reason}: look at the order of its points.",
    "own_style.no-piece-yet-add": "{own} has no piece yet: add one.",
    "own_style.point": "{own}, point {number} “{row}”, {axis}: {reason}",
    "own_style.point-lies-next-one-move": (
        "{own}: point {k} “{name}” lies on the next one: move either."
    ),
    "own_style.points-piece-needs-three": (
        "{own} has {points:of point|points}: a piece needs three or more."
    ),
    "own_style.two-edges-called-give-each": (
        "{own} has two edges called “{doubled}”: give each a name of its own."
    ),
    "panelled_skirt.flare-begin-below-waist-above": (
        "The flare would begin {begins:length} below the waist, above the hip at {level:length}: "
        "let it begin lower, or make the skirt longer."
    ),
    "panelled_skirt.flare-does-not-open-above": (
        "A flare of {flare:length} does not open on the {flare_above:length} above the hem: let "
        "it begin higher, or take less."
    ),
    "parts.neck-deep-does-not-come": (
        "A neck {depth:length} deep ends less than {least:length} below where it meets the "
        "shoulder, {down:length} down: make the neck deeper or narrower."
    ),
    "parts.neck-wide-from-centre": (
        "The neck is {width:length} wide from the centre but half the shoulder is only "
        "{half:length}: make the neck narrower or measure the shoulder again."
    ),
    "parts.waist-ease-wider-than-hip": (
        "The waist ({waist:length}) and its ease are wider than the hip ({hip:length}) and its "
        "ease: add ease at the hip, or measure both again."
    ),
    "pencil_skirt.skirt-long-slit-reach-above": (
        "The skirt is {long:length} long: a slit of {slit:length} would reach above the hip. Make "
        "the skirt longer or the slit shorter."
    ),
    "pockets.slant-pocket-needs-waist-side": (
        "A slant pocket needs {slant_in_mm:length} of waist and {slant_down_mm:length} of side: "
        "this front has {waist:length} and {side:length}. Take pockets in the seams."
    ),
    "reshaping.cannot-shortened-line-there-too": (
        "{piece} cannot be shortened by {by:length} at that line: there is too little above or "
        "below it."
    ),
    "reshaping.curved-cannot-extended": "{piece}: the {edge} is curved and cannot be extended.",
    "reshaping.does-not-cross-centre-line": "{piece} does not cross its centre line just twice.",
    "reshaping.edge-fold": "{piece} has {word} edge on the fold.",
    "reshaping.extend-length-above": "{piece}: extend the {edge} by a length above 0.",
    "reshaping.no-notch": "{piece} has no notch “{name}”.",
    "reshaping.not-same-both-sides-centre": (
        "{piece} is not the same on both sides of its centre: it cannot be laid on a fold."
    ),
    "reshaping.notch-lies-between-ends-edge": "{piece}: a notch lies between the ends of its edge.",
    "reshaping.nothing-one-side-centre": "{piece} has nothing on one side of its centre.",
    "sleeves.cap-high-sleeve-narrower": (
        "With a cap {height:length} high the sleeve would be narrower than the arm and its least "
        "room, {least:length}: take a flatter cap, or deepen the armhole."
    ),
    "sleeves.cut-band": "Cut the band as long as the sleeve end is drawn in.",
    "sleeves.sleeve-long-cap-alone-longer": (
        "The sleeve is {long:length} long and its cap alone {height:length}: make it longer."
    ),
    "sleeves.sleeve-round-end-less": (
        "The sleeve is {edge_length:length} round at its end, less than its {name} of "
        "{round:length}: give the sleeve more room."
    ),
    "sleeves.solve-cap-height-again": "Solve the cap height again.",
    "slip_top.cut-straps-from-front-top": (
        "Cut the straps from front top edge to back top edge over the shoulder."
    ),
    "splitting.cannot-split-there-both-ends": (
        "{piece} cannot be split there: both ends of the seam are one place."
    ),
    "splitting.cannot-split-there-seam-run": (
        "{piece} cannot be split there: the seam would run outside it."
    ),
    "splitting.curved-differently-apart": (
        "{one} {edge} and {other} {other_edge} are curved differently, {apart:length} apart: they "
        "cannot be joined flat."
    ),
    "splitting.differ-they-cannot-joined-flat": (
        "{one} {edge} and {other} {other_edge} differ by {difference:length}: they cannot be "
        "joined flat."
    ),
    "splitting.lie-over-each-other-when": (
        "{one} and {other} would lie over each other when joined there."
    ),
    "spots.cross-itself-less-another-place": (
        "{made} would cross itself: take less, or another place."
    ),
    "spots.no-edge": "{piece} has no edge “{name}”: it has {names}.",
    "spreading.cut-cannot-opened-wider": (
        "A cut cannot be opened wider than twice its own length."
    ),
    "spreading.cuts-cannot-made-can": (
        "{piece}: {cuts:of cut|cuts} cannot be made; 1 to {most_cuts} can."
    ),
    "spreading.cuts-run-from-one-seam": (
        "{piece}: cuts run from one seam or hem to another, not to the fold or the same edge."
    ),
    "straps.strap-sewn-down-across-outside": (
        "The strap would be sewn on {strap:length} down and {strap_2:length} across, outside the "
        "top: the underarm lies {under:length} down and {under_2:length} across. Lower the chest "
        "line, or measure bust span and neck to bust again."
    ),
    "style.cannot-drafted-not-measured-yet": (
        "{style} cannot be drafted: not measured yet: {names}."
    ),
    "style.no-option": "{style} has no option “{id}”: it has {join}.",
    "style.not-a-choice": "“{question}” is one of {known}, not {value!r}.",
    "style.outside": "“{question}” {value:length} is outside {least:length} to {most:length}.",
    "style.not-a-length": "“{question}” wants a length in mm, not {value!r}.",
    "torso.chest-line-leaves-no-room": (
        "The chest line at {chest:length} leaves no room for an armhole under the shoulder at "
        "{shoulder:length}: lower the chest line or take slope out."
    ),
    "torso.hem-wider-than-waist-each": (
        "The hem is {out:length} wider than the waist in each quarter, and the side only "
        "{below:length} long: take less flare, or make it longer."
    ),
    "torso.neck-cut-so-wide-deep": (
        "The neck is cut so wide or deep that the {piece} crosses itself: make it narrower or "
        "less deep."
    ),
    "torso.neck-drawn-neck-but-neck": (
        "The neck is drawn by neck/6, but the neck was not measured: measure it."
    ),
    "torso.quarter-bust-ease-no-wider": (
        "A quarter of the bust and ease is {bust:length}, no wider than half across the {where}: "
        "measure bust and across {where} again."
    ),
    "torso.waist-lies-down-too-close": (
        "The waist lies {level:length} down, too close to the chest line at {chest:length}: "
        "measure nape to waist and the armhole again."
    ),
    "torso_checks.change-side-dart": "Change the side dart.",
    "torso_checks.draw-both-shoulders": "Draw both shoulders from the same points.",
    "usual_checks.add-all-round": "Add {short:length} all round.",
    "usual_checks.cut-band": "Cut the band as long as the waist and its overlap.",
    "usual_checks.difference-into-darts-pleats-side": (
        "Take the difference into darts, pleats or side seams."
    ),
    "usual_checks.difference-out-of-darts-pleats-side": (
        "Let the difference out of darts, pleats or side seams."
    ),
    "usual_checks.let-hem-drop-side-difference": "Let the hem drop at the side by the difference.",
    "usual_checks.stretchier": "Take cloth that stretches more, or more ease.",
    "usual_checks.let-hem-rise-side-difference": "Let the hem rise at the side by the difference.",
    "wrap_dress.cut-tie-longer": "Cut the tie longer.",
    "wrap_skirt.flare-does-not-open-below": (
        "A flare of {flare:length} does not open on the {long:length} below the hip: take less, "
        "or make the skirt longer."
    ),
    "wrap_skirt.skirt-only-long-above-hip": (
        "The skirt would be only {long:length} long, above the hip: make it longer."
    ),
    "allowances.no-such-preset": "no allowance preset “{preset}”: there are {join}",
    "allowances.no-such-edge": "no kind of edge “{role}”: there are {join}",
    "formulas.signs-and-brackets": "“{text}” cannot be read: look at its signs and brackets.",
    "formulas.not-readable": "“{text}” cannot be read: write a length like 5 cm, or bust/4.",
    "formulas.too-large": "The formula comes out far too large.",
    "formulas.missing": "A formula is missing: write a length like 5 cm, or bust/4.",
    "formulas.too-many-signs": "A formula has at most {longest_formula} signs, not {text}.",
    "formulas.too-many-parts": "The formula has too many parts: at most {most_parts} are read.",
    "formulas.wrong-number-of-values": (
        "“{text}”: a function has too many or too few values in its brackets."
    ),
    "formulas.no-length": "“{text}” gives no length.",
    "formulas.length-and-area": "A length and an area cannot be {doing} each other.",
    "formulas.divided-by-zero": "A length cannot be divided by 0.",
    "formulas.nothing-in-brackets": "{name} needs something in its brackets.",
    "formulas.unknown-name": (
        "“{unknown}” is neither a measurement nor an option: write "
        "measurements like bust or waist_to_knee."
    ),
    "formulas.no-formula": (
        "“{text}” is no formula: write one that gives a length, like bust/4 + 2 cm."
    ),
    "formulas.no-such-function": "“{called}” is no function of formulas: there are {join}.",
    "formulas.negative-power-of-zero": "0 has no negative power.",
    "formulas.attribute": (
        "“.{attr}” is not allowed: a formula has measurements, options and numbers."
    ),
    "formulas.number-too-large": "A number in the formula is far too large.",
    "formulas.number-and-length": (
        "{number} is a plain number and cannot be {doing} a length: write {metric} or {imperial}."
    ),
    "formulas.plain-number": (
        "“{text}” comes out as a plain number: say whether it is {metric} or {imperial}."
    ),
    "formulas.area": "“{text}” comes out as an area, not as a length.",
    "formulas.power": "A power is a whole number up to {most_power}.",
    "formulas.sqrt-of-length": (
        "sqrt is taken of an area, or of a plain number, that is not negative."
    ),
    "formulas.text-or-truth": "Text and True or False have no place in a formula.",
    "formulas.sign-not-allowed": (
        "“{text}” uses a sign that is not allowed: use + − * / ** and brackets."
    ),
    "own_style.lines-gone": "{piece}: the lines inside it are gone ({lines})",
    "own_style.one-notch-gone": "{piece}: 1 notch gone",
    "own_style.notches-gone": "{piece}: {count:of notch|notches} gone",
    "own_style.gathers-gone": (
        "{piece}: what is gathered or pleated is not drawn in any more ({edges})"
    ),
    "own_style.materials-gone": "{piece}: cut from {kept} only, not from {more} too",
    "own_style.allowance-changes": "{piece}: an allowance changes",
    "style.no-outline": (
        "{piece} cannot be drawn so: its outline {reason}. Change what was changed last."
    ),
    "style.turns-back": (
        "{piece} cannot be drawn so: at {edge} its net line runs out and back, to {down:length} "
        "down and {across:length} across. Change what was changed last."
    ),
    "ledger.formula": "{figure}: {reason}",
    "ledger.plain": "{figure} is a plain number: write one.",
    "ledger.too-long": "{figure} comes out at {value:cloth}: no figure is that long.",
    "marking.tip-outside": (
        "{piece}: the tip of a dart {deep:length} long lies outside the piece: make it shorter, or "
        "place it elsewhere."
    ),
    "marking.not-on-fold": "{piece}: {edge} lies on the fold, and nothing is taken out of a fold.",
    "marking.past-the-edge": (
        "{piece}: there is no room for {width:length} there on {edge}: make it narrower, or move "
        "it along."
    ),
    "marking.no-inner-dart": (
        "{piece}: a dart with two tips runs between two places, and has a width."
    ),
    "marking.inner-dart-outside": "{piece}: that dart would reach outside the piece.",
    "marking.pleats-over": (
        "{piece}: so close together the pleats would lie over each other: set them farther apart, "
        "or make them smaller."
    ),
    "openings.no-size": "{piece}: write how long and how wide: nothing is no opening.",
    "openings.slit-outside": (
        "{piece}: a slit {long:length} long would run outside the piece: make it shorter."
    ),
    "openings.hole-outside": "{piece}: the opening does not lie within the piece.",
    "openings.no-casing": (
        "{piece}: {edge} is curved or lies on the fold: no casing can be grown on to it. A facing "
        "can follow it."
    ),
    "spots.nothing-across": "{piece}: there is nothing across from there on {edge}.",
    "spreading.cut-outside": "{piece}: that cut would run outside the piece.",
    "spreading.longer-already": (
        "{piece}: {edge} is {now:length} already; turning a part only makes it longer."
    ),
    "deriving.no-edge-on-fold": (
        "{piece}: {edge}, the edge after it or the template lies on the fold, and a fold stays "
        "straight: unfold it first."
    ),
    "deriving.smaller": (
        "{piece}: only {left:length} is left at {edge}: it cannot be cut {by:length} smaller there."
    ),
    "deriving.no-halves": (
        "{piece} is neither a pair nor on the fold: it has no halves for two cloths."
    ),
    "darts.no-share": "{piece}: say which part of a dart is moved, above 0 and up to all of it.",
    "changes.strip-begins": "{piece}: a strip begins before it ends, on both edges.",
    "marking.drill-outside": (
        "{piece}: {down:length} down and {across:length} across lies outside the piece."
    ),
    "corners.on-fold": (
        "{piece}: the corner at the end of {edge} lies on the fold, and would be a hole."
    ),
    "corners.too-large": (
        "{piece}: no corner can be rounded over {by:length} there: its edges are shorter."
    ),
    "corners.no-vent": "{piece}: {edge} is curved or lies on the fold: no vent can be added to it.",
    "corners.vent-too-long": (
        "{piece}: a vent {long:length} long does not go into {edge}: make it shorter or narrower."
    ),
    "ledger.cut": (
        "{figure} ends at no edge whose allowance is known: give it as it is sewn, not as it is "
        "cut."
    ),
    "ledger.not-measured": "Not measured yet: {name}.",
    "ledger.unknown": "{style} has no figure {id}: they are listed by wickel figures {style_id}.",
    "ledger.unusual": (
        "{figure}: {value:length}; mostly it is from {least:length} to {most:length}."
    ),
    "ledger.unusual-number": "{figure}: {value:g}; mostly it is from {least:g} to {most:g}.",
    "ledger.none": "{style} takes no figures of your own yet: answer its questions instead.",
    "ledger.cannot-be-drawn": (
        "{style} cannot be drawn with these figures: change what was changed last."
    ),
    "pencil_skirt.waist-dips-too-low": (
        "The waist line dips by {dip:length} and is only {waist:length} long: let it dip less."
    ),
    "torso.ends-above-waist": (
        "It would end {below:length} above the waist: draft it to the waist, and cut it shorter."
    ),
    "legs.knee-out-of-place": (
        "The knee lies {knee:length} down: it must lie below the crotch at {rise:length} and above "
        "the hem at {long:length}."
    ),
    "builder.close-ends-below": (
        "What lies close under the bust goes on below it: let the seam lie at the waist or lower, "
        "or take panel seams that are not drawn in there."
    ),
    "builder.neck-too-far-aside": (
        "The point of the neck {by:length} beside the centre lies too close to the shoulder, "
        "{wide:length} from it: take less."
    ),
    "builder.aside-in-one-piece": (
        "A neck that is deeper on one side needs a front in one piece: shape the upper part by "
        "darts or nothing, with sleeves set in or none, or take another neck."
    ),
    "builder.whole-front-not-parted": (
        "A front that is cut whole, both sides of it different, is not parted: leave it in one "
        "piece."
    ),
    "builder.whole-front-not-opened": (
        "A front that is cut whole, both sides of it different, has no edge in its centre: close "
        "it behind, at the side or not at all."
    ),
    "builder.one-shoulder-at-side": (
        "What hangs from one shoulder has a front and a back cut whole: close it at the side, or "
        "not at all."
    ),
    "builder.off-shoulder-closes": (
        "What lies off the shoulder is drawn in by elastic all round its top: close it behind, at "
        "the side or not at all."
    ),
    "sleeves.casings-above-underarm": (
        "{count:of casing|casings}, one every {gap:length}, would reach above the underarm of a "
        "sleeve that is "
        "{long:length} long below it: take fewer, or set them closer."
    ),
    "notions.elastic-top": (
        "as long as chest and arms round, a tenth less, and {join:length} to join it"
    ),
    "builder.no-front-to-drape": (
        "Nothing has a front in one piece that could be drawn up: take an upper part in one with "
        "its skirt, or a skirt that is close or flared from the hip."
    ),
    "builder.drape-turns-over": (
        "Gathers of {more:length} on an edge {long:length} long turn the front over itself: take "
        "less."
    ),
    "builder.drape-needs-panels": (
        "Only a front in panels is drawn up in its panel seams: take panel seams, or draw it up in "
        "a side."
    ),
    "builder.drape-neck-round": (
        "Only the neck of a front that hangs plain is gathered: shape the upper part by "
        "nothing, without a yoke and without a cowl."
    ),
    "builder.drape-not-in-front": (
        "A front that is drawn up is whole in its centre: close it behind, at the side or not at "
        "all."
    ),
    "builder.drape-no-slant": (
        "A slanted pocket is not cut from a front that is drawn up: take pockets in the seams, or "
        "none."
    ),
    "builder.drape-no-slit": (
        "A side that is drawn up has no slit: slit it elsewhere, or leave the hem closed."
    ),
    "builder.bones-need-panels": (
        "Bones lie in panels: take an upper part in panels, or leave them out."
    ),
    "notions.piping": "the whole length of the {edge}",
    "builder.wrapped-skirt-alone": (
        "A skirt without an upper part that wraps is tied: close it wrapped in front, and take any "
        "skirt."
    ),
    "builder.wrapped-skirt-behind": (
        "Fronts of a skirt that cross do not open with the garment: close it behind, at the side "
        "or not at all, or wrap all of it."
    ),
    "builder.drape-hangs-plain": (
        "A front with waist darts is not drawn up above them: shape the upper part by nothing, or "
        "sew a skirt on and draw that up."
    ),
    "builder.yoke-laid-on": (
        "A yoke that is laid on runs over a front that is whole at the neck: close it elsewhere, "
        "or leave the yoke out."
    ),
    "builder.banded-neck": (
        "Bands lie over the neck of fronts that are open: take a round or a V neck without a "
        "collar, or close it otherwise."
    ),
    "builder.banded-plain": (
        "Fronts between bands hang plain: shape the upper part by nothing, or close it otherwise."
    ),
    "builder.banded-in-one": (
        "Bands run from the hem up over the neck: leave the garment in one, without a yoke in "
        "front, or close it otherwise."
    ),
    "builder.square-grown-on": (
        "A square that hangs from the waist is in one with sleeves that are grown on: take these, "
        "without a yoke that is cut off, closed elsewhere than in front, or take a skirt that is "
        "sewn on."
    ),
    "builder.square-hem": (
        "The hem of a square that hangs is turned up and closed: leave it so, or take another "
        "lower part."
    ),
    "builder.fly-in-legs": (
        "A fly lies in the front seam of legs that begin at the waist: close other garments "
        "otherwise."
    ),
    "builder.wrap-behind-in-one": (
        "Backs that cross are in one with what hangs from them: leave the garment in one, or "
        "wrap it in front."
    ),
    "builder.knit-round": (
        "A strip of a knit is stretched onto a round neck: take that, or another collar."
    ),
    "builder.knit-plain": (
        "What is made of a knit hangs plain and stretches over the body: shape the upper part "
        "by nothing, or take another collar."
    ),
    "builder.knit-pulled-on": (
        "What is made of a knit is pulled on, in one: leave it without a closing and a waist "
        "seam, or take another collar."
    ),
    "builder.bib-closes": "A bib is whole in front: close it at the side, behind or not at all.",
    "builder.bib-waist": (
        "A bib ends at the waist, where a skirt or legs are sewn on or drawn in: let the seam "
        "lie there."
    ),
    "builder.bib-has-straps": "A bib has straps and loops of its own: leave the others out.",
    "builder.corset-alone": (
        "What is drawn in at every seam is a garment by itself: leave it without a skirt and "
        "without what is sewn to one."
    ),
    "builder.halves-plain": (
        "Halves of two cloths are those of a plain front and back, whole from the neck down, "
        "without a collar and with sleeves that are grown on or none: take these, or one cloth."
    ),
    "builder.halves-seam": (
        "Halves of two cloths meet in a seam in the centre, in front and behind: let the centre "
        "back be a seam, and open its hem there or in the sides."
    ),
    "necks.close-or-slit": "Close it behind or in front, or take a wider neck or one with a slit.",
    "builder.square-pockets": (
        "The side of a square that hangs runs out at the waist, and has no pocket in it: sew "
        "one on, or leave it out."
    ),
    "builder.shawl-from-v": (
        "A collar in one with the front rolls along a V neck: take that, or another collar."
    ),
    "builder.shawl-in-one-piece": (
        "A collar in one with the front needs a front in one piece up to the shoulder: shape "
        "the upper part by darts or nothing, without a yoke in front, or take another collar."
    ),
    "builder.shawl-in-front": (
        "A collar in one with the front lies on fronts that open: close it with buttons in "
        "front, or edge to edge, or take another collar."
    ),
    "builder.panels-no-centre-back": (
        "An odd number of panels has none of its seams in the centre back: take an even number "
        "behind, or close it at the side."
    ),
}
