"""A set as files: plan on paper, three dimensions, readings, the linear picture."""

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

import numpy as np

from wenlo.core.analysis.clashes import clashes
from wenlo.core.analysis.meter_marks import mark_readings
from wenlo.core.analysis.preview import CLEAN, exposure_factor, preview
from wenlo.core.brief.set_objects import Board, OtherPerson
from wenlo.core.catalog.own import finish_material, is_natural, lamp_of
from wenlo.core.document.shoot import Shoot
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.rigging.set_view import set_solids
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box
from wenlo.core.scene.side_view import SideOutline, plan_view
from wenlo.core.scene.standing_things import FACES, corners_of
from wenlo.core.transport.solve import Effort
from wenlo.core.units.length import format_length
from wenlo.formats.gltf import MeshSolid, write_glb
from wenlo.formats.open_exr import write_exr
from wenlo.formats.plan_sheet import Drawn, PlanItem, PlanSheet, write_plan_pdf, write_plan_svg
from wenlo.formats.readings_csv import write_readings
from wenlo.messages.speaker import speaker
from wenlo.services.resolve_document import Document, resolve_document


def _plan_of(shoot: Shoot) -> PlanSheet:
    brief, design = shoot.brief, shoot.design
    box, kind = room_box(brief), kind_of(design)
    outlines = []
    if not brief.room.outdoors:
        corners = ((box.left, box.front), (box.right, box.front), (box.right, box.back), (box.left, box.back))
        outlines.append(Drawn(points=corners, width=1.8))
        for side in box.slopes:
            x = box.left + box.run if side == "left" else box.right - box.run
            outlines.append(Drawn(points=((x, box.front), (x, box.back)), closed=False, width=0.4))
    half = min(2.7, brief.room.width - 0.02) / 2
    outlines.append(
        Drawn(points=((-half, brief.backdrop.distance), (half, brief.backdrop.distance)), closed=False, width=3.0)
    )
    turns = np.linspace(0.0, 2.0 * np.pi, 20, endpoint=False)
    outlines.append(
        Drawn(points=tuple((0.1 * float(np.cos(t)), 0.1 + 0.12 * float(np.sin(t))) for t in turns), fill="pale")
    )
    for outline in plan_view(kind.arrange(design, brief, None))[0]:
        outlines.append(_drawn(outline))
    lens = scene_builder.camera_place(brief)
    source = design.source_centre
    width, height = (format_length(v, system=shoot.units) for v in design.source_size)
    items = [
        PlanItem(
            name="camera",
            place=(float(lens[0]), float(lens[1])),
            height=float(lens[2]),
            what=f"{brief.camera.focal_length * 1000:.0f} mm lens",
        ),
        PlanItem(
            name=kind.name,
            place=(float(source[0]), float(source[1])),
            height=float(source[2]),
            what=f"{width} × {height}",
        ),
        PlanItem(
            name="key lamp",
            place=(float(design.lamp_position[0]), float(design.lamp_position[1])),
            height=float(design.lamp_position[2]),
            what=f"{brief.lamp.type.name}, {brief.lamp.power * 100:.0f} %",
        ),
    ]
    for light in brief.others:
        if light.id not in ("sun", "sky"):
            what = "window" if is_natural(light.id) else f"{lamp_of(light.id).name}, {light.power * 100:.0f} %"
            items.append(PlanItem(name=light.name, place=(light.x, light.y), height=light.z, what=what))
    for piece in brief.pieces:
        if piece.hidden:
            continue
        flat = _hull(corners_of(piece)[:, :2])
        outlines.append(
            Drawn(
                points=flat,
                fill="pale" if piece.kind == "block" else "none",
                closed=len(flat) > 2,
                width=0.8 if piece.kind == "block" else 2.2,
            )
        )
        size = f"{format_length(piece.width, system=shoot.units)} × {format_length(piece.height, system=shoot.units)}"
        if isinstance(piece, OtherPerson):
            items.append(
                PlanItem(name=piece.name, place=(piece.x, piece.y), height=piece.z, what=f"person, {piece.pose}, eyes")
            )
            continue
        what = FACES[piece.face] if isinstance(piece, Board) else finish_material(piece.finish).name
        items.append(
            PlanItem(
                name=piece.name,
                place=(piece.x, piece.y),
                height=piece.z,
                what=f"{what}, {size}, turned {piece.turn:.0f}°",
            )
        )
    items += [
        PlanItem(name=m.name, place=(m.x, m.y), height=m.z, what=f"meter, faces {m.facing}") for m in shoot.meters
    ]
    for wet in shoot.rig.wet:
        sides = ((-0.5, -0.5), (0.5, -0.5), (0.5, 0.5), (-0.5, 0.5))
        oblong = [(wet.x + a * wet.width, wet.y + b * wet.depth) for a, b in sides]
        outlines.append(Drawn(points=tuple(oblong), width=0.8))
        items.append(
            PlanItem(
                name=wet.name, place=(wet.x, wet.y), height=0.0, what="water: nothing fed from the mains beside it"
            )
        )
    say = speaker("set", shoot.units).say
    return PlanSheet(
        title=shoot.title,
        outlines=tuple(outlines),
        items=tuple(items),
        origin=(0.0, 0.0),
        origin_name="the subject's mark",
        units=shoot.units,
        warnings=tuple(say(c.says) for c in clashes(brief, design)),
    )


