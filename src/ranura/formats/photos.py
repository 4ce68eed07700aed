"""Photos that come in: JPEG pictures, looked at before they are kept."""

from __future__ import annotations

import base64
import binascii
import io
import warnings

from PIL import Image

from ranura.core.running import refusals
from ranura.core.running.progress import RunError

MOST_PHOTOS, MOST_BYTES = 6, 300_000
"""Photos of one run, and bytes of one."""
_MOST_ACROSS = 8_000
"""Pixels: what unpacks to more is no photo."""


def photo_of(text: str) -> bytes:
    """A JPEG picture from its base64, whole and not too large. Raises `RunError` on "jpeg"."""
    try:
        jpeg = base64.b64decode(text, validate=True)
    except (binascii.Error, ValueError) as problem:
        raise RunError(refusals.NO_JPEG, field="jpeg") from problem
    if len(jpeg) > MOST_BYTES:
        raise RunError(refusals.PHOTO_TOO_LARGE, field="jpeg", most=MOST_BYTES / 1_000, size=len(jpeg) / 1_000)
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error")
            with Image.open(io.BytesIO(jpeg), formats=["JPEG"]) as picture:
                if max(picture.size) > _MOST_ACROSS:
                    raise RunError(refusals.NO_JPEG, field="jpeg")
                picture.load()
    except (OSError, ValueError, SyntaxError, Warning) as problem:
        raise RunError(refusals.NO_JPEG, field="jpeg") from problem
    return jpeg
