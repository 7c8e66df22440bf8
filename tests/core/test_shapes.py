"""Shapes, finishes and lamps against closed forms."""

import math

import numpy as np
import pytest

from wenlo.core.optics.finish import CellGrid, Gloss, shine_scaling
from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.shapes import Disc, Dome, Panel, Tube
from wenlo.core.optics.sheet import CLEAR, Sheet, board, cell_grid, foil, pane
from wenlo.core.transport.kernels import rays, scatter
from wenlo.core.transport.measure import read
from wenlo.core.transport.pack import pack
from wenlo.core.transport.rows import rows_of
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import Effort, solve
from wenlo.core.transport.tree import arrange, bounds

A = np.array
SURE = Effort(error=0.002, most_paths=1 << 15)
WELL = Effort(error=0.006, most_paths=1 << 15)
"""For what shines unevenly, or is seen in a mirror: the last tenths of a percent would take minutes."""
UP = A([0.0, 0, 1])


def lamp(shape="disc", *, size=0.02, centre=(0.0, 0, 0), along=(0.0, 0, 1), amount=1000.0, **more):
    n = A(along, dtype=float) / np.linalg.norm(along)
    u = np.cross(n, [1.0, 0, 0] if abs(n[0]) < 0.9 else [0.0, 1, 0])
    u /= np.linalg.norm(u)
    return Emitter(
        id="lamp",
        shape=shape,
        centre=A(centre, dtype=float),
        edge_u=u * size,
        edge_v=np.cross(n, u) * size,
        amount=amount,
        **{"beam": 1.0, "colour": np.ones(3), **more},
    )


def one(panels, lamps, position, normal, receptor="flat", effort=SURE):
    meter = Meter(id="m", position=A(position, dtype=float), normal=A(normal, dtype=float), receptor=receptor)
    return read(solve(LightScene(panels=tuple(panels), lamps=tuple(lamps)), effort), [meter])["m"]


def test_ring_lamp_on_its_axis():
    # E = πL (sin² of the outer edge − sin² of the inner): a disc less a disc.
    ring = lamp(size=0.5, inner=0.6)
    luminance = 1000 / (math.pi * math.pi * 0.25**2 * (1 - 0.36))
    d = 0.7
    sin2 = [r * r / (r * r + d * d) for r in (0.25, 0.15)]
    assert one([], [ring], (0, 0, d), (0, 0, -1)).total[1] == pytest.approx(
        math.pi * luminance * (sin2[0] - sin2[1]), rel=2e-3
    )


def test_tube_lamp_from_the_side():
    # A long Lambertian line of length l: E = (L·d/h)·(½)(θ + sin θ cos θ)·2, θ half the angle it fills (Howell's
    # B-tube).
    length, thick, h = 1.2, 0.026, 0.8
    tube = Emitter(
        id="lamp",
        shape="tube",
        centre=np.zeros(3),
        edge_u=A([length, 0, 0]),
        edge_v=A([0, thick, 0]),
        amount=2000.0,
        beam=1.0,
        colour=np.ones(3),
    )
    luminance = 2000 / (math.pi**2 * thick * length)
    theta = math.atan(length / 2 / h)
    expected = luminance * thick / h * (theta + math.sin(theta) * math.cos(theta))
    assert one([], [tube], (0, 0, h), (0, 0, -1)).total[1] == pytest.approx(expected, rel=3e-3)


def test_string_of_bulbs_is_the_sum_of_its_bulbs():
    places = A([[x, 0.0, 0.0] for x in (-1.0, -0.3, 0.4, 1.1)])
    string = lamp("string", places=places)
    expected = sum(250 / (4 * math.pi) * 0.9 / (0.81 + x * x) ** 1.5 for x in places[:, 0])
    assert one([], [string], (0, 0, 0.9), (0, 0, -1)).total[1] == pytest.approx(expected, rel=5e-3)


