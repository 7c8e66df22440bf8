"""What an item is to light, heat and builds: one object a category, made from the item's values whoever's it is."""

import math
from dataclasses import dataclass
from typing import Any, Literal

from wenlo.core.catalog.data_files import GoodSide, Joined
from wenlo.core.catalog.items import BackdropValues, BlackValues, FaceValues, LampValues, SheetValues, Sold
from wenlo.core.photometry.distribution import Distribution

Colour = tuple[float, float, float]
"""Shares of linear BT.709 red, green and blue. [-]"""


THICKNESS = {"cloth": 0.0003, "board": 0.005}
"""Of a covering where nobody told: thin cloth, foam board. [m]"""


@dataclass(frozen=True, kw_only=True)
class Covering:
    """Any sheet, face or black as it is bought: roll width and price of a metre, or board and its price; thickness; its
    limit. [m, EUR, °C]

    ``form`` tells whether it comes as cloth from a roll or as stiff boards, ``joined`` how strips of it are put
    together, ``grain`` whether its pieces keep one direction (nap, stretch, weave), ``good_side`` which face is the
    better one; ``creases`` is the share of its area that is lost when it is creased before it is used [-].
    """

    id: str
    name: str
    form: Literal["cloth", "board"]
    width: float
    board_length: float | None
    price: float
    mass_per_area: float
    keep_below_celsius: float
    thickness: float
    joined: Joined = "sewn"
    grain: bool = False
    good_side: GoodSide = "alike"
    creases: float = 0.0


@dataclass(frozen=True, kw_only=True)
class SheetMaterial(Covering):
    """A sheet that diffuses, one layer, of white light.

    ``transmittance`` is total and includes ``unscattered``; ``lobe_half_width`` is the angle at which the scattered
    luminance has fallen to half [rad], None for a Lambertian scatterer; ``unscattered_range``, ``reflectance_range``
    and ``lobe_range`` are the spread to expect, low and high, None where nobody told.
    """

    transmittance: float
    transmittance_low: float
    transmittance_high: float
    unscattered: float
    lobe_half_width: float | None
    reflectance: float
    tint: Colour
    unscattered_range: tuple[float, float] | None = None
    reflectance_range: tuple[float, float] | None = None
    lobe_range: tuple[float, float] | None = None


@dataclass(frozen=True, kw_only=True)
class BounceFace(Covering):
    """A face that bounces light: RGB reflectance [-] and GGX width [-] (None is Lambertian)."""

    reflectance: Colour
    alpha: float | None


@dataclass(frozen=True, kw_only=True)
class BlackMaterial(Covering):
    """A black: reflectance [-], the share that leaks through [-], and whether it has a skin."""

    reflectance: float
    leak: float
    glossy: bool


@dataclass(frozen=True, kw_only=True)
class FaceMaterial:
    """An opaque face, dull or with a shiny skin; reflectance is linear BT.709 RGB [-]. As a backdrop it bends to the
    ``least_radius`` without a crease, None where nobody tried. [m]
    """

    id: str
    name: str
    reflectance: tuple[float, float, float]
    shiny: bool = False
    least_radius: float | None = None


@dataclass(frozen=True, kw_only=True)
class LampType:
    """A lamp.

    ``amount`` is lumens [lm] of a continuous lamp, lumen-seconds [lm·s] at full power of a flash;
    ``size`` is width and height of the shining face [m]; ``beam`` the full angle at half of the
    peak intensity [rad], of a zoom head at 35 mm; ``zoom`` the shortest and longest focal length that its
    head is set to (for a 36 × 24 mm picture) [m]. ``rendering`` names its :func:`rendering_classes`;
    ``flicker`` is half of the swing of its light over the mean. ``duration`` is a flash's t0.1 at full power
    [s]; a ``quenched`` one is cut short at less power, others keep their time. A disc with an ``inner`` share
    of its radius is a ring. ``price`` is typical [EUR]; ``carries`` is what may hang on its front [kg]; ``vents`` the
    way from the rim of its front to the first opening for air, None where it has none [m]. A measured ``distribution``
    takes the place of the beam; ``dial`` holds marks and the shares of the light that they give, None of a true one.
    ``power_factor`` is real over apparent power at the mains, None where nobody told; ``supply_mass`` of a separate
    power supply [kg]; a flash that is charged from the mains takes ``recharge_watts`` at its peak, ``joules`` each time
    and ``modelling_watts`` as long as it is on. A ``coloured`` lamp mixes its light of red, green and blue ones. The
    front's ``rim`` goes beyond the shining face; ``threads`` counts the threaded holes in its sides, of diameter and
    depth ``thread`` [m].
    """

    id: str
    name: str
    kind: Literal["continuous", "flash"]
    shape: Literal["disc", "rectangle", "sphere"]
    size: tuple[float, float]
    amount: float
    beam: float
    electrical_watts: float | None
    colour_temperature: float
    lowest_power: float
    steps: str
    mass: float
    mount: str
    rendering: str
    flicker: float
    zoom: tuple[float, float] | None
    duration: float | None
    quenched: bool
    inner: float
    price: float
    carries: float
    vents: float | None
    distribution: Distribution | None = None
    dial: tuple[tuple[float, ...], tuple[float, ...]] | None = None
    power_factor: float | None = None
    supply_mass: float = 0.0
    modelling_watts: float | None = None
    recharge_watts: float | None = None
    joules: float | None = None
    coloured: bool = False
    rim: float = 0.0
    threads: int = 0
    thread: tuple[float, float] = (0.004, 0.008)


