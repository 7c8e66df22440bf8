"""Edits over HTTP: each is done once, two people's are merged field by field, and nothing typed goes silently."""

import io
import json
from uuid import uuid4

import pytest
from PIL import Image

from factories import shoot_document


@pytest.fixture
def shoot(client):
    return client.post("/api/shoots", json={"document": shoot_document()}).json()


class Device:
    """A device that edits one thing, each edit from what it saw last."""

    def __init__(self, client, url, name, version=1):
        self.client, self.url, self.name, self.version = client, url, name, version
        self.writer = str(uuid4())

    def edit(self, *changes, **more):
        asked = {
            "id": str(uuid4()),
            "base": self.version,
            "writer": self.writer,
            "label": "Changed",
            "changes": list(changes),
            **more,
        }
        return self.send([asked])

    def send(self, edits):
        body = {"device": self.name, "called": f"the {self.name}", "edits": edits}
        answer = self.client.post(f"{self.url}/edits", json=body)
        assert answer.status_code == 200, answer.text
        self.sent = body
        return answer.json()

    def see(self, version):
        self.version = version


def change(path, was, value, **more):
    return {"path": path.split("/"), "was": was, "value": value, **more}


WIDER = change("design/width", 1.2, 1.5)


def test_an_edit_that_comes_twice_is_done_once(client, shoot):
    device = Device(client, f"/api/shoots/{shoot['id']}", "phone")
    first = device.edit(WIDER)
    assert first["outcomes"][0]["state"] == "applied"
    assert first["shoot"]["document"]["design"]["width"] == 1.5
    again = client.post(f"{device.url}/edits", json=device.sent).json()
    assert again == first
    assert len(client.get(f"{device.url}/history").json()) == 2


def test_different_fields_of_two_devices_are_both_kept(client, shoot):
    url = f"/api/shoots/{shoot['id']}"
    one, other = Device(client, url, "phone"), Device(client, url, "tablet")
    one.edit(WIDER)
    late = other.edit(change("brief/camera/iso", shoot["document"]["brief"]["camera"]["iso"], 800.0))
    assert late["outcomes"][0]["state"] == "applied"
    document = late["shoot"]["document"]
    assert (document["design"]["width"], document["brief"]["camera"]["iso"]) == (1.5, 800.0)


def test_one_field_two_values_is_asked_about_and_both_are_in_the_history(client, shoot):
    url = f"/api/shoots/{shoot['id']}"
    one, other = Device(client, url, "phone"), Device(client, url, "tablet")
    one.edit(WIDER)
    late = other.edit(change("design/width", 1.2, 0.9), label="Narrower")
    assert late["shoot"]["document"]["design"]["width"] == 1.5
    (outcome,) = late["outcomes"]
    assert outcome["state"] == "asked"
    assert outcome["disputes"] == [{"path": ["design", "width"], "mine": 0.9, "theirs": 1.5, "gone": False}]
    lines = client.get(f"{url}/history").json()
    assert [(r["label"], r["aside"], r["called"], r["current"]) for r in lines] == [
        ("Narrower", True, "the tablet", False),
        ("Changed", False, "the phone", True),
        ("Made", False, "", False),
    ]
    assert client.get(f"{url}/history/{lines[0]['number']}").json()["design"]["width"] == 0.9
    # who says “mine” says it of what they have seen now
    other.see(late["shoot"]["version"])
    kept = other.edit(change("design/width", 1.5, 0.9))
    assert kept["shoot"]["document"]["design"]["width"] == 0.9


def test_edits_of_one_page_in_quick_succession_never_stand_against_themselves(client, shoot):
    device = Device(client, f"/api/shoots/{shoot['id']}", "phone")
    Device(client, device.url, "tablet").edit(change("brief/camera/iso", 400.0, 800.0))
    # all of them were made of what was seen at the beginning
    for was, value in ((1.2, 1.3), (1.3, 1.4), (1.4, 1.45)):
        answer = device.edit(change("design/width", was, value))
        assert answer["outcomes"][0]["state"] == "applied"
    assert answer["shoot"]["document"]["design"]["width"] == 1.45


