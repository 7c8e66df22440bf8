"""Figures, advice and parts of a document that need not be saved."""

from fastapi import APIRouter

from wenlo.api.dependencies import ComputeEngine
from wenlo.api.errors import RESPONSES
from wenlo.api.schemas import AdviceRequest, BuildRequest
from wenlo.core.shoot.document import write_shoot
from wenlo.services.results import AdviceResult, BuildResult, FiguresRequest, FiguresResult

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


@router.post("/build")
async def build(body: BuildRequest, engine: ComputeEngine) -> BuildResult:
    """Cut plan, sheet, shopping list and steps."""
    answer = await engine.run("build", document=write_shoot(body.document))
    return BuildResult.model_validate(answer)
