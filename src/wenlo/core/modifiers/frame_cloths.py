"""Further cloths for one frame: white, muslin, black, or a floppy twice as high; one of them is on."""

from collections.abc import Sequence

from wenlo.core.catalog.own import CoveringRef, CoverRef, OwnBlack, OwnFace, OwnSheet, covering_of
from wenlo.core.catalog.typical import black_materials, sheet_materials
from wenlo.core.fabrication.laid_parts import LaidParts
from wenlo.core.facts import Phrases
from wenlo.core.modifiers.placing import black, bounce, layers_of
from wenlo.core.optics.sheet import Sheet
from wenlo.core.units.fields import DocumentPart

SAYS = Phrases("frame-cloths", {"make-the-cloths": {"count": "count", "size": "size"}})

MOST_CLOTHS = 4


class FrameCloth(DocumentPart):
    """A further cloth for a frame; a ``floppy`` has a flap as high as the frame that hangs from its lower edge."""

    cover: CoveringRef = "black_cotton"
    floppy: bool = False


def surface_of(cover: CoverRef, transmittance: float | None = None) -> Sheet:
    """What light does at a cloth, be it a sheet, a bounce face or a black.

    Parameters
    ----------
    cover: the cloth.
    transmittance: T of a sheet instead of its typical value. [-]
    """
    if isinstance(cover, OwnSheet):
        return layers_of(cover, 1, transmittance)
    if isinstance(cover, OwnFace):
        return bounce(cover)
    if isinstance(cover, OwnBlack):
        return black(cover)
    if cover in sheet_materials():
        return layers_of(cover, 1, transmittance)
    return black(cover) if cover in black_materials() else bounce(cover)


def lay_spares(work: LaidParts, cloths: Sequence[FrameCloth], *, size: tuple[float, float], margin: float) -> None:
    """The cloths that are not on: cut and hemmed like the one that is, each with its hook-and-loop. [m]"""
    if not cloths:
        return
    for cloth in cloths:
        row = covering_of(cloth.cover)
        work.cover(
            cloth.cover, *size, margin=margin, note=f"spare cloth, {margin * 1000:.0f} mm on every edge", spare=True
        )
        if cloth.floppy:
            work.cover(
                cloth.cover, *size, margin=margin / 2, note=f"spare cloth, flap of the {row.name} floppy", spare=True
            )
    work.fit("hook_and_loop", 2 * (size[0] + size[1]) * len(cloths))
    work.step(
        SAYS("make-the-cloths", count=len(cloths), size=size),
        minutes=25.0 * len(cloths),
        does="cover",
        uses=("spare cloth", "hook_and_loop"),
    )