def test_taking_back_leaves_alone_what_others_did_since(client, shoot):
    url = f"/api/shoots/{shoot['id']}"
    one, other = Device(client, url, "phone"), Device(client, url, "tablet")
    first = one.edit(WIDER)
    other.see(first["shoot"]["version"])
    second = other.edit(change("design/height", 1.2, 1.0))
    one.see(second["shoot"]["version"])
    back = one.edit(change("design/width", 1.5, 1.2), undoes=first["outcomes"][0]["id"])
    design = back["shoot"]["document"]["design"]
    assert (design["width"], design["height"]) == (1.2, 1.0)
    steps = client.get(url, params={"device": "phone"}).json()["steps"]
    assert [s["undoes"] for s in steps] == [None, first["outcomes"][0]["id"]]
    assert client.get(url, params={"device": "a third"}).json()["steps"] == []


def test_what_is_not_accepted_is_answered_at_the_field_and_does_not_stop_what_follows(client, shoot):
    device = Device(client, f"/api/shoots/{shoot['id']}", "phone")
    edits = [
        {"id": str(uuid4()), "base": 1, "writer": "w", "label": "x", "changes": [change("design/width", 1.2, value)]}
        for value in (99.0, 1.4)
    ]
    answer = device.send(edits)
    assert [o["state"] for o in answer["outcomes"]] == ["refused", "applied"]
    assert answer["outcomes"][0]["fields"][0]["path"] == "design.width"
    assert answer["shoot"]["document"]["design"]["width"] == 1.4


def test_what_does_not_go_together_any_more_is_asked_about(client, shoot):
    url = f"/api/shoots/{shoot['id']}"
    one, other = Device(client, url, "phone"), Device(client, url, "tablet")
    # of two devices one moves the sheet up, the other one lowers the ceiling under it
    one.edit(change("design/top_height", 0.0, 0.0), change("design/width", 1.2, 1.5))
    lamp = {"key": "light-x", "name": "rim"}
    other.edit(change("brief/others/@light-x", None, lamp, adds=True))
    gone = Device(client, url, "third", version=1)
    answer = gone.edit(change("brief/others/@light-y/power", 1.0, 0.5))
    assert answer["outcomes"][0]["state"] == "asked"
    assert answer["outcomes"][0]["disputes"][0]["gone"]


@pytest.mark.parametrize("value", ["nul\u0000l", {"deep": "\u0000"}])
def test_what_cannot_be_written_down_is_refused_whole(client, shoot, value):
    edit = {"id": str(uuid4()), "base": 1, "writer": "w", "label": "x", "changes": [change("notes", "", value)]}
    body = {"device": "phone", "edits": [edit]}
    answer = client.post(f"/api/shoots/{shoot['id']}/edits", json=body)
    assert answer.status_code == 422
    written = json.dumps(body).replace(json.dumps(value), "NaN")
    headers = {"content-type": "application/json"}
    assert client.post(f"/api/shoots/{shoot['id']}/edits", content=written, headers=headers).status_code == 422
    assert client.get(f"/api/shoots/{shoot['id']}").json()["version"] == 1


def test_a_name_of_a_revision_stays(client, shoot):
    url = f"/api/shoots/{shoot['id']}"
    assert client.put(f"{url}/history/1", json={"name": " as first tried "}).status_code == 204
    assert client.get(f"{url}/history").json()[0]["name"] == "as first tried"
    assert client.put(f"{url}/history/7", json={"name": "x"}).status_code == 404


def test_the_history_comes_in_parts(client, shoot):
    url = f"/api/shoots/{shoot['id']}"
    device = Device(client, url, "phone")
    for k in range(3):
        device.edit(change("design/width", None, 1.3 + k / 10))
    numbers = [r["number"] for r in client.get(f"{url}/history", params={"before": 4}).json()]
    assert numbers == [3, 2, 1]


