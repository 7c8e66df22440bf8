"""Daylight through an opening in a wall: overcast sky, sun and clear sky, open shade; and the wall with the opening
cut.
"""

import math
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief, LampSetting, OtherLight
from wenlo.core.catalog.items import LampValues
from wenlo.core.catalog.own import WINDOW, OwnLamp
from wenlo.core.modifiers.kind import Mark, ModifierParameters, Opening
from wenlo.core.modifiers.placing import UP, black, panel
from wenlo.core.optics.lamp import KEY_LAMP, Emitter, window
from wenlo.core.optics.shapes import Panel
from wenlo.core.photometry.colour import light_colour
from wenlo.core.units.fields import quantity

Vector = NDArray[np.float64]

Sky = Literal["overcast", "sun", "open shade"]

NOBODY = "00000000-0000-0000-0000-000000000000"
GLAZING = 0.8
OFF_WALL = 0.01

KELVIN: dict[Sky, float] = {"overcast": 6500.0, "sun": 5200.0, "open shade": 8000.0}
SKY_KELVIN = 12000.0
"""Of the clear sky beside the sun. [K]"""

SUN_AWAY = 60.0
"""So far off stands the disc that is the sun; over a window its rays differ by less than the sun is wide. [m]"""

SUN_WIDE = math.radians(0.533)
OUTSIDE_THE_AIR = 128000.0
CLEAR = 0.21
END_WALL = 0.6
"""A window that is farther than this from the side walls lies in an end wall. [m]"""

STRIP = 1.2
"""Wider than the sun is let shine beside the window. [m]"""


class InWall(ModifierParameters):
    """Parameters of an opening in the side wall; ``key_angle`` only tells the side: camera right (positive) or left."""

    key_angle: float = quantity(
        -90.0, 90.0, unit="degree", label="side of the opening (+ is camera right)", default=90.0
    )
    sill: float = quantity(0.0, 2.5, unit="m", label="sill above the floor", default=0.75)
    along: float = quantity(-3.0, 3.0, unit="m", label="opening toward the camera", default=0.0)
    wall: float = quantity(0.4, 10.0, unit="m", label="subject to the wall with the opening", default=1.8)

    @property
    def direction(self) -> Vector:
        """Straight to the wall, whatever the key angle is, shape (3,)."""
        return np.array([1.0 if self.key_angle >= 0.0 else -1.0, 0.0, 0.0])

    @property
    def lamp_aim(self) -> Vector:
        """Straight into the room, shape (3,). [m]"""
        aim: Vector = self.lamp_position - self.direction
        return aim


class AtWindow(InWall):
    """Parameters of a window and of the day in it."""

    window_width: float = quantity(0.2, 4.0, unit="m", label="width of the window", default=1.0)
    window_height: float = quantity(0.2, 3.0, unit="m", label="height of the window", default=1.3)
    weather: Literal["overcast", "sun"] = "overcast"
    sun_height: float = quantity(5.0, 85.0, unit="degree", label="height of the sun", default=35.0)
    sun_aside: float = quantity(-75.0, 75.0, unit="degree", label="sun to the right of straight in", default=0.0)
    daylight: float = quantity(100.0, 120000.0, unit="lx", label="daylight on open ground", default=8000.0)

    @property
    def middle_height(self) -> float:
        """Middle of the window above the floor. [m]"""
        return self.sill + self.window_height / 2

    @property
    def lamp_position(self) -> Vector:
        """Middle of the window, shape (3,). [m]"""
        place: Vector = self.direction * (self.wall - OFF_WALL) + np.array([0.0, -self.along, self.middle_height])
        return place


def sun_illuminance(height: float) -> float:
    """On a face square to the sun's rays under a clear sky, E = 128 klx · exp(−0.21/sin h) (IES daylight availability).
    [lx]

    >>> round(sun_illuminance(math.radians(60)), -2)
    100400.0
    """
    return OUTSIDE_THE_AIR * math.exp(-CLEAR / math.sin(height)) if height > 0.0 else 0.0


def clear_sky_illuminance(height: float) -> float:
    """Of the clear sky without the sun on open ground, 800 + 15 500 √sin h (IES daylight availability). [lx]

    >>> round(clear_sky_illuminance(math.radians(30)))
    11760
    """
    return 800.0 + 15500.0 * math.sqrt(math.sin(height)) if height > 0.0 else 0.0


def lit_by_daylight(brief: Brief, weather: Sky) -> Brief:
    """The brief with daylight in the place of its lamp: it has no dial, no gel and no flicker."""
    values = LampValues(
        kind="continuous",
        amount=1000.0,
        colour_temperature=KELVIN[weather],
        rendering="full",
        lowest_power=1.0,
        steps="clouds and the clock",
        mass=0.0,
        mount="none",
    )
    lamp = OwnLamp(item=NOBODY, version=1, name=f"daylight, {weather}", values=values)
    return brief.model_copy(update={"lamp": LampSetting(id=lamp)})


