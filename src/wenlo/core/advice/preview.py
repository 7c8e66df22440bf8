"""The predicted picture of a shoot: the set with a stand-in for the subject, seen by the camera of the Brief."""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
from numpy.typing import NDArray

from wenlo.core.advice import set_up
from wenlo.core.data import lamp_types
from wenlo.core.quantities import exposure
from wenlo.core.shoot.brief import SENSORS, Brief
from wenlo.core.transport.picture import Camera, Picture, take
from wenlo.core.transport.scene import LightScene
from wenlo.core.transport.solve import Effort, solve
from wenlo.core.transport.stand_ins import head_and_shoulders

Array = NDArray[np.float64]

PICTURE_EFFORT = Effort(sides=400, samples=1)
LOOKS_AT = 0.06
"""The camera is aimed this far below the eyes, so that head and shoulders sit in the frame. [m]"""


@dataclass(frozen=True, kw_only=True)
class Taking:
    """How a picture is taken: pixels, rays through each, passes of the filter."""

    width: int
    height: int
    samples: int
    smoothing: int = 3


FIRST = Taking(width=240, height=160, samples=4)
CLEAN = Taking(width=480, height=320, samples=4)


def camera_of(brief: Brief) -> Camera:
    """The Brief's camera before the subject at the height of the face, focused on the face."""
    face = set_up.face(brief)
    _, width, _ = SENSORS[brief.camera.sensor]
    # a thin lens focused at d has its film at f·d/(d − f): close focus narrows the field
    f, d = brief.camera.focal_length, brief.camera.distance
    image = f * d / (d - f) if d > 1.05 * f else 21.0 * f
    return Camera(
        position=face + np.array([0.0, -d, 0.0]), aim=face - np.array([0.0, 0.0, LOOKS_AT]),
        field=2.0 * math.atan(width / 2.0 / image), aperture=f / brief.camera.aperture, focus=d,
    )  # fmt: skip


def picture_scene(brief: Brief, design: Any) -> LightScene:
    """The set with the subject's stand-in; without the room when the set does not fit in it."""
    scene = set_up.scene(brief, design, with_room=set_up.fits_in_room(brief, design))
    subject = head_and_shoulders(set_up.face(brief), depth=brief.subject.head_depth)
    return replace(scene, panels=(*scene.panels, *subject))


def preview(brief: Brief, design: Any, taking: Taking, go_on: Callable[[int], bool] | None = None) -> Picture:
    """Take the predicted picture.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    taking: pixels and rays.
    go_on: asked after every few rays a pixel whether to take more.
    """
    solved = solve(picture_scene(brief, design), PICTURE_EFFORT)
    return take(
        solved, camera_of(brief), width=taking.width, height=taking.height, samples=taking.samples,
        smoothing=taking.smoothing, go_on=go_on,
    )  # fmt: skip


def exposure_factor(brief: Brief) -> float:
    """What luminance is multiplied by to give the linear value of the picture, at full lamp power. [m²/cd]

    A Lambertian surface of reflectance ρ under the light that the meter calls right comes out as ρ: L = ρE/π
    and H = E·t = C·N²/S (ISO 2720, C for the receptor in use).
    """
    camera = brief.camera
    right = exposure.luminous_exposure_for(aperture=camera.aperture, iso=camera.iso, receptor=brief.receptor)
    time = 1.0 if lamp_types()[brief.lamp.id].kind == "flash" else camera.shutter
    return math.pi * time / right