@pytest.fixture
def shot(client, shoot):
    return client.post(f"/api/shoots/{shoot['id']}/shots", json={"values": {"notes": "dark"}}).json()


def test_both_of_two_texts_are_kept(client, shot):
    url = f"/api/shots/{shot['id']}"
    one, other = Device(client, url, "phone"), Device(client, url, "tablet")
    one.edit(change("notes", "dark", "dark on the left"))
    late = other.edit(change("notes", "dark", "flag moved"))
    assert late["outcomes"][0]["state"] == "applied"
    assert late["shot"]["values"]["notes"] == "dark on the left\nflag moved"
    # and of two numbers one is asked about
    one.see(late["shot"]["version"])
    one.edit(change("iso", None, 400.0))
    asked = other.edit(change("iso", None, 800.0))
    assert asked["outcomes"][0]["state"] == "asked"
    assert asked["shot"]["values"]["iso"] == 400.0


def test_a_shot_and_its_photograph_that_come_twice_are_there_once(client, shoot):
    key, picture = str(uuid4()), str(uuid4())
    url = f"/api/shoots/{shoot['id']}/shots"
    for _ in range(2):
        answer = client.post(url, json={"id": key, "values": {"notes": "first"}})
        assert (answer.status_code, answer.json()["id"]) == (201, key)
    file = io.BytesIO()
    Image.new("RGB", (60, 40), "white").save(file, "JPEG")
    for _ in range(2):
        answer = client.post(
            f"/api/shots/{key}/photographs", params={"photograph": picture}, files={"file": ("a.jpg", file.getvalue())}
        )
        assert answer.status_code == 201
    (shot,) = client.get(url).json()
    assert [p["id"] for p in shot["photographs"]] == [picture]


def test_items_are_merged_field_by_field_and_held_against_whole_saves(client, empty_shelf):
    item = client.post("/api/shelf/take", json={"category": "sheet", "generic": "opal_acrylic_3_mm"}).json()
    url = f"/api/shelf/{item['id']}"
    one, other = Device(client, url, "phone", item["version"]), Device(client, url, "tablet", item["version"])
    one.edit(change("count", 1.0, 3.0))
    late = other.edit(change("note", "", "scratched"))
    assert (late["item"]["item"]["count"], late["item"]["item"]["note"]) == (3.0, "scratched")
    saved = client.put(url, json={"version": late["item"]["version"], "item": {**late["item"]["item"], "count": 5.0}})
    assert saved.status_code == 200
    asked = other.edit(change("count", 3.0, 2.0))
    assert asked["outcomes"][0]["state"] == "asked"
    wrong = other.edit(change("values/transmittance", 0.5, 7.0))
    assert wrong["outcomes"][0]["state"] in ("refused", "asked")


def test_a_photograph_of_an_item_that_comes_twice_is_there_once(client, empty_shelf):
    item = client.post("/api/shelf/take", json={"category": "sheet", "generic": "opal_acrylic_3_mm"}).json()
    picture = str(uuid4())
    file = io.BytesIO()
    Image.new("RGB", (60, 40), "white").save(file, "JPEG")
    for _ in range(2):
        answer = client.post(
            f"/api/shelf/{item['id']}/photographs",
            params={"photograph": picture},
            files={"file": ("a.jpg", file.getvalue())},
        )
        assert answer.status_code == 201
    assert [p["id"] for p in answer.json()["photographs"]] == [picture]


def test_nobody_edits_what_is_not_there(client):
    device = {"device": "phone", "edits": [{"id": str(uuid4()), "base": 1, "writer": "w", "changes": [WIDER]}]}
    for what in ("shoots", "shots", "shelf"):
        assert client.post(f"/api/{what}/{uuid4()}/edits", json=device).status_code == 404


