"""Black-foil doors: four pieces, each leaning by its own angle, hinged at the lamp's rim."""

import math

import numpy as np
import pytest

from made_kinds import made, middle, sides


@pytest.mark.parametrize("angle", [0.0, 25.0, 60.0, 90.0])
def test_a_door_is_hinged_at_the_rim_and_leans_by_its_angle(angle):
    doors = made("foil_doors", left=angle, mouth=0.2, length=0.25)
    door = doors.panel("left door")
    across, _ = doors.design.square
    out = -across
    far = middle(door) - doors.design.source_centre
    # hinge at half the mouth, then half the length outward and forward
    a = math.radians(angle)
    assert float(far @ out) == pytest.approx(0.1 + 0.125 * math.sin(a))
    assert float(far @ -doors.design.axis) == pytest.approx(0.125 * math.cos(a))


def test_doors_are_mirror_images():
    doors = made("foil_doors", left=30.0, right=30.0, top=30.0, bottom=30.0)
    across, upward = doors.design.square
    at = {s: middle(doors.panel(f"{s} door")) - doors.design.source_centre for s in ("left", "right", "top", "bottom")}
    assert float((at["left"] + at["right"]) @ across) == pytest.approx(0.0, abs=1e-12)
    assert float((at["top"] + at["bottom"]) @ upward) == pytest.approx(0.0, abs=1e-12)
    assert len({round(float(np.linalg.norm(v)), 9) for v in at.values()}) == 1


@pytest.mark.parametrize("angle", [10.0, 45.0])
def test_foil_is_as_wide_as_its_far_end_and_folds_back_over_the_lamp(angle):
    doors = made("foil_doors", top=angle, mouth=0.16, length=0.2, grip=0.05)
    piece = next(p for p in doors.plan.cloth if p.note.startswith("top"))
    lean = max(math.sin(math.radians(angle)), 0.1)
    assert piece.cut == pytest.approx((0.16 + 2 * 0.2 * lean, 0.25))
    template = next(t for t in doors.plan.templates if t.name == "top door")
    assert template.folds[0][0][1] == pytest.approx(0.05)
    # in the light a door is an oblong of its mean width
    if math.sin(math.radians(angle)) > 0.1:
        assert max(sides(doors.panel("top door"))) == pytest.approx(max((0.16 + piece.cut[0]) / 2, 0.2), abs=1e-9)


def test_the_highest_is_the_top_doors_edge():
    doors = made("foil_doors", top=50.0, mouth=0.16, length=0.3, centre_height=1.7)
    assert doors.design.highest == pytest.approx(1.7 + 0.08 + 0.3 * math.sin(math.radians(50.0)) + 0.02)
    closed = made("foil_doors", top=-10.0, mouth=0.16, length=0.3, centre_height=1.7)
    assert closed.design.highest == pytest.approx(1.8)
