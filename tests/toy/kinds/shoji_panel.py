"""A made-up kind, one file like every other: a lattice of battens with paper on it, and the lamp behind it."""

from typing import Literal

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import SheetRef
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import FrameWords, begin, on_a_frame, panels_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.placing import UP, facing, key_lamp, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.upright import LitFromBehind, scaled_within, start_of, upright_marks
from wenlo.core.units.fields import quantity

SAYS = Phrases("shoji-panel", {"join": {"size": "size"}, "paper": {}})


class ShojiParameters(LitFromBehind):
    """Parameters of the panel."""

    kind: Literal["shoji_panel"] = "shoji_panel"
    width: float = quantity(0.4, 2.0, unit="m", label="width", default=0.9)
    height: float = quantity(0.4, 2.0, unit="m", label="height", default=1.2)
    sheet: SheetRef = "tracing_paper_90_g"
    lamp_distance: float = quantity(0.1, 4.0, unit="m", label="distance from lamp to paper", default=0.8)


def arrange(design: ShojiParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The paper, and the lamp behind it."""
    across, upward = facing(design.direction, 0.0)
    paper = panel(
        "sheet",
        centre=design.source_centre,
        across=across * design.width,
        upward=upward * design.height,
        surface=layers_of(design.sheet, 1, transmittance),
    )
    return Arrangement(surfaces=(paper,), lamps=(key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim),))


def laid(design: ShojiParameters, brief: Brief) -> LaidParts:
    """Four battens and the paper."""
    work = begin(design, brief)
    words = FrameWords(uprights="upright", rails="rail", height="height", width="width")
    paper = panels_of(arrange(design, brief))["sheet"]
    on_a_frame(work, paper, design.sheet, words, id="panel", margin=0.02, note="stapled to the front")
    work.step(
        SAYS("join", size=(design.width, design.height)),
        minutes=30,
        uses=("upright", "rail", "wood_screw", "wood_glue"),
    )
    work.step(SAYS("paper"), minutes=20, does="cover", uses=("stapled", "staples"))
    return work


build, assemble = built(laid, "paper panel")


def start(brief: Brief) -> ShojiParameters:
    """At an arm's length."""
    return ShojiParameters(**start_of(brief, width=0.9, height=1.2, wish=1.0))


def scaled(design: ShojiParameters, scale: float) -> ShojiParameters:
    """Larger, with the lamp's distance."""
    return design.model_copy(update=scaled_within(design, scale))


def holds(design: ShojiParameters, mass: float) -> tuple[Hold, ...]:
    """A clamp at its top."""
    return (Hold(id="clamp", name="clamp", place=design.source_centre + UP * design.height / 2, mass=mass),)


SLOTS = slots_of(ShojiParameters)

KIND = Kind(
    id="shoji_panel",
    name="paper panel",
    parameters=ShojiParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=lambda design, brief: upright_marks(design),
    handling=lambda design: Handling(stands=1, people=1, setup=5, strike=3, uses=20),
    holds=holds,
    capabilities=Capabilities(
        sheet=Sheeted(material=SLOTS["sheet"]),
        travel=SLOTS["distance"],
        lamp_travel=SLOTS["lamp_distance"],
        stands=SLOTS["centre_height"],
        height=Height(slot=SLOTS["height"]),
    ),
    good="light and flat",
    bad="tears in the wind",
)
