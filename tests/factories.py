"""Shoots for tests, from the made-up workshop of a violin maker."""

import time
from typing import Any

from wenlo.core.document.shoot import Shoot, read_shoot, write_shoot
from wenlo.core.inventory.starter import starter


def shoot_document(**changes: Any) -> dict[str, Any]:
    """The default shoot as JSON values, with dotted paths changed (``__`` for the dot)."""
    document = write_shoot(Shoot(title="The maker at the bench"))
    for path, value in changes.items():
        *steps, last = path.split("__")
        at = document
        for step in steps:
            at = at[step]
        at[last] = value
    return document


def make_shoot(**changes: Any) -> Shoot:
    """The default shoot with dotted paths changed."""
    return read_shoot(shoot_document(**changes))


def shelf_row(category: str, key: str, count: float = 1.0, number: int = 1, **values: Any) -> dict[str, Any]:
    """A generic thing on somebody's Shelf, as a worker is told of it."""
    item = starter()[category, key]
    return {
        "id": f"{number:036x}".replace("x", "0"),
        "version": 1,
        "category": category,
        "name": item.name,
        "count": count,
        "measured": False,
        "starter": key,
        "values": {**item.values.model_dump(mode="json"), **values},
    }


def finished(client: Any, asked: Any) -> dict[str, Any]:
    """Long work that was asked for over HTTP, when it has ended."""
    assert asked.status_code == 202, asked.text
    end = time.monotonic() + 60
    while time.monotonic() < end:
        run = client.get(f"/api/runs/{asked.json()['id']}").json()
        if run["state"] in ("done", "failed", "stopped"):
            return dict(run)
        time.sleep(0.05)
    raise AssertionError(f"not finished: {run}")
