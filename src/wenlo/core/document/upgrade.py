"""Older documents in the form of today: what they called by name or by place in a list is called by its key."""

from collections.abc import Mapping
from typing import Any

from pydantic import ValidationError

from wenlo.core.document.hold_ids import KEY, lamp_id
from wenlo.core.ids import keyed
from wenlo.core.modifiers.registry import first_kind, kinds

MOST_LAMPS = 9
"""No modifier has more lamps in it."""

Values = dict[str, Any]


def with_keys(data: Any) -> Any:
    """A document whose lights, things, meters and looks have keys; ids that looks and the rig still hold are not given
    again.
    """
    if not isinstance(data, Mapping):
        return data
    used = _referred_to(data)
    found = {
        name: keyed(data[name], role, used) for name, role in (("meters", "meter"), ("looks", "look")) if name in data
    }
    brief = data.get("brief")
    if isinstance(brief, Mapping):
        lists = {n: keyed(brief[n], role, used) for n, role in (("others", "light"), ("pieces", "thing")) if n in brief}
        found["brief"] = {**brief, **lists}
    return {**data, **found}


def _referred_to(data: Mapping[str, Any]) -> set[str]:
    used: set[str] = set()
    for look in _entries(data.get("looks")):
        used.update(k for k in _mapping(look.get("others")) if isinstance(k, str))
        used.update(k for k in _list(look.get("hidden")) if isinstance(k, str))
    holds = _mapping(_mapping(data.get("rig")).get("holds"))
    used.update(k.split("/")[0] for k in holds if isinstance(k, str))
    return used


def upgraded(data: Any) -> Any:
    """A document of any version as today's. What is not a document comes back as it is, for its errors to be told."""
    if not isinstance(data, Mapping) or data.get("schema_version", 1) != 1 or not _is_older(data):
        return data
    return _keys_for_names(with_keys(data))


def _is_older(data: Mapping[str, Any]) -> bool:
    # a part of a document that says nothing of its version and calls nothing by name is today's
    return "schema_version" in data or any(name in data for name in ("looks", "second", "rig"))


def _keys_for_names(data: Mapping[str, Any]) -> Values:
    brief = _mapping(data.get("brief"))
    lights, things = _entries(brief.get("others")), _entries(brief.get("pieces"))
    light_of = {str(light.get("name", "second lamp")): str(light["key"]) for light in reversed(lights)}
    thing_of = {str(thing.get("name", _name_of(thing))): str(thing["key"]) for thing in reversed(things)}
    found: Values = {**data, "schema_version": 2}
    if isinstance(data.get("second"), list):
        found["second"] = [_second(one, lights) for one in data["second"]]
    if isinstance(data.get("looks"), list):
        found["looks"] = [_look(look, light_of, thing_of) for look in data["looks"]]
    rig = data.get("rig")
    if isinstance(rig, Mapping) and isinstance(rig.get("holds"), Mapping):
        ids = {**_held_ids(data, found, lights), **{name: f"{key}/stand" for name, key in thing_of.items()}}
        named = ((_key_of(name, ids), v) for name, v in rig["holds"].items())
        found["rig"] = {**rig, "holds": {key: v for key, v in named if key is not None}}
    return found


def _name_of(thing: Mapping[str, Any]) -> str:
    return {"block": "bench", "figure": "second person"}.get(str(thing.get("kind")), "card")


def _second(one: Any, lights: list[Values]) -> Any:
    place = one.get("light", 0) if isinstance(one, Mapping) else None
    if isinstance(place, int) and 0 <= place < len(lights):
        return {**one, "light": lights[place]["key"]}
    # a place that holds no lamp: said at its field
    return {**one, "light": f"light-{place}"} if isinstance(place, int) else one


def _look(look: Any, light_of: Mapping[str, str], thing_of: Mapping[str, str]) -> Any:
    if not isinstance(look, Mapping):
        return look
    found = dict(look)
    if isinstance(look.get("others"), Mapping):
        # a name that no lamp has any more was of one that has gone
        found["others"] = {k: v for name, v in look["others"].items() if (k := _key_of(name, light_of)) is not None}
    if isinstance(look.get("hidden"), list):
        found["hidden"] = [k for name in look["hidden"] if (k := _key_of(name, thing_of)) is not None]
    return found


def _key_of(name: Any, keys: Mapping[str, str]) -> str | None:
    return keys.get(name) or (name if name in keys.values() else None)


def _held_ids(data: Mapping[str, Any], found: Values, lights: list[Values]) -> dict[str, str]:
    # what the rig called holds by: the modifier's trade name and the name of the point, or the name of the lamp
    ids = {str(light.get("name", "second lamp")): lamp_id(str(light["key"])) for light in reversed(lights)}
    for owner, title, design in _modifiers(data, found, lights):
        kind = kinds().get(str(design.get("kind", first_kind().id)))
        if kind is None:
            continue
        name = title or kind.name
        ids.update({f"{name}: lamp {k + 1}": lamp_id(owner, k) for k in range(MOST_LAMPS)})
        try:
            parameters = kind.parameters.model_validate(design)
        except ValidationError:
            # told at its field when the document is read
            continue
        ids.update({f"{name}: {hold.name}": f"{owner}/{hold.id}" for hold in kind.holds(parameters, 0.0)})
    return {**ids, "key lamp": lamp_id(KEY)}


def _modifiers(data: Mapping[str, Any], found: Values, lights: list[Values]) -> list[tuple[str, str, Values]]:
    shown = [(KEY, "", dict(_mapping(data.get("design"))))]
    by_key = {light["key"]: light for light in lights}
    for second in _entries(found.get("second")):
        light, design = by_key.get(second.get("light")), dict(_mapping(second.get("design")))
        kind = kinds().get(str(design.get("kind", first_kind().id)))
        if light is not None and kind is not None:
            shown.append((str(light["key"]), f"{kind.name} of {light.get('name', 'second lamp')}", design))
    return shown


def _mapping(value: Any) -> Mapping[str, Any]:
    return value if isinstance(value, Mapping) else {}


def _list(value: Any) -> list[Any]:
    return value if isinstance(value, list) else []


def _entries(value: Any) -> list[Values]:
    return [dict(one) for one in _list(value) if isinstance(one, Mapping)]
