"""The Shelf through the interface: take, measure, use in a shoot, make of it, bring a table in."""

import io

import pytest
from PIL import Image
from playwright.sync_api import expect

from factories import shoot_document

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]


@pytest.fixture
def page(open_page):
    page = open_page()
    empty(page)
    yield page
    empty(page)


def empty(page):
    for item in page.request.get("/api/shelf").json():
        page.request.delete(f"/api/shelf/{item['id']}?version={item['version']}")


def test_a_generic_sheet_is_taken_measured_and_used(page):
    shoot = page.request.post("/api/shoots", data={"document": shoot_document()}).json()["id"]
    page.goto(f"/shoots/{shoot}/shape")
    expect(page.get_by_test_id("gauge-loss")).to_contain_text("stops")
    page.get_by_role("link", name="Shelf").click()
    page.get_by_role("button", name="Sheets").click()
    expect(page.get_by_text("Nothing of yours here yet")).to_be_visible()
    page.get_by_role("button", name="Choose from generic things").click()
    page.get_by_role("button", name="Tracing paper 90 g").click()
    page.get_by_role("button", name="Put it on my Shelf").click()
    panel = page.get_by_role("region", name="Tracing paper 90 g")

    field = panel.get_by_label("Light that passes, T")
    field.fill("much")
    field.press("Enter")
    expect(panel.get_by_text("“much” is not understood; write a percentage such as 25 %")).to_be_visible()
    field.fill("95 %")
    field.press("Enter")
    expect(panel.get_by_text("a sheet cannot give back more than it gets")).to_be_visible()
    field.fill("57 %")
    field.press("Enter")
    expect(page.locator("[class*=shelf-card_]").get_by_text("passes 57 %")).to_be_visible()
    panel.get_by_text("measured", exact=True).click()
    expect(page.locator("[class*=shelf-badge_]")).to_have_text("measured")
    expect(panel.get_by_role("region", name="Versions")).to_contain_text("transmittance")

    page.get_by_role("link", name="To the shoot").click()
    page.get_by_role("region", name="Sheet").get_by_role("combobox").first.click()
    page.locator(".ant-select-item-option").get_by_text("Tracing paper 90 g").first.click()
    expect(page.get_by_test_id("save-state")).to_have_text("Saved")
    kept = page.request.get(f"/api/shoots/{shoot}").json()["document"]["design"]["sheet"]
    assert (kept["values"]["transmittance"], kept["measured"]) == (0.57, True)

    # a later version is offered, not taken by itself
    item = page.request.get("/api/shelf").json()[0]
    values = {**item["item"]["values"], "transmittance": 0.58}
    page.request.put(
        f"/api/shelf/{item['id']}", data={"version": item["version"], "item": {**item["item"], "values": values}}
    )
    page.reload()
    page.get_by_role("button", name="Take the newest").click()
    expect(page.get_by_role("button", name="Take the newest")).to_have_count(0)
    expect(page.get_by_test_id("save-state")).to_have_text("Saved")
    kept = page.request.get(f"/api/shoots/{shoot}").json()["document"]["design"]["sheet"]
    assert kept["values"]["transmittance"] == 0.58


def test_what_can_be_made_now_is_used_in_the_shoot(page):
    shoot = page.request.post("/api/shoots", data={"document": shoot_document()}).json()["id"]
    for category, generic, count in (
        ("lamp", "chip_60_dish", 1),
        ("face", "white_foam_board", 3),
        ("black", "black_foil", 1),
        ("hardware", "cloth_tape", 20),
        ("hardware", "spring_clamp", 6),
        ("support", "light_stand_28", 2),
        ("found", "stretched_canvas_80", 1),
    ):
        page.request.post("/api/shelf/take", data={"category": category, "generic": generic, "count": count})
    page.goto(f"/shoots/{shoot}/shape")
    expect(page.get_by_test_id("gauge-loss")).to_contain_text("stops")
    page.goto("/shelf?view=at-hand")
    cards = page.locator("[class*=at-hand-card_]")
    expect(cards.first).to_be_visible(timeout=60_000)
    card = cards.filter(has_text="bounce card")
    expect(card).to_contain_text("Everything is on the Shelf.")
    expect(cards.filter(has_text="book light")).to_contain_text("To buy, about")
    card.get_by_role("button", name="Use it").click()
    expect(page.get_by_text("Bounce card or foil reflector, from the side")).to_be_visible()
    expect(page.get_by_test_id("save-state")).to_have_text("Saved")
    document = page.request.get(f"/api/shoots/{shoot}").json()["document"]
    assert document["design"]["kind"] == "bounce_card"
    assert document["design"]["face"]["name"] == "White foam board 5 mm"
    assert document["brief"]["lamp"]["id"]["name"].startswith("Chip-on-board")

    page.get_by_role("link", name="Shelf").click()
    page.get_by_role("button", name="Found objects").click()
    page.get_by_role("button", name="Stretched canvas").click()
    becomes = page.get_by_role("region", name="What it can become")
    expect(becomes.get_by_text("Overhead bounce with skirts", exact=False).first).to_be_visible(timeout=60_000)
    becomes.locator("li").filter(has_text="book light").get_by_role("button").click()
    expect(page.get_by_text("Book light, from the side")).to_be_visible()
    expect(page.get_by_test_id("save-state")).to_have_text("Saved")
    design = page.request.get(f"/api/shoots/{shoot}").json()["document"]["design"]
    assert (design["kind"], design["width"], design["height"]) == ("book_light", 0.8, 1.0)


def test_tables_photographs_and_counts(page):
    page.goto("/shelf?category=tool")
    table = "category,name,count,kind,kerf [m]\ntool,Fret saw,2,saw,0.0005\n"
    chooser = page.locator("input[type=file][accept*=csv]")
    chooser.set_input_files({"name": "shelf.csv", "mimeType": "text/csv", "buffer": table.encode()})
    card = page.locator("[class*=shelf-card_]").filter(has_text="Fret saw")
    expect(card).to_contain_text("kerf 0.5 mm")
    chooser.set_input_files(
        {"name": "bad.csv", "mimeType": "text/csv", "buffer": table.replace("0.0005", "thin").encode()}
    )
    expect(page.get_by_text("Line 2: kerf: “thin” is not a number.")).to_be_visible()
    assert len(page.request.get("/api/shelf").json()) == 1
    card.click()
    panel = page.get_by_role("region", name="Fret saw", exact=True)
    count = panel.get_by_label("How many I have")
    count.fill("5")
    count.press("Enter")
    expect(card).to_contain_text("5 ×")
    picture = io.BytesIO()
    Image.new("RGB", (900, 600), (120, 80, 40)).save(picture, "PNG")
    panel.locator("input[type=file]").set_input_files(
        {"name": "saw.png", "mimeType": "image/png", "buffer": picture.getvalue()}
    )
    shown = panel.locator("[class*=photographs_] img")
    expect(shown).to_be_visible()
    assert shown.evaluate("e => e.decode().then(() => e.naturalWidth)") == 900
    panel.get_by_role("button", name="Take away saw.png").click()
    expect(shown).to_have_count(0)
    panel.get_by_role("button", name="Copy").click()
    expect(page.get_by_role("region", name="Fret saw, copy")).to_be_visible()
    page.get_by_role("button", name="Take off the Shelf").click()
    page.get_by_role("button", name="Take it off").click()
    expect(page.locator("[class*=shelf-card_]")).to_have_count(1)
    with page.expect_download() as download:
        page.get_by_role("link", name="CSV").click()
    assert download.value.suggested_filename == "shelf.csv"
