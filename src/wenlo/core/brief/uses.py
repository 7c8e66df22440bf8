"""What a picture is for, and the wishes that follow from it where nobody has answered them."""

from collections.abc import Mapping
from typing import Any, Literal

from wenlo.core.brief.brief import Backdrop, Brief, Wanted

Use = Literal["listing", "cut_out", "mood", "film"]

USES: Mapping[Use, Mapping[str, float | str]] = {
    # a listing is even, on a light ground, and hides nothing
    "listing": {
        "wanted.contrast": 1.0,
        "wanted.background": 0.0,
        "wanted.evenness": 1.0,
        "wanted.shadow_edge": 0.03,
        "backdrop.finish": "poster_white",
    },
    # what is cut out stands on a ground that is brighter than itself
    "cut_out": {
        "wanted.contrast": 1.0,
        "wanted.background": 1.0,
        "wanted.evenness": 1.0,
        "wanted.shadow_edge": 0.02,
        "backdrop.finish": "poster_white",
    },
    "mood": {},
    # faces move and cuts must match: less contrast, a background that stays readable
    "film": {"wanted.contrast": 2.0, "wanted.background": -1.5},
}
"""Wishes of each use by their path in the Brief; the others stay as they are by default."""

DEFAULTS: Mapping[str, Any] = {
    **{f"wanted.{name}": info.default for name, info in Wanted.model_fields.items()},
    **{f"backdrop.{name}": info.default for name, info in Backdrop.model_fields.items()},
}


def with_wishes(brief: Brief) -> Brief:
    """The brief with the wishes of its use in the place of those that nobody has answered; an answer always stays.

    >>> with_wishes(Brief(picture_for="listing", assumed=["brief.wanted.contrast"])).wanted.contrast
    1.0
    >>> with_wishes(Brief(picture_for="listing")).wanted.contrast
    2.5
    """
    changed: dict[str, dict[str, Any]] = {}
    for path, value in USES[brief.picture_for].items():
        group, name = path.split(".")
        answered = f"brief.{path}" not in brief.assumed or getattr(getattr(brief, group), name) != DEFAULTS[path]
        if not answered:
            changed.setdefault(group, {})[name] = value
    if not changed:
        return brief
    return brief.model_copy(
        update={group: getattr(brief, group).model_copy(update=values) for group, values in changed.items()}
    )
