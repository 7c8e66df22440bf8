"""The built thing in space: its parts, its joints, what does not go together, and what is drawn of it."""

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any

from pydantic import BaseModel

from wenlo.core.catalog.data_files import stock
from wenlo.core.document.shoot import Shoot
from wenlo.core.fabrication.assembly.parts import Assembly, Part, PartSource
from wenlo.core.fabrication.assembly.sheets import SheetSolid
from wenlo.core.fabrication.assembly.solids import BarSolid, BoughtSolid
from wenlo.core.instructions.arrival_checks import arrival_faults
from wenlo.core.instructions.assembly_checks import AssemblyFault, faults
from wenlo.core.instructions.dimensioned_views import ViewName, dimensioned_views
from wenlo.core.instructions.drawing_scene import scene_of
from wenlo.core.instructions.line_drawing import Path
from wenlo.core.instructions.lit_checks import lit_faults, material_faults
from wenlo.core.instructions.plan_build import Making
from wenlo.core.instructions.room_checks import room_faults, sight_faults
from wenlo.core.instructions.step_pictures import StepPicture, fitted_in, parts_by_step, step_pictures
from wenlo.core.modifiers.registry import kind_of
from wenlo.services.build_results import making_of
from wenlo.services.resolve_document import Document, resolve_build


class BuiltSolid(BaseModel):
    """A solid by its type, and its fields as they stand in the core."""

    type: str
    sizes: dict[str, Any]


class BuiltLit(BaseModel):
    """A surface of the light and the parts whose face it is."""

    surface: str
    parts: list[str]


class BuiltPart(BaseModel):
    """A part: what it is, its solid as a type and its sizes [m], its place (4 × 4, by rows), length to cut [m] and mass
    [kg].
    """

    id: str
    role: str
    item: str
    name: str
    label: str
    source: PartSource
    length: float | None
    mass: float
    solid: BuiltSolid
    pose: list[list[float]]


class BuiltFastener(BaseModel):
    """A screw or bolt: where its head is, which way it goes, its length and diameter. [m]"""

    item: str
    head: list[float]
    direction: list[float]
    length: float
    diameter: float
    through: str
    into: str


class BuiltJoint(BaseModel):
    """Parts joined by a method."""

    id: str
    method: str
    parts: list[str]
    fasteners: list[BuiltFastener]


class BuiltFault(BaseModel):
    """What does not go together: a code, the parts, and by how much. [m], of an overlap [m³]"""

    code: str
    parts: list[str]
    value: float


class AssemblyFacts(BaseModel):
    """Parts, joints, lit faces and faults of a built thing; its mass [kg] and the centre of that [m]; ``stands`` is its
    place in the set (4 × 4, by rows), ``given`` what of the light is not built.
    """

    parts: list[BuiltPart]
    joints: list[BuiltJoint]
    lit: list[BuiltLit]
    given: list[str]
    stands: list[list[float]]
    faults: list[BuiltFault]
    mass: float
    centre: list[float]


class DrawnResult(BaseModel):
    """What is drawn of a part: points in a row [m], triangles and feature edges by their points, the way it goes when
    all is taken apart [m], whether it is cloth, a board or the like, and of which sort of bar it is, if of any.
    """

    id: str
    label: str
    name: str
    source: PartSource
    points: list[float]
    triangles: list[int]
    edges: list[int]
    explode: list[float]
    sheet: bool
    bar: str


class PictureLabelResult(BaseModel):
    """What a part is called, and where."""

    text: str
    x: float
    y: float


class PictureResult(BaseModel):
    """The picture of a step, by the step's key: ids of the ``parts`` that it adds, and paths of lines (SVG), in units
    from its upper left corner. What was there, what the step adds, outlines of what it adds behind other things, the
    axes of screws, and names; places of glue, and where several people hold.
    """

    key: str
    parts: list[str]
    width: float
    height: float
    present: str
    added: str
    behind: str
    screws: str
    labels: list[PictureLabelResult]
    glue: list[list[float]] = []
    hands: list[list[float]] = []


class PicturesResult(BaseModel):
    """Pictures of the steps that add something, and what cannot be put together in their order."""

    pictures: list[PictureResult]
    faults: list[BuiltFault] = []


class DimensionResult(BaseModel):
    """A measure between two places of a drawing; its value. [m]"""

    start: list[float]
    end: list[float]
    value: float


class ViewResult(BaseModel):
    """A view square on of a rigid part: paths of lines (SVG), names and measures, in units from its upper left
    corner.
    """

    group: str
    name: ViewName
    width: float
    height: float
    lines: str
    labels: list[PictureLabelResult]
    dimensions: list[DimensionResult]


class ViewsResult(BaseModel):
    """Views of all rigid parts of a built thing."""

    views: list[ViewResult]


class AssemblyResult(BaseModel):
    """The built thing as it is drawn; no parts where nothing is built."""

    parts: list[DrawnResult]
    faults: list[BuiltFault]


def assembly_of(document: Document) -> Assembly:
    """The built thing of a document."""
    shoot = resolve_build(document)
    return kind_of(shoot.design).assemble(shoot.design, shoot.brief)


def _name(part: Part) -> str:
    row = stock()["fittings"].get(part.item)
    return part.role if row is None else str(row["name"])