def side_window(brief: Brief) -> OtherLight | None:
    """The largest window of the Brief that lies in a side wall of its room; None where there is none, and outdoors."""
    if brief.room.outdoors:
        return None
    aside = brief.room.width / 2 - END_WALL
    found = [x for x in brief.others if x.id == WINDOW and abs(x.x) >= aside]
    return max(found, key=lambda x: x.width * x.height, default=None)


def where_it_is(there: OtherLight, brief: Brief) -> dict[str, float]:
    """Parameters that put a kind's opening where a window of the Brief is; its size is the kind's own to limit."""
    return {
        "key_angle": 90.0 if there.x >= 0.0 else -90.0,
        "wall": round(brief.room.width / 2, 3),
        "along": min(max(-there.y, -3.0), 3.0),
        "sill": round(min(max(there.z - there.height / 2, 0.0), 2.5), 3),
        "daylight": there.daylight,
    }


def lamp_as_daylight(brief: Brief, weather: Sky) -> Brief:
    """The brief with daylight as its lamp; the window that it comes through no longer shines beside it."""
    window_light = side_window(brief)
    others = [x.model_copy(update={"on": False}) if x is window_light else x for x in brief.others]
    return lit_by_daylight(brief.model_copy(update={"others": others}), weather)


def opening_light(
    brief: Brief,
    *,
    centre: Vector,
    inward: Vector,
    width: float,
    height: float,
    daylight: float,
    weather: Sky,
    glazing: float = GLAZING,
    sun_height: float = 0.6,
    sun_aside: float = 0.0,
) -> tuple[Emitter, ...]:
    """The light of an opening.

    Parameters
    ----------
    brief: with daylight as its lamp.
    centre, inward: middle of the opening, just inside the wall, and the level unit vector into the room, shape (3,).
        [m]
    width, height: of the opening. [m]
    daylight: of an overcast sky or of open shade, on open ground. [lx]
    weather: with the sun its rays and those of the clear sky come in; daylight then follows from the sun's height.
    glazing: what the panes pass. [-]
    sun_height, sun_aside: over the horizon, and to the right of straight in as one looks out. [rad]
    """
    name = KEY_LAMP
    sky = daylight if weather != "sun" else clear_sky_illuminance(sun_height)
    portal = window(name, centre=centre, inward=inward, width=width, height=height, sky=sky * glazing)
    if weather != "sun":
        return (portal,)
    right = np.cross(-inward, np.array([0.0, 0.0, 1.0]))
    toward = math.cos(sun_height) * (math.cos(sun_aside) * -inward + math.sin(sun_aside) * right)
    toward = toward + math.sin(sun_height) * np.array([0.0, 0.0, 1.0])
    across = np.cross(np.array([0.0, 0.0, 1.0]), -toward)
    across /= np.linalg.norm(across)
    size = 2.0 * SUN_AWAY * math.tan(SUN_WIDE / 2.0)
    reach = math.atan((0.5 * math.hypot(width, height) + 0.05) / SUN_AWAY)
    intensity = sun_illuminance(sun_height) * glazing * SUN_AWAY**2
    sun = Emitter(
        id=name,
        shape="disc",
        centre=centre + toward * SUN_AWAY,
        edge_u=across * size,
        edge_v=np.cross(-toward, across) * size,
        amount=intensity * 2.0 * math.pi * (1.0 - math.cos(reach)),
        beam=1.0,
        colour=np.ones(3),
        law="field",
        field=(reach, 0.02 * reach),
        afar=True,
    )
    # the camera is balanced for the sun, so its sky is blue
    return sun, replace(portal, id=f"{KEY_LAMP}-2", colour=light_colour(SKY_KELVIN, KELVIN["sun"]), blocks=False)


def opening_in(design: ModifierParameters, *, centre: Vector, width: float, height: float) -> Opening:
    """The hole in the wall that the light comes through."""
    wall = "right wall" if float(design.direction[0]) > 0.0 else "left wall"
    return Opening(wall=wall, centre=centre, across=design.across * width, upward=np.array([0.0, 0.0, height]))


IN_SHADE = 9000.0
"""Of the sky on open ground in the shade. [lx]"""


