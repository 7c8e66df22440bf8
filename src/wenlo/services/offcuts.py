"""What becomes of the Shelf once a build is cut."""

from wenlo.services.build_models import BuildResult, CutResult
from wenlo.services.ports import User
from wenlo.services.shelf import Shelf


def kept_offcuts(shelf: Shelf, user: User, build: BuildResult) -> CutResult:
    """Bars and boards of one's own that were used leave the Shelf, offcuts worth keeping come to it.

    Parameters
    ----------
    shelf: the use cases of the Shelf.
    user: whose.
    build: what was cut, worked out with the Shelf as it was.
    """
    used = [bar.stock for bar in build.bars if bar.own]
    kept = shelf.cut_up(user, build.bar, used=used, left=[bar.offcut for bar in build.bars]) if build.bars else 0
    gone = len(used)
    for cover in build.covers:
        if cover.form != "board":
            continue
        mine = [(sheet.width, sheet.length) for sheet in cover.sheets if sheet.own]
        left = [(free.width, free.height) for sheet in cover.sheets for free in sheet.offcuts]
        kept += shelf.boards_cut_up(user, cover.id, used=mine, left=left)
        gone += len(mine)
    return CutResult(used=gone, kept=kept)
