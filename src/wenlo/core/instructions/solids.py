"""Solids to print: corner plates, clips, jigs, drill guides, channel corners, tiles of cells; watertight, sized by the
design.

All are put together from oblongs and cylinders by Manifold, whose results are closed by construction (Manifold's
guaranteed manifoldness, Smith 2023). Lengths in metres; they lie on the bed as they are printed, z up.
"""

import math
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass

import numpy as np
from manifold3d import CrossSection, Manifold
from numpy.typing import NDArray

from wenlo.core.fabrication.fasteners import CLEARANCE
from wenlo.core.fabrication.parts import BuildPlan, PrintForm, PrintSpec
from wenlo.core.fabrication.screws import LONG

WALL = 0.0024
"""Walls of printed parts: six lines of a 0.4 mm nozzle. [m]"""

PLAY = 0.0003
"""What a printed hole or socket is wider than what goes in, all round. [m]"""

BED = 0.22
"""Side of a common printer's bed. [m]"""

SEGMENTS = 96

FILL_DENSITY = 1240 * 0.45
"""PLA with walls and a third of infill. [kg/m³]"""


@dataclass(frozen=True, kw_only=True, eq=False)
class Solid:
    """A closed surface: points (n, 3) [m] and triangles (m, 3) by their points, seen against the clock from outside."""

    points: NDArray[np.float64]
    triangles: NDArray[np.int64]

    @property
    def size(self) -> tuple[float, float, float]:
        """Sides of the box round it. [m]"""
        low, high = self.points.min(axis=0), self.points.max(axis=0)
        return float(high[0] - low[0]), float(high[1] - low[1]), float(high[2] - low[2])

    @property
    def volume(self) -> float:
        """By the divergence theorem. [m³]"""
        a, b, c = (self.points[self.triangles[:, k]] for k in range(3))
        return float(np.einsum("ij,ij->i", a, np.cross(b, c)).sum() / 6.0)

    @property
    def edges_closed(self) -> bool:
        """Whether every edge belongs to two triangles, once each way."""
        t = self.triangles
        edges = np.concatenate([t[:, [0, 1]], t[:, [1, 2]], t[:, [2, 0]]])
        keys = edges[:, 0] * len(self.points) + edges[:, 1]
        back = edges[:, 1] * len(self.points) + edges[:, 0]
        return len(np.unique(keys)) == len(keys) and bool(np.array_equal(np.sort(keys), np.sort(back)))


@dataclass(frozen=True, kw_only=True)
class Print:
    """A solid with how it is printed: hints in words and its mass [kg] each."""

    spec: PrintSpec
    solid: Solid
    hints: tuple[str, ...]
    mass: float


def _box(x: float, y: float, z: float, *, at: tuple[float, float, float] = (0.0, 0.0, 0.0)) -> Manifold:
    return Manifold.cube((x, y, z)).translate(at)


def _rod(diameter: float, height: float, *, at: tuple[float, float, float]) -> Manifold:
    # a polygon inside of the circle would be too narrow for what goes through
    r = diameter / 2 / math.cos(math.pi / SEGMENTS)
    return Manifold.cylinder(height, r, r, SEGMENTS).translate(at)


def _corner(s: Mapping[str, float]) -> Manifold:
    leg, width, thick, hole, lip = s["leg"], s["width"], s["thickness"], s["hole"], s["lip"]
    plate = _box(leg, width, thick) + _box(width, leg, thick)
    # a lip along both inner edges keeps the corner square
    fence = _box(leg - width, WALL, thick + lip, at=(width, width, 0.0)) + _box(
        WALL, leg - width, thick + lip, at=(width, width, 0.0)
    )
    body = plate + fence
    for along in (0.5 * width + 0.25 * (leg - width), leg - 0.35 * (leg - width)):
        for x, y in ((along, width / 2), (width / 2, along)):
            body -= _rod(hole, 2 * thick, at=(x, y, -thick / 2))
    return body


def _clip(s: Mapping[str, float]) -> Manifold:
    inner, length, opening = s["inner"], s["length"], s["opening"]
    ring = Manifold.cylinder(length, inner / 2 + WALL, inner / 2 + WALL, SEGMENTS) - _rod(
        inner, 2 * length, at=(0.0, 0.0, -length / 2)
    )
    # the gap that snaps over the pipe, and rounded lips beside it
    half = opening / 2
    reach = inner + 4 * WALL
    wedge = Manifold.extrude(
        CrossSection(
            [
                [
                    (0.0, 0.0),
                    (reach * math.cos(half), -reach * math.sin(half)),
                    (reach * 1.2, 0.0),
                    (reach * math.cos(half), reach * math.sin(half)),
                ]
            ]
        ),
        2 * length,
    ).translate((0.0, 0.0, -length / 2))
    body = ring - wedge
    middle = inner / 2 + WALL / 2
    for sign in (-1.0, 1.0):
        at = (middle * math.cos(half), sign * middle * math.sin(half), 0.0)
        body += Manifold.cylinder(length, 0.75 * WALL, 0.75 * WALL, 32).translate(at)
    return body


