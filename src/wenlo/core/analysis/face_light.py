"""The light on the parts of a face: forehead, eye sockets, both cheeks, chin."""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import PEOPLE, Brief
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import DRAFT, Effort, solve

Vector = NDArray[np.float64]

FacePart = Literal["forehead", "eye sockets", "lit cheek", "far cheek", "chin"]

HALF_WIDTH, HALF_DEPTH, HALF_HEIGHT = 0.075, 0.095, 0.12
"""Of a head. [m]"""

TURNED_ASIDE = 60.0
"""A cheek looks so far away from the lens. [degree]"""

TILTS: Mapping[FacePart, float] = {"forehead": 30.0, "eye sockets": -30.0, "chin": -45.0}
"""How far each looks up (+) or down (−) [degree]: under the brow an eye sees nothing that is higher than 60°."""

DARK_EYES = 1.5
"""Sockets that get so much less than the forehead look empty. [stop]"""


@dataclass(frozen=True, kw_only=True)
class FaceLight:
    """What each part gets: in stops against the reading at the face toward the light."""

    stops: Mapping[FacePart, float]

    @property
    def sockets(self) -> float:
        """How much less the eye sockets get than the forehead. [stop]"""
        return self.stops["forehead"] - self.stops["eye sockets"]

    @property
    def cheeks(self) -> float:
        """Lit cheek over far cheek. [stop]"""
        return self.stops["lit cheek"] - self.stops["far cheek"]


def face_meters(brief: Brief, design: ModifierParameters) -> tuple[Meter, ...]:
    """A flat meter on each part of a face that looks to the lens, by its name.

    Source: [Geometry].
    """
    eye, ahead, up = scene_builder.face(brief), np.array([0.0, -1.0, 0.0]), np.array([0.0, 0.0, 1.0])
    toward = scene_builder.toward_source(brief, design)
    lit = 1.0 if toward[0] >= 0.0 else -1.0
    found = []
    for name, tilt in TILTS.items():
        a = math.radians(tilt)
        normal = math.cos(a) * ahead + math.sin(a) * up
        drop = 0.0 if name == "eye sockets" else math.sin(a) * HALF_HEIGHT
        found.append(Meter(id=name, position=eye + HALF_DEPTH * math.cos(a) * ahead + drop * up, normal=normal))
    for name, side in (("lit cheek", lit), ("far cheek", -lit)):
        a = math.radians(TURNED_ASIDE)
        normal = math.cos(a) * ahead + math.sin(a) * side * np.array([1.0, 0.0, 0.0])
        place = eye + np.array([HALF_WIDTH * side * math.sin(a), -HALF_DEPTH * math.cos(a), -0.04])
        found.append(Meter(id=name, position=place, normal=normal))
    return tuple(found)


def face_light(brief: Brief, design: ModifierParameters, *, effort: Effort = DRAFT) -> FaceLight | None:
    """The light on a face with everything in the set; None for things, and for a set that does not fit its room.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    effort: how finely the set is sampled.
    """
    if brief.subject.kind not in PEOPLE or not scene_builder.fits_in_room(brief, design):
        return None
    solved = solve(scene_builder.whole_scene(brief, design), effort)
    key = next(m for m in scene_builder.meters(brief, design) if m.id == "key")
    found = measure(solved, [key, *face_meters(brief, design)]).readings(scene_builder.lamp_weights(brief))
    lux = {name: max(float(luminance(reading.total)), 1e-12) for name, reading in found.items()}
    parts: tuple[FacePart, ...] = ("forehead", "eye sockets", "lit cheek", "far cheek", "chin")
    return FaceLight(stops={part: stops_between(lux[part], lux["key"]) for part in parts})
