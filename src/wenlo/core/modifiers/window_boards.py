"""A frame that is left of a board when a window is cut out of it, with cloth or a sheet over the window."""

from collections.abc import Iterator

from wenlo.core.catalog.own import BounceRef, SheetRef, bounce_face, sheet_material
from wenlo.core.catalog.typical import bounce_faces
from wenlo.core.fabrication.assembly.space import Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Template
from wenlo.core.fabrication.templates import oblong
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import more_layers, place_of_panel, size_of
from wenlo.core.modifiers.kind import Vector
from wenlo.core.modifiers.placing import bounce, panel
from wenlo.core.optics.shapes import Panel
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "window-board",
    {
        "cut-the-window": {"size": "size", "border": "length", "window": "size", "other": "choice"},
        "cover-the-window": {},
    },
)

LEAST_WINDOW = 0.1
"""A smaller window is none. [m]"""

ROUND_THE_BOARD = 0.05
"""Of the cloth, round the edge of a board and behind it. [m]"""


def not_from_one(
    width: float, height: float, border: float, face: BounceRef, *, names: tuple[str, str] = ("width", "height")
) -> Iterator[tuple[str, str]]:
    """Why a frame cannot be cut from one board: the parameter that is to blame and a sentence.

    Parameters
    ----------
    width, height: over the outside. [m]
    border: that is left. [m]
    face: the board.
    names: of the two sides' parameters.
    """
    row, most = bounce_face(face), (min(width, height) - LEAST_WINDOW) / 2
    if row.form != "board" or row.board_length is None:
        yield "", f"{row.name} is no board; choose a board, or a frame of bars."
        return
    if border > most:
        yield "border", f"Such a border leaves no window; {format_length(max(most, 0.0))} is the most."
    long, short = names if width >= height else names[::-1]
    sizes = dict(zip(names, (width, height), strict=True))
    for name, limit in ((long, max(row.width, row.board_length)), (short, min(row.width, row.board_length))):
        if sizes[name] > limit + 1e-9:
            board = f"{row.name} is {format_length(row.width)} × {format_length(row.board_length)}"
            yield name, f"It is cut from one board, and {board}. {_larger(width, height)}"


def _larger(width: float, height: float) -> str:
    # what is on the list and large enough, or how one's own gets on it
    found = [
        row.name
        for row in bounce_faces().values()
        if row.form == "board"
        and row.board_length is not None
        and min(width, height) <= min(row.width, row.board_length) + 1e-9
        and max(width, height) <= max(row.width, row.board_length) + 1e-9
    ]
    return f"Large enough: {', '.join(found)}." if found else "Put a larger board of your own on the Shelf."


def border_panels(sheet: Panel, face: BounceRef, border: float, *, behind: Vector) -> list[Panel]:
    """What is left of the board, for the light: close behind what covers it, its good side away from that.

    Parameters
    ----------
    sheet: over the window.
    face: of the board.
    border: its width. [m]
    behind: from the middle of the sheet to that of the board's face, shape (3,). [m]
    """
    wide, tall = size_of(sheet)
    across, upward = sheet.edge_v / wide, sheet.edge_u / tall
    middle = sheet.origin + sheet.edge_u / 2 + sheet.edge_v / 2 + behind
    rows = (
        ("left border", -across * (wide - border) / 2, border, tall),
        ("right border", across * (wide - border) / 2, border, tall),
        ("lower border", -upward * (tall - border) / 2, wide - 2 * border, border),
        ("upper border", upward * (tall - border) / 2, wide - 2 * border, border),
    )
    return [
        panel(name, centre=middle + at, across=-across * w, upward=upward * h, surface=bounce(face))
        for name, at, w, h in rows
    ]


def cut_from_a_board(
    work: LaidParts,
    sheet: Panel,
    covering: SheetRef,
    face: BounceRef,
    border: float,
    *,
    id: str,
    other: str = "",
    layers: int = 1,
) -> tuple[str, str]:
    """Lay the board with its window and what covers it, with the steps; names of the board and of the sheet.

    Parameters
    ----------
    work: what it is part of.
    sheet: where the light has it.
    covering, face: of what, and of which board.
    border: that is left. [m]
    id: of the rigid group.
    other: what the piece that falls out is, where it is used.
    layers: of what covers it, one on the other.
    """
    w, h = size_of(sheet)
    thick, deep = sheet_material(covering).thickness * layers, bounce_face(face).thickness
    layout = work.layout_at(id, place_of_panel(sheet))
    stiff = sheet_material(covering).form == "board"
    layout.finished = ((-w / 2, -thick - deep, -h / 2), (w / 2, 0.0 if stiff else -thick, h / 2))
    rest = f"the piece that falls out is {other}" if other else "keep the piece that falls out"
    board = work.sheet(
        layout,
        "board",
        face,
        centre=(0.0, -thick - deep, 0.0),
        across=(-1.0, 0.0, 0.0),
        upward=Z,
        size=(w, h),
        window=border,
        note=f"{id}, border of {border * 1000:.0f} mm; {rest}",
    )
    for name in ("left", "right", "lower", "upper"):
        layout.light(f"{name} border", board)
    cloth = work.sheet(
        layout,
        "sheet",
        covering,
        size=(w, h),
        margin=0.0 if stiff else ROUND_THE_BOARD,
        note="over the window, taped" if stiff else f"{ROUND_THE_BOARD * 1000:.0f} mm round the board, stapled behind",
        lit=sheet.id,
    )
    edges = {"cloth_tape": 2 * (w + h)}
    layout.hold("taped" if stiff else "stapled", cloth, (board,), used=edges if stiff else {"staples": 1, **edges})
    note, margin = ("over the window, taped", 0.0) if stiff else ("round the board, stapled behind", ROUND_THE_BOARD)
    more_layers(work, layout, covering, layers, size=(w, h), margin=margin, note=note, held=(cloth,))
    window = (w - 2 * border, h - 2 * border)
    work.template(
        Template(
            name=f"{id} with its window",
            outline=oblong(w / 2, h / 2, w, h),
            holes=(oblong(w / 2, h / 2, *window),),
            note="knife along a rule, from the corners to the middles, so that both pieces stay whole",
        )
    )
    work.step(
        SAYS("cut-the-window", size=(w, h), border=border, window=window, other="used" if other else "kept"),
        minutes=25,
        does="bond",
        uses=("border of",),
    )
    work.step(
        SAYS("cover-the-window"),
        minutes=25,
        does="cover",
        uses=("round the board", "over the window", "staples", "cloth_tape"),
    )
    return board, cloth
