"""Cards that a shiny thing is to show: as small as they can be, out of the picture and out of the light's way."""

from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.analysis.preview import picture_scene
from wenlo.core.analysis.reflections import SMALL, Reflections
from wenlo.core.brief.brief import SENSORS, Brief
from wenlo.core.catalog.typical import black_materials, bounce_faces
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.placing import panel
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.optics.sheet import board, luminance
from wenlo.core.photometry.stops import stops_between
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import Solved

Array = NDArray[np.float64]

NEAREST, FARTHEST, TRIES = 0.1, 1.6, 14
"""How far off a card stands, and how many distances are tried. [m]"""

OUTERMOST = 1.5
"""Per cent of the rays that may fall beside the card on each side."""

RIM = 0.01
"""A card is so much larger all round. [m]"""

WORTH_A_CARD = 0.08
"""Less of the thing than this is not worth a card. [-]"""

UNDER_IT = ("table", "ground", "bend", "itself")
"""What a thing stands on: it cannot be covered."""

LARGEST = 2.0
LEAST_ALONG = 0.35
"""Cosine to a card's normal under which a ray is left to another card."""


@dataclass(frozen=True, kw_only=True, eq=False)
class Card:
    """A card in place: its middle and whole sides (3,) [m], facing the thing.

    ``share`` of the visible thing shows it; ``stops`` is how bright a white one is there against a white card at the
    thing.
    """

    colour: Literal["white", "black"]
    side: str
    centre: Array
    across: Array
    upward: Array
    distance: float
    share: float
    stops: float

    @property
    def size(self) -> tuple[float, float]:
        """Width and height. [m]"""
        return float(np.linalg.norm(self.across)), float(np.linalg.norm(self.upward))

    @property
    def corners(self) -> Array:
        """Its corners in turn, shape (4, 3). [m]"""
        a, b = self.across / 2, self.upward / 2
        return np.array([self.centre - a - b, self.centre + a - b, self.centre + a + b, self.centre - a + b])

    def panel(self) -> Panel:
        """The card as a surface of the set."""
        white, black = bounce_faces()["white_foam_board"].reflectance, black_materials()["black_foam_board"].reflectance
        surface = board(white if self.colour == "white" else (black, black, black))
        return panel(f"{self.colour} card", centre=self.centre, across=self.across, upward=self.upward, surface=surface)


def _card_for(
    brief: Brief,
    design: ModifierParameters,
    *,
    origins: Array,
    ways: Array,
    far: Array,
    side: str,
    colour: Literal["white", "black"],
    share: float,
    solved: Solved,
    white: float,
) -> Card | None:
    """The nearest, and so the smallest, card that mirrored rays fall on; None if it has no place.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    origins, ways, far: mirrored rays: from the thing, where to, and what they meet now, (M, 3). [m]
    side: where it stands, in words.
    colour: of the card.
    share: of the visible thing that these rays are.
    solved: the set without the thing.
    white: luminance of a white card at the thing. [cd/m²]
    """
    toward = ways.mean(axis=0)
    toward /= float(np.linalg.norm(toward))
    use = ways @ toward > LEAST_ALONG
    if use.mean() < 0.5:
        return None
    origins, ways, far = origins[use], ways[use], far[use]
    middle = origins.mean(axis=0)
    level = np.cross(np.array([0.0, 0.0, 1.0]), toward)
    if float(np.linalg.norm(level)) < 0.05:
        level = np.array([1.0, 0.0, 0.0])
    level /= float(np.linalg.norm(level))
    upward = np.cross(toward, level)
    reach = float(np.abs(origins - middle).max())
    for distance in np.geomspace(max(NEAREST, 1.2 * reach), FARTHEST, TRIES):
        at = middle + distance * toward
        t = ((at - origins) @ toward) / (ways @ toward)
        if np.mean(t < np.linalg.norm(far - origins, axis=1)) < 0.8:
            return None
        met = origins + t[:, None] * ways - at
        low, high = (
            np.percentile(np.stack([met @ level, met @ upward], axis=1), q, axis=0)
            for q in (OUTERMOST, 100.0 - OUTERMOST)
        )
        size = high - low + 2.0 * RIM
        if float(size.max()) > LARGEST:
            return None
        centre = at + float(low[0] + high[0]) / 2 * level + float(low[1] + high[1]) / 2 * upward
        across, up = float(size[0]) * level, float(size[1]) * upward
        if _has_place(brief, design, centre, across, up):
            return Card(
                colour=colour,
                side=side,
                centre=centre,
                across=across,
                upward=up,
                distance=float(distance),
                share=share * float(use.mean()),
                stops=_brightness(brief, solved, centre, -toward, white),
            )
    return None


