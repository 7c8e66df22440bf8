"""Rules of thumb for soft light, worked out for the design: layers, lamps, what a loss costs the lamp, substitutes."""

import math
from collections.abc import Iterator, Sequence
from typing import Any

import numpy as np

from wenlo.core.analysis.apparent import OUTLINE_THRESHOLD
from wenlo.core.analysis.efforts import TRY_CELLS, TRYING
from wenlo.core.analysis.source_light import Light, modifier_light
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.materials import SheetMaterial
from wenlo.core.catalog.own import bounce_face, finish_material, sheet_material
from wenlo.core.catalog.typical import sheet_materials
from wenlo.core.facts import Fact, Phrases, told_stops, yes
from wenlo.core.inventory.shopping import work_out
from wenlo.core.modifiers.kind import Hold, KindFigure, ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.colour import mired, seen_white
from wenlo.core.photometry.stops import stops_between
from wenlo.core.scene import scene_builder

LAMBERTIAN_LOBE = math.radians(75.0)
"""Half-width at which a lobe is as good as Lambertian. [rad]"""

MOST_ALIKE, SUBSTITUTES = 1.0, 2
"""A sheet that differs by more is no substitute (about one for a stop, or a radian of its lobe); so many are told."""

COUNT_CELLS = 32
"""Cells along each edge of the sheet by which a lamp's pattern is looked for."""

THIRDS = 3

LEAST_WARMTH = 3.0
"""Less is not seen. [mired]"""


def _count_until(
    brief: Brief, design: ModifierParameters, name: str, most: int, enough: Any
) -> tuple[int | None, Light]:
    # The least count of something at which the light is as wanted; None if even the most is not enough.
    light = modifier_light(brief, design, effort=TRYING, cells=COUNT_CELLS)
    for count in range(1, most + 1):
        light = modifier_light(brief, design.model_copy(update={name: count}), effort=TRYING, cells=COUNT_CELLS)
        if enough(light):
            return count, light
    return None, light


def layers_until_hidden(brief: Brief, design: ModifierParameters) -> int | None:
    """Least number of layers through which the lamp's outline is not made out; None if no number of them hides it."""
    most = int(kind_of(design).slots["layers"].high)
    count, _ = _count_until(brief, design, "layers", most, lambda light: light.lamp_hidden)
    return count


def lamps_until_even(brief: Brief, design: ModifierParameters) -> tuple[int | None, float]:
    """Least number of lamps that light the sheet within the wanted evenness (None if none does), and what it then is.
    [stop]
    """
    count, light = _count_until(
        brief,
        design,
        "lamps",
        int(kind_of(design).slots["lamps"].high),
        lambda light: light.sheet.centre_to_edge <= brief.wanted.evenness,
    )
    return count, light.sheet.centre_to_edge


def unlike(a: SheetMaterial, b: SheetMaterial) -> float:
    """How much two sheets differ in what they do to light: stops of transmittance, radians of lobe, part that goes
    straight through.
    """
    lobes = [LAMBERTIAN_LOBE if x.lobe_half_width is None else x.lobe_half_width for x in (a, b)]
    stops = abs(stops_between(a.transmittance, b.transmittance))
    return stops + abs(lobes[0] - lobes[1]) + 4.0 * abs(a.unscattered - b.unscattered)


SHOWS = Phrases(
    "rule",
    {
        "loss": {"times": "tenth", "stops": "in_stops", "thirds": "count", "flash": "choice"},
        "warmth": {"what": "choice", "mired": "count", "way": "choice", "kelvin": "kelvin"},
        "hangs": {"hold": "label", "mass": "mass", "most": "mass", "droops": "choice"},
        "layers": {"count": "count", "enough": "choice", "ratio": "hundredth", "alone": "choice"},
        "lamps": {"count": "count", "enough": "choice", "falls": "deep_stops", "wanted": "in_stops"},
        "substitute": {"sheet": "label", "changes": "list", "first": "choice"},
        "brightness": {"stops": "in_stops", "way": "choice"},
        "spreads": {"way": "choice"},
        "bare-lamp": {},
        "keep-below": {"celsius": "celsius"},
        "alike": {},
    },
    room="light",
)


def sheet_substitutes(wanted: SheetMaterial) -> tuple[tuple[SheetMaterial, tuple[Fact, ...]], ...]:
    """Sheets to take where one is not to be had, the nearest first, and what changes."""
    others = [s for s in sheet_materials().values() if s.id != wanted.id and s.form == wanted.form]
    near = sorted((s for s in others if unlike(wanted, s) <= MOST_ALIKE), key=lambda s: unlike(wanted, s))
    return tuple((s, _changes(wanted, s)) for s in near[:SUBSTITUTES])


