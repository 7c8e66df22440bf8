"""The Rig stage over HTTP: checks with cures that are taken as they are, the lay-out sheet, ticks."""

import io

import pytest
from pypdf import PdfReader

from factories import shoot_document


def rig(client, **changes):
    answer = client.post("/api/rig", json={"document": shoot_document(**changes)})
    assert answer.status_code == 200, answer.text
    return answer.json()


def applied(document, changes):
    """The document with the changes of a cure."""
    found = {**document, "rig": {**document["rig"]}, "design": {**document["design"]}}
    for change in changes:
        part, _, field = change["path"].partition(".")
        found[part][field] = change["value"]
    return found


def test_cures_are_changes_that_cure(client):
    document = shoot_document(design={"kind": "overhead_bounce"}, brief__room__height=2.8)
    before = client.post("/api/rig", json={"document": document}).json()
    todo = [c for c in before["checks"] if c["state"] != "within" and c["cure"] and c["cure"]["changes"]]
    assert todo
    for check in todo:
        after = client.post("/api/rig", json={"document": applied(document, check["cure"]["changes"])})
        assert after.status_code == 200, after.text
        same = [c for c in after.json()["checks"] if c["id"] == check["id"]]
        assert [c["state"] for c in same] == ["within"], check


def test_supports_of_the_shelf_are_used_and_counted(client, empty_shelf):
    before = rig(client)
    stand = next(h["support"] for h in before["holdings"] if h["support"] and h["by"] == "stand")
    taken = client.post("/api/shelf/take", json={"category": "support", "generic": stand["id"], "count": 2})
    assert taken.status_code == 201, taken.text
    after = rig(client)
    mine = next(h["support"] for h in after["holdings"] if h["support"] and h["by"] == "stand")
    assert mine["own"]
    needed = next(n for n in after["needed"] if n["name"] == mine["name"])
    assert needed["have"] == 2


def test_wrong_answers_are_told_at_their_field(client):
    document = shoot_document()
    for field, value in (("beaufort", 14), ("voltage", 12.0), ("weather", "stormy"), ("minutes_on", -1.0)):
        answer = client.post("/api/rig", json={"document": {**document, "rig": {**document["rig"], field: value}}})
        assert answer.status_code == 422
        assert any(field in problem["path"] for problem in answer.json()["fields"])


@pytest.mark.parametrize("paper", ["a4", "letter"])
def test_the_lay_out_sheet_says_where_everything_stands(client, paper):
    document = shoot_document(design={"kind": "overhead_bounce"}, brief__room__height=2.8)
    shoot = client.post("/api/shoots", json={"document": document}).json()["id"]
    got = client.get(f"/api/shoots/{shoot}/lay-out.pdf", params={"paper": paper})
    assert got.status_code == 200, got.text
    text = " ".join(" ".join(p.extract_text().split()) for p in PdfReader(io.BytesIO(got.content)).pages)
    answer = client.post("/api/rig", json={"document": document}).json()
    for words in ("from A", "from B", "Kit", "Before the lamps go on", "Striking", "Local codes"):
        assert words in text
    for mark in answer["marks"]:
        assert mark["name"].split(":")[0] in text
        assert f"{mark['first']:.2f}"[:3] in text


def test_water_is_on_the_lay_out_and_on_the_plan(client):
    document = shoot_document(rig__wet=[{"name": "wash basin", "x": -1.3, "y": 0.4}])
    shoot = client.post("/api/shoots", json={"document": document}).json()["id"]
    dry = client.post("/api/shoots", json={"document": shoot_document()}).json()["id"]
    found = {}
    for of in (shoot, dry):
        got = client.get(f"/api/shoots/{of}/lay-out.pdf")
        found[of] = " ".join(" ".join(p.extract_text().split()) for p in PdfReader(io.BytesIO(got.content)).pages)
    assert "wash basin" in found[shoot]
    assert "1.20 m round water" in found[shoot]
    assert "round water" not in found[dry]
    plan = client.post("/api/set-file", json={"document": document, "form": "svg"})
    assert plan.status_code == 200, plan.text
    assert "wash basin" in plan.text
    assert "nothing fed from the mains" in plan.text


def test_the_checklist_is_ticked_apart_from_the_steps(client):
    shoot = client.post("/api/shoots", json={"document": shoot_document()}).json()["id"]
    lines = rig(client)["checklist"]
    key = lines[0]["key"]
    assert client.put(f"/api/shoots/{shoot}/ticks/rig", json={"key": key, "done": True}).json() == [key]
    assert client.get(f"/api/shoots/{shoot}/ticks/build").json() == []


def test_a_tick_stays_on_its_line_when_another_is_cured(client):
    document = shoot_document()
    shoot = client.post("/api/shoots", json={"document": document}).json()["id"]
    before = {
        line["key"]: line["says"] for line in client.post("/api/rig", json={"document": document}).json()["checklist"]
    }
    asked = next(key for key in before if key.startswith("mains.residual@"))
    ticked = next(key for key in before if key == "glare")
    client.put(f"/api/shoots/{shoot}/ticks/rig", json={"key": ticked, "done": True})
    document["rig"] = {"residual_device": True}
    after = {
        line["key"]: line["says"] for line in client.post("/api/rig", json={"document": document}).json()["checklist"]
    }
    assert asked not in after
    assert client.get(f"/api/shoots/{shoot}/ticks/rig").json() == [ticked]
    assert after[ticked] == before[ticked]


@pytest.mark.parametrize("key", ["", "Knobs", "a b", "ü", "x" * 201, None, 3])
def test_a_tick_of_something_that_is_no_line_is_refused(client, key):
    shoot = client.post("/api/shoots", json={"document": shoot_document()}).json()["id"]
    answer = client.put(f"/api/shoots/{shoot}/ticks/rig", json={"key": key, "done": True})
    assert answer.status_code == 422
    assert client.get(f"/api/shoots/{shoot}/ticks/rig").json() == []
