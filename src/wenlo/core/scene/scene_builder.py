"""From a brief and a design to the set: room, backdrop, modifier, lamp and meters."""

import math
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import SENSORS, Brief, LampSetting, OtherLight
from wenlo.core.catalog.data_files import gels
from wenlo.core.catalog.own import SKY, SUN, WINDOW, OwnLamp, is_natural, lamp_of
from wenlo.core.geometry.sun import sun_height_and_bearing
from wenlo.core.modifiers.daylight import KELVIN, clear_sky_illuminance, sun_illuminance
from wenlo.core.modifiers.kind import Arrangement, ModifierParameters, Opening
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.lamp import KEY_LAMP, Emitter, placed, window
from wenlo.core.optics.motion import Motion, turned_to
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.photometry.colour import light_colour, mixed_colour, shifted
from wenlo.core.remembered import for_same_objects
from wenlo.core.scene.room import BACKDROP_HEIGHT, backdrop_at, room_box, room_panels
from wenlo.core.scene.standing_things import standing_panels
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.tree import bounds

Vector = NDArray[np.float64]

DAYLIGHT = 6500.0
"""Colour temperature of the overcast sky. [K]"""

ALIKE, MOST_ALIKE = f"{KEY_LAMP}-", 6
"""Lamps of a modifier beyond the first are called so and share its setting; so many at most."""

GLAZING = 0.8
"""Transmittance of a window pane. [-]"""

OFF_WALL = 0.01
"""Windows lie this far before their wall, so that no frame is modelled. [m]"""

CLEARANCE = 0.002
"""What stands nearer to a wall than this is taken to be in it. [m]"""

DARK_SUN = 1e-6
"""A sun below the horizon keeps its place among the lights and gives this. [lx]"""


def face(brief: Brief) -> Vector:
    """The reading point at the subject's face, shape (3,). [m]"""
    return np.array([0.0, 0.0, brief.subject.face_height])


def toward_source(brief: Brief, design: ModifierParameters) -> Vector:
    """Unit vector from the face to the middle of the source, shape (3,)."""
    v = design.source_centre - face(brief)
    unit: Vector = v / float(np.linalg.norm(v))
    return unit


def _window(light: OtherLight, brief: Brief, name: str) -> Emitter:
    # in the wall nearest to its place, looking into the room
    box = room_box(brief)
    walls = (
        (abs(light.x - box.left), np.array([1.0, 0.0, 0.0]), 0, box.left),
        (abs(light.x - box.right), np.array([-1.0, 0.0, 0.0]), 0, box.right),
        (abs(light.y - box.front), np.array([0.0, 1.0, 0.0]), 1, box.front),
        (abs(light.y - box.back), np.array([0.0, -1.0, 0.0]), 1, box.back),
    )
    _, inward, axis, wall = min(walls, key=lambda row: row[0])
    centre = np.array([light.x, light.y, light.z])
    centre[axis] = wall
    return window(
        name,
        centre=centre + OFF_WALL * inward,
        inward=inward,
        width=light.width,
        height=light.height,
        sky=light.daylight * GLAZING,
    )


def toward_sun(brief: Brief) -> Vector:
    """Unit vector to the sun by the Brief's place, date and clock, shape (3,); below the horizon its z is negative."""
    day = brief.day
    up, bearing = sun_height_and_bearing(
        latitude=math.radians(day.latitude),
        longitude=math.radians(day.longitude),
        zone=day.zone,
        date=day.date,
        hour=day.hour,
    )
    aside = bearing - math.radians(day.heading)
    return np.array([math.cos(up) * math.sin(aside), math.cos(up) * math.cos(aside), math.sin(up)])


def _afar(light: OtherLight, brief: Brief, name: str) -> Emitter:
    # the sun, or the whole sky: clear with the sun, else overcast with the daylight that is given
    toward = toward_sun(brief)
    height = math.asin(float(toward[2]))
    sunny = any(other.id == SUN and other.on for other in brief.others)
    if light.id == SUN:
        amount, normal = sun_illuminance(height), toward
    else:
        amount, normal = clear_sky_illuminance(height) if sunny else light.daylight, np.array([0.0, 0.0, 1.0])
    start = np.array([1.0, 0.0, 0.0]) if abs(normal[2]) > 0.9 else np.array([0.0, 0.0, 1.0])
    across = np.cross(start, normal)
    across /= float(np.linalg.norm(across))
    return Emitter(
        id=name,
        shape="sun" if light.id == SUN else "sky",
        centre=np.zeros(3),
        edge_u=across,
        edge_v=np.cross(normal, across),
        amount=max(amount, DARK_SUN),
        beam=1.0,
        colour=np.ones(3),
        blocks=False,
        afar=True,
    )