def day_round(brief: Brief, direction: Vector) -> tuple[Emitter, ...]:
    """Daylight as it is where nobody builds an opening: outdoors the whole sky in open shade, indoors the largest
    window in a side wall; without one, a common window in the wall in that ``direction``.

    Parameters
    ----------
    brief: with daylight as its lamp.
    direction: level unit vector to the key's side, shape (3,).
    """
    if brief.room.outdoors:
        sky = Emitter(
            id=KEY_LAMP,
            shape="sky",
            centre=np.zeros(3),
            edge_u=np.array([1.0, 0.0, 0.0]),
            edge_v=np.array([0.0, 1.0, 0.0]),
            amount=IN_SHADE,
            beam=1.0,
            colour=np.ones(3),
            blocks=False,
            afar=True,
        )
        return (sky,)
    there = side_window(brief)
    half = brief.room.width / 2 - OFF_WALL
    if there is None:
        right, size, lux = float(direction[0]) >= 0.0, (1.0, 1.3), 8000.0
        y, z = 0.0, min(1.4, brief.room.height - 0.75)
    else:
        right, size, lux = there.x >= 0.0, (there.width, there.height), there.daylight
        y, z = there.y, there.z
    inward = np.array([-1.0 if right else 1.0, 0.0, 0.0])
    centre = np.array([half if right else -half, y, z])
    return opening_light(
        brief, centre=centre, inward=inward, width=size[0], height=size[1], daylight=lux, weather="overcast"
    )


@dataclass(frozen=True, kw_only=True)
class WindowLight:
    """What comes in by a window: its lamps, and with the sun the hole in the wall and what is black round it."""

    lamps: tuple[Emitter, ...]
    openings: tuple[Opening, ...]
    outside: tuple[Panel, ...]


def light_of_window(design: AtWindow, brief: Brief) -> WindowLight:
    """The light of a design's window; without the room, the wall round it still keeps the sun off.

    Parameters
    ----------
    design: with the window.
    brief: with daylight as its lamp.
    """
    lamps = opening_light(
        brief,
        centre=design.lamp_position,
        inward=-design.direction,
        width=design.window_width,
        height=design.window_height,
        daylight=design.daylight,
        weather=design.weather,
        sun_height=math.radians(design.sun_height),
        sun_aside=math.radians(design.sun_aside),
    )
    hole = opening_in(design, centre=design.lamp_position, width=design.window_width, height=design.window_height)
    sunny = design.weather == "sun"
    return WindowLight(lamps=lamps, openings=(hole,) if sunny else (), outside=wall_round(hole) if sunny else ())


def like_the_window(brief: Brief) -> dict[str, float]:
    """Parameters of the Brief's own window; without one, of one in the side wall, level with the face."""
    there = side_window(brief)
    if there is not None:
        return {
            "window_width": min(max(there.width, 0.2), 4.0),
            "window_height": min(max(there.height, 0.2), 3.0),
            **where_it_is(there, brief),
        }
    height = round(min(1.3, brief.room.height - 0.7), 2)
    sill = round(max(0.3, min(brief.subject.face_height - height / 2 + 0.1, brief.room.height - height - 0.15)), 2)
    return {"wall": round(brief.room.width / 2, 3), "window_height": height, "sill": sill}


def larger_window(design: AtWindow, scale: float) -> dict[str, float]:
    """Changes that make a window so many times as wide and high, about its middle."""
    width, height = (round(design.window_width * scale, 2), round(design.window_height * scale, 2))
    width, height = min(max(width, 0.2), 4.0), min(max(height, 0.2), 3.0)
    sill = round(min(max(design.middle_height - height / 2, 0.0), 2.5), 2)
    return {"window_width": width, "window_height": height, "sill": sill}


def window_marks(design: AtWindow) -> tuple[Mark, ...]:
    """Distance to the wall, sill and height of the window."""
    side = np.array([0.0, -design.along, 0.0])
    foot = design.direction * design.wall + side
    low, high = foot + UP * design.sill, foot + UP * (design.sill + design.window_height)
    return (
        Mark(path="design.wall", label="Subject to the window's wall", start=side, end=foot),
        Mark(path="design.sill", label="Sill", start=foot, end=low),
        Mark(path="design.window_height", label="Height of the window", start=low, end=high),
    )


def wall_round(opening: Opening) -> tuple[Panel, ...]:
    """Black strips outside the wall round an opening, so that the sun that misses it goes nowhere."""
    out = np.cross(opening.across, opening.upward)
    out /= np.linalg.norm(out)
    room = {"right wall": 1.0, "left wall": -1.0}[opening.wall]
    out *= room if float(out[0]) > 0.0 else -room
    centre = opening.centre + (OFF_WALL + 0.005) * out
    wide, tall = opening.across, opening.upward
    along, up = wide / np.linalg.norm(wide), tall / np.linalg.norm(tall)
    strips = (
        ("left of the window", centre - wide / 2 - along * STRIP / 2, along * STRIP, tall + 2 * STRIP * up),
        ("right of the window", centre + wide / 2 + along * STRIP / 2, along * STRIP, tall + 2 * STRIP * up),
        ("over the window", centre + tall / 2 + up * STRIP / 2, wide, up * STRIP),
        ("under the window", centre - tall / 2 - up * STRIP / 2, wide, up * STRIP),
    )
    return tuple(panel(name, centre=at, across=a, upward=u, surface=black("velvet")) for name, at, a, u in strips)
