"""The Brief: what is in front of the camera and what the picture must look like."""

import math
from collections.abc import Mapping
from typing import Annotated, Any, Literal

from pydantic import AfterValidator, Field, PrivateAttr, model_validator

from wenlo.core.brief.set_objects import Alcove, Day, SetPiece
from wenlo.core.brief.workshop import Workshop
from wenlo.core.catalog.data_files import gels
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import FinishRef, LampRef, LightRef, lamp_of, one_of
from wenlo.core.ids import Key, keyed
from wenlo.core.photometry.exposure import Receptor
from wenlo.core.units.fields import DocumentPart, PathText, ScreenColour, ShortText, at_field, quantity

GelId = Annotated[str, AfterValidator(lambda value: one_of(value, gels(), "gel"))]
"""Id of a gel or neutral filter."""

SensorId = Literal["full_frame", "crop_15", "crop_2", "one_inch", "phone_wide", "phone_long"]

SENSORS: dict[SensorId, tuple[str, float, float]] = {
    "full_frame": ("36 × 24 mm", 0.036, 0.024),
    "crop_15": ("23.5 × 15.6 mm", 0.0235, 0.0156),
    "crop_2": ("17.3 × 13 mm", 0.0173, 0.013),
    "one_inch": ("13.2 × 8.8 mm", 0.0132, 0.0088),
    "phone_wide": ("a phone's main camera, 9.8 × 7.3 mm", 0.0098, 0.0073),
    "phone_long": ("a phone's second camera, 5.6 × 4.2 mm", 0.0056, 0.0042),
}
"""Name, width and height [m] of the picture area of each sensor."""

FIXED_LENSES: dict[SensorId, tuple[float, float]] = {"phone_wide": (0.0069, 1.8), "phone_long": (0.009, 2.8)}
"""Focal length [m] and f-number of cameras whose lens cannot be changed: what such phones typically have."""


SubjectKind = Literal["bust", "standing", "box", "bottle", "jar", "bowl", "violin", "cloth", "plate", "ring", "ball"]

SUBJECTS: dict[SubjectKind, str] = {
    "bust": "one person, head and shoulders",
    "standing": "one person, standing",
    "box": "a box",
    "bottle": "a bottle",
    "jar": "a jar of honey or varnish",
    "bowl": "a bowl",
    "violin": "a violin",
    "cloth": "a hanging cloth",
    "plate": "a flat thing, upright",
    "ring": "a ring",
    "ball": "a ball",
}

PEOPLE: tuple[SubjectKind, ...] = ("bust", "standing")

SubjectFinish = Literal["matt", "textured", "satin", "glossy", "varnish", "wrapped", "mirror", "translucent"]

SKINS = {
    "lightest": "#e3c4ae",
    "light": "#d2a98c",
    "medium": "#b79581",
    "tan": "#a0754f",
    "brown": "#7a5138",
    "deepest": "#4a3024",
}
"""Skins to choose from, as a screen shows them (sRGB)."""

COLOURS = {
    "white": "#e6e3dc",
    "grey": "#9a9a9a",
    "black": "#2a2a2a",
    "wood": "#9c6b3f",
    "dark_wood": "#4a2b18",
    "amber": "#c98a2b",
    "red": "#8e2f25",
    "green": "#3f5f45",
    "blue": "#34507a",
}
"""Colours of things to choose from, as a screen shows them (sRGB)."""

SHINY: tuple[SubjectFinish, ...] = ("satin", "glossy", "varnish", "wrapped", "mirror")
"""Finishes in which one sees what is around."""


class Subject(DocumentPart):
    """A person, or a thing on a table; ``face_height`` is that of the eyes, or of the middle of the thing.
    ``colour`` of the skin or the ground is what a screen shows (sRGB); left out, it is the usual one of its kind.
    """

    kind: SubjectKind = "bust"
    finish: SubjectFinish = "matt"
    colour: ScreenColour | None = None
    size: float = quantity(0.01, 2.0, unit="m", label="height of the thing", default=0.25)
    face_height: float = quantity(0.3, 2.3, unit="m", label="face height above the floor", default=1.25)
    head_depth: float = quantity(0.1, 0.4, unit="m", label="depth of the head", default=0.2)
    lean: float = quantity(0.0, 90.0, unit="degree", label="lean of a flat thing: 0 upright, 90 lying", default=0.0)
    movement: float = quantity(0.0, 10.0, unit="m/s", label="speed of the subject's movement", default=0.0)

    @property
    def foot(self) -> float:
        """Height of what a thing stands on; of a flat thing that leans, where its lower edge is. [m]"""
        upright = math.cos(math.radians(self.lean)) if self.kind == "plate" else 1.0
        return self.face_height - self.size / 2 * upright


