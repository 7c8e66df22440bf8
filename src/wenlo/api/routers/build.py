"""Build: parts, plans, prices, steps, papers and files."""

from typing import Annotated, Any, Literal
from uuid import UUID

from fastapi import APIRouter, Query, Response
from fastapi.concurrency import run_in_threadpool

from wenlo.api.dependencies import AskedSupplier, ComputeEngine, CurrentUser, RunsService, ShelfService, ShootsService
from wenlo.api.download import download
from wenlo.api.errors import RESPONSES
from wenlo.api.run_answer import finished
from wenlo.api.schemas import BuildRequest, TickRequest, TogetherRequest
from wenlo.core.document.shoot import Shoot, read_shoot, write_shoot
from wenlo.core.errors import NotFound
from wenlo.services.assembly_results import AssemblyResult, PicturesResult, ViewsResult
from wenlo.services.build_changes import AdaptRequest, AdaptResult, ChangesResult, TogetherResult
from wenlo.services.build_models import BuildResult, CutResult, MeasuredRequest, MeasuredResult, SupplierState
from wenlo.services.offcuts import kept_offcuts
from wenlo.services.ports import TickList
from wenlo.services.shelf_results import shelf_rows
from wenlo.services.supplier import Supplier
from wenlo.services.tasks import ADAPT, ASSEMBLY, BUILD, CHANGES, CUT_TOGETHER, MEASURED, PAPER, STEP_PICTURES, VIEWS

router = APIRouter(prefix="/api", tags=["build"], responses=RESPONSES)

Offers = dict[str, dict[str, Any]] | None
CopyCount = Annotated[int, Query(ge=0, le=99)]
Page = Annotated[Literal["a4", "letter"], Query()]

MEDIA = {
    "pdf": "application/pdf",
    "csv": "text/csv; charset=utf-8",
    "svg": "image/svg+xml",
    "dxf": "image/vnd.dxf",
    "stl": "model/stl",
    "3mf": "model/3mf",
}


async def _offers(shoot: Shoot, supplier: Supplier) -> tuple[Offers, SupplierState]:
    if not shoot.brief.workshop.supplier:
        return None, "off"
    found = await supplier.offers()
    return (None, "away") if found is None else (dict(found), "asked")


@router.post("/build")
async def build(
    body: BuildRequest, engine: ComputeEngine, service: ShelfService, user: CurrentUser, supplier: AskedSupplier
) -> BuildResult:
    """Cut plan with the bars and boards of the Shelf first, sheets, shopping list, steps, holes, templates and
    prints.
    """
    shelf = shelf_rows(await run_in_threadpool(service.items, user))
    offers, state = await _offers(body.document, supplier)
    return await engine.run(BUILD(document=body.document, shelf=shelf, offers=offers, supplier=state))


@router.post("/build/assembly")
async def assembly(body: BuildRequest, engine: ComputeEngine) -> AssemblyResult:
    """The built thing in space as it is drawn, and what does not go together."""
    return await engine.run(ASSEMBLY(document=body.document))


@router.post("/build/pictures")
async def pictures(body: BuildRequest, engine: ComputeEngine) -> PicturesResult:
    """A picture of every step that adds something: what is there, what is added, where screws go."""
    return await engine.run(STEP_PICTURES(document=body.document))


@router.post("/build/views")
async def views(body: BuildRequest, engine: ComputeEngine) -> ViewsResult:
    """Every rigid part of the built thing, square on, with its measures."""
    return await engine.run(VIEWS(document=body.document))


@router.post("/build/changes")
async def changes(
    body: BuildRequest, engine: ComputeEngine, service: ShelfService, user: CurrentUser, supplier: AskedSupplier
) -> ChangesResult:
    """Cheaper, lighter, stronger, weatherproof; what can be mended; how it packs; a second one from what is left."""
    shelf = shelf_rows(await run_in_threadpool(service.items, user))
    offers, _ = await _offers(body.document, supplier)
    return await engine.run(CHANGES(document=body.document, shelf=shelf, offers=offers))


@router.post("/build/adapt")
async def adapt(body: AdaptRequest, engine: ComputeEngine) -> AdaptResult:
    """What of the modifier must be made anew for another lamp."""
    return await engine.run(ADAPT(document=body.document, lamp=body.lamp))


