"""The Build stage over HTTP: sheets, measured pieces, offcuts that are kept and used first, files of flat pieces."""

import io

import ezdxf
import pytest

from factories import shoot_document


@pytest.fixture
def empty_shelf(client):
    def clear():
        for item in client.get("/api/shelf").json():
            client.delete(f"/api/shelf/{item['id']}", params={"version": item["version"]})

    clear()
    yield
    clear()


def test_offcuts_are_kept_and_used_first_the_next_time(client, empty_shelf):
    document = shoot_document(design__structure="timber", design__material="softwood_18_44")
    first = client.post("/api/build", json={"document": document}).json()
    assert first["own"] == 0.0
    worth = [b["offcut"] for b in first["bars"] if b["offcut"] >= 0.3]
    assert worth
    done = client.post("/api/build/cut", json={"document": document}).json()
    assert done == {"used": 0, "kept": len(worth)}
    shelf = client.get("/api/shelf").json()
    assert sum(i["item"]["count"] for i in shelf) == len(worth)
    assert all(i["item"]["category"] == "bar" and i["item"]["values"]["price"] == 0.0 for i in shelf)
    # a small frame is cut from them
    small = shoot_document(
        design__structure="timber", design__material="softwood_18_44", design__width=0.4, design__height=0.4, design__top_height=0.7,
        design__foot_length=0.3,
    )  # fmt: skip
    second = client.post("/api/build", json={"document": small}).json()
    assert second["own"] > 0.0
    alone = sum(b["stock"] for b in second["bars"] if not b["own"])
    assert second["bought"] == pytest.approx(alone)
    again = client.post("/api/build/cut", json={"document": small}).json()
    assert again["used"] == sum(b["own"] for b in second["bars"])


def test_sheets_come_with_their_plan(client):
    found = client.post("/api/build", json={"document": shoot_document(design={"kind": "product_box"})}).json()
    assert found["covers"]
    for cover in found["covers"]:
        laid = [p["label"] for s in cover["sheets"] for p in s["laid"]]
        assert len(set(laid)) == len(laid) > 0
        whole = sum(s["width"] * s["length"] for s in cover["sheets"])
        assert cover["used"] + cover["dust"] + cover["left"] == pytest.approx(whole)


def test_the_piece_to_recut_is_named(client):
    document = shoot_document()
    pieces = [p for b in client.post("/api/build", json={"document": document}).json()["bars"] for p in b["pieces"]]
    rail = next(p for p in pieces if p["name"] == "rail")
    body = {"document": document, "measured": {rail["label"]: rail["cut"] + 0.004}, "symptom": "bowed"}
    (finding,) = client.post("/api/measured", json=body).json()["findings"]
    assert finding["label"] == rail["label"]
    assert "bows" in finding["text"]
    assert client.post("/api/measured", json={**body, "symptom": "haunted"}).status_code == 422


def test_flat_pieces_are_saved_for_a_laser(client):
    shoot = client.post("/api/shoots", json={"document": shoot_document(design={"kind": "product_box"})}).json()["id"]
    svg = client.get(f"/api/shoots/{shoot}/cut-list.svg")
    assert svg.headers["content-type"].startswith("image/svg+xml")
    dxf = client.get(f"/api/shoots/{shoot}/cut-list.dxf")
    drawn = ezdxf.read(io.StringIO(dxf.content.decode())).modelspace().query('LWPOLYLINE[layer=="CUT"]')
    assert len(drawn) == svg.text.count("<rect", svg.text.index('id="CUT"'), svg.text.index('id="STOCK"'))
