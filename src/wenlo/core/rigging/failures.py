"""What a failure teaches: a material's limit from the temperature that is worked out for it, a support's payload from
what it slid under.
"""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from wenlo.core.catalog.own import sheet_material
from wenlo.core.document.failures import Failure, FailureKind
from wenlo.core.document.shoot import Shoot
from wenlo.core.errors import Impossible
from wenlo.core.inventory.stocked import Stocked
from wenlo.core.modifiers.registry import kind_of
from wenlo.core.rigging import heat
from wenlo.core.rigging.loads import modifiers_of
from wenlo.core.rigging.supports import supports
from wenlo.core.rigging.thermal_checks import material_of, thermal_state_of
from wenlo.core.rigging.thermal_state import beamed

BY_HEAT: tuple[FailureKind, ...] = ("melted", "browned", "sagged", "bowed")
BY_LOAD: tuple[FailureKind, ...] = ("sagged", "bowed", "slid", "tore", "fell")

LEAST_RISE = 8.0
"""Less warmth than this does nothing to a sheet. [K]"""

COOLEST_LIMIT = 35.0
"""No sheet is given a lower limit. [°C]"""

SHARE_OF_LOAD = 0.75
"""What a support may carry of the load that it failed under. [-]"""


@dataclass(frozen=True, kw_only=True)
class Learned:
    """A limit that a failure tightens: of the shoot's sheet (°C) or of a support (kg), what it was and what it is now,
    in words too.
    """

    of: Literal["sheet", "support"]
    key: str
    before: float
    now: float
    words: str


def reached(shoot: Shoot, power: float) -> float | None:
    """How hot the sheet of a shoot gets with the key at a power; None where that is not known. [°C]"""
    lamp, rig = shoot.brief.lamp.type, shoot.rig
    modifier = next(iter(modifiers_of(shoot)))
    sheeted = kind_of(modifier.design).capabilities.sheet
    if lamp.kind != "continuous" or not lamp.electrical_watts or sheeted is None:
        return None
    name = sheet_material(sheeted.material.get(modifier.design)).name
    warm = thermal_state_of(modifier, lamp, power, rig)
    found: list[float] = []
    for beam in beamed(modifier.arrangement):
        named = material_of(modifier, beam.shape)
        if named is None or named.name != name:
            continue
        air = rig.ambient + (0.0 if warm is None else heat.at_height(warm.rise, beam.height))
        found.append(
            air
            + heat.beam_rise(
                lamp, beam.distance, beam.taken, angle=beam.angle, faces=beam.faces, shiny=beam.shiny, power=power
            )
        )
    if warm is not None:
        found += [rig.ambient + heat.at_height(warm.rise, m.height) for m in warm.housing.materials if m.name == name]
    return max(found, default=None)


def learned(shoot: Shoot, failure: Failure, shelf: Sequence[Stocked] = ()) -> Learned:
    """The limit that a failure tightens.

    Parameters
    ----------
    shoot: the set as it stood.
    failure: what happened.
    shelf: what is owned.

    Raises
    ------
    Impossible
        When nothing can be learned of it, with the reason.
    """
    if failure.part == "sheet" and failure.what in BY_HEAT and failure.power is not None:
        return _of_sheet(shoot, failure, failure.power)
    if failure.what in BY_LOAD and failure.load is not None:
        return _of_support(failure, failure.load, shelf)
    raise Impossible(
        "Nothing is learned of this: heat needs the sheet and the lamp's power that it failed at, a support its name"
        " and the load."
    )


def _of_sheet(shoot: Shoot, failure: Failure, power: float) -> Learned:
    hot = reached(shoot, power)
    if hot is None:
        raise Impossible(
            "How hot the sheet gets is not known of this lamp and modifier; note it, and keep the lamp farther off."
        )
    if hot < shoot.rig.ambient + LEAST_RISE:
        raise Impossible(
            f"At that power the sheet gets only {hot:.0f} °C: heat does not explain it. Look whether it touched the"
            " lamp, or was stretched too much."
        )
    sheeted = kind_of(shoot.design).capabilities.sheet
    if sheeted is None:
        raise Impossible("There is no sheet in this modifier.")
    row = sheet_material(sheeted.material.get(shoot.design))
    if hot >= row.keep_below_celsius:
        raise Impossible(
            f"It {failure.what} at about {hot:.0f} °C, over its limit of {row.keep_below_celsius:.0f} °C: the limit was"
            " right, and was passed."
        )
    now = min(max(hot - heat.MARGIN, COOLEST_LIMIT), row.keep_below_celsius)
    return Learned(
        of="sheet",
        key="",
        before=row.keep_below_celsius,
        now=round(now),
        words=(
            f"{row.name} {failure.what} at about {hot:.0f} °C: kept below {now:.0f} °C from now on, in place of"
            f" {row.keep_below_celsius:.0f} °C."
        ),
    )


def _of_support(failure: Failure, load: float, shelf: Sequence[Stocked]) -> Learned:
    known = next((s for s in supports(shelf) if s.name.casefold() == failure.part.casefold()), None)
    if known is None or known.id.startswith("made_"):
        raise Impossible(f"There is no support called “{failure.part}”; name it as Rig does.")
    now = SHARE_OF_LOAD * load
    if now >= known.payload:
        raise Impossible(
            f"It failed under {load:g} kg, and may carry {known.payload:g} kg: the limit was right, and was passed."
        )
    return Learned(
        of="support",
        key=known.id,
        before=known.payload,
        now=round(now, 2),
        words=(
            f"{known.name} {failure.what} under {load:g} kg: it carries {now:.1f} kg from now on, in place of"
            f" {known.payload:g} kg."
        ),
    )
