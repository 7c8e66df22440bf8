"""Rod softbox: eight gores, their rods, the cone and its mouth."""

import math
from dataclasses import replace

import numpy as np
import pytest
from pydantic import ValidationError

from made_kinds import brief_for, made
from wenlo.core.catalog.items import FoundValues
from wenlo.core.catalog.own import OwnFound
from wenlo.core.optics.shapes import Tube
from wenlo.core.ranking.found_objects import made_of
from wenlo.core.transport.measure import read
from wenlo.core.transport.scene import LightScene, Meter
from wenlo.core.transport.solve import DRAFT, solve

THROAT = 0.07
"""Radius of the narrow end of a cone as it starts. [m]"""


@pytest.mark.parametrize(("width", "depth"), [(0.6, 0.3), (1.2, 0.7)])
def test_gores_close_into_the_cone(width, depth):
    box = made("rod_softbox", width=width, depth=depth)
    slant = math.hypot(depth, width / 2 - THROAT)
    gores = box.covers("silver_cloth")
    assert len(gores) == 8
    assert box.covers("black_cotton") == gores
    # without their seams, side by side they go once round the mouth and once round the throat
    (seams,) = [np.array(t.folds) for t in box.plan.templates]
    foot, head = (float(seams[1, k, 0] - seams[0, k, 0]) for k in (0, 1))
    assert (8 * foot, 8 * head) == pytest.approx((math.pi * width, 2 * math.pi * THROAT))
    assert seams[0, 1, 1] - seams[0, 0, 1] == pytest.approx(slant)
    # the arms reach from the outside of the neck ring over the cloth at the narrow end
    arm = box.assembly.by_id["box/arm 1"].solid.fills[0]
    reach = math.dist(arm.start, arm.end)
    assert reach == pytest.approx(THROAT - 0.025 + 0.001, abs=0.001)
    assert box.fittings()["fibre_rod"] == pytest.approx(8 * (slant + 0.05) + 3 * reach)


def test_the_cone_narrows_to_the_throat():
    box = made("rod_softbox", width=0.8, depth=0.4)
    cone = next(s for s in box.light.surfaces if isinstance(s, Tube))
    assert (cone.radius, cone.end_radius, cone.length) == pytest.approx((0.4, THROAT, 0.4))
    assert np.asarray(cone.base) == pytest.approx(box.design.source_centre)
    lamp = float((box.light.lamps[0].centre - box.design.source_centre) @ box.design.direction)
    assert lamp == pytest.approx(0.39)


@pytest.mark.parametrize(("width", "depth"), [(0.6, 0.3), (1.2, 0.2), (1.6, 1.0)])
def test_the_gore_comes_out_of_the_piece_that_is_cut_for_it(width, depth):
    box = made("rod_softbox", width=width, depth=depth)
    (gore,) = box.plan.templates
    outline, seams = np.array(gore.outline), np.array(gore.folds)
    assert np.ptp(outline, axis=0) == pytest.approx(box.covers("silver_cloth")[0])
    # 20 mm of cloth beside the seam, square to it, all along
    (x0, y0), (x1, y1) = seams[1]
    along = np.array([x1 - x0, y1 - y0]) / math.hypot(x1 - x0, y1 - y0)
    for corner in (outline[1], outline[2]):
        off = corner - seams[1, 0]
        assert abs(float(off[0] * along[1] - off[1] * along[0])) == pytest.approx(0.02)


@pytest.mark.parametrize("layers", [1, 2, 3])
def test_each_layer_is_cut_round_with_its_own_rim(layers):
    box = made("rod_softbox", layers=layers, width=0.8)
    assert box.covers(box.design.sheet) == [pytest.approx((0.9, 0.9))] * layers
    assert box.fittings()["hook_and_loop"] == pytest.approx(math.pi * 0.8)


def test_a_board_is_not_sewn():
    with pytest.raises(ValidationError, match="choose a cloth or a foil"):
        made("rod_softbox", lining="white_foam_board")