def test_sun_and_overcast_sky():
    sun = lamp("sun", along=(0, math.sin(0.6), math.cos(0.6)), amount=100_000.0)
    assert one([], [sun], (0, 0, 0), UP).total[1] == pytest.approx(100_000 * math.cos(0.6), rel=1e-4)
    sky = lamp("sky", amount=10_000.0)
    assert one([], [sky], (0, 0, 0), UP).total[1] == pytest.approx(10_000, rel=3e-3)
    # upright: (π/2·1/3 + 2/3·2/3)/(7π/9) of it, from integrating (1 + 2 sin γ)/3 over half of the sky
    upright = 10_000 * (math.pi / 6 + 4 / 9) / (7 * math.pi / 9)
    assert one([], [sky], (0, 0, 0), (1, 0, 0)).total[1] == pytest.approx(upright, rel=3e-3)


def test_sun_casts_the_penumbra_of_its_disc():
    # A straight edge 10 m above: the shadow's edge is 10 m · 2 tan(0.265°) wide and half lit in its middle.
    cover = Panel(
        id="cover", origin=A([0.0, -50, 10]), edge_u=A([50.0, 0, 0]), edge_v=A([0.0, 100, 0]), surface=board((0, 0, 0))
    )
    half = 10 * math.tan(math.radians(0.265))
    lit = [
        one([cover], [lamp("sun", amount=1e5)], (x, 0, 0), UP).total[1] / 1e5 for x in (-1.05 * half, 0.0, 1.05 * half)
    ]
    assert lit == pytest.approx([1.0, 0.5, 0.0], abs=0.01)


def test_window_is_a_piece_of_the_sky():
    # A window that fills the view of an upright receptor shows it the sky above and the ground below.
    near = Emitter(
        id="lamp",
        shape="rectangle",
        centre=A([0.0, 0, 0]),
        edge_u=A([0.0, 0, 40]),
        edge_v=A([40.0, 0, 0]),
        amount=1000.0,
        beam=1.0,
        colour=np.ones(3),
        law="window",
    )
    facing = near.normal
    sky = 1000 * (math.pi / 6 + 4 / 9)
    ground = 1000 * 0.2 * 7 / 9 * math.pi / 2
    assert one([], [near], 0.2 * facing, -facing, effort=WELL).total[1] == pytest.approx(sky + ground, rel=0.02)


def test_focusing_spot_keeps_its_lumens_in_its_field():
    spot = lamp(law="field", field=(math.radians(12), math.radians(1)), size=0.05)
    wall = Disc(id="wall", centre=A([0.0, 0, 3]), axis=A([0.0, 0, -1]), radius=2.0, surface=board((0.0,) * 3))
    solved = solve(LightScene(panels=(wall,), lamps=(spot,)), Effort(sides=800, samples=8))
    arrived = float((solved.patches.incident[:, 0, 1] * solved.patches.packed.area)[solved.patches.packed.live].sum())
    assert arrived == pytest.approx(1000, rel=0.01)
    inside = one([wall], [spot], (0.2, 0, 2.999), (0, 0, -1)).total[1]
    outside = one([wall], [spot], (3 * math.tan(math.radians(14)), 0, 2.999), (0, 0, -1)).total[1]
    assert inside > 100 > 1e-6 >= outside


@pytest.mark.parametrize("inner", [0.0, 0.2])
def test_lit_disc_as_a_source(inner):
    # A disc evenly lit from far behind, Lambertian: the factor from an element on its axis is sin² of its edge.
    sheet = Sheet(
        transmittance=np.full(3, 0.5),
        unscattered=np.zeros(3),
        reflectance_front=np.zeros(3),
        reflectance_back=np.zeros(3),
    )
    disc = Disc(id="disc", centre=np.zeros(3), axis=UP, radius=0.5, inner=inner, surface=sheet, role="modifier")
    far = lamp("disc", centre=(0, 0, -300), amount=1e8)
    lit = 1e8 / math.pi / 300**2 * 0.5
    d = 0.6
    expected = lit * (0.25 / (0.25 + d * d) - inner**2 / (inner**2 + d * d))
    assert one([disc], [far], (0, 0, d), (0, 0, -1)).modifier[1] == pytest.approx(expected, rel=4e-3)


