"""The built thing in files: read back by libraries that did not write them, as large and as heavy as it is."""

import io

import numpy as np
import pytest
import trimesh

from factories import shoot_document
from wenlo.core.errors import Impossible
from wenlo.core.modifiers.registry import kinds
from wenlo.services.assembly_results import assembly_drawn, pictures_drawn
from wenlo.services.build_papers import paper
from wenlo.services.resolve_document import resolve_document


def document(kind):
    made = shoot_document()
    made["design"] = kinds()[kind].start(resolve_document(made).brief).model_dump(mode="json")
    return made


def assembly(kind):
    shoot = resolve_document(document(kind))
    return kinds()[kind].assemble(shoot.design, shoot.brief)


@pytest.mark.parametrize("kind", ["product_box", "book_light", "rod_softbox"])
def test_every_part_is_a_named_mesh_of_its_own_in_gltf(kind):
    scene = trimesh.load(io.BytesIO(paper(document(kind), "glb", what="built")), file_type="glb")
    built = assembly(kind)
    assert len(scene.geometry) == len(built.parts)
    low, high = scene.bounds
    boxes = np.array([part.box for part in built.parts])
    # y is up in the file
    assert high[1] - low[1] == pytest.approx(boxes[:, 1, 2].max() - boxes[:, 0, 2].min(), abs=1e-5)


def test_stl_and_3mf_are_millimetres():
    built = assembly("product_box")
    boxes = np.array([part.box for part in built.parts])
    size = boxes[:, 1].max(axis=0) - boxes[:, 0].min(axis=0)
    stl = trimesh.load(io.BytesIO(paper(document("product_box"), "stl", what="built")), file_type="stl")
    assert np.asarray(stl.bounds[1] - stl.bounds[0]) == pytest.approx(1000 * size, abs=0.01)
    packed = paper(document("product_box"), "3mf", what="built")
    assert packed[:2] == b"PK"


def test_where_nothing_is_built_there_is_no_file():
    with pytest.raises(Impossible, match="Nothing is built"):
        paper(document("open_shade"), "glb", what="built")


@pytest.mark.parametrize("kind", sorted(kinds()))
def test_every_part_is_added_in_one_picture_and_a_little_of_it_is_seen(kind):
    found = pictures_drawn(document(kind)).pictures
    drawn = {part.label for part in assembly_drawn(document(kind)).parts if part.label}
    named = [label.text for picture in found for label in picture.labels]
    assert set(named) == drawn
    for picture in found:
        assert picture.added or picture.behind
        for label in picture.labels:
            assert -10.0 <= label.x <= picture.width + 10.0
            assert -10.0 <= label.y <= picture.height + 10.0


def test_steps_on_paper_have_their_pictures():
    with_pictures = paper(document("product_box"), "a4", what="steps")
    assert with_pictures[:5] == b"%PDF-"
    assert len(with_pictures) > 8000
