"""Proposals for the sheet itself: shadow edge, evenness, spill and loss, each with its reason."""

from collections.abc import Iterator

from wenlo.core.analysis.gauges import EDGE_BAND
from wenlo.core.catalog.own import sheet_material
from wenlo.core.catalog.typical import sheet_materials
from wenlo.core.facts import Fact, Phrases, told_stops, yes
from wenlo.core.modifiers.kind import ModifierParameters
from wenlo.core.photometry.stops import stops_between
from wenlo.core.proposals.proposal_context import Case, Proposal, changes_of, down, largest_scale, scaled, up
from wenlo.core.proposals.search import first_that_meets
from wenlo.core.scene import scene_builder

SAYS = Phrases(
    "offer",
    {
        "smallest": {
            "size": "size",
            "distance": "length",
            "edge": "length",
            "wanted": "length",
            "lamp": "length",
            "strip": "length",
            "missed": "share",
        },
        "smallest-none": {"wanted": "length", "size": "size", "edge": "length"},
        "frame-and-lamp": {"size": "size", "lamp": "length", "edge": "length", "missed": "share"},
        "farthest": {
            "distance": "length",
            "off": "length",
            "way": "choice",
            "edge": "length",
            "costs": "choice",
            "light": "in_stops",
        },
        "farthest-none": {"distance": "length", "wanted": "length"},
        "lamp-back": {"distance": "length", "edge": "length", "missed": "share"},
        "even": {
            "distance": "length",
            "off": "length",
            "way": "choice",
            "falls": "in_stops",
            "costs": "choice",
            "light": "in_stops",
            "missed": "share",
        },
        "even-none": {"most": "length", "limit": "in_stops"},
        "more-layers": {"layers": "count", "falls": "in_stops", "enough": "choice", "loss": "in_stops"},
        "spill": {"distance": "length", "missed": "share", "falls": "in_stops", "edge": "length"},
        "spill-none": {},
        "larger-for-spill": {"size": "size", "missed": "share"},
        "fewer-layers": {"loss": "in_stops", "edge": "length"},
        "softest": {"limit": "in_stops", "sheet": "label", "loss": "in_stops", "edge": "length"},
        "loss-within": {"loss": "in_stops", "limit": "in_stops"},
        "out-of-room": {"beyond": "choice"},
    },
    room="proposals",
)


def smallest_frame(case: Case) -> Proposal:
    """The smallest frame of the present shape whose shadow edge is the wanted one, at this distance."""
    frame, d, target = case.standing, case.design, case.brief.wanted.shadow_edge
    width, height = frame.width.get(d), frame.height.get(d)
    least = max(frame.width.low / width, frame.height.low / height)
    most = largest_scale(case)
    scale = first_that_meets(
        lambda s: case.light(**scaled(case, s)).shadow_edge >= target,
        start=least,
        end=max(most, least),
        tolerance=0.002,
    )
    if scale is None:
        best = case.light(**scaled(case, most))
        return Proposal(
            id="smallest_frame",
            says=SAYS(
                "smallest-none",
                wanted=target,
                size=(frame.width.get(d) * most, frame.height.get(d) * most),
                edge=best.shadow_edge,
            ),
            changes=(),
        )
    values = scaled(case, scale)
    light = case.light(**values)
    return Proposal(
        id="smallest_frame",
        says=SAYS(
            "smallest",
            size=(values[frame.width.id], values[frame.height.id]),
            distance=frame.distance.get(d),
            edge=light.shadow_edge,
            wanted=target,
            lamp=frame.lamp.get(d),
            strip=light.across.edge_equivalent,
            missed=light.missed,
        ),
        changes=changes_of(values),
    )


