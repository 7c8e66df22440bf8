"""What the joints of battens share: which faces meet, and places of screws in the crossing."""

from collections.abc import Mapping

import numpy as np

from wenlo.core.fabrication.assembly.parts import Blank, BlankJoint, BuildJoint, MethodId, PartContact, PlacedFastener
from wenlo.core.fabrication.assembly.solids import BoxSection
from wenlo.core.fabrication.assembly.space import Array, Vec, lengthwise


def axes_of(blank: Blank) -> Array:
    """Directions of a batten's width, thickness and length as rows, shape (3, 3)."""
    pose = lengthwise(blank.start, blank.end, blank.wide)
    return np.array([pose.x, pose.y, pose.z])


def box_of(blank: Blank) -> tuple[Array, Array]:
    """Middle, shape (3,), and half of the sides along the axes of the world, shape (3,), of a batten. [m]"""
    section = section_of(blank)
    halves = np.array([section.width / 2, section.thickness / 2, 0.0])
    start, end = np.array(blank.start), np.array(blank.end)
    halves[2] = length_of(blank) / 2
    return (start + end) / 2, np.abs(axes_of(blank)).T @ halves


def length_of(blank: Blank) -> float:
    """Of a batten before it is trimmed. [m]"""
    return float(np.linalg.norm(np.array(blank.end) - np.array(blank.start)))


def section_of(blank: Blank) -> BoxSection:
    """A batten's section. Raises ValueError of a round one."""
    if not isinstance(blank.section, BoxSection):
        raise ValueError("this joint is for battens")
    return blank.section


def pair(joint: BlankJoint, blanks: Mapping[str, Blank]) -> tuple[Blank, Blank]:
    """The member that goes through, and the one that ends at it."""
    through, into = joint.members
    return blanks[through], blanks[into]


def glued(
    joint: BlankJoint, method: MethodId, members: tuple[Blank, Blank], screws: tuple[PlacedFastener, ...]
) -> BuildJoint:
    """Two battens face to face, glued and held by screws."""
    first, second = members[0].id, members[1].id
    return BuildJoint(
        id=joint.id,
        method=method,
        parts=(first, second),
        contacts=(PartContact(first=first, second=second),),
        fasteners=screws,
        used={"wood_glue": 1.0},
    )


def at(point: Array) -> Vec:
    """A place as it can be hashed."""
    return float(point[0]), float(point[1]), float(point[2])


def toward(blank: Blank, place: Vec) -> Array:
    """From the end of a member that is nearest to a place, the direction into the member, shape (3,)."""
    start, end = np.array(blank.start), np.array(blank.end)
    near = np.linalg.norm(start - place) <= np.linalg.norm(end - place)
    way = (end - start) if near else (start - end)
    return np.asarray(way / np.linalg.norm(way))
