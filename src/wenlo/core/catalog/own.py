"""An item of one's own inside a document: a copy of its values, with the version that it was taken from.

Documents name generic things by their id and carry own things whole, so that a shoot computes the same wherever it is
opened, and whatever becomes of the Shelf.
"""

import math
from collections.abc import Callable, Iterable, Mapping
from typing import Annotated, Any

from pydantic import AfterValidator, Discriminator, Field, Tag

from wenlo.core.catalog.items import BackdropValues, FaceValues, FoundValues, LampValues, SheetValues
from wenlo.core.catalog.typical import (
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
from wenlo.core.units.fields import OWN_TAG, DocumentPart, ShortText

REF_TAGS = frozenset({"by_id", OWN_TAG})
"""What tells the two forms of a reference apart in paths of errors."""

LEAST_PASSED = 0.1
"""Walls that pass less are no sheet. [-]"""

WALL_SPREAD = 1.15
"""How far the transmittance of found walls goes up and down. [-]"""

WALL_LOBE = 50.0
"""Half-width of the lobe of a milky plastic wall. [degree]"""

WINDOW, SUN, SKY = "window", "sun", "sky"
"""Stand for a window, the sun and the open sky among the other lights."""


def is_natural(ref: "str | OwnLamp") -> bool:
    """Whether a light is a window, the sun or the sky, which have no dial, no spectrum of a lamp and no flicker."""
    return isinstance(ref, str) and ref in (WINDOW, SUN, SKY)


class Own(DocumentPart):
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


class OwnFound(Own):
    """A found object of one's own, or a generic one."""

    values: FoundValues

    def sheet(self) -> OwnSheet | None:
        """Its wall as a sheet that diffuses; None where no light passes it."""
        v = self.values
        if v.wall_transmittance < LEAST_PASSED:
            return None
        t, most = v.wall_transmittance, min(1.0 - v.wall_reflectance, WALL_SPREAD * v.wall_transmittance)
        values = SheetValues(
            transmittance=t,
            transmittance_low=t / WALL_SPREAD,
            transmittance_high=max(most, t),
            unscattered=0.03 * t,
            lobe=WALL_LOBE,
            reflectance=v.wall_reflectance,
            tint_red=v.tint_red,
            tint_green=v.tint_green,
            tint_blue=v.tint_blue,
            form="cloth",
            roll_width=max(v.outer_width, v.outer_height),
            keep_below=v.keep_below or 60.0,
            mass_per_area=0.2,
        )
        return OwnSheet(item=self.item, version=self.version, name=self.name, measured=self.measured, values=values)

    def face(self) -> OwnFace:
        """Its wall as a face that bounces light."""
        v = self.values
        scale = v.wall_reflectance / max(0.2126 * v.tint_red + 0.7152 * v.tint_green + 0.0722 * v.tint_blue, 1e-6)
        red, green, blue = (min(scale * x, 0.95) for x in (v.tint_red, v.tint_green, v.tint_blue))
        values = FaceValues(
            red=red,
            green=green,
            blue=blue,
            form="board",
            roll_width=min(v.outer_width, v.outer_height),
            board_length=max(v.outer_width, v.outer_height, 0.05),
            keep_below=v.keep_below or 60.0,
        )
        return OwnFace(item=self.item, version=self.version, name=self.name, measured=self.measured, values=values)


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
    Annotated[str, _known(lambda: (*lamp_types(), WINDOW, SUN, SKY), "lamp"), Tag("by_id")]
    | Annotated[OwnLamp, Tag(OWN_TAG)],
    Discriminator(_form),
]
"""As ``LampRef``, or a window, the sun or the open sky."""

SheetRef = Annotated[
    Annotated[str, _known(sheet_materials, "sheet"), Tag("by_id")] | Annotated[OwnSheet, Tag(OWN_TAG)],
    Discriminator(_form),
]
"""Id of a generic sheet that diffuses, or a sheet of one's own."""


def _of_cloth(material: Callable[[Any], SheetMaterial | BounceFace], why: str) -> AfterValidator:
    def checked(ref: Any) -> Any:
        row = material(ref)
        if row.form != "cloth":
            raise ValueError(f"{row.name} {why}")
        return ref

    return AfterValidator(checked)


ClothRef = Annotated[SheetRef, _of_cloth(lambda ref: sheet_material(ref), "does not hang; choose a cloth.")]
"""A sheet that hangs."""

