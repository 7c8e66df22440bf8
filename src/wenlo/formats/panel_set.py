"""Panel sets: a bare set of panels, lamps and meters as JSON, so that anyone can check the light."""

import json
import math
from collections.abc import Mapping
from typing import Annotated, Any, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel, ConfigDict, Field, ValidationError, field_validator, model_validator

from wenlo.core.errors import FieldError, InvalidInput
from wenlo.core.optics.finish import CellGrid, Gloss, Shine
from wenlo.core.optics.lamp import Emitter, beam_exponent
from wenlo.core.optics.lobe import lobe_exponent
from wenlo.core.optics.shapes import Panel
from wenlo.core.optics.sheet import LUMA, Sheet
from wenlo.core.transport.scene import LightScene, Meter, Reading

VERSION = 1
LARGEST = 32 * 1024 * 1024
"""A longer file is not a bare set. [byte]"""

Number = Annotated[float, Field(allow_inf_nan=False)]
Share = Annotated[float, Field(ge=0.0, le=1.0, allow_inf_nan=False)]
Positive = Annotated[float, Field(gt=0.0, allow_inf_nan=False)]
Vector3 = tuple[Number, Number, Number]
Colour = Share | tuple[Share, Share, Share]
COLOURS = frozenset({"reflectance", "transmittance", "unscattered", "specular", "colour"})
REMARKS = frozenset({"name", "title", "comment", "notes", "description"})


def _rgb(value: float | tuple[float, float, float]) -> NDArray[np.float64]:
    return np.full(3, float(value)) if isinstance(value, int | float) else np.asarray(value, dtype=np.float64)


class _Item(BaseModel):
    model_config = ConfigDict(extra="forbid", strict=False)

    @model_validator(mode="before")
    @classmethod
    def _without_remarks(cls, value: Any) -> Any:
        if isinstance(value, dict):
            return {k: v for k, v in value.items() if k not in REMARKS or k in cls.model_fields}
        return value


class _Gloss(_Item):
    straight_on: Share = 0.04
    roughness: Share = 0.05


class _Side(_Item):
    reflectance: Colour = 0.0
    roughness: Share | None = None
    specular: Colour | None = None
    gloss: _Gloss | None = None

    @model_validator(mode="after")
    def _parts(self) -> "_Side":
        if self.specular is not None and np.any(_rgb(self.specular) > _rgb(self.reflectance) + 1e-12):
            raise ValueError("specular is part of reflectance and cannot be more than it")
        return self


class _Grid(_Item):
    shape: Literal["square", "round", "hexagon"] = "square"
    cell: Positive
    depth: Positive
    open: Share = 1.0
    wall: Share = 0.0
    turn_degrees: Number = 0.0


class _Panel(_Item):
    id: str = Field(min_length=1)
    origin: Vector3
    edge_u: Vector3
    edge_v: Vector3
    front: _Side = _Side()
    back: _Side = _Side()
    transmittance: Colour = 0.0
    unscattered: Colour | None = None
    lobe_degrees: Annotated[float, Field(gt=0.0, le=90.0)] | None = None
    roughness: Share | None = None
    grid: _Grid | None = None
    role: Literal["room", "modifier"] = "room"

    @model_validator(mode="after")
    def _possible(self) -> "_Panel":
        _check_edges(self.edge_u, self.edge_v)
        if self.grid is not None:
            return self
        for name, side in (("front", self.front), ("back", self.back)):
            if np.any(_rgb(side.reflectance) + _rgb(self.transmittance) > 1.0 + 1e-9):
                raise ValueError(f"{name}.reflectance + transmittance must be at most 1")
        if self.unscattered is not None and np.any(_rgb(self.unscattered) > _rgb(self.transmittance) + 1e-12):
            raise ValueError("unscattered is part of transmittance and cannot be more than it")
        return self


class _Lamp(_Item):
    id: str = Field(min_length=1)
    origin: Vector3
    edge_u: Vector3
    edge_v: Vector3
    lumens: Annotated[float, Field(ge=0.0, allow_inf_nan=False)]
    beam_degrees: Annotated[float, Field(gt=0.5, le=172.0)] | None = None
    colour: Colour | None = None

    @model_validator(mode="after")
    def _possible(self) -> "_Lamp":
        _check_edges(self.edge_u, self.edge_v)
        return self


class _Meter(_Item):
    id: str = Field(min_length=1)
    position: Vector3
    normal: Vector3
    receptor: Literal["flat", "dome"] = "flat"

    @field_validator("normal")
    @classmethod
    def _some_direction(cls, value: Vector3) -> Vector3:
        if math.hypot(*value) < 1e-12:
            raise ValueError("a normal cannot be zero long")
        return value


class _Set(_Item):
    wenlo_panel_set: Literal[1]
    panels: list[_Panel] = []
    lamps: list[_Lamp] = []
    meters: list[_Meter] = []

    @model_validator(mode="after")
    def _names(self) -> "_Set":
        for field in ("panels", "lamps", "meters"):
            seen: set[str] = set()
            for item in getattr(self, field):
                if item.id in seen:
                    raise ValueError(f"{field}: the id “{item.id}” is there twice; every id must be its own")
                seen.add(item.id)
        return self


def _check_edges(edge_u: Vector3, edge_v: Vector3) -> None:
    area = float(np.linalg.norm(np.cross(edge_u, edge_v)))
    if area < 1e-12 or area < 1e-9 * math.hypot(*edge_u) * math.hypot(*edge_v):
        raise ValueError("edge_u and edge_v must span an area: they are zero or parallel")


