"""From an empty brief to a printed cut list, as somebody new would do it."""

import io
import re

import pytest
from playwright.sync_api import expect
from pypdf import PdfReader

from factories import shoot_document
from pages import opened_line

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]


def dimension(page, label):
    return page.get_by_role("button", name=re.compile(f"^{label}: ")).first


def type_value(page, label, text):
    dimension(page, label).click()
    page.get_by_label(label, exact=True).fill(text)
    page.keyboard.press("Enter")


def saved(page):
    expect(page.get_by_test_id("save-state")).to_have_text("Saved")


def gauge(page, key):
    return page.get_by_test_id(f"gauge-{key}")


def drag(page, handle, dx, dy, steps=10, during=None):
    # one of the drawings' handles, by its middle
    box = page.locator(f'[data-handle="{handle}"]').first.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    for step in range(1, steps + 1):
        page.mouse.move(x + dx * step / steps, y + dy * step / steps)
        if during:
            during(step)
    page.mouse.up()


def new_shoot(page):
    page.goto("/")
    page.get_by_role("button", name="New shoot").click()
    expect(page.get_by_role("heading", name="What is in front of the camera?")).to_be_visible()
    # the first figures of all wait until the workers have their kernels
    expect(gauge(page, "shadow_edge")).to_contain_text("mm", timeout=60_000)


def made(server_url, page, **changes):
    answer = page.request.post("/api/shoots", data={"document": shoot_document(**changes)})
    assert answer.ok
    return answer.json()["id"]


def open_stage(page, shoot, stage):
    page.goto(f"/shoots/{shoot}/{stage}")
    expect(gauge(page, "shadow_edge")).to_contain_text("mm")


def test_from_brief_to_cut_list_and_back_again(open_page, server):
    page = open_page()
    new_shoot(page)
    title = page.get_by_label("Title of the shoot")
    title.fill("Varnish portrait in the attic")
    title.press("Enter")

    # fill the brief, metric and imperial as it comes
    expect(page.get_by_text("Lighter figures are assumed")).to_be_visible()
    for line in ("Room", "Limits", "Camera"):
        opened_line(page, line)
    type_value(page, "To backdrop", "190cm")
    type_value(page, "Width", "4.2 m")
    type_value(page, "Depth", "5.6")
    type_value(page, "Face height", "4' 1 1/4\"")
    type_value(page, "Edge width", "24")
    type_value(page, "Carrying", "1250 mm")
    type_value(page, "Lens", "85")
    expect(dimension(page, "Face height")).to_have_text("1.251 m")
    saved(page)

    # a sized frame, one click from its gauge
    page.get_by_role("link", name="Shape").click()
    expect(gauge(page, "shadow_edge")).to_contain_text("too hard")
    gauge(page, "shadow_edge").click()
    page.get_by_role("button", name=re.compile("Apply: Smallest frame")).first.click()
    expect(gauge(page, "shadow_edge")).not_to_contain_text("too")
    expect(gauge(page, "shadow_edge")).to_contain_text("24 mm")
    saved(page)

    # move the lamp and watch the gauges follow while it is dragged
    seen = set()

    def look(_):
        page.wait_for_timeout(120)
        seen.add(gauge(page, "evenness").inner_text())

    drag(page, "lamp", -90, 0, during=look)
    assert len(seen) >= 4, seen
    expect(gauge(page, "shadow_edge")).to_contain_text("too hard")
    saved(page)
    page.keyboard.press("Control+z")
    expect(gauge(page, "shadow_edge")).to_contain_text("24 mm")
    saved(page)
    width = dimension(page, "Frame width").text_content()

    # print the cut list
    page.get_by_role("link", name="Build").click()
    expect(page.get_by_role("heading", name="Cut plan")).to_be_visible()
    with page.expect_download() as download:
        page.get_by_role("link", name="Cut list PDF").click()
    with open(download.value.path(), "rb") as file:
        text = "\n".join(p.extract_text() for p in PdfReader(io.BytesIO(file.read())).pages)
    assert "Varnish portrait in the attic" in text
    first_label = page.locator(".piece-label").first.text_content()
    assert first_label in text

    # close, reopen: everything is there
    page.context.clear_cookies()
    page.close()
    again = open_page()
    again.goto("/")
    again.get_by_role("link", name="Varnish portrait in the attic").first.click()
    expect(dimension(again, "Frame width")).to_have_text(width)
    expect(gauge(again, "shadow_edge")).to_contain_text("24 mm")
    again.get_by_role("link", name="Brief").click()
    expect(dimension(again, "To backdrop")).to_have_text("1.90 m")
    expect(dimension(again, "Face height")).to_have_text("1.251 m")


