"""Keep a picture of a cook: small, and with nothing in it but the picture."""

from io import BytesIO

from django.core.files.uploadedfile import UploadedFile
from PIL import Image, ImageOps, UnidentifiedImageError

from brasko.core.errors import InvalidInput
from brasko.web.cooks.models import Cook, Photo

MOST_BYTES = 12 * 1024 * 1024
LONGEST_PX = 1600
QUALITY = 82


def keep_photo(cook: Cook, upload: UploadedFile) -> Photo:
    """Draw the picture anew at no more than LONGEST_PX: what the camera added, the place above all, is left behind."""
    if upload.size is None or upload.size > MOST_BYTES:
        raise InvalidInput("photo", f"must be no larger than {MOST_BYTES // 2**20} MB. Take a smaller one.")
    try:
        with Image.open(upload) as raw:
            picture = ImageOps.exif_transpose(raw).convert("RGB")
    except (UnidentifiedImageError, OSError, ValueError, Image.DecompressionBombError) as exc:
        raise InvalidInput("photo", "is no picture that can be read. Use a JPEG, PNG or WebP.") from exc
    picture.thumbnail((LONGEST_PX, LONGEST_PX))
    plain = Image.new("RGB", picture.size)
    plain.paste(picture)
    out = BytesIO()
    plain.save(out, "JPEG", quality=QUALITY, optimize=True)
    kept, _ = Photo.objects.update_or_create(
        cook=cook, defaults={"jpeg": out.getvalue(), "width": plain.width, "height": plain.height}
    )
    return kept
