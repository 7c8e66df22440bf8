"""An item of one's own inside a document: a copy of its values, with the version that it was taken from.

Documents name generic things by their id and carry own things whole, so that a shoot computes the same wherever it is
opened, and whatever becomes of the Shelf.
"""

import math
from collections.abc import Callable, Iterable, Mapping
from typing import Annotated, Any

from pydantic import AfterValidator, Discriminator, Field, Tag

from wenlo.core.data import (
    BlackMaterial,
    BounceFace,
    Covering,
    FaceMaterial,
    LampType,
    SheetMaterial,
    bounce_faces,
    coverings,
    face_materials,
    lamp_types,
    sheet_materials,
)
from wenlo.core.shelf.items import BackdropValues, BlackValues, FaceValues, LampValues, SheetValues
from wenlo.core.shoot.fields import OWN_TAG, Part, ShortText

REF_TAGS = frozenset({"by_id", OWN_TAG})
"""What tells the two forms of a reference apart in paths of errors."""

WINDOW = "window"
"""Stands for a window among the other lights."""


class Own(Part):
    """Whose copy it is: ``item`` of the Shelf in its ``version``, under the ``name`` that it had."""

    item: Annotated[str, Field(pattern=r"^[0-9a-f-]{36}$")]
    version: int = Field(ge=1, le=1_000_000)
    name: ShortText
    measured: bool = False

    @property
    def id(self) -> str:
        """Id among lamps and materials."""
        return f"own_{self.item}"


class OwnLamp(Own):
    """A lamp of one's own."""

    values: LampValues


class OwnSheet(Own):
    """A sheet of one's own."""

    values: SheetValues


class OwnFace(Own):
    """A bounce face of one's own."""

    values: FaceValues


class OwnBackdrop(Own):
    """A backdrop or paint of one's own."""

    values: BackdropValues


def one_of(value: str, known: Iterable[str], what: str) -> str:
    """Check that an id is known; the message lists what is accepted."""
    ids = list(known)
    if value not in ids:
        raise ValueError(f"“{value}” is not a {what} on the Shelf; choose one of {', '.join(ids)}.")
    return value


CoverRef = str | OwnSheet | OwnFace
"""Whatever a build is covered with."""


def _known(source: Callable[[], Iterable[str]], what: str) -> AfterValidator:
    return AfterValidator(lambda value: one_of(value, source(), what))


def _form(value: Any) -> str:
    return "by_id" if isinstance(value, str) else OWN_TAG


LampRef = Annotated[
    Annotated[str, _known(lamp_types, "lamp"), Tag("by_id")] | Annotated[OwnLamp, Tag(OWN_TAG)], Discriminator(_form)
]
"""Id of a generic lamp, or a lamp of one's own."""

LightRef = Annotated[
    Annotated[str, _known(lambda: (*lamp_types(), WINDOW), "lamp"), Tag("by_id")] | Annotated[OwnLamp, Tag(OWN_TAG)],
    Discriminator(_form),
]
"""As ``LampRef``, or a window."""

SheetRef = Annotated[
    Annotated[str, _known(sheet_materials, "sheet"), Tag("by_id")] | Annotated[OwnSheet, Tag(OWN_TAG)],
    Discriminator(_form),
]
"""Id of a generic sheet that diffuses, or a sheet of one's own."""


def _hangs(ref: Any) -> Any:
    row = sheet_material(ref)
    if row.form != "cloth":
        raise ValueError(f"{row.name} does not hang; choose a cloth.")
    return ref


ClothRef = Annotated[SheetRef, AfterValidator(_hangs)]
"""A sheet that hangs."""

BounceRef = Annotated[
    Annotated[str, _known(bounce_faces, "bounce face"), Tag("by_id")] | Annotated[OwnFace, Tag(OWN_TAG)],
    Discriminator(_form),
]
"""Id of a generic face that bounces light, or a face of one's own."""

FinishRef = Annotated[
    Annotated[str, _known(face_materials, "finish"), Tag("by_id")] | Annotated[OwnBackdrop, Tag(OWN_TAG)],
    Discriminator(_form),
]
"""Id of a generic finish of walls and backdrops, or one of one's own."""


