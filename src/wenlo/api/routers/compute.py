"""Figures, advice and parts of a document that need not be saved."""

from fastapi import APIRouter, Response

from wenlo.api.dependencies import ComputeEngine
from wenlo.api.errors import RESPONSES
from wenlo.api.schemas import AdviceRequest, BuildRequest
from wenlo.core.shoot.document import write_shoot
from wenlo.services.results import AdviceResult, BuildResult, FiguresRequest, FiguresResult, PictureRequest

router = APIRouter(prefix="/api", tags=["compute"], responses=RESPONSES)


@router.post("/figures")
async def figures(body: FiguresRequest, engine: ComputeEngine) -> FiguresResult:
    """Gauges, figures and drawing data; for one editor the newest request wins."""
    answer = await engine.run("figures", editor=body.editor, document=write_shoot(body.document), effort=body.effort)
    return FiguresResult.model_validate(answer)


@router.post("/advice")
async def advice(body: AdviceRequest, engine: ComputeEngine) -> AdviceResult:
    """How a gauge was computed, what changes it most, and changes that bring it into its band."""
    answer = await engine.run("advice", document=write_shoot(body.document), gauge=body.gauge)
    return AdviceResult.model_validate(answer)


@router.post(
    "/picture",
    response_class=Response,
    responses={
        200: {"content": {"application/octet-stream": {}}, "description": "Half floats, RGB, rows from the top."}
    },
)
async def picture(body: PictureRequest, engine: ComputeEngine) -> Response:
    """The predicted picture, linear, at full lamp power; headers tell width, height and noise (docs/formats.md)."""
    answer = await engine.run("picture", editor=body.editor, document=write_shoot(body.document), quality=body.quality)
    headers = {
        "X-Picture-Width": str(answer["width"]), "X-Picture-Height": str(answer["height"]),
        "X-Picture-Samples": str(answer["samples"]), "X-Picture-Noise": f"{answer['noise']:.4f}",
        "Cache-Control": "no-store",
    }  # fmt: skip
    return Response(content=answer["light"], media_type="application/octet-stream", headers=headers)


@router.post("/build")
async def build(body: BuildRequest, engine: ComputeEngine) -> BuildResult:
    """Cut plan, sheet, shopping list and steps."""
    answer = await engine.run("build", document=write_shoot(body.document))
    return BuildResult.model_validate(answer)
