"""Demo data: the attic workshop of a made-up violin maker."""

from dataclasses import dataclass, field
from typing import Any

from wenlo.core.brief.brief import Backdrop, Brief, Camera, Haze, LampSetting, OtherLight, Room, Subject, Wanted
from wenlo.core.brief.set_objects import Block, Board, MeterMark
from wenlo.core.calibration.shots import ShotReading, ShotValues
from wenlo.core.catalog.items import Category, Item
from wenlo.core.document.failures import Failure
from wenlo.core.document.rigging import HoldChoice, Rigging, WetPlace
from wenlo.core.document.shoot import LampState, Look, Shoot
from wenlo.core.inventory.starter import starter
from wenlo.core.modifiers.registry import kinds
from wenlo.services.log import Log
from wenlo.services.shelf import Shelf
from wenlo.services.shoots import Shoots

FRAME = kinds()["diffusion_frame"].parameters


def demo_shoots() -> list[Shoot]:
    """The shoots that a demo starts with."""
    attic = Room(width=4.2, depth=5.6, height=2.4, walls="cream_paint", ceiling="white_paint", floor="timber")
    portrait = Shoot(
        title="The maker at the bench",
        brief=Brief(
            picture_for="mood",
            subject=Subject(face_height=1.25),
            backdrop=Backdrop(distance=1.9, finish="slate_blue"),
            room=attic,
            camera=Camera(
                sensor="full_frame", focal_length=0.085, distance=2.1, aperture=2.8, shutter=1 / 100, iso=400.0
            ),
            lamp=LampSetting(id="chip_60_dish"),
            wanted=Wanted(shadow_edge=0.022, background=-2.0, contrast=2.5, evenness=2.5, spill=0.3),
            carrying_length=1.25,
        ),
        design=FRAME(
            width=1.2,
            height=1.2,
            top_height=1.95,
            sheet_distance=1.0,
            lamp_distance=0.85,
            key_angle=50.0,
            sheet="cotton_bed_linen_white",
        ),
        notes="North window curtained off. Bench lamp stays dark.",
    )
    film = Shoot(
        title="Scroll carving, short film",
        brief=Brief(
            picture_for="film",
            subject=Subject(face_height=1.3),
            backdrop=Backdrop(distance=1.7, finish="brick"),
            room=attic,
            camera=Camera(sensor="crop_15", focal_length=0.05, distance=2.2, aperture=2.8, shutter=1 / 50, iso=400.0),
            lamp=LampSetting(id="chip_150_dish", power=0.5),
            wanted=Wanted(shadow_edge=0.024, background=-1.5, contrast=2.0, evenness=1.75, spill=0.4, loss=4.0),
        ),
        design=FRAME(
            width=1.4,
            height=1.2,
            top_height=2.0,
            sheet_distance=1.1,
            lamp_distance=0.9,
            layers=2,
            layer_gap=0.12,
            sheet="bleached_muslin",
            structure="timber",
            material="softwood_18_44",
            key_angle=-56.0,
        ),
    )
    steam = Shoot(
        title="Varnish jar and steam",
        brief=Brief(
            picture_for="mood",
            subject=Subject(kind="bottle", finish="glossy", size=0.22, face_height=1.05),
            backdrop=Backdrop(distance=1.6, finish="slate_blue"),
            room=attic,
            camera=Camera(
                sensor="full_frame", focal_length=0.085, distance=1.1, aperture=5.6, shutter=1 / 60, iso=800.0
            ),
            lamp=LampSetting(id="chip_60_dish", power=0.4),
            haze=Haze(kind="steam", density="plain", x=0.11, y=0.1, z=1.13, width=0.12, height=0.26),
            others=[
                OtherLight(name="lamp behind", id="chip_60_dish", x=0.75, y=1.1, z=1.5, aim="subject", power=0.5),
                OtherLight(name="bench bulb", id="bulb_15", x=-1.3, y=0.9, z=1.9, aim="floor", on=False),
            ],
            wanted=Wanted(
                shadow_edge=0.012, occluder_distance=0.02, background=-2.0, contrast=3.0, evenness=4.0, spill=0.45
            ),
        ),
        design=FRAME(
            width=0.7,
            height=0.9,
            top_height=1.6,
            sheet_distance=0.6,
            lamp_distance=0.6,
            key_angle=-75.0,
            sheet="cotton_bed_linen_white",
        ),
    )
    return [_bench(), film, steam, portrait]


