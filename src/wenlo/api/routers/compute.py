"""Figures, advice and parts of a document that need not be saved."""

import asyncio
import json
from uuid import uuid4

from fastapi import APIRouter, Request, Response, status

from wenlo.api.dependencies import ComputeEngine, CurrentUser, RunsService, ShelfService
from wenlo.api.errors import RESPONSES
from wenlo.api.run_answer import RunAnswer, run_answer
from wenlo.api.schemas import AdviceRequest
from wenlo.core.document.shoot import write_shoot
from wenlo.services.results import (
    AdviceResult,
    BaselineRequest,
    BaselineResult,
    CurveRequest,
    FiguresRequest,
    FiguresResult,
    FlagsRequest,
    LightMapRequest,
    LightMapResult,
    PictureRequest,
    RankingRequest,
    ReflectionsRequest,
    ReflectionsResult,
)
from wenlo.services.set_view_results import SetViewRequest, SetViewResult
from wenlo.services.shelf_results import shelf_rows
from wenlo.services.tasks import (
    ADVICE,
    BASELINE,
    CURVE,
    FIGURES,
    FLAGS,
    LIGHT_MAP,
    MATERIAL_ROW,
    MIRROR,
    PICTURE,
    RANKING,
    SET_VIEW,
)

LOOK_AROUND = 0.05
"""How often a long run asks whether anybody still waits. [s]"""

router = APIRouter(prefix="/api", tags=["compute"], responses=RESPONSES)


@router.post("/figures", response_model=FiguresResult)
async def figures(body: FiguresRequest, engine: ComputeEngine) -> Response:
    """Gauges, figures and drawing data; for one editor the newest request wins."""
    call = FIGURES(document=body.document, effort=body.effort).written()
    return Response(await engine.run(call, editor=body.editor), media_type="application/json")


@router.post("/advice")
async def advice(body: AdviceRequest, engine: ComputeEngine) -> AdviceResult:
    """How a gauge was computed, what changes it most, and changes that bring it into its band."""
    return await engine.run(ADVICE(document=body.document, gauge=body.gauge))


@router.post(
    "/picture",
    response_class=Response,
    responses={
        200: {
            "content": {"application/octet-stream": {}},
            "description": "Half floats, RGB, rows from the top, lamp by lamp.",
        }
    },
)
async def picture(body: PictureRequest, engine: ComputeEngine, request: Request) -> Response:
    """The predicted picture, linear, lamp by lamp at full power; headers tell the rest (docs/formats.md)."""
    editor = body.editor or str(uuid4())
    run = asyncio.ensure_future(engine.run(PICTURE(document=body.document, quality=body.quality), editor=editor))
    while not run.done():
        await asyncio.wait([run], timeout=LOOK_AROUND)
        if not run.done() and await request.is_disconnected():
            engine.give_up(PICTURE, editor=editor)
            break
    answer = await run
    headers = {
        "X-Picture-Width": str(answer.width),
        "X-Picture-Height": str(answer.height),
        "X-Picture-Lamps": str(answer.lamps),
        "X-Picture-Outline": json.dumps([place.model_dump() for place in answer.outline], separators=(",", ":")),
        "X-Picture-Samples": str(answer.samples),
        "X-Picture-Noise": f"{answer.noise:.4f}",
        "Cache-Control": "no-store",
    }
    return Response(content=answer.light, media_type="application/octet-stream", headers=headers)


@router.post("/light-map")
async def light_map(body: LightMapRequest, engine: ComputeEngine) -> LightMapResult:
    """The light over a layer of the room in stops from the key; for one editor the newest request wins."""
    return await engine.run(LIGHT_MAP(document=body.document, layer=body.layer, thing=body.thing), editor=body.editor)


@router.post("/set-view")
async def set_view(body: SetViewRequest, engine: ComputeEngine) -> SetViewResult:
    """The set as solids, with the solved light on them where that is asked for; for one editor the newest request
    wins.
    """
    return await engine.run(SET_VIEW(document=body.document, light=body.light), editor=body.editor)


@router.post("/baseline")
async def baseline(body: BaselineRequest, engine: ComputeEngine) -> BaselineResult:
    """What a design is held against: its own lamp where it hangs, with nothing before it."""
    return await engine.run(BASELINE(document=body.document))


@router.post("/reflections")
async def reflections(body: ReflectionsRequest, engine: ComputeEngine) -> ReflectionsResult:
    """What a shiny thing mirrors, and which cards and turns change that; for one editor the newest request wins."""
    return await engine.run(MIRROR(document=body.document), editor=body.editor)


@router.post("/kinds", status_code=status.HTTP_202_ACCEPTED)
def kinds(body: RankingRequest, service: ShelfService, user: CurrentUser, runs: RunsService) -> RunAnswer:
    """Ask for all kinds of modifier, sized and ranked for the brief and the Shelf."""
    shelf, document = shelf_rows(service.items(user)), write_shoot(body.document)
    return run_answer(runs.start(user, RANKING(document=document, shelf=shelf), editor=body.editor))


@router.post("/curve", status_code=status.HTTP_202_ACCEPTED)
def curve(body: CurveRequest, user: CurrentUser, runs: RunsService) -> RunAnswer:
    """Ask what one length, angle or number of the modifier does to its light."""
    document = write_shoot(body.document)
    return run_answer(runs.start(user, CURVE(document=document, parameter=body.parameter), editor=body.editor))


@router.post("/material-row", status_code=status.HTTP_202_ACCEPTED)
def material_row(body: CurveRequest, service: ShelfService, user: CurrentUser, runs: RunsService) -> RunAnswer:
    """Ask what each sheet or face, one's own among them, would do in the place of the one that is chosen."""
    shelf, document = shelf_rows(service.items(user)), write_shoot(body.document)
    task = MATERIAL_ROW(document=document, parameter=body.parameter, shelf=shelf)
    return run_answer(runs.start(user, task, editor=body.editor))


@router.post("/flags", status_code=status.HTTP_202_ACCEPTED)
def flags(body: FlagsRequest, user: CurrentUser, runs: RunsService) -> RunAnswer:
    """Ask for the fewest flags that keep the Brief's dark surfaces under their limits."""
    return run_answer(runs.start(user, FLAGS(document=write_shoot(body.document)), editor=body.editor))
