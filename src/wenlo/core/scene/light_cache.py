"""Light that was solved already: power, gels, switches and the camera's setting need no new solution."""

import json

from wenlo.core.brief.brief import Brief
from wenlo.core.modifiers.kind import ModifierParameters

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
