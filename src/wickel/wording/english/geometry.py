"""Sentences of the room geometry."""

SENTENCES = {
    "outline.crosses-itself": "crosses or touches itself",
    "outline.crosses-itself-near": "crosses or touches itself near ({x:length}, {y:length})",
    "outline.encloses-no-area": "encloses no area",
    "outline.too-few-points": "has fewer than three different points",
    "outline.not-finite": "has a point that is not a finite number",
    "unfold.not-an-edge": "has a fold edge {shown}–{shown_2} that is not an edge of its outline",
    "unfold.no-length": "has a fold edge without length",
    "unfold.not-one-line": "has fold edges that are not on one line",
    "unfold.both-sides": "lies on both sides of its fold edge {shown}–{shown_2}",
}
