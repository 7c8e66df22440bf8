"""What will go wrong with this set, in sentences: what happens and what to do."""

import math
from dataclasses import dataclass
from typing import Any, Literal

import numpy as np

from wenlo.core.analysis.apparent import OUTLINE_THRESHOLD
from wenlo.core.analysis.costs import DAZZLING, VEIL_SHOWS, costs_of
from wenlo.core.analysis.figures import Evaluated
from wenlo.core.analysis.gauges import shutter_text
from wenlo.core.brief.brief import PEOPLE, Brief
from wenlo.core.catalog.data_files import rendering_classes
from wenlo.core.catalog.own import is_natural, lamp_of, sheet_material
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.colour import mired
from wenlo.core.photometry.stops import format_stops
from wenlo.core.proposals.misfits import misfits
from wenlo.core.proposals.proposal_context import Change
from wenlo.core.proposals.soft_rules import hanging
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box
from wenlo.core.units.length import UnitSystem, format_length

HEAD_ROOM = 0.02
POOR = ("fair", "gaps")
UNLIKE = 30.0
"""Lamps so many mired apart are seen to differ. [mired]"""
HOT_BELOW = 35.0
"""Lamps that give less light for their power send most of it out as heat. [lm/W]"""

FLICKERS = 0.1
"""Exposures that differ by so much are seen to. [stop]"""
NEAR_LAMP = 0.25
"""Nearer than this to a sheet, a lamp's heat is worth a word. [m]"""


@dataclass(frozen=True, kw_only=True)
class Note:
    """A sentence beside the drawing. ``about`` names the parameter or gauge it belongs to, ``cure`` the changes that
    mend it.
    """

    level: Literal["warning", "hint", "caution"]
    about: str
    text: str
    cure: tuple[Change, ...] = ()


def notes(
    brief: Brief, design: ModifierParameters, result: Evaluated, *, units: UnitSystem = "metric"
) -> tuple[Note, ...]:
    """Everything worth saying about a design in its room.

    Parameters
    ----------
    brief, design: what was evaluated.
    result: its figures.
    units: how lengths are written.
    """
    found: list[Note] = []

    def length(value: float) -> str:
        return format_length(value, system=units)

    found.extend(_room_notes(brief, design, length))
    found.extend(
        Note(level="warning", about=m.about, text=m.text, cure=m.cure) for m in misfits(brief, design, units=units)
    )
    by_day = kind_of(design).by_day(design)
    refused = None if by_day else kind_of(design).refuses(design, brief.lamp.type)
    if refused is not None:
        found.append(Note(level="warning", about=refused.field or "lamp", text=refused.text))
    if scene_builder.in_picture(brief, design):
        text = (
            f"The {kind_of(design).name} stands in the picture: the lens sees"
            f" {math.degrees(scene_builder.field_of(brief)):.0f}° across. Turn the key angle farther, move it back, or"
            " use a longer lens."
        )
        found.append(Note(level="warning", about="sheet_distance", text=text))
    light, from_lamp = result.light, not by_day
    if (
        from_lamp
        and kind_of(design).capabilities.sheet is not None
        and light.unscattered > 0.1 * max(light.key, 1e-30)
        and light.sheet.outline_contrast > OUTLINE_THRESHOLD
    ):
        share = light.unscattered / light.key
        found.append(
            Note(
                level="hint",
                about="sheet",
                text=(
                    f"{share * 100:.0f} % of the light at the face comes straight through the weave, so the shadow has "
                    "a hard core; a second layer scatters it."
                ),
            )
        )
    sheeted = kind_of(design).capabilities.sheet
    layers = None if sheeted is None or sheeted.layers is None else sheeted.count(design)
    if layers is not None and layers < 3 and light.sheet.outline_contrast > OUTLINE_THRESHOLD:
        found.append(
            Note(
                level="hint",
                about="layers",
                text=(
                    f"The lamp's outline shows through the sheet, brighter by {light.sheet.outline_contrast:.1f} times"
                    " the cloth beside it: it will mirror in glasses and varnish."
                ),
            )
        )
    gap = float(np.linalg.norm(design.lamp_position - design.source_centre))
    lamp = brief.lamp.type
    hot = lamp.electrical_watts is not None and lamp.amount < HOT_BELOW * lamp.electrical_watts
    if sheeted is not None and from_lamp and gap < (0.8 if hot else NEAR_LAMP):
        sheet = sheet_material(sheeted.material.get(design))
        found.append(
            Note(
                level="caution",
                about="lamp_distance",
                text=(
                    f"Heat: {sheet.name} must stay below {sheet.keep_below_celsius:.0f} °C and the {lamp.name} is only "
                    f"{length(gap)} away. Feel the sheet after a few minutes; the lamp maker's distance comes first."
                ),
            )
        )
    for hold, mass, most in hanging(brief, design):
        if mass > most:
            text = (
                f"{mass:.2f} kg hang on the {hold.name}, which carries {most:.1f} kg: it will droop. Take a lighter"
                " cloth or a smaller size, or hold it up from below."
            )
            found.append(Note(level="warning", about="kind", text=text))
    if design.highest > 2.0 and kind_of(design).capabilities.standing is not None:
        found.append(
            Note(
                level="caution",
                about="top_height",
                text=(
                    f"At {length(design.highest)} the frame is taller than a person: ballast both feet before the "
                    "sheet goes on."
                ),
            )
        )
    found.extend(Note(level="caution", about="kind", text=text) for text in kind_of(design).cautions)
    found.extend(_lamp_notes(brief, result))
    return tuple(found)


