"""How warm it gets: housings with openings or a fan, sheets near a lamp, time until it is too much.

Housing: what the lamps leave inside flows out through the walls and with the air, P = U A ΔT + c ρ Q ΔT. Through
    openings below and above, each of area a, the warm column of height H moves Q = C_d a / √2 · √(2 g H ΔT / T) (stack
    effect). Lamp light becomes heat where it is swallowed; what leaves through the sheet does not count.
"""

import math
from dataclasses import dataclass, replace

from wenlo.core.catalog.materials import LampType
from wenlo.core.optics.lamp import exponent_of
from wenlo.core.rigging.statics import GRAVITY

AIR_HEAT = 1200.0
"""c ρ of air. [J/m³K]"""

DISCHARGE = 0.6
"""Of an opening."""

LED_LIGHT = 320.0
"""Lumens in a watt of white light. [lm/W]"""

GLOWING = 40.0
"""Lamps of fewer lumens a watt glow: most of what they take is radiant heat. [lm/W]"""

GLOW_RADIANT = 0.8
"""Radiant share of a glowing lamp."""

FACE_LOSS = 10.0
"""From one face of a sheet to the room, by air and radiation. [W/m²K]"""

INFRARED_TAKEN = 0.85
"""Share of the infrared that cloth, paper and white plastics swallow."""

LAYERED = 0.3
"""The top of a housing is so much warmer, and the bottom so much cooler, than its mean, as a share of the rise."""

MARGIN = 10.0
"""To stay under a material's limit by. [K]"""

SOLID_HEAT = 1400.0
"""Specific heat of card, foam, wood and cloth. [J/kgK]"""


def loss_of(thickness: float, conductivity: float, *, inside: float = 9.0, outside: float = 9.0) -> float:
    """U of a wall: 1/U = 1/h_in + t/k + 1/h_out. [W/m²K]

    Source: [Incropera].

    Parameters
    ----------
    thickness: of the wall. [m]
    conductivity: k. [W/mK]
    inside, outside: surface coefficients h. [W/m²K]

    Returns
    -------
    float: U. [W/m²K]

    >>> round(loss_of(0.005, 0.035), 1)
    2.7
    """
    return 1.0 / (1.0 / inside + thickness / conductivity + 1.0 / outside)


WALL_LOSS = {
    "foam board": loss_of(0.005, 0.035),
    "insulation": loss_of(0.025, 0.035),
    "cloth": loss_of(0.001, 0.06),
    "foil": loss_of(0.0001, 50.0, inside=4.5, outside=4.5),
    "sheet": loss_of(0.0005, 0.1),
    "plastic": loss_of(0.002, 0.19),
}
"""U of usual walls. [W/m²K]"""


@dataclass(frozen=True, kw_only=True)
class Warm:
    """A material that must stay cool: its limit [°C] and where in the housing it is, 0 at the bottom and 1 at
    the top.
    """

    name: str
    limit: float
    height: float


@dataclass(frozen=True, kw_only=True)
class Housing:
    """Something closed round lamps.

    ``loss`` is Σ U A of its walls [W/K]; ``kept`` the share of the lamps' light that stays inside, ``kept_black`` if it
    were lined black; ``rise`` from the lower to the upper openings [m]; ``openings`` that it has by design, below and
    above each [m²], ``fan`` what its own fan moves [m³/s]; ``volume`` [m³] and ``mass`` [kg] of its walls.
    """

    name: str
    lamps: int
    loss: float
    kept: float
    kept_black: float
    rise: float
    openings: float
    volume: float
    mass: float
    materials: tuple[Warm, ...]
    fan: float = 0.0


HALOGEN = 16.0
"""Lumens in a watt of a modelling lamp. [lm/W]"""


def as_heat(lamp: LampType) -> LampType | None:
    """The lamp by which things get warm: itself, or a studio flash's modelling lamp; None for a flash without one.

    The watts of a continuous lamp that nobody told stay None.
    """
    if lamp.kind == "continuous":
        return lamp
    if not lamp.modelling_watts:
        return None
    watts = lamp.modelling_watts
    return replace(lamp, kind="continuous", electrical_watts=watts, amount=HALOGEN * watts)


def heat_inside(lamp: LampType, housing: Housing, power: float) -> float:
    """What the lamps leave inside. [W]

    Source: [Incropera].

    Parameters
    ----------
    lamp: the lamp.
    housing: what it is in, with the share of light that stays there.
    power: dial. [-]

    Returns
    -------
    float: heat. [W]
    """
    watts = (lamp.electrical_watts or 0.0) * power
    light = min(lamp.amount * power / LED_LIGHT, watts) if lamp.kind == "continuous" else 0.0
    return housing.lamps * (watts - light * (1.0 - housing.kept))


