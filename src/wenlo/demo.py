"""Demo data: the attic workshop of a made-up violin maker."""

from wenlo.core.modifiers.registry import kinds
from wenlo.core.shoot.brief import Backdrop, Brief, Camera, Haze, LampSetting, OtherLight, Room, Subject, Wanted
from wenlo.core.shoot.document import Shoot
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
            camera=Camera(sensor="full_frame", focal_length=0.085, distance=2.1, aperture=2.8, shutter=1 / 100, iso=400.0),
            lamp=LampSetting(id="chip_60_dish"),
            wanted=Wanted(shadow_edge=0.022, background=-2.0, contrast=2.5, evenness=2.0, spill=0.3),
            carrying_length=1.25,
        ),
        design=FRAME(width=1.2, height=1.2, top_height=1.95, sheet_distance=1.0, lamp_distance=0.85, key_angle=50.0,
                     sheet="cotton_bed_linen_white"),
        notes="North window curtained off. Bench lamp stays dark.",
    )  # fmt: skip
    film = Shoot(
        title="Scroll carving, short film",
        brief=Brief(
            picture_for="film",
            subject=Subject(face_height=1.3),
            backdrop=Backdrop(distance=1.7, finish="brick"),
            room=attic,
            camera=Camera(sensor="crop_15", focal_length=0.05, distance=2.2, aperture=2.8, shutter=1 / 50, iso=400.0),
            lamp=LampSetting(id="chip_150_dish", power=0.5),
            wanted=Wanted(shadow_edge=0.03, background=-1.5, contrast=2.0, evenness=1.5, spill=0.4, loss=4.0),
        ),
        design=FRAME(width=1.4, height=1.2, top_height=2.0, sheet_distance=1.1, lamp_distance=0.9, layers=2, layer_gap=0.12,
                     sheet="bleached_muslin", structure="timber", material="softwood_18_44", key_angle=-56.0),
    )  # fmt: skip
    steam = Shoot(
        title="Varnish jar and steam",
        brief=Brief(
            picture_for="mood",
            subject=Subject(kind="bottle", finish="glossy", size=0.22, face_height=1.05),
            backdrop=Backdrop(distance=1.6, finish="slate_blue"),
            room=attic,
            camera=Camera(sensor="full_frame", focal_length=0.085, distance=1.1, aperture=5.6, shutter=1 / 60, iso=800.0),
            lamp=LampSetting(id="panel_45", power=0.4),
            haze=Haze(kind="steam", density="plain", x=0.11, y=0.1, z=1.13, width=0.12, height=0.26),
            others=[
                OtherLight(name="lamp behind", id="chip_60_dish", x=0.75, y=1.1, z=1.5, aim="subject", power=0.5),
                OtherLight(name="bench bulb", id="bulb_15", x=-1.3, y=0.9, z=1.9, aim="floor", on=False),
            ],
            wanted=Wanted(shadow_edge=0.012, occluder_distance=0.02, background=-2.5, contrast=3.0),
        ),
        design=FRAME(width=0.7, height=0.9, top_height=1.6, sheet_distance=0.6, lamp_distance=0.4, key_angle=-75.0,
                     sheet="tracing_paper_90_g"),
    )  # fmt: skip
    return [film, steam, portrait]


def load(service: Shoots) -> int:
    """Add the demo shoots unless the user has any; returns how many were added."""
    user = service.local_user()
    if service.lines(user):
        return 0
    for shoot in demo_shoots():
        service.create(user, shoot, label="Demo data")
    return len(demo_shoots())
