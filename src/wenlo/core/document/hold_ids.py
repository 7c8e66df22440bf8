"""Ids of what is held: whose it is, and what of it. The rig, its checks and its ticks refer to them."""

from typing import Annotated

from pydantic import StringConstraints

HoldId = Annotated[str, StringConstraints(pattern=r"^[a-z0-9][a-z0-9-]{0,39}/[a-z0-9-]{1,60}$")]
"""Whose it is, a stroke, and what of it."""

KEY = "key"
"""The key's modifier and its lamp."""


def lamp_id(owner: str, number: int = 0) -> str:
    """Id of the lamp of a light, or of one of several alike in its modifier, counted from 0.

    >>> lamp_id("key"), lamp_id("light-2", 1)
    ('key/lamp', 'light-2/lamp-2')
    """
    return f"{owner}/lamp" if number == 0 else f"{owner}/lamp-{number + 1}"