def _side(panel: _Panel, side: _Side) -> tuple[NDArray[np.float64], Shine | None, Gloss | None]:
    total = _rgb(side.reflectance)
    roughness = panel.roughness if side.roughness is None else side.roughness
    specular = (np.zeros(3) if roughness is None else total) if side.specular is None else _rgb(side.specular)
    shine = Shine(reflectance=specular, alpha=roughness or 0.0) if np.any(specular > 0.0) else None
    gloss = None
    if side.gloss is not None:
        gloss = Gloss(straight_on=side.gloss.straight_on, alpha=side.gloss.roughness)
    return total - specular, shine, gloss


def _sheet(panel: _Panel) -> Sheet:
    (front, shine_front, gloss_front), (back, shine_back, gloss_back) = (
        _side(panel, panel.front),
        _side(panel, panel.back),
    )
    total = _rgb(panel.transmittance)
    clear = np.zeros(3) if panel.unscattered is None else _rgb(panel.unscattered)
    grid = None
    if panel.grid is not None:
        g = panel.grid
        grid = CellGrid(
            shape=g.shape, ratio=g.depth / g.cell, open_share=g.open, wall=g.wall, turn=math.radians(g.turn_degrees)
        )
        # what passes a cell straight is as much as its opening shows; a tint is given as transmittance
        colour = total if np.any(total > 0.0) else np.ones(3)
        clear, total = colour, colour * (1.0 + grid.scattered)
        front, back = np.maximum(front, grid.scattered), np.maximum(back, grid.scattered)
    half = None if panel.lobe_degrees is None else math.radians(panel.lobe_degrees)
    return Sheet(
        transmittance=total,
        unscattered=clear,
        reflectance_front=front,
        reflectance_back=back,
        lobe=lobe_exponent(half),
        shine_front=shine_front,
        shine_back=shine_back,
        gloss_front=gloss_front,
        gloss_back=gloss_back,
        grid=grid,
    )


def _array(values: Vector3) -> NDArray[np.float64]:
    return np.array(values, dtype=np.float64)


def _emitter(lamp: _Lamp) -> Emitter:
    u, v = _array(lamp.edge_u), _array(lamp.edge_v)
    colour = np.ones(3) if lamp.colour is None else _rgb(lamp.colour)
    luminance = float(colour @ LUMA)
    return Emitter(
        id=lamp.id,
        shape="rectangle",
        centre=_array(lamp.origin) + (u + v) / 2,
        edge_u=u,
        edge_v=v,
        amount=lamp.lumens,
        beam=1.0 if lamp.beam_degrees is None else beam_exponent(math.radians(lamp.beam_degrees)),
        colour=colour / luminance if luminance > 0.0 else np.ones(3),
    )


def _trouble(error: ValidationError) -> InvalidInput:
    fields = []
    for one in error.errors():
        path = ""
        for step in one["loc"]:
            if isinstance(step, int):
                path += f"[{step}]"
            elif not any(mark in str(step) for mark in ("[", "constrained", "float", "tuple")):
                path += f".{step}" if path else str(step)
        message = one["msg"].removeprefix("Value error, ")
        if path.rsplit(".", 1)[-1] in COLOURS and one["type"] != "missing":
            message = "must be a share from 0 to 1, or three of them for red, green and blue"
        elif one["type"] == "extra_forbidden":
            message = "there is no such field here; see docs/formats.md"
        fields.append(FieldError(path=path or "the set", message=message[:1].lower() + message[1:]))
    first = fields[0]
    return InvalidInput(f"{first.path}: {first.message}", fields=fields)


def read_panel_set(text: str) -> tuple[LightScene, tuple[Meter, ...]]:
    """Read a panel set.

    Parameters
    ----------
    text: JSON; see docs/formats.md. Metres and lumens.

    Raises
    ------
    InvalidInput
        The message is one line that names the field.
    """
    if len(text) > LARGEST:
        raise InvalidInput(f"the file: longer than {LARGEST // 2**20} MiB, which is not a bare set of panels")
    try:
        data = json.loads(text)
    except (ValueError, RecursionError) as error:
        raise InvalidInput(f"the file: not JSON ({str(error).splitlines()[0]})") from None
    if not isinstance(data, dict) or "wenlo_panel_set" not in data:
        raise InvalidInput('wenlo_panel_set: missing; a panel set starts with {"wenlo_panel_set": 1, …}')
    try:
        plain = _Set.model_validate(data)
    except ValidationError as error:
        raise _trouble(error) from None
    panels = tuple(
        Panel(
            id=p.id,
            origin=_array(p.origin),
            edge_u=_array(p.edge_u),
            edge_v=_array(p.edge_v),
            surface=_sheet(p),
            role=p.role,
        )
        for p in plain.panels
    )
    meters = tuple(
        Meter(id=m.id, position=_array(m.position), normal=_array(m.normal), receptor=m.receptor) for m in plain.meters
    )
    return LightScene(panels=panels, lamps=tuple(_emitter(lamp) for lamp in plain.lamps)), meters


def write_readings(readings: Mapping[str, Reading], seconds: float) -> str:
    """Readings as JSON: lux, half-width, lux by lamp and by path.

    Parameters
    ----------
    readings: by the meter's id.
    seconds: how long it took.
    """

    def lux(rgb: NDArray[np.float64]) -> float:
        return float(f"{float(rgb @ LUMA):.6g}")

    answer = {
        name: {
            "lux": lux(reading.total),
            "error_lux": float(f"{reading.error:.2g}"),
            "by_lamp": {lamp: lux(part.total) for lamp, part in reading.by_lamp.items()},
            "by_path": {"direct": lux(reading.direct), "modifier": lux(reading.modifier), "room": lux(reading.room)},
        }
        for name, reading in readings.items()
    }
    return json.dumps({"readings": answer, "seconds": round(seconds, 4)}, ensure_ascii=False)
