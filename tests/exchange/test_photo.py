"""Photographs: upright, without place data, of a size a page can carry; anything else refused."""

from __future__ import annotations

import io

import pytest
from PIL import Image

from amber_acre.core.errors import NotUnderstood, OutOfRange
from amber_acre.exchange import photo
from amber_acre.exchange.photo import read_photo


def picture(form: str = "JPEG", size: tuple[int, int] = (400, 200), orientation: int | None = None) -> bytes:
    image = Image.new("RGB", size, "#3b7a3b")
    image.paste("#c03020", (0, 0, size[0] // 4, size[1] // 4))
    exif = Image.Exif()
    if orientation is not None:
        exif[0x0112] = orientation
        exif.get_ifd(0x8825)[1] = "N"
        exif.get_ifd(0x8825)[2] = (45.0, 12.0, 0.0)
    out = io.BytesIO()
    image.save(out, form, **({"exif": exif} if orientation else {}))
    return out.getvalue()


@pytest.mark.parametrize("form", ["JPEG", "PNG", "WEBP"])
def test_pictures_come_in_as_jpeg_in_two_sizes(form: str) -> None:
    large, small = read_photo(picture(form, (3000, 1500)))
    with Image.open(io.BytesIO(large)) as one, Image.open(io.BytesIO(small)) as two:
        assert (one.format, one.size, two.size) == ("JPEG", (2000, 1000), (360, 180))


def test_they_are_turned_upright_and_lose_their_place() -> None:
    sent = picture(orientation=6)
    with Image.open(io.BytesIO(sent)) as before:
        assert before.getexif().get_ifd(0x8825)
    with Image.open(io.BytesIO(read_photo(sent)[0])) as after:
        assert after.size == (200, 400)
        assert not after.getexif()
        corner = after.convert("RGB").getpixel((195, 5))  # the red corner, now at the upper right
        assert isinstance(corner, tuple)
        assert corner[0] > corner[1]


@pytest.mark.parametrize("content", [b"", b"no picture", b"GIF89a" + b"\0" * 50, picture()[:300], b"<svg/>"])
def test_what_is_no_picture_is_refused(content: bytes) -> None:
    with pytest.raises(NotUnderstood, match="not a picture that can be read"):
        read_photo(content, "leaf.jpg")


def test_too_much_is_refused(monkeypatch: pytest.MonkeyPatch) -> None:
    with pytest.raises(OutOfRange, match="15 MB"):
        read_photo(b"x" * (photo.BYTES_AT_MOST + 1))
    monkeypatch.setattr(photo, "PIXELS_AT_MOST", 1000)
    with pytest.raises(OutOfRange, match="too large"):
        read_photo(picture())
