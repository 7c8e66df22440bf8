"""Sheets and boards that stand where the light has them: on frames of battens, on rods, or by themselves."""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.bars import BarType
from wenlo.core.catalog.own import BounceRef, CoverRef, covering_of
from wenlo.core.fabrication.assembly.constructions.rectangle import FrameRectangle, lay_rectangle
from wenlo.core.fabrication.assembly.layout import SPLICES, Layout, Reason, Rectangle
from wenlo.core.fabrication.assembly.parts import BuildJoint, MethodId, PartContact
from wenlo.core.fabrication.assembly.sheets import Loop
from wenlo.core.fabrication.assembly.space import PartPose, X, Z, plus, unit, vec, vec_across
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts_list import WRAP, usual_batten
from wenlo.core.modifiers.kind import Arrangement, ModifierParameters, Vector
from wenlo.core.modifiers.of_bars import Cornered, OfBars, OfBattens, measured_sockets, stands_out
from wenlo.core.optics.shapes import Panel

ROD_BEYOND = 0.05
"""A rod goes so far beyond the cloth at each end. [m]"""

LEVEL = 0.999
"""Cosine from which on an axis is taken as upright. [-]"""


@dataclass(frozen=True, kw_only=True)
class FrameWords:
    """What uprights and rails of a frame are called, and the parameters that make them."""

    uprights: str
    rails: str
    height: str
    width: str


def facing_subject(design: ModifierParameters) -> PartPose:
    """The place of what is built in the set: its front toward the subject, its origin on the floor under the source."""
    d, under = design.direction, design.source_centre
    return PartPose(
        origin=(float(under[0]), float(under[1]), 0.0),
        x=(float(d[1]), -float(d[0]), 0.0),
        y=(float(d[0]), float(d[1]), 0.0),
        z=Z,
    )


def begin(design: ModifierParameters, brief: Brief) -> LaidParts:
    """What faces the subject, to be laid out."""
    corner: MethodId = design.corner if isinstance(design, Cornered) else "butt"
    bar = design.bar_type if isinstance(design, OfBars | OfBattens) else usual_batten()
    work = begin_of(bar, design, brief)
    work.corner = corner
    return work


def begin_of(bar: BarType, design: ModifierParameters, brief: Brief) -> LaidParts:
    """What faces the subject, to be laid out of a bar."""
    return LaidParts(
        carrying_length=brief.carrying_length,
        stands=facing_subject(design),
        batten=bar,
        sockets=measured_sockets(brief),
    )


def panels_of(made: Arrangement) -> dict[str, Panel]:
    """Flat surfaces of the light by their ids."""
    return {surface.id: surface for surface in made.surfaces if isinstance(surface, Panel)}


def _vec(values: Vector) -> tuple[float, float, float]:
    return vec(np.asarray(values, dtype=float))


def place_of_panel(panel: Panel) -> PartPose:
    """Its middle; x along its width, z up along its height, y out of its front."""
    x, z = unit(_vec(panel.edge_v)), unit(_vec(panel.edge_u))
    middle = panel.origin + panel.edge_u / 2 + panel.edge_v / 2
    return PartPose(origin=_vec(middle), x=x, y=vec_across(z, x), z=z)


def size_of(panel: Panel) -> tuple[float, float]:
    """Its width and height. [m]"""
    return float(np.linalg.norm(panel.edge_v)), float(np.linalg.norm(panel.edge_u))