def test_black_tube_lets_through_what_the_opening_shows():
    # Snoot: a point-like lamp at the bottom of a black tube lights a core of radius r·(L + d)/L and nothing beyond.
    tube = Tube(
        id="tube", base=A([0.0, 0, 0]), axis=UP, length=0.5, radius=0.1, surface=board((0.0,) * 3), role="modifier"
    )
    bare = one([], [lamp(size=0.002)], (0.2, 0, 2.0), (0, 0, -1)).total[1]
    edge = 0.1 * 2.0 / 0.5
    inside = one([tube], [lamp(size=0.002)], (0.2, 0, 2.0), (0, 0, -1)).total[1]
    assert inside == pytest.approx(bare, rel=1e-3)
    assert one([tube], [lamp(size=0.002)], (edge * 1.03, 0, 2.0), (0, 0, -1)).total[1] == 0.0
    # with a lamp of diameter s the penumbra reaches to r + (d/L)(r + s/2), d beyond the opening
    wide = 0.1 + 1.5 / 0.5 * (0.1 + 0.03)
    assert one([tube], [lamp(size=0.06)], (wide * 0.98, 0, 2.0), (0, 0, -1)).total[1] > 0.0
    assert one([tube], [lamp(size=0.06)], (wide * 1.02, 0, 2.0), (0, 0, -1)).total[1] == 0.0


def test_cone_opens_the_core():
    cone = Tube(
        id="cone", base=np.zeros(3), axis=UP, length=0.5, radius=0.05, end_radius=0.15, surface=board((0.0,) * 3)
    )
    edge = 0.15 * 2.0 / 0.5
    assert one([cone], [lamp(size=0.002)], (edge * 0.97, 0, 2.0), (0, 0, -1)).total[1] > 0.0
    assert one([cone], [lamp(size=0.002)], (edge * 1.03, 0, 2.0), (0, 0, -1)).total[1] == 0.0


def test_closed_white_tube_keeps_its_lumens():
    # A cavity of a tube and two discs: mean E = Φ/(A(1 − ρ)).
    rho = 0.6
    white = board((0.0,) * 3, (rho,) * 3)
    tube = Tube(id="tube", base=np.zeros(3), axis=UP, length=1.0, radius=0.4, surface=white)
    ends = [
        Disc(id=n, centre=A([0.0, 0, z]), axis=A([0.0, 0, s]), radius=0.4, surface=white)
        for n, z, s in (("a", 0, -1), ("b", 1, 1))
    ]
    solved = solve(
        LightScene(panels=(tube, *ends), lamps=(lamp("sphere", size=0.01, centre=(0, 0, 0.4)),)),
        Effort(sides=600, rays=512),
    )
    p = solved.patches.packed
    back = np.concatenate([np.arange(len(p.owners))[p.owners == i][int(p.divisions[i].prod()) :] for i in range(3)])
    area = 2 * math.pi * 0.4 * 1.0 + 2 * math.pi * 0.16
    mean = float((solved.patches.incident[back, 0, 1] * p.area[back]).sum()) / area
    assert mean == pytest.approx(1000 / (area * (1 - rho)), rel=0.01)


def test_dome_over_a_table_gives_even_light():
    # Half a white sphere, lit in its middle, over a black floor: E at its foot from every point of it is the same.
    dome = Dome(id="dome", centre=np.zeros(3), radius=1.0, low=0.0, surface=board((0.0,) * 3, (0.5,) * 3))
    got = one([dome], [lamp("sphere", size=0.002, centre=(0, 0, 0.02))], (0, 0, 0), UP)
    # ∫ over the half-sphere of L cos = πL, L = ρ/π·E_wall/(1 − ρ/2): half of what leaves the dome comes back to it
    wall = 1000 / (4 * math.pi)
    # the lamp is 2 cm off the middle, so that the top of the dome gets 4 % more
    assert got.total[1] - got.direct[1] == pytest.approx(0.5 * wall / (1 - 0.25), rel=0.03)


