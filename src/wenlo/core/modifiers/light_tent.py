"""A light tent: sheets on a frame of pipe or rods round a thing, with sides that slide and a backdrop on a rod."""

import math
from dataclasses import replace
from typing import ClassVar, Literal

import numpy as np
from pydantic import model_validator

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import covering_of, sheet_material
from wenlo.core.fabrication.assembly.constructions.batten_box import BattenBox, BoxRoles, batten_box, node_box
from wenlo.core.fabrication.assembly.layout import Layout, Reason
from wenlo.core.fabrication.assembly.shop import mass_of
from wenlo.core.fabrication.assembly.solids import BoughtSolid, Rod
from wenlo.core.fabrication.assembly.space import PartPose, X, Y
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.box_parts import CLAMPED, hang_sides, stands_at
from wenlo.core.modifiers.grounds import curve_figure, goes_in_figure, lay_ground, put_panels_in
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Probe, Vector
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import (
    FRAMED,
    JOINERS,
    TWO_PAIRS,
    Cornered,
    OfBars,
    as_wide,
    drying,
    frame_depth,
    how_made,
    measured_sockets,
    stands_out,
)
from wenlo.core.modifiers.placing import CORNERS, UP, layers_of
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.thing_box import (
    SidedBox,
    ThingBox,
    across_surface,
    behind,
    box_daylight,
    box_lamps,
    box_marks,
    box_scaled,
    box_start,
    ground_panels,
    ground_white,
    lit_by_day,
    no_person,
    side_panel,
    sweep_of,
    top_panel,
)
from wenlo.core.optics.shapes import Panel
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.scene import Meter
from wenlo.core.units.fields import at_field, quantity
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "light-tent",
    {
        "make-the-sides": {**FRAMED, "deep": "length", "legs": "choice"},
        "join-the-sides": {"size": "size", "diagonal": "length", "frame": "choice"},
        "hang-the-sheets": {"sides": "choice"},
        "lay-the-sweep": {"hung": "choice"},
    },
)

ROD, LIES_CLEAR = 0.004, 0.0005
"""Diameter of the rods that sheets hang on; a sheet lies so far off its rod. [m]"""

HOOKED = 0.008
"""A hook that snaps on a pipe holds a rod no farther off it. [m]"""


class TentParameters(SidedBox, OfBars, Cornered):
    """Parameters of the tent."""

    kind: Literal["light_tent"] = "light_tent"
    CROSSED: ClassVar[bool] = True
    top: Literal["sheet", "open"] = "sheet"
    legs: Literal["whole", "unscrew"] = "whole"
    backdrop_on: Literal["rail", "rod"] = "rail"
    key_slid: float = quantity(0.0, 0.9, unit="share", label="key side pushed back", default=0.0)
    far_slid: float = quantity(0.0, 0.9, unit="share", label="far side pushed back", default=0.0)

    @model_validator(mode="after")
    def _holds_together(self) -> "TentParameters":
        if self.bar_type.group == "timber" and self.bar_type.width < TWO_PAIRS:
            raise at_field(
                "bar",
                f"{self.bar_type.name} is {format_length(self.bar_type.width)} wide. At a corner of a tent two pairs of"
                f" screws cross in one batten: it takes {format_length(TWO_PAIRS)} at least.",
            )
        if self.legs == "unscrew" and self.bar_type.pipe is None:
            raise at_field("legs", "Threaded joints are made for pipe. Choose a pipe, or leave the legs whole.")
        if self.backdrop_on == "rod" and self.bar_type.pipe is None:
            raise at_field("backdrop_on", "Rod hooks snap on pipe. Choose a pipe, or hang the backdrop on the rail.")
        if self.backdrop_on == "rod" and self.stiff_ground:
            raise at_field("backdrop_on", "Loose panels stand by themselves. Choose a sweep, or leave out the rod.")
        stiff = {
            "key_slid": sheet_material(self.sheet).form == "board",
            "far_slid": self.far_side != "sheet" or sheet_material(self.sheet).form == "board",
        }
        for name, slid in (("key_slid", self.key_slid), ("far_slid", self.far_slid)):
            if slid > 0.0 and stiff[name]:
                raise at_field(name, "Only cloth gathers on its rod. Push nothing back here, or choose a cloth.")
        return self

    @property
    def source_centre(self) -> Vector:
        """Middle of what is left of the key's sheet, shape (3,). [m]"""
        place: Vector = super().source_centre + np.array([0.0, self.depth * self.key_slid / 2, 0.0])
        return place

    @property
    def source_size(self) -> tuple[float, float]:
        """Of what is left of the key's sheet. [m]"""
        return self.depth * (1.0 - self.key_slid), self.height

    @property
    def clear(self) -> tuple[float, float, float]:
        """The legs stand at both sides, the rails behind. [m]"""
        deep = frame_depth(self.bar_type) + stands_out(self.bar_type)
        return deep, deep, 0.0


