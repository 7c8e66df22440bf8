"""The Place stage over HTTP: elevations, clashes, meters, roles, files; wrong input is answered at the field."""

import struct

import pytest

from factories import shoot_document

CARD = {"kind": "board", "name": "white card", "x": 0.8, "y": -0.2, "turn": -90.0}


def test_a_set_is_answered_with_what_cannot_stand_and_what_meters_read(client):
    meters = [{"name": "cheek", "x": 0.1, "facing": "right"}, {"name": "far", "x": 12.0}]
    wall = {**CARD, "x": 3.0}
    document = shoot_document(brief__pieces=[CARD, wall], meters=meters, brief__dark={"backdrop": -6.0})
    answer = client.post("/api/place", json={"document": document, "effort": "fine"})
    assert answer.status_code == 200
    found = answer.json()
    assert [c["about"] for c in found["clashes"] if c["level"] == "cannot"] == ["brief.pieces.1"]
    assert {"sheet"} & {o["id"] for o in found["side"]["outlines"]}
    cheek, far = found["meters"]
    assert sum(p["share"] for p in cheek["parts"]) == pytest.approx(1.0, abs=0.02)
    assert not far["inside"]
    assert found["dark"][0]["broken"]
    assert found["sun"] is None


@pytest.mark.parametrize(
    ("changes", "path", "words"),
    [
        ({"brief__pieces": [{**CARD, "width": 0.001}]}, "brief.pieces.0.width", "between"),
        ({"brief__pieces": [{**CARD, "kind": "sofa"}]}, "brief.pieces.0", ""),
        ({"brief__pieces": [{**CARD, "face": "pink"}]}, "brief.pieces.0.face", ""),
        ({"brief__day": {"date": "2026-02-30"}}, "brief.day.date", "is no date"),
        ({"brief__room": {"slope": "left", "knee": 3.0}}, "brief.room.knee", "lower than the room"),
        ({"brief__room": {"slope": "both", "run": 1.9}}, "brief.room.run", "no level ceiling"),
        ({"meters": [{"facing": "inward"}]}, "meters.0.facing", ""),
        ({"looks": [{"name": "x", "lamp": {"power": 3.0}}]}, "looks.0.lamp.power", "between"),
    ],
)
def test_a_wrong_value_is_answered_at_its_field(client, changes, path, words):
    document = shoot_document()
    for key, value in changes.items():
        target = document
        *steps, last = key.split("__")
        for step in steps:
            target = target[step]
        target[last] = (
            {**target[last], **value} if isinstance(value, dict) and isinstance(target.get(last), dict) else value
        )
    answer = client.post("/api/place", json={"document": document})
    assert answer.status_code == 422
    fields = answer.json()["fields"]
    assert any(f["path"].startswith(path) and words in f["message"] for f in fields), fields


def test_a_role_is_placed_and_can_be_saved(client):
    document = shoot_document()
    found = client.post("/api/role", json={"document": document, "role": "rim", "lamp": "chip_60_dish"}).json()
    assert found["why_not"] is None
    assert found["checks"]
    document["brief"]["others"] = found["lights"]
    made = client.post("/api/shoots", json={"document": document})
    assert made.status_code == 201
    assert client.post("/api/role", json={"document": document, "role": "juggler"}).status_code == 422


def test_the_streams_of_a_lamp_and_the_balance(client):
    lamp = {"name": "bulb", "id": "bulb_15", "x": 1.0, "y": -0.5, "z": 1.6}
    document = shoot_document(brief__others=[lamp])
    flow = client.post("/api/flow", json={"document": document, "lamp": 1}).json()
    assert flow["start"] == pytest.approx([1.0, -0.5, 1.6])
    assert 0.5 < sum(s["share"] for s in flow["streams"]) <= 1.0
    assert client.post("/api/flow", json={"document": document, "lamp": 9}).json()["streams"] == []
    balance = client.post("/api/balance", json={"document": document}).json()
    assert [line["name"] for line in balance["lines"]] == ["bulb"]
    assert balance["span"] is None


@pytest.mark.parametrize(
    ("form", "kind", "start"),
    [
        ("svg", "image/svg+xml", b"<svg"),
        ("pdf-a4", "application/pdf", b"%PDF"),
        ("pdf-letter", "application/pdf", b"%PDF"),
        ("glb", "model/gltf-binary", b"glTF"),
        ("csv", "text/csv", b"\xef\xbb\xbfmeter"),
        ("exr", "image/x-exr", struct.pack("<i", 20000630)),
    ],
)
def test_the_set_comes_as_a_file(client, form, kind, start):
    document = shoot_document(brief__pieces=[CARD], meters=[{"name": "cheek"}], title="Bench & basin")
    answer = client.post("/api/set-file", json={"document": document, "form": form})
    assert answer.status_code == 200
    assert answer.headers["content-type"].startswith(kind)
    assert answer.content.startswith(start)
    assert "Bench" in answer.headers["content-disposition"]


def test_a_form_that_there_is_not_is_refused_with_those_that_there_are(client):
    answer = client.post("/api/set-file", json={"document": shoot_document(), "form": "doc"})
    assert answer.status_code == 422
    [problem] = answer.json()["fields"]
    assert problem["path"] == "form"
    assert "choose one of pdf-a4, pdf-letter, svg, glb, csv, exr" in problem["message"]


def test_every_form_that_is_offered_is_made(client):
    offered = client.get("/api/catalogue").json()["exports"]
    assert [form["id"] for form in offered] == ["pdf-a4", "pdf-letter", "svg", "glb", "csv", "exr"]
    assert all(form["name"] and "." in form["detail"] for form in offered)


def test_the_set_in_three_dimensions_is_told_plain_and_lit(client):
    document = shoot_document()
    plain = client.post("/api/set-view", json={"document": document}).json()
    lit = client.post("/api/set-view", json={"document": document, "light": True}).json()
    assert (plain["lit"], lit["lit"]) == (False, True)
    assert [s["id"] for s in plain["solids"]] == [s["id"] for s in lit["solids"]]
    for solid in lit["solids"]:
        places = len(solid["points"]) // 3
        assert len(solid["light"]) == 3 * places
        assert len(solid["stops"]) == places
        assert max(solid["triangles"]) < places
    assert {"built", "stand", "lamp", "shell", "subject"} <= {s["sort"] for s in lit["solids"]}
