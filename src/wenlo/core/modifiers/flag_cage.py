"""A cage of flags: black panels between a lamp's sheet and what must stay dark, no larger and no more than needed."""

import math
from dataclasses import dataclass
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import ClothRef
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Sketch
from wenlo.core.facts import Phrases, told_stops, yes
from wenlo.core.geometry.beams import Shade, shade_for
from wenlo.core.ids import slug
from wenlo.core.modifiers.flagging import flag_panel, spared
from wenlo.core.modifiers.framed import FrameWords, begin, hung_sheet, on_a_frame, panels_of, size_of
from wenlo.core.modifiers.kind import Arrangement, Handling, Hold, Kind, KindFigure, Mark, Probe, ReuseRule
from wenlo.core.modifiers.laid_kinds import built
from wenlo.core.modifiers.of_bars import FRAMED, HOLDERS, JOINERS, Cornered, OfBars, drying, how_made
from wenlo.core.modifiers.placing import UP, facing, key_lamp, layers_of, panel
from wenlo.core.modifiers.slots import Capabilities, Height, Sheeted, slots_of
from wenlo.core.modifiers.upright import LitFromBehind, scaled_within, start_of, upright_marks
from wenlo.core.optics.shapes import Panel
from wenlo.core.photometry.stops import stops_between
from wenlo.core.transport.scene import Meter
from wenlo.core.units.fields import quantity

SAYS = Phrases(
    "flag-cage", {"set-them-one-at-a-time": {"out": "length"}, "make-the-flag": {"protects": "label", **FRAMED}}
)

Vector = NDArray[np.float64]

Protected = Literal["backdrop", "ceiling", "lens"]

PROTECTED: tuple[Protected, ...] = ("backdrop", "ceiling", "lens")
LENS = 0.12
"""Half width about the lens that is kept dark. [m]"""


class CageParameters(LitFromBehind, OfBars, Cornered):
    """Parameters of the sheet, and which surfaces are kept dark; how far out the flags stand."""

    kind: Literal["flag_cage"] = "flag_cage"
    width: float = quantity(0.2, 2.0, unit="m", label="width", default=0.8)
    height: float = quantity(0.2, 2.0, unit="m", label="height", default=0.8)
    sheet: ClothRef = "cotton_bed_linen_white"
    lamp_distance: float = quantity(0.1, 6.0, unit="m", label="distance from lamp to sheet", default=0.7)
    backdrop: bool = True
    ceiling: bool = False
    lens: bool = False
    out: float = quantity(0.05, 2.0, unit="m", label="flags from the sheet", default=0.4)


@dataclass(frozen=True, kw_only=True)
class Flag:
    """A flag: what it protects, where it stands and how large, and whether it was cut short to spare the key."""

    protects: Protected
    shade: Shade
    cut_short: bool


def protected_corners(protects: Protected, brief: Brief) -> Vector:
    """Corners of what is kept dark, shape (4, 3): what the lens sees of the backdrop, the ceiling over it all, the
    lens. [m]
    """
    room, y = brief.room, brief.backdrop.distance
    if protects == "backdrop":
        half = min(1.2, room.width / 2 - 0.05)
        low, high = 0.4, min(2.2, room.height - 0.05)
        return np.array([[-half, y, low], [half, y, low], [half, y, high], [-half, y, high]])
    if protects == "ceiling":
        half, z = room.width / 2 - 0.05, room.height
        return np.array([[-half, -0.5, z], [half, -0.5, z], [half, y, z], [-half, y, z]])
    z, away = brief.subject.face_height, -brief.camera.distance
    return np.array([[-LENS, away, z - LENS], [LENS, away, z - LENS], [LENS, away, z + LENS], [-LENS, away, z + LENS]])


def flags(design: CageParameters, brief: Brief) -> tuple[Flag, ...]:
    """The flags that are asked for, each the smallest that hides the whole sheet, trimmed where it would cut
    the key.
    """
    source = design.source_centre
    radius = math.hypot(design.width, design.height) / 2
    face = UP * brief.subject.face_height
    found = []
    for protects in PROTECTED:
        if not getattr(design, protects):
            continue
        corners = protected_corners(protects, brief)
        away = float(np.linalg.norm(corners.mean(axis=0) - source))
        shade = shade_for(source, corners, at=min(max(design.out / away, 0.05), 0.9), lamp_half=radius)
        made, trimmed = spared(shade, source, face, radius)
        found.append(Flag(protects=protects, shade=made, cut_short=trimmed))
    return tuple(found)


