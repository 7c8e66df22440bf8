"""A set with sixty things in it: figures while one is moved, and the frames that a drag draws in Chromium."""

import math
import statistics
from itertools import pairwise
from typing import Any

from playwright.sync_api import Browser, Page

from wenlo.core.brief.brief import Brief, Room
from wenlo.core.brief.set_objects import Block, Board, SetPiece
from wenlo.core.document.shoot import Shoot, write_shoot

SECONDS = 3.0

# Runs in the page: counts the frames that are drawn until it is told to stop.
COUNT = """
() => { window.drawn = []; const step = (t) => { window.drawn.push(t); if (window.drawn) requestAnimationFrame(step); };
        requestAnimationFrame(step); }
"""


def crowded(index: int = 0) -> dict[str, Any]:
    """Thirty boards and thirty pieces of furniture round the subject; the first board stands elsewhere each time."""
    pieces: list[SetPiece] = []
    for k in range(30):
        turn = 2.0 * math.pi * k / 30
        x, y = 3.2 * math.cos(turn), 2.2 * math.sin(turn)
        pieces.append(
            Board(name=f"card {k}", x=x, y=y - 1.0, z=1.2, width=0.3, height=0.5, turn=math.degrees(turn) % 180)
        )
        pieces.append(Block(name=f"crate {k}", x=1.15 * x, y=1.15 * y - 1.0, width=0.25, depth=0.25, height=0.4))
    pieces[0] = pieces[0].model_copy(update={"x": 1.5 + 0.01 * index})
    room = Room(width=9.0, depth=9.0, height=2.6)
    return write_shoot(Shoot(title="Crowded", brief=Brief(room=room, pieces=pieces)))


def frames(browser: Browser, url: str) -> dict[str, Any]:
    """Frames a second that are drawn while a board is dragged over the plan."""
    page: Page = browser.new_page(viewport={"width": 1280, "height": 800}, base_url=url)
    shoot = page.request.post("/api/shoots", data={"document": crowded()}).json()["id"]
    page.goto(f"/shoots/{shoot}/place")
    page.locator('[data-thing="brief.pieces.0"]').first.wait_for()
    page.wait_for_timeout(4000)
    box = page.get_by_test_id("place-plan").locator('[data-thing="brief.pieces.0"] .piece-grip').bounding_box()
    assert box is not None
    x, y = box["x"] + box["width"] / 2, box["y"] + box["height"] / 2
    page.mouse.move(x, y)
    page.mouse.down()
    page.evaluate(COUNT)
    start = page.evaluate("performance.now()")
    step = 0
    while page.evaluate("performance.now()") - start < SECONDS * 1000:
        step += 1
        page.mouse.move(x - 40 + 40 * math.cos(step / 6), y + 30 * math.sin(step / 6))
    times = [float(t) for t in page.evaluate("(() => { const d = window.drawn; window.drawn = null; return d; })()")]
    page.mouse.up()
    page.close()
    gaps = [b - a for a, b in pairwise(times)]
    # the mean says how many frames a second; a median would hide the ones that are left out
    return {"median_ms": round(statistics.mean(gaps), 1), "worst_ms": round(max(gaps), 1), "rounds": len(gaps)}
