"""What else can be done with a build: variants, repair, packing, a second copy, another lamp, several designs cut
together.
"""

from collections.abc import Mapping, Sequence
from dataclasses import replace
from typing import Any

from pydantic import Field, field_validator

from wenlo.core.catalog.data_files import stock
from wenlo.core.catalog.own import lamp_of
from wenlo.core.catalog.typical import lamp_types
from wenlo.core.document.shoot import Shoot
from wenlo.core.fabrication.batch import plan_batch
from wenlo.core.instructions.packing import bundles, comes_apart
from wenlo.core.instructions.plan_build import for_the_tools
from wenlo.core.instructions.repair import JointMake, renewals
from wenlo.core.instructions.wording import to_units
from wenlo.core.inventory.changes import VariantGoal, variants
from wenlo.core.inventory.second_copy import changed_parts, second_copy
from wenlo.core.inventory.shopping import ShoppingLine, work_out
from wenlo.core.inventory.stocked import own_bars, own_boards, stocked
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.services.build_models import BarResult, CoverResult, ShoppingResult
from wenlo.services.build_results import TRIES, Offers, bar_results, cover_result, making_of, prices_of, shopping_result
from wenlo.services.resolve_document import Document, resolve_build
from wenlo.services.results import Result


class VariantResult(Result):
    """A change of material for an aim; ``changes`` are parameters and their values, ``light`` in stops, ``mass`` in kg,
    ``price`` in the build's currency, all against the design as it is; ``stiffness`` is a ratio.
    """

    aim: VariantGoal
    changes: dict[str, Any]
    words: str
    light: float
    mass: float
    price: float
    stiffness: float
    weatherproof: bool


class RenewalResult(Result):
    """A part that can be renewed and how; the price of a new one. [min], [EUR]"""

    labels: list[str]
    name: str
    joint: JointMake
    how: str
    minutes: float
    price: float


class BundleResult(Result):
    """A thing to carry: sides [m] and weight [kg]."""

    name: str
    contents: str
    size: list[float]
    mass: float


class SecondCopyResult(Result):
    """What another one costs with what the first leaves over."""

    shopping: list[ShoppingResult]
    total: float
    saved: float
    from_offcuts: int


class ChangesResult(Result):
    """Everything that a build can become."""

    currency: str
    variants: list[VariantResult]
    renewals: list[RenewalResult]
    bundles: list[BundleResult]
    comes_apart: bool
    longest: float
    mass: float
    second: SecondCopyResult


class AdaptRequest(Result):
    """The same modifier for another lamp."""

    document: Shoot
    lamp: str = Field(max_length=60)

    @field_validator("lamp")
    @classmethod
    def _known(cls, lamp: str) -> str:
        if lamp not in lamp_types():
            raise ValueError("There is no such lamp; choose one of the list.")
        return lamp


class PartChangeResult(Result):
    """A part that is another one, or is not there any more, or is new."""

    name: str
    now: str | None
    then: str | None


class AdaptResult(Result):
    """What has to be made anew for another lamp, how many parts stay, and what the lamp changes."""

    lamp: str
    cannot: str | None
    changed: list[PartChangeResult]
    stay: int
    notes: list[str]


class TogetherBars(Result):
    """Bars of one material for several designs."""

    bar: str
    bar_name: str
    kerf: float
    bars: list[BarResult]
    bought: float
    used: float
    own: float


class TogetherResult(Result):
    """Several designs cut from the same stock: which number stands for which, plans, list, and what that saves."""

    designs: list[str]
    bars: list[TogetherBars]
    covers: list[CoverResult]
    shopping: list[ShoppingResult]
    total: float
    apart: float
    currency: str


def changes(document: Document, shelf: Sequence[dict[str, Any]] = (), offers: Offers | None = None) -> ChangesResult:
    """Variants, repair, packing and a second copy; see ``ChangesResult``."""
    shoot = resolve_build(document)
    kind, prices = kind_of(shoot.design), prices_of(shoot, offers)
    making = making_of(shoot, shelf, offers)
    plan = making.worked.plan
    found = variants(
        shoot.design,
        lambda design: kind.build(design, shoot.brief),
        prices=prices,
        uses=lambda design: kind.handling(design).uses,
    )
    packed = bundles(plan, kind.assemble(shoot.design, shoot.brief))
    again = second_copy(making.worked, units=shoot.units, prices=prices)
    return ChangesResult(
        currency=shoot.brief.workshop.currency,
        variants=[
            VariantResult(
                aim=v.aim,
                changes=dict(v.changes),
                words=v.words,
                light=v.light,
                mass=v.mass,
                price=v.price,
                stiffness=v.stiffness,
                weatherproof=v.weatherproof,
            )
            for v in found
        ],
        renewals=[
            RenewalResult(
                labels=list(x.labels),
                name=x.name,
                joint=x.joint,
                how=x.how,
                minutes=x.minutes,
                price=x.price * prices.rate,
            )
            for x in renewals(plan)
        ],
        bundles=[BundleResult(name=b.name, contents=b.contents, size=list(b.size), mass=b.mass) for b in packed],
        comes_apart=comes_apart(plan),
        longest=max((b.size[0] for b in packed), default=0.0),
        mass=sum(b.mass for b in packed),
        second=SecondCopyResult(
            shopping=[shopping_result(line) for line in again.shopping],
            total=again.total,
            saved=again.saved,
            from_offcuts=again.from_offcuts,
        ),
    )