def _bench() -> Shoot:
    # a whole set under the roof: furniture, a window, a rim, cards, meters and two looks of it
    brief = Brief(
        picture_for="film",
        subject=Subject(face_height=1.3),
        backdrop=Backdrop(distance=2.0, finish="slate_blue"),
        room=Room(
            width=4.6,
            depth=6.0,
            height=2.5,
            slope="right",
            knee=1.2,
            run=1.3,
            walls="cream_paint",
            ceiling="white_paint",
            floor="timber",
        ),
        camera=Camera(sensor="crop_15", focal_length=0.05, distance=2.2, aperture=2.8, shutter=1 / 50, iso=400.0),
        lamp=LampSetting(id="chip_150_dish", power=0.6),
        others=[
            OtherLight(
                key="north-window",
                name="north window",
                id="window",
                x=-2.3,
                y=0.6,
                z=1.5,
                width=0.9,
                height=1.1,
                daylight=6000.0,
            ),
            OtherLight(key="rim", name="rim", id="panel_45", x=1.05, y=1.25, z=1.75, power=0.5),
        ],
        pieces=[
            Block(name="gluing bench", x=-1.1, y=1.5, width=1.5, depth=0.6, height=0.9),
            Block(name="tool shelf", x=1.7, y=1.6, width=0.8, depth=0.35, height=1.1, turn=-15.0),
            Board(key="white-card", name="white card", x=0.85, y=-0.15, z=1.3, width=0.7, height=1.0, turn=-90.0),
            Board(
                key="flag",
                name="flag for the backdrop",
                x=-0.62,
                y=0.72,
                z=1.6,
                width=0.6,
                height=0.8,
                turn=65.0,
                face="black",
                hidden=True,
            ),
        ],
        wanted=Wanted(shadow_edge=0.018, background=-1.4, contrast=2.0, evenness=2.75, spill=0.4, loss=4.0),
    )
    design = FRAME(
        width=1.2,
        height=1.2,
        top_height=1.95,
        sheet_distance=1.1,
        lamp_distance=0.8,
        key_angle=-50.0,
        sheet="bleached_muslin",
    )
    day = Look(
        name="by day",
        lamp=LampState(power=0.6),
        hidden=["flag"],
        design=design,
        others={"north-window": LampState(), "rim": LampState(power=0.5)},
    )
    evening = Look(
        name="evening",
        lamp=LampState(power=0.3, gel="half_warm"),
        hidden=["white-card"],
        design=design,
        others={"north-window": LampState(on=False), "rim": LampState(power=0.25)},
    )
    return Shoot(
        title="At the gluing bench",
        brief=brief,
        design=design,
        meters=[
            MeterMark(name="far cheek", x=0.09, y=0.05, z=1.28, facing="right"),
            MeterMark(name="bench top", x=-1.0, y=1.4, z=0.92, facing="up"),
        ],
        looks=[day, evening],
        rig=Rigging(wet=[WetPlace(name="wash basin", x=1.4, y=-2.5)], holds={"key/lamp": HoldChoice(ballast=10.0)}),
        notes="The bench stays where it is; the wash basin is behind the camera.",
    )


@dataclass(frozen=True, kw_only=True)
class Owned:
    """A generic thing in the workshop: how many, under which name, and the values that were found."""

    category: Category
    generic: str
    count: float = 1.0
    name: str | None = None
    note: str = ""
    measured: dict[str, float] = field(default_factory=dict)


