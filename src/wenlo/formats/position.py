"""Where a photograph was taken, taken out of its file; the picture and the rest of what the camera noted stay as they
are.

EXIF is a TIFF block (JEITA CP-3451) inside of JPEG, PNG and WebP, and the file itself in TIFF: its GPS directory is
emptied in place.
XMP is text: what names a GPS property, a city or a place is blanked in place, too.
"""

import re
import struct
import zlib

GPS_POINTER, SUB_POINTERS = 0x8825, (0x8769, 0x014A)
SIZES = {1: 1, 2: 1, 3: 2, 4: 4, 5: 8, 6: 1, 7: 1, 8: 2, 9: 4, 10: 8, 11: 4, 12: 8, 13: 4}
MOST_DIRECTORIES = 64
TEXTS = (b"iTXt", b"tEXt", b"zTXt")
PNG_HEAD = b"\x89PNG\r\n\x1a\n"

NAMES = rb"\w+:(?:GPS\w*|City|State|Country\w*|Location\w*)"
XMP = (
    re.compile(rb"(?<=[\s<])" + NAMES + rb"\s*=\s*(?:\"[^\"]*\"|'[^']*')"),
    re.compile(rb"<(" + NAMES + rb")(?:\s[^>]*)?>.*?</\1>", re.DOTALL),
)


def without_position(content: bytes) -> bytes:
    """The same file, without where it was taken; a file of another form, or one that is damaged, as it is."""
    found = bytearray(content)
    try:
        if found[:2] == b"\xff\xd8":
            _jpeg(found)
        elif found[:8] == PNG_HEAD:
            _png(found)
        elif found[:4] == b"RIFF" and found[8:12] == b"WEBP":
            _webp(found)
        elif content[:4] in (b"II*\0", b"MM\0*"):
            _empty_gps(found, 0, len(found))
            _blank_text(found, 0, len(found))
    except (struct.error, IndexError):
        return bytes(found)
    return bytes(found)


def _jpeg(file: bytearray) -> None:
    at = 2
    while file[at] == 0xFF and file[at + 1] != 0xDA:
        (length,) = struct.unpack_from(">H", file, at + 2)
        start, end = at + 4, at + 2 + length
        if file[at + 1] == 0xE1 and file[start : start + 6] == b"Exif\0\0":
            _empty_gps(file, start + 6, end)
        elif file[at + 1] in (0xE1, 0xED):
            # XMP, and what newspapers note of a picture, which has no form in which a place could be told from the rest
            _blank_text(file, start, end)
            if file[at + 1] == 0xED:
                file[start:end] = bytes(end - start)
        at = end


def _png(file: bytearray) -> None:
    at = 8
    while at + 8 <= len(file):
        length, kind = struct.unpack_from(">I4s", file, at)
        start, end = at + 8, at + 8 + length
        if kind == b"eXIf":
            _empty_gps(file, start, end)
        elif kind in TEXTS and (b"GPS" in file[start:end] or b".xmp\0" in file[start : start + 80]):
            keyword = file[start:end].index(b"\0") + 1
            file[start + keyword : end] = bytes(length - keyword)
        if kind in (b"eXIf", *TEXTS):
            struct.pack_into(">I", file, end, zlib.crc32(file[at + 4 : end]))
        at = end + 4


def _webp(file: bytearray) -> None:
    at = 12
    while at + 8 <= len(file):
        kind, length = struct.unpack_from("<4sI", file, at)
        start, end = at + 8, at + 8 + length
        if kind == b"EXIF":
            head = 6 if file[start : start + 6] == b"Exif\0\0" else 0
            _empty_gps(file, start + head, end)
        elif kind == b"XMP ":
            _blank_text(file, start, end)
        at = end + length % 2


def _blank_text(file: bytearray, start: int, end: int) -> None:
    for pattern in XMP:
        for found in list(pattern.finditer(bytes(file[start:end]))):
            file[start + found.start() : start + found.end()] = b" " * (found.end() - found.start())


def _empty_gps(file: bytearray, start: int, end: int) -> None:
    # a walk over the directories of a TIFF block that begins at ``start``
    order = "<" if file[start : start + 2] == b"II" else ">"
    (first,) = struct.unpack_from(order + "I", file, start + 4)
    waiting, seen = [first], set[int]()
    while waiting and len(seen) < MOST_DIRECTORIES:
        directory = waiting.pop()
        if directory in seen or directory == 0 or start + directory + 2 > end:
            continue
        seen.add(directory)
        at = start + directory
        (count,) = struct.unpack_from(order + "H", file, at)
        for entry in range(at + 2, min(at + 2 + 12 * count, end - 11), 12):
            tag, _, _, value = struct.unpack_from(order + "HHII", file, entry)
            if tag == GPS_POINTER:
                _wipe(file, start, end, value, order)
            elif tag in SUB_POINTERS:
                waiting.append(value)
        after = at + 2 + 12 * count
        if after + 4 <= end:
            waiting.append(struct.unpack_from(order + "I", file, after)[0])


def _wipe(file: bytearray, start: int, end: int, directory: int, order: str) -> None:
    at = start + directory
    if at + 2 > end:
        return
    (count,) = struct.unpack_from(order + "H", file, at)
    for entry in range(at + 2, min(at + 2 + 12 * count, end - 11), 12):
        _, kind, many, value = struct.unpack_from(order + "HHII", file, entry)
        size = SIZES.get(kind, 1) * many
        if size > 4 and start + value + size <= end:
            file[start + value : start + value + size] = bytes(size)
        file[entry : entry + 12] = bytes(12)
    struct.pack_into(order + "H", file, at, 0)
