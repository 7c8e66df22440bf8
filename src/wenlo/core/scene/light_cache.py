"""Light that was solved already: power, gels, switches and the camera's setting need no new solution."""

import json
from collections import OrderedDict
from collections.abc import Callable
from typing import Any, Generic, TypeVar

from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import ModifierParameters

T = TypeVar("T")

WEIGHED = {"power": True, "gel": True, "on": True}


def light_key(brief: Brief, design: ModifierParameters) -> str:
    """Everything that the light of a set depends on, as text; what only weighs it is left out."""
    return json.dumps(
        [
            brief.model_dump(
                mode="json",
                include={
                    "subject",
                    "backdrop",
                    "room",
                    "camera",
                    "lamp",
                    "others",
                    "pieces",
                    "day",
                    "receptor",
                    "wanted",
                },
                exclude={
                    "camera": {"sensor", "focal_length", "aperture", "shutter", "iso", "white_balance"},
                    "wanted": {name for name in type(brief.wanted).model_fields if name != "occluder_distance"},
                    "lamp": WEIGHED,
                    "others": {"__all__": {**WEIGHED, "name": True, "locked": True, "seen": True}},
                    "pieces": {"__all__": {"name": True, "locked": True}},
                },
            ),
            design.model_dump(mode="json"),
            {k: shaped.model_dump(mode="json") for k, shaped in brief.shaped.items()},
        ]
    )


class LruCache(Generic[T]):
    """The last few results by what they depend on."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._rows: OrderedDict[Any, T] = OrderedDict()

    def get(self, key: Any, make: Callable[[], tuple[T, bool]], *, anew: bool = False) -> T:
        """The result of that key, made if need be or ``anew``; ``make`` also says whether it is whole and worth
        keeping.
        """
        if key in self._rows and not anew:
            self._rows.move_to_end(key)
            return self._rows[key]
        made, whole = make()
        if whole:
            self._rows[key] = made
            if len(self._rows) > self._most:
                self._rows.popitem(last=False)
        return made
