"""Other ways to build the same thing: cheaper, lighter, stronger, weatherproof, and what that does to light, weight and
life; and what takes the place of something that is not to be had.
"""

import math
from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass
from typing import Any, Literal, get_args

from wenlo.core.catalog.bars import BarType, bar_types, bars_of
from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.materials import Covering
from wenlo.core.catalog.own import bar_of
from wenlo.core.catalog.typical import black_materials, bounce_faces, coverings, ground_papers, sheet_materials
from wenlo.core.errors import WenloError
from wenlo.core.fabrication.parts import BuildPlan
from wenlo.core.inventory.prices import TYPICAL, Prices
from wenlo.core.inventory.shopping import WorkedBuild, work_out
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of

VariantGoal = Literal["cheaper", "lighter", "stronger", "weatherproof"]

AIMS: tuple[VariantGoal, ...] = get_args(VariantGoal)

MATERIALS = (
    "sheet",
    "face",
    "lining",
    "outside",
    "walls",
    "structure",
    "material",
    "bar",
    "batten",
    "acrylic",
    "panel",
    "inside",
)
"""Parameters of kinds that choose what it is made of."""

LIGHT_KEPT = 0.7
"""A variant may lose or win so much light. [stop]"""

LOBE_KEPT = 0.35
"""How much more a variant may show the lamp behind it, as in :func:`_lobe_apart`."""

LEAST_STIFF, LEAST_FRAME = 0.5, 0.1
"""A bar that bends more than twice as much is no change of material, but another frame; ten times as much is
none.
"""

LEAST_GAIN = 0.05
"""A share that is worth the change."""


@dataclass(frozen=True, kw_only=True)
class Variant:
    """A change of material: which parameters take which values, and what it does.

    ``light`` is in stops (minus is less light), ``mass`` [kg], ``price`` in the currency of the prices, ``stiffness``
    the ratio of the bars' bending stiffness.
    """

    aim: VariantGoal
    changes: Mapping[str, Any]
    words: str
    light: float
    mass: float
    price: float
    stiffness: float
    weatherproof: bool


@dataclass(frozen=True, kw_only=True)
class Substitute:
    """Something to take instead: what it is, and in words what changes."""

    id: str
    name: str
    words: str


def stands_weather(plan: BuildPlan, *, varnished: bool = False) -> bool:
    """Whether all of it stands rain and damp; timber does when it is varnished."""
    proof = frozenset(stock()["weatherproof"])
    bars = not plan.pieces or all(bar.weatherproof or (varnished and bar.group == "timber") for bar in plan.bars)
    return bars and all(c.covering.id in proof for c in plan.cloth)


def passes(covering: str) -> float | None:
    """The share of light that a material gives on: T of a sheet, R of a face, None of a black."""
    sheet = sheet_materials().get(covering)
    if sheet is not None:
        return sheet.transmittance
    face = bounce_faces().get(covering)
    return None if face is None else face.reflectance[1]


def light_between(one: BuildPlan, other: BuildPlan) -> float:
    """How much more light another choice of materials gives, roughly: by T of its sheets and R of its faces. [stop]"""

    def product(plan: BuildPlan) -> float:
        found = 1.0
        for piece in dict.fromkeys((c.covering.id, c.note) for c in plan.cloth):
            share = passes(piece[0])
            found *= share if share else 1.0
        return found

    return math.log2(product(other) / product(one))


def _choices(design: ModifierParameters) -> Iterator[dict[str, Any]]:
    slots = kind_of(design).slots
    for name in MATERIALS:
        if name not in slots or name == "material":
            continue
        now = slots[name].get(design)
        if name == "structure":
            mine = bar_of(slots["material"].get(design))
            for bar in bar_types().values():
                # another way of building may bend more, but is still a frame
                if bar.stiffness >= LEAST_FRAME * mine.stiffness:
                    yield {"structure": bar.group, "material": bar.id}
        elif name in ("bar", "batten"):
            mine = bar_of(now)
            for bar in bar_types().values() if name == "bar" else bars_of("timber"):
                if bar.id != now and _as_stiff(bar, mine):
                    yield {name: bar.id}
        elif slots[name].options:
            for value in slots[name].options:
                # a black panel that turns white is another thing, not another material
                if value != now and ("white" in str(value)) <= ("white" in str(now)):
                    yield {name: value}
        elif isinstance(now, str):
            pool = {
                "sheet": sheet_materials(),
                "face": bounce_faces(),
                "lining": bounce_faces(),
                "outside": black_materials(),
            }
            for value in pool.get(name, {}):
                if value != now and _alike(now, value):
                    yield {name: value}


