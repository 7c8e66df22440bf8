"""A set as files: read back with readers of their own."""

import csv
import io
import json
import re
import struct
import xml.etree.ElementTree as ET

import numpy as np
import pytest

from wenlo.core.analysis.meter_marks import MarkReading, ReadingPart
from wenlo.core.brief.set_objects import MeterMark
from wenlo.core.optics.meshes import triangles
from wenlo.core.optics.shapes import Disc, Dome, Panel, Tube
from wenlo.core.optics.sheet import board
from wenlo.formats.gltf import MeshSolid, write_glb
from wenlo.formats.open_exr import write_exr
from wenlo.formats.plan_sheet import Drawn, PlanItem, PlanSheet, scale_for, write_plan_pdf, write_plan_svg
from wenlo.formats.readings_csv import write_readings

WHITE = board((0.8, 0.8, 0.8))
A = np.array


def area(corners, faces):
    a, b, c = (corners[faces[:, k]] for k in range(3))
    return 0.5 * float(np.linalg.norm(np.cross(b - a, c - a), axis=1).sum())


def vectors(corners, faces):
    a, b, c = (corners[faces[:, k]] for k in range(3))
    return 0.5 * np.cross(b - a, c - a).sum(axis=0)


SIDES = {"surface": WHITE, "id": "s"}
ARROW = A([[0.0, 0.0], [1.0, 0.0], [0.5, 0.4], [0.5, 1.0]])


@pytest.mark.parametrize(
    ("shape", "rel"),
    [
        (Panel(origin=A([0.0, 0, 0]), edge_u=A([1.2, 0, 0]), edge_v=A([0, 0.7, 0.3]), **SIDES), 1e-12),
        (Disc(centre=A([0.0, 0, 1]), axis=A([0.0, 1, 1]), radius=0.4, **SIDES), 0.01),
        (Disc(centre=A([0.0, 0, 1]), axis=A([1.0, 0, 0]), radius=0.4, inner=0.2, **SIDES), 0.01),
        (Tube(base=A([0.0, 0, 0]), axis=A([0.0, 0, 1]), length=0.5, radius=0.2, end_radius=0.1, **SIDES), 0.01),
        (
            Tube(
                base=A([0.0, 0, 0]),
                axis=A([0.0, 1, 0]),
                length=0.5,
                radius=0.2,
                span=1.5,
                start=A([0.0, 0, 1]),
                **SIDES,
            ),
            0.01,
        ),
        (Dome(centre=A([0.0, 0, 0]), radius=0.3, low=0.0, **SIDES), 0.02),
    ],
)
def test_triangles_have_the_area_of_the_shape(shape, rel):
    assert area(*triangles(shape)) == pytest.approx(shape.area, rel=rel)


def test_outlines_that_bend_inward_and_holes_are_kept():
    plain = Panel(origin=A([0.0, 0, 0]), edge_u=A([1.0, 0, 0]), edge_v=A([0, 1.0, 0]), **SIDES)
    arrow = Panel(**{**vars(plain), "outline": ARROW})
    assert area(*triangles(arrow)) == pytest.approx(0.35)
    assert np.allclose(vectors(*triangles(arrow)), [0.0, 0.0, 0.35])
    backwards = Panel(**{**vars(plain), "outline": ARROW[::-1]})
    assert area(*triangles(backwards)) == pytest.approx(0.35)
    hole = A([[0.25, 0.25], [0.75, 0.25], [0.75, 0.75], [0.25, 0.75]])
    cut = Panel(**{**vars(plain), "outline": hole, "cut_out": True})
    assert area(*triangles(cut)) == pytest.approx(0.75)


def glb_of(data):
    magic, version, length = struct.unpack_from("<III", data)
    assert (magic, version, length) == (0x46546C67, 2, len(data))
    size, kind = struct.unpack_from("<II", data, 12)
    assert kind == 0x4E4F534A
    document = json.loads(data[20 : 20 + size])
    body_size, body_kind = struct.unpack_from("<II", data, 20 + size)
    assert body_kind == 0x004E4942
    return document, data[28 + size : 28 + size + body_size]


def test_gltf_holds_the_corners_with_y_up():
    corners = A([[1.0, 2.0, 3.0], [2.0, 2.0, 3.0], [2.0, 4.0, 3.5]])
    solid = MeshSolid(name="card", corners=corners, faces=A([[0, 1, 2]]), colour=(0.8, 0.7, 0.6), opacity=0.5)
    document, body = glb_of(
        write_glb(
            [
                solid,
                MeshSolid(name="empty", corners=corners[:0], faces=A([]).reshape(0, 3).astype(int), colour=(0, 0, 0)),
            ]
        )
    )
    assert [n["name"] for n in document["nodes"]] == ["card"]
    accessor = document["accessors"][document["meshes"][0]["primitives"][0]["attributes"]["POSITION"]]
    view = document["bufferViews"][accessor["bufferView"]]
    got = np.frombuffer(body, "<f4", count=9, offset=view["byteOffset"]).reshape(3, 3)
    assert np.allclose(got, np.stack([corners[:, 0], corners[:, 2], -corners[:, 1]], axis=1))
    assert accessor["min"] == pytest.approx(list(got.min(axis=0)))
    assert document["materials"][0]["alphaMode"] == "BLEND"
    assert all(v["byteOffset"] % 4 == 0 for v in document["bufferViews"])
    assert document["buffers"][0]["byteLength"] == len(body)