def _faults(document: Document, assembly: Assembly) -> list[BuiltFault]:
    shoot = resolve_build(document)
    arranged = kind_of(shoot.design).arrange(shoot.design, shoot.brief, None)
    plan = kind_of(shoot.design).build(shoot.design, shoot.brief)
    found = (
        *faults(assembly),
        *lit_faults(assembly, arranged.surfaces),
        *material_faults(assembly, arranged.surfaces, {c.covering.id: c.covering for c in plan.cloth}),
        *room_faults(assembly, shoot.brief),
        *sight_faults(assembly, arranged.surfaces, arranged.lamps),
    )
    return [_told(fault) for fault in found]


def _told(fault: AssemblyFault) -> BuiltFault:
    return BuiltFault(code=fault.code, parts=list(fault.parts), value=fault.value)


def _is_of_cells(part: Part) -> bool:
    return isinstance(part.solid, SheetSolid) and part.solid.cells > 0.0


def order_faults(shoot: Shoot, making: Making) -> list[BuiltFault]:
    """What cannot be put together in the order of the steps."""
    assembly = kind_of(shoot.design).assemble(shoot.design, shoot.brief)
    return [
        _told(fault) for fault in arrival_faults(assembly, parts_by_step(assembly, fitted_in(making.schedule.jobs)))
    ]


def pictures_by_step(shoot: Shoot, making: Making) -> dict[str, StepPicture]:
    """The pictures of a build's steps, by the steps' ids."""
    assembly = kind_of(shoot.design).assemble(shoot.design, shoot.brief)
    jobs = making.schedule.jobs
    made = step_pictures(assembly, fitted_in(jobs), people=[job.step.hands for job in jobs])
    return {job.step.id: picture for job, picture in zip(jobs, made, strict=True) if picture is not None}


def _path(lines: Sequence[Path]) -> str:
    return "".join("M" + "L".join(f"{x:g} {y:g}" for x, y in line) for line in lines)


def pictures_drawn(document: Document) -> PicturesResult:
    """A picture of every step that adds something.

    Raises
    ------
    Impossible
        When the joints leave nothing to cut.
    """
    shoot = resolve_build(document)
    making = making_of(shoot)
    return PicturesResult(
        faults=order_faults(shoot, making),
        pictures=[
            PictureResult(
                key=key,
                parts=list(p.shown),
                width=p.width,
                height=p.height,
                present=_path(p.present),
                added=_path(p.added),
                behind=_path(p.behind),
                screws=_path(p.screws),
                labels=[PictureLabelResult(text=label.text, x=label.x, y=label.y) for label in p.labels],
                glue=[list(at) for at in p.glue],
                hands=[list(at) for at in p.hands],
            )
            for key, p in pictures_by_step(shoot, making).items()
        ],
    )


def views_drawn(document: Document) -> ViewsResult:
    """Every rigid part of the built thing, square on, with its measures."""
    return ViewsResult(
        views=[
            ViewResult(
                group=view.group,
                name=view.name,
                width=view.width,
                height=view.height,
                lines=_path(view.lines),
                labels=[PictureLabelResult(text=label.text, x=label.x, y=label.y) for label in view.labels],
                dimensions=[
                    DimensionResult(start=list(d.start), end=list(d.end), value=d.value) for d in view.dimensions
                ],
            )
            for view in dimensioned_views(assembly_of(document))
        ]
    )


def assembly_facts(document: Document) -> AssemblyFacts:
    """Parts, joints and faults as facts."""
    assembly = assembly_of(document)
    return AssemblyFacts(
        parts=[
            BuiltPart(
                id=p.id,
                role=p.role,
                item=p.item,
                name=_name(p),
                label=p.label,
                source=p.source,
                length=p.solid.length if isinstance(p.solid, BarSolid) else None,
                mass=p.mass,
                solid=BuiltSolid(type=type(p.solid).__name__, sizes=asdict(p.solid)),
                pose=p.pose.matrix.tolist(),
            )
            for p in assembly.parts
        ],
        joints=[
            BuiltJoint(
                id=j.id,
                method=j.method,
                parts=list(j.parts),
                fasteners=[
                    BuiltFastener(
                        item=f.item,
                        head=list(f.head),
                        direction=list(f.direction),
                        length=f.length,
                        diameter=f.diameter,
                        through=f.through,
                        into=f.into,
                    )
                    for f in j.fasteners
                ],
            )
            for j in assembly.joints
        ],
        lit=[BuiltLit(surface=face.surface, parts=list(face.parts)) for face in assembly.lit],
        given=sorted(assembly.given),
        stands=assembly.stands.matrix.tolist(),
        faults=_faults(document, assembly),
        mass=assembly.mass,
        centre=assembly.centre.tolist(),
    )


def assembly_drawn(document: Document) -> AssemblyResult:
    """The built thing as it is drawn.

    Raises
    ------
    Impossible
        When the joints leave nothing to cut.
    """
    assembly = assembly_of(document)
    return AssemblyResult(
        parts=[
            DrawnResult(
                id=d.part.id,
                label=d.part.label,
                name=_name(d.part),
                source=d.part.source,
                points=[round(float(v), 5) for v in d.points.ravel()],
                triangles=d.triangles.ravel().tolist(),
                edges=d.edges.ravel().tolist(),
                explode=[round(float(v), 5) for v in d.explode],
                sheet=not isinstance(d.part.solid, BarSolid | BoughtSolid) and not _is_of_cells(d.part),
                bar=assembly.bar_types[d.part.item].group if d.part.item in assembly.bar_types else "",
            )
            for d in scene_of(assembly)
        ],
        faults=_faults(document, assembly),
    )
