"""What a shiny thing shows of its surroundings, and how far to turn it."""

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.preview import camera_of, picture_scene
from wenlo.core.brief.brief import SHINY, Brief
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.scene import scene_builder
from wenlo.core.scene.stand_in import ground_shapes, subject_shapes
from wenlo.core.transport.mirror import OFF, Met, Mirrored, meet, mirrored, mirrored_way
from wenlo.core.transport.pack import Packed, pack
from wenlo.core.transport.picture import Viewpoint
from wenlo.core.transport.rows import rows_of
from wenlo.core.transport.scene import LightScene
from wenlo.core.transport.solve import DRAFT, Solved, solve
from wenlo.core.transport.view import luminance_along

Array = NDArray[np.float64]

WIDTH, HEIGHT = 120, 80
LIT, DARK = -1.5, -4.0
"""What is mirrored looks lit from the first on, dark below the second, against a white card at the thing. [stop]"""

CAMERA_HALF = 0.06
"""Half of a camera as it shows beside its lens. [m]"""

SMALL = 0.003
"""Less of the thing than this is not seen. [-]"""

MOST_TURN, TURN_STEP = 30.0, 0.5
"""How far a flat thing is turned at most, and in what steps it is tried. [degree]"""

TRIED_PLACES = 160
MOST_SPOTS = 16
"""So many places of each part are drawn."""

MirroredLook = Literal["lit", "dim", "dark", "lamp", "lens", "hole"]
UNWANTED: tuple[MirroredLook, ...] = ("lamp", "lens", "hole")


@dataclass(frozen=True, kw_only=True)
class MirroredPart:
    """Something that is mirrored: what it is, on which share of the visible thing, and its middle luminance against a
    white card at the thing (None for lamp, lens and hole). [stop]
    """

    key: str
    label: str
    look: MirroredLook
    share: float
    stops: float | None


@dataclass(frozen=True, kw_only=True)
class ThingTurn:
    """How far a flat thing is turned so that what is unwanted is out of it. ``axis`` is how; the other value
    is what moving the lens sideways, or up, does as well. [rad, m]
    """

    axis: Literal["turned", "leaned"]
    angle: float
    moved: float


@dataclass(frozen=True, kw_only=True, eq=False)
class Reflections:
    """What is mirrored, pixel by pixel: ``shown`` (H, W) counts ``parts``, −1 where the thing is not.

    ``lit`` is the share that mirrors something lit, ``brightness`` the same weighed by how bright it is, full at half a
    stop and nothing at two stops under a white card; ``spots`` by part's key are places that are mirrored, (M, 3) [m].
    ``seen`` are the mirrored rays, ``looks`` and ``names`` what each meets, in the set ``solved`` without the thing,
    where a white card has the luminance ``white`` [cd/m²].
    """

    shown: NDArray[np.int64]
    parts: tuple[MirroredPart, ...]
    lit: float
    brightness: float
    spots: Mapping[str, Array]
    turn: ThingTurn | None
    turn_needed: bool
    seen: Mirrored
    looks: tuple[MirroredLook, ...]
    names: tuple[str, ...]
    solved: Solved
    white: float


WHITE, DULL = -0.5, -2.0
"""From the first on a reflection looks white, under the second it looks grey. [stop]"""


def _brightness(stops: float) -> float:
    return min(max((stops - DULL) / (WHITE - DULL), 0.0), 1.0)


