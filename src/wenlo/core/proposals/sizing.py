"""Proposals for the sheet itself: shadow edge, evenness, spill and loss, each with its reason in words."""

from collections.abc import Iterator

from wenlo.core.analysis.gauges import EDGE_BAND
from wenlo.core.catalog.own import sheet_material
from wenlo.core.catalog.typical import sheet_materials
from wenlo.core.photometry.stops import format_stops, stops_between
from wenlo.core.proposals.proposal_context import Case, Proposal, changes_of, down, largest_scale, scaled, up
from wenlo.core.proposals.search import first_that_meets
from wenlo.core.scene import scene_builder


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
    title = "Smallest frame for this shadow edge at this distance"
    if scale is None:
        best = case.light(**scaled(case, most))
        return Proposal(
            id="smallest_frame",
            title=title,
            changes=(),
            reason=(
                f"No frame under this ceiling reaches {case.length(target)}: even"
                f" {case.length(frame.width.get(d) * most)} × {case.length(frame.height.get(d) * most)} gives"
                f" {case.length(best.shadow_edge)}, because the lamp lights only its middle. Move the lamp back from"
                " the sheet or bring the sheet nearer."
            ),
        )
    values = scaled(case, scale)
    light = case.light(**values)
    return Proposal(
        id="smallest_frame",
        title=title,
        changes=changes_of(values),
        reason=(
            f"{case.length(values[frame.width.id])} × {case.length(values[frame.height.id])} at"
            f" {case.length(frame.distance.get(d))} gives {case.length(light.shadow_edge)} (wanted"
            f" {case.length(target)}): with the lamp {case.length(frame.lamp.get(d))} behind it the sheet works like a"
            f" strip {case.length(light.across.edge_equivalent)} wide. {light.missed * 100:.0f} % of the light"
            " misses it."
        ),
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
    beyond = (
        "" if scene_builder.fits_in_room(case.brief, moved) else " It does not fit this room at the present key angle."
    )
    return Proposal(
        id="frame_and_lamp",
        title="Smallest frame with the lamp moved back in proportion",
        changes=changes_of(values),
        reason=(
            f"{case.length(values[frame.width.id])} × {case.length(values[frame.height.id])} with the lamp"
            f" {case.length(values[frame.lamp.id])} behind it gives {case.length(light.shadow_edge)}; the sheet stays"
            f" as evenly lit, and {light.missed * 100:.0f} % of the light misses it.{beyond}"
        ),
    )


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
    title = "Farthest distance for this frame"
    if far is None:
        return Proposal(
            id="farthest_distance",
            title=title,
            changes=(),
            reason=(
                f"Even {case.length(low)} from the face this frame does not reach {case.length(target)}: the lit part"
                " of the sheet is too small. Move the lamp back from the sheet."
            ),
        )
    value = round(max(down(far), low), 4)
    light = case.light_at(frame.distance, value)
    change = "farther away" if value > frame.distance.get(d) else "nearer"
    lost = stops_between(case.light().key, light.key)
    cost = f"costs {format_stops(lost)}" if lost > 0 else f"gains {format_stops(-lost)}"
    return Proposal(
        id="farthest_distance",
        title=title,
        changes=changes_of({frame.distance.id: value}),
        reason=(
            f"At {case.length(value)} ({case.length(abs(value - frame.distance.get(d)))} {change}) the shadow edge is "
            f"{case.length(light.shadow_edge)} and no farther will do; it {cost} of light at the face."
        ),
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
                title="Move the lamp back",
                changes=changes_of({frame.lamp.id: value}),
                reason=(
                    f"{case.length(value)} behind the sheet the lamp fills more of it: the shadow edge grows to "
                    f"{case.length(light.shadow_edge)}; {light.missed * 100:.0f} % of the light then misses the sheet."
                ),
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
    title = "How far back the lamp must stand to stay within this evenness"
    if back is None:
        return Proposal(
            id="lamp_for_evenness",
            title=title,
            changes=(),
            reason=(
                f"No distance up to {case.length(high)} is even enough: this sheet sends most of the light straight on."
                f" Choose a denser sheet, add a layer, or allow more than {format_stops(limit)}."
            ),
        )
    value = round(up(back), 4)
    light = case.light_at(frame.lamp, value)
    lost = stops_between(case.light().key, light.key)
    where = "back" if value > frame.lamp.get(d) else "forward"
    cost = f"costs {format_stops(lost)}" if lost > 0 else f"gains {format_stops(-lost)}"
    room_note = ""
    moved = frame.lamp.put(d, value)
    if not scene_builder.fits_in_room(case.brief, moved):
        room_note = " That is beyond the wall of this room: turn the key angle or use a wider lamp."
    return Proposal(
        id="lamp_for_evenness",
        title=title,
        changes=changes_of({frame.lamp.id: value}),
        reason=(
            f"{case.length(value)} ({case.length(abs(value - frame.lamp.get(d)))} {where}): the glow falls"
            f" {format_stops(light.sheet.centre_to_edge)} to the edge. It {cost} at the face, and"
            f" {light.missed * 100:.0f} % of the light misses the sheet.{room_note}"
        ),
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
            title="Add a layer",
            changes=changes_of({frame.layers.id: more}),
            reason=(
                f"{more} layers fall {format_stops(light.sheet.centre_to_edge)} to the edge "
                f"({'enough' if light.sheet.centre_to_edge <= limit else 'not enough alone'}) and the loss becomes "
                f"{format_stops(light.loss)}."
            ),
        )


def for_spill(case: Case) -> Iterator[Proposal]:
    """Proposals for spill."""
    frame, limit = case.standing, case.brief.wanted.spill
    low, high = frame.lamp.low, frame.lamp.high
    near = first_that_meets(
        lambda x: case.light_at(frame.lamp, x).missed <= limit, start=high, end=low, tolerance=0.004, samples=40
    )
    title = "Farthest the lamp may stand behind the sheet"
    if near is None:
        yield Proposal(
            id="lamp_for_spill",
            title=title,
            changes=(),
            reason=(
                "This lamp shines past the sheet from any distance: it needs a dish, doors, or cloth round the sides."
            ),
        )
    else:
        value = round(max(down(near), low), 4)
        light = case.light_at(frame.lamp, value)
        yield Proposal(
            id="lamp_for_spill",
            title=title,
            changes=changes_of({frame.lamp.id: value}),
            reason=(
                f"{case.length(value)} behind the sheet {light.missed * 100:.0f} % misses it; the glow then falls"
                f" {format_stops(light.sheet.centre_to_edge)} to the edge and the shadow edge is"
                f" {case.length(light.shadow_edge)}."
            ),
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
                title="Larger frame with the lamp where it is",
                changes=changes_of(values),
                reason=(
                    f"{case.length(values[frame.width.id])} × {case.length(values[frame.height.id])} catches all but "
                    f"{case.light(**values).missed * 100:.0f} % of the light."
                ),
            )


def for_loss(case: Case) -> Iterator[Proposal]:
    """Proposals for loss."""
    frame, d, limit = case.standing, case.design, case.brief.wanted.loss
    present = case.light()
    if frame.layers.get(d) > 1:
        light = case.light_at(frame.layers, frame.layers.get(d) - 1)
        yield Proposal(
            id="fewer_layers",
            title="One layer fewer",
            changes=changes_of({frame.layers.id: frame.layers.get(d) - 1}),
            reason=(
                f"The loss falls to {format_stops(light.loss)}; the shadow edge becomes"
                f" {case.length(light.shadow_edge)}."
            ),
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
                title=f"Softest sheet within {format_stops(limit)}: {sheet.name}",
                changes=changes_of({frame.material.id: sheet.id}),
                reason=(
                    f"It loses {format_stops(light.loss)} and gives a shadow edge of {case.length(light.shadow_edge)}."
                ),
            )
    elif not frame.layers.get(d) > 1:
        yield Proposal(
            id="loss_fine",
            title="Within the band",
            changes=(),
            reason=f"{format_stops(present.loss)} is lost of the {format_stops(limit)} allowed; nothing has to change.",
        )