@router.post("/build/together")
async def together(
    body: TogetherRequest,
    engine: ComputeEngine,
    service: ShelfService,
    shoots: ShootsService,
    user: CurrentUser,
    supplier: AskedSupplier,
) -> TogetherResult:
    """The designs of several shoots cut from the same stock."""
    records = [await run_in_threadpool(shoots.open, user, shoot) for shoot in dict.fromkeys(body.shoots)]
    shelf = shelf_rows(await run_in_threadpool(service.items, user))
    documents = [dict(record.document) for record in records]
    offers, _ = await _offers(read_shoot(documents[0]), supplier)
    return await engine.run(CUT_TOGETHER(documents=documents, shelf=shelf, offers=offers))


@router.post("/build/cut")
async def cut(body: BuildRequest, engine: ComputeEngine, service: ShelfService, user: CurrentUser) -> CutResult:
    """All is cut: bars and boards of one's own that were used leave the Shelf, offcuts worth keeping come to it."""
    shelf = shelf_rows(await run_in_threadpool(service.items, user))
    found = await engine.run(BUILD(document=body.document, shelf=shelf))
    return await run_in_threadpool(kept_offcuts, service, user, found)


@router.post("/measured")
async def measured(body: MeasuredRequest, engine: ComputeEngine) -> MeasuredResult:
    """From pieces as they were cut and what is seen of the frame to the piece to recut."""
    document = write_shoot(body.document)
    return await engine.run(MEASURED(document=document, measured=body.measured, symptom=body.symptom))


@router.get("/shoots/{shoot_id}/ticks/{name}")
def ticks(shoot_id: UUID, name: TickList, service: ShootsService, user: CurrentUser) -> list[str]:
    """What is ticked off on a list of a shoot."""
    return list(service.ticks(user, shoot_id, name))


@router.put("/shoots/{shoot_id}/ticks/{name}")
def tick(shoot_id: UUID, name: TickList, body: TickRequest, service: ShootsService, user: CurrentUser) -> list[str]:
    """Tick a line off, or take the tick away; answers with all that is ticked."""
    return list(service.tick(user, shoot_id, name, body.key, done=body.done))


@router.get("/shoots/{shoot_id}/{what}.{form}", response_class=Response)
async def paper(
    shoot_id: UUID,
    what: Literal["cut-list", "steps", "labels", "templates", "order", "prints", "built"],
    form: Literal["pdf", "csv", "svg", "dxf", "stl", "3mf", "glb"],
    service: ShootsService,
    shelf: ShelfService,
    user: CurrentUser,
    runs: RunsService,
    supplier: AskedSupplier,
    paper: Page = "a4",
    number: CopyCount = 0,
) -> Response:
    """Papers as PDF (A4 or Letter); the cut list also as CSV, flat pieces and templates as SVG or DXF, prints as 3MF
    or, one by its ``number``, as STL; the built thing as glTF, STL or 3MF.
    """
    record = await run_in_threadpool(service.open, user, shoot_id)
    _offered(what, form)
    items = shelf_rows(await run_in_threadpool(shelf.items, user))
    offers, _ = await _offers(read_shoot(record.document), supplier)
    title = str(record.document["title"])
    run = await run_in_threadpool(
        lambda: runs.start(
            user,
            PAPER(
                document=dict(record.document),
                form=paper if form == "pdf" else form,
                what="cut_list" if what == "cut-list" else what,
                number=number,
                shelf=items,
                offers=offers,
            ),
        )
    )
    content = (await finished(runs, user, run, PAPER)).content
    name = "flat pieces" if what == "cut-list" and form in ("svg", "dxf") else what.replace("-", " ")
    part = f" {number + 1}" if form == "stl" and what == "prints" else ""
    return download(content, MEDIA[form], f"{title} {name}{part}.{form}")


FORMS = {
    "cut-list": ("pdf", "csv", "svg", "dxf"),
    "steps": ("pdf",),
    "labels": ("pdf",),
    "templates": ("pdf", "svg", "dxf"),
    "order": ("pdf",),
    "prints": ("stl", "3mf"),
    "built": ("glb", "stl", "3mf"),
}


def _offered(what: str, form: str) -> None:
    if form not in FORMS[what]:
        raise NotFound(f"There is no such file; {what} comes as {', '.join(FORMS[what])}.")
