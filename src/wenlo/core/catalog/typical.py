"""Typical materials, stock and lamps: one reader for the data files of the core."""

import json
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from math import log2, radians
from typing import Any, Literal

from wenlo.core.photometry.distribution import Distribution

Joined = Literal["sewn", "taped"]
"""How strips and edges are made: cloth is sewn, paper, film and foil are taped."""

GoodSide = Literal["alike", "matt side", "shiny side", "white side", "smooth side"]
"""The face that is to be seen."""


@dataclass(frozen=True, kw_only=True)
class SheetMaterial:
    """A sheet that diffuses, one layer, typical values of white light.

    ``transmittance`` is total and includes ``unscattered``; ``lobe_half_width`` is the angle at
    which the scattered luminance has fallen to half [rad], None for a Lambertian scatterer; ``unscattered_range``,
    ``reflectance_range`` and ``lobe_range`` are the spread to expect, low and high, None where nobody told;
    ``form`` tells whether it comes as cloth from a roll or as stiff boards, ``joined`` how strips of it are put
    together, ``grain`` whether its pieces keep one direction (nap, stretch, weave), ``good_side`` which face is the
    better one.
    """

    id: str
    name: str
    transmittance: float
    transmittance_low: float
    transmittance_high: float
    unscattered: float
    lobe_half_width: float | None
    reflectance: float
    tint: tuple[float, float, float]
    mass_per_area: float
    keep_below_celsius: float
    form: Literal["cloth", "board"]
    roll_width: float
    board_length: float | None
    price: float
    joined: Joined = "sewn"
    grain: bool = False
    good_side: GoodSide = "alike"
    unscattered_range: tuple[float, float] | None = None
    reflectance_range: tuple[float, float] | None = None
    lobe_range: tuple[float, float] | None = None


@dataclass(frozen=True, kw_only=True)
class FaceMaterial:
    """An opaque face, dull or with a shiny skin; reflectance is linear BT.709 RGB. [-]"""

    id: str
    name: str
    reflectance: tuple[float, float, float]
    shiny: bool = False