def on_a_frame(
    work: LaidParts,
    panel: Panel,
    covering: CoverRef,
    words: FrameWords,
    *,
    id: str,
    margin: float,
    note: str,
    middle_rail: bool = False,
    screwed: bool = False,
    layers: int = 1,
    both_sides: bool = False,
) -> tuple[Layout, Rectangle, str]:
    """A sheet over a frame of bars behind it, round them, or a board on them; the outside is the sheet's.

    Parameters
    ----------
    panel: where the light has the sheet.
    margin: of cloth that is wrapped. [m]
    middle_rail: a third rail, half-way up.
    screwed: a board that lies on the frame: screwed to battens, clamped to pipe and tube.
    layers: of cloth, one on the other.
    both_sides: hook-and-loop is on the front of the frame, too, so that cloth goes on either way round.
    """
    wide, tall = size_of(panel)
    thick = covering_of(covering).thickness * layers
    layout = work.layout_at(id, place_of_panel(panel))
    section = layout.batten
    # cloth goes round the bars; a board lies on the fittings, which stand out of them
    out = stands_out(section)
    off = out if screwed else 0.0
    layout.finished = (
        (-wide / 2 - out, -thick - off - section.thickness - out, -tall / 2 - out),
        (wide / 2 + out, 0.0 if screwed else -thick + out, tall / 2 + out),
    )
    frame = lay_rectangle(
        layout,
        FrameRectangle(
            centre=(0.0, -thick - off - section.thickness / 2, 0.0),
            across=X,
            upward=Z,
            size=(wide, tall),
            roles=(words.uprights, words.rails),
            blames=(words.height, words.width),
            free=(0.0, -1.0, 0.0),
            middle=middle_rail,
        ),
    )
    sheet = work.sheet(layout, "sheet", covering, size=(wide, tall), margin=margin, note=note, lit=panel.id)
    if screwed and section.group == "timber":
        work.screw_on(layout, sheet, frame.all)
    elif screwed:
        layout.hold("clamped", sheet, frame.fittings or frame.all, used={"spring_clamp": CLAMPS})
    else:
        hold_cloth(work, layout, sheet, frame, around=2 * (wide + tall) * (2 if both_sides else 1))
        more_layers(work, layout, covering, layers, size=(wide, tall), margin=margin, note=note, held=(sheet,))
    return layout, frame, sheet


def more_layers(
    work: LaidParts,
    layout: Layout,
    covering: CoverRef,
    layers: int,
    *,
    size: tuple[float, float],
    margin: float,
    note: str,
    held: tuple[str, ...],
) -> None:
    """The layers of cloth behind the first, each as the first."""
    thick = covering_of(covering).thickness
    for k in range(1, layers):
        further = work.sheet(
            layout,
            f"sheet layer {k + 1}",
            covering,
            centre=(0.0, -k * thick, 0.0),
            size=size,
            margin=margin,
            note=f"layer {k + 1}: {note}",
            role="sheet",
        )
        layout.hold("sewn", further, held)


CLAMPS = 8
"""Two on each side of a board that lies on pipe or tube."""


def hold_cloth(work: LaidParts, layout: Layout, cloth: str, frame: Rectangle, *, around: float) -> None:
    """Cloth round a frame: stapled to battens, closed behind pipe and tube with so much hook-and-loop. [m]"""
    if work.batten.group == "timber":
        layout.hold("stapled", cloth, frame.all, used={"staples": 1})
    else:
        layout.hold("wrapped", cloth, frame.all, used={"hook_and_loop": around})


HEM = 0.04
"""Twice 20 mm, turned in and turned again. [m]"""

EASE, SEAM = 0.016, 0.01
"""A sleeve is so much longer round than its batten, and so much is sewn in. [m]"""


def on_a_rod(
    work: LaidParts,
    panel: Panel,
    covering: CoverRef,
    *,
    id: str,
    role: str,
    blame: str,
    note: str = "",
    layers: int = 1,
) -> Layout:
    """A cloth that hangs from a batten through a sleeve at its top, folded over it where it is double; ``note`` says
    how, before what is said of the sleeve and the hems.
    """
    wide, tall = size_of(panel)
    thick = covering_of(covering).thickness
    layout = work.layout_at(id, place_of_panel(panel))
    section = layout.batten
    half = wide / 2 + ROD_BEYOND
    # a board lies on what couples the rod's parts
    coupled = covering_of(covering).form == "board" and 2 * half > work.carrying_length and section.pipe is not None
    off = thick + (stands_out(section) if coupled else 0.0)
    at = (-off - section.thickness / 2, tall / 2 - section.width / 2)
    rod = layout.bar(
        "rod",
        role,
        (-half, *at),
        (half, *at),
        Z,
        Reason(text="the cloth and 50 mm beyond it at each end", blame=blame),
        splice=SPLICES[section.group],
        free=(0.0, -1.0, 0.0),
    )
    # round the rod and back to the front, or over its top alone
    round_it = section.girth - section.width + EASE + SEAM if layers == 1 else section.thickness
    sleeve = math.ceil(1000 * (section.girth / 2 + EASE / 2))
    cloth = work.sheet(
        layout,
        "sheet",
        covering,
        size=(wide, tall),
        cut=(wide, tall * layers),
        margin=HEM,
        longer=max(round_it - HEM, 0.0),
        note=f"{note}sleeve of {sleeve} mm at the top, 20 mm hems",
        lit=panel.id,
    )
    layout.hold("sewn", cloth, (f"{rod}/splice.1" if coupled else rod,))
    return layout


