"""axe finds nothing serious on any stage, in both themes; the main work fits 1280 × 800."""

import pytest
from playwright.sync_api import expect

from factories import shoot_document
from wenlo.launch.environment import FRONTEND

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]
AXE = FRONTEND / "node_modules/axe-core/axe.min.js"


@pytest.mark.parametrize("theme", ["light", "dim"])
@pytest.mark.parametrize(
    "stage", ["", "brief", "shape", "place", "build", "rig", "prove", "shelf", "bench", "practice"]
)
def test_nothing_serious(open_page, theme, stage):
    page = open_page(theme=theme)
    if stage == "shelf":
        page.goto("/shelf?view=generic&category=sheet")
        page.locator("[class*=shelf-card_]").first.click()
        expect(page.get_by_role("button", name="Put it on my Shelf")).to_be_visible()
    elif stage == "bench":
        page.goto("/bench?of=lamp")
        expect(page.get_by_role("heading", name="A lamp")).to_be_visible()
    elif stage == "practice":
        page.goto("/practice")
        expect(page.get_by_role("img", name="Plan; tap where it stands")).to_be_visible(timeout=30_000)
    elif stage:
        shoot = page.request.post("/api/shoots", data={"document": shoot_document(design__layers=2)}).json()["id"]
        page.goto(f"/shoots/{shoot}/{stage}")
        expect(page.get_by_test_id("gauge-loss")).to_contain_text("stops")
    else:
        page.goto("/")
        expect(page.get_by_role("heading", name="Shoots")).to_be_visible()
    page.wait_for_timeout(400)
    page.evaluate(AXE.read_text())
    found = page.evaluate("axe.run({ resultTypes: ['violations'] })")["violations"]
    serious = [
        f"{v['id']}: {n['html'][:120]} {n['failureSummary'][:160]}"
        for v in found
        if v["impact"] in {"serious", "critical"}
        for n in v["nodes"]
    ]
    assert not serious, "\n".join(serious)


@pytest.mark.parametrize("stage", ["brief", "shape", "place", "build", "rig", "prove"])
def test_main_work_fits_without_scrolling_the_page(open_page, stage):
    page = open_page()
    shoot = page.request.post("/api/shoots", data={"document": shoot_document()}).json()["id"]
    page.goto(f"/shoots/{shoot}/{stage}")
    expect(page.get_by_test_id("gauge-loss")).to_contain_text("stops")
    for selector in ("html", "main"):
        rest = page.locator(selector).evaluate("e => [e.scrollHeight - e.clientHeight, e.scrollWidth - e.clientWidth]")
        assert max(rest) <= 1, selector
