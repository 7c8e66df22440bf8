"""Checks of what every part of a build gets to: cloth, boards, linings, covers, bars, fittings, and the tape and glue
that hold them.
"""

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.materials import LampType
from wenlo.core.document.rigging import Rigging
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.facts import ArgKind, Phrases, yes
from wenlo.core.optics.meshes import triangles
from wenlo.core.rigging import heat
from wenlo.core.rigging.checks import Check, Cure, evaluate_limit, unanswered
from wenlo.core.rigging.loads import Modifier
from wenlo.core.rigging.part_heat import PartHeat, part_heats
from wenlo.core.rigging.thermal_spread import judged

PRINTED = 50.0
"""Printed parts of PLA go soft. [°C]"""

_AT: Mapping[str, ArgKind] = {
    "name": "label",
    "reached": "celsius",
    "where": "choice",
    "near": "choice",
    "away": "length",
    "most": "celsius",
    "margin": "count",
    "around": "celsius",
    "unsure": "choice",
    "hottest": "celsius",
}

SAYS = Phrases(
    "check",
    {
        "heat-part": _AT,
        "heat-rest": {**_AT, "others": "count"},
        "heat-near": {"name": "label", "hottest": "celsius", "usually": "celsius"},
    },
    room="checks",
)

CURES = Phrases(
    "cure",
    {
        "heat-light": {},
        "heat-behind": {},
        "heat-over": {},
        "heat-at-the-lamp": {},
        "heat-inside": {},
        "heat-room": {},
        "off-the-hottest": {},
    },
    room="checks",
)


@dataclass(frozen=True, kw_only=True)
class HeatLimit:
    """What something is called and what it bears. [°C]"""

    name: str
    limit: float


def limits_of_plan(plan: BuildPlan) -> dict[str, HeatLimit]:
    """Everything of a build that heat harms, by the item that it is."""
    rows = stock()
    found = {c.covering.id: HeatLimit(name=c.covering.name, limit=c.covering.keep_below_celsius) for c in plan.cloth}
    if plan.pieces:
        found |= {bar.id: HeatLimit(name=bar.name, limit=bar.keep_below) for bar in plan.bars}
    for fitting in plan.fittings:
        row = rows["fittings"][fitting.id]
        if "keep_below" in row:
            name = row["name"].removesuffix(", per metre")
            found[fitting.id] = HeatLimit(name=name, limit=float(row["keep_below"]))
    if plan.prints:
        found["printed"] = HeatLimit(name="printed parts of PLA", limit=PRINTED)
    return found


def heats_of(
    modifier: Modifier, lamp: LampType, power: float, rig: Rigging, rise: float | None
) -> Mapping[str, PartHeat]:
    """The hottest place of every part of a modifier.

    Parameters
    ----------
    modifier: with its assembly.
    lamp, power: by which it gets warm.
    rig: the answers about the rig.
    rise: of the air in it, in the mean; None where it is open. [K]
    """
    inside = None
    if rise is not None:
        heights = [float(z) for shape in modifier.arrangement.surfaces for z in triangles(shape)[0][:, 2]]
        low, high = min(heights), max(heights)

        def inside(height: float) -> float:
            share = min(max((height - low) / max(high - low, 1e-6), 0.0), 1.0)
            return rig.ambient + heat.at_height(rise, share)

    return part_heats(modifier.assembly, modifier.arrangement, lamp, power=power, ambient=rig.ambient, inside=inside)


def _worst(modifier: Modifier, heats: Mapping[str, PartHeat]) -> dict[str, PartHeat]:
    # by item: of its parts, or of the parts of the joints that take it
    found: dict[str, PartHeat] = {}

    def tell(item: str, one: PartHeat) -> None:
        if item not in found or one.reached > found[item].reached:
            found[item] = one

    for part in modifier.assembly.parts:
        tell(part.item, heats[part.id])
    for joint in modifier.assembly.joints:
        around = [heats[part] for part in joint.parts if part in heats]
        if around:
            at = max(around, key=lambda one: one.reached)
            for item in joint.used:
                tell(item, replace(at, cause="behind" if at.cause == "light" else at.cause))
    return found


def part_checks(
    modifier: Modifier, lamp: LampType, power: float, rig: Rigging, *, rise: float | None, already: Mapping[str, float]
) -> Iterator[Check]:
    """What every part of a modifier gets to.

    Parameters
    ----------
    modifier: with its parts.
    lamp, power: by which it gets warm.
    rig: the answers about the rig.
    rise: of the air in it, in the mean; None where it is open. [K]
    already: what is judged by the light's own surfaces, by its name, and what it gets to. [°C]
    """
    limits = limits_of_plan(modifier.plan)
    if not limits:
        return
    heats = heats_of(modifier, lamp, power, rig, rise)
    worst = _worst(modifier, heats)
    hottest = max((h.reached for h in heats.values()), default=rig.ambient)
    near_limit: list[tuple[float, Check]] = []
    for item, row in sorted(limits.items(), key=lambda pair: pair[1].limit):
        one = worst.get(item)
        if one is None:
            if row.name in already or hottest <= row.limit - heat.MARGIN:
                continue
            yield unanswered(
                "heat.near",
                modifier.about.of(row.name),
                SAYS("heat-near", name=row.name, hottest=hottest, usually=row.limit),
                value=hottest,
                bound=row.limit - heat.MARGIN,
                unit="°C",
                relation="most",
                cure=Cure(says=CURES("off-the-hottest")),
            )
            continue
        if one.reached <= already.get(row.name, -300.0) + 1.0:
            continue
        check = judged(_of_part(modifier, row, one), ambient=rig.ambient)
        if check.state == "within":
            near_limit.append((row.limit - one.reached, replace(check, code="heat.rest", about=modifier.about)))
        else:
            yield check
    if near_limit:
        least = min(near_limit, key=lambda pair: pair[0])[1]
        values = {name: argument.value for name, argument in least.says.args.items()}
        yield replace(least, says=SAYS("heat-rest", **values, others=len(near_limit) - 1))


def _of_part(modifier: Modifier, row: HeatLimit, one: PartHeat) -> Check:
    where = one.cause.replace(" ", "-")
    return evaluate_limit(
        "heat.part",
        modifier.about.of(row.name),
        SAYS(
            "heat-part",
            name=row.name,
            reached=one.reached,
            where=where,
            near=yes(one.distance < 0.01),
            away=one.distance,
            most=row.limit - heat.MARGIN,
            margin=heat.MARGIN,
            around=one.around,
            unsure="no",
            hottest=one.reached,
        ),
        value=one.reached,
        limit=row.limit - heat.MARGIN,
        unit="°C",
        cure=Cure(says=CURES(f"heat-{where}")),
    )