class Backdrop(DocumentPart):
    """What is behind the subject."""

    distance: float = quantity(0.2, 20.0, unit="m", label="distance to the backdrop", default=1.5)
    finish: FinishRef = "photo_grey"
    sweep: float = quantity(0.0, 2.0, unit="m", label="radius of the sweep, 0 for a flat backdrop", default=0.0)
    forward: float = quantity(0.0, 6.0, unit="m", label="how far the sweep lies on the floor", default=1.5)


class Room(DocumentPart):
    """A box with painted walls; the backdrop hangs at the end wall, the camera looks along the depth.

    A ceiling may slope down to a ``knee`` wall over ``run``, on one side or both; a wall may have an alcove. Outdoors
    there is only the ground, and the walls' places bound what is drawn. ``hertz`` is the mains frequency of the
    country.
    """

    width: float = quantity(1.5, 30.0, unit="m", label="room width", default=3.6)
    depth: float = quantity(1.5, 40.0, unit="m", label="room depth", default=5.2)
    height: float = quantity(1.6, 12.0, unit="m", label="room height", default=2.4)
    walls: FinishRef = "cream_paint"
    ceiling: FinishRef = "white_paint"
    floor: FinishRef = "timber"
    slope: Literal["none", "left", "right", "both"] = "none"
    knee: float = quantity(0.1, 12.0, unit="m", label="height of the wall under the slope", default=1.2)
    run: float = quantity(0.1, 15.0, unit="m", label="how far the slope reaches into the room", default=1.2)
    alcove: Alcove | None = None
    outdoors: bool = False
    hertz: Literal[50, 60] = 50

    @model_validator(mode="after")
    def _roof(self) -> "Room":
        if self.slope == "none":
            return self
        if self.knee >= self.height - 0.05:
            raise at_field("knee", "The wall under the slope must be lower than the room by 5 cm or more.")
        if self.run * (2 if self.slope == "both" else 1) > self.width - LEAST_CEILING:
            raise at_field("run", "The slope leaves no level ceiling; make it shorter or the room wider.")
        return self


LEAST_CEILING = 0.2
"""So much of the ceiling stays level under a sloping roof. [m]"""


class Camera(DocumentPart):
    """Camera and its present setting."""

    sensor: SensorId = "full_frame"
    focal_length: float = quantity(0.004, 1.2, unit="m", label="focal length", default=0.085)
    distance: float = quantity(0.2, 20.0, unit="m", label="camera distance", default=2.0)
    rise: float = quantity(-60.0, 88.0, unit="degree", label="how far the camera looks down", default=0.0)
    aperture: float = quantity(0.7, 64.0, unit="number", label="f-number", default=2.8)
    shutter: float = quantity(1 / 16000, 60.0, unit="s", label="shutter time", default=1 / 100)
    iso: float = quantity(25.0, 409600.0, unit="number", label="ISO", default=400.0)
    white_balance: float | None = quantity(1500.0, 15000.0, unit="K", label="white balance of the camera", default=None)


class LampSetting(DocumentPart):
    """The lamp and how far it is turned up."""

    id: LampRef = "chip_60_dish"
    power: float = quantity(1 / 512, 1.0, unit="share", label="lamp power", default=1.0)
    zoom: float = quantity(0.02, 0.2, unit="m", label="zoom of the flash head", default=0.035)
    gel: GelId = "none"
    on: bool = True
    hue: float | None = quantity(0.0, 360.0, unit="degree", label="hue of a colour lamp", default=None)
    saturation: float = quantity(0.0, 1.0, unit="share", label="saturation of a colour lamp", default=1.0)

    @property
    def type(self) -> LampType:
        """What lamp it is."""
        return lamp_of(self.id)


Aim = Literal["subject", "backdrop", "ceiling", "floor", "point"]


