"""A tube before a lamp with an opening at its end: its light, the spot or stripe that it throws, and its figures."""

import math
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.facts import Phrases, yes
from wenlo.core.geometry.beams import BeamSpot, aim_at, on_rake, spot_behind
from wenlo.core.modifiers.aimed import Aimed, BeamRead, beam_read, hole, plate, round_outline, turned
from wenlo.core.modifiers.kind import Arrangement, KindFigure, Probe
from wenlo.core.modifiers.placing import black, key_lamp, lined
from wenlo.core.optics.lamp import half_along
from wenlo.core.optics.shapes import Disc, Tube
from wenlo.core.optics.sheet import Sheet, flipped, luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.core.units.fields import quantity

Vector = NDArray[np.float64]

BACK, PLATE = 0.01, 0.0005
"""The light has the tube so far behind the lamp, and its plate so far before the opening. [m]"""

CAPS = {"black foil": "black_foil", "black tape": "black_tape"}
"""What closes the end of the tube round its opening."""

BESIDE = 1.5
"""The halo is read so many times the field's half width off the axis."""


class BeamTube(Aimed):
    """Parameters of the tube, and of the opening at its end; another length of it can be tried beside it."""

    tube_length: float = quantity(0.03, 1.5, unit="m", label="length of the tube, lamp to opening", default=0.35)
    tube_width: float = quantity(0.02, 0.6, unit="m", label="width of the tube", default=0.16)
    shape: Literal["disc", "slot"] = "disc"
    opening: float = quantity(0.002, 0.5, unit="m", label="width of the opening", default=0.06)
    slot_length: float = quantity(0.005, 0.5, unit="m", label="length of a slot", default=0.12)
    rotation: float = quantity(-90.0, 90.0, unit="degree", label="slot turned from level", default=0.0)
    inside: Literal["black foil", "white card", "shiny foil"] = "black foil"
    cap_of: Literal["black foil", "black tape"] = "black foil"
    other_length: float = quantity(0.0, 1.5, unit="m", label="second length of the tube (0: none)", default=0.0)

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and height of the opening, whichever way it is turned. [m]"""
        if self.shape == "disc":
            return self.opening, self.opening
        c, s = abs(math.cos(math.radians(self.rotation))), abs(math.sin(math.radians(self.rotation)))
        return c * self.slot_length + s * self.opening, s * self.slot_length + c * self.opening

    @property
    def lamp_position(self) -> Vector:
        """At the back of the tube, shape (3,). [m]"""
        place: Vector = self.source_centre + self.axis * self.tube_length
        return place

    @property
    def highest(self) -> float:
        """Upper edge of the tube. [m]"""
        return max(self.centre_height, float(self.lamp_position[2])) + self.tube_width / 2


def _lining(design: BeamTube) -> Sheet:
    if design.inside == "black foil":
        return black("black_foil")
    return lined("white_card" if design.inside == "white card" else "foil_flat", "black_foil")


def _outline(design: BeamTube) -> Vector:
    if design.shape == "disc":
        return turned(round_outline(), 0.0, (design.opening, design.opening), design.tube_width)
    oblong = np.array([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]])
    size = (design.opening, design.slot_length)
    return turned(oblong, math.radians(design.rotation), size, design.tube_width)


def arrange(design: BeamTube, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Tube, plate with its opening, and what closes the tube behind the lamp."""
    del transmittance
    outline = _outline(design)
    tube = Tube(
        id="tube",
        base=design.source_centre,
        axis=design.axis,
        length=design.tube_length + BACK,
        radius=design.tube_width / 2,
        surface=flipped(_lining(design)),
        role="modifier",
    )
    back = Disc(
        id="back of the tube",
        centre=design.source_centre + design.axis * (design.tube_length + BACK),
        axis=-design.axis,
        radius=design.tube_width / 2,
        surface=black("black_foil"),
        role="modifier",
    )
    surfaces = (
        hole(design, side=design.tube_width, outline=outline),
        plate(design, side=design.tube_width, outline=outline, surface=black(CAPS[design.cap_of])),
        tube,
        back,
    )
    return Arrangement(
        surfaces=surfaces, lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.source_centre),)
    )


def spot_of(design: BeamTube, brief: Brief, *, throw: float | None = None) -> BeamSpot:
    """The spot at what it points to, or the stripe across its width, by straight lines.

    Parameters
    ----------
    design, brief: the snoot and its lamp.
    throw: from the opening to where it lands; to what it points to if left out. [m]
    """
    # across a slot that lies level the lamp's height counts, across one that stands upright its width
    turn = 0.0 if design.shape == "disc" else math.pi / 2 - math.radians(design.rotation)
    return spot_behind(
        lamp=half_along(brief.lamp.type, turn),
        opening=design.opening / 2,
        gap=design.tube_length,
        throw=design.throw if throw is None else throw,
    )


def across_of(design: BeamTube) -> Vector:
    """Unit vector across the spot, or across the width of the stripe, square to the beam, shape (3,)."""
    across, upward = design.square
    turn = math.radians(design.rotation) if design.shape == "slot" else math.pi / 2
    way: Vector = math.cos(turn) * upward + math.sin(turn) * across
    return way


WIDEST_MISS = 0.15
"""Where straight lines and the solved light differ by more, light off the inside of the tube makes the beam. [-]"""


def beam_of(design: BeamTube, brief: Brief) -> BeamRead | None:
    """The spot or stripe as the solved light has it, square to the beam; None where no light gets out."""
    target = np.array([0.0, 0.0, design.aim_height])
    return beam_read(
        arrange(design, brief, None),
        middle=target,
        normal=design.axis,
        across=across_of(design),
        reach=1.25 * spot_of(design, brief).field,
    )


