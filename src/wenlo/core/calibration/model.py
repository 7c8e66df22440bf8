"""The set with what may be off in it moved: the model that readings are fitted with."""

import math
from collections.abc import Mapping, Sequence
from functools import cache
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
from wenlo.core.modifiers.registry import baseline, kind_of
from wenlo.core.optics.sheet import luminance
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import QUICK, Effort, solve

Array = NDArray[np.float64]

KEY = "key"
"""The reading at the face, toward the light."""

BARE = "bare"
"""The same with the sheet taken away and the lamp as it stands: what tells a lamp from a sheet."""

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


def suspects(brief: Brief, design: ModifierParameters) -> tuple[Unknown, ...]:
    """What readings may be off by: what may be off in the design, and daylight that nobody thought of.

    Under open sky daylight is a light of the set.
    """
    return unknowns_of(design) if brief.room.outdoors else (*unknowns_of(design), "daylight")


def bounds_of(brief: Brief, design: ModifierParameters) -> dict[Unknown, tuple[float, float]]:
    """How far each can be off at all: no sheet passes more than falls on it, no paint sends back more.

    Source: [Palmer2010].

    Parameters
    ----------
    brief, design: the shoot's.

    Returns
    -------
    dict: least and most by the unknown. [stop; daylight: share of the lamp's light at the face]
    """
    able = kind_of(design).capabilities
    walls = max(max(finish_material(getattr(brief.room, part)).reflectance) for part in ("walls", "ceiling"))
    found: dict[Unknown, tuple[float, float]] = {
        "lamp output": (-3.0, 3.0),
        "wall reflectance": (-3.0, math.log2(MOST_SENT / walls)),
        "daylight": (0.0, 2.0),
    }
    if able.sheet is not None:
        passes = sheet_material(able.sheet.material.get(design)).transmittance
        found["sheet transmittance"] = (-3.0, math.log2(MOST_PASSED / passes))
    if able.lamp_travel is not None:
        found["lamp distance"] = (-1.5, 1.5)
    return found


MOST_PASSED, MOST_SENT = 0.97, 0.95
"""No sheet passes more, no paint sends back more. [-]"""

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
    t = min(before * 2.0**stops, MOST_PASSED)
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
    red, green, blue = (min(x * 2.0**stops, MOST_SENT) for x in finish_material(ref).reflectance)
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
        face, :data:`BARE` the face with the sheet taken away.
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
    missing = [name for name in names if name not in (KEY, BARE) and name not in known]
    if missing:
        raise Impossible(f"No meter called “{missing[0]}” stands in the set; place it in Place, where it was read.")

    @cache
    def at_face() -> float:
        # what the lamp gives there as the set was thought to be
        meter = next(m for m in scene_builder.meters(brief, design) if m.id == KEY)
        face = Meter(id=KEY, position=meter.position, normal=meter.normal)
        scene = scene_builder.scene(brief, design, with_room=scene_builder.fits_in_room(brief, design))
        found = measure(solve(scene, effort), [face]).readings(scene_builder.lamp_weights(brief))
        return float(luminance(found[KEY].total))

    def predict(moved: Mapping[Unknown, float]) -> Array:
        told, made = changed(brief, design, moved)
        wanted = []
        for k, name in enumerate(names):
            if name in (KEY, BARE):
                meter = next(m for m in scene_builder.meters(told, made) if m.id == KEY)
                wanted.append(Meter(id=str(k), position=meter.position, normal=meter.normal))
                continue
            mark = known[name]
            place = np.array([mark.x, mark.y, max(mark.z, 1e-3)])
            wanted.append(
                Meter(id=str(k), position=place, normal=facing_of(mark, brief, design), receptor=mark.receptor)
            )
        output = 2.0 ** moved.get("lamp output", 0.0)
        weights = {
            name: weight * (1.0 if name in told.lights else output)
            for name, weight in scene_builder.lamp_weights(told).items()
        }

        def read(of: Any, meters: Sequence[Meter]) -> dict[str, float]:
            if not meters:
                return {}
            alone = scene_builder.scene(told, of, with_room=scene_builder.fits_in_room(told, of))
            whole = LightScene(
                panels=(*scene_builder.second_panels(told), *alone.panels),
                lamps=(*alone.lamps, *scene_builder.other_emitters(told)),
            )
            found = measure(solve(whole, effort), meters).readings(weights)
            return {meter.id: float(luminance(found[meter.id].total)) for meter in meters}

        kept = [meter for meter, name in zip(wanted, names, strict=True) if name != BARE]
        bare = [meter for meter, name in zip(wanted, names, strict=True) if name == BARE]
        seen_by = read(made, kept) | read(baseline(made, told), bare)
        lux = np.array([seen_by[str(k)] for k in range(len(names))])
        if moved.get("daylight"):
            lux = lux + moved["daylight"] * at_face()
        seen: Array = np.maximum(lux, 1e-9) * told.lamp.power
        return seen

    return predict