class OtherLight(DocumentPart):
    """A second lamp or a window: light that does not go through the modifier.

    A window lies in the side wall or end wall nearest to its place and shows the overcast sky; the sun and the clear
    sky are where the day puts them. A lamp that is ``seen`` is meant to be in the picture.
    """

    key: Key = ""
    name: ShortText = "second lamp"
    id: LightRef = "bulb_15"
    x: float = quantity(-15.0, 15.0, unit="m", label="place to the camera's right", default=-1.2)
    y: float = quantity(-40.0, 20.0, unit="m", label="place behind the subject", default=1.0)
    z: float = quantity(0.0, 12.0, unit="m", label="height above the floor", default=1.8)
    aim: Aim = "subject"
    aim_x: float = quantity(-20.0, 20.0, unit="m", label="aimed at, to the camera's right", default=0.0)
    aim_y: float = quantity(-40.0, 20.0, unit="m", label="aimed at, behind the subject", default=0.0)
    aim_z: float = quantity(0.0, 12.0, unit="m", label="aimed at, height", default=1.25)
    seen: bool = False
    locked: bool = False
    power: float = quantity(1 / 512, 1.0, unit="share", label="power", default=1.0)
    gel: GelId = "none"
    on: bool = True
    hue: float | None = quantity(0.0, 360.0, unit="degree", label="hue of a colour lamp", default=None)
    saturation: float = quantity(0.0, 1.0, unit="share", label="saturation of a colour lamp", default=1.0)
    width: float = quantity(0.1, 6.0, unit="m", label="width of the window", default=0.9)
    height: float = quantity(0.1, 4.0, unit="m", label="height of the window", default=1.2)
    daylight: float = quantity(100.0, 120000.0, unit="lx", label="daylight on open ground", default=8000.0)


MOST_OTHERS, MOST_PIECES = 12, 60

KEYED = {"others": "light", "pieces": "thing"}
"""Lists of the Brief whose entries have keys, and what keys are made of."""


class Haze(DocumentPart):
    """Steam or dust in the air, so that light from behind shows it."""

    kind: Literal["steam", "dust"] = "steam"
    density: Literal["thin", "plain", "thick"] = "plain"
    x: float = quantity(-5.0, 5.0, unit="m", label="place to the camera's right", default=0.4)
    y: float = quantity(-5.0, 10.0, unit="m", label="place behind the subject", default=0.3)
    z: float = quantity(0.0, 6.0, unit="m", label="height of its middle", default=1.3)
    width: float = quantity(0.05, 6.0, unit="m", label="width of the cloud", default=0.3)
    height: float = quantity(0.05, 4.0, unit="m", label="height of the cloud", default=0.6)


class ActionArea(DocumentPart):
    """Where the subject may go, in a band about the height of the face, and how far the key may vary in it."""

    x: float = quantity(-5.0, 5.0, unit="m", label="place of the action area to the camera's right", default=0.0)
    y: float = quantity(-10.0, 10.0, unit="m", label="place of the action area behind the subject", default=0.0)
    width: float = quantity(0.05, 10.0, unit="m", label="width of the action area", default=0.3)
    depth: float = quantity(0.05, 10.0, unit="m", label="depth of the action area", default=0.3)
    band: float = quantity(0.0, 2.0, unit="m", label="height of the band", default=0.1)
    vary: float = quantity(0.1, 4.0, unit="stop", label="how far the key may vary", default=1.0)


class Dark(DocumentPart):
    """Surfaces that must stay dark: how bright each may be at most, in the mean, against the key; None is no limit."""

    backdrop: float | None = quantity(-12.0, 2.0, unit="stop", label="backdrop at most", default=None)
    ceiling: float | None = quantity(-12.0, 2.0, unit="stop", label="ceiling at most", default=None)
    floor: float | None = quantity(-12.0, 2.0, unit="stop", label="floor at most", default=None)
    left_wall: float | None = quantity(-12.0, 2.0, unit="stop", label="left wall at most", default=None)
    right_wall: float | None = quantity(-12.0, 2.0, unit="stop", label="right wall at most", default=None)
    wall_behind: float | None = quantity(-12.0, 2.0, unit="stop", label="wall behind the camera at most", default=None)

    @property
    def limits(self) -> dict[str, float]:
        """Limits by the surfaces' ids in the set. [stop]"""
        ids = {"wall_behind": "wall behind the camera", "left_wall": "left wall", "right_wall": "right wall"}
        return {ids.get(name, name): limit for name, limit in dict(self).items() if limit is not None}


class Limits(DocumentPart):
    """What there is of money, hands and time; None is no limit."""

    money: float | None = quantity(1.0, 100000.0, unit="EUR", label="money for parts", default=None)
    people: int | None = quantity(1, 20, unit="count", label="people who help", default=None)
    build_hours: float | None = quantity(0.1, 500.0, unit="number", label="hours to build", default=None)
    setup_minutes: float | None = quantity(1.0, 600.0, unit="number", label="minutes to set up", default=None)