def test_outline_and_cut_out_are_each_other_s_rest():
    corners = A([[0.2, 0.2], [0.8, 0.3], [0.5, 0.9]])
    made = [
        Panel(
            id="p",
            origin=A([-0.5, -0.5, 0.5]),
            edge_u=A([1.0, 0, 0]),
            edge_v=A([0.0, 1, 0]),
            surface=board((0.0,) * 3),
            outline=corners,
            cut_out=cut,
        )
        for cut in (False, True)
    ]
    source = lamp("rectangle", size=0.8, along=(0, 0, 1))
    values = [one([p], [source], (0, 0, 1.2), (0, 0, -1)).total[1] for p in made]
    whole = Panel(
        id="w", origin=A([-0.5, -0.5, 0.5]), edge_u=A([1.0, 0, 0]), edge_v=A([0.0, 1, 0]), surface=board((0.0,) * 3)
    )
    beside = one([whole], [source], (0, 0, 1.2), (0, 0, -1)).total[1]
    bare = one([], [source], (0, 0, 1.2), (0, 0, -1)).total[1]
    assert sum(values) == pytest.approx(bare + beside, rel=5e-3)
    assert min(values) > 0.05 * bare


@pytest.mark.parametrize("shape", ["square", "round", "hexagon"])
def test_grid_share_by_random_lines(shape):
    rng = np.random.default_rng(2)
    points = rng.uniform(-0.6, 0.6, (400_000, 2))

    def inside(p):
        if shape == "square":
            return (np.abs(p) <= 0.5).all(axis=1)
        if shape == "round":
            return (p**2).sum(axis=1) <= 0.25
        turns = np.array([0.0, math.pi / 3, -math.pi / 3])
        return np.all(np.abs(p @ np.stack([np.cos(turns), np.sin(turns)])) <= 0.5, axis=1)

    kind = {"square": 0, "round": 1, "hexagon": 2}[shape]
    start = points[inside(points)]
    for tx, ty in ((0.1, 0.05), (0.3, -0.1), (-0.2, 0.35), (0.0, 0.45)):
        counted = inside(start + 2.0 * A([tx, ty])).mean()
        assert rays.grid_share(tx, ty, 2.0, kind) == pytest.approx(counted, abs=0.004)


def test_half_transmission_of_grids():
    # tan θ = w/2L for square cells, .404 D/L for round ones.
    assert rays.grid_share(0.5 / 3.0, 0.0, 3.0, 0) == pytest.approx(0.5)
    assert rays.grid_share(0.404 / 3.0, 0.0, 3.0, 1) == pytest.approx(0.5, abs=1e-3)
    assert rays.grid_share(1.0001 / 3.0, 0.0, 3.0, 0) == 0.0
    assert rays.grid_share(1.0001 / 3.0, 0.0, 3.0, 1) == 0.0


@pytest.mark.parametrize("shape", ["square", "round", "hexagon"])
def test_straight_share_of_a_grid_is_its_mean_over_directions(shape):
    grid = CellGrid(shape=shape, ratio=1.5, open_share=0.9)
    kind = {"square": 0, "round": 1, "hexagon": 2}[shape]
    c = np.sqrt((np.arange(400) + 0.5) / 400)
    total = 0.0
    for cosine in c:
        for phi in (np.arange(48) + 0.5) / 48 * 2 * math.pi:
            tan = math.sqrt(1 - cosine**2) / cosine
            total += rays.grid_share(tan * math.cos(phi), tan * math.sin(phi), 1.5, kind)
    # hexagon and disc of one area differ by a few parts in a hundred
    assert grid.straight == pytest.approx(0.9 * total / (400 * 48), rel=0.04 if shape == "hexagon" else 0.01)


