"""The sheet: cut size with wrap and hem, strips and seams from a roll, or a stiff board."""

import math

from wenlo.core.catalog.materials import Covering, SheetMaterial
from wenlo.core.errors import FieldError, Impossible
from wenlo.core.fabrication.parts import ClothPiece
from wenlo.core.units.length import format_length

HEM = 0.020
"""Turned in once at every edge. [m]"""
OVERLAP = 0.040
"""Cloth lying on itself behind the member, where tape or ties hold it. [m]"""
SEAM = 0.015
"""Taken by a seam from each of the two strips; taped ones overlap by twice that. [m]"""
NARROW = 0.05
"""A taped seam takes no more than so much of a narrow roll's width from each strip. [-]"""
SELL_STEP = 0.10
"""Cloth is sold by this length. [m]"""


def sheet_pieces(
    material: SheetMaterial, *, width: float, height: float, girth: float, layers: int, apart: bool
) -> tuple[ClothPiece, ...]:
    """One piece a layer.

    Cloth goes half round the member on each edge, lies ``OVERLAP`` on itself and is hemmed; layers in
    contact are cut alike and share one hem. Paper, film and foil are taped where cloth is sewn.

    Source: [Geometry].

    Parameters
    ----------
    material: the sheet.
    width, height: outer size of the frame. [m]
    girth: way round the member. [m]
    layers: how many, 1 to 3.
    apart: layers on frames of their own.

    Raises
    ------
    Impossible
        When a stiff board is smaller than the frame.
    """
    pieces = []
    for index in range(layers):
        label = f"S{index + 1}"
        if material.form == "board":
            pieces.append(_board(material, label=label, width=width, height=height))
            continue
        allowance = girth / 2 + OVERLAP + HEM
        cut = (width + 2 * allowance, height + 2 * allowance)
        strips, strip_width, length = from_roll(cut, material)
        taped = material.joined == "taped"
        note = (
            f"{allowance * 1000:.0f} mm more on every edge: {girth * 500:.0f} mm round the member, "
            f"{OVERLAP * 1000:.0f} mm overlap, {HEM * 1000:.0f} mm {'folded in under tape' if taped else 'hem'}"
        )
        if strips > 1:
            note += f"; {of_strips(strips, material)} (it shows as a faint line)"
        if layers > 1 and not apart:
            note += f"; layers {material.joined} into one edge"
        pieces.append(
            ClothPiece(
                label=label,
                material=material.name,
                finished=(width, height),
                cut=cut,
                strips=strips,
                strip_width=strip_width,
                buy_length=length,
                form="cloth",
                note=note,
                price=length * material.price,
                mass=cut[0] * cut[1] * material.mass_per_area,
                covering=material,
            )
        )
    return tuple(pieces)


def seam_of(covering: Covering) -> float:
    """What joining takes of each of two strips. [m]"""
    return SEAM if covering.joined == "sewn" else min(SEAM, NARROW * covering.width)


def of_strips(strips: int, covering: Covering) -> str:
    """How strips are put together, in words.

    Source: [Geometry].
    """
    if covering.joined == "taped":
        return f"{strips} strips, taped where they overlap by {2 * seam_of(covering) * 1000:.0f} mm"
    return f"sewn from {strips} strips, {seam_of(covering) * 1000:.0f} mm seam on each"


def from_roll(cut: tuple[float, float], covering: Covering) -> tuple[int, float, float]:
    """Strips, their width with seams [m] and the length to buy [m] for a piece of this cut size [m] off a roll.

    Either side may lie across the roll; the fewest strips win, then the least length. What has a grain keeps its height
    along the roll.

    Source: [Geometry].
    """
    roll, seam = covering.width, seam_of(covering)
    options = []
    for across, along in (cut,) if covering.grain else (cut, cut[::-1]):
        strips = max(1, math.ceil((across - 2 * seam - 1e-9) / (roll - 2 * seam))) if across > roll + 1e-9 else 1
        strip_width = (across + 2 * seam * (strips - 1)) / strips
        options.append((strips, math.ceil(strips * along / SELL_STEP - 1e-9) * SELL_STEP, strip_width))
    strips, length, strip_width = min(options)
    return strips, strip_width, length


def orient_on_board(cut: tuple[float, float], covering: Covering) -> tuple[float, float]:
    """How a piece lies on a board: side across its width and side along its length, the longer one along unless it has
    a grain. [m]
    """
    return cut if covering.grain else (min(cut), max(cut))


def boards_for(cut: tuple[float, float], covering: Covering) -> tuple[int, int]:
    """Into how many pieces a face of this size [m] is divided, across and along a board, so that each comes
    out of one.
    """
    wide, tall = orient_on_board(cut, covering)
    length = covering.board_length or math.inf
    return max(1, math.ceil(wide / covering.width - 1e-9)), max(1, math.ceil(tall / length - 1e-9))


def _board(material: SheetMaterial, *, label: str, width: float, height: float) -> ClothPiece:
    long_side, short_side = max(width, height), min(width, height)
    board = (material.board_length or 0.0, material.width)
    if long_side > max(board) + 1e-9 or short_side > min(board) + 1e-9:
        limit = f"{format_length(max(board))} × {format_length(min(board))}"
        message = f"{material.name} comes in boards of {limit}; make the frame no larger or choose a cloth."
        raise Impossible(message, fields=[FieldError(path="design.sheet", message=message)])
    return ClothPiece(
        label=label,
        material=material.name,
        finished=(width, height),
        cut=(width, height),
        strips=1,
        strip_width=short_side,
        buy_length=1.0,
        form="board",
        price=material.price,
        mass=width * height * material.mass_per_area,
        covering=material,
        note="cut to the outside of the frame, edges eased, held with clamps and soft pads",
    )