def _changes(wanted: SheetMaterial, other: SheetMaterial) -> tuple[Fact, ...]:
    said = []
    stops = stops_between(other.transmittance, wanted.transmittance)
    if abs(stops) >= 0.1:
        said.append(SHOWS("brightness", stops=abs(stops), way="brighter" if stops > 0 else "darker"))
    lobes = [LAMBERTIAN_LOBE if x.lobe_half_width is None else x.lobe_half_width for x in (wanted, other)]
    if abs(lobes[1] - lobes[0]) > math.radians(5.0):
        said.append(SHOWS("spreads", way="less" if lobes[1] < lobes[0] else "more"))
    if other.unscattered > wanted.unscattered + 0.03:
        said.append(SHOWS("bare-lamp"))
    if other.keep_below_celsius < wanted.keep_below_celsius - 5.0:
        said.append(SHOWS("keep-below", celsius=other.keep_below_celsius))
    return tuple(said) or (SHOWS("alike"),)


def loss_on_lamp(brief: Brief, loss: float) -> Fact:
    """What a loss costs this lamp: light, steps of its dial, and of a flash its recycle time and the shots of
    a charge.
    """
    flash = yes(brief.lamp.type.kind == "flash")
    return SHOWS("loss", times=2.0**loss, stops=loss, thirds=round(loss * THIRDS), flash=flash)


def mired_shift(reflectance: Sequence[float], white: float) -> float:
    """How much warmer (+) light of a white lamp is after a face or sheet of this colour. [mired]

    Parameters
    ----------
    reflectance: linear BT.709 reflectance or transmittance, shape (3,).
    white: colour temperature of the lamp. [K]
    """
    return mired(seen_white(np.array(reflectance), white).kelvin) - mired(white)


def _colours(brief: Brief, design: ModifierParameters) -> Iterator[tuple[str, Sequence[float]]]:
    # what the light meets on its way, with its colour
    able = kind_of(design).capabilities
    if able.sheet is not None:
        yield "sheet", sheet_material(able.sheet.material.get(design)).tint
    for slot in able.faces:
        yield slot.id, bounce_face(slot.get(design)).reflectance
    if able.off_ceiling:
        yield "ceiling", finish_material(brief.room.ceiling).reflectance


def hanging(brief: Brief, design: ModifierParameters) -> Iterator[tuple[Hold, float, float]]:
    """Hold points whose strength is known, with the mass that hangs there and what may hang there. [kg]"""
    kind, lamp = kind_of(design), brief.lamp.type
    # cut plans take their time: only where there is something to hold it against
    if not any(hold.on_lamp or hold.carries is not None for hold in kind.holds(design, 0.0)):
        return
    for hold in kind.holds(design, work_out(kind.build(design, brief)).mass):
        if hold.on_lamp:
            yield hold, hold.mass, lamp.carries
        elif hold.carries is not None:
            yield hold, hold.mass + hold.lamps * lamp.mass, hold.carries


def _load_figures(brief: Brief, design: ModifierParameters) -> Iterator[KindFigure]:
    for k, (hold, mass, most) in enumerate(hanging(brief, design)):
        says = SHOWS("hangs", hold=hold.name, mass=mass, most=most, droops=yes(mass > most))
        yield KindFigure(key=f"hangs_{k}", says=says)


def soft_figures(brief: Brief, design: ModifierParameters) -> Iterator[KindFigure]:
    """The rules that apply to a design, as figures."""
    able, light = kind_of(design).capabilities, modifier_light(brief, design, effort=TRYING, cells=TRY_CELLS)
    if math.isfinite(light.loss) and light.loss > 0.05:
        yield KindFigure(key="loss_costs", says=loss_on_lamp(brief, light.loss))
    white = scene_builder.white_of(brief.lamp)
    for name, colour in _colours(brief, design):
        shift = mired_shift(colour, white)
        if abs(shift) >= LEAST_WARMTH:
            way = "warmer" if shift > 0 else "cooler"
            yield KindFigure(
                key=f"warmth_{name}", says=SHOWS("warmth", what=name, mired=abs(shift), way=way, kelvin=white)
            )
    yield from _load_figures(brief, design)
    if able.sheet is not None and able.sheet.layers is not None:
        count = layers_until_hidden(brief, design)
        yield KindFigure(
            key="layers_needed",
            says=SHOWS(
                "layers",
                count=count or 0,
                enough=yes(count is not None),
                ratio=OUTLINE_THRESHOLD,
                alone=yes(light.alone),
            ),
        )
    if able.lamps is not None:
        lamps, falls = lamps_until_even(brief, design)
        yield KindFigure(
            key="lamps_needed",
            says=SHOWS(
                "lamps",
                count=lamps or 0,
                enough=yes(lamps is not None),
                falls=told_stops(falls),
                wanted=brief.wanted.evenness,
            ),
        )
    if able.sheet is not None:
        material = sheet_material(able.sheet.material.get(design))
        for k, (other, changes) in enumerate(sheet_substitutes(material)):
            says = SHOWS("substitute", sheet=other.name, changes=changes, first=yes(k == 0))
            yield KindFigure(key=f"substitute_{k}", says=says)
