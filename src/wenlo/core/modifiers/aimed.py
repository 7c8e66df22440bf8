"""Lamps whose light is cut before it leaves: they stand off the subject and point at it."""

import math
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import Arrangement, Mark
from wenlo.core.modifiers.placing import UP, panel
from wenlo.core.modifiers.upright import StandingSource
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import CLEAR, Sheet, luminance
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve
from wenlo.core.units.fields import quantity

Vector = NDArray[np.float64]

CORNERS = 12


class Aimed(StandingSource):
    """Place of an opening and of the height over the subject's mark that it points to."""

    distance: float = quantity(0.15, 10.0, unit="m", label="distance to the subject", default=1.5)
    centre_height: float = quantity(0.1, 4.0, unit="m", label="height of the opening", default=1.6)
    aim_height: float = quantity(0.0, 3.0, unit="m", label="height that it points to", default=1.25)

    @property
    def axis(self) -> Vector:
        """Unit vector from what it points to, to the opening, shape (3,)."""
        way = self.source_centre - UP * self.aim_height
        unit: Vector = way / float(np.linalg.norm(way))
        return unit

    @property
    def throw(self) -> float:
        """From the opening to what it points to. [m]"""
        return float(np.linalg.norm(self.source_centre - UP * self.aim_height))

    @property
    def square(self) -> tuple[Vector, Vector]:
        """Unit vectors across and up, square to the axis, shape (3,) each."""
        across = np.array([-self.axis[1], self.axis[0], 0.0])
        across /= float(np.linalg.norm(across))
        upward = np.cross(self.axis, across)
        return across, upward if upward[2] >= 0.0 else -upward

    @property
    def lamp_aim(self) -> Vector:
        """Through the opening, shape (3,). [m]"""
        return self.source_centre


def round_outline() -> Vector:
    """Corners (K, 2) of as large an area as the circle in the unit square."""
    step = 2.0 * math.pi / CORNERS
    turn, reach = np.arange(CORNERS) * step, math.sqrt(2.0 * math.pi / (CORNERS * math.sin(step)))
    return 0.5 + 0.5 * reach * np.stack([np.cos(turn), np.sin(turn)], axis=1)


def turned(outline: Vector, angle: float, size: tuple[float, float], within: float) -> Vector:
    """An outline of that size [m] turned about the middle of a square with sides ``within`` [m], as corners (K, 2)."""
    at = (outline - 0.5) * np.asarray(size)
    c, s = math.cos(angle), math.sin(angle)
    return 0.5 + np.stack([c * at[:, 0] - s * at[:, 1], s * at[:, 0] + c * at[:, 1]], axis=1) / within


def hole(design: Aimed, *, side: float, outline: Vector) -> Panel:
    """What the subject sees shining: the opening itself, with nothing in it."""
    across, upward = design.square
    return panel(
        "sheet", centre=design.source_centre, across=across * side, upward=upward * side, surface=CLEAR, outline=outline
    )


def plate(design: Aimed, *, side: float, outline: Vector, surface: Sheet, name: str = "plate") -> Panel:
    """A plate with that opening cut out of it, a hair before the opening."""
    across, upward = design.square
    whole = panel(
        name,
        centre=design.source_centre - 0.0005 * design.axis,
        across=across * side,
        upward=upward * side,
        surface=surface,
        outline=outline,
    )
    return Panel(**{**vars(whole), "cut_out": True})


@dataclass(frozen=True, kw_only=True)
class BeamRead:
    """A spot or stripe as the solved light has it, across a direction: half of its width to half of the light of its
    middle, the width over which it falls from nine tenths to one tenth on one side [m], and the light in its middle.
    [lx] or [lx·s]
    """

    half: float
    edge: float
    peak: float


LOOKS_ACROSS = 41
"""Meters across a beam."""

READ = replace(DRAFT, error=0.02, most_paths=2048)


def beam_read(made: Arrangement, *, middle: Vector, normal: Vector, across: Vector, reach: float) -> BeamRead | None:
    """Read a beam off the solved light, without the room; None where there is none.

    Parameters
    ----------
    made: surfaces and lamps.
    middle: of the beam where it lands, shape (3,). [m]
    normal: of what it lands on, toward the lamp, shape (3,).
    across: unit vector in that surface along which it is read, shape (3,).
    reach: how far to both sides it is read. [m]
    """
    offsets = np.linspace(-reach, reach, LOOKS_ACROSS)
    meters = [Meter(id=f"{k}", position=middle + float(x) * across, normal=normal) for k, x in enumerate(offsets)]
    found = read(solve(LightScene(panels=made.surfaces, lamps=made.lamps), READ), meters)
    light = np.array([float(luminance(found[m.id].total)) for m in meters])
    # both sides together: noise halves, and a beam is taken as even about its middle
    side = ((light + light[::-1]) / 2.0)[LOOKS_ACROSS // 2 :]
    at = offsets[LOOKS_ACROSS // 2 :]
    peak = float(side[:3].mean())
    if peak <= 0.0:
        return None
    falling = np.minimum.accumulate(side / peak)

    def where(share: float) -> float:
        return float(np.interp(-share, -falling, at)) if falling[-1] < share else math.inf

    return BeamRead(half=where(0.5), edge=where(0.1) - where(0.9), peak=peak)


def aimed_start(brief: Brief, *, wish: float, angle: float = 45.0) -> dict[str, Any]:
    """Off to the side, half a head over the face, pointing at it."""
    distance = round(max(0.4, min(wish, brief.room.width / 2 - 0.6)), 2)
    height = round(min(brief.subject.face_height + 0.45, brief.room.height - 0.4), 2)
    return {
        "distance": distance,
        "key_angle": angle,
        "centre_height": height,
        "aim_height": round(brief.subject.face_height, 3),
    }


def aimed_marks(design: Aimed) -> tuple[Mark, ...]:
    """Distance on the floor, height of the opening and of what it points to."""
    foot = design.direction * design.distance
    return (
        Mark(path="design.distance", label="Distance to the subject", start=np.zeros(3), end=foot),
        Mark(
            path="design.centre_height", label="Height of the opening", start=foot, end=foot + UP * design.centre_height
        ),
        Mark(
            path="design.aim_height",
            label="Points to",
            start=-0.35 * design.direction,
            end=-0.35 * design.direction + UP * design.aim_height,
        ),
    )
