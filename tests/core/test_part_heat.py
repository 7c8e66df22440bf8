"""How hot each part of a build gets: closed forms, what must grow with what, and that no part is left out."""

import math

import numpy as np
import pytest

from factories import make_shoot
from said import told
from wenlo.core.catalog.typical import lamp_types
from wenlo.core.geometry.rays import nearest, through
from wenlo.core.modifiers.registry import kinds
from wenlo.core.rigging import heat
from wenlo.core.rigging.checks import evaluate_limit, thing
from wenlo.core.rigging.heat_layers import gap_resistance, through_layers
from wenlo.core.rigging.heat_sources import body_rise, heat_sources, plume_rise, to_the_air
from wenlo.core.rigging.loads import modifiers_of
from wenlo.core.rigging.part_heat import part_heats
from wenlo.core.rigging.part_heat_checks import SAYS
from wenlo.core.rigging.thermal_spread import judged

ROOM = 22.0


def plate(z, half=1.0):
    a, b, c, d = (-half, -half, z), (half, -half, z), (half, half, z), (-half, half, z)
    return np.array([[a, b, c], [a, c, d]])


def heats(kind, lamp, power=1.0, **changes):
    shoot = make_shoot(brief__room__height=2.8, brief__lamp__id=lamp)
    design = kinds()[kind].start(shoot.brief).model_copy(update=changes)
    modifier = next(modifiers_of(shoot.model_copy(update={"design": design})))
    warm = heat.as_heat(shoot.brief.lamp.type)
    return modifier, part_heats(modifier.assembly, modifier.arrangement, warm, power=power, ambient=ROOM)


def test_a_line_goes_through_plates_in_order():
    way = np.array([[0.1, 0.2, 1.0]]) / math.sqrt(1.05)
    met, owner, slant = through(np.zeros((1, 3)), way, [plate(2.0), plate(1.0), plate(-1.0)])
    assert owner[0, :3].tolist() == [1, 0, -1]
    assert met[0, :2] == pytest.approx([math.sqrt(1.05), 2.0 * math.sqrt(1.05)])
    # cosine of the angle to the plate's normal
    assert slant[0, :2] == pytest.approx([1.0 / math.sqrt(1.05)] * 2)


def test_the_nearest_place_of_a_triangle_is_found_in_all_its_regions():
    corners, rng = plate(0.0), np.random.default_rng(4)
    for place in rng.uniform(-2.0, 2.0, (200, 3)):
        off = np.maximum(np.abs(place[:2]) - 1.0, 0.0)
        assert nearest(place[None], corners) == pytest.approx(math.hypot(*off, place[2]))


def test_layers_share_heat_as_resistances_in_a_row():
    # 5 mm of foam (0.143 m²K/W) on a face at 80 °C, a gap of 24 mm, a cloth, the room: by hand
    foam, gap, cloth = 0.005 / 0.035, 1.0 / (0.026 / 0.024 + 5.0), 0.001 / 0.06
    front, behind = through_layers(80.0, 20.0, [foam, gap_resistance(0.024), cloth])
    assert front == 80.0
    assert behind == pytest.approx(80.0 - 60.0 * (foam + gap) / (foam + gap + cloth + 0.1))
    assert gap_resistance(0.001) < gap_resistance(0.01) < gap_resistance(0.1) < 1.0 / 5.0


def test_a_plume_by_hand():
    # Q = 0.1 kW, D = 0.2 m, 0.5 m over it: z0 = 0.083 · 0.398 − 0.204 = −0.171; 25.0 · 0.215 · 0.671^(−5/3) = 10.5 K
    assert plume_rise(100.0, 0.2, 0.5, ambient=20.0) == pytest.approx(10.5, abs=0.2)
    assert plume_rise(0.0, 0.2, 0.5) == 0.0
    assert plume_rise(100.0, 0.2, 0.1) > plume_rise(100.0, 0.2, 0.2) > plume_rise(50.0, 0.2, 0.2)


def test_a_body_gets_as_hot_as_its_face_lets_go_of_heat():
    bulb, glowing = lamp_types()["bulb_15"], lamp_types()["halogen_300"]
    assert to_the_air(glowing, 1.0) == pytest.approx(60.0)
    shoot = make_shoot(brief__lamp__id="bulb_15")
    modifier = next(modifiers_of(shoot))
    (source,) = heat_sources(modifier.arrangement.lamps, bulb)
    ball = math.pi * bulb.size[0] ** 2
    assert source.area == pytest.approx(ball)
    free = (bulb.electrical_watts - heat.radiant(bulb)) / (10.0 * ball)
    assert body_rise(bulb, source, 1.0, around=ROOM) == pytest.approx(min(free, 75.0 - ROOM))
    assert body_rise(bulb, source, 0.2, around=ROOM) == pytest.approx(0.2 * free)


def test_what_may_be_over_by_thirty_parts_in_a_hundred_is_not_passed():
    def check(value):
        made = evaluate_limit(
            "heat.part",
            thing("key", "box"),
            SAYS(
                "heat-part",
                name="board",
                reached=value,
                where="light",
                near="no",
                away=0.4,
                most=60.0,
                margin=10.0,
                around=20.0,
                unsure="no",
                hottest=value,
            ),
            value=value,
            limit=60.0,
            unit="°C",
        )
        return judged(made, ambient=20.0)

    # its limit is 70 °C: 20 + 1.3 · 38 = 69.4 passes, 20 + 1.3 · 39 = 70.7 does not
    assert check(58.0).state == "within"
    assert check(59.0).state == "needs an answer"
    assert told(check(58.0).says, "figure") == "58 °C, in the light, 400 mm from the lamp"
    assert "71 °C" in told(check(59.0).says, "figure")
    assert check(61.0).state == "outside"


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_every_part_is_told_and_more_power_is_never_cooler(kind):
    if kinds()[kind].daylight is not None:
        pytest.skip("daylight warms nothing here")
    modifier, full = heats(kind, "halogen_300")
    _, half = heats(kind, "halogen_300", 0.5)
    assert set(full) == {part.id for part in modifier.assembly.parts}
    for part, one in full.items():
        assert one.reached >= half[part].reached >= ROOM - 1e-9


def test_farther_from_the_lamp_is_cooler():
    near = heats("diffusion_frame", "halogen_300", lamp_distance=0.3)[1]
    far = heats("diffusion_frame", "halogen_300", lamp_distance=1.2)[1]
    sheet = next(part for part in near if part.startswith("sheet"))
    assert near[sheet].reached > far[sheet].reached + 20.0
