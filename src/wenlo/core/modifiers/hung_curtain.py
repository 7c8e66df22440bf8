"""A cloth hung from a line or rod, single or folded double, with the lamp behind it."""

from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import ClothRef, sheet_material
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import begin, on_a_rod, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import OfBars
from wenlo.core.modifiers.placing import UP, facing, key_lamp, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.upright import LitFromBehind, scaled_within, start_of, upright_marks
from wenlo.core.units.fields import quantity

SAYS = Phrases("hung-curtain", {"sleeve": {"joined": "choice", "size": "size"}, "hang-it": {"height": "length"}})

Vector = NDArray[np.float64]


class CurtainParameters(LitFromBehind, OfBars):
    """Parameters of the hung cloth."""

    kind: Literal["hung_curtain"] = "hung_curtain"
    width: float = quantity(0.5, 4.0, unit="m", label="width", default=1.4)
    height: float = quantity(0.5, 3.0, unit="m", label="height", default=1.8)
    sheet: ClothRef = "light_filtering_curtain"
    doubled: bool = False
    lamp_distance: float = quantity(0.05, 10.0, unit="m", label="distance from lamp to cloth", default=1.2)


def arrange(design: CurtainParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The cloth, and the lamp behind it."""
    across, upward = facing(design.direction, 0.0)
    cloth = panel(
        "sheet",
        centre=design.source_centre,
        across=across * design.width,
        upward=upward * design.height,
        surface=layers_of(design.sheet, 2 if design.doubled else 1, transmittance),
    )
    return Arrangement(surfaces=(cloth,), lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim),))


def laid(design: CurtainParameters, brief: Brief) -> LaidParts:
    """Rod, cloth, weights and line."""
    work = begin(design, brief)
    on_a_rod(
        work,
        panels_of(arrange(design, brief))["sheet"],
        design.sheet,
        id="curtain",
        role="rod",
        blame="width",
        note="folded double over the rod, " if design.doubled else "",
        layers=2 if design.doubled else 1,
    )
    work.fit("cord", 6)
    work.fit("spring_clamp", 4)
    taped = sheet_material(design.sheet).joined == "taped"
    work.step(
        SAYS("sleeve", joined="taped" if taped else "sewn", size=(design.width, design.height)),
        minutes=25,
        does="cover",
        uses=("sleeve",),
    )
    work.step(
        SAYS("hang-it", height=design.centre_height), minutes=15, does="hang", uses=("rod", "cord", "spring_clamp")
    )
    return work


BECOMES = (
    ReuseRule(
        forms=("curtain",),
        sizes={"width": "width", "height": "height"},
        wall="sheet",
        how="Hang it by its own hem or rings from a bar between two stands, creases ironed out.",
        fills=("curtain/sheet",),
        instead=("sleeve",),
        folded="doubled",
    ),
)

build, assemble = built(laid, "hung cloth", BECOMES)


def start(brief: Brief) -> CurtainParameters:
    """A cloth as high as the room allows, an arm's length from the subject."""
    height = min(1.8, brief.room.height - 0.5)
    return CurtainParameters(**start_of(brief, width=1.4, height=round(height, 2), wish=1.0))


def scaled(design: CurtainParameters, scale: float) -> CurtainParameters:
    """The cloth and the lamp's distance, larger together."""
    return design.model_copy(update=scaled_within(design, scale))


def marks(design: CurtainParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an upright source, and the lamp's distance."""
    del brief
    foot = design.direction * design.distance
    behind = Mark(
        path="design.lamp_distance",
        label="Distance from lamp to cloth",
        start=foot,
        end=foot + design.direction * design.lamp_distance,
    )
    return (*upright_marks(design), behind)


def handling(design: CurtainParameters) -> Handling:
    """Two stands or eyes; rolls up on its rod."""
    return Handling(stands=2, people=1, setup=12, strike=5, uses=20)


def holds(design: CurtainParameters, mass: float) -> tuple[Hold, ...]:
    """Both ends of the rod."""
    top = design.source_centre + UP * design.height / 2
    side = design.across * design.width / 2
    return tuple(
        Hold(id=f"rod-{n}", name=f"{n} end of the rod", place=top + s * side, mass=mass / 2)
        for n, s in (("left", -1), ("right", 1))
    )


SLOTS = slots_of(CurtainParameters)

KIND = Kind(
    id="hung_curtain",
    name="hung cloth",
    parameters=CurtainParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(
        sheet=Sheeted(material=SLOTS["sheet"]),
        travel=SLOTS["distance"],
        lamp_travel=SLOTS["lamp_distance"],
        stands=SLOTS["centre_height"],
        height=Height(slot=SLOTS["height"]),
    ),
    methods={"shoot through": 2, "open": 2},
    good="cheap and large; nothing stands in the way below",
    bad="light goes past it and round it, so a small room fills up; it moves in every draught",
    replaces=("lamp as far behind the cloth as the cloth is wide",),
    mistakes=("light runs out at the sides and lights the whole room", "one layer is not enough when the lamp is near"),
    cautions=("Heat: cloth near a hot lamp scorches; keep the maker's distance.",),
    becomes=BECOMES,
    refused_frames={"board": "Cloth hangs free: a border would hold it."},
)