@dataclass(frozen=True, kw_only=True)
class LampType:
    """A generic lamp.

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
    and ``modelling_watts`` as long as it is on. A ``coloured`` lamp mixes its light of red, green and blue ones.
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


@dataclass(frozen=True, kw_only=True)
class Rendering:
    """A colour-rendering class, and the colours that it hurts (empty for none)."""

    name: str
    hurts: str


@dataclass(frozen=True, kw_only=True)
class Gel:
    """A gel or neutral filter: mired ``shift`` (+ is warmer) and the share of white light that it passes.

    A saturated one has a ``colour``: what it passes of red, green and blue (linear BT.709), and leaves no white to
        balance for.
    """

    id: str
    name: str
    shift: float
    transmittance: float
    colour: tuple[float, float, float] | None = None

    @property
    def stops(self) -> float:
        """What it costs. [stop]"""
        return -log2(self.transmittance)


def _read(name: str) -> dict[str, Any]:
    loaded: dict[str, Any] = json.loads(files(__package__).joinpath("data", name).read_text("utf-8"))
    return loaded


@cache
def sheet_materials() -> Mapping[str, SheetMaterial]:
    """All diffusing sheets by id."""
    result = {}
    for key, row in _read("materials.json")["sheets"].items():
        lobe = row["lobe_half_width_degrees"]
        straight, back = row["unscattered"], row["reflectance"]
        result[key] = SheetMaterial(
            id=key,
            name=row["name"],
            transmittance=row["transmittance"]["value"],
            transmittance_low=row["transmittance"]["low"],
            transmittance_high=row["transmittance"]["high"],
            unscattered=straight["value"],
            lobe_half_width=None if lobe is None else radians(lobe["value"]),
            reflectance=back["value"],
            unscattered_range=(straight["low"], straight["high"]),
            reflectance_range=(back["low"], back["high"]),
            lobe_range=None if lobe is None else (radians(lobe["low"]), radians(lobe["high"])),
            tint=tuple(row["tint"]),
            mass_per_area=row["mass_per_area"],
            keep_below_celsius=row["keep_below_celsius"],
            form=row["form"],
            roll_width=row["roll_width"],
            board_length=row.get("board_length"),
            price=row.get("price_per_metre", row.get("price_per_board")),
            joined=row.get("joined", "sewn"),
            grain=row.get("grain", False),
            good_side=row.get("good_side", "alike"),
        )
    return result


@cache
def face_materials() -> Mapping[str, FaceMaterial]:
    """All opaque faces (walls, papers) by id."""
    return {
        key: FaceMaterial(id=key, name=row["name"], reflectance=tuple(row["reflectance"]))
        for key, row in _read("materials.json")["faces"].items()
    }


@cache
def gels() -> Mapping[str, Gel]:
    """Gels and neutral filters by id; ``none`` is no gel."""
    return {
        key: Gel(id=key, **{**row, "colour": tuple(row["colour"]) if "colour" in row else None})
        for key, row in _read("materials.json")["gels"].items()
    }


@dataclass(frozen=True, kw_only=True)
class BounceFace:
    """A face that bounces light: RGB reflectance, GGX width (None is Lambertian), and how it is sold."""

    id: str
    name: str
    reflectance: tuple[float, float, float]
    alpha: float | None
    form: Literal["cloth", "board"]
    width: float
    board_length: float | None
    price: float
    mass_per_area: float
    keep_below_celsius: float
    joined: Joined = "sewn"
    grain: bool = False
    good_side: GoodSide = "alike"


@dataclass(frozen=True, kw_only=True)
class BlackMaterial:
    """A black: reflectance, what leaks through, whether it has a skin, and how it is sold."""

    id: str
    name: str
    reflectance: float
    leak: float
    glossy: bool
    form: Literal["cloth", "board"]
    width: float
    board_length: float | None
    price: float
    mass_per_area: float
    keep_below_celsius: float
    joined: Joined = "sewn"
    grain: bool = False
    good_side: GoodSide = "alike"


@dataclass(frozen=True, kw_only=True)
class Covering:
    """Any sheet, face or black as it is bought: roll width and price of a metre, or board and its price; its limit. [m,
    EUR, °C]
    """

    id: str
    name: str
    form: Literal["cloth", "board"]
    width: float
    board_length: float | None
    price: float
    mass_per_area: float
    keep_below_celsius: float
    joined: Joined = "sewn"
    grain: bool = False
    good_side: GoodSide = "alike"


@cache
def bounce_faces() -> Mapping[str, BounceFace]:
    """Faces that bounce light, by id."""
    return {
        key: BounceFace(id=key, **{**row, "reflectance": tuple(row["reflectance"])})
        for key, row in _read("materials.json")["bounces"].items()
    }


@cache
def black_materials() -> Mapping[str, BlackMaterial]:
    """Blacks by id."""
    return {key: BlackMaterial(id=key, **row) for key, row in _read("materials.json")["blacks"].items()}


@cache
def coverings() -> Mapping[str, Covering]:
    """Everything flat that a build is covered with, by id."""
    rows: list[BounceFace | BlackMaterial] = [*bounce_faces().values(), *black_materials().values()]
    found = {
        row.id: Covering(
            id=row.id,
            name=row.name,
            form=row.form,
            width=row.width,
            board_length=row.board_length,
            price=row.price,
            mass_per_area=row.mass_per_area,
            keep_below_celsius=row.keep_below_celsius,
            joined=row.joined,
            grain=row.grain,
            good_side=row.good_side,
        )
        for row in rows
    }
    return {**found, **{key: covering_of_sheet(sheet) for key, sheet in sheet_materials().items()}}


def covering_of_sheet(sheet: SheetMaterial) -> Covering:
    """A sheet as it is bought."""
    return Covering(
        id=sheet.id,
        name=sheet.name,
        form=sheet.form,
        width=sheet.roll_width,
        board_length=sheet.board_length,
        price=sheet.price,
        mass_per_area=sheet.mass_per_area,
        keep_below_celsius=sheet.keep_below_celsius,
        joined=sheet.joined,
        grain=sheet.grain,
        good_side=sheet.good_side,
    )


@cache
def lamp_types() -> Mapping[str, LampType]:
    """The starter Shelf of lamps by id."""
    result = {}
    for key, row in _read("lamps.json")["lamps"].items():
        result[key] = LampType(
            id=key,
            name=row["name"],
            kind=row["kind"],
            shape=row["shape"],
            size=tuple(row["size"]),
            amount=row.get("lumens", row.get("lumen_seconds")),
            beam=radians(row["beam_degrees"]),
            electrical_watts=row["electrical_watts"],
            colour_temperature=row["colour_temperature"],
            lowest_power=row["lowest_power"],
            steps=row["steps"],
            mass=row["mass"],
            mount=row["mount"],
            rendering=row["rendering"],
            flicker=row["flicker"],
            zoom=tuple(row["zoom"]) if "zoom" in row else None,
            duration=row.get("duration"),
            quenched=row.get("quenched", False),
            inner=row.get("inner", 0.0),
            price=row["price"],
            carries=row["carries"],
            vents=row.get("vents"),
            power_factor=row["power_factor"],
            supply_mass=row["supply_mass"],
            modelling_watts=row.get("modelling_watts"),
            recharge_watts=row.get("recharge_watts"),
            joules=row.get("joules"),
            coloured=row.get("coloured", False),
        )
    return result


@cache
def rendering_classes() -> Mapping[str, Rendering]:
    """Colour-rendering classes by id, the best first."""
    return {key: Rendering(**row) for key, row in _read("lamps.json")["rendering"].items()}


@cache
def stock() -> Mapping[str, Any]:
    """Bars, saws and fittings as read from the data file (lengths in metres, prices in euro)."""
    return _read("stock.json")


@cache
def found_stock() -> Mapping[str, Any]:
    """Backdrops, boards, rods, supports, tools and found objects as read from the data file, by group. SI, euro."""
    return _read("shelf.json")
