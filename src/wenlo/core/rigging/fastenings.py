"""What each screw, eye and clamp of a modifier has to carry, and what it holds.

Withdrawal and shear of screws in softwood after EN 1995-1-1 (8.39; 8.6, the mode that governs), characteristic, without
its partial
factors: a third of it is allowed. An eye that is bent, not welded, opens before it is pulled out. A stiff frame rests
    on two of its fixings at a time, so each must carry half.
"""

import math
from collections.abc import Iterator
from dataclasses import dataclass, replace

from wenlo.core.catalog.data_files import fitting_sort
from wenlo.core.fabrication.parts import Hole
from wenlo.core.fabrication.screws import BRACKET, POCKET, POCKET_SHORT, SCREWS
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.kind import BALANCE_FACTOR
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.rigging.checks import About, Check, Cure, evaluate_limit
from wenlo.core.rigging.loads import Modifier
from wenlo.core.rigging.statics import GRAVITY, MOVING

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

POCKET_NEAR = 0.004
"""A pocket ends so far before the end of its batten. [m]"""

CLAMP = 15.0
"""What a padded spring clamp keeps from sliding. [N]"""

EYE_CORE = 0.75
"""The thread's core of a screw eye against its outer diameter: what is threaded of it holds the wood."""

SAYS = Phrases(
    "check",
    {
        "hold-balance": {"name": "label", "load": "force", "most": "force", "times": "tenth"},
        "hold-clamps": {"share": "force", "clamps": "count", "most": "force"},
        "hold-eyes": {"share": "force", "count": "count", "most": "force", "opens": "force", "pulled": "force"},
        "hold-screws": {"of": "choice", "share": "force", "count": "count", "most": "force", "mode": "label"},
    },
    room="checks",
)

CURES = Phrases("cure", {"balance": {"words": "label"}, "more-clamps": {}, "more-fasteners": {}}, room="checks")

EYE_YIELD = 240.0
"""Yield strength of the wire of a bent screw eye. [N/mm²]"""


@dataclass(frozen=True, kw_only=True)
class Fastener:
    """Diameter and length in the wood [m] of a fastener, and whether it is pulled out (an eye) or sheared (a corner's
    screw).

    ``near`` and ``far`` are how much of it is in the piece under its head and in the other [m]; under a thin
    steel ``plate`` all of it is in the other.
    """

    name: str
    diameter: float
    length: float
    pulled: bool
    near: float = 0.0
    far: float = 0.0
    plate: bool = False


FASTENERS = {
    "screw_eye": Fastener(name="Screw eyes", diameter=0.006, length=0.035, pulled=True),
    "wood_screw": Fastener(
        name="Screws of a corner", diameter=0.004, length=0.040, pulled=False, near=0.044, far=0.026
    ),
    "lap_screw": Fastener(
        name="Screws of a corner", diameter=0.0035, length=0.012, pulled=False, near=0.009, far=0.007
    ),
    "pocket_screw": Fastener(
        name="Screws of a corner", diameter=0.004, length=0.015, pulled=False, near=0.012, far=0.018
    ),
    "bracket_screw": Fastener(
        name="Screws of the brackets", diameter=0.0035, length=0.014, pulled=False, far=0.014, plate=True
    ),
}


def withdrawal(diameter: float, length: float, *, density: float = SOFTWOOD, core: float = 1.0) -> float:
    """Pull that draws a screw out, across the grain: 0.52 d^−0.5 l^−0.1 ρ^0.8 · d l in mm (EN 1995-1-1, 8.39 and 8.40).
    [N]

    Source: [EN1995].

    Parameters
    ----------
    diameter, length: outer diameter of the thread, and how much of it is in the wood. [m]
    density: of the wood. [kg/m³]
    core: share of the diameter that counts as the thread's, for threads that are rolled into a bent wire.

    Returns
    -------
    float: pull, characteristic. [N]

    >>> round(withdrawal(0.006, 0.035)), round(withdrawal(0.006, 0.035, core=EYE_CORE))
    (3388, 2541)
    """
    d, deep = diameter * 1000.0, length * 1000.0
    strength = 0.52 * d**-0.5 * deep**-0.1 * density**0.8
    return float(strength * core * d * deep)


