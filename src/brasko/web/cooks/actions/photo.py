"""Keep a picture of a cook: small, and with nothing in it but the picture."""

from __future__ import annotations

import warnings
from io import BytesIO

from django.core.files.uploadedfile import UploadedFile
from PIL import Image, ImageOps

from brasko.core.errors import InvalidInput
from brasko.core.words import say
from brasko.web.cooks.models import Cook, Photo

MAX_BYTES = 12 * 1024 * 1024
LONGEST_PX = 1600
QUALITY = 82
"""The largest picture that is taken in, and how large and how good it is kept."""


FORMATS = ("JPEG", "PNG", "WEBP")
MAX_PIXELS = 50_000_000
"""A large camera takes 50 million; a small file that unpacks to more is no photo."""
Image.MAX_IMAGE_PIXELS = MAX_PIXELS


def _opened(upload: UploadedFile[bytes]) -> Image.Image:
    """The picture, upright and no larger than is kept. Looked at before it is unpacked."""
    with Image.open(upload, formats=FORMATS) as raw:
        if raw.width * raw.height > MAX_PIXELS or max(raw.size) > 30_000:
            raise InvalidInput(
                "photo",
                say(
                    "photo-has-by-pixels-million-are-the",
                    width=raw.width,
                    height=raw.height,
                    most_pixels=MAX_PIXELS // 10**6,
                ),
            )
        raw.draft("RGB", (LONGEST_PX, LONGEST_PX))
        raw.thumbnail((LONGEST_PX, LONGEST_PX))
        return ImageOps.exif_transpose(raw).convert("RGB")


def keep_photo(cook: Cook, upload: UploadedFile[bytes]) -> Photo:
    """Draw the picture anew at no more than LONGEST_PX: what the camera added, the place above all, is left behind."""
    if upload.size is None or upload.size > MAX_BYTES:
        raise InvalidInput("photo", say("photo-must-be-no-larger-than-mb", most_bytes=MAX_BYTES // 2**20))
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            picture = _opened(upload)
    except InvalidInput:
        raise
    # a broken file can raise anything in a decoder
    except Exception as exc:
        raise InvalidInput("photo", say("photo-is-no-picture-that-can-be")) from exc
    plain = Image.new("RGB", picture.size)
    plain.paste(picture)
    out = BytesIO()
    plain.save(out, "JPEG", quality=QUALITY, optimize=True)
    kept, _ = Photo.objects.update_or_create(
        cook=cook, defaults={"jpeg": out.getvalue(), "width": plain.width, "height": plain.height}
    )
    return kept
