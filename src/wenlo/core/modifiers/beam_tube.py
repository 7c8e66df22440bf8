"""A tube before a lamp with an opening at its end: its light, the spot or stripe that it throws, and its figures."""

import math
from collections.abc import Callable
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.geometry.beams import BeamSpot, aim_at, on_rake, spot_behind
from wenlo.core.modifiers.aimed import Aimed, BeamRead, beam_read, hole, plate, round_outline, turned
from wenlo.core.modifiers.kind import Arrangement, KindFigure, Probe
from wenlo.core.modifiers.placing import black, key_lamp, lined
from wenlo.core.optics.lamp import half_along
from wenlo.core.optics.shapes import Disc, Tube
from wenlo.core.optics.sheet import Sheet, flipped, luminance
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.core.units.fields import quantity
from wenlo.core.units.length import UnitSystem, format_length

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


def figures(design: BeamTube, brief: Brief, units: UnitSystem, probe: Probe) -> tuple[KindFigure, ...]:
    """Core, edge, aim, and the halo that the inside adds, from the solved light."""
    del probe

    def length(x: float) -> str:
        return format_length(x, system=units)

    found, real = spot_of(design, brief), beam_of(design, brief)
    name = "Spot" if design.shape == "disc" else "Stripe"
    core = f"core {length(2 * found.core)}" if found.core > 0.0 else "no core: the lamp is wider than the opening"
    if real is None or not math.isfinite(real.half):
        wide, edge, check = found.half, found.edge, "by straight lines; too faint to read off the solved light"
    else:
        wide, edge = real.half, real.edge
        off = found.half / wide - 1.0
        check = f"straight lines give {length(2 * found.half)}"
        if abs(off) > WIDEST_MISS:
            check += f": light off the inside ({design.inside}) makes the difference"
    aim = aim_at(design.lamp_position, np.array([0.0, 0.0, design.aim_height]), normal=np.array([0.0, -1.0, 0.0]))
    rows = [
        KindFigure(
            key="spot",
            label=name,
            text=f"{length(2 * wide)} wide",
            detail=(
                f"to half of its light, read off the solved light; {check}; {core}, nothing straight beyond"
                f" {length(2 * found.field)}"
            ),
        ),
        KindFigure(
            key="spot_edge",
            label=f"Edge of the {name.lower()}",
            text=length(edge) if math.isfinite(edge) else "none",
            detail=(
                f"from nine tenths of its light to one tenth; straight lines give {length(found.edge)} from all to"
                " nothing"
            ),
        ),
        KindFigure(
            key="aim",
            label="1° of turn moves it",
            text=length(aim.per_degree),
            detail=(
                f"turned {math.degrees(aim.turn):.0f}° from straight at the backdrop, tilted"
                f" {math.degrees(aim.tilt):.0f}°; 1 cm of height moves it {length(aim.per_centimetre)}"
            ),
        ),
    ]
    rows += _behind(design, brief, length)
    rows += _other_lengths(design, brief, length, wide)
    halo = halo_of(design, brief)
    said = "too faint to tell" if not math.isfinite(halo) else f"{format_stops(halo)} under the spot"
    rows.append(
        KindFigure(
            key="halo",
            label="Halo beside it",
            text=said,
            detail=f"just outside of the field, from the tube's inside ({design.inside}), without the room",
        )
    )
    return tuple(rows)


def _behind(design: BeamTube, brief: Brief, length: Callable[[float], str]) -> list[KindFigure]:
    # where the beam goes on to, past what it points to, if that is the backdrop
    ahead = -design.axis
    if ahead[1] < 0.05:
        return []
    way = (brief.backdrop.distance - float(design.source_centre[1])) / float(ahead[1])
    found = spot_of(design, brief, throw=way)
    half_angle = math.atan(found.half / (way + design.tube_length))
    near, far = on_rake(half_angle, distance=way + design.tube_length, rake=math.acos(min(float(ahead[1]), 1.0)))
    stretched = (near + far) / (2.0 * found.half)
    text = length(near + far) if math.isfinite(far) else "runs along it"
    return [
        KindFigure(
            key="raked",
            label="On the backdrop behind",
            text=text,
            detail=f"lands {length(way)} from the opening, stretched {stretched:.1f} times by the rake",
        )
    ]


LEAST_TUBE = 0.03
"""What is left of a tube where its cap sits right before the lamp. [m]"""


def _other_lengths(design: BeamTube, brief: Brief, length: Callable[[float], str], wide: float) -> list[KindFigure]:
    # the other tube that was cut, and none at all, on the same face
    if design.other_length <= 0.0:
        return []
    name = "spot" if design.shape == "disc" else "stripe"
    rows = []
    for key, label, long in (
        ("other_tube", f"With the tube of {length(design.other_length)}", design.other_length),
        ("no_tube", "Without a tube", LEAST_TUBE),
    ):
        other = _moved_lamp(design, long)
        real = beam_of(other, brief)
        if real is None or not math.isfinite(real.half):
            rows.append(
                KindFigure(key=key, label=label, text="no edge", detail=f"the {name} runs over all of the face")
            )
            continue
        edge = length(real.edge) if math.isfinite(real.edge) else "none"
        rows.append(
            KindFigure(
                key=key,
                label=label,
                text=f"{length(2 * real.half)} wide, edge {edge}",
                detail=f"{real.half / wide:.1f} times as wide as now, read off the solved light",
            )
        )
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
