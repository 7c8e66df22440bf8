"""The Bench in the real interface: a sheet measured and kept, measured anew, an outline traced, a wrong cell told."""

import re

import numpy as np
import pytest
from playwright.sync_api import expect
from scipy import ndimage

from photographs import photographed

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]


def choose(page, label, title):
    page.get_by_label(label, exact=True).first.click()
    page.locator(".ant-select-dropdown:visible").get_by_title(title, exact=True).click()


def write_down(page, table, **cells):
    part = page.get_by_label(table, exact=True)
    for label, text in cells.items():
        part.get_by_label(label.replace("_", " "), exact=True).fill(text)
    part.get_by_role("button", name="Write it down").click()


def test_a_sheet_is_measured_kept_and_measured_anew(open_page):
    page = open_page()
    page.goto("/bench")
    expect(page.get_by_text("Nothing is written down yet")).to_be_visible()
    write_down(page, "Readings", reading="bright")
    expect(page.get_by_role("alert")).to_contain_text("reading: ")
    write_down(page, "Readings", reading="1000 lx")
    expect(page.get_by_label("What it is", exact=True)).to_contain_text("Read once without and once with")
    choose(page, "layers", "one")
    # as a photograph tells it: 420 of 1000 lx
    write_down(page, "Readings", reading="−1.25 stops")
    expect(page.locator("[class*=bench-table_] tbody tr").nth(1)).to_contain_text("420 lx")
    figures = page.locator("[class*=bench-figures_]")
    expect(figures).to_contain_text(re.compile(r"light that passes, T4\d(\.\d)? %"))
    expect(page.locator("[class*=bench-next_]")).to_contain_text("two layers")
    choose(page, "layers", "two")
    write_down(page, "Readings", reading="220")
    expect(page.locator("[class*=bench-table_] tbody tr")).to_have_count(3)
    # what was written down outlives the page
    page.reload()
    expect(page.locator("[class*=bench-table_] tbody tr")).to_have_count(3)
    page.get_by_label("Name on the Shelf").fill("Attic linen")
    page.get_by_role("button", name="Keep it on the Shelf").click()
    page.get_by_role("link", name="Attic linen, version 1").click()
    expect(page.get_by_label("Name of the item")).to_have_value("Attic linen")
    page.get_by_role("link", name="Measured at the Bench").click()
    expect(page.locator("[class*=bench-table_] tbody tr")).to_have_count(3)
    choose(page, "layers", "one")
    write_down(page, "Readings", reading="380")
    page.get_by_role("button", name="Keep as its next version").click()
    expect(page.get_by_role("link", name="Attic linen, version 2")).to_be_visible()


def test_a_lamp_with_a_dial_that_is_not_true(open_page):
    page = open_page(width=390, height=844, theme="dim")
    page.goto("/bench?of=lamp")
    for angle, lux in (("0", "980"), ("30", "640"), ("60", "190"), ("80", "20")):
        write_down(page, "Beam, at full", off_the_axis=angle, reading=lux)
    for mark, lux in (("100 %", "980"), ("50", "380")):
        write_down(page, "Dial, at one place", dial_at=mark, reading=lux)
    found = page.get_by_label("What it is", exact=True)
    expect(found).to_contain_text("50 % gives 39 %")
    expect(found).to_contain_text(re.compile(r"light in all\d+ lm"))
    page.get_by_role("button", name="Take row 2 away").last.click()
    expect(found).not_to_contain_text("50 % gives")
    assert page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth") <= 0


def test_an_outline_is_traced_by_tapping_the_sheet_and_boxing_the_thing(open_page):
    light = np.full((600, 800), 0.3)
    light[60:540, 40:760] = 0.75
    light[220:380, 300:540] = 0.04
    content = photographed(ndimage.gaussian_filter(light, 1.0), form="JPEG")
    page = open_page()
    page.goto("/bench?of=outline")
    page.get_by_label("Photograph of the thing").set_input_files(
        {"name": "tin.jpg", "mimeType": "image/jpeg", "buffer": content}
    )
    photo = page.get_by_role("img", name="Photograph with the scale and the outline")
    expect(photo).to_be_visible()
    # it has its size only when it is there
    expect(page.get_by_alt_text("Thing and scale")).to_have_js_property("naturalWidth", 800)
    photo.scroll_into_view_if_needed()
    box = photo.bounding_box()

    def at(x, y):
        return box["x"] + x * box["width"] / 800, box["y"] + y * box["height"] / 600

    for corner in ((40, 60), (760, 60), (760, 540), (40, 540)):
        page.mouse.click(*at(*corner))
    expect(page.get_by_text("Now drag a box round the thing")).to_be_visible()
    page.mouse.move(*at(220, 150))
    page.mouse.down()
    page.mouse.move(*at(620, 460), steps=4)
    page.mouse.up()
    found = page.get_by_label("What it is", exact=True)
    # 240 of 720 pixels of a sheet 297 mm wide
    expect(found).to_contain_text(re.compile(r"width(99|98|10[01]) mm"), timeout=20_000)
    with page.expect_download() as saved:
        page.get_by_role("button", name="DXF").click()
    assert saved.value.suggested_filename == "outline.dxf"