def frame_and_lamp(case: Case) -> Proposal | None:
    """The smallest frame with the lamp moved back in proportion, so that the sheet stays as evenly lit; None if none
    fits.
    """
    frame, d, target = case.standing, case.design, case.brief.wanted.shadow_edge

    def grown(scale: float) -> dict[str, float]:
        return {**scaled(case, scale), frame.lamp.id: round(up(frame.lamp.get(d) * scale), 4)}

    width, height = frame.width.get(d), frame.height.get(d)
    least = max(frame.width.low / width, frame.height.low / height)
    most = max(least, min(largest_scale(case), frame.lamp.high / frame.lamp.get(d)))
    scale = first_that_meets(
        lambda s: case.light(**grown(s)).shadow_edge >= target, start=least, end=most, tolerance=0.002
    )
    if scale is None:
        return None
    values = grown(scale)
    light = case.light(**values)
    moved = d.model_copy(update=values)
    return Proposal(
        id="frame_and_lamp",
        says=SAYS(
            "frame-and-lamp",
            size=(values[frame.width.id], values[frame.height.id]),
            lamp=values[frame.lamp.id],
            edge=light.shadow_edge,
            missed=light.missed,
        ),
        changes=changes_of(values),
        further=out_of_room(case, moved),
    )


def out_of_room(case: Case, design: ModifierParameters, *, beyond: str = "room") -> tuple[Fact, ...]:
    """What to say of a changed design that leaves the room: that it does, or that its lamp is ``beyond`` the wall."""
    return () if scene_builder.fits_in_room(case.brief, design) else (SAYS("out-of-room", beyond=beyond),)


def farthest_distance(case: Case) -> Proposal:
    """The farthest this frame can stand and still give the wanted shadow edge."""
    frame, d, target = case.standing, case.design, case.brief.wanted.shadow_edge
    low, high = frame.distance.low, frame.distance.high
    far = first_that_meets(
        lambda x: case.light_at(frame.distance, x).shadow_edge >= target,
        start=high,
        end=low,
        tolerance=0.002,
        samples=40,
    )
    if far is None:
        return Proposal(id="farthest_distance", says=SAYS("farthest-none", distance=low, wanted=target), changes=())
    value = round(max(down(far), low), 4)
    light = case.light_at(frame.distance, value)
    lost = stops_between(case.light().key, light.key)
    return Proposal(
        id="farthest_distance",
        says=SAYS(
            "farthest",
            distance=value,
            off=abs(value - frame.distance.get(d)),
            way="farther" if value > frame.distance.get(d) else "nearer",
            edge=light.shadow_edge,
            costs=yes(lost > 0),
            light=told_stops(abs(lost)),
        ),
        changes=changes_of({frame.distance.id: value}),
    )


def for_shadow_edge(case: Case) -> Iterator[Proposal]:
    """Proposals for the shadow edge."""
    yield smallest_frame(case)
    joint = frame_and_lamp(case)
    if joint is not None:
        yield joint
    yield farthest_distance(case)
    frame, d, target = case.standing, case.design, case.brief.wanted.shadow_edge
    edge = case.light().shadow_edge
    if edge < target * EDGE_BAND[0]:
        back = first_that_meets(
            lambda x: case.light_at(frame.lamp, x).shadow_edge >= target,
            start=frame.lamp.get(d),
            end=min(4.0, frame.lamp.get(d) + 3.0),
            tolerance=0.004,
        )
        if back is not None:
            value = round(up(back), 4)
            light = case.light_at(frame.lamp, value)
            yield Proposal(
                id="lamp_back",
                says=SAYS("lamp-back", distance=value, edge=light.shadow_edge, missed=light.missed),
                changes=changes_of({frame.lamp.id: value}),
            )


def lamp_back_for_evenness(case: Case) -> Proposal:
    """How far back the lamp must stand for the sheet to stay within the allowed unevenness."""
    frame, d, limit = case.standing, case.design, case.brief.wanted.evenness
    low, high = frame.lamp.low, frame.lamp.high
    # start nearest, so that the answer is the least distance that is even enough
    back = first_that_meets(
        lambda x: case.light_at(frame.lamp, x).sheet.centre_to_edge <= limit,
        start=low,
        end=high,
        tolerance=0.004,
        samples=40,
    )
    if back is None:
        return Proposal(id="lamp_for_evenness", says=SAYS("even-none", most=high, limit=limit), changes=())
    value = round(up(back), 4)
    light = case.light_at(frame.lamp, value)
    lost = stops_between(case.light().key, light.key)
    return Proposal(
        id="lamp_for_evenness",
        says=SAYS(
            "even",
            distance=value,
            off=abs(value - frame.lamp.get(d)),
            way="back" if value > frame.lamp.get(d) else "forward",
            falls=told_stops(light.sheet.centre_to_edge),
            costs=yes(lost > 0),
            light=told_stops(abs(lost)),
            missed=light.missed,
        ),
        changes=changes_of({frame.lamp.id: value}),
        further=out_of_room(case, frame.lamp.put(d, value), beyond="wall"),
    )


