"""Shoots: list, make, open, edit, history, files."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, File, Path, Query, Response, UploadFile, status

from wenlo.api.dependencies import CurrentUser, ShootsService
from wenlo.api.download import download
from wenlo.api.errors import RESPONSES
from wenlo.api.schemas import (
    CreateShoot,
    NameRevision,
    OpenedAnswer,
    RevisionAnswer,
    SaveShoot,
    ShootAnswer,
    ShootEdited,
    ShootLineAnswer,
    StepAnswer,
)
from wenlo.core.document.shoot import Shoot, read_shoot
from wenlo.formats.project_file import write_project
from wenlo.services.edits import EditsRequest
from wenlo.services.ports import ShootRecord
from wenlo.services.shoots import fresh_shoot
from wenlo.services.starts import start_of

router = APIRouter(prefix="/api/shoots", tags=["shoots"], responses=RESPONSES)

Device = Annotated[str, Query(max_length=60, pattern=r"^[^\x00]*$")]
Number = Annotated[int, Path(ge=1, le=2_000_000_000)]


def _answer(record: ShootRecord) -> ShootAnswer:
    return ShootAnswer.of(record, read_shoot(record.document))


@router.get("")
def list_shoots(service: ShootsService, user: CurrentUser) -> list[ShootLineAnswer]:
    """All shoots, newest first."""
    return [ShootLineAnswer.model_validate(line) for line in service.lines(user)]


@router.post("", status_code=status.HTTP_201_CREATED)
def create_shoot(body: CreateShoot, service: ShootsService, user: CurrentUser) -> ShootAnswer:
    """Make a shoot."""
    begun = start_of(body.start) if body.start is not None else fresh_shoot()
    return _answer(service.create(user, body.document or begun))


@router.post("/import", status_code=status.HTTP_201_CREATED)
def import_shoot(file: Annotated[UploadFile, File()], service: ShootsService, user: CurrentUser) -> ShootAnswer:
    """Make a shoot from a project file."""
    return _answer(service.bring_in(user, file.file.read()))


@router.get("/{shoot_id}")
def open_shoot(shoot_id: UUID, service: ShootsService, user: CurrentUser, device: Device = "") -> OpenedAnswer:
    """Open a shoot; for a ``device`` with what it can take back."""
    record = service.open(user, shoot_id)
    steps = service.steps(user, shoot_id, device) if device else []
    return OpenedAnswer(
        **dict(ShootAnswer.of(record, read_shoot(record.document))),
        steps=[StepAnswer.model_validate(step) for step in steps],
    )


@router.post("/{shoot_id}/edits")
def edit_shoot(shoot_id: UUID, body: EditsRequest, service: ShootsService, user: CurrentUser) -> ShootEdited:
    """Make edits, each once however often it comes, merged with what others changed field by field."""
    record, outcomes = service.edit(user, shoot_id, body)
    return ShootEdited(shoot=_answer(record), outcomes=outcomes)


@router.put("/{shoot_id}")
def save_shoot(shoot_id: UUID, body: SaveShoot, service: ShootsService, user: CurrentUser) -> ShootAnswer:
    """Save a new revision; 409 when somebody saved since ``version``."""
    return _answer(service.save(user, shoot_id, version=body.version, document=body.document, label=body.label))


@router.delete("/{shoot_id}", status_code=status.HTTP_204_NO_CONTENT)
def delete_shoot(
    shoot_id: UUID, version: Annotated[int, Query(ge=1, le=2_000_000_000)], service: ShootsService, user: CurrentUser
) -> None:
    """Put a shoot in the trash, with its history."""
    service.remove(user, shoot_id, version=version)


@router.get("/{shoot_id}/history")
def history(
    shoot_id: UUID,
    service: ShootsService,
    user: CurrentUser,
    before: Annotated[int | None, Query(ge=1, le=2_000_000_000)] = None,
) -> list[RevisionAnswer]:
    """Revisions, newest first, a hundred at once, from ``before`` a number on."""
    return [RevisionAnswer.model_validate(line) for line in service.history(user, shoot_id, before=before)]


@router.get("/{shoot_id}/history/{number}")
def revision(shoot_id: UUID, number: Number, service: ShootsService, user: CurrentUser) -> Shoot:
    """The shoot as it stood."""
    return service.revision(user, shoot_id, number)


@router.put("/{shoot_id}/history/{number}", status_code=status.HTTP_204_NO_CONTENT)
def name_revision(
    shoot_id: UUID, number: Number, body: NameRevision, service: ShootsService, user: CurrentUser
) -> None:
    """Give a revision a name, or take it away."""
    service.name_revision(user, shoot_id, number, body.name.strip())


@router.get("/{shoot_id}/project.json", response_class=Response)
def project_file(shoot_id: UUID, service: ShootsService, user: CurrentUser) -> Response:
    """The project file."""
    shoot = read_shoot(service.open(user, shoot_id).document)
    return download(write_project(shoot), "application/json", f"{shoot.title}.wenlo.json")