def exr_of(data):
    """Pixels of an uncompressed half-float OpenEXR, by its own reading of the layout."""
    assert struct.unpack_from("<ii", data) == (20000630, 2)
    at, found = 8, {}
    while data[at]:
        name, at = data[at : data.index(0, at)].decode(), data.index(0, at) + 1
        kind, at = data[at : data.index(0, at)].decode(), data.index(0, at) + 1
        (size,) = struct.unpack_from("<i", data, at)
        found[name] = (kind, data[at + 4 : at + 4 + size])
        at += 4 + size
    at += 1
    assert found["compression"] == ("compression", b"\0")
    x0, y0, x1, y1 = struct.unpack("<iiii", found["dataWindow"][1])
    width, height = x1 - x0 + 1, y1 - y0 + 1
    assert re.findall(rb"([A-Z])\0", found["channels"][1]) == [b"B", b"G", b"R"]
    pixels = np.zeros((height, width, 3))
    for offset in struct.unpack_from(f"<{height}Q", data, at):
        row, size = struct.unpack_from("<ii", data, offset)
        line = np.frombuffer(data, "<f2", count=3 * width, offset=offset + 8).reshape(3, width)
        assert size == 6 * width
        pixels[row - y0] = line[::-1].T
    return pixels


def test_exr_gives_linear_pixels_back_to_half_precision():
    pixels = np.random.default_rng(4).gamma(0.4, 3.0, (7, 5, 3))
    assert np.allclose(exr_of(write_exr(pixels)), pixels, rtol=1e-3, atol=1e-6)
    with pytest.raises(ValueError, match="shape"):
        write_exr(pixels[0])
    assert exr_of(write_exr(np.full((1, 1, 3), 1e9)))[0, 0, 0] == 65504.0


ROOM = Drawn(points=((-2.0, -2.5), (2.0, -2.5), (2.0, 2.0), (-2.0, 2.0)))
SHEET = PlanSheet(
    title="At the bench & basin",
    outlines=(ROOM,),
    origin=(0.0, 0.0),
    origin_name="the subject's mark",
    units="metric",
    items=(PlanItem(name="card <1>", place=(0.8, -0.2), height=1.3, what="white card"),),
    warnings=("Card is 5 cm from a wall.",),
)


def test_the_plan_is_drawn_to_the_scale_that_it_states():
    tree = ET.fromstring(write_plan_svg(SHEET))
    texts = ["".join(t.itertext()) for t in tree.iter("{http://www.w3.org/2000/svg}text")]
    scale = int(re.search(r"1 : (\d+)", " ".join(texts)).group(1))
    room = next(tree.iter("{http://www.w3.org/2000/svg}polygon"))
    xs = [float(p.split(",")[0]) for p in room.get("points").split()]
    on_paper = (max(xs) - min(xs)) / 72.0 * 0.0254
    assert on_paper * scale == pytest.approx(4.0, rel=1e-3)
    assert "1  card <1>" in texts
    assert any("800 mm" in t and "200 mm" in t and "1.30 m" in t for t in texts)
    assert any(t.startswith("! Card is") for t in texts)


def test_the_scale_is_the_largest_usual_one_that_fits():
    assert scale_for(4.0, 4.5, (0.17, 0.16)) == 30
    assert scale_for(1000.0, 1.0, (0.2, 0.2)) == 5000


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_the_plan_is_one_page_of_pdf_and_the_same_every_time(paper):
    data = write_plan_pdf(SHEET, paper=paper)
    assert data.startswith(b"%PDF-")
    assert data.count(b"/Type /Page\n") == 1 or data.count(b"/Type /Page ") == 1 or data.count(b"/Page\n") >= 1
    assert data == write_plan_pdf(SHEET, paper=paper)


def test_readings_are_told_by_way_and_by_lamp():
    parts = (
        ReadingPart(lamp="the key", way="modifier", share=0.75, without=2.0),
        ReadingPart(lamp="=rim", way="direct", share=0.25, without=0.4),
    )
    reading = MarkReading(name="cheek", lux=120.0, error=2.0, stops=-0.5, aperture="f/2.8", parts=parts, says=())
    rows = list(
        csv.DictReader(
            io.StringIO(write_readings([MeterMark(name="cheek", x=0.1)], [reading], unit="lx").decode("utf-8-sig"))
        )
    )
    assert rows[0]["reading [lx]"] == "120"
    assert (rows[0]["direct [%]"], rows[0]["modifier [%]"], rows[0]["room [%]"]) == ("25.0", "75.0", "0.0")
    assert rows[0]["'=rim [%]"] == "25.0"
    assert rows[0]["stops from the key"] == "-0.50"
