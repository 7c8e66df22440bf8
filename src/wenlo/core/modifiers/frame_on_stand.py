"""A sheet on a frame of pipe that a stand of wider pipe carries: posts with feet, braced at 45°, and posts to swap."""

from dataclasses import dataclass, replace

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import bar_of, sheet_material
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.assembly.layout import SPLICES, Layout, Reason
from wenlo.core.fabrication.assembly.methods.socket import stop_in, take_off
from wenlo.core.fabrication.assembly.shop import SocketFit
from wenlo.core.fabrication.assembly.space import Vec, X, Z
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Sketch
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.framed import begin_of
from wenlo.core.modifiers.of_bars import JOINERS, stands_out
from wenlo.core.modifiers.sheet_frame import SheetFrame, cloth_steps
from wenlo.core.optics.shapes import Panel
from wenlo.core.units.length import format_length

SAYS = Phrases(
    "pipe-stand",
    {
        "push-the-frame-together": {"size": "size", "inserted": "length"},
        "make-the-stand": {"apart": "length", "inserted": "length", "braced": "choice", "brace": "length"},
        "fill-the-feet": {"bags": "count"},
        "put-the-frame-on": {"top": "length"},
        "swap-the-posts": {"top": "length", "shorter": "choice", "by": "length"},
    },
)

POSTS_APART = 0.6
"""The posts stand so far apart, as a share of the frame's width."""

STUB = 0.05
"""Pipe between two fittings that are as near as can be. [m]"""

ROUND_THE_BARS = 0.07
"""Of cloth, on every edge. [m]"""

SAND = 1600.0
"""Dry sand as it is poured. [kg/m³] Source: [Geometry]."""

SIDES = (("left", -1.0), ("right", 1.0))


@dataclass(frozen=True, kw_only=True)
class StandShape:
    """Where the middles of a stand's pipes are: half of the distance of its posts, the depth at which they stand, the
    height of the feet's pipes, how far up and back a brace reaches, half of a foot, and the frame's lower and upper
    rail. [m]
    """

    x: float
    y: float
    floor: float
    brace: float
    foot: float
    low: float
    top: float


def stand_shape(design: SheetFrame) -> StandShape:
    """Where the pipes are, in front of which the sheet hangs. [m]"""
    half, wide = design.bar.width / 2, bar_of(design.stand_bar)
    return StandShape(
        x=POSTS_APART * design.width / 2,
        y=sheet_material(design.sheet).thickness * design.layers + half,
        floor=wide.width / 2 + stands_out(wide),
        brace=design.brace if design.braced else 0.0,
        foot=design.foot_length / 2,
        low=design.top_height - design.height + half,
        top=design.top_height - half,
    )


def lay_on_stand(design: SheetFrame, brief: Brief, sheet: Panel) -> LaidParts:
    """The frame with its sheet, and the stand under it.

    Raises
    ------
    Impossible
        When a brace does not end on its foot or under the frame; the message names the field.
    """
    work = begin_of(design.bar, design, brief)
    layout, s = work.layout("frame"), stand_shape(design)
    frame = _frame(work, layout, design, s)
    _stand(layout, design, s)
    fit = work.shop.sockets_for(bar_of(design.stand_bar))
    _in_reach(design, s, fit)
    if design.braced:
        _braces(layout, design, s, fit)
    _hang(work, layout, design, sheet, frame)
    low = min(-s.foot, s.y - design.bar.width / 2 - stands_out(design.bar))
    out = stands_out(design.bar)
    layout.finished = (
        (-design.width / 2 - out, s.y + low - (0.0 if low == -s.foot else s.y), 0.0),
        (design.width / 2 + out, s.y + s.foot, design.top_height + out),
    )
    _steps(work, design, s)
    return work


def _pipe(layout: Layout, design: SheetFrame, name: str, role: str, ends: tuple[Vec, Vec], why: Reason) -> str:
    # what is of the stand is of the wider pipe
    stand = role.startswith(STAND)
    bar = bar_of(design.stand_bar) if stand else layout.batten
    wide = X if abs(ends[1][0] - ends[0][0]) < 1e-9 else Z
    return layout.bar(name, role, *ends, wide, why, splice=SPLICES["pipe"], bar=bar)


STAND = ("post", "half of a foot", "foot", "brace", "stub")
"""How the roles of the stand's pipes begin."""


def _frame(work: LaidParts, layout: Layout, design: SheetFrame, s: StandShape) -> tuple[str, ...]:
    del work
    x, half = (design.width - design.bar.width) / 2, s.x
    between = "outside to outside, less one pipe and what the fittings at both ends take"
    width, height = Reason(text=between, blame="width"), Reason(text=between, blame="height")
    part = Reason(text="from post to post, less what the tees take", blame="width")
    end = Reason(text="from the corner to the post, less what elbow and tee take", blame="width")
    corners = {name: {z: (side * x, s.y, z) for z in (s.low, s.top)} for name, side in SIDES}
    posts = {name: (side * half, s.y, s.low) for name, side in SIDES}
    top = _pipe(layout, design, "top", "rail at the top", (corners["left"][s.top], corners["right"][s.top]), width)
    middle = _pipe(layout, design, "low middle", "rail between the posts", (posts["left"], posts["right"]), part)
    members = [top, middle]
    for name, side in SIDES:
        upright = _pipe(layout, design, name, "side", (corners[name][s.low], corners[name][s.top]), height)
        outer = (corners[name][s.low], posts[name]) if side < 0.0 else (posts[name], corners[name][s.low])
        low = _pipe(layout, design, f"low {name}", "rail beside a post", outer, end)
        layout.join("socket", (upright, top), corners[name][s.top])
        layout.join("socket", (upright, low), corners[name][s.low])
        members += [upright, low]
    return tuple(members)


