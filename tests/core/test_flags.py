"""Flags: surfaces under their limits with the fewest pieces, the key spared."""

from dataclasses import replace

import numpy as np
import pytest

from wenlo.core.analysis.light_layers import light_layer
from wenlo.core.brief.brief import Brief, Dark
from wenlo.core.modifiers.registry import kinds
from wenlo.core.optics.shapes import Panel
from wenlo.core.proposals.cards import in_frame
from wenlo.core.proposals.flags import LEAST_BRINGS, broken, fewest_flags, place_flags, surface_levels
from wenlo.core.scene import scene_builder
from wenlo.core.scene.room import room_box


def case(kind, **dark):
    brief = Brief(dark=Dark(**dark))
    return brief, kinds()[kind].start(brief)


def levels(brief, design, flags=()):
    scene = scene_builder.whole_scene(brief, design)
    scene = replace(scene, panels=(*scene.panels, *(f.panel for f in flags)))
    return surface_levels(brief, scene, design)[0]


@pytest.mark.parametrize(
    ("surface", "layer"), [("ceiling", "ceiling"), ("left wall", "left wall"), ("backdrop", "backdrop")]
)
def test_mean_light_on_a_surface_is_that_of_its_map(surface, layer):
    brief, design = case("diffusion_frame")
    drawn = light_layer(brief, design, layer)
    mean = float(np.log2(np.mean(2.0**drawn.stops)))
    # patches against meters on a grid, a draft each
    assert levels(brief, design)[surface] == pytest.approx(mean, abs=0.25)


def test_a_surface_under_its_limit_needs_no_flag():
    for dark in ({}, {"ceiling": 1.0, "backdrop": 1.0}):
        brief, design = case("diffusion_frame", **dark)
        found = fewest_flags(brief, design)
        assert found.flags == ()
        assert found.before == found.after


@pytest.mark.parametrize(
    ("kind", "dark"),
    [
        ("hung_curtain", {"backdrop": -2.0, "ceiling": -2.2}),
        ("diffusion_frame", {"backdrop": -2.5, "ceiling": -2.7}),
        ("bounce_card", {"backdrop": -3.0}),
        ("book_light", {"ceiling": -1.5, "left_wall": -2.0}),
    ],
)
def test_flags_darken_what_is_limited_spare_the_key_and_are_no_more_than_needed(kind, dark):
    brief, design = case(kind, **dark)
    found = fewest_flags(brief, design)
    assert found.flags
    over = broken(brief, found.before)
    left = broken(brief, found.after)
    assert sum(left.values()) < 0.6 * sum(over.values())
    assert {flag.surface for flag in found.flags} <= set(over)
    assert found.key < 0.6
    for flag in found.flags:
        fewer = [f for f in found.flags if f is not flag]
        without = sum(broken(brief, levels(brief, design, fewer)).values())
        assert without > sum(left.values()) + 0.5 * LEAST_BRINGS


def test_flags_stand_in_the_room_and_off_the_ways_of_key_and_lamp():
    brief, design = case(
        "hung_curtain", ceiling=-4.0, floor=-4.0, left_wall=-5.0, right_wall=-5.0, wall_behind=-5.0, backdrop=-4.0
    )
    box, scene = room_box(brief), scene_builder.whole_scene(brief, design)
    face, source, lamp = scene_builder.face(brief), design.source_centre, design.lamp_position
    placed = [
        f for s in scene.panels if isinstance(s, Panel) and s.role == "room" for f in place_flags(brief, design, s)
    ]
    assert len(placed) >= 6
    for flag in placed:
        assert all(box.holds(corner) for corner in flag.corners)
        u, v = (g.reshape(-1, 1) for g in np.meshgrid(np.linspace(0, 1, 9), np.linspace(0, 1, 9)))
        assert not in_frame(brief, flag.panel.origin + u * flag.panel.edge_u + v * flag.panel.edge_v)
        for start, end in ((source, face), (lamp, source)) if flag.at == "lamp" else ((source, face),):
            way, n = end - start, flag.panel.normal
            along = float(way @ n)
            if abs(along) < 1e-9:
                continue
            t = float((flag.middle - start) @ n) / along
            at = start + t * way - flag.middle
            width, height = flag.size
            u, v = flag.panel.edge_v / width, flag.panel.edge_u / height
            assert not (0.0 < t < 1.0 and abs(float(at @ u)) < width / 2 and abs(float(at @ v)) < height / 2)


def test_the_search_tells_how_far_it_is_and_can_be_stopped():
    brief, design = case("hung_curtain", backdrop=-3.0, ceiling=-3.0)
    told = []
    fewest_flags(brief, design, told=lambda done, total: not told.append((done, total)))
    assert [done for done, _ in told] == list(range(2, len(told) + 2))
    assert all(done <= total for done, total in told)
    stopped = fewest_flags(brief, design, told=lambda done, total: False)
    assert len(stopped.flags) >= len(fewest_flags(brief, design).flags)


def test_outside_of_its_room_nothing_is_known():
    brief, design = case("diffusion_frame", ceiling=-3.0)
    assert fewest_flags(brief, design.model_copy(update={"key_angle": 90.0, "lamp_distance": 5.0})) is None
