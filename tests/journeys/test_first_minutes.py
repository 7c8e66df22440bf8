"""The first ten minutes: from the first page to paper, by few taps."""

import pytest
from playwright.sync_api import expect

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]

MOST = 20
"""Interactions from the first page to a printed cut list and lay-out."""


class Counted:
    """A page whose taps and typed values are counted."""

    def __init__(self, page):
        self.page, self.done = page, 0

    def tap(self, role, name, **more):
        self.done += 1
        self.page.get_by_role(role, name=name, **more).first.click()

    def choose(self, label, title):
        self.done += 2
        self.page.get_by_label(label, exact=True).click()
        self.page.get_by_title(title, exact=True).last.click()

    def type(self, label, value):
        self.done += 2
        self.page.get_by_role("button", name=f"{label}:").first.click()
        self.page.get_by_label(label, exact=True).fill(value)
        self.page.keyboard.press("Enter")


def paper(page, act):
    with page.expect_download() as found:
        act()
    content = found.value.path().read_bytes()
    assert content.startswith(b"%PDF")
    return content


def test_a_thing_in_film_gets_its_tent_with_cut_list_and_lay_out(open_page):
    user = Counted(open_page())
    page = user.page
    page.goto("/")
    user.tap("button", "A thing wrapped in film")
    page.wait_for_url("**/shape", timeout=20_000)
    expect(page.get_by_role("heading", name="Light tent", exact=True)).to_be_visible(timeout=20_000)
    user.type("Width", "650 mm")
    user.choose("Bar", "rigid PVC pipe ¾ in")
    user.choose("Ground of", "loose panels")
    user.tap("link", "Build")
    expect(page.get_by_role("link", name="Cut list PDF")).to_be_visible(timeout=30_000)
    assert len(paper(page, lambda: user.tap("link", "Cut list PDF"))) > 2000
    user.tap("link", "Rig")
    user.tap("tab", "Lay-out")
    expect(page.get_by_role("tab", name="Lay-out", selected=True)).to_be_visible(timeout=30_000)
    assert user.done <= MOST
    shoot = page.url.split("/shoots/")[1].split("/")[0]
    held = page.request.get(f"/api/shoots/{shoot}").json()["document"]
    assert held["title"] == "A thing wrapped in film"
    assert held["design"]["width"] == pytest.approx(0.65)
    assert held["design"]["bar"] == "pvc_three_quarter_inch"


def test_every_job_of_the_first_page_opens_within_its_wishes(open_page):
    page = open_page()
    page.goto("/")
    jobs = page.request.get("/api/starts").json()
    assert len(jobs) >= 12
    for job in (jobs[0], jobs[-1]):
        page.goto("/")
        page.get_by_role("button", name=job["title"]).click()
        page.wait_for_url("**/shape", timeout=20_000)
        gauges = page.get_by_role("region", name="Gauges").or_(page.locator(".gauge-strip"))
        expect(page.get_by_text("Shadow edge", exact=True).first).to_be_visible(timeout=30_000)
        page.wait_for_timeout(1500)
        for word in ("too soft", "too hard", "too flat", "too deep", "too bright", "too dark", "too uneven"):
            expect(gauges.get_by_text(word, exact=True)).to_have_count(0)


def test_a_job_that_is_not_there_is_refused_and_nothing_is_made(open_page):
    page = open_page()
    before = len(page.request.get("/api/shoots").json())
    refused = page.request.post("/api/shoots", data={"start": "nothing"})
    assert refused.status == 404
    assert "first page" in refused.json()["message"]
    assert page.request.post("/api/shoots", data={"start": "../etc"}).status in (400, 422)
    assert len(page.request.get("/api/shoots").json()) == before
