"""Devices: a light meter that is read, a lamp that is set, a camera that takes frames into the log."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body, status
from fastapi.concurrency import run_in_threadpool
from pydantic import BaseModel, Field

from wenlo.api.darkroom import PhotographRoom
from wenlo.api.dependencies import ComputeEngine, CurrentUser, DevicesService, LogService
from wenlo.api.errors import RESPONSES
from wenlo.api.routers.proof import ShotAnswer, shot_answer
from wenlo.api.schemas import Request
from wenlo.core.document.shoot import Shoot, write_shoot
from wenlo.core.units.fields import ShortText
from wenlo.services.lamp_desk import DeskState
from wenlo.services.tasks import PREDICTED_FRAME

router = APIRouter(prefix="/api", tags=["devices"], responses=RESPONSES)


class LampAnswer(BaseModel):
    """What the lamp is told; None before anything was sent."""

    connected: bool
    power: float | None
    kelvin: float | None
    away: bool


class DevicesAnswer(BaseModel):
    """Which devices are connected, and whether the set before them is simulated."""

    meter: bool
    camera: bool
    simulated: bool
    lamp: LampAnswer


class MeterRequest(Request):
    """Where in the shoot the meter is held."""

    document: Shoot
    held: ShortText = "key"


class MeterAnswer(BaseModel):
    """What the light meter reads. [lx]"""

    lux: float


class LampRequest(Request):
    """Power and colour of the lamp."""

    power: Annotated[float, Field(ge=0.0, le=1.0)]
    kelvin: Annotated[float, Field(ge=1500.0, le=15000.0)] = 5600.0


class FrameRequest(Request):
    """A frame with a shot's settings; ``auto`` lets the camera set its shutter."""

    document: Shoot
    auto: bool = False


def _lamp(state: DeskState) -> LampAnswer:
    return LampAnswer(connected=state.connected, power=state.power, kelvin=state.kelvin, away=state.away)


@router.get("/devices")
async def devices(service: DevicesService) -> DevicesAnswer:
    """Which devices are connected."""
    found = service.connected()
    return DevicesAnswer(meter=found.meter, camera=found.camera, simulated=found.simulated, lamp=_lamp(found.lamp))


@router.put("/devices/lamp")
async def lamp(body: LampRequest, service: DevicesService) -> LampAnswer:
    """Set the lamp, and hold it there."""
    return _lamp(await service.desk.tell(body.power, body.kelvin))


@router.post("/meter")
async def meter(service: DevicesService, body: Annotated[MeterRequest | None, Body()] = None) -> MeterAnswer:
    """Read the light meter that is connected."""
    document = None if body is None else write_shoot(body.document)
    return MeterAnswer(lux=await service.read(document, "key" if body is None else body.held))


@router.post("/shots/{shot_id}/frame", status_code=status.HTTP_201_CREATED)
async def frame(
    shot_id: UUID, body: FrameRequest, service: DevicesService, log: LogService, user: CurrentUser, room: PhotographRoom
) -> ShotAnswer:
    """Take a frame with the shot's settings, or else the shoot's, and keep it with the shot."""
    values = (await run_in_threadpool(log.shot, user, shot_id)).values
    camera = body.document.brief.camera
    content = await service.frame(
        write_shoot(body.document),
        aperture=values.aperture or camera.aperture,
        shutter=values.shutter or camera.shutter,
        iso=values.iso or camera.iso,
        auto=body.auto,
    )
    kept = await room.keep(content)
    number = "camera, own exposure" if body.auto else "camera"
    record = await run_in_threadpool(log.add_photograph, user, shot_id, name=number, kept=kept)
    exposure = kept.exposure
    if body.auto and exposure is not None and exposure[1] != record.values.shutter:
        changed = record.values.model_copy(update={"shutter": exposure[1]})
        record = await run_in_threadpool(log.save, user, shot_id, version=record.version, values=changed)
    return shot_answer(record)


@router.post("/shots/{shot_id}/prediction", status_code=status.HTTP_201_CREATED)
async def prediction(
    shot_id: UUID, body: FrameRequest, engine: ComputeEngine, log: LogService, user: CurrentUser, room: PhotographRoom
) -> ShotAnswer:
    """Put the predicted picture, with the shot's settings, beside its photographs, to hold them against it."""
    values = (await run_in_threadpool(log.shot, user, shot_id)).values
    camera = body.document.brief.camera
    content = await engine.run(
        PREDICTED_FRAME(
            document=body.document,
            aperture=values.aperture or camera.aperture,
            shutter=values.shutter or camera.shutter,
            iso=values.iso or camera.iso,
        )
    )
    return shot_answer(
        await run_in_threadpool(log.add_photograph, user, shot_id, name="as predicted", kept=await room.keep(content))
    )
