"""Of what each kind's frame can be: offered by its parameters, or refused for a reason."""

from collections.abc import Mapping, Sequence
from typing import Any, get_args

from wenlo.core.modifiers.kind import FrameOf, Kind
from wenlo.core.modifiers.of_bars import OfBars, OfBattens

FRAMES: Mapping[FrameOf, str] = {
    "timber": "battens, screwed",
    "tube": "square tube on cubes",
    "pipe": "pipe in fittings",
    "board": "a board with its window",
    "found": "what is there already",
}
"""What they are called."""


def frames_offered(kind: Kind[Any]) -> frozenset[FrameOf]:
    """Of what the frame, the rod or the body of a kind can be."""
    made: set[FrameOf] = set()
    parameters = kind.parameters
    if issubclass(parameters, OfBars) or kind.capabilities.frame is not None:
        made |= {"timber", "tube", "pipe"}
    if issubclass(parameters, OfBattens):
        made.add("timber")
    options = {option for slot in kind.slots.values() for option in slot.options}
    if options & {"board", "two from one board", "foam board"} and kind.of_boards:
        made.add("board")
    if any(rule.fills for rule in kind.becomes):
        made.add("found")
    return frozenset(made)


def table_of_frames(kinds: Sequence[Kind[Any]]) -> str:
    """Every kind against every way of making its frame, as a table in Markdown, with the reasons under it."""
    heads = list(FRAMES.values())
    lines = ["| kind | " + " | ".join(heads) + " |", "|" + "---|" * (len(heads) + 1)]
    reasons: list[str] = []
    for kind in sorted(kinds, key=lambda one: one.name):
        offered, cells = frames_offered(kind), []
        for frame in get_args(FrameOf):
            if frame in offered:
                cells.append("yes")
            elif frame in kind.refused_frames:
                why = kind.refused_frames[frame]
                if why not in reasons:
                    reasons.append(why)
                cells.append(f"no ({reasons.index(why) + 1})")
            else:
                cells.append("not yet")
        lines.append(f"| {kind.name} | " + " | ".join(cells) + " |")
    return "\n".join([*lines, "", *(f"{k}. {why}" for k, why in enumerate(reasons, start=1))]) + "\n"


CORNERS: Mapping[str, str] = {
    "butt": "long screws, glued",
    "pocket_screw": "screws from pockets, glued",
    "bracket": "angle brackets",
}
"""How ends of battens are held, as the page calls it."""


def table_of_corners(kinds: Sequence[Kind[Any]]) -> str:
    """Every kind whose frame can be of battens against every way of holding their ends, as a table in Markdown."""
    lines = ["| kind | " + " | ".join(CORNERS.values()) + " |", "|" + "---|" * (len(CORNERS) + 1)]
    for kind in sorted(kinds, key=lambda one: one.name):
        if "timber" not in frames_offered(kind):
            continue
        chosen = kind.slots.get("corner") or kind.slots.get("timber_joint")
        cells = ["yes" if corner in chosen.options else "no (1)" for corner in CORNERS] if chosen else ["no (2)"] * 3
        lines.append(f"| {kind.name} | " + " | ".join(cells) + " |")
    return (
        "\n".join(
            [
                *lines,
                "",
                "1. Its feet are bolted through the uprights: a bracket would be in their way.",
                "2. No batten ends at another: it is one rod, an arm, or a rim that is glued or printed together.",
            ]
        )
        + "\n"
    )
