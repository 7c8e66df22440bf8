"""Items of the Shelf in words, and the curve that is drawn of them."""

import math
from typing import Any

import numpy as np

from wenlo.core.catalog.items import (
    BackdropValues,
    BarValues,
    BlackValues,
    BoardValues,
    FaceValues,
    FoundValues,
    HardwareValues,
    LampValues,
    SheetValues,
    SupportValues,
    ToolValues,
)
from wenlo.core.catalog.materials import lamp_from
from wenlo.core.optics.lamp import exponent_of
from wenlo.core.optics.lobe import lobe_exponent
from wenlo.core.units.length import UnitSystem, format_length

ANGLES = tuple(range(0, 91, 5))
"""Angles of a curve. [degree]"""


def in_words(values: Any, units: UnitSystem = "metric") -> str:
    """What an item is, in a line."""

    def size(*lengths: float | None) -> str:
        return " × ".join(format_length(x, system=units) for x in lengths if x is not None)

    def sold(v: Any) -> str:
        return f"roll {size(v.roll_width)} wide" if v.form == "cloth" else f"board {size(v.board_length, v.roll_width)}"

    match values:
        case LampValues():
            unit = "lm·s" if values.kind == "flash" else "lm"
            beam = (
                "measured beam"
                if values.distribution
                else f"{values.beam:.0f}°"
                if values.shape != "sphere"
                else "all round"
            )
            face = size(values.width) if values.shape == "sphere" else size(values.width, values.height)
            return f"{values.amount:.0f} {unit}, {beam}, face {face}, {values.colour_temperature:.0f} K, {values.steps}"
        case SheetValues():
            lobe = "scatters evenly" if values.lobe is None else f"lobe {values.lobe:.0f}°"
            spread = f"{values.transmittance_low * 100:.0f}–{values.transmittance_high * 100:.0f}"
            return (
                f"passes {values.transmittance * 100:.0f} % ({spread}), {values.unscattered * 100:.0f} % straight,"
                f" {lobe}; {sold(values)}"
            )
        case FaceValues():
            shine = "dull" if values.roughness is None else f"shiny, roughness {values.roughness:.2g}"
            return f"sends back {_mean(values) * 100:.0f} %, {shine}; {sold(values)}"
        case BlackValues():
            leak = "no leak" if values.leak == 0.0 else f"leaks {values.leak * 100:.2g} %"
            return f"sends back {values.reflectance * 100:.2g} %, {leak}; {sold(values)}"
        case BackdropValues():
            dims = f", {size(values.width, values.length)}" if values.width is not None else ""
            return f"sends back {_mean(values) * 100:.2g} %, {values.side}{dims}"
        case BoardValues():
            return (
                f"{size(values.length, values.width)}, {size(values.thickness)} thick, {values.mass_per_area:.2g} kg/m²"
            )
        case BarValues():
            section = size(values.width) if values.thickness == values.width else size(values.width, values.thickness)
            return f"{values.section} {section}, {size(values.length)} long"
        case HardwareValues():
            return "by the metre" if values.sold == "metre" else "by the piece"
        case SupportValues():
            heights = (
                f", {size(values.lowest)} to {size(values.highest)}"
                if values.highest is not None and values.lowest is not None
                else ""
            )
            reach = f", reaches {size(values.reach)}" if values.reach is not None else ""
            return f"{values.kind}{heights}{reach}, carries {values.payload:g} kg"
        case ToolValues():
            kerf = f", kerf {values.kerf * 1000:.1f} mm" if values.kerf is not None else ""
            return f"{values.kind}{kerf}"
        case FoundValues():
            passes = f", wall passes {values.wall_transmittance * 100:.0f} %" if values.wall_transmittance > 0.0 else ""
            focus = f", focal length {size(values.focal_length)}" if values.focal_length is not None else ""
            inside = (
                f", inside {size(values.inner_width, values.inner_height, values.inner_depth)}"
                if values.inner_width
                else ""
            )
            return (
                f"{values.form},"
                f" {size(values.outer_width, values.outer_height, values.outer_depth)}{inside}{passes}{focus}"
            )
    raise TypeError(f"{type(values).__name__} is not of the Shelf")


def curve_of(values: Any) -> tuple[tuple[float, float], ...]:
    """What is drawn: angle [degree] and light relative to straight ahead; of a sheet the luminance of its scattered
    light, of a lamp its intensity; empty for things that have none.
    """
    if isinstance(values, SheetValues):
        n = 0.0 if values.lobe is None else lobe_exponent(math.radians(values.lobe))
        return tuple((float(a), math.cos(math.radians(a)) ** n if a < 90 else float(n == 0.0)) for a in ANGLES)
    if isinstance(values, LampValues):
        if values.distribution is not None:
            table = np.array(values.distribution.intensity).mean(axis=0)
            peak = float(table.max())
            return tuple(
                (float(a), float(np.interp(a, values.distribution.angles, table / peak, right=0.0))) for a in ANGLES
            )
        if values.shape == "sphere":
            return tuple((float(a), 1.0) for a in ANGLES)
        m = exponent_of(lamp_from(values))
        return tuple((float(a), max(math.cos(math.radians(a)), 0.0) ** m if a < 90 else 0.0) for a in ANGLES)
    return ()


def _mean(v: FaceValues | BackdropValues) -> float:
    return 0.2126 * v.red + 0.7152 * v.green + 0.0722 * v.blue
