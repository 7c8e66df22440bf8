"""The built thing as it travels: what is drawn of it, and its facts in a report; looked at by a library of its own."""

import numpy as np
import pytest
import trimesh

from made_kinds import brief_for
from wenlo.core.document.shoot import Shoot, write_shoot
from wenlo.core.errors import Impossible
from wenlo.core.modifiers.registry import kinds
from wenlo.services.assembly_results import assembly_drawn, assembly_facts, pictures_drawn
from wenlo.services.build_results import build
from wenlo.services.report import report

FRAMES = [
    {"structure": "pipe", "material": "pvc_one_inch"},
    {"structure": "tube", "material": "aluminium_25_mm"},
    *(
        {"structure": "timber", "material": "softwood_18_44", "timber_joint": joint}
        for joint in ("butt", "half_lap", "mitre", "pocket_screw")
    ),
]


def shoot(**design):
    document = write_shoot(Shoot())
    document["design"] |= design
    return document


def within(mesh, points):
    """Points that a closed mesh holds: its faces fill the whole sphere of view (Van Oosterom and Strackee 1983)."""
    a, b, c = (mesh.triangles[None, :, k] - points[:, None] for k in range(3))
    x, y, z = (np.linalg.norm(v, axis=2) for v in (a, b, c))
    over = np.einsum("ijk,ijk->ij", a, np.cross(b, c))
    under = (
        x * y * z
        + np.einsum("ijk,ijk->ij", a, b) * z
        + np.einsum("ijk,ijk->ij", a, c) * y
        + np.einsum("ijk,ijk->ij", b, c) * x
    )
    return 2.0 * np.arctan2(over, under).sum(axis=1) > 2.0 * np.pi


def meshes(document):
    for part in assembly_drawn(document).parts:
        points = np.array(part.points).reshape(-1, 3)
        yield part, trimesh.Trimesh(points, np.array(part.triangles).reshape(-1, 3))


@pytest.mark.parametrize("design", FRAMES, ids=lambda d: d.get("timber_joint", d["structure"]))
def test_what_is_drawn_is_closed_and_as_heavy_and_as_long_as_the_build_says(design):
    document = shoot(**design)
    made = build(document=document)
    facts = {part.id: part for part in assembly_facts(document).parts}
    cut = {piece.label: piece.exact for bar in made.bars for piece in bar.pieces}
    sheets = {laid.label for cover in made.covers for sheet in cover.sheets for laid in sheet.laid}
    assert {part.label for part in facts.values() if part.label} == set(cut) | sheets
    for part, mesh in meshes(document):
        assert mesh.is_watertight, part.id
        if part.label in cut:
            assert facts[part.id].length == pytest.approx(cut[part.label], abs=1e-9)
            # from tip to tip along the bar, by the corners of the mesh
            axis = np.array(facts[part.id].pose)[:3, 2]
            reach = mesh.vertices @ axis
            assert reach.max() - reach.min() == pytest.approx(cut[part.label], abs=2e-5)


@pytest.mark.parametrize("design", FRAMES, ids=lambda d: d.get("timber_joint", d["structure"]))
def test_no_bar_runs_into_another_where_a_second_eye_looks(design):
    inner = [(part, mesh) for part, mesh in meshes(shoot(**design)) if part.label and not part.label.startswith("S")]
    rng = np.random.default_rng(3)
    for part, mesh in inner:
        low, high = mesh.bounds
        inside = rng.uniform(low, high, (400, 3))
        inside = inside[within(mesh, inside)]
        assert len(inside)
        for other, second in inner:
            if other.id != part.id:
                assert not within(second, inside).any(), (part.id, other.id)


def test_edges_are_drawn():
    assert sum(len(part.edges) for part in assembly_drawn(shoot(**FRAMES[0])).parts) > 0


def test_fittings_come_with_the_step_that_fits_their_bars():
    document = shoot(**FRAMES[0])
    (dry, hung) = pictures_drawn(document).pictures
    assert {"top.left/pipe_elbow", "toe.left.back/pipe_cap", "rail.top"} <= set(dry.parts)
    assert hung.parts == ["sheet.1"]


def test_what_cannot_be_cut_is_said_at_its_field():
    with pytest.raises(Impossible) as trouble:
        assembly_drawn(shoot(structure="pipe", material="pvc_one_inch", height=1.2, top_height=1.29))
    assert trouble.value.fields[0].path == "design.top_height"


def test_a_report_has_the_built_thing_and_nothing_where_nothing_is_built():
    found = report(shoot(**FRAMES[2]), ("assembly",)).assembly
    assert found.faults == []
    bolts = [f for joint in found.joints if joint.method == "bolt" for f in joint.fasteners]
    assert {(f.item, f.length) for f in bolts} == {("upright_bolt", 0.08)}
    assert found.mass == pytest.approx(sum(part.mass for part in found.parts))
    document = shoot()
    document["design"] = kinds()["open_shade"].start(Shoot().brief).model_dump(mode="json")
    # the opening is there already
    assert report(document, ("assembly",)).assembly.parts == []
    assert assembly_drawn(document).parts == []


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_every_kind_is_drawn_closed_and_nothing_stiff_runs_into_anything_else(kind):
    design = kinds()[kind].start(brief_for(kind))
    document = shoot()
    document["design"] = design.model_dump(mode="json")
    built = kinds()[kind].assemble(design, brief_for(kind)).by_id
    found = list(meshes(document))
    assert {part.id for part, _ in found} == set(built)
    rng = np.random.default_rng(5)
    for part, mesh in found:
        assert mesh.is_watertight, part.id
        assert mesh.volume > 0.0
    # a pipe overlaps the socket that it is in by their facets; bars of frames are looked at above
    stiff = [(p, m) for p, m in found if not built[p.id].soft and built[p.id].role not in ("fitting", "cap")]
    for part, mesh in stiff:
        low, high = mesh.bounds
        inside = rng.uniform(low, high, (300, 3))
        inside = inside[within(mesh, inside)]
        for other, second in stiff:
            near = (second.bounds[0] < high) & (low < second.bounds[1])
            if other.id != part.id and near.all():
                assert not within(second, inside).any(), (part.id, other.id)
