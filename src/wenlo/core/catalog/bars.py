"""Bars that builds are sawn from: pipe, square tube and timber, as they are sold, with what joins them."""

import math
from collections.abc import Mapping
from dataclasses import dataclass
from functools import cache
from typing import Any, Literal, get_args

from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.items import BarValues

BarGroup = Literal["pipe", "tube", "timber"]
GROUPS: tuple[BarGroup, ...] = get_args(BarGroup)

SECTIONS: Mapping[str, BarGroup] = {"pipe": "pipe", "square tube": "tube", "timber": "timber"}
"""What the Shelf calls them."""


@dataclass(frozen=True, kw_only=True)
class StockLength:
    """A length that bars are sold in [m] and its price [EUR]."""

    length: float
    price: float


@dataclass(frozen=True, kw_only=True)
class PipeFit:
    """Socket fittings of a pipe: depth of a socket, from the fitting's middle to the socket's bottom, stop in the
    middle of a coupling, wall, bottom of a cap. [m]
    """

    socket: float
    take_off: float
    coupling_stop: float
    fitting_wall: float
    cap_end: float


@dataclass(frozen=True, kw_only=True)
class TubeFit:
    """Push-in joints of a square tube: side of the cube, spigot inside a tube, collar of a straight joiner, head of a
    cap. [m]
    """

    cube: float
    spigot: float
    joiner_collar: float
    cap_head: float


@dataclass(frozen=True, kw_only=True)
class BarType:
    """A bar: outside of its section, ``wall`` where it is hollow [m], lengths sold, density [kg/m³], stress at which it
    yields or breaks and modulus in bending [Pa], what it stands for hours [°C]; ``splint`` is the length of the batten
    behind a joint [m]. ``ripped_from`` is the bar that is sold where this one is half of it, ``doubled_from`` where it
    is two of it glued flat.
    """

    id: str
    name: str
    group: BarGroup
    width: float
    thickness: float
    wall: float | None
    lengths: tuple[StockLength, ...]
    density: float
    strength: float
    modulus: float
    keep_below: float
    weatherproof: bool = False
    pipe: PipeFit | None = None
    tube: TubeFit | None = None
    splint: float = 0.3
    ripped_from: str = ""
    doubled_from: str = ""

    @property
    def area(self) -> float:
        """Of its section. [m²]"""
        if self.wall is None:
            return self.width * self.thickness
        across = math.pi if self.group == "pipe" else 4.0
        return across * (self.width - self.wall) * self.wall

    @property
    def mass_per_metre(self) -> float:
        """Of one metre. [kg/m]"""
        return self.area * self.density

    @property
    def girth(self) -> float:
        """Once round it. [m]"""
        return math.pi * self.width if self.group == "pipe" else 2.0 * (self.width + self.thickness)

    @property
    def stiffness(self) -> float:
        """E·I about its weaker axis: ring π (D⁴ − d⁴) / 64, square tube (a⁴ − b⁴) / 12, batten b h³ / 12. [N·m²]

        Source: [Gere].
        """
        wide, thin = max(self.width, self.thickness), min(self.width, self.thickness)
        return self.modulus * (wide * thin**3 / 12 if self.wall is None else self._second_moment)

    @property
    def stiffness_on_edge(self) -> float:
        """E·I about its stronger axis: of a batten b³ h / 12, of what is alike both ways as before. [N·m²]

        Source: [Gere].
        """
        wide, thin = max(self.width, self.thickness), min(self.width, self.thickness)
        return self.modulus * (thin * wide**3 / 12 if self.wall is None else self._second_moment)

    @property
    def _second_moment(self) -> float:
        # of a ring or a square tube, alike both ways
        inner = self.width - 2 * (self.wall or 0.0)
        share = math.pi / 64 if self.group == "pipe" else 1 / 12
        return share * (self.width**4 - inner**4)


