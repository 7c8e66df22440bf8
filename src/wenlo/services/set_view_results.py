"""The set in three dimensions, as it will stand, with the solved light on it where that is asked for."""

from collections.abc import Callable
from typing import Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import BaseModel

from wenlo.core.document.shoot import Shoot
from wenlo.core.rigging.lit_solids import lit_solids
from wenlo.core.rigging.set_view import SetSolid, set_solids
from wenlo.services.resolve_document import Document, resolve_document


class SetViewRequest(BaseModel):
    """A set to be looked at, with its light or without; for one ``editor`` the newest wins."""

    document: Shoot
    light: bool = False
    editor: str | None = None


class SetSolidResult(BaseModel):
    """A solid: places in a row (x, y, z) [m] and triangles by them; linear colour, opacity. ``light`` is what each
    place sends out as linear RGB in a row, 1 for a white that is lit as the key is, and ``stops`` the light on it from
    the key; empty without light.
    """

    id: str
    sort: Literal["built", "stand", "lamp", "shell", "subject", "thing"]
    points: list[float]
    triangles: list[int]
    colour: list[float]
    opacity: float
    shines: bool
    light: list[float] = []
    stops: list[float] = []


class SetViewResult(BaseModel):
    """All solids of a set; whether they are ``lit``."""

    lit: bool
    solids: list[SetSolidResult]


def _flat(values: NDArray[np.float64], digits: int) -> list[float]:
    found: list[float] = np.round(values, digits).reshape(-1).tolist()
    return found


def _result(solid: SetSolid, places: NDArray[np.float64], faces: NDArray[np.int64]) -> SetSolidResult:
    return SetSolidResult(
        id=solid.id,
        sort=solid.sort,
        points=_flat(places, 4),
        triangles=faces.reshape(-1).tolist(),
        colour=list(solid.colour),
        opacity=solid.opacity,
        shines=solid.shines,
    )


def set_view(document: Document, light: bool = False, go_on: Callable[[float], bool] | None = None) -> SetViewResult:
    """The solids of a set; see ``SetViewResult``."""
    shoot = resolve_document(document)
    solids = set_solids(shoot)
    if not light:
        return SetViewResult(lit=False, solids=[_result(s, s.corners, s.faces) for s in solids])
    found = []
    for lit in lit_solids(shoot, solids, go_on):
        one = _result(lit.solid, lit.places, lit.faces)
        found.append(one.model_copy(update={"light": _flat(lit.light, 4), "stops": _flat(lit.stops, 2)}))
    return SetViewResult(lit=True, solids=found)
