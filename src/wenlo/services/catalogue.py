"""What can be chosen: the starter Shelf, and the limits of every number of the document."""

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import Any, Literal, get_args, get_origin

from pydantic import BaseModel

from wenlo.core.brief.brief import COLOURS, FIXED_LENSES, PEOPLE, SENSORS, SKINS, SUBJECTS
from wenlo.core.brief.set_objects import Alcove, Block, Board, OtherPerson
from wenlo.core.brief.uses import DEFAULTS, USES
from wenlo.core.catalog.bars import bar_types, bars_of
from wenlo.core.catalog.data_files import Gel, gels, stock
from wenlo.core.catalog.typical import (
    black_materials,
    bounce_faces,
    coverings,
    face_materials,
    lamp_types,
    sheet_materials,
)
from wenlo.core.document.shoot import Shoot
from wenlo.core.modifiers.frames import FRAMES
from wenlo.core.modifiers.registry import kinds
from wenlo.core.photometry.stops import format_stops
from wenlo.core.proposals.role_stage import ROLES
from wenlo.core.proposals.role_stage import SAYS as ROLE_SAYS
from wenlo.core.scene.standing_things import FACES
from wenlo.core.units.fields import item_type, limits_of_field
from wenlo.services.results import FactResult
from wenlo.services.said import fact_result
from wenlo.services.set_files import EXPORTS


@dataclass(frozen=True, kw_only=True)
class Choice:
    """A choice with its id, name, a line of detail and, where there are kinds of it, its group."""

    id: str
    name: str
    detail: str = ""
    group: str = ""


@dataclass(frozen=True, kw_only=True)
class Limit:
    """Limits of one number of the document, by its dotted path; ``*`` stands for the place in a list,
    and what stands before a colon for the kind whose parameter it is. SI.
    """

    path: str
    label: str
    unit: str
    low: float
    high: float
    default: float | None


def lamps() -> list[Choice]:
    """The lamps of the starter Shelf."""
    return [
        Choice(
            id=lamp.id,
            name=lamp.name,
            group=lamp.kind,
            detail=(
                f"{lamp.amount:.0f} {'lm·s' if lamp.kind == 'flash' else 'lm'}, {lamp.colour_temperature:.0f} K,"
                f" {lamp.steps}"
            ),
        )
        for lamp in lamp_types().values()
    ]


def sheets() -> list[Choice]:
    """The diffusing sheets."""
    return [
        Choice(
            id=s.id,
            name=s.name,
            group=s.form,
            detail=(
                f"T {s.transmittance:.2f} ({s.transmittance_low:.2f}–{s.transmittance_high:.2f}), "
                f"straight through {s.unscattered:.2f}"
            ),
        )
        for s in sheet_materials().values()
    ]


def finishes() -> list[Choice]:
    """Walls, floors and backdrops."""
    return [Choice(id=f.id, name=f.name) for f in face_materials().values()]


def sensors() -> list[Choice]:
    """Picture areas."""
    return [Choice(id=key, name=row[0]) for key, row in SENSORS.items()]


@dataclass(frozen=True, kw_only=True)
class FixedLens:
    """What a sensor brings with it whose lens cannot be changed: focal length [m] and f-number."""

    sensor: str
    focal_length: float
    aperture: float


def fixed_lenses() -> list[FixedLens]:
    """Sensors whose lens cannot be changed."""
    return [FixedLens(sensor=key, focal_length=f, aperture=n) for key, (f, n) in FIXED_LENSES.items()]


def _of_gel(gel: Gel) -> str:
    if gel.id == "none":
        return ""
    passes = f"passes {gel.transmittance * 100:.0f} %, costs {format_stops(gel.stops)}"
    return f"saturated, {passes}" if gel.colour is not None else f"{gel.shift:+.0f} mired, {passes}"


@dataclass(frozen=True, kw_only=True)
class Wish:
    """A wish of a use by its path in the document, and what it is where nobody wishes anything."""

    path: str
    value: float | str
    usual: float | str


@dataclass(frozen=True, kw_only=True)
class UseLine:
    """What a picture is for, and what that wishes where nobody has answered."""

    id: str
    wishes: tuple[Wish, ...]


def use_lines() -> list[UseLine]:
    """All uses with their wishes."""
    return [
        UseLine(
            id=use,
            wishes=tuple(
                Wish(path=f"brief.{path}", value=value, usual=DEFAULTS[path]) for path, value in wishes.items()
            ),
        )
        for use, wishes in USES.items()
    ]


def coloured_lamps() -> list[str]:
    """Ids of lamps that mix any colour."""
    return [lamp.id for lamp in lamp_types().values() if lamp.coloured]


def gel_choices() -> list[Choice]:
    """Gels and neutral filters."""
    return [Choice(id=g.id, name=g.name, detail=_of_gel(g)) for g in gels().values()]


def subjects() -> list[Choice]:
    """What can be in front of the camera; the group tells people from things."""
    return [Choice(id=key, name=name, group="person" if key in PEOPLE else "thing") for key, name in SUBJECTS.items()]


def subject_colours() -> list[Choice]:
    """Colours of skins and things to choose from, as a screen shows them; the group tells them apart."""
    groups = {"person": SKINS, "thing": COLOURS}
    return [Choice(id=key, name=value, group=group) for group, of in groups.items() for key, value in of.items()]


@dataclass(frozen=True, kw_only=True)
class Control:
    """A parameter of a kind as the interface edits it; ``options`` for those that are chosen, not typed."""

    path: str
    label: str
    unit: str
    options: tuple[Choice, ...] = ()