def shade(**values):
    sizes = {"outer_width": 0.43, "inner_width": 0.42, "outer_height": 0.43, "inner_height": 0.42, "narrow_end": 0.19}
    return OwnFound(
        item="0" * 8 + "-0000-0000-0000-" + "0" * 12,
        version=1,
        name="attic shade",
        measured=True,
        values=FoundValues(
            **{
                "form": "shade",
                **sizes,
                "outer_depth": 0.3,
                "inner_depth": 0.3,
                "mass": 0.5,
                "wall_transmittance": 0.3,
                "wall_reflectance": 0.6,
                **values,
            }
        ),
    )


def test_a_shade_that_is_there_is_not_sewn_again():
    # Ø 190/420 × 300: sizes as measured, its own wall in the light, and only sheet, ring and arms to get
    begins = made("rod_softbox", brief=brief_for("rod_softbox", brief__lamp__id="bulb_15"))
    changes = made_of(begins.design, shade())
    box = made("rod_softbox", brief=begins.brief, **{**changes, "rod": "8 mm", "lamp_in": 0.12})
    assert (box.design.width, box.design.throat, box.design.depth) == (0.42, 0.19, 0.3)
    assert {c.covering.id for c in box.plan.cloth} == {box.design.sheet}
    bought = box.fittings()
    assert bought["neck_ring"] == 1
    # from the ring's outside, 50 mm across, to the outside of the shade
    assert bought["fibre_rod_8"] == pytest.approx(3 * (0.095 - 0.025), abs=0.006)
    assert not {"sew-the-cone", "spring-it-open"} & {step.id for step in box.plan.steps}
    cone = next(s for s in box.light.surfaces if isinstance(s, Tube))
    assert (2 * cone.radius, 2 * cone.end_radius) == pytest.approx((0.42, 0.19))
    assert float(cone.surface.transmittance[1]) == pytest.approx(0.3, abs=0.02)
    lamp = float((box.light.lamps[0].centre - box.design.source_centre) @ box.design.direction)
    assert lamp == pytest.approx(0.3 - 0.12)


def test_a_shade_glows_and_a_sewn_cone_does_not():
    brief = brief_for("rod_softbox", brief__lamp__id="bulb_15")
    begins = made("rod_softbox", brief=brief)
    sewn = made("rod_softbox", brief=brief, width=0.42, depth=0.3, throat=0.19, lamp_in=0.12)
    own = made("rod_softbox", brief=brief, **{**made_of(begins.design, shade()), "lamp_in": 0.12})
    beside = begins.design.source_centre + np.array([0.0, 0.0, 1.0])
    meter = Meter(id="over", position=beside, normal=np.array([0.0, 0.0, -1.0]))
    lux = [
        float(read(solve(LightScene(panels=b.light.surfaces, lamps=b.light.lamps), DRAFT), [meter])["over"].total[1])
        for b in (sewn, own)
    ]
    assert lux[1] > 5.0 * lux[0]


@pytest.mark.parametrize(
    ("changes", "field"), [({"throat": 0.7, "width": 0.6}, "throat"), ({"lamp_in": 0.39, "depth": 0.4}, "lamp_in")]
)
def test_what_does_not_go_is_told_at_its_field(changes, field):
    box = made("rod_softbox", **changes)
    refused = box.kind.refuses(box.design, box.brief.lamp.type)
    assert refused is not None
    assert refused.field == field


def test_a_lamp_wider_than_the_cone_is_there_is_refused():
    box = made("rod_softbox", throat=0.06, lamp_in=0.03)
    wide = replace(box.brief.lamp.type, size=(0.12, 0.12))
    refused = box.kind.refuses(box.design, wide)
    assert refused is not None
    assert refused.field == "throat"
    # 0.06 + (0.8 - 0.06) · 0.1 / 0.4 = 0.245 m: there it goes in
    farther = box.design.model_copy(update={"width": 0.8, "depth": 0.4, "lamp_in": 0.1})
    assert farther.room_at_lamp == pytest.approx(0.245)
    assert box.kind.refuses(farther, wide) is None
    # a wide head stands behind the narrow end, as it always could
    behind = box.design.model_copy(update={"lamp_in": 0.01})
    assert box.kind.refuses(behind, wide) is None


def test_a_new_cone_is_as_wide_at_its_narrow_end_as_the_lamp():
    box = made("rod_softbox", brief=brief_for("rod_softbox", brief__lamp__id="flash_studio"))
    assert box.design.throat == box.brief.lamp.type.size[0] == 0.18
