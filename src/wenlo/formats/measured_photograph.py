"""Photographs to measure: JPEG, PNG, TIFF, WebP read with Pillow, upright, with their exposure from EXIF; hostile files
refused.
"""

import io
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import ExifTags, Image

from wenlo.formats.photograph import camera_chose, decoded, exposure_of

JPEG_QUALITY = 92

Array = NDArray[np.float64]


@dataclass(frozen=True, kw_only=True, eq=False)
class Photograph:
    """Encoded values from 0 to 1, shape (H, W, 3), f-number, shutter [s] and ISO, None where the file does not tell all
    of them, and whether the camera chose its exposure itself, None where the file does not say.
    """

    encoded: Array
    exposure: tuple[float, float, float] | None
    chose: bool | None = None


def read_photograph(content: bytes) -> Photograph:
    """A photograph to measure.

    Raises
    ------
    UnsupportedFile
        When it is no picture that is read, is damaged, or has too many pixels.
    """
    upright, told = decoded(content)
    encoded = np.asarray(upright, dtype=np.float64) / 255.0
    return Photograph(encoded=encoded, exposure=exposure_of(told), chose=camera_chose(told))


def write_frame(encoded: Array, *, aperture: float, shutter: float, iso: float, chose: bool = False) -> bytes:
    """A frame as JPEG, with how it was taken in its EXIF.

    Parameters
    ----------
    encoded: values from 0 to 1, shape (H, W, 3).
    aperture, shutter, iso: f-number, shutter time [s], ISO.
    chose: whether the camera chose the exposure itself.
    """
    told = Image.Exif()
    exif = told.get_ifd(ExifTags.IFD.Exif)
    exif[ExifTags.Base.FNumber] = aperture
    exif[ExifTags.Base.ExposureTime] = shutter
    exif[ExifTags.Base.ISOSpeedRatings] = round(iso)
    exif[ExifTags.Base.ExposureMode] = 0 if chose else 1
    out = io.BytesIO()
    picture = Image.fromarray((np.clip(encoded, 0.0, 1.0) * 255.0 + 0.5).astype(np.uint8))
    picture.save(out, format="JPEG", quality=JPEG_QUALITY, subsampling=0, exif=told)
    return out.getvalue()
