"""A large box hung overhead: white inside, black outside, a sheet below, lamps on top."""

import math
from typing import ClassVar, Literal

import numpy as np
from numpy.typing import NDArray
from pydantic import model_validator

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.bars import BarType
from wenlo.core.catalog.own import (
    BattenRef,
    BounceRef,
    CoverRef,
    SheetRef,
    bar_of,
    bounce_face,
    covering_of,
    sheet_material,
)
from wenlo.core.catalog.typical import black_materials
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.layout import Layout, Reason, Rectangle
from wenlo.core.fabrication.assembly.space import PartPose, X, Y, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Sketch
from wenlo.core.fabrication.screws import end_screw, off_middle
from wenlo.core.facts import Fact, Phrases
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, Mark, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import TWO_PAIRS, Cornered, OfBattens, as_wide
from wenlo.core.modifiers.placing import CORNERS, UP, box_walls, key_lamps, layers_of, lined, panel
from wenlo.core.modifiers.slots import Capabilities, Sheeted, slots_of
from wenlo.core.units.fields import at_field, quantity
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "hanging-softbox",
    {
        "make-both-frames": {"size": "size"},
        "join-the-frames": {"depth": "length"},
        "line-it": {"walls": "choice", "lining": "label", "layers": "choice"},
        "hang-the-lamps": {"count": "count", "above": "length"},
        "close-it": {"cover": "choice"},
        "test-it-for-leaks": {"walls": "choice", "apart": "stops", "doubled": "stops", "least": "stops"},
        "hang-the-box": {},
    },
)

Vector = NDArray[np.float64]

WallMake = Literal["foam board", "cloth-lined", "improvised"]

ONE_LAYER_LEAKS = 0.012
"""Of one layer of a black plastic tablecloth; two layers pass .0002. [-]"""

DARK_ENOUGH = 9.0
"""Walls that glow so far under the sheet light nothing that shows. [stop]"""


ALIKE = 0.001
"""Battens whose sides differ by no more are of one size. [m]"""


