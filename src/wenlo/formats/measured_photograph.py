"""Photographs to measure: JPEG, PNG, TIFF, WebP read with Pillow, upright, with their exposure from EXIF; hostile files refused."""

import io
import warnings
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray
from PIL import ExifTags, Image, ImageOps, UnidentifiedImageError

from wenlo.core.errors import UnsupportedFile

LONGEST_SIDE = 1600
"""Larger pictures are averaged down: what is measured are areas, not pixels."""

MOST_PIXELS = 60_000_000
JPEG_QUALITY = 92
FORMATS = ("JPEG", "PNG", "WEBP", "TIFF")

Array = NDArray[np.float64]


@dataclass(frozen=True, kw_only=True, eq=False)
class Photograph:
    """Encoded values from 0 to 1, shape (H, W, 3), f-number, shutter [s] and ISO, None where the file does not tell all of them, and
    whether the camera chose its exposure itself, None where the file does not say.
    """

    encoded: Array
    exposure: tuple[float, float, float] | None
    chose: bool | None = None


def read_photograph(content: bytes) -> Photograph:
    """A photograph to measure.

    Raises
    ------
    UnsupportedFile
        When it is no picture that is read, is damaged, or has more than :data:`MOST_PIXELS`.
    """
    try:
        # Pillow warns of odd metadata and of sizes that are looked at here
        with warnings.catch_warnings(action="ignore"), Image.open(io.BytesIO(content), formats=FORMATS) as picture:
            if picture.width * picture.height > MOST_PIXELS:
                raise UnsupportedFile(
                    f"The picture has more than {MOST_PIXELS // 1_000_000} million pixels; send a smaller one."
                )
            exposure, chose = _exposure(picture), _chose(picture)
            # what is averaged must be straight: reduce to half as often as needed while still encoded, which costs less than a hundredth of a stop
            picture.draft("RGB", (2 * LONGEST_SIDE, 2 * LONGEST_SIDE))
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, EOFError, Image.DecompressionBombError):
        raise UnsupportedFile("This is not a picture that Wenlo reads; send JPEG, PNG, WebP or TIFF.") from None
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE), Image.Resampling.BOX)
    return Photograph(encoded=np.asarray(upright, dtype=np.float64) / 255.0, exposure=exposure, chose=chose)


def _exposure(picture: Image.Image) -> tuple[float, float, float] | None:
    try:
        told = picture.getexif().get_ifd(ExifTags.IFD.Exif)
        aperture, shutter, iso = (
            told.get(ExifTags.Base.FNumber),
            told.get(ExifTags.Base.ExposureTime),
            told.get(ExifTags.Base.ISOSpeedRatings),
        )
        if isinstance(iso, tuple):
            iso = iso[0] if iso else None
        if aperture is None or shutter is None or iso is None:
            return None
        found = (float(aperture), float(shutter), float(iso))
    except (ValueError, TypeError, ZeroDivisionError, KeyError, OSError):
        return None
    return found if all(0.0 < x < 1e7 for x in found) else None


def _chose(picture: Image.Image) -> bool | None:
    # ExposureMode: 0 auto, 1 manual, 2 auto bracket; ExposureProgram: 1 is manual
    try:
        told = picture.getexif().get_ifd(ExifTags.IFD.Exif)
        mode, program = told.get(ExifTags.Base.ExposureMode), told.get(ExifTags.Base.ExposureProgram)
    except (ValueError, TypeError, KeyError, OSError):
        return None
    if isinstance(mode, int):
        return mode != 1
    return program != 1 if isinstance(program, int) and program > 0 else None


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