@cache
def bar_types() -> Mapping[str, BarType]:
    """All generic bars by id, in groups."""
    proof = frozenset(stock()["weatherproof"])
    return {
        key: _generic(key, group, row, weatherproof=key in proof)
        for group in GROUPS
        for key, row in stock()[group].items()
    }


@cache
def trim_strip() -> BarType:
    """What is nailed over the edges of cloth; no frame is made of it."""
    ((key, row),) = stock()["strip"].items()
    return _generic(key, "timber", row, weatherproof=False)


def bars_of(group: BarGroup) -> tuple[BarType, ...]:
    """The generic bars of a group."""
    return tuple(bar for bar in bar_types().values() if bar.group == group)


def _generic(key: str, group: BarGroup, row: Mapping[str, Any], *, weatherproof: bool) -> BarType:
    told = dict(row)
    return BarType(
        id=key,
        group=group,
        lengths=tuple(StockLength(**one) for one in told.pop("stock")),
        pipe=PipeFit(**{k: told.pop(k) for k in PipeFit.__annotations__}) if group == "pipe" else None,
        tube=TubeFit(**{k: told.pop(k) for k in TubeFit.__annotations__}) if group == "tube" else None,
        weatherproof=weatherproof,
        thickness=told.pop("thickness", told["width"]),
        wall=told.pop("wall", None),
        **told,
    )


DENSE_METAL, LIGHT_METAL = 5000.0, 2000.0
"""What is as heavy is taken for steel, and for aluminium. [kg/m³]"""

STUFF: Mapping[str, tuple[float, float, float]] = {
    "steel": (2.35e8, 2.1e11, 150.0),
    "aluminium": (1.5e8, 6.9e10, 150.0),
    "plastic": (4.5e7, 2.8e9, 60.0),
    "wood": (1.6e7, 9.0e9, 100.0),
}
"""Strength [Pa], modulus [Pa] and what it stands [°C], typical."""


def own_bar(values: BarValues, *, id: str, name: str) -> BarType:
    """A bar of one's own: what it is made of is told by its weight; joints are those of the generic bar that is nearest
    in size, in proportion.

    Parameters
    ----------
    values: of an item of the Shelf: pipe, square tube or timber. Raises ValueError of a rod.
    id, name: what it is called.
    """
    group = SECTIONS.get(values.section)
    if group is None:
        raise ValueError("A rod is bent, not sawn into frames.")
    wall = None if group == "timber" else values.wall or 0.08 * values.width
    width, thickness = values.width, values.width
    if group == "timber":
        width, thickness = max(width, values.thickness), min(width, values.thickness)
    near = min(bars_of(group), key=lambda bar: abs(bar.width - width))
    bare = BarType(
        id=id,
        name=name,
        group=group,
        width=width,
        thickness=thickness,
        wall=wall,
        lengths=(StockLength(length=values.length, price=values.price),),
        density=1.0,
        strength=0.0,
        modulus=0.0,
        keep_below=0.0,
    )
    density = values.mass_per_metre / bare.area if values.mass_per_metre > 0.0 else near.density
    metal = "steel" if density > DENSE_METAL else "aluminium" if density > LIGHT_METAL else "plastic"
    strength, modulus, keep_below = STUFF["wood" if group == "timber" else metal]
    scale = width / near.width
    return BarType(
        id=id,
        name=name,
        group=group,
        width=width,
        thickness=thickness,
        wall=wall,
        lengths=bare.lengths,
        density=density,
        strength=strength,
        modulus=modulus,
        keep_below=keep_below,
        weatherproof=group != "timber",
        pipe=near.pipe
        and PipeFit(
            socket=near.pipe.socket * scale,
            take_off=near.pipe.take_off * scale,
            coupling_stop=near.pipe.coupling_stop,
            fitting_wall=near.pipe.fitting_wall,
            cap_end=near.pipe.cap_end,
        ),
        tube=near.tube
        and TubeFit(
            cube=width, spigot=near.tube.spigot, joiner_collar=near.tube.joiner_collar, cap_head=near.tube.cap_head
        ),
        splint=near.splint,
    )
