"""Project files of every sort and the facts that were found of them: later versions are held against these.

``python -m recorded`` (with ``tests`` on the path, by the environment that ``./wenlo test`` installs) writes both anew;
the files of shoots are written only where they are missing, since old ones must go on to open.
"""

import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any

from wenlo.core.brief.brief import Brief, Camera, Dark, LampSetting, OtherLight, Room, Subject, Wanted
from wenlo.core.brief.set_objects import Board
from wenlo.core.document.rigging import HoldChoice, Rigging, WetPlace
from wenlo.core.document.shoot import SecondModifier, Shoot
from wenlo.core.modifiers.registry import kinds
from wenlo.demo import demo_shoots
from wenlo.formats.project_file import write_project
from wenlo.services.report import report_file

FOLDER = Path(__file__).resolve().parent

RANKED = ("the-maker-at-the-bench", "strings-in-film")
"""Shoots whose ranking and next settings are recorded too: they take seconds."""

WORDS = frozenset(
    {
        "title",
        "reasons",
        "cannot",
        "figure",
        "limit",
        "source",
        "words",
        "caution",
        "note",
        "reason",
        "text",
        "check",
        "mistake",
        "said",
        "says",
        "name",
        "about",
        "seconds",
        "problems",
        "amount",
        "core_version",
        "loads",
        "needed",
        "substitutes",
    }
)
"""Fields that are read, not compared: sentences may be written better."""


def _of(kind: str, brief: Brief, **changes: Any) -> Any:
    return kinds()[kind].start(brief).model_copy(update=changes)


def shoots() -> Iterator[tuple[str, Shoot]]:
    """A dozen and more, by name."""
    for shoot in demo_shoots():
        yield shoot.title.lower().replace(",", "").replace(" ", "-"), shoot
    tall = Room(width=4.6, depth=6.0, height=2.8)
    near = Camera(distance=0.9)

    def thing(**more: Any) -> Subject:
        return Subject(**{"kind": "box", "size": 0.15, "face_height": 0.9, **more})

    brief = Brief(room=tall, lamp=LampSetting(id="chip_150_bare"))
    yield (
        "hanging-box-over-the-bench",
        Shoot(
            brief=brief,
            design=_of("hanging_softbox", brief, width=1.3, length=1.3, depth=0.55, lamps=4),
            rig=Rigging(safety_line=True, residual_device=True),
        ),
    )
    brief = Brief(
        room=tall,
        others=[OtherLight(name="background", id="chip_60_dish", x=1.6, y=0.4, z=1.7, aim="backdrop", gel="deep_blue")],
    )
    yield (
        "book-light-and-a-slit-on-the-wall",
        Shoot(
            brief=brief,
            design=_of("book_light", brief),
            second=[SecondModifier(light="light-1", design=_of("snoot", brief, shape="slot"))],
        ),
    )
    brief = Brief(room=tall)
    yield (
        "overhead-in-inches",
        Shoot(brief=brief, units="imperial", design=_of("overhead_bounce", brief, width=1.0, length=1.0)),
    )
    brief = Brief(subject=thing(finish="wrapped", size=0.12), camera=near)
    yield "strings-in-film", Shoot(brief=brief, design=_of("light_tent", brief))
    brief = Brief(subject=thing(kind="ring", finish="mirror", size=0.03), camera=Camera(distance=0.5, rise=30.0))
    yield "tuning-fork-under-a-dome", Shoot(brief=brief, design=_of("tabletop_dome", brief))
    brief = Brief(subject=thing(finish="textured"), camera=near, lamp=LampSetting(id="bulb_15"))
    yield "booth-under-the-table", Shoot(brief=brief, design=_of("table_booth", brief))
    brief = Brief(subject=thing(kind="bottle", finish="translucent", size=0.2), camera=near)
    yield "jar-on-acrylic", Shoot(brief=brief, design=_of("acrylic_table", brief))
    brief = Brief(room=tall, lamp=LampSetting(id="flash_hotshoe", power=0.5), wanted=Wanted(solve_for="power"))
    yield "two-food-boxes", Shoot(brief=brief, design=_of("small_flash_softbox", brief, boxes=2))
    brief = Brief(room=tall, lamp=LampSetting(id="flash_studio", power=0.25), wanted=Wanted(solve_for="aperture"))
    yield (
        "studio-head-and-a-card",
        Shoot(
            brief=brief.model_copy(update={"pieces": [Board(name="white card", x=-0.8, y=-0.1, z=1.3)]}),
            design=_of("bounce_card", brief),
        ),
    )
    brief = Brief(lamp=LampSetting(id="chip_60_bare"), dark=Dark(ceiling=-4.0, left_wall=-3.0))
    yield "doors-and-a-dark-ceiling", Shoot(brief=brief, design=_of("foil_doors", brief))
    yield "spot-through-a-lens", Shoot(brief=brief, design=_of("focusing_spot", brief))
    brief = Brief(room=Room(outdoors=True), others=[OtherLight(name="sun", id="sun"), OtherLight(name="sky", id="sky")])
    yield (
        "outdoors-in-the-wind",
        Shoot(
            brief=brief,
            design=_of("diffusion_frame", brief, width=1.4, height=1.6, top_height=2.0),
            rig=Rigging(
                weather="outdoors",
                beaufort=5,
                ground="wet ground",
                wet=[WetPlace(x=1.0, y=0.0)],
                holds={"key/lamp": HoldChoice(ballast=20.0)},
            ),
        ),
    )
    brief = Brief(others=[OtherLight(name="north window", id="window", x=1.8, y=0.0, z=1.4, width=1.1, height=1.3)])
    yield "north-window-through-linen", Shoot(brief=brief, design=_of("window_sheet", brief))


def parts_for(name: str) -> tuple[str, ...]:
    """What is recorded of a shoot."""
    return ("figures", "ranking", "build", "rig", "next") if name in RANKED else ("figures", "build", "rig")


def facts_in(value: Any) -> Any:
    """A report without what is only read, numbers to nine digits."""
    if isinstance(value, dict):
        return {key: facts_in(inner) for key, inner in value.items() if key not in WORDS}
    if isinstance(value, list):
        return [facts_in(inner) for inner in value]
    return float(f"{value:.9g}") if isinstance(value, float) else value


def facts_of(name: str) -> Any:
    """The facts of a recorded shoot as they are found now."""
    return facts_in(json.loads(report_file(FOLDER / f"{name}.json", parts_for(name))))


def record() -> None:
    """Write files of shoots that are missing, and all facts."""
    for name, shoot in shoots():
        file = FOLDER / f"{name}.json"
        if not file.exists():
            file.write_bytes(write_project(shoot.model_copy(update={"title": name.replace("-", " ")})))
        facts = json.dumps(facts_of(name), indent=None, separators=(",", ":"), ensure_ascii=False)
        (FOLDER / f"{name}.facts.json").write_text(facts.replace("},{", "},\n{") + "\n", encoding="utf-8")
        print(name, flush=True)
