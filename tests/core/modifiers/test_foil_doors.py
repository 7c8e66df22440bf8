"""Black-foil doors: four pieces, each leaning by its own angle, hinged at the lamp's rim."""

import math

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import brief_for, made, middle, sides
from said import value_of
from wenlo.core.catalog.items import BlackValues
from wenlo.core.catalog.own import OwnBlack
from wenlo.core.fabrication.covers import plan_covers
from wenlo.core.instructions.assembly_checks import faults
from wenlo.core.instructions.lit_checks import lit_faults


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
    # three edges are doubled, 12 mm each
    assert piece.cut == pytest.approx((0.16 + 2 * 0.2 * lean + 0.024, 0.25 + 0.012))
    template = next(t for t in doors.plan.templates if t.name == "top door")
    assert template.folds[0][0][1] == pytest.approx(0.05)
    # in the light a door is an oblong of its mean width
    if math.sin(math.radians(angle)) > 0.1:
        assert max(sides(doors.panel("top door"))) == pytest.approx(
            max((0.16 + piece.cut[0] - 0.024) / 2, 0.2), abs=1e-9
        )


def test_the_highest_is_the_top_doors_edge():
    doors = made("foil_doors", top=50.0, mouth=0.16, length=0.3, centre_height=1.7)
    assert doors.design.highest == pytest.approx(1.7 + 0.08 + 0.3 * math.sin(math.radians(50.0)) + 0.02)
    closed = made("foil_doors", top=-10.0, mouth=0.16, length=0.3, centre_height=1.7)
    assert closed.design.highest == pytest.approx(1.8)


def roll(**values):
    """One's own, 300 mm wide with 1.5 m left."""
    told = {"form": "cloth", "joined": "taped", "roll_width": 0.3, "on_hand": 1.5, "reflectance": 0.05, "glossy": True}
    return OwnBlack(
        item="0" * 8 + "-0000-0000-0000-" + "0" * 12,
        version=2,
        name="attic foil",
        measured=True,
        values=BlackValues(**{**told, "thickness": 0.0001, **values}),
    )


@pytest.mark.parametrize(
    ("pieces", "on"),
    [
        ("all four", {"left", "right", "top", "bottom"}),
        ("top flag alone", {"top"}),
        ("left and right", {"left", "right"}),
        ("top and bottom", {"top", "bottom"}),
    ],
)
def test_doors_may_be_left_off(pieces, on):
    doors = made("foil_doors", pieces=pieces)
    assert {s.id for s in doors.light.surfaces} == {"sheet", *(f"{side} door" for side in on)}
    assert len(doors.plan.cloth) == len(doors.plan.templates) == len(on)
    assert faults(doors.assembly) == ()
    assert lit_faults(doors.assembly, doors.light.surfaces) == ()


def test_pieces_fit_across_a_roll_of_ones_own_and_what_is_left_is_told():
    brief = brief_for("foil_doors")
    wide = {"mouth": 0.17, "mouth_height": 0.16, "length": 0.2, "grip": 0.04}
    opened = dict.fromkeys(("left", "right", "top", "bottom"), 20.0)
    doors = made("foil_doors", brief=brief, foil=roll(), **wide, **opened)
    # 0.17 + 2 · 0.2 sin 20° + 24 mm: 0.331, more than the roll is wide: it lies along it, 0.252 across
    top = next(p for p in doors.plan.cloth if p.note.startswith("top"))
    assert top.cut == pytest.approx((0.17 + 0.4 * math.sin(math.radians(20)) + 0.024, 0.252))
    (plan,) = plan_covers(doors.plan.cloth)
    by_hand = sum(p.cut[0] for p in doors.plan.cloth)
    assert by_hand <= plan.bought <= by_hand + 0.11
    told = next(f for f in doors.kind.figures(doors.design, brief, flat_probe) if f.key == "door_roll")
    assert "mm" in value_of(told)
    left = 1.5 - plan.bought
    assert value_of(told) == f"{left * 1000:.0f} mm"
    none = made("foil_doors", brief=brief, foil=roll(on_hand=0.5), **wide, **opened)
    figure = next(f for f in none.kind.figures(none.design, brief, flat_probe) if f.key == "door_roll")
    assert value_of(figure) == "not enough"
    # nothing of it is bought by another name
    assert {c.covering.name for c in doors.plan.cloth} == {"attic foil"}
    assert not [
        f for f in made("foil_doors").kind.figures(made("foil_doors").design, brief, flat_probe) if f.key == "door_roll"
    ]


def flat_probe(meters, left_out, *, lamps=None):
    return {meter.id: 1.0 for meter in meters}


def test_what_is_sewn_is_no_foil():
    with pytest.raises(ValidationError, match="is not foil"):
        made("foil_doors", foil=roll(joined="sewn"))
    with pytest.raises(ValidationError, match="is not foil"):
        made("foil_doors", foil="velvet")
