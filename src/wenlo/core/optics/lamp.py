"""Lamps as emitters: a shining face with a cosᵐ beam, or a bare bulb."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.catalog.materials import LampType
from wenlo.core.geometry.vectors import cross
from wenlo.core.photometry.distribution import Distribution
from wenlo.core.photometry.exposure import format_power

Vector = NDArray[np.float64]

EmitterShape = Literal["rectangle", "disc", "sphere", "tube", "string", "sun", "sky"]
BeamLaw = Literal["cosine", "window", "field", "measured", "lens"]


def beam_exponent(beam: float) -> float:
    """Exponent m of I(θ) ∝ cosᵐ θ whose full angle at half intensity is ``beam`` [rad]. [-]

    Source: [Palmer2010].

    Parameters
    ----------
    beam: full angle at half intensity. [rad]

    Returns
    -------
    float: m, 0 for a bulb that shines all round. [-]

    >>> round(beam_exponent(math.radians(120)), 6)
    1.0
    """
    half = min(beam, math.radians(172.0)) / 2.0
    return math.log(0.5) / math.log(math.cos(half))


ZOOM_REFERENCE = 0.035
"""Focal length at which the beam of a zoom head is given. [m]"""

WIDEST = 0.1
"""Least exponent: no head spreads its light more evenly over the half space. [-]"""

ZOOM_GAIN = 0.87
"""Guide numbers of typical zoom heads grow as f^0.43 (about 1.6 times from 35 to 105 mm), so their peak as f^0.87."""


def exponent_of(lamp: LampType, zoom: float | None = None) -> float:
    """Exponent m of the lamp's beam; 0 for a bare bulb.

    The light of a zoom head stays the same and only gathers: I₀ = Φ(m + 1)/2π, so m + 1 ∝ f^0.87.

    Source: [Palmer2010].

    Parameters
    ----------
    lamp: the lamp.
    zoom: focal length that a zoom head is set to; 35 mm if left out. [m]

    Returns
    -------
    float: m. [-]
    """
    if lamp.shape == "sphere":
        return 0.0
    m = beam_exponent(lamp.beam)
    if lamp.zoom is None or zoom is None:
        return m
    low, high = lamp.zoom
    gathered: float = (min(max(zoom, low), high) / ZOOM_REFERENCE) ** ZOOM_GAIN
    return max((m + 1.0) * gathered - 1.0, WIDEST)


def angle_at(lamp: LampType, share: float, zoom: float | None = None) -> float:
    """Full angle within which a lamp gives ``share`` or more of its peak intensity. [rad]

    From I(θ) ∝ cosᵐ θ; a bare bulb shines all round.

    Source: [Palmer2010].

    Parameters
    ----------
    lamp: the lamp.
    share: of the peak, 0 to 1. [-]
    zoom: focal length that a zoom head is set to. [m]

    Returns
    -------
    float: full angle, 2π of a bare bulb. [rad]
    """
    if lamp.shape == "sphere":
        return 2.0 * math.pi
    return 2.0 * math.acos(share ** (1.0 / exponent_of(lamp, zoom)))


def dial_mark(lamp: LampType, power: float) -> float:
    """Where the dial is to stand for a share of the light; the share itself of a dial that is true or was not
    measured.
    """
    if lamp.dial is None:
        return power
    marks, shares = lamp.dial
    return float(np.interp(power, (0.0, *shares), (0.0, *marks)))


def widest(lamp: LampType) -> float:
    """How wide a tube must be for a lamp's face to go in: the diameter of a round one, the diagonal of an oblong one.
    [m]

    >>> from wenlo.core.catalog.typical import lamp_types
    >>> round(widest(lamp_types()["flash_hotshoe"]), 4)
    0.0753
    """
    return math.hypot(*lamp.size) if lamp.shape == "rectangle" else max(lamp.size)


def half_along(lamp: LampType, turn: float) -> float:
    """Half of how wide a lamp's face is along a direction turned from level [rad]; of an oblong, of its bounding box.
    [m]

    Source: [Palmer2010].

    Parameters
    ----------
    lamp: the lamp.
    turn: from level. [rad]

    Returns
    -------
    float: half width. [m]

    >>> from wenlo.core.catalog.typical import lamp_types
    >>> [round(half_along(lamp_types()["tube_20"], a), 3) for a in (0.0, math.pi / 2)]
    [0.3, 0.013]
    """
    c, s = abs(math.cos(turn)), abs(math.sin(turn))
    if lamp.shape == "rectangle":
        return (c * lamp.size[0] + s * lamp.size[1]) / 2.0
    return math.hypot(c * lamp.size[0], s * lamp.size[1]) / 2.0


def dial_words(lamp: LampType, power: float) -> str:
    """A lamp's dial: whole per cent of what shines, fractions of a flash; where the dial is not true, what it is to
    stand at.

    >>> from wenlo.core.catalog.typical import lamp_types
    >>> dial_words(next(x for x in lamp_types().values() if x.kind == "continuous"), 0.5)
    '50 %'
    """
    said = f"{power * 100:.0f} %" if lamp.kind == "continuous" else format_power(power)
    mark = dial_mark(lamp, power)
    return said if abs(mark - power) < 0.005 else f"{said}, dial at {mark * 100:.0f} %"


@dataclass(frozen=True, kw_only=True)
class ThinLens:
    """A lens before a lamp: its focal length, a round gate behind it and the lamp's round face behind that; diameters
    and distances from the lens. [m]
    """

    focal_length: float
    gate: float
    gate_distance: float
    lamp: float
    lamp_distance: float


@dataclass(frozen=True, kw_only=True, eq=False)
class Emitter:
    """A lamp in place.

    ``edge_u`` and ``edge_v`` are the full width and height of the shining face [m]; it shines to the
    side that ``edge_u × edge_v`` points to. A disc is the ellipse in that rectangle, a sphere has
    the diameter ``|edge_u|`` and shines all round. ``amount`` is in lm, or lm·s for a flash;
    ``colour`` is linear BT.709 with luminance 1. ``beam`` is the exponent m of I ∝ cosᵐ θ.

    A disc with an ``inner`` share of its radius is a ring. A tube lies along ``edge_u`` and is ``|edge_v|``
    thick. A string of bulbs shines from its ``places``, shape (K, 3). The sun (``amount`` in lx square to it)
    and the sky (in lx on open ground) shine from where the front points; a window is a rectangle that shows
    the overcast sky (``amount`` the zenith's luminance behind the glazing, cd/m²) and the ground below it. A
    focusing spot has an even ``field``: half angle [rad] and width of its edge [rad]. ``distribution`` is a
    measured one about the front, C = 0 along ``edge_u``. Lamps that do not ``block`` let light pass; a ``lens`` shines,
    with ``amount`` its luminance [cd/m²], only where its rays come from the lamp behind its gate; one ``afar`` stands
    for the sun, outside of everything.
    """

    id: str
    shape: EmitterShape
    centre: Vector
    edge_u: Vector
    edge_v: Vector
    amount: float
    beam: float
    colour: Vector
    law: BeamLaw = "cosine"
    inner: float = 0.0
    places: Vector | None = None
    field: tuple[float, float] = (0.3, 0.02)
    distribution: Distribution | None = None
    blocks: bool = True
    afar: bool = False
    lens: ThinLens | None = None

    @property
    def face(self) -> float:
        """Area of the shining face; of a sphere or a tube, as it is seen from the side. [m²]

        Source: [Palmer2010].

        Returns
        -------
        float: area. [m²]
        """
        width, height = float(np.linalg.norm(self.edge_u)), float(np.linalg.norm(self.edge_v))
        if self.shape == "disc":
            return math.pi / 4.0 * width * height * (1.0 - self.inner**2)
        if self.shape == "sphere":
            return math.pi / 4.0 * width * width
        return width * height

    @property
    def normal(self) -> Vector:
        """Unit vector along the beam, shape (3,)."""
        n = cross(self.edge_u, self.edge_v)
        return n / float(np.linalg.norm(n))

    @property
    def peak_intensity(self) -> float:
        """Intensity along the beam. [cd]

        Φ = 2π I₀ ∫ cosᵐ θ sin θ dθ = 2π I₀/(m + 1); a sphere has Φ/4π, a Lambertian tube Φ/π² square to its
        length, an even field of half angle α Φ/(2π (1 − cos α)); a measured one is scaled to its lumens.

        Source: [Palmer2010].

        Returns
        -------
        float: I₀. [cd]

        Raises
        ------
        ValueError
            Of the sun and the sky.
        """
        if self.shape in ("sun", "sky"):
            raise ValueError("sun and sky have no intensity")
        if self.law == "measured" and self.distribution is not None:
            return self.amount / self.distribution.lumens
        if self.law in ("window", "lens"):
            return self.amount * self.face
        if self.law == "field":
            return self.amount / (2.0 * math.pi * (1.0 - math.cos(self.field[0])))
        if self.shape == "tube":
            return self.amount / math.pi**2
        if self.shape in ("sphere", "string"):
            return self.amount / (4.0 * math.pi)
        return self.amount * (self.beam + 1.0) / (2.0 * math.pi)


KEY_LAMP = "key"
"""Id of the modifier's lamp; others like it are ``key-2`` and so on."""


def placed(lamp: LampType, *, centre: Vector, aim: Vector, power: float = 1.0, zoom: float | None = None) -> Emitter:
    """Stand a lamp at ``centre``, pointing at ``aim``, its width level.

    Source: [Geometry].

    Parameters
    ----------
    lamp: the lamp.
    centre, aim: points, shape (3,). [m]
    power: fraction of full output. [-]
    zoom: focal length that a zoom head is set to. [m]

    Returns
    -------
    Emitter: the lamp where it stands; its frame of unit vectors, shape (3, 3).

    Raises
    ------
    ValueError
        If the two points are the same.
    """
    direction = aim - centre
    length = float(np.linalg.norm(direction))
    if length <= 0.0:
        raise ValueError("a lamp cannot aim at itself")
    normal = direction / length
    up = np.array([0.0, 0.0, 1.0]) if abs(normal[2]) < 0.999 else np.array([0.0, 1.0, 0.0])
    across = cross(up, normal)
    across /= np.linalg.norm(across)
    return Emitter(
        id=KEY_LAMP,
        shape=lamp.shape,
        centre=centre,
        edge_u=across * lamp.size[0],
        edge_v=cross(normal, across) * lamp.size[1],
        amount=lamp.amount * power,
        beam=exponent_of(lamp, zoom),
        colour=np.ones(3),
        inner=lamp.inner,
        law="cosine" if lamp.distribution is None else "measured",
        distribution=lamp.distribution,
    )


def window(name: str, *, centre: Vector, inward: Vector, width: float, height: float, sky: float) -> Emitter:
    """A window onto the overcast sky and the ground below it.

    Source: [ISO15469].

    Parameters
    ----------
    name: id of the lamp.
    centre, inward: of the opening, and the level unit vector into the room, shape (3,). [m]
    width, height: of the opening. [m]
    sky: illuminance on open ground times what the glazing passes; L_z = 9E/7π for the overcast sky (CIE S 011). [lx]

    Returns
    -------
    Emitter: an opening with L_z in its field. [cd/m²]
    """
    across = cross(np.array([0.0, 0.0, 1.0]), inward)
    return Emitter(
        id=name,
        shape="rectangle",
        centre=centre,
        edge_u=across * width,
        edge_v=np.array([0.0, 0.0, height]),
        amount=sky * 9.0 / (7.0 * math.pi),
        beam=1.0,
        colour=np.ones(3),
        law="window",
    )
