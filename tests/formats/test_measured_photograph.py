"""Hostile pictures are refused without harm."""

import io
import resource
import struct
import zlib

import numpy as np
import pytest
from PIL import Image

from wenlo.core.errors import UnsupportedFile
from wenlo.formats.measured_photograph import read_photograph, write_frame
from wenlo.formats.photograph import WORKING_SIDE, keep_photograph


def saved(image, form):
    out = io.BytesIO()
    image.save(out, form)
    return out.getvalue()


def declared(width, height):
    """A PNG that only says that it is large."""
    head = struct.pack(">IIBBBBB", width, height, 8, 2, 0, 0, 0)
    chunk = lambda name, data: struct.pack(">I", len(data)) + name + data + struct.pack(">I", zlib.crc32(name + data))  # noqa: E731
    return (
        b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", zlib.compress(b"\0" * 1000)) + chunk(b"IEND", b"")
    )


GOOD = saved(Image.fromarray(np.zeros((40, 60, 3), dtype=np.uint8)), "PNG")


@pytest.mark.parametrize(
    "content",
    [
        b"",
        b"not a picture",
        GOOD[: len(GOOD) // 2],
        b"GIF89a" + b"\0" * 100,
        b"%PDF-1.7",
        b"II*\0" + b"\xff" * 60,
        declared(60_000, 60_000),
        declared(10_000, 10_000),
    ],
    ids=["empty", "words", "truncated", "gif", "pdf", "broken tiff", "bomb", "100 MP"],
)
def test_hostile_files_are_refused(content):
    with pytest.raises(UnsupportedFile):
        read_photograph(content)


def test_large_pictures_are_averaged_down_and_odd_modes_read():
    wide = Image.fromarray(np.full((1000, 4000), 128, dtype=np.uint8))
    found = read_photograph(saved(wide, "PNG"))
    assert found.encoded.shape == (WORKING_SIDE // 4, WORKING_SIDE, 3)
    assert found.encoded.mean() == pytest.approx(128 / 255)
    for mode in ("1", "P", "RGBA", "L"):
        assert read_photograph(saved(Image.new(mode, (30, 20)), "PNG")).encoded.shape == (20, 30, 3)


def test_what_is_kept_to_be_measured_measures_as_the_file_does():
    content = some_jpeg(3000, 2000)
    kept = keep_photograph(content)
    first, again = read_photograph(content), read_photograph(kept.working)
    assert np.array_equal(first.encoded, again.encoded)
    assert (first.exposure, first.chose) == (again.exposure, again.chose)
    assert kept.exposure == first.exposure


def test_a_large_picture_that_cannot_be_read_smaller_takes_no_more_memory_than_itself():
    out = io.BytesIO()
    Image.new("RGB", (9504, 6336), (90, 120, 60)).save(out, "PNG", compress_level=1)
    before = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss
    kept = keep_photograph(out.getvalue())
    # 180 MB of pixels are there once
    assert resource.getrusage(resource.RUSAGE_SELF).ru_maxrss - before < 300_000
    with Image.open(io.BytesIO(kept.working)) as picture:
        assert max(picture.size) == WORKING_SIDE
        assert picture.getpixel((5, 5)) == (90, 120, 60)


def some_jpeg(width, height):
    rows, columns = np.mgrid[0:height, 0:width]
    pixels = np.stack([(rows // 7 + columns // 5) % 256, rows % 256, columns % 256], axis=2).astype(np.uint8)
    return write_frame(pixels / 255.0, aperture=5.6, shutter=0.01, iso=200)