def aim_of(light: OtherLight, brief: Brief) -> Vector:
    """The point that another light is aimed at, wherever it is moved, shape (3,). [m]"""
    eye, place = face(brief), np.array([light.x, light.y, light.z])
    up = np.array([0.0, 0.0, 1.0])
    aims = {
        "subject": eye,
        "backdrop": np.array([0.0, brief.backdrop.distance, eye[2]]),
        "ceiling": place + up,
        "floor": place - up,
        "point": np.array([light.aim_x, light.aim_y, light.aim_z]),
    }
    aim: Vector = aims[light.aim]
    return place - up if float(np.linalg.norm(aim - place)) < 1e-6 else aim


NO_MOTION = Motion(turn=np.eye(3), pivot=np.zeros(3), place=np.zeros(3))

AIMINGS = 4
"""How often the aim is corrected for a source that does not lie on the way from the lamp to the target."""


def motion_of(brief: Brief, key: str) -> Motion:
    """How the modifier before another light is carried from where its kind arranges it, round the subject, to its
    lamp's place and turned to what that lamp is aimed at; it stays where it is before a lamp that is aimed at the
    subject.
    """
    light, design = brief.lights[key], brief.shaped[key]
    if light.aim == "subject":
        return NO_MOTION
    made = _around_subject(brief, key)
    lamp, source = made.lamps[0].centre, np.asarray(design.source_centre, dtype=float)
    # where its light goes: to the face, or to the height that it points to
    aim = kind_of(design).capabilities.aim
    lit_point = np.array([0.0, 0.0, brief.subject.face_height if aim is None else aim.get(design)])
    before, place, target = lit_point - source, np.array([light.x, light.y, light.z]), aim_of(light, brief)
    motion = Motion(turn=turned_to(before, target - place), pivot=lamp, place=place)
    for _ in range(AIMINGS):
        away = target - motion.point(source)
        if float(np.linalg.norm(away)) < CLEARANCE:
            break
        motion = Motion(turn=turned_to(before, away), pivot=lamp, place=place)
    return motion


def _around_subject(brief: Brief, key: str) -> Arrangement:
    light, design = brief.lights[key], brief.shaped[key]
    alone = brief.model_copy(update={"lamp": LampSetting(id=light.id)})
    return kind_of(design).arrange(design, alone, None)


def shaped_light(brief: Brief, key: str) -> Arrangement:
    """The modifier before another light, as its kind arranges it, aimed at what the light is aimed at."""
    made, motion = _around_subject(brief, key), motion_of(brief, key)
    if motion is NO_MOTION:
        return made
    return replace(
        made,
        surfaces=tuple(motion.shape(s) for s in made.surfaces),
        lamps=tuple(motion.lamp(one) for one in made.lamps),
        outside=tuple(motion.shape(s) for s in made.outside),
    )


def second_panels(brief: Brief) -> tuple[Shape, ...]:
    """Surfaces of the modifiers before other lights, ids ``light-1/sheet`` …; one that does not fit the room is left
    out.
    """
    box = room_box(brief)
    found: list[Shape] = []
    for key in brief.shaped:
        surfaces = shaped_light(brief, key).surfaces
        if all(box.holds(corner, CLEARANCE) for shape in surfaces for corner in bounds(shape)):
            found.extend(replace(shape, id=f"{key}/{shape.id}") for shape in surfaces)
    return tuple(found)


def other_emitters(brief: Brief) -> tuple[Emitter, ...]:
    """The lights beside the modifier's lamp where they stand, at full power and in white, by their keys."""
    found = []
    for key, light in brief.lights.items():
        if light.id == WINDOW:
            found.append(_window(light, brief, key))
        elif key in brief.shaped:
            found.append(replace(shaped_light(brief, key).lamps[0], id=key))
        elif light.id in (SUN, SKY):
            found.append(_afar(light, brief, key))
        else:
            place = np.array([light.x, light.y, light.z])
            found.append(replace(placed(lamp_of(light.id), centre=place, aim=aim_of(light, brief)), id=key))
    return tuple(found)


def _is_flash(lamp_id: str | OwnLamp) -> bool:
    return not is_natural(lamp_id) and lamp_of(lamp_id).kind == "flash"