def eye_opening(wire: float, inside: float) -> float:
    """Pull at which a bent, not welded, eye opens: its wire yields where the pull has its greatest lever, σ d³/6 over
    r. [N]

    Source: [EN1995].

    Parameters
    ----------
    wire: its diameter. [m]
    inside: width of the eye. [m]

    Returns
    -------
    float: pull. [N]

    >>> round(eye_opening(0.005, 0.012))
    588
    """
    d, lever = wire * 1000.0, (inside + wire) / 2 * 1000.0
    return EYE_YIELD * d**3 / 6.0 / lever


EYE_WIRE, EYE_INSIDE = 0.005, 0.012
"""Of a screw eye of 6 mm. [m]"""


def shear_modes(diameter: float, near: float, far: float, *, density: float = SOFTWOOD) -> dict[str, float]:
    """Load across a screw between two pieces of wood, by each way in which it can give (EN 1995-1-1, 8.6 a to f). [N]

    The wood crushes under the straight screw in one piece or both (a, b, c), or the screw bends as well once or twice
    (d, e, f). No help from the rope effect is counted.

    Source: [EN1995].

    Parameters
    ----------
    diameter: of the thread. [m]
    near, far: length in the piece under the head, and in the other. [m]
    density: of both. [kg/m³]

    Returns
    -------
    dict: load by mode, ``a`` to ``f``; the least counts. [N]
    """
    d, t1, t2 = CORE * diameter * 1000.0, near * 1000.0, far * 1000.0
    f = 0.082 * density * d**-0.3
    yields = 0.3 * STEEL * d**2.6
    r = t2 / t1
    root = math.sqrt
    return {
        "a": f * t1 * d,
        "b": f * t2 * d,
        "c": f * t1 * d / 2.0 * (root(1.0 + 2.0 * (1.0 + r + r * r) + r * r) - (1.0 + r)),
        "d": 1.05 * f * t1 * d / 3.0 * (root(4.0 + 12.0 * yields / (f * d * t1 * t1)) - 1.0),
        "e": 1.05 * f * t2 * d / 3.0 * (root(4.0 + 12.0 * yields / (f * d * t2 * t2)) - 1.0),
        "f": 1.15 * root(2.0 * yields * f * d),
    }


def plate_modes(diameter: float, far: float, *, density: float = SOFTWOOD) -> dict[str, float]:
    """Load across a screw that holds a thin plate of steel to wood, by each way in which it can give (EN 1995-1-1,
    8.9). [N]

    Source: [EN1995].

    Parameters
    ----------
    diameter: of the thread. [m]
    far: length in the wood. [m]
    density: of the wood. [kg/m³]

    Returns
    -------
    dict: load by mode, ``9a`` where the wood crushes and ``9b`` where the screw bends; the least counts. [N]

    >>> {mode: round(load) for mode, load in plate_modes(0.0035, 0.014).items()}
    {'9a': 322, '9b': 569}
    """
    d, deep = CORE * diameter * 1000.0, far * 1000.0
    f = 0.082 * density * d**-0.3
    return {"9a": 0.4 * f * deep * d, "9b": 1.15 * math.sqrt(2.0 * 0.3 * STEEL * d**2.6 * f * d)}


def shear(diameter: float, near: float, far: float, *, density: float = SOFTWOOD) -> float:
    """Load across a screw between two pieces of wood: the least of :func:`shear_modes`. [N]

    >>> round(shear(0.0035, 0.009, 0.007))
    193
    """
    return min(shear_modes(diameter, near, far, density=density).values())