def _stand(layout: Layout, design: SheetFrame, s: StandShape) -> None:
    over = Reason(text="from the frame's rail down to the brace, less what both tees take", blame="top_height")
    whole = Reason(text="from the frame's rail down to the foot, less what both tees take", blame="top_height")
    under = Reason(text="from the brace down to the foot, less what both tees take", blame="brace")
    foot = Reason(text="half of the foot less tee and end cap", blame="foot_length")
    for name, side in SIDES:
        x, high = side * s.x, s.floor + s.brace
        head, node, base = (x, s.y, s.low), (x, s.y, high), (x, s.y, s.floor)
        if design.braced:
            upper = _pipe(layout, design, f"post {name}", "post", (node, head), over)
            lower = _pipe(layout, design, f"post {name} low", "post under the brace", (base, node), under)
        else:
            upper = lower = _pipe(layout, design, f"post {name}", "post", (base, head), whole)
        front = (x, s.y - s.foot, s.floor)
        fore = _pipe(layout, design, f"foot {name} front", "half of a foot", (base, front), foot)
        layout.join("cap", (fore,), front)
        layout.join("socket", (f"{layout.id}/low {name}", f"{layout.id}/low middle", upper), head)
        if not design.braced:
            back = (x, s.y + s.foot, s.floor)
            rear = _pipe(layout, design, f"foot {name} back", "half of a foot", (base, back), foot)
            layout.join("cap", (rear,), back)
            layout.join("socket", (lower, fore, rear), base)


def brace_nodes(s: StandShape, fit: SocketFit) -> tuple[Vec, Vec, Vec, Vec]:
    """The middles of a brace's fittings from the post to the foot, seen from the post's foot: tee, elbow, elbow, tee;
    the short pipe between a tee and its elbow is as long as can be sawn. [m]

    Source: [Geometry].
    """
    short = stop_in(fit, take_off("pipe_tee", fit), fit) + STUB + stop_in(fit, take_off("pipe_elbow_45", fit), fit)
    up, back = s.floor + s.brace, s.y + s.brace
    return (0.0, s.y, up), (0.0, s.y + short, up), (0.0, back, s.floor + short), (0.0, back, s.floor)


def _braces(layout: Layout, design: SheetFrame, s: StandShape, fit: SocketFit) -> None:
    inner = Reason(text="from the post's tee to the brace's, less what both take", blame="brace")
    outer = Reason(text="from the brace's tee to the end of the foot, less tee and cap", blame="foot_length")
    slope = Reason(text="at 45° from elbow to elbow, less what both take", blame="brace")
    stub = Reason(text="as short as can be sawn, from a tee to its elbow", blame="brace")
    for name, side in SIDES:
        x = side * s.x
        tee, high, low, foot = ((x, y, z) for _, y, z in brace_nodes(s, fit))
        end: Vec = (x, s.y + s.foot, s.floor)
        base: Vec = (x, s.y, s.floor)
        near = _pipe(layout, design, f"foot {name} inner", "foot up to the brace", (base, foot), inner)
        far = _pipe(layout, design, f"foot {name} back", "foot behind the brace", (foot, end), outer)
        one = _pipe(layout, design, f"stub {name} high", "stub of a brace", (tee, high), stub)
        other = _pipe(layout, design, f"stub {name} low", "stub of a brace", (foot, low), stub)
        brace = _pipe(layout, design, f"brace {name}", "brace", (high, low), slope)
        post, under = f"{layout.id}/post {name}", f"{layout.id}/post {name} low"
        layout.join("socket", (post, under, one), tee)
        layout.join("socket", (one, brace), high)
        layout.join("socket", (brace, other), low)
        layout.join("socket", (near, far, other), foot)
        layout.join("socket", (under, f"{layout.id}/foot {name} front", near), base)
        layout.join("cap", (far,), end)


def _in_reach(design: SheetFrame, s: StandShape, fit: SocketFit) -> None:
    # what a brace needs beyond its ends: a tee and a pipe that can be sawn, with a cap on the foot
    if not design.braced:
        return
    tee = stop_in(fit, take_off("pipe_tee", fit), fit)
    cap = fit.cap_end + fit.left_open
    short = tee + STUB + stop_in(fit, take_off("pipe_elbow_45", fit), fit)
    least = 2 * tee + STUB if 2 * tee > short else short + tee + STUB
    most = min(s.foot - cap - STUB - tee, s.low - s.floor - 2 * tee - STUB)
    for wrong, words in (
        (s.brace > most, f"it has to end on the foot and under the frame: {format_length(max(most, 0.0))} is the most"),
        (s.brace < least, f"its fittings leave nothing to cut: {format_length(least)} is the least"),
    ):
        if wrong:
            text = f"A brace from {format_length(s.brace)} meets the foot as far behind the post; {words}."
            raise Impossible(text, fields=[FieldError(path="design.brace", message=text)])


