"""Solids to print: closed, of the right size, for every kind; templates as large as they should be."""

import math

import pytest

from factories import make_shoot
from wenlo.core.fabrication.parts import PrintSpec, Template
from wenlo.core.fabrication.templates import circle, gore, lattice_strip, oblong, pierced, templates_of
from wenlo.core.instructions.solids import PLAY, WALL, printed, prints_of, solid
from wenlo.core.modifiers.registry import kinds


def plan_of(kind):
    shoot = make_shoot()
    return kinds()[kind].build(kinds()[kind].start(shoot.brief), shoot.brief)


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_every_print_of_every_kind_is_watertight(kind):
    for spec in prints_of(plan_of(kind)):
        made = printed(spec)
        assert made.solid.edges_closed
        assert made.solid.volume > 0.0
        assert made.mass > 0.0
        assert spec.count >= 1
        assert made.hints


def test_a_clip_by_hand():
    inner, length = 0.0334, 0.03
    whole = solid(
        PrintSpec(name="ring", form="clip", sizes={"inner": inner, "length": length, "opening": 0.02}, count=1)
    )
    assert whole.size[1] == pytest.approx(inner + 2 * WALL, abs=2e-4)
    assert whole.size[2] == pytest.approx(length)
    # nearly a whole ring: π (R² − r²) · length
    ring = math.pi * ((inner / 2 + WALL) ** 2 - (inner / 2) ** 2) * length
    assert whole.volume == pytest.approx(ring, rel=0.02)
    open_one = solid(
        PrintSpec(name="clip", form="clip", sizes={"inner": inner, "length": length, "opening": 1.9}, count=1)
    )
    assert open_one.volume == pytest.approx(ring * (1 - 1.9 / (2 * math.pi)), rel=0.08)


def test_a_stop_jig_by_hand():
    made = solid(
        PrintSpec(
            name="jig", form="stop_jig", sizes={"length": 0.05, "width": 0.048, "height": 0.02, "slit": 0.0012}, count=1
        )
    )
    assert made.size == pytest.approx((3 * WALL + 0.05 + 0.025, 0.048 + 2 * WALL, 0.02 + WALL), abs=1e-6)


def test_a_drill_guide_lets_the_drill_through():
    sizes = {
        "along_0": 0.011,
        "along_1": 0.033,
        "count": 2.0,
        "across": 0.009,
        "hole": 0.004 + PLAY,
        "height": 0.012,
        "drop": 0.008,
    }
    guide = solid(PrintSpec(name="guide", form="drill_guide", sizes=sizes, count=1))
    solid_block = solid(PrintSpec(name="guide", form="drill_guide", sizes={**sizes, "hole": 1e-5}, count=1))
    drilled = 2 * math.pi * (sizes["hole"] / 2) ** 2 * 0.012
    assert solid_block.volume - guide.volume == pytest.approx(drilled, rel=0.02)


def test_the_battens_of_a_channel_corner_do_not_meet():
    plan = plan_of("cell_grid")
    spec = next(s for s in prints_of(plan) if s.form == "channel_corner")
    # the other batten and both its walls pass before the end of this one
    assert spec.sizes["corner"] >= spec.sizes["thickness"] + 2 * PLAY + 2 * WALL


def test_templates_are_as_large_as_what_they_show():
    for kind in kinds():
        for template in templates_of(plan_of(kind)):
            width, height = template.size
            assert width > 0.0
            assert height > 0.0
            for hole in template.holes:
                assert all(-1e-9 <= x <= width + 1e-9 and -1e-9 <= y <= height + 1e-9 for x, y in hole), template.name
    gate = next(t for t in templates_of(plan_of("focusing_spot")) if t.name == "gate")
    shoot = make_shoot()
    design = kinds()["focusing_spot"].start(shoot.brief)
    xs = [x for x, _ in gate.holes[0]]
    assert max(xs) - min(xs) == pytest.approx(design.gate, abs=1e-6)


def test_circles_oblongs_gores_and_strips_by_hand():
    ring = circle(0.1, 0.1, 0.05)
    assert max(math.hypot(x - 0.1, y - 0.1) for x, y in ring) == pytest.approx(0.025)
    turned = oblong(0.0, 0.0, 0.2, 0.1, turned=math.pi / 2)
    assert max(x for x, _ in turned) == pytest.approx(0.05)
    made = gore("gore", foot=0.3, head=0.05, slant=0.5, margin=0.02)
    assert made.size[1] == pytest.approx(0.54)
    (a, b), (c, d) = made.folds
    assert c[0] - a[0] == pytest.approx(0.3)
    assert d[0] - b[0] == pytest.approx(0.05)
    strip = lattice_strip("strip", length=0.4, depth=0.05, cell=0.04, slot=0.005)
    # nine slots for ten cells, each four corners, and the strip's own four
    assert len(strip.outline) == 4 + 4 * 9
    assert isinstance(pierced("p", 0.1, 0.1, ring), Template)