OWNED = (
    Owned(
        category="lamp",
        generic="chip_60_dish",
        name="Bench lamp with dish",
        note="Second drawer; the dish has a dent at the rim.",
    ),
    Owned(category="lamp", generic="panel_45", count=2, name="Panel, 45 W"),
    Owned(category="lamp", generic="bulb_15", count=3, name="Bulb over the gluing bench"),
    Owned(category="lamp", generic="flash_hotshoe", name="Small flash"),
    Owned(
        category="sheet",
        generic="cotton_bed_linen_white",
        name="Old bed linen, ironed",
        measured={
            "transmittance": 0.43,
            "transmittance_low": 0.41,
            "transmittance_high": 0.45,
            "reflectance": 0.5,
            "on_hand": 3.2,
        },
    ),
    Owned(
        category="sheet",
        generic="tracing_paper_90_g",
        name="Tracing paper for scroll templates",
        measured={"on_hand": 6.0},
    ),
    Owned(category="sheet", generic="shower_curtain_frosted", name="Frosted curtain from the wash basin"),
    Owned(category="face", generic="white_foam_board", count=3),
    Owned(category="face", generic="foil_creased", name="Kitchen foil, creased"),
    Owned(category="black", generic="black_foil", name="Black foil, half a roll", measured={"on_hand": 4.0}),
    Owned(
        category="black",
        generic="heavy_black_flag_cloth",
        name="Curtain of the north window",
        measured={"on_hand": 2.5},
    ),
    Owned(category="backdrop", generic="slate_blue_poster", count=2),
    Owned(category="backdrop", generic="oak_veneer_panel", name="Offcut of oak veneer"),
    Owned(category="board", generic="plywood_6", name="Plywood left from the moulds"),
    Owned(category="bar", generic="softwood_18_44", count=6, name="Softwood battens"),
    Owned(category="hardware", generic="wood_screw", count=120),
    Owned(category="hardware", generic="splint_screw", count=80),
    Owned(category="hardware", generic="spring_clamp", count=14, name="Padded spring clamps from the gluing bench"),
    Owned(category="hardware", generic="cloth_tape", count=18),
    Owned(category="hardware", generic="cord", count=25),
    Owned(category="support", generic="light_stand_28", count=2),
    Owned(category="support", generic="camera_tripod"),
    Owned(category="support", generic="trestle_75", count=2, name="Trestles under the workboard"),
    Owned(category="tool", generic="fine_hand_saw"),
    Owned(category="tool", generic="cordless_drill"),
    Owned(category="tool", generic="snap_knife"),
    Owned(category="found", generic="stretched_canvas_80", name="Canvas from the stairs, painted over white"),
    Owned(category="found", generic="food_container_tall", name="Glue-size container, 280 × 200 × 120 mm"),
    Owned(category="found", generic="drum_shade_40", name="Shade of the hall lamp"),
    Owned(category="found", generic="postal_tube_76", name="Tube the bow wood came in"),
    Owned(category="found", generic="magnifier_lens_90", name="Purfling magnifier"),
)


def demo_shots() -> list[ShotValues]:
    """The log of the maker at the bench: an afternoon of three frames."""
    set_so: dict[str, Any] = {"aperture": 2.8, "iso": 400.0, "power": 1.0, "kelvin": 5600.0}
    return [
        ShotValues(
            **set_so,
            shutter=1 / 100,
            verdict="too dark",
            readings=[ShotReading(meter="key", lux=395.0)],
            notes="Two thirds of a stop under what was predicted; the new linen is thicker than the old.",
        ),
        ShotValues(
            **set_so,
            shutter=1 / 60,
            verdict="good",
            changed="shutter to 1/60",
            readings=[ShotReading(meter="key", lux=402.0)],
            notes="Scroll still has its edge; the maker holds still.",
        ),
        ShotValues(
            **{**set_so, "power": 0.5},
            shutter=1 / 30,
            verdict="spills",
            changed="lamp to half, for a quieter fan",
            notes="The slate wall catches the side of the sheet; a black on that side next.",
            failures=[Failure(what="slid", part="light stand, 2 m", load=2.4, minutes=25.0)],
        ),
    ]


def load(service: Shoots, shelf: Shelf, log: Log) -> int:
    """Add the demo shoots, their log and Shelf unless the user has any; returns how many shoots were added."""
    user = service.local_user()
    if service.lines(user):
        return 0
    for owned in OWNED:
        generic = starter()[owned.category, owned.generic]
        values = {**generic.values.model_dump(mode="json"), **owned.measured}
        known = "transmittance" in owned.measured
        item = Item(
            category=owned.category,
            name=owned.name or generic.name,
            count=owned.count,
            note=owned.note,
            starter=owned.generic,
            measured=known,
            values=values,
        )
        shelf.add(user, item)
    records = [service.create(user, shoot, label="Demo data") for shoot in demo_shoots()]
    for shot in demo_shots():
        log.add(user, records[-1].id, shot)
    return len(records)
