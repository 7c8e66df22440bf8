"""The Build stage over HTTP: sheets, measured pieces, offcuts that are kept and used first, files of flat pieces."""

import io

import ezdxf
import pytest

from factories import shoot_document


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
        design__structure="timber",
        design__material="softwood_18_44",
        design__width=0.4,
        design__height=0.4,
        design__top_height=0.7,
        design__foot_length=0.3,
    )
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


def test_boards_left_over_are_kept_and_used_first(client, empty_shelf):
    document = shoot_document(design={"kind": "product_box", "walls": "foam board"})
    first = client.post("/api/build", json={"document": document}).json()
    (board,) = [c for c in first["covers"] if c["id"] == "white_foam_board"]
    worth = [f for s in board["sheets"] for f in s["offcuts"] if min(f["width"], f["height"]) >= 0.15]
    assert worth
    kept = client.post("/api/build/cut", json={"document": document}).json()["kept"]
    shelf = client.get("/api/shelf").json()
    boards = [i for i in shelf if i["item"]["starter"] == "white_foam_board"]
    assert len(boards) == len(worth)
    assert kept == sum(i["item"]["count"] for i in shelf)
    # a card that goes on the largest offcut is cut from it, and it leaves the Shelf
    largest = max(boards, key=lambda i: i["item"]["values"]["board_length"] * i["item"]["values"]["roll_width"])
    sides = largest["item"]["values"]
    card = shoot_document(
        design={
            "kind": "bounce_card",
            "face": "white_foam_board",
            "width": max(0.2, sides["board_length"] - 0.004),
            "height": max(0.15, sides["roll_width"] - 0.004),
            "flagged": False,
            "wings": 0.0,
        }
    )
    second = client.post("/api/build", json={"document": card}).json()
    (cover,) = second["covers"]
    assert [s["own"] for s in cover["sheets"]] == [True]
    assert cover["bought"] == 0
    assert client.post("/api/build/cut", json={"document": card}).json()["used"] == 1
    left = [i["id"] for i in client.get("/api/shelf").json()]
    assert largest["id"] not in left


def test_hardware_of_the_shelf_is_not_bought_again(client, empty_shelf):
    document = shoot_document(design={"kind": "hanging_softbox"}, brief__room__height=2.8)

    def line(found, key):
        return next(row for row in found["shopping"] if row["key"] == key)

    before = client.post("/api/build", json={"document": document}).json()
    client.post("/api/shelf/take", json={"category": "hardware", "generic": "wood_screw", "count": 40})
    client.post("/api/shelf/take", json={"category": "hardware", "generic": "screw_eye", "count": 1})
    after = client.post("/api/build", json={"document": document}).json()
    assert line(before, "wood_screw")["price"] > 0.0
    assert line(after, "wood_screw")["price"] == 0.0
    assert line(after, "wood_screw")["on_shelf"] == line(after, "wood_screw")["need"]
    # three of four eyes are still to be bought, in a pack
    assert line(after, "screw_eye")["on_shelf"] == 1
    assert line(after, "screw_eye")["price"] == line(before, "screw_eye")["price"]
    assert after["total"] == pytest.approx(sum(row["price"] for row in after["shopping"]))


def workshop(document, **changes):
    return {**document, "brief": {**document["brief"], "workshop": {**document["brief"]["workshop"], **changes}}}


def test_prices_are_the_suppliers_ones_own_or_typical_in_ones_own_money(client, supplier):
    document = shoot_document()
    typical = client.post("/api/build", json={"document": document}).json()
    assert typical["supplier"] == "off"
    assert {row["source"] for row in typical["shopping"]} == {"typical"}
    asked = client.post("/api/build", json={"document": workshop(document, supplier=True)}).json()
    assert asked["supplier"] == "asked"
    assert {row["source"] for row in asked["shopping"]} == {"supplier"}
    own = workshop(document, prices={"pipe_tee": 2.0}, currency="SEK", rate=11.0, ready_made=2500.0)
    mine = client.post("/api/build", json={"document": own}).json()
    tee = next(row for row in mine["shopping"] if row["key"] == "pipe_tee")
    assert (tee["source"], tee["price"]) == ("yours", 8.0)
    cap = next(row for row in mine["shopping"] if row["key"] == "pipe_cap")
    assert cap["price"] == pytest.approx(4 * 0.6 * 11.0)
    assert (mine["currency"], mine["ready_made"]) == ("SEK", 2500.0)
    bad = client.post("/api/build", json={"document": workshop(document, currency="crowns")})
    assert bad.status_code == 422


def test_without_a_supplier_typical_prices_stay(client):
    found = client.post("/api/build", json={"document": workshop(shoot_document(), supplier=True)}).json()
    assert found["supplier"] in ("away", "asked")
    assert found["total"] > 0.0


