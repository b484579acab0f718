"""Sentences of the room job."""

SENTENCES = {
    "table.as-drawn": "as drawn",
    "sound.names-what-is-not-there": (
        "{garment}: a card or a change names what its pieces do not have ({missing}). Take it "
        "away, or choose the part that it belongs to."
    ),
    "sound.cannot-be-drawn": (
        "{garment} cannot be drawn so: its lines meet or cross where they should not. What is not "
        "as usual: {own}."
    ),
    "sound.cannot-be-drawn-as-it-is": (
        "{garment} cannot be drawn for these measurements: its lines meet or cross where they "
        "should not. Look the measurements through."
    ),
    "work.one-size": (
        "Garment “{garment}” is drawn in one size: give a number without a size, or import the "
        "other sizes too."
    ),
    "laying.no-lay-known": "No lay of this way is known.",
    "quantity.empty": "Write how many are made, like  own; 2 × 92; 96.",
    "quantity.not-understood": "“{text}” is not understood: write it like  own; 2 × 92; 96.",
    "quantity.too-many": "{count} of one size: from 1 to {most} are made.",
    "table.no-way-holds": "No way can hold it.",
    "job.garment-pieces-name-cloth": (
        "Garment “{garment}” has pieces of {material}: name the cloth they are cut from in its "
        "“cloths”."
    ),
    "laying.stacking-takes-two-cloths": (
        "Stacking takes two cloths of one width and print that share pieces: lay each by itself."
    ),
    "table.yardage-table-garment-style": (
        "The yardage table is of a garment with a style: this job has plain pieces only."
    ),
    "work.asks-copies-least-needed": (
        "{label} asks for {copies:of copy|copies}: at least 1 is needed."
    ),
    "work.asks-copies-pairs-pair": (
        "{label} asks for {copies:of copy|copies}, paired: a pair needs an even number."
    ),
    "work.cut-from-which-not-among": (
        "{label} is cut from “{cloth}”, which is not among the job's cloths."
    ),
    "work.garment-wanted-size-there": (
        "Garment “{garment}” is wanted in the size “{size}”: there are {join}."
    ),
    "work.garment-wants-style-there": (
        "Garment “{garment}” wants the style “{style}”: there are {join}."
    ),
    "work.job-neither-garments-nor-pieces": "The job has neither garments nor pieces.",
    "work.piece-wrong": "{label} {reason}.",
    "work.two-pieces-called-give-each": (
        "Two pieces are called “{piece}”: give each a name of its own."
    ),
    "shopping.stock-there": "{have:cloth} on the shelf",
    "shopping.stock-reserved": "{reserved:cloth} reserved",
    "shopping.nothing-to-buy": "nothing",
    "shopping.unlike": "not laid with the other of its name: {what} differs",
    "shopping.laid": "laid {ways}",
    "shopping.saves": "laid together saves {saved:cloth}",
    "shopping.in-the-lay": "{name} (in the lay)",
    "shopping.from-a-square": "or from a square of {square:length}: {strips}",
    "shopping.from-what-is-left": "or out of what the lay leaves: {strips}",
    "shopping.wide": ", {wide:length} wide",
    "shopping.one-join": "{strips}, {joins} join",
    "shopping.joins": "{strips}, {joins} joins",
    "shopping.no-price": "No cloth on the list has a price.",
    "shopping.cost": "The cloths cost {cost:money}.",
    "shopping.cost-at-least": "The cloths cost {cost:money} at least: not every cloth has a price.",
    "table.jump": (
        "From {size} on, {width:length} cloth needs {more:cloth} more than the size before."
    ),
    "tasks.no-second-cloth": "{cloth} has no second cloth of its width to lie on.",
    "cards.no-edge": "{piece} has no edge “{edge}” to give an allowance: there are {edges}.",
    "later.fold-not-along-place": (
        "{piece} is cut on a slanting fold: no place can be kept for it, cut it with the others."
    ),
    "cards.allowance": "{piece} cannot have an allowance of {mm:length}: from 0 to {most:length}.",
    "culprits.drawn-without": "{refusal} Without what you gave for {names} it can be drawn.",
    "unheard.figure": "{figure} changes nothing on this garment as it is: nothing is drawn by it.",
    "unheard.choice": (
        "“{question}” is not asked of this garment as it is: {answer} changes nothing."
    ),
    "unheard.length": (
        "“{question}” is not asked of this garment as it is: {answer:length} changes nothing."
    ),
    "figures.not-understood": (
        "“{text}” is not understood: write ID=23 cm, ID=+1 cm, ID=>45 cm or ID=waist/4 + 2 cm."
    ),
    "figures.no-garment": "There is no garment “{garment}” to give a figure: there are {join}.",
    "figures.no-point": "There is no point “{point}” any more: change its piece in another way.",
    "figures.point-stays": "No figure of the draft moves this point that way.",
    "version_file.no-such-style": "there is no style “{style}”",
    "as_far.as-far-as-cloth": "as far as {long:cloth} of {cloth} go",
    "as_far.tried-no-farther": "no farther is tried",
    "as_far.too-short": (
        "Even at its least {figure} does not go into {cloth}: {short:up} are lacking by this "
        "search."
    ),
}
