"""Photos a pitch is read from: they stay in this machine's own database."""

import uuid

from django.conf import settings
from django.db import transaction
from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Schema, Status

from accounts.pilot import pilot_of
from bench.models import Photo
from bench.services import bench_of
from config.given import CountAsked
from config.problems import Refused
from demo.models import is_visitor

router = Router(tags=["bench"])

_KINDS = {b"\xff\xd8\xff": "image/jpeg", b"\x89PNG\r\n\x1a\n": "image/png"}
_KEPT = 20


class PhotoOut(Schema):
    """A photo's number."""

    id: int


@router.post(
    "/{helicopter_id}/bench/photos",
    response={201: PhotoOut},
    openapi_extra={
        "requestBody": {
            "content": {
                "application/octet-stream": {
                    "schema": {"type": "string", "maxLength": settings.BODY_LIMIT}
                }
            }
        }
    },
)
@transaction.atomic
def add(request: HttpRequest, helicopter_id: uuid.UUID) -> Status[PhotoOut]:
    """Keep a photo (JPEG or PNG); the newest twenty of a helicopter stay."""
    pilot = pilot_of(request)
    if is_visitor(pilot):
        raise Refused(403, "The demo keeps no photos", "Sign up to have a hangar of your own.")
    bench = bench_of(pilot, helicopter_id)
    body = request.body
    kind = next((name for start, name in _KINDS.items() if body.startswith(start)), None)
    if kind is None:
        raise Refused(422, "That is no picture", "found another kind of file; allowed: JPEG, PNG")
    photo = Photo.objects.create(bench=bench, image=body, media_type=kind)
    old = bench.photos.order_by("-pk").values_list("pk", flat=True)[_KEPT:]
    bench.photos.filter(pk__in=list(old)).delete()
    return Status(201, PhotoOut(id=photo.pk))


@router.get("/{helicopter_id}/bench/photos/{photo_id}")
def photo(request: HttpRequest, helicopter_id: uuid.UUID, photo_id: CountAsked) -> HttpResponse:
    """Give a photo back."""
    kept = bench_of(pilot_of(request), helicopter_id).photos.filter(pk=photo_id).first()
    if kept is None:
        raise Http404
    answer = HttpResponse(bytes(kept.image), content_type=kept.media_type)
    answer["X-Content-Type-Options"] = "nosniff"
    return answer
