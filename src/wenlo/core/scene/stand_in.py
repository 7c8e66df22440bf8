"""From the Brief's subject to the shapes that stand for it in the predicted picture, and to what hangs in the air."""

import math
from dataclasses import replace

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import PEOPLE, Brief
from wenlo.core.brief.set_objects import OtherPerson
from wenlo.core.catalog.typical import face_materials
from wenlo.core.optics.shapes import Panel, Shape
from wenlo.core.optics.sheet import board
from wenlo.core.photometry.tone import linear_of
from wenlo.core.scene import scene_builder
from wenlo.core.scene import stand_in_shapes as shapes
from wenlo.core.scene.stand_in_violin import AMBER, violin
from wenlo.core.transport.scene import Cloud

Vector = NDArray[np.float64]

TABLE = (1.2, 0.7)
"""Width and depth of the table that a thing stands on. [m]"""

EXTINCTION = {"thin": 0.3, "plain": 1.0, "thick": 3.0}
"""In the middle of the cloud: steam over a kettle is about 1. [1/m]"""

AIR = {"steam": (0.8, 1.0), "dust": (0.6, 0.9)}
"""Mean cosine of scattering and share that is scattered: droplets and dust much larger than the wavelength."""


def subject_shapes(brief: Brief) -> tuple[Shape, ...]:
    """The person, or the thing with its front at the reading point."""
    s, face = brief.subject, scene_builder.face(brief)
    own = {} if s.colour is None else {"colour": linear_of(s.colour)}
    if s.colour is None and s.finish == "varnish" and s.kind != "violin":
        own = {"colour": shapes.VARNISH}
    if s.kind == "bust":
        return shapes.head_and_shoulders(face, depth=s.head_depth, finish=s.finish, **own)
    if s.kind == "standing":
        # eyes are at 1.56 of 1.7 m
        tall = s.face_height * 1.7 / 1.56
        return shapes.standing_figure(np.array([0.0, 0.095, 0.0]), height=tall, finish=s.finish, **own)
    h = s.size
    foot = face - np.array([0.0, 0.0, h / 2])
    if s.kind == "box":
        corner = foot + np.array([-0.4 * h, 0.0, 0.0])
        return shapes.box(corner, (0.8 * h, 0.6 * h, h), finish=s.finish, **own)
    if s.kind == "bottle":
        return shapes.bottle(foot + np.array([0.0, 0.125 * h, 0.0]), height=h, finish=s.finish, **own)
    if s.kind == "jar":
        return shapes.jar(foot + np.array([0.0, 0.36 * h, 0.0]), height=h, finish=s.finish, **own)
    if s.kind == "bowl":
        return shapes.bowl(foot + np.array([0.0, h, 0.0]), width=2.0 * h, finish=s.finish, **own)
    if s.kind == "violin":
        return violin(foot, height=h, wood=shapes.finished(own.get("colour", AMBER), s.finish))
    if s.kind == "cloth":
        return shapes.hanging_cloth(foot, height=h, finish=s.finish, **own)
    if s.kind == "plate":
        return shapes.flat_plate(face, width=1.4 * h, height=h, tilt=math.radians(s.lean), finish=s.finish, **own)
    if s.kind == "ring":
        middle = foot + np.array([0.0, h, 0.5 * h])
        return shapes.ring(middle, width=2.0 * h, thickness=0.2 * h, length=h, finish=s.finish, **own)
    return shapes.sphere(face + np.array([0.0, h / 2, 0.0]), width=h, finish=s.finish, **own)


def other_people(brief: Brief) -> tuple[Shape, ...]:
    """Stand-ins of the other persons in the set, ids ``thing-3/nose`` …"""
    found: list[Shape] = []
    for key, piece in brief.things.items():
        if not isinstance(piece, OtherPerson) or piece.hidden:
            continue
        if piece.pose == "bust":
            made = shapes.head_and_shoulders(np.array([piece.x, piece.y, piece.z]))
        else:
            made = shapes.standing_figure(np.array([piece.x, piece.y + 0.095, 0.0]), height=piece.z * 1.7 / 1.56)
        found.extend(replace(shape, id=f"{key}/{shape.id}") for shape in made)
    return tuple(found)


def ground_shapes(brief: Brief) -> tuple[Shape, ...]:
    """The table top under a thing; nothing under people."""
    s = brief.subject
    if s.kind in PEOPLE:
        return ()
    top = s.foot - 1e-3
    width, depth = min(TABLE[0], brief.room.width - 0.1), min(TABLE[1], 2.0 * brief.backdrop.distance - 0.02)
    table = Panel(
        id="table",
        origin=np.array([-width / 2, -depth / 2, top]),
        edge_u=np.array([width, 0.0, 0.0]),
        edge_v=np.array([0.0, depth, 0.0]),
        surface=board(face_materials()["timber"].reflectance),
    )
    return (table,)


def clouds(brief: Brief) -> tuple[Cloud, ...]:
    """What hangs in the air."""
    if brief.haze is None:
        return ()
    haze = brief.haze
    forward, albedo = AIR[haze.kind]
    return (
        Cloud(
            centre=np.array([haze.x, haze.y, haze.z]),
            half=np.array([haze.width / 2, haze.width / 2, haze.height / 2]),
            extinction=EXTINCTION[haze.density],
            forward=forward,
            albedo=albedo,
        ),
    )