def for_evenness(case: Case) -> Iterator[Proposal]:
    """Proposals for evenness."""
    yield lamp_back_for_evenness(case)
    frame, d, limit = case.standing, case.design, case.brief.wanted.evenness
    if case.light().sheet.centre_to_edge > limit and frame.layers.get(d) < 3:
        more = frame.layers.get(d) + 1
        light = case.light_at(frame.layers, more)
        yield Proposal(
            id="add_layer",
            says=SAYS(
                "more-layers",
                layers=more,
                falls=told_stops(light.sheet.centre_to_edge),
                enough=yes(light.sheet.centre_to_edge <= limit),
                loss=told_stops(light.loss),
            ),
            changes=changes_of({frame.layers.id: more}),
        )


def for_spill(case: Case) -> Iterator[Proposal]:
    """Proposals for spill."""
    frame, limit = case.standing, case.brief.wanted.spill
    low, high = frame.lamp.low, frame.lamp.high
    near = first_that_meets(
        lambda x: case.light_at(frame.lamp, x).missed <= limit, start=high, end=low, tolerance=0.004, samples=40
    )
    if near is None:
        yield Proposal(id="lamp_for_spill", says=SAYS("spill-none"), changes=())
    else:
        value = round(max(down(near), low), 4)
        light = case.light_at(frame.lamp, value)
        yield Proposal(
            id="lamp_for_spill",
            says=SAYS(
                "spill",
                distance=value,
                missed=light.missed,
                falls=told_stops(light.sheet.centre_to_edge),
                edge=light.shadow_edge,
            ),
            changes=changes_of({frame.lamp.id: value}),
        )
    most = largest_scale(case)
    if case.light().missed > limit and most > 1.0:
        scale = first_that_meets(
            lambda s: case.light(**scaled(case, s)).missed <= limit, start=1.0, end=most, tolerance=0.004
        )
        if scale is not None:
            values = scaled(case, scale)
            yield Proposal(
                id="frame_for_spill",
                says=SAYS(
                    "larger-for-spill",
                    size=(values[frame.width.id], values[frame.height.id]),
                    missed=case.light(**values).missed,
                ),
                changes=changes_of(values),
            )


def for_loss(case: Case) -> Iterator[Proposal]:
    """Proposals for loss."""
    frame, d, limit = case.standing, case.design, case.brief.wanted.loss
    present = case.light()
    if frame.layers.get(d) > 1:
        light = case.light_at(frame.layers, frame.layers.get(d) - 1)
        yield Proposal(
            id="fewer_layers",
            says=SAYS("fewer-layers", loss=told_stops(light.loss), edge=light.shadow_edge),
            changes=changes_of({frame.layers.id: frame.layers.get(d) - 1}),
        )
    if present.loss > limit:
        options = []
        for sheet in sheet_materials().values():
            if sheet.form == "board" and sheet_material(frame.material.get(d)).form == "cloth":
                continue
            light = case.light_at(frame.material, sheet.id)
            if light.loss <= limit:
                options.append((light.shadow_edge, sheet, light))
        if options:
            _, sheet, light = max(options, key=lambda o: o[0])
            yield Proposal(
                id="lighter_sheet",
                says=SAYS(
                    "softest", limit=limit, sheet=sheet.name, loss=told_stops(light.loss), edge=light.shadow_edge
                ),
                changes=changes_of({frame.material.id: sheet.id}),
            )
    elif not frame.layers.get(d) > 1:
        yield Proposal(id="loss_fine", says=SAYS("loss-within", loss=told_stops(present.loss), limit=limit), changes=())