def reflections(brief: Brief, design: ModifierParameters, *, key: float | None = None) -> Reflections | None:
    """Look into the thing; None for people and for what does not shine.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    key: what the key's meter reads, where that is known already. [lx]
    """
    thing = [shape.id for shape in subject_shapes(brief)]
    if brief.subject.finish not in SHINY:
        return None
    scene, camera = picture_scene(brief, design), camera_of(brief)
    packed = pack(rows_of(replace(scene, moves={})), sides=2 * len(scene.panels))
    seen = mirrored(packed, camera, width=WIDTH, height=HEIGHT, thing=thing)
    bare = scene_builder.whole_scene(brief, design)
    around = replace(bare, panels=(*bare.panels, *ground_shapes(brief)))
    solved = solve(around, DRAFT)
    white = (evaluate(brief, design, effort=DRAFT).levels.key if key is None else key) / math.pi
    holes = _holes(around)
    looks, names, stops = _told(
        seen, solved, packed, camera, holes, scene_builder.lamp_weights(brief), white, set(thing)
    )
    parts, of_pixel = _parts(looks, names, stops)
    shown = np.full(WIDTH * HEIGHT, -1, dtype=np.int64)
    shown[seen.pixels] = of_pixel
    unwanted = sum(p.share for p in parts if p.look in UNWANTED)
    flat = brief.subject.kind in ("plate", "box")
    turn = _turned(seen, solved.patches.packed, camera, holes) if flat and unwanted > SMALL else None
    return Reflections(
        shown=shown.reshape(HEIGHT, WIDTH),
        parts=parts,
        lit=sum(p.share for p in parts if p.look == "lit"),
        brightness=sum(p.share * _brightness(p.stops) for p in parts if p.stops is not None),
        spots={part.key: _outermost(seen.met.place[of_pixel == k]) for k, part in enumerate(parts)},
        turn=turn,
        turn_needed=flat and unwanted > SMALL,
        seen=seen,
        looks=tuple(looks),
        names=tuple(names),
        solved=solved,
        white=white,
    )


def _holes(scene: LightScene) -> tuple[Panel, ...]:
    return tuple(p for p in scene.panels if isinstance(p, Panel) and p.cut_out and p.role == "modifier")


def _through(hole: Panel, origins: Array, ways: Array, far: Array) -> NDArray[np.bool_]:
    # rays that leave through the hole of a cut-out before they meet anything
    n = hole.normal
    along = ways @ n
    t = ((hole.origin - origins) @ n) / np.where(np.abs(along) < 1e-9, 1e-9, along)
    at = origins + t[:, None] * ways - hole.origin
    u = at @ hole.edge_u / float(hole.edge_u @ hole.edge_u)
    v = at @ hole.edge_v / float(hole.edge_v @ hole.edge_v)
    assert hole.outline is not None
    corners, inside = np.asarray(hole.outline), np.zeros(len(u), dtype=np.bool_)
    for (ui, vi), (uj, vj) in zip(corners, np.roll(corners, 1, axis=0), strict=True):
        with np.errstate(divide="ignore", invalid="ignore"):
            inside ^= ((vi > v) != (vj > v)) & (u < (uj - ui) * (v - vi) / (vj - vi) + ui)
    hit: NDArray[np.bool_] = inside & (t > OFF) & (t < far)
    return hit


def _sees_lens(camera: Viewpoint, origins: Array, ways: Array, far: Array) -> NDArray[np.bool_]:
    to = camera.position - origins
    t = np.einsum("mk,mk->m", to, ways)
    beside = np.linalg.norm(to - t[:, None] * ways, axis=1)
    seen: NDArray[np.bool_] = (t > 0.0) & (t < far) & (beside < max(CAMERA_HALF, camera.aperture / 2))
    return seen


def _unwanted(
    origins: Array, ways: Array, met: Met, camera: Viewpoint, holes: tuple[Panel, ...]
) -> dict[MirroredLook, NDArray[np.bool_]]:
    far = np.linalg.norm(met.place - origins, axis=1)
    lens, through = _sees_lens(camera, origins, ways, far), np.zeros(len(far), dtype=np.bool_)
    for hole in holes:
        through |= _through(hole, origins, ways, far)
    lamp: NDArray[np.bool_] = met.what <= -2
    return {"hole": through, "lens": lens & ~through, "lamp": lamp & ~lens & ~through}