def fastening_checks(modifier: Modifier) -> Iterator[Check]:
    """The load share of every sort of fastener that carries the modifier, with the lamps that hang in it.

    Source: [EN1995].

    Parameters
    ----------
    modifier: with its parts.

    Returns
    -------
    Iterator: a check for each sort of fastener. [N]
    """
    kind = kind_of(modifier.design)
    holds = list(kind.holds(modifier.design, modifier.mass))
    hung = any(h.by in ("ceiling", "boom") for h in holds)
    weight = (modifier.mass + modifier.hung) * GRAVITY * (MOVING if hung else 1.0)
    thick = modifier.plan.stock.thickness
    holes = {hole.fastener: hole for hole in modifier.plan.holes if fitting_sort(hole.fastener) in FASTENERS}
    for key, hole in holes.items():
        yield _fastener_check(modifier.about, _as_driven(key, hole, thick), hole, weight)
    balance = kind.stands_by(modifier.design, modifier.mass)
    if balance is not None:
        yield evaluate_limit(
            "hold.balance",
            modifier.about,
            SAYS(
                "hold-balance",
                name=balance.name,
                load=balance.load,
                most=balance.most / BALANCE_FACTOR,
                times=BALANCE_FACTOR,
            ),
            value=balance.load,
            limit=balance.most / BALANCE_FACTOR,
            unit="N",
            cure=Cure(
                says=CURES("balance", words=balance.words), changes={kind.slots[balance.slot].path: balance.cure}
            ),
        )
    clamps = sum(int(f.count) for f in modifier.plan.fittings if f.id == "spring_clamp")
    boards = [c for c in modifier.plan.cloth if c.form == "board"]
    # a sheet that is bent lies on its battens: its clamps keep the bend, not the weight
    if clamps and boards and kind_of(modifier.design).capabilities.bent is None:
        share = max(c.mass for c in boards) * GRAVITY / min(clamps, 2)
        yield evaluate_limit(
            "hold.clamps",
            modifier.about,
            SAYS("hold-clamps", share=share, clamps=clamps, most=CLAMP),
            value=share,
            limit=CLAMP,
            unit="N",
            cure=Cure(says=CURES("more-clamps")),
        )


def _as_driven(key: str, hole: Hole, thick: float) -> Fastener:
    # a screw of another size, in the wood that there is on both sides
    usual = FASTENERS[fitting_sort(key)]
    screw = SCREWS.get(key)
    if screw is None or screw in (POCKET, BRACKET):
        return usual
    if screw is POCKET_SHORT:
        return replace(usual, near=POCKET_NEAR, far=screw.length - POCKET_NEAR)
    near = screw.length - hole.depth if hole.side == "end grain" and hole.depth else thick / 2
    return replace(usual, diameter=screw.diameter, near=near, far=screw.length - near)


def _fastener_check(about: About, fastener: Fastener, hole: Hole, weight: float) -> Check:
    if fastener.pulled:
        share = weight / min(hole.count, 2)
        pulled = withdrawal(fastener.diameter, fastener.length, core=EYE_CORE)
        opens = eye_opening(EYE_WIRE, EYE_INSIDE)
        limit = min(pulled, opens) * ALLOWED
        says = SAYS("hold-eyes", share=share, count=hole.count, most=limit, opens=opens, pulled=pulled)
    else:
        # two screws at each of the two corners that bear
        modes = (
            plate_modes(fastener.diameter, fastener.far)
            if fastener.plate
            else shear_modes(fastener.diameter, fastener.near, fastener.far)
        )
        governs = min(modes, key=lambda mode: modes[mode])
        share = weight / min(hole.count, 4)
        limit = modes[governs] * ALLOWED * (END_GRAIN if hole.side == "end grain" else 1.0)
        of = "brackets" if fastener.plate else "corner"
        says = SAYS("hold-screws", of=of, share=share, count=hole.count, most=limit, mode=governs)
    return evaluate_limit(
        "hold.eyes" if fastener.pulled else "hold.screws",
        about.of("-".join((fastener.name, *hole.pieces))),
        says,
        value=share,
        limit=limit,
        unit="N",
        cure=Cure(says=CURES("more-fasteners")),
    )
