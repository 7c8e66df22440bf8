"""Meters that stay in the set: what each reads, from which lamp and by which way, and what would change it."""

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.brief.set_objects import MeterMark
from wenlo.core.facts import Fact, Phrases, told_stops, yes
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.optics.lamp import KEY_LAMP
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.exposure import aperture_for, format_aperture
from wenlo.core.photometry.stops import stops_between
from wenlo.core.remembered import LruCache
from wenlo.core.scene import scene_builder
from wenlo.core.scene.light_cache import light_key
from wenlo.core.scene.room import room_box
from wenlo.core.transport.measure import Measured, measure
from wenlo.core.transport.scene import Meter, Reading
from wenlo.core.transport.solve import DRAFT, Effort, solve

Vector = NDArray[np.float64]

WAYS: dict[str, tuple[float, float, float]] = {
    "backdrop": (0.0, 1.0, 0.0),
    "up": (0.0, 0.0, 1.0),
    "down": (0.0, 0.0, -1.0),
    "left": (-1.0, 0.0, 0.0),
    "right": (1.0, 0.0, 0.0),
}

LEAST_TOLD = 0.05
"""A lamp or a way that gives a smaller share is not told. [-]"""


@dataclass(frozen=True, kw_only=True)
class ReadingPart:
    """A share of a reading: the lamp's name, ``direct``, ``modifier`` or ``room``, and how many stops less without it
    (infinite when it is all).
    """

    lamp: str
    way: str
    share: float
    without: float


@dataclass(frozen=True, kw_only=True)
class MarkReading:
    """What a meter reads [lx, or lx·s of a flash] with its 95 % half-width, in stops from the key, as an f-number, and
    why.

    ``inside`` is false for a meter outside of the room, which reads nothing.
    """

    name: str
    lux: float
    error: float
    stops: float
    aperture: str
    parts: tuple[ReadingPart, ...]
    says: tuple[Fact, ...]
    inside: bool = True


def facing_of(mark: MeterMark, brief: Brief, design: ModifierParameters) -> Vector:
    """Where a meter faces, a unit vector, shape (3,)."""
    place = np.array([mark.x, mark.y, mark.z])
    if mark.facing in WAYS:
        return np.array(WAYS[mark.facing])
    to = (design.source_centre if mark.facing == "key" else scene_builder.camera_place(brief)) - place
    far = float(np.linalg.norm(to))
    return np.array([0.0, -1.0, 0.0]) if far < 1e-6 else to / far


def _names(brief: Brief) -> dict[str, str]:
    names = {KEY_LAMP: "the key", **{key: light.name for key, light in brief.lights.items()}}
    return {**names, **{f"{scene_builder.ALIKE}{k}": "the key" for k in range(2, scene_builder.MOST_ALIKE + 1)}}


def parts_of(reading: Reading, names: Mapping[str, str]) -> tuple[ReadingPart, ...]:
    """Shares of a reading by lamp and way, the largest first."""
    sums: dict[tuple[str, str], float] = {}
    for lamp, paths in reading.by_lamp.items():
        for way in ("direct", "modifier", "room"):
            key = (names.get(lamp, lamp), way)
            sums[key] = sums.get(key, 0.0) + max(float(luminance(getattr(paths, way))), 0.0)
    total = sum(sums.values())
    if total <= 0.0:
        return ()
    rows = [
        ReadingPart(
            lamp=lamp,
            way=way,
            share=value / total,
            without=stops_between(total, total - value) if value < total else math.inf,
        )
        for (lamp, way), value in sums.items()
    ]
    return tuple(sorted((p for p in rows if p.share > 1e-4), key=lambda p: -p.share))


SAYS = Phrases(
    "meter",
    {
        "outside": {},
        "dark": {},
        "parts": {"parts": "list"},
        "part": {"share": "share", "lamp": "label", "way": "choice"},
        "cure": {"way": "choice", "lamp": "label", "takes": "in_stops", "all": "choice"},
    },
    room="set",
)

MOST_SAID = 4
"""So many shares of a reading are said. [-]"""


def _said(parts: Sequence[ReadingPart]) -> tuple[Fact, ...]:
    told = [p for p in parts if p.share >= LEAST_TOLD]
    if not told:
        return (SAYS("dark"),)
    shares = tuple(SAYS("part", share=p.share, lamp=p.lamp, way=p.way) for p in told[:MOST_SAID])
    first = told[0]
    cure = SAYS(
        "cure", way=first.way, lamp=first.lamp, takes=told_stops(first.without), all=yes(math.isinf(first.without))
    )
    return SAYS("parts", parts=shares), cure


_measured: LruCache[Measured] = LruCache(8)


def mark_readings(
    brief: Brief, design: ModifierParameters, marks: Sequence[MeterMark], *, effort: Effort = DRAFT
) -> tuple[tuple[MarkReading, ...], float]:
    """Read the meters that stay, and the key. [lx] or [lx·s]

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    marks: the meters.
    effort: how finely the set is sampled.
    """
    box = room_box(brief)
    key_meter = next(m for m in scene_builder.meters(brief, design) if m.id == "key")
    inside = [k for k, mark in enumerate(marks) if box.holds((mark.x, mark.y, mark.z))]
    wanted = [
        Meter(
            id=str(k),
            position=np.array([marks[k].x, marks[k].y, max(marks[k].z, 1e-3)]),
            normal=facing_of(marks[k], brief, design),
            receptor=marks[k].receptor,
        )
        for k in inside
    ]
    places = [mark.model_dump(mode="json", exclude={"name": True}) for mark in marks]
    measured = _measured.get(
        (light_key(brief, design), effort, str(places)),
        lambda: (measure(solve(scene_builder.whole_scene(brief, design), effort), [key_meter, *wanted]), True),
    )
    readings = measured.readings(scene_builder.lamp_weights(brief))
    key, power = float(luminance(readings["key"].total)), brief.lamp.power
    names = _names(brief)
    found = []
    for k, mark in enumerate(marks):
        if k not in inside:
            found.append(
                MarkReading(
                    name=mark.name,
                    lux=0.0,
                    error=0.0,
                    stops=-math.inf,
                    aperture="–",
                    parts=(),
                    says=(SAYS("outside"),),
                    inside=False,
                )
            )
            continue
        reading = readings[str(k)]
        lux = float(luminance(reading.total))
        parts = parts_of(reading, names)
        time = 1.0 if brief.lamp.type.kind == "flash" else brief.camera.shutter
        stop = aperture_for(lux * power * time, iso=brief.camera.iso, receptor=mark.receptor) if lux > 0.0 else math.nan
        found.append(
            MarkReading(
                name=mark.name,
                lux=lux * power,
                error=reading.error * power,
                stops=-stops_between(key, lux),
                parts=parts,
                aperture=format_aperture(stop) if math.isfinite(stop) else "no light",
                says=_said(parts),
            )
        )
    return tuple(found), key * power
