"""The trash: what was deleted, for a month."""

from uuid import UUID

from fastapi import APIRouter, status

from wenlo.api.dependencies import CurrentUser, TrashService
from wenlo.api.errors import RESPONSES
from wenlo.api.schemas import TrashedAnswer
from wenlo.services.edit_ports import TrashKind

router = APIRouter(prefix="/api/trash", tags=["trash"], responses=RESPONSES)


@router.get("")
def trash(service: TrashService, user: CurrentUser) -> list[TrashedAnswer]:
    """What is there, newest first, and until when."""
    return [TrashedAnswer.model_validate(one) for one in service.all(user)]


@router.post("/{kind}/{key}", status_code=status.HTTP_204_NO_CONTENT)
def restore(kind: TrashKind, key: UUID, service: TrashService, user: CurrentUser) -> None:
    """Take it back."""
    service.restore(user, kind, key)


@router.delete("/{kind}/{key}", status_code=status.HTTP_204_NO_CONTENT)
def remove(kind: TrashKind, key: UUID, service: TrashService, user: CurrentUser) -> None:
    """Delete it for good."""
    service.remove(user, kind, key)