BounceRef = Annotated[
    Annotated[str, _known(bounce_faces, "bounce face"), Tag("by_id")] | Annotated[OwnFace, Tag(OWN_TAG)],
    Discriminator(_form),
]
"""Id of a generic face that bounces light, or a face of one's own."""

LiningRef = Annotated[
    BounceRef, _of_cloth(lambda ref: bounce_face(ref), "is neither sewn nor bent round; choose a cloth or a foil.")
]
"""A face that is sewn, or bent round."""

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
        id=id,
        name=name,
        kind=v.kind,
        shape=v.shape,
        size=(v.width, v.height),
        amount=v.amount,
        beam=math.radians(v.beam),
        electrical_watts=v.electrical_watts,
        colour_temperature=v.colour_temperature,
        lowest_power=v.lowest_power,
        steps=v.steps,
        mass=v.mass,
        mount=v.mount,
        rendering=v.rendering,
        flicker=v.flicker,
        zoom=zoom,
        duration=v.duration,
        quenched=v.quenched,
        inner=v.inner,
        price=v.price,
        carries=v.carries,
        vents=v.vents,
        distribution=None if v.distribution is None else v.distribution.distribution(),
        dial=None if v.dial is None else (tuple(v.dial.marks), tuple(v.dial.shares)),
        power_factor=v.power_factor,
        supply_mass=v.supply_mass,
        modelling_watts=v.modelling_watts,
        recharge_watts=v.recharge_watts,
        joules=v.joules,
        coloured=v.coloured,
    )


def sheet_material(ref: str | OwnSheet) -> SheetMaterial:
    """The sheet that a reference stands for."""
    if isinstance(ref, str):
        return sheet_materials()[ref]
    v = ref.values
    return SheetMaterial(
        id=ref.id,
        name=ref.name,
        transmittance=v.transmittance,
        transmittance_low=v.transmittance_low,
        transmittance_high=v.transmittance_high,
        unscattered=v.unscattered,
        lobe_half_width=None if v.lobe is None else math.radians(v.lobe),
        reflectance=v.reflectance,
        tint=(v.tint_red, v.tint_green, v.tint_blue),
        mass_per_area=v.mass_per_area,
        keep_below_celsius=v.keep_below,
        form=v.form,
        roll_width=v.roll_width,
        board_length=v.board_length,
        price=v.price,
        joined=v.joined,
        grain=v.grain,
        good_side=v.good_side,
        unscattered_range=v.unscattered_range,
        reflectance_range=v.reflectance_range,
        lobe_range=None if v.lobe_range is None else (math.radians(v.lobe_range[0]), math.radians(v.lobe_range[1])),
    )


def bounce_face(ref: str | OwnFace) -> BounceFace:
    """The bounce face that a reference stands for."""
    if isinstance(ref, str):
        return bounce_faces()[ref]
    v = ref.values
    return BounceFace(
        id=ref.id,
        name=ref.name,
        reflectance=(v.red, v.green, v.blue),
        alpha=v.roughness,
        form=v.form,
        width=v.roll_width,
        board_length=v.board_length,
        price=v.price,
        mass_per_area=v.mass_per_area,
        keep_below_celsius=v.keep_below,
        joined=v.joined,
        grain=v.grain,
        good_side=v.good_side,
    )


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
        id=ref.id,
        name=ref.name,
        form=v.form,
        width=v.roll_width,
        board_length=v.board_length,
        price=v.price,
        mass_per_area=v.mass_per_area,
        keep_below_celsius=v.keep_below,
        joined=v.joined,
        grain=v.grain,
        good_side=v.good_side,
    )


def provenance(ref: str | Own) -> str:
    """Where the values of a reference come from, in words."""
    if isinstance(ref, str):
        return "typical"
    return f"yours, {'measured' if ref.measured else 'typical'}, version {ref.version}"


def snapshot(
    category: str, *, item: str, version: int, name: str, measured: bool, values: Mapping[str, Any]
) -> Own | None:
    """The copy of an item that a document carries; None for categories that no document refers to."""
    types: dict[str, type[Own]] = {
        "lamp": OwnLamp,
        "sheet": OwnSheet,
        "face": OwnFace,
        "backdrop": OwnBackdrop,
        "found": OwnFound,
    }
    model = types.get(category)
    if model is None:
        return None
    return model.model_validate(
        {"item": item, "version": version, "name": name, "measured": measured, "values": dict(values)}, strict=False
    )
