"""Sentences of the room files."""

SENTENCES = {
    "job_file.no-job-file": "{name} is no job file: its “format” should be “{format}”.",
    "job_file.picture": "the picture “{record}” cannot be read: its data is no base64",
    "job_file.cloth-named-twice": "a piece names one cloth twice in its cuts",
    "job_file.piece-without-name": "a piece needs an id or a name",
    "job_file.too-many-points": (
        "{name}: piece “{label}” has {line:of point|points}, {most_points} at most "
        "are read: simplify its outline."
    ),
    "job_file.too-many-points-in-all": (
        "{name} has {total:of point in all|points in all}, {most_points_in_all} at most are read."
    ),
    "job_file.no-such-way": "{reason} Or {best}",
    "job_file.one-id-twice": "{name}: two {kind} have the id “{doubled}”.",
    "job_file.version": "{name}: “version” should be the number {version}.",
    "job_file.newer": (
        "{name} was written by a newer Wickel (version {version}, this one reads up "
        "to {version_2}): update Wickel."
    ),
    "kept_file.no-such-section": "a lay has a placement in a section that it does not have",
    "kept_file.placement-twice": "a lay has two placements “{next}”",
    "lay_file.no-lay-file": "{path} is no lay file: its “format” should be “{format}”.",
    "lay_file.newer": "{path} was written by a newer Wickel (version {version}): update Wickel.",
    "own_file.no-such-allowance": "piece “{piece}” has an allowance “{role}”: there are {join}",
    "own_file.no-such-line": "piece “{piece}” has a line “{then}”: there are {join}",
    "own_file.piece-id-twice": "the style “{record}” has two pieces with one id",
    "drawn_file.no-outline": "piece “{piece}” {reason}",
    "drawn_file.notch": "piece “{piece}” has a notch “{notch}” that lies on none of its edges",
    "drawn_file.fold": "piece “{piece}”: its edge “{edge}” on the fold is not one straight line",
    "reading.cannot-read": "{name} cannot be read: {strerror}.",
    "reading.folder": "{name} is a folder, not a {what} file.",
    "reading.number-too-long": "{name} holds a number too long to be a measure.",
    "reading.not-finite": "holds {text}, which is not a number: write finite numbers only",
    "reading.key-twice": "has the key “{plain_text}” twice in one object: remove one",
    "reading.too-large": (
        "{name} has {data:.0f} MB: a {what} file may have {most_bytes} MB at most."
    ),
    "reading.too-deep": "{name} is nested too deeply: at most {most_depth} levels are read.",
    "reading.no-object": "{name} is no {what} file: it should hold one object in braces.",
    "reading.not-json": "{name} is not JSON: {msg} at line {lineno}, column {colno}.",
    "reading.bad-name": "{name} is not a name that a file can have.",
    "reading.not-plain": "{name} is not a plain file.",
    "reading.not-text": "{name} is not text in UTF-8 (at byte {start}).",
    "reading.no-file": "There is no file {name}.",
    "records.unknown-measurement": "a body has an unknown measurement “{unknown}”",
    "records.no-character": "should have a character that can be seen",
    "records.no-such-operation": "there is no operation “{operation}”: there are {join}",
    "cloth_file.picture": (
        "Cloth “{id}” has a picture that cannot be read: “picture_png” is a PNG in base64."
    ),
    "job_file.allowed": "what a check is allowed ends before it begins",
    "job_file.figure": "a figure has one of length_mm, plus_mm, formula and at_least_mm",
}