def white_of(lamp: LampSetting | OtherLight) -> float:
    """Colour temperature of a light behind its gel. [K]"""
    if is_natural(lamp.id):
        kelvin = {SUN: KELVIN["sun"], SKY: KELVIN["open shade"]}.get(str(lamp.id), DAYLIGHT)
    else:
        kelvin = lamp_of(lamp.id).colour_temperature
    return shifted(kelvin, gels()[lamp.gel].shift)


def balance_of(brief: Brief) -> float:
    """White balance: the Brief's, or else that of the modifier's lamp. [K]"""
    return brief.camera.white_balance or white_of(brief.lamp)


def passed_by(lamp: LampSetting | OtherLight) -> Vector:
    """What gel and hue leave of a light's red, green and blue, shape (3,). [-]"""
    gel = gels()[lamp.gel]
    left = np.array(gel.colour) if gel.colour is not None else np.full(3, gel.transmittance)
    if lamp.hue is not None and not is_natural(lamp.id) and lamp_of(lamp.id).coloured:
        left = left * mixed_colour(lamp.hue, lamp.saturation)
    return left


@for_same_objects(4)
def full_colours(brief: Brief) -> tuple[Vector, ...]:
    """What the light of each lamp at full power is multiplied by for its gel, as the balanced camera records it.

    In the order of the scene's lamps: the modifier's lamp, then the others; shape (3,) each. [-] Under a flash,
    lamps that burn on count for the time of the shutter, and the other way round.
    """
    balance, flash = balance_of(brief), _is_flash(brief.lamp.id)
    found = []
    for lamp in brief.lamps:
        time = 1.0
        if _is_flash(lamp.id) != flash:
            time = brief.camera.shutter if flash else 1.0 / brief.camera.shutter
        found.append(time * light_colour(white_of(lamp), balance) * passed_by(lamp))
    return tuple(found)


def lamp_weights(brief: Brief) -> dict[str, Vector]:
    """Factor on each lamp's light at full power, in terms of the modifier's lamp at full power, by the scene's ids.

    A reading so weighed and multiplied by the power of the modifier's lamp is what the meter shows.
    """
    names = (KEY_LAMP, *brief.lights)
    weights = {
        name: colour * (lamp.power / brief.lamp.power if lamp.on else 0.0)
        for name, colour, lamp in zip(names, full_colours(brief), brief.lamps, strict=True)
    }
    return {**weights, **{f"{ALIKE}{k}": weights[KEY_LAMP] for k in range(2, MOST_ALIKE + 1)}}


def scene(
    brief: Brief, design: ModifierParameters, *, with_room: bool, transmittance: float | None = None
) -> LightScene:
    """The set to be solved; the modifier and its lamp alone for figures that belong to them."""
    placed_so = kind_of(design).arrange(design, brief, transmittance)
    around = room_panels(brief) if with_room else ()
    standing = standing_panels(brief, room_box(brief)) if with_room else ()
    for opening in placed_so.openings:
        around = tuple(
            with_opening(wall, opening) if isinstance(wall, Panel) and wall.id == opening.wall else wall
            for wall in around
        )
    return LightScene(panels=(*placed_so.surfaces, *placed_so.outside, *standing, *around), lamps=placed_so.lamps)


def with_opening(wall: Panel, opening: Opening) -> Panel:
    """The wall with a hole in it."""
    u, v = wall.edge_u / float(wall.edge_u @ wall.edge_u), wall.edge_v / float(wall.edge_v @ wall.edge_v)
    corners = [
        opening.centre + a * opening.across / 2 + b * opening.upward / 2 - wall.origin
        for a, b in ((-1, -1), (1, -1), (1, 1), (-1, 1))
    ]
    return replace(wall, outline=np.array([[float(c @ u), float(c @ v)] for c in corners]), cut_out=True)


def with_daylight(brief: Brief, design: ModifierParameters) -> Brief:
    """The brief with the light that the design takes: its lamp, or daylight in its place."""
    daylight = kind_of(design).daylight
    return brief if daylight is None else daylight(design, brief)


def whole_scene(brief: Brief, design: ModifierParameters) -> LightScene:
    """The set with every lamp; without the room when the modifier does not fit in it."""
    alone = scene(brief, design, with_room=fits_in_room(brief, design))
    return replace(alone, panels=(*second_panels(brief), *alone.panels), lamps=(*alone.lamps, *other_emitters(brief)))


@for_same_objects(8)
def fits_in_room(brief: Brief, design: ModifierParameters) -> bool:
    """Whether modifier and lamps are inside the room and before the backdrop, so that all can be solved together."""
    box, set_so = room_box(brief), kind_of(design).arrange(design, brief, None)
    corners = [corner for shape in set_so.surfaces for corner in bounds(shape)]
    points = [*corners, *(lamp.centre for lamp in set_so.lamps if not lamp.afar)]
    return all(box.holds(p, CLEARANCE) and p[1] < brief.backdrop.distance - CLEARANCE for p in points)