def _lamp_notes(brief: Brief, result: Evaluated) -> list[Note]:
    found = []
    lit = [lamp for lamp in brief.lamps if lamp.on]
    if not lit:
        found.append(Note(level="warning", about="lamp", text="Every lamp is off: switch one on at the lamp desk."))
    for lamp in lit:
        kind = None if is_natural(lamp.id) else lamp_of(lamp.id)
        hurts = rendering_classes()[kind.rendering].hurts if kind and kind.rendering in POOR else ""
        if kind and hurts:
            text = (
                f"{kind.name}: colour rendering {rendering_classes()[kind.rendering].name}. It leaves {hurts}; the"
                " picture cannot show that."
            )
            found.append(Note(level="hint", about="lamp", text=text))
    whites = [(scene_builder.white_of(lamp), lamp) for lamp in lit]
    if len(whites) > 1:
        cold, warm = max(whites, key=lambda w: w[0]), min(whites, key=lambda w: w[0])
        apart = mired(warm[0]) - mired(cold[0])
        if apart > UNLIKE:
            text = (
                f"Unlike lamps: {cold[0]:.0f} K and {warm[0]:.0f} K stand {apart:.0f} mired apart, so no white balance"
                " suits both. A warm gel on the colder, or a blue one on the warmer, brings them together."
            )
            found.append(Note(level="hint", about="lamp", text=text))
    cost = costs_of(brief, result)
    if cost.flicker > FLICKERS:
        text = (
            f"At {shutter_text(brief.camera.shutter)} the {cost.flickering} flickers by {format_stops(cost.flicker)}"
            f" from one exposure to the next on {brief.room.hertz} Hz mains; 1/{2 * brief.room.hertz} s or"
            f" 1/{brief.room.hertz} s lets whole swings through."
        )
        found.append(Note(level="hint", about="camera.shutter", text=text))
    if cost.veil < VEIL_SHOWS:
        text = (
            f"Stray light: what falls on the lens lifts the blacks to {format_stops(cost.veil)} under middle grey. Flag"
            " the lens, or turn the light that it looks into."
        )
        found.append(Note(level="hint", about="camera", text=text))
    if cost.glare > DAZZLING and brief.subject.kind in PEOPLE:
        text = (
            "Glare: the sitter looks into a source that dazzles. Add a layer, move the lamp back or let them look away"
            " between shots."
        )
        found.append(Note(level="caution", about="lamp_distance", text=text))
    return found


def _room_notes(brief: Brief, design: ModifierParameters, length: Any) -> list[Note]:
    box = room_box(brief)
    found = []
    if kind_of(design).capabilities.standing is not None and design.highest > brief.room.height - HEAD_ROOM:
        over = design.highest - brief.room.height + HEAD_ROOM
        found.append(
            Note(
                level="warning",
                about="top_height",
                text=f"The frame is {length(over)} too tall for the ceiling at {length(brief.room.height)}.",
            )
        )
    x, y, z = design.lamp_position
    beyond = max(x - box.right, box.left - x, box.front - y, y - box.back, z - box.ceiling_at(x))
    if beyond > -0.005:
        found.append(
            Note(
                level="warning",
                about="lamp_distance",
                text=(
                    f"The lamp would stand {length(max(beyond, 0.0) + 0.01)} beyond the wall. Bring it nearer to the"
                    " sheet, or turn the key angle; until then the room's return is left out."
                ),
            )
        )
    elif not scene_builder.fits_in_room(brief, design):
        found.append(
            Note(
                level="warning",
                about="sheet_distance",
                text=(
                    f"Part of the {kind_of(design).name} is in a wall, the ceiling or the backdrop. Move it or make it"
                    " smaller; until then the room's return is left out."
                ),
            )
        )
    if brief.camera.distance > -box.front:
        short = brief.camera.distance + box.front
        found.append(
            Note(
                level="warning",
                about="camera.distance",
                text=(
                    f"The camera would stand {length(short)} behind the wall: the room is {length(brief.room.depth)}"
                    f" deep and the backdrop takes {length(brief.backdrop.distance)}."
                ),
            )
        )
    return found
