"""The set with what may be off in it moved: the model that readings are fitted with."""

import math
from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.meter_marks import facing_of
from wenlo.core.brief.brief import Brief
from wenlo.core.brief.set_objects import MeterMark
from wenlo.core.calibration.fit import Predict, Unknown
from wenlo.core.catalog.own import finish_material, sheet_material, snapshot
from wenlo.core.errors import Impossible
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.sheet import luminance
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import QUICK, Effort, solve

Array = NDArray[np.float64]

KEY = "key"
"""The reading at the face, toward the light."""

FITTING = QUICK
"""Readings are fitted with predictions a few times finer than a meter."""


def unknowns_of(design: ModifierParameters) -> tuple[Unknown, ...]:
    """What may be off in a set of this design."""
    found: list[Unknown] = ["lamp output", "wall reflectance"]
    able = kind_of(design).capabilities
    if able.sheet is not None:
        found.insert(0, "sheet transmittance")
    if able.lamp_travel is not None:
        found.append("lamp distance")
    return tuple(found)


UNSAVED = "00000000-0000-0000-0000-000000000000"
"""Stands for an item that is on no Shelf."""


def as_found(category: str, name: str, values: Mapping[str, Any]) -> Any:
    """A thing with values as they were found to be, not on the Shelf yet."""
    return snapshot(category, item=UNSAVED, version=1, name=name, measured=True, values=values)


def sheet_values(ref: Any, stops: float) -> dict[str, Any]:
    """A sheet that passes so many stops more light: its absorptance stays, D keeps its share of T, R gives way.

    Source: [Palmer2010].

    Parameters
    ----------
    ref: the sheet, by id or of one's own.
    stops: + passes more. [stop]

    Returns
    -------
    dict: values of the sheet as the Shelf holds them. [-], [degree], [m]
    """
    row = sheet_material(ref)
    before = row.transmittance
    t = min(before * 2.0**stops, 0.97)
    absorbed = 1.0 - before - row.reflectance
    told = {
        "roll_width": row.width,
        "board_length": row.board_length,
        "form": row.form,
        "price": row.price,
        "mass_per_area": row.mass_per_area,
        "thickness": row.thickness,
        "keep_below": row.keep_below_celsius,
        "lobe": None if row.lobe_half_width is None else math.degrees(row.lobe_half_width),
        **dict(zip(("tint_red", "tint_green", "tint_blue"), row.tint, strict=True)),
    }
    return {
        **told,
        "transmittance": t,
        "transmittance_low": t,
        "transmittance_high": t,
        "unscattered": row.unscattered / before * t,
        "reflectance": max(0.0, 1.0 - absorbed - t),
    }


def wall_values(ref: Any, stops: float) -> dict[str, Any]:
    """A paint that sends so many stops more light back."""
    red, green, blue = (min(x * 2.0**stops, 0.95) for x in finish_material(ref).reflectance)
    return {"red": red, "green": green, "blue": blue, "side": "matt"}


def _walls(brief: Brief, stops: float) -> Brief:
    room = brief.room.model_copy(
        update={
            part: as_found("backdrop", "as found", wall_values(getattr(brief.room, part), stops))
            for part in ("walls", "ceiling")
        }
    )
    return brief.model_copy(update={"room": room})


def changed(brief: Brief, design: ModifierParameters, moved: Mapping[Unknown, float]) -> tuple[Brief, Any]:
    """The brief and the design with unknowns moved by stops; the lamp's output is left to the caller."""
    able = kind_of(design).capabilities
    if able.sheet is not None and moved.get("sheet transmittance"):
        material = able.sheet.material
        values = sheet_values(material.get(design), moved["sheet transmittance"])
        design = material.put(design, as_found("sheet", sheet_material(material.get(design)).name, values))
    if able.lamp_travel is not None and "lamp distance" in moved:
        low, high = 0.03, 12.0
        far = min(max(able.lamp_travel.get(design) * 2.0 ** moved["lamp distance"], low), high)
        design = able.lamp_travel.put(design, far)
    if moved.get("wall reflectance"):
        brief = _walls(brief, moved["wall reflectance"])
    return brief, design


def predictor(
    brief: Brief,
    design: ModifierParameters,
    marks: Sequence[MeterMark],
    names: Sequence[str],
    *,
    effort: Effort = FITTING,
) -> Predict:
    """What gives the readings of some meters with unknowns moved.

    Source: [Palmer2010].

    Parameters
    ----------
    brief, design: the shoot's.
    marks: meters that stay.
    names: which of them were read, in order, by their keys, or by name as people write them down; :data:`KEY` is the
        face.
    effort: how finely the set is sampled.

    Returns
    -------
    Predict: readings for moved unknowns, shape (K,) for the K names. [lx]

    Raises
    ------
    Impossible
        When a reading is of a meter that does not stand in the set.
    """
    known = {mark.name: mark for mark in marks} | {mark.key: mark for mark in marks if mark.key}
    missing = [name for name in names if name != KEY and name not in known]
    if missing:
        raise Impossible(f"No meter called “{missing[0]}” stands in the set; place it in Place, where it was read.")

    def predict(moved: Mapping[Unknown, float]) -> Array:
        told, made = changed(brief, design, moved)
        wanted = []
        for k, name in enumerate(names):
            if name == KEY:
                meter = next(m for m in scene_builder.meters(told, made) if m.id == KEY)
                wanted.append(Meter(id=str(k), position=meter.position, normal=meter.normal))
                continue
            mark = known[name]
            place = np.array([mark.x, mark.y, max(mark.z, 1e-3)])
            wanted.append(
                Meter(id=str(k), position=place, normal=facing_of(mark, brief, design), receptor=mark.receptor)
            )
        alone = scene_builder.scene(told, made, with_room=scene_builder.fits_in_room(told, made))
        whole = LightScene(
            panels=(*scene_builder.second_panels(told), *alone.panels),
            lamps=(*alone.lamps, *scene_builder.other_emitters(told)),
        )
        output = 2.0 ** moved.get("lamp output", 0.0)
        weights = {
            name: weight * (1.0 if name in told.lights else output)
            for name, weight in scene_builder.lamp_weights(told).items()
        }
        readings = measure(solve(whole, effort), wanted).readings(weights)
        lux = np.array([float(luminance(readings[str(k)].total)) for k in range(len(names))])
        seen: Array = np.maximum(lux, 1e-9) * told.lamp.power
        return seen

    return predict
