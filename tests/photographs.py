"""Made-up photographs for tests."""

import io

import numpy as np
from PIL import Image

from wenlo.core.photometry.tone import encoded


def photographed(light, *, noise=0.0, form="PNG", quality=92, turn=0, seed=1, exif=None):
    """Linear light, shape (H, W) or (H, W, 3), as a file of a camera that follows sRGB."""
    random = np.random.default_rng(seed)
    rgb = light if light.ndim == 3 else np.repeat(light[:, :, None], 3, axis=2)
    noisy = np.clip(rgb + random.normal(0.0, noise, rgb.shape) * np.sqrt(np.maximum(rgb, 0.01)), 0.0, 1.0)
    image = Image.fromarray(np.round(encoded(noisy) * 255).astype(np.uint8))
    data = Image.Exif()
    if turn:
        image = image.rotate(turn, expand=True)
        data[0x0112] = {90: 6, 180: 3, 270: 8}[turn]
    if exif is not None:
        data.get_ifd(0x8769).update(exif)
    out = io.BytesIO()
    image.save(out, form, quality=quality, exif=data)
    return out.getvalue()


def picture(stops=1.0, bright=0.5):
    """A JPEG whose right half is so many stops darker than its left half."""
    light = np.full((200, 300), bright)
    light[:, 150:] *= 2.0**-stops
    out = io.BytesIO()
    Image.fromarray(np.round(encoded(np.repeat(light[:, :, None], 3, axis=2)) * 255).astype(np.uint8)).save(
        out, "JPEG", quality=95
    )
    return out.getvalue()