def _panel(flag: Flag, source: Vector, brief: Brief) -> Panel | None:
    return flag_panel(f"flag for the {flag.protects}", flag.shade, source, brief)


def arrange(design: CageParameters, brief: Brief, transmittance: float | None = None) -> Arrangement:
    """The sheet, its lamp and the flags."""
    across, upward = facing(design.direction, 0.0)
    sheet = panel(
        "sheet",
        centre=design.source_centre,
        across=across * design.width,
        upward=upward * design.height,
        surface=layers_of(design.sheet, 1, transmittance),
    )
    made = [_panel(flag, design.source_centre, brief) for flag in flags(design, brief)]
    lamp = key_lamp(brief, centre=design.lamp_position, aim=design.lamp_aim)
    return Arrangement(surfaces=(sheet, *(p for p in made if p is not None)), lamps=(lamp,))


def _meter(protects: Protected, brief: Brief) -> Meter:
    middle = protected_corners(protects, brief).mean(axis=0)
    normal = {"backdrop": np.array([0.0, -1.0, 0.0]), "ceiling": -UP, "lens": np.array([0.0, 1.0, 0.0])}[protects]
    return Meter(id=protects, position=middle + 0.002 * normal, normal=normal)


SHOWS = Phrases(
    "cage-figure",
    {
        "flag": {"protects": "choice", "stops": "in_stops", "size": "size", "edge": "length", "short": "choice"},
        "key": {"same": "choice", "stops": "in_stops"},
        "fewest": {"flags": "choice", "level": "by_stops", "wanted": "by_stops"},
    },
    room="light",
)


def figures(design: CageParameters, brief: Brief, probe: Probe) -> tuple[KindFigure, ...]:
    """Of every flag its size, what it brings and its edge; the key without them; and the fewest that keep the spill in
    its band.
    """
    standing = flags(design, brief)
    names = frozenset(f"flag for the {p}" for p in PROTECTED)
    meters = [
        *(_meter(p, brief) for p in PROTECTED),
        Meter(id="key", position=UP * brief.subject.face_height, normal=_toward(design, brief)),
    ]
    bare, shaded = probe(meters, names), probe(meters, frozenset())
    rows = []
    for flag in standing:
        before, after = bare[flag.protects], shaded[flag.protects]
        brings = stops_between(before, after) if min(before, after) > 0.0 else math.inf
        wide, tall = (float(2 * h) for h in flag.shade.half)
        rows.append(
            KindFigure(
                key=f"flag_{flag.protects}",
                says=SHOWS(
                    "flag",
                    protects=flag.protects,
                    stops=told_stops(brings),
                    size=(wide, tall),
                    edge=flag.shade.edge,
                    short=yes(flag.cut_short),
                ),
            )
        )
    if min(bare["key"], shaded["key"]) > 0.0:
        cost = stops_between(bare["key"], shaded["key"])
        rows.append(KindFigure(key="flag_key", says=SHOWS("key", same=yes(abs(cost) < 0.1), stops=cost)))
    wanted = brief.wanted.background
    if bare["key"] > 0.0 and bare["backdrop"] > 0.0:
        level = -stops_between(bare["key"], bare["backdrop"])
        needed = "none" if level <= wanted + 0.5 else "there" if design.backdrop else "one"
        rows.append(KindFigure(key="flag_fewest", says=SHOWS("fewest", flags=needed, level=level, wanted=wanted)))
    return tuple(rows)


def _toward(design: CageParameters, brief: Brief) -> Vector:
    way = design.source_centre - UP * brief.subject.face_height
    unit: Vector = way / float(np.linalg.norm(way))
    return unit


def _keep_clear(work: LaidParts) -> None:
    met = work.assembly.run_into()
    if met is None:
        return
    named = " and ".join(_NAMES.get(id, f"the flag for the {id.removeprefix('flag.')}") for id in met)
    message = f"Here {named} run into each other: set the flags nearer or farther out, or do without one."
    raise Impossible(message, fields=[FieldError(path="design.out", message=message)])


