"""Linear pictures as OpenEXR: one part, scan lines, half floats, not compressed (openexr.com, file layout 2.0)."""

import struct

import numpy as np
from numpy.typing import NDArray

MAGIC, VERSION = 20000630, 2
HALF = 1
MOST = 65504.0


def _attribute(name: str, kind: str, value: bytes) -> bytes:
    return name.encode() + b"\0" + kind.encode() + b"\0" + struct.pack("<i", len(value)) + value


def write_exr(pixels: NDArray[np.float64]) -> bytes:
    """An OpenEXR file of linear BT.709 pixels, shape (H, W, 3), rows from the top.

    Raises
    ------
    ValueError
        If the pixels have another shape.
    """
    if pixels.ndim != 3 or pixels.shape[2] != 3:
        raise ValueError("pixels must have the shape (height, width, 3)")
    height, width, _ = pixels.shape
    channels = b"".join(name + b"\0" + struct.pack("<iBxxxii", HALF, 0, 1, 1) for name in (b"B", b"G", b"R")) + b"\0"
    window = struct.pack("<iiii", 0, 0, width - 1, height - 1)
    header = struct.pack("<ii", MAGIC, VERSION) + b"".join(
        (
            _attribute("channels", "chlist", channels),
            _attribute("compression", "compression", b"\0"),
            _attribute("dataWindow", "box2i", window),
            _attribute("displayWindow", "box2i", window),
            _attribute("lineOrder", "lineOrder", b"\0"),
            _attribute("pixelAspectRatio", "float", struct.pack("<f", 1.0)),
            _attribute("screenWindowCenter", "v2f", struct.pack("<ff", 0.0, 0.0)),
            _attribute("screenWindowWidth", "float", struct.pack("<f", 1.0)),
            b"\0",
        )
    )
    halves = np.clip(pixels, 0.0, MOST).astype("<f2")
    line = 8 + 6 * width
    first = len(header) + 8 * height
    offsets = struct.pack(f"<{height}Q", *(first + row * line for row in range(height)))
    lines = b"".join(
        struct.pack("<ii", row, 6 * width) + np.ascontiguousarray(halves[row, :, ::-1].T).tobytes()
        for row in range(height)
    )
    return header + offsets + lines
