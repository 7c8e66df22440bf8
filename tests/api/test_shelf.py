"""The Shelf over real HTTP."""

import pytest

from factories import finished, shoot_document
from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.items import CATEGORIES
from wenlo.core.modifiers.registry import kinds

pytestmark = pytest.mark.usefixtures("empty_shelf")


def take(client, category, generic, count=1.0):
    answer = client.post("/api/shelf/take", json={"category": category, "generic": generic, "count": count})
    assert answer.status_code == 201
    return answer.json()


def test_the_form_describes_every_field_with_its_limits(client):
    form = client.get("/api/shelf/form", params={"units": "imperial"}).json()
    assert [c["id"] for c in form["categories"]] == list(CATEGORIES)
    for category in form["categories"]:
        names = {f["name"] for f in category["fields"]}
        assert names == set(CATEGORIES[category["id"]].values.model_fields) - {"distribution", "dial"}
        for field in category["fields"]:
            if field["kind"] == "number":
                assert field["low"] < field["high"], field
                assert field["unit"], field
                assert field["optional"] or field["low"] <= field["default"] <= field["high"], field
            if field["kind"] == "choice":
                assert field["default"] in [o["id"] for o in field["options"]]
    assert any("'" in s["words"] for s in form["starter"])


def test_an_item_is_made_edited_copied_and_taken_away(client):
    made = take(client, "sheet", "cotton_bed_linen_white", 2)
    item = {**made["item"], "name": "Ironed linen", "measured": True}
    item["values"]["transmittance"] = 0.43
    saved = client.put(f"/api/shelf/{made['id']}", json={"version": 1, "item": item}).json()
    assert (saved["version"], saved["own"]["version"], saved["own"]["measured"]) == (2, 2, True)
    stale = client.put(f"/api/shelf/{made['id']}", json={"version": 1, "item": item})
    assert (stale.status_code, stale.json()["current_version"]) == (409, 2)
    copy = client.post(f"/api/shelf/{made['id']}/copy").json()
    assert copy["item"]["name"] == "Ironed linen, copy"
    versions = client.get(f"/api/shelf/{made['id']}/versions").json()
    assert [v["number"] for v in versions] == [2, 1]
    assert client.delete(f"/api/shelf/{copy['id']}", params={"version": 1}).status_code == 204
    assert [i["id"] for i in client.get("/api/shelf").json()] == [made["id"]]
    document = shoot_document()
    document["design"]["sheet"] = saved["own"]
    shoot = client.post("/api/shoots", json={"document": document})
    assert shoot.status_code == 201
    figures = client.post("/api/figures", json={"document": document, "effort": "draft"})
    assert figures.status_code == 200


def test_bad_values_and_files_are_answered_in_words(client):
    made = take(client, "lamp", "panel_45")
    item = {**made["item"]}
    item["values"]["amount"] = -5
    answer = client.put(f"/api/shelf/{made['id']}", json={"version": 1, "item": item})
    assert answer.status_code == 422
    assert answer.json()["fields"][0] == {
        "path": "values.amount",
        "message": "Light at full power (lm, or lm·s of a flash) is -5 lm; it must be between 1 lm and 500000 lm.",
    }
    for path, file in (("photographs", ("a.jpg", b"no")), ("beam", ("a.ies", b"IESNA\nTILT=NONE\nx"))):
        send = client.post if path == "photographs" else client.put
        answer = send(f"/api/shelf/{made['id']}/{path}", files={"file": file}, data={"version": "1"})
        assert answer.status_code == 422, path
        assert answer.json()["code"] == "unsupported_file"
    assert client.get("/api/shelf").json()[0]["version"] == 1


def test_the_table_goes_out_and_comes_in(client):
    take(client, "tool", "fine_hand_saw")
    table = client.get("/api/shelf/items.csv")
    assert table.headers["content-type"].startswith("text/csv")
    changed = table.content.replace(b"Fine hand saw", b"Fine saw")
    answer = client.post("/api/shelf/import", files={"file": ("shelf.csv", changed)})
    assert answer.status_code == 201
    assert [i["item"]["name"] for i in client.get("/api/shelf").json()] == ["Fine saw"]
    bad = client.post("/api/shelf/import", files={"file": ("shelf.csv", b"category,name\nhat,Top hat")})
    assert bad.status_code == 422
    assert bad.json()["fields"][0]["path"] == "line 2.category"


def test_what_can_be_made_and_what_a_thing_becomes(client):
    for category, key in (
        ("lamp", "chip_60_dish"),
        ("face", "white_foam_board"),
        ("support", "light_stand_28"),
        ("found", "stretched_canvas_80"),
    ):
        made = take(client, category, key, 2)
    rows = finished(client, client.post("/api/shelf/at-hand", json={"document": shoot_document()}))["answer"]["kinds"]
    card = next(r for r in rows if r["kind"] == "bounce_card")
    assert {m["name"] for m in card["missing"]} == {"cloth tape 50 mm", "padded spring clamp", "black foil"}
    document = shoot_document()
    document["brief"]["lamp"]["id"], document["design"] = card["made"]["lamp"], card["made"]["design"]
    assert client.post("/api/shoots", json={"document": document}).status_code == 201
    for of in ({"item": made["id"]}, {"generic": "stretched_canvas_80"}):
        found = client.post("/api/shelf/becomes", json={"document": shoot_document(), **of}).json()["kinds"]
        assert {k["kind"] for k in found} >= {"bounce_card", "book_light"}
    over = shoot_document(design=kinds()["overhead_bounce"].start(Brief()).model_dump(mode="json"))
    taken = client.post("/api/shelf/made-of", json={"document": over, "item": made["id"]}).json()["changes"]
    for change in taken:
        over["design"][change["path"].removeprefix("design.")] = change["value"]
    assert over["design"]["found"]["item"] == made["id"]
    built = client.post("/api/build", json={"document": over}).json()
    assert not [c for c in built["cloth"] if "canvas" in c["note"]]
    assert built["mass"] > over["design"]["found"]["values"]["mass"]
    tent = shoot_document(design=kinds()["light_tent"].start(Brief()).model_dump(mode="json"))
    refused = client.post("/api/shelf/made-of", json={"document": tent, "item": made["id"]})
    assert (refused.status_code, refused.json()["fields"][0]["path"]) == (422, "design.found")
    missing = client.post("/api/shelf/becomes", json={"document": shoot_document(), "generic": "hat"})
    assert missing.status_code == 404
