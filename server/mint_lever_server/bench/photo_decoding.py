"""A picture that came in, decoded and written anew: what is kept is pixels and nothing else."""

from __future__ import annotations

import threading
from io import BytesIO

from PIL import Image, ImageOps

from mint_lever_server.config.problems import Refused

MEDIA_TYPE = "image/jpeg"
_FORMATS = ("JPEG", "PNG")
_MOST_PIXELS = 12_000_000
"""More than our own page sends; decoded, a picture takes up to four bytes for each."""
_AT_ONCE = threading.BoundedSemaphore(2)
"""Pictures that one process has decoded in its memory."""
_LARGEST = 2048
"""Sides of a picture that is kept: enough to lay a line along a chord."""
_QUALITY = 88
_PLAIN = {"jfif", "jfif_version", "jfif_unit", "jfif_density"}
"""What a JPEG of ours says beside its pixels."""


def ours(body: bytes) -> bool:
    """Whether it is a picture as :func:`rewritten` makes them: pixels and nothing else."""
    try:
        with Image.open(BytesIO(body), formats=("JPEG",)) as picture:
            wide, high = picture.size
            if wide * high > _LARGEST * _LARGEST or set(picture.info) - _PLAIN:
                return False
            with _AT_ONCE:
                picture.load()
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        return False
    return True


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
            with _AT_ONCE:
                # Made small first: what comes after works on little.
                picture.thumbnail((_LARGEST, _LARGEST))
                upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (OSError, ValueError, SyntaxError, Image.DecompressionBombError) as error:
        raise Refused(
            422,
            "That is no picture",
            "found another kind of file, or part of one; allowed: JPEG, PNG",
        ) from error
    made = BytesIO()
    # Pixels alone: what the file said of place and time stays behind.
    Image.frombytes("RGB", upright.size, upright.tobytes()).save(made, "JPEG", quality=_QUALITY)
    return made.getvalue()