@dataclass(frozen=True, kw_only=True)
class KindLine:
    """A kind of modifier: what it is good and bad at, its mistakes, and its parameters; whether it is drawn as a sheet
    that stands by itself with a lamp behind it; the forms of found things that it is ``made_of``;
    of what its frame is not, with the reason.
    """

    id: str
    name: str
    good: str
    bad: str
    replaces: tuple[str, ...]
    mistakes: tuple[str, ...]
    controls: tuple[Control, ...]
    daylight: bool = False
    standing: bool = False
    made_of: tuple[str, ...] = ()
    refused_frames: tuple[Choice, ...] = ()


SHOWN = {
    "frame of battens": "sheet on a frame of bars",
    "butt": "long screws into the end, glued",
    "pocket_screw": "screws from pockets, glued",
    "bracket": "angle brackets, no glue",
    "unscrew": "in halves that unscrew",
    "rod": "on a rod in two hooks",
    "rail": "clamped to the rail",
}
"""What options are called that documents hold under an earlier name, or a short one."""


def _options(name: str, annotation: Any) -> tuple[Choice, ...]:
    if annotation is bool:
        return (Choice(id="true", name="yes"), Choice(id="false", name="no"))
    if get_origin(annotation) is Literal:
        return tuple(Choice(id=v, name=SHOWN.get(v, str(v).replace("_", " "))) for v in get_args(annotation))
    if name == "sheet":
        return tuple(sheets())
    if name == "acrylic":
        return tuple(choice for choice in sheets() if coverings()[choice.id].form == "board")
    if name in {"backdrop", "other_grounds"} and annotation is not bool:
        return tuple(finishes())
    if name == "foil":
        foils = (b for b in black_materials().values() if b.form == "cloth" and b.joined == "taped")
        return tuple(Choice(id=b.id, name=b.name) for b in foils)
    if name == "cloths":
        return tuple(Choice(id=c.id, name=c.name) for c in coverings().values() if c.form == "cloth")
    if name == "stand_bar":
        return tuple(choice for choice in bars() if choice.group == "pipe")
    if name == "bar":
        return tuple(bars())
    if name in {"batten", "lower_batten"}:
        return tuple(Choice(id=bar.id, name=bar.name) for bar in bars_of("timber"))
    if name in {"face", "lining", "board"}:
        return tuple(Choice(id=f.id, name=f.name) for f in bounce_faces().values())
    return ()


def kind_lines() -> list[KindLine]:
    """Every kind that the registry finds, with its parameters."""
    return [
        KindLine(
            id=kind.id,
            name=kind.name,
            good=kind.good,
            bad=kind.bad,
            replaces=kind.replaces,
            mistakes=kind.mistakes,
            controls=tuple(_controls(kind.parameters)),
            daylight=kind.always_by_day,
            standing=kind.capabilities.standing is not None,
            refused_frames=tuple(
                Choice(id=frame, name=FRAMES[frame], detail=why) for frame, why in kind.refused_frames.items()
            ),
            made_of=tuple(form for rule in kind.becomes if rule.fills for form in rule.forms),
        )
        for kind in kinds().values()
    ]


def _controls(parameters: type[BaseModel]) -> Iterator[Control]:
    for name, info in parameters.model_fields.items():
        if name in ("kind", "found"):
            continue
        extra = info.json_schema_extra if isinstance(info.json_schema_extra, dict) else {}
        label = str(extra.get("label", name.replace("_", " ")))
        unit = str(extra.get("unit", "choice"))
        yield Control(path=f"design.{name}", label=label, unit=unit, options=_options(name, info.annotation))


def bars() -> list[Choice]:
    """Pipe, tube and timber; the group is the structure they make."""
    return [Choice(id=bar.id, name=bar.name, group=bar.group) for bar in bar_types().values()]


def saws() -> list[Choice]:
    """Saws with their kerf."""
    return [Choice(id=k, name=r["name"], detail=f"kerf {r['kerf'] * 1000:.1f} mm") for k, r in stock()["saws"].items()]


def limits() -> list[Limit]:
    """Every number of the document that has limits."""
    of_kinds = [
        replace(limit, path=f"{kind.id}:{limit.path}")
        for kind in kinds().values()
        for limit in _limits(kind.parameters, "design.")
    ]
    of_pieces = [
        replace(limit, path=f"{tag}:{limit.path}")
        for tag, piece in (("board", Board), ("block", Block), ("figure", OtherPerson))
        for limit in _limits(piece, "brief.pieces.*.")
    ]
    return [*_limits(Shoot, ""), *_limits(Alcove, "brief.room.alcove."), *of_kinds, *of_pieces]


def roles() -> list[FactResult]:
    """Jobs that lights and boards are placed for."""
    return [fact_result(ROLE_SAYS("name", role=role)) for role in ROLES]


def board_faces() -> list[Choice]:
    """What boards in the set are faced with."""
    return [Choice(id=key, name=name) for key, name in FACES.items()]


def exports() -> list[Choice]:
    """Forms that a set is saved in; the detail is what a file of it is called."""
    return [Choice(id=key, name=export.name, detail=export.file) for key, export in EXPORTS.items()]


def _limits(model: type[BaseModel], prefix: str) -> Iterator[Limit]:
    for name, info in model.model_fields.items():
        if name == "found":
            continue
        path, inner = f"{prefix}{name}", item_type(info.annotation)
        if isinstance(inner, type) and issubclass(inner, BaseModel):
            yield from _limits(inner, f"{path}." if inner is info.annotation else f"{path}.*.")
            continue
        extra = info.json_schema_extra
        if not isinstance(extra, dict) or "unit" not in extra:
            continue
        limits = limits_of_field(model, name)
        if limits is None:
            continue
        default = info.default if isinstance(info.default, int | float) else None
        label, unit = str(extra["label"]), str(extra["unit"])
        yield Limit(path=path, label=label, unit=unit, low=limits.low, high=limits.high, default=default)
