"""Sentences of the room studio."""

SENTENCES = {
    "book.damaged": (
        "{name}, the studio's book, is damaged and is left alone: put one of its copies back "
        "(Studio, Copies of the book)."
    ),
    "book.newer": (
        "{name}, the studio's book, was written by a newer Wickel: it is left alone until this one "
        "is brought up to date."
    ),
    "book.locked": "{name}, the studio's book, is being written by another window: try again.",
    "book.full": "{name}, the studio's book, cannot be written: the disk is full.",
    "book.read-only": "{name}, the studio's book, cannot be written: its folder is read-only.",
    "book.no-place": "{name}, the studio's book, cannot be opened where it stands.",
    "book.row": "In {name}, the studio's book, “{key}” cannot be read.",
    "book.clash": "Another window has changed the same meanwhile: {names}.",
    "zip.no-studio": "This is no zip of a studio: choose one that Wickel has written.",
    "zip.row": "{name}: row {row} cannot be read.",
    "zip.newer": "This zip was written by a newer Wickel.",
    "zip.one-too-large": "{name}: larger than anything of its kind: it was left out.",
    "zip.too-large": "This zip is larger than any studio: nothing was read.",
    "book.network": (
        "{name}, the studio's book, is on a network disk, where two windows could spoil it: it is "
        "opened to look at only. Put the studio on a disk of this machine to change it."
    ),
    "book.network-old": (
        "{name}, the studio's book, is on a network disk and of another Wickel: it cannot be "
        "opened there."
    ),
    "book.trouble": "{name}, the studio's book, cannot be used: {why}.",
}