SHOWS = Phrases(
    "beam-figure",
    {
        "spot": {
            "shape": "choice",
            "wide": "length",
            "read": "choice",
            "lines": "length",
            "inside": "label",
            "off": "choice",
            "core": "length",
            "field": "length",
        },
        "edge": {"shape": "choice", "edge": "length", "sharp": "choice", "lines": "length"},
        "aim": {"moves": "length", "turn": "turn", "tilt": "turn", "rise": "length"},
        "halo": {"stops": "in_stops", "inside": "label"},
        "halo-faint": {"inside": "label"},
        "raked": {"length": "length", "way": "length", "stretched": "tenth"},
        "raked-along": {"way": "length"},
        "other": {"tube": "length", "shape": "choice", "wide": "length", "edge": "length", "times": "tenth"},
        "other-spread": {"tube": "length", "shape": "choice"},
    },
    room="light",
)


def figures(design: BeamTube, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """Core, edge, aim, and the halo that the inside adds, from the solved light."""
    del probe
    found, real = spot_of(design, brief), beam_of(design, brief)
    solved = real is not None and math.isfinite(real.half)
    wide, edge = (real.half, real.edge) if real is not None and solved else (found.half, found.edge)
    aim = aim_at(design.lamp_position, np.array([0.0, 0.0, design.aim_height]), normal=np.array([0.0, -1.0, 0.0]))
    sharp = not math.isfinite(edge)
    rows = [
        KindFigure(
            key="spot",
            says=SHOWS(
                "spot",
                shape=design.shape,
                wide=2 * wide,
                read=yes(solved),
                lines=2 * found.half,
                inside=design.inside,
                off=yes(abs(found.half / wide - 1.0) > WIDEST_MISS),
                core=2 * max(found.core, 0.0),
                field=2 * found.field,
            ),
        ),
        KindFigure(
            key="spot_edge",
            says=SHOWS("edge", shape=design.shape, edge=0.0 if sharp else edge, sharp=yes(sharp), lines=found.edge),
        ),
        KindFigure(
            key="aim", says=SHOWS("aim", moves=aim.per_degree, turn=aim.turn, tilt=aim.tilt, rise=aim.per_centimetre)
        ),
    ]
    rows += _behind(design, brief)
    rows += _other_lengths(design, brief, wide)
    halo = halo_of(design, brief)
    rows.append(
        KindFigure(
            key="halo",
            says=SHOWS("halo", stops=halo, inside=design.inside)
            if math.isfinite(halo)
            else SHOWS("halo-faint", inside=design.inside),
        )
    )
    return tuple(rows)


def _behind(design: BeamTube, brief: Brief) -> list[KindFigure]:
    # where the beam goes on to, past what it points to, if that is the backdrop
    ahead = -design.axis
    if ahead[1] < 0.05:
        return []
    way = (brief.backdrop.distance - float(design.source_centre[1])) / float(ahead[1])
    found = spot_of(design, brief, throw=way)
    half_angle = math.atan(found.half / (way + design.tube_length))
    near, far = on_rake(half_angle, distance=way + design.tube_length, rake=math.acos(min(float(ahead[1]), 1.0)))
    says = SHOWS("raked-along", way=way)
    if math.isfinite(far):
        says = SHOWS("raked", length=near + far, way=way, stretched=(near + far) / (2.0 * found.half))
    return [KindFigure(key="raked", says=says)]


LEAST_TUBE = 0.03
"""What is left of a tube where its cap sits right before the lamp. [m]"""


def _other_lengths(design: BeamTube, brief: Brief, wide: float) -> list[KindFigure]:
    # the other tube that was cut, and none at all, on the same face
    if design.other_length <= 0.0:
        return []
    rows = []
    for key, told, long in (("other_tube", design.other_length, design.other_length), ("no_tube", 0.0, LEAST_TUBE)):
        real = beam_of(_moved_lamp(design, long), brief)
        if real is None or not math.isfinite(real.half):
            says = SHOWS("other-spread", tube=told, shape=design.shape)
        else:
            edge = real.edge if math.isfinite(real.edge) else 0.0
            says = SHOWS("other", tube=told, shape=design.shape, wide=2 * real.half, edge=edge, times=real.half / wide)
        rows.append(KindFigure(key=key, says=says))
    return rows


def _moved_lamp(design: BeamTube, long: float) -> BeamTube:
    # the opening stays where it is, the lamp comes nearer
    return design.model_copy(update={"tube_length": max(long, LEAST_TUBE), "other_length": 0.0})


def halo_of(design: BeamTube, brief: Brief) -> float:
    """Light beside the spot under that in its middle, the room left out. [stop]"""
    made = arrange(design, brief, None)
    solved = solve(LightScene(panels=made.surfaces, lamps=made.lamps), DRAFT)
    across, upward = design.square
    target = np.array([0.0, 0.0, design.aim_height])
    turn = math.radians(design.rotation) if design.shape == "slot" else 0.0
    off = (math.cos(turn) * upward + math.sin(turn) * across) * BESIDE * spot_of(design, brief).field
    found = read(
        solved, [Meter(id=n, position=p, normal=design.axis) for n, p in (("in", target), ("out", target + off))]
    )
    inner, outer = (float(luminance(found[name].total)) for name in ("in", "out"))
    return stops_between(inner, outer) if inner > 0.0 and outer > 0.0 else math.inf
