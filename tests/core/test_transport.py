"""The solver against closed forms and invariants. Tolerances are stated where they are not rounding."""

import math

import numpy as np
import pytest
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from wenlo.core.geometry.solid_angle import element_to_parallel_rectangle
from wenlo.core.optics.lamp import Emitter
from wenlo.core.optics.lobe import lobe_exponent
from wenlo.core.optics.shapes import Dome, Panel
from wenlo.core.optics.sheet import CLEAR, Sheet, board
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import Effort, solve
from wenlo.core.transport.view import spread_shares

A = np.array
SURE = Effort(error=0.002, most_paths=1 << 15)
BLACK = board((0.0, 0.0, 0.0))


def emitter(
    *, shape="disc", size=0.02, beam=1.0, amount=1000.0, centre=(0.0, 0.0, 0.0), along=(0.0, 1.0, 0.0)
) -> Emitter:
    n = A(along) / np.linalg.norm(along)
    u = np.cross(n, [0.0, 0.0, 1.0] if abs(n[2]) < 0.9 else [0.0, 1.0, 0.0])
    u = u / np.linalg.norm(u)
    v = np.cross(n, u)
    return Emitter(
        id="lamp",
        shape=shape,
        centre=A(centre),
        edge_u=u * size,
        edge_v=v * size,
        amount=amount,
        beam=beam,
        colour=np.ones(3),
    )


def sheet(t=0.4, r=0.5, d=0.0, half_width=None) -> Sheet:
    one = np.ones(3)
    return Sheet(
        transmittance=one * t,
        unscattered=one * d,
        reflectance_front=one * r,
        reflectance_back=one * r,
        lobe=lobe_exponent(half_width),
    )


def upright(surface, *, y=1.0, width=1.2, height=1.2, name="sheet", role="modifier", divisions=None) -> Panel:
    """A panel across the y axis whose front looks toward +y."""
    return Panel(
        id=name,
        origin=A([-width / 2, y, -height / 2]),
        edge_u=A([0, 0, height]),
        edge_v=A([width, 0, 0]),
        surface=surface,
        role=role,
        divisions=divisions,
    )


def far_panel() -> Panel:
    return upright(BLACK, y=-50.0, width=0.01, height=0.01, name="far", role="room", divisions=(1, 1))


def box(size: float, rho: float) -> list[Panel]:
    s = size
    rows = [
        ("floor", (0, 0, 0), (s, 0, 0), (0, s, 0)),
        ("ceiling", (0, 0, s), (0, s, 0), (s, 0, 0)),
        ("x0", (0, 0, 0), (0, s, 0), (0, 0, s)),
        ("x1", (s, 0, 0), (0, 0, s), (0, s, 0)),
        ("y0", (0, 0, 0), (0, 0, s), (s, 0, 0)),
        ("y1", (0, s, 0), (s, 0, 0), (0, 0, s)),
    ]
    return [
        Panel(
            id=n,
            origin=A(o, dtype=float),
            edge_u=A(u, dtype=float),
            edge_v=A(v, dtype=float),
            surface=board((rho,) * 3),
            one_sided=True,
        )
        for n, o, u, v in rows
    ]


def reading(panels, lamp, position, normal, receptor="flat", effort=None):
    scene = LightScene(panels=tuple(panels), lamps=(lamp,))
    meter = Meter(id="m", position=A(position, dtype=float), normal=A(normal, dtype=float), receptor=receptor)
    return read(solve(scene, effort or SURE), [meter])["m"]


def test_point_source_follows_the_inverse_square():
    # A 2 cm Lambertian disc at 3 m: I₀ = Φ/π, E = I₀/d² to (r/d)² ≈ 1e-5.
    got = reading([far_panel()], emitter(), (0, 3, 0), (0, -1, 0)).total[1]
    assert got == pytest.approx(1000 / math.pi / 9, rel=1e-4)


def test_lambertian_disc_on_its_axis():
    # E = πL sin²θ, L = Φ/(π·A); 400 spots leave under half a percent.
    radius, d = 0.4, 0.5
    lum = 1000 / (math.pi * math.pi * radius**2)
    got = reading([far_panel()], emitter(size=2 * radius), (0, d, 0), (0, -1, 0))
    assert got.total[1] == pytest.approx(math.pi * lum * radius**2 / (radius**2 + d**2), rel=5e-3)


def test_bare_bulb_shines_all_round():
    for place, normal in (((2, 0, 0), (-1, 0, 0)), ((0, -2, 0), (0, 1, 0)), ((0, 0, 2), (0, 0, -1))):
        got = reading([far_panel()], emitter(shape="sphere", size=0.06), place, normal).total[1]
        assert got == pytest.approx(1000 / (4 * math.pi) / 4, rel=1e-3)


def test_cosine_beam_and_receptor():
    got = reading([far_panel()], emitter(beam=5.0), (1, 1, 0), (0, -1, 0)).total[1]
    c = math.cos(math.pi / 4)
    assert got == pytest.approx(1000 * 6 / (2 * math.pi) * c**5 * c / 2, rel=1e-3)


