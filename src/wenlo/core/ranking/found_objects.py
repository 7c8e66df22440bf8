"""From a found object to the kinds that it can become, and from a kind to what to look for."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from wenlo.core.analysis.efforts import JUDGING, TRY_CELLS
from wenlo.core.analysis.figures import Evaluated, evaluate
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.items import FoundValues
from wenlo.core.catalog.own import OwnFound, OwnLamp
from wenlo.core.modifiers.kind import Kind, ModifierParameters, ReuseRule
from wenlo.core.modifiers.registry import kinds
from wenlo.core.modifiers.slots import Slot
from wenlo.core.ranking.ranking import fitted
from wenlo.core.scene import scene_builder
from wenlo.core.units.length import UnitSystem, format_length

WORDS = {
    "tub": "tub or box with an open side",
    "tube": "tube",
    "shade": "lampshade or umbrella",
    "canvas": "stretched canvas",
    "frame": "picture or window frame",
    "carton": "carton",
    "curtain": "curtain, sheet or tablecloth",
    "dish": "round dish or tin",
    "board": "stiff light board",
    "table": "table",
    "lens": "lens",
    "sheet": "stiff translucent sheet",
}


@dataclass(frozen=True, kw_only=True)
class Becoming:
    """What a found object can become: the design and its light with the lamp in ``brief``, or why not; ``how`` it is
    done.
    """

    kind: str
    name: str
    how: str
    brief: Brief | None = None
    design: ModifierParameters | None = None
    result: Evaluated | None = None
    why_not: str | None = None


def becomings(
    brief: Brief, found: OwnFound, *, lamps: Sequence[str | OwnLamp] = (), units: UnitSystem = "metric"
) -> tuple[Becoming, ...]:
    """All kinds that are made of things of such a form; those that the object really can become first.

    Parameters
    ----------
    brief: what the picture needs.
    found: the object.
    lamps: tried one after the other for kinds that the Brief's lamp does not serve.
    units: how lengths are written.
    """
    rows = [
        _become(kind, rule, _lit(kind, brief, lamps), found, units)
        for kind in kinds().values()
        for rule in kind.becomes
        if found.values.form in rule.forms
    ]
    return tuple(sorted(rows, key=lambda row: row.why_not is not None))


def _lit(kind: Kind[Any], brief: Brief, lamps: Sequence[str | OwnLamp]) -> Brief:
    tried = (brief.model_copy(update={"lamp": brief.lamp.model_copy(update={"id": lamp})}) for lamp in lamps)
    return next((b for b in (brief, *tried) if kind.rejection_reason(b) is None), brief)


def _become(kind: Kind[Any], rule: ReuseRule, brief: Brief, found: OwnFound, units: UnitSystem) -> Becoming:
    plain = Becoming(kind=kind.id, name=kind.name, how=rule.how)

    def refused(why: str) -> Becoming:
        return Becoming(**{**vars(plain), "why_not": why})

    v = found.values
    if rule.faces > v.flat_faces:
        return refused(f"It needs {_faces(rule.faces)}; this has {_faces(v.flat_faces)}.")
    if rule.heaviest is not None and v.mass > rule.heaviest:
        return refused(f"At {v.mass:g} kg it is too heavy for what holds it; {rule.heaviest:g} kg is the most.")
    cannot = kind.rejection_reason(brief)
    if cannot is not None:
        return refused(cannot)
    changes = dict(_sizes(rule, v))
    wrong = next(_outside(kind.slots, changes, units), None)
    if wrong is not None:
        return refused(wrong)
    if rule.wall == "sheet":
        wall = found.sheet()
        if wall is None:
            return refused("No light passes its wall.")
        changes["sheet"] = wall
    elif rule.wall is not None:
        changes[rule.wall] = found.face()
    try:
        start = kind.start(brief).model_dump()
        design = kind.scaled(kind.parameters.model_validate({**start, **changes}), 1.0)
        design = design.model_copy(update={name: value for name, value in changes.items() if name != "sheet"})
    except ValidationError as error:
        return refused(str(error.errors(include_url=False)[0]["msg"]))
    brief = scene_builder.with_daylight(brief, design)
    if not scene_builder.fits_in_room(brief, design):
        turned = fitted(kind, brief, design)
        kept = turned is not None and all(kind.slots[n].get(turned) == kind.slots[n].get(design) for n in rule.sizes)
        if turned is None or not kept:
            return refused("So large, it does not fit the room where the subject stands.")
        design = turned
    result = evaluate(brief, design, effort=JUDGING, cells=TRY_CELLS, spread=False)
    return Becoming(**{**vars(plain), "brief": brief, "design": design, "result": result})


def _faces(count: int) -> str:
    return {0: "no flat face", 1: "one flat face"}.get(count, f"{count} flat faces")


def _sizes(rule: ReuseRule, values: FoundValues) -> Iterator[tuple[str, Any]]:
    sides = {
        **dict(zip(("width", "height", "depth"), values.opening(), strict=True)),
        "focal": values.focal_length or 0.0,
    }
    for name, side in rule.sizes.items():
        yield name, round(sides[side], 3)


def _outside(slots: Mapping[str, Slot[Any]], changes: dict[str, Any], units: UnitSystem) -> Iterator[str]:
    for name, value in changes.items():
        slot = slots[name]
        if value != slot.within(value):
            limits = f"{format_length(slot.low, system=units)} to {format_length(slot.high, system=units)}"
            yield f"Its {slot.label} would be {format_length(value, system=units)}; this kind is made from {limits}."


def look_for(kind: Kind[Any], design: ModifierParameters, *, units: UnitSystem = "metric") -> tuple[str, ...]:
    """What to look for in a shop or a shed, a sentence a sort of object, for a design of this size."""
    found = []
    for rule in kind.becomes:
        what = " or ".join(WORDS[form] for form in rule.forms)
        words = {"width": "wide", "height": "high", "depth": "deep", "focal": "of focal length"}
        sides = [(kind.slots[name].get(design), words[side]) for name, side in rule.sizes.items()]
        lengths = [f"{format_length(value, system=units)} {word}" for value, word in sides]
        inside = " inside" if set(rule.forms) & {"tub", "carton", "dish", "shade"} else ""
        size = f", about {', '.join(lengths)}{inside}" if lengths else ""
        faces = f", {_faces(rule.faces)}" if rule.faces else ""
        heavy = f", at most {rule.heaviest:g} kg" if rule.heaviest is not None else ""
        wall = {
            "sheet": ", white and evenly thick against the light",
            "face": ", one side white and dull",
            "lining": "",
            None: "",
        }[rule.wall]
        found.append(f"{what[:1].upper()}{what[1:]}{size}{faces}{wall}{heavy}. {rule.how}")
    return tuple(found)