def _drawn(outline: SideOutline) -> Drawn:
    points = tuple((float(x), float(y)) for x, y in outline.points)
    fill: Literal["none", "pale", "ink"] = "pale" if outline.look in ("sheet", "white") else "none"
    return Drawn(points=points, fill=fill, closed=len(points) > 2, width=1.2)


def _hull(corners: np.ndarray) -> tuple[tuple[float, float], ...]:
    # an upright board is a line from above; everything else shows four sides
    flat = np.unique(np.round(corners, 4), axis=0)
    if len(flat) <= 2:
        return tuple((float(x), float(y)) for x, y in flat)
    middle = flat.mean(axis=0)
    order = np.argsort(np.arctan2(*(flat - middle).T[::-1]))
    return tuple((float(x), float(y)) for x, y in flat[order])


def _solids(shoot: Shoot) -> list[MeshSolid]:
    return [
        MeshSolid(
            name=solid.id,
            corners=solid.corners,
            faces=solid.faces,
            colour=solid.colour,
            opacity=solid.opacity,
            shines=solid.shines,
        )
        for solid in set_solids(shoot)
    ]


def _linear(shoot: Shoot) -> np.ndarray:
    taken = preview(shoot.brief, shoot.design, CLEAN).picture
    weights = [
        colour * (lamp.power if lamp.on else 0.0)
        for colour, lamp in zip(scene_builder.full_colours(shoot.brief), shoot.brief.lamps, strict=True)
    ]
    light: np.ndarray = taken.developed(np.array(weights)) * exposure_factor(shoot.brief)
    return light


def _readings(shoot: Shoot) -> bytes:
    unit = "lx" if shoot.brief.lamp.type.kind == "continuous" else "lx·s"
    readings = mark_readings(shoot.brief, shoot.design, shoot.meters, effort=Effort())[0] if shoot.meters else ()
    return write_readings(shoot.meters, readings, unit=unit)


@dataclass(frozen=True, kw_only=True)
class Export:
    """A form that a set is saved in: how it is called, what a file of it is called, its media type, what writes it."""

    name: str
    file: str
    media: str
    write: Callable[[Shoot], bytes]


EXPORTS: dict[str, Export] = {
    "pdf-a4": Export(
        name="Plan with distances and kit list, A4 (PDF)",
        file="plan.pdf",
        media="application/pdf",
        write=lambda shoot: write_plan_pdf(_plan_of(shoot), paper="a4"),
    ),
    "pdf-letter": Export(
        name="Plan with distances and kit list, Letter (PDF)",
        file="plan.pdf",
        media="application/pdf",
        write=lambda shoot: write_plan_pdf(_plan_of(shoot), paper="letter"),
    ),
    "svg": Export(
        name="Plan (SVG)", file="plan.svg", media="image/svg+xml", write=lambda shoot: write_plan_svg(_plan_of(shoot))
    ),
    "glb": Export(
        name="Set in three dimensions (glTF)",
        file="set.glb",
        media="model/gltf-binary",
        write=lambda shoot: write_glb(_solids(shoot)),
    ),
    "csv": Export(
        name="Readings of the meters (CSV)", file="readings.csv", media="text/csv; charset=utf-8", write=_readings
    ),
    "exr": Export(
        name="Picture, linear (OpenEXR)",
        file="picture.exr",
        media="image/x-exr",
        write=lambda shoot: write_exr(_linear(shoot)),
    ),
}
"""Every form that a set is saved in, in the order in which they are offered; a new one is one entry."""


def known_form(form: str) -> str:
    """Check that a set is saved in that form; the message lists the forms."""
    if form not in EXPORTS:
        raise ValueError(f"A set is not saved as “{form}”; choose one of {', '.join(EXPORTS)}.")
    return form


def set_file(document: Document, form: str) -> bytes:
    """A set in one of the forms of ``EXPORTS``. Raises KeyError when there is no such form."""
    return EXPORTS[form].write(resolve_document(document))