def air_flow(openings: float, rise: float, warmth: float, ambient: float) -> float:
    """Air that a warm column moves through openings below and above. [m³/s]

    Source: [Incropera].

    Parameters
    ----------
    openings: area of each. [m²]
    rise: between them. [m]
    warmth: of the column over the room. [K]
    ambient: temperature of the room. [°C]

    Returns
    -------
    float: flow. [m³/s]
    """
    if openings <= 0.0 or rise <= 0.0 or warmth <= 0.0:
        return 0.0
    return DISCHARGE * openings / math.sqrt(2.0) * math.sqrt(2.0 * GRAVITY * rise * warmth / (273.15 + ambient))


def temperature_rise(
    heat: float, loss: float, *, openings: float = 0.0, rise: float = 0.0, fan: float = 0.0, ambient: float = 22.0
) -> float:
    """How much warmer than the room a housing becomes, in the mean. [K]

    Source: [Incropera].

    Parameters
    ----------
    heat: left inside. [W]
    loss: Σ U A. [W/K]
    openings, rise: as for :func:`air_flow`.
    fan: air that a fan moves, beside what the draught does. [m³/s]
    ambient: of the room. [°C]

    Returns
    -------
    float: rise. [K]
    """
    if heat <= 0.0:
        return 0.0

    def balance(rise_of: float) -> float:
        flow = air_flow(openings, rise, rise_of, ambient) + fan
        return (loss + AIR_HEAT * flow) * rise_of - heat

    most = heat / max(loss, 1e-3)
    if openings <= 0.0 and fan <= 0.0:
        return most
    from scipy.optimize import brentq

    return float(brentq(balance, 0.0, most * 1.001 + 1e-6))


def openings_for(heat: float, loss: float, wanted: float, rise: float, *, ambient: float = 22.0) -> float:
    """Openings below and above, each, for a wanted rise; 0 where none are needed. [m²]

    Source: [Incropera].

    Parameters
    ----------
    heat: left inside. [W]
    loss: Σ U A. [W/K]
    wanted: rise of the mean. [K]
    rise: between the openings. [m]
    ambient: of the room. [°C]

    Returns
    -------
    float: area of each opening. [m²]

    >>> a = openings_for(60.0, 1.0, 20.0, 0.3)
    >>> round(temperature_rise(60.0, 1.0, openings=a, rise=0.3), 3)
    20.0
    """
    air = heat / wanted - loss
    if air <= 0.0:
        return 0.0
    return air / AIR_HEAT / max(air_flow(1.0, rise, wanted, ambient), 1e-12)


def fan_for(heat: float, loss: float, wanted: float) -> float:
    """Air for a wanted rise. [m³/s]"""
    return max(heat / wanted - loss, 0.0) / AIR_HEAT


def at_height(mean: float, height: float) -> float:
    """Rise at a height in the housing, 0 at the bottom and 1 at the top. [K]

    Source: [Incropera].

    Parameters
    ----------
    mean: rise of the mean. [K]
    height: share of the housing's. [-]

    Returns
    -------
    float: rise there. [K]
    """
    return mean * (1.0 + LAYERED * (2.0 * height - 1.0))


def minutes_until(limit: float, mean: float, *, loss: float, mass: float, volume: float) -> float:
    """Minutes until the rise reaches a limit, −τ ln(1 − limit/mean) with τ = C / loss; infinite if it never does.

    Source: [Incropera].

    Parameters
    ----------
    limit: rise that is allowed. [K]
    mean: rise in the end. [K]
    loss: Σ U A. [W/K]
    mass: of the walls. [kg]
    volume: of the air. [m³]

    Returns
    -------
    float: time, infinite if never. [min]
    """
    if limit >= mean:
        return math.inf
    if limit <= 0.0:
        return 0.0
    store = mass * SOLID_HEAT + volume * AIR_HEAT
    return -store / max(loss, 1e-6) * math.log(1.0 - limit / mean) / 60.0


def radiant(lamp: LampType) -> float:
    """Power that leaves the lamp as light and infrared at full power. [W]

    Source: [Incropera].

    Parameters
    ----------
    lamp: the lamp.

    Returns
    -------
    float: light and infrared. [W]
    """
    watts = lamp.electrical_watts or 0.0
    if watts and lamp.amount / watts < GLOWING:
        return GLOW_RADIANT * watts
    return min(lamp.amount / LED_LIGHT, watts) if watts else 0.0