def _as_stiff(bar: BarType, now: BarType) -> bool:
    # flat and on edge: cloth pulls at a frame in its plane
    flat, edge = bar.stiffness / now.stiffness, bar.stiffness_on_edge / now.stiffness_on_edge
    return min(flat, edge) >= LEAST_STIFF


def _alike(now: str, value: str) -> bool:
    # of one form, and as matt or as even as what it takes the place of
    if coverings()[now].form != coverings()[value].form:
        return False
    if now in bounce_faces() and value in bounce_faces():
        return (bounce_faces()[now].alpha is None) == (bounce_faces()[value].alpha is None)
    return _lobe_apart(now, value) <= LOBE_KEPT


def _words(changes: Mapping[str, Any]) -> str:
    named = []
    for field, value in changes.items():
        if field == "structure":
            continue
        row = coverings().get(value) if isinstance(value, str) else None
        bar = bar_types().get(value) if isinstance(value, str) else None
        named.append(row.name if row is not None else bar.name if bar is not None else f"{field} {value}")
    return " and ".join(named)


Build = Callable[[Any], BuildPlan]


def variants(
    design: ModifierParameters, build: Build, *, prices: Prices = TYPICAL, uses: Callable[[Any], int]
) -> tuple[Variant, ...]:
    """The best single change of material for each aim, light kept within :data:`LIGHT_KEPT`; for weather as many
    changes as it takes.

    Parameters
    ----------
    design: parameters of a kind.
    build: what gives its parts.
    prices: whose prices.
    uses: how many shoots a design lasts.
    """
    now_plan = build(design)
    now = work_out(now_plan, prices=prices)
    candidates = []
    for changes in _choices(design):
        found = _tried(design, changes, build, prices)
        if found is not None:
            candidates.append((changes, *found))

    def variant(aim: VariantGoal, changes: Mapping[str, Any], other: Any, worked: WorkedBuild) -> Variant:
        stiff = 1.0
        if worked.plan.pieces and now_plan.pieces:
            stiff = worked.plan.stock.stiffness / now_plan.stock.stiffness
        light = light_between(now_plan, worked.plan)
        life = uses(other) - uses(design)
        said = f"{_words(changes)[:1].upper()}{_words(changes)[1:]}"
        if life:
            said += f"; lasts {abs(life)} shoots {'more' if life > 0 else 'fewer'}"
        if aim == "weatherproof" and not stands_weather(worked.plan):
            said += "; battens varnished twice, ends too"
        return Variant(
            aim=aim,
            changes=changes,
            words=said,
            light=light,
            mass=worked.mass - now.mass,
            price=worked.total - now.total,
            stiffness=stiff,
            weatherproof=stands_weather(worked.plan, varnished=aim == "weatherproof"),
        )

    kept = [c for c in candidates if abs(light_between(now_plan, c[2].plan)) <= LIGHT_KEPT]
    result = []
    cheap = min(kept, key=lambda c: c[2].total, default=None)
    if cheap is not None and cheap[2].total < now.total * (1 - LEAST_GAIN):
        result.append(variant("cheaper", *cheap))
    light = min(kept, key=lambda c: c[2].mass, default=None)
    if light is not None and light[2].mass < now.mass * (1 - LEAST_GAIN):
        result.append(variant("lighter", *light))
    framed = [c for c in kept if c[2].plan.pieces and now_plan.pieces]
    strong = max(framed, key=lambda c: c[2].plan.stock.stiffness, default=None)
    if strong is not None and strong[2].plan.stock.stiffness > now_plan.stock.stiffness * (1 + LEAST_GAIN):
        result.append(variant("stronger", *strong))
    dry = _weatherproof(design, now_plan, build, prices)
    if dry is not None:
        result.append(variant("weatherproof", *dry))
    return tuple(result)


def _tried(
    design: ModifierParameters, changes: Mapping[str, Any], build: Build, prices: Prices
) -> tuple[Any, WorkedBuild] | None:
    try:
        other = type(design).model_validate({**design.model_dump(), **changes})
        return other, work_out(build(other), prices=prices)
    except (WenloError, ValueError):
        return None  # this choice does not go with the rest of the design


