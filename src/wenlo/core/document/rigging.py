"""How a set is rigged: what holds each thing, wind and knocks, mains and water, air for what gets warm."""

from typing import Any, Literal

from pydantic import Field, model_validator

from wenlo.core.document.hold_ids import HoldId
from wenlo.core.ids import Key, keyed
from wenlo.core.units.fields import DocumentPart, ShortText, quantity

RigWeather = Literal["indoors", "open window", "outdoors"]

GroundState = Literal["dry", "wet ground", "rain"]

HeldFrom = Literal["stand", "boom", "arm", "ceiling"]
"""How something is held up that could be held in several ways."""

Grip = Literal["behind", "below"]
"""Where the bar of a board holder runs that grips a board by two edges."""

LIGHT_TOUCH, KNOCK, PASSING = 20.0, 50.0, 100.0
"""Pushes that a set must stand: a touch in passing with a sleeve, somebody who stumbles against it, a crowd that
passes. [N]
"""


class HoldChoice(DocumentPart):
    """What holds one thing; None where the proposal serves. ``support`` is an id of the supports, or of a home-made
    one. A board may stand in a holder of pipe made for it (``grip``), where else a clamp takes its edge.
    """

    way: HeldFrom | None = None
    support: str | None = Field(default=None, max_length=60)
    reach: float | None = quantity(0.05, 6.0, unit="m", label="reach of the boom", default=None)
    counterweight: float | None = quantity(0.0, 200.0, unit="kg", label="counterweight", default=None)
    ballast: float | None = quantity(0.0, 300.0, unit="kg", label="ballast on the foot", default=None)
    grip: Grip | None = None


class WetPlace(DocumentPart):
    """Where water is: a basin, a tap, a wet floor; an oblong on the plan."""

    key: Key = ""
    name: ShortText = "wash basin"
    x: float = quantity(-15.0, 15.0, unit="m", label="wet place to the camera's right", default=1.2)
    y: float = quantity(-40.0, 20.0, unit="m", label="wet place behind the subject", default=0.5)
    width: float = quantity(0.1, 10.0, unit="m", label="width of the wet place", default=0.6)
    depth: float = quantity(0.1, 10.0, unit="m", label="depth of the wet place", default=0.5)


MOST_WET, MOST_HOLDS = 4, 60


class Rigging(DocumentPart):
    """All answers about the rig; None where nobody has looked yet, which is never taken for a yes."""

    weather: RigWeather = "indoors"
    ground: GroundState | None = None
    beaufort: int = quantity(0, 9, unit="count", label="wind, Beaufort", default=3)
    bump: float = quantity(0.0, 500.0, unit="N", label="a knock that nothing may fall over from", default=KNOCK)
    holds: dict[HoldId, HoldChoice] = Field(default_factory=dict, max_length=MOST_HOLDS)
    safety_line: bool | None = None
    ambient: float = quantity(-10.0, 50.0, unit="celsius", label="temperature of the room", default=22.0)
    minutes_on: float = quantity(1.0, 600.0, unit="min", label="minutes that the lamps burn at a time", default=60.0)
    openings: float | None = quantity(0.0, 2.0, unit="m2", label="openings for air, below and above each", default=None)
    fan: float = quantity(0.0, 1000.0, unit="m3/h", label="air that a fan moves", default=0.0)
    voltage: float = quantity(90.0, 250.0, unit="V", label="mains voltage", default=230.0)
    breaker: float = quantity(4.0, 63.0, unit="A", label="breaker of the circuit", default=16.0)
    circuits: int = quantity(1, 6, unit="count", label="circuits that can be used", default=1)
    residual_device: bool | None = None
    cable: float = quantity(0.5, 200.0, unit="m", label="length of the cable", default=10.0)
    section: float = quantity(0.5, 10.0, unit="mm2", label="copper of the cable", default=1.5)
    coiled: bool = False
    battery: float | None = quantity(1.0, 20000.0, unit="Wh", label="battery in the place of the mains", default=None)
    wet: list[WetPlace] = Field(default_factory=list, max_length=MOST_WET)

    @model_validator(mode="before")
    @classmethod
    def _as_today(cls, data: Any) -> Any:
        # older documents held a yes here that nobody had given; a no was somebody's
        if isinstance(data, dict):
            for old, new in (("safety_lines", "safety_line"), ("residual_current", "residual_device")):
                if old in data:
                    data = {**data}
                    if data.pop(old) is False:
                        data.setdefault(new, False)
            if "wet" in data:
                data = {**data, "wet": keyed(data["wet"], "wet")}
        return data
