"""The ground of a box round a thing: a paper or cloth that sweeps down and forward, or loose floor and wall panels that
are exchanged; how far it bends, and whether the thing goes in whichever way it lies.
"""

from collections.abc import Sequence
from dataclasses import replace

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import FinishRef, finish_material
from wenlo.core.catalog.typical import ground_covering
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.layout import Layout
from wenlo.core.fabrication.assembly.sheets import BentSolid
from wenlo.core.fabrication.assembly.space import PartPose, X, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.kind import KindFigure
from wenlo.core.modifiers.thing_box import PANEL, SidedBox, ThingBox, sweep_of
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "grounds",
    {"make-the-panels": {"sets": "count"}, "make-the-other-sweeps": {"sets": "count"}, "put-the-panels-in": {}},
)

PANELS = "white_foam_board"

PAD_SIDE = 0.02
"""Of the square pads behind a wall panel. [m]"""

ROUND_RAIL = 0.005
"""Its side is so much farther off above and below its middle. [m]"""

STIFF = 1.0
"""What bends to no less is taken for stiff. [m]"""

MARGIN = 0.02
"""Air that stays round a thing in its box. [m]"""


def covering_for(finish: FinishRef) -> str:
    """What a ground is bought as."""
    return ground_covering(finish if isinstance(finish, str) else "")


def lay_ground(
    work: LaidParts,
    layout: Layout,
    design: SidedBox,
    *,
    note: str,
    hangs_on: Sequence[str],
    stands_at: Sequence[str],
    off: float = 0.0,
) -> None:
    """The ground, swept or of panels, and the others that are exchanged with it.

    Parameters
    ----------
    work, layout: what it is part of.
    design: the box.
    note: how a sweep goes.
    hangs_on: what a sweep hangs on.
    stands_at: what the pads of a wall panel bear on.
    off: how far fittings stand out of that. [m]
    """
    if design.stiff_ground:
        _carried(work, design)
        _panels(work, layout, design, stands_at, off)
    else:
        _sweep(work, layout, design, note, hangs_on)
    _others(work, design)


def _carried(work: LaidParts, design: SidedBox) -> None:
    # a panel is stiff and in one piece
    for name, side in (("width", design.width), ("depth", design.depth), ("height", design.height)):
        if side > work.carrying_length:
            text = (
                f"Panels for a {name} of {format_length(side)} cannot be carried: {format_length(work.carrying_length)}"
                " is the longest. Sweep a paper, or make the box smaller."
            )
            raise Impossible(text, fields=[FieldError(path="design.ground_of", message=text)])


def _sweep(work: LaidParts, layout: Layout, design: SidedBox, note: str, hangs_on: Sequence[str]) -> None:
    # from its top behind the thing down and out to the front, in one piece
    s = sweep_of(design)
    solid = BentSolid(
        width=s.width, path=((s.back, s.top), (s.back, s.low), (-s.front, s.low)), thickness=0.0003, soft=True
    )
    flat, named = (s.width, solid.length), finish_material(design.backdrop).name
    part = work.formed(
        layout, "sweep", covering_for(design.backdrop), solid, PartPose(), flat=flat, note=f"{note}, {named}"
    )
    for surface in ("ground", "back"):
        layout.light(surface, part)
    layout.hold("clamped", part, hangs_on, used={"spring_clamp": 2})


def _panels(work: LaidParts, layout: Layout, design: SidedBox, stands_at: Sequence[str], off: float) -> None:
    s, named = sweep_of(design), finish_material(design.backdrop).name
    deep, tall = s.front + s.back + s.under, s.top - s.low
    places = {
        "floor": ((0.0, (s.back + s.under - s.front) / 2, s.low), X, (0.0, -1.0, 0.0), (s.width, deep), "ground"),
        "wall": ((0.0, s.back, (s.low + s.top) / 2), (-1.0, 0.0, 0.0), Z, (s.width, tall), "back"),
    }
    made = {}
    for name, (centre, across, upward, size, lit) in places.items():
        board = work.sheet(
            layout,
            f"{name} panel",
            PANELS,
            centre=centre,
            across=across,
            upward=upward,
            size=size,
            note=f"loose {name} panel",
        )
        paper = work.sheet(
            layout,
            f"{name} paper",
            covering_for(design.backdrop),
            centre=centre,
            across=across,
            upward=upward,
            size=size,
            note=f"loose {name} panel's face, {named}",
            lit=lit,
        )
        layout.hold("glued", paper, (board,), used={"spread_glue": 1})
        made[name] = board
    layout.hold("laid", made["wall"], (made["floor"],))
    pads = []
    for k, (side, high) in enumerate(((-1.0, s.low), (1.0, s.low), (-1.0, s.top), (1.0, s.top))):
        z = min(max(high, s.low + PAD_SIDE / 2), s.top - PAD_SIDE / 2)
        pad = work.sheet(
            layout,
            f"pad {k + 1}",
            PANELS,
            centre=(side * (s.width - PAD_SIDE) / 2, s.back + PANEL, z),
            across=(-1.0, 0.0, 0.0),
            upward=Z,
            size=(PAD_SIDE, PAD_SIDE),
            note="pad behind a loose wall panel",
        )
        layout.hold("glued", pad, (made["wall"],), used={"hot_glue": 1})
        pads.append(pad)
    layout.hold("laid", pads[-1], stands_at)
    if off > 0.0:
        # fittings stand out of a round rail
        near = tuple(replace(c, gap=off + ROUND_RAIL) for c in layout.held[-1].contacts)
        layout.held[-1] = replace(layout.held[-1], contacts=near)
    work.step(
        SAYS("make-the-panels", sets=1 + len(design.other_grounds)),
        minutes=20 + 15 * len(design.other_grounds),
        does="finish",
        uses=("loose ", "pad behind", "spare panel", "spread_glue", "hot_glue"),
    )


