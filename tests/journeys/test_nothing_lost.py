"""Nothing typed is lost: two people, two pages of one browser, no network, lost answers; history and trash."""

import io
import re

import pytest
from benchmarks.stories import Story
from playwright.sync_api import expect

from factories import shoot_document
from pages import opened_line

pytestmark = [pytest.mark.journey, pytest.mark.xdist_group("journeys")]


def made(page, **changes):
    return page.request.post("/api/shoots", data={"document": shoot_document(**changes)}).json()["id"]


def brief(page, shoot):
    page.goto(f"/shoots/{shoot}/brief")
    opened_line(page, "Room")
    expect(value(page, "Width")).to_be_visible()


def value(page, label):
    return page.get_by_role("button", name=re.compile(f"^{label}: ")).first


def type_value(page, label, text):
    value(page, label).click()
    page.get_by_label(label, exact=True).fill(text)
    page.keyboard.press("Enter")


def state(page, words="Saved"):
    expect(page.get_by_test_id("save-state")).to_have_text(words, timeout=60_000)


def room(page, shoot):
    return page.request.get(f"/api/shoots/{shoot}").json()["document"]["brief"]["room"]


def history(page, shoot):
    return page.request.get(f"/api/shoots/{shoot}/history").json()


OFFLINE = "Offline: kept here, trying again"


def two_devices(open_page):
    one, two = open_page(), open_page()
    shoot = made(one)
    brief(one, shoot)
    brief(two, shoot)
    return one, two, shoot


def test_different_fields_of_two_people_are_merged_without_a_question(open_page, server):
    one, two, shoot = two_devices(open_page)
    type_value(one, "Width", "4.4 m")
    state(one)
    # what the other one did comes by itself
    expect(value(two, "Width")).to_contain_text("4.40 m")
    two.context.set_offline(True)
    type_value(two, "Depth", "6.6 m")
    state(two, OFFLINE)
    type_value(one, "Width", "4.6 m")
    state(one)
    two.context.set_offline(False)
    state(two)
    expect(two.get_by_role("dialog")).to_have_count(0)
    assert (room(one, shoot)["width"], room(one, shoot)["depth"]) == (4.6, 6.6)
    expect(value(two, "Width")).to_contain_text("4.60 m")


@pytest.mark.parametrize(("choice", "stands"), [("Show theirs", 4.4), ("Keep mine", 5.2)])
def test_one_field_of_two_people_is_asked_about_and_both_are_in_the_history(open_page, server, choice, stands):
    one, two, shoot = two_devices(open_page)
    two.context.set_offline(True)
    type_value(two, "Width", "5.2 m")
    state(two, OFFLINE)
    type_value(one, "Width", "4.4 m")
    state(one)
    two.context.set_offline(False)
    dialog = two.get_by_role("dialog")
    expect(dialog).to_contain_text("4.40 m")
    expect(dialog).to_contain_text("5.20 m")
    dialog.get_by_role("button", name=choice).click()
    state(two)
    assert room(two, shoot)["width"] == stands
    two.get_by_role("link", name="History").click()
    lines = two.get_by_label("History").get_by_role("listitem")
    expect(lines.filter(has_text="kept aside")).to_contain_text("Width: 5.20 m")
    expect(lines.filter(has_text="Width: 4.40 m")).to_have_count(1)
    if stands == 4.4:
        lines.filter(has_text="kept aside").click()
        expect(two.get_by_label("What is different")).to_contain_text("5.20 m")


def test_undo_after_an_edit_offline_takes_back_that_edit_alone(open_page, server):
    page = open_page()
    shoot = made(page)
    brief(page, shoot)
    type_value(page, "Depth", "6.6 m")
    state(page)
    page.context.set_offline(True)
    type_value(page, "Width", "5.2 m")
    state(page, OFFLINE)
    page.context.set_offline(False)
    page.keyboard.press("Control+z")
    expect(value(page, "Width")).not_to_contain_text("5.20 m")
    state(page)
    assert room(page, shoot)["depth"] == 6.6
    assert room(page, shoot)["width"] != 5.2
    page.keyboard.press("Control+Shift+z")
    state(page)
    assert (room(page, shoot)["width"], room(page, shoot)["depth"]) == (5.2, 6.6)


