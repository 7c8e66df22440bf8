"""Exercises as plain results, and the tasks that make and score them."""

import io
from typing import Any, Literal

import numpy as np
from PIL import Image
from pydantic import Field

from wenlo.core.practice.practice import SAYS, Answer, ExerciseKind, exercise, picture, score
from wenlo.core.scene import scene_builder
from wenlo.services.results import FactResult, Result
from wenlo.services.said import fact_result

JPEG_QUALITY = 88


class DrawingResult(Result):
    """What the exercise's drawing shows, in metres: the room's sides and height, the sheet from end to end on the plan
    and its foot and top in the side view, the lamp, the lens, and the middle, half size and lean [degree] of what is
    lit.
    """

    left: float
    right: float
    front: float
    back: float
    height: float
    sheet: list[tuple[float, float]]
    sheet_side: list[tuple[float, float]]
    lamp: tuple[float, float, float]
    camera: tuple[float, float, float]
    subject: float
    half: float
    lean: float


class ExerciseResult(Result):
    """An exercise."""

    kind: ExerciseKind
    seed: int
    name: FactResult
    question: FactResult
    answered: Literal["plan", "side", "stops", "choice"]
    pictures: list[str]
    choices: list[FactResult]
    drawing: DrawingResult


class AnswerRequest(Result):
    """An answer: a place on the drawing [m], stops, or a choice."""

    x: float | None = Field(default=None, ge=-50.0, le=50.0)
    y: float | None = Field(default=None, ge=-50.0, le=50.0)
    stops: float | None = Field(default=None, ge=-12.0, le=12.0)
    choice: str | None = Field(default=None, max_length=40)


class ScoreResult(Result):
    """How far off an answer is, its points of a hundred, what is true, and why it is seen."""

    off: float
    unit: str
    points: int
    truth: AnswerRequest
    says: list[FactResult]


def exercise_made(kind: ExerciseKind, seed: int) -> ExerciseResult:
    """An exercise; see ``ExerciseResult``."""
    made, key = exercise(kind, seed), kind.replace(" ", "-")
    brief, design = made.shown.brief, made.shown.design
    camera, centre = scene_builder.camera_place(brief), design.source_centre
    across = np.array([-design.direction[1], design.direction[0]]) * design.source_size[0] / 2.0
    half = design.source_size[1] / 2.0
    lamp = design.lamp_position
    behind = float(brief.backdrop.distance)
    drawing = DrawingResult(
        left=-brief.room.width / 2.0,
        right=brief.room.width / 2.0,
        front=behind - brief.room.depth,
        back=behind,
        height=brief.room.height,
        sheet=[(float(centre[0] + s * across[0]), float(centre[1] + s * across[1])) for s in (-1.0, 1.0)],
        sheet_side=[(float(centre[1]), float(centre[2] + s * half)) for s in (-1.0, 1.0)],
        lamp=(float(lamp[0]), float(lamp[1]), float(lamp[2])),
        camera=(float(camera[0]), float(camera[1]), float(camera[2])),
        subject=brief.subject.face_height,
        half=brief.subject.size / 2.0,
        lean=brief.subject.lean,
    )
    return ExerciseResult(
        kind=kind,
        seed=seed,
        name=fact_result(SAYS("name", kind=key)),
        question=fact_result(SAYS("question", kind=key)),
        answered=made.answered,
        pictures=list(made.pictures),
        choices=[fact_result(SAYS("choice", choice=one)) for one in made.choices],
        drawing=drawing,
    )


def exercise_picture(kind: ExerciseKind, seed: int, which: str) -> bytes:
    """A frame of an exercise as JPEG."""
    encoded = picture(kind, seed, which)
    out = io.BytesIO()
    Image.fromarray((encoded * 255.0 + 0.5).astype(np.uint8)).save(out, format="JPEG", quality=JPEG_QUALITY)
    return out.getvalue()


def exercise_scored(kind: ExerciseKind, seed: int, answer: dict[str, Any]) -> ScoreResult:
    """An answer held against what is true; see ``ScoreResult``."""
    found = score(kind, seed, Answer(**answer))
    truth = found.truth
    return ScoreResult(
        off=found.off,
        unit=found.unit,
        points=found.points,
        says=[fact_result(one) for one in found.says],
        truth=AnswerRequest(x=truth.x, y=truth.y, stops=truth.stops, choice=truth.choice),
    )