def test_steps_are_ticked_on_the_server(client):
    document = shoot_document()
    shoot = client.post("/api/shoots", json={"document": document}).json()["id"]
    steps = client.post("/api/build", json={"document": document}).json()["steps"]
    keys = [s["key"] for s in steps]
    assert len(set(keys)) == len(keys)
    url = f"/api/shoots/{shoot}/ticks/build"
    assert client.get(url).json() == []
    assert client.put(url, json={"key": keys[1], "done": True}).json() == [keys[1]]
    assert client.put(url, json={"key": keys[1], "done": True}).json() == [keys[1]]
    assert client.put(url, json={"key": keys[0], "done": True}).json() == [keys[1], keys[0]]
    assert client.put(url, json={"key": keys[1], "done": False}).json() == [keys[0]]
    assert client.get(f"/api/shoots/{shoot}/ticks/rig").json() == []
    assert client.get(f"/api/shoots/{shoot}/ticks/kitchen").status_code == 422
    assert client.put(url, json={"key": "No Such", "done": True}).status_code == 422
    missing = "00000000-0000-0000-0000-000000000001"
    assert client.put(f"/api/shoots/{missing}/ticks/build", json={"key": "a", "done": True}).status_code == 404


def test_what_else_a_build_can_be(client):
    document = shoot_document()
    found = client.post("/api/build/changes", json={"document": document}).json()
    assert {v["aim"] for v in found["variants"]} <= {"cheaper", "lighter", "stronger", "weatherproof"}
    assert found["bundles"]
    assert found["comes_apart"]
    assert {r["joint"] for r in found["renewals"]} == {"sliding", "dry"}
    # a variant can be taken as it is
    change = found["variants"][0]["changes"]
    taken = client.post("/api/build", json={"document": {**document, "design": {**document["design"], **change}}})
    assert taken.status_code == 200
    other = client.post("/api/build/adapt", json={"document": document, "lamp": "bulb_15"}).json()
    assert other["changed"] == []
    assert other["stay"] == 11
    assert any("light in all" in note for note in other["notes"])
    assert client.post("/api/build/adapt", json={"document": document, "lamp": "the sun"}).status_code in (404, 422)


def test_several_designs_are_cut_together(client):
    kinds = ("hanging_softbox", "overhead_bounce")
    shoots = [
        client.post(
            "/api/shoots", json={"document": shoot_document(design={"kind": k}, brief__room__height=2.8)}
        ).json()["id"]
        for k in kinds
    ]
    found = client.post("/api/build/together", json={"shoots": shoots}).json()
    assert found["total"] <= found["apart"] + 1e-9
    labels = {p["label"] for bars in found["bars"] for bar in bars["bars"] for p in bar["pieces"]}
    assert {label.split("·")[0] for label in labels} == {"1", "2"}
    assert client.post("/api/build/together", json={"shoots": []}).status_code == 422


PAPERS = {
    "cut-list": ("pdf", "csv", "svg", "dxf"),
    "steps": ("pdf",),
    "labels": ("pdf",),
    "templates": ("pdf", "svg", "dxf"),
    "order": ("pdf",),
    "prints": ("stl", "3mf"),
}
STARTS = {"pdf": b"%PDF", "svg": b"<svg", "3mf": b"PK"}


@pytest.mark.parametrize(("what", "form"), [(w, f) for w, forms in PAPERS.items() for f in forms])
def test_every_paper_and_file_comes_out(client, what, form):
    document = shoot_document(design={"kind": "overhead_bounce"}, brief__room__height=2.8)
    shoot = client.post("/api/shoots", json={"document": document}).json()["id"]
    got = client.get(f"/api/shoots/{shoot}/{what}.{form}", params={"paper": "letter"})
    assert got.status_code == 200, got.text
    assert got.content.startswith(STARTS.get(form, b""))
    assert len(got.content) > 200
    assert "attachment" in got.headers["content-disposition"]


def test_a_file_that_is_not_made_is_not_found(client):
    shoot = client.post("/api/shoots", json={"document": shoot_document()}).json()["id"]
    assert client.get(f"/api/shoots/{shoot}/steps.dxf").status_code == 404
    assert client.get(f"/api/shoots/{shoot}/prints.stl", params={"number": 90}).status_code == 422


def test_parts_for_another_lamp_are_told_for_the_tape_that_is_used(client):
    for units, words in (("metric", " mm"), ("imperial", '"')):
        document = shoot_document(design={"kind": "snoot"}, units=units)
        told = client.post("/api/build/adapt", json={"document": document, "lamp": "panel_45"}).json()
        sizes = [size for part in told["changed"] for size in (part["now"], part["then"]) if size and "×" in size]
        assert all(words in size for size in sizes), sizes
        face = [note for note in told["notes"] if note.startswith("Its face")]
        assert all(words in note for note in face)
        assert sizes or face