def hung_sheet(work: LaidParts, panel: Panel, covering: CoverRef) -> Layout:
    """The sheet that hangs by itself beside what the kind builds, from a rod in a sleeve."""
    return on_a_rod(work, panel, covering, id="hung", role="rod of the sheet", blame="width")


def alone(
    work: LaidParts, panel: Panel, covering: CoverRef, *, id: str, note: str, margin: float = 0.0, whole: bool = False
) -> tuple[Layout, str]:
    """A board or foil that is clamped to a stand, or to a lamp."""
    layout = work.layout_at(id, place_of_panel(panel))
    part = work.sheet(
        layout, "sheet", covering, size=size_of(panel), margin=margin, note=note, lit=panel.id, whole=whole
    )
    return layout, part


def faced(
    work: LaidParts, panels: Sequence[Panel], face: BounceRef, *, id: str, name: str, note: str, glued: bool = False
) -> tuple[Layout, str]:
    """A bounce face that stands by itself, the middle panel first: a board, or cloth or foil wrapped round one and
    taped behind or ``glued`` to it; wings are of the same piece, scored behind and folded.
    """
    first = panels[0]
    layout = work.layout_at(id, place_of_panel(first))
    whole = (sum(size_of(panel)[0] for panel in panels), size_of(first)[1])
    plain, thick = covering_of(face).form == "board", covering_of(face).thickness
    boards: list[str] = []
    how: Literal["glued", "taped"] = "glued" if glued else "taped"
    labels = {"board": "", "face": ""}
    for k, panel in enumerate(panels):
        place = work.within(layout, place_of_panel(panel))
        rows = (
            (("board", face, 0.0, f"{name}, {note}"),)
            if plain
            else (
                ("board", "white_foam_board", thick, f"{name}, {note}"),
                ("face", face, 0.0, f"wrapped over the {name}, {WRAP * 1000:.0f} mm {how} behind"),
            )
        )
        made = {}
        for what, covering, behind, words in rows:
            made[what] = work.sheet(
                layout,
                what if k == 0 else f"{what} {panel.id}",
                covering,
                centre=plus(place.origin, place.y, -behind),
                across=place.x,
                upward=place.z,
                size=size_of(panel),
                cut=whole if len(panels) > 1 else None,
                of=labels[what],
                margin=WRAP if what == "face" else 0.0,
                note=words,
                lit=panel.id if what == rows[-1][0] else "",
            )
            labels[what] = labels[what] or work.cloth[-1].label
        if not plain:
            used = {"spread_glue": 1.0} if glued else {"cloth_tape": 2 * sum(size_of(panel))}
            layout.hold(how, made["face"], (made["board"],), used=used)
        if boards:
            # on the good side the fold is closed
            front = made[rows[-1][0]]
            layout.hold("folded", front, (boards[0],), used={"cloth_tape": whole[1]})
        boards.append(made[rows[-1][0]])
    return layout, boards[0]


def hinged(id: str, first: str, second: str, gap: float, used: dict[str, float]) -> BuildJoint:
    """Two panels with a hinge of tape between their edges, which leaves a gap. [m]"""
    contact = PartContact(first=first, second=second, gap=gap)
    return BuildJoint(id=id, method="taped", parts=(first, second), contacts=(contact,), used=used)


def along(centre: Vector, axis: Vector) -> PartPose:
    """A place whose z goes along an axis, its x level."""
    z = unit(_vec(axis))
    x = unit((-z[1], z[0], 0.0)) if abs(z[2]) < LEVEL else X
    return PartPose(origin=_vec(centre), x=x, y=vec_across(z, x), z=z)


def loop_of(panel: Panel) -> Loop:
    """The outline of a panel in the coordinates of the sheet that it is: x across, y upward, from its middle. [m]"""
    if panel.outline is None:
        raise ValueError("a whole panel has no outline")
    wide, tall = size_of(panel)
    return tuple(((float(v) - 0.5) * wide, (float(u) - 0.5) * tall) for u, v in panel.outline)


def circle_loop(x: float, y: float, diameter: float) -> Loop:
    """A circle as corners in turn. [m]"""
    turn = np.linspace(0.0, 2 * np.pi, 48, endpoint=False)
    return tuple((float(x + diameter / 2 * np.cos(t)), float(y + diameter / 2 * np.sin(t))) for t in turn)