def _told(
    seen: Mirrored,
    solved: Solved,
    packed: Packed,
    camera: Viewpoint,
    holes: tuple[Panel, ...],
    weights: Mapping[str, Array],
    white: float,
    thing: set[str],
) -> tuple[list[MirroredLook], list[str], Array]:
    # For each pixel of the thing how what it mirrors looks, what that is, and its luminance against white. [stop]
    light = luminance_along(solved, seen.place + OFF * seen.normal, seen.way, weights=weights)
    against = np.array([stops_between(max(float(luminance(x)), 1e-9), max(white, 1e-9)) for x in light])
    bad = _unwanted(seen.place, seen.way, seen.met, camera, holes)
    looks: list[MirroredLook] = []
    names: list[str] = []
    for i, what in enumerate(seen.met.what):
        unwanted = next((look for look, where in bad.items() if where[i]), None)
        if unwanted is not None:
            looks.append(unwanted)
            names.append(unwanted)
            continue
        name = packed.shapes[int(what)].id if what >= 0 else "nothing"
        if name in thing:
            name = "itself"
        names.append(name)
        looks.append("lit" if against[i] >= LIT else "dim" if against[i] >= DARK else "dark")
    return looks, names, against


LABELS = {
    "lamp": "the lamp itself",
    "lens": "the camera",
    "hole": "the hole for the lens",
    "itself": "the thing itself",
    "nothing": "the open",
    "sheet": "the lit sheet",
}


def _parts(
    looks: list[MirroredLook], names: list[str], stops: Array
) -> tuple[tuple[MirroredPart, ...], NDArray[np.int64]]:
    pairs = list(zip(looks, names, strict=True))
    order = sorted(set(pairs), key=lambda pair: (-pairs.count(pair), pair))
    parts = []
    for look, name in order:
        here = np.array([pair == (look, name) for pair in pairs])
        level = None if look in UNWANTED else float(np.median(stops[here]))
        label = LABELS.get(name, f"the {name}")
        share = float(here.mean())
        parts.append(MirroredPart(key=f"{name} {look}", label=label, look=look, share=share, stops=level))
    of_pixel = np.array([order.index(pair) for pair in pairs], dtype=np.int64)
    return tuple(parts), of_pixel


def _outermost(places: Array) -> Array:
    # the places that lie farthest out in the directions of the axes, enough to draw where they are
    if len(places) <= MOST_SPOTS:
        return places
    step = len(places) // MOST_SPOTS
    return places[::step]


def _turned(seen: Mirrored, around: Packed, camera: Viewpoint, holes: tuple[Panel, ...]) -> ThingTurn | None:
    # The smallest turn of a flat thing about its middle after which nothing unwanted shows; None if 30° do not do it.
    few = slice(None, None, max(1, len(seen.pixels) // TRIED_PLACES))
    place, normal = seen.place[few], seen.normal[few]
    middle = place.mean(axis=0)
    best: ThingTurn | None = None
    for axis, about in (("turned", np.array([0.0, 0.0, 1.0])), ("leaned", np.array([1.0, 0.0, 0.0]))):
        for degrees in np.arange(TURN_STEP, MOST_TURN + 1e-9, TURN_STEP):
            angle = math.radians(float(degrees))
            if best is not None and angle >= abs(best.angle):
                break
            for signed in (angle, -angle):
                turn = _rotation(about, signed)
                places, normals = middle + (place - middle) @ turn.T, normal @ turn.T
                to = places - camera.position
                to /= np.linalg.norm(to, axis=1)[:, None]
                ways = mirrored_way(to, normals)
                met = meet(around, places + OFF * normals, ways)
                bad = _unwanted(places, ways, met, camera, holes)
                if not any(where.any() for where in bad.values()):
                    moved = float(np.linalg.norm(middle - camera.position)) * math.tan(2.0 * angle)
                    best = ThingTurn(axis="turned" if axis == "turned" else "leaned", angle=signed, moved=moved)
                    break
    return best


def _rotation(about: Array, angle: float) -> Array:
    # Rodrigues' formula
    x, y, z = about
    cross = np.array([[0.0, -z, y], [z, 0.0, -x], [-y, x, 0.0]])
    turned: Array = np.eye(3) + math.sin(angle) * cross + (1.0 - math.cos(angle)) * cross @ cross
    return turned