def field_of(brief: Brief) -> float:
    """What the lens sees across, as an angle. [rad]"""
    _, width, _ = SENSORS[brief.camera.sensor]
    return 2.0 * math.atan(width / 2.0 / brief.camera.focal_length)


def toward_camera(brief: Brief) -> Vector:
    """Unit vector from the subject to the lens, shape (3,)."""
    rise = math.radians(brief.camera.rise)
    return np.array([0.0, -math.cos(rise), math.sin(rise)])


def camera_place(brief: Brief) -> Vector:
    """Where the lens is, shape (3,). [m]"""
    place: Vector = face(brief) + brief.camera.distance * toward_camera(brief)
    return place


def in_picture(brief: Brief, design: ModifierParameters) -> bool:
    """Whether any part of the modifier, or a lamp of it, is where the camera sees it."""
    _, width, height = SENSORS[brief.camera.sensor]
    half = np.array([width, height]) / 2.0 / brief.camera.focal_length
    camera, back = camera_place(brief), toward_camera(brief)
    upward = np.array([0.0, back[2], -back[1]])
    stands = kind_of(design).arrange(design, brief, None)
    steps = np.linspace(0.0, 1.0, 9)
    u, v = (grid.reshape(-1, 1) for grid in np.meshgrid(steps, steps))
    points = [np.array([lamp.centre for lamp in stands.lamps if not lamp.afar]).reshape(-1, 3)]
    for shape in stands.surfaces:
        if shape.id in stands.shown:
            continue
        if isinstance(shape, Panel):
            points.append(shape.origin + u * shape.edge_u + v * shape.edge_v)
        else:
            low, high = bounds(shape)
            points.append(low + np.concatenate([u, v, np.full_like(u, 0.5)], axis=1) * (high - low))
    seen = np.concatenate(points) - camera
    ahead = -(seen @ back)
    before, ahead = seen[ahead > 0.0], ahead[ahead > 0.0]
    film = np.stack([before[:, 0], before @ upward], axis=1) / ahead[:, None]
    return bool(np.any(np.all(np.abs(film) < half, axis=1)))


ASIDE = math.radians(45.0)
"""The two sides whose difference is the contrast look so far away from the lens. [rad]"""


def sides_of(toward: Vector) -> tuple[Vector, Vector]:
    """Level normals of the two sides of a face or thing, shape (3,): of that on which the light is, and of the
    far one.
    """
    side = 1.0 if toward[0] >= 0.0 else -1.0
    lit, far = (np.array([s * math.sin(ASIDE), -math.cos(ASIDE), 0.0]) for s in (side, -side))
    return lit, far


def meters(brief: Brief, design: ModifierParameters) -> tuple[Meter, ...]:
    """The meters that the figures need.

    ``key`` flat at the face toward the sheet; ``far_ear`` the same, a head's depth farther; ``exposure``
    toward the camera (dome) or the sheet (flat); ``lit`` and ``fill`` flat on the two sides of the face or thing,
    halfway round from the lens, that of the light and the far one; ``backdrop`` on it behind the subject; ``lens`` flat
    on the lens, for the light that strays in it.
    """
    eye, to_sheet = face(brief), toward_source(brief, design)
    lit_side, far_side = sides_of(to_sheet)
    camera, level = toward_camera(brief), np.array([0.0, -1.0, 0.0])
    dome = brief.receptor == "dome"
    height = min(brief.subject.face_height, BACKDROP_HEIGHT - 0.1, brief.room.height - 0.1)
    behind, facing = np.array([0.0, backdrop_at(brief, height) - 1e-4, height]), level
    ground = kind_of(design).arrange(design, brief, None).ground
    if ground is not None:
        behind, facing = ground
    return (
        Meter(id="key", position=eye, normal=to_sheet),
        Meter(id="far_ear", position=eye - design.direction * brief.subject.head_depth, normal=to_sheet),
        Meter(id="exposure", position=eye, normal=camera if dome else to_sheet, receptor=brief.receptor),
        Meter(id="lit", position=eye, normal=lit_side),
        Meter(id="fill", position=eye, normal=far_side),
        Meter(id="backdrop", position=behind, normal=facing),
        Meter(id="lens", position=eye + brief.camera.distance * camera, normal=-camera),
    )
