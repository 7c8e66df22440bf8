"""The pictures of the jobs to start from, as the page ships them: ``python -m benchmarks.start_pictures``."""

from pathlib import Path

import numpy as np
from numpy.typing import NDArray
from PIL import Image

from wenlo.core.analysis.figures import evaluate
from wenlo.core.analysis.preview import Taking, exposure_factor, preview
from wenlo.core.document.shoot import Shoot
from wenlo.core.photometry.tone import encoded, shoulder
from wenlo.core.scene import scene_builder
from wenlo.services.starts import starts

FOLDER = Path(__file__).parents[1] / "frontend" / "src" / "features" / "shoots" / "starts"

SIZE = Taking(width=360, height=240, samples=12)
"""Of what is shipped; noise would cost more than detail."""

QUALITY = 82


def start_picture(shoot: Shoot, taking: Taking = SIZE) -> NDArray[np.uint8]:
    """What a shoot would look like rightly exposed, in bytes, shape (rows, columns, 3)."""
    brief = scene_builder.with_daylight(shoot.brief, shoot.design)
    over = evaluate(brief, shoot.design, spread=False).setting.off_by
    taken = preview(brief, shoot.design, taking).picture
    powers = [brief.lamp.power, *(light.power if light.on else 0.0 for light in brief.others)]
    weights = np.array([p * np.asarray(c) for p, c in zip(powers, scene_builder.full_colours(brief), strict=True)])
    linear = taken.developed(weights[: len(taken.lamps)]) * exposure_factor(brief) * 2.0**-over
    return np.asarray(encoded(shoulder(linear)) * 255.0 + 0.5, dtype=np.uint8)


def main() -> None:
    """Take them all anew."""
    FOLDER.mkdir(exist_ok=True)
    for start in starts():
        Image.fromarray(start_picture(start.shoot)).save(FOLDER / f"{start.id}.jpg", quality=QUALITY)
        print(start.id, flush=True)


if __name__ == "__main__":
    main()
