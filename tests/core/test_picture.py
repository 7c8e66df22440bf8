"""The predicted picture against closed forms, the meters and the shadow-edge figure."""

import math

import numpy as np
import pytest

from factories import shoot_document
from wenlo.core.analysis.preview import Taking, camera_of, exposure_factor, preview
from wenlo.core.analysis.source_light import modifier_light
from wenlo.core.document.shoot import read_shoot
from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.shapes import Dome, Panel
from wenlo.core.optics.sheet import Sheet, board, foil
from wenlo.core.photometry import tone
from wenlo.core.scene import stand_in_shapes
from wenlo.core.transport.measure import read
from wenlo.core.transport.picture import Viewpoint, take
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import Effort, solve

A = np.array


def lamp(centre, along, size=0.02, amount=3000.0):
    n = A(along, float) / np.linalg.norm(along)
    u = np.cross(n, [0.0, 0, 1] if abs(n[2]) < 0.9 else [0.0, 1, 0])
    u /= np.linalg.norm(u)
    return Emitter(
        id="lamp",
        shape="disc",
        centre=A(centre, float),
        edge_u=u * size,
        edge_v=np.cross(n, u) * size,
        amount=amount,
        beam=1.0,
        colour=np.ones(3),
    )


def wall(rho=0.5, size=4.0, y=2.0):
    return Panel(
        id="wall",
        origin=A([-size / 2, y, -size / 2]),
        edge_u=A([size, 0.0, 0]),
        edge_v=A([0.0, 0, size]),
        surface=board((rho,) * 3),
    )


def shot(panels, lamps, camera, *, width=60, height=40, samples=16, smoothing=0):
    return take(
        solve(LightScene(panels=tuple(panels), lamps=tuple(lamps))),
        camera,
        width=width,
        height=height,
        samples=samples,
        smoothing=smoothing,
    )


AHEAD = Viewpoint(position=np.zeros(3), aim=A([0.0, 1, 0]), field=math.radians(40))


def test_luminance_of_a_lit_wall():
    # L = ρE/π at every pixel, E of a small Lambertian lamp beside the camera: I₀ cos⁴/d².
    picture = shot([wall()], [lamp((0, 0, 0.0), (0, 1, 0))], AHEAD, samples=32)
    image = picture.light[0][..., 1]
    x = (np.arange(60) + 0.5) / 30 - 1
    tan = math.tan(math.radians(20))
    xx, zz = np.meshgrid(x * tan, (1 - (np.arange(40) + 0.5) / 20) * tan * 40 / 60)
    expected = 0.5 / math.pi * 3000 / math.pi / 4 / (1 + xx**2 + zz**2) ** 2
    # a single pixel is still a little noisy
    assert image == pytest.approx(expected, rel=0.04)
    assert image.mean() == pytest.approx(expected.mean(), rel=0.003)


def test_mirror_shows_the_lamp_and_its_luminance():
    mirror = Panel(
        id="mirror",
        origin=A([-2.0, 2, -2]),
        edge_u=A([4.0, 0, 0]),
        edge_v=A([0.0, 0, 4]),
        surface=foil((0.9,) * 3, 0.001),
    )
    source = lamp((0, -0.4, 0), (0, 1, 0), size=0.3)
    picture = shot([mirror], [source], Viewpoint(position=A([0.0, 0.1, 0]), aim=A([0.0, 1, 0]), field=math.radians(20)))
    face = 3000 / math.pi / (math.pi * 0.15**2)
    assert picture.light[0][20, 30, 1] == pytest.approx(0.9 * face, rel=0.03)


def test_out_of_focus_is_blurred_by_the_circle_of_confusion():
    # A small disc of light at 4 m with the lens focused at 1 m: it covers A·(4 − 1)/4 as seen in the plane at 1 m.
    source = lamp((0, 4.0, 0), (0, -1, 0), size=0.01)
    camera = Viewpoint(position=np.zeros(3), aim=A([0.0, 1, 0]), field=math.radians(20), aperture=0.04, focus=1.0)
    image = shot([wall(y=6.0, rho=0.0)], [source], camera, width=90, height=60, samples=64).light[0][..., 1]
    across = (image > 0.2 * np.median(image[image > 0])).any(axis=0).sum() / 90 * 2 * math.tan(math.radians(10))
    assert across == pytest.approx(0.04 * 3 / 4, rel=0.15)


