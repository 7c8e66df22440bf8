"""Wishes read off a photograph, as plain results."""

from collections.abc import Mapping
from typing import Any

import numpy as np
from pydantic import Field

from wenlo.core.calibration.measures import picture_of
from wenlo.core.calibration.shots import Area, Line
from wenlo.core.calibration.wishes_read import Marks, WishKey, wishes_read
from wenlo.core.catalog.own import FinishRef, finish_material
from wenlo.core.optics.sheet import luminance
from wenlo.formats.measured_photograph import read_photograph
from wenlo.services.results import Result


class WishesRequest(Result):
    """What was drawn on the photograph: the box round the head, an area of the background, a line across a shadow's
    edge; and the finish of the backdrop that is to stand in for what is behind.
    """

    head: Area | None = None
    background: Area | None = None
    edge: Line | None = None
    backdrop: FinishRef = "photo_grey"


class ReadWishResult(Result):
    """A wish: its value with the 95 % half-width, in degrees, stops or metres, or why it cannot be read."""

    key: WishKey
    value: float | None
    error: float | None
    problem: str


class WishesResult(Result):
    """All wishes that were read."""

    wishes: list[ReadWishResult] = Field(default_factory=list)


def wishes_of(content: bytes, request: Mapping[str, Any]) -> WishesResult:
    """Wishes read off a photograph; see ``WishesResult``.

    Parameters
    ----------
    content: the file.
    request: a ``WishesRequest``.
    """
    asked = WishesRequest.model_validate(request)
    picture = picture_of(read_photograph(content).encoded)
    marks = Marks(head=asked.head, background=asked.background, edge=asked.edge)
    reflectance = float(luminance(np.array(finish_material(asked.backdrop).reflectance)))
    return WishesResult(
        wishes=[
            ReadWishResult(key=w.key, value=w.value, error=w.error, problem=w.problem)
            for w in wishes_read(picture, marks, reflectance=max(reflectance, 0.005))
        ]
    )
