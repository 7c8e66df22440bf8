"""Views with measures: chains add up, lengths are drawn to scale, and what is told is what is built."""

import math

import numpy as np
import pytest

from made_kinds import KINDS, brief_for
from wenlo.core.instructions.dimensioned_views import CLOSE, THIN, dimensioned_views
from wenlo.core.modifiers.registry import kinds


def views_of(name, **changes):
    brief = brief_for(name)
    design = kinds()[name].start(brief).model_copy(update=changes)
    assembly = kinds()[name].assemble(design, brief)
    return assembly, dimensioned_views(assembly)


def chains(view):
    """Measures by the line that they lie on."""
    found = {}
    for d in view.dimensions:
        level = abs(d.start[1] - d.end[1]) < 0.05
        found.setdefault((level, d.start[1] if level else d.start[0]), []).append(d)
    return found


@pytest.mark.parametrize("name", KINDS)
def test_measures_are_drawn_to_scale_and_add_up_to_the_whole(name):
    assembly, views = views_of(name)
    assert {view.group for view in views} == {group.id for group in assembly.groups if group.parts}
    for view in views:
        assert view.lines
        rows = chains(view)
        for (level, _), row in rows.items():
            for d in row:
                drawn = math.dist(d.start, d.end)
                assert drawn == pytest.approx(d.value * view.scale, abs=0.15)
            whole = max(sum(d.value for d in other) for key, other in rows.items() if key[0] == level)
            assert whole - sum(d.value for d in row) <= 2 * THIN + 4 * CLOSE


@pytest.mark.parametrize("name", KINDS)
def test_the_whole_of_a_part_is_its_box_in_its_own_axes(name):
    assembly, views = views_of(name)
    for group in assembly.groups:
        points = np.concatenate([group.pose.own(assembly.by_id[id].corners) for id in group.parts])
        size = np.ptp(points, axis=0)
        for view in (v for v in views if v.group == group.id):
            across, high = {"front": (0, 2), "side": (1, 2), "top": (0, 1)}[view.name]
            level = max(sum(d.value for d in row) for (flat, _), row in chains(view).items() if flat)
            upright = max(sum(d.value for d in row) for (flat, _), row in chains(view).items() if not flat)
            assert level == pytest.approx(size[across], abs=1e-6)
            assert upright == pytest.approx(size[high], abs=1e-6)


def test_a_page_of_battens_by_hand():
    # a metre wide, two sides of 44 mm: the rails go 912 mm between them
    _, views = views_of("book_light", width=1.0, height=1.0)
    front = next(view for view in views if view.name == "front" and view.group == "sheet page")
    told = [round(d.value * 1000) for row in list(chains(front).values())[:2] for d in row]
    assert told == [44, 912, 44, 1000]
    assert {label.text for label in front.labels} >= {"A1", "A2", "B1", "B2"}


def test_bars_behind_one_another_are_named_together():
    _, views = views_of("hanging_softbox")
    front = next(view for view in views if view.name == "front")
    names = [label.text for label in front.labels]
    assert "B1 B2" in names
    whole = " ".join(names).split()
    assert len(whole) == len(set(whole))
