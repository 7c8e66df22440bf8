"""A head that light can be judged by: sockets that top light darkens, a nose that throws a shadow, ears, hair, and wet
eyes that mirror what stands before them.

Lengths are those of a grown person's head, 23 cm from the crown to the chin and 20 cm deep. [m]
"""

from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.optics.finish import Gloss
from wenlo.core.optics.shapes import Dome, Shape, Tube
from wenlo.core.optics.sheet import Sheet, board

Vector = NDArray[np.float64]
Colour = tuple[float, float, float]

LIPS = (0.85, 0.52, 0.55)
"""Lips, as a share of the skin's red, green and blue. [-]"""

HAIR = (0.022, 0.014, 0.009)
WHITE, IRIS, PUPIL = (0.62, 0.58, 0.54), (0.07, 0.035, 0.017), (0.004, 0.004, 0.004)

WET = Gloss(alpha=0.03)
"""The film of tears: nearly a mirror of four hundredths. [-]"""

SHEEN = Gloss(alpha=0.3)
"""Hair and lips. [-]"""

EYES = 0.031
"""Half of what the pupils are apart: 62 mm. [m]"""


def _at(x: float, y: float, z: float) -> Vector:
    return np.array([x, y, z])


def _ball(name: str, at: Vector, radius: float, surface: Sheet) -> Dome:
    return Dome(id=name, centre=at, radius=radius, surface=surface)


def _rod(name: str, start: Vector, end: Vector, radius: float, surface: Sheet, end_radius: float | None = None) -> Tube:
    along = end - start
    return Tube(
        id=name,
        base=start,
        axis=along,
        length=float(np.linalg.norm(along)),
        radius=radius,
        end_radius=end_radius,
        surface=surface,
    )


def _eye(name: str, side: float) -> tuple[Shape, ...]:
    # The ball, and on it two caps a little larger: the coloured ring and its middle.
    centre, ahead = _at(side * EYES, 0.0285, -0.002), np.array([0.0, -1.0, 0.0])
    white = replace(board(WHITE), gloss_front=WET)
    ring, middle = (replace(board(colour), gloss_front=WET) for colour in (IRIS, PUPIL))
    return (
        _ball(f"{name} eye", centre, 0.0122, white),
        Dome(id=f"{name} iris", centre=centre, radius=0.0125, axis=ahead, low=0.868, surface=ring),
        Dome(id=f"{name} pupil", centre=centre, radius=0.0127, axis=ahead, low=0.98, surface=middle),
    )


def _side(name: str, side: float, skin: Sheet, hair: Sheet) -> tuple[Shape, ...]:
    # What a face has twice.
    inner, outer = _at(side * 0.012, 0.0135, 0.0165), _at(side * 0.045, 0.026, 0.0145)
    up = _at(0, -0.0028, 0.0048)

    def lid(which: str, lean: float, low: float) -> Dome:
        # a cap over a part of the ball
        axis = np.array([0.0, -0.5, lean])
        centre = _at(side * EYES, 0.0285, -0.002)
        return Dome(id=f"{name} {which} lid", centre=centre, radius=0.0136, axis=axis, low=low, surface=skin)

    return (
        *_eye(name, side),
        lid("upper", 0.866, 0.73),
        lid("lower", -0.866, 0.86),
        _rod(f"{name} brow", inner, outer, 0.0085, skin),
        _ball(f"{name} brow's start", inner, 0.0085, skin),
        _ball(f"{name} brow's end", outer, 0.0085, skin),
        _rod(f"{name} eyebrow", inner + up, outer + up, 0.0054, hair, 0.0044),
        _ball(f"{name} cheek", _at(side * 0.027, 0.058, -0.034), 0.043, skin),
        _ball(f"{name} nostril", _at(side * 0.0095, 0.003, -0.0395), 0.0078, skin),
        _ball(f"{name} ear", _at(side * 0.066, 0.098, -0.012), 0.0205, skin),
        _ball(f"{name} jaw", _at(side * 0.0165, 0.07, -0.056), 0.05, skin),
    )


def head(bridge: Vector, *, skin: Sheet, scale: float = 1.0) -> tuple[Shape, ...]:
    """A head that looks toward −y.

    Parameters
    ----------
    bridge: the point between the eyes, just before the nose's bridge, shape (3,). [m]
    skin: its outside.
    scale: against a head 20 cm deep. [-]
    """
    red, green, blue = (float(v) for v in np.broadcast_to(skin.reflectance_front, 3))
    lips = replace(board((LIPS[0] * red, LIPS[1] * green, LIPS[2] * blue)), gloss_front=SHEEN)
    hair = replace(board(HAIR), gloss_front=SHEEN)
    tip, middle, left = _at(0, -0.009, -0.036), _at(0, 0.0035, -0.0625), _at(-0.022, 0.012, -0.0635)
    right, down = left * np.array([-1.0, 1.0, 1.0]), _at(0, 0.0012, -0.0068)
    parts: tuple[Shape, ...] = (
        _ball("skull", _at(0, 0.105, 0.033), 0.083, skin),
        _ball("forehead", _at(0, 0.072, 0.034), 0.063, skin),
        _ball("face", _at(0, 0.085, -0.018), 0.068, skin),
        _ball("muzzle", _at(0, 0.05, -0.062), 0.044, skin),
        _ball("chin", _at(0, 0.036, -0.089), 0.027, skin),
        _ball("chin's point", _at(0, 0.029, -0.093), 0.0195, skin),
        _rod("nose", _at(0, 0.0195, 0.014), tip, 0.0065, skin, 0.0105),
        _ball("nose tip", tip, 0.0113, skin),
        _rod("left upper lip", left, middle, 0.002, lips, 0.0042),
        _rod("right upper lip", right, middle, 0.002, lips, 0.0042),
        _ball("upper lip", middle, 0.0042, lips),
        _rod("left lower lip", left, middle + down, 0.002, lips, 0.0054),
        _rod("right lower lip", right, middle + down, 0.002, lips, 0.0054),
        _ball("lower lip", middle + down, 0.0054, lips),
        *_side("left", -1.0, skin, hair),
        *_side("right", 1.0, skin, hair),
        # the hair is a cap that ends over the forehead and behind the ears
        Dome(
            id="hair",
            centre=_at(0, 0.107, 0.034),
            radius=0.09,
            axis=np.array([0.0, 0.62, 0.785]),
            low=-0.14,
            surface=hair,
        ),
    )
    return tuple(_scaled(part, scale, bridge) for part in parts)


SMALL = 0.025
"""Parts so small are lit evenly as far as others are concerned. [m]"""


def _scaled(part: Shape, k: float, origin: Vector) -> Shape:
    if isinstance(part, Dome):
        even = (1, 1) if part.radius < SMALL else None
        return replace(part, centre=origin + k * part.centre, radius=k * part.radius, one_sided=True, divisions=even)
    assert isinstance(part, Tube)
    end = part.radius if part.end_radius is None else part.end_radius
    return replace(
        part,
        base=origin + k * part.base,
        length=k * part.length,
        radius=k * part.radius,
        end_radius=k * end,
        one_sided=True,
        divisions=(1, 1),
    )