def test_dome_equals_flat_on_the_axis_and_halves_from_the_side():
    lamp = emitter()
    on_axis = reading([far_panel()], lamp, (0, 3, 0), (0, -1, 0), "dome").total[1]
    side = reading([far_panel()], lamp, (0, 3, 0), (1, 0, 0), "dome").total[1]
    assert side == pytest.approx(on_axis / 2, rel=1e-3)


def test_evenly_lit_lambertian_sheet_is_a_rectangle_source():
    # A lamp very far behind lights the sheet evenly: E = (S E₀) · F, F the factor element to rectangle.
    d, half = 0.8, 0.6
    lamp = emitter(centre=(0, -200.0, 0), amount=1e8)
    got = reading([upright(sheet(), y=0.0)], lamp, (0, d, 0), (0, -1, 0)).modifier[1]
    lit = 1e8 / math.pi / 200**2
    factor = 4 * element_to_parallel_rectangle(width=half, height=half, distance=d)
    # R 0.5 with nothing to reflect back from: the sheet alone. 64 × 64 midpoints are good to 1e-3.
    assert got == pytest.approx(0.4 * lit * factor, rel=2e-3)


def arrived(solved, chosen) -> float:
    """Lumens that reach the fronts of the surfaces whose id ``chosen`` accepts."""
    packed = solved.patches.packed
    rows = np.array([chosen(packed.shapes[p].id) for p in packed.owners]) & packed.live
    return float(np.sum(solved.patches.incident[rows, 0, 1] * packed.area[rows]))


def test_lumens_through_a_sheet_are_its_transmittance():
    # Black walls round sheet and lamp: what those beyond the sheet get is counted.
    walls = box(3.0, 0.0)
    lamp = emitter(centre=(1.5, 0.7, 1.5), beam=40.0)
    panel = Panel(
        id="sheet",
        origin=A([0.01, 1.2, 0.01]),
        edge_u=A([0, 0, 2.98]),
        edge_v=A([2.98, 0, 0]),
        surface=sheet(0.4, 0.0, 0.0),
        role="modifier",
    )
    solved = solve(LightScene(panels=(*walls, panel), lamps=(lamp,)), Effort(sides=600, rays=1024, samples=8))
    # the side walls are half before the sheet, so the end wall and what the sheet sends are compared by flux
    packed = solved.patches.packed
    of_sheet = packed.owners == packed.row("sheet")
    sent = solved.patches.light[of_sheet][:, 0, 1] * np.pi * packed.area[of_sheet]
    assert float(sent.sum()) == pytest.approx(0.4 * 1000, rel=0.005)


@pytest.mark.parametrize("rho", [0.2, 0.5, 0.8])
def test_closed_cavity(rho):
    # Mean E = Φ/(A(1 − ρ)) for one reflectance all round, any geometry. The patches' direct light is sampled: 0.5 %.
    lamp = emitter(shape="sphere", centre=(0.9, 1.1, 1.0))
    solved = solve(LightScene(panels=tuple(box(2.0, rho)), lamps=(lamp,)), Effort(sides=400, samples=4))
    mean = arrived(solved, lambda _: True) / 24
    assert mean == pytest.approx(1000 / (24 * (1 - rho)), rel=0.005)


def test_meters_in_a_closed_cavity_that_is_lit_evenly():
    # A sphere of one reflectance lit from its middle: E = Φ/(A(1 − ρ)) at every point of its wall.
    wall = Dome(id="wall", centre=A([0.0, 0, 0]), radius=1.5, surface=board((0.0,) * 3, (0.7,) * 3))
    lamp = emitter(shape="sphere", size=0.01)
    meters = [Meter(id=str(i), position=1.4999 * d, normal=-d) for i, d in enumerate(np.eye(3))]
    got = read(solve(LightScene(panels=(wall,), lamps=(lamp,)), SURE), meters)
    for reading_ in got.values():
        assert reading_.total[1] == pytest.approx(1000 / (4 * math.pi * 1.5**2 * 0.3), rel=0.005)


def test_unity_of_the_transfer_matrix():
    solved = solve(LightScene(panels=tuple(box(2.0, 0.5)), lamps=(emitter(shape="sphere", centre=(1, 1, 1)),)))
    live = solved.patches.packed.live
    assert solved.patches.matrix[live].sum(axis=1) == pytest.approx(np.ones(live.sum()), abs=1e-5)


def test_sheet_with_all_through_is_not_there():
    lamp = emitter()
    bare = reading(box(3.0, 0.5), emitter(centre=(1.5, 0.5, 1.5)), (1.5, 2.5, 1.5), (0, -1, 0))
    ghost = Panel(
        id="sheet",
        origin=A([0.9, 1.5, 0.9]),
        edge_u=A([0, 0, 1.2]),
        edge_v=A([1.2, 0, 0]),
        surface=CLEAR,
        role="modifier",
    )
    through = reading([*box(3.0, 0.5), ghost], emitter(centre=(1.5, 0.5, 1.5)), (1.5, 2.5, 1.5), (0, -1, 0))
    assert through.total == pytest.approx(bare.total, rel=5e-3)
    assert through.modifier == pytest.approx(np.zeros(3), abs=1e-9)
    assert lamp.peak_intensity == pytest.approx(1000 / math.pi)


