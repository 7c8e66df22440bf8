"""The predicted picture of a shoot: the set with a stand-in for the subject, seen by the camera of the Brief."""

import math
from collections.abc import Callable
from dataclasses import dataclass, replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.costs import light_time, veil_luminance
from wenlo.core.brief.brief import PEOPLE, SENSORS, Brief
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.photometry import exposure
from wenlo.core.scene import scene_builder
from wenlo.core.scene.stand_in import clouds, ground_shapes, other_people, subject_shapes
from wenlo.core.transport.measure import measure
from wenlo.core.transport.outline import Separation, separations
from wenlo.core.transport.picture import Picture, Viewpoint, take
from wenlo.core.transport.scene import LightScene
from wenlo.core.transport.solve import Effort, solve

Array = NDArray[np.float64]

PICTURE_EFFORT = Effort(sides=400, samples=1, error=0.05, most_paths=512)
STILL = 5e-4
"""What moves less than this during the exposure is drawn sharp. [m]"""

MOVING_SAMPLES = 8
"""Rays a pixel, each at its own time, when the subject moves."""

LOOKS_AT = 0.06
"""The camera is aimed this far below the eyes, so that head and shoulders sit in the frame. [m]"""


@dataclass(frozen=True, kw_only=True)
class Taking:
    """How a picture is taken: pixels, rays through each, passes of the filter."""

    width: int
    height: int
    samples: int
    smoothing: int = 3


COARSE = Taking(width=120, height=80, samples=1, smoothing=1)
FIRST = Taking(width=240, height=160, samples=2)
CLEAN = Taking(width=480, height=320, samples=2)


def camera_of(brief: Brief) -> Viewpoint:
    """The Brief's camera before the subject at the height of the face, focused on the face."""
    face = scene_builder.face(brief)
    _, width, _ = SENSORS[brief.camera.sensor]
    # a thin lens focused at d has its film at f·d/(d − f): close focus narrows the field
    f, d = brief.camera.focal_length, brief.camera.distance
    image = f * d / (d - f) if d > 1.05 * f else 21.0 * f
    return Viewpoint(
        position=scene_builder.camera_place(brief),
        aim=face - np.array([0.0, 0.0, LOOKS_AT if brief.subject.kind in PEOPLE else 0.0]),
        field=2.0 * math.atan(width / 2.0 / image),
        aperture=f / brief.camera.aperture,
        focus=d,
    )


def picture_scene(brief: Brief, design: ModifierParameters) -> LightScene:
    """The set with the subject's stand-in; without the room when the set does not fit in it."""
    scene = scene_builder.whole_scene(brief, design)
    subject = subject_shapes(brief)
    way = brief.subject.movement * light_time(brief, brief.lamp.power) * np.array([1.0, 0.0, 0.0])
    moves = {shape.id: way for shape in subject} if float(np.linalg.norm(way)) > STILL else {}
    return replace(
        scene,
        panels=(*scene.panels, *subject, *other_people(brief), *ground_shapes(brief)),
        clouds=clouds(brief),
        moves=moves,
    )


@dataclass(frozen=True, kw_only=True, eq=False)
class Preview:
    """A predicted picture, the light that strays in the lens by lamp, shape (G, 3) [cd/m²], and the subject's
    outline.
    """

    picture: Picture
    veil: Array
    outline: tuple[Separation, ...]


def preview(
    brief: Brief, design: ModifierParameters, taking: Taking, go_on: Callable[[int], bool] | None = None
) -> Preview:
    """Take the predicted picture.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    taking: pixels and rays.
    go_on: asked after every few rays a pixel whether to take more.
    """
    scene = picture_scene(brief, design)
    solved = solve(scene, PICTURE_EFFORT)
    samples = max(taking.samples, MOVING_SAMPLES) if scene.moves else taking.samples
    taken = take(
        solved,
        camera_of(brief),
        width=taking.width,
        height=taking.height,
        samples=samples,
        smoothing=taking.smoothing,
        go_on=go_on,
    )
    lens = next(meter for meter in scene_builder.meters(brief, design) if meter.id == "lens")
    on_lens = measure(solved, [lens]).readings()["lens"].by_lamp
    veil = np.array([veil_luminance(1.0) * on_lens[lamp.id].total for lamp in taken.lamps])
    taken, veil = _joined(taken, veil)
    return Preview(
        picture=replace(taken, light=taken.light + veil[:, None, None, :]),
        veil=veil,
        outline=separations(taken, [shape.id for shape in subject_shapes(brief)]),
    )


def _joined(taken: Picture, veil: Array) -> tuple[Picture, Array]:
    # lamps that share the setting of the first are one light
    alike = [lamp.id.startswith(scene_builder.ALIKE) for lamp in taken.lamps]
    if not any(alike):
        return taken, veil
    own = [not a for a in alike]
    light, stray = taken.light[own].copy(), veil[own].copy()
    light[0] += taken.light[alike].sum(axis=0)
    stray[0] += veil[alike].sum(axis=0)
    lamps = tuple(lamp for lamp, a in zip(taken.lamps, alike, strict=True) if not a)
    return replace(taken, light=light, lamps=lamps), stray


def exposure_factor(brief: Brief) -> float:
    """What luminance is multiplied by to give the linear value of the picture, at full lamp power. [m²/cd]

    A Lambertian surface of reflectance ρ under the light that the meter calls right comes out as ρ: L = ρE/π
    and H = E·t = C·N²/S (ISO 2720, C for the receptor in use).
    """
    camera = brief.camera
    right = exposure.luminous_exposure_for(aperture=camera.aperture, iso=camera.iso, receptor=brief.receptor)
    time = 1.0 if brief.lamp.type.kind == "flash" else camera.shutter
    return math.pi * time / right