class Wanted(DocumentPart):
    """What the picture needs; each becomes the band of a gauge. The key comes from a side as the lens sees it, so far
    round from the lens and so high over the eyes.
    """

    shadow_edge: float = quantity(0.0005, 0.5, unit="m", label="wanted shadow edge", default=0.02)
    occluder_distance: float = quantity(
        0.003, 1.0, unit="m", label="distance from what casts the shadow to where it falls", default=0.03
    )
    background: float = quantity(-8.0, 3.0, unit="stop", label="background relative to key", default=-2.0)
    contrast: float = quantity(0.0, 8.0, unit="stop", label="lit side over shadow side", default=2.5)
    evenness: float = quantity(
        0.1, 6.0, unit="stop", label="fall from the middle of the sheet to its edge", default=2.0
    )
    spill: float = quantity(0.01, 1.0, unit="share", label="share of the light that may miss the sheet", default=0.25)
    loss: float = quantity(0.1, 10.0, unit="stop", label="loss allowed", default=3.0)
    key_side: Literal["either", "left", "right"] = "either"
    key_angle: float | None = quantity(
        0.0, 180.0, unit="degree", label="how far round from the lens the key comes", default=None
    )
    key_height: float | None = quantity(
        -30.0, 90.0, unit="degree", label="height of the key over the eyes", default=None
    )
    solve_for: Literal["aperture", "iso", "power"] = "iso"
    iso_highest: float = quantity(50.0, 409600.0, unit="number", label="highest ISO allowed", default=1600.0)
    aperture_widest: float = quantity(0.7, 64.0, unit="number", label="widest f-number allowed", default=2.0)


class Brief(DocumentPart):
    """All answers of the Brief. What is left out takes a sensible default and is listed in ``assumed``."""

    picture_for: Literal["listing", "cut_out", "mood", "film"] = "mood"
    subject: Subject = Field(default_factory=Subject)
    backdrop: Backdrop = Field(default_factory=Backdrop)
    room: Room = Field(default_factory=Room)
    camera: Camera = Field(default_factory=Camera)
    lamp: LampSetting = Field(default_factory=LampSetting)
    haze: Haze | None = None
    others: list[OtherLight] = Field(default_factory=list, max_length=MOST_OTHERS)
    pieces: list[SetPiece] = Field(default_factory=list, max_length=MOST_PIECES)
    day: Day = Field(default_factory=Day)
    receptor: Receptor = "dome"
    wanted: Wanted = Field(default_factory=Wanted)
    dark: Dark = Field(default_factory=Dark)
    action: ActionArea = Field(default_factory=ActionArea)
    limits: Limits = Field(default_factory=Limits)
    workshop: Workshop = Field(default_factory=Workshop)
    carrying_length: float = quantity(0.3, 6.0, unit="m", label="longest thing that can be carried", default=1.5)
    assumed: list[PathText] = Field(default_factory=list, max_length=100)

    # what other lights shine through, by their keys: the document holds it beside the Brief, since a Brief knows no
    # kinds
    _shaped: dict[str, Any] = PrivateAttr(default_factory=dict)

    @model_validator(mode="before")
    @classmethod
    def _with_keys(cls, data: Any) -> Any:
        if not isinstance(data, Mapping):
            return data
        lists = {name: role for name, role in KEYED.items() if name in data}
        return {**data, **{name: keyed(data[name], role) for name, role in lists.items()}}

    @property
    def lights(self) -> Mapping[str, OtherLight]:
        """The other lights by their keys, in their order."""
        return {light.key: light for light in keyed(self.others, KEYED["others"])}

    @property
    def things(self) -> Mapping[str, SetPiece]:
        """What stands in the set by its keys, in its order."""
        return {thing.key: thing for thing in keyed(self.pieces, KEYED["pieces"])}

    @property
    def shaped(self) -> Mapping[str, Any]:
        """Parameters of the modifiers before other lights, by the light's key."""
        return self._shaped

    def with_shaped(self, designs: Mapping[str, Any]) -> "Brief":
        """The Brief with modifiers before other lights."""
        copy = self.model_copy()
        copy._shaped = dict(designs)
        return copy

    @property
    def lamps(self) -> tuple[LampSetting | OtherLight, ...]:
        """The modifier's lamp, then the other lights."""
        return (self.lamp, *self.others)
