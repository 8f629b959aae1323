"""A picture that came in, decoded and written anew: what is kept is pixels and nothing else."""

from __future__ import annotations

from io import BytesIO

from PIL import Image, ImageOps

from config.problems import Refused

MEDIA_TYPE = "image/jpeg"
_FORMATS = ("JPEG", "PNG")
_MOST_PIXELS = 24_000_000
"""As many as a phone's picture has; decoded it takes three bytes for each."""
_LARGEST = 2048
"""Sides of a picture that is kept: enough to lay a line along a chord."""
_QUALITY = 88


def rewritten(body: bytes) -> bytes:
    """Give a JPEG of the picture, upright, without what else the file said (place, program, text).

    Raises Refused for another kind of file, a damaged one, and one with too many pixels.
    """
    try:
        with Image.open(BytesIO(body), formats=_FORMATS) as picture:
            wide, high = picture.size
            if wide * high > _MOST_PIXELS:
                raise Refused(
                    422,
                    "That picture is too large",
                    f"found {wide:,} × {high:,} pixels; allowed: {_MOST_PIXELS:,} in all",
                )
            picture.draft("RGB", (_LARGEST, _LARGEST))
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError) as error:
        raise Refused(
            422,
            "That is no picture",
            "found another kind of file, or part of one; allowed: JPEG, PNG",
        ) from error
    upright.thumbnail((_LARGEST, _LARGEST))
    made = BytesIO()
    # Pixels alone: what the file said of place and time stays behind.
    Image.frombytes("RGB", upright.size, upright.tobytes()).save(made, "JPEG", quality=_QUALITY)
    return made.getvalue()
