"""The Bench over real HTTP: measured, kept on the Shelf with its versions, outlines traced and drawn at true size."""

import io
import json

import ezdxf
import numpy as np
import pytest
from pypdf import PdfReader
from scipy import ndimage

from photographs import photographed

pytestmark = pytest.mark.usefixtures("empty_shelf")

READINGS = [{"layers": 0, "lux": 1000.0}, {"layers": 1, "lux": 420.0}, {"layers": 2, "lux": 220.0}]


def measured(client, bench, **more):
    answer = client.post("/api/bench", json={"bench": bench, **more})
    assert answer.status_code == 200, answer.text
    return answer.json()


def test_a_sheet_is_measured_and_kept_and_measured_again(client):
    bench = {"of": "sheet", "readings": READINGS}
    found = measured(client, bench)
    assert found["category"] == "sheet"
    first = next(f for f in found["figures"] if f["key"] == "transmittance")
    assert first["low"] < 0.42 < first["high"]
    kept = client.post("/api/bench/keep", json={"bench": bench, "name": "Attic linen"})
    assert kept.status_code == 201, kept.text
    item = kept.json()
    assert item["item"]["measured"]
    assert item["item"]["bench"]["readings"][1]["lux"] == 420.0
    assert item["item"]["values"]["transmittance"] == pytest.approx(first["value"])
    again = {"of": "sheet", "readings": [*READINGS, {"layers": 1, "lux": 380.0}]}
    saved = client.post(
        "/api/bench/keep", json={"bench": again, "item": item["id"], "version": 1, "name": "not looked at"}
    ).json()
    assert (saved["version"], saved["item"]["name"]) == (2, "Attic linen")
    assert saved["item"]["values"]["transmittance"] < item["item"]["values"]["transmittance"]
    versions = client.get(f"/api/shelf/{item['id']}/versions").json()
    assert [len(v["bench"]["readings"]) for v in versions] == [4, 3]
    stale = client.post("/api/bench/keep", json={"bench": bench, "item": item["id"], "version": 1, "name": "x"})
    assert stale.status_code == 409
    # a table has no room for readings, and leaves them as they are
    table = client.get("/api/shelf/items.csv").content
    assert client.post("/api/shelf/import", files={"file": ("shelf.csv", table)}).status_code == 201
    assert client.get("/api/shelf").json()[0]["item"]["bench"] == saved["item"]["bench"]


def test_what_a_generic_thing_is_taken_for_fills_what_was_not_read(client):
    form = client.get("/api/shelf/form").json()
    generic = next(s for s in form["starter"] if s["category"] == "lamp")
    bench = {
        "of": "lamp",
        "beam": [{"angle": 0.0, "lux": 900.0}, {"angle": 30.0, "lux": 500.0}, {"angle": 60.0, "lux": 80.0}],
    }
    kept = client.post(
        "/api/bench/keep", json={"bench": bench, "generic": generic["id"], "name": "Lamp over the lathe"}
    ).json()
    values = kept["item"]["values"]
    assert values["electrical_watts"] == generic["values"]["electrical_watts"]
    assert values["distribution"]["angles"][0] == 0.0
    assert kept["own"]["values"]["amount"] == values["amount"]


@pytest.mark.parametrize(
    ("body", "status"),
    [
        ({"bench": {"of": "hat"}}, 422),
        ({"bench": {"of": "sheet", "readings": []}}, 422),
        ({"bench": {"of": "sheet", "readings": READINGS}, "generic": "hat"}, 404),
        ({"bench": {"of": "sheet", "readings": READINGS}, "item": "00000000-0000-4000-8000-000000000000"}, 404),
        ({"bench": {"of": "lens", "readings": [{"image": -0.2}]}}, 422),
    ],
)
def test_what_cannot_be_measured_is_told(client, body, status):
    for path in ("/api/bench", "/api/bench/keep"):
        answer = client.post(path, json={"name": "x", **body} if path.endswith("keep") else body)
        assert answer.status_code == status, answer.text
        assert answer.json()["message"]
    assert client.get("/api/shelf").json() == []


def test_an_outline_is_traced_kept_and_drawn_at_true_size(client):
    light = np.full((600, 800), 0.7)
    light[200:400, 300:600] = 0.05
    content = photographed(ndimage.gaussian_filter(light, 1.0), form="JPEG")
    # 4000 pixels a metre: 75 × 50 mm
    asked = {
        "within": {"x": 0.25, "y": 0.2, "width": 0.6, "height": 0.6},
        "ruler": [[0.1, 0.9], [0.6, 0.9]],
        "length": 0.1,
    }
    traced = client.post("/api/bench/outline", files={"file": ("tin.jpg", content)}, data={"asked": json.dumps(asked)})
    assert traced.status_code == 200, traced.text
    points = traced.json()["points"]
    kept = client.post(
        "/api/bench/keep", json={"bench": {"of": "outline", "points": points}, "name": "Rosin tin"}
    ).json()
    assert kept["item"]["category"] == "found"
    assert kept["item"]["values"]["outer_width"] == pytest.approx(0.075, abs=0.001)
    body = {"name": "Rosin tin", "points": points}
    drawn = client.post("/api/bench/outline/file", json={**body, "form": "dxf"})
    loops = ezdxf.read(io.StringIO(drawn.text)).modelspace().query("LWPOLYLINE")
    xs = [x for loop in loops for x, *_ in loop.get_points()]
    assert max(xs) - min(xs) == pytest.approx(75.0, abs=1.0)
    assert b"<polygon" in client.post("/api/bench/outline/file", json={**body, "form": "svg"}).content
    paper = client.post("/api/bench/outline/file", json={**body, "form": "pdf"})
    assert "Rosin tin" in PdfReader(io.BytesIO(paper.content)).pages[0].extract_text()
    for bad, status in ((b"not a picture", 422), (content[:300], 422)):
        again = client.post("/api/bench/outline", files={"file": ("tin.jpg", bad)}, data={"asked": json.dumps(asked)})
        assert again.status_code == status
    wrong = client.post(
        "/api/bench/outline", files={"file": ("tin.jpg", content)}, data={"asked": json.dumps({**asked, "length": -1})}
    )
    assert wrong.status_code == 422
