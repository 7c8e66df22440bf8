"""What will go wrong with this set: what happens and what to do."""

import math
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Literal

import numpy as np

from wenlo.core.analysis.apparent import OUTLINE_THRESHOLD
from wenlo.core.analysis.costs import DAZZLING, VEIL_SHOWS, costs_of
from wenlo.core.analysis.figures import Evaluated
from wenlo.core.analysis.gauges import shutter_text
from wenlo.core.brief.brief import PEOPLE, Brief
from wenlo.core.catalog.data_files import rendering_classes
from wenlo.core.catalog.own import is_natural, lamp_of, sheet_material
from wenlo.core.facts import Fact, Phrases, told_stops
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.colour import mired
from wenlo.core.proposals.fit_cures import camera_before_the_wall, into_the_room, lower
from wenlo.core.proposals.misfits import misfits
from wenlo.core.proposals.proposal_context import Change
from wenlo.core.proposals.soft_rules import hanging
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box

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


TALL = 2.0
"""Higher than a person reaches. [m]"""

SAYS = Phrases(
    "note",
    {
        "refused": {"why": "label"},
        "in-picture": {"kind": "label", "field": "angle"},
        "hard-core": {"share": "share"},
        "outline": {"times": "tenth"},
        "heat": {"sheet": "label", "limit": "celsius", "lamp": "label", "gap": "length"},
        "droops": {"mass": "mass", "hold": "label", "most": "mass"},
        "tall": {"height": "length"},
        "of-kind": {"what": "label"},
        "all-off": {},
        "rendering": {"lamp": "label", "quality": "label", "hurts": "label"},
        "unlike": {"cold": "kelvin", "warm": "kelvin", "apart": "count"},
        "flicker": {"time": "label", "lamp": "label", "stops": "in_stops", "hertz": "count", "double": "count"},
        "veil": {"stops": "in_stops"},
        "glare": {},
        "too-tall": {"over": "length", "ceiling": "length"},
        "beyond-wall": {"beyond": "length"},
        "in-wall": {"kind": "label"},
        "camera-in-wall": {"short": "length", "deep": "length", "backdrop": "length"},
    },
    room="light",
)


@dataclass(frozen=True, kw_only=True)
class Note:
    """Something to know beside the drawing. ``about`` names the parameter or gauge it belongs to, ``cure`` the changes
    that mend it.
    """

    level: Literal["warning", "hint", "caution"]
    about: str
    says: Fact
    cure: tuple[Change, ...] = ()


def notes(brief: Brief, design: ModifierParameters, result: Evaluated) -> tuple[Note, ...]:
    """Everything worth saying about a design in its room.

    Parameters
    ----------
    brief, design: what was evaluated.
    result: its figures.
    """
    found = list(_room_notes(brief, design))
    found.extend(Note(level="warning", about=m.about, says=m.says, cure=m.cure) for m in misfits(brief, design))
    kind = kind_of(design)
    by_day = kind.by_day(design)
    refused = None if by_day else kind.refuses(design, brief.lamp.type)
    if refused is not None:
        found.append(Note(level="warning", about=refused.field or "lamp", says=SAYS("refused", why=refused.text)))
    if scene_builder.in_picture(brief, design):
        says = SAYS("in-picture", kind=kind.name, field=scene_builder.field_of(brief))
        found.append(Note(level="warning", about="sheet_distance", says=says))
    found.extend(_sheet_notes(brief, design, result, by_day=by_day))
    for hold, mass, most in hanging(brief, design):
        if mass > most:
            says = SAYS("droops", mass=mass, hold=hold.name, most=most)
            found.append(Note(level="warning", about="kind", says=says))
    if design.highest > TALL and kind.capabilities.standing is not None:
        found.append(Note(level="caution", about="top_height", says=SAYS("tall", height=design.highest)))
    found.extend(Note(level="caution", about="kind", says=SAYS("of-kind", what=text)) for text in kind.cautions)
    found.extend(_lamp_notes(brief, result))
    return tuple(found)


