"""What is built for a shoot whose looks put things on and leave them off: enough for every look."""

from dataclasses import dataclass
from typing import Any

from pydantic import ValidationError

from wenlo.core.document.shoot import Shoot
from wenlo.core.errors import WenloError
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.modifiers.registry import kind_of, kinds


@dataclass(frozen=True, kw_only=True)
class PutOn:
    """Something that a look puts on and the set as it is leaves off: the parameter, what it is called, the look's
    name, and how much of it that is.
    """

    parameter: str
    label: str
    look: str
    value: bool | int | float


def put_on(shoot: Shoot) -> tuple[PutOn, ...]:
    """What looks of the same kind of modifier put on beyond what is on now; of each the look that puts on most.

    Parameters
    ----------
    shoot: the document.
    """
    found = []
    values = shoot.design.model_dump()
    looks = [(look.name, look.design.model_dump()) for look in shoot.looks if look.design.kind == shoot.design.kind]
    for name in sorted(shoot.design.PUT_ON & set(values)):
        now = values[name]
        # a box's backdrop is a cloth, a cage's is there or not
        if not isinstance(now, bool | int | float):
            continue
        theirs = [(theirs[name], called) for called, theirs in looks]
        most = max(theirs, default=(now, ""), key=lambda pair: pair[0])
        if most[0] > now:
            found.append(PutOn(parameter=name, label=_label(shoot.design.kind, name), look=most[1], value=most[0]))
    return tuple(found)


def _label(kind: str, name: str) -> str:
    extra: Any = kinds()[kind].parameters.model_fields[name].json_schema_extra
    return str(extra["label"]) if isinstance(extra, dict) and "label" in extra else name.replace("_", " ")


def built_design(shoot: Shoot) -> ModifierParameters:
    """The design that is built: as it is, with all that any look puts on. Sizes are those of the set as it is; what
    cannot be built together with the rest is left to its look.

    Parameters
    ----------
    shoot: the document, with daylight in its place.
    """
    design: ModifierParameters = shoot.design
    for extra in put_on(shoot):
        values = {**design.model_dump(), extra.parameter: extra.value}
        try:
            more: ModifierParameters = kind_of(design).parameters.model_validate(values)
            kind_of(more).build(more, shoot.brief)
        except (ValidationError, WenloError):
            continue
        design = more
    return design