def _stop_jig(s: Mapping[str, float]) -> Manifold:
    # a trough with a stop at one end and a slit for the knife: what is pushed against the stop is cut to length
    length, width, height, slit = s["length"], s["width"], s["height"], s["slit"]
    past = 0.025
    whole = WALL * 3 + length + past
    body = _box(whole, width + 2 * WALL, height + WALL) - _box(
        length + past + slit, width, height + WALL, at=(3 * WALL, WALL, WALL)
    )
    return body - _box(slit, width + 4 * WALL, height + WALL, at=(3 * WALL + length, -WALL, WALL))


def _drill_guide(s: Mapping[str, float]) -> Manifold:
    # a block with its holes and two fences that hang over the end and the edge of the piece; printed upside down
    count = int(s["count"])
    along = [s[f"along_{k}"] for k in range(count)]
    across, hole, tall, drop = s["across"], s["hole"], s["height"], s["drop"]
    long, wide = max(along) + 0.012, 2 * max(across, 0.006)
    body = _box(long + 2 * WALL, wide + 2 * WALL, tall)
    body += _box(2 * WALL, wide + 2 * WALL, tall + drop) + _box(long + 2 * WALL, 2 * WALL, tall + drop)
    for x in along:
        body -= _rod(hole, 3 * tall, at=(2 * WALL + x, 2 * WALL + across, -tall))
    return body


def _channel_corner(s: Mapping[str, float]) -> Manifold:
    # two sleeves at a right angle that take the ends of the channel's battens, and a solid corner between them
    wide, thick, sleeve, corner = s["width"], s["thickness"], s["sleeve"], s["corner"]
    w, t = wide + 2 * PLAY, thick + 2 * PLAY
    tall, deep = t + 2 * WALL, w + 2 * WALL
    body = _box(corner + sleeve, tall, deep) + _box(tall, corner + sleeve, deep)
    body -= _box(sleeve + WALL, t, w, at=(corner, WALL, WALL))
    body -= _box(t, sleeve + WALL, w, at=(WALL, corner, WALL))
    for x, y in ((corner + sleeve / 2, 0.0), (0.0, corner + sleeve / 2)):
        # a screw from outside into each batten
        rod = Manifold.cylinder(3 * WALL, s["hole"] / 2, s["hole"] / 2, 48).translate((0.0, 0.0, -WALL))
        turned = rod.rotate((-90.0, 0.0, 0.0)) if y == 0.0 else rod.rotate((0.0, 90.0, 0.0))
        body -= turned.translate((x, 0.0, deep / 2) if y == 0.0 else (0.0, y, deep / 2))
    return body


def _stepped_clip(s: Mapping[str, float]) -> Manifold:
    # a plate on the frame and one on the lamp's side, as far apart as their faces are, with a screw through each
    thick, wide, step = s["thickness"], s["width"], s["step"]
    front, back = s["front"], s["back"]
    body = _box(front, wide, thick, at=(0.0, 0.0, max(step, 0.0)))
    body += _box(back, wide, thick, at=(front, 0.0, max(-step, 0.0)))
    if abs(step) > 1e-6:
        # the riser between them
        body += _box(thick, wide, thick + abs(step), at=(front, 0.0, 0.0))
    for x, hole in ((front / 2, s["hole"]), (front + thick + (back - thick) / 2, s["lamp_hole"])):
        rod = Manifold.cylinder(2 * (thick + abs(step)) + 0.002, hole / 2, hole / 2, 48)
        body -= rod.translate((x, wide / 2, -thick - abs(step)))
    return body


def _honeycomb(s: Mapping[str, float]) -> Manifold:
    # hexagons with their flats upright, every other row half a cell aside; those at the rim are cut, not left out
    width, height, cell, wall = s["width"], s["height"], s["cell"], s["wall"]
    row, radius = cell * math.sqrt(3.0) / 2.0, (cell - wall) / math.sqrt(3.0)
    turn = np.radians(90.0 + 60.0 * np.arange(6))
    hexagon = radius * np.stack([np.cos(turn), np.sin(turn)], axis=1)
    holes = [
        hexagon + np.array([(column + 0.5 + 0.5 * (k % 2)) * cell, (k + 0.5) * row])
        for k in range(math.ceil(height / row) + 1)
        for column in range(-1, math.ceil(width / cell) + 1)
    ]
    within = CrossSection.square((width - wall, height - wall)).translate((wall / 2, wall / 2))
    return Manifold.extrude(CrossSection.square((width, height)) - (CrossSection(holes) ^ within), s["depth"])


