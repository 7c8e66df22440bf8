"""The figures beside the gauges: of the light itself, and of what the exposure costs the picture."""

import math
from collections.abc import Iterator

from wenlo.core.analysis.costs import Costs, costs_of, light_at_face
from wenlo.core.analysis.figures import DARKEST_SHOWN, Evaluated
from wenlo.core.analysis.gauges import shutter_text
from wenlo.core.analysis.how_sure import HowSure, together
from wenlo.core.brief.brief import Brief
from wenlo.core.facts import Fact, Phrases, told_stops, yes
from wenlo.core.modifiers.kind import KindFigure, ModifierParameters
from wenlo.core.photometry.colour import seen_white
from wenlo.core.scene import scene_builder

OUTLINED = 0.05
"""A lamp that outshines the sheet beside it by less is not made out. [-]"""

FLICKERS = 0.05
"""Less is not worth a word. [stop]"""

SAYS = Phrases(
    "figure",
    {
        "effective": {"across": "length", "upright": "length", "size": "size"},
        "apparent": {"angle": "hundredth", "share": "share"},
        "edge-upright": {"edge": "length"},
        "edge-upright-none": {},
        "corner": {"stops": "deep_stops"},
        "hot-spot": {"peak": "tenth"},
        "dark-sheet": {},
        "outline": {"seen": "choice", "times": "tenth", "through": "share"},
        "head": {"stops": "in_stops", "depth": "length"},
        "key": {"reading": "reading", "flash": "choice"},
        "room": {"share": "share"},
        "room-unknown": {},
        "loss-at-sheet": {"stops": "in_stops"},
        "sharp": {"near": "length", "far": "length", "horizon": "choice", "focus": "length"},
        "movement": {"state": "choice", "times": "tenth", "speed": "speed", "time": "label"},
        "noise": {"grain": "choice", "ratio": "count"},
        "veil": {"seen": "choice", "stops": "deep_stops"},
        "glare": {"glare": "luminance", "looks": "choice"},
        "glare-flash": {},
        "flicker": {"stops": "in_stops", "hertz": "count", "lamp": "label"},
        "flicker-none": {"hertz": "count"},
        "white": {"kelvin": "kelvin", "off": "label", "balance": "kelvin"},
    },
    room="light",
)


def _figure(key: str, says: Fact) -> KindFigure:
    return KindFigure(key=key, says=says)


def light_figures(brief: Brief, design: ModifierParameters, result: Evaluated) -> Iterator[KindFigure]:
    """What the light is like.

    Parameters
    ----------
    brief, design: the shoot's brief and the modifier's parameters.
    result: what was evaluated.
    """
    light, sheet = result.light, result.light.sheet
    yield _figure(
        "effective",
        SAYS(
            "effective",
            across=light.across.edge_equivalent,
            upright=light.upright.edge_equivalent,
            size=(float(design.source_size[0]), float(design.source_size[1])),
        ),
    )
    yield _figure("solid_angle", SAYS("apparent", angle=sheet.solid_angle, share=sheet.solid_angle / (2.0 * math.pi)))
    upright = light.shadow_edge_upright
    yield _figure(
        "edge_upright", SAYS("edge-upright", edge=upright) if math.isfinite(upright) else SAYS("edge-upright-none")
    )
    if math.isfinite(sheet.peak_to_mean) and not math.isnan(sheet.worst_corner):
        yield _figure("corner", SAYS("corner", stops=told_stops(sheet.worst_corner)))
        yield _figure("hot_spot", SAYS("hot-spot", peak=sheet.peak_to_mean))
    else:
        yield _figure("hot_spot", SAYS("dark-sheet"))
    outline = sheet.outline_contrast
    bare = math.isinf(outline)
    yield _figure(
        "outline",
        SAYS(
            "outline",
            seen="bare" if bare else "no" if outline <= OUTLINED else "yes",
            times=0.0 if bare else outline,
            through=light.unscattered / max(light.key, 1e-30),
        ),
    )
    if not math.isnan(result.fall_off_head):
        yield _figure("head", SAYS("head", stops=told_stops(result.fall_off_head), depth=brief.subject.head_depth))
    reading = result.levels.key * brief.lamp.power
    # a reading by a real lamp through a real sheet, not by the computation alone
    off = max(together(HowSure(brief, design, result).ratio("key")))
    yield _figure(
        "key", SAYS("key", reading=(reading, reading * (2.0**off - 1.0)), flash=yes(brief.lamp.type.kind == "flash"))
    )
    yield _figure("room", SAYS("room", share=result.levels.room_share) if result.with_room else SAYS("room-unknown"))
    if not math.isnan(light.loss_at_sheet):
        yield _figure("loss_at_sheet", SAYS("loss-at-sheet", stops=told_stops(light.loss_at_sheet)))


def picture_figures(brief: Brief, result: Evaluated) -> Iterator[KindFigure]:
    """What the setting that exposes right costs the picture.

    Parameters
    ----------
    brief: of the shoot.
    result: what was evaluated.
    """
    cost = costs_of(brief, result)
    horizon = not math.isfinite(cost.sharp.far)
    yield _figure(
        "sharp",
        SAYS(
            "sharp",
            near=cost.sharp.near,
            far=0.0 if horizon else cost.sharp.far,
            horizon=yes(horizon),
            focus=brief.camera.distance,
        ),
    )
    moves = brief.subject.movement
    yield _figure(
        "blur",
        SAYS(
            "movement",
            state="still" if moves == 0.0 else "seen" if cost.blur >= 1.0 else "hidden",
            times=cost.blur,
            speed=moves,
            time=shutter_text(cost.time),
        ),
    )
    yield _figure("noise", SAYS("noise", grain=cost.noise_class, ratio=cost.noise))
    yield _figure("veil", SAYS("veil", seen=yes(cost.veil <= DARKEST_SHOWN), stops=told_stops(cost.veil)))
    yield _figure(
        "glare",
        SAYS("glare-flash")
        if brief.lamp.type.kind == "flash"
        else SAYS("glare", glare=cost.glare, looks=cost.glare_class),
    )
    yield _figure("flicker", _flicker(brief, cost))
    white = seen_white(light_at_face(brief, result), scene_builder.balance_of(brief))
    yield _figure(
        "white", SAYS("white", kelvin=white.kelvin, off=f"{white.duv:+.3f}", balance=scene_builder.balance_of(brief))
    )


def _flicker(brief: Brief, cost: Costs) -> Fact:
    if cost.flicker < FLICKERS:
        return SAYS("flicker-none", hertz=brief.room.hertz)
    return SAYS("flicker", stops=cost.flicker, hertz=brief.room.hertz, lamp=cost.flickering)
