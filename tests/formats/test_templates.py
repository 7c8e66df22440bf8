"""Templates on paper are true to scale, tile without gaps, and carry a ruler; drawings and solids open elsewhere."""

import io
import itertools
import re
import xml.etree.ElementTree as ET

import ezdxf
import pytest
import trimesh
from pypdf import PdfReader

from factories import make_shoot
from wenlo.core.fabrication.parts import Template
from wenlo.core.fabrication.templates import circle, oblong, pierced, templates_of
from wenlo.core.instructions.solids import printed, prints_of
from wenlo.core.modifiers.registry import kinds
from wenlo.formats.solid_files import write_3mf, write_stl
from wenlo.formats.template_drawings import write_template_dxf, write_template_svg
from wenlo.formats.templates_pdf import EDGE, OVERLAP, tiles, write_templates_pdf

POINTS = 72 / 0.0254
TENTH = 0.1
SVG = "{http://www.w3.org/2000/svg}"
NUMBER = r"(-?[\d.]+)"


def plan_of(kind):
    shoot = make_shoot()
    return kinds()[kind].build(kinds()[kind].start(shoot.brief), shoot.brief)


def segments(page):
    """All straight lines of a page in points, with the page's own shifts applied."""
    content = page.get_contents().get_data().decode("latin-1")
    shift, stack, at, found = (0.0, 0.0), [], None, []
    for line in re.split(r"\n|(?<=\s[lmhSQqnW])\s", content):
        words = line.split()
        if not words:
            continue
        if words == ["q"]:
            stack.append(shift)
        elif words == ["Q"]:
            shift = stack.pop()
        elif words[-1] == "cm":
            shift = (shift[0] + float(words[4]), shift[1] + float(words[5]))
        elif words[-1] in ("m", "l"):
            here = (float(words[0]) + shift[0], float(words[1]) + shift[1])
            if words[-1] == "l" and at is not None:
                found.append((at, here))
            at = here
    return found


@pytest.mark.parametrize("paper", ["a4", "letter"])
@pytest.mark.parametrize(("units", "length"), [("metric", 0.1), ("imperial", 0.1016)])
def test_the_ruler_is_as_long_as_it_says(paper, units, length):
    pdf = write_templates_pdf(
        [pierced("gate", 0.08, 0.08, circle(0.04, 0.04, 0.02))], title="Bench", paper=paper, units=units
    )
    (page,) = PdfReader(io.BytesIO(pdf)).pages
    long = [abs(b[0] - a[0]) for a, b in segments(page) if a[1] == b[1]]
    assert any(x == pytest.approx(length * POINTS, abs=0.05) for x in long)
    text = page.extract_text()
    assert ("100 mm" if units == "metric" else "4 in") in text
    assert "print at 100 %" in text


def test_a_shape_on_one_page_has_its_size_to_a_tenth_of_a_millimetre():
    pdf = write_templates_pdf([pierced("plate", 0.123, 0.0871)], title="Bench", paper="a4")
    (page,) = PdfReader(io.BytesIO(pdf)).pages
    lengths = [max(abs(b[0] - a[0]), abs(b[1] - a[1])) / POINTS * 1000 for a, b in segments(page)]
    assert any(x == pytest.approx(123.0, abs=TENTH) for x in lengths)
    assert any(x == pytest.approx(87.1, abs=TENTH) for x in lengths)