def test_picture_and_meter_agree_in_a_room():
    document = shoot_document()
    shoot = read_shoot(document)
    camera = camera_of(shoot.brief)
    from wenlo.core.analysis.preview import picture_scene

    scene = picture_scene(shoot.brief, shoot.design)
    solved = solve(scene, Effort(sides=400))
    picture = take(solved, camera, width=96, height=64, samples=32, smoothing=0)
    # a corner of the frame sees the backdrop: its radiance is that of a meter laid on it
    at = (6, 8)
    tan = math.tan(camera.field / 2)
    ahead = camera.aim - camera.position
    ahead /= np.linalg.norm(ahead)
    right, up = A([1.0, 0, 0]), np.cross(A([1.0, 0, 0]), ahead)
    ray = ahead + (2 * (at[1] + 0.5) / 96 - 1) * tan * right + (1 - 2 * (at[0] + 0.5) / 64) * tan * 64 / 96 * up
    place = camera.position + ray * (shoot.brief.backdrop.distance - camera.position[1]) / ray[1]
    backdrop = next(p for p in scene.panels if p.id == "backdrop")
    meter = Meter(id="m", position=place - A([0, 1e-4, 0]), normal=A([0.0, -1, 0]))
    lux = read(solved, [meter])["m"].total
    seen = picture.light[0][at[0] - 2 : at[0] + 3, at[1] - 2 : at[1] + 3].mean(axis=(0, 1))
    assert seen[1] == pytest.approx(float(lux[1] * backdrop.surface.reflectance_front[1] / math.pi), rel=0.06)


@pytest.mark.parametrize("changes", [{}, {"design__lamp_distance": 1.4}])
def test_shadow_edge_in_the_picture_is_the_reported_one(changes):
    """A straight edge before a card at the face: the 10–90 % width in the picture is within a tenth of the figure."""
    shoot = read_shoot(shoot_document(brief__wanted__occluder_distance=0.1, **changes))
    brief, design = shoot.brief, shoot.design
    from wenlo.core.scene import scene_builder

    light = modifier_light(brief, design)
    face, toward = scene_builder.face(brief), scene_builder.toward_source(brief, design)
    across = np.cross(A([0.0, 0, 1]), toward)
    across /= np.linalg.norm(across)
    up = np.cross(toward, across)
    card = Panel(
        id="card",
        origin=face - 0.3 * across - 0.3 * up,
        edge_u=0.6 * across,
        edge_v=0.6 * up,
        surface=board((0.7,) * 3),
    )
    edge = Panel(
        id="edge",
        origin=face + 0.1 * toward - 0.6 * up,
        edge_u=1.2 * up,
        edge_v=1.2 * across,
        surface=board((0.0,) * 3),
    )
    scene = scene_builder.scene(brief, design, with_room=False)
    solved = solve(LightScene(panels=(*scene.panels, card, edge), lamps=scene.lamps), Effort(sides=400))
    # seen from beside the edge, square to the card's level line
    camera = Viewpoint(position=face + 0.09 * toward - 0.35 * across, aim=face, field=math.radians(60))
    picture = take(solved, camera, width=640, height=24, samples=64, smoothing=0)
    row = picture.light[0][8:16, :, 1].mean(axis=0)
    tan = math.tan(camera.field / 2)
    ahead = camera.aim - camera.position
    ahead /= np.linalg.norm(ahead)
    right = np.cross(ahead, A([0.0, 0, 1]))
    right /= np.linalg.norm(right)
    places = []
    for i in range(640):
        ray = ahead + (2 * (i + 0.5) / 640 - 1) * tan * right
        t = ((face - camera.position) @ toward) / (ray @ toward)
        places.append((camera.position + t * ray - face) @ across)
    order = np.argsort(places)
    at, lit = A(places)[order], row[order]
    near = np.abs(at) < 2.5 * light.shadow_edge
    at, lit = at[near], lit[near]
    # light falls from left to right; levels are taken just beside the edge
    share = np.minimum.accumulate((lit - lit.min()) / (np.quantile(lit, 0.97) - lit.min()))
    width = np.interp(-0.1, -share, at) - np.interp(-0.9, -share, at)
    assert width == pytest.approx(light.shadow_edge, rel=0.10)


