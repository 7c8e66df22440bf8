"""Photographs as they are kept: decoded once, turned upright, made small to be shown and to be measured."""

import io
import warnings
from dataclasses import dataclass

from PIL import ExifTags, Image, UnidentifiedImageError

from wenlo.core.errors import UnsupportedFile
from wenlo.formats.position import without_position

LONGEST_SIDE = 1280
"""Of what is shown."""

WORKING_SIDE = 1600
"""Of what is measured: larger pictures are averaged down, since what is measured are areas, not pixels."""

MOST_PIXELS = 80_000_000
FORMATS = ("JPEG", "PNG", "WEBP", "TIFF")
UNREADABLE = (UnidentifiedImageError, OSError, ValueError, SyntaxError, EOFError, Image.DecompressionBombError)
UPRIGHT = {
    2: Image.Transpose.FLIP_LEFT_RIGHT,
    3: Image.Transpose.ROTATE_180,
    4: Image.Transpose.FLIP_TOP_BOTTOM,
    5: Image.Transpose.TRANSPOSE,
    6: Image.Transpose.ROTATE_270,
    7: Image.Transpose.TRANSVERSE,
    8: Image.Transpose.ROTATE_90,
}
"""How a picture is turned for each orientation that EXIF knows."""


@dataclass(frozen=True, kw_only=True)
class KeptPhotograph:
    """A photograph's file, a JPEG to be shown, a PNG to be measured that carries its exposure, and that: f-number,
    shutter [s], ISO.
    """

    content: bytes
    shown: bytes
    working: bytes
    exposure: tuple[float, float, float] | None


def keep_photograph(content: bytes, *, position: bool = False) -> KeptPhotograph:
    """Decode a photograph once and make of it what is kept.

    Parameters
    ----------
    content: the file.
    position: leave in it where it was taken.

    Raises
    ------
    UnsupportedFile
        When it is no picture that is read, is damaged, or has more than :data:`MOST_PIXELS`.
    """
    upright, told = decoded(content)
    working = io.BytesIO()
    upright.save(working, "PNG", compress_level=1, exif=told.tobytes())
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    shown = io.BytesIO()
    upright.save(shown, "JPEG", quality=84)
    return KeptPhotograph(
        content=content if position else without_position(content),
        shown=shown.getvalue(),
        working=working.getvalue(),
        exposure=exposure_of(told),
    )


def decoded(content: bytes) -> tuple[Image.Image, Image.Exif]:
    """A photograph upright, in RGB and of at most ``WORKING_SIDE``, and what its file tells of how it was exposed.

    Raises UnsupportedFile.
    """
    try:
        # Pillow warns of odd metadata and of sizes that are looked at here
        with warnings.catch_warnings(action="ignore"), Image.open(io.BytesIO(content), formats=FORMATS) as picture:
            if picture.width * picture.height > MOST_PIXELS:
                raise UnsupportedFile(
                    f"The picture has more than {MOST_PIXELS // 1_000_000} million pixels; send a smaller one."
                )
            told = _told(picture)
            # what is averaged must be straight: reduce to half as often as needed while still encoded, which costs less
            # than a hundredth of a stop, and spares the memory of all the rest
            scale = max(1.0, max(picture.size) / (2 * WORKING_SIDE))
            picture.draft("RGB", (int(picture.width / scale), int(picture.height / scale)))
            picture.load()
            # only now: Pillow turns a TIFF as it loads it
            turn = UPRIGHT.get(picture.getexif().get(ExifTags.Base.Orientation, 1))
            factor = max(picture.size) // (2 * WORKING_SIDE)
            whole = picture if picture.mode in ("RGB", "L") else picture.convert("RGB")
            small = whole.reduce(factor) if factor > 1 else whole
            straight = small if small.mode == "RGB" else small.convert("RGB")
            upright = straight.transpose(turn) if turn is not None else straight.copy()
    except UNREADABLE:
        raise UnsupportedFile("This is not a picture that Wenlo reads; send JPEG, PNG, WebP or TIFF.") from None
    upright.thumbnail((WORKING_SIDE, WORKING_SIDE), Image.Resampling.BOX)
    return upright, told


TOLD = (
    ExifTags.Base.FNumber,
    ExifTags.Base.ExposureTime,
    ExifTags.Base.ISOSpeedRatings,
    ExifTags.Base.ExposureMode,
    ExifTags.Base.ExposureProgram,
)


def _told(picture: Image.Image) -> Image.Exif:
    # of all that a camera notes, how it was exposed
    kept = Image.Exif()
    try:
        found = picture.getexif().get_ifd(ExifTags.IFD.Exif)
        kept.get_ifd(ExifTags.IFD.Exif).update({tag: found[tag] for tag in TOLD if tag in found})
        # what cannot be written again was nothing that could be read
        kept.tobytes()
    except (ValueError, TypeError, ZeroDivisionError, KeyError, OSError, OverflowError, AttributeError):
        return Image.Exif()
    return kept


def exposure_of(told: Image.Exif) -> tuple[float, float, float] | None:
    """F-number, shutter [s] and ISO, None where the file does not tell all of them."""
    exif = told.get_ifd(ExifTags.IFD.Exif)
    try:
        iso = exif.get(ExifTags.Base.ISOSpeedRatings)
        iso = (iso[0] if iso else None) if isinstance(iso, tuple) else iso
        aperture, shutter = exif.get(ExifTags.Base.FNumber), exif.get(ExifTags.Base.ExposureTime)
        if aperture is None or shutter is None or iso is None:
            return None
        found = (float(aperture), float(shutter), float(iso))
    except (ValueError, TypeError, ZeroDivisionError):
        return None
    return found if all(0.0 < x < 1e7 for x in found) else None


def camera_chose(told: Image.Exif) -> bool | None:
    """Whether the camera chose its exposure itself, None where the file does not say."""
    # ExposureMode: 0 auto, 1 manual, 2 auto bracket; ExposureProgram: 1 is manual
    exif = told.get_ifd(ExifTags.IFD.Exif)
    mode, program = exif.get(ExifTags.Base.ExposureMode), exif.get(ExifTags.Base.ExposureProgram)
    if isinstance(mode, int):
        return mode != 1
    return program != 1 if isinstance(program, int) and program > 0 else None
