"""A sheet on a frame that stands hold: of bars, or of a board with a window; tubes with rivets, cloths and a bag."""

from dataclasses import replace

from wenlo.core.brief.brief import Brief
from wenlo.core.catalog.own import sheet_material
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.fabrication.parts import Piece, Sketch
from wenlo.core.fabrication.tube_holes import rivet_holes
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.frame_cloths import FrameCloth, lay_spares
from wenlo.core.modifiers.framed import FrameWords, begin_of, on_a_frame
from wenlo.core.modifiers.of_bars import FRAMED, JOINERS, drying, how_made
from wenlo.core.modifiers.sheet_frame import SheetFrame, cloth_steps
from wenlo.core.modifiers.window_boards import cut_from_a_board
from wenlo.core.optics.shapes import Panel

SAYS = Phrases(
    "diffusion-frame",
    {"make-the-frame": FRAMED, "clamp-it-to-its-stands": {"top": "length"}, "put-it-in-a-bag": {"long": "length"}},
)


def lay_held(design: SheetFrame, brief: Brief, sheet: Panel) -> LaidParts:
    """A frame that stands hold, of bars or cut from a board, where the light has its sheet."""
    work = begin_of(design.bar, design, brief)
    stiff, on = sheet_material(design.sheet).form == "board", design.on
    if design.structure == "board":
        cut_from_a_board(work, sheet, design.sheet, design.board, design.border, id="frame", layers=design.layers)
    else:
        stiff = stiff and on is None
        layout, _, hung = on_a_frame(
            work,
            sheet,
            design.sheet if on is None else on.cover,
            FrameWords(uprights="side", rails="rail", height="height", width="width"),
            id="frame",
            margin=0.0 if stiff else ROUND_THE_BARS,
            note="onto the frame" if stiff else f"{ROUND_THE_BARS * 1000:.0f} mm on every edge to wrap round the bars",
            screwed=stiff,
            layers=design.layers if on is None else 1,
            both_sides=design.riveted,
        )
        if on is not None and on.floppy:
            flap = work.sheet(
                layout,
                "flap",
                on.cover,
                centre=(0.0, 0.0, -design.height),
                size=(design.width, design.height),
                margin=ROUND_THE_BARS / 2,
                note="flap of the floppy, to wrap round nothing: hemmed all round",
                lit="flap",
            )
            layout.hold("sewn", flap, (hung,))
        work.step(
            SAYS("make-the-frame", size=(design.width, design.height), **how_made(work)),
            minutes=35,
            wait=drying(work),
            uses=("side", "rail", *JOINERS),
            sketch=Sketch(width=design.width, height=design.height, sides="side", rails="rail"),
        )
        work.steps += [replace(step, uses=(*step.uses, "wrap round", *ON_IT)) for step in cloth_steps(design)]
        others = [FrameCloth(cover=design.sheet), *design.cloths]
        others.pop(design.worn)
        lay_spares(work, others, size=(design.width, design.height), margin=ROUND_THE_BARS)
        _rivets_and_bag(work, design)
    work.fit("spring_clamp", 4)
    work.step(
        SAYS("clamp-it-to-its-stands", top=design.top_height), minutes=10, does="set", uses=("spring_clamp",), hands=2
    )
    return work


def _rivets_and_bag(work: LaidParts, design: SheetFrame) -> None:
    fit = work.shop.spigots
    pieces = [p for p in work.assembly.bars if p.source == "cut"]
    lengths = [work.assembly.lengths[p.label] for p in pieces]
    if design.riveted and fit is not None:
        cut = [Piece(label=p.label, name=p.role, cut=n, reason="") for p, n in zip(pieces, lengths, strict=True)]
        holes = rivet_holes(cut, fit)
        work.holes += holes
        work.fit("rivet", 2 * sum(hole.count for hole in holes))
        work.steps[-1] = replace(work.steps[-1], uses=(*work.steps[-1].uses, "rivet"))
    if design.bag:
        work.fit("carry_bag", 1)
        work.step(
            SAYS("put-it-in-a-bag", long=max(lengths, default=0.0) + IN_THE_BAG),
            minutes=5,
            does="finish",
            uses=("carry_bag",),
        )


IN_THE_BAG = 0.1
"""A bag is so much longer than the longest tube. [m]"""

ROUND_THE_BARS = 0.07
"""Of cloth, on every edge. [m]"""

ON_IT = ("onto the frame", "lap_screw", "splint_screw", "washer")
"""What a board is held with."""
