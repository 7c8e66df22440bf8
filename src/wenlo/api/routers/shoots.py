"""Shoots: list, make, open, save, undo, redo, history, files."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, File, Query, Response, UploadFile, status

from wenlo.api.dependencies import CurrentUser, ShootsService
from wenlo.api.download import download
from wenlo.api.errors import RESPONSES
from wenlo.api.schemas import BasedOn, CreateShoot, RevisionAnswer, SaveShoot, ShootAnswer, ShootLineAnswer
from wenlo.core.document.shoot import read_shoot
from wenlo.formats.project_file import write_project
from wenlo.services.ports import ShootRecord
from wenlo.services.shoots import fresh_shoot

router = APIRouter(prefix="/api/shoots", tags=["shoots"], responses=RESPONSES)


def _answer(record: ShootRecord) -> ShootAnswer:
    return ShootAnswer.of(record, read_shoot(record.document))


@router.get("")
def list_shoots(service: ShootsService, user: CurrentUser) -> list[ShootLineAnswer]:
    """All shoots, newest first."""
    return [ShootLineAnswer.model_validate(line) for line in service.lines(user)]


@router.post("", status_code=status.HTTP_201_CREATED)
def create_shoot(body: CreateShoot, service: ShootsService, user: CurrentUser) -> ShootAnswer:
    """Make a shoot."""
    return _answer(service.create(user, body.document or fresh_shoot()))


@router.post("/import", status_code=status.HTTP_201_CREATED)
def import_shoot(file: Annotated[UploadFile, File()], service: ShootsService, user: CurrentUser) -> ShootAnswer:
    """Make a shoot from a project file."""
    return _answer(service.bring_in(user, file.file.read()))


@router.get("/{shoot_id}")
def open_shoot(shoot_id: UUID, service: ShootsService, user: CurrentUser) -> ShootAnswer:
    """Open a shoot."""
    return _answer(service.open(user, shoot_id))


@router.put("/{shoot_id}")
def save_shoot(shoot_id: UUID, body: SaveShoot, service: ShootsService, user: CurrentUser) -> ShootAnswer:
    """Save a new revision; 409 when somebody saved since ``version``."""
    return _answer(service.save(user, shoot_id, version=body.version, document=body.document, label=body.label))


@router.delete("/{shoot_id}", status_code=status.HTTP_204_NO_CONTENT)
def delete_shoot(
    shoot_id: UUID, version: Annotated[int, Query(ge=1, le=2_000_000_000)], service: ShootsService, user: CurrentUser
) -> None:
    """Delete a shoot with its history."""
    service.remove(user, shoot_id, version=version)


@router.post("/{shoot_id}/undo")
def undo(shoot_id: UUID, body: BasedOn, service: ShootsService, user: CurrentUser) -> ShootAnswer:
    """Go one revision back."""
    return _answer(service.undo(user, shoot_id, version=body.version))


@router.post("/{shoot_id}/redo")
def redo(shoot_id: UUID, body: BasedOn, service: ShootsService, user: CurrentUser) -> ShootAnswer:
    """Go one revision forward."""
    return _answer(service.redo(user, shoot_id, version=body.version))


@router.get("/{shoot_id}/history")
def history(shoot_id: UUID, service: ShootsService, user: CurrentUser) -> list[RevisionAnswer]:
    """All revisions, newest first."""
    return [RevisionAnswer.model_validate(line) for line in service.history(user, shoot_id)]


@router.get("/{shoot_id}/project.json", response_class=Response)
def project_file(shoot_id: UUID, service: ShootsService, user: CurrentUser) -> Response:
    """The project file."""
    shoot = read_shoot(service.open(user, shoot_id).document)
    return download(write_project(shoot), "application/json", f"{shoot.title}.wenlo.json")
