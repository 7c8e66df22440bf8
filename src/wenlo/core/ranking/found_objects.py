"""From a found object to the kinds that it can become, and from a kind to what to look for."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from wenlo.core.analysis.efforts import JUDGING, TRY_CELLS
from wenlo.core.analysis.figures import Evaluated, evaluate
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import OwnFound, OwnLamp
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.facts import Fact, Phrases, yes
from wenlo.core.modifiers.kind import Kind, ModifierParameters, ReuseRule
from wenlo.core.modifiers.laid_kinds import sizes_taken
from wenlo.core.modifiers.registry import kind_of, kinds
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


SAYS = Phrases(
    "found",
    {
        "look-for": {
            "forms": "list",
            "sizes": "list",
            "sized": "choice",
            "inside": "choice",
            "faces": "count",
            "wall": "choice",
            "heaviest": "mass",
            "how": "label",
        },
        "form": {"form": "choice"},
        "side": {"side": "choice", "length": "length"},
    },
    room="ranking",
)

HOLLOW = frozenset({"tub", "carton", "dish", "shade"})
"""Forms that are measured inside."""


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
    brief: Brief,
    found: OwnFound,
    *,
    lamps: Sequence[str | OwnLamp] = (),
    units: UnitSystem = "metric",
    now: ModifierParameters | None = None,
) -> tuple[Becoming, ...]:
    """All kinds that are made of things of such a form; those that the object really can become first.

    Parameters
    ----------
    brief: what the picture needs.
    found: the object.
    lamps: tried one after the other for kinds that the Brief's lamp does not serve.
    units: how lengths are written.
    now: the design on the table: what else is chosen in it stays as it is.
    """
    rows = [
        _become(kind, rule, _lit(kind, brief, lamps), found, units, now)
        for kind in kinds().values()
        for rule in kind.becomes
        if found.values.form in rule.forms
    ]
    return tuple(sorted(rows, key=lambda row: row.why_not is not None))


def _lit(kind: Kind[Any], brief: Brief, lamps: Sequence[str | OwnLamp]) -> Brief:
    tried = (brief.model_copy(update={"lamp": brief.lamp.model_copy(update={"id": lamp})}) for lamp in lamps)
    return next((b for b in (brief, *tried) if kind.rejection_reason(b) is None), brief)


def _become(
    kind: Kind[Any], rule: ReuseRule, brief: Brief, found: OwnFound, units: UnitSystem, now: ModifierParameters | None
) -> Becoming:
    plain = Becoming(kind=kind.id, name=kind.name, how=rule.how)

    def refused(why: str) -> Becoming:
        return Becoming(**{**vars(plain), "why_not": why})

    cannot = kind.rejection_reason(brief)
    if cannot is not None:
        return refused(cannot)
    kept = now is not None and now.kind == kind.id
    start = now if now is not None and kept else kind.start(brief)
    try:
        changes = _changes(kind, rule, start, found, units)
        design = kind.parameters.model_validate({**dict(start), **changes})
        if not kept:
            design = kind.scaled(design, 1.0).model_copy(update={k: v for k, v in changes.items() if k != "sheet"})
    except Impossible as error:
        return refused(error.message)
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


def _changes(
    kind: Kind[Any], rule: ReuseRule, design: ModifierParameters, found: OwnFound, units: UnitSystem
) -> dict[str, Any]:
    """What of a design an object changes, by parameter. Raises Impossible where it does not serve."""
    v = found.values
    if rule.faces > v.flat_faces:
        raise Impossible(f"It needs {_faces(rule.faces)}; this has {_faces(v.flat_faces)}.")
    if rule.most_faces is not None and v.flat_faces > rule.most_faces:
        raise Impossible(f"It needs to be round; this has {_faces(v.flat_faces)}.")
    if rule.heaviest is not None and v.mass > rule.heaviest:
        most = f"{rule.heaviest:g} kg is the most."
        raise Impossible(f"At {v.mass:g} kg it is too heavy for what holds it; {most}")
    sizes = sizes_taken(design, rule, v)
    # what is shorter is sawn off it
    changes: dict[str, Any] = {n: min(s, kind.slots[n].get(design)) if n in rule.cut else s for n, s in sizes.items()}
    wrong = next(_outside(kind.slots, changes, units), None)
    if wrong is not None:
        raise Impossible(wrong)
    if rule.wall == "sheet":
        wall = found.sheet()
        if wall is None:
            raise Impossible("No light passes its wall.")
        changes["sheet"] = wall
    elif rule.wall is not None:
        changes[rule.wall] = found.face()
    changes = {**changes, **rule.sets}
    if rule.then is not None:
        changes |= rule.then(design.model_copy(update=changes))
    return {**changes, "found": found if rule.fills else None}


def made_of(design: ModifierParameters, found: OwnFound, *, units: UnitSystem = "metric") -> dict[str, Any]:
    """What of a design changes when an object is part of it, by parameter; all else stays as it is chosen.

    Parameters
    ----------
    design: the modifier's parameters.
    found: the object.
    units: how lengths are written.

    Raises
    ------
    Impossible
        When the kind is made of no such thing, or this one does not serve; the message says why.
    """
    kind, why = kind_of(design), ""
    for rule in kind.becomes:
        if found.values.form not in rule.forms:
            continue
        try:
            return _changes(kind, rule, design, found, units)
        except Impossible as error:
            why = error.message
    why = why or f"No part of a {kind.name} is a {WORDS[found.values.form]}."
    raise Impossible(why, fields=[FieldError(path="design.found", message=why)])


def _faces(count: int) -> str:
    return {0: "no flat face", 1: "one flat face"}.get(count, f"{count} flat faces")


def _outside(slots: Mapping[str, Slot[Any]], changes: dict[str, Any], units: UnitSystem) -> Iterator[str]:
    for name, value in changes.items():
        slot = slots[name]
        if value != slot.within(value):
            limits = f"{format_length(slot.low, system=units)} to {format_length(slot.high, system=units)}"
            yield f"Its {slot.label} would be {format_length(value, system=units)}; this kind is made from {limits}."


def look_for(kind: Kind[Any], design: ModifierParameters) -> tuple[Fact, ...]:
    """What to look for in a shop or a shed, a sentence a sort of object, for a design of this size."""
    return tuple(
        SAYS(
            "look-for",
            forms=tuple(SAYS("form", form=form) for form in rule.forms),
            sizes=tuple(
                SAYS("side", side=side, length=kind.slots[name].get(design)) for name, side in rule.sizes.items()
            ),
            sized=yes(bool(rule.sizes)),
            inside=yes(bool(set(rule.forms) & HOLLOW)),
            faces=rule.faces,
            wall=rule.wall if rule.wall in ("sheet", "face") else "any",
            heaviest=rule.heaviest or 0.0,
            how=rule.how,
        )
        for rule in kind.becomes
    )
