"""Taking everything along, and leaving for good."""

from django.contrib.auth import logout
from django.contrib.auth.models import User
from django.db import transaction
from django.http import FileResponse, HttpRequest
from ninja import Router

from mint_lever_server.accounts.api import InUse, Who, check_password_of, who_is
from mint_lever_server.accounts.full_archive import pack
from mint_lever_server.accounts.signed_in_pilot import pilot_of
from mint_lever_server.config.problems import Refused
from mint_lever_server.demo.models import is_visitor

router = Router(tags=["account"])


@router.get("/archive")
def export_account(request: HttpRequest) -> FileResponse:
    """Download everything the pilot has here, in open files."""
    return FileResponse(pack(pilot_of(request)), as_attachment=True, filename="mint-lever.zip")


@router.post("/remove", response=Who)
def remove_account(request: HttpRequest, given: InUse) -> Who:
    """Remove the account with everything in it, for good."""
    pilot = pilot_of(request)
    if is_visitor(pilot):
        raise Refused(403, "The demo hangar goes by itself", "It is cleared after a day of rest.")
    check_password_of(request, pilot, given.password, "The account was not removed")
    with transaction.atomic():
        logout(request)
        User.objects.filter(pk=pilot.pk).delete()
    return who_is(request)
