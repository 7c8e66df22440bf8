"""Ceiling bounce: the lit patch is the room's own paint, the lamp looks up at it."""

import math

import numpy as np
import pytest

from made_kinds import brief_for, made, middle, sides
from wenlo.core.catalog.typical import face_materials
from wenlo.core.modifiers.room_bounce import OFF


@pytest.mark.parametrize("ceiling", ["white_paint", "timber"])
def test_the_patch_has_the_paint_of_the_ceiling(ceiling):
    bounce = made("room_bounce", brief=brief_for("room_bounce", brief__room__ceiling=ceiling))
    patch = bounce.panel("sheet")
    assert patch.normal[2] == pytest.approx(-1.0)
    assert middle(patch)[2] == pytest.approx(bounce.design.ceiling - OFF)
    assert sides(patch) == pytest.approx((bounce.design.patch, bounce.design.patch))
    assert np.asarray(patch.surface.reflectance_front).reshape(-1)[:3] == pytest.approx(
        face_materials()[ceiling].reflectance
    )


@pytest.mark.parametrize("height", [0.5, 1.5, 6.0])
def test_the_lamp_stays_under_the_ceiling_and_looks_at_the_patch(height):
    bounce = made("room_bounce", lamp_height=height)
    lamp = bounce.light.lamps[0]
    assert bounce.design.lamp_position[2] == pytest.approx(min(height, bounce.design.ceiling - 0.2))
    way = bounce.design.source_centre - bounce.design.lamp_position
    assert float(lamp.normal @ way) / float(np.linalg.norm(way)) == pytest.approx(1.0)


def test_only_the_flag_is_built():
    with_flag, without = (made("room_bounce", flagged=f) for f in (True, False))
    assert with_flag.covers("black_foil") == [pytest.approx((0.52, 0.52))]
    assert not without.plan.cloth
    assert not with_flag.plan.pieces
    assert math.isclose(with_flag.plan.fittings[0].count, 2.0)
