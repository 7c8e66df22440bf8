"""Papers and files of a build."""

from collections.abc import Sequence
from typing import Any, Literal

from wenlo.core.document.shoot import Shoot
from wenlo.core.errors import Impossible, NotFound
from wenlo.core.fabrication.assembly.parts import Part
from wenlo.core.fabrication.assembly.solids import BarSolid, BoughtSolid
from wenlo.core.fabrication.templates import templates_of
from wenlo.core.instructions.dimensioned_views import dimensioned_views
from wenlo.core.instructions.drawing_scene import scene_of
from wenlo.core.instructions.plan_build import Making
from wenlo.core.instructions.solids import printed, prints_of
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.scene.side_view import side_view
from wenlo.formats.cut_list_csv import write_cut_list
from wenlo.formats.cut_list_pdf import write_cut_list_pdf
from wenlo.formats.flat_parts import write_flat_dxf, write_flat_svg
from wenlo.formats.gltf import MeshSolid, write_glb
from wenlo.formats.labels_pdf import write_labels_pdf
from wenlo.formats.order_sheet_pdf import write_order_sheet_pdf
from wenlo.formats.solid_files import write_3mf, write_built, write_stl
from wenlo.formats.step_sheet_pdf import write_step_sheet_pdf
from wenlo.formats.template_drawings import write_template_dxf, write_template_svg
from wenlo.formats.templates_pdf import write_templates_pdf
from wenlo.services.assembly_results import pictures_by_step
from wenlo.services.build_results import Offers, making_of
from wenlo.services.resolve_document import Document, resolve_build
from wenlo.services.work import FileResult, Told

Paper = Literal["cut_list", "steps", "labels", "templates", "order", "prints", "built"]
PaperForm = Literal["a4", "letter", "csv", "svg", "dxf", "stl", "3mf", "glb"]


def _cut_list(shoot: Shoot, making: Making, form: str) -> bytes:
    worked = making.worked
    if form in ("svg", "dxf"):
        return write_flat_svg(worked.covers) if form == "svg" else write_flat_dxf(worked.covers)
    if form == "csv":
        return write_cut_list(worked)
    kind = kind_of(shoot.design)
    side = (
        ()
        if kind.capabilities.standing is not None
        else side_view(shoot.design, kind.arrange(shoot.design, shoot.brief, None))[0]
    )
    return write_cut_list_pdf(
        worked,
        title=shoot.title,
        design=shoot.design,
        paper=form,
        units=shoot.units,
        side=side,
        currency=shoot.brief.workshop.currency,
    )


BUILT_COLOURS = {"bar": (0.66, 0.5, 0.3), "sheet": (0.9, 0.9, 0.86), "bought": (0.28, 0.3, 0.33)}
"""Linear colours of the built thing in a file. [-]"""


def _built(shoot: Shoot, form: str) -> bytes:
    drawn = list(scene_of(kind_of(shoot.design).assemble(shoot.design, shoot.brief)))
    if not drawn:
        raise Impossible("Nothing is built here: what is there is used.")

    def name(part: Part) -> str:
        return f"{part.label} {part.role}".strip()

    if form == "glb":
        looks = [
            "bar"
            if isinstance(d.part.solid, BarSolid)
            else "bought"
            if isinstance(d.part.solid, BoughtSolid)
            else "sheet"
            for d in drawn
        ]
        return write_glb(
            [
                MeshSolid(
                    name=name(d.part),
                    corners=d.points,
                    faces=d.triangles,
                    colour=BUILT_COLOURS[look],
                    opacity=0.8 if look == "sheet" else 1.0,
                )
                for d, look in zip(drawn, looks, strict=True)
            ]
        )
    return write_built([(name(d.part), d.points, d.triangles) for d in drawn], form)


def paper(
    document: Document,
    form: str,
    *,
    what: Paper = "cut_list",
    number: int = 0,
    shelf: Sequence[dict[str, Any]] = (),
    offers: Offers | None = None,
) -> bytes:
    """A paper as ``"a4"`` or ``"letter"`` PDF, or a file of the build.

    Parameters
    ----------
    document: the shoot.
    form: paper size or kind of file.
    what: which paper; prints and the built thing come as files of solids (``stl``, ``3mf``, ``glb``).
    number: of the part to print, for ``stl``.
    shelf, offers: as for the build that is on screen.

    Raises
    ------
    NotFound
        If there is no such part.
    Impossible
        If the design has nothing to print.
    """
    shoot = resolve_build(document)
    if what == "built":
        return _built(shoot, form)
    making = making_of(shoot, shelf, offers)
    plan, units, title = making.worked.plan, shoot.units, shoot.title
    if form in ("stl", "3mf"):
        prints = [printed(spec) for spec in prints_of(plan)]
        if not prints:
            raise Impossible("This design has no parts to print.")
        if form == "3mf":
            return write_3mf(prints)
        if number >= len(prints):
            raise NotFound("There is no such part to print.")
        return write_stl(prints[number])
    if what == "templates" and form in ("svg", "dxf"):
        shapes = list(templates_of(plan))
        return write_template_svg(shapes) if form == "svg" else write_template_dxf(shapes)
    if what == "cut_list":
        return _cut_list(shoot, making, form)
    if what == "steps":
        drawn = pictures_by_step(shoot, making)
        views = dimensioned_views(kind_of(shoot.design).assemble(shoot.design, shoot.brief))
        return write_step_sheet_pdf(making, title=title, paper=form, units=units, pictures=drawn, views=views)
    if what == "labels":
        return write_labels_pdf(making, title=title, paper=form, units=units)
    if what == "order":
        carrying = shoot.brief.carrying_length
        return write_order_sheet_pdf(making, title=title, carrying=carrying, paper=form, units=units)
    return write_templates_pdf(list(templates_of(plan)), title=title, paper=form, units=units)


def paper_file(
    told: Told,
    document: Document,
    form: str,
    what: Paper = "cut_list",
    number: int = 0,
    shelf: Sequence[dict[str, Any]] = (),
    offers: Offers | None = None,
) -> FileResult:
    """:func:`paper` as a database keeps it."""
    told(0, 1, None)
    content = paper(document, form, what=what, number=number, shelf=shelf, offers=offers)
    return FileResult.of(content)