def steepest(changes):
    """The largest step of light between neighbours under the nose, where its shadow falls, as a share of the
    brightest there.
    """
    shoot = read_shoot(shoot_document(brief__camera__distance=1.5, **changes))
    picture = preview(shoot.brief, shoot.design, Taking(width=240, height=160, samples=32, smoothing=2)).picture
    image = picture.light[0][..., 1]
    patch = image[66:78, 106:120]
    return float(np.max(np.abs(np.diff(patch, axis=0))) / np.percentile(patch, 95))


def test_hard_single_and_double_sheets_are_told_apart():
    hard, single, double = (
        steepest(changes)
        for changes in (
            {"design__sheet": "sheer_voile_curtain"},
            {},
            {"design__layers": 2, "design__layer_gap": 0.3, "design__lamp_distance": 1.5},
        )
    )
    assert hard > 1.3 * single
    assert single > 1.3 * double


def test_smoothing_keeps_the_light_and_takes_the_noise():
    shoot = read_shoot(shoot_document())
    small = Taking(width=96, height=64, samples=4, smoothing=3)
    clean = preview(shoot.brief, shoot.design, Taking(width=96, height=64, samples=128, smoothing=0)).picture.light[0][
        ..., 1
    ]
    raw = preview(shoot.brief, shoot.design, Taking(width=96, height=64, samples=4, smoothing=0)).picture.light[0][
        ..., 1
    ]
    smooth = preview(shoot.brief, shoot.design, small).picture.light[0][..., 1]
    lit = clean > 1e-3 * clean.max()

    def off(image):
        return float(np.median(np.abs(image / clean - 1)[lit]))

    assert off(smooth) < 0.35 * off(raw)
    assert smooth[lit].sum() == pytest.approx(clean[lit].sum(), rel=0.05)


def test_a_picture_can_be_given_up():
    shoot = read_shoot(shoot_document())
    asked = []

    def once(done):
        asked.append(done)
        return False

    assert preview(shoot.brief, shoot.design, Taking(width=24, height=16, samples=64), once).picture.samples == 1
    assert asked == [1]


def test_right_exposure_shows_a_card_at_its_reflectance():
    # ρE/π · factor = ρ when E·t = C·N²/S.
    shoot = read_shoot(shoot_document(brief__receptor="flat"))
    camera = shoot.brief.camera
    right = 250 * camera.aperture**2 / camera.iso / camera.shutter
    assert 0.18 * right / math.pi * exposure_factor(shoot.brief) == pytest.approx(0.18)


def test_tone_curve():
    x = np.linspace(0, 6, 2000)
    y = tone.shoulder(x)
    assert np.all(np.diff(y) >= 0)
    assert y[x <= tone.KNEE] == pytest.approx(x[x <= tone.KNEE])
    assert tone.shoulder(A([tone.WHITE, 9.0])) == pytest.approx([1, 1])
    h = 1e-5
    slope = (tone.shoulder(A([tone.KNEE + h])) - tone.KNEE)[0] / h
    assert slope == pytest.approx(1.0, abs=1e-3)
    assert tone.encoded(A([0.0, 1.0, 0.0031308])) == pytest.approx([0, 1, 0.04045], abs=1e-4)
    assert tone.stops_from_grey(A([0.18, 0.36, 0.09])) == pytest.approx([0, 1, -1])


@pytest.mark.parametrize("finish", ["matt", "satin", "glossy", "mirror", "translucent"])
def test_finishes_lose_no_and_make_no_light(finish):
    sheet = stand_in_shapes.finished((0.5, 0.4, 0.3), finish)
    front = sheet.reflectance_front + sheet.transmittance
    if sheet.gloss_front:
        front = front * (1 - sheet.gloss_front.mean) + sheet.gloss_front.mean
    if sheet.shine_front:
        front = front + sheet.shine_front.reflectance
    assert np.all(front <= 1.0 + 1e-9)


