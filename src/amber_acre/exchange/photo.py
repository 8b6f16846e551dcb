"""Photographs in: only pictures, upright, without place or camera data, in a size a page can carry."""

from __future__ import annotations

import io
import warnings

from amber_acre.core.errors import NotUnderstood, OutOfRange

BYTES_AT_MOST = 15 * 1024 * 1024
PIXELS_AT_MOST = 60_000_000
LARGE, SMALL = 2000, 360
FORMATS = ("JPEG", "PNG", "WEBP")


def read_photo(content: bytes, name: str = "photograph") -> tuple[bytes, bytes]:
    """(large, small) JPEG of a JPEG, PNG or WebP picture, turned upright, with every tag left out.

    Refuses what is no such picture (NotUnderstood), more than 15 MB and more than 60 million pixels (OutOfRange).
    """
    from PIL import Image, ImageOps, UnidentifiedImageError

    if len(content) > BYTES_AT_MOST:
        raise OutOfRange(
            f"“{name}” has {len(content) / 1024**2:.0f} MB; 15 MB is the most. Take it smaller.", field="photos"
        )
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            with Image.open(io.BytesIO(content), formats=FORMATS) as opened:
                if opened.width * opened.height > PIXELS_AT_MOST:
                    raise OutOfRange(
                        f"“{name}” is {opened.width} × {opened.height} pixels: too large. Take it smaller.",
                        field="photos",
                    )
                upright = ImageOps.exif_transpose(opened).convert("RGB")
    except (UnidentifiedImageError, OSError, SyntaxError, ValueError, Image.DecompressionBombError) as refusal:
        if isinstance(refusal, OutOfRange):
            raise
        raise NotUnderstood(
            f"“{name}” is not a picture that can be read. Use JPEG, PNG or WebP.", field="photos"
        ) from refusal
    return _jpeg(upright, LARGE), _jpeg(upright, SMALL)


def _jpeg(picture: object, side: int) -> bytes:
    from PIL import Image

    if not isinstance(picture, Image.Image):  # pragma: no cover - called with pictures only
        raise TypeError("not a picture")
    scaled = picture.copy()
    scaled.thumbnail((side, side))
    clean = Image.new("RGB", scaled.size)
    clean.paste(scaled)
    out = io.BytesIO()
    clean.save(out, "JPEG", quality=82)
    return out.getvalue()
