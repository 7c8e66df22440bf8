"""The set as solids with the light on them: nothing twice, nothing left out, and the light that the solver reads."""

import numpy as np
import pytest

from factories import make_shoot
from wenlo.core.brief.brief import OtherLight
from wenlo.core.modifiers.registry import kinds
from wenlo.core.optics.sheet import luminance
from wenlo.core.rigging.lit_solids import cut_fine, lit_solids, shaded
from wenlo.core.rigging.loads import modifiers_of
from wenlo.core.rigging.set_view import rod, set_solids
from wenlo.core.scene import scene_builder
from wenlo.core.transport.measure import measure
from wenlo.core.transport.scene import Meter
from wenlo.core.transport.solve import Effort, solve


def shoot_with(kind, **more):
    shoot = make_shoot(brief__room__height=2.8)
    brief = shoot.brief.model_copy(update=more)
    design = shoot.design if kind == "diffusion_frame" else kinds()[kind].start(brief)
    return shoot.model_copy(update={"brief": brief, "design": design})


def area(corners, faces):
    a, b, c = (corners[faces[:, k]] for k in range(3))
    return np.linalg.norm(np.cross(b - a, c - a), axis=1).sum() / 2.0


def test_cutting_fine_keeps_the_surface_and_leaves_no_long_edge():
    corners = np.array([[0.0, 0, 0], [2, 0, 0], [2, 0.04, 0], [0, 0.04, 0]])
    faces = np.array([[0, 1, 2], [0, 2, 3]])
    places, fine = cut_fine(corners, faces, 0.25)
    assert area(places, fine) == pytest.approx(2 * 0.04)
    sides = np.linalg.norm(places[fine] - places[np.roll(fine, -1, axis=1)], axis=2)
    assert sides.max() <= 0.25
    # one way round, as before
    normals = np.cross(places[fine[:, 1]] - places[fine[:, 0]], places[fine[:, 2]] - places[fine[:, 0]])
    assert (normals[:, 2] > 0.0).all()


def test_a_box_has_its_edges_and_a_round_rod_has_none():
    cube = rod(np.zeros(3), np.array([0.0, 0.0, 1.0]), 0.02)
    mesh = cube.to_mesh()
    corners, faces = np.asarray(mesh.vert_properties)[:, :3].astype(float), np.asarray(mesh.tri_verts, dtype=np.int64)
    places, normals, shown = shaded(corners, faces)
    assert area(places, shown) == pytest.approx(area(corners, faces))
    assert np.linalg.norm(normals, axis=1) == pytest.approx(1.0)
    # round its side the normals go on, at both ends they do not
    level = np.abs(normals[:, 2]) < 0.5
    assert level.any()
    assert (~level).any()
    turned = places[shown]
    across = np.cross(turned[:, 1] - turned[:, 0], turned[:, 2] - turned[:, 0])
    assert (np.einsum("ij,ij->i", across, normals[shown].mean(axis=1)) > 0.0).all()


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_every_built_part_is_shown_once_and_no_surface_twice(kind):
    more = {}
    if kinds()[kind].daylight is not None:
        more = {"others": [OtherLight(name="north window", id="window", x=1.8, y=0.0, z=1.4)]}
    shoot = shoot_with(kind, **more)
    found = [solid.id for solid in set_solids(shoot)]
    assert len(found) == len(set(found))
    modifier = next(modifiers_of(shoot))
    assert {f"key/{part.id}" for part in modifier.assembly.parts} <= set(found)
    if modifier.assembly.parts:
        built = {face.surface for face in modifier.assembly.lit}
        assert not built & set(found)


def test_what_stands_comes_down_to_the_floor_and_what_hangs_goes_up_to_the_ceiling():
    stands = [s for s in set_solids(shoot_with("book_light")) if s.id.startswith("stand of")]
    assert stands
    for stand in stands:
        assert stand.corners[:, 2].min() == pytest.approx(0.0, abs=0.02)
    lines = [s for s in set_solids(shoot_with("hanging_softbox")) if s.id.startswith("stand of key/corner")]
    assert len(lines) == 4
    for line in lines:
        assert line.corners[:, 2].max() == pytest.approx(2.8, abs=0.01)


def test_the_light_on_the_floor_and_on_a_wall_is_the_solver_s():
    shoot = shoot_with("diffusion_frame")
    found = {lit.solid.id: lit for lit in lit_solids(shoot, set_solids(shoot))}
    solved = solve(scene_builder.whole_scene(shoot.brief, shoot.design), Effort())
    weights = scene_builder.lamp_weights(shoot.brief)
    key_meter = next(m for m in scene_builder.meters(shoot.brief, shoot.design) if m.id == "key")
    key = float(luminance(measure(solved, [key_meter]).readings(weights)["key"].total))
    off = []
    for id, normal in (("floor", [0.0, 0.0, 1.0]), ("left wall", [1.0, 0.0, 0.0])):
        lit, toward = found[id], np.array(normal)
        inside = np.flatnonzero(np.abs(lit.places[:, 1]) < 1.2)[::7]
        meters = [Meter(id=str(k), position=lit.places[k] + 0.002 * toward, normal=toward) for k in inside]
        readings = measure(solved, meters).readings(weights)
        # near a wall's edge and under the frame half of a place's spread makes a difference
        off += [lit.stops[k] - np.log2(float(luminance(readings[str(k)].total)) / key) for k in inside]
    assert np.median(np.abs(off)) < 0.25
    assert np.percentile(np.abs(off), 85) < 0.8


def test_a_sheet_glows_with_the_light_from_behind_and_a_black_board_does_not():
    shoot = shoot_with("diffusion_frame")
    found = {lit.solid.id: lit for lit in lit_solids(shoot, set_solids(shoot))}
    sheet = next(lit for id, lit in found.items() if id.startswith("key/sheet"))
    toward = shoot.design.source_centre - shoot.design.lamp_position
    away = (sheet.places - shoot.design.source_centre) @ (toward / np.linalg.norm(toward))
    front = away > np.median(away)
    # on the subject's side it gets less light than it sends
    sent = luminance(np.median(sheet.light[front], axis=0))
    assert float(sent) > 0.3 * 2.0 ** float(np.median(sheet.stops[front]))
    assert np.median(sheet.stops[~front]) > np.median(sheet.stops[front]) + 1.0
