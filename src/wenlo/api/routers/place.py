"""The set: what stands where, what meters read, what a lamp's light does, and jobs done in the set."""

from fastapi import APIRouter, Response

from wenlo.api.dependencies import ComputeEngine
from wenlo.api.download import download
from wenlo.api.errors import RESPONSES
from wenlo.core.document.shoot import write_shoot
from wenlo.services.place_results import (
    BalanceRequest,
    BalanceResult,
    FlowRequest,
    FlowResult,
    PlaceRequest,
    PlaceResult,
    RoleRequest,
    RoleResult,
    SecondRequest,
    SecondResult,
    SetFileRequest,
)
from wenlo.services.set_files import EXPORTS
from wenlo.services.tasks import BALANCE, FLOW, PLACE, ROLE, SECOND_START, SET_FILE

router = APIRouter(prefix="/api", tags=["place"], responses=RESPONSES)


@router.post("/place")
async def place(body: PlaceRequest, engine: ComputeEngine) -> PlaceResult:
    """The set from its side and front, what cannot stand, and its meters; for one editor the newest request wins."""
    return await engine.run(PLACE(document=body.document, effort=body.effort), editor=body.editor)


@router.post("/flow")
async def flow(body: FlowRequest, engine: ComputeEngine) -> FlowResult:
    """Where the light of one lamp first lands, and how much of it comes to the face."""
    return await engine.run(FLOW(document=body.document, lamp=body.lamp), editor=body.editor)


@router.post("/role")
async def role(body: RoleRequest, engine: ComputeEngine) -> RoleResult:
    """Place a light or a board for its job; nothing is saved."""
    return await engine.run(ROLE(document=body.document, role=body.role, lamp=body.lamp))


@router.post("/second-modifier")
async def second_modifier(body: SecondRequest, engine: ComputeEngine) -> SecondResult:
    """A modifier for another light, sized and turned to where that light is; nothing is saved."""
    document = write_shoot(body.document)
    return await engine.run(SECOND_START(document=document, light=body.light, kind=body.kind))


@router.post("/balance")
async def balance(body: BalanceRequest, engine: ComputeEngine) -> BalanceResult:
    """The other lights against the key lamp, what matches them, and how long a look in the sun holds."""
    return await engine.run(BALANCE(document=body.document), editor=body.editor)


@router.post(
    "/set-file",
    response_class=Response,
    responses={200: {"content": {export.media: {} for export in EXPORTS.values()}, "description": "The file."}},
)
async def set_file(body: SetFileRequest, engine: ComputeEngine) -> Response:
    """The set as a file (docs/formats.md)."""
    content = await engine.run(SET_FILE(document=body.document, form=body.form))
    export = EXPORTS[body.form]
    return download(content, export.media, f"{body.document.title} {export.file}")