def put_panels_in(work: LaidParts, *, uses: tuple[str, ...]) -> None:
    """The step that sets the panels into their box, with what else it takes."""
    work.step(SAYS("put-the-panels-in"), minutes=5, does="set", uses=uses)


def _others(work: LaidParts, design: SidedBox) -> None:
    # cut and faced like the one that is in
    s = sweep_of(design)
    for finish in design.other_grounds:
        named = finish_material(finish).name
        if design.stiff_ground:
            for name, size in (("floor", (s.width, s.front + s.back + s.under)), ("wall", (s.width, s.top - s.low))):
                work.cover(PANELS, *size, note=f"spare panel, {name}", spare=True)
                work.cover(covering_for(finish), *size, note=f"spare panel, {name}, face of {named}", spare=True)
        else:
            flat = (s.width, s.front + s.back + s.top - s.low)
            work.cover(covering_for(finish), *flat, note=f"spare sweep, {named}", spare=True)
    if design.other_grounds and not design.stiff_ground:
        work.step(
            SAYS("make-the-other-sweeps", sets=len(design.other_grounds)),
            minutes=5 + 5 * len(design.other_grounds),
            does="finish",
            uses=("spare sweep",),
        )


SHOWS = Phrases(
    "ground-figure",
    {
        "panels": {"flat": "length"},
        "not-tried": {"ground": "label"},
        "stiff": {"ground": "label"},
        "curve": {"flat": "length", "radius": "length", "ground": "label"},
        "goes-in": {"over": "length", "beside": "length"},
        "goes-some": {"fits": "list", "short": "list"},
        "goes-not": {"short": "list"},
        "fits": {"way": "choice"},
        "way": {"way": "choice", "more": "length"},
    },
    room="light",
)


def curve_figure(design: SidedBox) -> KindFigure:
    """How far a sweep bends, and how much of its floor stays flat behind the thing."""
    finish = finish_material(design.backdrop)
    s = sweep_of(design)
    back = float(design.floor_middle[1]) + s.back
    radius = finish.least_radius
    if design.stiff_ground:
        says = SHOWS("panels", flat=back)
    elif radius is None:
        says = SHOWS("not-tried", ground=finish.name)
    elif radius >= STIFF or radius >= min(back, s.top - s.low):
        says = SHOWS("stiff", ground=finish.name)
    else:
        says = SHOWS("curve", flat=back - radius, radius=radius, ground=finish.name)
    return KindFigure(key="ground_curve", says=says)


def goes_in_figure(design: ThingBox, brief: Brief) -> KindFigure:
    """Whether the thing goes in standing, lying and turned, with a finger's width of air."""
    side, _, _ = design.clear
    s, size = sweep_of(design), brief.subject.size
    across, high = design.width - 2 * side, s.top - s.low
    front = s.front - abs(float(design.floor_middle[1]))
    back = float(design.floor_middle[1]) + s.back
    deep = 2 * min(front, back)
    ways = {
        "standing": size + MARGIN - high,
        "lying": size + 2 * MARGIN - across,
        "turned": size + 2 * MARGIN - min(across, deep),
    }
    fits = tuple(SHOWS("fits", way=name) for name, short in ways.items() if short <= 0.0)
    short = tuple(SHOWS("way", way=name, more=more) for name, more in ways.items() if more > 0.0)
    if not fits:
        says = SHOWS("goes-not", short=short)
    elif short:
        says = SHOWS("goes-some", fits=fits, short=short)
    else:
        says = SHOWS("goes-in", over=high - size, beside=(across - size) / 2)
    return KindFigure(key="goes_in", says=says)
