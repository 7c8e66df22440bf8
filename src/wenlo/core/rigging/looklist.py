"""The looks of a shoot in words, as somebody at the dials reads them out."""

from dataclasses import dataclass

from wenlo.core.catalog.data_files import gels
from wenlo.core.catalog.materials import LampType
from wenlo.core.catalog.own import is_natural, lamp_of
from wenlo.core.document.shoot import LampState, Look, Shoot
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.optics.lamp import dial_words


@dataclass(frozen=True, kw_only=True)
class LookLine:
    """A look: its number, its name, and every dial of it in words."""

    number: int
    name: str
    words: str


def look_list(shoot: Shoot) -> tuple[LookLine, ...]:
    """All looks of a shoot in their order."""
    return tuple(
        LookLine(number=k, name=look.name, words=_words(shoot, look)) for k, look in enumerate(shoot.looks, start=1)
    )


def _words(shoot: Shoot, look: Look) -> str:
    brief = shoot.brief
    dials = [f"key {_state(brief.lamp.type, look.lamp)}"]
    for key, light in brief.lights.items():
        if is_natural(light.id):
            continue
        now = LampState(power=light.power, gel=light.gel, on=light.on)
        dials.append(f"{light.name} {_state(lamp_of(light.id), look.others.get(key, now))}")
    if look.design != shoot.design:
        dials.append(f"before the key: {kind_of(look.design).name.lower()}, as the look has it")
    if any(key in brief.things for key in look.hidden):
        out = [brief.things[key].name for key in look.hidden if key in brief.things]
        dials.append(f"carried out: {', '.join(out)}")
    return "; ".join(dials)


def _state(lamp: LampType, state: LampState) -> str:
    if not state.on:
        return "off"
    gel = "" if state.gel == "none" else f", {gels()[state.gel].name}"
    return f"{dial_words(lamp, state.power)}{gel}"