FORMS: dict[PrintForm, Callable[[Mapping[str, float]], Manifold]] = {
    "corner": _corner,
    "clip": _clip,
    "stop_jig": _stop_jig,
    "drill_guide": _drill_guide,
    "channel_corner": _channel_corner,
    "honeycomb": _honeycomb,
    "stepped_clip": _stepped_clip,
}

HINTS: dict[PrintForm, str] = {
    "corner": "flat on the bed, lip up; no supports",
    "clip": "standing on its end, so that the layers run round it; no supports",
    "stop_jig": "floor down; no supports",
    "drill_guide": "block down, fences up; no supports; ream the holes with the drill",
    "channel_corner": "on its narrow face, supports in the lying sleeve only",
    "honeycomb": "flat on the bed, its walls two lines thick; no supports",
    "stepped_clip": "on its side, so that the layers run along it; no supports",
}


def solid(spec: PrintSpec) -> Solid:
    """The solid of a print.

    >>> from wenlo.core.fabrication.parts import PrintSpec
    >>> sizes = {"inner": 0.033, "length": 0.03, "opening": 1.9}
    >>> made = solid(PrintSpec(name="clip", form="clip", sizes=sizes, count=1))
    >>> made.edges_closed
    True
    """
    mesh = FORMS[spec.form](spec.sizes).to_mesh()
    points = np.asarray(mesh.vert_properties, dtype=float)[:, :3]
    return Solid(points=points, triangles=np.asarray(mesh.tri_verts, dtype=np.int64))


def printed(spec: PrintSpec) -> Print:
    """A print with its hints and mass."""
    made = solid(spec)
    hints = [
        HINTS[spec.form],
        "0.2 mm layers, four walls, a third of infill; PETG where it gets warm (PLA gives way from 50 °C)",
    ]
    if max(made.size[:2]) > BED:
        hints.append(f"longer than a bed of {BED * 1000:.0f} mm: print it in two and glue them on a flat board")
    return Print(spec=spec, solid=made, hints=tuple(hints), mass=made.volume * FILL_DENSITY)


def prints_of(plan: BuildPlan) -> Iterator[PrintSpec]:
    """The kind's own prints, then corner plates for its frames, clips for its pipes and guides for its holes."""
    yield from plan.prints
    frames = sum(1 for step in plan.steps if step.sketch is not None)
    if plan.pieces and plan.stock.group == "pipe":
        outer = plan.stock.width
        around = sum(2 * (c.finished[0] + c.finished[1]) for c in plan.cloth)
        yield PrintSpec(
            name="cloth clip",
            form="clip",
            sizes={"inner": outer + PLAY, "length": 0.03, "opening": 1.9},
            count=max(4, math.ceil(around / 0.25)),
            note="snaps over the cloth on the pipe, one every 250 mm",
        )
    if plan.pieces and plan.stock.group == "timber" and frames and not plan.prints:
        yield _plate(plan.stock.width, 4 * frames)
    seen = set()
    for hole in plan.holes:
        if len(hole.along) <= 2 and hole.across <= 0.03 and (hole.along, hole.across, hole.diameter) not in seen:
            seen.add((hole.along, hole.across, hole.diameter))
            sizes = {f"along_{k}": x for k, x in enumerate(hole.along)}
            yield PrintSpec(
                name=f"drill guide, {hole.name} {hole.diameter * 1000:.1f} mm",
                form="drill_guide",
                count=1,
                sizes={
                    **sizes,
                    "count": float(len(hole.along)),
                    "across": hole.across,
                    "hole": hole.diameter + PLAY,
                    "height": 0.012,
                    "drop": 0.008,
                },
                note=f"{hole.diameter * 1000:.1f} mm; fences over the end and the {hole.side}",
            )


def _plate(width: float, count: int) -> PrintSpec:
    leg = 2.5 * width
    return PrintSpec(
        name="corner plate",
        form="corner",
        count=count,
        sizes={"leg": leg, "width": width, "thickness": 0.004, "hole": LONG.diameter * CLEARANCE + PLAY, "lip": 0.006},
        note="on the flat face of a corner, its lip inside: keeps it square while the glue sets",
    )