def _has_place(brief: Brief, design: ModifierParameters, centre: Array, across: Array, upward: Array) -> bool:
    steps = np.linspace(-0.5, 0.5, 7)
    u, v = (grid.reshape(-1, 1) for grid in np.meshgrid(steps, steps))
    points = centre + u * across + v * upward
    room = room_box(brief)
    if not all(room.holds(point, 0.01) for point in points[[0, 6, 42, 48]]):
        return False
    return not in_frame(brief, points) and not _shades(brief, design, centre, across, upward)


def in_frame(brief: Brief, points: Array) -> bool:
    """Whether any of the points, shape (M, 3) [m], is in the picture."""
    _, width, height = SENSORS[brief.camera.sensor]
    back = scene_builder.toward_camera(brief)
    seen = points - scene_builder.camera_place(brief)
    ahead = -(seen @ back)
    film = np.stack([seen[:, 0], seen @ np.array([0.0, back[2], -back[1]])], axis=1)
    half = np.array([width, height]) / 2.0 / brief.camera.focal_length
    inside = np.all(np.abs(film) < half * np.maximum(ahead, 0.0)[:, None], axis=1)
    return bool(np.any(inside & (ahead > 0.02)))


def _shades(brief: Brief, design: ModifierParameters, centre: Array, across: Array, upward: Array) -> bool:
    # whether it cuts the way from the source to the thing, or from the thing to the lens
    face, source = scene_builder.face(brief), design.source_centre
    toward = face - source
    width, height = design.source_size
    level = np.cross(np.array([0.0, 0.0, 1.0]), toward)
    length = float(np.linalg.norm(level))
    level = level / length if length > 1e-6 else np.array([1.0, 0.0, 0.0])
    rise = np.cross(level, toward / float(np.linalg.norm(toward)))
    starts = [source + a * width * level + b * height * rise for a in (-0.4, 0.0, 0.4) for b in (-0.4, 0.0, 0.4)]
    normal = np.cross(across, upward)
    crossed = 0
    for start in [*starts, scene_builder.camera_place(brief)]:
        way = face - start
        along = float(way @ normal)
        if abs(along) < 1e-12:
            continue
        t = float((centre - start) @ normal) / along
        at = start + t * way - centre
        inside = abs(float(at @ across)) < 0.5 * float(across @ across) and abs(float(at @ upward)) < 0.5 * float(
            upward @ upward
        )
        crossed += inside and 0.0 < t < 0.99
    return crossed > 2


def _brightness(brief: Brief, solved: Solved, centre: Array, facing: Array, white: float) -> float:
    meter = Meter(id="card", position=centre + 0.002 * facing, normal=facing)
    lux = float(luminance(measure(solved, [meter]).readings(scene_builder.lamp_weights(brief))["card"].total))
    reflectance = bounce_faces()["white_foam_board"].reflectance[1]
    return stops_between(max(lux * reflectance / np.pi, 1e-9), max(white, 1e-9))


SIDES = {
    "camera left": (-1.0, 0.0, 0.0),
    "camera right": (1.0, 0.0, 0.0),
    "above": (0.0, 0.0, 1.0),
    "below": (0.0, 0.0, -1.0),
    "in front": (0.0, -1.0, 0.0),
    "behind": (0.0, 1.0, 0.0),
}


def cards_for(brief: Brief, design: ModifierParameters, mirrored: Reflections) -> tuple[Card, ...]:
    """White cards for what is dark in a shiny thing, side by side; a black one for a lamp that shows."""
    found, seen, looks, names = [], mirrored.seen, mirrored.looks, mirrored.names
    ways = np.array(list(SIDES.values()))
    side = np.argmax(seen.way @ ways.T, axis=1)
    # what the thing stands on cannot be covered
    dull = np.isin(np.array(looks), ("dim", "dark")) & ~np.isin(np.array(names), UNDER_IT)
    lamp = np.array(looks) == "lamp"
    for k, name in enumerate(SIDES):
        if name == "below":
            continue
        for colour, where in (("white", dull & (side == k)), ("black", lamp & (side == k))):
            if float(where.mean()) >= (WORTH_A_CARD if colour == "white" else SMALL):
                card = _card_for(
                    brief,
                    design,
                    origins=seen.place[where],
                    ways=seen.way[where],
                    far=seen.met.place[where],
                    side=name,
                    colour="white" if colour == "white" else "black",
                    share=float(where.mean()),
                    solved=mirrored.solved,
                    white=mirrored.white,
                )
                if card is not None:
                    found.append(card)
    return tuple(sorted(found, key=lambda card: -card.share))


def with_card(brief: Brief, design: ModifierParameters, card: Card) -> LightScene:
    """The set of the picture with a card in it."""
    scene = picture_scene(brief, design)
    shapes: tuple[Shape, ...] = (*scene.panels, card.panel())
    return replace(scene, panels=shapes)
