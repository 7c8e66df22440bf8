"""A kind that only the tests have is dragged in the real interface, with nothing else touched."""

import os
import subprocess
from pathlib import Path

import pytest
from playwright.sync_api import expect

from factories import shoot_document
from wenlo.launch.environment import BUILT, PYTHON, clean_environment

pytestmark = pytest.mark.journey

TOY = Path(__file__).resolve().parents[1] / "toy"


@pytest.fixture(scope="module")
def address(new_database):
    env = {
        **clean_environment(),
        "PYTHONPATH": os.pathsep.join(filter(None, (str(TOY), os.environ.get("PYTHONPATH")))),
        "WENLO_DATABASE_URL": new_database(),
        "WENLO_PORT": "0",
        "WENLO_FRONT_END": str(BUILT),
        "WENLO_LOG_LEVEL": "error",
    }
    for name in ("NUMBA_CACHE_DIR", "NUMBA_NUM_THREADS"):
        if name in os.environ:
            env[name] = os.environ[name]
    subprocess.run([PYTHON, "-m", "wenlo.cli", "prepare"], env=env, check=True, capture_output=True, timeout=120)
    command = [PYTHON, "-m", "wenlo.cli", "serve"]
    with subprocess.Popen(command, env=env, stdout=subprocess.PIPE, text=True) as server:
        assert server.stdout is not None
        yield next(line.split()[1] for line in server.stdout if line.startswith("LISTENING"))
        server.terminate()


def test_its_distance_follows_the_hand_and_the_figures_follow_that(address, browser):
    context = browser.new_context(viewport={"width": 1280, "height": 800}, base_url=address)
    page = context.new_page()
    document = shoot_document()
    document["design"] = {"kind": "shoji_panel", "distance": 1.0}
    made = page.request.post("/api/shoots", data={"document": document})
    assert made.ok, made.text()
    page.goto(f"/shoots/{made.json()['id']}/shape")
    edge = page.get_by_test_id("gauge-shadow_edge")
    expect(edge).to_contain_text("mm", timeout=90_000)
    expect(page.get_by_text("Paper panel, from the side")).to_be_visible()
    before = edge.text_content()
    grip = page.locator("[data-handle] circle.grip").first
    name = grip.locator("xpath=..").get_attribute("data-handle")
    shown = page.locator(".dimension").filter(has=page.get_by_role("button", name=name, exact=False)).first
    value = shown.text_content()
    box = grip.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(1, 9):
        page.mouse.move(x + 8 * step, y)
    page.mouse.up()
    expect(shown).not_to_have_text(value)
    expect(edge).not_to_have_text(before, timeout=90_000)
    expect(page.get_by_test_id("save-state")).to_have_text("Saved")
    page.reload()
    expect(shown).not_to_have_text(value)
    context.close()