def test_two_pages_of_one_browser_offline_and_one_closed(open_page, server):
    one = open_page()
    shoot = made(one)
    two = open_page(context=one.context)
    brief(one, shoot)
    brief(two, shoot)
    one.context.set_offline(True)
    # a page that is behind another has no focus, and what is typed there ends at once
    one.bring_to_front()
    type_value(one, "Width", "5.2 m")
    two.bring_to_front()
    type_value(two, "Depth", "6.6 m")
    state(two, OFFLINE)
    two.close()
    one.context.set_offline(False)
    state(one)
    assert (room(one, shoot)["width"], room(one, shoot)["depth"]) == (5.2, 6.6)
    expect(value(one, "Depth")).to_contain_text("6.60 m")


def test_an_edit_whose_answer_was_lost_is_done_once(open_page, server):
    page = open_page()
    shoot = made(page)
    brief(page, shoot)
    lost = []

    def lose(route):
        if lost:
            route.continue_()
            return
        lost.append(route.fetch().status)
        route.abort()

    page.route("**/edits", lose)
    type_value(page, "Width", "5.2 m")
    state(page)
    assert lost == [200]
    expect(page.get_by_role("dialog")).to_have_count(0)
    assert [line["label"] for line in history(page, shoot)] == ["Width: 5.20 m", "Made"]


def test_closed_while_offline_and_opened_again(open_page, server):
    page = open_page()
    shoot = made(page)
    brief(page, shoot)
    page.context.set_offline(True)
    type_value(page, "Width", "5.2 m")
    context = page.context
    page.close()
    context.set_offline(False)
    again = open_page(context=context)
    brief(again, shoot)
    expect(value(again, "Width")).to_contain_text("5.20 m")
    state(again)
    assert room(again, shoot)["width"] == 5.2


def test_edits_in_quick_succession_are_all_there(open_page, server):
    page = open_page()
    shoot = made(page)
    brief(page, shoot)
    before = room(page, shoot)["width"]
    value(page, "Width").focus()
    for _ in range(8):
        page.keyboard.press("ArrowUp")
    state(page)
    assert room(page, shoot)["width"] == pytest.approx(before + 0.08)
    expect(page.get_by_role("dialog")).to_have_count(0)


def with_shot(page):
    shoot = made(page)
    page.request.post(f"/api/shoots/{shoot}/shots", data={"values": {"notes": "first"}})
    return shoot


def prove(page, shoot):
    page.goto(f"/shoots/{shoot}/prove")
    expect(page.get_by_label("Notes", exact=True)).to_be_visible()


def notes(page, shoot):
    return page.request.get(f"/api/shoots/{shoot}/shots").json()[0]["values"]["notes"]


def write(page, text):
    page.get_by_label("Notes", exact=True).focus()
    page.keyboard.press("Control+End")
    page.keyboard.type(text)


def test_words_typed_while_the_server_is_away_are_there_when_it_is_back(open_page, server):
    page = open_page()
    shoot = with_shot(page)
    prove(page, shoot)
    page.context.set_offline(True)
    write(page, ", flag moved")
    page.keyboard.press("Escape")
    page.get_by_role("link", name="Brief").click()
    state(page, OFFLINE)
    page.get_by_role("link", name="Prove").click()
    expect(page.get_by_label("Notes", exact=True)).to_have_value("first, flag moved")
    page.context.set_offline(False)
    state(page)
    assert notes(page, shoot) == "first, flag moved"


