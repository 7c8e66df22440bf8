"""Shoots for tests, from the made-up workshop of a violin maker."""

from typing import Any

from wenlo.core.shoot.document import Shoot, read_shoot, write_shoot


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
