"""Photographs that people put beside their things: read with Pillow, turned upright, made small, without their metadata."""

import io

from PIL import Image, ImageOps, UnidentifiedImageError

from wenlo.core.errors import UnsupportedFile

LONGEST_SIDE = 1280
MOST_PIXELS = 80_000_000
FORMATS = ("JPEG", "PNG", "WEBP", "TIFF")


def small_photograph(content: bytes) -> bytes:
    """A JPEG of at most ``LONGEST_SIDE`` pixels; where and by what it was taken is left out.

    Raises
    ------
    UnsupportedFile
        When it is no picture, or far too large.
    """
    try:
        with Image.open(io.BytesIO(content), formats=FORMATS) as picture:
            if picture.width * picture.height > MOST_PIXELS:
                raise UnsupportedFile(
                    f"The picture has more than {MOST_PIXELS // 1_000_000} million pixels; send a smaller one."
                )
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        raise UnsupportedFile("This is not a picture that Wenlo reads; send JPEG, PNG, WebP or TIFF.") from None
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    out = io.BytesIO()
    upright.save(out, "JPEG", quality=84)
    return out.getvalue()
