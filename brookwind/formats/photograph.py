"""Photographs: limited, turned upright, made smaller, and without anything that says where they were taken."""

from __future__ import annotations

import io
import warnings
from typing import NamedTuple

from PIL import Image, ImageOps, UnidentifiedImageError

from brookwind.core.errors import BrookwindError, NotUnderstood, OutOfRange

KINDS = ("JPEG", "PNG", "WEBP")
"""What is read."""
MOST_PIXELS = 50_000_000
"""Of a picture as it comes; a phone's largest are about as large."""
LEAST_SIDE = 16
"""[pixels]"""
SIDE, SMALL_SIDE = 1600, 240
"""Longest sides of what is kept. [pixels] Editable defaults."""
QUALITY = 85
"""Of what is kept, of 100. Editable default."""


class Picture(NamedTuple):
    """A picture as it is kept: bare pixels, twice."""

    jpeg: bytes
    small: bytes
    width: int
    height: int


def read_picture(data: bytes) -> Picture:
    """A photograph as it is kept. Only pixels are: place, camera and all other notes of the file are left behind.

    data: a file of one of `KINDS`.
    Raises: NotUnderstood for another kind, or a damaged file; OutOfRange for one too large or too small.
    """
    try:
        # A size that is too large is refused by us, before anything is unpacked; what is odd in a file is not told.
        with warnings.catch_warnings():
            warnings.simplefilter("ignore")
            image = Image.open(io.BytesIO(data), formats=KINDS)
            _check_size(*image.size)
            upright = ImageOps.exif_transpose(image).convert("RGB")
    except BrookwindError:
        raise
    except UnidentifiedImageError as error:
        raise NotUnderstood.one(
            "no-picture", "That is no picture that can be read.", "Choose a JPEG, PNG or WebP."
        ) from error
    except Image.DecompressionBombError as error:
        raise _too_large() from error
    except Exception as error:
        # A reader of damaged pictures throws whatever it stumbled over.
        raise NotUnderstood.one(
            "damaged-picture", "The picture is damaged.", "Save it again, and choose that one."
        ) from error
    kept = _within(upright, SIDE)
    return Picture(_jpeg(kept), _jpeg(_within(kept, SMALL_SIDE)), *kept.size)


def _check_size(width: int, height: int) -> None:
    if width * height > MOST_PIXELS:
        raise _too_large()
    if min(width, height) < LEAST_SIDE:
        raise OutOfRange.one(
            "small-picture", f"The picture is {width} by {height} pixels only.", f"Choose one of {LEAST_SIDE} or more."
        )


def _too_large() -> OutOfRange:
    return OutOfRange.one(
        "large-picture", f"The picture has more than {MOST_PIXELS // 1_000_000} million pixels.", "Save it smaller."
    )


def _within(image: Image.Image, side: int) -> Image.Image:
    small = image.copy()
    small.thumbnail((side, side), Image.Resampling.LANCZOS)
    return small


def _jpeg(image: Image.Image) -> bytes:
    # A picture made anew from the pixels carries no notes over.
    bare = Image.frombytes("RGB", image.size, image.tobytes())
    out = io.BytesIO()
    bare.save(out, "JPEG", quality=QUALITY)
    return out.getvalue()
