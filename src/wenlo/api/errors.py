"""The one place that maps errors to HTTP. A fault on our side never shows a stack trace."""

import errno
from typing import Any

import structlog
from fastapi import FastAPI, Request
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse
from pydantic import BaseModel
from starlette.exceptions import HTTPException

from wenlo.core.document.shoot import KIND_TAGS, Shoot
from wenlo.core.errors import (
    DiskFull,
    FieldError,
    Impossible,
    InvalidInput,
    NotFound,
    TooLarge,
    Unavailable,
    UnsupportedFile,
    VersionConflict,
    WenloError,
)
from wenlo.core.units.fields import field_errors
from wenlo.jobs.turns import Superseded

log = structlog.get_logger()

STATUS: dict[type[WenloError], int] = {
    InvalidInput: 422,
    Impossible: 422,
    UnsupportedFile: 422,
    NotFound: 404,
    VersionConflict: 409,
    Superseded: 409,
    TooLarge: 413,
    DiskFull: 507,
    Unavailable: 503,
}


class FieldProblem(BaseModel):
    """What is wrong at one field."""

    path: str
    message: str


class Problem(BaseModel):
    """Body of every error answer; ``code`` is stable."""

    code: str
    message: str
    fields: list[FieldProblem] = []
    current_version: int | None = None


RESPONSES: dict[int | str, dict[str, Any]] = {
    status: {"model": Problem, "description": text}
    for status, text in (
        (400, "The request is not readable."),
        (404, "No such thing, or not yours."),
        (409, "Changed elsewhere in the meantime, or replaced by a newer request."),
        (413, "Larger than is accepted."),
        (422, "A value is not accepted; nothing was changed."),
        (507, "The disk is full; nothing was changed."),
        (503, "A part of Wenlo cannot answer now; nothing was lost."),
    )
}


def _answer(status: int, problem: Problem) -> JSONResponse:
    return JSONResponse(problem.model_dump(), status_code=status)


MOST_FIELDS = 50
"""So many problems are told at once; nobody reads more."""

LONGEST = 400
"""Of a path or message that is told: both can hold what was sent."""


def _problems(fields: tuple[FieldError, ...] | list[FieldError]) -> list[FieldProblem]:
    return [FieldProblem(path=f.path[:LONGEST], message=f.message[:LONGEST]) for f in fields[:MOST_FIELDS]]


def install(app: FastAPI) -> None:
    """Register the handlers."""

    @app.exception_handler(WenloError)
    async def _known(_: Request, error: WenloError) -> JSONResponse:
        status = next(STATUS[kind] for kind in type(error).__mro__ if kind in STATUS)
        version = error.current_version if isinstance(error, VersionConflict) else None
        return _answer(
            status,
            Problem(code=error.code, message=error.message, fields=_problems(error.fields), current_version=version),
        )

    @app.exception_handler(RequestValidationError)
    async def _invalid(_: Request, error: RequestValidationError) -> JSONResponse:
        inside, outside = [], []
        for item in error.errors()[:MOST_FIELDS]:
            loc = list(item["loc"])
            if loc[:2] == ["body", "document"]:
                inside.append({**item, "loc": tuple(loc[2:])})
            else:
                path = ".".join(str(step) for step in loc[1:]) or str(loc[0])
                outside.append(FieldError(path=path, message=f"{path}: {item['msg'][:1].lower()}{item['msg'][1:]}."))
        fields = field_errors(Shoot, inside, tags=KIND_TAGS) + outside
        return _answer(
            422, Problem(code="invalid_input", message=fields[0].message[:LONGEST], fields=_problems(fields))
        )

    @app.exception_handler(HTTPException)
    async def _http(_: Request, error: HTTPException) -> JSONResponse:
        code = "not_found" if error.status_code == 404 else "bad_request"
        words = "There is nothing at this address." if error.status_code == 404 else str(error.detail)
        response = _answer(error.status_code, Problem(code=code, message=words))
        response.headers.update(error.headers or {})
        return response

    @app.exception_handler(Exception)
    async def _fault(request: Request, error: Exception) -> JSONResponse:
        if isinstance(error, OSError) and error.errno in (errno.ENOSPC, errno.EDQUOT):
            log.error("disk_full", path=request.url.path)
            words = "The disk of the server is full; nothing was changed. Free some space, then do it again."
            return _answer(507, Problem(code=DiskFull.code, message=words))
        reference = structlog.contextvars.get_contextvars().get("request", "unknown")
        log.error("fault", path=request.url.path, exc_info=error)
        words = f"Something went wrong on our side (reference {reference}). What was saved is safe; try again."
        return _answer(500, Problem(code="fault", message=words))
