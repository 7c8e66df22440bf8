"""An item of one's own inside a document: a copy of its values, with the version that it was taken from.

Documents name generic things by their id and carry own things whole, so that a shoot computes the same wherever it is
opened, and whatever becomes of the Shelf.
"""

from collections.abc import Callable, Iterable, Mapping
from typing import Annotated, Any

from pydantic import AfterValidator, Discriminator, Field, Tag

from wenlo.core.catalog.bars import SECTIONS, BarGroup, BarType, bar_types, own_bar
from wenlo.core.catalog.items import (
    BackdropValues,
    BarValues,
    BlackValues,
    FaceValues,
    FoundValues,
    LampValues,
    SheetValues,
)
from wenlo.core.catalog.materials import (
    BlackMaterial,
    BounceFace,
    Covering,
    FaceMaterial,
    LampType,
    SheetMaterial,
    black_from,
    face_from,
    finish_from,
    lamp_from,
    sheet_from,
)
from wenlo.core.catalog.typical import (
    black_materials,
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


class OwnBlack(Own):
    """A black of one's own: a roll of foil, a cloth, a board."""

    values: BlackValues


class OwnBackdrop(Own):
    """A backdrop or paint of one's own."""

    values: BackdropValues


class OwnBar(Own):
    """A bar of one's own."""

    values: BarValues

    @property
    def group(self) -> BarGroup | None:
        """What is built of it; None of a rod."""
        return SECTIONS.get(self.values.section)


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
            form="cloth" if v.form == "shade" else "board",
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


CoverRef = str | OwnSheet | OwnFace | OwnBlack
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


def _of_cloth(material: Callable[[Any], Covering], why: str) -> AfterValidator:
    def checked(ref: Any) -> Any:
        row = material(ref)
        if row.form != "cloth":
            raise ValueError(f"{row.name} {why}")
        return ref

    return AfterValidator(checked)


def _stiff(ref: Any) -> Any:
    row = sheet_material(ref)
    if row.form != "board":
        raise ValueError(f"{row.name} is a cloth; choose a board, or a sheet of your own that is sold as boards.")
    return ref


PlateRef = Annotated[SheetRef, AfterValidator(_stiff)]
"""A sheet that stands by itself."""

ClothRef = Annotated[SheetRef, _of_cloth(lambda ref: sheet_material(ref), "does not hang; choose a cloth.")]
"""A sheet that hangs."""

BounceRef = Annotated[
    Annotated[str, _known(bounce_faces, "bounce face"), Tag("by_id")] | Annotated[OwnFace, Tag(OWN_TAG)],
    Discriminator(_form),
]
"""Id of a generic face that bounces light, or a face of one's own."""


def _black_foil(ref: str | OwnBlack) -> str | OwnBlack:
    row = black_material(ref)
    if row.form != "cloth" or row.joined != "taped":
        raise ValueError(f"{row.name} is not foil: choose black foil, or a roll of your own that is taped, not sewn.")
    return ref


BlackFoilRef = Annotated[
    Annotated[
        Annotated[str, _known(black_materials, "black"), Tag("by_id")] | Annotated[OwnBlack, Tag(OWN_TAG)],
        Discriminator(_form),
    ],
    AfterValidator(_black_foil),
]
"""Black foil off a roll, generic or of one's own."""


def _cover_form(value: Any) -> str:
    if isinstance(value, str):
        return "by_id"
    values = value.get("values", {}) if isinstance(value, Mapping) else value.values
    passes = "transmittance" in values if isinstance(values, Mapping) else isinstance(values, SheetValues)
    return "own_sheet" if passes else "own_face"


CoveringRef = Annotated[
    Annotated[
        Annotated[str, _known(coverings, "cloth"), Tag("by_id")]
        | Annotated[OwnSheet, Tag("own_sheet")]
        | Annotated[OwnFace, Tag("own_face")],
        Discriminator(_cover_form),
    ],
    _of_cloth(lambda ref: covering_of(ref), "does not go round a frame; choose a cloth."),
]
"""Any cloth: a sheet, a face or a black, generic or of one's own."""

LiningRef = Annotated[
    BounceRef, _of_cloth(lambda ref: bounce_face(ref), "is neither sewn nor bent round; choose a cloth or a foil.")
]
"""A face that is sewn, or bent round."""

FinishRef = Annotated[
    Annotated[str, _known(face_materials, "finish"), Tag("by_id")] | Annotated[OwnBackdrop, Tag(OWN_TAG)],
    Discriminator(_form),
]
"""Id of a generic finish of walls and backdrops, or one of one's own."""


def _of_group(group: BarGroup | None) -> AfterValidator:
    what = {"pipe": "pipe", "tube": "square tube", "timber": "batten", None: "bar"}[group]

    def checked(ref: Any) -> Any:
        if isinstance(ref, str):
            bar = bar_types().get(ref)
            if bar is None or group not in (None, bar.group):
                one_of(ref, (b.id for b in bar_types().values() if group in (None, b.group)), what)
        elif ref.group is None or group not in (None, ref.group):
            raise ValueError(f"{ref.name} is no {what}; choose one, or put one on the Shelf.")
        elif ref.group == "timber":
            _can_be_joined(ref)
        return ref

    return AfterValidator(checked)


NARROWEST, WIDEST = 0.02, 0.1
THINNEST, THICKEST = 0.016, 0.07
LONG_SCREWS, LONG_THINNEST = 0.07, 0.018
"""Battens that are joined with screws: thinner ones split, and no screw is long enough for wider ones;
wider than ``LONG_SCREWS`` they take screws of 6 mm, which want more wood at their sides. [m]
"""


def _can_be_joined(ref: OwnBar) -> None:
    v = ref.values
    wide, thick = max(v.width, v.thickness), min(v.width, v.thickness)
    thinnest = THINNEST if wide <= LONG_SCREWS else LONG_THINNEST
    if not (NARROWEST <= wide <= WIDEST and thinnest <= thick <= THICKEST):
        raise ValueError(
            f"{ref.name} is {thick * 1000:.0f} × {wide * 1000:.0f} mm. Battens that are screwed together are"
            f" {thinnest * 1000:.0f} to {THICKEST * 1000:.0f} mm thick and {NARROWEST * 1000:.0f} to"
            f" {WIDEST * 1000:.0f} mm wide: thinner ones split, and no screw is long enough for wider ones."
        )


BarRef = Annotated[
    Annotated[str, Tag("by_id")] | Annotated[OwnBar, Tag(OWN_TAG)], Discriminator(_form), _of_group(None)
]
"""Id of a generic pipe, square tube or batten, or one of one's own."""

BattenRef = Annotated[
    Annotated[str, Tag("by_id")] | Annotated[OwnBar, Tag(OWN_TAG)], Discriminator(_form), _of_group("timber")
]
"""Id of a generic batten, or one of one's own."""


def bar_of(ref: str | OwnBar) -> BarType:
    """The bar that a reference stands for."""
    return bar_types()[ref] if isinstance(ref, str) else own_bar(ref.values, id=ref.id, name=ref.name)


def lamp_of(ref: str | OwnLamp) -> LampType:
    """The lamp that a reference stands for."""
    return lamp_types()[ref] if isinstance(ref, str) else lamp_from(ref.values, id=ref.id, name=ref.name)


def sheet_material(ref: str | OwnSheet) -> SheetMaterial:
    """The sheet that a reference stands for."""
    return sheet_materials()[ref] if isinstance(ref, str) else sheet_from(ref.values, id=ref.id, name=ref.name)


def bounce_face(ref: str | OwnFace) -> BounceFace:
    """The bounce face that a reference stands for."""
    return bounce_faces()[ref] if isinstance(ref, str) else face_from(ref.values, id=ref.id, name=ref.name)


def black_material(ref: str | OwnBlack) -> BlackMaterial:
    """The black that a reference stands for."""
    return black_materials()[ref] if isinstance(ref, str) else black_from(ref.values, id=ref.id, name=ref.name)


def finish_material(ref: str | OwnBackdrop) -> FaceMaterial:
    """The finish that a reference stands for."""
    return face_materials()[ref] if isinstance(ref, str) else finish_from(ref.values, id=ref.id, name=ref.name)


def covering_of(ref: CoverRef) -> Covering:
    """What a build is covered with."""
    if isinstance(ref, str):
        return coverings()[ref]
    if isinstance(ref, OwnBlack):
        return black_material(ref)
    return sheet_material(ref) if isinstance(ref, OwnSheet) else bounce_face(ref)


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
        "black": OwnBlack,
        "backdrop": OwnBackdrop,
        "bar": OwnBar,
        "found": OwnFound,
    }
    model = types.get(category)
    if model is None:
        return None
    return model.model_validate(
        {"item": item, "version": version, "name": name, "measured": measured, "values": dict(values)}, strict=False
    )