def test_errors_fall_with_effort_and_are_honest():
    panels = [*box(3.0, 0.6)]
    hung = Panel(
        id="sheet",
        origin=A([0.9, 1.4, 0.9]),
        edge_u=A([0, 0, 1.2]),
        edge_v=A([1.2, 0, 0]),
        surface=sheet(0.5, 0.42, 0.05, math.radians(50)),
        role="modifier",
    )
    lamp = emitter(centre=(1.5, 0.5, 1.5), size=0.14, beam=5.8)
    readings = [
        reading([*panels, hung], lamp, (1.5, 2.5, 1.5), (0, -1, 0), effort=Effort(error=0.0, most_paths=n))
        for n in (64, 512, 8192)
    ]
    errors = [r.error for r in readings]
    assert errors[0] > errors[1] > errors[2]
    assert errors[2] < 0.01 * readings[2].total[1]
    for r, e in zip(readings[:2], errors, strict=False):
        assert abs(r.total[1] - readings[2].total[1]) < 2 * e + errors[2]


lengths = st.floats(0.3, 2.0)


@settings(max_examples=12, deadline=None, suppress_health_check=[HealthCheck.too_slow])
@given(
    width=lengths,
    height=lengths,
    gap=st.floats(0.1, 1.5),
    t=st.floats(0.05, 0.55),
    r=st.floats(0.05, 0.4),
    d=st.floats(0.0, 1.0),
    beam=st.floats(0.5, 20.0),
    turn=st.floats(0.0, 6.28),
)
def test_invariants_of_random_frames(width, height, gap, t, r, d, beam, turn):
    """Double lumens double it, turning the whole set changes nothing, no reading beats the bare lamp."""
    surface = sheet(t, r, t * d, math.radians(40))
    lamp = emitter(centre=(0.0, 1.0 - gap, 0.0), beam=beam, size=0.05)
    panel = upright(surface, width=width, height=height)
    where, normal = A([0.1, 2.2, -0.2]), A([0.0, -1.0, 0.0])
    once = reading([panel], lamp, where, normal).total[1]
    double = emitter(centre=(0.0, 1.0 - gap, 0.0), beam=beam, size=0.05, amount=2000.0)
    twice = reading([panel], double, where, normal)
    assert twice.total[1] == pytest.approx(2 * once, rel=1e-9)

    c, s = math.cos(turn), math.sin(turn)
    spin = A([[c, -s, 0], [s, c, 0], [0, 0, 1.0]])
    turned_panel = Panel(
        id="sheet",
        origin=spin @ panel.origin,
        edge_u=spin @ panel.edge_u,
        edge_v=spin @ panel.edge_v,
        surface=surface,
        role="modifier",
    )
    turned_lamp = Emitter(
        id="lamp",
        shape="disc",
        centre=spin @ lamp.centre,
        edge_u=spin @ lamp.edge_u,
        edge_v=spin @ lamp.edge_v,
        amount=1000.0,
        beam=beam,
        colour=np.ones(3),
    )
    turned = reading([turned_panel], turned_lamp, spin @ where, spin @ normal)
    # both are sampled afresh, each to about a fifth of a percent
    assert turned.total[1] == pytest.approx(once, rel=0.01, abs=1e-6)
    assert math.isfinite(once)
    assert once >= 0.0


def test_shares_of_the_lamp_add_up():
    lamp = emitter(centre=(1.5, 0.6, 1.5), beam=5.8)
    shares = spread_shares(solve(LightScene(panels=tuple(box(3.0, 0.5)), lamps=(lamp,))))
    assert sum(shares.values()) == pytest.approx(1.0)
    # The wall ahead, 2.4 m away and 3 m square, gets what lies within its edges: Monte Carlo of cosᵐ by hand
    rng = np.random.default_rng(1)
    n = 200_000
    cos_t = (1 - rng.random(n)) ** (1 / 6.8)
    phi = rng.random(n) * 2 * math.pi
    tan = np.sqrt(1 - cos_t**2) / cos_t
    x, z = 2.4 * tan * np.cos(phi), 2.4 * tan * np.sin(phi)
    assert shares["y1"] == pytest.approx(float(np.mean((abs(x) < 1.5) & (abs(z) < 1.5))), abs=0.01)


def test_two_solves_are_the_same():
    panels = [*box(2.0, 0.5), far_panel()]
    lamp = emitter(shape="sphere", centre=(1, 1, 1))
    first = reading(panels, lamp, (0.5, 0.5, 0.5), (0, 0, 1)).total
    assert np.array_equal(first, reading(panels, lamp, (0.5, 0.5, 0.5), (0, 0, 1)).total)
