"""A style of the demo studio's own: the ferry apron, written point by point."""

from wickel.draft.own import OwnOption, OwnPiece, OwnPoint, OwnStyle


def _strip(id: str, name: str, long: str, high: str, *, copies: int) -> OwnPiece:
    corners = (
        ("start", "0", "0"),
        ("end", long, "0"),
        ("other end", long, high),
        ("other start", "0", high),
    )
    return OwnPiece(
        id=id,
        name=name,
        points=tuple(
            OwnPoint(name=word, down=down, across=across, edge=f"{id} {k}", role="band")
            for k, (word, down, across) in enumerate(corners, 1)
        ),
        copies=copies,
        pair=False,
    )


FERRY_APRON = OwnStyle(
    id="own-ferry-apron",
    name="Ferry apron",
    options=(
        OwnOption(id="below_knee", question="Length below the knee (above: −)", default_mm=-80.0),
        OwnOption(id="bib", question="Height of the bib above the waist", default_mm=260.0),
    ),
    pieces=(
        OwnPiece(
            id="apron",
            name="Apron",
            points=(
                OwnPoint(
                    name="bib at the centre", down="0", across="0", edge="bib top", role="hem"
                ),
                OwnPoint(
                    name="bib corner",
                    down="0",
                    across="across_front/4 + 1 cm",
                    then="down-across",
                    edge="bib side",
                    role="facing",
                ),
                OwnPoint(
                    name="waist at the side",
                    down="bib",
                    across="hip/4 + 2 cm",
                    edge="side",
                    role="facing",
                ),
                OwnPoint(
                    name="hem at the side",
                    down="bib + waist_to_knee + below_knee",
                    across="hip/4 + 2 cm",
                    edge="hem",
                    role="hem",
                ),
                OwnPoint(
                    name="hem at the centre",
                    down="bib + waist_to_knee + below_knee",
                    across="0",
                    edge="centre",
                    role="fold",
                ),
            ),
            copies=1,
            pair=False,
        ),
        _strip("tie", "Tie", "waist/2 + 45 cm", "6 cm", copies=2),
        _strip("strap", "Neck strap", "neck + 22 cm", "6 cm", copies=1),
        _strip("pocket", "Pocket", "18 cm", "max(hip/5, 16 cm)", copies=1),
    ),
)
