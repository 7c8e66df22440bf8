"""What each screw, eye and clamp of a modifier has to carry, and what it holds.

Withdrawal and shear of screws in softwood after EN 1995-1-1 (8.39 and 8.10f), characteristic, without its partial factors: a third of
it is allowed. A stiff frame rests on two of its fixings at a time, so each must carry half.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass

from wenlo.core.build.parts import Hole
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.rig.checks import Check, Cure, judged
from wenlo.core.rig.held import Modifier
from wenlo.core.rig.statics import GRAVITY, MOVING

SOFTWOOD = 350.0
"""Density of planed softwood. [kg/m³]"""

ALLOWED = 1.0 / 3.0
"""Of what it holds at the most."""

END_GRAIN = 1.0 / 3.0
"""What a screw in end grain holds against one across the grain."""

CORE = 0.77
"""A wood screw's effective diameter in shear against its outer one."""

STEEL = 540.0
"""Tensile strength of a screw. [N/mm²]"""

CLAMP = 15.0
"""What a padded spring clamp keeps from sliding. [N]"""


@dataclass(frozen=True, kw_only=True)
class Fastener:
    """Diameter and length in the wood [m] of a fastener, and whether it is pulled out (an eye) or sheared (a corner's screw)."""

    name: str
    diameter: float
    length: float
    pulled: bool


FASTENERS = {
    "screw_eye": Fastener(name="Screw eyes", diameter=0.006, length=0.035, pulled=True),
    "wood_screw": Fastener(name="Screws of a corner", diameter=0.004, length=0.040, pulled=False),
    "lap_screw": Fastener(name="Screws of a corner", diameter=0.0035, length=0.012, pulled=False),
    "pocket_screw": Fastener(name="Screws of a corner", diameter=0.004, length=0.015, pulled=False),
}


def withdrawal(diameter: float, length: float, *, density: float = SOFTWOOD) -> float:
    """Pull that draws a screw out, across the grain: 0.52 d^−0.5 l^−0.1 ρ^0.8 · d l in mm. [N]

    >>> round(withdrawal(0.006, 0.035))
    3388
    """
    d, deep = diameter * 1000.0, length * 1000.0
    strength = 0.52 * d**-0.5 * deep**-0.1 * density**0.8
    return float(strength * d * deep)


def shear(diameter: float, *, density: float = SOFTWOOD) -> float:
    """Load across a screw between two pieces of wood: 1.15 √(2 M f d), its bending and the wood's bearing together. [N]

    >>> round(shear(0.004))
    682
    """
    d = diameter * 1000.0
    thick = CORE * d
    bearing = 0.082 * density * d**-0.3
    moment = 0.3 * STEEL * thick**2.6
    return 1.15 * math.sqrt(2.0 * moment * bearing * thick)


def fastening_checks(modifier: Modifier) -> Iterator[Check]:
    """The load share of every sort of fastener that carries the modifier.

    Parameters
    ----------
    modifier: with its parts.
    """
    kind = kind_of(modifier.design)  # type: ignore[arg-type]
    holds = list(kind.holds(modifier.design, modifier.mass))
    hung = any(h.by in ("ceiling", "boom") for h in holds)
    weight = modifier.mass * GRAVITY * (MOVING if hung else 1.0)
    holes = {hole.fastener: hole for hole in modifier.plan.holes if hole.fastener in FASTENERS}
    for key, hole in holes.items():
        yield _fastener_check(modifier.name, FASTENERS[key], hole, weight)
    clamps = sum(int(f.count) for f in modifier.plan.fittings if f.id == "spring_clamp")
    boards = [c for c in modifier.plan.cloth if c.form == "board"]
    # a sheet that is bent lies on its battens: its clamps keep the bend, not the weight
    if clamps and boards and not hasattr(modifier.design, "bend"):
        share = max(c.mass for c in boards) * GRAVITY / min(clamps, 2)
        yield judged(
            "hold", modifier.name, "Clamps", value=share, limit=CLAMP, figure=f"{share:.0f} N on each of {clamps}", allowed=f"{CLAMP:.0f} N",
            source="what a padded spring clamp keeps from sliding on smooth board", cure=Cure(words="more clamps, or a ledge under the board"),
        )  # fmt: skip


def _fastener_check(about: str, fastener: Fastener, hole: Hole, weight: float) -> Check:
    if fastener.pulled:
        share, most, source = (
            weight / min(hole.count, 2),
            withdrawal(fastener.diameter, fastener.length),
            "EN 1995-1-1 (8.39)",
        )
    else:
        # two screws at each of the two corners that bear
        share, most, source = weight / min(hole.count, 4), shear(fastener.diameter), "EN 1995-1-1 (8.10f)"
        most *= END_GRAIN if hole.side == "end grain" else 1.0
    limit = most * ALLOWED
    return judged(
        "hold", about, fastener.name, value=share, limit=limit, figure=f"{share:.0f} N on each of {'two' if fastener.pulled else 'four'} that bear, {hole.count} in all",
        allowed=f"{limit:.0f} N, a third of what it holds in softwood", source=source, cure=Cure(words="thicker or more of them, into sound wood across the grain"),
    )  # fmt: skip