def _hang(work: LaidParts, layout: Layout, design: SheetFrame, sheet: Panel, frame: tuple[str, ...]) -> None:
    # two layers are one length, folded over the top
    size, folded = (design.width, design.height), design.layers == 2
    row = sheet_material(design.sheet)
    one = "both layers, one length folded over the top rail; " if folded else ""
    cloth = work.sheet(
        layout,
        "sheet",
        design.sheet,
        centre=(0.0, 0.0, design.centre_height),
        across=X,
        upward=Z,
        size=size,
        cut=(design.width, 2 * design.height) if folded else None,
        margin=ROUND_THE_BARS,
        note=f"{one}{ROUND_THE_BARS * 1000:.0f} mm on every edge to wrap round the bars",
        lit=sheet.id,
    )
    label = work.cloth[-1].label
    around = 2 * (design.width + design.height)
    layout.hold("wrapped", cloth, frame, used={"hook_and_loop": around})
    for k in range(1, design.layers):
        further = work.sheet(
            layout,
            f"sheet layer {k + 1}",
            design.sheet,
            centre=(0.0, k * row.thickness, design.centre_height),
            across=X,
            upward=Z,
            size=size,
            margin=ROUND_THE_BARS,
            note=f"layer {k + 1}: {ROUND_THE_BARS * 1000:.0f} mm on every edge to wrap round the bars",
            role="sheet",
            of=label if folded else "",
        )
        layout.hold("sewn", further, (cloth,))


def sand_in(design: SheetFrame) -> float:
    """What the pipes of both feet hold. [kg]"""
    wide = bar_of(design.stand_bar)
    inner = wide.width - 2 * (wide.wall or 0.0)
    return SAND * 3.14159 / 4 * inner**2 * 2 * design.foot_length


def _steps(work: LaidParts, design: SheetFrame, s: StandShape) -> None:
    frame, stand = work.shop.sockets_for(design.bar), work.shop.sockets_for(bar_of(design.stand_bar))
    work.step(
        SAYS("push-the-frame-together", size=(design.width, design.height), inserted=frame.inserted),
        minutes=15,
        does="dry",
        uses=("side", "rail", "pipe_elbow", "pipe_bushing"),
        sketch=Sketch(width=design.width, height=design.height, sides="side", rails="rail at the top"),
    )
    work.step(
        SAYS(
            "make-the-stand",
            apart=2 * s.x,
            inserted=stand.inserted,
            braced="yes" if design.braced else "no",
            brace=s.brace,
        ),
        minutes=20 + (15 if design.braced else 0),
        does="dry",
        uses=(*STAND, *JOINERS, "pipe_cap", "pipe_elbow_45"),
    )
    if design.sand_in_feet:
        bags = max(round(sand_in(design) + 0.499), 1)
        work.fit("dry_sand", bags)
        work.step(SAYS("fill-the-feet", bags=bags), minutes=10, does="finish", uses=("dry_sand",))
    work.steps += [replace(step, uses=(*step.uses, "wrap round")) for step in cloth_steps(design)]
    work.fit("ballast_bag", 2)
    work.step(
        SAYS("put-the-frame-on", top=design.top_height),
        minutes=8,
        does="hang",
        uses=("ballast_bag", "pipe_tee"),
        hands=2 if design.width > ALONE else 1,
    )
    if design.other_top:
        by = design.other_top - design.top_height
        post = next(blank for blank in work.layouts[0].blanks if blank.role == "post")
        length = work.assembly.lengths[work.assembly.by_id[post.id].label] if post.id in work.assembly.by_id else None
        _swapped(work, design, length, by)


ALONE = 1.5
"""A frame that is wider takes two to lift. [m]"""


def _swapped(work: LaidParts, design: SheetFrame, length: float | None, by: float) -> None:
    if length is None or length + by < STUB:
        least = design.top_height - ((length or 0.0) - STUB)
        text = (
            f"Its posts would be too short to be cut; {format_length(least)} is the least."
            if length is not None
            else "Its posts come in parts: choose a longer length to carry before others are cut to swap with them."
        )
        raise Impossible(text, fields=[FieldError(path="design.other_top", message=text)])
    work.spare(
        f"post for {format_length(design.other_top)}",
        length + by,
        count=2,
        reason="as the post that it is swapped with, and as much longer or shorter as the frame then stands",
        bar=bar_of(design.stand_bar),
    )
    work.step(
        SAYS("swap-the-posts", top=design.other_top, shorter="yes" if by < 0.0 else "no", by=abs(by)),
        minutes=5,
        does="finish",
        uses=("post for",),
    )