def test_stand_ins_have_their_size_and_stand_where_they_should():
    from wenlo.core.transport.tree import bounds

    def extent(shapes):
        boxes = [bounds(s) for s in shapes]
        return np.min([b[0] for b in boxes], axis=0), np.max([b[1] for b in boxes], axis=0)

    low, high = extent(stand_in_shapes.standing_figure(np.zeros(3), height=1.8))
    assert low[2] == pytest.approx(0, abs=0.01)
    assert high[2] == pytest.approx(1.8, abs=0.05)
    low, high = extent(stand_in_shapes.box(A([0.1, 0.2, 0.3]), (0.4, 0.5, 0.6)))
    assert high - low == pytest.approx([0.4, 0.5, 0.6], abs=1e-4)
    low, high = extent(stand_in_shapes.bottle(np.zeros(3), height=0.3))
    assert (low[2], high[2]) == pytest.approx((0, 0.3), abs=1e-4)
    low, high = extent(stand_in_shapes.bowl(np.zeros(3), width=0.2))
    assert (high - low)[:2] == pytest.approx([0.2, 0.2], abs=1e-4)
    low, high = extent(stand_in_shapes.ring(np.zeros(3), width=0.02))
    assert (high - low)[0] == pytest.approx(0.02, abs=1e-4)
    low, high = extent(stand_in_shapes.sphere(np.zeros(3), width=0.1))
    assert high - low == pytest.approx([0.1] * 3, abs=1e-4)
    low, high = extent(stand_in_shapes.flat_plate(np.zeros(3), width=0.3, height=0.2, tilt=0.5))
    assert (high - low)[1] == pytest.approx(0.2 * math.sin(0.5), abs=1e-4)
    low, high = extent(stand_in_shapes.head_and_shoulders(A([0.0, 0, 1.25])))
    assert low[1] < 0 < high[2] - 1.25 < 0.2


def test_box_faces_outward():
    for side in stand_in_shapes.box(np.zeros(3), (1.0, 1.0, 1.0)):
        middle = side.origin + (side.edge_u + side.edge_v) / 2
        assert (middle - 0.5) @ side.normal > 0


def test_reference_ball_terminator_of_a_point_source():
    # A matt ball under a small distant lamp: half light at 60° from the axis (cos 60° = ½), none past 90°.
    ball = Dome(id="ball", centre=A([0.0, 2, 0]), radius=0.5, surface=board((0.8,) * 3))
    source = lamp((-80, 2, 0), (1, 0, 0), amount=3e6)
    image = shot([ball], [source], AHEAD, width=400, height=8, samples=64).light[0][3:5, :, 1].mean(axis=0)
    x = ((np.arange(400) + 0.5) / 200 - 1) * math.tan(math.radians(20))
    # the ray (x, 1) meets the ball where |s·(x, 1) − (0, 2)| = ½
    inside = np.abs(x) < 0.25
    k = 1 + x[inside] ** 2
    s = (2 - np.sqrt(4 - k * 3.75)) / k
    cosine = -s * x[inside] / 0.5
    expected = np.maximum(cosine, 0) * 0.8 / math.pi * 3e6 / math.pi / 80**2
    assert image[inside] == pytest.approx(expected, abs=0.04 * expected.max())


def test_sheet_is_seen_lit_from_behind():
    sheet = Panel(
        id="sheet",
        origin=A([-1.0, 1, -1]),
        edge_u=A([0.0, 0, 2]),
        edge_v=A([2.0, 0, 0]),
        role="modifier",
        surface=Sheet(
            transmittance=np.full(3, 0.5),
            unscattered=np.zeros(3),
            reflectance_front=np.zeros(3),
            reflectance_back=np.zeros(3),
        ),
    )
    source = lamp((0, 2.0, 0), (0, -1, 0))
    image = shot([sheet], [source], AHEAD, samples=32).light[0][..., 1]
    # L = T/π · I₀/d² in the middle
    assert image[19:21, 29:31].mean() == pytest.approx(0.5 / math.pi * 3000 / math.pi, rel=0.02)