def arrange(design: TentParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Sheets, sweep and lamps."""
    cloth = layers_of(design.sheet, 1, transmittance)
    surfaces: list[Panel] = [side_panel(design, "sheet", 1.0, cloth, slid=design.key_slid)]
    far = across_surface(design, transmittance)
    if far is not None:
        surfaces.append(side_panel(design, "far side", -1.0, far, slid=design.far_slid))
    if design.top == "sheet":
        surfaces.append(top_panel(design, cloth))
    surfaces += ground_panels(design)
    return Arrangement(
        surfaces=tuple(surfaces),
        lamps=box_lamps(design, brief),
        shown=frozenset({"ground", "back"}),
        ground=behind(design),
    )


def shape_of(design: ThingBox, brief: Brief, probe: Probe) -> tuple[float, float]:
    """Light on the key's side of the thing over that on the far side, and over that from above. [stop]"""
    middle = UP * brief.subject.face_height
    sides = {"key side": design.direction, "far side": -design.direction, "above": UP}
    off = brief.subject.size / 2
    found = probe([Meter(id=n, position=middle + v * off, normal=v) for n, v in sides.items()], frozenset())
    key, far, above = (max(found[name], 1e-9) for name in sides)
    return stops_between(key, far), stops_between(key, above)


SHOWS = Phrases(
    "tent-figure",
    {
        "shape": {"stops": "by_stops", "shape": "choice"},
        "above": {"stops": "by_stops"},
        "ground": {"stops": "by_stops"},
    },
    room="light",
)


def figures(design: SidedBox, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """How much shape the thing gets, how bright its ground is, how that bends, and whether the thing goes in."""
    across, above = shape_of(design, brief, probe)
    place, normal = behind(design)
    found = probe(
        [
            Meter(id="back", position=place, normal=normal),
            Meter(id="front", position=UP * brief.subject.face_height, normal=normal),
        ],
        frozenset(),
    )
    ground = stops_between(max(found["back"], 1e-9), max(found["front"], 1e-9))
    shape = "flat" if abs(across) < 0.5 else "one-sided" if abs(across) > 1.5 else "some"
    return (
        KindFigure(key="shape", says=SHOWS("shape", stops=across, shape=shape)),
        KindFigure(key="from_above", says=SHOWS("above", stops=above)),
        KindFigure(key="ground_level", says=SHOWS("ground", stops=ground)),
        ground_white(design, brief, probe),
        curve_figure(design),
        goes_in_figure(design, brief),
    )


def laid(design: TentParameters, brief: Brief) -> LaidParts:
    """Legs and rails of battens, sheets that slide on rods, a sweep."""
    work = LaidParts(
        carrying_length=brief.carrying_length,
        stands=stands_at(design.floor_middle),
        batten=design.bar_type,
        sockets=measured_sockets(brief),
        corner=design.corner,
    )
    timber = design.bar_type
    tent = work.layout("tent")
    of_timber = timber.group == "timber"
    between = "between the corners: outside less what two of them take"
    roles = BoxRoles(
        uprights="leg",
        rails="rail, front to back",
        cross="rail, left to right",
        upright_reason=Reason(text="full height, a corner each" if of_timber else between, blame="height"),
        rail_reason=Reason(
            text=f"between the legs: depth less {as_wide('two legs', timber)}" if of_timber else between, blame="depth"
        ),
        cross_reason=Reason(
            text=f"between the legs: width less two legs of {timber.thickness * 1000:.0f} mm; two at the top, one"
            " behind at the floor"
            if of_timber
            else between,
            blame="width",
        ),
    )
    outside = {"width": design.width, "depth": design.depth, "height": design.height}
    frame = (
        batten_box(tent, **outside, roles=roles)
        if of_timber
        else node_box(tent, **outside, roles=roles, unscrew=design.legs == "unscrew")
    )
    hang_sides(
        work,
        tent,
        design,
        frames=frame.faces,
        rails=((frame.sides[0].top,), (frame.sides[1].top,)) if timber.pipe is None else frame.faces_at_top,
        slid=(design.key_slid, design.far_slid),
        note="side, sleeve of 60 mm on its rod, so that it slides",
        margin=0.04,
        rod=ROD,
    )
    if design.top == "sheet":
        top = work.sheet(
            tent,
            "top",
            design.sheet,
            centre=(0.0, 0.0, design.height),
            across=X,
            upward=Y,
            size=(design.width, design.depth),
            margin=0.04,
            note="top, on hook-and-loop",
            lit="top",
        )
        if covering_of(design.sheet).form == "board":
            tent.stands_out(top)
        tent.hold("hook_and_loop", top, frame.top, used={"hook_and_loop": 2 * (design.width + design.depth)})
    lay_ground(
        work,
        tent,
        design,
        note="backdrop over the rail behind, down and forward",
        hangs_on=(_rod_behind(work, tent, design, frame),) if design.backdrop_on == "rod" else frame.back,
        stands_at=(frame.cross[1],),
        off=stands_out(timber),
    )
    work.fit("ballast_bag", 1)
    work.step(
        SAYS(
            "make-the-sides", size=(design.depth, design.height), deep=timber.width, legs=design.legs, **how_made(work)
        ),
        minutes=40,
        does="bond",
        uses=("leg", "rail, front", *JOINERS, *(("pipe_thread",) if design.legs == "unscrew" else ())),
        wait=drying(work),
    )
    work.step(
        SAYS(
            "join-the-sides",
            size=(design.width, design.depth),
            diagonal=math.hypot(design.width, design.depth),
            frame=timber.group,
        ),
        minutes=20,
        does="bond",
        uses=("rail, left", "wood_screw", "pipe_coupling", "tube_joiner"),
    )
    work.step(
        SAYS("hang-the-sheets", sides="clamped" if covering_of(design.sheet).form == "board" else "hung"),
        minutes=25,
        does="cover",
        uses=("side, sleeve", CLAMPED, "top, on", "card on the far side", "fibre_rod", "cloth_tie", "hook_and_loop"),
    )
    if design.stiff_ground:
        put_panels_in(work, uses=("ballast_bag", "spring_clamp"))
    else:
        hooks = ("pipe_hook",) if design.backdrop_on == "rod" else ()
        work.step(
            SAYS("lay-the-sweep", hung=design.backdrop_on),
            minutes=10,
            does="set",
            uses=("ballast_bag", "backdrop over", "spring_clamp", *hooks),
        )
    return work


def _rod_behind(work: LaidParts, tent: Layout, design: TentParameters, frame: BattenBox) -> str:
    # level with the rail at the top, before the sweep that is clamped to it: it is lifted out of its hooks with that
    pipe, sweep = tent.batten, sweep_of(design)
    half, off = sweep.width / 2, stands_out(pipe)
    rod = work.bought(
        tent,
        "backdrop rod",
        "fibre_rod",
        BoughtSolid(fills=(Rod(start=(-half, 0.0, 0.0), end=(half, 0.0, 0.0), diameter=ROD),)),
        PartPose(origin=(0.0, sweep.back - ROD / 2 - LIES_CLEAR, design.height - pipe.width / 2 - off)),
        role="rod of the backdrop",
        mass=2 * half * mass_of("fibre_rod"),
    )
    tent.hold("tied", rod, (frame.cross[1],), used={"fibre_rod": 2 * half, "pipe_hook": 2})
    # the sweep lies between the rod and the rail that the hooks are on
    held = tent.held[-1]
    tent.held[-1] = replace(held, contacts=tuple(replace(c, gap=HOOKED) for c in held.contacts))
    return rod


build, assemble = built(laid, "light tent")


def start(brief: Brief) -> TentParameters:
    """Round the thing."""
    return TentParameters(**box_start(brief))


def handling(design: TentParameters) -> Handling:
    """Stands on the table; the legs come out."""
    return Handling(stands=0, people=1, setup=12, strike=6, uses=60)


def holds(design: TentParameters, mass: float) -> tuple[Hold, ...]:
    """Its four feet on the table."""
    middle = design.middle - UP * design.height / 2
    wide, deep = np.array([design.width / 2, 0.0, 0.0]), np.array([0.0, design.depth / 2, 0.0])
    return tuple(
        Hold(id=f"foot-{corner}", by="table", name=f"foot {k + 1}", place=middle + a * wide + b * deep, mass=mass / 4)
        for k, (corner, a, b) in enumerate(CORNERS)
    )


SLOTS = slots_of(TentParameters)

KIND = Kind(
    id="light_tent",
    name="light tent",
    parameters=TentParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=box_scaled,
    marks=box_marks,
    handling=handling,
    holds=holds,
    lit_from=lambda design: design.lit_from,
    capabilities=Capabilities(
        sheet=Sheeted(material=SLOTS["sheet"]),
        lamp_travel=SLOTS["lamp_distance"],
        height=Height(slot=SLOTS["height"]),
        ground=SLOTS["table"],
    ),
    rejection_reason=no_person,
    figures=figures,
    daylight=box_daylight,
    daylit=lit_by_day,
    keeps_size=True,
    good="soft light from all sides, calm reflections in shiny things",
    bad="flat when it is closed all round",
    replaces=("tent three times the thing",),
    mistakes=("flat light when closed all round", "clamps on chairs fall"),
    cautions=("Lamps near cloth: keep them where the hand is comfortable.",),
    refused_frames={
        "board": "Its sides slide on rods: a border would hold them.",
        "found": "What is found is closed on some side; a tent is open on all of them.",
    },
)