def test_grid_before_a_lamp_cuts_off():
    sheet = cell_grid(CellGrid(ratio=2.0, open_share=0.95))
    grid = Panel(
        id="grid",
        origin=A([-0.5, -0.5, 0.1]),
        edge_u=A([1.0, 0, 0]),
        edge_v=A([0.0, 1, 0]),
        surface=sheet,
        role="modifier",
    )
    small = lamp(size=0.01)
    bare = one([], [small], (0, 0, 2.0), (0, 0, -1)).total[1]
    assert one([grid], [small], (0, 0, 2.0), (0, 0, -1)).total[1] == pytest.approx(0.95 * bare, rel=0.01)
    assert one([grid], [small], (1.05, 0, 2.0), (-0.46, 0, -0.89)).total[1] < 1e-6
    grey = cell_grid(CellGrid(ratio=2.0, open_share=0.95, wall=0.3))
    leaky = Panel(
        id="grid",
        origin=A([-0.5, -0.5, 0.1]),
        edge_u=A([1.0, 0, 0]),
        edge_v=A([0.0, 1, 0]),
        surface=grey,
        role="modifier",
    )
    assert one([leaky], [small], (1.05, 0, 2.0), (-0.46, 0, -0.89)).total[1] > 0.01


@pytest.mark.parametrize("alpha", [0.05, 0.15, 0.3, 0.5])
def test_metal_keeps_its_energy_from_every_direction(alpha):
    # ∫ f cos = R: by even sampling of the half-space about the mirrored direction's own density.
    metal = Panel(
        id="p", origin=np.zeros(3), edge_u=A([1.0, 0, 0]), edge_v=A([0.0, 1, 0]), surface=foil((0.8,) * 3, alpha)
    )
    packed = pack(rows_of(LightScene(panels=(metal,), lamps=())), sides=2)
    rng = np.random.default_rng(4)
    for co in (1.0, 0.7, 0.3):
        o = (math.sqrt(1 - co * co), 0.0, co)
        total = 0.0
        count = 20_000
        for a, b in rng.random((count, 2)):
            i = scatter.sample(0, 0, 0.0, 0.0, 1.0, *o, False, 0.5, a, b, packed.optics)
            p = scatter.density(0, 0, 0.0, 0.0, 1.0, *o, *i, packed.optics)
            if i[2] > 0 and p > 0:
                total += scatter.response(0, 0, 0.0, 0.0, 1.0, *o, *i, packed.optics, packed.tables)[1] / p
        assert total / count == pytest.approx(0.8, rel=0.02)
    assert shine_scaling(0.4)[-1] > 1.0


def test_mirror_shows_the_lamp_at_its_image():
    # A mirror of R = .9 beside the way: what it adds is the lamp's image, .9 of its light at the folded distance.
    mirror = Panel(
        id="mirror",
        origin=A([1.0, -1, -1]),
        edge_u=A([0.0, 0, 4]),
        edge_v=A([0.0, 2, 0]),
        surface=foil((0.9,) * 3, 0.001),
    )  # edge_u × edge_v = −x, toward the set
    source = lamp("disc", size=0.3, centre=(0.0, 0, 0), along=(1.0, 0, 0.5))
    got = one([mirror], [source], (0.2, 0, 1.5), (1, 0, 0), effort=WELL)
    image = lamp("disc", size=0.3, centre=(2.0, 0, 0), along=(-1.0, 0, 0.5))
    expected = 0.9 * one([], [image], (0.2, 0, 1.5), (1, 0, 0)).total[1]
    assert got.total[1] == pytest.approx(expected, rel=0.02)