def adapt(document: Document, lamp: str) -> AdaptResult:
    """What another lamp asks for; see ``AdaptResult``."""
    shoot = resolve_build(document)
    kind, brief = kind_of(shoot.design), shoot.brief
    other = brief.model_copy(update={"lamp": brief.lamp.model_copy(update={"id": lamp})})
    old, new = lamp_of(brief.lamp.id), lamp_types()[lamp]
    design = _fitted(shoot, other)
    changed, stay = changed_parts(kind.build(shoot.design, brief), kind.build(design, other))
    notes = []
    if old.kind != new.kind:
        notes.append("One is a flash and one burns steadily: settings do not carry over.")
    else:
        stops = stops_between(new.amount, old.amount)
        if abs(stops) > 0.05:
            notes.append(f"It gives {format_stops(abs(stops))} {'more' if stops > 0 else 'less'} light in all.")
    mired = 1e6 / new.colour_temperature - 1e6 / old.colour_temperature
    if abs(mired) >= 10:
        notes.append(f"It is {abs(mired):.0f} mired {'warmer' if mired > 0 else 'cooler'}: set the camera anew.")
    if new.size != old.size:
        sizes = [f"{s.size[0] * 1000:.0f} × {s.size[1] * 1000:.0f} mm" for s in (old, new)]
        notes.append(f"Its face is {sizes[1]}, not {sizes[0]}: measure what fits round it.")
    if new.mount != old.mount:
        notes.append(f"It is held by {new.mount}, not {old.mount}: an adapter is needed.")
    if new.electrical_watts and old.electrical_watts and new.electrical_watts > 1.2 * old.electrical_watts:
        notes.append(
            f"It takes {new.electrical_watts:.0f} W, not {old.electrical_watts:.0f} W: more heat; look at Rig before it"
            " goes into a closed box."
        )
    if new.mass > old.mass * 1.2:
        notes.append(f"It weighs {new.mass:.1f} kg, not {old.mass:.1f} kg: look at what holds it.")

    def read(size: str | None) -> str | None:
        return None if size is None else to_units(size, shoot.units)

    return AdaptResult(
        lamp=new.name,
        cannot=kind.rejection_reason(other),
        stay=stay,
        notes=[to_units(note, shoot.units) for note in notes],
        changed=[PartChangeResult(name=c.name, now=read(c.now), then=read(c.then)) for c in changed],
    )


def _fitted(shoot: Shoot, brief: Any) -> Any:
    # parameters that follow from the lamp alone: what the kind's start takes from it when nothing else changes
    kind = kind_of(shoot.design)
    before, after = kind.start(shoot.brief), kind.start(brief)
    return shoot.design.model_copy(update=kind.differences(before, after))


def cut_together(
    documents: Sequence[Mapping[str, Any]], shelf: Sequence[dict[str, Any]] = (), offers: Offers | None = None
) -> TogetherResult:
    """Several shoots' designs from the same stock; see ``TogetherResult``. The first one's units and prices serve."""
    shoots = [resolve_build(document) for document in documents]
    have, prices = stocked(shelf), prices_of(shoots[0], offers)
    units = shoots[0].units
    plans = []
    for number, shoot in enumerate(shoots, start=1):
        plan = kind_of(shoot.design).build(shoot.design, shoot.brief)
        plans.append((str(number), for_the_tools(plan, shoot.brief.workshop)))
    apart = sum(
        work_out(
            plan, units=units, tries=TRIES, own=own_bars(have, plan.bars), own_boards=own_boards(have), prices=prices
        ).total
        for _, plan in plans
    )
    merged = plan_batch(plans)
    worked = [
        work_out(
            plan,
            units=units,
            tries=TRIES,
            own=own_bars(have, plan.bars),
            own_boards=own_boards(have),
            prices=prices,
            prove=True,
        )
        for plan in merged
    ]
    bars = []
    for one in worked:
        cut = bar_results(one.cuts)
        if cut:
            bars.append(
                TogetherBars(
                    bar=one.plan.stock.id,
                    bar_name=one.plan.stock.name,
                    kerf=one.plan.kerf,
                    bars=cut,
                    bought=one.cuts.bought,
                    used=one.cuts.used,
                    own=one.cuts.own,
                )
            )
    lines = [line for one in worked for line in one.shopping]
    hardware: dict[str, ShoppingLine] = {}
    for line in lines:
        # two materials of bars list their fittings apart; packs are bought once for all
        if line.category == "hardware" and line.id in hardware:
            have_line = hardware[line.id]
            asked = prices.ask(line.key, have_line.need + line.need, typical=_pack_price(line.id), pack=line.pack)
            hardware[line.id] = replace(
                have_line,
                need=have_line.need + line.need,
                packs=asked.packs,
                price=asked.price,
                short=asked.short,
                amount=f"{have_line.need + line.need:g} ({asked.packs:g} × {asked.pack:g})",
            )
        elif line.category == "hardware":
            hardware[line.id] = line
    every = [line for line in lines if line.category != "hardware"] + list(hardware.values())
    return TogetherResult(
        designs=[f"{name}: {plan.name}, {shoot.title}" for (name, plan), shoot in zip(plans, shoots, strict=True)],
        bars=bars,
        covers=[cover_result(c) for one in worked for c in one.covers],
        shopping=[shopping_result(line) for line in every],
        total=sum(line.price for line in every),
        apart=apart,
        currency=shoots[0].brief.workshop.currency,
    )


def _pack_price(fitting: str) -> float:
    row = stock()["fittings"][fitting]
    return float(row.get("pack_price", row["price"]))
