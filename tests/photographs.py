"""Made-up photographs for tests."""

import io

import numpy as np
from PIL import Image

from wenlo.core.quantities.tone import encoded


def picture(stops=1.0, bright=0.5):
    """A JPEG whose right half is so many stops darker than its left half."""
    light = np.full((200, 300), bright)
    light[:, 150:] *= 2.0**-stops
    out = io.BytesIO()
    Image.fromarray(np.round(encoded(np.repeat(light[:, :, None], 3, axis=2)) * 255).astype(np.uint8)).save(
        out, "JPEG", quality=95
    )
    return out.getvalue()