def lamp_of(ref: str | OwnLamp) -> LampType:
    """The lamp that a reference stands for."""
    return lamp_types()[ref] if isinstance(ref, str) else snapshot_lamp(ref.values, id=ref.id, name=ref.name)


def snapshot_lamp(v: LampValues, *, id: str = "own", name: str = "own lamp") -> LampType:
    """The lamp that has these values."""
    zoom = None if v.zoom_short is None or v.zoom_long is None else (v.zoom_short, v.zoom_long)
    return LampType(
        id=id, name=name, kind=v.kind, shape=v.shape, size=(v.width, v.height), amount=v.amount,
        beam=math.radians(v.beam), electrical_watts=v.electrical_watts, colour_temperature=v.colour_temperature,
        lowest_power=v.lowest_power, steps=v.steps, mass=v.mass, mount=v.mount, rendering=v.rendering, flicker=v.flicker,
        zoom=zoom, duration=v.duration, quenched=v.quenched, inner=v.inner,
        distribution=None if v.distribution is None else v.distribution.distribution(),
    )  # fmt: skip


def sheet_material(ref: str | OwnSheet) -> SheetMaterial:
    """The sheet that a reference stands for."""
    if isinstance(ref, str):
        return sheet_materials()[ref]
    v = ref.values
    return SheetMaterial(
        id=ref.id, name=ref.name, transmittance=v.transmittance, transmittance_low=v.transmittance_low,
        transmittance_high=v.transmittance_high, unscattered=v.unscattered,
        lobe_half_width=None if v.lobe is None else math.radians(v.lobe), reflectance=v.reflectance,
        tint=(v.tint_red, v.tint_green, v.tint_blue), mass_per_area=v.mass_per_area, keep_below_celsius=v.keep_below,
        form=v.form, roll_width=v.roll_width, board_length=v.board_length, price=v.price,
    )  # fmt: skip


def bounce_face(ref: str | OwnFace) -> BounceFace:
    """The bounce face that a reference stands for."""
    if isinstance(ref, str):
        return bounce_faces()[ref]
    v = ref.values
    return BounceFace(
        id=ref.id, name=ref.name, reflectance=(v.red, v.green, v.blue), alpha=v.roughness, form=v.form, width=v.roll_width,
        board_length=v.board_length, price=v.price, mass_per_area=v.mass_per_area, keep_below_celsius=v.keep_below,
    )  # fmt: skip


def black_material(values: BlackValues, *, id: str, name: str) -> BlackMaterial:
    """A black by its values."""
    return BlackMaterial(
        id=id, name=name, reflectance=values.reflectance, leak=values.leak, glossy=values.glossy, form=values.form,
        width=values.roll_width, board_length=values.board_length, price=values.price,
        mass_per_area=values.mass_per_area, keep_below_celsius=values.keep_below,
    )  # fmt: skip


def finish_material(ref: str | OwnBackdrop) -> FaceMaterial:
    """The finish that a reference stands for."""
    if isinstance(ref, str):
        return face_materials()[ref]
    v = ref.values
    return FaceMaterial(id=ref.id, name=ref.name, reflectance=(v.red, v.green, v.blue), shiny=v.side == "shiny")


def covering_of(ref: CoverRef) -> Covering:
    """What a build is covered with."""
    if isinstance(ref, str):
        return coverings()[ref]
    v = ref.values
    return Covering(
        id=ref.id, name=ref.name, form=v.form, width=v.roll_width, board_length=v.board_length, price=v.price,
        mass_per_area=v.mass_per_area,
    )  # fmt: skip


def told(ref: str | Own) -> str:
    """Where the values of a reference come from, in words."""
    if isinstance(ref, str):
        return "typical"
    return f"yours, {'measured' if ref.measured else 'typical'}, version {ref.version}"


def snapshot(
    category: str, *, item: str, version: int, name: str, measured: bool, values: Mapping[str, Any]
) -> Own | None:
    """The copy of an item that a document carries; None for categories that no document refers to."""
    types: dict[str, type[Own]] = {"lamp": OwnLamp, "sheet": OwnSheet, "face": OwnFace, "backdrop": OwnBackdrop}
    model = types.get(category)
    if model is None:
        return None
    return model.model_validate(
        {"item": item, "version": version, "name": name, "measured": measured, "values": dict(values)}, strict=False
    )