def test_gloss_returns_more_at_grazing_incidence():
    skin = Sheet(
        transmittance=np.zeros(3),
        unscattered=np.zeros(3),
        reflectance_front=np.full(3, 0.02),
        reflectance_back=np.zeros(3),
        gloss_front=Gloss(straight_on=0.04, alpha=0.05),
    )
    floor = Panel(id="floor", origin=A([-2.0, -2, 0]), edge_u=A([4.0, 0, 0]), edge_v=A([0.0, 4, 0]), surface=skin)
    low = lamp("disc", size=0.1, centre=(-1.0, 0, 0.12), along=(1, 0, -0.1))
    # at 83° from the normal a smooth dielectric of n = 1.5 returns about 45 % (Schlick: .04 + .96·(1 − cos)⁵)
    image = lamp("disc", size=0.1, centre=(-1.0, 0, -0.12), along=(1, 0, 0.1))
    gain = (
        one([floor], [low], (1.0, 0, 0.12), (-1, 0, -0.3), effort=WELL).total[1]
        - one([], [low], (1.0, 0, 0.12), (-1, 0, -0.3)).total[1]
    )
    mirrored = one([], [image], (1.0, 0, 0.12), (-1, 0, -0.3)).total[1]
    share = 0.04 + 0.96 * (1 - 0.119) ** 5
    assert gain / mirrored == pytest.approx(share, rel=0.3)


def test_pane_and_clear_sheet():
    flat = {"origin": A([-0.5, -0.5, 1.0]), "edge_u": A([1.0, 0, 0]), "edge_v": A([0.0, 1, 0])}
    bare = one([], [lamp()], (0, 0, 2.0), (0, 0, -1)).total[1]
    glass = one([Panel(id="p", surface=pane(0.92), **flat)], [lamp()], (0, 0, 2.0), (0, 0, -1))
    assert glass.direct[1] == pytest.approx(0.92 * bare, rel=1e-3)
    gel = one([Panel(id="p", surface=pane(0.5, (1.0, 0.6, 0.2)), **flat)], [lamp()], (0, 0, 2.0), (0, 0, -1)).direct
    assert gel[0] / gel[2] == pytest.approx(5.0, rel=1e-3)
    clear = one([Panel(id="p", surface=CLEAR, **flat)], [lamp()], (0, 0, 2.0), (0, 0, -1))
    assert clear.total[1] == pytest.approx(bare, rel=1e-6)


@pytest.mark.parametrize("count", [3, 9, 60])
def test_tree_meets_what_trying_all_meets(count):
    rng = np.random.default_rng(count)
    shapes = []
    for i in range(count):
        o, u, v = rng.normal(size=3), rng.normal(size=3) * 0.4, rng.normal(size=3) * 0.4
        kind = i % 4
        if kind == 0:
            shapes.append(Panel(id=str(i), origin=o, edge_u=u, edge_v=v, surface=board((0.5,) * 3)))
        elif kind == 1:
            shapes.append(Disc(id=str(i), centre=o, axis=u, radius=0.3, surface=board((0.5,) * 3)))
        elif kind == 2:
            shapes.append(
                Tube(id=str(i), base=o, axis=u, length=0.5, radius=0.2, end_radius=0.1, surface=board((0.5,) * 3))
            )
        else:
            shapes.append(Dome(id=str(i), centre=o, axis=v, radius=0.25, low=-0.5, surface=board((0.5,) * 3)))
    packed = pack(rows_of(LightScene(panels=tuple(shapes), lamps=())), sides=100)
    low, high = np.array([bounds(s) for s in shapes]).transpose(1, 0, 2)
    ordered, nodes = arrange(shapes, low, high)
    assert sorted(s.id for s in ordered) == sorted(s.id for s in shapes)
    flat = np.zeros((1, 9))
    flat[0, 7], flat[0, 8] = count, 1
    for _ in range(400):
        a, d = rng.normal(size=3) * 2, rng.normal(size=3)
        d /= np.linalg.norm(d)
        through = rays.nearest(*a, *d, 1e30, packed.surfaces, nodes)
        brute = rays.nearest(*a, *d, 1e30, packed.surfaces, flat)
        assert through[1] == brute[1]
        assert through[0] == pytest.approx(brute[0])
        if brute[1] >= 0 and packed.surfaces[brute[1], 12] != 0:
            x, y, z, *_ = rays.place(packed.surfaces, packed.edges, brute[1], brute[2], brute[3])
            assert A([x, y, z]) == pytest.approx(a + brute[0] * d, abs=1e-9)