_NAMES = {"hung": "the sheet's rod"}


def laid(design: CageParameters, brief: Brief) -> LaidParts:
    """A hung sheet and a frame of battens for every flag.

    Raises
    ------
    Impossible
        When a flag would stand where the sheet's rod or another flag is.
    """
    work = begin(design, brief)
    made = panels_of(arrange(design, brief))
    hung_sheet(work, made["sheet"], design.sheet)
    standing = [flag for flag in flags(design, brief) if f"flag for the {flag.protects}" in made]
    for flag in standing:
        name = f"flag for the {flag.protects}"
        on_a_frame(
            work,
            made[name],
            "heavy_black_flag_cloth",
            FrameWords(uprights=f"side of the {name}", rails=f"rail of the {name}", height="out", width="out"),
            id=f"flag.{flag.protects}",
            margin=0.05,
            note=f"{name}, round its frame",
        )
    _keep_clear(work)
    work.fit("cord", 4)
    work.fit("spring_clamp", 2 + 2 * len(standing))
    for flag in standing:
        wide, tall = size_of(made[f"flag for the {flag.protects}"])
        work.step(
            SAYS("make-the-flag", protects=flag.protects, size=(wide, tall), **how_made(work)),
            id=f"flag-{slug(flag.protects)}",
            minutes=35,
            does="bond",
            uses=(f"flag for the {flag.protects}", *JOINERS, *HOLDERS),
            wait=drying(work),
            sketch=Sketch(width=wide, height=tall, sides="side of the flag", rails="rail of the flag"),
        )
    work.step(
        SAYS("set-them-one-at-a-time", out=design.out),
        minutes=10 + 5 * len(standing),
        does="set",
        uses=("rod of the sheet", "sleeve", "cord", "spring_clamp"),
    )
    return work


build, assemble = built(laid, "cage of flags")


def start(brief: Brief) -> CageParameters:
    """A small sheet near the subject, the backdrop kept dark."""
    return CageParameters(**start_of(brief, width=0.8, height=0.8, wish=0.8, angle=60.0))


def scaled(design: CageParameters, scale: float) -> CageParameters:
    """Sheet and lamp distance; the flags follow by themselves."""
    return design.model_copy(update=scaled_within(design, scale))


def marks(design: CageParameters, brief: Brief) -> tuple[Mark, ...]:
    """Those of an upright source, and how far out the flags stand."""
    del brief
    over = design.source_centre + UP * (design.height / 2 + 0.1)
    return (
        *upright_marks(design),
        Mark(path="design.out", label="Flags from the sheet", start=over - design.direction * design.out, end=over),
    )


def handling(design: CageParameters) -> Handling:
    """Two stands for the sheet, one for every flag."""
    count = sum((design.backdrop, design.ceiling, design.lens))
    return Handling(stands=2 + count, people=1 if count < 2 else 2, setup=10 + 6 * count, strike=5 + 3 * count, uses=40)


def holds(design: CageParameters, mass: float) -> tuple[Hold, ...]:
    """The rod, and the flags' stands before it."""
    return (
        Hold(
            id="rod",
            name="rod of the sheet",
            place=design.source_centre + UP * design.height / 2,
            mass=mass * 0.3,
            groups=("hung",),
        ),
        Hold(
            id="studs",
            name="studs of the flags",
            place=design.source_centre - design.direction * design.out,
            mass=mass * 0.7,
            groups=("flag.",),
        ),
    )


SLOTS = slots_of(CageParameters)

KIND = Kind(
    id="flag_cage",
    name="sheet in a cage of flags",
    parameters=CageParameters,
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
    figures=figures,
    good="soft light, and every surface as dark as it is wanted",
    bad="a stand for every flag; takes the floor",
    replaces=("flags as large as the sheet",),
    mistakes=("a flag that cuts the key", "more flags than the picture needs"),
    cautions=("Ballast every flag's stand.",),
    becomes=(
        ReuseRule(
            forms=("frame",),
            sizes={},
            faces=1,
            heaviest=4.0,
            how="Cover it with black cloth: it is one of the flags, if it is as large as the list of parts says.",
        ),
    ),
    refused_frames={
        "board": "A flag is black all over: a window would let the light through.",
        "found": "Each flag has a size of its own that follows from the set.",
    },
)