def test_sizes_are_typed_dragged_and_nudged_on_the_drawings(open_page, server):
    page = open_page()
    shoot = made(server.url, page)
    open_stage(page, shoot, "shape")
    type_value(page, "Frame width", "5' 2 3/4\"")
    expect(dimension(page, "Frame width")).to_contain_text("1.594 m")
    dimension(page, "Frame width").focus()
    page.keyboard.press("ArrowUp")
    expect(dimension(page, "Frame width")).to_contain_text("1.604 m")
    page.keyboard.press("Shift+ArrowDown")
    expect(dimension(page, "Frame width")).to_contain_text("1.504 m")
    # a taller frame keeps its legs: the standing height follows
    type_value(page, "Frame height", "1.4 m")
    expect(dimension(page, "Standing height")).to_contain_text("2.15 m")
    before = dimension(page, "Distance from sheet to subject").text_content()
    drag(page, "Distance from sheet to subject", 40, 0)
    expect(dimension(page, "Distance from sheet to subject")).not_to_have_text(before)
    before = dimension(page, "Frame width").text_content()
    drag(page, "Frame width", 20, 0)
    expect(dimension(page, "Frame width")).not_to_have_text(before)
    drag(page, "lamp", 0, -30)
    expect(page.get_by_role("button", name="put it level with the sheet's middle")).to_be_visible()
    saved(page)
    page.get_by_text("ft in", exact=True).click()
    expect(dimension(page, "Standing height")).to_contain_text("7' 0 5/8\"")
    page.get_by_text("m", exact=True).click()
    # the stored value was never rounded
    expect(dimension(page, "Standing height")).to_contain_text("2.15 m")


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("banana", "is not understood; write a length"),
        ("0", "must be between 150 mm and 10.00 m"),
        ("-1 m", "must be between 150 mm and 10.00 m"),
        ("1e9", "is not understood"),
        ("999999 m", "must be between"),
        ("NaN", "is not understood"),
    ],
)
def test_bad_lengths_are_answered_at_the_number(open_page, server, text, words):
    page = open_page()
    shoot = made(server.url, page)
    open_stage(page, shoot, "shape")
    type_value(page, "Distance from sheet to subject", text)
    expect(page.get_by_role("alert")).to_contain_text(words)
    expect(dimension(page, "Distance from sheet to subject")).to_contain_text("1.00 m")
    saved(page)
    type_value(page, "Distance from sheet to subject", "1.1 m")
    expect(page.get_by_role("alert")).to_have_count(0)


def test_refused_by_the_server_goes_back_with_the_reason(open_page, server):
    page = open_page()
    shoot = made(server.url, page)
    open_stage(page, shoot, "shape")
    type_value(page, "Standing height", "1.2 m")
    expect(page.get_by_text("Standing height must be at least 1.29 m").first).to_be_visible()
    expect(dimension(page, "Standing height")).to_contain_text("1.95 m")
    assert page.request.get(f"/api/shoots/{shoot}").json()["version"] == 1


