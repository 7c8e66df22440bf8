"""Light that is cut: what a tube, a slot, a grid or an edge makes of a small lamp, by straight lines."""

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

Vector = NDArray[np.float64]


@dataclass(frozen=True, kw_only=True)
class BeamSpot:
    """A spot or stripe on a facing surface, as half widths from its middle. [m]

    Inside of ``core`` all of the lamp is seen (negative: nowhere is, and the light is even so far as the whole opening
    is looked through); outside of ``field`` nothing of it; ``half`` is where there is half of the light of the middle.
    """

    core: float
    half: float
    field: float

    @property
    def edge(self) -> float:
        """Width over which the light falls from all that there is to nothing. [m]"""
        return self.field - abs(self.core)

    @property
    def penumbra(self) -> float:
        """Width of the penumbra of one straight edge by itself: the lamp's image through a point. [m]"""
        return self.field - self.core


def spot_behind(*, lamp: float, opening: float, gap: float, throw: float) -> BeamSpot:
    r"""The spot behind an opening, by similar triangles.

    Across, the light is the lamp's image through a point of the opening, 2 r_l d/g wide, smeared by the opening as a
    point of the lamp throws it, 2 r_o (1 + d/g) wide: a trapezium whose width at half of its height is the wider of the
    two.

    ```
      lamp          opening                surface
       |\             |                      | field = ro + (ro + rl) d/g
       | ----___      |__------------------- | core  = ro + (ro − rl) d/g
       |/      ¯¯¯----|                      |
         gap g                throw d
    ```

    Source: [Geometry].

    Parameters
    ----------
    lamp, opening: half widths of lamp and opening, r_l and r_o. [m]
    gap: from lamp to opening. [m]
    throw: from opening to the surface. [m]

    Returns
    -------
    BeamSpot: half widths of core and field, and width of the penumbra. [m]

    Raises
    ------
    ValueError
        If the gap is not more than nothing.
    """
    if gap <= 0.0:
        raise ValueError("the opening must stand before the lamp")
    times = throw / gap
    return BeamSpot(
        core=opening + (opening - lamp) * times,
        half=max(opening * (1.0 + times), lamp * times),
        field=opening + (opening + lamp) * times,
    )


@dataclass(frozen=True, kw_only=True)
class SnootTube:
    """Length from lamp to opening and width of the opening. [m]"""

    gap: float
    width: float


def tube_for(*, lamp: float, throw: float, width: float, edge: float) -> SnootTube:
    """Gap and opening for a spot or stripe of a wanted width and penumbra at a distance from the lamp.

    The penumbra is 2 r_l d/g with d = throw − g, so g = 2 r_l · throw/(edge + 2 r_l); the opening is the width in the
    ratio of the distances, w g/throw.

    No edge is wider than its stripe: a wider one is what there is where the lamp is larger than the opening.

    Source: [Geometry].

    Parameters
    ----------
    lamp: half width of the lamp, r_l. [m]
    throw: from lamp to the surface. [m]
    width: between the places of half light. [m]
    edge: whole width of the penumbra. [m]

    Returns
    -------
    SnootTube: gap from the lamp and width of the opening. [m]

    >>> t = tube_for(lamp=0.02, throw=2.0, width=0.3, edge=0.1)
    >>> s = spot_behind(lamp=0.02, opening=t.width / 2, gap=t.gap, throw=2.0 - t.gap)
    >>> round(2 * s.half, 6), round(s.edge, 6)
    (0.3, 0.1)
    """
    gap = 2.0 * lamp * throw / (min(edge, width) + 2.0 * lamp)
    return SnootTube(gap=gap, width=width * gap / throw)


def on_rake(half_angle: float, *, distance: float, rake: float) -> tuple[float, float]:
    """How far a beam reaches on a tilted surface from where its axis lands, on the near and on the far side. [m]

    By the law of sines: d sin α/cos(i ∓ α). Infinite where the beam's edge runs along the surface.

    Source: [Geometry].

    Parameters
    ----------
    half_angle: of the beam, α. [rad]
    distance: along the axis, d. [m]
    rake: incidence of the axis, i, from 0 (square on) to under π/2. [rad]

    Returns
    -------
    tuple: reach on the near and on the far side. [m]

    >>> near, far = on_rake(math.radians(5), distance=2.0, rake=0.0)
    >>> round(near, 4) == round(far, 4) == round(2 * math.tan(math.radians(5)), 4)
    True
    """
    reach = distance * math.sin(half_angle)
    far = math.cos(rake + half_angle)
    return reach / math.cos(rake - half_angle), reach / far if far > 1e-9 else math.inf


@dataclass(frozen=True, kw_only=True)
class AimAngles:
    """Where a lamp points: ``turn`` from straight ahead (+ is right) and ``tilt`` over the level [rad], its ``throw``
    [m]; how far 1° of turn or tilt moves the spot on the surface [m], and how far it lands beside for 1 cm of lamp
    height. [m]
    """

    turn: float
    tilt: float
    throw: float
    per_degree: float
    per_centimetre: float


