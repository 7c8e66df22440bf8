"""Hostile pictures are refused without harm."""

import io
import struct
import zlib

import numpy as np
import pytest
from PIL import Image

from wenlo.core.errors import UnsupportedFile
from wenlo.formats.measured_photograph import LONGEST_SIDE, read_photograph


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
    [b"", b"not a picture", GOOD[: len(GOOD) // 2], b"GIF89a" + b"\0" * 100, b"%PDF-1.7", b"II*\0" + b"\xff" * 60, declared(60_000, 60_000), declared(10_000, 10_000)],
    ids=["empty", "words", "truncated", "gif", "pdf", "broken tiff", "bomb", "100 MP"],
)  # fmt: skip
def test_hostile_files_are_refused(content):
    with pytest.raises(UnsupportedFile):
        read_photograph(content)


def test_large_pictures_are_averaged_down_and_odd_modes_read():
    wide = Image.fromarray(np.full((1000, 4000), 128, dtype=np.uint8))
    found = read_photograph(saved(wide, "PNG"))
    assert found.encoded.shape == (LONGEST_SIDE // 4, LONGEST_SIDE, 3)
    assert found.encoded.mean() == pytest.approx(128 / 255)
    for mode in ("1", "P", "RGBA", "L"):
        assert read_photograph(saved(Image.new(mode, (30, 20)), "PNG")).encoded.shape == (20, 30, 3)