def test_impossible_build_is_explained(open_page, server):
    page = open_page()
    shoot = made(server.url, page, design__sheet="opal_acrylic_3_mm")
    open_stage(page, shoot, "build")
    expect(page.get_by_role("alert")).to_contain_text("comes in boards of")


def test_foreign_and_huge_files_change_nothing(open_page, server, tmp_path):
    page = open_page()
    page.goto("/")
    expect(page.get_by_role("heading", name="Shoots")).to_be_visible()
    count = len(page.request.get("/api/shoots").json())
    for name, content, words in (
        ("song.json", b"la la la", "not readable as JSON"),
        ("newer.json", b'{"format": "wenlo-project", "version": 7, "shoot": {}}', "newer Wenlo"),
        ("big.json", b"x" * 6_000_000, "Wenlo reads up to 5 MB"),
    ):
        file = tmp_path / name
        file.write_bytes(content)
        page.locator('input[type="file"]').set_input_files(file)
        expect(page.get_by_role("alert")).to_contain_text(words)
    assert len(page.request.get("/api/shoots").json()) == count


def test_project_file_goes_out_and_comes_in(open_page, server):
    page = open_page()
    shoot = made(server.url, page, title="Tuning forks", design__width=1.37)
    open_stage(page, shoot, "build")
    with page.expect_download() as download:
        page.get_by_role("button", name="Files").click()
        page.get_by_role("link", name="Project file").click()
    page.goto("/")
    page.locator('input[type="file"]').set_input_files(download.value.path())
    expect(page.get_by_label("Title of the shoot")).to_have_value("Tuning forks")
    page.get_by_role("link", name="Shape").click()
    expect(dimension(page, "Frame width")).to_contain_text("1.37 m")


def test_whole_way_by_keyboard(open_page, server):
    page = open_page()
    shoot = made(server.url, page, brief__wanted__evenness=1.0)
    open_stage(page, shoot, "brief")
    page.keyboard.press("2")
    expect(page.get_by_test_id("side-section")).to_be_visible()
    dimension(page, "Distance from lamp to sheet").focus()
    page.keyboard.press("Enter")
    page.keyboard.type("100 cm")
    page.keyboard.press("Enter")
    expect(dimension(page, "Distance from lamp to sheet")).to_contain_text("1.00 m")
    gauge(page, "evenness").focus()
    page.keyboard.press("Enter")
    apply = page.get_by_role("button", name=re.compile("Apply: Move the lamp until"))
    apply.focus()
    page.keyboard.press("Enter")
    expect(gauge(page, "evenness")).not_to_contain_text("too uneven")
    page.keyboard.press("4")
    expect(page.get_by_role("heading", name="Cut plan")).to_be_visible()
    saved(page)
    page.keyboard.press("Control+z")
    page.keyboard.press("2")
    expect(dimension(page, "Distance from lamp to sheet")).to_contain_text("1.00 m")
    page.keyboard.press("Control+Shift+z")
    expect(dimension(page, "Distance from lamp to sheet")).not_to_contain_text("1.00 m")


def test_steps_are_ticked_off_on_a_phone_and_kept(open_page, server):
    page = open_page(width=390, height=844, theme="dim")
    shoot = made(server.url, page)
    open_stage(page, shoot, "build")
    box = page.get_by_role("checkbox", name=re.compile("3. Cut the pipe"))
    box.check()
    expect(page.get_by_role("status").filter(has_text="of work left")).to_be_visible()
    page.reload()
    expect(page.get_by_role("checkbox", name=re.compile("3. Cut the pipe"))).to_be_checked()
    # it is kept by the server: another device shows it too, and can take it away
    desk = open_page()
    open_stage(desk, shoot, "build")
    other = desk.get_by_role("checkbox", name=re.compile("3. Cut the pipe"))
    expect(other).to_be_checked()
    other.uncheck()
    expect(box).not_to_be_checked(timeout=15_000)
    overflow = page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
    assert overflow <= 0
