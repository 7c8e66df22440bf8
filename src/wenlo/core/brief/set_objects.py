"""What else stands in the set: boards, furniture, meters that stay, and the day that the sun belongs to."""

from typing import Annotated, Literal

from pydantic import AfterValidator, Field

from wenlo.core.catalog.own import FinishRef
from wenlo.core.geometry.sun import day_of_year
from wenlo.core.ids import Key
from wenlo.core.photometry.exposure import Receptor
from wenlo.core.units.fields import DocumentPart, ShortText, quantity

BoardFace = Literal["white", "black", "silver", "foil", "sheet"]

Facing = Literal["key", "camera", "backdrop", "up", "down", "left", "right"]


def _across(label: str = "place to the camera's right", default: float = 0.0) -> float:
    return quantity(-20.0, 20.0, unit="m", label=label, default=default)  # type: ignore[no-any-return]


def _behind(label: str = "place behind the subject", default: float = 0.0) -> float:
    return quantity(-40.0, 20.0, unit="m", label=label, default=default)  # type: ignore[no-any-return]


class SetObject(DocumentPart):
    """Anything that stands in the set: its name, the middle of its foot print, and how far it is turned.

    A ``locked`` thing is not moved by hand; a ``hidden`` one is carried out of the set for now. Its ``key`` is what the
    rest of the document calls it by.
    """

    key: Key = ""
    name: ShortText = "thing"
    x: float = _across()
    y: float = _behind()
    turn: float = quantity(-180.0, 180.0, unit="degree", label="turn (0 faces the camera, + to its right)", default=0.0)
    locked: bool = False
    hidden: bool = False


class Board(SetObject):
    """A card, flag, reflector or sheet on a stand; ``z`` is the height of its middle. Its back is black but for a
    sheet.
    """

    kind: Literal["board"] = "board"
    name: ShortText = "card"
    z: float = quantity(0.0, 12.0, unit="m", label="height of its middle", default=1.3)
    width: float = quantity(0.02, 6.0, unit="m", label="width", default=0.7)
    height: float = quantity(0.02, 6.0, unit="m", label="height", default=1.0)
    tilt: float = quantity(-90.0, 90.0, unit="degree", label="tilt (+ faces up)", default=0.0)
    face: BoardFace = "white"


class Block(SetObject):
    """Furniture, a shelf, a pillar: a box that stands on the floor, or ``z`` above it."""

    kind: Literal["block"] = "block"
    name: ShortText = "bench"
    z: float = quantity(0.0, 12.0, unit="m", label="height of its underside", default=0.0)
    width: float = quantity(0.05, 10.0, unit="m", label="width", default=1.2)
    depth: float = quantity(0.05, 10.0, unit="m", label="depth", default=0.6)
    height: float = quantity(0.02, 6.0, unit="m", label="height", default=0.85)
    finish: FinishRef = "timber"


class OtherPerson(SetObject):
    """Another person in the set, facing the camera; ``z`` is the height of the eyes. Seen in the picture; it moves no
    light.
    """

    kind: Literal["figure"] = "figure"
    name: ShortText = "second person"
    z: float = quantity(0.3, 2.3, unit="m", label="height of the eyes", default=1.25)
    pose: Literal["bust", "standing"] = "bust"

    @property
    def width(self) -> float:
        """Of the shoulders. [m]"""
        return 0.46

    @property
    def depth(self) -> float:
        """Of the chest. [m]"""
        return 0.26

    @property
    def height(self) -> float:
        """From the seat, or the floor, to the crown. [m]"""
        return self.z + 0.13 - self.foot

    @property
    def foot(self) -> float:
        """Height of what one sits on, or the floor. [m]"""
        return 0.0 if self.pose == "standing" else max(self.z - 0.75, 0.0)


SetPiece = Annotated[Board | Block | OtherPerson, Field(discriminator="kind")]


PIECE_TAGS = frozenset({"board", "block", "figure"})
"""What tells pieces apart in paths of errors."""


class MeterMark(DocumentPart):
    """A meter that stays where it was put."""

    key: Key = ""
    name: ShortText = "meter"
    x: float = _across()
    y: float = _behind()
    z: float = quantity(0.0, 12.0, unit="m", label="height of the meter", default=1.25)
    facing: Facing = "key"
    receptor: Receptor = "flat"


def _calendar(value: str) -> str:
    day_of_year(value)
    return value


class Day(DocumentPart):
    """The place on the globe and the time of day, for the sun; ``heading`` is the way that the camera looks."""

    latitude: float = quantity(-90.0, 90.0, unit="degree", label="latitude (+ is north)", default=48.0)
    longitude: float = quantity(-180.0, 180.0, unit="degree", label="longitude (+ is east)", default=11.0)
    zone: float = quantity(-12.0, 14.0, unit="number", label="hours of the clock ahead of world time", default=1.0)
    date: Annotated[str, AfterValidator(_calendar)] = "2026-09-21"
    hour: float = quantity(0.0, 24.0, unit="number", label="hour of the clock", default=10.0)
    heading: float = quantity(
        -360.0, 360.0, unit="degree", label="bearing that the camera looks (0 north, 90 east)", default=0.0
    )


class Alcove(DocumentPart):
    """A recess in a wall: its middle along the wall, from the subject's mark, and its size; it starts at the floor."""

    wall: Literal["left wall", "right wall", "end wall"] = "left wall"
    along: float = quantity(-20.0, 20.0, unit="m", label="middle of the alcove along its wall", default=0.0)
    width: float = quantity(0.2, 6.0, unit="m", label="width of the alcove", default=1.2)
    height: float = quantity(0.2, 4.0, unit="m", label="height of the alcove", default=2.0)
    depth: float = quantity(0.1, 4.0, unit="m", label="depth of the alcove", default=0.6)