def test_the_trash_gives_back_what_was_deleted(client, shoot, shot, empty_shelf):
    url = f"/api/shoots/{shoot['id']}"
    item = client.post("/api/shelf/take", json={"category": "sheet", "generic": "opal_acrylic_3_mm"}).json()
    client.delete(f"/api/shots/{shot['id']}", params={"version": shot["version"]})
    client.delete(f"/api/shelf/{item['id']}", params={"version": item["version"]})
    assert client.get(f"{url}/shots").json() == []
    lines = {line["id"]: line for line in client.get("/api/trash").json()}
    assert lines[shot["id"]]["kind"] == "shot"
    assert lines[shot["id"]]["of"] == shoot["document"]["title"]
    assert lines[shot["id"]]["until"] > lines[shot["id"]]["at"]
    client.delete(url, params={"version": 1})
    assert client.get(url).status_code == 404
    assert client.post(f"{url}/edits", json={"device": "d", "edits": []}).status_code in (404, 422)
    # what goes with its shoot is not listed beside it
    kinds = {line["id"]: line["kind"] for line in client.get("/api/trash").json()}
    assert shot["id"] not in kinds
    assert kinds[shoot["id"]] == "shoot"
    for kind, key in (("shoot", shoot["id"]), ("shot", shot["id"]), ("item", item["id"])):
        assert client.post(f"/api/trash/{kind}/{key}").status_code == 204
    assert client.get(url).json()["document"]["title"] == shoot["document"]["title"]
    assert [s["id"] for s in client.get(f"{url}/shots").json()] == [shot["id"]]
    assert item["id"] in {i["id"] for i in client.get("/api/shelf").json()}
    assert client.post(f"/api/trash/shoot/{shoot['id']}").status_code == 404


def test_what_is_deleted_for_good_is_gone(client, shoot):
    url = f"/api/shoots/{shoot['id']}"
    Device(client, url, "phone").edit(WIDER)
    client.delete(url, params={"version": 2})
    assert client.delete(f"/api/trash/shoot/{shoot['id']}").status_code == 204
    assert client.delete(f"/api/trash/shoot/{shoot['id']}").status_code == 404
    assert shoot["id"] not in {line["id"] for line in client.get("/api/trash").json()}


def test_what_has_been_in_the_trash_for_a_month_goes(client, shoot, database):
    from sqlalchemy import create_engine, text

    client.delete(f"/api/shoots/{shoot['id']}", params={"version": 1})
    engine = create_engine(database)
    with engine.begin() as connection:
        old = text("update shoots set trashed_at = now() - interval '31 days' where id = :id")
        connection.execute(old, {"id": shoot["id"]})
    assert shoot["id"] not in {line["id"] for line in client.get("/api/trash").json()}
    with engine.begin() as connection:
        assert connection.execute(text("select 1 from shoots where id = :id"), {"id": shoot["id"]}).all() == []
    engine.dispose()


def test_changes_and_who_is_there_are_told(client, shoot):
    url = f"/api/shoots/{shoot['id']}"
    told = []
    with client.stream("GET", "/api/events", params={"shoot": shoot["id"]}) as stream:
        assert stream.headers["content-type"].startswith("text/event-stream")
        lines = (line for line in stream.iter_lines() if line)
        assert next(lines) == ": here"
        device = Device(client, url, "phone")
        device.edit(WIDER)
        here = {"writer": "w-2", "called": "the tablet", "stage": "rig"}
        assert client.post(f"{url}/presence", json=here).status_code == 204
        client.put(f"{url}/ticks/build", json={"key": "cut", "done": True})
        for line in lines:
            told.append(json.loads(line.removeprefix("data: ")))
            if len(told) == 3:
                break
    assert told[0] == {"target": shoot["id"], "version": 2, "writer": device.writer}
    assert told[1] == {"target": shoot["id"], **here}
    assert told[2] == {"target": shoot["id"], "list": "build"}
    assert client.get("/api/events", params={"shoot": str(uuid4())}).status_code == 404
