"""Where a photograph was taken is gone from every form of file, and everything else is still there."""

import io

import numpy as np
import pytest
from PIL import ExifTags, Image
from PIL.PngImagePlugin import PngInfo

from wenlo.formats.photograph import keep_photograph
from wenlo.formats.position import without_position

XMP = (
    b'<x:xmpmeta xmlns:x="any:ns"><rdf:Description exif:GPSLatitude="47,30.5N" place:City="Somewhere" '
    b'exif:FNumber="4/1"><exif:GPSLongitude>8,12.25E</exif:GPSLongitude></rdf:Description></x:xmpmeta>'
)
"""As cameras write it, by the standard (ISO 16684-1)."""


def file(form, **more):
    told = Image.Exif()
    exif = told.get_ifd(ExifTags.IFD.Exif)
    exif[ExifTags.Base.FNumber], exif[ExifTags.Base.ExposureTime], exif[ExifTags.Base.ISOSpeedRatings] = 4.0, 0.02, 400
    gps = told.get_ifd(ExifTags.IFD.GPSInfo)
    gps[ExifTags.GPS.GPSLatitudeRef], gps[ExifTags.GPS.GPSLatitude] = "N", (47.0, 30.0, 30.5)
    gps[ExifTags.GPS.GPSLongitudeRef], gps[ExifTags.GPS.GPSLongitude] = "E", (8.0, 12.0, 15.25)
    gps[ExifTags.GPS.GPSAreaInformation] = b"ASCII\0\0\0behind the third door"
    out = io.BytesIO()
    Image.fromarray(np.full((40, 60, 3), 99, np.uint8)).save(out, form, exif=told.tobytes(), **more)
    return out.getvalue()


FILES = {
    "JPEG": file("JPEG", xmp=XMP),
    "PNG": file("PNG"),
    "WEBP": file("WEBP", xmp=XMP, lossless=True),
    "TIFF": file("TIFF"),
}


@pytest.mark.parametrize("form", FILES)
def test_position_is_gone_and_the_exposure_stays(form):
    content = FILES[form]
    assert b"third door" in content
    cleaned = without_position(content)
    assert len(cleaned) == len(content)
    for told in (b"third door", b"GPSLatitude=", b"8,12.25E", b"Somewhere"):
        assert told not in cleaned
    with Image.open(io.BytesIO(cleaned)) as picture:
        assert not picture.getexif().get_ifd(ExifTags.IFD.GPSInfo)
        assert picture.getexif().get_ifd(ExifTags.IFD.Exif)[ExifTags.Base.FNumber] == 4
        picture.load()
        assert np.abs(np.asarray(picture).astype(int) - 99).max() <= 1
    kept = keep_photograph(content)
    assert kept.content == cleaned
    assert kept.exposure == (4.0, 0.02, 400.0)
    for small in (kept.shown, kept.working):
        with Image.open(io.BytesIO(small)) as picture:
            assert not picture.getexif().get_ifd(ExifTags.IFD.GPSInfo)


@pytest.mark.parametrize("form", FILES)
def test_who_wants_the_position_kept_has_it_kept(form):
    assert keep_photograph(FILES[form], position=True).content == FILES[form]


def test_text_of_png_that_tells_a_position_is_emptied():
    texts = PngInfo()
    texts.add_itxt("XML:com.any.xmp", XMP.decode())
    texts.add_text("Note", "GPS 47.5 N 8.2 E")
    texts.add_text("Title", "Varnish")
    cleaned = without_position(file("PNG", pnginfo=texts))
    assert b"47" not in cleaned[:2000].split(b"IDAT")[0]
    with Image.open(io.BytesIO(cleaned)) as picture:
        picture.load()
        assert picture.text["Title"] == "Varnish"


def test_big_endian_and_broken_directories_do_no_harm():
    content = file("JPEG")
    for cut in (3, 30, 60, 120, len(content) // 2):
        without_position(content[:cut])
    looped = bytearray(FILES["TIFF"])
    first = int.from_bytes(looped[4:8], "little")
    count = int.from_bytes(looped[first : first + 2], "little")
    looped[first + 2 + 12 * count : first + 6 + 12 * count] = first.to_bytes(4, "little")
    assert b"third door" not in without_position(bytes(looped))
    assert without_position(b"no picture") == b"no picture"
