"""Why some kinds have no frame, where several share the reason."""

from collections.abc import Mapping

from wenlo.core.modifiers.kind import FrameOf

NOTHING_IS_BUILT: Mapping[FrameOf, str] = {
    "timber": "Nothing is built: it is there already.",
    "tube": "Nothing is built: it is there already.",
    "pipe": "Nothing is built: it is there already.",
    "board": "Nothing is built: it is there already.",
    "found": "Nothing is built: it is there already.",
}

A_CHANNEL: Mapping[FrameOf, str] = {
    "tube": "Printed corners take battens on edge; cubes would stand where the cells are.",
    "pipe": "Cells are glued to flat sides, and pipe is round.",
    "board": "Cells need a rim as deep as they are.",
}
"""Of cells."""

A_BOARD: Mapping[FrameOf, str] = {
    "timber": "A board that bounces holds itself: it needs no frame.",
    "tube": "A board that bounces holds itself: it needs no frame.",
    "pipe": "A board that bounces holds itself: it needs no frame.",
    "board": "A window would let through what is to come back.",
}
"""That sends light on."""