class HangingBoxParameters(OfBattens, Cornered):
    """Parameters of the box; it hangs level, the sheet down."""

    kind: Literal["hanging_softbox"] = "hanging_softbox"
    LEAST_WIDTH: ClassVar[float] = TWO_PAIRS
    CROSSED: ClassVar[bool] = True
    width: float = quantity(0.4, 4.0, unit="m", label="width", default=1.2)
    length: float = quantity(0.4, 4.0, unit="m", label="length toward the light", default=1.2)
    depth: float = quantity(0.1, 1.5, unit="m", label="depth", default=0.35)
    sheet_height: float = quantity(0.8, 6.0, unit="m", label="height of the sheet", default=1.9)
    forward: float = quantity(-2.0, 4.0, unit="m", label="box before the subject", default=0.4)
    key_angle: float = quantity(-180.0, 180.0, unit="degree", label="key angle from the camera", default=20.0)
    sheet: SheetRef = "cotton_bed_linen_white"
    lining: BounceRef = "white_foam_board"
    lamps: int = quantity(1, 6, unit="count", label="number of lamps", default=2)
    lamps_above: float = quantity(0.0, 1.5, unit="m", label="lamps above the open top (0: inside)", default=0.0)
    lower_batten: BattenRef = "softwood_18_44"
    cover: bool = True
    walls: WallMake = "foam board"
    doubled: bool = True

    @model_validator(mode="after")
    def _lower_takes_its_screws(self) -> "HangingBoxParameters":
        if self.lower_bar.width < TWO_PAIRS:
            raise at_field(
                "lower_batten",
                f"{self.lower_bar.name} is {format_length(self.lower_bar.width)} wide. At a corner two pairs of screws"
                f" cross in one batten: it takes {format_length(TWO_PAIRS)} at least.",
            )
        if self.lamps_above > 0.0 and self.cover:
            raise at_field("cover", "Lamps above it shine in through the open top: leave the cover off.")
        sizes = ((bar.width, bar.thickness) for bar in (self.bar_type, self.lower_bar))
        if self.corner != "butt" and any(abs(a - b) > ALIKE for a, b in zip(*sizes, strict=True)):
            raise at_field(
                "lower_batten",
                "Pockets and brackets of posts and frames cross at the corners: above and below they take battens of"
                " one size.",
            )
        return self

    @property
    def lower_bar(self) -> BarType:
        """What the lower frame is of, which carries the sheet alone."""
        return bar_of(self.lower_batten)

    @property
    def outside(self) -> str:
        """What is outside of the walls."""
        return {
            "foam board": "black_foam_board",
            "cloth-lined": "heavy_black_flag_cloth",
            "improvised": "black_plastic_tablecloth",
        }[self.walls]

    @property
    def leak(self) -> float:
        """Share of the light inside that passes a wall; only improvised walls of one layer let any through. [-]"""
        return (
            ONE_LAYER_LEAKS if self.walls == "improvised" and not self.doubled else black_materials()[self.outside].leak
        )

    @property
    def source_centre(self) -> Vector:
        """Middle of the sheet, shape (3,). [m]"""
        place: Vector = self.direction * self.forward + UP * self.sheet_height
        return place

    @property
    def source_size(self) -> tuple[float, float]:
        """Width and length of the sheet. [m]"""
        return self.width, self.length

    @property
    def lamp_places(self) -> list[Vector]:
        """Lamps in one or two rows under the top, shape (3,) each. [m]"""
        rows = 1 if self.lamps <= 2 else 2
        columns = -(-self.lamps // rows)
        places = []
        for k in range(self.lamps):
            row, column = divmod(k, columns)
            in_row = min(columns, self.lamps - row * columns)
            x = (column + 0.5) / in_row - 0.5
            y = (row + 0.5) / rows - 0.5
            places.append(
                self.source_centre
                + self.across * x * self.width
                + self.direction * y * self.length
                + UP * self.lamps_stand
            )
        return places

    @property
    def lamps_stand(self) -> float:
        """How high over the sheet its lamps are: under their bars, or over the open top. [m]"""
        if self.lamps_above > 0.0:
            return self.depth + self.lamps_above
        return min(0.94 * self.depth, self.depth - self.bar_type.thickness - UNDER_BAR)

    @property
    def lamp_position(self) -> Vector:
        """The first lamp, shape (3,). [m]"""
        return self.lamp_places[0]

    @property
    def lamp_aim(self) -> Vector:
        """The sheet below it, shape (3,). [m]"""
        aim: Vector = self.lamp_position - UP * (0.9 * self.depth + self.lamps_above)
        return aim

    @property
    def highest(self) -> float:
        """Top of the box. [m]"""
        return self.sheet_height + self.depth + self.lamps_above


def arrange(design: HangingBoxParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """Walls, top cover, sheet and lamps."""
    across, upward = design.across * design.width, design.direction * design.length
    sheet = panel(
        "sheet",
        centre=design.source_centre,
        across=across,
        upward=upward,
        surface=layers_of(design.sheet, 1, transmittance),
    )
    inside = lined(design.lining, design.outside, leak=design.leak)
    walls = box_walls(
        centre=design.source_centre,
        across=across,
        upward=upward,
        back=UP,
        depth=design.depth,
        surface=inside,
        closed=design.cover,
        behind=inside,
    )
    places = design.lamp_places
    lamps = key_lamps(brief, places, [p - UP * (0.9 * design.depth + design.lamps_above) for p in places])
    return Arrangement(surfaces=(sheet, *walls), lamps=lamps)


def leak_test(design: HangingBoxParameters) -> Fact:
    """What to measure, and what to expect: wall and sheet get about the same light inside, so L ∝ T.

    Parameters
    ----------
    design: the box.
    """
    sheet = sheet_material(design.sheet).transmittance
    if design.leak <= 0.0:
        return SAYS("test-it-for-leaks", walls="closed", apart=0.0, doubled=0.0, least=DARK_ENOUGH)
    apart = math.log2(sheet / design.leak)
    return SAYS(
        "test-it-for-leaks",
        walls="dark" if apart >= DARK_ENOUGH else "thin",
        apart=apart,
        doubled=math.log2(sheet / black_materials()[design.outside].leak),
        least=DARK_ENOUGH,
    )


WALL_WORDS = {"foam board": "foam", "cloth-lined": "lined", "improvised": "improvised"}

UNDER_BAR = 0.04
"""A lamp hangs under its bar, its light so far below. [m]"""

SHORT_POSTS = 0.144
"""Two long screws do not go into the ends of the posts of a box that is lower. [m]"""

SCREWS_APART = 0.002
"""Wood that stays between two screws that cross. [m]"""

AT_ENDS, BETWEEN = 0.34, 0.14
"""At a corner the screws of a frame and those into its post go through one batten: shares of the width from the middle
at which they stand. [-]"""


def _boxed(work: LaidParts, design: HangingBoxParameters) -> tuple[Layout, tuple[Rectangle, Rectangle]]:
    # own coordinates: x across, y toward the light, z up from the sheet
    box = work.layout("box")
    w, long, d = design.width, design.length, design.depth
    wide, thick, low = box.batten.width, box.batten.thickness, design.lower_bar
    box.finished = ((-w / 2, -long / 2, 0.0), (w / 2, long / 2, d))
    frames = []
    for name, z, inside, bar in (("lower ", low.thickness / 2, 1.0, low), ("upper ", d - thick / 2, -1.0, box.batten)):
        frames.append(
            box.rectangle(
                name,
                centre=(0.0, 0.0, z),
                across=X,
                upward=Y,
                size=(w, long),
                roles=(f"long side of the {name}frame", f"short side of the {name}frame"),
                reasons=(
                    Reason(text="full length", blame="length"),
                    Reason(text=f"width less {as_wide('two battens', bar)}", blame="width"),
                ),
                bar=bar,
                spread=AT_ENDS,
                free=(0.0, 0.0, inside),
            )
        )
    lower, upper = frames
    for corner, sx, sy in CORNERS:
        # flat against the long side, over its end
        at = (sx * (w - thick) / 2, sy * (long / 2 - wide / 2))
        post = box.bar(
            f"post {corner}",
            "corner post",
            (*at, 0.0),
            (*at, d),
            Y,
            Reason(text=f"depth less battens of {_mm(low.thickness)} and {_mm(thick)} laid flat", blame="depth"),
        )
        for frame, z in ((lower, low.thickness / 2), (upper, d - thick / 2)):
            side = frame.left if sx < 0 else frame.right
            spread = _beside(low if frame is lower else box.batten, box.batten, d)
            if spread is None:
                message = (
                    f"Screws into the posts would meet those of the lower frame, {_mm(low.width)} wide against"
                    f" {_mm(wide)}: choose battens of about one width."
                )
                raise Impossible(message, fields=[FieldError(path="design.lower_batten", message=message)])
            box.join("butt", (side, post), (*at, z), spread=spread)
    if design.lamps_above <= 0.0:
        _lamp_bars(box, design, upper)
    return box, (lower, upper)


SPREADS = (BETWEEN, *(k / 100 for k in range(8, 42)))
"""Shares of a post's width at which its screws are tried."""


def _beside(frame: BarType, post: BarType, depth: float) -> float | None:
    # where the screws into a post stand clear of those of the frame's corner, which cross them: seen from the outside,
    # both at their distance from the outer edge
    corner, mine = end_screw(1.0, frame.width), end_screw(depth, frame.thickness)
    taken = [frame.width / 2 + s * off_middle(frame.width, AT_ENDS, corner) for s in (-1.0, 1.0)]
    apart = (corner.diameter + mine.diameter) / 2 + SCREWS_APART
    for spread in SPREADS:
        off = off_middle(post.width, spread, mine)
        if all(abs(post.width / 2 + s * off - other) >= apart for s in (-1.0, 1.0) for other in taken):
            return spread
    return None


def _mm(length: float) -> str:
    return f"{length * 1000:.0f} mm"


def _lamp_bars(box: Layout, design: HangingBoxParameters, upper: Rectangle) -> None:
    # between the long sides, level with the upper frame, over each row of lamps
    rows = sorted({round(float((p - design.source_centre) @ design.direction), 6) for p in design.lamp_places})
    less = as_wide("two battens", box.batten)
    for k, y in enumerate(rows):
        z = design.depth - box.batten.thickness / 2
        bar = box.bar(
            f"lamp bar {k + 1}",
            "lamp bar",
            (-design.width / 2, y, z),
            (design.width / 2, y, z),
            Y,
            Reason(text=f"between the long sides: width less {less}; lamps hang from it", blame="width"),
            free=(0.0, 0.0, -1.0),
        )
        for side, sx in ((upper.left, -1.0), (upper.right, 1.0)):
            box.join("butt", (side, bar), (sx * (design.width - box.batten.width) / 2, y, z))


def _wall(
    work: LaidParts,
    box: Layout,
    design: HangingBoxParameters,
    covering: CoverRef,
    name: str,
    *,
    role: str,
    off: float,
    margin: float,
    note: str,
    lit: bool,
) -> str:
    # on the outside of the frames, ``off`` farther out, its good side inward
    side = {"left": -1.0, "right": 1.0, "lower": -1.0, "upper": 1.0}[name]
    w, long, d = design.width, design.length, design.depth
    if name in ("left", "right"):
        place, across, size = (side * (w / 2 + off), 0.0, d / 2), (0.0, side, 0.0), (long, d)
    else:
        place, across, size = (0.0, side * (long / 2 + off), d / 2), (-side, 0.0, 0.0), (w, d)
    return work.sheet(
        box,
        f"{role} {name}",
        covering,
        centre=place,
        across=across,
        upward=Z,
        size=size,
        margin=margin,
        note=note,
        # the light names its sides as the subject's back sees them
        lit=f"box {MIRRORED.get(name, name)} side" if lit else "",
    )


WALLS = ("left", "right", "lower", "upper")
MIRRORED = {"left": "right", "right": "left"}


def _walls(work: LaidParts, box: Layout, design: HangingBoxParameters, frames: tuple[Rectangle, Rectangle]) -> None:
    lower, upper = frames
    lining, cloth = covering_of(design.lining), bounce_face(design.lining).form == "cloth"
    boards = design.walls == "foam board"
    battens = {
        "left": (lower.left, upper.left),
        "right": (lower.right, upper.right),
        "lower": (lower.low, lower.left, lower.right, upper.low, upper.left, upper.right),
        "upper": (lower.top, lower.left, lower.right, upper.top, upper.left, upper.right),
    }
    for name in WALLS:
        long = name in ("left", "right")
        kind = "long" if long else "short"
        inner = _wall(
            work,
            box,
            design,
            design.lining,
            name,
            role="lining",
            off=0.0,
            margin=0.0,
            note=f"{kind} walls, white inside",
            lit=True,
        )
        out = lining.thickness
        outer = inner
        if boards and cloth:
            outer = _wall(
                work,
                box,
                design,
                "white_foam_board",
                name,
                role="board",
                off=out,
                margin=0.0,
                note=f"{kind} walls, the board under the lining",
                lit=False,
            )
            out += covering_of("white_foam_board").thickness
            box.hold("taped", inner, (outer,), used={"cloth_tape": 2 * sum(_size(design, long))})
        if boards or not cloth:
            box.stands_out(outer)
            work.screw_on(box, outer, battens[name][:2] if long else (battens[name][0], battens[name][3]))
        else:
            box.hold("stapled", inner, battens[name], used={"staples": 1})
        layers = 2 if design.walls == "improvised" and design.doubled else 1
        black = "black_plastic_tablecloth" if boards else design.outside
        under = outer
        for layer in range(layers):
            skin = _wall(
                work,
                box,
                design,
                black,
                name,
                role=f"black {layer + 1}",
                off=out,
                margin=0.06,
                note=f"{kind} walls, black outside{', doubled' if layers == 2 else ''}, 60 mm round every edge",
                lit=False,
            )
            out += covering_of(black).thickness
            box.hold("stapled" if not boards else "taped", skin, (under,), used=_fixing(design, long, boards))
            under = skin


def _size(design: HangingBoxParameters, long: bool) -> tuple[float, float]:
    return (design.length if long else design.width), design.depth


def _fixing(design: HangingBoxParameters, long: bool, boards: bool) -> dict[str, float]:
    return {"cloth_tape": 2 * sum(_size(design, long))} if boards else {"staples": 1}


def laid(design: HangingBoxParameters, brief: Brief) -> LaidParts:
    """Two timber frames on corner posts, lamp bars, walls, sheet and cover."""
    d, centre = design.direction, design.source_centre
    stands = PartPose(
        origin=(float(centre[0]), float(centre[1]), float(centre[2])),
        x=(float(d[1]), -float(d[0]), 0.0),
        y=(float(d[0]), float(d[1]), 0.0),
    )
    work = LaidParts(carrying_length=brief.carrying_length, stands=stands, batten=design.bar_type, corner=design.corner)
    box, frames = _boxed(work, design)
    _walls(work, box, design, frames)
    if design.cover:
        top = work.sheet(
            box,
            "cover",
            "black_plastic_tablecloth",
            centre=(0.0, 0.0, design.depth),
            across=X,
            upward=Y,
            size=(design.width, design.length),
            margin=0.1,
            note="top cover, doubled where lamps shine up, with flaps over the vents",
        )
        inner = work.sheet(
            box,
            "top lining",
            design.lining,
            centre=(0.0, 0.0, design.depth),
            across=X,
            upward=Y,
            size=(design.width, design.length),
            note="top, white inside, laid on the upper frame",
            lit="box back",
        )
        box.hold("laid", inner, (*frames[1].all,))
        if covering_of(design.lining).form == "board":
            box.stands_out(inner)
        box.hold("tied", top, (inner,), used={"cloth_tie": 8})
    sheet = work.sheet(
        box,
        "sheet",
        design.sheet,
        centre=(0.0, 0.0, 0.0),
        across=X,
        upward=(0.0, -1.0, 0.0),
        size=(design.width, design.length),
        margin=0.0 if sheet_material(design.sheet).form == "board" else 0.08,
        note="hook-and-loop all round, so that it comes off for washing",
        lit="sheet",
    )
    if sheet_material(design.sheet).form == "board":
        box.stands_out(sheet)
    around = 2 * (design.width + design.length)
    box.hold("hook_and_loop", sheet, frames[0].all, used={"hook_and_loop": around})
    work.eyes("corner post", 4)
    work.fit("cord", 8)
    _steps(work, design)
    return work


def _steps(work: LaidParts, design: HangingBoxParameters) -> None:
    work.step(
        SAYS("make-both-frames", size=(design.width, design.length)),
        minutes=60,
        does="bond",
        uses=("long side", "short side", "lamp bar", "wood_screw", "wood_glue"),
        wait=60,
        sketch=Sketch(width=design.width, height=design.length, sides="long side", rails="short side"),
    )
    work.step(
        SAYS("join-the-frames", depth=design.depth),
        minutes=30,
        does="bond",
        uses=("corner post", "wood_glue", "wood_screw", *(("splint_screw",) if design.depth < SHORT_POSTS else ())),
        wait=60,
    )
    work.step(
        SAYS(
            "line-it",
            walls=WALL_WORDS[design.walls],
            lining=bounce_face(design.lining).name,
            layers="two" if design.doubled else "one",
        ),
        minutes=45,
        does="cover",
        uses=(
            "white inside",
            "black outside",
            "under the lining",
            "staples",
            "cloth_tape",
            "washer",
            "lap_screw",
            "splint_screw",
        ),
    )
    work.step(
        SAYS("hang-the-lamps", count=design.lamps, above=design.lamps_above), minutes=30, does="cover", uses=("cord",)
    )
    work.step(
        SAYS("close-it", cover="yes" if design.cover else "no"),
        minutes=20,
        does="cover",
        uses=("top cover", "top, white", "hook-and-loop all round", "hook_and_loop", "cloth_tie"),
    )
    work.step(leak_test(design), minutes=10, does="check")
    work.step(SAYS("hang-the-box"), minutes=30, does="hang", uses=("screw_eye", "cord"), hands=2)


build, assemble = built(laid, "hanging softbox")


def start(brief: Brief) -> HangingBoxParameters:
    """Under the ceiling with room over it for air."""
    height = round(max(0.8, min(2.0, brief.room.height - 0.35 - 0.1)), 2)
    return HangingBoxParameters(sheet_height=height)


def scaled(design: HangingBoxParameters, scale: float) -> HangingBoxParameters:
    """A larger box, as many lamps as its area asks for."""
    sides = {k: round(min(max(getattr(design, k) * scale, 0.4), 4.0), 2) for k in ("width", "length")}
    lamps = max(1, min(6, round(sides["width"] * sides["length"] / 0.9)))
    return design.model_copy(update={**sides, "lamps": lamps})


def marks(design: HangingBoxParameters, brief: Brief) -> tuple[Mark, ...]:
    """Height of the sheet, depth and length of the box."""
    del brief
    d, centre = design.direction, design.source_centre
    end = centre + d * (design.length / 2 + 0.12)
    return (
        Mark(
            path="design.sheet_height",
            label="Height of the sheet",
            start=centre * np.array([1.0, 1.0, 0.0]),
            end=centre,
        ),
        Mark(path="design.depth", label="Depth", start=end, end=end + UP * design.depth),
        Mark(
            path="design.length",
            label="Length",
            start=centre - d * design.length / 2 + UP * (design.depth + 0.1),
            end=centre + d * design.length / 2 + UP * (design.depth + 0.1),
        ),
    )


def handling(design: HangingBoxParameters) -> Handling:
    """Hangs from fixings or two spreaders; comes apart into two frames."""
    return Handling(stands=2, people=2, setup=45, strike=25, uses=60)


def holds(design: HangingBoxParameters, mass: float) -> tuple[Hold, ...]:
    """Its four corners."""
    top = design.source_centre + UP * design.depth
    return tuple(
        Hold(
            id=f"corner-{corner}",
            by="ceiling",
            name=f"corner {k + 1}",
            place=top + a * design.across * design.width / 2 + b * design.direction * design.length / 2,
            mass=mass / 4,
        )
        for k, (corner, a, b) in enumerate(CORNERS)
    )


def rejection_reason(brief: Brief) -> str | None:
    """Needs a ceiling high enough."""
    if brief.room.outdoors:
        return "Outdoors there is no ceiling to hang it from."
    left = brief.room.height - 0.35 - 0.1 - brief.subject.face_height
    return (
        f"Under this ceiling its sheet would hang {max(left, 0.0):.2f} m over the face; 0.3 m is the least."
        if left < 0.3
        else None
    )


SLOTS = slots_of(HangingBoxParameters)

KIND = Kind(
    id="hanging_softbox",
    name="large hanging softbox",
    parameters=HangingBoxParameters,
    arrange=arrange,
    build=build,
    assemble=assemble,
    start=start,
    scaled=scaled,
    marks=marks,
    handling=handling,
    holds=holds,
    capabilities=Capabilities(lamps=SLOTS["lamps"], sheet=Sheeted(material=SLOTS["sheet"]), faces=(SLOTS["lining"],)),
    rejection_reason=rejection_reason,
    carries_lamps=lambda design: design.lamps_above <= 0.0,
    methods={"enclosed": 2, "above": 2, "lined": 3},
    good="broad, even light from above for a bench and several people; nothing stands on the floor",
    bad="heavy, fixed, slow to build; lights everything below it alike",
    replaces=("one lamp a square metre", "depth a third of the width"),
    mistakes=(
        "lamps too few or too near the sheet: pools",
        "no top cover: the ceiling lights the room",
        "screws too long",
        "bed linen and doubled black cloth that were never tested for leaks",
    ),
    cautions=("Overhead load and heat: both need a licensed eye where the public is.",),
    becomes=(
        ReuseRule(
            forms=("carton", "tub"),
            sizes={"width": "width", "length": "height", "depth": "depth"},
            faces=1,
            heaviest=4.0,
            how=(
                "Open side down: line it white, cover the outside with black, put the sheet over the opening, and test"
                " it for leaks in the dark."
            ),
        ),
    ),
    refused_frames={
        "tube": "Lamps and lines hang from screws and eyes: thin tube holds neither.",
        "pipe": "Lamps and lines hang from screws and eyes: pipe holds neither.",
        "board": "Its walls are boards already; the frame carries lamps.",
        "found": "What hangs over people is built of parts whose strength is known.",
    },
)
