"""Practice: exercises on simulated sets, made from a seed and scored."""

from typing import Annotated, Literal

from fastapi import APIRouter, Path, Response

from wenlo.api.dependencies import ComputeEngine
from wenlo.api.errors import RESPONSES
from wenlo.core.practice.practice import ExerciseKind
from wenlo.services.practice_results import AnswerRequest, ExerciseResult, ScoreResult
from wenlo.services.tasks import EXERCISE, EXERCISE_PICTURE, EXERCISE_SCORED

router = APIRouter(prefix="/api/practice", tags=["practice"], responses=RESPONSES)

Seed = Annotated[int, Path(ge=0, le=1_000_000)]


@router.get("/{kind}/{seed}")
async def exercise(kind: ExerciseKind, seed: Seed, engine: ComputeEngine) -> ExerciseResult:
    """An exercise; the same seed gives the same one."""
    return await engine.run(EXERCISE(kind=kind, seed=seed))


@router.get("/{kind}/{seed}/{which}.jpg", response_class=Response)
async def picture(
    kind: ExerciseKind, seed: Seed, which: Literal["now", "before", "after"], engine: ComputeEngine
) -> Response:
    """A frame of it."""
    content = await engine.run(EXERCISE_PICTURE(kind=kind, seed=seed, which=which))
    return Response(content, media_type="image/jpeg", headers={"cache-control": "max-age=86400"})


@router.post("/{kind}/{seed}")
async def answer(kind: ExerciseKind, seed: Seed, body: AnswerRequest, engine: ComputeEngine) -> ScoreResult:
    """Hold an answer against what is true."""
    return await engine.run(EXERCISE_SCORED(kind=kind, seed=seed, answer=body.model_dump()))
