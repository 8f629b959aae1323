"""Photos a pitch is read from: they stay in this machine's own database."""

import uuid

from django.conf import settings
from django.db import transaction
from django.http import Http404, HttpRequest, HttpResponse
from ninja import Router, Schema, Status

from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.bench.models import Bench, Photo
from mint_lever_server.bench.photo_decoding import MEDIA_TYPE, rewritten
from mint_lever_server.bench.run_log import bench_of
from mint_lever_server.config.problems import Refused
from mint_lever_server.config.request_fields import CountAsked, bytes_of
from mint_lever_server.demo.models import is_visitor

router = Router(tags=["bench"])

KEPT = 20


class PhotoOut(Schema):
    """A photo's number."""

    id: int


@router.post(
    "/{helicopter_id}/bench/photos",
    response={201: PhotoOut},
    openapi_extra=bytes_of(settings.BODY_LIMIT),
)
def add_photo(request: HttpRequest, helicopter_id: uuid.UUID) -> Status[PhotoOut]:
    """Keep a photo (JPEG or PNG); the newest twenty of a helicopter stay."""
    pilot = pilot_of(request)
    if is_visitor(pilot):
        raise Refused(403, "The demo keeps no photos", "Sign up to have a hangar of your own.")
    bench = bench_of(pilot, helicopter_id)
    # Before anything is locked: a large picture takes a while.
    image = rewritten(request.body)
    return Status(201, PhotoOut(id=_keep(bench, image)))


@transaction.atomic
def _keep(bench: Bench, image: bytes) -> int:
    photo = Photo.objects.create(bench=bench, image=image, media_type=MEDIA_TYPE)
    old = bench.photos.order_by("-pk").values_list("pk", flat=True)[KEPT:]
    bench.photos.filter(pk__in=list(old)).delete()
    return photo.pk


@router.get("/{helicopter_id}/bench/photos/{photo_id}")
def get_photo(request: HttpRequest, helicopter_id: uuid.UUID, photo_id: CountAsked) -> HttpResponse:
    """Give a photo back."""
    kept = bench_of(pilot_of(request), helicopter_id).photos.filter(pk=photo_id).first()
    if kept is None:
        raise Http404
    answer = HttpResponse(bytes(kept.image), content_type=kept.media_type)
    answer["X-Content-Type-Options"] = "nosniff"
    return answer
