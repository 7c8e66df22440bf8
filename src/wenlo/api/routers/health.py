"""Whether it lives, whether it can work, and its counts."""

from fastapi import APIRouter, Request, Response
from prometheus_client import CONTENT_TYPE_LATEST, generate_latest

import wenlo
from wenlo.api.dependencies import ComputeEngine
from wenlo.api.errors import RESPONSES
from wenlo.api.schemas import Health, Live
from wenlo.core import CORE_VERSION

router = APIRouter(prefix="/api", tags=["health"], responses=RESPONSES)


@router.get("/health/live")
async def live() -> Live:
    """Answers as long as the server does, whatever else is away."""
    return Live(status="ok")


@router.get("/health/ready")
@router.get("/health")
def ready(request: Request, engine: ComputeEngine) -> Health:
    """Answers when the database does and its tables are of this version; 503 tells which of the two is not so."""
    request.app.state.database.check()
    return Health(
        status="ok",
        version=wenlo.__version__,
        core_version=CORE_VERSION,
        kernels="loaded" if engine.loaded else "loading",
    )


@router.get("/metrics", response_class=Response)
async def metrics(request: Request) -> Response:
    """Counts as Prometheus reads them."""
    return Response(generate_latest(request.app.state.counts.registry), media_type=CONTENT_TYPE_LATEST)