def _sold(v: Sold, *, id: str, name: str) -> dict[str, Any]:
    return {
        "id": id,
        "name": name,
        "form": v.form,
        "width": v.roll_width,
        "board_length": v.board_length,
        "price": v.price,
        "mass_per_area": v.mass_per_area,
        "keep_below_celsius": v.keep_below,
        "thickness": v.thickness or THICKNESS[v.form],
        "joined": v.joined,
        "grain": v.grain,
        "good_side": v.good_side,
    }


def sheet_from(v: SheetValues, *, id: str, name: str) -> SheetMaterial:
    """The sheet that has these values."""
    return SheetMaterial(
        **_sold(v, id=id, name=name),
        transmittance=v.transmittance,
        transmittance_low=v.transmittance_low,
        transmittance_high=v.transmittance_high,
        unscattered=v.unscattered,
        lobe_half_width=None if v.lobe is None else math.radians(v.lobe),
        reflectance=v.reflectance,
        tint=(v.tint_red, v.tint_green, v.tint_blue),
        unscattered_range=v.unscattered_range,
        reflectance_range=v.reflectance_range,
        lobe_range=None if v.lobe_range is None else (math.radians(v.lobe_range[0]), math.radians(v.lobe_range[1])),
    )


def face_from(v: FaceValues, *, id: str, name: str) -> BounceFace:
    """The bounce face that has these values."""
    colour = (v.red, v.green, v.blue)
    return BounceFace(**_sold(v, id=id, name=name), reflectance=colour, alpha=v.roughness, creases=v.creases)


def black_from(v: BlackValues, *, id: str, name: str) -> BlackMaterial:
    """The black that has these values."""
    return BlackMaterial(**_sold(v, id=id, name=name), reflectance=v.reflectance, leak=v.leak, glossy=v.glossy)


def finish_from(v: BackdropValues, *, id: str, name: str) -> FaceMaterial:
    """The finish of a wall or a backdrop that has these values."""
    return FaceMaterial(
        id=id, name=name, reflectance=(v.red, v.green, v.blue), shiny=v.side == "shiny", least_radius=v.least_radius
    )


def lamp_from(v: LampValues, *, id: str = "own", name: str = "own lamp") -> LampType:
    """The lamp that has these values."""
    zoom = None if v.zoom_short is None or v.zoom_long is None else (v.zoom_short, v.zoom_long)
    return LampType(
        id=id,
        name=name,
        kind=v.kind,
        shape=v.shape,
        size=(v.width, v.height),
        amount=v.amount,
        beam=math.radians(v.beam),
        electrical_watts=v.electrical_watts,
        colour_temperature=v.colour_temperature,
        lowest_power=v.lowest_power,
        steps=v.steps,
        mass=v.mass,
        mount=v.mount,
        rendering=v.rendering,
        flicker=v.flicker,
        zoom=zoom,
        duration=v.duration,
        quenched=v.quenched,
        inner=v.inner,
        price=v.price,
        carries=v.carries,
        vents=v.vents,
        distribution=None if v.distribution is None else v.distribution.distribution(),
        dial=None if v.dial is None else (tuple(v.dial.marks), tuple(v.dial.shares)),
        power_factor=v.power_factor,
        supply_mass=v.supply_mass,
        modelling_watts=v.modelling_watts,
        recharge_watts=v.recharge_watts,
        joules=v.joules,
        coloured=v.coloured,
        rim=v.rim,
        threads=v.threads,
        thread=(v.thread, v.thread_depth),
    )
