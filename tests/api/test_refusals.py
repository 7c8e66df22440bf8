"""An edit that can never be built is refused at its field, over HTTP, and changes nothing."""

import pytest

from factories import make_shoot, shoot_document
from wenlo.core.modifiers.registry import kinds

SNOOT = kinds()["snoot"].start(make_shoot().brief)
FOOD_BOX = kinds()["small_flash_softbox"]


def document(design):
    return {**shoot_document(), "design": design.model_dump(mode="json")}


@pytest.mark.parametrize(
    ("changes", "path"),
    [
        ({"opening": SNOOT.tube_width + 0.01}, "design.opening"),
        ({"shape": "slot", "slot_length": SNOOT.tube_width + 0.05}, "design.slot_length"),
    ],
)
def test_the_field_is_named_and_nothing_is_changed(client, changes, path):
    made = client.post("/api/shoots", json={"document": document(SNOOT)}).json()
    url = f"/api/shoots/{made['id']}"
    answer = client.put(
        url, json={"version": made["version"], "document": document(SNOOT.model_copy(update=changes)), "label": "wider"}
    )
    assert answer.status_code == 422
    (field,) = answer.json()["fields"]
    assert field["path"] == path
    assert "is the most" in field["message"]
    now = client.get(url).json()
    assert now["version"] == made["version"]
    assert now["document"]["design"] == made["document"]["design"]


def test_a_studio_head_before_a_food_box_is_told_and_not_lost(client):
    # the lamp was changed, not the box: what stands there is kept, and the note says what does not fit
    brief = make_shoot(brief__lamp__id="flash_hotshoe").brief
    box = {**shoot_document(brief__lamp__id="flash_hotshoe"), "design": FOOD_BOX.start(brief).model_dump(mode="json")}
    made = client.post("/api/shoots", json={"document": box}).json()
    head = {**box, "brief": {**box["brief"], "lamp": {**box["brief"]["lamp"], "id": "flash_studio"}}}
    answer = client.put(
        f"/api/shoots/{made['id']}", json={"version": made["version"], "document": head, "label": "studio head"}
    )
    assert answer.status_code == 200, answer.text