def test_both_texts_of_two_people_are_kept(open_page, server):
    one, two = open_page(), open_page()
    shoot = with_shot(one)
    prove(one, shoot)
    prove(two, shoot)
    two.context.set_offline(True)
    write(two, ", theirs")
    two.get_by_label("What one thing changed").focus()
    write(one, ", mine")
    one.get_by_label("What one thing changed").focus()
    state(one)
    two.context.set_offline(False)
    state(two)
    assert notes(one, shoot) == "first, mine, theirs"


def test_a_photograph_taken_while_the_server_is_away_arrives_later(open_page, server):
    from PIL import Image

    page = open_page()
    shoot = with_shot(page)
    prove(page, shoot)
    page.context.set_offline(True)
    file = io.BytesIO()
    Image.new("RGB", (60, 40), "teal").save(file, "JPEG")
    photograph = {"name": "cellar.jpg", "mimeType": "image/jpeg", "buffer": file.getvalue()}
    page.get_by_label("Photograph of the shot").set_input_files(photograph)
    expect(page.get_by_text("cellar.jpg: kept here, sent when Wenlo answers.")).to_be_visible()
    page.context.set_offline(False)
    expect(page.locator("[class*=shot-list_] img")).to_have_count(1)
    (shot,) = page.request.get(f"/api/shoots/{shoot}/shots").json()
    assert [p["name"] for p in shot["photographs"]] == ["cellar.jpg"]


def test_the_history_sets_back_names_and_branches(open_page, server):
    page = open_page()
    shoot = made(page)
    brief(page, shoot)
    type_value(page, "Width", "5.2 m")
    type_value(page, "Depth", "6.6 m")
    state(page)
    page.get_by_role("link", name="History").click()
    page.get_by_role("button", name=re.compile("^Width: 5.20 m")).click()
    words = page.get_by_label("What is different")
    expect(words).to_contain_text("6.60 m")
    expect(page.get_by_label("Picture then")).to_be_visible()
    page.get_by_label("Name", exact=True).fill("as first tried")
    page.keyboard.press("Enter")
    expect(page.get_by_role("button", name=re.compile("^as first tried"))).to_be_visible()
    page.get_by_role("button", name="Set it back to this").click()
    state(page)
    assert room(page, shoot)["depth"] != 6.6
    assert room(page, shoot)["width"] == 5.2
    # it can be taken back like any other edit
    page.get_by_role("button", name="Undo").click()
    state(page)
    assert room(page, shoot)["depth"] == 6.6
    page.get_by_role("button", name=re.compile("^as first tried")).click()
    page.get_by_role("button", name="Go on from here as another shoot").click()
    expect(page.get_by_label("Title of the shoot")).to_have_value(re.compile(", another way$"))


def test_the_trash_on_a_phone_puts_a_shoot_back(open_page, server):
    page = open_page(width=390, height=844)
    made(page, title="Bridge blanks")
    page.goto("/")
    page.get_by_role("button", name="Delete Bridge blanks").click()
    page.get_by_role("button", name="Put in the trash").click()
    expect(page.get_by_role("link", name="Bridge blanks")).to_have_count(0)
    page.get_by_role("link", name="Trash").click()
    line = page.get_by_role("listitem").filter(has_text="Bridge blanks")
    expect(line).to_contain_text("kept for 30 days more")
    line.get_by_role("button", name="Put back").click()
    expect(line).to_have_count(0)
    page.goto("/")
    expect(page.get_by_role("link", name="Bridge blanks")).to_be_visible()


def test_others_in_the_same_shoot_are_seen(open_page, server):
    one, two, _ = two_devices(open_page)
    two.get_by_role("link", name="Rig").click()
    expect(one.get_by_title(re.compile("Also here: a computer at rig"))).to_be_visible()


@pytest.mark.parametrize("seed", range(1000, 1004))
def test_random_stories_end_with_everything_that_was_typed(browser, server, seed):
    story = Story(browser, server.url, seed)
    assert story.run(steps=8) == [], story.told.steps