def irradiance(lamp: LampType, distance: float, *, power: float = 1.0, angle: float = 1.0) -> float:
    """On a surface: W (m + 1) / 2π d² on the axis, all round W / 4π d²; never more than the lamp's face sends. [W/m²]

    Source: [Palmer2010].

    Parameters
    ----------
    lamp: whose light and infrared it is.
    distance: from it. [m]
    power: of the lamp.
    angle: share of the axis's light that lands there, cosᵐ θ cos α.

    Returns
    -------
    float: irradiance. [W/m²]
    """
    flux = radiant(lamp) * power
    peak = flux / (4.0 * math.pi) if lamp.shape == "sphere" else flux * (exponent_of(lamp) + 1.0) / (2.0 * math.pi)
    face = math.pi * lamp.size[0] * lamp.size[1] / 4.0
    return min(peak * angle / max(distance, 1e-3) ** 2, flux / max(face, 1e-4))


def swallowed(lamp: LampType, visible: float, *, shiny: bool = False) -> float:
    """Share of the radiation that a surface swallows: of white light what it neither passes nor sends back, of infrared
    most, but for bare metal, which sends both back alike.

    Source: [Incropera].

    Parameters
    ----------
    lamp: whose mixture of light and infrared it is.
    visible: share of white light that the surface swallows. [-]
    shiny: whether it is bare metal.

    Returns
    -------
    float: share. [-]
    """
    watts = lamp.electrical_watts or 0.0
    if watts and lamp.amount / watts < GLOWING and not shiny:
        light = min(lamp.amount / LED_LIGHT / radiant(lamp), 1.0)
        return light * visible + (1.0 - light) * INFRARED_TAKEN
    return visible


def beam_rise(
    lamp: LampType,
    distance: float,
    visible: float,
    *,
    angle: float = 1.0,
    faces: int = 2,
    shiny: bool = False,
    power: float = 1.0,
) -> float:
    """How much warmer than the air round it a surface gets in a lamp's light: α E / n h. [K]

    Source: [Incropera].

    Parameters
    ----------
    lamp: before it.
    distance: from the lamp. [m]
    visible: share of white light that it swallows.
    angle: share of the axis's light that lands there.
    faces: from which it loses heat, two of a sheet, one of what has something behind it.
    shiny: whether it is bare metal.
    power: of the lamp.

    Returns
    -------
    float: rise over the air. [K]
    """
    taken = swallowed(lamp, visible, shiny=shiny)
    return taken * irradiance(lamp, distance, power=power, angle=angle) / (faces * FACE_LOSS)


def beam_distance(
    lamp: LampType,
    visible: float,
    allowed: float,
    *,
    angle: float = 1.0,
    faces: int = 2,
    shiny: bool = False,
    power: float = 1.0,
) -> float:
    """Nearest that a surface may be to a lamp for an allowed rise, infinite where none is allowed; see
    :func:`beam_rise`. [m]
    """
    if allowed <= 0.0:
        return math.inf
    rise = beam_rise(lamp, 1.0, visible, angle=angle, faces=faces, shiny=shiny, power=power)
    return math.sqrt(rise / allowed)


SUN = 1000.0
"""Full sun. [W/m²]"""

SUN_ANGLE = math.radians(0.533)
"""Width of the sun in the sky. [rad]"""


def burning_glass(lens: float, focal_length: float) -> float:
    """How many suns a lens gathers in its focus: (diameter / image of the sun)². [-]

    Source: [Hecht].

    Parameters
    ----------
    lens: its diameter. [m]
    focal_length: of the lens. [m]

    Returns
    -------
    float: suns. [-]

    >>> round(burning_glass(0.09, 0.2))
    2340
    """
    return (lens / (focal_length * SUN_ANGLE)) ** 2


def lamp_through_lens(
    lamp: LampType, *, lens: float, focal_length: float, distance: float, power: float = 1.0
) -> tuple[float, float]:
    """Where a lens gathers a lamp, behind it [m], and how strong it is there [W/m²]: a lens keeps radiance, E = π L
    sin² u.

    Source: [Hecht].

    Parameters
    ----------
    lamp: whose face is taken as even.
    lens: its diameter. [m]
    focal_length: of the lens. [m]
    distance: from the lamp to the lens; inside of the focus nothing is gathered: the place is infinite and the strength
        0. [m]
    power: of the lamp.

    Returns
    -------
    tuple: place behind the lens [m], irradiance there. [W/m²]
    """
    if distance <= focal_length * (1.0 + 1e-6):
        return math.inf, 0.0
    away = focal_length * distance / (distance - focal_length)
    face = math.pi * lamp.size[0] * lamp.size[1] / 4.0
    radiance = radiant(lamp) * power / (math.pi * max(face, 1e-6))
    half = math.atan2(lens / 2.0, away)
    return away, math.pi * radiance * math.sin(half) ** 2