def test_a_large_shape_is_tiled_without_a_gap():
    big = Template(name="rim", outline=oblong(0.4, 0.3, 0.8, 0.6))
    columns, rows, wide, _ = tiles(big, "a4")
    assert (columns - 1) * (wide - OVERLAP) + wide >= 0.8 * POINTS > (columns - 2) * (wide - OVERLAP) + wide
    pages = PdfReader(io.BytesIO(write_templates_pdf([big], title="Bench", paper="a4"))).pages
    assert len(pages) == columns * rows
    # the upper edge, joined from its pages, is whole: each page shows it shifted by a page less the overlap
    covered = []
    for k, page in enumerate(pages):
        column = k % columns
        for a, b in segments(page):
            x = sorted((a[0], b[0]))
            if abs(a[1] - b[1]) < 1e-6 and x[1] - x[0] == pytest.approx(0.8 * POINTS, abs=0.2):
                left = x[0] - EDGE + column * (wide - OVERLAP)
                assert left == pytest.approx(0.0, abs=0.05)
                covered.append((column, k // columns))
    assert {c for c, _ in covered} == set(range(columns))
    assert "A1" in pages[0].extract_text()


@pytest.mark.parametrize(
    "kind", ["focusing_spot", "ring_softbox", "rod_softbox", "pattern_cutter", "overhead_bounce", "foil_doors"]
)
def test_drawings_of_templates_open_elsewhere_with_their_sizes(kind):
    shapes = list(templates_of(plan_of(kind)))
    assert shapes
    document = ezdxf.read(io.StringIO(write_template_dxf(shapes).decode()))
    assert document.units == 4
    assert not document.audit().has_errors
    loops = document.modelspace().query('LWPOLYLINE[layer=="CUT"]')
    assert len(loops) == sum(1 + len(t.holes) for t in shapes)
    outlines, k = [], 0
    for shape in shapes:
        points = [(p[0], p[1]) for p in loops[k].get_points()]
        xs, ys = zip(*points, strict=True)
        outlines.append((max(xs) - min(xs), max(ys) - min(ys)))
        k += 1 + len(shape.holes)
    for got, shape in zip(outlines, shapes, strict=True):
        assert got == pytest.approx([side * 1000 for side in shape.size], abs=TENTH)
    folds = sum(len(t.folds) for t in shapes)
    assert len(document.modelspace().query('LINE[layer=="FOLD"]')) == folds
    tree = ET.fromstring(write_template_svg(shapes))
    groups = {g.get("id"): g for g in tree.iter(f"{SVG}g")}
    assert len(list(groups["CUT"].iter(f"{SVG}polygon"))) == len(loops)
    assert len(list(groups["FOLD"].iter(f"{SVG}line"))) == folds


@pytest.mark.parametrize("kind", ["diffusion_frame", "hanging_softbox", "cell_grid", "overhead_bounce"])
def test_solids_open_elsewhere_watertight_and_true_to_size(kind):
    prints = [printed(spec) for spec in prints_of(plan_of(kind))]
    assert prints
    for made in prints:
        mesh = trimesh.load(io.BytesIO(write_stl(made)), file_type="stl")
        assert mesh.is_watertight
        assert mesh.is_winding_consistent
        assert list(mesh.extents) == pytest.approx([side * 1000 for side in made.solid.size], abs=TENTH)
        assert mesh.volume / 1e9 == pytest.approx(made.solid.volume, rel=1e-3)
    scene = trimesh.load(io.BytesIO(write_3mf(prints)), file_type="3mf")
    assert len(scene.geometry) == len(prints)
    assert len(scene.graph.nodes_geometry) == sum(p.spec.count for p in prints)
    for mesh in scene.geometry.values():
        assert mesh.is_watertight
    got = sorted(tuple(round(float(x), 1) for x in mesh.extents) for mesh in scene.geometry.values())
    want = sorted(tuple(round(side * 1000, 1) for side in p.solid.size) for p in prints)
    for a, b in zip(got, want, strict=True):
        assert a == pytest.approx(b, abs=TENTH)
    # side by side on the bed: nothing overlaps
    boxes = sorted(
        (tuple(b[0]), tuple(b[1]))
        for b in (
            scene.geometry[scene.graph[n][1]].copy().apply_transform(scene.graph[n][0]).bounds
            for n in scene.graph.nodes_geometry
        )
    )
    assert all(one[1][0] < two[0][0] for one, two in itertools.pairwise(boxes))
