"""Jobs to start from: whole shoots, each set up within its own wishes, as project files that anybody can read."""

import json
from dataclasses import dataclass
from functools import cache
from importlib.resources import files
from typing import Any

from wenlo.core.document.shoot import Shoot, answer_paths, read_shoot
from wenlo.core.errors import NotFound


@dataclass(frozen=True, kw_only=True)
class Start:
    """A job to start from: its id, its title, what it is in a sentence, and the shoot."""

    id: str
    title: str
    sentence: str
    shoot: Shoot


def _told(document: dict[str, Any]) -> set[str]:
    # dotted paths of what the file answers
    found: set[str] = set()

    def visit(value: Any, path: str) -> None:
        if isinstance(value, dict):
            for name, inner in value.items():
                visit(inner, f"{path}.{name}" if path else name)
        found.add(path)

    visit(document, "")
    return found


@cache
def starts() -> tuple[Start, ...]:
    """All jobs, in the order in which they are shown."""
    found = []
    for file in sorted(files(__package__).joinpath("start_files").iterdir(), key=lambda one: one.name):
        if not file.name.endswith(".json"):
            continue
        row = json.loads(file.read_text("utf-8"))
        shoot, told = read_shoot(row["document"]), _told(row["document"])
        brief = shoot.brief.model_copy(update={"assumed": [path for path in answer_paths() if path not in told]})
        found.append(
            Start(
                id=file.name.removesuffix(".json").partition("-")[2],
                title=shoot.title,
                sentence=row["sentence"],
                shoot=shoot.model_copy(update={"brief": brief}),
            )
        )
    return tuple(found)


def start_of(id: str) -> Shoot:
    """The shoot of a job.

    Raises
    ------
    NotFound
        When there is no such job.
    """
    found = next((start.shoot for start in starts() if start.id == id), None)
    if found is None:
        raise NotFound("There is no such job to start from; choose one of those on the first page.")
    return found