def aim_at(lamp: Vector, target: Vector, *, normal: Vector) -> AimAngles:
    """How to point a lamp so that its axis lands on a target of a surface.

    Source: [Geometry].

    Parameters
    ----------
    lamp, target: places, shape (3,); x to the right, y ahead, z up. [m]
    normal: unit normal of the surface, shape (3,).

    Returns
    -------
    AimAngles: tilt, turn and incidence [rad], and the distance. [m]

    Raises
    ------
    ValueError
        If the lamp stands in the surface or on the target.
    """
    way = np.asarray(target, dtype=float) - np.asarray(lamp, dtype=float)
    throw = float(np.linalg.norm(way))
    if throw <= 1e-9:
        raise ValueError("a lamp cannot be aimed at where it stands")
    incidence = abs(float(way @ normal)) / throw
    if incidence < 1e-6:
        raise ValueError("from there the light only grazes the surface")
    return AimAngles(
        turn=math.atan2(way[0], way[1]),
        tilt=math.asin(way[2] / throw),
        throw=throw,
        per_degree=throw * math.radians(1.0) / incidence,
        # kept parallel, a lamp one centimetre higher throws its spot as much higher, stretched by the rake
        per_centimetre=0.01 * math.hypot(way[0], way[1]) / throw / incidence,
    )


def grid_cutoff(ratio: float) -> float:
    """Angle at which a grid of cells lets nothing through, atan(w/L). [rad]

    Parameters
    ----------
    ratio: depth over width of a cell, L/w. [-]
    """
    return math.atan(1.0 / ratio)


def grid_half(ratio: float, *, cells: str = "square") -> float:
    """Angle of half transmission: tan θ = w/2L of square cells, .404 D/L of round ones. [rad]

    Parameters
    ----------
    ratio: depth over width or diameter of a cell. [-]
    cells: "square", "round" or "hexagon" (as round, by the circle of the same width).
    """
    return math.atan((0.5 if cells == "square" else 0.404) / ratio)


def grid_ratio(cutoff: float) -> float:
    """Depth over width of the cells for a cut-off. [-]"""
    return 1.0 / math.tan(cutoff)


def straws_for(width: float, height: float, diameter: float) -> int:
    """How many round straws fill a frame in staggered rows.

    Rows lie D √3/2 apart; every other row has one straw fewer where half a straw is left over.

    Source: [Geometry].

    Parameters
    ----------
    width, height: of the frame, inside. [m]
    diameter: of a straw. [m]

    Returns
    -------
    int: number of straws.

    >>> straws_for(0.06, 0.006, 0.006)
    10
    """
    if min(width, height) < diameter:
        return 0
    across = int((width + 1e-9) / diameter)
    staggered = int((width + 1e-9 - diameter / 2.0) / diameter)
    rows = 1 + int((height + 1e-9 - diameter) / (diameter * math.sqrt(3.0) / 2.0))
    return sum(across if row % 2 == 0 else staggered for row in range(rows))


@dataclass(frozen=True, kw_only=True)
class Shade:
    """A flag between a lamp and what is to stay dark: its middle (3,) [m], half sizes along level and upright [m],
    and the whole width of the penumbra that its edge throws there. [m]
    """

    middle: Vector
    half: tuple[float, float]
    edge: float


def shade_for(lamp: Vector, corners: Vector, *, at: float, lamp_half: float) -> Shade:
    """The smallest upright flag at a share of the way that keeps all of a lamp from a surface.

    Every point of the surface must see no point of the lamp: the flag covers the shadow lines from both edges of the
    lamp, (1 − s) r_l beyond the lines from its middle, at a share s of the way.

    Source: [Geometry].

    Parameters
    ----------
    lamp: middle of the lamp, shape (3,). [m]
    corners: of the surface, shape (K, 3). [m]
    at: share of the way from the lamp to the middle of the surface, 0 to 1.
    lamp_half: half width of the lamp. [m]

    Returns
    -------
    Shade: place, width and height of the flag. [m]
    """
    middle = corners.mean(axis=0)
    way = (middle - lamp) / float(np.linalg.norm(middle - lamp))
    level = np.array([-way[1], way[0], 0.0])
    size = float(np.linalg.norm(level))
    level = level / size if size > 1e-9 else np.array([1.0, 0.0, 0.0])
    upright = np.cross(level, way)
    place = lamp + at * (middle - lamp)
    reach = float((place - lamp) @ way)
    along = (corners - lamp) @ way
    # where the lines from the middle of the lamp to the corners pass the plane of the flag
    scaled = (corners - lamp) * (reach / along)[:, None]
    spans = [(float((scaled @ axis).min()), float((scaled @ axis).max())) for axis in (level, upright)]
    more = (1.0 - at) * lamp_half
    half = tuple((high - low) / 2.0 + more for low, high in spans)
    centre = (
        lamp + way * reach + level * (spans[0][0] + spans[0][1]) / 2.0 + upright * (spans[1][0] + spans[1][1]) / 2.0
    )
    return Shade(middle=centre, half=(half[0], half[1]), edge=2.0 * lamp_half * (1.0 - at) / max(at, 1e-9))