def _sheet_notes(brief: Brief, design: ModifierParameters, result: Evaluated, *, by_day: bool) -> Iterator[Note]:
    light, lamp, sheeted = result.light, brief.lamp.type, kind_of(design).capabilities.sheet
    if sheeted is None:
        return
    shows = light.sheet.outline_contrast > OUTLINE_THRESHOLD
    if not by_day and shows and light.unscattered > 0.1 * max(light.key, 1e-30):
        yield Note(level="hint", about="sheet", says=SAYS("hard-core", share=light.unscattered / light.key))
    layers = None if sheeted.layers is None else sheeted.count(design)
    if layers is not None and layers < 3 and shows and math.isfinite(light.sheet.outline_contrast):
        yield Note(level="hint", about="layers", says=SAYS("outline", times=light.sheet.outline_contrast))
    gap = float(np.linalg.norm(design.lamp_position - design.source_centre))
    hot = lamp.electrical_watts is not None and lamp.amount < HOT_BELOW * lamp.electrical_watts
    if not by_day and gap < (0.8 if hot else NEAR_LAMP):
        sheet = sheet_material(sheeted.material.get(design))
        says = SAYS("heat", sheet=sheet.name, limit=sheet.keep_below_celsius, lamp=lamp.name, gap=gap)
        yield Note(level="caution", about="lamp_distance", says=says)


def _lamp_notes(brief: Brief, result: Evaluated) -> Iterator[Note]:
    lit = [lamp for lamp in brief.lamps if lamp.on]
    if not lit:
        yield Note(level="warning", about="lamp", says=SAYS("all-off"))
    for lamp in lit:
        kind = None if is_natural(lamp.id) else lamp_of(lamp.id)
        quality = rendering_classes()[kind.rendering] if kind and kind.rendering in POOR else None
        if kind and quality and quality.hurts:
            says = SAYS("rendering", lamp=kind.name, quality=quality.name, hurts=quality.hurts)
            yield Note(level="hint", about="lamp", says=says)
    whites = [scene_builder.white_of(lamp) for lamp in lit]
    if len(whites) > 1:
        cold, warm = max(whites), min(whites)
        apart = mired(warm) - mired(cold)
        if apart > UNLIKE:
            yield Note(level="hint", about="lamp", says=SAYS("unlike", cold=cold, warm=warm, apart=apart))
    cost, hertz = costs_of(brief, result), brief.room.hertz
    if cost.flicker > FLICKERS:
        says = SAYS(
            "flicker",
            time=shutter_text(brief.camera.shutter),
            lamp=cost.flickering,
            stops=cost.flicker,
            hertz=hertz,
            double=2 * hertz,
        )
        yield Note(level="hint", about="camera.shutter", says=says)
    if cost.veil < VEIL_SHOWS:
        yield Note(level="hint", about="camera", says=SAYS("veil", stops=told_stops(cost.veil)))
    if cost.glare > DAZZLING and brief.subject.kind in PEOPLE:
        yield Note(level="caution", about="lamp_distance", says=SAYS("glare"))


def _room_notes(brief: Brief, design: ModifierParameters) -> Iterator[Note]:
    box = room_box(brief)
    if kind_of(design).capabilities.standing is not None and design.highest > brief.room.height - HEAD_ROOM:
        over = design.highest - brief.room.height + HEAD_ROOM
        says = SAYS("too-tall", over=over, ceiling=brief.room.height)
        yield Note(level="warning", about="top_height", says=says, cure=lower(brief, design, over))
    x, y, z = (float(v) for v in design.lamp_position)
    beyond = max(x - box.right, box.left - x, box.front - y, y - box.back, z - box.ceiling_at(x))
    if beyond > -0.005:
        says = SAYS("beyond-wall", beyond=max(beyond, 0.0) + 0.01)
        yield Note(level="warning", about="lamp_distance", says=says, cure=into_the_room(brief, design))
    elif not scene_builder.fits_in_room(brief, design):
        says = SAYS("in-wall", kind=kind_of(design).name)
        yield Note(level="warning", about="sheet_distance", says=says, cure=into_the_room(brief, design))
    if brief.camera.distance > -box.front:
        says = SAYS(
            "camera-in-wall",
            short=brief.camera.distance + box.front,
            deep=brief.room.depth,
            backdrop=brief.backdrop.distance,
        )
        yield Note(level="warning", about="camera.distance", says=says, cure=camera_before_the_wall(brief))