def _weatherproof(
    design: ModifierParameters, plan: BuildPlan, build: Build, prices: Prices
) -> tuple[dict[str, Any], Any, WorkedBuild] | None:
    # parameter after parameter, each to the choice that stands weather and changes the light least
    if stands_weather(plan):
        return None
    proof = frozenset(stock()["weatherproof"])
    changes: dict[str, Any] = {}
    for name in MATERIALS:
        options = [c for c in _choices(design) if name in c and name != "material"]
        best: tuple[float, dict[str, Any]] | None = None
        for option in options:
            value = option.get("material", option[name])
            if value not in proof and name != "walls":
                continue
            found = _tried(design, {**changes, **option}, build, prices)
            if found is None or (name == "walls" and not stands_weather(found[1].plan, varnished=True)):
                continue
            cost = abs(light_between(plan, found[1].plan))
            if best is None or cost < best[0] - 1e-9:
                best = cost, option
        slot = kind_of(design).slots.get("material" if name == "structure" else name)
        if best is not None and slot is not None and slot.get(design) not in proof:
            changes |= best[1]
    found = _tried(design, changes, build, prices) if changes else None
    if found is None or not stands_weather(found[1].plan, varnished=True):
        return None
    return changes, *found


def substitutes(key: str, *, most: int = 3) -> tuple[Substitute, ...]:
    """What to take when something is not to be had: the nearest in what it does to light, or what does the same work.

    Parameters
    ----------
    key: id in the coverings, bars or fittings.
    most: how many are told.
    """
    row = coverings().get(key)
    if row is not None:
        return tuple(_like(row)[:most])
    material = key.split("@")[0]
    now = bar_types().get(material)
    if now is not None:
        stiff = now.stiffness
        others = sorted(
            (bar for bar in bars_of(now.group) if bar.id != material),
            key=lambda bar: abs(math.log(bar.stiffness / stiff)),
        )
        return tuple(
            Substitute(
                id=bar.id,
                name=bar.name,
                words=f"{bar.stiffness / stiff:.1f} times as stiff; fittings and cut lengths change with it",
            )
            for bar in others[:most]
        )
    return tuple(Substitute(id="", name=name, words=words) for name, words in stock()["instead"].get(key, [])[:most])


def _like(row: Covering) -> list[Substitute]:
    if row.id in ground_papers():
        canvas = coverings()["white_painted_canvas"]
        return [Substitute(id=canvas.id, name=canvas.name, words="painted in the colour that is wanted; it is heavier")]
    share = passes(row.id)
    if share is None:
        others = [b for b in black_materials().values() if b.id != row.id and b.form == row.form] or [
            b for b in black_materials().values() if b.id != row.id
        ]
        black = black_materials()[row.id]
        others.sort(key=lambda b: abs(math.log(b.reflectance / black.reflectance)) + (b.leak > black.leak))
        return [
            Substitute(
                id=b.id, name=b.name, words=f"sends {b.reflectance * 100:.1f} % back, lets {b.leak * 100:g} % through"
            )
            for b in others
        ]
    family = sheet_materials() if row.id in sheet_materials() else bounce_faces()
    found = []
    for other in family:
        theirs = passes(other)
        if other == row.id or theirs is None:
            continue
        stops = math.log2(theirs / share)
        form = 0.0 if coverings()[other].form == row.form else 0.7
        found.append((abs(stops) + form + _lobe_apart(row.id, other), other, stops))
    found.sort()
    return [
        Substitute(
            id=other,
            name=coverings()[other].name,
            words=(
                "the same light"
                if abs(stops) < 0.05
                else f"{abs(stops):.1f} stops {'more' if stops > 0 else 'less'} light"
            )
            + ("" if coverings()[other].form == row.form else f"; a {coverings()[other].form}, not a {row.form}"),
        )
        for _, other, stops in found
    ]


def _lobe_apart(one: str, other: str) -> float:
    # a sheet that scatters less shows the lamp: as bad as a stop when one is nearly clear
    sheets = sheet_materials()
    if one not in sheets:
        return 0.0
    wide = [min(sheets[x].lobe_half_width or 1.0, 1.0) for x in (one, other)]
    return abs(wide[0] - wide[1]) + 2.0 * abs(sheets[one].unscattered - sheets[other].unscattered)
